import { Z95 } from './interval';
import { chiSquareTail } from '../measure/gamma';

/** Trees that were alive at a time and were looked at again at the next. */
export interface Followed {
  /** Months, days, any one unit since planting. */
  at: number;
  died: number;
  /** Trees that left the study alive at this time: not looked at again. */
  lost: number;
}

export interface CurvePoint {
  at: number;
  /** Under observation just before. */
  atRisk: number;
  died: number;
  survival: number;
  low: number;
  high: number;
}

/**
 * The share still living over time: the product limit of Kaplan & Meier (1958, J. Am. Stat. Assoc. 53) with
 * Greenwood's error (1926), its interval on the log(−log) scale (Kalbfleisch & Prentice 1980), which stays
 * between 0 and 1. A tree found dead at a count died some time since the one before: the step stands at the
 * count, so that the curve is never lower than the truth before it.
 * @param start trees set
 * @param times in order of time, each once
 */
export function kaplanMeier(start: number, times: readonly Followed[]): CurvePoint[] {
  let atRisk = start;
  let survival = 1;
  let sum = 0;
  return times.map(({ at, died, lost }) => {
    const before = atRisk;
    if (died > before) throw new RangeError(`${died} of ${before} trees cannot have died.`);
    survival *= before ? 1 - died / before : 1;
    if (died < before) sum += died / (before * (before - died));
    atRisk = before - died - lost;
    const [low, high] = bounds(survival, sum);
    return { at, atRisk: before, died, survival, low, high };
  });
}

/** An interval on the log(−log) scale. @param sum the variance of the logarithm of the share */
export function bounds(survival: number, sum: number): [number, number] {
  if (survival <= 0 || survival >= 1) return [survival, survival];
  const spread = (Z95 * Math.sqrt(sum)) / Math.abs(Math.log(survival));
  return [survival ** Math.exp(spread), survival ** Math.exp(-spread)];
}

/** Greenwood's standard error of a curve at its last time. */
export function greenwood(start: number, times: readonly Followed[]): number {
  let atRisk = start;
  let survival = 1;
  let sum = 0;
  for (const { died, lost } of times) {
    survival *= 1 - died / atRisk;
    if (died < atRisk) sum += died / (atRisk * (atRisk - died));
    atRisk -= died + lost;
  }
  return survival * Math.sqrt(sum);
}

export interface Compared {
  /** χ² with one degree fewer than there are groups. */
  statistic: number;
  degrees: number;
  chance: number;
}

/**
 * Whether groups die alike over time: the log-rank test (Mantel 1966, Cancer Chemotherapy Reports 50) with
 * the variance for tied deaths, the groups' covariance inverted.
 * @param groups trees set and times of each
 * @returns nothing for fewer than two groups, or where nobody died
 */
export function logRank(groups: readonly Group[]): Compared | undefined {
  if (groups.length < 2) return undefined;
  const { excess, variance } = logRankSums(groups);
  return overChance(excess, variance);
}

interface Group {
  start: number;
  times: readonly Followed[];
}

/** Deaths of each group but the last beyond those that chance would give it, and their covariance. */
export function logRankSums(groups: readonly Group[]): { excess: number[]; variance: number[][] } {
  const k = groups.length;
  const times = [...new Set(groups.flatMap((group) => group.times.map(({ at }) => at)))].sort(
    (a, b) => a - b,
  );
  const atRisk = groups.map(({ start }) => start);
  const excess = new Array<number>(k - 1).fill(0);
  const variance = excess.map(() => new Array<number>(k - 1).fill(0));
  for (const at of times) {
    const now = groups.map(({ times: own }) => own.find((time) => time.at === at));
    const n = atRisk.reduce((a, b) => a + b, 0);
    const d = now.reduce((sum, time) => sum + (time?.died ?? 0), 0);
    if (d > 0 && n > 1)
      for (let i = 0; i < k - 1; i++) {
        excess[i] += (now[i]?.died ?? 0) - (d * atRisk[i]) / n;
        for (let j = 0; j < k - 1; j++)
          variance[i][j] +=
            ((d * (n - d)) / (n - 1)) * (atRisk[i] / n) * ((i === j ? 1 : 0) - atRisk[j] / n);
      }
    now.forEach((time, i) => (atRisk[i] -= (time?.died ?? 0) + (time?.lost ?? 0)));
  }
  return { excess, variance };
}

/** How far deaths lie from those that chance would give, as χ². @returns nothing where nobody died */
export function overChance(
  excess: readonly number[],
  variance: readonly (readonly number[])[],
): Compared | undefined {
  const solved = solve(variance, excess);
  if (!solved) return undefined;
  const statistic = solved.reduce((sum, value, i) => sum + value * excess[i], 0);
  if (!(statistic >= 0)) return undefined;
  return { statistic, degrees: excess.length, chance: chiSquareTail(statistic, excess.length) };
}

/** Solves A·x = b by elimination with pivots; nothing where A has no inverse. */
export function solve(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): number[] | undefined {
  const n = right.length;
  const a = matrix.map((row, i) => [...row, right[i]]);
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let row = column + 1; row < n; row++)
      if (Math.abs(a[row][column]) > Math.abs(a[pivot][column])) pivot = row;
    if (Math.abs(a[pivot][column]) < 1e-12) return undefined;
    [a[column], a[pivot]] = [a[pivot], a[column]];
    for (let row = 0; row < n; row++) {
      if (row === column) continue;
      const factor = a[row][column] / a[column][column];
      for (let j = column; j <= n; j++) a[row][j] -= factor * a[column][j];
    }
  }
  return a.map((row, i) => row[n] / row[i]);
}
