import { redirect } from '@sveltejs/kit';
import { sitesOf } from '$lib/server/authorise';
import { cardsOf } from '$lib/server/cards';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** The species cards of the site. */
export const load: PageServerLoad = async ({ locals }) => {
  const open = await store();
  const [access] = await sitesOf(open, locals.person!.id);
  if (!access) redirect(303, '/sign-in');
  return { cards: await cardsOf(open, access.site.id) };
};
