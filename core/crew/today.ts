import type { Point } from '../measure/plane';
import { pointAt, rowSpan, type RowSet } from '../rows/rowset';
import type { Runs } from '../rows/species';
import type { Cache, Caches, Refill } from './caches';
import {
  refillWays,
  runsDry,
  runsLeft,
  type CrewDay,
  type DayRow,
  type DayTerms,
  type RunsDry,
} from './day';
import type { RowRange } from './share';

/** Where boxes stand for what is still to be fetched today. */
export interface BoxPlaces extends Caches {
  /** The same caches, each with the row beside it and the trees that are fetched there. */
  marks: { headland: Cache['headland']; row: number; trees: number }[];
  /** Metres carried if all came from one place at the gate. */
  fromGate: number;
}

/** What is fetched today, and where boxes may stand for it: what `placeCaches` is asked. */
export interface Fetching {
  ways: Refill[];
  /** The row of each way. */
  rows: number[];
  caches: number;
  allowed: readonly Cache['headland'][];
  /** Metres of each way from the one place at the gate. */
  fromGate: number[];
}

/**
 * How the bags of a day are fetched.
 * @param rows of the layout, whose ends are the headlands
 * @param gate where the crew comes in, in the plane of the rows; before the first row where nobody said
 */
export function fetchingOn(
  rows: RowSet,
  { planters }: Pick<CrewDay, 'planters'>,
  { caches, headlands }: Pick<DayTerms, 'caches' | 'headlands'>,
  gate?: Point,
): Fetching {
  // A refill in a row that the layout does not have is fetched nowhere: ways and rows go together.
  const fetched = planters
    .flatMap(({ refills }) => refills)
    .flatMap((point) => refillWays(rows, [point]).map((way) => ({ way, row: point.row })));
  return {
    ways: fetched.map(({ way }) => way),
    rows: fetched.map(({ row }) => row),
    caches,
    allowed: headlands === 'both' ? ['first', 'last'] : [headlands],
    fromGate: fetched.map(({ way, row }) => {
      if (!gate) return way.first.along + way.first.into;
      // Straight to the end of the row that makes the way shorter.
      const [first, last] = rowSpan(rows, row - 1).map((chainage) => {
        const [x, y] = pointAt(rows, row - 1, chainage).point;
        return Math.hypot(x - gate[0], y - gate[1]);
      });
      return Math.min(first + way.first.into, last + way.last.into);
    }),
  };
}

/**
 * Where boxes stand best for the bags of a day.
 * @param best where they were found to stand best
 */
export function boxPlaces(
  { ways, rows, fromGate }: Fetching,
  { planters }: Pick<CrewDay, 'planters'>,
  best: Caches,
): BoxPlaces {
  // Whoever refills carries one bag more than they fetch: the one they begin with.
  const filling = planters.filter(({ refills }) => refills.length);
  const bags = filling.reduce((sum, { refills }) => sum + refills.length + 1, 0);
  const aBag = bags ? filling.reduce((sum, { trees }) => sum + trees, 0) / bags : 0;
  return {
    ...best,
    marks: best.caches.map(({ headland, along, visits }) => ({
      headland,
      row: rows[ways.findIndex((way) => way[headland].along === along)] ?? 1,
      trees: Math.round(visits * aBag),
    })),
    fromGate: fromGate.reduce((sum, metres) => sum + metres, 0),
  };
}

/** Rows from the first that is open or somebody's: what is done before it is not drawn. */
export function rowsInSight(all: readonly DayRow[], shares: readonly RowRange[]): DayRow[] {
  const held = (row: number) =>
    shares.some(({ firstRow, lastRow }) => row >= firstRow && row <= lastRow);
  const first = all.findIndex(({ number, left }) => left > 0 || held(number));
  return all.slice(Math.max(0, first));
}

/**
 * What of the day's stock runs dry, and when, all who plant drawing on the same.
 * @param perHour trees an hour of each planter
 * @param short species that do not reach for the block, with what is on hand
 */
export function driesToday<Short extends { species: number; onHand: number }>(
  all: readonly DayRow[],
  { planters, spells }: Pick<CrewDay, 'planters' | 'spells'>,
  perHour: (planter: string) => number,
  short: readonly Short[],
): (Short & { dry?: RunsDry })[] {
  const runs = new Map<number, Runs>(
    all.map(({ number, runs: own, planted }) => [number, runsLeft(own, planted)]),
  );
  const wanted = planters.map(({ planter, rows }) => ({
    perHour: perHour(planter),
    rows: rows.map((number) => ({ number, runs: runs.get(number) ?? [] })),
  }));
  return short.map((one) => ({ ...one, dry: runsDry(one.species, one.onHand, wanted, spells) }));
}

/**
 * A short mark for each planter, to stand in a narrow strip beside a colour: the number in a name, else its
 * initials; where two would be alike they are told apart by more letters of the first name, at last by a
 * number.
 * @returns marks in the order of the names, no two alike
 */
export function marksOf(names: readonly string[]): string[] {
  const ways = names.map((name) => {
    const words = name.trim().split(/\s+/);
    const initials = words
      .map(([letter]) => letter ?? '')
      .join('')
      .slice(0, 2);
    const number = /\d+/.exec(name)?.[0];
    return [...(number ? [number] : []), initials, words[0].slice(0, 2), words[0].slice(0, 3)];
  });
  const taken = new Set<string>();
  const clashes = (mark: string, own: number, step: number) =>
    taken.has(mark) || ways.some((way, other) => other !== own && way[step] === mark);
  return ways.map((way, own) => {
    const found =
      way.find((mark, step) => mark && !clashes(mark, own, step)) ??
      way.find((mark) => mark && !taken.has(mark)) ??
      Array.from({ length: names.length }, (_, i) => `${way[0]}${i + 2}`).find(
        (mark) => !taken.has(mark),
      )!;
    taken.add(found);
    return found;
  });
}

/** Rows side by side that are drawn as one: one planter's, or those that two riders of a machine have in turn. */
export interface Band {
  firstRow: number;
  lastRow: number;
  planters: string[];
}

/** A rider has one row of a pass, and two in a row where a pass is driven back beside the one before. */
const RIDER_ROWS = 2;
/** So many short ranges by turns are riders' rows; fewer are planters with little to do. */
const TURNS = 3;

/**
 * Ranges of rows as they are drawn: those of two riders that change every row or two are one band of both.
 * @param shares in order of their rows
 */
export function bandsOf(shares: readonly RowRange[]): Band[] {
  const bands: Band[] = [];
  const alone = ({ planterId, firstRow, lastRow }: RowRange): Band => ({
    ...{ firstRow, lastRow, planters: [planterId] },
  });
  let turns: RowRange[] = [];
  const close = () => {
    if (turns.length < TURNS) bands.push(...turns.map(alone));
    else
      bands.push({
        firstRow: turns[0].firstRow,
        lastRow: turns[turns.length - 1].lastRow,
        planters: [...new Set(turns.map(({ planterId }) => planterId))],
      });
    turns = [];
  };
  for (const share of shares) {
    const short = share.lastRow - share.firstRow < RIDER_ROWS;
    const joins =
      short &&
      (!turns.length || turns[turns.length - 1].lastRow + 1 === share.firstRow) &&
      new Set([...turns, share].map(({ planterId }) => planterId)).size <= 2;
    if (!joins) close();
    if (short) turns.push(share);
    else bands.push(alone(share));
  }
  close();
  return bands;
}
