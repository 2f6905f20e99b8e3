/**
 * Writes whole numbers as ranges: 1, 2, 3, 7 → "1 to 3, 7".
 * @param numbers any order, doubles left out
 * @param most ranges to write before "and more"
 */
export function rangesOf(numbers: readonly number[], most = 6): string {
  const sorted = [...new Set(numbers)].sort((a, b) => a - b);
  const ranges: [number, number][] = [];
  for (const n of sorted) {
    const last = ranges.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else ranges.push([n, n]);
  }
  const written = ranges
    .slice(0, most)
    .map(([from, to]) =>
      from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from} to ${to}`,
    );
  return written.join(', ') + (ranges.length > most ? ' and more' : '');
}
