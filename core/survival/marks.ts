/** How a tree of a counted row was found, one sign a tree. */
export const MARKS = ['1', 'p', 'b', '0', 'g', '-'] as const;
export type Mark = (typeof MARKS)[number];

/** Alive, poor and browsed trees live; dead and gone ones do not; "-" is a place nobody looked at or that was never set. */
const LIVES = new Set<string>(['1', 'p', 'b']);
const DIED = new Set<string>(['0', 'g']);

export const isAlive = (mark: string | undefined): boolean => LIVES.has(mark ?? '');
export const isDead = (mark: string | undefined): boolean => DIED.has(mark ?? '');

/** What may have killed a tree. */
export const CAUSES = [
  'dry roots',
  'too deep',
  'loose',
  'browse',
  'weeds',
  'drought',
  'frost',
  'flood',
  'vandals',
  'unknown',
] as const;
export type Cause = (typeof CAUSES)[number];

export interface MarkSums {
  set: number;
  alive: number;
  poor: number;
  browsed: number;
  gone: number;
}

/** What a row's marks come to. @example sumMarks('11p0-g').alive // => 3 */
export function sumMarks(marks: string): MarkSums {
  const sums: MarkSums = { set: 0, alive: 0, poor: 0, browsed: 0, gone: 0 };
  for (const mark of marks) {
    if (mark === '-') continue;
    sums.set++;
    if (isAlive(mark)) sums.alive++;
    if (mark === 'p') sums.poor++;
    if (mark === 'b') sums.browsed++;
    if (mark === 'g') sums.gone++;
  }
  return sums;
}

/**
 * Trees that were dead or gone before and are counted alive now, by peg: one of the two looked wrongly.
 * @example cameBack('10g1', '1111') // => [2, 3]
 */
export const cameBack = (before: string, now: string): number[] =>
  [...now].flatMap((mark, i) => (isDead(before[i]) && isAlive(mark) ? [i + 1] : []));
