import { flags } from '../../../../core/morning/board';
import { blockAccess } from '$lib/server/authorise';
import { blockState } from '$lib/server/board';
import { cardsOf } from '$lib/server/cards';
import { airAt } from '$lib/server/station';
import { once } from '$lib/server/once';
import { lotsOf } from '$lib/server/stock';
import { store } from '$lib/server/store';
import type { LayoutServerLoad } from './$types';

/** One block: its pegs, its calls, and what every room of it needs. */
export const load: LayoutServerLoad = async ({ locals, params }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const lots = once(locals, `lots ${block.id}`, () => lotsOf(open, block.id));
  const state = await blockState(open, site, block, (await airAt(open, site))?.now, lots);
  const species = await cardsOf(open, site.id);
  return {
    block,
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
