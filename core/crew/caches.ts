import { say } from '../say/message';
import type { Figure } from '../measure/working';
import { bagsOf, type BagTerms, type CarryRows } from '../stock/carry';

/** A place on a row at which a planter's bag runs empty. */
export interface RefillPoint {
  row: number;
  /** The last tree that the bag had: peg of the row, counted from 1. */
  peg: number;
}

/**
 * Where a bag runs empty along rows planted one after the other.
 * @param rows trees still to plant in each come after the planted ones
 * @param weights of one tree of each species, kg
 * @returns in order of planting; the bag that the last tree comes from runs empty nowhere
 */
export const refillPoints = (
  rows: CarryRows['rows'],
  weights: readonly number[],
  terms: BagTerms,
): RefillPoint[] =>
  bagsOf({ planter: '', rate: Infinity, rows }, weights, terms)
    .slice(0, -1)
    .map(({ lastRow, lastPeg }) => ({ row: lastRow, peg: lastPeg }));

/** Trees that somebody fetches: so far along a headland, and so far into the row from it. */
export interface Fetched {
  headland: 'first' | 'last';
  /** Metres along that headland. */
  along: number;
  /** Metres from the headland along the row. */
  into: number;
}

export interface Cache {
  headland: 'first' | 'last';
  along: number;
  /** How often somebody comes to it. */
  visits: number;
}

export interface Caches {
  caches: Cache[];
  /** Metres walked with a full bag, from caches to where bags ran empty. */
  carried: Figure;
}

/** The two ways in which a refill can be fetched: from one end of its row, or from the other. */
export interface Refill {
  first: Omit<Fetched, 'headland'>;
  last: Omit<Fetched, 'headland'>;
}

/**
 * Where boxes stand so that the least is carried. On one headland it is the k-median problem on a line,
 * solved exactly by dynamic programming over the visits in order (Hassin & Tamir 1991); each refill goes
 * to the nearer end of its row where both headlands may be used, and every split of the caches between
 * the two is tried.
 * @param count one to six
 * @param allowed headlands on which boxes may stand
 */
export function placeCaches(
  refills: readonly Refill[],
  count: number,
  allowed: readonly Fetched['headland'][] = ['first', 'last'],
): Caches {
  let best: { caches: Cache[]; metres: number } | undefined;
  for (const [atFirst, atLast] of splits(count, allowed)) {
    const both = atFirst > 0 && atLast > 0;
    const ends = refills.map((refill): Fetched => {
      const nearer = refill.first.into <= refill.last.into ? 'first' : 'last';
      const headland = both ? nearer : atFirst > 0 ? 'first' : 'last';
      return { headland, ...refill[headland] };
    });
    const sides = (['first', 'last'] as const).map((headland) => {
      const own = ends.filter((end) => end.headland === headland);
      return { headland, own, found: medians(own, headland === 'first' ? atFirst : atLast) };
    });
    const metres =
      ends.reduce((sum, { into }) => sum + into, 0) +
      sides.reduce((sum, { found }) => sum + found.metres, 0);
    if (best && metres >= best.metres) continue;
    best = {
      metres,
      caches: sides.flatMap(({ headland, found }) =>
        found.places.map(({ along, visits }) => ({ headland, along, visits })),
      ),
    };
  }
  return {
    caches: best?.caches ?? [],
    carried: {
      value: best?.metres ?? 0,
      kind: 'distance',
      formula: say('formula.carried'),
      steps: [
        { label: say('step.refills'), value: refills.length, kind: 'count' },
        {
          label: say('step.eachOnTheMean'),
          value: refills.length ? (best?.metres ?? 0) / refills.length : 0,
          kind: 'distance',
        },
      ],
    },
  };
}

function splits(count: number, allowed: readonly Fetched['headland'][]): [number, number][] {
  const [first, last] = [allowed.includes('first'), allowed.includes('last')];
  if (first && last)
    return Array.from({ length: count + 1 }, (_, i): [number, number] => [i, count - i]);
  return first ? [[count, 0]] : last ? [[0, count]] : [];
}

/** The k places on a line from which the sum of the ways to all points is least. */
function medians(
  points: readonly Fetched[],
  k: number,
): { metres: number; places: { along: number; visits: number }[] } {
  if (!points.length || k < 1) return { metres: 0, places: [] };
  const x = points.map(({ along }) => along).sort((a, b) => a - b);
  const n = x.length;
  const sums = [0];
  for (const value of x) sums.push(sums[sums.length - 1] + value);
  /** Sum of the ways from points i to j (j left out) to their median. */
  const cost = (i: number, j: number) => {
    const middle = (i + j) >> 1;
    const below = x[middle] * (middle - i) - (sums[middle] - sums[i]);
    return below + (sums[j] - sums[middle]) - x[middle] * (j - middle);
  };
  let before = Array.from({ length: n + 1 }, (_, j) => (j ? cost(0, j) : 0));
  const cuts: number[][] = [];
  for (let caches = 2; caches <= Math.min(k, n); caches++) {
    const cut = new Array<number>(n + 1).fill(0);
    const now = before.map((alone, j) => {
      let least = alone;
      for (let i = 1; i < j; i++) {
        const metres = before[i] + cost(i, j);
        if (metres < least) [least, cut[j]] = [metres, i];
      }
      return least;
    });
    cuts.push(cut);
    before = now;
  }
  const places: { along: number; visits: number }[] = [];
  for (let j = n, level = cuts.length - 1; j > 0; level--) {
    const i = level >= 0 ? cuts[level][j] : 0;
    // Nothing gained by one cache more: the level is passed over.
    if (level >= 0 && i === 0) continue;
    places.unshift({ along: x[(i + j) >> 1], visits: j - i });
    j = i;
  }
  return { metres: before[n], places };
}
