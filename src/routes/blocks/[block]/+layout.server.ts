import { flags, ROOMS } from '../../../../core/morning/board';
import { blockState } from '$lib/rooms/morning/board.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { cardsOf } from '$lib/rooms/stock/cards.server';
import { openBlock } from '$lib/server/page';
import type { LayoutServerLoad } from './$types';

/** One block: its pegs, its calls, and what every room of it needs. */
export const load: LayoutServerLoad = async ({ locals, params, depends }) => {
  depends(...ROOMS.map((room) => `viridane:${room}` as const));
  const { block, role, facts } = await openBlock(locals, params.block);
  const [state, species] = await Promise.all([blockState(facts, block), cardsOf(facts)]);
  const { setAsideBy } = block;
  return {
    block,
    /** Who set it aside. */
    asideBy: setAsideBy && (await facts.of(namesFact)).get(setAsideBy),
    role,
    species,
    calls: state.calls,
    flags: flags(state.calls),
    driven: state.driven,
    planted: state.planted,
    layout: state.layout && {
      id: state.layout.id,
      number: state.layout.number,
      state: state.layout.state,
      trees: state.layout.trees,
      plantableArea: state.layout.plantableArea,
      parameters: state.layout.parameters,
      speciesCounts: state.layout.speciesCounts,
    },
  };
};
