import { KEEPOUT_DEFAULTS, type Keepout, type Near } from '../ground/keepouts';
import {
  DAMP,
  DRAINAGE,
  LIGHT,
  ORDINARY_SOIL,
  TEXTURES,
  type Soil,
  type Zone,
} from '../ground/zones';
import { isDay } from '../measure/dates';

/**
 * What a shape of a ground file carries beside its corners, under names that say the unit. The same marks stand in
 * every format: as properties, as extended data, as columns, or as one comment.
 */
export type Marks = Record<string, string | number | boolean>;

/** What a file says of a keep-out; what it does not say is left out. */
export type KeepoutMarks = Partial<
  Pick<Keepout, 'kind' | 'setback' | 'reason' | 'near' | 'located'>
>;
/** What a file says of a zone; what it does not say is ordinary ground. */
export type ZoneMarks = Pick<Zone, 'damp' | 'light' | 'soil'>;

export function marksOfKeepout({ kind, setback, reason, near, located }: Keepout): Marks {
  return {
    ...{ kind, setback_m: setback },
    ...(reason ? { reason } : {}),
    ...(near
      ? {
          near_m: near.within,
          ...(near.height === undefined ? {} : { near_height_m: near.height }),
          ...(near.wetOnly ? { near_wet_only: true } : {}),
        }
      : {}),
    ...(located ? { located } : {}),
  };
}

export function marksOfZone({ damp, light, soil }: Zone): Marks {
  const { texture, depth, stones, drainage, repellent, compacted } = soil;
  return { damp, light, texture, depth_m: depth, stones, drainage, repellent, compacted };
}

type Given = Record<string, unknown>;

/** A number of a file between bounds, whether it is written as a number or as text. */
function numberIn(given: unknown, least: number, most: number): number | undefined {
  if (given === undefined || given === null || String(given).trim() === '') return undefined;
  const value = Number(given);
  return value >= least && value <= most ? value : undefined;
}
const isTrue = (given: unknown): boolean => given === true || given === 'true';
const oneOf = <Word extends string>(words: readonly Word[], given: unknown): Word | undefined =>
  words.find((word) => word === given);

/**
 * What a file says of a keep-out.
 * @param whole the file is one that Viridane wrote: what it does not name is not there, rather than the default
 */
export function keepoutOfMarks(given: Given, whole: boolean): KeepoutMarks {
  const kind = KEEPOUT_DEFAULTS.find((one) => one.kind === given.kind)?.kind;
  const setback = numberIn(given.setback_m ?? given.crown_m, 0, 500);
  const within = numberIn(given.near_m, 0, 500);
  const height = numberIn(given.near_height_m, 0, 120);
  const near: Near | null | undefined =
    within === undefined
      ? whole
        ? null
        : undefined
      : {
          within,
          ...(height ? { height } : {}),
          ...(isTrue(given.near_wet_only) ? { wetOnly: true } : {}),
        };
  const located = typeof given.located === 'string' && isDay(given.located) ? given.located : null;
  return {
    ...(kind ? { kind } : {}),
    ...(setback === undefined ? {} : { setback }),
    ...(typeof given.reason === 'string'
      ? { reason: given.reason.slice(0, 300) }
      : whole
        ? { reason: '' }
        : {}),
    ...(near === undefined ? {} : { near }),
    ...(whole || located ? { located } : {}),
  };
}

/** What a file says of a zone's ground. */
export function zoneOfMarks(given: Given): ZoneMarks {
  const soil: Soil = {
    texture: oneOf(TEXTURES, given.texture) ?? ORDINARY_SOIL.texture,
    depth: numberIn(given.depth_m, 0, 10) ?? ORDINARY_SOIL.depth,
    stones: numberIn(given.stones, 0, 1) ?? ORDINARY_SOIL.stones,
    drainage: oneOf(DRAINAGE, given.drainage) ?? ORDINARY_SOIL.drainage,
    repellent: isTrue(given.repellent),
    compacted: isTrue(given.compacted),
  };
  return {
    damp: oneOf(DAMP, given.damp) ?? 'fresh',
    light: oneOf(LIGHT, given.light) ?? 'full light',
    soil,
  };
}

/** Marks as one text, for formats with a comment and no properties. */
export const marksAsComment = (marks: Marks): string => JSON.stringify(marks);

/** Marks of such a comment; nothing where somebody wrote something else there. */
export function marksOfComment(comment: unknown): Given {
  if (typeof comment !== 'string' || !comment.startsWith('{')) return {};
  try {
    const read: unknown = JSON.parse(comment);
    return read && typeof read === 'object' && !Array.isArray(read) ? (read as Given) : {};
  } catch {
    return {};
  }
}
