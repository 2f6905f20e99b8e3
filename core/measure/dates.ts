import { DateTime } from 'luxon';

/** A calendar day, "2026-11-24". It has no zone and no clock, so daylight saving cannot move it. */
export type Day = string;

export interface Span {
  months?: number;
  weeks?: number;
  days?: number;
}

const at = (day: Day) => DateTime.fromISO(day, { zone: 'utc' });

/** Adds a span; the end of a short month stays the end of that month. */
export function addTo(day: Day, span: Span): Day {
  return at(day).plus(span).toISODate()!;
}

/** Whole days from one day to another, negative when the second lies before the first. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round(at(to).diff(at(from), 'days').days);
}

export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && at(text).isValid;
}

/** Writes a day as "24 Nov", with the year when asked for. */
export function formatDay(day: Day, withYear = false): string {
  return at(day)
    .setLocale('en-GB')
    .toFormat(withYear ? 'd LLL yyyy' : 'd LLL');
}

/** Writes a day as "Tuesday". */
export function weekday(day: Day): string {
  return at(day).setLocale('en-GB').toFormat('cccc');
}
