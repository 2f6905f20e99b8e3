import { addTo, daysBetween } from '../../../../../../core/measure/dates';
import { bestStretch, weekOf } from '../../../../../../core/calendar/windows';
import { paceOf, progress } from '../../../../../../core/crew/progress';
import { confirmedOf } from '../../../../../../core/stock/orders';
import { blockAccess, may } from '$lib/server/authorise';
import { currentLayout, talliesOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { once } from '$lib/server/once';
import { orderLinesOf } from '$lib/server/orders';
import { lotsOf } from '$lib/server/stock';
import { store } from '$lib/server/store';
import { plantableDays, windowsOf } from '$lib/server/windows';
import type { PageServerLoad } from './$types';

/** What a season of this block is played from: trees, hands, weather, stock. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await currentLayout(open, block.id);
  const tallies = layout?.state === 'released' ? await talliesOf(open, layout.id) : [];
  const [planters, shares, lines, lots, windows, days] = await Promise.all([
    open.planter.findAll({ where: { siteId: site.id }, raw: true }),
    layout ? open.rowShare.findAll({ where: { layoutId: layout.id }, raw: true }) : [],
    orderLinesOf(open, block.id),
    once(locals, `lots ${block.id}`, () => lotsOf(open, block.id)),
    windowsOf(open, site),
    plantableDays(open, site, block.conditions.stock),
  ]);
  const now = today(site.zone);
  const day = block.plantingDay && block.plantingDay > now ? block.plantingDay : now;
  const crew = shares.length
    ? planters.filter(({ id }) => shares.some(({ planterId }) => planterId === id))
    : planters;
  // A planter's day by the crew's own tallies, where enough of them are there.
  const done = progress(tallies);
  const pace = paceOf(tallies);
  const planterDays = new Set(tallies.map(({ planter, at }) => `${planter} ${at.slice(0, 10)}`))
    .size;
  const ownRate = planterDays >= 10 ? done.planted / planterDays : undefined;
  const weeks = windows.weeks[block.conditions.stock];
  const best = bestStretch(weeks);
  const week = weekOf(day);
  // The window that planting falls into, or the best one of the year.
  const weeksOn = best ? (((best[1] - week) % 52) + 52) % 52 : 4;
  return {
    mayPlan: may(role, 'plan'),
    start: day,
    until: addTo(day, { days: Math.min(180, weeksOn * 7 + 6) }),
    trees: (layout?.trees ?? 0) - done.planted,
    planters: Math.max(1, crew.length),
    rate:
      ownRate ?? (crew.length ? crew.reduce((sum, { rate }) => sum + rate, 0) / crew.length : 600),
    ownRate: ownRate !== undefined,
    pace,
    source: windows.source,
    days: days.filter(({ day: on }) => daysBetween(on, now) < 366 * 30),
    onHand: lots.reduce((sum, { balance }) => sum + balance.onHand + balance.out, 0),
    deliveries: lines
      .filter(({ state, deliverOn }) => state !== 'declined' && deliverOn && deliverOn >= now)
      .map((line) => ({
        day: line.deliverOn!,
        trees: line.state === 'confirmed' ? confirmedOf(line) : line.count,
      })),
  };
};
