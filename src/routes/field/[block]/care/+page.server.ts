import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { sownFact } from '$lib/rooms/crew/facts.server';
import { careFact } from '$lib/rooms/tending/care.server';
import { ROUND_DAYS } from '../../../../../core/tending/care';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Weeds, mulch, guards, stakes and ties, row by row. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [sown, cared] = await Promise.all([
    facts.of(sownFact, block.id),
    facts.of(careFact, block.id),
  ]);
  const since = facts.now - ROUND_DAYS * 86_400_000;
  return {
    ...shown,
    layoutId: layout.id,
    rows: [...sown.sums.byRow]
      .filter(([, trees]) => trees > 0)
      .map(([number, trees]) => ({ number, trees }))
      .sort((a, b) => a.number - b.number),
    /** What was done in this round. */
    cared: cared.filter(({ at }) => at >= since).map(({ id, row, kind }) => ({ id, row, kind })),
  };
};
