import { DateTime } from 'luxon';
import type { Day } from '../../../core/measure/dates';

/** The start of the made-up clock, if VIRIDANE_CLOCK sets one (screenshots and browser tests). */
const pretended = process.env.VIRIDANE_CLOCK ? Date.parse(process.env.VIRIDANE_CLOCK) : undefined;
const startedAt = Date.now();

/** Now, in milliseconds since 1970 UTC. */
export function now(): number {
  return pretended === undefined ? Date.now() : pretended + (Date.now() - startedAt);
}

/** The calendar day at a site. */
export function today(zone: string): Day {
  return dayAt(now(), zone);
}

/** The calendar day at a site at some moment. */
export function dayAt(moment: number, zone: string): Day {
  return DateTime.fromMillis(moment, { zone }).toISODate()!;
}

/** The clock at a site, "06:50", and its hour with fraction. */
export function localTime(
  zone: string,
  at = now(),
): { text: string; hour: number; weekday: string } {
  const local = DateTime.fromMillis(at, { zone }).setLocale('en-GB');
  return {
    text: local.toFormat('HH:mm'),
    hour: local.hour + local.minute / 60,
    weekday: local.toFormat('cccc'),
  };
}
