import { told } from '../say/told';
import { areaOf } from '../say/message';
import type { Point } from '../measure/plane';
import { geodesicMeasure, signedArea, type MultiPolygon, type Ring } from './polygon';

export const SMALLEST_BLOCK = 10;
export const LARGEST_BLOCK = 10_000 * 10_000;
export const MOST_CORNERS = 50_000;

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
 * @throws Told with a sentence that says what was found and what is accepted
 */
export function checkBoundary(parts: MultiPolygon, near?: Point): MultiPolygon {
  if (!parts.length) throw told('ground.noBoundary');
  const corners = parts.flat(2).length;
  if (corners > MOST_CORNERS) {
    throw told('ground.tooManyCorners', { corners, most: MOST_CORNERS });
  }
  const tidy = parts.map((rings) => rings.map((ring) => tidyRing(ring)));
  checkCoordinates(tidy.flat(2), near);
  for (const rings of tidy) {
    rings.forEach((ring, index) => {
      const name = index === 0 ? 'The boundary' : `Hole ${index}`;
      if (ring.length < 3) {
        throw told('ground.ringTooSmall', { ring: name, corners: ring.length });
      }
      const crossing = findCrossing(ring);
      if (crossing) {
        throw told('ground.ringCrosses', {
          ring: name,
          first: crossing.first,
          second: crossing.second,
          latitude: crossing.at[1].toFixed(6),
          longitude: crossing.at[0].toFixed(6),
        });
      }
    });
  }
  const { area } = geodesicMeasure(tidy);
  if (area < SMALLEST_BLOCK) {
    throw told('ground.blockTooSmall', { area: areaOf(area), least: areaOf(SMALLEST_BLOCK) });
  }
  if (area > LARGEST_BLOCK) {
    throw told('ground.blockTooLarge', { area: areaOf(area), most: areaOf(LARGEST_BLOCK) });
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
      throw told('ground.cornerNoNumber');
    }
    if (Math.abs(lon) > 180 || (Math.abs(lat) > 90 && Math.abs(lon) > 90)) {
      throw told('ground.projected', { x: lon, y: lat });
    }
    if (Math.abs(lat) > 90) throw swapped(lon, lat);
  }
  if (near) {
    const [lon, lat] = points[0];
    const away = (x: number, y: number) =>
      Math.hypot((x - near[0]) * Math.cos((near[1] * Math.PI) / 180), y - near[1]);
    // Ten degrees off as written, less than two when turned round: turned round is what was meant.
    if (away(lon, lat) > 10 && away(lat, lon) < 2) throw swapped(lon, lat);
  }
}

function swapped(lon: number, lat: number) {
  return told('ground.swapped', { longitude: lon.toFixed(4), latitude: lat.toFixed(4) });
}
