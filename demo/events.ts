import type { EventRow } from '../src/lib/store/define';
import type { Random } from '../core/measure/random';

/** Makes ids like those of a device (UUIDv7), but the same each time. */
export function idMaker(random: Random): (time: number) => string {
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(random() * 16).toString(16)).join('');
  return (time) => {
    const stamp = Math.floor(time).toString(16).padStart(12, '0');
    return `${stamp.slice(0, 8)}-${stamp.slice(8)}-7${hex(3)}-${'89ab'[Math.floor(random() * 4)]}${hex(3)}-${hex(12)}`;
  };
}

/** An event's columns, at a time of day of a day counted from today. */
export type EventMaker = (daysAgo: number, hour: number, author?: string) => EventRow;

export const MINUTE = 60_000;
export const DAY = 86_400_000;
