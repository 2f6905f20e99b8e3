import { say, type Message } from '../say/message';
import { STRING_LENGTH } from './layout';

/** What two versions of a layout are compared by. */
export interface VersionFigures {
  trees: number;
  rows: number;
  /** Metres of row. */
  length: number;
  /** Of them those that are pegged along a string, and their metres; the rest are lanes through scattered spots. */
  strung: { rows: number; length: number };
  /** Metres a planter walks. */
  walked: number;
  /** Trees by species id. */
  species: Record<string, number>;
  /** Trees a square metre of plantable ground. */
  density: number;
}

export interface Difference {
  /** What is held side by side; a species by its name. */
  what: Message | string;
  kind: 'count' | 'distance' | 'density';
  a: number;
  b: number;
  /** b − a. */
  change: number;
  /** What it drives; undefined for plain figures. */
  drives?: Message;
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
    what: Message | string,
    kind: Difference['kind'],
    pick: (version: VersionFigures) => number,
    drives?: Message,
  ): Difference => ({ what, kind, a: pick(a), b: pick(b), change: pick(b) - pick(a), drives });
  const ids = [...new Set([...Object.keys(a.species), ...Object.keys(b.species)])];
  return [
    row(say('compare.trees'), 'count', ({ trees }) => trees, say('drives.stockAndHands')),
    row(say('compare.byPlantable'), 'density', ({ density }) => density),
    row(say('compare.rows'), 'count', ({ rows }) => rows, say('drives.pegsAndTurns')),
    row(say('compare.rowLength'), 'distance', ({ length }) => length, say('drives.strips')),
    row(say('compare.walked'), 'distance', ({ walked }) => walked, say('drives.time')),
    row(say('compare.pegs'), 'count', ({ strung }) => 2 * strung.rows, say('drives.pegs')),
    row(
      say('compare.strings'),
      'count',
      ({ strung }) => Math.ceil(strung.length / string),
      say('drives.settingOut'),
    ),
    ...ids.map((id) =>
      row(names[id] ?? id, 'count', ({ species }) => species[id] ?? 0, say('drives.order')),
    ),
  ];
}
