import { liveOf } from '$lib/rooms/crew/live.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The block as it is this moment; from then on the stream tells. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, facts } = await openBlock(locals, params.block);
  return { live: await liveOf(facts, block), zone: facts.site.zone };
};
