import type { MultiPolygon } from '../../../../core/ground/polygon';
import {
  keepoutDefault,
  type Keepout,
  type KeepoutKind,
  type KeepoutShape,
} from '../../../../core/ground/keepouts';
import {
  keepoutsBrought,
  zonesBrought,
  type KeepoutBrought,
  type ZoneBrought,
} from '../../../../core/formats/brought';
import type { ReadShapes } from '../../../../core/formats/read';
import { ORDINARY_SOIL, type Zone } from '../../../../core/ground/zones';
import type { Point } from '../../../../core/measure/plane';
import { groupBy } from '../../../../core/measure/group';
import { keepouts as words } from '../../words/en/named';

/** What is edited as a whole on the ground page. */
export interface EditedGround {
  name: string;
  boundary: MultiPolygon;
  margin: number;
  keepouts: Keepout[];
  zones: Zone[];
}

/** What is being drawn or moved on the plan. */
export type Drawing = 'keepout' | 'zone' | 'split' | 'profile' | 'corners';

/** What a click on the plan does while something is drawn. @param draws the shape of the keep-out's kind */
export function modeOf(
  drawing: Drawing | undefined,
  draws: KeepoutShape['type'],
): KeepoutShape['type'] | 'corners' | 'look' {
  if (!drawing) return 'look';
  if (drawing === 'keepout') return draws;
  if (drawing === 'zone') return 'Polygon';
  return drawing === 'corners' ? 'corners' : 'LineString';
}

/**
 * A keep-out as it begins: the setback and reason of its kind, numbered where there are others of it.
 * @param tallest mature height of the tallest species that is laid out, metres
 */
export function keepoutMade(
  { keepouts }: Pick<EditedGround, 'keepouts'>,
  {
    id,
    kind,
    shape,
    tallest,
  }: { id: string; kind: KeepoutKind; shape: KeepoutShape; tallest: number },
): Keepout {
  const { setback, near } = keepoutDefault(kind, tallest);
  const [named] = namedKeepouts([{ kind, shape, setback, near, located: null }], keepouts);
  return { id, ...named };
}

/**
 * Keep-outs of a file with the name and the reason of their kind where it says none.
 * @param before keep-outs that are there already: the second of a kind is numbered
 */
export function namedKeepouts(
  brought: readonly KeepoutBrought[],
  before: readonly Pick<Keepout, 'kind'>[] = [],
): (Omit<Keepout, 'id'> & KeepoutBrought)[] {
  const kinds = before.map(({ kind }) => kind);
  return brought.map((keepout) => {
    const { label, reason } = words[keepout.kind];
    const same = kinds.filter((kind) => kind === keepout.kind).length;
    kinds.push(keepout.kind);
    const name = `${label.toLowerCase()}${same ? ` ${same + 1}` : ''}`;
    return { ...keepout, name: keepout.name ?? name, reason: keepout.reason ?? reason };
  });
}

const zoneName = (number: number): string => `Zone ${number}`;

/** Zones of a file, numbered on where it gives them no name. @param before how many are there already */
export const namedZones = (brought: readonly ZoneBrought[], before = 0): Omit<Zone, 'id'>[] =>
  brought.map((zone, i) => ({ ...zone, name: zone.name ?? zoneName(before + i + 1) }));

/**
 * The keep-outs of a file, ready to be added.
 * @param kind of those that name none
 * @param before keep-outs that are there already
 * @param id makes one for each
 * @throws when the file brings none
 */
export function keepoutsOfFile(
  read: ReadShapes,
  of: { kind: KeepoutKind; tallest: number; before: readonly Keepout[]; id: () => string },
): Keepout[] {
  const brought = namedKeepouts(keepoutsBrought(read, of.kind, of.tallest), of.before);
  if (!brought.length)
    throw new Error(
      read.notes.some(({ key }) => key === 'formats.theBlockItself')
        ? 'The file holds the boundary of the block, and nothing beside it.'
        : 'The file has no point, line or area.',
    );
  return brought.map((one) => ({ ...one, id: of.id() }));
}

/** What is said of keep-outs that a file brought: how many of each kind. */
export function saidOfKeepouts(brought: readonly Pick<Keepout, 'kind'>[]): string {
  const kinds = [...groupBy(brought, ({ kind }) => kind)];
  const label = (kind: KeepoutKind) => words[kind].label.toLowerCase();
  const as =
    kinds.length === 1
      ? `${brought.length} brought in as ${label(kinds[0][0])}`
      : `${brought.length} brought in: ${kinds.map(([kind, own]) => `${own.length} as ${label(kind)}`).join(', ')}`;
  return `${as}. Change the kind of any below.`;
}

/** The zones of a file, ready to be added. @param before how many there are already */
export const zonesOfFile = (
  read: ReadShapes,
  { before, id }: { before: number; id: () => string },
): Zone[] => namedZones(zonesBrought(read), before).map((one) => ({ ...one, id: id() }));

/** A zone as it begins: ordinary ground, numbered. */
export const zoneMade = (
  { zones }: Pick<EditedGround, 'zones'>,
  { id, parts, name }: { id: string; parts: MultiPolygon; name?: string },
): Zone => ({
  ...{ id, name: name || zoneName(zones.length + 1), parts },
  ...{ damp: 'fresh', light: 'full light', soil: ORDINARY_SOIL },
});

/** A list with something of one of its members changed. */
export const changedIn = <One extends { id: string }>(
  all: readonly One[],
  id: string,
  next: Partial<One>,
): One[] => all.map((one) => (one.id === id ? { ...one, ...next } : one));

/** Lines of water on the ground, for zones measured from it: streams, and the banks of ponds, closed. */
export const waterLines = (
  keepouts: readonly Pick<Keepout, 'kind' | 'shape'>[],
  toPlane: (point: Point) => Point,
): Point[][] =>
  keepouts.flatMap(({ kind, shape }) => {
    if ((kind !== 'watercourse' && kind !== 'water') || shape.type === 'Point') return [];
    const lines = shape.type === 'LineString' ? [shape.coordinates] : shape.coordinates;
    return lines.map((line) => (shape.type === 'Polygon' ? [...line, line[0]] : line).map(toPlane));
  });
