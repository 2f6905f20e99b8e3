import { DateTime } from 'luxon';
import { formatDay, type Day } from '../measure/dates';

/**
 * The calendar day at a site at some moment: the day by which everything there is counted. It
 * begins at the site's own midnight, also on the two days of the year that are 23 or 25 hours long.
 * @param moment milliseconds since 1970 UTC, or an ISO time
 * @param zone IANA name, "Pacific/Auckland"
 * @example dayOf(Date.UTC(2026, 5, 30, 21, 30), 'Pacific/Auckland') // => '2026-07-01'
 */
export function dayOf(moment: number | string | Date, zone: string): Day {
  return wall(moment, zone).toISOString().slice(0, 10);
}

/**
 * First moment of a day at a site and of the day after it.
 * @returns milliseconds since 1970 UTC
 * @example dayBounds('2026-03-29', 'Europe/Berlin').reduce((from, to) => (to - from) / 3_600_000) // => 23
 */
export function dayBounds(day: Day, zone: string): [from: number, to: number] {
  const key = `${zone} ${day}`;
  let found = bounds.get(key);
  if (!found) {
    const start = DateTime.fromISO(day, { zone }).startOf('day');
    found = [start.toMillis(), start.plus({ days: 1 }).startOf('day').toMillis()];
    if (bounds.size >= MOST_BOUNDS) bounds.clear();
    bounds.set(key, found);
  }
  return found;
}
/** The same few days are asked for by every page of a site. */
const bounds = new Map<string, [number, number]>();
const MOST_BOUNDS = 2000;

/** The clock at a site: "06:50", its hour with fraction, and the weekday as 1 (Monday) to 7. */
export function clockOf(
  moment: number | string | Date,
  zone: string,
): { text: string; hour: number; weekday: number } {
  const at = wall(moment, zone);
  const hour = at.getUTCHours() + at.getUTCMinutes() / 60;
  return { text: at.toISOString().slice(11, 16), hour, weekday: at.getUTCDay() || 7 };
}

/** An hour of the clock as it is written. @example hourText(13.5) // => '13:30' */
export function hourText(hour: number): string {
  const minutes = Math.round(hour * 60);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}

/** Writes the day on which a moment fell at a site: "24 Nov", with the year when asked for. */
export const formatDayOf = (
  moment: number | string | Date,
  zone: string,
  withYear: boolean | Day = false,
): string => formatDay(dayOf(moment, zone), withYear);

/**
 * Midnights of a site for the axis of a chart, at the same distance in days from one another.
 * @param from milliseconds since 1970 UTC
 * @param to milliseconds since 1970 UTC, not before from
 * @param most marks wanted at most, one or more
 * @returns moments within from and to, milliseconds; none where no midnight lies between them
 */
export function midnights(from: number, to: number, zone: string, most: number): number[] {
  const first = DateTime.fromMillis(from, { zone }).startOf('day');
  const days = Math.ceil((to - first.toMillis()) / 86_400_000);
  const step = Math.max(1, Math.ceil(days / most));
  const all: number[] = [];
  for (let day = from === first.toMillis() ? 0 : 1; ; day += step) {
    const at = first.plus({ days: day }).toMillis();
    if (at > to) return all;
    all.push(at);
  }
}

/** Writes a moment by the clock of a site: "24 Nov, 09:30", with the year when asked for, as `formatDay` has it. */
export function formatMoment(
  moment: number | string | Date,
  zone: string,
  withYear: boolean | Day = false,
): string {
  return `${formatDayOf(moment, zone, withYear)}, ${clockOf(moment, zone).text}`;
}

/**
 * The zone's name for a place where none was given: fifteen degrees of longitude an hour. A leader
 * corrects it; it only keeps a new site from counting its days by Greenwich.
 * @param longitude degrees, east positive
 * @example nauticalZone(174.8) // => 'Etc/GMT-12'
 */
export function nauticalZone(longitude: number): string {
  const hours = Math.round(longitude / 15);
  return hours === 0 ? 'Etc/GMT' : `Etc/GMT${hours > 0 ? '-' : '+'}${Math.abs(hours)}`;
}

/** Milliseconds of a moment given in any of its forms. */
function momentOf(moment: number | string | Date): number {
  if (typeof moment === 'number') return moment;
  if (moment instanceof Date) return moment.getTime();
  if (moment.endsWith('Z')) return Date.parse(moment);
  // What carries no zone of its own is meant as UTC; Date.parse would take it for the machine's.
  return DateTime.fromISO(moment, { zone: 'utc' }).toMillis();
}

/** No zone changes its clock but at a whole quarter of an hour. */
const QUARTER = 900_000;
const offsets = new Map<string, Map<number, number>>();
const MOST_OFFSETS = 20_000;

/**
 * The moment moved by its zone's offset: its UTC fields are then what the clock on the wall shows. A
 * season's list asks this a thousand times a page, so offsets are kept by the quarter of an hour.
 * @throws RangeError for no moment, or a zone that is none
 */
function wall(moment: number | string | Date, zone: string): Date {
  const at = momentOf(moment);
  const quarter = Math.floor(at / QUARTER);
  let ofZone = offsets.get(zone);
  if (!ofZone || ofZone.size >= MOST_OFFSETS) offsets.set(zone, (ofZone = new Map()));
  let offset = ofZone.get(quarter);
  if (offset === undefined) {
    const there = DateTime.fromMillis(quarter * QUARTER, { zone });
    if (!there.isValid) throw new RangeError(`no moment at ${zone}: ${String(moment)}`);
    ofZone.set(quarter, (offset = there.offset));
  }
  return new Date(at + offset * 60_000);
}
