import { tallyHabits } from '../../../../../../core/stock/handling';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What was seen at the boxes, by habit, planter and lot. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, facts } = await openBlock(locals, params.block);
  const [audits, planters, lots, names] = await Promise.all([
    facts.reader.tables.handlingAudit.all({
      where: { blockId: block.id },
      order: [['at', 'DESC']],
      limit: 500,
    }),
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
    facts.of(namesFact),
  ]);
  const plain = audits.map(({ id, at, lotId, planterId, seen, note, authorId }) => ({
    id,
    at: new Date(at).toISOString(),
    lot: lotId,
    planter: planterId,
    seen,
    note,
    author: names.get(authorId) ?? '',
  }));
  return {
    audits: plain,
    planters: planters.map(({ id, name }) => ({ id, name })),
    lots: lots.map(({ lot }) => ({ id: lot.id, code: lot.code })),
    habits: tallyHabits(plain),
  };
};
