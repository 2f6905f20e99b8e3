import { error } from '@sveltejs/kit';
import { scheduleToIcs } from '../../../../core/formats/icalendar';
import { feedHash } from '$lib/rooms/calendar/commands.server';
import { calendarOf } from '$lib/rooms/calendar/tasks.server';
import { blocksAtWork } from '$lib/rooms/ground/facts.server';
import { Facts } from '$lib/server/facts';
import { personById } from '$lib/server/sign-in';
import { store } from '$lib/server/store';
import { words } from '$lib/words';
import type { RequestHandler } from './$types';

/** Every task of a site's blocks at work for whoever holds the private address, as long as its maker belongs there. */
export const GET: RequestHandler = async ({ params }) => {
  const open = await store();
  const feed = await open.calendarFeed.findByPk(feedHash(params.token), { raw: true });
  const maker = feed && (await personById(open, feed.personId));
  const access = feed && maker?.sites.find(({ site }) => site.id === feed.siteId);
  if (!maker || !access) error(404, 'There is no calendar at this address, or it was closed.');
  const facts = await Facts.read(open, access.site);
  const blocks = await blocksAtWork(facts);
  const listed = await calendarOf(facts, blocks);
  const reader = { system: maker.units, zone: access.site.zone };
  return new Response(
    scheduleToIcs(listed, facts.now, (message) => words(message, reader)),
    {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'cache-control': 'private, no-store',
      },
    },
  );
};
