import geodesic from 'geographiclib-geodesic';
import type { Plane, Point } from '../measure/plane';

/** A closed line without its repeated last corner. */
export type Ring = Point[];
/** Outer ring first, then its holes. */
export type Polygon = Ring[];
/** Several parts that do not overlap. */
export type MultiPolygon = Polygon[];

/**
 * Signed area of a ring by the shoelace formula, positive when counter-clockwise.
 * @example signedArea([[0, 0], [2, 0], [2, 3], [0, 3]]) // => 6
 */
export function signedArea(ring: Ring): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    twice += ring[j][0] * ring[i][1] - ring[i][0] * ring[j][1];
  }
  return twice / 2;
}

/**
 * Area of a multipolygon in the square of its own unit, holes taken out.
 * @example planeArea([[[[0, 0], [2, 0], [2, 3], [0, 3]]]]) // => 6
 */
export function planeArea(parts: MultiPolygon): number {
  let area = 0;
  for (const [outer, ...holes] of parts) {
    area += Math.abs(signedArea(outer));
    for (const hole of holes) area -= Math.abs(signedArea(hole));
  }
  return area;
}

/**
 * Area and perimeter on the WGS 84 ellipsoid.
 * Karney 2013, "Algorithms for geodesics", J. Geodesy 87, through his own library.
 * @param parts longitudes and latitudes in degrees
 * @returns square metres and metres
 */
export function geodesicMeasure(parts: MultiPolygon): { area: number; perimeter: number } {
  let area = 0;
  let perimeter = 0;
  for (const rings of parts) {
    rings.forEach((ring, index) => {
      const tally = geodesic.Geodesic.WGS84.Polygon(false);
      for (const [lon, lat] of ring) tally.AddPoint(lat, lon);
      const result = tally.Compute(false, true);
      area += (index === 0 ? 1 : -1) * Math.abs(result.area ?? 0);
      perimeter += result.perimeter ?? 0;
    });
  }
  return { area, perimeter };
}

/** A straight stretch of boundary with its compass bearing in radians. */
export interface Side {
  from: Point;
  to: Point;
  length: number;
  bearing: number;
}

/**
 * Compass bearing in radians, clockwise from north, 0 up to 2π.
 * @example bearingOf([0, 0], [5, 0]) // => Math.PI / 2
 */
export function bearingOf([x1, y1]: Point, [x2, y2]: Point): number {
  const bearing = Math.atan2(x2 - x1, y2 - y1);
  return bearing < 0 ? bearing + 2 * Math.PI : bearing;
}

/** Every straight side of the outer rings, in order. */
export function sides(parts: MultiPolygon): Side[] {
  return parts.flatMap(([outer]) =>
    outer.map((from, i) => {
      const to = outer[(i + 1) % outer.length];
      return {
        from,
        to,
        length: Math.hypot(to[0] - from[0], to[1] - from[1]),
        bearing: bearingOf(from, to),
      };
    }),
  );
}

/** The longest straight side: the usual place for a baseline. */
export function longestSide(parts: MultiPolygon): Side {
  return sides(parts).reduce((best, side) => (side.length > best.length ? side : best));
}

/** The side whose line passes nearest to a point. */
export function nearestSide(parts: MultiPolygon, [px, py]: Point): Side {
  let best: { side: Side; distance: number } | undefined;
  for (const side of sides(parts)) {
    const [x1, y1] = side.from;
    const dx = side.to[0] - x1;
    const dy = side.to[1] - y1;
    const t = Math.max(
      0,
      Math.min(1, ((px - x1) * dx + (py - y1) * dy) / (dx * dx + dy * dy || 1)),
    );
    const distance = Math.hypot(px - x1 - t * dx, py - y1 - t * dy);
    if (!best || distance < best.distance) best = { side, distance };
  }
  return best!.side;
}

/** Total length of all rings, holes included. */
export function perimeter(parts: MultiPolygon): number {
  return parts.flat().reduce(
    (sum, ring) =>
      sum +
      ring.reduce((length, [x, y], i) => {
        const [nx, ny] = ring[(i + 1) % ring.length];
        return length + Math.hypot(nx - x, ny - y);
      }, 0),
    0,
  );
}

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** The box around any set of points. */
export function boxOf(points: Iterable<Point>): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const [x, y] of points) {
    if (x < box.minX) box.minX = x;
    if (x > box.maxX) box.maxX = x;
    if (y < box.minY) box.minY = y;
    if (y > box.maxY) box.maxY = y;
  }
  return box;
}

/**
 * The middle of the box around a multipolygon: the origin of a block's plane.
 * @example centreOf([[[[0, 0], [2, 0], [2, 4], [0, 4]]]]) // => [1, 2]
 */
export function centreOf(parts: MultiPolygon): Point {
  const box = boxOf(parts.flat(2));
  return [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
}

/** Converts every corner of a multipolygon. */
export function mapPoints(parts: MultiPolygon, convert: (point: Point) => Point): MultiPolygon {
  return parts.map((rings) => rings.map((ring) => ring.map(convert)));
}

const toCentimetre = (metres: number): number => Math.round(metres * 100) / 100;

/** A point of a plane to the centimetre: what a plan draws needs no more, and is sent in a third of the digits. */
export const drawnPoint = ([x, y]: Point): Point => [toCentimetre(x), toCentimetre(y)];

/**
 * Is the point inside, edges by the even-odd rule? For single questions; rows use a sweep.
 * @example contains([[[[0, 0], [2, 0], [2, 3], [0, 3]]]], [1, 1]) // => true
 */
export function contains(parts: MultiPolygon, [px, py]: Point): boolean {
  let inside = false;
  for (const ring of parts.flat()) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [x1, y1] = ring[i];
      const [x2, y2] = ring[j];
      if (y1 > py !== y2 > py && px < ((x2 - x1) * (py - y1)) / (y2 - y1) + x1) inside = !inside;
    }
  }
  return inside;
}

/** Area by both routes: they must agree within 0.1 %, or the plane does not suit the block. */
export function areaBothWays(
  parts: MultiPolygon,
  plane: Plane,
): { plane: number; geodesic: number } {
  return {
    plane: planeArea(mapPoints(parts, plane.toPlane)),
    geodesic: geodesicMeasure(parts).area,
  };
}
