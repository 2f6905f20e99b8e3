import { beganBefore } from '../../../../../core/calendar/calls';
import { begunOn } from '../../../../../core/crew/sums';
import { leanTask } from '../../../../../core/calendar/schedule';
import { plantsWithWater } from '../../../../../core/method/method';
import { taskEventsFact } from '$lib/rooms/calendar/task-events.server';
import { tasksOf } from '$lib/rooms/calendar/tasks.server';
import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { windowsOf } from '$lib/rooms/calendar/windows.server';
import { blocksAtWork, zonesFact } from '$lib/rooms/ground/facts.server';
import type { BlockRow } from '$lib/rooms/ground/tables.server';
import type { Facts } from '$lib/server/facts';
import { plantedOf } from '$lib/rooms/crew/facts.server';
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
  // Whatever has to be asked is asked at once.
  const [windows, feed, strings, own] = await Promise.all([
    windowsOf(facts, plantsWithWater(methodOfBlock(block))),
    facts.reader.tables.calendarFeed.one({ personId: person.id, siteId: site.id }),
    stringsOf(facts),
    // A block that was set aside stands on its own calendar alone.
    block.setAside ? stringOf(facts, block) : undefined,
  ]);
  const begun = begunOn((await plantedOf(facts, block.id)).sums);
  return {
    /** Of this block’s stock alone. */
    windows: { ...windows, weeks: windows.weeks[block.conditions.stock] },
    feed: Boolean(feed),
    today: facts.today,
    /** When planting began, where the planting day says otherwise. */
    begun: beganBefore(block.plantingDay, begun) ? begun : undefined,
    currency: block.calendarTerms.currency ?? '',
    strings: own ? [...strings, own] : strings,
  };
};

/** The tasks of every block at work, worked out once a day and change. */
const stringsOf = (facts: Facts) =>
  facts.derive('strings', facts.site.id, [], facts.everything, () => readStrings(facts));

async function readStrings(facts: Facts) {
  const blocks = await blocksAtWork(facts);
  await facts.need(
    [taskEventsFact, zonesFact],
    blocks.map(({ id }) => id),
  );
  return Promise.all(blocks.map((block) => stringOf(facts, block)));
}

const stringOf = async (facts: Facts, block: BlockRow) => ({
  id: block.id,
  name: block.name,
  plantingDay: block.plantingDay,
  terms: block.calendarTerms.tasks ?? {},
  own: block.calendarTerms.own ?? [],
  edition: block.termsEdition,
  tasks: (await tasksOf(facts, block)).map(leanTask),
});
