import { degrees, parseLength, radians, type UnitSystem } from '../measure/units';
import type { Point } from '../measure/plane';
import { GroundError } from './boundary';
import { planeArea, type MultiPolygon, type Ring } from './polygon';
import { fromMultiPolygon, polygonize, toMultiPolygon, unite } from './topology';

/** A way and how far: "N 34° E 120 m", "34° 120 m", "S 12.5 W 80ft". */
export interface Leg {
  /** Compass bearing, radians. */
  bearing: number;
  /** Metres. */
  distance: number;
}

/**
 * Reads a leg as surveyors write it: a quadrant bearing (N 34° E) or a whole-circle one (034°), then
 * a distance.
 * @param system the unit of a bare distance
 * @throws GroundError with what is accepted
 */
export function parseLeg(text: string, system: UnitSystem): Leg {
  const cleaned = text.trim().replace(/,(\d)/g, '.$1');
  const quadrant = /^([NS])\s*(\d{1,2}(?:\.\d+)?)\s*°?\s*([EW])[\s,]+(.+)$/i.exec(cleaned);
  const circle = /^(\d{1,3}(?:\.\d+)?)\s*°?[\s,]+(.+)$/.exec(cleaned);
  const refuse = () =>
    new GroundError(
      `“${text.trim()}” is no bearing and distance. Write it like N 34° E 120 m, or 034° 120 m.`,
    );
  let turn: number;
  let rest: string;
  if (quadrant) {
    const [, northSouth, angle, eastWest, distance] = quadrant;
    if (Number(angle) > 90) throw refuse();
    const east = eastWest.toUpperCase() === 'E' ? 1 : -1;
    turn = northSouth.toUpperCase() === 'N' ? east * Number(angle) : 180 - east * Number(angle);
    rest = distance;
  } else if (circle) {
    if (Number(circle[1]) > 360) throw refuse();
    turn = Number(circle[1]);
    rest = circle[2];
  } else throw refuse();
  let distance: number;
  try {
    distance = parseLength(rest, system);
  } catch {
    throw refuse();
  }
  if (!(distance > 0)) throw new GroundError('The distance of a leg must be above 0.');
  return { bearing: radians(((turn % 360) + 360) % 360), distance };
}

/** Where a leg from a place ends. */
export const endOfLeg = ([x, y]: Point, { bearing, distance }: Leg): Point => [
  x + distance * Math.sin(bearing),
  y + distance * Math.cos(bearing),
];

/** A bearing in the quadrant notation: "N 34.0° E". */
export function quadrantBearing(bearing: number): string {
  const turn = ((degrees(bearing) % 360) + 360) % 360;
  const north = turn <= 90 || turn >= 270;
  const east = turn <= 180;
  const angle = north ? (east ? turn : 360 - turn) : east ? 180 - turn : turn - 180;
  return `${north ? 'N' : 'S'} ${angle.toFixed(1)}° ${east ? 'E' : 'W'}`;
}

/** The corner or mid-side of any ring nearest to a place, within reach; for snapping. */
export function snapTo(rings: readonly Ring[], [px, py]: Point, reach: number): Point | undefined {
  let best: { point: Point; distance: number } | undefined;
  const offer = (point: Point, handicap: number) => {
    const distance = Math.hypot(point[0] - px, point[1] - py);
    if (distance <= reach && (!best || distance + handicap < best.distance))
      best = { point, distance: distance + handicap };
  };
  for (const ring of rings) {
    ring.forEach((corner, i) => {
      offer(corner, 0);
      const [x2, y2] = ring[(i + 1) % ring.length];
      const [dx, dy] = [x2 - corner[0], y2 - corner[1]];
      const t = ((px - corner[0]) * dx + (py - corner[1]) * dy) / (dx * dx + dy * dy || 1);
      // A corner near by goes before the foot on a side.
      if (t > 0 && t < 1) offer([corner[0] + t * dx, corner[1] + t * dy], reach / 2);
    });
  }
  return best?.point;
}

/**
 * Splits an area by a line that crosses it.
 * @param line metres; it runs on straight past both ends
 * @returns the parts, largest first
 * @throws GroundError when the line does not part the area
 */
export function splitBy(area: MultiPolygon, line: readonly Point[]): MultiPolygon[] {
  if (line.length < 2) throw new GroundError('A line to split by needs at least two points.');
  const parts = polygonize(area, lengthened(line, 5000));
  if (parts.length < 2) {
    throw new GroundError(
      'The line does not part the block. Draw it across, from outside one edge to outside another.',
    );
  }
  return parts.sort((a, b) => planeArea(b) - planeArea(a));
}

function lengthened(line: readonly Point[], by: number): Point[] {
  const onwards = ([x1, y1]: Point, [x2, y2]: Point): Point => {
    const length = Math.hypot(x2 - x1, y2 - y1) || 1;
    return [x2 + ((x2 - x1) / length) * by, y2 + ((y2 - y1) / length) * by];
  };
  const last = line.length - 1;
  return [onwards(line[1], line[0]), ...line, onwards(line[last - 1], line[last])];
}

/** Joins two areas. Those that touch become one part. */
export const joinAreas = (a: MultiPolygon, b: MultiPolygon): MultiPolygon =>
  toMultiPolygon(unite(fromMultiPolygon(a), fromMultiPolygon(b)));
