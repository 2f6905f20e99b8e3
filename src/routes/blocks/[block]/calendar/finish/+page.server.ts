import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { plantsWithWater } from '../../../../../../core/method/method';
import { blocksToPlant, toPlant, windowEnd } from '$lib/rooms/calendar/supply.server';
import { packedDays, windowsOf } from '$lib/rooms/calendar/windows.server';
import { ratesOf } from '$lib/rooms/crew/rates.server';
import { currentLayout } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What a season of this block is played from: trees, hands, weather, stock. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:calendar',
    'viridane:tending',
    'viridane:rows',
    'viridane:stock',
    'viridane:crew',
    'viridane:ground',
    'viridane:survival',
  );
  const { block, role, facts } = await openBlock(locals, params.block);
  const watered = plantsWithWater(methodOfBlock(block));
  const [layout, mine, windows, days, crew] = await Promise.all([
    currentLayout(facts, block.id),
    toPlant(facts, block),
    windowsOf(facts, watered),
    packedDays(facts, block.conditions.stock, watered),
    ratesOf(facts, block.id),
  ]);
  const together = await blocksToPlant(facts, mine);
  return {
    mayPlan: may(role, 'plan'),
    laid: Boolean(layout),
    start: mine.from,
    until: await windowEnd(facts, block, mine.from),
    trees: mine.trees,
    /** This block first, then every other that the same hands have to plant. */
    blocks: together,
    planters: Math.max(1, crew.crew),
    rate: crew.day.trees,
    hours: crew.day.hours,
    unsure: crew.unsure,
    ownRate: crew.counted,
    source: windows.source,
    days,
  };
};
