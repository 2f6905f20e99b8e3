import { say, shareOf, type Message } from '../say/message';
import { told } from '../say/told';
import { fromArrayBuffer } from 'geotiff';
import { strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { apronBox, surfaceFromGrid, surfaceFromPoints, type RawGrid } from '../ground/elevation';
import { mapPoints, planeArea, type Box, type MultiPolygon } from '../ground/polygon';
import { groundLie, type Surface } from '../ground/surface';
import type { Plane, Point } from '../measure/plane';
import { DEGREES, learnProjection, projectionOf, type Projection } from '../measure/projection';
import { METRES_PER_FOOT } from '../measure/units';
import { checkArchive } from './archive';
import { columnsOfPlaces, counted, decimal, plainHeading } from './table-of-places';

export interface ElevationOptions {
  /** Projection of files that do not say where they lie: "33N", "EPSG:2056", the text of a projection file. */
  zone?: string;
  /** Unit of the heights; a GeoTIFF that names its own goes before it. */
  unit: 'm' | 'ft';
}

export interface ReadElevation {
  surface: Surface;
  notes: Message[];
}

/**
 * Reads an elevation file into a surface of a block: Esri ASCII grid, GeoTIFF, CSV or XYZ of points, or an
 * archive of one of these with its projection file.
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
    if (isArchive(contents)) return readArchive(new Uint8Array(contents), options, boundary, plane);
    const { grid, unit, said, notes } = await readGeoTiff(contents, options, inPlane, plane);
    const found = surfaceFromGrid(grid, inPlane, plane, unit);
    return {
      surface: found.surface,
      notes: [
        ...notes,
        ...found.notes,
        ...(said ? [] : feetSuspected(found.surface, inPlane, unit)),
      ],
    };
  }
  await learnProjection(options.zone);
  if (!contents.trim()) throw told('formats.emptyElevation');
  if (/^\s*(ncols|nrows|xll|yll|cellsize|dx)/i.test(contents)) {
    const { surface, notes } = surfaceFromGrid(
      readAsciiGrid(contents, options.zone, { boundary: inPlane, plane }),
      inPlane,
      plane,
      options.unit,
    );
    return { surface, notes: [...notes, ...feetSuspected(surface, inPlane, options.unit)] };
  }
  if (/\.(csv|txt|xyz)$/i.test(fileName)) {
    const factor = options.unit === 'ft' ? 0.3048 : 1;
    const points = readHeights(contents, options.zone, plane, inPlane).map(
      ([x, y, z]): [number, number, number] => [x, y, z * factor],
    );
    const { surface, notes } = surfaceFromPoints(points, inPlane);
    return { surface, notes: [...notes, ...feetSuspected(surface, inPlane, options.unit)] };
  }
  throw told('formats.noElevation', { fileName });
}

/** Steeper on the mean than this nobody plants a whole block; the same ground in feet would be a third of it. */
const UNLIKELY_SLOPE = 0.6;

/** A sentence where slopes say that heights taken for metres are feet. */
function feetSuspected(surface: Surface, boundary: MultiPolygon, unit: 'm' | 'ft'): Message[] {
  if (unit === 'ft') return [];
  let slope: number;
  try {
    slope = groundLie(surface, boundary, planeArea(boundary)).meanSlope;
  } catch {
    return [];
  }
  return slope > UNLIKELY_SLOPE
    ? [
        say('formats.noteFeetSuspected', {
          slope: shareOf(Math.round(slope * 100) / 100),
          inFeet: shareOf(Math.round(slope * METRES_PER_FOOT * 100) / 100),
        }),
      ]
    : [];
}

const isArchive = (bytes: ArrayBuffer): boolean => {
  const [p, k] = new Uint8Array(bytes, 0, Math.min(2, bytes.byteLength));
  return p === 0x50 && k === 0x4b;
};

/** A zipped grid or table of heights with, beside it, the projection file that says where it lies. */
async function readArchive(
  bytes: Uint8Array,
  options: ElevationOptions,
  boundary: MultiPolygon,
  plane: Plane,
): Promise<ReadElevation> {
  checkArchive(bytes);
  const files = unzipSync(bytes, {
    filter: ({ name }) => /\.(asc|txt|xyz|csv|tiff?|prj)$/i.test(name) && !/^__MACOSX/.test(name),
  });
  const names = Object.keys(files);
  const found = names.find((name) => !/\.prj$/i.test(name));
  if (!found) throw told('formats.noElevation', { fileName: names[0] ?? 'zip' });
  const prj = names.find((name) => /\.prj$/i.test(name));
  const zone = options.zone || (prj ? strFromU8(files[prj]) : undefined);
  const contents = /\.tiff?$/i.test(found)
    ? (files[found].slice().buffer as ArrayBuffer)
    : strFromU8(files[found]);
  return readElevation(contents, found, { ...options, zone }, boundary, plane);
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
 * @param zone projection of its coordinates; without one they must be degrees
 * @param around only heights on and round this ground are kept; without it all of them
 */
export function readAsciiGrid(text: string, zone?: string, around?: Around): RawGrid {
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
  const empty = heading.nodata_value ?? -9999;
  const west =
    heading.xllcenter ?? (heading.xllcorner === undefined ? NaN : heading.xllcorner + stepX / 2);
  const south =
    heading.yllcenter ?? (heading.yllcorner === undefined ? NaN : heading.yllcorner + stepY / 2);
  if (!Number.isFinite(west) || !Number.isFinite(south)) throw told('formats.gridWithoutPlace');
  const grid = { columns, rows, west, north: south + (rows - 1) * stepY, stepX, stepY };
  const place = projection(west, grid.north, zone);
  const window = around ? windowOn(grid, place, around) : { left: 0, top: 0, columns, rows };
  checkSize(window);
  const values = new Float32Array(window.columns * window.rows);
  const found = readNumbers(text, cursor.at, columns * rows, (at, value) => {
    const column = (at % columns) - window.left;
    const row = Math.floor(at / columns) - window.top;
    if (column >= 0 && column < window.columns && row >= 0 && row < window.rows)
      values[row * window.columns + column] = value;
  });
  if (found !== columns * rows) {
    throw told('formats.gridCutOff', {
      columns,
      rows,
      said: columns * rows,
      found,
      more: found > columns * rows ? 'yes' : 'no',
    });
  }
  const blank = Math.fround(empty);
  for (let i = 0; i < values.length; i++) if (values[i] === blank) values[i] = NaN;
  return { ...cut(grid, window), values, ...place };
}

/** Where heights are wanted. */
interface Around {
  /** In the block's plane. */
  boundary: MultiPolygon;
  plane: Plane;
}

type GridPlace = Pick<RawGrid, 'columns' | 'rows' | 'west' | 'north' | 'stepX' | 'stepY'>;

/** A part of a grid: its first column and row, and how many of each. */
interface GridWindow {
  left: number;
  top: number;
  columns: number;
  rows: number;
}

/** More heights on one block than this no browser holds beside its plan. */
const MOST_HEIGHTS = 40_000_000;

function checkSize({ columns, rows }: GridWindow): void {
  if (columns * rows > MOST_HEIGHTS)
    throw told('formats.gridTooLarge', { heights: columns * rows });
}

/**
 * The part of a grid that lies on and round a block: a county's file may be hundreds of megabytes.
 * @throws Told where none of it does
 */
function windowOn(grid: GridPlace, place: Projection, { boundary, plane }: Around): GridWindow {
  const { columns, rows, west, north, stepX, stepY } = grid;
  const corners = boxCorners(apronBox(boundary)).map((point) =>
    place.fromLonLat(plane.toLonLat(point)),
  );
  const within = (value: number, most: number) => Math.max(0, Math.min(most, value));
  const across = corners.map(([x]) => (x - west) / stepX);
  const down = corners.map(([, y]) => (north - y) / stepY);
  const left = within(Math.floor(Math.min(...across)) - BESIDE, columns);
  const right = within(Math.ceil(Math.max(...across)) + BESIDE + 1, columns);
  const top = within(Math.floor(Math.min(...down)) - BESIDE, rows);
  const bottom = within(Math.ceil(Math.max(...down)) + BESIDE + 1, rows);
  if (right - left < 2 || bottom - top < 2) {
    const [longitude, latitude] = place.toLonLat([west, north]);
    throw told('ground.gridElsewhere', {
      latitude: latitude.toFixed(5),
      longitude: longitude.toFixed(5),
    });
  }
  return { left, top, columns: right - left, rows: bottom - top };
}

/** Where a part of a grid lies. */
const cut = ({ west, north, stepX, stepY }: GridPlace, window: GridWindow): GridPlace => ({
  ...{ columns: window.columns, rows: window.rows, stepX, stepY },
  west: west + window.left * stepX,
  north: north - window.top * stepY,
});

/**
 * Plain decimal numbers, one after the other; a word that is none reads as NaN.
 * @param most how many are wanted; one more ends the reading
 * @returns how many were found
 */
function readNumbers(
  text: string,
  from: number,
  most: number,
  take: (at: number, value: number) => void,
): number {
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
    if (count < most)
      take(
        count,
        plain
          ? (negative ? -whole : whole) / (scale || 1)
          : Number(text.slice(start, at).replace(',', '.')),
      );
    count++;
    if (count > most) return count;
  }
  return count;
}

/** Degrees as they are, or what is named; metres without a projection are refused. */
function projection(x: number, y: number, zone?: string): Projection {
  if (zone) return projectionOf(zone);
  if (Math.abs(x) > 180 || Math.abs(y) > 90) throw told('formats.gridProjected', { x, y });
  return DEGREES;
}

/** Nodes beyond the block that are read with it, so that slopes at its edge are known. */
const BESIDE = 4;

/** What a GeoTIFF says of its place: a projection's code, a geographic one's, or neither. */
function namedProjection(keys: Record<string, number>): string | undefined {
  const USER_DEFINED = 32767;
  const code = [keys.ProjectedCSTypeGeoKey, keys.GeographicTypeGeoKey].find(Boolean);
  return code && code !== USER_DEFINED ? `EPSG:${code}` : undefined;
}

/** Reads of a GeoTIFF only what lies on and round the block: a county's file may be hundreds of megabytes. */
async function readGeoTiff(
  bytes: ArrayBuffer,
  options: ElevationOptions,
  boundary: MultiPolygon,
  plane: Plane,
) {
  let image;
  try {
    image = await (await fromArrayBuffer(bytes)).getImage();
  } catch (error) {
    throw told('formats.brokenTiff', { problem: (error as Error).message });
  }
  let origin: number[];
  let resolution: number[];
  try {
    [origin, resolution] = [image.getOrigin(), image.getResolution()];
  } catch {
    throw told('formats.tiffWithoutPlace');
  }
  const keys = (image.getGeoKeys() ?? {}) as Record<string, number>;
  const named = namedProjection(keys);
  let place: Projection;
  try {
    await learnProjection(named);
    place = named ? projectionOf(named) : projection(origin[0], origin[1], options.zone);
  } catch (error) {
    if (!named) throw error;
    if (!options.zone) throw told('formats.tiffProjection', { code: named });
    place = projectionOf(options.zone);
  }
  const [stepX, stepY] = [Math.abs(resolution[0]), Math.abs(resolution[1])];
  // Heights stand for areas in most files: the node is half a cell in from the corner.
  const half = image.pixelIsArea() ? 0.5 : 0;
  const [west, north] = [origin[0] + half * stepX, origin[1] - half * stepY];
  const [columns, rows] = [image.getWidth(), image.getHeight()];
  const whole: GridPlace = { columns, rows, west, north, stepX, stepY };
  const window = windowOn(whole, place, { boundary, plane });
  const { left, top } = window;
  checkSize(window);
  const reading = {
    samples: [0],
    interleave: true as const,
    window: [left, top, left + window.columns, top + window.rows],
  };
  const values = Float32Array.from(await image.readRasters(reading));
  const empty = image.getGDALNoData();
  for (let i = 0; i < values.length; i++)
    if (values[i] === Math.fround(empty ?? NaN) || values[i] < -1e4) values[i] = NaN;
  const feet = keys.VerticalUnitsGeoKey === 9002 || keys.VerticalUnitsGeoKey === 9003;
  const said = feet || keys.VerticalUnitsGeoKey === 9001;
  const unit: 'm' | 'ft' = feet ? 'ft' : said ? 'm' : options.unit;
  const grid: RawGrid = {
    ...cut(whole, window),
    values,
    toLonLat: place.toLonLat,
    fromLonLat: place.fromLonLat,
  };
  return {
    grid,
    unit,
    said,
    notes: [
      ...(named && place !== DEGREES ? [say('formats.noteProjection', { name: place.name })] : []),
      ...(feet ? [say('formats.noteFeet')] : []),
    ],
  };
}

const boxCorners = ({ minX, minY, maxX, maxY }: Box): Point[] => [
  [minX, minY],
  [maxX, minY],
  [maxX, maxY],
  [minX, maxY],
];

const HEIGHT_NAMES = ['z', 'height', 'elevation', 'elev', 'alt', 'altitude', 'ele'];

/** Walked points with heights: x, y, z in the block's plane, heights as the file has them. */
function readHeights(text: string, zone: string | undefined, plane: Plane, boundary: MultiPolygon) {
  const body = text.trim();
  // Tables of terrain models are parted by blanks, which no reader of CSV takes for a comma.
  const [line] = body.split('\n', 1);
  const cells = /[,;\t|]/.test(line)
    ? body
    : body.replace(/[^\S\n]+/g, (_, at: number) => (body[at - 1] === '\n' ? '' : ','));
  const table = Papa.parse<string[]>(cells, { skipEmptyLines: 'greedy' }).data;
  const named = table[0].some((cell) => /[a-z]/i.test(cell));
  let [x, y, z] = [0, 1, 2];
  let signs = [1, 1];
  if (named) {
    const places = columnsOfPlaces(table[0]);
    [x, y] = places ? [places.x, places.y] : [-1, -1];
    if (places) signs = places.signs;
    z = table[0].findIndex((cell) => HEIGHT_NAMES.includes(plainHeading(cell)));
    if (x < 0 || y < 0 || z < 0)
      throw told('formats.elevationColumns', { found: table[0].join(', ') });
  }
  const rows = named ? table.slice(1) : table;
  const points = rows.map((cells, i): [number, number, number] => {
    const numbers = [x, y, z].map((column) => decimal(cells[column]));
    if (!numbers.every(Number.isFinite))
      throw told('formats.threeNumbers', {
        line: i + 1 + (named ? 1 : 0),
        found: cells.join(', '),
      });
    return [counted(numbers[0], signs[0]), counted(numbers[1], signs[1]), numbers[2]];
  });
  if (points.length < 3) throw told('formats.tooFewPoints', { points: points.length });
  const { toLonLat } = projection(points[0][0], points[0][1], zone);
  const placed = points.map(([px, py, height]): [number, number, number] => [
    ...plane.toPlane(toLonLat([px, py])),
    height,
  ]);
  // A terrain model of a whole county: only what lies round the block is made into triangles.
  const { minX, minY, maxX, maxY } = apronBox(boundary);
  const wide = Math.max(maxX - minX, maxY - minY) / 2;
  const nearby = placed.filter(
    ([x, y]) => x > minX - wide && x < maxX + wide && y > minY - wide && y < maxY + wide,
  );
  return nearby.length >= 3 ? nearby : placed.slice(0, 1000);
}
