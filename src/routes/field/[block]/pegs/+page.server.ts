import { treesByRow } from '../../../../../core/rows/rowset';
import { settingOut } from '../../../../../core/rows/setting-out';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { peggedFact, pegsOf, releasedLayout } from '$lib/rooms/rows/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Rows to set out, each with what the tape and the string need. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, pegged, { byRow }] = await Promise.all([
    pegsOf(facts, block.id),
    facts.of(peggedFact, block.id),
    plantedOf(facts, block.id),
  ]);
  const out = settingOut(rows!, undefined, block.calendarTerms.works?.string);
  const trees = treesByRow(rows!);
  const pegs = new Map(out.baseline?.pegs.map(({ row, ...peg }) => [row, peg]));
  return {
    ...shown,
    layoutId: layout.id,
    /** Where trees stand already nobody needs pegs. */
    rows: out.rows
      .filter(({ row }) => pegged.stand.has(row) || !byRow.get(row))
      .map(({ row, level, strings, breaks, spots }) => ({
        ...{ row, level, breaks, lane: spots !== undefined },
        trees: trees[row - 1],
        strings: strings.map(({ to }) => to),
        base: pegs.get(row) ?? null,
      })),
    stand: [...pegged.stand.keys()],
  };
};
