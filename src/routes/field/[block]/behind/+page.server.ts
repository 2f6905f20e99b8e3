import { rowFaultsFact } from '$lib/rooms/crew/follow.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { treesInRow } from '../../../../../core/rows/stored';
import { machineOn } from '../../../../../core/crew/machine';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Walking behind the machine: every fault by row and peg, and what was mended. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, done, faults] = await Promise.all([
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(rowFaultsFact, block.id),
  ]);
  return {
    ...shown,
    layoutId: layout.id,
    lastRow: done.lastRow ?? rows[0]?.number ?? 1,
    seats: machineOn(block.calendarTerms.machine, layout.rhythm.step).seats,
    rows: rows.filter(treesInRow).map((row) => ({ number: row.number, places: treesInRow(row) })),
    faults: faults.map(({ id, row, peg, fault, mended }) => ({ id, row, peg, fault, mended })),
  };
};
