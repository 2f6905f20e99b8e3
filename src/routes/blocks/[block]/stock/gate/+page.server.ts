import { blockAccess, may } from '$lib/server/authorise';
import { gateOf } from '$lib/server/gate-samples';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Lots that can be looked at when they arrive, and what earlier samples found. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  return { mayRecord: may(role, 'record'), ...(await gateOf(open, block.id)) };
};
