import { error } from '@sveltejs/kit';
import { scheduleToIcs } from '../../../../core/formats/icalendar';
import { sitesOf } from '$lib/server/authorise';
import { tasksOf } from '$lib/server/block';
import { now } from '$lib/server/clock';
import { feedHash } from '$lib/server/commands/calendar';
import { store } from '$lib/server/store';
import type { BlockRow } from '$lib/store/ground';
import type { RequestHandler } from './$types';

/** Every task of a site for whoever holds the private address, as long as its maker belongs there. */
export const GET: RequestHandler = async ({ params }) => {
  const open = await store();
  const feed = await open.calendarFeed.findByPk(feedHash(params.token), { raw: true });
  const access =
    feed && (await sitesOf(open, feed.personId)).find(({ site }) => site.id === feed.siteId);
  if (!access) error(404, 'There is no calendar at this address, or it was closed.');
  const rows = await open.block.findAll({
    where: { siteId: access.site.id },
    order: [['position', 'ASC']],
  });
  const blocks = await Promise.all(
    rows.map(async (row) => {
      const block = row.get() as BlockRow;
      return {
        id: block.id,
        name: block.name,
        tasks: await tasksOf(open, block, access.site.zone),
      };
    }),
  );
  return new Response(scheduleToIcs(blocks, now()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'cache-control': 'private, no-store',
    },
  });
};
