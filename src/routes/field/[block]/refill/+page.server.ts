import { sharesFact } from '$lib/rooms/crew/facts.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { refilledFact, refillOf, speciesOfRefill } from '$lib/rooms/survival/refills.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** The newest refill of a block, row by row: which dead places take which tree. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [plan, sets, cards, shares] = await Promise.all([
    refillOf(facts, block.id),
    facts.of(refilledFact, block.id),
    facts.of(cardsFact),
    facts.of(sharesFact, block.id),
  ]);
  return {
    ...shown,
    refill: plan && {
      ...{ id: plan.id, number: plan.number, plantOn: plan.plantOn, rows: plan.rows },
      places: plan.places,
    },
    shares: shares.map(({ planterId, firstRow, lastRow }) => ({ planterId, firstRow, lastRow })),
    sets: sets
      .filter(({ refill }) => refill === plan?.id)
      .map(({ id, row, speciesId, trees }) => ({ id, row, speciesId, trees })),
    species: speciesOfRefill(layout, plan).map((id) => ({
      id,
      name: cards.find((card) => card.id === id)?.name ?? '',
    })),
  };
};
