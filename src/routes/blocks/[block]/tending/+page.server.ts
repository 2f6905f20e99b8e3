import { taskEventsFact } from '$lib/rooms/calendar/task-events.server';
import { dueOf } from '$lib/rooms/calendar/tasks.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { careOf } from '$lib/rooms/tending/care.server';
import { seenOnWalks } from '$lib/rooms/tending/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:tending', 'viridane:calendar', 'viridane:crew');
  const { block, facts } = await openBlock(locals, params.block);
  const [events, due, seen, names, care] = await Promise.all([
    facts.of(taskEventsFact, block.id),
    dueOf(facts, block),
    facts.of(seenOnWalks, block.id),
    facts.of(namesFact),
    careOf(facts, block),
  ]);
  return {
    today: facts.today,
    list: due.tending,
    care,
    now: facts.now,
    history: [...events].reverse(),
    seen: seen.slice(0, 60).map((one) => ({ ...one, author: names.get(one.author) ?? '' })),
  };
};
