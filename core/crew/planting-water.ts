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
  /** Trees that get some, by how much they get. */
  ways: { each: PlantingWater; trees: number; perTank: number }[];
}

const TURNS = ['before', 'at', 'again'] as const;

/**
 * Water for trees by the method. Each turn is a round of its own over the trees that get any in it: before, at
 * planting, and again.
 * @param ways trees by the litres that one of them gets at each turn; trees without any may be left out
 * @returns nothing where no tree gets any
 * @throws Told for a tank or a hose that gives nothing
 */
export function waterWithTrees(
  ways: readonly { each: PlantingWater; trees: number }[],
  terms: WaterTerms,
): WaterWithTrees | undefined {
  const watered = ways.filter(({ each, trees }) => trees > 0 && mostOf(each) > 0);
  if (!watered.length) return undefined;
  const rounds = TURNS.flatMap((turn) => {
    const own = watered.filter(({ each }) => each[turn] > 0);
    const trees = own.reduce((sum, way) => sum + way.trees, 0);
    const litres = own.reduce((sum, { each, trees: some }) => sum + each[turn] * some, 0);
    return trees > 0 ? [{ turn, trees, ...roundOf(trees, litres / trees, terms) }] : [];
  });
  const litres = rounds.reduce((sum, round) => sum + round.litres, 0);
  // What is left in the tank after one turn has two hours to wait for the next: each turn fills its own.
  const tanks = rounds.reduce((sum, { trips }) => sum + trips, 0);
  return {
    litres: {
      value: litres / 1000,
      kind: 'liquid',
      formula: say('formula.waterWithTrees'),
      steps: rounds.flatMap((round) => [
        { label: say(OF_TURN[round.turn]), value: round.trees, kind: 'count' as const },
        {
          label: say('step.eachOnAverage'),
          value: round.litres / round.trees / 1000,
          kind: 'liquid' as const,
        },
      ]),
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
      value: rounds.reduce((sum, { hours }) => sum + hours, 0),
      kind: 'hours',
      formula: say('formula.wateringHours'),
      steps: [
        { label: say('step.water'), value: litres / 1000, kind: 'liquid' },
        { label: say('step.tanks'), value: tanks, kind: 'count' },
        { label: say('step.filledAMinute'), value: terms.flow / 1000, kind: 'liquid' },
        { label: say('step.drivingMinutes'), value: terms.drive, kind: 'number' },
        { label: say('step.hoseAMinute'), value: terms.hose / 1000, kind: 'liquid' },
        {
          label: say('step.treesAllTurns'),
          value: rounds.reduce((sum, { trees }) => sum + trees, 0),
          kind: 'count',
        },
        { label: say('step.secondsATree'), value: terms.seconds, kind: 'number' },
      ],
    },
    ways: watered.map(({ each, trees }) => ({
      ...{ each, trees },
      perTank: Math.floor(terms.tank / mostOf(each) + 1e-9),
    })),
  };
}

/** Litres of the turn that takes most. */
const mostOf = ({ before, at, again }: PlantingWater): number => Math.max(before, at, again);

const OF_TURN = {
  before: 'step.treesBefore',
  at: 'step.treesAtPlanting',
  again: 'step.treesAgain',
} as const;
