import { pegChainage, pointAt, rowCount, rowSpan, type RowSet } from '../rows/rowset';
import { refillPoints, type Refill, type RefillPoint } from './caches';
import {
  endsAt,
  forecast,
  hoursIn,
  spellsLeft,
  type PlanterForecast,
  type Spell,
} from './forecast';
import type { Rate } from './rates';
import { holds, type RowRange } from './share';

/** What a leader sets for the days of a block. */
export interface DayTerms {
  /** Hours by the site's clock. */
  begin: number;
  end: number;
  noon: number;
  /** Minutes. */
  pause: number;
  /** Trees that a bag holds. */
  bag: number;
  /** Places where boxes stand. */
  caches: number;
  headlands: 'first' | 'last' | 'both';
}

/** Common practice, no source. */
export const DAY_TERMS: DayTerms = {
  ...{ begin: 7, end: 17, noon: 12, pause: 45 },
  ...{ bag: 200, caches: 2, headlands: 'both' },
};

/** A row of the day: how many trees are in, how many are still to come. */
export interface DayRow {
  number: number;
  planted: number;
  left: number;
}

export interface CrewDay {
  planters: (PlanterForecast & { rows: number[]; refills: RefillPoint[] })[];
  /** Hours of planting that are left. */
  hours: number;
  spells: Spell[];
  /** When the last tree of the block goes in, and between what; undefined beyond the day. */
  end?: number;
  early?: number;
  late?: number;
  /** Trees that are in when the day ends, with those that are in now. */
  planted: number;
}

/**
 * The day from here: each planter's rows, where bags run empty, and when who ends.
 * @param rows in order; `left` above 0 where trees are still to come
 * @param shares who has which rows
 * @param here planters who are at work, or who come; others' rows wait
 * @param stops hours that do not allow planting
 * @param dayStart the site's midnight, milliseconds since 1970
 */
export function crewDay(
  rows: readonly DayRow[],
  shares: readonly RowRange[],
  here: readonly { id: string; rate: Rate }[],
  terms: DayTerms,
  { now, dayStart, stops }: { now: number; dayStart: number; stops: readonly Spell[] },
): CrewDay {
  const at = (hour: number) => dayStart + hour * 3_600_000;
  const noon = { from: at(terms.noon), to: at(terms.noon + terms.pause / 60) };
  const spells = spellsLeft(Math.max(now, at(terms.begin)), at(terms.end), [noon, ...stops]);
  const planters = here.map(({ id, rate }) => {
    const own = rows.filter(({ number, left }) => left > 0 && holds(shares, id, number));
    const told = forecast(
      id,
      own.map(({ number, left }) => ({ number, trees: left })),
      rate,
      spells,
    );
    const refills = refillPoints(
      own.map(({ number, planted, left }) => ({ number, from: planted + 1, trees: left })),
      terms.bag,
    );
    return { ...told, rows: own.map(({ number }) => number), refills };
  });
  const busy = planters.filter(({ trees }) => trees > 0);
  const open = rows.some(
    ({ number, left }) => left > 0 && !here.some(({ id }) => holds(shares, id, number)),
  );
  const last = (which: 'end' | 'early' | 'late') =>
    !open && busy.length && busy.every((one) => one[which] !== undefined)
      ? Math.max(...busy.map((one) => one[which]!))
      : undefined;
  return {
    planters,
    hours: hoursIn(spells),
    spells,
    ...{ end: last('end'), early: last('early'), late: last('late') },
    planted:
      rows.reduce((sum, { planted }) => sum + planted, 0) +
      busy.reduce((sum, { trees, over }) => sum + trees - over, 0),
  };
}

/**
 * When a planter comes to a row: after the rows of theirs before it.
 * @returns undefined when it is not theirs, or not today
 */
export function comesTo(
  row: number,
  rows: readonly DayRow[],
  planter: { rows: readonly number[] },
  perHour: number,
  spells: readonly Spell[],
): number | undefined {
  const at = planter.rows.indexOf(row);
  if (at < 0) return undefined;
  const left = new Map(rows.map((one) => [one.number, one.left]));
  const before = planter.rows
    .slice(0, at)
    .reduce((sum, number) => sum + (left.get(number) ?? 0), 0);
  return endsAt(before, perHour, spells);
}

/**
 * How refills are fetched from either headland of a layout: along it from the first row's end, and into
 * the row. A headland is walked from row end to row end.
 */
export function refillWays(rows: RowSet, points: readonly RefillPoint[]): Refill[] {
  const count = rowCount(rows);
  const along = { first: [0], last: [0] };
  const spans = Array.from({ length: count }, (_, row) => rowSpan(rows, row));
  for (let row = 1; row < count; row++)
    for (const [side, end] of [
      ['first', 0],
      ['last', 1],
    ] as const) {
      const [ax, ay] = pointAt(rows, row - 1, spans[row - 1][end]).point;
      const [bx, by] = pointAt(rows, row, spans[row][end]).point;
      along[side].push(along[side][row - 1] + Math.hypot(bx - ax, by - ay));
    }
  return points.flatMap(({ row, peg }) => {
    const chainage = row <= count ? pegChainage(rows, row - 1, peg) : undefined;
    if (chainage === undefined) return [];
    const [first, last] = spans[row - 1];
    return [
      {
        first: { along: along.first[row - 1], into: chainage - first },
        last: { along: along.last[row - 1], into: last - chainage },
      },
    ];
  });
}
