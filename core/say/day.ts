import { DateTime } from 'luxon';
import type { Day } from '../measure/dates';

/**
 * The calendar day at a site at some moment: the day by which everything there is counted. It
 * begins at the site's own midnight, also on the two days of the year that are 23 or 25 hours long.
 * @param moment milliseconds since 1970 UTC, or an ISO time
 * @param zone IANA name, "Pacific/Auckland"
 * @example dayOf(Date.UTC(2026, 5, 30, 21, 30), 'Pacific/Auckland') // => '2026-07-01'
 */
export function dayOf(moment: number | string | Date, zone: string): Day {
  return local(moment, zone).toISODate()!;
}

/**
 * First moment of a day at a site and of the day after it.
 * @returns milliseconds since 1970 UTC
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
  const at = local(moment, zone);
  return { text: at.toFormat('HH:mm'), hour: at.hour + at.minute / 60, weekday: at.weekday };
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

function local(moment: number | string | Date, zone: string): DateTime {
  const at = moment instanceof Date ? moment.getTime() : moment;
  return typeof at === 'number'
    ? DateTime.fromMillis(at, { zone })
    : DateTime.fromISO(at, { zone: 'utc' }).setZone(zone);
}
