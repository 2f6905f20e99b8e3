import { byStress } from '../../../../../core/stock/keeping';
import { shortCode } from '../../../../../core/stock/label';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { cardsOf } from '$lib/rooms/stock/cards.server';
import { dipOf, exposuresOf, lotsFact, placesFact, soaksNow } from '$lib/rooms/stock/facts.server';
import { stressOf } from '$lib/rooms/stock/keeping.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import { rootAirNow } from '$lib/server/station';
import type { PageServerLoad } from './$types';

/** Every lot of the block as a phone needs it for a day, and the labels of the other blocks. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, role, facts } = await openBlock(locals, params.block);
  const blocks = await facts.of(blocksFact);
  const [all, places, planters, cards, air] = await Promise.all([
    facts.all(
      lotsFact,
      blocks.map(({ id }) => id),
    ),
    facts.of(placesFact),
    facts.of(plantersFact),
    cardsOf(facts),
    rootAirNow(facts),
  ]);
  const states = all.get(block.id) ?? [];
  const exposures = exposuresOf(states, air, facts.now);
  const stressed = await stressOf(facts, states, exposures);
  return {
    block: { id: block.id, name: block.name },
    at: facts.now,
    mayRecord: may(role, 'record'),
    mayTally: may(role, 'tally'),
    places: places.map(({ id, name, closed }) => ({ id, name, closed })),
    planters: planters.map(({ id, name }) => ({ id, name })),
    species: cards,
    airNow: air,
    elsewhere: blocks
      .filter(({ id }) => id !== block.id)
      .flatMap(({ id, name }) =>
        (all.get(id) ?? []).map(({ lot }) => ({
          shortCode: shortCode(lot.id),
          code: lot.code,
          block: name,
        })),
      ),
    lots: states
      .map((state) => ({
        id: state.lot.id,
        code: state.lot.code,
        shortCode: shortCode(state.lot.id),
        speciesId: state.lot.speciesId,
        age: state.lot.age,
        perBox: state.lot.perBox,
        dip: dipOf(state),
        balance: state.balance,
        vessels: state.open,
        soaks: soaksNow(state, facts.now),
        stress: stressed.get(state.lot.id)!.stress.value,
        exposure: exposures.get(state.lot.id)!.value,
      }))
      .sort(byStress),
  };
};
