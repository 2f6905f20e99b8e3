import { waterOf } from '$lib/rooms/tending/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The store of water the roots reach, the schools side by side, the next round. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:tending', 'viridane:crew', 'viridane:ground', 'viridane:rows');
  const { block, facts, role } = await openBlock(locals, params.block);
  return { water: await waterOf(facts, block), today: facts.today, mayPlan: may(role, 'plan') };
};
