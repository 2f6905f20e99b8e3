import { blocksFact } from '$lib/rooms/ground/facts.server';
import { openSite } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The blocks beside which the new one will lie. */
export const load: PageServerLoad = async ({ locals, depends }) => {
  depends('viridane:ground', 'viridane:site');
  const page = await openSite(locals);
  const blocks = page ? await page.facts.of(blocksFact) : [];
  return { neighbours: blocks.map(({ id, name, boundary }) => ({ id, name, boundary })) };
};
