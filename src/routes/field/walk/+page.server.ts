import { error } from '@sveltejs/kit';
import { may, sitesOf } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** A walk becomes a block, so only a leader starts one. */
export const load: PageServerLoad = async ({ locals }) => {
  const sites = await sitesOf(await store(), locals.person!.id);
  const own = sites.find(({ role }) => may(role, 'plan'));
  if (!own) error(403, 'A boundary is walked by the leader of a site.');
  return { siteId: own.site.id, siteName: own.site.name };
};
