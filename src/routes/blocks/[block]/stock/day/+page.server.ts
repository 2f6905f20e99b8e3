import { QueryTypes } from 'sequelize';
import { addTo, isDay } from '../../../../../../core/measure/dates';
import { standingTallies } from '../../../../../../core/crew/progress';
import { blockAccess, may } from '$lib/server/authorise';
import { releasedLayout, talliesOf } from '$lib/server/block';
import { dayAt, today } from '$lib/server/clock';
import { dayAccount } from '$lib/server/day-account';
import { dayBounds } from '$lib/server/stock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/**
 * A day's account by planter, and which days of the last fortnight are not closed yet. Without a
 * day asked for it is the last one that has been and is not closed.
 */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const now = today(site.zone);
  const layout = await releasedLayout(open, block.id);
  const tallied = new Map<string, number>();
  for (const tally of standingTallies(layout ? await talliesOf(open, layout.id) : [])) {
    const on = dayAt(Date.parse(tally.at), site.zone);
    tallied.set(on, (tallied.get(on) ?? 0) + tally.count);
  }
  const days = Array.from({ length: 14 }, (_, back) => addTo(now, { days: back - 13 }));
  const bounds = days.map((on) => dayBounds(on, site.zone)[0].getTime() / 1000);
  const posted = await open.sequelize.query<{ slot: number; count: string }>(
    `SELECT INTERVAL(UNIX_TIMESTAMP(at), :bounds) AS slot, SUM(trees) AS count FROM (
       SELECT e.at, e.count AS trees FROM stock_event e JOIN lot l ON l.id = e.lot_id
       WHERE l.block_id = :block AND e.kind = 'plant' AND e.at >= FROM_UNIXTIME(:first)
       UNION ALL
       SELECT e.at, -e.count FROM stock_event c
       JOIN stock_event e ON e.id = c.corrects JOIN lot l ON l.id = c.lot_id
       WHERE l.block_id = :block AND c.kind = 'correct' AND e.kind = 'plant'
         AND e.at >= FROM_UNIXTIME(:first)) posted
     GROUP BY slot`,
    { replacements: { block: block.id, bounds, first: bounds[0] }, type: QueryTypes.SELECT },
  );
  const openDays = days
    .map((on, i) => ({
      day: on,
      missing:
        (tallied.get(on) ?? 0) - Number(posted.find(({ slot }) => slot === i + 1)?.count ?? 0),
    }))
    .filter(({ missing }) => missing > 0)
    .reverse();
  const asked = url.searchParams.get('day') ?? '';
  const day =
    isDay(asked) && asked <= now ? asked : (openDays.find((entry) => entry.day < now)?.day ?? now);
  const { account, lots } = await dayAccount(open, block, site, day);
  const planters = await open.planter.findAll({
    where: { siteId: site.id },
    order: [['position', 'ASC']],
    attributes: ['id', 'name'],
    raw: true,
  });
  return {
    mayRecord: may(role, 'record'),
    day,
    today: now,
    account,
    planters,
    lots: lots.map(({ id, code }) => ({ id, code })),
    openDays,
  };
};
