import { normalDeviate, seededRandom, type Random } from '../measure/random';
import type { Exposed, Fitted } from './logistic';

/** What is fitted to a count, as far as a season is drawn from it. */
export interface ReplayModel {
  /** Names of the exposures, in the order of the values. */
  names: readonly string[];
  /** Intercept first, then a slope an exposure. */
  coefficients: readonly number[];
  covariance: readonly (readonly number[])[];
  /** Standard deviation of what rows have of their own, in log-odds. */
  rowSpread: number;
}

/** One exposure that is otherwise in the second season. */
export interface Change {
  name: string;
  /** No tree has more of it than this. */
  atMost?: number;
  /** And none less. */
  atLeast?: number;
}

export interface Replayed {
  seasons: number;
  /** Living share of each season, as it was made and otherwise, in the order in which they were drawn. */
  asMade: Float64Array;
  otherwise: Float64Array;
}

/**
 * What rows differ by beyond their exposures, as the spread of a normal effect in log-odds: by moments, Pearson's
 * residual of a row of n trees being 1 + (n − 1)·σ²·p(1 − p) in the mean (Williams 1982, Applied Statistics 31,
 * model III).
 */
export function rowSpreadOf(fitted: Fitted, trees: readonly Exposed[]): number {
  const rows = new Map<string, { of: number; died: number; expected: number; variance: number }>();
  const coefficients = [fitted.intercept, ...fitted.effects.map(({ slope }) => slope)];
  for (const { cluster, values, died, of } of trees) {
    const p = dies(coefficients, values, 0);
    const row = rows.get(cluster) ?? { of: 0, died: 0, expected: 0, variance: 0 };
    rows.set(cluster, {
      of: row.of + of,
      died: row.died + died,
      expected: row.expected + of * p,
      variance: row.variance + of * p * (1 - p),
    });
  }
  const all = [...rows.values()].filter(({ variance }) => variance > 0);
  const free = all.length - coefficients.length;
  if (free < 1) return 0;
  const beyond =
    all.reduce((sum, row) => sum + (row.died - row.expected) ** 2 / row.variance, 0) - free;
  const each = all.reduce((sum, { of, variance }) => sum + ((of - 1) * variance) / of, 0);
  return each > 0 ? Math.sqrt(Math.min(4, Math.max(0, beyond / each))) : 0;
}

export const modelOf = (fitted: Fitted, trees: readonly Exposed[]): ReplayModel => ({
  names: fitted.effects.map(({ name }) => name),
  coefficients: [fitted.intercept, ...fitted.effects.map(({ slope }) => slope)],
  covariance: fitted.covariance,
  rowSpread: rowSpreadOf(fitted, trees),
});

/**
 * The season drawn again so many times, as it was made and with exposures changed. In each season the effects
 * are drawn from what the fit leaves open, every row gets an effect of its own, and every tree lives or dies; both
 * seasons share effects and rows, so that what differs between them is the change alone.
 * @param changes exposures that are capped in the second season; one the model does not know is refused
 * @param tell called with the share done, now and then
 * @throws RangeError when a change has no fitted effect
 */
export function replay(
  model: ReplayModel,
  trees: readonly Exposed[],
  changes: readonly Change[],
  { seasons, seed }: { seasons: number; seed: string },
  tell: (share: number) => void = () => {},
): Replayed {
  const boundsOf = new Map(
    changes.map(({ name, atMost = Infinity, atLeast = -Infinity }) => {
      const at = model.names.indexOf(name);
      if (at < 0) throw new RangeError(`“${name}” has no fitted effect.`);
      return [at, [atLeast, atMost]] as const;
    }),
  );
  const otherwise = trees.map(({ values }) =>
    values.map((value, i) => {
      const [least, most] = boundsOf.get(i) ?? [-Infinity, Infinity];
      return Math.min(most, Math.max(least, value));
    }),
  );
  const root = choleskyOf(model.covariance);
  const random = seededRandom(seed);
  const all = trees.reduce((sum, { of }) => sum + of, 0);
  const result = {
    seasons,
    asMade: new Float64Array(seasons),
    otherwise: new Float64Array(seasons),
  };
  for (let season = 0; season < seasons; season++) {
    const deviates = model.coefficients.map(() => normalDeviate(random));
    const drawn = model.coefficients.map(
      (mean, i) => mean + root[i].reduce((sum, value, j) => sum + value * deviates[j], 0),
    );
    const rows = new Map<string, number>();
    let [diedAsMade, diedOtherwise] = [0, 0];
    trees.forEach(({ cluster, values, of }, i) => {
      let own = rows.get(cluster);
      if (own === undefined) rows.set(cluster, (own = model.rowSpread * normalDeviate(random)));
      const p = dies(drawn, values, own);
      const q = dies(drawn, otherwise[i], own);
      // The same trees: who dies in the better season dies in the worse one too.
      const [high, low] = p >= q ? [p, q] : [q, p];
      const more = binomial(random, of, high);
      const fewer = high > 0 ? binomial(random, more, low / high) : 0;
      diedAsMade += p >= q ? more : fewer;
      diedOtherwise += p >= q ? fewer : more;
    });
    result.asMade[season] = 1 - diedAsMade / all;
    result.otherwise[season] = 1 - diedOtherwise / all;
    if (season % 50 === 49) tell((season + 1) / seasons);
  }
  return result;
}

function dies(coefficients: readonly number[], values: readonly number[], row: number): number {
  let logit = coefficients[0] + row;
  for (let i = 0; i < values.length; i++) logit += coefficients[i + 1] * values[i];
  return 1 / (1 + Math.exp(-logit));
}

/** Lower triangle whose product with itself gives the matrix; a variance that rounding made negative counts as 0. */
export function choleskyOf(matrix: readonly (readonly number[])[]): number[][] {
  const n = matrix.length;
  const root = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i][j];
      for (let k = 0; k < j; k++) sum -= root[i][k] * root[j][k];
      if (i === j) root[i][i] = Math.sqrt(Math.max(0, sum));
      else root[i][j] = root[j][j] > 0 ? sum / root[j][j] : 0;
    }
  return root;
}

/** So many trees are told one by one; more by the normal bound, whose error is far under the draws' own. */
const ONE_BY_ONE = 60;

/** How many of so many, each with this chance. */
function binomial(random: Random, of: number, chance: number): number {
  if (chance <= 0 || of <= 0) return 0;
  if (chance >= 1) return of;
  const variance = of * chance * (1 - chance);
  if (of > ONE_BY_ONE && variance > 9)
    return Math.min(
      of,
      Math.max(0, Math.round(normalDeviate(random, of * chance, Math.sqrt(variance)))),
    );
  // By inversion: one number for all of them (Devroye 1986, III.2).
  let term = (1 - chance) ** of;
  if (!(term > 0)) return Math.round(of * chance);
  let below = term;
  const at = random();
  let k = 0;
  while (at > below && k < of) {
    k++;
    term *= ((of - k + 1) / k) * (chance / (1 - chance));
    below += term;
  }
  return k;
}

export interface Spread {
  median: number;
  low: number;
  high: number;
}

/** The middle of drawn values, and between what 95 in 100 of them lie. */
export function spreadOf(values: ArrayLike<number>): Spread {
  const sorted = Float64Array.from(values).sort();
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))];
  return { median: at(0.5), low: at(0.025), high: at(0.975) };
}

/** How much more lives in the second season, season by season. */
export const gained = ({ asMade, otherwise }: Replayed): Spread =>
  spreadOf(otherwise.map((share, i) => share - asMade[i]));
