import { error } from '@sveltejs/kit';
import { may } from '$lib/server/authorise';
import type { PageServerLoad } from './$types';

/** A walk becomes a block, so only a leader starts one. */
export const load: PageServerLoad = async ({ locals }) => {
  const own = locals.person!.sites.find(({ role }) => may(role, 'plan'));
  if (!own) error(403, 'A boundary is walked by the leader of a site.');
  return { siteId: own.site.id, siteName: own.site.name };
};
