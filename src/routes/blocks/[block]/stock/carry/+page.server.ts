import { carryPlan, CARRY_TERMS, usualWeight } from '../../../../../../core/stock/carry';
import { byStress } from '../../../../../../core/stock/keeping';
import { blockAccess, may } from '$lib/server/authorise';
import { standsFor } from '$lib/server/board';
import { nextDay } from '$lib/server/crew-rows';
import { airForRoots } from '$lib/server/station';
import { exposuresOf, lotsOf, placesOf, stressOf } from '$lib/server/stock';
import { once } from '$lib/server/once';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** What to load tonight for tomorrow's rows, in the order in which it comes off. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [next, states, places, air, cards] = await Promise.all([
    nextDay(open, block, site.id),
    once(locals, `lots ${block.id}`, () => lotsOf(open, block.id)),
    placesOf(open, site.id),
    airForRoots(open, site),
    open.species.findAll({ where: { siteId: site.id }, raw: true }),
  ]);
  const terms = block.carryTerms ?? CARRY_TERMS;
  const mix = next?.layout.parameters.mix.map(({ species }) => species) ?? [];
  const stressed = await stressOf(open, site, states, places, await exposuresOf(open, states, air));
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
