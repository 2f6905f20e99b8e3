import { error } from '@sveltejs/kit';
import { scheduleToIcs } from '../../../../../../core/formats/icalendar';
import { blockAccess } from '$lib/server/authorise';
import { tasksOf } from '$lib/server/block';
import { now } from '$lib/server/clock';
import { store } from '$lib/server/store';
import type { BlockRow } from '$lib/store/ground';
import type { RequestHandler } from './$types';

/** One block's tasks, or with "all" every block's of its site, as an iCalendar file. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { site, block } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const wanted =
    params.file === 'all'
      ? (
          await open.block.findAll({ where: { siteId: site.id }, order: [['position', 'ASC']] })
        ).map((row) => row.get() as BlockRow)
      : [block];
  const blocks = await Promise.all(
    wanted.map(async ({ id, name }, i) => ({
      id,
      name,
      tasks: await tasksOf(open, wanted[i], site.zone),
    })),
  );
  if (!blocks.some(({ tasks }) => tasks.length))
    error(404, 'There is no task yet: set a planting day first.');
  const name = params.file === 'all' ? site.name : block.name;
  return new Response(scheduleToIcs(blocks, now()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${name.replace(/[^\w-]+/g, '-')}.ics"`,
    },
  });
};
