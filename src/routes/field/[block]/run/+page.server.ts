import { machineOn } from '../../../../../core/crew/machine';
import { depthOf, methodOf } from '../../../../../core/method/method';
import { dayOf } from '../../../../../core/say/day';
import { trialRunsFact } from '$lib/rooms/crew/follow.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Ten trees set at planting speed and measured: what to turn before the crew goes on. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const runs = await facts.of(trialRunsFact, block.id);
  const depth = depthOf(methodOf(block.method, block.conditions));
  const { circumference, marks, seats } = machineOn(
    block.calendarTerms.machine,
    layout.rhythm.step,
  );
  return {
    ...shown,
    layoutId: layout.id,
    step: layout.rhythm.step,
    apart: circumference / marks,
    seats,
    datum: depth.datum,
    bounds: [depth.least / 100, depth.most / 100] as const,
    /** Of this day, the last one first. */
    runs: runs.filter(({ at }) => dayOf(at, shown.zone) === shown.today),
  };
};
