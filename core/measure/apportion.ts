/**
 * Shares out a whole number in proportion to weights so that the parts add up exactly.
 * Largest remainder (Hamilton): each part gets its floor, what is left goes to the largest
 * fractions, the earlier one on a tie. No part is off its exact share by one or more.
 * @param total whole number, 0 or more
 * @param weights non-negative, not all zero
 * @returns one whole number a weight, adding up to the total
 * @throws RangeError when the weights are negative or all zero
 * @example apportion(10, [1, 1, 1]) // => [4, 3, 3]
 */
export function apportion(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (!(sum > 0) || weights.some((weight) => !(weight >= 0))) {
    throw new RangeError('Shares must be 0 or more, and at least one above 0.');
  }
  const exact = weights.map((weight) => (total * weight) / sum);
  const counts = exact.map(Math.floor);
  let left = total - counts.reduce((a, b) => a + b, 0);
  const byRemainder = exact
    .map((value, index) => ({ index, remainder: value - counts[index] }))
    .filter(({ index }) => weights[index] > 0)
    .sort((a, b) => b.remainder - a.remainder || a.index - b.index);
  for (let turn = 0; left > 0; turn = (turn + 1) % byRemainder.length, left--) {
    counts[byRemainder[turn].index]++;
  }
  return counts;
}

/**
 * Parts as whole numbers that add up to their rounded sum.
 * @param parts 0 or more
 * @example shareWhole([0.4, 0.4, 1.4]) // => [1, 0, 1]
 */
export function shareWhole(parts: readonly number[]): number[] {
  const sum = parts.reduce((all, part) => all + part, 0);
  return sum > 0 ? apportion(Math.round(sum), parts) : parts.map(() => 0);
}

/**
 * Lengths of parts that are drawn to scale but each long enough for its label: short parts get their least
 * length, and the longer ones give what that takes, each in proportion to what it has over its own least.
 * @param lengths to scale, all 0 or more
 * @param least that each needs
 * @returns one length a part; they add up to what the given ones do, or to all the least where those need more
 */
export function atLeast(lengths: readonly number[], least: readonly number[]): number[] {
  const wanted = lengths.map((length, i) => Math.max(length, least[i]));
  const taken = wanted.reduce((sum, want, i) => sum + want - lengths[i], 0);
  const spare = wanted.map((want, i) => want - least[i]);
  const given = spare.reduce((sum, part) => sum + part, 0);
  const share = given > 0 ? Math.min(1, taken / given) : 0;
  return wanted.map((want, i) => want - spare[i] * share);
}
