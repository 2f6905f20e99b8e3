import { STRING_LENGTH } from './layout';

/** What two versions of a layout are compared by. */
export interface VersionFigures {
  trees: number;
  rows: number;
  /** Metres of row. */
  length: number;
  /** Metres a planter walks. */
  walked: number;
  /** Trees by species id. */
  species: Record<string, number>;
  /** Trees a square metre of plantable ground. */
  density: number;
}

export interface Difference {
  what: string;
  kind: 'count' | 'distance' | 'density';
  a: number;
  b: number;
  /** b − a. */
  change: number;
  /** What it drives, in a few words; empty for plain figures. */
  drives: string;
}

/**
 * Two versions side by side: figures, and what each drives in cost.
 * @param names of the species by id
 * @param string how long the crew's string is, metres
 */
export function compare(
  a: VersionFigures,
  b: VersionFigures,
  names: Readonly<Record<string, string>>,
  string = STRING_LENGTH,
): Difference[] {
  const row = (
    what: string,
    kind: Difference['kind'],
    pick: (version: VersionFigures) => number,
    drives = '',
  ): Difference => ({ what, kind, a: pick(a), b: pick(b), change: pick(b) - pick(a), drives });
  const ids = [...new Set([...Object.keys(a.species), ...Object.keys(b.species)])];
  return [
    row('Trees', 'count', ({ trees }) => trees, 'stock, guards, canes, hands'),
    row('By plantable ground', 'density', ({ density }) => density),
    row('Rows', 'count', ({ rows }) => rows, 'pegs, turns'),
    row('Metres of row', 'distance', ({ length }) => length, 'ripping, spraying in strips'),
    row('Walked, planting', 'distance', ({ walked }) => walked, 'time'),
    row('Row-end pegs', 'count', ({ rows }) => 2 * rows, 'pegs'),
    row('Strings, at least', 'count', ({ length }) => Math.ceil(length / string), 'setting out'),
    ...ids.map((id) => row(names[id] ?? id, 'count', ({ species }) => species[id] ?? 0, 'order')),
  ];
}
