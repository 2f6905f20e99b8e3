/** An estimate with its interval, all as shares between 0 and 1. */
export interface Interval {
  estimate: number;
  low: number;
  high: number;
}

/** Standard normal quantile for a two-sided 95 % interval. */
export const Z95 = 1.959963984540054;

/**
 * Wilson score interval of a proportion (Wilson 1927, J. Am. Stat. Assoc. 22).
 * @param hits how many of n
 * @param n sample size, 1 or more
 * @example wilson(81, 263).low // ≈ 0.255
 */
export function wilson(hits: number, n: number, z = Z95): Interval {
  if (!(n > 0) || hits < 0 || hits > n) {
    throw new RangeError(
      `${hits} of ${n} is no sample: the count must lie between 0 and the number looked at.`,
    );
  }
  const p = hits / n;
  const z2 = z * z;
  const centre = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (z / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return {
    estimate: p,
    low: hits === 0 ? 0 : Math.max(0, centre - half),
    high: hits === n ? 1 : Math.min(1, centre + half),
  };
}
