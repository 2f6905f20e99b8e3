import Papa from 'papaparse';
import type { Keepout } from '../ground/keepouts';
import type { MultiPolygon, Ring } from '../ground/polygon';
import type { Zone } from '../ground/zones';
import type { Point } from '../measure/plane';
import { roundPoint, type Feature, type FeatureCollection, type Geometry } from './geojson';
import { marksAsComment, marksOfKeepout, marksOfZone, type Marks } from './ground-marks';
import { escapeXml } from './layout';

/** A block's ground on its way out, in longitude and latitude. */
export interface GroundExport {
  block: string;
  boundary: MultiPolygon;
  keepouts: readonly Keepout[];
  zones: readonly Zone[];
}

/** Boundary, keep-outs and zones as one list of shapes, each with what it stands for. */
function shapes({ block, boundary, keepouts, zones }: GroundExport): Feature[] {
  return [
    {
      type: 'Feature',
      properties: { role: 'boundary', name: block },
      geometry: areaGeometry(boundary),
    },
    ...keepouts.map(({ name, shape, ...keepout }): Feature => ({
      type: 'Feature',
      properties: { role: 'keepout', name, ...marksOfKeepout({ ...keepout, name, shape }) },
      geometry:
        shape.type === 'Polygon'
          ? { type: 'Polygon', coordinates: shape.coordinates.map(closed) }
          : shape.type === 'LineString'
            ? { type: 'LineString', coordinates: shape.coordinates.map(roundPoint) }
            : { type: 'Point', coordinates: roundPoint(shape.coordinates) },
    })),
    ...zones.map((zone): Feature => ({
      type: 'Feature',
      properties: { role: 'zone', name: zone.name, ...marksOfZone(zone) },
      geometry: areaGeometry(zone.parts),
    })),
  ];
}

const closed = (ring: Ring): Point[] => [...ring, ring[0]].map(roundPoint);

const areaGeometry = (parts: MultiPolygon): Geometry =>
  parts.length === 1
    ? { type: 'Polygon', coordinates: parts[0].map(closed) }
    : { type: 'MultiPolygon', coordinates: parts.map((rings) => rings.map(closed)) };

/** GeoJSON (RFC 7946). */
export function groundToGeoJson(ground: GroundExport): string {
  const collection: FeatureCollection & { name: string } = {
    type: 'FeatureCollection',
    name: ground.block,
    features: shapes(ground),
  };
  return JSON.stringify(collection);
}

const lonLat = ([lon, lat]: number[]): string => `${lon},${lat}`;

function kmlGeometry(geometry: Geometry): string {
  const ring = (tag: string, points: number[][]) =>
    `<${tag}><LinearRing><coordinates>${points.map(lonLat).join(' ')}</coordinates></LinearRing></${tag}>`;
  switch (geometry.type) {
    case 'Point':
      return `<Point><coordinates>${lonLat(geometry.coordinates)}</coordinates></Point>`;
    case 'LineString':
      return `<LineString><coordinates>${geometry.coordinates.map(lonLat).join(' ')}</coordinates></LineString>`;
    case 'Polygon':
      return `<Polygon>${geometry.coordinates
        .map((points, i) => ring(i ? 'innerBoundaryIs' : 'outerBoundaryIs', points))
        .join('')}</Polygon>`;
    case 'MultiPolygon':
      return `<MultiGeometry>${geometry.coordinates
        .map((coordinates) => kmlGeometry({ type: 'Polygon', coordinates }))
        .join('')}</MultiGeometry>`;
    default:
      throw new Error(`A ${geometry.type} is never part of a block's ground.`);
  }
}

/** KML 2.2 (OGC 07-147r2). */
export function groundToKml(ground: GroundExport): string {
  const marks = shapes(ground).map(({ properties, geometry }) => {
    const data = Object.entries(properties ?? {})
      .filter(([key]) => key !== 'name')
      .map(
        ([key, value]) =>
          `<Data name="${escapeXml(key)}"><value>${escapeXml(String(value))}</value></Data>`,
      );
    return `<Placemark><name>${escapeXml(String(properties?.name))}</name><ExtendedData>${data.join('')}</ExtendedData>${kmlGeometry(geometry!)}</Placemark>`;
  });
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n<kml xmlns="http://www.opengis.net/kml/2.2"><Document>' +
    `<name>${escapeXml(ground.block)}</name>\n${marks.join('\n')}\n</Document></kml>\n`
  );
}

/**
 * GPX 1.1: rings and lines as tracks, points as waypoints. The type says what each stands for, the comment what else
 * is known of it, and that the segments of a track are the rings of an area.
 */
export function groundToGpx(ground: GroundExport): string {
  const points: string[] = [];
  const tracks: string[] = [];
  for (const { properties, geometry } of shapes(ground)) {
    const { role, name, ...marks } = properties ?? {};
    const area = geometry!.type === 'Polygon' || geometry!.type === 'MultiPolygon';
    const comment = marksAsComment({ ...(area ? { shape: 'area' } : {}), ...(marks as Marks) });
    // The schema has an order: name, comment, type.
    const about = `<name>${escapeXml(String(name))}</name><cmt>${escapeXml(comment)}</cmt><type>${escapeXml(String(role))}</type>`;
    const place = (tag: string, [lon, lat]: number[], inside = '') =>
      `<${tag} lat="${lat}" lon="${lon}">${inside}</${tag}>`;
    const segment = (line: number[][]) =>
      `<trkseg>${line.map((point) => place('trkpt', point)).join('')}</trkseg>`;
    const track = (lines: number[][][]) =>
      tracks.push(`<trk>${about}${lines.map(segment).join('')}</trk>`);
    if (geometry!.type === 'Point') points.push(place('wpt', geometry!.coordinates, about));
    else if (geometry!.type === 'LineString') track([geometry!.coordinates]);
    else if (geometry!.type === 'Polygon') track(geometry!.coordinates);
    else if (geometry!.type === 'MultiPolygon') track(geometry!.coordinates.flat());
  }
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    '<gpx version="1.1" creator="Viridane" xmlns="http://www.topografix.com/GPX/1/1">\n' +
    `<metadata><name>${escapeXml(ground.block)}</name></metadata>\n${[...points, ...tracks].join('\n')}\n</gpx>\n`
  );
}

/** One corner a line, with what it belongs to; what else is known of a shape stands in its first line. */
export function groundToCsv(ground: GroundExport): string {
  const table: Record<string, string | number>[] = [];
  const all = shapes(ground);
  const columns = [...new Set(all.flatMap(({ properties }) => Object.keys(properties ?? {})))];
  const more = columns.filter((column) => !['role', 'kind', 'name'].includes(column));
  all.forEach(({ properties, geometry }, shape) => {
    let told = false;
    const put = (part: number, ring: number, points: number[][]) =>
      points.forEach(([lon, lat]) => {
        const marks = more.map((column) => [
          column,
          told ? '' : String(properties?.[column] ?? ''),
        ]);
        told = true;
        table.push({
          shape: shape + 1,
          role: String(properties?.role),
          kind: String(properties?.kind ?? ''),
          name: String(properties?.name),
          type: geometry!.type === 'MultiPolygon' ? 'Polygon' : geometry!.type,
          part: part + 1,
          ring: ring + 1,
          lon,
          lat,
          ...Object.fromEntries(marks),
        });
      });
    if (geometry!.type === 'Point') put(0, 0, [geometry!.coordinates]);
    if (geometry!.type === 'LineString') put(0, 0, geometry!.coordinates);
    if (geometry!.type === 'Polygon') geometry!.coordinates.forEach((ring, i) => put(0, i, ring));
    if (geometry!.type === 'MultiPolygon')
      geometry!.coordinates.forEach((rings, part) =>
        rings.forEach((ring, i) => put(part, i, ring)),
      );
  });
  return Papa.unparse(table, { newline: '\r\n' });
}

/** Reads back what `groundToCsv` wrote, into features. */
export function featuresOfGroundCsv(rows: readonly Record<string, string>[]): Feature[] {
  const byShape = new Map<string, Record<string, string>[]>();
  for (const row of rows) byShape.set(row.shape, [...(byShape.get(row.shape) ?? []), row]);
  return [...byShape.values()].map((corners) => {
    const [{ shape: _shape, type, part: _part, ring: _ring, lon: _lon, lat: _lat, ...properties }] =
      corners;
    const at = (row: Record<string, string>): Point => [Number(row.lon), Number(row.lat)];
    const parts = new Map<string, Map<string, Point[]>>();
    for (const row of corners) {
      const rings = parts.get(row.part) ?? new Map<string, Point[]>();
      parts.set(row.part, rings);
      rings.set(row.ring, [...(rings.get(row.ring) ?? []), at(row)]);
    }
    const geometry: Geometry =
      type === 'Point'
        ? { type, coordinates: at(corners[0]) }
        : type === 'LineString'
          ? { type, coordinates: corners.map(at) }
          : {
              type: 'MultiPolygon',
              coordinates: [...parts.values()].map((rings) => [...rings.values()]),
            };
    return { type: 'Feature', properties, geometry };
  });
}
