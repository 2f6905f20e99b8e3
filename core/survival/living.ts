import { apportion } from '../measure/apportion';
import type { Day } from '../measure/dates';
import { isDead } from './marks';

/** What the newest look at a row found. */
export interface LookAtRow {
  row: number;
  set: number;
  alive: number;
  /** Of its trees one by one; empty where only their sum was counted. */
  marks: string;
  countedOn: Day;
}

/** What of a row is taken to be dead. */
export interface DeadOfRow {
  /** Those that somebody saw. */
  pegs: ReadonlySet<number>;
  /** Others, wherever in the row they stand: of a sum, or as many as died where somebody looked. */
  more: number;
  /** When that was so. */
  on: Day;
}

/**
 * Dead trees row by row: those that were seen, and of trees nobody looked at as many as died elsewhere, shared out so
 * that they add up.
 * @param planted trees of each row
 * @param estimate share that lives where nobody looked, of the count of `on`
 */
export function deadByRow(
  planted: ReadonlyMap<number, number>,
  looks: readonly LookAtRow[],
  { estimate, on }: { estimate: number; on: Day },
): Map<number, DeadOfRow> {
  const lookOf = new Map(looks.map((look) => [look.row, look]));
  const rows = [...planted.keys()];
  const unseen = rows.map((row) => Math.max(0, planted.get(row)! - (lookOf.get(row)?.set ?? 0)));
  const all = unseen.reduce((sum, trees) => sum + trees, 0);
  const taken = all ? apportion(Math.round((1 - estimate) * all), unseen) : unseen;
  return new Map(
    rows.map((row, i) => {
      const look = lookOf.get(row);
      const pegs = [...(look?.marks ?? '')].flatMap((mark, at) => (isDead(mark) ? [at + 1] : []));
      const ofSum = look && !look.marks ? look.set - look.alive : 0;
      return [row, { pegs: new Set(pegs), more: taken[i] + ofSum, on: look?.countedOn ?? on }];
    }),
  );
}

/** Trees that went into dead places of a row. */
export interface SetAgain<Place> {
  places: readonly Place[];
  /** How many of these places somebody had seen dead; the others stand wherever they were found. */
  noted: number;
  since: Day;
}

/**
 * The living of a row: its own trees, and those in dead places. Dead ones that nobody saw are taken to stand evenly
 * among the others.
 * @param places of the row, in order
 */
export function livingOf<Place extends { peg: number }>(
  places: readonly Place[],
  dead: DeadOfRow | undefined,
  again?: SetAgain<Place>,
): { own: Place[]; again: Place[] } {
  const filled = again?.places ?? [];
  const taken = new Set(filled.map(({ peg }) => peg));
  const own = places.filter(({ peg }) => !taken.has(peg) && !dead?.pegs.has(peg));
  if (!dead) return { own, again: [...filled] };
  const sinceCount = again !== undefined && again.since > dead.on;
  // Trees that went in after the count stand in places which it took to be dead.
  const more = sinceCount ? dead.more - (filled.length - again.noted) : dead.more;
  return {
    own: withoutEvenly(own, more),
    again: sinceCount ? [...filled] : filled.filter(({ peg }) => !dead.pegs.has(peg)),
  };
}

/** Leaves so many out, evenly among the rest. */
function withoutEvenly<Item>(items: readonly Item[], count: number): Item[] {
  const out = Math.min(items.length, Math.max(0, count));
  const left = new Set(
    Array.from({ length: out }, (_, i) => Math.floor(((i + 0.5) * items.length) / out)),
  );
  return items.filter((_, i) => !left.has(i));
}
