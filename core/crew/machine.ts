import { say } from '../say/message';
import { studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';
import { MACHINE_TERMS, type MachineTerms } from './passes';
import { told } from '../say/told';

/** The wheel that sets the trees apart. */
export interface Spacer {
  /** Metres round the wheel. */
  circumference: number;
  /** Marks on it: trees a turn. */
  marks: number;
}

/**
 * Metres from tree to tree: circumference ÷ marks, stretched by the slip. Common practice, no source.
 * @example intervalOf({ circumference: 5, marks: 2 }, 0.1) // ≈ 2.75
 */
export const intervalOf = ({ circumference, marks }: Spacer, slip = 0): number =>
  (circumference / marks) * (1 + slip);

/** Trees a minute of one seat. @param speed metres a second */
export const treesAMinute = (speed: number, interval: number): number => (speed * 60) / interval;

/** What one rider keeps up, trees a minute. Common practice, no source: 20 are too many, 10 are steady. */
export const RIDER_KEEPS_UP = 12;

/** The fastest at which a rider keeps up, metres a second. */
export const speedFor = (interval: number, aMinute = RIDER_KEEPS_UP): number =>
  (interval * aMinute) / 60;

/** A figure with the bounds in which it lies nineteen times in twenty. */
export interface Measured {
  mean: number;
  low: number;
  high: number;
}

/** The gaps of a trial may be off by this share before the crew goes on. From memory. */
export const GAP_TOLERANCE = 0.05;
/** The mean depth is known well enough within this, metres. From memory. */
export const DEPTH_KNOWN = 0.01;

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
  const wrong = gaps.findIndex((gap) => !(gap > 0 && gap < 50));
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
    outside: depths.flatMap((at, i) => (at < bounds[0] || at > bounds[1] ? [i + 1] : [])),
    enough: {
      gaps: spread <= within,
      depths: depth !== undefined && (depth.high - depth.low) / 2 <= DEPTH_KNOWN,
    },
    // The half-width falls with the root of the number.
    wanted: Math.max(gaps.length, Math.ceil(gaps.length * (spread / within) ** 2)) + 1,
  };
}

function meanOf(values: readonly number[]): Measured {
  const n = values.length;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  const half = studentQuantile(0.95, n - 1) * Math.sqrt(variance / n);
  return { mean, low: mean - half, high: mean + half };
}

/** What planting by hand and by machine costs. */
export interface HandOrMachine {
  /** Trees an hour of one planter, and of the machine with all who serve it. */
  byHand: number;
  byMachine: number;
  /** Cost of an hour of one planter, and of the machine with tractor, driver and riders. */
  handHour: number;
  machineHour: number;
  /** Bringing it, hitching it, the trial run, and taking it away, hours. */
  setUp: number;
}

/** Common practice, no source: half a day for setting up; typed by whoever knows. */
export const HAND_OR_MACHINE: Omit<HandOrMachine, 'byHand' | 'byMachine'> = {
  handHour: 22,
  machineHour: 140,
  setUp: 5,
};

/**
 * From how many trees the machine costs less: set-up ÷ (what a tree costs by hand − by machine).
 * @returns infinite where a tree costs no less by machine
 * @throws Told where nobody plants anything
 */
export function machinePaysFrom(terms: HandOrMachine): Figure {
  const { byHand, byMachine, handHour, machineHour, setUp } = terms;
  if (!(byHand > 0 && byMachine > 0)) throw told('crew.noRate');
  const [hand, machine] = [handHour / byHand, machineHour / byMachine];
  return {
    value: hand > machine ? (setUp * machineHour) / (hand - machine) : Infinity,
    kind: 'count',
    formula: say('formula.machinePays'),
    steps: [
      { label: say('step.setUp'), value: setUp * machineHour, kind: 'number' },
      { label: say('step.aTreeByHand'), value: hand, kind: 'number' },
      { label: say('step.aTreeByMachine'), value: machine, kind: 'number' },
    ],
  };
}

/** What a leader keeps about the machine of a block. */
export interface MachineKept extends MachineTerms, Spacer {
  /** As the last trial measured it. */
  slip: number;
  handHour: number;
  machineHour: number;
  setUp: number;
}

/** A wheel of 2.5 m to the mark, and costs that are typed by whoever knows. Common practice, no source. */
export const MACHINE_KEPT: MachineKept = {
  ...MACHINE_TERMS,
  ...HAND_OR_MACHINE,
  ...{ circumference: 2.5, marks: 1, slip: 0 },
};

/**
 * A machine as a block's leader keeps it, or as it is usually.
 * @param step metres from tree to tree in the rows: a wheel that nobody measured is that long round
 */
export const machineOn = (kept: MachineKept | undefined, step: number): MachineKept => ({
  ...MACHINE_KEPT,
  circumference: step,
  ...kept,
});
