import { PLOT_SIZES, plotRadius } from '../../../../../../core/checks/plot';
import { findingsOf } from '$lib/rooms/checks/findings.server';
import { roundBegins } from '$lib/rooms/checks/ground.server';
import { plotPlansFact } from '$lib/rooms/checks/facts.server';
import { firstPlace } from '../../../../../../core/rows/rowset';
import { lastTools } from '../../../../../../core/crew/attendance';
import { clockedFact, sharesFact } from '$lib/rooms/crew/facts.server';
import { plantableOf } from '$lib/rooms/ground/facts.server';
import { pegsOf, releasedLayout } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Where plots are looked at, and how many. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:checks', 'viridane:rows', 'viridane:crew');
  const { block, facts, role } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) return { mayPlan: may(role, 'record'), released: undefined };
  const [pegs, found, ground, plans, shares, clocked] = await Promise.all([
    pegsOf(facts, block.id),
    findingsOf(facts, block),
    plantableOf(facts, block),
    facts.of(plotPlansFact, block.id),
    facts.of(sharesFact, block.id),
    facts.of(clockedFact),
  ]);
  const first = pegs && firstPlace(pegs);
  return {
    mayPlan: may(role, 'record'),
    released: {
      id: layout.id,
      number: layout.number,
      trees: layout.trees,
      area: ground.area,
      boundary: ground.boundary,
      keptOut: ground.keptOut,
      gate: roundBegins(block, first ? [{ point: first }] : []),
      shares: shares.map(({ planterId, firstRow, lastRow }) => ({ planterId, firstRow, lastRow })),
      /** What each planter clocked on with last. */
      tools: [...lastTools(clocked)],
      terms: plans[0]?.terms,
      quality: found.all?.estimate,
      plots: found.all?.clusters ?? 0,
      alike: found.alike,
      sizes: PLOT_SIZES.map((size) => ({ ...size, radius: plotRadius(size.area) })),
    },
  };
};
