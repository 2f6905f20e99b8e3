import { expectedTrees, PLOT_SIZES, plotRadius } from '../../../../../../core/checks/plot';
import { treesInRow } from '../../../../../../core/rows/stored';
import { waysOfBlock } from '$lib/rooms/method/facts.server';
import { plotsFact, planOfNow } from '$lib/rooms/checks/facts.server';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { toolsSet } from '$lib/rooms/crew/rates.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** So many plots are listed; all of them are in the CSV. */
const LISTED = 100;

/** Plots entered at the desk from a notebook, and those there are. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:checks', 'viridane:rows', 'viridane:crew');
  const { block, facts } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  const planters = (await facts.of(plantersFact)).map(({ id, name }) => ({ id, name }));
  /** What passes, of the block's own way and of every other that has its own bounds. */
  const depths = (await waysOfBlock(facts, block))
    .map(({ scope, who, depth }) => ({ who: scope ? who : null, depth }))
    .filter(({ depth }, i, [own]) => !i || JSON.stringify(depth) !== JSON.stringify(own.depth));
  if (!layout) return { planters, depths, released: undefined };
  const [plots, rows, plan, lots] = await Promise.all([
    facts.of(plotsFact, block.id),
    facts.of(rowsFact, block.id),
    planOfNow(facts, block.id),
    facts.of(lotsFact, block.id),
  ]);
  const { step, between } = layout.rhythm;
  return {
    planters,
    depths,
    released: {
      id: layout.id,
      trees: rows.map(treesInRow),
      all: plots.length,
      plots: plots.slice(-LISTED).reverse(),
      planned: plan?.plots.length ?? 0,
      lots: lots.map(({ lot }) => ({ id: lot.id, code: lot.code })),
      ...(await toolsSet(
        facts,
        block,
        plots.map(({ tool }) => tool),
      )),
      sizes: PLOT_SIZES.map((size) => ({
        ...size,
        radius: plotRadius(size.area),
        expected: expectedTrees(size.area, step, between),
      })),
    },
  };
};
