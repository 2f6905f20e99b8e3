import { addTo, daysBetween, type Day } from '../measure/dates';
import { dayOf } from '../say/day';
import type { Progress, Tally } from './progress';

/** What one entry adds to the sums beside the tallies, or with a minus takes away. */
export interface PlantedChange {
  row: number;
  planter: string;
  day: Day;
  trees: number;
}

/**
 * The one way from a tally to the sums: what it changes. A correction takes away what it names, on
 * the day and from the planter of the entry that it names.
 * @param target the entry that a correction names; undefined when it names none or that is cancelled already
 * @param zone the site's, whose midnight parts the days
 * @example plantedChange({ id: 'a', row: 3, planter: 'p', count: 25, at: '2026-11-24T08:00:00Z' }, undefined, 'UTC')?.trees // => 25
 */
export function plantedChange(
  tally: Tally,
  target: Tally | undefined,
  zone: string,
): PlantedChange | undefined {
  const counts = tally.corrects ? target : tally;
  if (!counts) return undefined;
  return {
    row: counts.row,
    planter: counts.planter,
    day: dayOf(counts.at, zone),
    trees: tally.corrects ? -counts.count : counts.count,
  };
}

/** Sums beside the tallies of a layout: by row, and by planter and day. */
export interface PlantedSums {
  byRow: Map<number, number>;
  byDay: Map<Day, Map<string, number>>;
}

export const noneSown = (): PlantedSums => ({ byRow: new Map(), byDay: new Map() });

/** Takes a change into the sums. */
export function foldPlanted(sums: PlantedSums, change: PlantedChange | undefined): PlantedSums {
  if (!change) return sums;
  const { row, planter, day, trees } = change;
  const ofDay = sums.byDay.get(day) ?? new Map<string, number>();
  sums.byRow.set(row, (sums.byRow.get(row) ?? 0) + trees);
  ofDay.set(planter, (ofDay.get(planter) ?? 0) + trees);
  sums.byDay.set(day, ofDay);
  return sums;
}

/**
 * The sums made anew from the tallies themselves, in the order in which they were recorded.
 * @param zone the site's
 */
export function plantedSums(tallies: readonly Tally[], zone: string): PlantedSums {
  const byId = new Map<string, Tally>();
  const cancelled = new Set<string>();
  const sums = noneSown();
  for (const tally of tallies) {
    if (byId.has(tally.id)) continue;
    byId.set(tally.id, tally);
    const { corrects } = tally;
    const target = corrects && !cancelled.has(corrects) ? byId.get(corrects) : undefined;
    if (corrects) cancelled.add(corrects);
    foldPlanted(sums, plantedChange(tally, target, zone));
  }
  return sums;
}

/** Trees in the ground, by row and planter, from the sums. */
export function progressOf(sums: PlantedSums): Progress {
  const byPlanter = new Map<string, number>();
  for (const ofDay of sums.byDay.values())
    for (const [planter, trees] of ofDay)
      byPlanter.set(planter, (byPlanter.get(planter) ?? 0) + trees);
  const byRow = new Map([...sums.byRow].filter(([, trees]) => trees !== 0));
  return { planted: [...byRow.values()].reduce((a, b) => a + b, 0), byRow, byPlanter };
}

/** Trees that went in on one day, all together and by planter. */
export function plantedOn(
  sums: PlantedSums,
  day: Day,
): { planted: number; byPlanter: Map<string, number> } {
  const byPlanter = new Map([...(sums.byDay.get(day) ?? [])].filter(([, trees]) => trees !== 0));
  return { planted: [...byPlanter.values()].reduce((a, b) => a + b, 0), byPlanter };
}

/** Trees planted up to and with a day. */
export function plantedUntil(sums: PlantedSums, day: Day): number {
  let trees = 0;
  for (const [on, ofDay] of sums.byDay)
    if (on <= day) for (const count of ofDay.values()) trees += count;
  return trees;
}

/** Days of late by which a pace is judged. */
export const PACE_DAYS = 14;

/** The days that a pace is judged by, and the trees that were planted on them. */
export interface Pace {
  days: number;
  trees: number;
}

/** What is reckoned with until planting is over, and where it comes from. */
export interface ReckonedPace {
  /** Trees a day; 0 when nobody plants. */
  pace: number;
  from: 'tallies' | 'rates';
  /** What it was counted from, when from tallies. */
  counted: Pace;
}

/**
 * Trees a day of late: the mean over the last fortnight's whole days on which anything was planted. A
 * day that is not over would make it look slower than it is, so on the first one the rates of the
 * planters together stand in; only where nobody has a rate does today speak for itself.
 * @param rates trees a day of all planters together
 */
export function reckonedPace(sums: PlantedSums, today: Day, rates: number): ReckonedPace {
  const since = addTo(today, { days: -PACE_DAYS });
  const counted = { days: 0, trees: 0 };
  let now = 0;
  for (const [day, ofDay] of sums.byDay) {
    const trees = [...ofDay.values()].reduce((a, b) => a + b, 0);
    if (trees <= 0 || day < since || day > today) continue;
    if (day === today) now = trees;
    else {
      counted.days++;
      counted.trees += trees;
    }
  }
  if (counted.days) return { pace: counted.trees / counted.days, from: 'tallies', counted };
  if (rates > 0 || !now) return { pace: rates, from: 'rates', counted };
  return { pace: now, from: 'tallies', counted: { days: 1, trees: now } };
}

/** Days without a tree after which whoever plants again begins another planting. From memory. */
const PAUSE = 45;

/**
 * The first day of the planting that trees went in on last: a block whose other half was planted in spring begins
 * anew in autumn. What was taken back does not count.
 * @returns undefined before the first tree
 */
export function begunOn(sums: Pick<PlantedSums, 'byDay'>): Day | undefined {
  const days = [...sums.byDay]
    .filter(([, ofDay]) => [...ofDay.values()].reduce((sum, trees) => sum + trees, 0) > 0)
    .map(([day]) => day)
    .sort();
  return days.findLast((day, i) => i === 0 || daysBetween(days[i - 1], day) > PAUSE);
}
