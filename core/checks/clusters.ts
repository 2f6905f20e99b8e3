import { studentQuantile } from '../measure/student';
import { wilson, Z95, type Interval } from '../survival/interval';

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
export const clusterShare = (
  clusters: readonly Cluster[],
  all = Infinity,
  like: readonly Cluster[] = [],
): ClusterEstimate => shareOfSums(clusterSums(clusters), all, clusterSums(like));

/** `clusterShare` of clusters that are added up already. */
export function shareOfSums(
  { clusters: n, hits, of, ...sums }: ClusterSums,
  all = Infinity,
  like: ClusterSums = NO_CLUSTERS,
): ClusterEstimate {
  const p = hits / of;
  const few = n < FEW && like.clusters > n;
  let designEffect = 1;
  if (few) {
    const size = sums.ofSquared / of;
    designEffect = 1 + Math.max(0, size - 1) * (alikenessOf(like) ?? 0);
  } else if (n >= 2 && p > 0 && p < 1) {
    const apart = Math.max(0, sums.hitsSquared - 2 * p * sums.hitsOf + p * p * sums.ofSquared);
    const correction = Math.max(0, 1 - n / Math.max(n, all));
    const variance = (correction * apart * n) / ((n - 1) * of * of);
    designEffect = Math.max(1, variance / ((p * (1 - p)) / of));
  }
  const degrees = (few ? like.clusters : n) - 1;
  const worth =
    (of / designEffect) * (degrees >= 1 ? (Z95 / studentQuantile(0.95, degrees)) ** 2 : 1);
  return { ...wilson(p * worth, worth), estimate: p, hits, of, clusters: n, designEffect, worth };
}

/**
 * How much alike trees of one plot are: the intraclass correlation by the analysis of variance, for
 * clusters of unequal size (Donner 1986, International Statistical Review 54). Below 0 counts as 0.
 * @returns nothing where two clusters with two trees are not there, or nothing differs
 */
export const alikeness = (clusters: readonly Cluster[]): number | undefined =>
  alikenessOf(clusterSums(clusters));

/** `alikeness` of clusters that are added up already. */
export function alikenessOf({
  clusters: k,
  hits,
  of: n,
  squares,
  ofSquared,
}: ClusterSums): number | undefined {
  if (k < 2 || n <= k || hits === 0 || hits === n) return undefined;
  const between = (squares - (hits * hits) / n) / (k - 1);
  const within = (hits - squares) / (n - k);
  const size = (n - ofSquared / n) / (k - 1);
  return Math.max(0, (between - within) / (between + (size - 1) * within));
}

/** What clusters add up to, as far as their spread follows from it: sums of all less those of some are the rest's. */
export interface ClusterSums extends Cluster {
  clusters: number;
  /** Sums of hits² ÷ of, of hits², of hits · of and of of². */
  squares: number;
  hitsSquared: number;
  hitsOf: number;
  ofSquared: number;
}

const SUMS = [
  ...(['clusters', 'hits', 'of', 'squares'] as const),
  ...(['hitsSquared', 'hitsOf', 'ofSquared'] as const),
];

export const NO_CLUSTERS: Readonly<ClusterSums> = {
  ...{ clusters: 0, hits: 0, of: 0, squares: 0 },
  ...{ hitsSquared: 0, hitsOf: 0, ofSquared: 0 },
};

/** Adds a cluster to sums; one in which nothing was looked at is none. */
export function addTo(sums: ClusterSums, hits: number, of: number): void {
  if (!of) return;
  sums.clusters++;
  sums.hits += hits;
  sums.of += of;
  sums.squares += (hits * hits) / of;
  sums.hitsSquared += hits * hits;
  sums.hitsOf += hits * of;
  sums.ofSquared += of * of;
}

export function clusterSums(clusters: Iterable<Cluster>): ClusterSums {
  const sums = { ...NO_CLUSTERS };
  for (const { hits, of } of clusters) addTo(sums, hits, of);
  return sums;
}

const combined = (some: ClusterSums, others: ClusterSums, sign: 1 | -1): ClusterSums => {
  const sums = { ...some };
  for (const name of SUMS) sums[name] += sign * others[name];
  return sums;
};
export const plusSums = (some: ClusterSums, others: ClusterSums): ClusterSums =>
  combined(some, others, 1);

/** Sums of all clusters without some of them. */
export const lessSums = (all: ClusterSums, some: ClusterSums): ClusterSums =>
  combined(all, some, -1);

/** Sums of clusters group by group. @param keyOf of the cluster at a place; what is of no group counts nowhere */
export function sumsBy<Key>(
  clusters: readonly Cluster[],
  keyOf: (place: number) => Key | undefined,
): Map<Key, ClusterSums> {
  const groups = new Map<Key, ClusterSums>();
  clusters.forEach(({ hits, of }, place) => {
    const key = keyOf(place);
    if (key === undefined) return;
    let sums = groups.get(key);
    if (!sums) groups.set(key, (sums = { ...NO_CLUSTERS }));
    addTo(sums, hits, of);
  });
  return groups;
}

/**
 * How much more clusters differ than so many single trees would: the mean square of Pearson's residuals,
 * Σ (hits − of·p)² ÷ (of·p·(1 − p)), 1 and more (McCullagh & Nelder, Generalized Linear Models, 2nd ed., 4.5).
 */
export function dispersion({ clusters, hits, of, squares }: ClusterSums, p: number): number {
  const pearson = (squares - 2 * p * hits + p * p * of) / (p * (1 - p));
  return Math.max(1, pearson / Math.max(1, clusters - 1));
}
