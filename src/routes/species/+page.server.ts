import { redirect } from '@sveltejs/kit';
import { cardsOf } from '$lib/rooms/stock/cards.server';
import { openSite } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The species cards of the site. */
export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('viridane:stock');
  const page = await openSite(locals);
  if (!page) redirect(303, '/sign-in');
  return { cards: await cardsOf(page.facts) };
};
