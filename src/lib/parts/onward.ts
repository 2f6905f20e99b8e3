/**
 * Only paths of this application are gone on to: what a browser makes of it must stay on this origin.
 * @param home where to otherwise
 * @example onward('//elsewhere.test/x', 'https://own.test') // => '/'
 */
export function onward(to: string | null, origin: string, home = '/'): string {
  if (!to?.startsWith('/') || to.includes('\\')) return home;
  try {
    const url = new URL(to, origin);
    return url.origin === origin ? `${url.pathname}${url.search}` : home;
  } catch {
    return home;
  }
}
