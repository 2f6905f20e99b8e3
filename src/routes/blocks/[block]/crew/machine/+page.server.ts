import { depthOf, methodOf } from '../../../../../../core/method/method';
import { rangesOf } from '../../../../../../core/measure/ranges';
import { activePlanters, plantedOf } from '$lib/rooms/crew/facts.server';
import { trialRunsFact } from '$lib/rooms/crew/follow.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { bothWaysOf } from '$lib/rooms/crew/rates.server';
import { machineRowsOf } from '$lib/rooms/crew/machine.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { shoeOf } from '$lib/rooms/stock/shoe.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Rows as passes, the wheel, and whether the machine pays. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:rows', 'viridane:calendar', 'viridane:ground');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [layout, ways, planters, shoe, runs, names] = await Promise.all([
    releasedLayout(facts, block.id),
    bothWaysOf(facts, block),
    activePlanters(facts),
    shoeOf(facts, block),
    facts.of(trialRunsFact, block.id),
    facts.of(namesFact),
  ]);
  const depth = depthOf(methodOf(block.method, block.conditions));
  const about = {
    mayPlan: may(role, 'plan'),
    mayRecord: may(role, 'record'),
    planters: planters.map(({ id, name }) => ({ id, name })),
    byMachine: block.conditions.planting === 'machine',
    /** Where the method wants the datum, metres. */
    bounds: [depth.least / 100, depth.most / 100] as const,
    datum: depth.datum,
    ...ways,
    shoe,
    /** Trial runs from the phones, the last one first. */
    runs: runs.slice(0, 20).map((run) => ({ ...run, author: names.get(run.author) ?? '' })),
  };
  if (!layout) return { ...about, layout: undefined };
  const [{ rows, cuttings }, { byRow }] = await Promise.all([
    machineRowsOf(facts, block),
    plantedOf(facts, block.id),
  ]);
  return {
    ...about,
    layout: {
      id: layout.id,
      trees: layout.trees,
      between: layout.rhythm.between,
      step: layout.rhythm.step,
      side: layout.rhythm.frame.side,
      mix: layout.parameters.mix.map(({ species }) => species),
      rows,
      /** What cuts rows, with the rows as ranges. */
      cuttings: cuttings.map(({ name, rows: cut }) => ({
        name,
        rows: cut.length,
        ranges: rangesOf(cut),
      })),
      planted: [...byRow],
    },
  };
};
