import type { Depth, Datum } from '../method/schools';
import { overCollar, TOP_SIDE_ROOT } from '../method/method';
import type { Fault } from './quality';

/** What opens the hole a tree stands in. */
export const HOLES = ['slit', 'auger', 'pit', 'furrow'] as const;
export type Hole = (typeof HOLES)[number];

/**
 * One planted tree as a cross-section would show it. Lengths in metres. Drawings are made from it and plots
 * judge by it, so that no drawing can say otherwise than the verdict.
 */
export interface PlantedTree {
  stock: 'bare-root' | 'container';
  hole: Hole;
  /** Of the hole or slit. */
  holeDepth: number;
  holeWidth: number;
  /** Where the method lets the datum lie. */
  depth: Depth;
  /** Soil over the collar of a bare root, over the ball's top of a container; below 0 it stands proud. */
  cover: number;
  /** How far the top side root lies under the collar; of a ball, how far the flare lies under its top. */
  topSideRoot: number;
  /** Of the shoot over the collar or the ball's top. */
  height: number;
  rootLength: number;
  rootSpread: number;
  /** Length of root that turns up at the bottom, or lies sideways there. */
  turnedUp: number;
  turnedSide: number;
  /** Widest gap beside the roots. */
  gap: number;
  /** Degrees off upright. */
  lean: number;
  /** How far it gives at a tug. */
  give: number;
  /** Length of root that lies open above the ground. */
  exposed: number;
  /** Share of the stem's girth without bark, at the worst place. */
  barkOff: number;
  /** Radius that is clear of living weeds, and what the method asks for. */
  cleared: number;
  clearing: number;
  /** Metres to the next tree in the row, and the step that was meant. */
  toNext: number;
  step: number;
  /** Whether a guard stands, and whether the method asks for one. */
  guarded: boolean;
  guard: boolean;
  /** Whether a rim holds the water about it, and whether the method asks for one. */
  basined: boolean;
  basin: boolean;
}

/** What still passes. All from memory but the lean, which trade handbooks put at 15°; a leader can change none of them to nothing. */
export interface TreeLimits {
  /** Degrees. */
  lean: number;
  /** Metres. */
  turned: number;
  gap: number;
  give: number;
  exposed: number;
  /** Shares. */
  barkOff: number;
  spacing: number;
}

export const TREE_LIMITS: TreeLimits = {
  ...{ lean: 15, turned: 0.02, gap: 0.01, give: 0.01, exposed: 0.01 },
  ...{ barkOff: 0.25, spacing: 0.25 },
};

/** A fault as it was measured: what was found, what passes, both in the kind of measure that it is. */
export interface Finding {
  fault: Fault;
  kind: 'small' | 'degrees' | 'share' | 'length' | 'none';
  found: number;
  limit: number;
  /** What the depth is measured from, where the fault is one of depth. */
  datum?: Datum;
}

const EDGE = 1e-9;

/**
 * Soil over the datum of the method, metres: below 0 it stands above ground.
 * @example coverOfDatum({ stock: 'bare-root', cover: 0.01, topSideRoot: 0.03, depth: { datum: 'top side root', least: 2, most: 5 } } as never) // => 0.04
 */
export const coverOfDatum = (tree: Pick<PlantedTree, 'cover' | 'topSideRoot' | 'depth'>): number =>
  tree.cover +
  (tree.depth.datum === 'top side root' || tree.depth.datum === 'flare' ? tree.topSideRoot : 0);

/** Whether two trees of a row stand nearer or farther than passes. @param step the step that was meant, metres */
export const offStep = (toNext: number, step: number, limits: TreeLimits = TREE_LIMITS): boolean =>
  Math.abs(toNext - step) / step > limits.spacing + EDGE;

/**
 * What is wrong with a tree, the fault that costs most first; nothing when it may stay as it is. Depth by
 * the method's own datum; the rest by the limits.
 */
export function faultsOf(tree: PlantedTree, limits: TreeLimits = TREE_LIMITS): Finding[] {
  const { least, most, datum } = tree.depth;
  const cover = coverOfDatum(tree);
  const found: Finding[] = [];
  const over = (fault: Fault, kind: Finding['kind'], value: number, limit: number) => {
    if (value > limit + EDGE) found.push({ fault, kind, found: value, limit });
  };
  if (cover > most / 100 + EDGE)
    found.push({ fault: 'deep', kind: 'small', found: cover, limit: most / 100, datum });
  if (cover < least / 100 - EDGE)
    found.push({ fault: 'shallow', kind: 'small', found: cover, limit: least / 100, datum });
  over('j-root', 'small', Math.max(tree.turnedUp, tree.turnedSide), limits.turned);
  over('roots-exposed', 'small', tree.exposed, limits.exposed);
  over('air-pocket', 'small', tree.gap, limits.gap);
  over('loose', 'small', tree.give, limits.give);
  over('leaning', 'degrees', Math.abs(tree.lean), limits.lean);
  over('damaged', 'share', tree.barkOff, limits.barkOff);
  if (tree.cleared < tree.clearing - EDGE)
    found.push({
      ...{ fault: 'not-cleared', kind: 'length', found: tree.cleared, limit: tree.clearing },
    });
  over('spacing', 'share', Math.abs(tree.toNext - tree.step) / tree.step, limits.spacing);
  if (tree.guard && !tree.guarded) found.push({ fault: 'guard', kind: 'none', found: 0, limit: 1 });
  if (tree.basin && !tree.basined) found.push({ fault: 'basin', kind: 'none', found: 0, limit: 1 });
  return found;
}

/** Bounds of the cover of a tree's collar or ball top that pass, metres. */
export function coverBounds(tree: Pick<PlantedTree, 'depth' | 'topSideRoot'>): [number, number] {
  const { datum, least, most } = tree.depth;
  return datum === 'flare'
    ? [least / 100 - tree.topSideRoot, most / 100 - tree.topSideRoot]
    : overCollar(tree.depth, tree.topSideRoot || TOP_SIDE_ROOT);
}
