import { normalDeviate, seededRandom, type Random } from '../measure/random';
import {
  bounds,
  logRank,
  logRankSums,
  overChance,
  solve,
  type Compared,
  type CurvePoint,
} from './kaplan';
import type { Life } from './life';

/** Trees of which the same is known: alive at a count, and dead by another or never seen dead. */
export interface Span {
  /** Whole months: last seen alive, 0 where nobody looked since planting. */
  after: number;
  /** The count that found them dead; nothing for those that were alive when they were looked at last. */
  by?: number;
  trees: number;
}

/** Lives put together by what is known of them, in whole months. */
export function spansOf(lives: Iterable<Life>): Span[] {
  const spans = new Map<string, Span>();
  for (const { after, at, died } of lives) {
    // Counts of one month are one look.
    const by = died ? Math.max(1, Math.round(at)) : undefined;
    const from = by === undefined ? Math.round(at) : Math.min(Math.round(after), by - 1);
    const key = `${from} ${by}`;
    const span = spans.get(key);
    if (span) span.trees++;
    else spans.set(key, { after: from, ...(by === undefined ? {} : { by }), trees: 1 });
  }
  return [...spans.values()];
}

/** Counts at which a tree was found dead or seen for the last time, in order. */
const timesOf = (spans: readonly Span[]): number[] =>
  [...new Set(spans.map(({ after, by }) => by ?? after))]
    .filter((at) => at > 0)
    .sort((a, b) => a - b);

/** A span as indices of times: dead after the first and by the last, or alive up to the first. */
interface Placed {
  from: number;
  to?: number;
  trees: number;
}
const placed = (spans: readonly Span[], times: readonly number[]): Placed[] =>
  spans.map(({ after, by, trees }) => ({
    from: times.findLastIndex((at) => at <= after) + 1,
    ...(by === undefined ? {} : { to: times.indexOf(by) + 1 }),
    trees,
  }));

/** Dead trees of which counts between do not tell whether they lived then. */
export const passedOver = (spans: readonly Span[]): number =>
  placed(spans, timesOf(spans)).reduce(
    (sum, { from, to, trees }) => sum + (to !== undefined && to - from > 1 ? trees : 0),
    0,
  );

/** Rounds after which nothing moves any more. */
const MOST_ROUNDS = 5000;

/** Trees at risk and dead at each time, as far as can be expected of those that died across several. */
interface Expected {
  atRisk: number[];
  died: number[];
}

/** The chance that a tree of a span died at each of its times, by the deaths of each time among those at risk. */
function chances({ from, to }: Placed, { atRisk, died }: Expected): number[] {
  let alive = 1;
  const chance: number[] = [];
  for (let j = from; j < to!; j++) {
    const hazard = atRisk[j] > 0 ? died[j] / atRisk[j] : 0;
    chance.push(alive * hazard);
    alive *= 1 - hazard;
  }
  const sum = chance.reduce((a, b) => a + b, 0);
  return chance.map((one) => (sum > 0 ? one / sum : 1 / chance.length));
}

/** Adds trees up by time, each span's dead shared out among its times. */
function counted(
  spans: readonly Placed[],
  times: number,
  shared: (span: Placed) => readonly number[],
): Expected {
  const atRisk = new Array<number>(times).fill(0);
  const died = new Array<number>(times).fill(0);
  for (const span of spans) {
    for (let j = 0; j < span.from; j++) atRisk[j] += span.trees;
    if (span.to === undefined) continue;
    let left = span.trees;
    shared(span).forEach((trees, k) => {
      atRisk[span.from + k] += left;
      died[span.from + k] += trees;
      left -= trees;
    });
  }
  return { atRisk, died };
}

/**
 * Deaths whose time is known to lie between two counts, shared out among the times between so that what was
 * seen is likeliest (self-consistency, Turnbull 1976, J. R. Stat. Soc. B 38; the hazards' expectation and
 * maximisation of Dempster, Laird & Rubin 1977).
 */
function expected(spans: readonly Placed[], times: number): Expected {
  // Evenly at first, so that no time is without its chance.
  let now = counted(spans, times, ({ from, to, trees }) =>
    Array.from({ length: to! - from }, () => trees / (to! - from)),
  );
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const before = now;
    now = counted(spans, times, (span) =>
      chances(span, before).map((chance) => chance * span.trees),
    );
    if (now.died.every((trees, j) => Math.abs(trees - before.died[j]) < 1e-9)) break;
  }
  return now;
}

/**
 * The share still living over time where trees are looked at now and then. A tree that every count looked at is a
 * step at the count that found it dead, and the curve the product limit of Kaplan & Meier; one that counts
 * passed over died at any of them, and is shared out (`expected`). The error is that of the likelihood's
 * observed information, which without such trees is Greenwood's; the interval lies on the log(−log) scale.
 * @returns a point for each count; trees at risk and dead are expected numbers where some were passed over
 */
export function lifeCurve(spans: readonly Span[]): CurvePoint[] {
  const times = timesOf(spans);
  const own = placed(spans, times);
  const { atRisk, died } = expected(own, times.length);
  let survival = 1;
  const points = times.map((at, j) => {
    survival *= atRisk[j] > 0 ? 1 - died[j] / atRisk[j] : 1;
    return { at, atRisk: atRisk[j], died: died[j], survival: Math.max(0, survival) };
  });
  const errors = errorsOf(
    own,
    points.map((point) => point.survival),
  );
  return points.map((point, j) => {
    const [low, high] = bounds(point.survival, errors[j] / point.survival ** 2);
    return { ...point, low, high };
  });
}

/**
 * Variance of the living share at each time, by the observed information of the chances to die at each time. A
 * span's likelihood is a sum of these chances, so that the information is Σ n a aᵀ ÷ P².
 */
function errorsOf(spans: readonly Placed[], survival: readonly number[]): number[] {
  const end = survival.length;
  const chance = survival.map((share, j) => (j ? survival[j - 1] : 1) - share);
  chance.push(survival[end - 1] ?? 1);
  const possible = [...chance.keys()].filter((j) => chance[j] > 1e-9);
  // All chances add up to one: the last of them follows from the others.
  const last = possible.pop();
  const free = possible;
  const information = free.map(() => new Array<number>(free.length).fill(0));
  for (const { from, to, trees } of spans) {
    const has = (j: number) => j >= from && j < (to ?? end + 1);
    const likely = chance.reduce((sum, one, j) => sum + (has(j) ? one : 0), 0);
    if (!(likely > 0)) continue;
    const a = free.map((j) => Number(has(j)) - Number(has(last!)));
    for (let r = 0; r < a.length; r++)
      for (let c = 0; c < a.length; c++)
        if (a[r] && a[c]) information[r][c] += (trees * a[r] * a[c]) / likely ** 2;
  }
  return survival.map((_, j) => {
    // The share is one less the chances up to here: its variance is 1ᵀ I⁻¹ 1 over them.
    const upTo = free.map((at) => Number(at <= j));
    if (last !== undefined && last <= j) return 0;
    const solved = solve(information, upTo);
    return solved ? solved.reduce((sum, value, i) => sum + value * upTo[i], 0) : 0;
  });
}

/** How often the dead that counts passed over are set at times of their own. */
const TIMES_SET = 60;

/**
 * Whether groups die alike over time: the log-rank test, and where counts passed trees over the mean of many in which
 * these are set at times that their span allows, by the hazards of all groups together; what the setting
 * itself adds to the spread is taken off (Huang, Lee & Yu 2008, Statistics in Medicine 27). Without such trees
 * it is the log-rank test itself.
 * @returns nothing for fewer than two groups, or where nobody died
 */
export function diedAlike(
  groups: readonly { spans: readonly Span[] }[],
  seed = 'passed over',
): Compared | undefined {
  const times = timesOf(groups.flatMap(({ spans }) => spans));
  const own = groups.map(({ spans }) => placed(spans, times));
  const pooled = expected(own.flat(), times.length);
  const random = seededRandom(seed);
  const over = own.flat().some(({ from, to }) => to !== undefined && to - from > 1);
  const once = (sharedOf: (span: Placed) => readonly number[]) =>
    own.map((spans) => {
      const { atRisk, died } = counted(spans, times.length, sharedOf);
      return {
        start: atRisk[0] ?? 0,
        times: times.map((at, j) => ({
          at,
          died: died[j],
          lost: atRisk[j] - died[j] - (atRisk[j + 1] ?? 0),
        })),
      };
    });
  if (!over) return logRank(once(({ trees }) => [trees]));
  const draws = Array.from({ length: TIMES_SET }, () =>
    logRankSums(once((span) => drawn(span.trees, chances(span, pooled), random))),
  );
  const mean = (of: (draw: (typeof draws)[number]) => number) =>
    draws.reduce((sum, draw) => sum + of(draw), 0) / draws.length;
  const free = groups.length - 1;
  if (free < 1) return undefined;
  const excess = Array.from({ length: free }, (_, i) => mean((draw) => draw.excess[i]));
  const variance = excess.map((_, i) =>
    excess.map(
      (__, j) =>
        mean((draw) => draw.variance[i][j]) -
        (draws.length / (draws.length - 1)) *
          mean((draw) => (draw.excess[i] - excess[i]) * (draw.excess[j] - excess[j])),
    ),
  );
  return overChance(excess, variance);
}

/** Trees set at times by chance, one after the other the share of those that are left. */
function drawn(trees: number, chance: readonly number[], random: Random): number[] {
  let [left, rest] = [trees, 1];
  return chance.map((one, i) => {
    const share = i === chance.length - 1 ? 1 : Math.min(1, rest > 0 ? one / rest : 0);
    const here = binomial(left, share, random);
    left -= here;
    rest -= one;
    return here;
  });
}

/** So many trials are drawn one by one; more by the normal deviate that they come near to. */
const ONE_BY_ONE = 200;

function binomial(n: number, p: number, random: Random): number {
  if (p <= 0 || n <= 0) return 0;
  if (p >= 1) return n;
  if (n > ONE_BY_ONE)
    return Math.min(
      n,
      Math.max(0, Math.round(normalDeviate(random, n * p, Math.sqrt(n * p * (1 - p))))),
    );
  let hits = 0;
  for (let i = 0; i < n; i++) if (random() < p) hits++;
  return hits;
}
