import { addTo, daysBetween, type Day } from '../measure/dates';
import type { Figure } from '../measure/working';
import { liquidOf, say } from '../say/message';
import { told } from '../say/told';

/**
 * A reservoir box round a young tree on arid ground: a lidded ring that holds water, gives it off through a
 * wick and catches rain in its lid. Defaults are from memory; the leader's own box has its own.
 */
export interface BoxTerms {
  /** Litres a full box holds. */
  capacity: number;
  /** Litres that the wick and the lid lose a day. */
  draw: number;
  /** Square metres of lid that rain falls into the box from. */
  lid: number;
  /** Litres that make the moist column under the tree, a day before. */
  soak: number;
  /** Litres poured into the middle to settle the soil. */
  settle: number;
  /** Litres of the tank that water comes in. */
  tank: number;
}

export const BOX_TERMS: BoxTerms = {
  capacity: 16,
  draw: 0.05,
  lid: 0.16,
  soak: 30,
  settle: 4,
  tank: 1000,
};

/** Boxes of one row that were set and filled, or filled again, together. */
export interface Filled {
  row: number;
  boxes: number;
  /** Into each. */
  litres: number;
  kind: 'set' | 'refill';
  /** Milliseconds since 1970. */
  at: number;
}

/** Water for setting so many boxes, as a figure in cubic metres, and how often the tank drives. */
export function boxWater(boxes: number, terms: BoxTerms): { litres: Figure; trips: Figure } {
  if (!(terms.tank > 0)) throw told('crew.emptyTank', { tank: liquidOf(terms.tank / 1000) });
  const each = terms.soak + terms.settle + terms.capacity;
  return {
    litres: {
      value: (boxes * each) / 1000,
      kind: 'liquid',
      formula: say('formula.boxWater'),
      steps: [
        { label: say('step.boxes'), value: boxes, kind: 'count' },
        { label: say('step.moistColumnEach'), value: terms.soak / 1000, kind: 'liquid' },
        { label: say('step.settlingEach'), value: terms.settle / 1000, kind: 'liquid' },
        { label: say('step.aFullBox'), value: terms.capacity / 1000, kind: 'liquid' },
      ],
    },
    trips: {
      value: Math.ceil((boxes * each) / terms.tank - 1e-9),
      kind: 'count',
      formula: say('formula.tankTrips'),
      steps: [
        { label: say('step.water'), value: (boxes * each) / 1000, kind: 'liquid' },
        { label: say('step.theTank'), value: terms.tank / 1000, kind: 'liquid' },
      ],
    },
  };
}

/** Rain of a day in mm. */
export type RainOf = (day: Day) => number;

/** Days that are looked ahead. */
export const HORIZON = 730;

/**
 * Water in a box on the mornings from the day it was filled: each day takes the draw and adds the rain
 * that falls on the lid; what is above the brim runs off.
 * level(d+1) = min(capacity, max(0, level(d) − draw) + lid × rain), litres, m² and mm.
 * @param litres in it on the first morning
 * @param rains mm of each day, the first one's first
 * @returns one more than there are days
 */
export function boxLevels(litres: number, rains: readonly number[], terms: BoxTerms): number[] {
  const levels = [Math.min(terms.capacity, litres)];
  for (const rain of rains) {
    const level = Math.max(0, levels.at(-1)! - terms.draw);
    levels.push(Math.min(terms.capacity, level + terms.lid * rain));
  }
  return levels;
}

/** Rain of so many days from one on. */
export function rainsFrom(from: Day, days: number, rain: RainOf): number[] {
  return Array.from({ length: Math.max(0, days) }, (_, i) => rain(addTo(from, { days: i })));
}

export interface BoxRow {
  row: number;
  boxes: number;
  /** The day it was filled last. */
  filled: Day;
  /** Litres in each of them today. */
  level: number;
  /**
   * The first day without water, of those to come or, where there is none today, since which there is none;
   * null when rain keeps it going beyond two years.
   */
  dry: Day | null;
  /** Litres that fill the row's boxes today. */
  toFill: number;
}

/**
 * Each row's boxes: how full they are today, when they run dry, and what fills them.
 * @param fills of any order; the boxes of a row are those that were set there, each once
 * @param dayOf the site's day of a moment
 */
export function boxRows(
  fills: readonly Filled[],
  terms: BoxTerms,
  rain: RainOf,
  today: Day,
  dayOf: (at: number) => Day,
): BoxRow[] {
  const byRow = new Map<number, Filled[]>();
  for (const fill of [...fills].sort((a, b) => a.at - b.at))
    byRow.set(fill.row, [...(byRow.get(fill.row) ?? []), fill]);
  const rows: BoxRow[] = [];
  const ahead = rainsFrom(today, HORIZON, rain);
  const path = (litres: number, from: Day, to: Day) =>
    boxLevels(litres, rainsFrom(from, daysBetween(from, to), rain), terms);
  const since = (litres: number, from: Day, to: Day) => path(litres, from, to).at(-1)!;
  const wet = (litres: number) => litres > 1e-9;
  for (const [row, own] of byRow) {
    const boxes = own
      .filter(({ kind }) => kind === 'set')
      .reduce((sum, fill) => sum + fill.boxes, 0);
    if (!boxes) continue;
    // The mean box of the row: a fill of some of them is shared, as they are drawn from alike.
    let level = 0;
    let standing = 0;
    let last = dayOf(own[0].at);
    for (const fill of own) {
      const day = dayOf(fill.at);
      level = since(level, last, day);
      last = day;
      if (fill.kind === 'set') {
        level =
          (level * standing + Math.min(terms.capacity, fill.litres) * fill.boxes) /
          (standing + fill.boxes);
        standing += fill.boxes;
      } else if (standing)
        level = Math.min(
          terms.capacity,
          level + (fill.litres * Math.min(fill.boxes, standing)) / standing,
        );
    }
    const filled = last;
    const gone = path(level, last, today);
    level = gone.at(-1)!;
    const dry = boxLevels(level, ahead, terms).findIndex((litres) => !wet(litres));
    // Empty today, it has been so since the last day on which it was not.
    const from = dry === 0 ? addTo(filled, { days: gone.findLastIndex(wet) + 1 }) : today;
    rows.push({
      ...{ row, boxes, filled, level },
      dry: dry < 0 ? null : addTo(from, { days: dry }),
      toFill: boxes * (terms.capacity - level),
    });
  }
  return rows.sort((a, b) => a.row - b.row);
}

/** Trips of one round: which rows each tankful fills, in their order; a row may be parted between two. */
export function fillTrips(
  rows: readonly { row: number; toFill: number }[],
  tank: number,
): { rows: { row: number; litres: number }[]; litres: number }[] {
  if (!(tank > 0)) throw told('crew.emptyTank', { tank: liquidOf(tank / 1000) });
  const trips: { rows: { row: number; litres: number }[]; litres: number }[] = [];
  for (const { row, toFill } of rows) {
    let left = toFill;
    while (left > 1e-9) {
      let trip = trips.at(-1);
      if (!trip || tank - trip.litres < 1e-9) trips.push((trip = { rows: [], litres: 0 }));
      const litres = Math.min(left, tank - trip.litres);
      trip.rows.push({ row, litres });
      trip.litres += litres;
      left -= litres;
    }
  }
  return trips;
}
