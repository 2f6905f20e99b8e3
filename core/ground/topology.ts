import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js';
import OverlayOp from 'jsts/org/locationtech/jts/operation/overlay/OverlayOp.js';
import SnapIfNeededOverlayOp from 'jsts/org/locationtech/jts/operation/overlay/snap/SnapIfNeededOverlayOp.js';
import type { Point } from '../measure/plane';
import type { MultiPolygon, Ring } from './polygon';
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

/** What is in a and not in b. */
export function subtract(a: Geometry, b: Geometry): Geometry {
  if (a.isEmpty() || b.isEmpty()) return a;
  return SnapIfNeededOverlayOp.overlayOp(a, b, OverlayOp.DIFFERENCE);
}

export const areaOf = (geometry: Geometry): number => geometry.getArea();
