import type { Place, PlannedPlot } from '../checks/grid';
import { planPlotsInSteps } from '../checks/planned';
import type { MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { seededRandom } from '../measure/random';
import { isAlive, sumMarks, type Cause } from './marks';

/** Ways in which trees of a count are drawn: whole rows, circles over the ground, or single tagged trees. */
export const COUNT_WAYS = ['rows', 'plots', 'trees'] as const;
export type CountWay = (typeof COUNT_WAYS)[number];

/** A circle whose trees are counted. */
export type CountPlot = Pick<PlannedPlot, 'number' | 'row' | 'peg' | 'trees'>;
/** Trees of a row that carry a tag and are looked at by themselves. */
export interface TaggedRow {
  row: number;
  pegs: number[];
}

/** What is walked in one go: places in the order in which one comes by. */
export interface Walk {
  /** Number of the circle; nothing along a row. */
  plot: number | null;
  places: { row: number; peg: number }[];
}

/** What was said of the trees of a walk, by the step on which each is come by: 1 for the first. */
export interface Said {
  causes?: Readonly<Record<number, Cause>>;
  /** Metres. */
  heights?: Readonly<Record<number, number>>;
}

/** What a walk says of one row; places that were not on it are "not looked at". */
export interface RowOfWalk {
  row: number;
  marks: string;
  set: number;
  alive: number;
  causes: { peg: number; cause: Cause }[];
  heights: { peg: number; height: number }[];
}

/**
 * What was marked on a walk, row by row. A cause is told of dead trees alone and a height of living ones: what was
 * said of a tree before its mark was changed goes.
 * @param marks one sign a place, from the first on; fewer than places while the walk goes on
 */
export function countsOfWalk({ places }: Walk, marks: string, said: Said = {}): RowOfWalk[] {
  const rows = new Map<number, { signs: string[] } & Pick<RowOfWalk, 'causes' | 'heights'>>();
  places.slice(0, marks.length).forEach(({ row, peg }, i) => {
    const own = rows.get(row) ?? { signs: [], causes: [], heights: [] };
    own.signs[peg - 1] = marks[i];
    const [cause, height] = [said.causes?.[i + 1], said.heights?.[i + 1]];
    if (cause !== undefined && !isAlive(marks[i])) own.causes.push({ peg, cause });
    if (height !== undefined && isAlive(marks[i])) own.heights.push({ peg, height });
    rows.set(row, own);
  });
  return [...rows].map(([row, { signs, ...own }]) => {
    const whole = Array.from(signs, (sign) => sign ?? '-').join('');
    const { set, alive } = sumMarks(whole);
    return { row, marks: whole, set, alive, ...own };
  });
}

/**
 * Looks at one row laid over each other, the oldest first: the newest word on each tree stands.
 * @example overlaid(['11-', '1-0']) // => '110'
 */
export function overlaid(marks: readonly string[]): string {
  const longest = Math.max(0, ...marks.map(({ length }) => length));
  return Array.from(
    { length: longest },
    (_, i) =>
      [...marks].reverse().find((own) => own[i] !== undefined && own[i] !== '-')?.[i] ?? '-',
  ).join('');
}

/**
 * Single trees to tag: every k-th of all that stand, from a random start, so that each has the same chance.
 * @param standing trees of each row, in the order of the rows
 */
export function treesToTag(
  standing: readonly { row: number; trees: number }[],
  wanted: number,
  seed: string,
): TaggedRow[] {
  const all = standing.reduce((sum, { trees }) => sum + trees, 0);
  const count = Math.min(wanted, all);
  if (count < 1) return [];
  const start = seededRandom(`tags ${seed}`)();
  const found: TaggedRow[] = [];
  let before = 0;
  let next = 0;
  for (const { row, trees } of standing) {
    const pegs: number[] = [];
    for (; next < count; next++) {
      const at = Math.floor(((start + next) * all) / count);
      if (at >= before + trees) break;
      pegs.push(at - before + 1);
    }
    if (pegs.length) found.push({ row, pegs });
    before += trees;
  }
  return found;
}

/**
 * Circles over the plantable ground with a random start, in the order of their round from the gate, with the
 * standing trees in each; one in which nothing stands is left out, for there is nothing to count in it.
 * @param area of one, square metres
 * @param after number that earlier draws came to: a circle's number is never another's
 */
export function* plotsToCount(
  ground: MultiPolygon,
  standing: readonly Place[],
  gate: Point,
  { area, plots, seed, after = 0 }: { area: number; plots: number; seed: string; after?: number },
): Generator<void, CountPlot[]> {
  const laid = yield* planPlotsInSteps(
    { area, plots, seed: `count ${seed}`, by: 'ground' },
    ...([ground, standing, gate, () => undefined] as const),
  );
  return laid.map(({ number, row, peg, trees }) => ({ number: after + number, row, peg, trees }));
}
