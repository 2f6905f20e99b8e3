import { blockAccess, may } from '$lib/server/authorise';
import { now } from '$lib/server/clock';
import { gateOf } from '$lib/server/gate-samples';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** The gate for a phone: lots to sample, kept for a day without signal. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const at = now();
  const { block, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  return {
    block: { id: block.id, name: block.name },
    at,
    mayRecord: may(role, 'record'),
    ...(await gateOf(open, block.id)),
  };
};
