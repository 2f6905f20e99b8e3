import { treatmentOf, type Difference, type TreeGroup } from './differences';
import type { Conditions } from './schools';

/** Where a block's trees stand and what they are, as far as it decides how they are planted. */
export interface BlockTrees {
  /** Ids of the zones that the counts speak of. */
  zones: string[];
  /** Of each species of the mix: its stock, and trees received by lot. */
  species: { stock?: Conditions['stock']; lots: { id: string; trees: number }[] }[];
  /** Of each row: species, zone (−1 outside of all) and trees, in turn. */
  rows: { number: number; counts: number[] }[];
}

/** Calls with every count of a block: trees of one species in one zone in one row. */
export function eachCount(
  { rows }: Pick<BlockTrees, 'rows'>,
  of: (row: number, species: number, zone: number, trees: number) => void,
): void {
  for (const { number, counts } of rows)
    for (let i = 0; i < counts.length; i += 3) of(number, counts[i], counts[i + 1], counts[i + 2]);
}

/**
 * The trees by what decides how they are planted. Only differences tell trees apart, so there are few
 * groups; which position gets a tree of which lot nobody knows, so a species' trees are shared out by what
 * was received of its lots.
 */
export function treeGroups(trees: BlockTrees, differences: readonly Difference[]): TreeGroup[] {
  const scopes = differences.map(({ scope }) => scope);
  const lots = scopes.some(({ by }) => by === 'lot');
  const told = new Set(scopes.flatMap((scope) => (scope.by === 'zone' ? [scope.zone] : [])));
  // One row stands for all that have its treatment.
  const alike = new Map<string, number>();
  const byPlace = new Map<
    string,
    { species: number; zone?: string; row?: number; trees: number }
  >();
  eachCount(trees, (number, species, zoneIndex, count) => {
    const letter = treatmentOf(differences, number);
    if (letter && letter !== 'A' && !alike.has(letter)) alike.set(letter, number);
    const row = letter && letter !== 'A' ? alike.get(letter) : undefined;
    const id = trees.zones[zoneIndex] as string | undefined;
    const zone = id !== undefined && told.has(id) ? id : undefined;
    const key = `${species} ${zone} ${row}`;
    const entry = byPlace.get(key);
    if (entry) entry.trees += count;
    else byPlace.set(key, { species, zone, row, trees: count });
  });
  return [...byPlace.values()].flatMap(({ species, zone, row, trees: count }): TreeGroup[] => {
    const { stock, lots: own } = trees.species[species];
    const received = own.reduce((sum, lot) => sum + Math.max(0, lot.trees), 0);
    if (!lots || !received) return [{ tree: { stock, zone, row }, trees: count }];
    return own.map((lot) => ({
      tree: { stock, zone, row, lot: lot.id },
      trees: (count * Math.max(0, lot.trees)) / received,
    }));
  });
}
