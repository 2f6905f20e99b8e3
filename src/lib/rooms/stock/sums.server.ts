import type { Air } from '../../../../core/stock/exposure';
import {
  balanceFrom,
  type Balance,
  type Holder,
  type StockEvent,
  type StockEventKind,
} from '../../../../core/stock/ledger';
import {
  foldRoot,
  foldStock,
  noneOpened,
  rootSums,
  stockSums,
  type RootEvent,
  type RootSums,
  type StockSums,
} from '../../../../core/stock/sums';
import type { Reader } from '../../server/reader';
import type { Work } from '../../server/work';
import type { RootEventRow, StockEventRow } from './tables.server';

/** A stored movement as the core reads it. */
export const asStockEvent = (row: StockEventRow): StockEvent => ({
  id: row.id,
  lot: row.lotId,
  kind: row.kind,
  count: row.count,
  at: new Date(row.at).toISOString(),
  planter: row.planterId,
  place: row.placeId,
  to: row.toId,
  corrects: row.corrects,
  closes: row.closes,
});

const airOf = ({ temperature, humidity, wind }: Air): Air => ({ temperature, humidity, wind });

export const asRootEvent = (row: RootEventRow): RootEvent => ({
  id: row.id,
  kind: row.kind,
  closes: row.closes,
  label: row.label,
  at: new Date(row.at).toISOString(),
  air: airOf(row),
});

/** Sums of a lot as they are kept. */
export async function readStockSums(reader: Reader, lotId: string): Promise<StockSums> {
  const [totals, held] = await Promise.all([
    reader.tables.stockTotal.all({ where: { lotId } }),
    reader.tables.stockHeld.all({ where: { lotId } }),
  ]);
  return {
    totals: new Map<StockEventKind, number>(totals.map(({ kind, count }) => [kind, Number(count)])),
    held: new Map(
      held.map(({ holder, count, since }) => [
        holder,
        { count: Number(count), since: new Date(since).toISOString() },
      ]),
    ),
  };
}

export const balanceOf = ({ totals, held }: StockSums): Balance =>
  balanceFrom(
    totals,
    new Map<Holder, number>([...held].map(([holder, { count }]) => [holder, count])),
  );

/** Takes a movement into the sums of its lot, under the lot's lock. */
export async function keepStock(
  work: Work,
  lotId: string,
  event: StockEvent,
  target: StockEvent | undefined,
): Promise<void> {
  const before = await readStockSums(work, lotId);
  const after = foldStock(
    { totals: new Map(before.totals), held: new Map(before.held) },
    event,
    target,
  );
  for (const [kind, count] of after.totals)
    if (before.totals.get(kind) !== count) await work.tables.stockTotal.put({ lotId, kind, count });
  for (const [holder, { count, since }] of after.held)
    if (before.held.get(holder)?.count !== count)
      await work.tables.stockHeld.put({ lotId, holder, count, since: new Date(since) });
}

/** Takes an opening or closing into the exposure of its lot, under the lot's lock. */
export async function keepRoots(
  work: Work,
  lotId: string,
  event: RootEvent,
  opened: RootEvent | undefined,
): Promise<void> {
  const sums = noneOpened();
  if (opened) {
    const before = await work.tables.rootTotal.one({ lotId, label: opened.label });
    if (before)
      sums.totals.set(opened.label, { minutes: before.minutes, openings: before.openings });
    sums.open.set(opened.id, opened);
  }
  const after = foldRoot(sums, event, opened);
  for (const [label, { minutes, openings }] of after.totals)
    await work.tables.rootTotal.put({ lotId, label, minutes, openings });
  if (opened && !after.open.has(opened.id)) await work.tables.rootOpen.remove({ id: opened.id });
  if (event.kind === 'open') await work.tables.rootOpen.add(openRow(lotId, event));
}

const openRow = (lotId: string, { id, label, at, air }: RootEvent) => ({
  ...{ id, lotId, label, ...air },
  at: new Date(at),
});

/** Makes the sums of a lot anew from its events. */
export async function rebuildLot(work: Work, lotId: string): Promise<void> {
  const { stock, roots } = await sumsFromEvents(work, lotId);
  await work.tables.stockTotal.remove({ lotId });
  await work.tables.stockHeld.remove({ lotId });
  await work.tables.rootTotal.remove({ lotId });
  await work.tables.rootOpen.remove({ lotId });
  await work.tables.stockTotal.addAll(
    [...stock.totals].map(([kind, count]) => ({ lotId, kind, count })),
  );
  await work.tables.stockHeld.addAll(
    [...stock.held].map(([holder, { count, since }]) => ({
      ...{ lotId, holder, count },
      since: new Date(since),
    })),
  );
  await work.tables.rootTotal.addAll(
    [...roots.totals].map(([label, { minutes, openings }]) => ({
      ...{ lotId, label, minutes, openings },
    })),
  );
  await work.tables.rootOpen.addAll([...roots.open.values()].map((event) => openRow(lotId, event)));
}

/** The sums of a lot by its events alone. */
export async function sumsFromEvents(
  reader: Reader,
  lotId: string,
): Promise<{ stock: StockSums; roots: RootSums }> {
  const [events, openings] = await Promise.all([
    reader.tables.stockEvent.all({ where: { lotId }, order: [['seq', 'ASC']] }),
    reader.tables.rootEvent.all({ where: { lotId }, order: [['seq', 'ASC']] }),
  ]);
  return {
    stock: stockSums(events.map(asStockEvent)),
    roots: rootSums(openings.map(asRootEvent)),
  };
}
