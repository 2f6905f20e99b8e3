import { sownDaysFact } from './elsewhere.server';
import {
  aloneCalls,
  boxCalls,
  noteCalls,
  unwatchedCalls,
  waveCalls,
} from '../../../../core/crew/calls';
import { refillInHand } from '../../../../core/crew/in-hand';
import { addTo, daysBetween } from '../../../../core/measure/dates';
import type { BlockCall } from '../../../../core/morning/board';
import { dayOf } from '../../../../core/say/day';
import type { Fact, Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { looksFact } from '../stock/facts.server';
import { activePlanters, plantedOf, plantersFact } from './facts.server';
import { boxesFact, wavesFact } from './follow.server';
import { refilledFact, refillOf } from '../survival/refills.server';
import { boxesOf, wavesOf } from './waves.server';
import { aloneOn, checkInsFact, notesFact } from './words.server';

/** What the crew's calls are read from, so that whoever asks for several blocks asks once. */
export const CREW_OF_BLOCK: readonly Fact<unknown>[] = [notesFact, wavesFact, boxesFact];
export const CREW_OF_SITE: readonly Fact<unknown>[] = [checkInsFact, sownDaysFact];

/** Days in which somebody planted of late. */
const LATELY = 7;
/** Boxes that run dry within so many days are called for. */
const DRY_SOON = 14;
const DAY = 86_400_000;

/** What the crew of a block asks of its leader this morning. */
export async function crewCalls(facts: Facts, block: BlockRow): Promise<BlockCall[]> {
  const { today, now, site } = facts;
  const [alone, planters, everybody, planted, refill, sets, looks, notes, waves, boxes] =
    await Promise.all([
      aloneOn(facts, block.id),
      activePlanters(facts),
      facts.of(plantersFact),
      plantedOf(facts, block.id),
      refillOf(facts, block.id),
      facts.of(refilledFact, block.id),
      facts.of(looksFact, block.id),
      facts.of(notesFact, block.id),
      block.calendarTerms.waves ? wavesOf(facts, block) : { states: [] },
      boxesOf(facts, block),
    ]);
  const nameOf = (id: string) => everybody.find((planter) => planter.id === id)?.name ?? '';
  const since = addTo(today, { days: -LATELY });
  const inHand = refill && refillInHand(refill, today) ? refill.id : undefined;
  const refilling = sets.filter(
    (set) => set.refill === inHand && dayOf(set.at, site.zone) >= since,
  );
  const planting = (planted.planted > 0 && planted.planted < planted.total) || refilling.length > 0;
  const busy = planters.filter(
    ({ id }) =>
      [...planted.sums.byDay].some(([day, ofDay]) => day >= since && (ofDay.get(id) ?? 0) > 0) ||
      refilling.some(({ planter }) => planter === id),
  );
  return [
    ...aloneCalls(
      alone.map((entry) => ({ ...entry, name: nameOf(entry.planter) })),
      block.name,
    ),
    ...(planting
      ? unwatchedCalls(
          busy.map(({ id, name }) => {
            const last = looks
              .filter(({ planter }) => planter === id)
              .reduce((newest, { at }) => (at > newest ? at : newest), '');
            return { name, days: last ? daysBetween(dayOf(last, site.zone), today) : null };
          }),
          block.name,
        )
      : []),
    ...waveCalls(waves.states, block.name, now),
    ...(boxes ? boxCalls(boxes.rows, today, addTo(today, { days: DRY_SOON }), block.name) : []),
    ...noteCalls(
      notes.filter(({ at }) => now - at < DAY),
      block.name,
    ),
  ];
}
