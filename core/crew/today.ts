import type { Runs } from '../rows/species';
import { wayBy, type Cache, type Caches } from './caches';
import { runsDry, runsLeft, type CrewDay, type DayRow, type RunsDry } from './day';
import type { Fetching } from './fetching';
import type { RowRange } from './share';

/** Where boxes stand for what is still to be fetched today. */
export interface BoxPlaces extends Caches {
  /** The same caches, each with the row beside it and the trees that are fetched there. */
  marks: {
    headland: Cache['headland'];
    row: number;
    /** On a road that crosses the rows: how far along the row, 0 at its first end and 1 at its last. */
    share?: number;
    trees: number;
  }[];
  /** Metres carried if all came from one place at the gate. */
  fromGate: number;
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
    marks: best.caches.map(({ headland, along, visits }) => {
      const at = ways.findIndex((way) => wayBy(way, headland)?.along === along);
      const share = at < 0 ? undefined : wayBy(ways[at], headland)!.share;
      return {
        headland,
        row: rows[at] ?? 1,
        ...(share === undefined ? {} : { share }),
        trees: Math.round(visits * aBag),
      };
    }),
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
