import type { Roots } from './roots';
import { mean, quantileSorted, standardDeviation } from 'simple-statistics';

/** What can be wrong with a tree at the gate. */
export const GATE_FAULTS = [
  'dry-roots',
  'mould',
  'bruised',
  'bark-stripped',
  'leader-broken',
  'root-form',
  'pot-bound',
  'too-small',
  'wrong-species',
] as const;
export type GateFault = (typeof GATE_FAULTS)[number];

/** One tree of a sample. Lengths in metres; what was not measured is left out. */
export interface GateTree {
  height?: number;
  /** Root collar diameter. */
  collar?: number;
  rootLength?: number;
  rootSpread?: number;
  /** How deep the flare lies under the top of the ball: more than nothing where the nursery buried it. */
  flareBelow?: number;
  /** How far the top side root lies under the collar. */
  topSideRoot?: number;
  /** Oven-dry mass of shoot and root, kg, of trees that were given up for it. */
  shootMass?: number;
  rootMass?: number;
  faults: GateFault[];
}

/** Trees more drawn out than this are spindly: height in cm over collar in mm. From memory. */
export const SPINDLY = 8;

/** Is this a tree of a gate's sample, as a phone keeps it until it is handed in? */
export const isGateTree = (given: unknown): given is GateTree =>
  Array.isArray((given as GateTree | null)?.faults);

/**
 * Height in centimetres over root collar diameter in millimetres.
 * @example sturdiness({ height: 0.4, collar: 0.005 } as never) // => 8
 */
export const sturdiness = ({ height, collar }: GateTree): number | undefined =>
  height && collar ? (height * 100) / (collar * 1000) : undefined;

/**
 * Dickson's quality index: total dry mass in g over (height cm ÷ collar mm + shoot g ÷ root g).
 * Source: Dickson, Leaf & Hosner 1960, Forestry Chronicle 36. Undefined without all four measures.
 */
export function qualityIndex(tree: GateTree): number | undefined {
  const slender = sturdiness(tree);
  const { shootMass: shoot, rootMass: root } = tree;
  if (slender === undefined || !shoot || !root) return undefined;
  return ((shoot + root) * 1000) / (slender + shoot / root);
}

export interface Spread {
  count: number;
  mean: number;
  deviation: number;
  smallest: number;
  quarter: number;
  median: number;
  threeQuarters: number;
  largest: number;
  values: number[];
}

/** Mean, spread and every value in order: averages alone hide the trees that fail. */
export function spreadOf(values: readonly (number | undefined)[]): Spread | undefined {
  const known = values
    .filter((value): value is number => value !== undefined && Number.isFinite(value))
    .sort((a, b) => a - b);
  if (!known.length) return undefined;
  return {
    count: known.length,
    mean: mean(known),
    deviation: known.length > 1 ? standardDeviation(known) : 0,
    smallest: known[0],
    quarter: quantileSorted(known, 0.25),
    median: quantileSorted(known, 0.5),
    threeQuarters: quantileSorted(known, 0.75),
    largest: known[known.length - 1],
    values: known,
  };
}

/** What a lot's planting depth is measured from, by the middle of its measured trees; metres. */
export interface LotHeights {
  flareBelow?: number;
  topSideRoot?: number;
}

/** Heights of a lot from the trees of its samples; what nobody measured is left out, not taken as 0. */
export function heightsOf(trees: readonly GateTree[]): LotHeights {
  const middle = (key: keyof LotHeights) => spreadOf(trees.map((tree) => tree[key]))?.median;
  return { flareBelow: middle('flareBelow'), topSideRoot: middle('topSideRoot') };
}

/**
 * What the samples of one lot say of its roots: the trees of the newest sample in which roots were measured,
 * another species left out, and the heights of all of them. One answer for screen and labels.
 * @param samples of one lot, the newest first
 */
export function rootsOf<Sample extends { trees: readonly GateTree[] }>(
  samples: readonly Sample[],
): { from?: Sample; sample: Roots[]; heights: LotHeights } {
  const from = samples.find(({ trees }) => trees.some(({ rootLength }) => rootLength));
  return {
    from,
    sample: (from?.trees ?? [])
      .filter(({ rootLength, faults }) => rootLength && !faults.includes('wrong-species'))
      .map(({ rootLength, rootSpread }) => ({ length: rootLength!, spread: rootSpread })),
    heights: heightsOf(samples.flatMap(({ trees }) => trees)),
  };
}

/** Faulty trees of a sample, and how often each fault. */
export function faultsOf(trees: readonly GateTree[]): {
  faulty: number;
  byFault: [GateFault, number][];
} {
  const counts = new Map<GateFault, number>();
  for (const { faults } of trees)
    for (const fault of faults) counts.set(fault, (counts.get(fault) ?? 0) + 1);
  return {
    faulty: trees.filter(({ faults }) => faults.length).length,
    byFault: [...counts].sort((a, b) => b[1] - a[1]),
  };
}
