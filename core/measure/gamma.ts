import { logGamma } from './student';

/**
 * Regularised lower incomplete gamma function P(a, x): by its series for small x, by Lentz's continued
 * fraction else (DLMF 8.11.4 and 8.9.2).
 */
export function incompleteGamma(a: number, x: number): number {
  if (x <= 0) return 0;
  const front = Math.exp(a * Math.log(x) - x - logGamma(a));
  if (x < a + 1) {
    let term = 1 / a;
    let sum = term;
    for (let n = 1; n < 1000 && Math.abs(term) > 1e-16 * Math.abs(sum); n++) {
      term *= x / (a + n);
      sum += term;
    }
    return front * sum;
  }
  let b = x + 1 - a;
  let c = 1e300;
  let d = 1 / b;
  let fraction = d;
  for (let n = 1; n < 1000; n++) {
    const step = -n * (n - a);
    b += 2;
    d = 1 / (step * d + b);
    c = b + step / c;
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return 1 - front * fraction;
}

/** Chance of a χ² value of so many degrees as great or greater. @example chiSquareTail(3.841, 1) // ≈ 0.05 */
export const chiSquareTail = (x: number, degrees: number): number =>
  x <= 0 ? 1 : 1 - incompleteGamma(degrees / 2, x / 2);

/** Probability that a standard normal value is at most z. @example normalProbability(1.96) // ≈ 0.975 */
export const normalProbability = (z: number): number =>
  z < 0 ? 1 - normalProbability(-z) : 0.5 + incompleteGamma(0.5, (z * z) / 2) / 2;
