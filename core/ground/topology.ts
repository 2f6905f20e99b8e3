import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js';
import InteriorPointArea from 'jsts/org/locationtech/jts/algorithm/InteriorPointArea.js';
import ArrayList from 'jsts/java/util/ArrayList.js';
import CascadedPolygonUnion from 'jsts/org/locationtech/jts/operation/union/CascadedPolygonUnion.js';
import Polygonizer from 'jsts/org/locationtech/jts/operation/polygonize/Polygonizer.js';
import OverlayOp from 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js';
import SnapIfNeededOverlayOp from 'jsts/org/locationtech/jts/operation/overlay/snap/SnapIfNeededOverlayOp.js';
import type { Point } from '../measure/plane';
import { contains, type MultiPolygon, type Ring } from './polygon';
import type { KeepoutShape } from './keepouts';

/** A geometry of the topology library; only this file looks inside one. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Geometry = any;

const factory: Geometry = new GeometryFactory();

/** Segments in a quarter circle. With 16 a round corner is at most 0.12 % of the setback too tight. */
const QUADRANT_SEGMENTS = 16;

const coordinates = (points: readonly Point[]): Geometry[] =>
  points.map(([x, y]) => new Coordinate(x, y));

const linearRing = (ring: readonly Point[]): Geometry => {
  const closed = coordinates(ring);
  const [first, last] = [ring[0], ring.at(-1)!];
  if (first[0] !== last[0] || first[1] !== last[1]) closed.push(new Coordinate(...first));
  return factory.createLinearRing(closed);
};

/** Makes a geometry from rings in metres. */
export function fromMultiPolygon(parts: MultiPolygon): Geometry {
  const polygons = parts.map(([outer, ...holes]) =>
    factory.createPolygon(linearRing(outer), holes.map(linearRing)),
  );
  return polygons.length === 1 ? polygons[0] : factory.createMultiPolygon(polygons);
}

/** Makes a geometry from a keep-out's shape in metres. */
export function fromShape(shape: KeepoutShape): Geometry {
  if (shape.type === 'Point') return factory.createPoint(new Coordinate(...shape.coordinates));
  if (shape.type === 'LineString') return factory.createLineString(coordinates(shape.coordinates));
  return fromMultiPolygon([shape.coordinates]);
}

/** Reads the areas out of a geometry, dropping lines, points and slivers under a square centimetre. */
export function toMultiPolygon(geometry: Geometry): MultiPolygon {
  const ringOf = (line: Geometry): Ring =>
    line
      .getCoordinates()
      .slice(0, -1)
      .map((c: Geometry): Point => [c.x, c.y]);
  const parts: MultiPolygon = [];
  for (let i = 0; i < geometry.getNumGeometries(); i++) {
    const part = geometry.getGeometryN(i);
    if (part.getGeometryType() !== 'Polygon' || part.isEmpty() || part.getArea() < 1e-4) continue;
    const rings = [ringOf(part.getExteriorRing())];
    for (let h = 0; h < part.getNumInteriorRing(); h++)
      rings.push(ringOf(part.getInteriorRingN(h)));
    parts.push(rings);
  }
  return parts;
}

/** Grows (or with a negative distance shrinks) a geometry by a distance in metres, round corners. */
export function grow(geometry: Geometry, distance: number): Geometry {
  return BufferOp.bufferOp(geometry, distance, QUADRANT_SEGMENTS);
}

/**
 * What has to be kept free around a geometry: grown so that no place outside is nearer than the distance.
 * Chords of a circle run inside it, so a round corner of a buffer is a little too near in between; here every
 * round corner is drawn by tangents instead, and straight sides stay where they are.
 * @param distance metres; below 0 an area is made smaller, and no place left is nearer than that to its edge
 */
export function keepAway(geometry: Geometry, distance: number): Geometry {
  if (distance === 0) return geometry;
  const reach = Math.abs(distance);
  const corners = cornersOf(geometry).flatMap(({ at, from, turn }) => {
    // What a chord across so small a turn cuts off is less than a millimetre.
    if (reach * (1 - Math.cos(Math.min(Math.abs(turn), CHORD) / 2)) < 1e-3) return [];
    return [factory.createPolygon(linearRing(tangentFan(at, from, turn, reach)))];
  });
  const grown = grow(geometry, distance);
  if (!corners.length || grown.isEmpty()) return grown;
  const round = uniteAll(corners);
  return distance > 0 ? unite(grown, round) : subtract(grown, round);
}

/** The most a chord of the buffer turns, and a tangent of a round corner, radians. */
const CHORD = Math.PI / (2 * QUADRANT_SEGMENTS);

/** A pie piece whose rim lies on the outside of the circle and touches it, its ends exactly on it. */
function tangentFan([x, y]: Point, from: number, turn: number, radius: number): Point[] {
  const steps = Math.max(1, Math.ceil(Math.abs(turn) / CHORD));
  const step = turn / steps;
  const outer = radius / Math.cos(step / 2);
  const place = (angle: number, reach: number): Point => [
    x + reach * Math.cos(angle),
    y + reach * Math.sin(angle),
  ];
  return [
    [x, y],
    place(from, radius),
    ...Array.from({ length: steps }, (_, i) => place(from + (i + 0.5) * step, outer)),
    place(from + turn, radius),
  ];
}

/** Where a buffer has round corners: around which place, from which direction, and how far they turn. */
function cornersOf(geometry: Geometry): { at: Point; from: number; turn: number }[] {
  const found: { at: Point; from: number; turn: number }[] = [];
  const heading = (a: Point, b: Point) => Math.atan2(b[1] - a[1], b[0] - a[0]);
  const follow = (line: Point[], closed: boolean) => {
    const points = line.filter(
      ([x, y], i) => i === 0 || x !== line[i - 1][0] || y !== line[i - 1][1],
    );
    if (closed && points.length > 1) points.pop();
    const count = points.length;
    if (count < 2) {
      // Round a single place the circle is made of two halves.
      for (const from of [0, Math.PI]) found.push({ at: points[0], from, turn: Math.PI });
      return;
    }
    for (let i = 0; i < count; i++) {
      const [before, at, after] = [points[i - 1], points[i], points[i + 1]];
      if (!closed && i === 0) {
        found.push({ at, from: heading(at, after) + Math.PI / 2, turn: Math.PI });
        continue;
      }
      if (!closed && i === count - 1) {
        found.push({ at, from: heading(before, at) - Math.PI / 2, turn: Math.PI });
        continue;
      }
      const into = heading(before ?? points[count - 1], at);
      const turn = Math.atan2(
        Math.sin(heading(at, after ?? points[0]) - into),
        Math.cos(heading(at, after ?? points[0]) - into),
      );
      // The round side is the one away from which the line turns.
      found.push({ at, from: into - Math.sign(turn) * (Math.PI / 2), turn });
    }
  };
  for (let i = 0; i < geometry.getNumGeometries(); i++) {
    const part = geometry.getGeometryN(i);
    const lines: Geometry[] =
      part.getGeometryType() === 'Polygon'
        ? [
            part.getExteriorRing(),
            ...Array.from({ length: part.getNumInteriorRing() }, (_, h) =>
              part.getInteriorRingN(h),
            ),
          ]
        : [part];
    for (const line of lines) {
      const points = line.getCoordinates().map((c: Geometry): Point => [c.x, c.y]);
      const [first, last] = [points[0], points.at(-1)!];
      follow(points, points.length > 3 && first[0] === last[0] && first[1] === last[1]);
    }
  }
  return found;
}

/** What is in a and not in b. */
export function subtract(a: Geometry, b: Geometry): Geometry {
  if (a.isEmpty() || b.isEmpty()) return a;
  return SnapIfNeededOverlayOp.overlayOp(a, b, OverlayOp.DIFFERENCE);
}

/**
 * The parts into which a line cuts an area: every face between outline and line that lies inside.
 * @param line metres; only where it crosses the area does it cut
 */
export function polygonize(area: MultiPolygon, line: readonly Point[]): MultiPolygon[] {
  const whole = fromMultiPolygon(area);
  const net = unite(whole.getBoundary(), factory.createLineString(coordinates(line)));
  const polygonizer = new Polygonizer();
  polygonizer.add(net);
  const faces = polygonizer.getPolygons();
  const parts: MultiPolygon[] = [];
  for (let i = 0; i < faces.size(); i++) {
    const face = faces.get(i);
    const inside = new InteriorPointArea(face).getInteriorPoint();
    if (contains(area, [inside.x, inside.y])) parts.push(toMultiPolygon(face));
  }
  return parts.filter((part) => part.length);
}

/** What is in both a and b. */
export function intersect(a: Geometry, b: Geometry): Geometry {
  return SnapIfNeededOverlayOp.overlayOp(a, b, OverlayOp.INTERSECTION);
}

/** What is in a, in b, or in both. */
export function unite(a: Geometry, b: Geometry): Geometry {
  return SnapIfNeededOverlayOp.overlayOp(a, b, OverlayOp.UNION);
}

/** The union of many areas at once. */
export function uniteAll(areas: readonly Geometry[]): Geometry {
  const list: Geometry = new (ArrayList as Geometry)();
  for (const area of areas) list.add(area);
  return CascadedPolygonUnion.union(list);
}

export const areaOf = (geometry: Geometry): number => geometry.getArea();

/** Flat ends, so that an offset curve does not run round the end of its line. */
const FLAT_CAP = 2;

/** A curve at a distance from a line, in its direction, and the side it lies on: 1 right, −1 left. */
export interface OffsetLine {
  points: Point[];
  side: number;
}

/**
 * Curves at a distance from a line, on both sides of it. They are the outline of the line's buffer, so every
 * place on them is at that distance from the line and nowhere nearer: no loops inside tight bends.
 * @param line at least two different corners, metres
 * @param distance metres, above 0
 */
export function offsetLines(line: readonly Point[], distance: number): OffsetLine[] {
  const guide = factory.createLineString(coordinates(line));
  const outline = BufferOp.bufferOp(guide, distance, 32, FLAT_CAP).getBoundary();
  const out: Point[][] = [];
  for (let i = 0; i < outline.getNumGeometries(); i++) {
    const points: Point[] = outline
      .getGeometryN(i)
      .getCoordinates()
      .map((c: Geometry): Point => [c.x, c.y]);
    out.push(...sidesOf(points, line, distance));
  }
  return out.map((points) => orient(points, line));
}

/** Parts of a buffer's outline that are offset curves: the ends across the line are cut away. */
function sidesOf(outline: readonly Point[], guide: readonly Point[], distance: number): Point[][] {
  const parts: Point[][] = [];
  let part: Point[] = [];
  for (let i = 0; i + 1 < outline.length; i++) {
    const [a, b] = [outline[i], outline[i + 1]];
    const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    if (fromLine(guide, middle).distance < distance * 0.99 - 1e-6) {
      if (part.length) parts.push(part);
      part = [];
      continue;
    }
    if (!part.length) part.push(a);
    part.push(b);
  }
  if (part.length) {
    const first = parts[0]?.[0];
    const last = part[part.length - 1];
    // The outline is closed: its last part may run on into its first.
    if (first && first[0] === last[0] && first[1] === last[1])
      parts[0] = [...part, ...parts[0].slice(1)];
    else parts.push(part);
  }
  return parts;
}

/** How far a point lies from a line, and on which side of the nearest leg: 1 right, −1 left. */
function fromLine(line: readonly Point[], [px, py]: Point): { distance: number; side: number } {
  let nearest = Infinity;
  let side = 0;
  for (let i = 1; i < line.length; i++) {
    const [x1, y1] = line[i - 1];
    const [dx, dy] = [line[i][0] - x1, line[i][1] - y1];
    const t = Math.max(
      0,
      Math.min(1, ((px - x1) * dx + (py - y1) * dy) / (dx * dx + dy * dy || 1)),
    );
    const distance = Math.hypot(px - x1 - t * dx, py - y1 - t * dy);
    if (distance < nearest - 1e-9) {
      nearest = distance;
      side = Math.sign((px - x1) * dy - (py - y1) * dx);
    }
  }
  return { distance: nearest, side };
}

/** Places looked at along each way to see on which side of a line an area lies. */
const LOOKS = 24;

/** The side of a line on which most of an area lies: 1 right, −1 left. */
export function sideOf(line: readonly Point[], area: MultiPolygon): number {
  const corners = area.flatMap(([outer]) => outer);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const [minX, minY] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - minX, Math.max(...ys) - minY];
  let balance = 0;
  for (let i = 0; i < LOOKS; i++)
    for (let j = 0; j < LOOKS; j++) {
      const place: Point = [
        minX + ((i + 0.5) / LOOKS) * width,
        minY + ((j + 0.5) / LOOKS) * height,
      ];
      if (contains(area, place)) balance += fromLine(line, place).side;
    }
  return balance >= 0 ? 1 : -1;
}

/** An offset curve in the direction of its line, with the side it lies on. */
function orient(points: Point[], line: readonly Point[]): OffsetLine {
  const { side } = fromLine(line, points[Math.floor(points.length / 2)]);
  const from = line[0];
  const begin = Math.hypot(points[0][0] - from[0], points[0][1] - from[1]);
  const last = points[points.length - 1];
  const end = Math.hypot(last[0] - from[0], last[1] - from[1]);
  return { points: begin <= end ? points : [...points].reverse(), side };
}
