import type { Point } from '../measure/plane';
import { NO_ROOM, rowEnds, type Move } from './moves';
import { nearestPeg, pegPosition, pointAt, rowCount, type RowSet } from './rowset';

/** Of a row, counted from 1, the end nearer to a place: a move of its end is bound to it. */
function nearEnd(rows: RowSet, row: number, [x, y]: Point): Point {
  const [first, last] = rowEnds(rows, row - 1);
  const far = ([a, b]: Point) => Math.hypot(a - x, b - y);
  return far(first) < far(last) ? first : last;
}

/**
 * The move that a press on the plan means.
 * @param row the chosen row, counted from 1, whose end is moved
 * @returns nothing where there is nothing to change
 */
export function moveAt(rows: RowSet, kind: Move['kind'], at: Point, row: number): Move | undefined {
  if (kind === 'add') return { kind, at };
  if (kind === 'end') return { kind, row: nearEnd(rows, row, at), at };
  const near = nearestPeg(rows, at);
  return near && { kind, at: pegPosition(rows, near.row, near.peg)!.point, note: '' };
}

/** A place in a leader's words of it: the peg that is nearest, and how far it stands off, metres. */
export function placeBy(
  rows: RowSet,
  at: Point,
): { row: number; peg: number; off: number } | undefined {
  const near = nearestPeg(rows, at);
  if (!near) return undefined;
  const [x, y] = pegPosition(rows, near.row, near.peg)!.point;
  return { row: near.row, peg: near.peg, off: Math.hypot(x - at[0], y - at[1]) };
}

/** A place on a row by what its tape reads. @returns nothing where there is no such row */
export const onRow = (rows: RowSet, row: number, chainage: number): Point | undefined =>
  row >= 1 && row <= rowCount(rows) ? pointAt(rows, row - 1, chainage).point : undefined;

/**
 * A tree more on a row, where its tape reads so many metres.
 * @returns the move, or the peg that stands too near with its distance and the least there is to be, metres
 */
export function addOn(
  rows: RowSet,
  row: number,
  chainage: number,
): Move | { tooNear: { row: number; peg: number; distance: number; least: number } } | undefined {
  const at = onRow(rows, row, chainage);
  if (!at) return undefined;
  const near = nearestPeg(rows, at);
  const least = NO_ROOM * rows.step;
  return near && near.distance < least
    ? { tooNear: { row: near.row, peg: near.peg, distance: near.distance, least } }
    : { kind: 'add', at };
}

/** The row's first or last peg moved to where its tape reads so many metres. */
export function endOn(
  rows: RowSet,
  row: number,
  which: 'first' | 'last',
  chainage: number,
): Move | undefined {
  const at = onRow(rows, row, chainage);
  return at && { kind: 'end', row: rowEnds(rows, row - 1)[which === 'first' ? 0 : 1], at };
}

/** A tree taken out by row and peg. @returns nothing where there is no such peg */
export function outAt(rows: RowSet, row: number, peg: number, note: string): Move | undefined {
  const found = pegPosition(rows, row, peg);
  return found && { kind: 'out', at: found.point, note };
}
