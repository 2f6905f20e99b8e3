import type { Depth } from '../method/schools';
import type { CheckedTree, Fault } from './faults';
import { offStep, TREE_LIMITS, type TreeLimits } from './tree';

/** What was measured at a tree of a plot: soil over the datum and metres to the next tree, degrees off upright. */
export type Measured = { depth: number } | { toNext: number } | { lean: number };

/** Bounds that a phone's steppers keep to, metres: what lies beyond is a slip of the thumb. */
const DEPTHS = [-0.3, 0.5] as const;
const FARTHEST = 99;
/** What reads the same on a gauge or a tape is the same. */
const EDGE = 1e-9;

const between = (value: number, least: number, most: number) =>
  Math.min(most, Math.max(least, value));

/**
 * A tree with a measure entered: faults that the measure decides come or go by it, all others stay as they were
 * seen.
 * @param before its faults so far; nothing for a tree that was not looked at
 * @param asked bounds of the depth in centimetres, and the step of the row that was meant in metres
 */
export function withMeasure(
  before: readonly Fault[] | undefined,
  measured: Measured,
  asked: { depth: Pick<Depth, 'least' | 'most'>; step: number },
  limits: TreeLimits = TREE_LIMITS,
): Pick<CheckedTree, 'faults' | 'depth' | 'toNext' | 'lean'> {
  const others = (...decided: Fault[]) => (before ?? []).filter((one) => !decided.includes(one));
  if ('depth' in measured) {
    const depth = between(measured.depth, ...DEPTHS);
    const found: Fault[] =
      depth > asked.depth.most / 100 + EDGE
        ? ['deep']
        : depth < asked.depth.least / 100 - EDGE
          ? ['shallow']
          : [];
    return { faults: [...others('deep', 'shallow'), ...found], depth };
  }
  if ('toNext' in measured) {
    const toNext = Math.round(between(measured.toNext, 0.05, FARTHEST) * 1000) / 1000;
    const faults = others('spacing');
    return {
      faults: offStep(toNext, asked.step, limits) ? [...faults, 'spacing'] : faults,
      toNext,
    };
  }
  const lean = Math.round(Math.abs(measured.lean) * 10) / 10;
  const faults = others('leaning');
  return { faults: lean > limits.lean ? [...faults, 'leaning'] : faults, lean };
}
