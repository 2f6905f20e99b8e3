import { judgeAir } from '../../../../core/calendar/weather';
import { endsAt } from '../../../../core/crew/forecast';
import { minutesAllowed, vesselClock } from '../../../../core/stock/exposure';
import { minutesLeft } from '../../../../core/stock/calls';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { blockState } from '../morning/board.server';
import { releasedLayout } from '../rows/facts.server';
import { cardsFact, dipOf, lotsFact } from '../stock/facts.server';
import { refilledFact } from '../survival/refills.server';
import { reachOf } from '../stock/need.server';
import { activePlanters, plantedOf, sharesFact } from './facts.server';
import { inHandOf, refilledToday, refillStands, setByPlanter, together } from './in-hand.server';
import { dayOnBlock } from './pace.server';

const HOUR = 3_600_000;

/** Trees of the last hour by planter, those of a refill with them, what was taken back taken off. */
async function lastHour(
  facts: Facts,
  { id: layoutId, blockId }: { id: string; blockId: string },
): Promise<Map<string, number>> {
  const since = facts.now - HOUR;
  const [rows, sets] = await Promise.all([
    facts.reader.query<{ planter: string; trees: string }>(
      `SELECT planter_id AS planter, SUM(IF(corrects IS NULL, count, -count)) AS trees FROM tally
       WHERE layout_id = :layoutId AND at > :since GROUP BY planter_id`,
      { layoutId, since: new Date(since) },
    ),
    facts.of(refilledFact, blockId),
  ]);
  return together(
    new Map(rows.map(({ planter, trees }) => [planter, Number(trees)])),
    setByPlanter(sets.filter(({ at }) => at > since)),
  );
}

/** The block as it is this moment: what the leader's live page shows and the stream sends. */
export async function liveOf(facts: Facts, block: BlockRow) {
  const layout = await releasedLayout(facts, block.id);
  const [
    { rates, paces, spellsFrom, shifts, air, words, dayStart },
    state,
    planters,
    shares,
    done,
    lots,
    cards,
  ] = await Promise.all([
    dayOnBlock(facts, block, layout?.id),
    blockState(facts, block),
    activePlanters(facts),
    facts.of(sharesFact, block.id),
    plantedOf(facts, block.id),
    facts.of(lotsFact, block.id),
    facts.of(cardsFact),
  ]);
  const [inHand, hour, reach, refilled] = layout
    ? await Promise.all([
        inHandOf(facts, block.id),
        lastHour(facts, layout),
        reachOf(facts, block.id),
        refilledToday(facts, block.id),
      ])
    : [{ rows: [], species: [] }, new Map<string, number>(), [], new Map<string, number>()];
  const { rows } = inHand;
  const leftOf = new Map(rows.map(({ number, open, dead }) => [number, open + dead]));
  const trees = together(done.todayByPlanter, refilled);
  const nameOf = (speciesId: string) =>
    (cards.find(({ id }) => id === speciesId)?.name ?? '').toLowerCase();
  const here = new Map(shifts.filter((shift) => shift.here).map((shift) => [shift.planter, shift]));
  return {
    at: facts.now,
    planted: done.planted,
    total: done.total,
    today: done.today,
    /** The refill in hand: what of it is set, and of how many places. */
    refill: refillStands(inHand, refilled),
    planters: planters
      .filter(({ id }) => here.has(id) || shares.some(({ planterId }) => planterId === id))
      .map(({ id, name }) => {
        const word = words.find(({ planter }) => planter === id);
        const own = shares
          .filter(({ planterId }) => planterId === id)
          .flatMap(({ firstRow, lastRow }) =>
            rows
              .filter(({ number }) => number >= firstRow && number <= lastRow)
              .map(({ number }) => number),
          );
        // The row they spoke of last, today or as theirs, while it has places; else the first of theirs that has.
        const spoke =
          word && (word.at >= dayStart || own.includes(word.row)) ? word.row : undefined;
        const row = [spoke, ...own].find(
          (number) => number !== undefined && (leftOf.get(number) ?? 0) > 0,
        );
        const full =
          row !== undefined && here.has(id)
            ? endsAt(leftOf.get(row)!, paces.get(id)!.perHour.value, spellsFrom(id))
            : undefined;
        return {
          ...{ id, name },
          since: here.get(id)?.from ?? null,
          tool: here.get(id)?.tool ?? '',
          row: row ?? null,
          /** When that row is full, at today's pace; of who is here, and only if today's hours reach. */
          rowEnds: full === undefined ? null : Math.max(full, facts.now),
          wordAt: word?.at ?? null,
          today: trees.get(id) ?? 0,
          lastHour: hour.get(id) ?? 0,
          /** Trees an hour they usually set. */
          usual: rates.get(id)?.perHour.value ?? 0,
          left: own.reduce((sum, row) => sum + Math.max(0, leftOf.get(row) ?? 0), 0),
        };
      }),
    bags: air
      ? lots.flatMap((state) =>
          state.open.map(({ id, openedAt, air: opened }) => {
            const clock = vesselClock(
              { openedAt, air: opened ?? air.now },
              air.now,
              dipOf(state),
              facts.now,
            );
            return {
              id,
              lot: state.lot.code,
              species: nameOf(state.lot.speciesId),
              ...minutesLeft(clock),
              forgotten: clock.forgotten,
              openedAt,
            };
          }),
        )
      : [],
    short: reach
      .filter(({ short }) => short > 0)
      .map(({ speciesId, short, onHand }) => ({ species: nameOf(speciesId), short, onHand })),
    air: air && {
      now: { ...air.now, judged: judgeAir(air.now) },
      hours: air.hours.map((hour) => ({ ...hour, dayClass: judgeAir(hour).dayClass })),
      roots: Math.floor(minutesAllowed(air.now, 1).value),
    },
    calls: state.calls,
  };
}

export type Live = Awaited<ReturnType<typeof liveOf>>;
