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
  /** Metres. */
  setback: number;
  /** Where it only limits; 'tallest' is the mature height of the tallest species of the block. */
  near?: Omit<Near, 'within'> & { within: number | 'tallest' };
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
    setback: 2,
    draws: 'LineString',
  },
  {
    kind: 'road',
    setback: 7,
    draws: 'LineString',
  },
  {
    kind: 'building',
    setback: 6,
    near: { within: 10, height: LARGE_SPECIES },
    draws: 'Polygon',
  },
  {
    kind: 'watercourse',
    setback: 1,
    near: { within: 5, wetOnly: true },
    draws: 'LineString',
  },
  {
    kind: 'water',
    setback: 1,
    near: { within: 5, wetOnly: true },
    draws: 'Polygon',
  },
  {
    kind: 'overhead-line',
    setback: 0,
    near: { within: 'tallest', height: UNDER_WIRES },
    draws: 'LineString',
  },
  {
    kind: 'buried-service',
    setback: 3,
    draws: 'LineString',
  },
  {
    kind: 'drain',
    setback: 10,
    draws: 'LineString',
  },
  {
    kind: 'existing-tree',
    setback: 4,
    draws: 'Point',
  },
  {
    kind: 'other',
    setback: 2,
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
