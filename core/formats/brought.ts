import { keepoutDefault, type Keepout, type KeepoutKind, type Near } from '../ground/keepouts';
import { ORDINARY_SOIL, type Zone } from '../ground/zones';
import { boxOf, mapPoints, planeArea, type MultiPolygon } from '../ground/polygon';
import { areaOf, fromMultiPolygon, intersect } from '../ground/topology';
import { localPlane } from '../measure/plane';
import { say } from '../say/message';
import type { ReadShapes } from './read';

/** Longest name of anything on the ground. */
const LONGEST_NAME = 80;

/**
 * A keep-out of a file, whole but for the id that it gets, and for name and reason where the file says none: those
 * are words, and the edge's.
 */
export type KeepoutBrought = Omit<Keepout, 'id' | 'near' | 'located' | 'name' | 'reason'> & {
  name?: string;
  reason?: string;
  near: Near | null;
  located: string | null;
};

/**
 * Keep-outs that a file brings: every point, line and area that is neither boundary nor zone. What the file does not
 * say of one is the default of its kind.
 * @param fallback kind of those that name none
 * @param tallest mature height in metres of the tallest species of the block
 */
export function keepoutsBrought(
  { areas, lines }: Pick<ReadShapes, 'areas' | 'lines'>,
  fallback: KeepoutKind,
  tallest: number,
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
  return shapes.map(({ name, shape, keepout, named }) => {
    const kind = keepout?.kind ?? (tellsMore(named, fallback) ? named! : fallback);
    const { near, setback } = keepoutDefault(kind, tallest);
    return {
      ...{ kind, shape, setback },
      ...(name ? { name: name.slice(0, LONGEST_NAME) } : {}),
      ...keepout,
      near: (keepout?.near === undefined ? near : keepout.near) ?? null,
      located: keepout?.located ?? null,
    };
  });
}

/** Kinds that nobody chose: what is picked before anybody looked, and what is taken of a whole file. */
const UNASKED: ReadonlySet<KeepoutKind> = new Set(['fence', 'other']);
/** Where people are hurt if a shape is taken for something else. */
const DANGERS: ReadonlySet<KeepoutKind> = new Set(['overhead-line', 'buried-service']);

/** Whether the name of a shape is to be believed before the kind that was asked for. */
const tellsMore = (named: KeepoutKind | undefined, fallback: KeepoutKind): boolean =>
  named !== undefined && (UNASKED.has(fallback) || (DANGERS.has(named) && !DANGERS.has(fallback)));

/** So much of a block under an area of which nothing is said makes the area the block itself. */
const THE_BLOCK = 0.95;

/**
 * What a file brings beside the block itself: its boundary mostly stands in the same file as its streams and poles,
 * and as a keep-out it would take the whole of it. It is left out, and that is said.
 * @param block the boundary, longitude and latitude
 */
export function withoutTheBlock(read: ReadShapes, block: MultiPolygon): ReadShapes {
  const { toPlane } = localPlane(block[0][0][0]);
  const own = mapPoints(block, toPlane);
  const [ground, wanted] = [fromMultiPolygon(own), THE_BLOCK * planeArea(own)];
  const box = boxOf(own.flat(2));
  const near = 0.05 * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const isTheBlock = (parts: MultiPolygon) => {
    const area = mapPoints(parts, toPlane);
    const about = boxOf(area.flat(2));
    // A county's areas are many: only those that lie round the whole block are looked at closely.
    const round =
      about.minX < box.minX + near &&
      about.maxX > box.maxX - near &&
      about.minY < box.minY + near &&
      about.maxY > box.maxY - near;
    if (!round) return false;
    try {
      return areaOf(intersect(fromMultiPolygon(area), ground)) >= wanted;
    } catch {
      // A ring that crosses itself is judged with the keep-outs, where it is said.
      return false;
    }
  };
  const areas = read.areas.filter(({ role, parts }) => role || !isTheBlock(parts));
  return areas.length === read.areas.length
    ? read
    : { ...read, areas, notes: [...read.notes, say('formats.theBlockItself')] };
}

/** A zone of a file; without a name where the file says none. */
export type ZoneBrought = Omit<Zone, 'id' | 'name'> & { name?: string };

/** Zones that a file brings: its areas that are called so, or else all that are no boundary and no keep-out. */
export function zonesBrought({ areas }: Pick<ReadShapes, 'areas'>): ZoneBrought[] {
  const named = areas.filter(({ role }) => role === 'zone');
  const taken = named.length
    ? named
    : areas.filter(({ role }) => role !== 'boundary' && role !== 'keepout');
  return taken.map(({ parts, name, zone }) => ({
    ...{ damp: 'fresh' as const, light: 'full light' as const, soil: ORDINARY_SOIL, ...zone },
    ...{ parts, ...(name ? { name: name.slice(0, LONGEST_NAME) } : {}) },
  }));
}
