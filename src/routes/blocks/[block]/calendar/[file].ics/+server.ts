import { error } from '@sveltejs/kit';
import { scheduleToIcs } from '../../../../../../core/formats/icalendar';
import { calendarOf } from '$lib/rooms/calendar/tasks.server';
import { blocksAtWork } from '$lib/rooms/ground/facts.server';
import { words } from '$lib/words';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** One block's tasks, or with "all" those of every block at work of its site, as an iCalendar file. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { site, block, facts, person } = await openBlock(locals, params.block);
  const wanted = params.file === 'all' ? await blocksAtWork(facts) : [block];
  const blocks = await calendarOf(facts, wanted);
  if (!blocks.some(({ tasks }) => tasks.length))
    error(404, 'There is no task yet: set a planting day first.');
  const name = params.file === 'all' ? site.name : block.name;
  const reader = { system: person.units, zone: site.zone };
  return new Response(
    scheduleToIcs(blocks, facts.now, (message) => words(message, reader)),
    {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': `attachment; filename="${name.replace(/[^\w-]+/g, '-')}.ics"`,
      },
    },
  );
};
