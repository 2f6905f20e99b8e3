import { isAlive } from './marks';

/** One count of a row: when, and one sign a tree. */
export interface MarkedCount {
  /** Months since the row was planted. */
  months: number;
  marks: string;
}

/** Places of a row that took another tree, and the day from which on. */
export interface Refilled {
  pegs: readonly number[];
  on: string;
}

/**
 * A count without the trees that were set into dead places since: they are other trees, and say nothing of whether
 * the first ones live.
 * @param countedOn the day of the count; what was filled later is no part of it
 */
export function withoutRefilled(
  marks: string,
  countedOn: string,
  refills: readonly Refilled[],
): string {
  const others = new Set(refills.filter(({ on }) => on <= countedOn).flatMap(({ pegs }) => pegs));
  if (!others.size) return marks;
  return [...marks].map((mark, i) => (others.has(i + 1) ? '-' : mark)).join('');
}

/** What is known of a tree: alive after planting and at the counts up to `after`, and how it was at `at`. */
export interface Life {
  /** The last look that found it alive; 0 where there was none. */
  after: number;
  /** When it was found dead, or seen alive for the last time. */
  at: number;
  died: boolean;
}

/**
 * What became of every tree of a row over its counts: a tree that is dead or gone at a count and at all later
 * ones died by it; one alive at the last look left the study then. Trees never looked at are left out.
 * @returns by peg, counted from 1
 */
export function livesOf(counts: readonly MarkedCount[]): Map<number, Life> {
  const lives = new Map<number, Life>();
  const ordered = [...counts].sort((a, b) => a.months - b.months);
  const longest = Math.max(0, ...ordered.map(({ marks }) => marks.length));
  for (let peg = 1; peg <= longest; peg++) {
    let alive = -1;
    let dead: number | undefined;
    for (const { months, marks } of ordered) {
      const mark = marks[peg - 1];
      if (mark === undefined || mark === '-') continue;
      if (isAlive(mark)) {
        // A tree that lives was not dead before: the earlier look was wrong.
        [alive, dead] = [months, undefined];
      } else dead ??= months;
    }
    const after = Math.max(0, alive);
    if (dead !== undefined) lives.set(peg, { after, at: dead, died: true });
    else if (alive >= 0) lives.set(peg, { after, at: alive, died: false });
  }
  return lives;
}
