import { say } from '../say/message';
import type { Figure } from '../measure/working';
import { pMedian } from './p-median';
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
 * @returns in order of planting; the bag that the last tree comes from runs empty nowhere, and one that is empty in
 *   a dead place whose peg nobody has noted, nowhere that can be said
 */
export const refillPoints = (
  rows: CarryRows['rows'],
  weights: readonly number[],
  terms: BagTerms,
): RefillPoint[] =>
  bagsOf({ planter: '', rate: Infinity, rows }, weights, terms)
    .slice(0, -1)
    .flatMap(({ lastRow, lastPeg }) => (lastPeg ? [{ row: lastRow, peg: lastPeg }] : []));

/** Where boxes may stand: on a headland, or on one of the roads that cross the rows, counted from 0. */
export type Standing = 'first' | 'last' | `road ${number}`;

/** How somebody fetches trees: so far along a headland or road, and so far into the row from it. */
export interface Way {
  /** Metres along that headland or road. */
  along: number;
  /** Metres from it along the row. */
  into: number;
  /** Of a road: where it crosses the row, 0 at its first end and 1 at its last. */
  share?: number;
}

export interface Cache {
  headland: Standing;
  along: number;
  /** How often somebody comes to it. */
  visits: number;
}

export interface Caches {
  caches: Cache[];
  /** Metres walked with a full bag, from caches to where bags ran empty. */
  carried: Figure;
}

/** The ways in which a refill can be fetched: from one end of its row, from the other, by roads that cross it. */
export interface Refill {
  first: Way;
  last: Way;
  roads?: readonly (Way | undefined)[];
}

/** The way of a refill from some headland or road; nothing where the road does not cross its row. */
export const wayBy = (refill: Refill, standing: Standing): Way | undefined =>
  standing === 'first' || standing === 'last'
    ? refill[standing]
    : refill.roads?.[Number(standing.slice('road '.length))];

/** Metres by which an answer for several headlands and roads may miss the best: less than anybody paces. */
const AS_GOOD = 0.5;

/**
 * Where boxes stand so that the least is carried, each refill fetched from the cache that is nearest along
 * its headland and into its row. On one headland it is the k-median problem on a line, solved exactly by
 * dynamic programming over the visits in order (Hassin & Tamir 1991); where more may be used a refill can
 * be fetched from either end of its row or a road across it, and the places are chosen from all row ends and
 * crossings (`pMedian`).
 * @param count one to six
 * @param allowed headlands and roads on which boxes may stand, at least one headland among them
 * @param how exact to half a metre in sum, or quick: as good as no cache moved alone can better
 */
export function placeCaches(
  refills: readonly Refill[],
  count: number,
  allowed: readonly Standing[] = ['first', 'last'],
  how: 'exact' | 'quick' = 'exact',
): Caches {
  const { caches, metres } =
    allowed.length === 1
      ? onOneHeadland(refills, count, allowed[0])
      : onSeveral(refills, count, allowed, how === 'quick' ? Infinity : AS_GOOD);
  return {
    caches,
    carried: {
      value: metres,
      kind: 'distance',
      formula: say('formula.carried'),
      steps: [
        { label: say('step.refills'), value: refills.length, kind: 'count' },
        {
          label: say('step.eachOnTheMean'),
          value: refills.length ? metres / refills.length : 0,
          kind: 'distance',
        },
      ],
    },
  };
}

interface Placed {
  caches: Cache[];
  metres: number;
}

function onOneHeadland(refills: readonly Refill[], count: number, headland: Standing): Placed {
  const ends = refills.flatMap((refill) => wayBy(refill, headland) ?? []);
  const { places, metres } = medians(ends, count);
  return {
    caches: places.map((place) => ({ headland, ...place })),
    metres: count < 1 ? 0 : metres + ends.reduce((sum, { into }) => sum + into, 0),
  };
}

function onSeveral(
  refills: readonly Refill[],
  count: number,
  allowed: readonly Standing[],
  tolerance: number,
): Placed {
  const places = allowed.flatMap((headland) =>
    [...new Set(refills.flatMap((refill) => wayBy(refill, headland)?.along ?? []))].map(
      (along) => ({ headland, along }),
    ),
  );
  const reached = refills.map((refill) =>
    places.map(({ headland, along }) => {
      const way = wayBy(refill, headland);
      return way && way.into + Math.abs(along - way.along);
    }),
  );
  // A road that does not cross a row is no way to it: further than any other.
  const tooFar = 2 * Math.max(0, ...reached.flat().map((metres) => metres ?? 0)) + 1;
  const costs = reached.map((row) => row.map((metres) => metres ?? tooFar));
  const { sites, cost } = pMedian(costs, count, tolerance);
  const visits = sites.map(() => 0);
  for (const row of costs) {
    const ways = sites.map((site) => row[site]);
    if (ways.length) visits[ways.indexOf(Math.min(...ways))]++;
  }
  return {
    caches: sites
      .map((site, i) => ({ ...places[site], visits: visits[i] }))
      .filter((cache) => cache.visits > 0)
      .sort((a, b) =>
        a.headland < b.headland ? -1 : a.headland > b.headland ? 1 : a.along - b.along,
      ),
    metres: cost,
  };
}

/** The k places on a line from which the sum of the ways to all points is least. */
function medians(
  points: readonly Way[],
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
