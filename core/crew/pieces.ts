import type { Keepout, KeepoutKind } from '../ground/keepouts';
import { boxOf, type Box, type MultiPolygon } from '../ground/polygon';
import { toSegment, type Point } from '../measure/plane';
import { inOneGo } from '../measure/steps';
import { eachPosition, type RowRhythm, type StoredRow } from '../rows/stored';
import { machineRow, type MachineRow } from './passes';

/** What a tractor with a planter behind it does not cross. Common practice, no source. */
const NOT_CROSSED: ReadonlySet<KeepoutKind> = new Set([
  ...(['watercourse', 'water', 'fence', 'building'] as const),
]);

/** Something on the ground that the machine stops at, as lines in the block's plane. */
export interface Barrier {
  /** Empty for the edge of the block. */
  name: string;
  lines: readonly (readonly Point[])[];
}

/**
 * What a machine on a block does not cross: its waters, fences and buildings, and the edge of the block itself, where
 * a row leaves it and comes back.
 * @param boundary and keep-outs in longitude and latitude
 */
export function barriersOf(
  boundary: MultiPolygon,
  keepouts: readonly Pick<Keepout, 'kind' | 'name' | 'shape'>[],
  toPlane: (point: Point) => Point,
): Barrier[] {
  const closed = (ring: readonly Point[]) => [...ring, ring[0]].map(toPlane);
  const standing = keepouts.flatMap(({ kind, name, shape }): Barrier[] => {
    if (!NOT_CROSSED.has(kind) || shape.type === 'Point') return [];
    const lines =
      shape.type === 'LineString'
        ? [shape.coordinates.map(toPlane)]
        : shape.coordinates.map(closed);
    return [{ name, lines }];
  });
  return [...standing, { name: '', lines: boundary.flat().map(closed) }];
}

/** A barrier that cuts rows, and which. */
export interface Cutting {
  name: string;
  rows: number[];
}

/** Pieces of rows, cell by cell, and what cuts them. */
export interface Pieces {
  rows: MachineRow[];
  cuttings: Cutting[];
}

interface Side {
  a: Point;
  b: Point;
  name: string;
  box: Box;
}

interface Tree {
  point: Point;
  chainage: number;
}

/** Trees of a row between two barriers. */
interface Piece {
  row: StoredRow;
  /** Pegs from 1. */
  from: number;
  trees: Tree[];
  cell: number;
}

/** Twice the area of a triangle, above 0 where it turns left. */
const turns = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

/** Whether two straight stretches cross; of one that only touches, its beginning counts to the left. */
const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  turns(a, b, c) >= 0 !== turns(a, b, d) >= 0 && turns(c, d, a) >= 0 !== turns(c, d, b) >= 0;

/** A tree nearer to a barrier stands on it, as on the edge of a block without a margin, and is on no side; metres. */
const ON_IT = 0.002;

/** Whether a side of a barrier lies between two trees. */
const parts = (from: Point, to: Point, { a, b }: Side): boolean =>
  cross(from, to, a, b) && toSegment(from, a, b) > ON_IT && toSegment(to, a, b) > ON_IT;

const meet = (one: Box, other: Box): boolean =>
  one.minX <= other.maxX &&
  other.minX <= one.maxX &&
  one.minY <= other.maxY &&
  other.minY <= one.maxY;

/**
 * Rows as a machine plants them: each in as many pieces as barriers cut it into, and the pieces put into cells, in
 * which it drives to and fro without meeting one. A cell is a run of rows of which each has one piece beside one of
 * the next; where a barrier begins or ends, so does a cell (boustrophedon cells: Choset 2000, Autonomous Robots 9).
 * @param rows in order across the block; a lane whose corners are its pegs stays whole
 * @returns the pieces, cell by cell in order across the block, and what cut rows
 */
export function* piecesInSteps(
  rows: readonly StoredRow[],
  rhythm: RowRhythm,
  barriers: readonly Barrier[],
): Generator<void, Pieces> {
  const sides = barriers.flatMap(({ name, lines }) =>
    lines.flatMap((line) =>
      line.slice(1).map((b, i): Side => ({ a: line[i], b, name, box: boxOf([line[i], b]) })),
    ),
  );
  const trees = new Map<number, Tree[]>();
  for (const tree of eachPosition(rhythm, rows)) {
    const own = trees.get(tree.row);
    if (own) own.push(tree);
    else {
      trees.set(tree.row, [tree]);
      yield;
    }
  }
  const planted = rows.filter(({ number }) => trees.has(number));
  const boxes = planted.map(({ number }) => boxOf(trees.get(number)!.map(({ point }) => point)));
  const cutBy = new Map<string, Set<number>>();
  const pieces: Piece[][] = [];
  for (const [i, row] of planted.entries()) {
    yield;
    const own = trees.get(row.number)!;
    const near = row.listed ? [] : sides.filter(({ box }) => meet(box, boxes[i]));
    const from = [0];
    for (let at = 1; near.length && at < own.length; at++) {
      const [before, here] = [own[at - 1].point, own[at].point];
      const side = near.find((one) => parts(before, here, one));
      if (!side) continue;
      from.push(at);
      cutBy.set(side.name, (cutBy.get(side.name) ?? new Set()).add(row.number));
    }
    pieces.push(
      from.map((at, k) => ({
        ...{ row, from: at + 1, trees: own.slice(at, from[k + 1]), cell: -1 },
      })),
    );
  }
  let cells = 0;
  for (const [i, own] of pieces.entries()) {
    yield;
    const above = i ? pieces[i - 1] : [];
    const between = i ? sides.filter(({ box }) => meet(box, joined(boxes[i - 1], boxes[i]))) : [];
    const beside = own.map((piece) => above.filter((other) => liesBeside(other, piece, between)));
    for (const [k, piece] of own.entries()) {
      const [only, ...others] = beside[k];
      const single =
        only && !others.length && beside.filter((all) => all.includes(only)).length === 1;
      piece.cell = single ? only.cell : cells++;
    }
  }
  return {
    rows: pieces
      .flat()
      .map((piece) => ({ ...rowOfPiece(piece), cell: piece.cell }))
      .sort((a, b) => a.cell - b.cell),
    cuttings: [...cutBy].map(([name, cut]) => ({ name, rows: [...cut] })),
  };
}

/** The pieces of `piecesInSteps`, in one go. */
export const machinePieces = (...of: Parameters<typeof piecesInSteps>): Pieces =>
  inOneGo(piecesInSteps(...of));

const joined = (one: Box, other: Box): Box => ({
  minX: Math.min(one.minX, other.minX),
  minY: Math.min(one.minY, other.minY),
  maxX: Math.max(one.maxX, other.maxX),
  maxY: Math.max(one.maxY, other.maxY),
});

/** Whether the machine comes from a piece to one of the next row across nothing, somewhere along it. */
function liesBeside(one: Piece, other: Piece, between: readonly Side[]): boolean {
  const reach = 1.5 * Math.max(one.row.step, other.row.step);
  let at = 0;
  for (const { point, chainage } of one.trees) {
    while (
      at + 1 < other.trees.length &&
      Math.abs(other.trees[at + 1].chainage - chainage) <=
        Math.abs(other.trees[at].chainage - chainage)
    )
      at++;
    const next = other.trees[at];
    if (Math.abs(next.chainage - chainage) > reach) continue;
    if (!between.some((side) => parts(point, next.point, side))) return true;
  }
  return false;
}

/** A piece as a row of its own, its pegs counted in the whole one. */
function rowOfPiece({ row, from, trees }: Piece): MachineRow {
  const whole = machineRow(row);
  const count = trees.length;
  if (from === 1 && count === whole.trees) return whole;
  const stretches: number[] = [];
  for (const { chainage } of trees) {
    const last = stretches.length - 2;
    const next = last < 0 ? NaN : stretches[last] + stretches[last + 1] * row.step;
    if (Math.abs(chainage - next) < 1e-6 * row.step + 1e-9) stretches[last + 1]++;
    else stretches.push(chainage, 1);
  }
  const runs: number[] = [];
  let peg = 1;
  for (let i = 0; i < row.runs.length; i += 2) {
    const own = Math.min(peg + row.runs[i + 1], from + count) - Math.max(peg, from);
    if (own > 0) runs.push(row.runs[i], own);
    peg += row.runs[i + 1];
  }
  return {
    ...whole,
    ...{ from, trees: count, runs, first: trees[0].chainage },
    length: trees[count - 1].chainage - trees[0].chainage,
    stretches: stretches.length > 2 ? stretches : undefined,
  };
}
