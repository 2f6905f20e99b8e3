import { DateTime } from 'luxon';

/** A calendar day, "2026-11-24". It has no zone and no clock, so daylight saving cannot move it. */
export type Day = string;

export interface Span {
  months?: number;
  weeks?: number;
  days?: number;
}

const DAY = 86_400_000;
/** The same few hundred days are read over and over while a page or a season is worked out. */
const read = new Map<Day, DateTime>();
const MOST_READ = 4000;
function at(day: Day): DateTime {
  let found = read.get(day);
  if (!found) {
    found = DateTime.fromISO(day, { zone: 'utc' });
    if (read.size >= MOST_READ) read.clear();
    read.set(day, found);
  }
  return found;
}

/**
 * Adds a span; the end of a short month stays the end of that month.
 * @example addTo('2026-01-31', { months: 1 }) // => '2026-02-28'
 */
export function addTo(day: Day, span: Span): Day {
  const { months = 0, weeks = 0, days = 0 } = span;
  if (!months && !weeks && !days) return day;
  const from = months ? at(day).plus({ months }) : at(day);
  // A day of UTC has 24 hours, always.
  const to = new Date(from.toMillis() + (weeks * 7 + days) * DAY);
  return Number.isNaN(to.getTime()) ? from.toISODate()! : to.toISOString().slice(0, 10);
}

/**
 * Whole days from one day to another, negative when the second lies before the first.
 * @example daysBetween('2026-02-27', '2026-03-02') // => 3
 */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((at(to).toMillis() - at(from).toMillis()) / DAY);
}

export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && at(text).isValid;
}

/**
 * Writes the days from one to another, the year once where it is the same.
 * @example formatSpan('2026-11-24', '2026-11-26') // => '24 Nov to 26 Nov 2026'
 */
export function formatSpan(from: Day, to: Day): string {
  if (from === to) return formatDay(to, true);
  return `${formatDay(from, from.slice(0, 4) !== to.slice(0, 4))} to ${formatDay(to, true)}`;
}

/**
 * Writes a day as "24 Nov", with the year when asked for.
 * @param withYear whether; or a day, so that the year is told where it is another than of that day
 * @example formatDay('2026-11-28', true) // => '28 Nov 2026'
 * @example formatDay('2025-11-28', '2026-01-05') // => '28 Nov 2025'
 * @example formatDay('2026-11-28', '2026-01-05') // => '28 Nov'
 */
export function formatDay(day: Day, withYear: boolean | Day = false): string {
  const year = typeof withYear === 'string' ? day.slice(0, 4) !== withYear.slice(0, 4) : withYear;
  const known = year ? writtenWithYear : written;
  let text = known.get(day);
  if (text === undefined) {
    text = at(day)
      .setLocale('en-GB')
      .toFormat(year ? 'd LLL yyyy' : 'd LLL');
    if (known.size >= MOST_READ) known.clear();
    known.set(day, text);
  }
  return text;
}
const written = new Map<Day, string>();
const writtenWithYear = new Map<Day, string>();

/** 1 for Monday to 7 for Sunday. */
export const weekdayOf = (day: Day): number => at(day).weekday;

/** Writes a day as "Tuesday". @example weekday('2026-11-28') // => 'Saturday' */
export function weekday(day: Day): string {
  return at(day).setLocale('en-GB').toFormat('cccc');
}
