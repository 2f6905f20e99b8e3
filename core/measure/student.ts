/** Natural logarithm of the gamma function, Lanczos approximation (g = 7, n = 9). */
export function logGamma(x: number): number {
  const coefficients = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313,
    -176.61502916214059, 12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6,
    1.5056327351493116e-7,
  ];
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const z = x - 1;
  let sum = coefficients[0];
  for (let i = 1; i < coefficients.length; i++) sum += coefficients[i] / (z + i);
  const t = z + 7.5;
  return 0.5 * Math.log(2 * Math.PI) + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

/**
 * Regularised incomplete beta function by Lentz's continued fraction (DLMF 8.17.22). For whole numbers
 * I_p(x, n − x + 1) is the chance of x or more of n where each has the chance p (DLMF 8.17.5).
 */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a);
  const front = Math.exp(
    logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x),
  );
  let c = 1;
  let d = 1 / (1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / (1 + even * d);
    c = 1 + even / c;
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / (1 + odd * d);
    c = 1 + odd / c;
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return (front * fraction) / a;
}

/** Probability that Student's t with the given degrees of freedom is at most t. */
export function studentProbability(t: number, freedom: number): number {
  const tail = 0.5 * incompleteBeta(freedom / (freedom + t * t), freedom / 2, 0.5);
  return t > 0 ? 1 - tail : tail;
}

/**
 * Two-sided Student quantile: the t which |T| stays under with the given confidence.
 * @param confidence between 0 and 1, 0.95 for a 95 % interval
 * @param freedom degrees of freedom, 1 or more
 * @example studentQuantile(0.95, 10) // ≈ 2.228
 */
export function studentQuantile(confidence: number, freedom: number): number {
  const key = `${confidence} ${freedom}`;
  let found = known.get(key);
  if (found === undefined) {
    // The few that a site asks for are asked for again and again; one that asks for many begins anew.
    if (known.size > 5000) known.clear();
    known.set(key, (found = workOut(confidence, freedom)));
  }
  return found;
}

const known = new Map<string, number>();

function workOut(confidence: number, freedom: number): number {
  if (!(freedom >= 1)) throw new RangeError('A t interval needs at least two rows or plots.');
  const target = 0.5 + confidence / 2;
  let low = 0;
  let high = 1;
  while (studentProbability(high, freedom) < target) high *= 2;
  for (let step = 0; step < 80; step++) {
    const middle = (low + high) / 2;
    if (studentProbability(middle, freedom) < target) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
