import { progress } from '../../../../../core/crew/progress';
import { speciesAt } from '../../../../../core/rows/species';
import { deadPatch, refill, survival } from '../../../../../core/survival/estimate';
import { wilson } from '../../../../../core/survival/interval';
import { blockAccess } from '$lib/server/authorise';
import { countsOf, releasedLayout, rowsOf, talliesOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  const day = today(site.zone);
  if (!layout) return { today: day, released: undefined };
  const [rows, counts, tallies] = await Promise.all([
    rowsOf(open, layout.id),
    countsOf(open, layout.id),
    talliesOf(open, layout.id),
  ]);
  const lastCount = counts
    .map(({ countedOn }) => countedOn)
    .sort()
    .at(-1);
  const everything = progress(tallies);
  // What went in after the count is not part of what was counted.
  const { planted, byRow } = lastCount
    ? progress(tallies.filter(({ at }) => at.slice(0, 10) <= lastCount))
    : everything;
  const ids = layout.parameters.mix.map(({ species }) => species);
  const plantedRows = rows.filter(({ number }) => (byRow.get(number) ?? 0) > 0);
  const counted = counts.map(({ rowNumber, setTrees, alive, marks, countedOn, cause }) => ({
    row: rowNumber,
    set: setTrees,
    alive,
    marks,
    countedOn,
    cause,
  }));
  const estimate = counted.length ? survival(counted, plantedRows.length) : undefined;
  const bySpecies = ids
    .map((speciesId, s) => {
      let [set, alive] = [0, 0];
      for (const { row, marks } of counted) {
        const runs = rows[row - 1].runs;
        for (let peg = 1; peg <= marks.length; peg++) {
          if (speciesAt(runs, peg) !== s) continue;
          set++;
          if (marks[peg - 1] === '1') alive++;
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
  const target = block.targetDensity ?? layout.trees / layout.plantableArea;
  const area = (layout.plantableArea * planted) / layout.trees;
  return {
    today: day,
    released: {
      id: layout.id,
      planted: everything.planted,
      plantedAtCount: planted,
      rowsCounted: plantedRows.length,
      rowsPlanted: [...everything.byRow]
        .sort(([a], [b]) => a - b)
        .map(([number, trees]) => ({ number, trees })),
      counted: counted.map((entry) => ({
        ...entry,
        runs: rows[entry.row - 1].runs,
        patch: entry.marks
          ? deadPatch(entry.marks, deathRates(entry.row, entry.marks.length))
          : undefined,
      })),
      speciesIds: ids,
      estimate,
      bySpecies,
      target,
      targetIsSet: block.targetDensity !== null,
      refill: estimate && refill(estimate, planted, target, area),
    },
  };
};
