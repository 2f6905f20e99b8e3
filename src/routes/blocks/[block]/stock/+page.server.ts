import { say } from '../../../../../core/say/message';
import { brokenBy } from '../../../../../core/stock/handling';
import { byStress } from '../../../../../core/stock/keeping';
import { shortCode } from '../../../../../core/stock/label';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import {
  clockOfVessel,
  eventsOf,
  exposuresOf,
  looksFact,
  lotsFact,
  ordersFact,
  placesFact,
  soaksNow,
  type LotState,
} from '$lib/rooms/stock/facts.server';
import { stressOf } from '$lib/rooms/stock/keeping.server';
import { reachOf, stillToComeOf } from '$lib/rooms/stock/need.server';
import { openBlock } from '$lib/server/page';
import { rootAirNow } from '$lib/server/station';
import type { PageServerLoad } from './$types';

/** Lots listed until all are asked for. */
const LISTED = 60;

/** Lots, the most stressed first, and what happened to the one that is chosen. */
export const load: PageServerLoad = async ({ params, locals, url, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, facts } = await openBlock(locals, params.block);
  const [states, planters, places, air, reach, looks, lines, toCome] = await Promise.all([
    facts.of(lotsFact, block.id),
    facts.of(plantersFact),
    facts.of(placesFact),
    rootAirNow(facts),
    reachOf(facts, block.id),
    facts.of(looksFact, block.id),
    facts.of(ordersFact, block.id),
    stillToComeOf(facts, block.id),
  ]);
  const exposures = exposuresOf(states, air, facts.now);
  const stressed = await stressOf(facts, states, exposures);
  const whole = (state: LotState) => ({
    ...state.lot,
    shortCode: shortCode(state.lot.id),
    balance: state.balance,
    dipped: state.dipped,
    soaks: soaksNow(state, facts.now),
    exposure: exposures.get(state.lot.id)!,
    ...stressed.get(state.lot.id)!,
    open: state.open.map((vessel) => ({
      ...vessel,
      ...clockOfVessel(vessel, state, air, facts.now),
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
    planters: planters.map(({ id, name }) => ({ id, name })),
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
    /** How the chosen lot was handled where somebody looked. */
    handling: chosen && {
      looks: looks.filter(({ lot }) => lot === chosen.id).length,
      broken: (brokenBy(looks, 'lot').get(chosen.id) ?? []).map(({ habit, kept, broken }) => ({
        ...{ seen: say(`habit.${habit.key}.broken`), kept, broken },
      })),
    },
    history: chosen
      ? await eventsOf(facts, block.id, chosen.id, limit)
      : { events: [], more: false },
    limit,
    reach,
    /** Lines of the order that a lot may have come on. */
    lines: lines
      .filter(({ state }) => state !== 'declined')
      .map((line) => ({ ...line, toCome: toCome.get(line.id)! })),
  };
};
