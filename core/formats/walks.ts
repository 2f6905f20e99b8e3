import { told } from '../say/told';
import { lengthOf, say, type Message } from '../say/message';
import { geodesicMeasure } from '../ground/polygon';
import type { KeepoutShape } from '../ground/keepouts';
import type { Point } from '../measure/plane';
import type { ShapeRole } from './about-shape';
import type { ReadShapes } from './read';

export type Line = ReadShapes['lines'][number];

/** The points of a line, as they were walked. */
export const wayIn = ({ shape }: Line): Point[] => shape.coordinates as Point[];

/** A route from corner to corner: the last side is where nobody set a place. */
export function cornersOf(route: Line): Pick<Line, 'shape' | 'role'>[] {
  const places = wayIn(route);
  const back = places.length > 3 && apart(places[0], places.at(-1)!) < 1;
  return (back ? places.slice(0, -1) : places).map((coordinates) => ({
    ...{ role: '' as const, shape: { type: 'Point' as const, coordinates } },
  }));
}

/** Ends of a walk that meet, as nearly as a receiver tells. */
const mayClose = (gap: number, length: number): boolean => gap <= Math.max(15, length * 0.1);

/** What somebody stood on while the sky was away is no block, m². */
const SMALLEST_ROUND = 100;

/** Whether a walk ends where it began, and was one round something: not a way out and back. */
export function comesBack(line: Line): boolean {
  const way = wayIn(line);
  return (
    way.length > 2 &&
    mayClose(apart(way[0], way.at(-1)!), wayOf(way)) &&
    geodesicMeasure([[way]]).area >= SMALLEST_ROUND
  );
}

const apart = (a: Point, b: Point): number => geodesicMeasure([[[a, b]]]).perimeter / 2;

/**
 * One walk of several pieces: a receiver that lost its sky begins a new one. Each is taken in the order of
 * the file, turned round where its other end is the nearer one.
 * @returns nothing where a gap between two of them is too wide to be one walk
 */
export function joined(pieces: readonly Point[][], notes: Message[]): Point[] | undefined {
  const line = [...pieces[0]];
  const length = pieces.reduce((sum, piece) => sum + wayOf(piece), 0);
  let widest = 0;
  for (const piece of pieces.slice(1)) {
    const end = line[line.length - 1];
    const [first, last] = [piece[0], piece[piece.length - 1]];
    const turned = apart(end, last) < apart(end, first);
    widest = Math.max(widest, apart(end, turned ? last : first));
    line.push(...(turned ? [...piece].reverse() : piece));
  }
  if (!mayClose(widest, length)) return undefined;
  if (pieces.length > 1)
    notes.push(say('formats.piecesJoined', { pieces: pieces.length, gap: lengthOf(widest) }));
  return line;
}

const wayOf = (line: readonly Point[]): number =>
  line.slice(1).reduce((sum, point, i) => sum + apart(line[i], point), 0);

/** Waypoints as corners, in the order of the file. */
export function corners(
  shapes: readonly { shape: KeepoutShape; role: ShapeRole }[],
  notes: Message[],
): Point[] | undefined {
  const points = shapes.flatMap(({ shape, role }) =>
    shape.type === 'Point' && role !== 'keepout' ? [shape.coordinates] : [],
  );
  if (points.length < 3) return undefined;
  notes.push(say('formats.pointsAsCorners', { points: points.length }));
  // The ring of corners ends where it begins; the walk across is no gap.
  return [...points, points[0]];
}

/**
 * Closes a walked line whose ends nearly meet.
 * @throws Told where it has fewer than three points, or its ends lie too far apart
 */
export function closeWalk(line: Point[], notes: Message[]): Point[] {
  const first = line[0];
  const last = line[line.length - 1];
  const gap = geodesicMeasure([[[first, last]]]).perimeter / 2;
  const length = geodesicMeasure([[line]]).perimeter;
  if (line.length < 3) throw told('formats.lineTooShort', { points: line.length });
  if (!mayClose(gap, length)) {
    throw told('formats.lineOpen', { gap: lengthOf(gap) });
  }
  if (gap > 0.5) notes.push(say('formats.walkClosed', { gap: lengthOf(gap) }));
  return line;
}
