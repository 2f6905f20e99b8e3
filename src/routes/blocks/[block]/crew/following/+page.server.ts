import { dayOf } from '../../../../../../core/say/day';
import { boxWater } from '../../../../../../core/crew/reservoir';
import { rowFaultsFact } from '$lib/rooms/crew/follow.server';
import { boxesByMethod, boxesOf, wavesOf } from '$lib/rooms/crew/waves.server';
import { plantingWaterOf } from '$lib/rooms/crew/water.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { inHandOf } from '$lib/rooms/crew/in-hand.server';
import { refilledFact } from '$lib/rooms/survival/refills.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What follows the planters: waves, faults mended behind the machine, reservoir boxes. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:rows', 'viridane:calendar');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [layout, { states, rows }, inHand, sets, { planted }, boxes, faults] = await Promise.all([
    releasedLayout(facts, block.id),
    wavesOf(facts, block),
    inHandOf(facts, block.id),
    facts.of(refilledFact, block.id),
    plantedOf(facts, block.id),
    boxesOf(facts, block),
    facts.of(rowFaultsFact, block.id),
  ]);
  const left = inHand.rows.reduce((sum, { open, dead }) => sum + open + dead, 0);
  const waiting = states.find(({ wave }) => wave === 'water')?.waiting ?? 0;
  const [coming, standingDry] = await Promise.all([
    plantingWaterOf(facts, block, left),
    plantingWaterOf(facts, block, waiting),
  ]);
  const standing = boxes?.rows.reduce((sum, row) => sum + row.boxes, 0) ?? 0;
  return {
    mayPlan: may(role, 'plan'),
    today: facts.today,
    zone: facts.site.zone,
    byMachine: block.conditions.planting === 'machine',
    layout: layout && { id: layout.id, trees: layout.trees },
    /** The day from which trees of the refill in hand went in or will: what follows now follows these. */
    begins: inHand.refill
      ? [...sets]
          .filter(({ refill }) => refill === inHand.refill!.id)
          .map(({ at }) => dayOf(at, facts.site.zone))
          .concat(inHand.refill.plantOn, facts.today)
          .sort()[0]
      : null,
    states: states.map((state) => ({ ...state, next: state.next.slice(0, 8) })),
    rows,
    /** Rows in which something waits for a wave, those due first of each. */
    waiting: [...new Set(states.flatMap(({ next }) => next.map(({ row }) => row)))],
    /** What trees get as they go in: for those to come, and for those that stand and wait for it. */
    water: (coming ?? standingDry) && { coming, now: standingDry },
    faults,
    /** Trees of the layout that stand, among which faults were found. */
    planted,
    boxesByMethod: boxesByMethod(block),
    boxes: boxes && {
      ...boxes,
      standing,
      water: boxWater(Math.max(0, (layout?.trees ?? 0) - standing), boxes.terms),
    },
  };
};
