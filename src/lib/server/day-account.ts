import { QueryTypes, type Transaction } from 'sequelize';
import type { Day } from '../../../core/measure/dates';
import { plantedBySpecies } from '../../../core/crew/planted';
import { flowOf, standingEvents, type StockEvent } from '../../../core/stock/ledger';
import { accountOfDay, type DayAccount } from '../../../core/stock/reconcile';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { SiteRow } from '../store/people';
import type { LotRow, StockEventRow } from '../store/stock';
import { releasedLayout, rowsOf, talliesOf } from './block';
import { standsFor } from './board';
import { dayBounds, toEvent } from './stock';

/** A day of a block: what every planter was issued, brought back and planted. */
export async function dayAccount(
  store: Store,
  block: BlockRow,
  site: SiteRow,
  day: Day,
  options: { transaction?: Transaction } = {},
): Promise<{ account: DayAccount; lots: LotRow[] }> {
  const [from, to] = dayBounds(day, site.zone);
  const lots = (await store.lot.findAll({
    where: { blockId: block.id },
    raw: true,
    ...options,
  })) as LotRow[];
  // Everything since the day began: what planters had before it is what they have now less this.
  const read = async (tables: string) =>
    (
      await store.sequelize.query<StockEventRow>(
        `SELECT e.id, e.lot_id AS lotId, e.kind, e.count, e.at, e.planter_id AS planterId,
           e.place_id AS placeId, e.to_id AS toId, e.corrects, e.closes FROM ${tables}`,
        { replacements: { block: block.id, from }, type: QueryTypes.SELECT, ...options },
      )
    ).map(toEvent);
  const since = await read(`stock_event e JOIN lot l ON l.id = e.lot_id
    WHERE l.block_id = :block AND e.at >= :from AND e.kind IN ('issue','return','plant','lose')`);
  const corrections = await read(`stock_event c
    JOIN lot l ON l.id = c.lot_id JOIN stock_event e ON e.corrects = c.id
    WHERE l.block_id = :block AND c.at >= :from AND e.kind = 'correct'`);
  const held = await store.sequelize.query<{ lotId: string; holder: string; count: number }>(
    `SELECT h.lot_id AS lotId, h.holder, h.count FROM stock_held h JOIN lot l ON l.id = h.lot_id
     WHERE l.block_id = :block AND h.holder LIKE 'c:%' AND h.count <> 0`,
    { replacements: { block: block.id }, type: QueryTypes.SELECT, ...options },
  );
  const layout = await releasedLayout(store, block.id);
  const tallied = layout
    ? plantedBySpecies(
        new Map((await rowsOf(store, layout.id)).map(({ number, runs }) => [number, runs])),
        await talliesOf(store, layout.id),
        layout.parameters.mix.map(({ species }) => species),
        from.toISOString(),
        to.toISOString(),
      )
    : new Map<string, number>();
  const species = new Map(lots.map((lot) => [lot.id, standsFor(lot)]));
  return {
    lots,
    account: accountOfDay(
      [...since.filter(({ at }) => at < to.toISOString()), ...corrections],
      tallied,
      (lot) => species.get(lot) ?? '',
      carriedIn(held, [...since, ...corrections]),
    ),
  };
}

/** What planters had out before a day began: what they have, less all that moved since. */
function carriedIn(
  held: readonly { lotId: string; holder: string; count: number }[],
  since: readonly StockEvent[],
) {
  const moved = new Map<string, number>();
  for (const event of standingEvents(since)) {
    const { from, to } = flowOf(event);
    for (const [holder, way] of [
      [from, -1],
      [to, 1],
    ] as const)
      if (holder?.startsWith('c:')) {
        const key = `${event.lot} ${holder}`;
        moved.set(key, (moved.get(key) ?? 0) + way * event.count);
      }
  }
  const now = new Map(
    held.map(({ lotId, holder, count }) => [`${lotId} ${holder}`, Number(count)]),
  );
  return [...new Set([...now.keys(), ...moved.keys()])]
    .map((key) => {
      const [lot, holder] = key.split(' ');
      const count = (now.get(key) ?? 0) - (moved.get(key) ?? 0);
      return { planter: holder.slice(2), lot, count };
    })
    .filter(({ count }) => count > 0);
}
