import { drawnPoint } from '../../../../../core/ground/polygon';
import { treesInRow } from '../../../../../core/rows/stored';
import { findingsOf, plannedWithFound } from '$lib/rooms/checks/findings.server';
import { roundBegins } from '$lib/rooms/checks/ground.server';
import { pegPosition } from '../../../../../core/rows/rowset';
import { plotRadius } from '../../../../../core/checks/plot';
import { faultyIn } from '../../../../../core/checks/quality';
import { drawnGroundOf } from '$lib/rooms/ground/facts.server';
import { pegsOf, releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Plots without a plan that are drawn: the newest. */
const MOST_DRAWN = 400;

/** What the plots say, and what to do about it. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:checks', 'viridane:rows', 'viridane:crew');
  const { block, facts, role } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) return { mayDecide: may(role, 'plan'), found: undefined };
  const [rows, pegs, found, ground] = await Promise.all([
    facts.of(rowsFact, block.id),
    pegsOf(facts, block.id),
    findingsOf(facts, block),
    drawnGroundOf(facts, block),
  ]);
  const index = new Map(rows.map(({ number }, i) => [number, i + 1]));
  const pointOf = (row: number, peg: number) => pegPosition(pegs!, index.get(row) ?? 0, peg)?.point;
  const planned = plannedWithFound(found.plan, found.plots);
  const first = rows[0] && pointOf(rows[0].number, 1);
  const { plots, plan, agreed, ...said } = found;
  return {
    mayDecide: may(role, 'plan'),
    boundary: ground.boundary,
    keptOut: ground.keptOut,
    found: {
      ...said,
      layoutId: layout.id,
      /** Of the plan's plots alone, where others were looked at too. */
      ofPlan: agreed.beside ? agreed.all : undefined,
      trees: rows.reduce((sum, row) => sum + treesInRow(row), 0),
      plots: plots.length,
      gate: roundBegins(block, first ? [{ point: first }] : []),
      planned: planned.map(({ number, centre, radius, found: seen, row, peg }) => ({
        ...{ number, centre: drawnPoint(centre), radius, row, peg },
        seen,
      })),
      unplanned: plots
        .filter(({ planId }) => !plan || planId !== plan.id)
        .slice(-MOST_DRAWN)
        .flatMap((plot) => {
          const centre = pointOf(plot.row, plot.peg);
          const seen = { good: plot.good, faulty: faultyIn(plot) };
          return centre
            ? [{ centre: drawnPoint(centre), radius: plotRadius(plot.area), seen }]
            : [];
        }),
    },
  };
};
