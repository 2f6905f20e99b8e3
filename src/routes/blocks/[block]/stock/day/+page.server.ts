import { addTo, isDay, type Day } from '../../../../../../core/measure/dates';
import { dayBounds, dayOf } from '../../../../../../core/say/day';
import { plantersFact, plantedOf, talliesFact } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import type { BlockRow } from '$lib/rooms/ground/tables.server';
import { refilledFact } from '$lib/rooms/survival/refills.server';
import { refilledBetween } from '$lib/rooms/survival/refilled-trees.server';
import type { Fact, Facts } from '$lib/server/facts';
import { dayAccount } from '$lib/rooms/stock/day-account.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

const SHOWN_DAYS = 14;

/**
 * A day's account by planter, and which days of the last fortnight are not closed yet. Without a
 * day asked for it is the last one that has been and is not closed.
 */
export const load: PageServerLoad = async ({ params, locals, url, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const now = facts.today;
  const given = url.searchParams.get('day') ?? '';
  const asked = isDay(given) && given <= now ? given : undefined;
  const planters = await facts.of(plantersFact);
  const from = [lotsFact, talliesFact, rowsFact, refilledFact] as Fact<unknown>[];
  const { day, openDays, account, lots } = await facts.derive(
    `stock-day ${asked ?? ''}`,
    block.id,
    from,
    now,
    () => accountShown(facts, block, asked),
  );
  return {
    mayRecord: may(role, 'record'),
    day,
    today: now,
    account,
    planters: planters.map(({ id, name }) => ({ id, name })),
    lots: lots.map(({ id, code }) => ({ id, code })),
    openDays,
  };
};

async function accountShown(facts: Facts, block: BlockRow, asked: Day | undefined) {
  const { site, today: now } = facts;
  const { sums } = await plantedOf(facts, block.id);
  const days = Array.from({ length: SHOWN_DAYS }, (_, back) =>
    addTo(now, { days: back + 1 - SHOWN_DAYS }),
  );
  const bounds = days.map((on) => dayBounds(on, site.zone)[0] / 1000);
  const posted = await facts.reader.query<{ slot: number; count: string }>(
    `SELECT INTERVAL(UNIX_TIMESTAMP(at), :bounds) AS slot, SUM(trees) AS count FROM (
       SELECT e.at, e.count AS trees FROM stock_event e JOIN lot l ON l.id = e.lot_id
       WHERE l.block_id = :block AND e.kind = 'plant' AND e.at >= FROM_UNIXTIME(:first)
         AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id)) posted
     GROUP BY slot`,
    { block: block.id, bounds, first: bounds[0] },
  );
  const refills = await refilledBetween(
    facts.reader,
    { siteId: site.id, blockId: block.id },
    new Date(dayBounds(days[0], site.zone)[0]),
    new Date(facts.now + 1),
  );
  const refilledOn = (on: Day) => refills.filter(({ at }) => dayOf(at, site.zone) === on);
  const openDays = days
    .map((on, i) => ({
      day: on,
      missing:
        [...(sums.byDay.get(on)?.values() ?? [])].reduce((sum, trees) => sum + trees, 0) +
        refilledOn(on).reduce((sum, { trees }) => sum + trees, 0) -
        Number(posted.find(({ slot }) => slot === i + 1)?.count ?? 0),
    }))
    .filter(({ missing }) => missing !== 0)
    .reverse();
  const day = asked ?? openDays.find((entry) => entry.day < now)?.day ?? now;
  const layout = await releasedLayout(facts, block.id);
  const { account, lots } = await dayAccount(facts.reader, block, site, day, {
    layout,
    rows: layout && (await facts.of(rowsFact, block.id)),
    tallies: layout && (await facts.of(talliesFact, block.id)),
    // A day before the fortnight is asked for by itself.
    refilled: day < days[0] ? undefined : refilledOn(day),
  });
  return { day, openDays, account, lots };
}
