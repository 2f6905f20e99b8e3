import { told } from '../say/told';
import { say, type Message } from '../say/message';
import { DOMParser } from '@xmldom/xmldom';
import { gpx, kml } from '@tmcw/togeojson';
import Papa from 'papaparse';
import { parseZip } from 'shpjs';
import { boxOf, contains, type MultiPolygon } from '../ground/polygon';
import type { KeepoutShape } from '../ground/keepouts';
import type { Point } from '../measure/plane';
import { DEGREES, projectionOf } from '../measure/projection';
import { featuresOfGroundCsv } from './ground';
import { keepoutsBrought, zonesBrought, type KeepoutBrought, type ZoneBrought } from './brought';
import { aboutFeature, type AboutShape, type ShapeRole } from './about-shape';
import { checkArchive, checkFileSize } from './archive';
import { headingOf, placesOfTable } from './table-of-places';
import { closeWalk, comesBack, corners, cornersOf, joined, wayIn } from './walks';
import { shapesOfTable } from './wkt';
import {
  crsNamed,
  toFeatures,
  type Feature,
  type FeatureCollection,
  type Geometry,
} from './geojson';

/** A projection for files whose coordinates are easting and northing: "33N", "EPSG:2056", WKT. */
export interface ReadOptions {
  zone?: string;
  /** Lines of a table are places by themselves, standing trees say, and not the corners of an area. */
  points?: boolean;
}

export interface ReadShapes {
  areas: (AboutShape & { parts: MultiPolygon })[];
  lines: (AboutShape & { shape: KeepoutShape })[];
  /** What was done to the file's geometry, to be told to the leader. */
  notes: Message[];
}

/**
 * Reads a boundary: the area (or closed walk) in a GeoJSON, GPX, KML or CSV file.
 * @param text contents of the file
 * @param fileName decides the format; the contents do when the ending is unknown
 * @throws Told with a sentence saying what was found and what is accepted
 */
export function readBoundary(
  text: string,
  fileName: string,
  options: ReadOptions = {},
): ReadBoundary {
  return boundaryOf(readShapes(text, fileName, options), fileName);
}

export interface ReadBoundary {
  name: string;
  parts: MultiPolygon;
  notes: Message[];
  /** The areas one by one where the file has several, for whoever wants only one of them. */
  stands: { name: string; parts: MultiPolygon }[];
  /** What lies on the ground, where the file says which of its shapes are keep-outs and which zones. */
  keepouts: KeepoutBrought[];
  zones: ZoneBrought[];
}

/** Height of the tallest species taken where a block has none yet: the setback near wires is looked at again. */
const NO_SPECIES = 25;

/** As far beside the areas of a file a line of it still concerns them, degrees: a hundred metres at the equator. */
const BESIDE = 0.001;

/**
 * Lines and points beside the areas of a file that it calls something that is kept clear of: they come along with the
 * block. Areas are not taken so, for a stand is named after its road or pond as often as not.
 */
function linesBeside({ areas, lines }: ReadShapes): ReadShapes['lines'] {
  if (!areas.length) return [];
  const all = boxOf(areas.flatMap(({ parts }) => parts.flat(2)));
  return lines.filter(({ role, keepout, named, shape }) => {
    if (role || !(keepout?.kind ?? named)) return false;
    const own = boxOf(
      shape.type === 'Point' ? [shape.coordinates] : (shape.coordinates as Point[]),
    );
    return (
      own.minX < all.maxX + BESIDE &&
      own.maxX > all.minX - BESIDE &&
      own.minY < all.maxY + BESIDE &&
      own.maxY > all.minY - BESIDE
    );
  });
}

/** Keep-outs and zones that a file calls so. */
function alongIn(read: ReadShapes): Pick<ReadBoundary, 'keepouts' | 'zones'> {
  const called = <Shape extends AboutShape>(shapes: Shape[], as: ShapeRole) =>
    shapes.filter(({ role }) => role === as);
  const { areas, lines } = read;
  return {
    keepouts: keepoutsBrought(
      {
        areas: called(areas, 'keepout'),
        lines: [...called(lines, 'keepout'), ...linesBeside(read)],
      },
      ...(['other', NO_SPECIES] as const),
    ),
    zones: called(areas, 'zone').length ? zonesBrought({ areas: called(areas, 'zone') }) : [],
  };
}

/** The boundary among the shapes of a file, and what lies on it. */
export const boundaryOf = (read: ReadShapes, fileName: string): ReadBoundary => ({
  ...alongIn(read),
  ...boundaryAlone(read, fileName),
});

function boundaryAlone(
  read: ReadShapes,
  fileName: string,
): Omit<ReadBoundary, 'keepouts' | 'zones'> {
  const { notes } = read;
  // A file that says what is what may hold keep-outs and zones beside the boundary.
  const named = [...read.areas, ...read.lines].some(({ role }) => role === 'boundary');
  const drawn = named ? read.areas.filter(({ role }) => role === 'boundary') : read.areas;
  const lines = named ? read.lines.filter(({ role }) => role === 'boundary') : read.lines;
  const walk = lines.filter(({ shape }) => shape.type === 'LineString');
  // Walks that each come back to their start are blocks of their own, not pieces of one.
  const rounds = !drawn.length && !named && walk.length > 1 && walk.every(comesBack);
  const areas: ReadShapes['areas'] = rounds
    ? walk.map((one) => ({ ...one, parts: [[closeWalk(wayIn(one), notes)]] }))
    : drawn;
  const name = fileName
    .replace(/\.[^.]*$/, '')
    .replace(/[_-]+/g, ' ')
    .trim();
  if (areas.length) {
    if (areas.length > 1) notes.push(say('formats.areasJoined', { areas: areas.length }));
    const left = rounds
      ? lines.length - walk.length
      : read.lines.filter(({ role }) => !role).length - linesBeside(read).length;
    if (left) notes.push(say('formats.notOfTheBoundary', { left }));
    return {
      name: (areas.every((area) => area.name === areas[0].name) && areas[0].name) || name,
      parts: areas.flatMap(({ parts }) => parts),
      notes,
      stands:
        new Set(areas.map((area) => area.name)).size > 1 || (areas.length > 1 && !named)
          ? areas.map((area, i) => ({ name: area.name || `${name} ${i + 1}`, parts: area.parts }))
          : [],
    };
  }
  if (named && walk.length)
    return {
      name: walk[0].name || name,
      parts: nested(walk.map(wayIn)),
      notes,
      stands: [],
    };
  const [first, ...others] = walk;
  const line =
    first?.route && !others.length
      ? corners(cornersOf(first), notes)
      : first
        ? joined(walk.map(wayIn), notes)
        : corners(lines, notes);
  if (!line) throw told('formats.noArea', { lines: walk.length });
  return {
    name: walk[0]?.name || name,
    parts: [[closeWalk(line, notes)]],
    notes,
    stands: [],
  };
}

/** Rings written as a track, one a segment. */
function ringsOf(geometry: Geometry | null): number[][][] | undefined {
  if (geometry?.type === 'LineString') return [geometry.coordinates];
  return geometry?.type === 'MultiLineString' ? geometry.coordinates : undefined;
}

/** Rings written as tracks: those inside another are its holes. */
function nested(walks: readonly Point[][]): MultiPolygon {
  const rings = walks.map((walk) => openRing(walk as Point[]));
  const outers = rings.filter(
    (ring) => !rings.some((other) => other !== ring && contains([[other]], ring[0])),
  );
  return outers.map((outer) => [
    outer,
    ...rings.filter((ring) => ring !== outer && contains([[outer]], ring[0])),
  ]);
}

/**
 * Reads a zipped shapefile. Its projection file decides where it lies; without one its coordinates
 * must be degrees, or the zone be given.
 */
export async function readShapefile(
  bytes: ArrayBuffer,
  options: ReadOptions = {},
): Promise<ReadShapes> {
  checkArchive(new Uint8Array(bytes));
  let layers: FeatureCollection[];
  try {
    layers = [await parseZip(bytes)].flat();
  } catch (error) {
    throw told('formats.brokenShapefile', { problem: (error as Error).message });
  }
  const features = layers.flatMap(({ features }) => features);
  // A projection file has been honoured already; a zone is for files without one.
  return fromFeatures(features, options);
}

/** Reads every area, line and point of a file. */
export function readShapes(text: string, fileName: string, options: ReadOptions = {}): ReadShapes {
  const body = text.replace(/^\uFEFF/, '');
  if (!body.trim()) checkFileSize(0);
  const ending = fileName.toLowerCase().split('.').pop() ?? '';
  if (ending === 'gpx' || ending === 'kml' || /^\s*</.test(body)) return fromXml(body, ending);
  if (ending === 'geojson' || ending === 'json' || /^\s*[{[]/.test(body))
    return fromGeoJson(body, options);
  if (ending === 'csv' || ending === 'txt') return fromCsv(body, options);
  throw told('formats.unknownFormat', { fileName });
}

function fromXml(text: string, ending: string): ReadShapes {
  let document: ReturnType<DOMParser['parseFromString']>;
  try {
    document = new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') throw new Error(message);
      },
    }).parseFromString(text, 'text/xml');
  } catch {
    throw told('formats.brokenXml');
  }
  const root = document.documentElement?.nodeName.toLowerCase();
  // Some programs write every name with its space in front: "<kml:Placemark>".
  const prefix = /^([\w-]+):(gpx|kml)$/.exec(root ?? '')?.[1];
  if (prefix) return fromXml(text.replace(new RegExp(`<(/?)${prefix}:`, 'gi'), '<$1'), ending);
  if (root !== 'gpx' && root !== 'kml') {
    throw told('formats.otherXml', { found: root ?? ending });
  }
  return fromFeatures((root === 'gpx' ? gpx(document) : kml(document)).features, {});
}

/** What stands before each value of a sequence. */
const RECORD_SEPARATOR = String.fromCharCode(0x1e);

/** Features one a line, with the separators of RFC 8142 or without: nothing where a line is no whole value. */
function featuresByLine(text: string): unknown {
  const lines = text
    .replaceAll(RECORD_SEPARATOR, '')
    .split('\n')
    .filter((line) => line.trim());
  if (lines.length < 2) return undefined;
  try {
    return {
      type: 'FeatureCollection',
      features: lines.map((line) => JSON.parse(line) as unknown),
    };
  } catch {
    return undefined;
  }
}

function fromGeoJson(text: string, options: ReadOptions): ReadShapes {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    value = featuresByLine(text);
    if (!value) throw told('formats.brokenJson', { problem: (error as Error).message });
  }
  const features = toFeatures(value);
  if (!features.length) throw told('formats.noFeature');
  const named = value && typeof value === 'object' && 'crs' in value ? crsNamed(text) : undefined;
  const own = named === undefined ? undefined : namedOr(named, options.zone);
  const read = fromFeatures(features, own ? { ...options, zone: own.zone } : options);
  if (own?.name) read.notes.push(say('formats.noteProjection', { name: own.name }));
  return read;
}

/**
 * The projection that a file names, with its name where it is not degrees; else the one that somebody typed.
 * @throws Told when the one is not known and the other is missing
 */
function namedOr(named: string, typed: string | undefined): { zone?: string; name?: string } {
  try {
    const place = projectionOf(named);
    return place === DEGREES ? { zone: typed } : { zone: named, name: place.name };
  } catch (error) {
    if (!typed) throw error;
    return { zone: typed };
  }
}

function fromFeatures(features: readonly Feature[], options: ReadOptions): ReadShapes {
  const read: ReadShapes = { areas: [], lines: [], notes: [] };
  // A zone that was typed for another file makes no metres of degrees.
  const metres = Boolean(options.zone) && features.some(({ geometry }) => beyondDegrees(geometry));
  const project = metres ? projectionOf(options.zone!).toLonLat : undefined;
  const point = (coordinates: number[]): Point => {
    const pair: Point = [Number(coordinates[0]), Number(coordinates[1])];
    return project ? project(pair) : pair;
  };
  const take = (geometry: Geometry | null, about: AboutShape): void => {
    if (!geometry) return;
    switch (geometry.type) {
      case 'Polygon':
        read.areas.push({
          ...about,
          parts: [geometry.coordinates.map((ring) => openRing(ring.map(point)))],
        });
        break;
      case 'MultiPolygon':
        read.areas.push({
          ...about,
          parts: geometry.coordinates.map((rings) =>
            rings.map((ring) => openRing(ring.map(point))),
          ),
        });
        break;
      case 'LineString':
        read.lines.push({
          ...about,
          shape: { type: 'LineString', coordinates: geometry.coordinates.map(point) },
        });
        break;
      case 'MultiLineString':
        for (const coordinates of geometry.coordinates)
          take({ type: 'LineString', coordinates }, about);
        break;
      case 'Point':
        read.lines.push({
          ...about,
          shape: { type: 'Point', coordinates: point(geometry.coordinates) },
        });
        break;
      case 'MultiPoint':
        for (const coordinates of geometry.coordinates) take({ type: 'Point', coordinates }, about);
        break;
      case 'GeometryCollection':
        // Several areas under one name are one area of several parts.
        if (geometry.geometries.every(({ type }) => type === 'Polygon'))
          take(
            {
              type: 'MultiPolygon',
              coordinates: geometry.geometries.flatMap((member) =>
                member.type === 'Polygon' ? [member.coordinates] : [],
              ),
            },
            about,
          );
        else for (const member of geometry.geometries) take(member, about);
        break;
      default:
        throw told('formats.otherGeometry', { found: (geometry as { type: string }).type });
    }
  };
  for (const { geometry, properties } of features) {
    const { marks, ...about } = aboutFeature(properties, geometry);
    const rings = marks.shape === 'area' ? ringsOf(geometry) : undefined;
    if (rings) read.areas.push({ ...about, parts: nested(rings.map((ring) => ring.map(point))) });
    else take(geometry, about);
  }
  return read;
}

/** Whether a geometry has places that no longitude and latitude can name. */
function beyondDegrees(geometry: Geometry | null): boolean {
  if (!geometry) return false;
  if (geometry.type === 'GeometryCollection') return geometry.geometries.some(beyondDegrees);
  const beyond = (coordinates: unknown): boolean =>
    Array.isArray(coordinates) &&
    (typeof coordinates[0] === 'number'
      ? Math.abs(coordinates[0]) > 180 || Math.abs(Number(coordinates[1])) > 90
      : coordinates.some(beyond));
  return beyond(geometry.coordinates);
}

/** A ring without the corner that closes it, as grounds are kept. */
const openRing = (ring: Point[]): Point[] => closedRing(ring).slice(0, -1);

/** RFC 7946, 3.1.6: a ring ends where it begins. */
function closedRing(ring: Point[]): Point[] {
  const first = ring[0];
  const last = ring.at(-1);
  if (!first || !last || ring.length < 4) {
    throw told('formats.ringTooShort', { points: ring.length });
  }
  if (first[0] !== last[0] || first[1] !== last[1]) {
    throw told('formats.ringOpen', { first: first.join(', '), last: last.join(', ') });
  }
  return ring;
}

/** A table of the program's own, or of places one a line. */
function fromCsv(text: string, options: ReadOptions): ReadShapes {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data;
  const heading = headingOf(rows);
  if (['shape', 'role', 'part', 'ring', 'lon', 'lat'].every((name) => heading.includes(name))) {
    const records = rows
      .slice(1)
      .map((cells) => Object.fromEntries(heading.map((name, i) => [name, cells[i] ?? ''])));
    return fromFeatures(featuresOfGroundCsv(records), options);
  }
  const shapes = shapesOfTable(rows);
  return shapes ? fromTexts(shapes, options) : placesOfTable(rows, options);
}

/** Shapes that stand as texts in a table. */
function fromTexts(
  { features, zone }: NonNullable<ReturnType<typeof shapesOfTable>>,
  options: ReadOptions,
): ReadShapes {
  const own = zone === undefined ? { zone: options.zone } : namedOr(zone, options.zone);
  const far = features.find(({ geometry }) => beyondDegrees(geometry));
  if (far && !own.zone)
    throw told('formats.projectedCorners', {
      found:
        JSON.stringify(far.geometry)
          .match(/-?\d[^\]]*/)?.[0]
          .replace(',', ', ') ?? '',
    });
  const read = fromFeatures(features, { ...options, zone: own.zone });
  if (far) read.notes.push(say('formats.readIn', { name: projectionOf(own.zone!).name }));
  return read;
}
