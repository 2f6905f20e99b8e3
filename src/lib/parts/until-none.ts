/**
 * Waits until nothing is on its way any more: what begins while something else arrives is waited for too.
 * @param onItsWay what is on its way now, asked again after each arrival; one that is broken off has arrived
 */
export async function untilNone(
  onItsWay: () => Promise<unknown> | null | undefined,
): Promise<void> {
  for (let next = onItsWay(); next; next = onItsWay()) await next.catch(() => {});
}

/** A link that was pressed: where it leads, and when. */
export interface Press {
  href: string;
  at: number;
}

/** A page that has not come after so long was refused, or its way was broken off. Milliseconds. */
const GIVEN_UP = 5000;

/** Whether the page that a press leads to is still to come. */
export const stillOnTheWay = (press: Press | undefined, here: string, now: number): boolean =>
  press !== undefined && press.href !== here && now - press.at < GIVEN_UP;

/**
 * Where a press on a link leads in this very page; nothing for a new tab, a download, another site or a
 * place on the same page.
 */
export function leadsTo(
  link: Pick<HTMLAnchorElement, 'href' | 'target' | 'hasAttribute'>,
  press: Pick<MouseEvent, 'button' | 'metaKey' | 'ctrlKey' | 'shiftKey' | 'altKey'>,
  here: Pick<Location, 'origin' | 'pathname' | 'search'>,
): string | undefined {
  if (press.button || press.metaKey || press.ctrlKey || press.shiftKey || press.altKey)
    return undefined;
  if (!link.href || (link.target && link.target !== '_self') || link.hasAttribute('download'))
    return undefined;
  const { origin, pathname, search, href } = new URL(link.href);
  if (origin !== here.origin) return undefined;
  return pathname === here.pathname && search === here.search ? undefined : href;
}
