import { rootTreatment, wateringRound } from '../../../../../../core/stock/containers';
import { vesselClock } from '../../../../../../core/stock/exposure';
import { byStress, keepingSpan } from '../../../../../../core/stock/keeping';
import { blockAccess, may } from '$lib/server/authorise';
import { now } from '$lib/server/clock';
import { airForRoots } from '$lib/server/station';
import {
  exposuresOf,
  lastEventOf,
  lotsOf,
  placesOf,
  readingsOf,
  stressOf,
  type LotStress,
} from '$lib/server/stock';
import { once } from '$lib/server/once';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

const SHOWN_DAYS = 14;

/** What a line of the list shows of a lot's stress. */
const brief = ({ stress, place, days, daysSinceLifting }: LotStress) => ({
  stress: stress.value,
  place: place && { name: place.name, days: place.days },
  days,
  daysSinceLifting,
});

/** Where every lot waits, what the loggers say, what is in water, and what has waited too long. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [states, places, air] = await Promise.all([
    once(locals, `lots ${block.id}`, () => lotsOf(open, block.id)),
    placesOf(open, site.id),
    airForRoots(open, site),
  ]);
  const at = now();
  const exposures = await exposuresOf(open, states, air);
  const stressed = await stressOf(open, site, states, places, exposures);
  const since = at - SHOWN_DAYS * 86_400_000;
  const cards = await open.species.findAll({ where: { siteId: site.id }, raw: true });
  const here = states.filter(({ balance }) => balance.onHand > 0);
  const containers = here.filter(
    ({ lot }) => cards.find(({ id }) => id === lot.speciesId)?.stock === 'container',
  );
  return {
    mayRecord: may(role, 'record'),
    at,
    air,
    places: await Promise.all(
      places.map(async (place) => {
        const readings = await readingsOf(open, place.id, since);
        return {
          ...place,
          readings,
          span: keepingSpan(readings, place),
          trees: here.reduce(
            (sum, { balance }) =>
              sum + (balance.held.find(([holder]) => holder === `p:${place.id}`)?.[1] ?? 0),
            0,
          ),
        };
      }),
    ),
    vessels: states
      .flatMap(({ lot, open: vessels, dipped }) =>
        vessels.map((vessel) => ({
          id: vessel.id,
          lotId: lot.id,
          code: lot.code,
          label: vessel.label,
          speciesId: lot.speciesId,
          ...vesselClock(vessel, air, dipped ? lot.dipFactor : 1, at),
        })),
      )
      .sort((a, b) => a.left - b.left),
    lots: here
      .map(({ lot, balance, soaks, dipped }) => ({
        id: lot.id,
        code: lot.code,
        speciesId: lot.speciesId,
        age: lot.age,
        dipped,
        soaks,
        held: balance.held.filter(([holder]) => holder.startsWith('p:')),
        ...brief(stressed.get(lot.id)!),
        exposure: exposures.get(lot.id)!.value,
      }))
      .sort(byStress),
    containers: await Promise.all(
      containers.map(async ({ lot, balance }) => {
        const samples = await open.inspection.findAll({ where: { lotId: lot.id }, raw: true });
        const trees = samples.flatMap((sample) => sample.trees);
        const watered = await lastEventOf(open, lot.id, 'water');
        const volume = lot.volume ?? 0.1;
        return {
          id: lot.id,
          code: lot.code,
          speciesId: lot.speciesId,
          onHand: balance.onHand,
          place: balance.held.find(([holder]) => holder.startsWith('p:'))?.[0].slice(2) ?? null,
          volume,
          form: lot.form ?? 'plug',
          watered,
          round: wateringRound(volume, balance.onHand, air),
          treatment: rootTreatment(
            lot.form ?? 'plug',
            trees.filter(({ faults }) => faults.includes('pot-bound')).length,
            trees.length,
          ),
        };
      }),
    ),
  };
};
