/** Parts of a young tree by which look-alikes are told apart in the box. */
export const MARKS = ['leaf', 'bud', 'bark', 'root', 'smell', 'alike'] as const;
export type Mark = (typeof MARKS)[number];

/** The leader's own words, part by part; empty parts are left out. */
export type SpeciesMarks = Partial<Record<Mark, string>>;

/**
 * Letters for a new card that no other has: the first of its name, else the first and another of the name, else
 * the first pair that is free.
 * @returns '' while the name has no letter in it
 * @example freeLetters('Alder', ['A']) // => 'AL'
 */
export function freeLetters(name: string, taken: readonly string[]): string {
  const used = new Set(taken.map((letter) => letter.toUpperCase()));
  // "Érable" is E, and a word's first letter comes before the inside of the first word.
  const plain = name
    .normalize('NFD')
    .toUpperCase()
    .replace(/[^A-Z ]/g, '')
    .trim();
  const [first] = plain;
  if (!first) return '';
  const initials = plain
    .split(/ +/)
    .slice(1)
    .map(([initial]) => initial);
  const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
  const seconds = [...initials, ...plain.slice(1).replace(/ /g, ''), ...ALPHABET];
  const pairs = [...seconds.map((second) => first + second)];
  const any = [...ALPHABET].flatMap((a) => [...ALPHABET].map((b) => a + b));
  return [first, ...pairs, ...any].find((letters) => !used.has(letters)) ?? '';
}
