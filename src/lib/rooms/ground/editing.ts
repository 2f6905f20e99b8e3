import type { MultiPolygon } from '../../../../core/ground/polygon';
import {
  keepoutDefault,
  type Keepout,
  type KeepoutKind,
  type KeepoutShape,
} from '../../../../core/ground/keepouts';
import { ORDINARY_SOIL, type Zone } from '../../../../core/ground/zones';
import type { Point } from '../../../../core/measure/plane';

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
  const { label, setback, reason, near } = keepoutDefault(kind, tallest);
  const same = keepouts.filter((keepout) => keepout.kind === kind).length;
  const name = `${label.toLowerCase()}${same ? ` ${same + 1}` : ''}`;
  return { ...{ id, kind, name, shape, setback, reason, near }, located: null };
}

/** A zone as it begins: ordinary ground, numbered. */
export const zoneMade = (
  { zones }: Pick<EditedGround, 'zones'>,
  { id, parts, name }: { id: string; parts: MultiPolygon; name?: string },
): Zone => ({
  ...{ id, name: name || `Zone ${zones.length + 1}`, parts },
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
