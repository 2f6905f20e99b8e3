import { Op, type Transaction } from 'sequelize';
import type { Day } from '../../../core/measure/dates';
import { plantedBySpecies } from '../../../core/crew/planted';
import { flowOf, standingEvents, type StockEvent } from '../../../core/stock/ledger';
import { accountOfDay, type DayAccount } from '../../../core/stock/reconcile';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { SiteRow } from '../store/people';
import type { LotRow } from '../store/stock';
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
  const lotId = lots.map(({ id }) => id);
  // Everything since the day began: what planters had before it is what they have now less this.
  const since = (
    await store.stockEvent.findAll({
      where: {
        lotId,
        at: { [Op.gte]: from },
        kind: { [Op.in]: ['issue', 'return', 'plant', 'lose'] },
      },
      raw: true,
      ...options,
    })
  ).map(toEvent);
  const corrections = (
    await store.stockEvent.findAll({
      where: { corrects: since.map(({ id }) => id) },
      raw: true,
      ...options,
    })
  ).map(toEvent);
  const held = await store.stockHeld.findAll({
    where: { lotId, holder: { [Op.like]: 'c:%' } },
    raw: true,
    ...options,
  });
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
  return held
    .map(({ lotId, holder, count }) => ({
      planter: holder.slice(2),
      lot: lotId,
      count: Number(count) - (moved.get(`${lotId} ${holder}`) ?? 0),
    }))
    .filter(({ count }) => count > 0);
}
