import { blockAccess } from '$lib/server/authorise';
import { tasksOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { windowsOf } from '$lib/server/windows';
import { store } from '$lib/server/store';
import type { BlockRow } from '$lib/store/ground';
import type { PageServerLoad } from './$types';

/** Every block's string, the open one first in the eye. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const blocks = await open.block.findAll({
    where: { siteId: site.id },
    order: [['position', 'ASC']],
  });
  return {
    windows: await windowsOf(open, site),
    feed: Boolean(
      await open.calendarFeed.findOne({ where: { personId: locals.person!.id, siteId: site.id } }),
    ),
    today: today(site.zone),
    strings: await Promise.all(
      blocks.map(async (row) => {
        const block = row.get() as BlockRow;
        return {
          id: block.id,
          name: block.name,
          plantingDay: block.plantingDay,
          terms: block.calendarTerms.tasks ?? {},
          tasks: await tasksOf(open, block, site.zone),
        };
      }),
    ),
  };
};
