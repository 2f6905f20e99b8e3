import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { plantsWithWater } from '../../../../../../core/method/method';
import { addTo, daysBetween, type Day } from '../../../../../../core/measure/dates';
import { bestStretch, weekOf } from '../../../../../../core/calendar/windows';
import { confirmedOf } from '../../../../../../core/stock/orders';
import { plantableDays, windowsOf } from '$lib/rooms/calendar/windows.server';
import { finishOf, plantedOf, ratesOf } from '$lib/rooms/crew/facts.server';
import { currentLayout } from '$lib/rooms/rows/facts.server';
import { lotsFact, ordersFact } from '$lib/rooms/stock/facts.server';
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
  const [layout, done, lines, lots, windows, days, finish, crew] = await Promise.all([
    currentLayout(facts, block.id),
    plantedOf(facts, block.id),
    facts.of(ordersFact, block.id),
    facts.of(lotsFact, block.id),
    windowsOf(facts, watered),
    plantableDays(facts, block.conditions.stock, watered),
    finishOf(facts, block.id),
    ratesOf(facts, block.id),
  ]);
  const now = facts.today;
  const day = block.plantingDay && block.plantingDay > now ? block.plantingDay : now;
  const best = bestStretch(windows.weeks[block.conditions.stock]);
  const week = weekOf(day);
  // The window that planting falls into, or the best one of the year.
  const weeksOn = best ? (((best[1] - week) % 52) + 52) % 52 : 4;
  return {
    mayPlan: may(role, 'plan'),
    start: day,
    until: addTo(day, { days: Math.min(180, weeksOn * 7 + 6) }),
    trees: (layout?.trees ?? 0) - done.planted,
    planters: Math.max(1, crew.crew),
    rate: crew.mean,
    ownRate: crew.counted,
    pace: finish.pace,
    source: windows.source,
    /** A sign a day from the first on: 1 fit for planting, 0 not, - not known. */
    days: await packedDays(facts, days, now),
    onHand: lots.reduce((sum, { balance }) => sum + balance.onHand + balance.out, 0),
    deliveries: lines
      .filter(({ state, deliverOn }) => state !== 'declined' && deliverOn && deliverOn >= now)
      .map((line) => ({
        day: line.deliverOn!,
        trees: line.state === 'confirmed' ? confirmedOf(line) : line.count,
      })),
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
