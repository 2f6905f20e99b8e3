import { countSpecies, speciesOfFirst } from '../rows/species';
import type { StoredRow } from '../rows/stored';

/** What one species still needs, what is there, and where it runs out. */
export interface Reach {
  species: number;
  /** Positions of the species not planted yet. */
  needed: number;
  onHand: number;
  /** Trees missing, 0 when there are enough. */
  short: number;
  /** First row that cannot be finished, when trees are missing. */
  dryAtRow?: number;
}

/**
 * How far the stock reaches when rows are planted in order.
 * @param plantedByRow trees in the ground, by row number; a row is planted from the baseline end
 * @param onHand trees of each species still to be planted: in store and out with the crew
 */
export function reach(
  rows: readonly StoredRow[],
  plantedByRow: ReadonlyMap<number, number>,
  onHand: readonly number[],
): Reach[] {
  const species = onHand.length;
  const needed = new Array<number>(species).fill(0);
  const dryAtRow = new Array<number | undefined>(species).fill(undefined);
  for (const row of rows) {
    const all = countSpecies([row.runs], species);
    const done = speciesOfFirst(row.runs, plantedByRow.get(row.number) ?? 0, species);
    for (let s = 0; s < species; s++) {
      needed[s] += all[s] - done[s];
      if (needed[s] > onHand[s]) dryAtRow[s] ??= row.number;
    }
  }
  return needed.map((count, s) => ({
    species: s,
    needed: count,
    onHand: onHand[s],
    short: Math.max(0, count - onHand[s]),
    dryAtRow: dryAtRow[s],
  }));
}
