import { openingMinutes, type Air } from './exposure';
import { flowOf, type Holder, type StockEvent, type StockEventKind } from './ledger';

/** What a holder has of a lot, and since when without a break. */
export interface Held {
  count: number;
  since: string;
}

/** Sums kept beside the events of one lot. */
export interface StockSums {
  totals: Map<StockEventKind, number>;
  held: Map<Holder, Held>;
}

export const emptyLot = (): StockSums => ({ totals: new Map(), held: new Map() });

/**
 * Takes an event into the sums of its lot: the one way from events to balances.
 * @param target the event that a correction cancels; undefined when that is cancelled already
 * @example foldStock(emptyLot(), { id: 'a', lot: 'l', kind: 'receive', count: 50, at: '2026-11-24T08:00:00Z' }, undefined).totals.get('receive') // => 50
 */
export function foldStock(
  sums: StockSums,
  event: StockEvent,
  target: StockEvent | undefined,
): StockSums {
  const counts = event.kind === 'correct' ? target : event;
  if (!counts) return sums;
  const way = event.kind === 'correct' ? -1 : 1;
  sums.totals.set(counts.kind, (sums.totals.get(counts.kind) ?? 0) + way * counts.count);
  const { from, to } = flowOf(counts);
  for (const [holder, sign] of [
    [from, -1],
    [to, 1],
  ] as const) {
    if (!holder) continue;
    const before = sums.held.get(holder) ?? { count: 0, since: event.at };
    sums.held.set(holder, {
      count: before.count + sign * way * counts.count,
      since: before.count === 0 ? event.at : before.since,
    });
  }
  return sums;
}

/** The sums of a lot made anew from its events, in the order in which they were recorded. */
export function stockSums(events: readonly StockEvent[]): StockSums {
  const byId = new Map<string, StockEvent>();
  const cancelled = new Set<string>();
  const sums = emptyLot();
  for (const event of events) {
    if (byId.has(event.id)) continue;
    byId.set(event.id, event);
    const { corrects } = event;
    const target = corrects && !cancelled.has(corrects) ? byId.get(corrects) : undefined;
    if (corrects) cancelled.add(corrects);
    foldStock(sums, event, target);
  }
  return sums;
}

/** Opening or closing of a bag, box or bucket, with the air of the moment. */
export interface RootEvent {
  id: string;
  kind: 'open' | 'close';
  closes?: string | null;
  label: string;
  at: string;
  air: Air;
}

/** Exposure of a lot as it is kept: by vessel in minutes of the anchor air, and what is open. */
export interface RootSums {
  totals: Map<string, { minutes: number; openings: number }>;
  open: Map<string, RootEvent>;
}

export const noneOpened = (): RootSums => ({ totals: new Map(), open: new Map() });

/**
 * Takes an opening or a closing into the exposure of its lot.
 * @param opened the opening that a closing closes
 */
export function foldRoot(
  sums: RootSums,
  event: RootEvent,
  opened: RootEvent | undefined,
): RootSums {
  if (event.kind === 'open') {
    sums.open.set(event.id, event);
    return sums;
  }
  if (!opened) return sums;
  const minutes = openingMinutes(
    {
      id: opened.id,
      openedAt: opened.at,
      closedAt: event.at,
      air: opened.air,
      closingAir: event.air,
    },
    event.at,
  );
  const before = sums.totals.get(opened.label) ?? { minutes: 0, openings: 0 };
  sums.totals.set(opened.label, {
    minutes: before.minutes + minutes,
    openings: before.openings + 1,
  });
  sums.open.delete(opened.id);
  return sums;
}

/** The exposure of a lot made anew from its events, in the order in which they were recorded. */
export function rootSums(events: readonly RootEvent[]): RootSums {
  const byId = new Map<string, RootEvent>();
  const sums = noneOpened();
  for (const event of events) {
    if (byId.has(event.id)) continue;
    byId.set(event.id, event);
    foldRoot(sums, event, event.closes ? byId.get(event.closes) : undefined);
  }
  return sums;
}
