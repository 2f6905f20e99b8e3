import { told } from '../say/told';
import { degrees } from '../measure/units';
import { extended, type Point } from '../measure/plane';
import { planeArea, type MultiPolygon } from './polygon';
import type { Leg } from './survey';
import type { Keepout } from './keepouts';
import { shapeInPlane } from './plantable';
import {
  areaOf,
  fromMultiPolygon,
  fromShape,
  intersect,
  keepAway,
  polygonize,
  toMultiPolygon,
  unite,
} from './topology';

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
export const endOfLeg = ([x, y]: Point, { bearing, length }: Leg): Point => [
  x + length * Math.sin(bearing),
  y + length * Math.cos(bearing),
];

/**
 * A bearing in the quadrant notation: "N 34.0° E".
 * @example quadrantBearing((300 * Math.PI) / 180) // => 'N 60.0° W'
 */
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
  const parts = polygonize(area, extended(line, 5000));
  if (parts.length < 2) {
    throw told('ground.splitLineMisses');
  }
  return parts.sort((a, b) => planeArea(b) - planeArea(a));
}

/** Joins two areas. Those that touch become one part. */
export const joinAreas = (a: MultiPolygon, b: MultiPolygon): MultiPolygon =>
  toMultiPolygon(unite(fromMultiPolygon(a), fromMultiPolygon(b)));

/**
 * Keep-outs that matter to a part of a block: those whose free band, or whose band of low or wet species,
 * reaches it.
 * @param area of the part, in its plane
 */
export function reaching(
  keepouts: readonly Keepout[],
  area: MultiPolygon,
  toPlane: (point: Point) => Point,
): Keepout[] {
  const ground = fromMultiPolygon(area);
  return keepouts.filter(({ shape, setback, near }) => {
    const reach = Math.max(setback, near?.within ?? 0, 0.01);
    const band = keepAway(fromShape(shapeInPlane(shape, toPlane)), reach);
    return areaOf(intersect(band, ground)) > 0;
  });
}

/**
 * What two joined blocks bring along, each thing once: what both have from the block they were split from is
 * the same in all but its id.
 */
export function together<Thing extends { id: string }>(
  ours: readonly Thing[],
  theirs: readonly Thing[],
): Thing[] {
  const content = ({ id: _id, ...rest }: Thing) => JSON.stringify(rest);
  const known = new Set(ours.map(content));
  return [...ours, ...theirs.filter((thing) => !known.has(content(thing)))];
}
