import { studentQuantile } from '../measure/student';
import { wilson, Z95, type Interval } from '../survival/interval';
import { ratioError } from '../survival/estimate';

/** What was found of so many in one cluster: a plot, a row. */
export interface Cluster {
  hits: number;
  of: number;
}

export interface ClusterEstimate extends Interval {
  hits: number;
  of: number;
  clusters: number;
  /** Variance between clusters over that of so many single trees; 1 and more. */
  designEffect: number;
  /** Single trees that would tell as much. */
  worth: number;
}

/** So few clusters tell less of how they differ than all of the sample does. From memory. */
const FEW = 5;

/**
 * A share found in clusters, with its 95 % interval. The ratio's linearised variance (Cochran, Sampling
 * Techniques, 3rd ed., ch. 6.3) over that of single trees is the design effect (Kish 1965); the sample is
 * worth so many times fewer, fewer again by (z ÷ t)² for few clusters (Korn & Graubard 1998, Survey
 * Methodology 24), and gets Wilson's interval, which does not shrink to nothing at 0 and 1.
 * A few clusters do not show how clusters differ: they are worth what clusters like them are, 1 + (m − 1)·ρ (Kish),
 * m the mean size of a tree's own cluster.
 * @param all clusters in the population, for the finite population correction
 * @param like all clusters of the sample, where these are some of them
 */
export function clusterShare(
  clusters: readonly Cluster[],
  all = Infinity,
  like: readonly Cluster[] = [],
): ClusterEstimate {
  const looked = clusters.filter(({ of }) => of > 0);
  const hits = looked.reduce((sum, cluster) => sum + cluster.hits, 0);
  const of = looked.reduce((sum, cluster) => sum + cluster.of, 0);
  const n = looked.length;
  const p = hits / of;
  const others = like.filter((cluster) => cluster.of > 0).length;
  const few = n < FEW && others > n;
  let designEffect = 1;
  if (few) {
    const size = looked.reduce((sum, cluster) => sum + cluster.of ** 2, 0) / of;
    designEffect = 1 + Math.max(0, size - 1) * (alikeness(like) ?? 0);
  } else if (n >= 2 && p > 0 && p < 1) {
    const counts = looked.map((cluster, row) => ({ row, set: cluster.of, alive: cluster.hits }));
    designEffect = Math.max(1, ratioError(counts, p, all) ** 2 / ((p * (1 - p)) / of));
  }
  const degrees = (few ? others : n) - 1;
  const worth =
    (of / designEffect) * (degrees >= 1 ? (Z95 / studentQuantile(0.95, degrees)) ** 2 : 1);
  return { ...wilson(p * worth, worth), estimate: p, hits, of, clusters: n, designEffect, worth };
}

/**
 * How much alike trees of one plot are: the intraclass correlation by the analysis of variance, for
 * clusters of unequal size (Donner 1986, International Statistical Review 54). Below 0 counts as 0.
 * @returns nothing where two clusters with two trees are not there, or nothing differs
 */
export function alikeness(clusters: readonly Cluster[]): number | undefined {
  const looked = clusters.filter(({ of }) => of > 0);
  const k = looked.length;
  const n = looked.reduce((sum, { of }) => sum + of, 0);
  const hits = looked.reduce((sum, cluster) => sum + cluster.hits, 0);
  if (k < 2 || n <= k || hits === 0 || hits === n) return undefined;
  const p = hits / n;
  const between =
    looked.reduce((sum, cluster) => sum + cluster.of * (cluster.hits / cluster.of - p) ** 2, 0) /
    (k - 1);
  const within =
    looked.reduce((sum, cluster) => sum + cluster.hits * (1 - cluster.hits / cluster.of), 0) /
    (n - k);
  const size = (n - looked.reduce((sum, { of }) => sum + of * of, 0) / n) / (k - 1);
  return Math.max(0, (between - within) / (between + (size - 1) * within));
}

/** What clusters add up to, as far as their spread follows from it: sums of all less those of some are the rest's. */
export interface ClusterSums extends Cluster {
  clusters: number;
  /** Sum of hits² ÷ of. */
  squares: number;
}

/** Sums of clusters; one in which nothing was looked at is none. */
export function clusterSums(clusters: readonly Cluster[]): ClusterSums {
  let [some, hits, of, squares] = [0, 0, 0, 0];
  for (const cluster of clusters) {
    if (!cluster.of) continue;
    some++;
    hits += cluster.hits;
    of += cluster.of;
    squares += (cluster.hits * cluster.hits) / cluster.of;
  }
  return { clusters: some, hits, of, squares };
}

export const NO_CLUSTERS: ClusterSums = { clusters: 0, hits: 0, of: 0, squares: 0 };

export const plusSums = (some: ClusterSums, others: ClusterSums): ClusterSums => ({
  ...{ clusters: some.clusters + others.clusters, hits: some.hits + others.hits },
  ...{ of: some.of + others.of, squares: some.squares + others.squares },
});

/** Sums of all clusters without some of them. */
export const lessSums = (all: ClusterSums, some: ClusterSums): ClusterSums => ({
  ...{ clusters: all.clusters - some.clusters, hits: all.hits - some.hits },
  ...{ of: all.of - some.of, squares: all.squares - some.squares },
});

/**
 * How much more clusters differ than so many single trees would: the mean square of Pearson's residuals,
 * Σ (hits − of·p)² ÷ (of·p·(1 − p)), 1 and more (McCullagh & Nelder, Generalized Linear Models, 2nd ed., 4.5).
 */
export function dispersion({ clusters, hits, of, squares }: ClusterSums, p: number): number {
  const pearson = (squares - 2 * p * hits + p * p * of) / (p * (1 - p));
  return Math.max(1, pearson / Math.max(1, clusters - 1));
}
