import { say, type Message } from '../say/message';
import { told } from '../say/told';
import { fromArrayBuffer } from 'geotiff';
import Papa from 'papaparse';
import { surfaceFromGrid, surfaceFromPoints, type RawGrid } from '../ground/elevation';
import { mapPoints, type MultiPolygon } from '../ground/polygon';
import type { Surface } from '../ground/surface';
import { fromUtm, toUtm, type Plane, type Point } from '../measure/plane';
import { EAST_NAMES, LAT_NAMES, LON_NAMES, NORTH_NAMES, readZone } from './read';

export interface ElevationOptions {
  /** UTM zone such as "33N", for files that do not say where they lie. */
  zone?: string;
  /** Unit of the heights; a GeoTIFF that names its own goes before it. */
  unit: 'm' | 'ft';
}

export interface ReadElevation {
  surface: Surface;
  notes: Message[];
}

/**
 * Reads an elevation file into a surface of a block: Esri ASCII grid, GeoTIFF, or CSV of walked
 * points (x, y, z).
 * @param contents text, or the bytes of a GeoTIFF
 * @param boundary of the block, longitude and latitude
 * @throws Told with a sentence saying what was found and what is accepted
 */
export async function readElevation(
  contents: string | ArrayBuffer,
  fileName: string,
  options: ElevationOptions,
  boundary: MultiPolygon,
  plane: Plane,
): Promise<ReadElevation> {
  const inPlane = mapPoints(boundary, plane.toPlane);
  if (typeof contents !== 'string') {
    const { grid, unit, notes } = await readGeoTiff(contents, options);
    const found = surfaceFromGrid(grid, inPlane, plane, unit);
    return { surface: found.surface, notes: [...notes, ...found.notes] };
  }
  if (!contents.trim()) throw told('formats.emptyElevation');
  if (/^\s*(ncols|nrows|xll|yll|cellsize|dx)/i.test(contents)) {
    return surfaceFromGrid(readAsciiGrid(contents, options.zone), inPlane, plane, options.unit);
  }
  if (/\.(csv|txt|xyz)$/i.test(fileName)) {
    const factor = options.unit === 'ft' ? 0.3048 : 1;
    const points = readHeights(contents, options.zone, plane).map(
      ([x, y, z]): [number, number, number] => [x, y, z * factor],
    );
    return surfaceFromPoints(points, inPlane);
  }
  throw told('formats.noElevation', { fileName });
}

/** A position in a text, moved on by the readers of words and numbers. */
class Cursor {
  at = 0;
  constructor(readonly text: string) {}

  word(): string {
    const { text } = this;
    while (this.at < text.length && text.charCodeAt(this.at) <= 32) this.at++;
    const from = this.at;
    while (this.at < text.length && text.charCodeAt(this.at) > 32) this.at++;
    return text.slice(from, this.at);
  }
}

/**
 * Reads an Esri ASCII grid: six lines of heading, then heights row by row from the north.
 * @param zone UTM zone of its coordinates; without one they must be degrees
 */
export function readAsciiGrid(text: string, zone?: string): RawGrid {
  const cursor = new Cursor(text);
  const heading: Record<string, number> = {};
  for (;;) {
    const before = cursor.at;
    const word = cursor.word().toLowerCase();
    if (!/^[a-z]/.test(word) || word === 'nan') {
      cursor.at = before;
      break;
    }
    heading[word] = Number(cursor.word());
  }
  const { ncols: columns, nrows: rows } = heading;
  const stepX = heading.cellsize ?? heading.dx;
  const stepY = heading.cellsize ?? heading.dy;
  if (!(columns >= 2 && rows >= 2) || !(stepX > 0) || !(stepY > 0)) {
    throw told('formats.gridHeading', {
      columns: columns ?? '–',
      rows: rows ?? '–',
      size: stepX ?? '–',
    });
  }
  if (columns * rows > 40_000_000) {
    throw told('formats.gridTooLarge', { heights: columns * rows });
  }
  const values = new Float32Array(columns * rows);
  const empty = heading.nodata_value ?? -9999;
  const found = readNumbers(text, cursor.at, values);
  if (found !== values.length) {
    throw told('formats.gridCutOff', {
      columns,
      rows,
      said: columns * rows,
      found,
      more: found > values.length ? 'yes' : 'no',
    });
  }
  const blank = Math.fround(empty);
  for (let i = 0; i < values.length; i++) if (values[i] === blank) values[i] = NaN;
  const west =
    heading.xllcenter ?? (heading.xllcorner === undefined ? NaN : heading.xllcorner + stepX / 2);
  const south =
    heading.yllcenter ?? (heading.yllcorner === undefined ? NaN : heading.yllcorner + stepY / 2);
  if (!Number.isFinite(west) || !Number.isFinite(south)) throw told('formats.gridWithoutPlace');
  const north = south + (rows - 1) * stepY;
  return {
    columns,
    rows,
    west,
    north,
    stepX,
    stepY,
    values,
    ...projection(west, north, zone),
  };
}

/** Plain decimal numbers, one after the other; a word that is none reads as NaN. Counts what it found. */
function readNumbers(text: string, from: number, out: Float32Array): number {
  let count = 0;
  let at = from;
  const end = text.length;
  while (at < end) {
    let code = text.charCodeAt(at);
    while (code <= 32 && at < end) code = text.charCodeAt(++at);
    if (at >= end) break;
    const start = at;
    let whole = 0;
    let scale = 0;
    let plain = true;
    const negative = code === 45;
    if (negative) code = text.charCodeAt(++at);
    while (at < end && code > 32) {
      if (code >= 48 && code <= 57) {
        whole = whole * 10 + (code - 48);
        scale *= 10;
      } else if ((code === 46 || code === 44) && scale === 0) scale = 1;
      else plain = false;
      code = text.charCodeAt(++at);
    }
    if (count < out.length)
      out[count] = plain
        ? (negative ? -whole : whole) / (scale || 1)
        : Number(text.slice(start, at).replace(',', '.'));
    count++;
    if (count > out.length) return count;
  }
  return count;
}

/** Degrees as they are, or a UTM zone; metres without a zone are refused. */
function projection(x: number, y: number, zone?: string) {
  if (zone) {
    const parsed = readZone(zone);
    return { toLonLat: fromUtm(...parsed), fromLonLat: toUtm(...parsed) };
  }
  if (Math.abs(x) > 180 || Math.abs(y) > 90) {
    throw told('formats.gridProjected', { x, y });
  }
  return { toLonLat: (p: Point): Point => p, fromLonLat: (p: Point): Point => p };
}

async function readGeoTiff(bytes: ArrayBuffer, options: ElevationOptions) {
  let image;
  try {
    image = await (await fromArrayBuffer(bytes)).getImage();
  } catch (error) {
    throw told('formats.brokenTiff', { problem: (error as Error).message });
  }
  const [columns, rows] = [image.getWidth(), image.getHeight()];
  if (columns * rows > 40_000_000) throw told('formats.gridTooLarge', { heights: columns * rows });
  let origin: number[];
  let resolution: number[];
  try {
    [origin, resolution] = [image.getOrigin(), image.getResolution()];
  } catch {
    throw told('formats.tiffWithoutPlace');
  }
  const keys = (image.getGeoKeys() ?? {}) as Record<string, number>;
  const raw = await image.readRasters({ samples: [0], interleave: true });
  const values = Float32Array.from(raw);
  const empty = image.getGDALNoData();
  for (let i = 0; i < values.length; i++)
    if (values[i] === Math.fround(empty ?? NaN) || values[i] < -1e4) values[i] = NaN;
  const [stepX, stepY] = [Math.abs(resolution[0]), Math.abs(resolution[1])];
  // Heights stand for areas in most files: the node is half a cell in from the corner.
  const half = image.pixelIsArea() ? 0.5 : 0;
  const west = origin[0] + half * stepX;
  const north = origin[1] - half * stepY;
  const code = keys.ProjectedCSTypeGeoKey;
  const utm = code >= 32601 && code <= 32760 && code % 100 <= 60 ? code : undefined;
  const zone = utm ? `${utm % 100}${utm >= 32700 ? 'S' : 'N'}` : options.zone;
  if (code && code !== 32767 && !utm && !options.zone) {
    throw told('formats.tiffProjection', { code: String(code) });
  }
  const feet = keys.VerticalUnitsGeoKey === 9002 || keys.VerticalUnitsGeoKey === 9003;
  const unit: 'm' | 'ft' = feet ? 'ft' : keys.VerticalUnitsGeoKey === 9001 ? 'm' : options.unit;
  const grid: RawGrid = {
    columns,
    rows,
    west,
    north,
    stepX,
    stepY,
    values,
    ...projection(west, north, zone),
  };
  return {
    grid,
    unit,
    notes: [
      ...(utm ? [say('formats.noteUtm', { zone: zone! })] : []),
      ...(feet ? [say('formats.noteFeet')] : []),
    ],
  };
}

const HEIGHT_NAMES = ['z', 'height', 'elevation', 'elev', 'alt', 'altitude', 'ele'];

/** Walked points with heights: x, y, z in the block's plane, heights as the file has them. */
function readHeights(text: string, zone: string | undefined, plane: Plane) {
  const table = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data;
  const heading = table[0].map((cell) => cell.trim().toLowerCase());
  const named = heading.some((cell) => /[a-z]/.test(cell));
  const find = (names: readonly string[]) => heading.findIndex((cell) => names.includes(cell));
  let [x, y, z] = [0, 1, 2];
  if (named) {
    [x, y, z] = [
      find([...LON_NAMES, ...EAST_NAMES]),
      find([...LAT_NAMES, ...NORTH_NAMES]),
      find(HEIGHT_NAMES),
    ];
    if (x < 0 || y < 0 || z < 0)
      throw told('formats.elevationColumns', { found: table[0].join(', ') });
  }
  const rows = named ? table.slice(1) : table;
  const points = rows.map((cells, i): [number, number, number] => {
    const numbers = [x, y, z].map((column) => Number(cells[column]?.trim() || NaN));
    if (!numbers.every(Number.isFinite))
      throw told('formats.threeNumbers', {
        line: i + 1 + (named ? 1 : 0),
        found: cells.join(', '),
      });
    return numbers as [number, number, number];
  });
  if (points.length < 3) throw told('formats.tooFewPoints', { points: points.length });
  const { toLonLat } = projection(points[0][0], points[0][1], zone);
  return points.map(([px, py, height]): [number, number, number] => [
    ...plane.toPlane(toLonLat([px, py])),
    height,
  ]);
}
