import { plantsWithWater } from '../../../../../core/method/method';
import { taskEventsFact, tasksOf } from '$lib/rooms/calendar/tasks.server';
import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { windowsOf } from '$lib/rooms/calendar/windows.server';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Every block's string, the open one first in the eye. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:calendar',
    'viridane:tending',
    'viridane:rows',
    'viridane:stock',
    'viridane:crew',
    'viridane:ground',
    'viridane:survival',
  );
  const { block, site, facts, person } = await openBlock(locals, params.block);
  const blocks = await facts.of(blocksFact);
  await facts.need(
    [taskEventsFact],
    blocks.map(({ id }) => id),
  );
  const feed = await facts.reader.tables.calendarFeed.one({ personId: person.id, siteId: site.id });
  return {
    windows: await windowsOf(facts, plantsWithWater(methodOfBlock(block))),
    feed: Boolean(feed),
    today: facts.today,
    currency: block.calendarTerms.currency ?? '',
    strings: await Promise.all(
      blocks.map(async (block) => ({
        id: block.id,
        name: block.name,
        plantingDay: block.plantingDay,
        terms: block.calendarTerms.tasks ?? {},
        own: block.calendarTerms.own ?? [],
        edition: block.termsEdition,
        tasks: await tasksOf(facts, block),
      })),
    ),
  };
};
