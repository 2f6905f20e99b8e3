import { keepoutsOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ parent, params }) => {
  await parent();
  return { keepouts: await keepoutsOf(await store(), params.block) };
};
