import { dueOf, taskEventsFact } from '$lib/rooms/calendar/tasks.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:tending', 'viridane:calendar', 'viridane:crew');
  const { block, facts } = await openBlock(locals, params.block);
  const [events, due] = await Promise.all([
    facts.of(taskEventsFact, block.id),
    dueOf(facts, block),
  ]);
  return {
    today: facts.today,
    list: due.tending,
    history: [...events].reverse(),
  };
};
