import { billOf } from '$lib/rooms/calendar/year.server';
import { zonesFact } from '$lib/rooms/ground/facts.server';
import { siteStates } from '$lib/rooms/morning/board.server';
import { rowsFact } from '$lib/rooms/rows/facts.server';
import { ordersFact } from '$lib/rooms/stock/facts.server';
import { toOrderOf } from '$lib/rooms/stock/need.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The whole job on one page: every block in its phase, with stock, calendar and money. */
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
  const { role, facts } = await openBlock(locals, params.block);
  const states = await siteStates(facts);
  await facts.need(
    [ordersFact, zonesFact, rowsFact],
    states.map(({ block }) => block.id),
  );
  const job = await Promise.all(
    states.map(async ({ block, total, planted, calls, standing }) => {
      const [order, { bill, currency, ground }] = await Promise.all([
        toOrderOf(facts, block),
        billOf(facts, block),
      ]);
      return {
        id: block.id,
        name: block.name,
        phase: block.phase,
        plantingDay: block.plantingDay,
        area: ground.area,
        trees: total,
        planted,
        confirmed: order.confirmed,
        short: order.short,
        waiting: calls.filter(({ urgency }) => urgency !== 'note').length,
        standing,
        cost: bill.cost.value,
        own: bill.own.value,
        currency,
      };
    }),
  );
  // By planting day; blocks without one come last.
  const day = ({ plantingDay }: (typeof job)[number]) => plantingDay ?? '9999';
  return {
    mayPlan: may(role, 'plan'),
    job: job.sort((a, b) => (day(a) < day(b) ? -1 : day(a) > day(b) ? 1 : 0)),
  };
};
