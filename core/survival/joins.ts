import { normalProbability } from '../measure/gamma';
import { toSegment, type Point } from '../measure/plane';
import { logGamma } from '../measure/student';
import { ByPeg } from '../rows/by-peg';
import { isAlive, isDead } from './marks';

/** Whether the dead stand together more than chance would set them. */
export interface Clumping {
  /** What was found, and what chance would give. */
  found: number;
  expected: number;
  /** The chance of so much clumping, or more, where the dead lie anywhere. */
  chance: number;
}

const logChoose = (n: number, k: number): number =>
  k < 0 || k > n ? -Infinity : logGamma(n + 1) - logGamma(k + 1) - logGamma(n - k + 1);

/**
 * Runs of dead and living along a row: fewer than chance would give means that the dead stand together.
 * The distribution is exact (Wald & Wolfowitz 1940, Ann. Math. Stat. 11): with a dead and b living there
 * are C(a−1, k−1)·C(b−1, k−1) ways to r = 2k runs for each beginning, and as many of k and k−1 to an odd r.
 * @param marks one sign a tree; places nobody looked at are passed over
 * @returns nothing where all lived or all died
 */
export function runsAlong(marks: string): Clumping | undefined {
  const dead = [...marks].flatMap((mark) => (isDead(mark) ? [true] : isAlive(mark) ? [false] : []));
  const n = dead.length;
  const a = dead.filter(Boolean).length;
  const b = n - a;
  if (!a || !b) return undefined;
  const found = 1 + dead.slice(1).filter((one, i) => one !== dead[i]).length;
  const all = logChoose(n, a);
  let chance = 0;
  for (let runs = 2; runs <= found; runs++) {
    const k = Math.floor(runs / 2);
    const ways =
      runs % 2 === 0
        ? [Math.log(2) + logChoose(a - 1, k - 1) + logChoose(b - 1, k - 1)]
        : [
            logChoose(a - 1, k) + logChoose(b - 1, k - 1),
            logChoose(a - 1, k - 1) + logChoose(b - 1, k),
          ];
    for (const way of ways) chance += Math.exp(way - all);
  }
  return { found, expected: 1 + (2 * a * b) / n, chance: Math.min(1, chance) };
}

/**
 * Rows in which the dead stand together beyond chance, the clearest first: by their runs, held to one
 * false alarm in twenty over all rows together (Holm 1979, Scand. J. Stat. 6).
 */
export function clumpedRows(
  rows: readonly { row: number; marks: string }[],
  risk = 0.05,
): (Clumping & { row: number })[] {
  const tested = rows
    .flatMap(({ row, marks }) => {
      const found = runsAlong(marks);
      return found ? [{ row, ...found }] : [];
    })
    .sort((a, b) => a.chance - b.chance);
  const first = tested.findIndex(({ chance }, i) => chance * (tested.length - i) > risk);
  return first < 0 ? tested : tested.slice(0, first);
}

/**
 * Neighbours that are both dead, of so many pairs of neighbours, against trees that died anywhere: join
 * counts under non-free sampling (Moran 1948, Biometrika 35; Cliff & Ord, Spatial Processes, 1981, 1.4).
 * The tail is the normal one with the count's exact mean and variance.
 * @param dead by tree
 * @param joins pairs of trees that are neighbours, by index
 */
export function joinsOfDead(
  dead: readonly boolean[],
  joins: readonly (readonly [number, number])[],
): Clumping | undefined {
  const n = dead.length;
  const a = dead.filter(Boolean).length;
  if (a < 2 || n - a < 1 || n < 4 || !joins.length) return undefined;
  const found = joins.filter(([i, j]) => dead[i] && dead[j]).length;
  const degree = new Array<number>(n).fill(0);
  for (const [i, j] of joins) {
    degree[i]++;
    degree[j]++;
  }
  /** Pairs of joins that share a tree, each once. */
  const sharing = degree.reduce((sum, of) => sum + (of * (of - 1)) / 2, 0);
  const pairs = (joins.length * (joins.length - 1)) / 2;
  /** The chance that so many given trees are all dead. */
  const together = (trees: number) => {
    let share = 1;
    for (let i = 0; i < trees; i++) share *= Math.max(0, a - i) / (n - i);
    return share;
  };
  const expected = joins.length * together(2);
  const variance =
    expected + 2 * sharing * together(3) + 2 * (pairs - sharing) * together(4) - expected ** 2;
  const error = Math.sqrt(Math.max(0, variance));
  const chance = error > 0 ? 1 - normalProbability((found - 0.5 - expected) / error) : 1;
  return { found, expected, chance: Math.min(1, chance) };
}

/** A dead stretch of one counted row, between two places of the ground. */
export interface DeadStretch {
  row: number;
  from: number;
  to: number;
  dead: number;
  /** Its ends, metres. */
  ends: readonly [Point, Point];
}

export interface DeadPatch {
  stretches: DeadStretch[];
  dead: number;
}

/**
 * Dead stretches of rows that lie side by side, as one patch: the nearest points of two stretches are no
 * further apart than the rows that were counted are, half as much again.
 * @param between metres from one counted row to the next
 */
export function joinStretches(stretches: readonly DeadStretch[], between: number): DeadPatch[] {
  const patches: DeadStretch[][] = [];
  for (const stretch of stretches) {
    const near = patches.filter((patch) =>
      patch.some((other) => apart(other.ends, stretch.ends) <= 1.5 * between),
    );
    const joined = [...near.flat(), stretch];
    for (const patch of near) patches.splice(patches.indexOf(patch), 1);
    patches.push(joined);
  }
  return patches
    .map((own) => ({
      stretches: own.sort((a, b) => a.row - b.row || a.from - b.from),
      dead: own.reduce((sum, { dead }) => sum + dead, 0),
    }))
    .sort((a, b) => b.dead - a.dead);
}

type Ends = DeadStretch['ends'];

/** Metres between two straight stretches that do not cross: from an end of one to the other. */
function apart(one: Ends, other: Ends): number {
  return Math.min(
    ...one.map((end) => toSegment(end, ...other)),
    ...other.map((end) => toSegment(end, ...one)),
  );
}

/** One number for a cell of the plane: no two within 30 000 cells of each other share it. */
const cellOf = (cx: number, cy: number): number => cx * 60_000 + cy;

/** A counted tree's place: its row, its peg, and where it stands in the block's plane. */
export interface Standing {
  row: number;
  peg: number;
  /** Nothing where it is not known. */
  point: Point | undefined;
}

/**
 * Pairs of neighbours: the next peg along the row, and the nearest tree of the next row, when it is no further
 * than one and a half times the distance between rows. The next row is looked through cell by cell, so the
 * cost grows with the trees and not with their square.
 * @param between metres from one row to the next
 * @returns indices of the two trees; of trees equally near the first in the list
 */
export function neighbours(trees: readonly Standing[], between: number): [number, number][] {
  const reach = 1.5 * between;
  const at = new ByPeg<number>();
  const cellsOf = new Map<number, Map<number, number[]>>();
  trees.forEach(({ row, peg, point }, i) => {
    at.set(row, peg, i);
    if (!point) return;
    const cells = cellsOf.get(row) ?? new Map<number, number[]>();
    cellsOf.set(row, cells);
    const key = cellOf(Math.floor(point[0] / reach), Math.floor(point[1] / reach));
    const cell = cells.get(key);
    if (cell) cell.push(i);
    else cells.set(key, [i]);
  });
  const joins: [number, number][] = [];
  trees.forEach(({ row, peg, point }, i) => {
    const along = at.get(row, peg + 1);
    if (along !== undefined) joins.push([i, along]);
    const next = cellsOf.get(row + 1);
    if (!point || !next) return;
    const [x, y] = point;
    const [cx, cy] = [Math.floor(x / reach), Math.floor(y / reach)];
    let nearest: number | undefined;
    let least = reach;
    for (let dx = -1; dx <= 1; dx++)
      for (let dy = -1; dy <= 1; dy++)
        for (const other of next.get(cellOf(cx + dx, cy + dy)) ?? []) {
          const to = trees[other].point!;
          const away = Math.hypot(to[0] - x, to[1] - y);
          if (away < least || (away === least && nearest !== undefined && other < nearest))
            [nearest, least] = [other, away];
        }
    if (nearest !== undefined) joins.push([i, nearest]);
  });
  return joins;
}
