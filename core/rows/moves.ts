import type { Point } from '../measure/plane';
import {
  nearestPeg,
  pegChainage,
  pointAt,
  rowCount,
  rowParts,
  rowSetOf,
  type RowParts,
  type RowSet,
} from './rowset';
import { laneOf } from './scatter';

/**
 * Changes by hand to a laid-out plan, each bound to a place and not to a row number, so that it is
 * known again after the same plan is laid once more.
 */
export type Move =
  /** No tree here: a rock, a stump, a wet hole. */
  | { kind: 'out'; at: Point; note: string }
  /** One tree more: on the row when the place lies on one, else by itself. */
  | { kind: 'add'; at: Point }
  /** The row ends here: trees beyond are left out, or the row is carried on to it. */
  | { kind: 'end'; row: Point; at: Point };

export interface Moved {
  rows: RowSet;
  /** Moves that found nothing to change any more. */
  lost: Move[];
}

/** Nearer to a tree than this share of a step no other is added. */
export const NO_ROOM = 0.25;

/** A move finds its position within this share of a step. */
const NEAR = 0.5;

/**
 * Applies moves in order. A row keeps its rhythm: what is taken out parts a stretch, what is added on
 * the line is a stretch of one.
 */
export function applyMoves(rows: RowSet, moves: readonly Move[]): Moved {
  if (!moves.length) return { rows, lost: [] };
  let current = rows;
  const lost: Move[] = [];
  for (const move of moves) {
    const next = applyOne(current, move);
    if (next) current = next;
    else lost.push(move);
  }
  return { rows: current, lost };
}

function applyOne(rows: RowSet, move: Move): RowSet | undefined {
  const where = move.kind === 'end' ? move.row : move.at;
  const near = nearestPeg(rows, where);
  if (move.kind === 'add') return addOne(rows, move.at, near);
  if (!near) return undefined;
  const row = near.row - 1;
  const step = rows.rowStep[row] || rows.step;
  if (near.distance > NEAR * step + 1e-6) return undefined;
  if (move.kind === 'out') return replaced(rows, row, without(rowParts(rows, row), near.peg));
  return moveEnd(rows, row, move.at);
}

function replaced(rows: RowSet, row: number, parts: RowParts | undefined): RowSet {
  const all = Array.from({ length: rowCount(rows) }, (_, i) => rowParts(rows, i));
  if (parts) all[row] = parts;
  else all.splice(row, 1);
  const { frame, straight, step, between } = rows;
  return rowSetOf({ frame, straight, step, between }, all);
}

/** A row without one of its pegs, counted from 1. */
function without(parts: RowParts, peg: number): RowParts {
  if (parts.listed) {
    const line = Array.from(parts.line);
    line.splice(2 * (peg - 1), 2);
    return { ...laneOf(line), start: parts.start };
  }
  const stretches: number[] = [];
  let left = peg - 1;
  for (let s = 0; s < parts.stretches.length; s += 2) {
    const [first, count] = [parts.stretches[s], parts.stretches[s + 1]];
    if (left < 0 || left >= count) stretches.push(first, count);
    else {
      if (left > 0) stretches.push(first, left);
      if (left + 1 < count) stretches.push(first + (left + 1) * parts.step, count - left - 1);
    }
    left -= count;
  }
  return { ...parts, stretches };
}

function addOne(rows: RowSet, at: Point, near: ReturnType<typeof nearestPeg>): RowSet | undefined {
  // On top of a tree there is no room for another.
  if (near && near.distance < NO_ROOM * rows.step) return undefined;
  if (near && !rows.rowListed[near.row - 1]) {
    const row = near.row - 1;
    const { chainage, off } = projected(rows, row, at);
    if (off < 0.25 * rows.between)
      return replaced(rows, row, withOne(rowParts(rows, row), chainage));
  }
  const { frame, step, between } = rows;
  return rowSetOf({ frame, straight: false, step, between }, [
    ...Array.from({ length: rowCount(rows) }, (_, i) => rowParts(rows, i)),
    laneOf([...at]),
  ]);
}

/** Chainage of the foot of a point on a row, and its distance off the row. */
function projected(rows: RowSet, row: number, [px, py]: Point): { chainage: number; off: number } {
  let best = { chainage: 0, off: Infinity };
  for (let leg = rows.lineStart[row]; leg < rows.lineStart[row + 1] - 1; leg++) {
    const [x, y] = [rows.lineXY[2 * leg], rows.lineXY[2 * leg + 1]];
    const length = rows.lineChainage[leg + 1] - rows.lineChainage[leg];
    if (!length) continue;
    const dx = (rows.lineXY[2 * leg + 2] - x) / length;
    const dy = (rows.lineXY[2 * leg + 3] - y) / length;
    const along = (px - x) * dx + (py - y) * dy;
    // A row may be carried on past its ends, straight on.
    const first = leg === rows.lineStart[row] ? -Infinity : 0;
    const last = leg === rows.lineStart[row + 1] - 2 ? Infinity : length;
    const t = Math.max(first, Math.min(last, along));
    const off = Math.hypot(x + t * dx - px, y + t * dy - py);
    if (off < best.off) best = { chainage: rows.lineChainage[leg] + t, off };
  }
  return best;
}

/** A row with one more peg at a chainage, its stretches still in order. */
function withOne(parts: RowParts, chainage: number): RowParts {
  const pieces: [number, number][] = [];
  let placed = false;
  for (let s = 0; s < parts.stretches.length; s += 2) {
    const [first, count] = [parts.stretches[s], parts.stretches[s + 1]];
    const before = Math.max(0, Math.min(count, Math.floor((chainage - first) / parts.step) + 1));
    if (placed || before === count) {
      pieces.push([first, count]);
      continue;
    }
    if (before > 0) pieces.push([first, before]);
    pieces.push([chainage, 1]);
    pieces.push([first + before * parts.step, count - before]);
    placed = true;
  }
  if (!placed) pieces.push([chainage, 1]);
  return { ...parts, stretches: pieces.flat() };
}

/** Ends a row at a place: the end nearer to it is moved there, step by step. */
function moveEnd(rows: RowSet, row: number, at: Point): RowSet | undefined {
  if (rows.rowListed[row]) return undefined;
  const parts = rowParts(rows, row);
  const { chainage } = projected(rows, row, at);
  const trees = treeCount(parts);
  const first = pegChainage(rows, row, 1)!;
  const last = pegChainage(rows, row, trees)!;
  const atLast = Math.abs(chainage - last) <= Math.abs(chainage - first);
  const pegs: number[] = [];
  for (let peg = 1; peg <= trees; peg++) pegs.push(pegChainage(rows, row, peg)!);
  let kept = pegs.filter((c) => (atLast ? c <= chainage + 1e-6 : c >= chainage - 1e-6));
  if (atLast) for (let c = last + parts.step; c <= chainage + 1e-6; c += parts.step) kept.push(c);
  else {
    const more: number[] = [];
    for (let c = first - parts.step; c >= chainage - 1e-6; c -= parts.step) more.unshift(c);
    kept = [...more, ...kept];
  }
  return replaced(
    rows,
    row,
    kept.length ? { ...parts, stretches: rhythm(kept, parts.step) } : undefined,
  );
}

const treeCount = ({ stretches }: RowParts): number => {
  let trees = 0;
  for (let i = 1; i < stretches.length; i += 2) trees += stretches[i];
  return trees;
};

/** Chainages put back into stretches of an equal step. */
function rhythm(chainages: readonly number[], step: number): number[] {
  const stretches: number[] = [];
  let expected = NaN;
  for (const chainage of chainages) {
    if (Math.abs(chainage - expected) < 1e-6) stretches[stretches.length - 1]++;
    else stretches.push(chainage, 1);
    expected = chainage + step;
  }
  return stretches;
}

/** Where a row's first and last peg stand. */
export function rowEnds(rows: RowSet, row: number): [Point, Point] {
  const trees = treeCount(rowParts(rows, row));
  const at = (peg: number) => pegChainage(rows, row, peg)!;
  if (rows.rowListed[row]) {
    const [a, b] = [rows.lineStart[row], rows.lineStart[row + 1] - 1];
    return [
      [rows.lineXY[2 * a], rows.lineXY[2 * a + 1]],
      [rows.lineXY[2 * b], rows.lineXY[2 * b + 1]],
    ];
  }
  return [pointAt(rows, row, at(1)).point, pointAt(rows, row, at(trees)).point];
}
