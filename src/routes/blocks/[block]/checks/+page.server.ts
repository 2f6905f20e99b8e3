import { qualityByPlanter } from '../../../../../core/checks/quality';
import { expectedTrees, PLOT_SIZES, plotRadius } from '../../../../../core/checks/plot';
import { treesInRow } from '../../../../../core/rows/stored';
import { waysOfBlock } from '$lib/rooms/method/facts.server';
import { plotsFact, qualityOf } from '$lib/rooms/checks/facts.server';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

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
  const [plots, rows, recent] = await Promise.all([
    facts.of(plotsFact, block.id),
    facts.of(rowsFact, block.id),
    qualityOf(facts, block.id),
  ]);
  const { step, between } = layout.rhythm;
  return {
    planters,
    depths,
    released: {
      id: layout.id,
      trees: rows.map(treesInRow),
      plots,
      /** Of the last fortnight, by which the board calls, and of all time. */
      recent,
      quality: qualityByPlanter(plots),
      sizes: PLOT_SIZES.map((size) => ({
        ...size,
        radius: plotRadius(size.area),
        expected: expectedTrees(size.area, step, between),
      })),
    },
  };
};
