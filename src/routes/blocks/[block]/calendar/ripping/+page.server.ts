import { WORK_TASKS } from '../../../../../../core/calendar/works';
import { rangesOf } from '../../../../../../core/measure/ranges';
import { tasksOf } from '$lib/rooms/calendar/tasks.server';
import { windowsOf } from '$lib/rooms/calendar/windows.server';
import { totalMetres, yearGround } from '$lib/rooms/calendar/year.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Metres of rows by zone, when the ground is dry, and the day the calendar has for it. */
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
  const { block, role, facts } = await openBlock(locals, params.block);
  const ground = await yearGround(facts, block);
  const tasks = await tasksOf(facts, block);
  const task = tasks.find(({ key }) => key === 'rip');
  return {
    mayPlan: may(role, 'plan'),
    works: {
      ...{ trees: ground.trees, metres: totalMetres(ground), area: ground.area },
      zones: ground.zones,
    },
    workDays: tasks
      .filter(({ key }) => WORK_TASKS.has(key))
      .map(({ key, start, finish, state }) => ({ key, start, finish, state })),
    rows: ground.rows.map(({ number, metres }) => ({ number, metres: [...metres] })),
    wet: ground.wet,
    wetRows: rangesOf(
      ground.rows
        .filter(({ metres }) => ground.wet.some((zone) => (metres.get(zone) ?? 0) > 0))
        .map(({ number }) => number),
    ),
    dry: (await windowsOf(facts)).workable?.['dry ground'] ?? null,
    task: task && { start: task.start, finish: task.finish, state: task.state },
  };
};
