import { redirect } from '@sveltejs/kit';
import { siteAccess } from '$lib/server/authorise';
import { keepSite } from '$lib/server/which-site';
import type { RequestHandler } from './$types';

/** Goes over to another of one's sites: its morning board, or where a phone begins, and every page after it. */
export const GET: RequestHandler = ({ params, locals, cookies, url }) => {
  siteAccess(locals.person!, params.site, 'read');
  keepSite(cookies, url, params.site);
  redirect(303, url.searchParams.get('to') === '/field' ? '/field' : '/');
};
