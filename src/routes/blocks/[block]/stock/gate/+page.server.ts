import { gateOf } from '$lib/rooms/stock/gate.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Lots that can be looked at when they arrive, and what earlier samples found. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  return { mayRecord: may(role, 'record'), ...(await gateOf(facts, block.id)) };
};
