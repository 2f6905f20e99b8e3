import { keepoutDefault, type Keepout, type KeepoutKind, type Near } from '../ground/keepouts';
import { ORDINARY_SOIL, type Zone } from '../ground/zones';
import type { ReadShapes } from './read';

/** Longest name of anything on the ground. */
const LONGEST_NAME = 80;

/** A keep-out of a file, whole but for the id that it gets. */
export type KeepoutBrought = Omit<Keepout, 'id' | 'near' | 'located'> & {
  near: Near | null;
  located: string | null;
};

/**
 * Keep-outs that a file brings: every point, line and area that is neither boundary nor zone. What the file does not
 * say of one is the default of its kind.
 * @param fallback kind of those that name none
 * @param tallest mature height in metres of the tallest species of the block
 * @param before keep-outs that are there already, for names of their own
 */
export function keepoutsBrought(
  { areas, lines }: Pick<ReadShapes, 'areas' | 'lines'>,
  fallback: KeepoutKind,
  tallest: number,
  before: readonly Pick<Keepout, 'kind'>[] = [],
): KeepoutBrought[] {
  const shapes = [
    ...lines.filter(({ role }) => role !== 'boundary' && role !== 'zone'),
    ...areas
      .filter(({ role }) => role !== 'boundary' && role !== 'zone')
      .flatMap(({ parts, ...about }) =>
        parts.map((coordinates) => ({
          ...about,
          shape: { type: 'Polygon' as const, coordinates },
        })),
      ),
  ];
  const counts = new Map<KeepoutKind, number>();
  for (const { kind } of before) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return shapes.map(({ name, shape, keepout }) => {
    const kind = keepout?.kind ?? fallback;
    const { label, reason, near, setback } = keepoutDefault(kind, tallest);
    const same = counts.get(kind) ?? 0;
    counts.set(kind, same + 1);
    return {
      ...{ kind, shape, setback, reason },
      name: name.slice(0, LONGEST_NAME) || `${label.toLowerCase()}${same ? ` ${same + 1}` : ''}`,
      ...keepout,
      near: (keepout?.near === undefined ? near : keepout.near) ?? null,
      located: keepout?.located ?? null,
    };
  });
}

/** Zones that a file brings: its areas that are called so, or else all that are no boundary and no keep-out. */
export function zonesBrought({ areas }: Pick<ReadShapes, 'areas'>, before = 0): Omit<Zone, 'id'>[] {
  const named = areas.filter(({ role }) => role === 'zone');
  const taken = named.length
    ? named
    : areas.filter(({ role }) => role !== 'boundary' && role !== 'keepout');
  return taken.map(({ parts, name, zone }, i) => ({
    ...{ damp: 'fresh' as const, light: 'full light' as const, soil: ORDINARY_SOIL, ...zone },
    ...{ parts, name: name.slice(0, LONGEST_NAME) || `Zone ${before + i + 1}` },
  }));
}
