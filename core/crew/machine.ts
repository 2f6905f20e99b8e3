import { say } from '../say/message';
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
