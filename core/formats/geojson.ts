import type { Point } from '../measure/plane';

/** The part of GeoJSON (RFC 7946) that the program reads and writes. */
export type Geometry =
  | { type: 'Point'; coordinates: number[] }
  | { type: 'MultiPoint'; coordinates: number[][] }
  | { type: 'LineString'; coordinates: number[][] }
  | { type: 'MultiLineString'; coordinates: number[][][] }
  | { type: 'Polygon'; coordinates: number[][][] }
  | { type: 'MultiPolygon'; coordinates: number[][][][] }
  | { type: 'GeometryCollection'; geometries: Geometry[] };

export interface Feature {
  type: 'Feature';
  geometry: Geometry | null;
  properties: Record<string, unknown> | null;
}

export interface FeatureCollection {
  type: 'FeatureCollection';
  features: Feature[];
}

/** Nine decimals of a degree are a tenth of a millimetre. */
const round = (degrees: number) => Math.round(degrees * 1e9) / 1e9;

export const roundPoint = ([lon, lat]: Point): Point => [round(lon), round(lat)];

export function pointFeature(at: Point, properties: Record<string, unknown>): Feature {
  return { type: 'Feature', geometry: { type: 'Point', coordinates: roundPoint(at) }, properties };
}

export function lineFeature(line: Point[], properties: Record<string, unknown>): Feature {
  return {
    type: 'Feature',
    geometry: { type: 'LineString', coordinates: line.map(roundPoint) },
    properties,
  };
}

/** Reads any GeoJSON object into features. */
export function toFeatures(value: unknown): Feature[] {
  const object = value as { type?: string; features?: Feature[]; geometry?: Geometry };
  if (object?.type === 'FeatureCollection' && Array.isArray(object.features))
    return object.features;
  if (object?.type === 'Feature') return [object as Feature];
  if (object?.type && ('coordinates' in object || 'geometries' in object)) {
    return [{ type: 'Feature', geometry: object as unknown as Geometry, properties: {} }];
  }
  return [];
}

/**
 * What a GeoJSON file calls its coordinates, where it does: a member of the format's first edition (2008, 3.) that
 * geographic information systems still write.
 * @returns as in the file, mostly the URN of an EPSG code
 */
export const crsNamed = (text: string): string | undefined =>
  /"crs"\s*:\s*\{[^}]{0,200}"name"\s*:\s*"([^"]{1,80})"/.exec(text)?.[1];
