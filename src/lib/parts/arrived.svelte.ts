import { navigating } from '$app/state';
import { leadsTo, stillOnTheWay, untilNone, type Press } from './until-none';

/** Links that were pressed and whose pages have not come, the first one first. */
let presses: Press[] = [];

/**
 * Notes which link was pressed last. While one page still settles the router does not tell of a press that
 * leads on to the next, so it is told here. @returns what stops it
 */
export function noteLinks(): () => void {
  const note = (event: MouseEvent) => {
    const link = (event.target as Element | null)?.closest('a');
    const href = link && leadsTo(link, event, location);
    if (href) presses = [...presses, { href, at: Date.now() }].slice(-4);
  };
  document.addEventListener('click', note, true);
  return () => document.removeEventListener('click', note, true);
}

/** A page that a link led to has come, be it another one than the link named. */
export const landed = (): void => void (presses = presses.slice(1));

/**
 * Waits until whoever has clicked on to another page is there, and on from there to the next. Reading a page
 * anew in between would call the click back.
 */
export const arrived = (): Promise<void> =>
  untilNone(() => {
    if (navigating.complete) return navigating.complete;
    if (!stillOnTheWay(presses.at(-1), location.href, Date.now())) return undefined;
    return new Promise((look) => setTimeout(look, 40));
  });
