import { sprayingOf } from '$lib/rooms/calendar/spraying.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Products, what there is to spray, and what was sprayed. */
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
  const { plan: _plan, ...found } = await sprayingOf(facts, block);
  return {
    mayRecord: may(role, 'record'),
    mayPlan: may(role, 'plan'),
    today: facts.today,
    ...found,
  };
};
