import { DateTime } from 'luxon';

const FIELD = "yyyy-MM-dd'T'HH:mm";

/** A moment as a field of the browser for day and hour takes it, by a site's clock. */
export const fieldOf = (moment: number, zone: string): string =>
  DateTime.fromMillis(moment, { zone }).toFormat(FIELD);

/**
 * What such a field gives back.
 * @returns milliseconds since 1970 UTC; undefined where it is empty or no day and hour
 */
export function momentIn(text: string, zone: string): number | undefined {
  const at = DateTime.fromFormat(text, FIELD, { zone });
  return at.isValid ? at.toMillis() : undefined;
}

/**
 * When something that began at a known moment was over, as it is typed: minutes, so that the one in which it
 * began is its beginning.
 * @returns undefined where it was over before it began or is still to come
 */
export function overAt(text: string, zone: string, began: number, now: number): number | undefined {
  const at = momentIn(text, zone);
  if (at === undefined || at > now || at < began - 60_000) return undefined;
  return Math.max(at, began);
}
