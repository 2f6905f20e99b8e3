import { say, type Message } from '../say/message';
import { told } from '../say/told';
import { studentQuantile } from '../measure/student';
import type { Figure, WorkingStep } from '../measure/working';
import { wilson, Z95, type Interval } from './interval';
import { isDead } from './marks';

/** A standard error that is none, but for the last digits of sums. */
const NOTHING = 1e-9;

/** Living and set trees of one counted row. */
export interface RowCount {
  row: number;
  set: number;
  alive: number;
}

export interface SurvivalEstimate extends Interval {
  /** How the interval was made. */
  by: 'wilson' | 'ratio';
  figure: Figure;
}

/** A count cannot find more than was set, nor more set than was planted. */
export function checkCount({ row, set, alive }: RowCount, planted: number): void {
  if (![set, alive].every((n) => Number.isInteger(n) && n >= 0) || set === 0) {
    throw told('survival.noCount', { row });
  }
  if (set > planted) {
    throw told('survival.moreSet', { row, planted, set, over: set - planted });
  }
  if (alive > set) {
    throw told('survival.moreAlive', { row, alive, set });
  }
}

/**
 * Survival of a block. One counted row is a simple sample: Wilson. Several rows are clusters:
 * ratio of totals r = Σalive ÷ Σset with the linearised variance
 * (1 − n/N) · Σ(alive − r·set)² ÷ ((n − 1) · n · mean(set)²), and t with n − 1 degrees
 * (Cochran, Sampling Techniques, 3rd ed., ch. 6.3 to 6.5). Rows that are all alike, as where every tree lives, say
 * nothing of how the others differ: `alike` then.
 * @param counts counted rows, each once
 * @param rowsInBlock N, all rows of the block, for the finite population correction
 */
export function survival(counts: readonly RowCount[], rowsInBlock: number): SurvivalEstimate {
  if (!counts.length) throw told('survival.nothingCounted');
  const set = counts.reduce((sum, row) => sum + row.set, 0);
  const alive = counts.reduce((sum, row) => sum + row.alive, 0);
  const steps: WorkingStep[] = [
    { label: say('step.alive'), value: alive, kind: 'count' },
    { label: say('step.setInCountedRows'), value: set, kind: 'count' },
  ];
  const n = counts.length;
  const estimate = alive / set;
  const error = n < 2 ? 0 : ratioError(counts, estimate, rowsInBlock);
  if (n < 2 || (error < NOTHING && n < rowsInBlock)) {
    const interval = n < 2 ? wilson(alive, set) : alike(estimate, set, n - 1);
    if (n > 1) steps.push({ label: say('step.rowsCounted'), value: n, kind: 'count' });
    steps.push({ label: say('step.wilsonFrom'), value: interval.low, kind: 'share' });
    steps.push({ label: say('step.wilsonTo'), value: interval.high, kind: 'share' });
    return {
      ...interval,
      by: 'wilson',
      figure: { value: estimate, kind: 'share', formula: say('formula.alive'), steps },
    };
  }
  const t = studentQuantile(0.95, n - 1);
  steps.push(
    { label: say('step.rowsCounted'), value: n, kind: 'count' },
    ...(Number.isFinite(rowsInBlock)
      ? [{ label: say('step.rowsInTheBlock'), value: rowsInBlock, kind: 'count' } as const]
      : []),
    { label: say('step.rowsDifferStandardError'), value: error, kind: 'share' },
    { label: say('step.student', { degrees: n - 1 }), value: t, kind: 'number' },
  );
  return {
    estimate,
    low: Math.max(0, estimate - t * error),
    high: Math.min(1, estimate + t * error),
    by: 'ratio',
    figure: { value: estimate, kind: 'share', formula: say('formula.aliveWithin'), steps },
  };
}

/**
 * The interval of rows that are all alike: that of single trees, fewer by (z ÷ t)² as few rows know little (Korn &
 * Graubard 1998, Survey Methodology 24, with a design effect of 1).
 */
function alike(estimate: number, set: number, degrees: number): Interval {
  const worth = set * (Z95 / studentQuantile(0.95, degrees)) ** 2;
  return wilson(estimate * worth, worth);
}

/** A part of the block that rows were drawn in by itself: what was counted there, and what there is. */
export interface CountedPart {
  name: string;
  counts: readonly RowCount[];
  rows: number;
  trees: number;
}

/**
 * Survival of a block whose rows were drawn part by part, from some parts more of them than from others: each part
 * counts by the trees that stand in it, not by how many of its rows were looked at. The mean of the parts' ratios
 * with its error, Σ W²·s² (Cochran, Sampling Techniques, 3rd ed., 5.4 and 6.10), and t with the degrees that the
 * parts' errors leave (5.4, Satterthwaite).
 * @returns nothing where a part has fewer than two counted rows: it cannot say how its rows differ
 */
export function survivalByParts(parts: readonly CountedPart[]): SurvivalEstimate | undefined {
  const known = parts.filter(({ trees }) => trees > 0);
  if (known.length < 2 || known.some(({ counts }) => counts.length < 2)) return undefined;
  const all = known.reduce((sum, { trees }) => sum + trees, 0);
  const shares = known.map(({ name, counts, rows, trees }) => {
    const alive = counts.reduce((sum, row) => sum + row.alive, 0);
    const share = alive / counts.reduce((sum, row) => sum + row.set, 0);
    const error = (trees / all) * ratioError(counts, share, rows);
    return { name, share, weight: trees / all, squared: error ** 2, free: counts.length - 1 };
  });
  const estimate = shares.reduce((sum, { share, weight }) => sum + weight * share, 0);
  const squared = shares.reduce((sum, part) => sum + part.squared, 0);
  const spread = shares.reduce((sum, part) => sum + part.squared ** 2 / part.free, 0);
  const degrees = Math.floor(
    spread > 0 ? squared ** 2 / spread : shares.reduce((sum, { free }) => sum + free, 0),
  );
  const error = Math.sqrt(squared);
  const t = studentQuantile(0.95, Math.max(1, degrees));
  const set = known.reduce((sum, { counts }) => counts.reduce((n, row) => n + row.set, sum), 0);
  const interval =
    error < NOTHING && known.some(({ counts, rows }) => counts.length < rows)
      ? alike(estimate, set, Math.max(1, degrees))
      : { low: Math.max(0, estimate - t * error), high: Math.min(1, estimate + t * error) };
  return {
    ...interval,
    estimate,
    by: 'ratio',
    figure: {
      value: estimate,
      kind: 'share',
      formula: say('formula.aliveByParts'),
      steps: [
        ...shares.flatMap(({ name, share, weight }): WorkingStep[] => [
          { label: say('step.partLives', { name }), value: share, kind: 'share' },
          { label: say('step.partOfTrees', { name }), value: weight, kind: 'share' },
        ]),
        { label: say('step.rowsDifferStandardError'), value: error, kind: 'share' },
        { label: say('step.student', { degrees }), value: t, kind: 'number' },
      ],
    },
  };
}

/** Linearised standard error of a ratio of totals over clusters. */
export function ratioError(
  counts: readonly RowCount[],
  ratio: number,
  rowsInBlock: number,
): number {
  const n = counts.length;
  const meanSet = counts.reduce((sum, { set }) => sum + set, 0) / n;
  const squares = counts.reduce((sum, { set, alive }) => sum + (alive - ratio * set) ** 2, 0);
  const correction = Math.max(0, 1 - n / Math.max(n, rowsInBlock));
  return Math.sqrt((correction * squares) / (n - 1) / n) / meanSet;
}

export interface Refill {
  verdict: 'none' | 'gaps' | 'again';
  /** What to do, in a sentence. */
  sentence: Message;
  living: Figure;
  /** Trees short of the target on the whole block; where the dead stand together more places are filled than that. */
  trees: Figure;
  /** What those trees are. */
  label: Message;
}

/** Under this survival a block that is short is started again rather than patched. From memory. */
export const REFILL_LIMITS = { again: 0.55 };

/**
 * Trees to refill. Stocking decides: what lives against what was asked for; survival only tells
 * whether gaps are filled or the block is started again.
 * @param planted trees set on the whole block
 * @param target living trees asked for on a square metre
 * @param area plantable square metres
 */
export function refill(estimate: Interval, planted: number, target: number, area: number): Refill {
  const living = planted * estimate.estimate;
  const asked = target * area;
  const short = Math.max(0, Math.ceil(asked - living - 1e-9));
  const verdict = short === 0 ? 'none' : estimate.estimate < REFILL_LIMITS.again ? 'again' : 'gaps';
  const sentence =
    verdict === 'again'
      ? say('survival.startAgain')
      : verdict === 'none'
        ? say('survival.leaveIt')
        : say('survival.fillGaps');
  return {
    verdict,
    sentence,
    label: verdict === 'again' ? say('survival.plantAnew') : say('survival.shortOnTheWhole'),
    living: {
      value: Math.round(living),
      kind: 'count',
      formula: say('formula.living'),
      steps: [
        { label: say('step.planted'), value: planted, kind: 'count' },
        { label: say('step.survival'), value: estimate.estimate, kind: 'share' },
      ],
    },
    trees: {
      value: verdict === 'again' ? Math.ceil(asked) : short,
      kind: 'count',
      formula: verdict === 'again' ? say('formula.wholeTarget') : say('formula.shortOfTarget'),
      steps: [
        { label: say('step.target'), value: target, kind: 'density' },
        { label: say('step.plantable'), value: area, kind: 'area' },
        { label: say('step.askedFor'), value: asked, kind: 'count' },
        { label: say('step.living'), value: living, kind: 'count' },
      ],
    },
  };
}

/**
 * A stretch of a counted row that is dead beyond chance, the least likely one if there are several.
 * Every window of so many trees is weighed: the binomial tail at the mean death rate of the trees
 * in it (their species' own rates, so that a weak species is not taken for bad ground), times the
 * number of windows (Bonferroni), must be under 1 %. The binomial bounds the tail of unequal rates
 * from above (Hoeffding 1956, Ann. Math. Stat. 27).
 * @param marks one sign a tree, in order of the pegs
 * @param deathRates of each tree, by what its species loses on the whole block
 */
export function deadPatch(
  marks: string,
  deathRates: readonly number[],
  window = 12,
): { from: number; to: number; dead: number; chance: number } | undefined {
  const windows = marks.length - window + 1;
  let best: { from: number; to: number; dead: number; chance: number } | undefined;
  let dead = 0;
  let rates = 0;
  for (let end = 0; end < marks.length; end++) {
    dead += isDead(marks[end]) ? 1 : 0;
    rates += deathRates[end];
    if (end >= window) {
      dead -= isDead(marks[end - window]) ? 1 : 0;
      rates -= deathRates[end - window];
    }
    if (end < window - 1) continue;
    const chance = Math.min(1, windows * binomialTail(window, dead, Math.min(1, rates / window)));
    if (chance < 0.01 && (!best || chance < best.chance)) {
      best = { from: end - window + 2, to: end + 1, dead, chance };
    }
  }
  return best;
}

/** Probability of k or more of n at rate p. */
function binomialTail(n: number, k: number, p: number): number {
  if (p >= 1) return 1;
  let term = Math.pow(1 - p, n);
  let below = 0;
  for (let i = 0; i < k; i++) {
    below += term;
    term *= ((n - i) / (i + 1)) * (p / (1 - p));
  }
  return Math.max(0, 1 - below);
}
