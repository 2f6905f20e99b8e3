/**
 * Whole numbers as stretches of neighbours, in order: 7, 1, 2, 3 → [1, 3], [7, 7].
 * @example stretchesOf([5, 3, 4, 9]) // => [[3, 5], [9, 9]]
 */
export function stretchesOf(numbers: readonly number[]): [number, number][] {
  const stretches: [number, number][] = [];
  for (const n of [...new Set(numbers)].sort((a, b) => a - b)) {
    const last = stretches.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else stretches.push([n, n]);
  }
  return stretches;
}

/**
 * Writes whole numbers as ranges: 1, 2, 3, 7 → "1 to 3, 7".
 * @param numbers any order, doubles left out
 * @param most ranges to write before "and more"
 */
export function rangesOf(numbers: readonly number[], most = 6): string {
  const ranges = stretchesOf(numbers);
  const written = ranges
    .slice(0, most)
    .map(([from, to]) =>
      from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from} to ${to}`,
    );
  return written.join(', ') + (ranges.length > most ? ' and more' : '');
}

/**
 * Ranges without a word in them, for every language: 1, 2, 3, 7 → "1–3, 7".
 * @param most ranges to write before "…"
 */
export function shortRanges(numbers: readonly number[], most = 6): string {
  const ranges = stretchesOf(numbers);
  const written = ranges
    .slice(0, most)
    .map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`));
  return written.join(', ') + (ranges.length > most ? ' …' : '');
}
