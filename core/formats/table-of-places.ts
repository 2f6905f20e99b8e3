import { told } from '../say/told';
import { say } from '../say/message';
import type { Point } from '../measure/plane';
import { readAngle, readPlace } from '../ground/corners';
import { projectionOf } from '../measure/projection';
import { METRES_PER_FOOT } from '../measure/units';
import { keepoutOfMarks } from './ground-marks';
import type { AboutShape } from './about-shape';
import type { ReadOptions, ReadShapes } from './read';

const LON_NAMES = ['lon', 'lng', 'long', 'longitude', 'longitud', 'x'];
const LAT_NAMES = ['lat', 'latitude', 'latitud', 'y'];
const EAST_NAMES = ['e', 'east', 'easting', 'eastings', 'este', 'est', 'leste', 'x'];
const NORTH_NAMES = ['n', 'north', 'northing', 'northings', 'norte', 'nord', 'y'];

/**
 * A heading in small letters, without accents, units, and what programs put round it.
 * @example plainHeading('POINT_X') // => 'x'
 * @example plainHeading('Longitude (°)') // => 'longitude'
 */
export const plainHeading = (cell: string): string =>
  cell
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/\([^)]*\)|\[[^\]]*\]/g, ' ')
    .trim()
    .replace(/^(?:point|gps|coord(?:inate)?|corner)[ _.-]+/, '')
    .replace(/[ _.-]+(?:dd|deg(?:rees?)?|decimal|wgs ?84|coord(?:inate)?|m|ft)$/, '')
    .trim();

/** A side of the earth that stands behind a heading: "lon W" counts to the west. */
const sideOf = (cell: string): string =>
  /[ _.([-]([nsew])[)\]]?\s*$/.exec(cell.toLowerCase())?.[1] ?? '';

export interface PlaceColumns {
  /** Column of longitude or easting. */
  x: number;
  /** Column of latitude or northing. */
  y: number;
  /** By their names eastings and northings of a projection. */
  projected: boolean;
  /** −1 where a column counts to the west or the south. */
  signs: [number, number];
}

/** Which columns of a table hold places; nothing where its first line names none. */
export function columnsOfPlaces(cells: readonly string[]): PlaceColumns | undefined {
  const plain = cells.map(plainHeading);
  const without = plain.map((name) => name.replace(/[ _.-]+[nsew]$/, ''));
  const find = (names: readonly string[]) => {
    const at = plain.findIndex((name) => names.includes(name));
    return at >= 0 ? at : without.findIndex((name) => names.includes(name));
  };
  const [east, north] = [find(EAST_NAMES), find(NORTH_NAMES)];
  const projected = plain[east] !== 'x' && east >= 0 && north >= 0;
  const [x, y] = projected ? [east, north] : [find(LON_NAMES), find(LAT_NAMES)];
  if (x < 0 || y < 0) return undefined;
  const back = (at: number, side: string) => (!projected && sideOf(cells[at]) === side ? -1 : 1);
  return { x, y, projected, signs: [back(x, 'w'), back(y, 's')] };
}

/** A number of a column that counts to the west or the south: what has a sign or a letter of its own keeps it. */
export const counted = (value: number, sign: number): number => (value > 0 ? value * sign : value);

/** A number of a table whose cells are parted by something else than commas may have a decimal comma. */
export const decimal = (cell: string | undefined): number =>
  Number(/^\s*-?\d+,\d+\s*$/.test(cell ?? '') ? cell!.replace(',', '.') : cell?.trim() || 'none');

/** A first line of names: no cell of it begins as a number or an angle does. */
const isHeading = (cells: readonly string[]): boolean =>
  cells.some((cell) => /[a-z]/i.test(cell)) &&
  !cells.some((cell) => /^\s*[-−+]?(?:[nsew]\s*)?\d/i.test(cell));

/** Where places stand in a table that names no columns: behind a label or a number of the corner, if there is one. */
function columnsUnnamed(rows: readonly string[][]): PlaceColumns {
  const labelled =
    rows[0].length > 2 &&
    // From 0 or 1 on: eastings may follow one another by ones.
    ([0, 1].some((from) => rows.every(([cell], i) => cell.trim() === String(from + i))) ||
      rows.every(([cell]) => cell.trim() && /^[a-z]+\d*$/i.test(cell.trim())));
  const from = labelled ? 1 : 0;
  const columns: PlaceColumns = { x: from, y: from + 1, projected: false, signs: [1, 1] };
  // A latitude ends at 90°: where only the second can be the longitude, latitude stands first.
  const latFirst =
    rows.some((cells) => Math.abs(decimal(cells[from + 1])) > 90) &&
    rows.every((cells) => Math.abs(decimal(cells[from])) <= 90) &&
    rows.every((cells) => Math.abs(decimal(cells[from + 1])) <= 180);
  return latFirst ? { ...columns, x: from + 1, y: from } : columns;
}

const UNNAMED: AboutShape = { name: '', role: '' };

/** Columns of a list of standing trees, and metres of crown radius that one unit of each is. */
const CROWN_COLUMNS: readonly [pattern: RegExp, metres: number][] = [
  [/^crown[ _]?(radius)?[ _]?\(?ft\)?$/, METRES_PER_FOOT],
  [/^(crown|spread)[ _]?(diameter|width)?[ _]?\(?ft\)?$/, METRES_PER_FOOT / 2],
  [/^crown[ _]?(radius)?[ _]?(\(?m\)?)?$/, 1],
  [/^(crown[ _]?(diameter|width)|spread)[ _]?(\(?m\)?)?$/, 0.5],
];
const NAME_COLUMNS = ['name', 'label', 'tree', 'species', 'id', 'no', 'nr', 'number'];

/** Standing trees of a table: each line a place with its name and crown, where it has them. */
function treesOfTable(
  points: readonly Point[],
  data: readonly string[][],
  heading: readonly string[],
): ReadShapes['lines'] {
  const nameAt = heading.findIndex((cell) => NAME_COLUMNS.includes(cell));
  const [crownAt, metres] = crownColumn(heading);
  const kindAt = heading.indexOf('kind');
  return points.map((coordinates, i) => {
    const crown = crownAt < 0 ? NaN : decimal(data[i][crownAt]) * metres;
    return {
      ...UNNAMED,
      name: nameAt < 0 ? '' : (data[i][nameAt] ?? '').trim(),
      keepout: keepoutOfMarks(
        { kind: kindAt < 0 ? '' : (data[i][kindAt] ?? '').trim(), crown_m: crown },
        false,
      ),
      shape: { type: 'Point', coordinates },
    };
  });
}

function crownColumn(heading: readonly string[]): [at: number, metres: number] {
  for (const [pattern, metres] of CROWN_COLUMNS) {
    const at = heading.findIndex((cell) => pattern.test(cell));
    if (at >= 0) return [at, metres];
  }
  return [-1, 1];
}

/** The first line of a table as names; numbers, where it has no heading. */
export const headingOf = (rows: readonly string[][]): string[] =>
  rows[0].map((cell) => cell.trim().toLowerCase());

/**
 * Places of a table, one a line, with or without a heading: the corners of an area in order, or things that stand.
 * Lines that begin with # before it are passed over.
 * @throws Told with what was found and what is accepted
 */
export function placesOfTable(given: readonly string[][], options: ReadOptions): ReadShapes {
  const remarks = given.findIndex(([cell]) => !cell.trim().startsWith('#'));
  const rows = given.slice(Math.max(0, remarks));
  const heading = headingOf(rows);
  const hasHeading = isHeading(rows[0]);
  const data = hasHeading ? rows.slice(1) : rows;
  const zoneColumn = hasHeading
    ? heading.findIndex((cell) => ['zone', 'utm', 'utm zone', 'utm_zone'].includes(cell))
    : -1;
  const columns = hasHeading ? columnsOfPlaces(rows[0]) : columnsUnnamed(data);
  if (!columns) throw told('formats.cornerColumns', { found: rows[0].join(', ') });
  const { x, y, signs } = columns;
  // A zone that was typed for another file makes no metres of degrees.
  const projected = columns.projected || zoneColumn >= 0;
  const points = data.map((cells, i): Point => {
    const pair = [x, y].map((at, axis) => {
      const number = decimal(cells[at]);
      const value = Number.isFinite(number)
        ? number
        : readAngle(cells[at] ?? '', axis ? 'lat' : 'lon');
      return counted(value, signs[axis]);
    });
    if (pair.every(Number.isFinite)) return pair as Point;
    try {
      // Whoever typed corners as a receiver shows them named no columns.
      if (!hasHeading) return readPlace(cells.join('; '), options.zone);
    } catch {
      // Told below with the line as the file has it.
    }
    throw told('formats.twoNumbers', {
      line: i + 1 + (hasHeading ? 1 : 0) + Math.max(0, remarks),
      found: cells.join(', '),
    });
  });
  // A table with crowns or kinds is one of things that stand, whatever it was asked for as.
  const standing =
    Boolean(options.points) || crownColumn(heading)[0] >= 0 || heading.includes('kind');
  const shapes = (places: Point[]): Pick<ReadShapes, 'areas' | 'lines'> =>
    standing
      ? { areas: [], lines: treesOfTable(places, data, hasHeading ? heading : []) }
      : { areas: [{ ...UNNAMED, parts: [[places]] }], lines: [] };
  if (!standing && points.length < 3)
    throw told('formats.tooFewCorners', { corners: points.length });
  const metres = points.some(([a, b]) => Math.abs(a) > 180 || Math.abs(b) > 180);
  if (!projected && !metres) {
    return { ...shapes(points), notes: [] };
  }
  const zone = options.zone ?? (zoneColumn >= 0 ? data[0][zoneColumn] : undefined);
  if (!zone) {
    throw told('formats.projectedCorners', { found: points[0].join(', ') });
  }
  const { name, toLonLat } = projectionOf(zone);
  return {
    ...shapes(points.map(toLonLat)),
    notes: [say('formats.readIn', { name })],
  };
}
