import { speciesOfFirst } from '../rows/species';
import { tallyKey } from '../stock/reconcile';
import { standingTallies, type Tally } from './progress';

/**
 * Which species each planter put in within a span of time. Rows are planted from their first peg,
 * so the trees of a tally are the places after those entered on its row before.
 * @param rows species runs by row number
 * @param species ids in the order of the runs
 * @param from first moment that counts, ISO; `to` the first that no longer does
 * @returns trees by planter and species, keys made by `tallyKey`
 */
export function plantedBySpecies(
  rows: ReadonlyMap<number, readonly number[]>,
  tallies: readonly Tally[],
  species: readonly string[],
  from: string,
  to: string,
): Map<string, number> {
  const counts = new Map<string, number>();
  const before = new Map<number, number>();
  const inTime = standingTallies(tallies).sort((a, b) =>
    a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1,
  );
  for (const { row, planter, count, at } of inTime) {
    const start = before.get(row) ?? 0;
    before.set(row, start + count);
    if (at < from || at >= to) continue;
    const runs = [...(rows.get(row) ?? [])];
    const first = speciesOfFirst(runs, start, species.length);
    const last = speciesOfFirst(runs, start + count, species.length);
    species.forEach((id, s) => {
      const own = last[s] - first[s];
      if (own) counts.set(tallyKey(planter, id), (counts.get(tallyKey(planter, id)) ?? 0) + own);
    });
  }
  return counts;
}
