import { boxesOf, wavesOf } from '$lib/rooms/crew/waves.server';
import { treesInRow } from '../../../../../core/rows/stored';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** What waits behind the planters, row by row. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [{ states }, boxes, rows, { byRow }] = await Promise.all([
    wavesOf(facts, block),
    boxesOf(facts, block),
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
  ]);
  const standing = new Map(boxes?.rows.map((row) => [row.row, row.boxes]));
  return {
    ...shown,
    layoutId: layout.id,
    waves: states.map(({ wave, next, waiting, late, terms }) => ({
      ...{ wave, next, waiting, late, within: terms.within },
    })),
    boxes: boxes && {
      capacity: boxes.terms.capacity,
      rows: boxes.rows.filter(({ toFill }) => toFill > 0.5),
      /** Rows that may still want boxes: trees in the ground by now, and boxes that stand. */
      open: rows
        .map((row) => ({
          ...{ row: row.number, places: treesInRow(row), planted: byRow.get(row.number) ?? 0 },
          set: standing.get(row.number) ?? 0,
        }))
        .filter(({ places, set }) => set < places),
    },
  };
};
