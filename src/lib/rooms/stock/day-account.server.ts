import type { Day } from '../../../../core/measure/dates';
import { dayBounds } from '../../../../core/say/day';
import { plantedBySpecies } from '../../../../core/crew/planted';
import { flowOf, standingEvents, type StockEvent } from '../../../../core/stock/ledger';
import { accountOfDay, tallyKey, type DayAccount } from '../../../../core/stock/reconcile';
import type { Reader } from '../../server/reader';
import type { Tally } from '../../../../core/crew/progress';
import type { StoredRow } from '../../../../core/rows/stored';
import type { LayoutRow } from '../rows/tables.server';
import { asTally, readTallies } from '../crew/sums.server';
import type { BlockRow } from '../ground/tables.server';
import type { SiteRow } from '../people/tables.server';
import { readRows } from '../rows/facts.server';
import { refilledBetween, type RefilledTrees } from '../survival/refilled-trees.server';
import { standsFor } from './facts.server';
import { asStockEvent } from './sums.server';
import type { LotRow, StockEventRow } from './tables.server';

/** What a page has read already; a command reads it under its locks. */
interface Sources {
  layout?: LayoutRow;
  rows?: StoredRow[];
  tallies?: Tally[];
  /** Trees of refills of that day. */
  refilled?: RefilledTrees[];
}

/** A day of a block: what every planter was issued, brought back and planted. */
export async function dayAccount(
  reader: Reader,
  block: BlockRow,
  site: SiteRow,
  day: Day,
  sources: Sources = {},
): Promise<{ account: DayAccount; lots: LotRow[] }> {
  const [from, to] = dayBounds(day, site.zone).map((moment) => new Date(moment));
  const lots = await reader.tables.lot.all({ where: { blockId: block.id } });
  const columns = `e.id, e.lot_id AS lotId, e.kind, e.count, e.at, e.planter_id AS planterId,
    e.place_id AS placeId, e.to_id AS toId, e.corrects, e.closes, e.device`;
  // Everything since the day began: what planters had before it is what they have now less this.
  const rows = await reader.query<StockEventRow & { which: string }>(
    `SELECT 'event' AS which, ${columns} FROM stock_event e JOIN lot l ON l.id = e.lot_id
     WHERE l.block_id = :block AND e.at >= :from AND e.kind IN ('issue','return','plant','lose')
     UNION ALL
     SELECT 'correction', ${columns} FROM stock_event c JOIN lot l ON l.id = c.lot_id
       JOIN stock_event e ON e.corrects = c.id
     WHERE l.block_id = :block AND c.at >= :from AND e.kind = 'correct'`,
    { block: block.id, from },
  );
  const since = rows.filter(({ which }) => which === 'event').map(asStockEvent);
  const corrections = rows.filter(({ which }) => which === 'correction').map(asStockEvent);
  const closings = new Set(rows.filter(({ device }) => device === 'program').map(({ id }) => id));
  const held = await reader.query<{ lotId: string; holder: string; count: number }>(
    `SELECT h.lot_id AS lotId, h.holder, h.count FROM stock_held h JOIN lot l ON l.id = h.lot_id
     WHERE l.block_id = :block AND h.holder LIKE 'c:%' AND h.count <> 0`,
    { block: block.id },
  );
  const layout =
    sources.layout ?? (await reader.tables.layout.one({ blockId: block.id, state: 'released' }));
  const planted =
    sources.rows ?? (layout ? ((await readRows(reader, [layout.id])).get(layout.id) ?? []) : []);
  const tallies =
    sources.tallies ?? (layout ? (await readTallies(reader, layout.id)).map(asTally) : []);
  const tallied = layout
    ? plantedBySpecies(
        new Map(planted.map(({ number, runs }) => [number, runs])),
        tallies,
        layout.parameters.mix.map(({ species }) => species),
        from.toISOString(),
        to.toISOString(),
      )
    : new Map<string, number>();
  const refilled =
    sources.refilled ??
    (await refilledBetween(reader, { siteId: site.id, blockId: block.id }, from, to));
  for (const { planter, speciesId, trees } of refilled) {
    const key = tallyKey(planter, speciesId);
    tallied.set(key, (tallied.get(key) ?? 0) + trees);
  }
  const species = new Map(lots.map((lot) => [lot.id, standsFor(lot)]));
  return {
    lots,
    account: accountOfDay(
      [...since.filter(({ at }) => at < to.toISOString()), ...corrections],
      tallied,
      (lot) => species.get(lot) ?? '',
      carriedIn(held, [...since, ...corrections]),
      closings,
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
