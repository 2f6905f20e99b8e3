import { progress } from '../../../../../core/crew/progress';
import { ANCHOR_AIR, vesselClock } from '../../../../../core/stock/exposure';
import { byStress } from '../../../../../core/stock/keeping';
import { shortCode } from '../../../../../core/stock/label';
import { reach } from '../../../../../core/stock/reach';
import { blockAccess } from '$lib/server/authorise';
import { currentLayout, rowsOf, talliesOf } from '$lib/server/block';
import { stillToPlant } from '$lib/server/board';
import { now } from '$lib/server/clock';
import { airForRoots } from '$lib/server/station';
import { eventsOf, exposuresOf, lotsOf, placesOf, stressOf } from '$lib/server/stock';
import { once } from '$lib/server/once';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Lots listed until all are asked for. */
const LISTED = 60;

/** Lots, the most stressed first, and what happened to the one that is chosen. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [layout, states, planters, places, air] = await Promise.all([
    currentLayout(open, block.id),
    once(locals, `lots ${block.id}`, () => lotsOf(open, block.id)),
    open.planter.findAll({
      where: { siteId: site.id },
      order: [['position', 'ASC']],
      attributes: ['id', 'name'],
      raw: true,
    }),
    placesOf(open, site.id),
    airForRoots(open, site),
  ]);
  const exposures = await exposuresOf(open, states, air ?? ANCHOR_AIR);
  const stressed = await stressOf(open, site, states, places, exposures);
  const at = now();
  const whole = ({ lot, balance, open: vessels, soaks, dipped }: (typeof states)[number]) => ({
    ...lot,
    shortCode: shortCode(lot.id),
    balance,
    dipped,
    soaks,
    exposure: exposures.get(lot.id)!,
    ...stressed.get(lot.id)!,
    open: vessels.map((vessel) => ({
      ...vessel,
      ...vesselClock(vessel, air, dipped ? lot.dipFactor : 1, at),
    })),
  });
  const sorted = states
    .map(whole)
    .sort(
      (a, b) =>
        Number(b.balance.onHand > 0) - Number(a.balance.onHand > 0) ||
        byStress(
          { stress: a.stress.value, daysSinceLifting: a.daysSinceLifting },
          { stress: b.stress.value, daysSinceLifting: b.daysSinceLifting },
        ),
    );
  const wanted = url.searchParams.get('lot');
  const chosen =
    sorted.find(({ id }) => id === wanted) ?? sorted.find((l) => l.open.length) ?? sorted[0];
  const listed = url.searchParams.has('all')
    ? sorted
    : sorted.filter((lot, i) => i < LISTED || lot === chosen || lot.open.length);
  const limit = Math.min(2000, Math.max(30, Number(url.searchParams.get('events')) || 30));
  return {
    planters,
    places,
    of: sorted.length,
    // A season's list holds hundreds: each line only what it shows, the chosen lot everything.
    lots: listed.map(
      ({ id, code, speciesId, age, replacesId, balance, place, days, exposure, stress, open }) => ({
        ...{ id, code, speciesId, age, replacesId, days, open },
        place: place?.name,
        onHand: balance.onHand,
        out: balance.out,
        exposure: exposure.value,
        stress: stress.value,
      }),
    ),
    lot: chosen,
    history: chosen ? await eventsOf(open, chosen.id, limit) : { events: [], more: false },
    limit,
    reach: layout ? await reachOf(layout, states) : [],
  };

  async function reachOf({ id, parameters }: NonNullable<typeof layout>, all: typeof states) {
    const ids = parameters.mix.map(({ species }) => species);
    const rows = await rowsOf(open, id);
    const { byRow } = progress(await talliesOf(open, id));
    return reach(rows, byRow, stillToPlant(all, ids, rows, byRow)).map((entry) => ({
      ...entry,
      speciesId: ids[entry.species],
    }));
  }
};
