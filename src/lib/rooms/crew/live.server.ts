import { judgeAir } from '../../../../core/calendar/weather';
import { treesInRow } from '../../../../core/rows/stored';
import { minutesAllowed, vesselClock } from '../../../../core/stock/exposure';
import { minutesLeft } from '../../../../core/stock/calls';
import type { Facts } from '../../server/facts';
import { airAt } from '../../server/station';
import type { BlockRow } from '../ground/tables.server';
import { blockState } from '../morning/board.server';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import { cardsFact, dipOf, lotsFact } from '../stock/facts.server';
import { reachOf } from '../stock/need.server';
import {
  activePlanters,
  lastWordsOf,
  learnedRates,
  plantedOf,
  sharesFact,
  shiftsNow,
} from './facts.server';

const HOUR = 3_600_000;

/** Trees of the last hour by planter, what was taken back taken off. */
async function lastHour(facts: Facts, layoutId: string): Promise<Map<string, number>> {
  const rows = await facts.reader.query<{ planter: string; trees: string }>(
    `SELECT planter_id AS planter, SUM(IF(corrects IS NULL, count, -count)) AS trees FROM tally
     WHERE layout_id = :layoutId AND at > :since GROUP BY planter_id`,
    { layoutId, since: new Date(facts.now - HOUR) },
  );
  return new Map(rows.map(({ planter, trees }) => [planter, Number(trees)]));
}

/** The block as it is this moment: what the leader's live page shows and the stream sends. */
export async function liveOf(facts: Facts, block: BlockRow) {
  const [layout, state, planters, shares, done, shifts, rates, air, lots, cards] =
    await Promise.all([
      releasedLayout(facts, block.id),
      blockState(facts, block),
      activePlanters(facts),
      facts.of(sharesFact, block.id),
      plantedOf(facts, block.id),
      shiftsNow(facts),
      learnedRates(facts, block.id),
      airAt(facts),
      facts.of(lotsFact, block.id),
      facts.of(cardsFact),
    ]);
  const [rows, words, hour, reach] = layout
    ? await Promise.all([
        facts.of(rowsFact, block.id),
        lastWordsOf(facts, layout.id),
        lastHour(facts, layout.id),
        reachOf(facts, block.id),
      ])
    : [[], [], new Map<string, number>(), []];
  const leftOf = new Map(
    rows.map((row) => [row.number, treesInRow(row) - (done.byRow.get(row.number) ?? 0)]),
  );
  const nameOf = (speciesId: string) =>
    (cards.find(({ id }) => id === speciesId)?.name ?? '').toLowerCase();
  const here = new Map(shifts.filter((shift) => shift.here).map((shift) => [shift.planter, shift]));
  return {
    at: facts.now,
    planted: done.planted,
    total: done.total,
    today: done.today,
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
        return {
          ...{ id, name },
          since: here.get(id)?.from ?? null,
          tool: here.get(id)?.tool ?? '',
          // The row they spoke of last, while it has places; else the first of theirs that has.
          row:
            [word?.row, ...own].find((row) => row !== undefined && (leftOf.get(row) ?? 0) > 0) ??
            null,
          wordAt: word?.at ?? null,
          today: done.todayByPlanter.get(id) ?? 0,
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
