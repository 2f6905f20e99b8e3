import type { Point } from '../measure/plane';

/** What a keep-out stands for. Defaults are starting points; the leader edits setback and reason. */
export type KeepoutKind =
  | 'overhead-line'
  | 'buried-service'
  | 'building'
  | 'drain'
  | 'fence'
  | 'road'
  | 'watercourse'
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
}

export interface KeepoutDefault {
  kind: KeepoutKind;
  label: string;
  /** Metres, or 'tallest' for the mature height of the tallest species of the block. */
  setback: number | 'tallest';
  reason: string;
  caution?: string;
  /** What is usually drawn for it. */
  draws: KeepoutShape['type'];
}

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
    reason: 'Roots, falling limbs and light; 10 m where large species stand.',
    draws: 'Polygon',
  },
  {
    kind: 'watercourse',
    label: 'Watercourse',
    setback: 1,
    reason: 'Bank top: the edge slumps, and wet-tolerant species come first.',
    draws: 'LineString',
  },
  {
    kind: 'overhead-line',
    label: 'Overhead line',
    setback: 'tallest',
    reason: 'Branches reach the wires: the mature height of the tallest species, both sides.',
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
): { setback: number; reason: string; label: string; caution?: string } {
  const entry = KEEPOUT_DEFAULTS.find((candidate) => candidate.kind === kind)!;
  return { ...entry, setback: entry.setback === 'tallest' ? tallest : entry.setback };
}
