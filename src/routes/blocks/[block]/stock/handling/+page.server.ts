import { brokenBy, tallyHabits } from '../../../../../../core/stock/handling';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { looksFact, lotsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Looks shown one by one; all of them are in the figures. */
const SHOWN = 200;

/** What was seen at the boxes, by habit, planter and lot. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [looks, planters, lots] = await Promise.all([
    facts.of(looksFact, block.id),
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
  ]);
  const table = (by: 'lot' | 'planter') =>
    [...brokenBy(looks, by)].map(([whose, habits]) => ({
      whose,
      looks: looks.filter((look) => look[by] === whose).length,
      habits: habits.map(({ habit, kept, broken }) => ({ key: habit.key, kept, broken })),
    }));
  return {
    mayRecord: may(role, 'record'),
    audits: looks.slice(0, SHOWN),
    of: looks.length,
    planters: planters.map(({ id, name }) => ({ id, name })),
    lots: lots.map(({ lot }) => ({ id: lot.id, code: lot.code })),
    habits: tallyHabits(looks),
    byPlanter: table('planter'),
    byLot: table('lot'),
  };
};
