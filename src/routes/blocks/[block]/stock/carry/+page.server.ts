import { CARRY_TERMS, carryPlan } from '../../../../../../core/stock/carry';
import { nextDay } from '$lib/rooms/crew/next-day.server';
import { seatsOf } from '$lib/rooms/crew/usual';
import { carryOf } from '$lib/rooms/stock/carry-terms';
import { lotsToCarry } from '$lib/rooms/stock/carry.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What to load tonight for tomorrow's rows, in the order in which it comes off. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [next, states] = await Promise.all([
    nextDay(facts, block.id),
    facts.of(lotsFact, block.id),
  ]);
  const terms = carryOf(block);
  const mix = next?.species ?? [];
  const { lots, stressed } = await lotsToCarry(facts, block.id, mix);
  return {
    mayRecord: may(role, 'record'),
    /** What the leader keeps; on a machine’s block bins stand for bags. */
    kept: block.carryTerms ?? CARRY_TERMS,
    bin: seatsOf(block) ? terms.bagTrees : undefined,
    mix,
    released: Boolean(next),
    rows: next?.rows ?? [],
    planters: next?.crews.map(({ planter, name }) => ({ id: planter, name })) ?? [],
    lots: states
      .filter(({ balance }) => balance.onHand > 0)
      .map(({ lot }) => ({
        id: lot.id,
        code: lot.code,
        speciesId: lot.speciesId,
        place: stressed.get(lot.id)?.place?.name ?? null,
        lookFirst: stressed.get(lot.id)?.advice?.what === 'roots',
        weight: lots.find((entry) => entry.lot === lot.id)?.weight ?? 0,
        weighed: lot.treeWeight !== null,
      })),
    plan: next && lots.length ? carryPlan(next.crews, lots, mix.length, terms) : undefined,
  };
};
