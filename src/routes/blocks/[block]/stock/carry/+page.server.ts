import { CARRY_TERMS, carryPlan, usualWeight } from '../../../../../../core/stock/carry';
import { byStress } from '../../../../../../core/stock/keeping';
import { nextDay } from '$lib/rooms/crew/next-day.server';
import {
  cardsFact,
  exposuresOf,
  lotsFact,
  standsFor,
  stressOf,
} from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import { rootAirNow } from '$lib/server/station';
import type { PageServerLoad } from './$types';

/** What to load tonight for tomorrow's rows, in the order in which it comes off. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [next, states, air, cards] = await Promise.all([
    nextDay(facts, block.id),
    facts.of(lotsFact, block.id),
    rootAirNow(facts),
    facts.of(cardsFact),
  ]);
  const terms = block.carryTerms ?? CARRY_TERMS;
  const mix = next?.layout.parameters.mix.map(({ species }) => species) ?? [];
  const stressed = await stressOf(facts, states, exposuresOf(states, air, facts.now));
  const lots = states
    .filter(({ lot, balance }) => balance.onHand > 0 && mix.includes(standsFor(lot)))
    .sort((a, b) =>
      byStress(
        { stress: stressed.get(a.lot.id)!.stress.value },
        { stress: stressed.get(b.lot.id)!.stress.value },
      ),
    )
    .map(({ lot, balance }) => ({
      lot: lot.id,
      species: mix.indexOf(standsFor(lot)),
      onHand: balance.onHand,
      perBox: lot.perBox,
      weight:
        lot.treeWeight ??
        usualWeight(
          cards.find(({ id }) => id === lot.speciesId)!.stock,
          lot.age,
          lot.volume ?? undefined,
        ),
    }));
  return {
    mayRecord: may(role, 'record'),
    terms,
    mix,
    rows: next?.rows ?? [],
    planters: next?.crews.map(({ planter, name }) => ({ id: planter, name })) ?? [],
    lots: states
      .filter(({ balance }) => balance.onHand > 0)
      .map(({ lot }) => ({
        id: lot.id,
        code: lot.code,
        speciesId: lot.speciesId,
        place: stressed.get(lot.id)?.place?.name ?? null,
        weight: lots.find((entry) => entry.lot === lot.id)?.weight ?? 0,
        weighed: lot.treeWeight !== null,
      })),
    plan: next && lots.length ? carryPlan(next.crews, lots, mix.length, terms) : undefined,
  };
};
