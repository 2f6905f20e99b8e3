import { speciesAt } from '../../../../../core/rows/species';
import { deadPatch } from '../../../../../core/survival/estimate';
import { compareTreatments } from '../../../../../core/survival/treatments';
import { treatmentOf } from '../../../../../core/method/differences';
import { isAlive } from '../../../../../core/survival/marks';
import { survivalFindings } from '$lib/rooms/survival/findings.server';
import { wilson } from '../../../../../core/survival/interval';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { blockMethod, waysOfBlock } from '$lib/rooms/method/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:survival', 'viridane:crew', 'viridane:rows', 'viridane:calendar');
  const { block, facts } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  const day = facts.today;
  if (!layout) return { today: day, released: undefined };
  const [rows, season, sown, names, of, ways, findings] = await Promise.all([
    facts.of(rowsFact, block.id),
    countedOf(facts, block),
    plantedOf(facts, block.id),
    facts.of(namesFact),
    blockMethod(facts, block),
    waysOfBlock(facts, block),
    survivalFindings(facts, block),
  ]);
  const ids = layout.parameters.mix.map(({ species }) => species);
  const counted = (season?.counts ?? []).map(({ row, set, alive, marks, countedOn, cause }) => ({
    ...{ row, set, alive, marks, countedOn, cause },
  }));
  const bySpecies = ids
    .map((speciesId, s) => {
      let [set, alive] = [0, 0];
      for (const { row, marks } of counted) {
        const runs = rows[row - 1].runs;
        for (let peg = 1; peg <= marks.length; peg++) {
          if (marks[peg - 1] === '-' || speciesAt(runs, peg) !== s) continue;
          set++;
          if (isAlive(marks[peg - 1])) alive++;
        }
      }
      return { speciesId, set, alive };
    })
    .filter(({ set }) => set > 0)
    .map((entry) => ({ ...entry, interval: wilson(entry.alive, entry.set) }));
  const deathRates = (row: number, length: number) =>
    Array.from({ length }, (_, peg) => {
      const speciesId = ids[speciesAt(rows[row - 1].runs, peg + 1) ?? 0];
      return 1 - (bySpecies.find((entry) => entry.speciesId === speciesId)?.interval.estimate ?? 1);
    });
  const planted = [...sown.byRow].filter(([, trees]) => trees > 0).sort(([a], [b]) => a - b);
  return {
    today: day,
    released: {
      id: layout.id,
      planted: sown.planted,
      plantedAtCount: season?.plantedThen ?? sown.planted,
      rowsCounted: planted.length,
      rowsPlanted: planted.map(([number, trees]) => ({ number, trees })),
      counted: counted.map((entry) => ({
        ...entry,
        runs: rows[entry.row - 1].runs,
        patch: entry.marks
          ? deadPatch(entry.marks, deathRates(entry.row, entry.marks.length))
          : undefined,
      })),
      /** Rows counted more than once this season, every count with who and why. */
      again: (season?.again ?? []).map(({ row, counts }) => ({
        row,
        counts: counts.map(({ alive, set, countedOn, why, author }) => ({
          ...{ alive, set, countedOn, why },
          author: names.get(author) ?? '',
        })),
      })),
      speciesIds: ids,
      estimate: season?.estimate,
      bySpecies,
      target: season?.target ?? block.targetDensity ?? (0.8 * layout.trees) / layout.plantableArea,
      findings,
      targetIsSet: block.targetDensity !== null,
      refill: season?.refill,
      /** Survival by treatment, where rows were planted otherwise on purpose. */
      treatments: compareTreatments(counted, (row) => treatmentOf(of.differences, row)).map(
        (entry) => ({
          ...entry,
          does:
            ways.find(({ scope }) => scope?.by === 'rows' && scope.letter === entry.letter)
              ?.brief ?? '',
        }),
      ),
    },
  };
};
