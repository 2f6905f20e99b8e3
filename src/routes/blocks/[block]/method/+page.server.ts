import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  await blockAccess(await store(), locals.person!.id, params.block, 'read');
};
