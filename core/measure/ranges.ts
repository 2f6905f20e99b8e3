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

/** A range of whole numbers as it is typed: "5", "5-7", "5 – 7", "5 to 7". */
const RANGE = /^(\d{1,6})(?:\s*(?:-|–|to)\s*(\d{1,6}))?$/i;

/**
 * Reads ranges as people type them, between commas, semicolons or blanks; turned ones are meant as they would be.
 * @param most numbers to be read at most
 * @returns whole numbers in order, each once; undefined where it is not ranges, or of too many numbers
 * @example rangesIn('5-7, 9') // => [5, 6, 7, 9]
 */
export function rangesIn(text: string, most = 10_000): number[] | undefined {
  const parts = text
    .trim()
    .replace(/\s*(-|–|\bto\b)\s*/gi, '-')
    .split(/[\s,;]+/)
    .filter(Boolean);
  const numbers = new Set<number>();
  for (const part of parts) {
    const [, first, second] = RANGE.exec(part) ?? [];
    if (first === undefined) return undefined;
    const [from, to] = [Number(first), Number(second ?? first)].sort((a, b) => a - b);
    if (numbers.size + to - from + 1 > most) return undefined;
    for (let n = from; n <= to; n++) numbers.add(n);
  }
  return numbers.size ? [...numbers].sort((a, b) => a - b) : undefined;
}
