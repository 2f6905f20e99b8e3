import { addTo, daysBetween, weekdayOf, type Day } from '../measure/dates';
import { weekOf, type WeekShare } from './windows';

/** What decides how long planting takes. */
export interface PlantingPace {
  /** Trees still to plant. */
  left: number;
  /** Trees the crew sets on a whole day. */
  pace: number;
  /** Day on which the rest is begun, and the first day of all. */
  from: Day;
  first: Day;
  /** How the weeks of the year allow planting. */
  weeks: readonly WeekShare[];
  daysAWeek: number;
}

/** Days before planting from which stock is held against the rows. */
const STOCK_DAYS = 7;

/**
 * Whether the stock of a block is held against its rows: its planting day is a week away or past, and trees of
 * the version that is with the crew are still to set; without one it has no places.
 */
export const isPlanting = (
  block: { plantingDay: Day | null; planted: number; places: number },
  today: Day,
): boolean =>
  block.plantingDay !== null &&
  block.planted < block.places &&
  daysBetween(today, block.plantingDay) <= STOCK_DAYS;

/** Planting that would take longer is another season's. */
const LONGEST = 200;
/** A week of the bare season of the trade tells nothing of its days; a fifth of them is lost to weather. From memory. */
const USUAL_SHARE = 0.8;

/** Share of a week's days that allow planting, from what hindered the others. */
export function dayShare({ years, because }: WeekShare): number {
  const lost = because.reduce((sum, [, days]) => sum + days, 0);
  return years > 1 || lost > 0 ? Math.max(0, 1 - lost / (7 * Math.max(1, years))) : USUAL_SHARE;
}

/**
 * Calendar days that planting takes: each working day plants its share of the crew's pace that the weather of
 * its week leaves, until nothing is left.
 * @returns days from the first on, and how many of them are still to come; one where no pace is known
 */
export function plantingDays({ left, pace, from, first, weeks, daysAWeek }: PlantingPace): {
  days: number;
  left: number;
} {
  const before = Math.max(0, daysBetween(first, from));
  if (!(left > 0)) return { days: Math.max(1, before), left: 1 };
  if (!(pace > 0)) return { days: before + 1, left: 1 };
  let waiting = left;
  let day = from;
  for (let days = 1; days <= LONGEST; days++, day = addTo(day, { days: 1 })) {
    if (weekdayOf(day) <= daysAWeek) {
      const share = weeks.length ? dayShare(weeks[weekOf(day)]) : USUAL_SHARE;
      // A block is never held up for ever by a week in which no year allowed planting.
      waiting -= pace * Math.max(0.1, share);
    }
    if (waiting <= 1e-6) return { days: before + days, left: days };
  }
  return { days: before + LONGEST, left: LONGEST };
}
