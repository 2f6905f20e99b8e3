import { apportion } from '../measure/apportion';
import { formatNumber } from '../measure/units';
import { seededRandom } from '../measure/random';

/** How the mix is put into the rows. */
export type Arrangement =
  | { kind: 'rows' }
  | { kind: 'runs'; length: number }
  | { kind: 'random'; longest: number; seed: number };

/** A row's species, run-length encoded: pairs of species index and count, in order of the pegs. */
export type Runs = number[];

export interface Arranged {
  runs: Runs[];
  /** Trees of each species; they add up to the total exactly. */
  counts: number[];
  /** What could not be kept, as a sentence; empty when all was. */
  notes: string[];
}

export class MixError extends Error {
  override name = 'MixError';
}

/** Checks that shares in per cent add up to 100 (within a hundredth). */
export function checkMix(shares: readonly number[]): void {
  if (!shares.length) throw new MixError('The mix is empty. Add at least one species.');
  const bad = shares.find((share) => !(share >= 0 && share <= 100));
  if (bad !== undefined)
    throw new MixError(`A share of ${bad} % is not accepted; it must be 0 to 100 %.`);
  const sum = shares.reduce((a, b) => a + b, 0);
  if (Math.abs(sum - 100) > 0.01) {
    const gap = Math.round(Math.abs(100 - sum) * 100) / 100;
    throw new MixError(
      `The mix adds up to ${Math.round(sum * 100) / 100} %; it must be 100 %. ` +
        (sum < 100 ? `${gap} % is missing.` : `${gap} % is too much.`),
    );
  }
}

/**
 * Puts a mix into rows. Whole counts by largest remainder, so every species is within one tree of
 * its share and together they are all positions.
 * @param treesByRow positions in each row
 * @param shares per cent a species, adding up to 100
 * @throws MixError when the shares do not add up
 */
export function arrange(
  treesByRow: ArrayLike<number>,
  shares: readonly number[],
  arrangement: Arrangement,
): Arranged {
  checkMix(shares);
  const total = Array.from(treesByRow).reduce((a, b) => a + b, 0);
  const counts = apportion(total, shares);
  switch (arrangement.kind) {
    case 'rows':
      return { runs: wholeRows(treesByRow, counts), counts, notes: [] };
    case 'runs':
      return { runs: inRuns(treesByRow, counts, arrangement.length), counts, notes: [] };
    case 'random':
      return atRandom(treesByRow, counts, arrangement.longest, arrangement.seed);
  }
}

/** Adds n of a species to a row, lengthening its last run when it is the same. */
function push(runs: Runs, species: number, n: number): void {
  if (n <= 0) return;
  if (runs.length && runs[runs.length - 2] === species) runs[runs.length - 1] += n;
  else runs.push(species, n);
}

/**
 * Whole rows of one species. Each row goes to the species furthest behind its share; where that
 * species has too few left to fill it, the row is finished with the next. So at most one row a
 * species is mixed.
 */
function wholeRows(treesByRow: ArrayLike<number>, counts: readonly number[]): Runs[] {
  const left = [...counts];
  return Array.from(treesByRow, (trees) => {
    const runs: Runs = [];
    let open = trees;
    while (open > 0) {
      const species = furthestBehind(left, counts);
      const n = Math.min(open, left[species]);
      push(runs, species, n);
      left[species] -= n;
      open -= n;
    }
    return runs;
  });
}

/** The species with the largest share of its own trees still to place. */
function furthestBehind(left: readonly number[], counts: readonly number[], not = -1): number {
  let best = -1;
  for (let species = 0; species < left.length; species++) {
    if (species === not || left[species] === 0) continue;
    if (best < 0 || left[species] * counts[best] > left[best] * counts[species]) best = species;
  }
  return best < 0 ? not : best;
}

/** Runs of k of one species, another after it, carried on from row to row. */
function inRuns(treesByRow: ArrayLike<number>, counts: readonly number[], length: number): Runs[] {
  const left = [...counts];
  const k = Math.max(1, Math.round(length));
  let species = -1;
  let inRun = 0;
  return Array.from(treesByRow, (trees) => {
    const runs: Runs = [];
    let open = trees;
    while (open > 0) {
      if (inRun === 0 || left[species] === 0) {
        species = furthestBehind(left, counts, species);
        inRun = k;
      }
      const n = Math.min(open, inRun, left[species]);
      push(runs, species, n);
      left[species] -= n;
      inRun -= n;
      open -= n;
    }
    return runs;
  });
}

/**
 * Random order with no run longer than the limit. Each place is drawn in proportion to what is
 * left. After any other tree, o − 1 others part the rest of a species into o runs at most, so it
 * must be drawn itself as soon as more than limit · o of it are left.
 */
function atRandom(
  treesByRow: ArrayLike<number>,
  counts: readonly number[],
  longest: number,
  seed: number,
): Arranged {
  const random = seededRandom(seed);
  const left = [...counts];
  let remaining = left.reduce((a, b) => a + b, 0);
  const limit = Math.max(1, Math.round(longest));
  const notes: string[] = [];
  const common = left.indexOf(Math.max(...left));
  const feasible = left[common] <= limit * (remaining - left[common] + 1);
  // One species alone has no other to be parted by, and nobody asked for one.
  if (!feasible && left[common] < remaining) {
    notes.push(
      `Runs of at most ${limit} cannot be kept: the commonest species has ${formatNumber(left[common])} of ` +
        `${formatNumber(remaining)} trees, and the others part it ${formatNumber(remaining - left[common] + 1)} times. ` +
        'Longer runs stand where they must.',
    );
  }
  let last = -1;
  let inRun = 0;
  const draw = (): number => {
    let forced = -1;
    for (let s = 0; s < left.length; s++) {
      if (left[s] > limit * (remaining - left[s]) && (forced < 0 || left[s] > left[forced])) {
        forced = s;
      }
    }
    const barred = inRun >= limit ? last : -1;
    if (forced >= 0 && forced !== barred) return forced;
    const open = barred >= 0 ? remaining - left[barred] : remaining;
    if (open === 0) return barred;
    let pick = Math.floor(random() * open);
    for (let s = 0; s < left.length; s++) {
      if (s === barred) continue;
      if (pick < left[s]) return s;
      pick -= left[s];
    }
    return last;
  };
  const runs = Array.from(treesByRow, (trees) => {
    const row: Runs = [];
    for (let place = 0; place < trees; place++) {
      const species = draw();
      inRun = species === last ? inRun + 1 : 1;
      last = species;
      left[species]--;
      remaining--;
      push(row, species, 1);
    }
    return row;
  });
  return { runs, counts: [...counts], notes };
}

/** The species at one peg (counted from 1) of a row. */
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
