import { walkATree } from '../../../../../../core/crew/in-hand';
import { rowLength } from '../../../../../../core/rows/stored';
import { rangesOf } from '../../../../../../core/measure/ranges';
import { addTo } from '../../../../../../core/measure/dates';
import { refillRates } from '$lib/rooms/crew/rates.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { refillingOf } from '$lib/rooms/survival/refilling.server';
import { refillOf, refillTask } from '$lib/rooms/survival/refills.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Which dead places are filled, with what, how many are ordered, and how far it has got. */
export const load: PageServerLoad = async ({ params, locals, depends, url }) => {
  depends('viridane:survival', 'viridane:stock', 'viridane:crew', 'viridane:calendar');
  const { block, role, facts } = await openBlock(locals, params.block);
  const asked = Number(url.searchParams.get('chance') ?? 90);
  const chance = Math.min(0.999, Math.max(0.5, (Number.isFinite(asked) ? asked : 90) / 100));
  const [layout, plan, state, season] = await Promise.all([
    releasedLayout(facts, block.id),
    refillingOf(facts, block, chance),
    refillOf(facts, block.id),
    countedOf(facts, block),
  ]);
  const rows = layout ? await facts.of(rowsFact, block.id) : [];
  const lengthOf = new Map(rows.map((row) => [row.number, rowLength(row)]));
  const walk = walkATree(
    (plan?.rows ?? []).map(({ pegs, expected }) => ({ open: 0, dead: pegs.length + expected })),
    (plan?.rows ?? []).map(({ row }) => lengthOf.get(row) ?? 0),
  );
  const rates = await refillRates(facts, block.id, walk);
  const aDay = [...rates.values()].reduce((sum, { rate }) => sum + rate, 0) || 500;
  return {
    mayTick: may(role, 'record'),
    chance,
    layoutId: layout?.id,
    plan,
    verdict: season && { refill: season.refill, target: season.target },
    /** Days the crew takes, the walk from one dead place to the next with it. */
    days: plan ? Math.max(1, Math.ceil(plan.need.order.value / aDay)) : 1,
    proposed: addTo(facts.today, { days: 90 }),
    today: facts.today,
    state: state && {
      ...{ number: state.number, plantOn: state.plantOn, set: state.set, over: state.over },
      task: refillTask(state.id),
      ...{ places: state.places, ordered: state.ordered },
      rows: rangesOf(state.rows.map(({ row }) => row)),
      left: state.rows.filter(({ row }) => !state.setByRow.get(row)).map(({ row }) => row),
    },
  };
};
