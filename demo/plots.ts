import { plotSums, type CheckedTree, type Fault } from '../core/checks/faults';
import { plotsAmong, treesOf, type Place } from '../core/checks/grid';
import { plotRadius } from '../core/checks/plot';
import type { Random } from '../core/measure/random';

/** What makes a tree of the demo faulty: chances by fault, beside which it is good. */
export type Chances = Partial<Record<Fault, number>>;

/** Faults that any crew leaves now and then. */
export const USUAL: Chances = { leaning: 0.012, loose: 0.008, damaged: 0.006, spacing: 0.004 };

export const PLOT_AREA = 50;

/** Looks at the trees of a plot, each good or with what chance gives it. */
export function lookAt(
  trees: readonly { row: number; peg: number }[],
  speciesOf: (row: number, peg: number) => number,
  chances: Chances,
  random: Random,
): CheckedTree[] {
  return trees.map(({ row, peg }) => {
    const faults = (Object.entries(chances) as [Fault, number][])
      .filter(([, chance]) => random() < chance)
      .map(([fault]) => fault);
    return {
      ...{ row, peg, faults, species: speciesOf(row, peg) },
      ...(faults.includes('deep') ? { depth: 0.03 + Math.round(random() * 4) / 200 } : {}),
      ...(faults.includes('leaning') ? { lean: 17 + Math.floor(random() * 12) } : {}),
    };
  });
}

/** A second pair of eyes on the same trees: stricter on lean, and now and then of another mind. */
export const lookAgain = (trees: readonly CheckedTree[], random: Random): CheckedTree[] =>
  trees.map((tree) => {
    if (tree.faults.length && random() < 0.12) return { ...tree, faults: [], depth: undefined };
    return !tree.faults.length && random() < 0.03
      ? { ...tree, faults: ['leaning'], lean: 16 }
      : tree;
  });

/** A plot's columns as it is stored. */
export function plotColumns(trees: CheckedTree[]) {
  const bySpecies: Record<string, [number, number]> = {};
  for (const tree of trees) {
    const sum = (bySpecies[tree.species ?? 0] ??= [0, 0]);
    sum[tree.faults.length ? 1 : 0]++;
  }
  const { good, faulty, faults } = plotSums(trees);
  return { trees, good, faulty, faults, bySpecies, area: PLOT_AREA };
}

const around = new WeakMap<readonly Place[], ReturnType<typeof plotsAmong>>();

/** The trees around a peg. */
export function treesAround(places: readonly Place[], row: number, peg: number) {
  const centre = places.find((place) => place.row === row && place.peg === peg)!.point;
  const plotAt = around.get(places) ?? plotsAmong(places);
  around.set(places, plotAt);
  return treesOf(plotAt(centre, plotRadius(PLOT_AREA))!.trees);
}
