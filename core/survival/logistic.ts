import { normalProbability } from '../measure/gamma';
import { Z95 } from './interval';
import { solve } from './kaplan';

/** Trees alike in all that is fitted, of one cluster: how many died of so many. */
export interface Exposed {
  /** The row or plot they stand in: its trees are not independent. */
  cluster: string;
  values: readonly number[];
  died: number;
  of: number;
}

export interface Effect {
  name: string;
  /** Natural logarithm of the odds a unit. */
  slope: number;
  error: number;
  odds: number;
  low: number;
  high: number;
  chance: number;
}

export interface Fitted {
  intercept: number;
  effects: Effect[];
  /** Of intercept and slopes, in that order, with the errors the effects have. */
  covariance: number[][];
  /** Trees and deaths that were fitted. */
  trees: number;
  deaths: number;
  /** By how much plots vary more than single trees would; the errors carry it. */
  clusters: number;
  /** Whether the plain estimate runs off: some value parts dead and living. Only the penalised one exists then. */
  separated: boolean;
}

/** Fewer deaths, or survivors, than this for each effect carry no figure (Peduzzi et al. 1996, J. Clin. Epidemiol. 49). */
export const EVENTS_AN_EFFECT = 10;

export type CannotFit =
  | { why: 'few'; events: number; needed: number }
  | { why: 'alike'; name: string };

/**
 * How the odds of death change with what trees were exposed to: logistic regression with Firth's penalty
 * (Firth 1993, Biometrika 80), which exists where the plain one runs off, and errors that take the trees of one
 * row together (the sandwich of White 1980 over clusters, Liang & Zeger 1986), with n ÷ (n − 1).
 * It shows what goes together, not what causes what.
 * @param names of the values, in their order
 */
export function logistic(names: readonly string[], trees: readonly Exposed[]): Fitted | CannotFit {
  const deaths = trees.reduce((sum, { died }) => sum + died, 0);
  const all = trees.reduce((sum, { of }) => sum + of, 0);
  const needed = EVENTS_AN_EFFECT * names.length;
  const events = Math.min(deaths, all - deaths);
  if (events < needed) return { why: 'few', events, needed };
  // Values are fitted about their means, in their own spread: the steps stay small.
  const means = names.map((_, i) => trees.reduce((sum, t) => sum + t.of * t.values[i], 0) / all);
  const spreads = names.map((_, i) =>
    Math.sqrt(trees.reduce((sum, t) => sum + t.of * (t.values[i] - means[i]) ** 2, 0) / all),
  );
  const flat = spreads.findIndex((spread) => spread < 1e-9);
  if (flat >= 0) return { why: 'alike', name: names[flat] };
  const rows = trees.map((t) => ({
    ...t,
    x: [1, ...t.values.map((value, i) => (value - means[i]) / spreads[i])],
  }));
  const k = names.length + 1;
  const beta = fit(rows, k, true);
  if (!beta) return { why: 'alike', name: names[names.length - 1] };
  const plain = fit(rows, k, false);
  const separated = !plain || plain.some((value) => Math.abs(value) > 12);
  const information = informationOf(rows, beta, k);
  const inverse = invert(information);
  if (!inverse) return { why: 'alike', name: names[names.length - 1] };
  const scores = new Map<string, number[]>();
  for (const { x, died, of, cluster } of rows) {
    const p = chanceOf(x, beta);
    const own = scores.get(cluster) ?? new Array<number>(k).fill(0);
    x.forEach((value, i) => (own[i] += value * (died - of * p)));
    scores.set(cluster, own);
  }
  const m = scores.size;
  const covariance = new Array<number>(k).fill(0).map((_, i) =>
    new Array<number>(k).fill(0).map((__, j) => {
      let sum = 0;
      for (const own of scores.values()) {
        const left = inverse[i].reduce((a, value, c) => a + value * own[c], 0);
        const right = inverse[j].reduce((a, value, c) => a + value * own[c], 0);
        sum += left * right;
      }
      return (sum * m) / Math.max(1, m - 1);
    }),
  );
  // Where clusters are few or alike by luck, the model's own error holds the floor.
  for (let i = 0; i < k; i++) covariance[i][i] = Math.max(covariance[i][i], inverse[i][i]);
  const effects = names.map((name, i): Effect => {
    const slope = beta[i + 1] / spreads[i];
    const error = Math.sqrt(covariance[i + 1][i + 1]) / spreads[i];
    return {
      ...{ name, slope, error, odds: Math.exp(slope) },
      low: Math.exp(slope - Z95 * error),
      high: Math.exp(slope + Z95 * error),
      chance: 2 * (1 - normalProbability(Math.abs(slope) / error)),
    };
  });
  const intercept =
    beta[0] - names.reduce((sum, _, i) => sum + (beta[i + 1] * means[i]) / spreads[i], 0);
  return {
    ...{ intercept, effects, trees: all, deaths, clusters: m, separated },
    covariance: inOwnUnits(covariance, means, spreads),
  };
}

/** Covariance of what was fitted about the means in their spreads, as that of intercept and slopes a unit. */
function inOwnUnits(
  covariance: readonly (readonly number[])[],
  means: readonly number[],
  spreads: readonly number[],
): number[][] {
  const turn = covariance.map((_, i) =>
    covariance.map((__, j) =>
      i === 0 ? (j === 0 ? 1 : -means[j - 1] / spreads[j - 1]) : i === j ? 1 / spreads[i - 1] : 0,
    ),
  );
  return turn.map((left) =>
    turn.map((right) =>
      left.reduce(
        (sum, a, i) => sum + a * right.reduce((own, b, j) => own + covariance[i][j] * b, 0),
        0,
      ),
    ),
  );
}

type Row = Exposed & { x: readonly number[] };

const chanceOf = (x: readonly number[], beta: readonly number[]): number =>
  1 / (1 + Math.exp(-x.reduce((sum, value, i) => sum + value * beta[i], 0)));

function informationOf(rows: readonly Row[], beta: readonly number[], k: number): number[][] {
  const information = new Array<number>(k).fill(0).map(() => new Array<number>(k).fill(0));
  for (const { x, of } of rows) {
    const p = chanceOf(x, beta);
    const weight = of * p * (1 - p);
    for (let i = 0; i < k; i++)
      for (let j = 0; j < k; j++) information[i][j] += weight * x[i] * x[j];
  }
  return information;
}

/** Newton's steps on the score, penalised or not; nothing where they do not come to rest. */
function fit(rows: readonly Row[], k: number, penalised: boolean): number[] | undefined {
  let beta = new Array<number>(k).fill(0);
  for (let turn = 0; turn < 60; turn++) {
    const information = informationOf(rows, beta, k);
    const inverse = penalised ? invert(information) : undefined;
    if (penalised && !inverse) return undefined;
    const score = new Array<number>(k).fill(0);
    for (const { x, died, of } of rows) {
      const p = chanceOf(x, beta);
      // Each tree's leverage times (½ − p): Firth's correction of the score.
      const leverage = inverse
        ? of *
          p *
          (1 - p) *
          x.reduce((sum, a, i) => sum + a * x.reduce((s, b, j) => s + inverse[i][j] * b, 0), 0)
        : 0;
      const residual = died - of * p + leverage * (0.5 - p);
      x.forEach((value, i) => (score[i] += value * residual));
    }
    const step = solve(information, score);
    if (!step) return undefined;
    const largest = Math.max(...step.map(Math.abs));
    const scale = largest > 2 ? 2 / largest : 1;
    beta = beta.map((value, i) => value + scale * step[i]);
    if (largest < 1e-10) return beta;
    if (beta.some((value) => !Number.isFinite(value) || Math.abs(value) > 40)) return undefined;
  }
  return penalised ? beta : undefined;
}

function invert(matrix: readonly (readonly number[])[]): number[][] | undefined {
  const n = matrix.length;
  const columns = Array.from({ length: n }, (_, i) =>
    solve(
      matrix,
      Array.from({ length: n }, (__, j) => (i === j ? 1 : 0)),
    ),
  );
  if (columns.some((column) => !column)) return undefined;
  return Array.from({ length: n }, (_, i) => columns.map((column) => column![i]));
}
