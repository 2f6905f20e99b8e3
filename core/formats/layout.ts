import Papa from 'papaparse';
import type { Plane, Point } from '../measure/plane';
import { COLUMN_UNITS, type UnitSystem } from '../measure/units';
import { hasPegs, lineBetween, rowSpan } from '../rows/rowset';
import {
  eachPosition,
  summarise,
  toRowSet,
  treesInRow,
  type RowRhythm,
  type StoredRow,
} from '../rows/stored';
import { lineFeature, pointFeature, roundPoint, type FeatureCollection } from './geojson';

export interface NamedSpecies {
  letter: string;
  name: string;
}

/** A layout on its way out: rows, their rhythm, species by index, and the plane they lie in. */
export interface LayoutExport {
  block: string;
  version: number;
  rhythm: RowRhythm;
  rows: readonly StoredRow[];
  species: readonly NamedSpecies[];
  plane: Plane;
}

/** Positions as points and rows as lines, GeoJSON (RFC 7946). */
export function layoutToGeoJson(layout: LayoutExport, what: 'positions' | 'rows'): string {
  const { rhythm, rows, species, plane } = layout;
  const collection: FeatureCollection & { name: string } = {
    type: 'FeatureCollection',
    name: `${layout.block}, layout ${layout.version}, ${what}`,
    features:
      what === 'positions'
        ? Array.from(eachPosition(rhythm, rows), (at) =>
            pointFeature(plane.toLonLat(at.point), {
              row: at.row,
              peg: at.peg,
              chainage: Math.round(at.chainage * 1000) / 1000,
              species: species[at.species].name,
            }),
          )
        : rowLines(layout).map(({ line, ...properties }) => lineFeature(line, properties)),
  };
  return JSON.stringify(collection);
}

function rowLines({ rhythm, rows, species, plane }: LayoutExport) {
  const set = toRowSet(rhythm, rows);
  return rows.flatMap((row, i) =>
    hasPegs(set, i)
      ? {
          row: row.number,
          trees: summarise(row).trees,
          runs: runsAsText(row.runs, species),
          line: twoAtLeast(lineBetween(set, i, ...rowSpan(set, i))).map(plane.toLonLat),
        }
      : [],
  );
}

/** RFC 7946, 3.1.4: a line has two positions, even the row of a single tree. */
const twoAtLeast = (line: Point[]): Point[] => (line.length > 1 ? line : [line[0], line[0]]);

/** "P 24, B 9": the runs of a row as they are read out. */
export function runsAsText(runs: readonly number[], species: readonly NamedSpecies[]): string {
  const parts: string[] = [];
  for (let i = 0; i < runs.length; i += 2) parts.push(`${species[runs[i]].letter} ${runs[i + 1]}`);
  return parts.join(', ');
}

export const escapeXml = (text: string): string =>
  text.replace(/[<>&"']/g, (character) => `&#${character.charCodeAt(0)};`);

/** Positions as waypoints, rows as routes, GPX 1.1. */
export function layoutToGpx(layout: LayoutExport, what: 'positions' | 'rows'): string {
  const place = (tag: string, [lon, lat]: [number, number], name: string, about = '') =>
    `<${tag} lat="${lat}" lon="${lon}"><name>${escapeXml(name)}</name>${about && `<desc>${escapeXml(about)}</desc>`}</${tag}>`;
  const { rhythm, rows, species, plane } = layout;
  const body =
    what === 'positions'
      ? Array.from(eachPosition(rhythm, rows), (at) =>
          place(
            'wpt',
            roundPoint(plane.toLonLat(at.point)),
            `${at.row}/${at.peg}`,
            species[at.species].name,
          ),
        )
      : rowLines(layout).map(
          ({ row, runs, line }) =>
            `<rte><name>Row ${row}</name><desc>${escapeXml(runs)}</desc>${line
              .map((point, at) =>
                place('rtept', roundPoint(point), nameOfCorner(row, at, line.length)),
              )
              .join('')}</rte>`,
        );
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    '<gpx version="1.1" creator="Viridane" xmlns="http://www.topografix.com/GPX/1/1">\n' +
    `<metadata><name>${escapeXml(`${layout.block}, layout ${layout.version}`)}</name></metadata>\n` +
    `${body.join('\n')}\n</gpx>\n`
  );
}

function nameOfCorner(row: number, at: number, corners: number): string {
  return `${row} ${at === 0 ? 'start' : at === corners - 1 ? 'end' : `bend ${at}`}`;
}

/** Positions or rows as a table, one line each, with chainages in the reader's unit and it in their headings. */
export function layoutToCsv(
  layout: LayoutExport,
  what: 'positions' | 'rows',
  system: UnitSystem = 'metric',
): string {
  const { ending, bare } = COLUMN_UNITS.length[system];
  const { rhythm, rows, species, plane } = layout;
  const table: Record<string, string | number>[] =
    what === 'positions'
      ? Array.from(eachPosition(rhythm, rows), (at) => {
          const [lon, lat] = roundPoint(plane.toLonLat(at.point));
          return {
            row: at.row,
            peg: at.peg,
            [`chainage${ending}`]: bare(at.chainage, 3),
            species: species[at.species].name,
            lon,
            lat,
          };
        })
      : rows.filter(treesInRow).map((row) => {
          const { number, trees, first, last } = summarise(row);
          return {
            row: number,
            [`first_peg${ending}`]: bare(first, 3),
            [`last_peg${ending}`]: bare(last, 3),
            trees,
            runs: runsAsText(row.runs, species),
          };
        });
  return Papa.unparse(table, { newline: '\r\n' });
}
