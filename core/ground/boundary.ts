import type { Point } from '../measure/plane';
import { geodesicMeasure, signedArea, type MultiPolygon, type Ring } from './polygon';
import { formatNumber } from '../measure/units';

export const SMALLEST_BLOCK = 10;
export const LARGEST_BLOCK = 10_000 * 10_000;
export const MOST_CORNERS = 50_000;

/** Input that cannot be used, said so that a leader can mend it. */
export class GroundError extends Error {
  override name = 'GroundError';
}

/** Two sides of one ring that cross, or undefined when the ring is simple. */
export function findCrossing(ring: Ring): { first: number; second: number; at: Point } | undefined {
  const count = ring.length;
  const order = Array.from({ length: count }, (_, i) => i);
  const minX = (i: number) => Math.min(ring[i][0], ring[(i + 1) % count][0]);
  const maxX = (i: number) => Math.max(ring[i][0], ring[(i + 1) % count][0]);
  order.sort((a, b) => minX(a) - minX(b));
  // Sweep from west to east: only sides whose x ranges overlap are compared.
  let active: number[] = [];
  for (const i of order) {
    const west = minX(i);
    active = active.filter((j) => maxX(j) >= west);
    for (const j of active) {
      if ((i + 1) % count === j || (j + 1) % count === i) continue;
      const at = crossing(ring[i], ring[(i + 1) % count], ring[j], ring[(j + 1) % count]);
      if (at) return { first: Math.min(i, j) + 1, second: Math.max(i, j) + 1, at };
    }
    active.push(i);
  }
  return undefined;
}

function crossing(a: Point, b: Point, c: Point, d: Point): Point | undefined {
  const rx = b[0] - a[0];
  const ry = b[1] - a[1];
  const sx = d[0] - c[0];
  const sy = d[1] - c[1];
  const cross = rx * sy - ry * sx;
  if (cross === 0) return undefined;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [a[0] + t * rx, a[1] + t * ry] : undefined;
}

/** Drops the repeated closing corner and corners that repeat the one before. */
export function tidyRing(ring: readonly Point[]): Ring {
  const tidy: Ring = [];
  for (const point of ring) {
    const last = tidy.at(-1);
    if (!last || last[0] !== point[0] || last[1] !== point[1]) tidy.push([point[0], point[1]]);
  }
  const [first, last] = [tidy[0], tidy.at(-1)];
  if (tidy.length > 1 && first[0] === last![0] && first[1] === last![1]) tidy.pop();
  return tidy;
}

/**
 * Checks a boundary and hands it back with outer rings counter-clockwise, holes clockwise.
 * @param parts rings in longitude and latitude, degrees; the closing corner may be repeated
 * @param near where the site lies, if known, to notice swapped latitude and longitude
 * @throws GroundError with a sentence that says what was found and what is accepted
 */
export function checkBoundary(parts: MultiPolygon, near?: Point): MultiPolygon {
  if (!parts.length)
    throw new GroundError('There is no area in it. A boundary needs at least three corners.');
  const corners = parts.flat(2).length;
  if (corners > MOST_CORNERS) {
    throw new GroundError(
      `The boundary has ${formatNumber(corners)} corners; at most ${formatNumber(MOST_CORNERS)} are accepted. Simplify it before you bring it in.`,
    );
  }
  const tidy = parts.map((rings) => rings.map((ring) => tidyRing(ring)));
  checkCoordinates(tidy.flat(2), near);
  for (const rings of tidy) {
    rings.forEach((ring, index) => {
      const name = index === 0 ? 'The boundary' : `Hole ${index}`;
      if (ring.length < 3) {
        throw new GroundError(
          `${name} has ${ring.length} different corners; it needs at least three.`,
        );
      }
      const crossing = findCrossing(ring);
      if (crossing) {
        throw new GroundError(
          `${name} crosses itself: side ${crossing.first} and side ${crossing.second} meet near ` +
            `${crossing.at[1].toFixed(6)}, ${crossing.at[0].toFixed(6)}. Corners must follow the edge in order.`,
        );
      }
    });
  }
  const { area } = geodesicMeasure(tidy);
  if (area < SMALLEST_BLOCK) {
    throw new GroundError(
      `The boundary holds ${formatNumber(area, 1)} m²; a block has at least ${SMALLEST_BLOCK} m².`,
    );
  }
  if (area > LARGEST_BLOCK) {
    throw new GroundError(
      `The boundary holds ${formatNumber(area / 10_000)} ha; a block has at most 10 000 ha. ` +
        'If latitude and longitude are swapped, or the zone is wrong, areas come out like this.',
    );
  }
  return tidy.map((rings) =>
    rings.map((ring, index) =>
      signedArea(ring) > 0 === (index === 0) ? ring : [...ring].reverse(),
    ),
  );
}

function checkCoordinates(points: Point[], near?: Point): void {
  for (const [lon, lat] of points) {
    if (!Number.isFinite(lon) || !Number.isFinite(lat)) {
      throw new GroundError(
        'A corner has no number in it. Each corner is a longitude and a latitude in degrees.',
      );
    }
    if (Math.abs(lon) > 180 || (Math.abs(lat) > 90 && Math.abs(lon) > 90)) {
      throw new GroundError(
        `Coordinates like ${formatNumber(lon)}, ${formatNumber(lat)} are metres of a projection, not degrees. ` +
          'Give the UTM zone (for example 33N), or save the file as longitude and latitude.',
      );
    }
    if (Math.abs(lat) > 90) throw new GroundError(swapped(lon, lat));
  }
  if (near) {
    const [lon, lat] = points[0];
    const away = (x: number, y: number) =>
      Math.hypot((x - near[0]) * Math.cos((near[1] * Math.PI) / 180), y - near[1]);
    // Ten degrees off as written, less than two when turned round: turned round is what was meant.
    if (away(lon, lat) > 10 && away(lat, lon) < 2) throw new GroundError(swapped(lon, lat));
  }
}

function swapped(lon: number, lat: number): string {
  return (
    `Latitude and longitude look swapped: the first corner reads longitude ${lon.toFixed(4)}, ` +
    `latitude ${lat.toFixed(4)}. Longitude comes first; latitude runs from −90 to 90.`
  );
}
