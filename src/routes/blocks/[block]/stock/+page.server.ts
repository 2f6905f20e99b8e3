import { orderQuantity } from '../../../../../core/stock/order';
import { balance } from '../../../../../core/stock/ledger';
import { exposureMinutes } from '../../../../../core/stock/exposure';
import { reach } from '../../../../../core/stock/reach';
import { progress } from '../../../../../core/crew/progress';
import { blockAccess } from '$lib/server/authorise';
import { currentLayout, lotsOf, rowsOf, talliesOf } from '$lib/server/block';
import { bagClock, stillToPlant } from '$lib/server/board';
import { now } from '$lib/server/clock';
import { airForRoots } from '$lib/server/station';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

const USUAL_TERMS = { reserve: 0.05, cull: 0.05, pack: 50 };

export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [layout, lots, planters, air] = await Promise.all([
    currentLayout(open, block.id),
    lotsOf(open, block.id),
    open.planter.findAll({
      where: { siteId: site.id },
      order: [['position', 'ASC']],
      attributes: ['id', 'name'],
      raw: true,
    }),
    airForRoots(open, site),
  ]);
  const ids = layout?.parameters.mix.map(({ species }) => species) ?? [];
  const rows = layout ? await rowsOf(open, layout.id) : [];
  const byRow = layout
    ? progress(await talliesOf(open, layout.id)).byRow
    : new Map<number, number>();
  const at = now();
  return {
    planters,
    orders: ids.map((speciesId, i) => {
      const terms = block.orderTerms[speciesId] ?? USUAL_TERMS;
      return { speciesId, terms, quantity: orderQuantity(layout!.speciesCounts[i], terms) };
    }),
    reach: reach(rows, byRow, stillToPlant(lots, ids, rows, byRow)).map((entry) => ({
      ...entry,
      speciesId: ids[entry.species],
    })),
    lots: lots.map(({ lot, events, openings }) => ({
      ...lot,
      events,
      balance: balance(events),
      exposure: exposureMinutes(openings, new Date(at).toISOString()),
      openings: openings.length,
      open: openings
        .filter(({ closedAt }) => !closedAt)
        .map((opening) => ({
          id: opening.id,
          openedAt: opening.openedAt,
          ...bagClock(opening.openedAt, opening.air, air, lot.dipFactor, at),
        })),
    })),
  };
};
