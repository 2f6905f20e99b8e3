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
  const openDays: { day: string; missing: number }[] = [];
  for (let back = 0; back < 14; back++) {
    const on = addTo(now, { days: -back });
    const count = tallied.get(on);
    if (!count) continue;
    const [from, to] = dayBounds(on, site.zone);
    const [posted] = await open.sequelize.query<{ count: string | null }>(
      `SELECT SUM(e.count) AS count FROM stock_event e JOIN lot l ON l.id = e.lot_id
       WHERE l.block_id = :block AND e.kind = 'plant' AND e.at >= :from AND e.at < :to
         AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id)`,
      { replacements: { block: block.id, from, to }, type: QueryTypes.SELECT },
    );
    const missing = count - Number(posted?.count ?? 0);
    if (missing > 0) openDays.push({ day: on, missing });
  }
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
