import { gateOf } from '$lib/rooms/stock/gate.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The gate for a phone: lots to sample, kept for a day without signal. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, role, facts } = await openBlock(locals, params.block);
  return {
    block: { id: block.id, name: block.name },
    at: facts.now,
    mayRecord: may(role, 'record'),
    ...(await gateOf(facts, block.id)),
  };
};
