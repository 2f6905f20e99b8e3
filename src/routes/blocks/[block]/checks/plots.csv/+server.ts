import Papa from 'papaparse';
import { FAULTS } from '../../../../../../core/checks/faults';
import { faultyIn, lookedIn } from '../../../../../../core/checks/quality';
import { COLUMN_UNITS } from '../../../../../../core/measure/units';
import { placedPlots } from '$lib/rooms/checks/facts.server';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import { plainCell } from '$lib/server/csv';
import type { RequestHandler } from './$types';

/** Every plot that judges the released version, a line each. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const area = COLUMN_UNITS.area[person.units];
  const [plots, planters, lots] = await Promise.all([
    placedPlots(facts, block.id),
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
  ]);
  const csv = Papa.unparse(
    plots.map((plot) => ({
      looked_at: plot.at,
      planted_on: plot.plantedOn,
      plan_plot: plot.planNumber ?? '',
      row: plot.row,
      peg: plot.peg,
      [`area${area.ending}`]: area.bare(plot.area, 2),
      planter: plainCell(planters.find(({ id }) => id === plot.planter)?.name ?? ''),
      tool: plainCell(plot.tool),
      soil: plot.soil,
      lot: plainCell(lots.find(({ lot }) => lot.id === plot.lot)?.lot.code ?? ''),
      trees: lookedIn(plot),
      good: plot.good,
      faulty: faultyIn(plot),
      ...Object.fromEntries(FAULTS.map((fault) => [fault, plot.faults[fault] ?? 0])),
    })),
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="plots.csv"',
    },
  });
};
