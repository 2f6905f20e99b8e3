import { dayOf } from '../../../core/say/day';
import type { Day } from '../../../core/measure/dates';

/** The start of the made-up clock, if VIRIDANE_CLOCK sets one (screenshots and browser tests). */
const pretended = process.env.VIRIDANE_CLOCK ? Date.parse(process.env.VIRIDANE_CLOCK) : undefined;
const startedAt = Date.now();

/** Now, in milliseconds since 1970 UTC. */
export function now(): number {
  return pretended === undefined ? Date.now() : pretended + (Date.now() - startedAt);
}

/** The calendar day at a site now. */
export const today = (zone: string): Day => dayOf(now(), zone);
