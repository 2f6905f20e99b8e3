import { told } from '../say/told';
import { localPlane, type Point } from '../measure/plane';
import { areaOf, distanceOf, say, type Message } from '../say/message';
import {
  areaOf as areaIn,
  fromMultiPolygon,
  intersect,
  subtract,
  toMultiPolygon,
  uniteAll,
} from './topology';
import {
  centreOf,
  geodesicMeasure,
  mapPoints,
  planeArea,
  signedArea,
  type MultiPolygon,
  type Ring,
} from './polygon';

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

/** Overlaps smaller than this are the rounding of the file, square metres. */
const SLIVER = 0.5;

/**
 * The ground that parts and holes make together: parts that overlap are one, holes that cross are one, and
 * of a hole that reaches outside its ring only what lies inside is taken out.
 * @returns the parts as given where they add up already, and what was mended
 * @throws Told when a hole lies wholly outside its ring: it cannot be told what was meant
 */
function mended(parts: MultiPolygon): { parts: MultiPolygon; notes: Message[] } {
  if (parts.length < 2 && parts[0].length < 2) return { parts, notes: [] };
  const plane = localPlane(parts[0][0][0]);
  const inPlane = mapPoints(parts, plane.toPlane);
  const notes: Message[] = [];
  const pieces = inPlane.map(([outer, ...holes]) => {
    const whole = fromMultiPolygon([[outer]]);
    if (!holes.length) return whole;
    holes.forEach((hole, i) => {
      const area = fromMultiPolygon([[hole]]);
      const outside = areaIn(subtract(area, whole));
      if (outside > areaIn(area) - SLIVER) throw told('ground.holeOutside', { hole: i + 1 });
      if (outside > SLIVER) notes.push(say('ground.holeCut', { hole: i + 1 }));
    });
    const together = uniteAll(holes.map((hole) => fromMultiPolygon([[hole]])));
    const alone = holes.reduce((sum, hole) => sum + Math.abs(signedArea(hole)), 0);
    if (areaIn(together) < alone - SLIVER) notes.push(say('ground.holesUnited'));
    return subtract(whole, together);
  });
  const united = uniteAll(pieces);
  const alone = pieces.reduce((sum, piece) => sum + areaIn(piece), 0);
  if (areaIn(united) < alone - SLIVER)
    notes.push(say('ground.partsUnited', { overlap: areaOf(alone - areaIn(united)) }));
  if (!notes.length && Math.abs(areaIn(united) - planeArea(inPlane)) < SLIVER)
    return { parts, notes };
  return { parts: mapPoints(toMultiPolygon(united), plane.toLonLat), notes };
}

/** How far from the site's place a block may lie before it is asked whether that is meant, metres. */
const FAR = 300_000;

/**
 * Checks a boundary as a whole and mends it where the meaning is clear.
 * @param parts rings in longitude and latitude, degrees; the closing corner may be repeated
 * @param near where the site lies, if known, to notice swapped latitude and longitude
 * @returns outer rings counter-clockwise, holes clockwise, and what is to be told of it
 * @throws Told with a sentence that says what was found and what is accepted
 */
export function mendBoundary(
  parts: MultiPolygon,
  near?: Point,
): { parts: MultiPolygon; notes: Message[] } {
  const { parts: whole, notes } = mended(checkRings(parts, near));
  const { area } = geodesicMeasure(whole);
  if (area < SMALLEST_BLOCK) {
    throw told('ground.blockTooSmall', { area: areaOf(area), least: areaOf(SMALLEST_BLOCK) });
  }
  if (area > LARGEST_BLOCK) {
    throw told('ground.blockTooLarge', { area: areaOf(area), most: areaOf(LARGEST_BLOCK) });
  }
  const away = near ? geodesicMeasure([[[near, whole[0][0][0]]]]).perimeter / 2 : 0;
  if (away > FAR) notes.push(say('ground.farFromSite', { away: distanceOf(away) }));
  return {
    parts: whole.map((rings) =>
      rings.map((ring, index) =>
        signedArea(ring) > 0 === (index === 0) ? ring : [...ring].reverse(),
      ),
    ),
    notes,
  };
}

/** Checks a boundary as {@link mendBoundary} does, for whoever has no place for notes. */
export const checkBoundary = (parts: MultiPolygon, near?: Point): MultiPolygon =>
  mendBoundary(parts, near).parts;

/**
 * Rings without repeated corners, each of them simple.
 * @throws Told with a sentence that says what was found and what is accepted
 */
function checkRings(parts: MultiPolygon, near?: Point): MultiPolygon {
  if (!parts.length) throw told('ground.noBoundary');
  const corners = parts.flat(2).length;
  if (corners > MOST_CORNERS) {
    throw told('ground.tooManyCorners', { corners, most: MOST_CORNERS });
  }
  const tidy = parts.map((rings) => rings.map((ring) => tidyRing(ring)));
  checkCoordinates(tidy.flat(2), near);
  for (const rings of tidy) {
    rings.forEach((ring, index) => {
      const name = index ? say('what.hole', { hole: index }) : say('what.boundary');
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
  return tidy;
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

/** Ground two blocks may share before it is said: walked and taped lines never meet to the centimetre. */
const SHARED = 25;

/**
 * What a new boundary lies on that is planned already: trees would be counted and planted twice there.
 * @param parts in longitude and latitude, as the blocks beside it
 */
export function overlaps(
  parts: MultiPolygon,
  blocks: readonly { name: string; boundary: MultiPolygon }[],
): Message[] {
  const { toPlane } = localPlane(centreOf(parts));
  const own = fromMultiPolygon(mapPoints(parts, toPlane));
  return blocks.flatMap(({ name, boundary }) => {
    const shared = areaIn(intersect(own, fromMultiPolygon(mapPoints(boundary, toPlane))));
    return shared > SHARED ? [say('ground.overlaps', { name, area: areaOf(shared) })] : [];
  });
}
