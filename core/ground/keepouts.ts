import type { Point } from '../measure/plane';

/** A band round a keep-out in which not every species may stand. */
export interface Near {
  /** Metres from the shape on every side. */
  within: number;
  /** Mature height must stay under this, metres. */
  height?: number;
  /** Only species that bear damp ground. */
  wetOnly?: boolean;
}

/** What a keep-out stands for. Defaults are starting points; the leader edits setback and reason. */
export type KeepoutKind =
  | 'overhead-line'
  | 'buried-service'
  | 'building'
  | 'drain'
  | 'fence'
  | 'road'
  | 'watercourse'
  | 'water'
  | 'existing-tree'
  | 'other';

export type KeepoutShape =
  | { type: 'Point'; coordinates: Point }
  | { type: 'LineString'; coordinates: Point[] }
  | { type: 'Polygon'; coordinates: Point[][] };

export interface Keepout {
  id: string;
  kind: KeepoutKind;
  name: string;
  /** In longitude and latitude, degrees. */
  shape: KeepoutShape;
  /** Metres kept free on every side of the shape. */
  setback: number;
  reason: string;
  /** Where it only limits what may stand. */
  near?: Near | null;
  /** Day on which a buried service was located and marked, or null. */
  located?: string | null;
}

export interface KeepoutDefault {
  kind: KeepoutKind;
  label: string;
  /** Metres. */
  setback: number;
  /** Where it only limits; 'tallest' is the mature height of the tallest species of the block. */
  near?: Omit<Near, 'within'> & { within: number | 'tallest' };
  reason: string;
  caution?: string;
  /** What is usually drawn for it. */
  draws: KeepoutShape['type'];
}

/** Species that grow higher than this count as large, metres. From memory. */
export const LARGE_SPECIES = 15;
/** Height allowed under wires until the utility has said, metres. From memory. */
export const UNDER_WIRES = 6;

/** Default setbacks. Common practice unless marked; the local rule goes before any of them. */
export const KEEPOUT_DEFAULTS: readonly KeepoutDefault[] = [
  {
    kind: 'fence',
    label: 'Fence',
    setback: 2,
    reason: 'After ten years wide shrubs lean on it and short an electric wire.',
    draws: 'LineString',
  },
  {
    kind: 'road',
    label: 'Road edge',
    setback: 7,
    reason: 'Sight lines.',
    draws: 'LineString',
  },
  {
    kind: 'building',
    label: 'Building',
    setback: 6,
    near: { within: 10, height: LARGE_SPECIES },
    reason: 'Roots, falling limbs and light; large species stand further off.',
    draws: 'Polygon',
  },
  {
    kind: 'watercourse',
    label: 'Watercourse',
    setback: 1,
    near: { within: 5, wetOnly: true },
    reason: 'Bank top: the edge slumps, and wet-tolerant species come first.',
    draws: 'LineString',
  },
  {
    kind: 'water',
    label: 'Pond or lake',
    setback: 1,
    near: { within: 5, wetOnly: true },
    reason: 'Bank top: the edge slumps, and wet-tolerant species come first.',
    draws: 'Polygon',
  },
  {
    kind: 'overhead-line',
    label: 'Overhead line',
    setback: 0,
    near: { within: 'tallest', height: UNDER_WIRES },
    reason: 'Branches reach the wires: only low species as near as the tallest one grows high.',
    caution: 'The utility decides. Nobody works or lifts anything long under live wires.',
    draws: 'LineString',
  },
  {
    kind: 'buried-service',
    label: 'Buried service',
    setback: 3,
    reason: 'Nothing is dug until it has been located and marked.',
    caution: 'Have it located and marked by its owner before anyone digs.',
    draws: 'LineString',
  },
  {
    kind: 'drain',
    label: 'Drain or septic field',
    setback: 10,
    reason: 'Roots enter it.',
    draws: 'LineString',
  },
  {
    kind: 'existing-tree',
    label: 'Existing tree',
    setback: 4,
    reason: 'Its crown: pioneers need the gap, not the shade.',
    draws: 'Point',
  },
  {
    kind: 'other',
    label: 'Other',
    setback: 2,
    reason: 'Kept free.',
    draws: 'Polygon',
  },
];

/**
 * The default for a kind.
 * @param tallest mature height in metres of the tallest species of the block
 */
export function keepoutDefault(
  kind: KeepoutKind,
  tallest: number,
): Omit<KeepoutDefault, 'near'> & { near: Near | null } {
  const entry = KEEPOUT_DEFAULTS.find((candidate) => candidate.kind === kind)!;
  const { near } = entry;
  return {
    ...entry,
    near: near ? { ...near, within: near.within === 'tallest' ? tallest : near.within } : null,
  };
}
