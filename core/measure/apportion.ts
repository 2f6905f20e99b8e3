/**
 * Shares out a whole number in proportion to weights so that the parts add up exactly.
 * Largest remainder (Hamilton): each part gets its floor, what is left goes to the largest
 * fractions, the earlier one on a tie. No part is off its exact share by one or more.
 * @param total whole number, 0 or more
 * @param weights non-negative, not all zero
 * @returns one whole number a weight, adding up to the total
 * @throws RangeError when the weights are negative or all zero
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
