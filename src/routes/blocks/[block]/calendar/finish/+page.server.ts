import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { plantsWithWater } from '../../../../../../core/method/method';
import { daysBetween, type Day } from '../../../../../../core/measure/dates';
import { blocksToPlant, toPlant, windowEnd } from '$lib/rooms/calendar/supply.server';
import { plantableDays, windowsOf } from '$lib/rooms/calendar/windows.server';
import { ratesOf } from '$lib/rooms/crew/rates.server';
import { currentLayout } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import type { Facts } from '$lib/server/facts';
import { openBlock } from '$lib/server/page';
import { weatherFact } from '$lib/server/station';
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
    plantableDays(facts, block.conditions.stock, watered),
    ratesOf(facts, block.id),
  ]);
  const now = facts.today;
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
    /** A sign a day from the first on: 1 fit for planting, 0 not, - not known. */
    days: await packedDays(facts, days, now),
  };
};

/** Thirty years at most, a sign a day: a list of days would weigh more than the rest of the page. */
function packedDays(facts: Facts, days: readonly { day: Day; share: number }[], now: Day) {
  return facts.derive('packed-days', facts.site.id, [weatherFact], `${now} ${days.length}`, () => {
    const known = days.filter(({ day }) => daysBetween(day, now) < 366 * 30);
    if (!known.length) return { from: now, signs: '' };
    const from = known[0].day;
    const signs = new Array<string>(daysBetween(from, known.at(-1)!.day) + 1).fill('-');
    for (const { day, share } of known) signs[daysBetween(from, day)] = share > 0 ? '1' : '0';
    return { from, signs: signs.join('') };
  });
}
