import type { Cookies } from '@sveltejs/kit';
import type { Person } from './sign-in';
import { store } from './store';

const SITE_COOKIE = 'viridane-site';
const OF_A_BLOCK = /^\/(?:blocks|field)\/([\da-f]{8}(?:-[\da-f]{4}){3}-[\da-f]{12})(?:\/|$)/;
const A_YEAR = 365 * 86_400;

/** Remembers in this browser on which of their sites somebody works. */
export const keepSite = (cookies: Cookies, url: URL, siteId: string): void =>
  cookies.set(SITE_COOKIE, siteId, {
    ...{ path: '/', httpOnly: true, sameSite: 'lax' },
    ...{ secure: url.protocol === 'https:', maxAge: A_YEAR },
  });

/**
 * Puts the site that a request is about before a person's others, for pages open the first: the one its address
 * names or its block lies on, else the one they worked on last in this browser. Whoever has one site asks nothing.
 */
export async function siteFirst(person: Person, url: URL, cookies: Cookies): Promise<void> {
  if (person.sites.length < 2) return;
  const [, blockId] = OF_A_BLOCK.exec(url.pathname) ?? [];
  const of = blockId && (await (await store()).block.findByPk(blockId, { attributes: ['siteId'] }));
  const kept = cookies.get(SITE_COOKIE);
  const asked = (of ? of.get('siteId') : undefined) ?? url.searchParams.get('site') ?? kept;
  const at = person.sites.findIndex(({ site }) => site.id === asked);
  if (at < 0) return;
  if (of && kept !== asked) keepSite(cookies, url, asked!);
  person.sites.unshift(...person.sites.splice(at, 1));
}
