import { error } from '@sveltejs/kit';
import { scheduleToIcs } from '../../../../core/formats/icalendar';
import { feedHash } from '$lib/rooms/calendar/commands.server';
import { taskEventsFact, tasksOf } from '$lib/rooms/calendar/tasks.server';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { Facts, marksOf } from '$lib/server/facts';
import { personById } from '$lib/server/sign-in';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** Every task of a site for whoever holds the private address, as long as its maker belongs there. */
export const GET: RequestHandler = async ({ params }) => {
  const open = await store();
  const feed = await open.calendarFeed.findByPk(feedHash(params.token), { raw: true });
  const maker = feed && (await personById(open, feed.personId));
  const access = feed && maker?.sites.find(({ site }) => site.id === feed.siteId);
  if (!access) error(404, 'There is no calendar at this address, or it was closed.');
  const facts = new Facts(open, access.site, await marksOf(open, access.site.id));
  const blocks = await facts.of(blocksFact);
  await facts.need(
    [taskEventsFact],
    blocks.map(({ id }) => id),
  );
  const listed = await Promise.all(
    blocks.map(async (block) => ({
      id: block.id,
      name: block.name,
      tasks: await tasksOf(facts, block),
    })),
  );
  return new Response(scheduleToIcs(listed, facts.now), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'cache-control': 'private, no-store',
    },
  });
};
