import { blockAccess, may } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import { billOf } from '$lib/server/year-ground';
import type { PageServerLoad } from './$types';

/** Everything the block needs, what to buy by when, and what a tree costs. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const { bill, protection, currency, ground, planted, estimate } = await billOf(open, site, block);
  return {
    mayPlan: may(role, 'plan'),
    bill,
    protection,
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
