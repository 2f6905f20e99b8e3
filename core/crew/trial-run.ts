import { say } from '../say/message';
import { studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';
import { told } from '../say/told';
import type { Spacer } from './machine';

/** A figure with the bounds in which it lies nineteen times in twenty. */
export interface Measured {
  mean: number;
  low: number;
  high: number;
}

/** No gap of a trial is as long as this, metres. */
export const LONGEST_GAP = 50;
/** Trees of a trial that are kept. */
export const MOST_IN_TRIAL = 60;
/** The gaps of a trial may be off by this share before the crew goes on. From memory. */
export const GAP_TOLERANCE = 0.05;
/** The mean depth is known well enough within this, metres. From memory. */
export const DEPTH_KNOWN = 0.01;

/** What the shoe wants: to open deeper or shallower by so much, or other hands on the same setting. */
export type ShoeWord =
  | { kind: 'deeper' | 'shallower'; by: number }
  /** The mean is right, and trees lie out of bounds on both sides of it all the same. */
  | { kind: 'uneven' }
  | { kind: 'right' };

export interface SpacerTrial {
  gap: Measured;
  /** How much further apart trees stand than the wheel says, and between what. */
  slip: Measured;
  /** Metres between two marks that give the wanted interval with this slip. */
  markApart: Figure;
  /** Soil over the datum, where depths were measured. */
  depth?: Measured;
  /** Trees whose depth lies out of the method's bounds, counted from 1. */
  outside: number[];
  /** What to turn at the shoe, where depths were measured. */
  shoe?: ShoeWord;
  /** Whether so many gaps, and depths, are enough to know. */
  enough: { gaps: boolean; depths: boolean };
  /** Trees in all after which the gaps would be known. */
  wanted: number;
}

/**
 * What a trial run says: slip from the gaps with Student's interval, what the marks are to be set to, and
 * whether it was long enough.
 * @param gaps metres from tree to tree, one fewer than trees
 * @param depths metres of soil over the datum, tree by tree; nothing where none was measured
 * @param interval metres from tree to tree that are wanted
 * @param bounds of the depth, metres
 * @throws Told where there are fewer than three gaps, or a gap is none
 */
export function spacerTrial(
  gaps: readonly number[],
  depths: readonly number[],
  spacer: Spacer,
  interval: number,
  bounds: readonly [least: number, most: number],
): SpacerTrial {
  if (!(spacer.circumference > 0 && spacer.marks >= 1)) throw told('crew.noWheel');
  if (gaps.length < 3) throw told('crew.fewGaps', { gaps: gaps.length });
  const wrong = gaps.findIndex((gap) => !(gap > 0 && gap < LONGEST_GAP));
  if (wrong >= 0) throw told('crew.noGap', { tree: wrong + 2 });
  const apart = spacer.circumference / spacer.marks;
  const gap = meanOf(gaps);
  const slip = {
    mean: gap.mean / apart - 1,
    low: gap.low / apart - 1,
    high: gap.high / apart - 1,
  };
  const depth = depths.length > 1 ? meanOf(depths) : undefined;
  const spread = (gap.high - gap.low) / 2;
  const within = GAP_TOLERANCE * interval;
  const outside = depths.flatMap((at, i) => (at < bounds[0] || at > bounds[1] ? [i + 1] : []));
  return {
    gap,
    slip,
    markApart: {
      value: interval / (1 + slip.mean),
      kind: 'length',
      formula: say('formula.spacer'),
      steps: [
        { label: say('step.wanted'), value: interval, kind: 'length' },
        { label: say('step.measured'), value: gap.mean, kind: 'length' },
        { label: say('step.byTheWheel'), value: apart, kind: 'length' },
        { label: say('step.slip'), value: slip.mean, kind: 'share' },
      ],
    },
    depth,
    outside,
    shoe: depth && shoeWord(depth.mean, outside.length > 0, bounds),
    enough: {
      gaps: spread <= within,
      depths: depth !== undefined && (depth.high - depth.low) / 2 <= DEPTH_KNOWN,
    },
    // The half-width falls with the root of the number.
    wanted: Math.max(gaps.length, Math.ceil(gaps.length * (spread / within) ** 2)) + 1,
  };
}

/** A turn of the shoe that is less than this is none, metres. From memory. */
const LEAST_TURN = 0.005;

/** The mean belongs in the middle of what the method allows; nothing is turned while every tree is within. */
function shoeWord(
  mean: number,
  anyOutside: boolean,
  [least, most]: readonly [least: number, most: number],
): ShoeWord {
  if (!anyOutside) return { kind: 'right' };
  const by = (least + most) / 2 - mean;
  if (Math.abs(by) < LEAST_TURN) return { kind: 'uneven' };
  return { kind: by > 0 ? 'deeper' : 'shallower', by: Math.abs(by) };
}

function meanOf(values: readonly number[]): Measured {
  const n = values.length;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  const half = studentQuantile(0.95, n - 1) * Math.sqrt(variance / n);
  return { mean, low: mean - half, high: mean + half };
}
