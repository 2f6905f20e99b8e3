import { bearingOf, contains, longestSide, type MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { toFrame, type RowFrame } from './lattice';

/** Which way rows run. Angles in radians. */
export type Direction =
  | { kind: 'bearing'; bearing: number }
  | { kind: 'edge'; from: Point; to: Point }
  | { kind: 'east-west' }
  /** Square to the wind that does harm; the bearing it comes from, radians. */
  | { kind: 'across-wind'; from: number };

/**
 * Compass bearing in radians on which rows of a direction run.
 * @example bearingOfDirection({ kind: 'east-west' }) // => Math.PI / 2
 */
export function bearingOfDirection(direction: Direction): number {
  switch (direction.kind) {
    case 'bearing':
      return direction.bearing;
    case 'edge':
      return bearingOf(direction.from, direction.to);
    case 'across-wind':
      return (direction.from + Math.PI / 2) % (2 * Math.PI);
    case 'east-west':
      return Math.PI / 2;
  }
}

/** Sets up the rows' axes: which way they run, where chainage 0 is, where counting starts. */
export function rowFrame(
  { boundary, plantable }: { boundary: MultiPolygon; plantable: MultiPolygon },
  direction: Direction,
  firstOffset: number,
): RowFrame {
  const frame: RowFrame = { bearing: Math.PI / 2, side: 1, baseline: 0, anchor: 0 };
  if (direction.kind !== 'edge') frame.bearing = bearingOfDirection(direction);
  if (direction.kind === 'edge') {
    frame.bearing = bearingOf(direction.from, direction.to);
    // Rows are counted away from the edge, into the block.
    frame.side = blockLiesRight(boundary, direction.from, direction.to) ? 1 : -1;
    frame.anchor = toFrame(frame, direction.from)[1] + firstOffset;
  } else {
    frame.anchor = least(plantable, (p) => toFrame(frame, p)[1]) + firstOffset;
  }
  frame.baseline = least(boundary, (p) => toFrame(frame, p)[0]);
  return frame;
}

function least(parts: MultiPolygon, measure: (point: Point) => number): number {
  let smallest = Infinity;
  for (const [outer] of parts)
    for (const point of outer) smallest = Math.min(smallest, measure(point));
  return smallest;
}

function blockLiesRight(boundary: MultiPolygon, from: Point, to: Point): boolean {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const nudge = Math.max(0.05, length * 1e-3);
  const right: Point = [
    (from[0] + to[0]) / 2 + ((to[1] - from[1]) / length) * nudge,
    (from[1] + to[1]) / 2 - ((to[0] - from[0]) / length) * nudge,
  ];
  return contains(boundary, right);
}

/** The direction along the longest straight side: where a baseline is usually set. */
export function alongLongestSide(boundary: MultiPolygon): Direction {
  const { from, to } = longestSide(boundary);
  return { kind: 'edge', from, to };
}
