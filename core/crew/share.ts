import { say } from '../say/message';
import { told } from '../say/told';
import { fnv1a } from '../measure/hash';
import type { Figure } from '../measure/working';

export interface Rated {
  id: string;
  name: string;
  /** Trees a day, or an hour: times are in the same. */
  rate: number;
  /** Before this they are not free for further rows: rows of theirs are begun, or they come late. */
  from?: number;
  /** After this they are gone. */
  until?: number;
}

/** Consecutive rows for one planter. Rows are counted from 1; none when first is above last. */
export interface Share {
  planter: string;
  firstRow: number;
  lastRow: number;
  trees: number;
  /** When they are through, in days or hours from now; 0 for whoever has nothing to do. */
  days: number;
}

export interface Shared {
  shares: Share[];
  /** Days until the slowest has finished. */
  finish: Figure;
  /** Rows that nobody's time reaches, the last ones; 0 when everybody stays to the end. */
  unshared: number;
}

/**
 * Splits consecutive rows among planters so that whoever ends last ends as soon as possible.
 * Linear partition with unequal rates: for a given time the greedy split (everyone takes rows
 * while time lasts, in order) succeeds exactly when any split does, so the shortest time is found
 * by bisection over time, and the answer is the best greedy split itself.
 * @param treesByRow trees to plant in each row, in order
 * @param planters in the order in which they stand along the baseline, rates in trees a day
 */
export function shareRows(treesByRow: ArrayLike<number>, planters: readonly Rated[]): Shared {
  if (!planters.length) throw told('crew.noPlanters');
  const slow = planters.find(({ rate }) => !(rate > 0));
  if (slow) throw told('crew.rateNotAboveZero', { planter: slow.name, rate: slow.rate });
  let best = split(treesByRow, planters, Infinity);
  const given = best.reduce((last, { lastRow }) => Math.max(last, lastRow), 0);
  const unshared = treesByRow.length - given;
  // What nobody's time reaches is left out of the question how the rest is shared best.
  const reachable = Array.from(treesByRow).slice(0, given);
  const total = reachable.reduce((a, b) => a + b, 0);
  let low = total / planters.reduce((sum, { rate }) => sum + rate, 0);
  let high = longest(best);
  for (let round = 0; round < 100 && high - low > 1e-9 * high; round++) {
    const middle = (low + high) / 2;
    const shares = split(reachable, planters, middle);
    if (isWhole(shares, given)) {
      best = shares;
      high = Math.min(middle, longest(shares));
    } else low = middle;
  }
  const days = longest(best);
  return {
    shares: best,
    unshared,
    finish: {
      value: days,
      kind: 'number',
      formula: say('formula.slowest'),
      steps: best
        .filter(({ trees }) => trees > 0)
        .map((share) => ({
          label: say('step.planterTrees', {
            planter: planters.find(({ id }) => id === share.planter)!.name,
            trees: share.trees,
          }),
          value: share.days,
          kind: 'number',
        })),
    },
  };
}

const longest = (shares: readonly Share[]): number =>
  Math.max(0, ...shares.map(({ days }) => days));

const isWhole = (shares: readonly Share[], rows: number) =>
  shares[shares.length - 1].lastRow >= rows;

/** Greedy split within a time: everyone takes rows while time lasts, in order. */
function split(treesByRow: ArrayLike<number>, planters: readonly Rated[], time: number): Share[] {
  let row = 0;
  return planters.map(({ id, rate, from = 0, until = Infinity }): Share => {
    const firstRow = row + 1;
    const last = Math.min(time * (1 + 1e-12), until);
    let trees = 0;
    while (row < treesByRow.length && from + (trees + treesByRow[row]) / rate <= last)
      trees += treesByRow[row++];
    const days = trees > 0 || from > 0 ? from + trees / rate : 0;
    return { planter: id, firstRow, lastRow: row, trees, days };
  });
}

/** A row as it stands at noon. */
export interface OpenRow {
  number: number;
  /** Trees still to plant. */
  left: number;
  begun: boolean;
  /** Whose row it is. */
  planter?: string;
}

export interface SharedAgain {
  planter: string;
  /** Rows in order of planting: those begun first. */
  rows: number[];
  trees: number;
  /** When they are through. */
  days: number;
}

/**
 * Shares anew what nobody has begun. Whoever has begun a row finishes it; begun rows of somebody who has
 * left are shared with the rest.
 * @param planters who are here, in the order in which they stand
 */
export function shareAgain(
  rows: readonly OpenRow[],
  planters: readonly Rated[],
): { shares: SharedAgain[]; finish: Figure; unshared: number } {
  const here = new Set(planters.map(({ id }) => id));
  const open = rows.filter(({ left }) => left > 0);
  const keeps = ({ begun, planter }: OpenRow) =>
    begun && planter !== undefined && here.has(planter);
  const own = (id: string) => open.filter((row) => keeps(row) && row.planter === id);
  const free = open.filter((row) => !keeps(row));
  const busy = planters.map((planter) => {
    const trees = own(planter.id).reduce((sum, { left }) => sum + left, 0);
    return { ...planter, from: (planter.from ?? 0) + trees / planter.rate };
  });
  const { shares, finish, unshared } = shareRows(
    free.map(({ left }) => left),
    busy,
  );
  return {
    finish,
    unshared,
    shares: shares.map(({ planter, firstRow, lastRow, trees, days }) => {
      const begun = own(planter);
      return {
        planter,
        rows: [...begun, ...free.slice(firstRow - 1, lastRow)].map(({ number }) => number),
        trees: trees + begun.reduce((sum, { left }) => sum + left, 0),
        days,
      };
    }),
  };
}

/** Consecutive rows of one planter. */
export interface RowRange {
  planterId: string;
  firstRow: number;
  lastRow: number;
}

/**
 * Rows by who has them, as ranges.
 * @param holders planter by row number
 */
export function rangesOfRows(holders: ReadonlyMap<number, string>): RowRange[] {
  const ranges: RowRange[] = [];
  for (const [row, planterId] of [...holders].sort(([a], [b]) => a - b)) {
    const last = ranges[ranges.length - 1];
    if (last && last.planterId === planterId && last.lastRow === row - 1) last.lastRow = row;
    else ranges.push({ planterId, firstRow: row, lastRow: row });
  }
  return ranges;
}

/**
 * Who has each row, by its number, of shares that may name a row there is not.
 * @example holdersOf([{ planterId: 'p', firstRow: 3, lastRow: 4 }]).size // => 2
 */
export function holdersOf(shares: readonly RowRange[]): Map<number, string> {
  const holders = new Map<number, string>();
  for (const { planterId, firstRow, lastRow } of shares)
    for (let row = firstRow; row <= lastRow; row++) holders.set(row, planterId);
  return holders;
}

/**
 * The edition of rows that are shared out, from what they say: whoever read the same has the same. Two that differ
 * have one edition once in 268 million.
 */
export const sharesEdition = (shares: readonly RowRange[]): number =>
  Number.parseInt(
    fnv1a(
      rangesOfRows(holdersOf(shares))
        .map(({ planterId, firstRow, lastRow }) => `${planterId} ${firstRow} ${lastRow}`)
        .join(','),
    ).slice(-7),
    16,
  );

/**
 * Refuses shares that name a row there is not, run backwards, or give one row to two.
 * @param rows numbers of the rows there are
 */
export function admitShares(shares: readonly RowRange[], rows: readonly number[]): void {
  const there = new Set(rows);
  const ordered = [...shares].sort((a, b) => a.firstRow - b.firstRow);
  ordered.forEach(({ firstRow, lastRow }, i) => {
    if (lastRow < firstRow) throw told('crew.sharesBackwards', { first: firstRow, last: lastRow });
    for (const row of [firstRow, lastRow]) if (!there.has(row)) throw told('crew.noRow', { row });
    const next = ordered[i + 1];
    if (next && next.firstRow <= lastRow) throw told('crew.sharedTwice', { row: next.firstRow });
  });
}

/**
 * Moves the boundary between two neighbours: the one gives rows, the other takes them. A boundary moves
 * as far as there are rows that nobody has begun.
 * @param shares in order of their rows
 * @param boundary between the range of this index and the next
 * @param to the last row of the first one, once moved
 * @param begun rows that somebody is in or has finished
 */
export function moveBoundary(
  shares: readonly RowRange[],
  boundary: number,
  to: number,
  begun: ReadonlySet<number>,
): RowRange[] {
  const [left, right] = [shares[boundary], shares[boundary + 1]];
  if (!left || !right || left.lastRow + 1 !== right.firstRow) return [...shares];
  let last = left.lastRow;
  while (last < to && last < right.lastRow && !begun.has(last + 1)) last++;
  while (last > to && last >= left.firstRow && !begun.has(last)) last--;
  return shares
    .map((share, i) => {
      if (i === boundary) return { ...share, lastRow: last };
      return i === boundary + 1 ? { ...share, firstRow: last + 1 } : share;
    })
    .filter(({ firstRow, lastRow }) => lastRow >= firstRow);
}

/** Whether a row is a planter's. */
export const holds = (shares: readonly RowRange[], planter: string, row: number): boolean =>
  shares.some(
    ({ planterId, firstRow, lastRow }) =>
      planterId === planter && row >= firstRow && row <= lastRow,
  );
