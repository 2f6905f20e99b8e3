import { coverOf } from '../../../../../../core/stock/orders';
import { blockAccess, may } from '$lib/server/authorise';
import { blockState } from '$lib/server/board';
import { orderLinesOf } from '$lib/server/orders';
import { store } from '$lib/server/store';
import { billOf } from '$lib/server/year-ground';
import type { BlockRow } from '$lib/store/ground';
import type { PageServerLoad } from './$types';

/** The whole job on one page: every block in its phase, with stock, calendar and money. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const rows = await open.block.findAll({
    where: { siteId: site.id },
    order: [
      ['plantingDay', 'ASC'],
      ['position', 'ASC'],
    ],
  });
  return {
    mayPlan: may(role, 'plan'),
    job: await Promise.all(
      rows.map(async (row) => {
        const block = row.get() as BlockRow;
        const [state, lines, { bill, currency, ground }] = await Promise.all([
          blockState(open, site, block, undefined),
          orderLinesOf(open, block.id),
          billOf(open, site, block),
        ]);
        const needed = new Map(
          (state.layout?.parameters.mix ?? []).map(({ species }, i) => [
            species,
            state.layout!.speciesCounts[i],
          ]),
        );
        const cover = coverOf(needed, lines);
        return {
          id: block.id,
          name: block.name,
          phase: block.phase,
          plantingDay: block.plantingDay,
          area: ground.area,
          trees: state.total,
          planted: state.planted,
          confirmed: cover.reduce((sum, { confirmed }) => sum + confirmed, 0),
          short: cover.reduce((sum, { short }) => sum + short, 0),
          waiting: state.calls.filter(({ urgency }) => urgency !== 'note').length,
          standing: state.standing,
          cost: bill.cost.value,
          own: bill.own.value,
          currency,
        };
      }),
    ),
  };
};
