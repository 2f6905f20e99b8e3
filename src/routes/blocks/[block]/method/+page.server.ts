import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:ground');
  await openBlock(locals, params.block);
};
