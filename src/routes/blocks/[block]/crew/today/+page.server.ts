import { addTo } from '../../../../../../core/measure/dates';
import { dayBounds } from '../../../../../../core/say/day';
import { plantedOf, activePlanters, sharesFact } from '$lib/rooms/crew/facts.server';
import { toolsOn } from '$lib/rooms/crew/rates.server';
import {
  inHandOf,
  onFoot,
  refilledToday,
  refillStands,
  together,
} from '$lib/rooms/crew/in-hand.server';
import { dayOnBlock } from '$lib/rooms/crew/pace.server';
import { seatsOf } from '$lib/rooms/crew/usual';
import { gatePointOf, keepoutsFact, roadsOf } from '$lib/rooms/ground/facts.server';
import { drawnRowsOf, releasedLayout } from '$lib/rooms/rows/facts.server';
import { bagSize } from '$lib/rooms/stock/carry.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { reachOf } from '$lib/rooms/stock/need.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The day of the crew: who is here, who stands where, and until when. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:rows', 'viridane:stock', 'viridane:calendar');
  const { block, site, role, facts, person } = await openBlock(locals, params.block);
  const [layout, planters] = await Promise.all([
    releasedLayout(facts, block.id),
    activePlanters(facts),
  ]);
  const { dayStart, paces, heard, shifts, stops, words } = await dayOnBlock(
    facts,
    block,
    layout?.id,
  );
  const about = {
    at: facts.now,
    dayStart,
    /** Once the day is over the next one is planned. */
    nextStart: dayBounds(addTo(facts.today, { days: 1 }), site.zone)[0],
    zone: site.zone,
    mayPlan: may(role, 'plan'),
    mayClock: may(role, 'record'),
    tools: await toolsOn(facts, block),
    seats: seatsOf(block),
    gate: gatePointOf(block),
    roads: roadsOf(block, await facts.of(keepoutsFact, block.id)),
    own: planters.find(({ personId }) => personId === person.id)?.id ?? null,
    planters: planters.map(({ id, name, kind }) => ({ id, name, kind })),
    /** Trees an hour for what is left of the day. */
    paces: [...paces],
    heard: [...heard],
    shifts: shifts.filter(({ to, here }) => here || to >= dayStart),
    /** Hours of today that stop planting, and what stops it. */
    stops,
  };
  if (!layout) return { ...about, released: undefined };
  const inHand = await inHandOf(facts, block.id);
  const [refilled, rows, done, shares, reach, cards, bag] = await Promise.all([
    refilledToday(facts, block.id),
    drawnRowsOf(facts, block.id),
    plantedOf(facts, block.id),
    facts.of(sharesFact, block.id),
    reachOf(facts, block.id),
    facts.of(cardsFact),
    bagSize(facts, block, inHand.species),
  ]);
  return {
    ...about,
    ...(onFoot(inHand) ? { seats: 0 as const } : {}),
    released: {
      id: layout.id,
      number: layout.number,
      trees: layout.trees,
      planted: done.planted,
      today: done.today,
      todayByPlanter: [...together(done.todayByPlanter, refilled)],
      /** What is still to be planted, where it is not the layout's alone. */
      refill: inHand.refill && { ...refillStands(inHand, refilled)!, rows: inHand.rows },
      rhythm: layout.rhythm,
      rows,
      byRow: [...done.byRow],
      shares: shares.map(({ planterId, firstRow, lastRow }) => ({ planterId, firstRow, lastRow })),
      words,
      bag,
      short: reach
        .filter(({ short }) => short > 0)
        .map(({ species, speciesId, short, onHand }) => ({
          ...{ species, short, onHand },
          name: (cards.find(({ id }) => id === speciesId)?.name ?? '').toLowerCase(),
        })),
    },
  };
};
