import { rootTreatment, wateringRound } from '../../../../../../core/stock/containers';
import { byStress, keepingSpan } from '../../../../../../core/stock/keeping';
import {
  cardsFact,
  clockOfVessel,
  exposuresOf,
  inspectionsOf,
  lastEventsOf,
  lotsFact,
  placesFact,
  readingsFact,
  soaksNow,
} from '$lib/rooms/stock/facts.server';
import { stressOf, type LotStress } from '$lib/rooms/stock/keeping.server';
import { blockMethod, methodOfLot } from '$lib/rooms/method/facts.server';
import type { LotRow } from '$lib/rooms/stock/tables.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import { rootAirNow } from '$lib/server/station';
import type { PageServerLoad } from './$types';

const SHOWN_DAYS = 14;

/** What a line of the list shows of a lot's stress. */
const brief = ({ stress, place, days, daysSinceLifting, airAllowed, advice }: LotStress) => ({
  ...{ airAllowed, advice },
  stress: stress.value,
  place: place && { name: place.name, days: place.days },
  days,
  daysSinceLifting,
});

/** Where every lot waits, what the loggers say, what is in water, and what has waited too long. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [states, places, air, cards, logged, method] = await Promise.all([
    facts.of(lotsFact, block.id),
    facts.of(placesFact),
    rootAirNow(facts),
    facts.of(cardsFact),
    facts.of(readingsFact),
    blockMethod(facts, block),
  ]);
  const at = facts.now;
  /** What the block does with such roots, told beside what the sample asks for. */
  const chosenFor = (lot: LotRow) =>
    methodOfLot(method, lot, cards).find(({ question }) => question === 'containerRoots')?.school;
  const exposures = exposuresOf(states, air, at);
  const since = at - SHOWN_DAYS * 86_400_000;
  const here = states.filter(({ balance }) => balance.onHand > 0);
  const containers = here.filter(
    ({ lot }) => cards.find(({ id }) => id === lot.speciesId)?.stock === 'container',
  );
  const ids = containers.map(({ lot }) => lot.id);
  const [stressed, samples, lastWatered] = await Promise.all([
    stressOf(facts, states, exposures),
    inspectionsOf(facts, ids),
    lastEventsOf(facts, ids, 'water'),
  ]);
  return {
    mayRecord: may(role, 'record'),
    at,
    air,
    places: places.map((place) => {
      const readings = (logged.get(place.id) ?? []).filter((reading) => reading.at >= since);
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
    vessels: states
      .flatMap(({ lot, open: vessels, dipped }) =>
        vessels.map((vessel) => ({
          id: vessel.id,
          lotId: lot.id,
          code: lot.code,
          label: vessel.label,
          openedAt: vessel.openedAt,
          speciesId: lot.speciesId,
          ...clockOfVessel(vessel, { lot, dipped }, air, at),
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
        soaks: soaksNow({ soaks }, at),
        held: balance.held.filter(([holder]) => holder.startsWith('p:')),
        ...brief(stressed.get(lot.id)!),
        exposure: exposures.get(lot.id)!.value,
      }))
      .sort(byStress),
    containers: containers.map(({ lot, balance }) => {
      const trees = samples
        .filter(({ lotId }) => lotId === lot.id)
        .flatMap((sample) => sample.trees);
      const watered = lastWatered.get(lot.id) ?? null;
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
        chosen: chosenFor(lot),
        treatment: rootTreatment(
          lot.form ?? 'plug',
          trees.filter(({ faults }) => faults.includes('pot-bound')).length,
          trees.length,
        ),
      };
    }),
  };
};
