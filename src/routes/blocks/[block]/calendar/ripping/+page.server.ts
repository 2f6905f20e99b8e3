import { rangesOf } from '../../../../../../core/measure/ranges';
import { blockAccess, may } from '$lib/server/authorise';
import { tasksOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import { windowsOf } from '$lib/server/windows';
import { yearGround } from '$lib/server/year-ground';
import type { PageServerLoad } from './$types';

/** Metres of rows by zone, when the ground is dry, and the day the calendar has for it. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const ground = await yearGround(open, block);
  const task = (await tasksOf(open, block, site.zone)).find(({ key }) => key === 'rip');
  return {
    mayPlan: may(role, 'plan'),
    rows: ground.rows.map(({ number, metres }) => ({ number, metres: [...metres] })),
    wet: ground.wet,
    wetRows: rangesOf(
      ground.rows
        .filter(({ metres }) => ground.wet.some((zone) => (metres.get(zone) ?? 0) > 0))
        .map(({ number }) => number),
    ),
    dry: (await windowsOf(open, site)).workable?.['dry ground'] ?? null,
    task: task && { start: task.start, finish: task.finish, state: task.state },
  };
};
