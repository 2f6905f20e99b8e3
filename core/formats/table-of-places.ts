import { told } from '../say/told';
import { say } from '../say/message';
import type { Point } from '../measure/plane';
import { projectionOf } from '../measure/projection';
import { METRES_PER_FOOT } from '../measure/units';
import { keepoutOfMarks } from './ground-marks';
import type { AboutShape } from './about-shape';
import type { ReadOptions, ReadShapes } from './read';

export const LON_NAMES = ['lon', 'lng', 'long', 'longitude', 'x'];
export const LAT_NAMES = ['lat', 'latitude', 'y'];
export const EAST_NAMES = ['e', 'east', 'easting', 'eastings', 'x'];
export const NORTH_NAMES = ['n', 'north', 'northing', 'northings', 'y'];

/** A number of a table whose cells are parted by something else than commas may have a decimal comma. */
const decimal = (cell: string | undefined): number =>
  Number(/^\s*-?\d+,\d+\s*$/.test(cell ?? '') ? cell!.replace(',', '.') : cell);

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
    const crown = crownAt < 0 ? NaN : decimal(data[i][crownAt]?.trim() || 'none') * metres;
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
 * @throws Told with what was found and what is accepted
 */
export function placesOfTable(rows: readonly string[][], options: ReadOptions): ReadShapes {
  const heading = headingOf(rows);
  const hasHeading = heading.some((cell) => /[a-z]/.test(cell));
  const find = (names: string[]) => heading.findIndex((cell) => names.includes(cell));
  let [x, y, zoneColumn] = [0, 1, -1];
  // A zone that was typed for another file makes no metres of degrees.
  let projected = false;
  if (hasHeading) {
    zoneColumn = find(['zone', 'utm', 'utm zone', 'utm_zone']);
    const [east, north] = [find(EAST_NAMES), find(NORTH_NAMES)];
    [x, y] = [find(LON_NAMES), find(LAT_NAMES)];
    if (heading[east] !== 'x' && east >= 0 && north >= 0) {
      [x, y] = [east, north];
      projected = true;
    }
    if (zoneColumn >= 0) projected = true;
    if (x < 0 || y < 0) {
      throw told('formats.cornerColumns', { found: rows[0].join(', ') });
    }
  }
  const data = hasHeading ? rows.slice(1) : rows;
  const points = data.map((cells, i): Point => {
    const pair: Point = [decimal(cells[x]), decimal(cells[y])];
    if (!cells[x]?.trim() || !cells[y]?.trim() || !pair.every(Number.isFinite)) {
      throw told('formats.twoNumbers', {
        line: i + 1 + (hasHeading ? 1 : 0),
        found: cells.join(', '),
      });
    }
    return pair;
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
