import { told } from '../say/told';
import { degrees, parseLength, radians, type UnitSystem } from '../measure/units';
import type { Point } from '../measure/plane';
import { planeArea, type MultiPolygon } from './polygon';
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
 * @throws Told with what is accepted
 */
export function parseLeg(text: string, system: UnitSystem): Leg {
  const cleaned = text.trim().replace(/,(\d)/g, '.$1');
  const quadrant = /^([NS])\s*(\d{1,2}(?:\.\d+)?)\s*°?\s*([EW])[\s,]+(.+)$/i.exec(cleaned);
  const circle = /^(\d{1,3}(?:\.\d+)?)\s*°?[\s,]+(.+)$/.exec(cleaned);
  const refuse = () => told('ground.noLeg', { found: text.trim() });
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
  if (!(distance > 0)) throw told('ground.legTooShort');
  return { bearing: radians(((turn % 360) + 360) % 360), distance };
}

/**
 * Reads places typed one a line as "longitude, latitude", degrees.
 * @param least how many there must be
 * @throws Told naming the line that cannot be read
 */
export function parsePlaces(text: string, least: number): Point[] {
  const places = text
    .trim()
    .split('\n')
    .map((line) =>
      line
        .trim()
        .split(/[,;\s]+/)
        .map(Number),
    );
  const bad = places.findIndex(
    (pair) =>
      pair.length !== 2 ||
      !pair.every(Number.isFinite) ||
      Math.abs(pair[1]) > 90 ||
      Math.abs(pair[0]) > 180,
  );
  if (bad >= 0) throw told('ground.noPair', { line: bad + 1 });
  if (places.length < least) throw told('ground.tooFewPlaces', { given: places.length, least });
  return places as Point[];
}

/** Places written so that `parsePlaces` reads them. */
export const writePlaces = (places: readonly Point[]): string =>
  places.map(([lon, lat]) => `${lon.toFixed(7)}, ${lat.toFixed(7)}`).join('\n');

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

/**
 * Splits an area by a line that crosses it.
 * @param line metres; it runs on straight past both ends
 * @returns the parts, largest first
 * @throws Told when the line does not part the area
 */
export function splitBy(area: MultiPolygon, line: readonly Point[]): MultiPolygon[] {
  if (line.length < 2) throw told('ground.splitLineTooShort');
  const parts = polygonize(area, lengthened(line, 5000));
  if (parts.length < 2) {
    throw told('ground.splitLineMisses');
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
