import { redirect } from '@sveltejs/kit';
import { sitesOf } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** The species cards of the site. */
export const load: PageServerLoad = async ({ locals }) => {
  const open = await store();
  const [access] = await sitesOf(open, locals.person!.id);
  if (!access) redirect(303, '/sign-in');
  return {
    cards: await open.species.findAll({
      where: { siteId: access.site.id },
      order: [['name', 'ASC']],
      raw: true,
    }),
  };
};
