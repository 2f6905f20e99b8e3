declare module 'jstat' {
  interface Statistics {
    hypgeom: {
      /** Chance of at most k marked among n drawn from N of which m are marked. */
      cdf(k: number, N: number, m: number, n: number): number;
    };
    binomial: { cdf(k: number, n: number, p: number): number };
    studentt: { inv(p: number, freedom: number): number };
    chisquare: { cdf(x: number, degrees: number): number };
    normal: { cdf(x: number, mean: number, deviation: number): number };
    gamma: { cdf(x: number, shape: number, scale: number): number };
    combination(n: number, k: number): number;
    betaln(a: number, b: number): number;
  }
  const statistics: Statistics & { jStat: Statistics };
  export default statistics;
}
