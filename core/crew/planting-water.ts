import type { PlantingWater } from '../method/school';
import type { Figure } from '../measure/working';
import { say } from '../say/message';
import { roundOf, type WaterTerms } from '../tending/water';

/** Water that goes in with the trees of a day or a block: what of it, how often the tank is filled, how long it takes. */
export interface WaterWithTrees {
  /** Cubic metres. */
  litres: Figure;
  tanks: Figure;
  /** Filling, driving and pouring by one hand at one hose. */
  hours: Figure;
  /** Trees that one tank waters at the turn that takes most. */
  perTank: number;
}

/**
 * Water for so many trees by the method. Each turn is a round of its own: before, at planting, and again.
 * @param each litres a tree at each turn, the mean where trees differ
 * @returns nothing where no tree gets any
 * @throws Told for a tank or a hose that gives nothing
 */
export function waterWithTrees(
  trees: number,
  each: PlantingWater,
  terms: WaterTerms,
): WaterWithTrees | undefined {
  const turns = [each.before, each.at, each.again].filter((litres) => litres > 0);
  if (!turns.length) return undefined;
  const rounds = turns.map((litres) => roundOf(trees, litres, terms));
  const total = (of: 'litres' | 'hours') => rounds.reduce((sum, round) => sum + round[of], 0);
  const litres = total('litres');
  // What is left in the tank after one turn has two hours to wait for the next: each turn fills its own.
  const tanks = rounds.reduce((sum, { trips }) => sum + trips, 0);
  return {
    litres: {
      value: litres / 1000,
      kind: 'liquid',
      formula: say('formula.waterWithTrees'),
      steps: [{ label: say('step.trees'), value: trees, kind: 'count' }, ...turnSteps(each)],
    },
    tanks: {
      value: tanks,
      kind: 'count',
      formula: say('formula.tankTrips'),
      steps: [
        { label: say('step.water'), value: litres / 1000, kind: 'liquid' },
        { label: say('step.theTank'), value: terms.tank / 1000, kind: 'liquid' },
      ],
    },
    hours: {
      value: total('hours'),
      kind: 'hours',
      formula: say('formula.wateringHours'),
      steps: [
        { label: say('step.water'), value: litres / 1000, kind: 'liquid' },
        { label: say('step.tanks'), value: tanks, kind: 'count' },
        { label: say('step.filledAMinute'), value: terms.flow / 1000, kind: 'liquid' },
        { label: say('step.drivingMinutes'), value: terms.drive, kind: 'number' },
        { label: say('step.hoseAMinute'), value: terms.hose / 1000, kind: 'liquid' },
        { label: say('step.secondsATree'), value: terms.seconds * turns.length, kind: 'number' },
      ],
    },
    perTank: Math.floor(terms.tank / Math.max(...turns) + 1e-9),
  };
}

const turnSteps = ({ before, at, again }: PlantingWater): Figure['steps'] =>
  (
    [
      [say('step.waterBefore'), before],
      [say('step.waterAtPlanting'), at],
      [say('step.waterAgain'), again],
    ] as const
  ).flatMap(([label, litres]) =>
    litres > 0 ? [{ label, value: litres / 1000, kind: 'liquid' as const }] : [],
  );
