import { say, shareOf, type Message } from '../say/message';
import { told } from '../say/told';
import { seededRandom } from '../measure/random';
import { allot } from './allot';
import { nearestPoints } from './near';

/** How the mix is put into the rows. */
export type Arrangement =
  | { kind: 'rows' }
  | { kind: 'alternate' }
  | { kind: 'runs'; length: number }
  | { kind: 'random'; longest: number; seed: number }
  | { kind: 'clumps'; size: number; seed: number }
  | { kind: 'heights' }
  | { kind: 'trial'; plot: number; seed: number };

/** A row's species, run-length encoded: pairs of species index and count, in order of the pegs. */
export type Runs = number[];

export interface Arranged {
  runs: Runs[];
  /** Trees of each species; they add up to the total exactly. */
  counts: number[];
  /** What could not be kept, as a sentence; empty when all was. */
  notes: Message[];
}

/** Checks that shares in per cent add up to 100 (within a hundredth). */
export function checkMix(shares: readonly number[]): void {
  if (!shares.length) throw told('rows.emptyMix');
  const bad = shares.find((share) => !(share >= 0 && share <= 100));
  if (bad !== undefined) throw told('rows.mixShare', { share: shareOf(bad / 100) });
  const sum = shares.reduce((a, b) => a + b, 0);
  if (Math.abs(sum - 100) > 0.01) {
    const gap = Math.round(Math.abs(100 - sum) * 100) / 100;
    throw told('rows.mixSum', {
      sum: shareOf(Math.round(sum * 100) / 10_000),
      gap: shareOf(gap / 100),
      way: sum < 100 ? 'less' : 'more',
    });
  }
}

/** The places of a layout, with what may stand on each. */
export interface Places {
  /** Row by row: class of places and how many in turn, as the pegs follow. */
  classes: readonly Runs[];
  /** What may stand in each class, by species index, and the reason in a few words. */
  limits: readonly { allowed: readonly boolean[]; why: string }[];
}

export interface ArrangeContext {
  /** Names of the species, for the sentences. */
  names?: readonly string[];
  /** Mature heights in metres, for the order by height. */
  heights?: readonly number[];
  /** All positions, x and y in turn, for clumps. */
  xy?: ArrayLike<number>;
}

/**
 * Puts a mix into rows. Whole counts by largest remainder, so every species is within one tree of
 * its share and together they are all positions; where limits do not let the mix be met, the notes
 * say which limit binds and by how many trees.
 * @param places positions in each row, or places with limits
 * @param shares per cent a species, adding up to 100
 * @throws Told when the shares do not add up
 */
export function arrange(
  places: ArrayLike<number> | Places,
  shares: readonly number[],
  arrangement: Arrangement,
  context: ArrangeContext = {},
): Arranged {
  checkMix(shares);
  const { classes, limits }: Places =
    'classes' in places
      ? places
      : {
          classes: Array.from(places, (trees) => [0, trees]),
          limits: [{ allowed: shares.map(() => true), why: '' }],
        };
  const totals = limits.map(() => 0);
  for (const row of classes) for (let i = 0; i < row.length; i += 2) totals[row[i]] += row[i + 1];
  const allotment = allot(
    limits.map(({ allowed }, c) => ({ places: totals[c], allowed })),
    shares,
  );
  const notes = allotment.binding.map(({ class: c, trees }) => {
    const fit = limits[c].allowed.flatMap((may, s) =>
      may ? [context.names?.[s] ?? `${s + 1}`] : [],
    );
    return say('rows.noteMixBends', {
      why: limits[c].why,
      fit: { list: fit.map((name) => name.toLowerCase()) },
      places: totals[c],
      short: trees,
    });
  });
  const stock = new Stock(allotment.left, allotment.counts);
  const runs = putInto(classes, stock, arrangement, context, notes);
  return { runs, counts: countSpecies(runs, shares.length), notes };
}

function putInto(
  classes: readonly Runs[],
  stock: Stock,
  arrangement: Arrangement,
  context: ArrangeContext,
  notes: Message[],
): Runs[] {
  switch (arrangement.kind) {
    case 'rows':
      return wholeRows(classes, stock);
    case 'alternate':
      return inRuns(classes, stock, 1);
    case 'runs':
      return inRuns(classes, stock, arrangement.length);
    case 'random':
      return atRandom(classes, stock, arrangement.longest, arrangement.seed, notes);
    case 'clumps':
      return inClumps(
        classes,
        stock,
        clumpOf(context.xy ?? [], arrangement.size, arrangement.seed),
      );
    case 'heights':
      return byHeight(classes, stock, context.heights ?? []);
    case 'trial':
      return wholeRows(classes, stock);
  }
}

/** Trees still to be placed, by class of places and species. */
class Stock {
  readonly total: number[];

  constructor(
    readonly left: number[][],
    readonly counts: readonly number[],
  ) {
    this.total = [...counts];
  }

  has(c: number, s: number): number {
    return s < 0 ? 0 : this.left[c][s];
  }

  take(c: number, s: number, n: number): void {
    this.left[c][s] -= n;
    this.total[s] -= n;
  }

  /** Of the species that may stand in a class, the one with the largest share still to place. */
  furthestBehind(c: number, not = -1): number {
    const left = this.left[c];
    let best = -1;
    for (let s = 0; s < left.length; s++) {
      if (s === not || left[s] === 0) continue;
      if (best < 0 || this.total[s] * this.counts[best] > this.total[best] * this.counts[s])
        best = s;
    }
    return best < 0 ? not : best;
  }
}

/** Adds n of a species to a row, lengthening its last run when it is the same. */
function push(runs: Runs, species: number, n: number): void {
  if (n <= 0) return;
  if (runs.length && runs[runs.length - 2] === species) runs[runs.length - 1] += n;
  else runs.push(species, n);
}

/** Fills rows piece by piece; `choose` names a species for a class and how many of it at most. */
function fill(
  classes: readonly Runs[],
  stock: Stock,
  choose: (c: number, rowStarts: boolean) => [species: number, most: number],
  placed: (n: number) => void = () => {},
): Runs[] {
  return classes.map((row) => {
    const runs: Runs = [];
    let rowStarts = true;
    for (let i = 0; i < row.length; i += 2) {
      let open = row[i + 1];
      while (open > 0) {
        const [species, most] = choose(row[i], rowStarts);
        const n = Math.min(open, most, stock.has(row[i], species));
        push(runs, species, n);
        stock.take(row[i], species, n);
        placed(n);
        open -= n;
        rowStarts = false;
      }
    }
    return runs;
  });
}

/**
 * Whole rows of one species. Each row goes to the species furthest behind its share; where that
 * species has too few left to fill it, the row is finished with the next. So at most one row a
 * species is mixed.
 */
function wholeRows(classes: readonly Runs[], stock: Stock): Runs[] {
  let current = -1;
  return fill(classes, stock, (c, rowStarts) => {
    if (rowStarts || !stock.has(c, current)) current = stock.furthestBehind(c);
    return [current, Infinity];
  });
}

/** Runs of k of one species, another after it, carried on from row to row. */
function inRuns(classes: readonly Runs[], stock: Stock, length: number): Runs[] {
  const k = Math.max(1, Math.round(length));
  let species = -1;
  let inRun = 0;
  return fill(
    classes,
    stock,
    (c) => {
      if (inRun === 0 || !stock.has(c, species)) {
        species = stock.furthestBehind(c, species);
        if (!stock.has(c, species)) species = stock.furthestBehind(c);
        inRun = k;
      }
      return [species, inRun];
    },
    (n) => (inRun -= n),
  );
}

/**
 * Random order with no run longer than the limit. Each place is drawn in proportion to what is
 * left. After any other tree, o − 1 others part the rest of a species into o runs at most, so it
 * must be drawn itself as soon as more than limit · o of it are left.
 */
function atRandom(
  classes: readonly Runs[],
  stock: Stock,
  longest: number,
  seed: number,
  notes: Message[],
): Runs[] {
  const random = seededRandom(seed);
  const limit = Math.max(1, Math.round(longest));
  const { total } = stock;
  let remaining = total.reduce((a, b) => a + b, 0);
  const common = total.indexOf(Math.max(...total));
  const feasible = total[common] <= limit * (remaining - total[common] + 1);
  // One species alone has no other to be parted by, and nobody asked for one.
  if (!feasible && total[common] < remaining) {
    notes.push(
      say('rows.noteLongRuns', {
        longest: limit,
        commonest: total[common],
        trees: remaining,
        parts: remaining - total[common] + 1,
      }),
    );
  }
  let last = -1;
  let inRun = 0;
  const draw = (left: readonly number[]): number => {
    let forced = -1;
    let inClass = 0;
    for (let s = 0; s < left.length; s++) {
      inClass += left[s];
      if (
        left[s] > 0 &&
        total[s] > limit * (remaining - total[s]) &&
        (forced < 0 || total[s] > total[forced])
      ) {
        forced = s;
      }
    }
    const barred = inRun >= limit && last >= 0 && left[last] < inClass ? last : -1;
    if (forced >= 0 && forced !== barred) return forced;
    const open = barred >= 0 ? inClass - left[barred] : inClass;
    let pick = Math.floor(random() * open);
    for (let s = 0; s < left.length; s++) {
      if (s === barred) continue;
      if (pick < left[s]) return s;
      pick -= left[s];
    }
    return last;
  };
  return fill(classes, stock, (c) => {
    const species = draw(stock.left[c]);
    inRun = species === last ? inRun + 1 : 1;
    last = species;
    remaining--;
    return [species, 1];
  });
}

/**
 * Low species in the outer rows, tall ones in the middle: a shelter belt lifts the wind instead of
 * stopping it. Rows are taken in pairs from the outside, species by mature height.
 */
function byHeight(classes: readonly Runs[], stock: Stock, heights: readonly number[]): Runs[] {
  const order = stock.counts.map((_, s) => s).sort((a, b) => (heights[a] ?? 0) - (heights[b] ?? 0));
  const outsideIn = classes
    .map((_, row) => row)
    .sort(
      (a, b) => Math.min(a, classes.length - 1 - a) - Math.min(b, classes.length - 1 - b) || a - b,
    );
  const filled = fill(
    outsideIn.map((row) => classes[row]),
    stock,
    (c) => [order.find((s) => stock.has(c, s) > 0)!, Infinity],
  );
  const runs: Runs[] = new Array(classes.length);
  outsideIn.forEach((row, i) => (runs[row] = filled[i]));
  return runs;
}

/** Which clump each position belongs to: the nearest of centres drawn from the positions themselves. */
function clumpOf(xy: ArrayLike<number>, size: number, seed: number): Int32Array {
  const total = xy.length / 2;
  const random = seededRandom(seed);
  const count = Math.max(1, Math.round(total / Math.max(1, size)));
  const centres = new Float64Array(2 * count);
  for (let i = 0; i < count; i++) {
    const at = Math.floor(random() * total);
    centres[2 * i] = xy[2 * at];
    centres[2 * i + 1] = xy[2 * at + 1];
  }
  return nearestPoints(centres, xy);
}

/** Positions of one clump are of one species as far as its places and the stock allow. */
function inClumps(classes: readonly Runs[], stock: Stock, clump: Int32Array): Runs[] {
  const chosen = new Map<number, number>();
  let at = 0;
  return fill(classes, stock, (c) => {
    const here = clump[at++];
    let species = chosen.get(here) ?? -1;
    if (!stock.has(c, species)) {
      species = stock.furthestBehind(c);
      chosen.set(here, species);
    }
    return [species, 1];
  });
}

/** The species at one peg (counted from 1) of a row. @example speciesAt([0, 40, 1, 25], 41) // => 1 */
export function speciesAt(runs: Runs, peg: number): number | undefined {
  let left = peg;
  for (let i = 0; i < runs.length; i += 2) {
    if (left <= runs[i + 1]) return runs[i];
    left -= runs[i + 1];
  }
  return undefined;
}

/** Trees of each species in some runs. */
export function countSpecies(rows: readonly Runs[], species: number): number[] {
  const counts = new Array<number>(species).fill(0);
  for (const runs of rows) for (let i = 0; i < runs.length; i += 2) counts[runs[i]] += runs[i + 1];
  return counts;
}

/** Species of the first n trees of a row, as planted from the baseline end. */
export function speciesOfFirst(runs: Runs, n: number, species: number): number[] {
  const counts = new Array<number>(species).fill(0);
  let left = n;
  for (let i = 0; i < runs.length && left > 0; i += 2) {
    const taken = Math.min(left, runs[i + 1]);
    counts[runs[i]] += taken;
    left -= taken;
  }
  return counts;
}
