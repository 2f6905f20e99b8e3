import { billOf } from '$lib/rooms/calendar/year.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Everything the block needs, what to buy by when, and what a tree costs. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:calendar',
    'viridane:tending',
    'viridane:rows',
    'viridane:stock',
    'viridane:crew',
    'viridane:ground',
    'viridane:survival',
  );
  const { block, role, facts } = await openBlock(locals, params.block);
  const { bill, browse, currency, ground, planted, estimate } = await billOf(facts, block);
  return {
    mayPlan: may(role, 'plan'),
    bill,
    browse,
    currency,
    trees: ground.trees,
    perimeter: ground.perimeter,
    planted,
    estimate: estimate && {
      estimate: estimate.estimate,
      low: estimate.low,
      high: estimate.high,
    },
  };
};
