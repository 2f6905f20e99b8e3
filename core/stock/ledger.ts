import type { MessageKey } from '../say/message';
import { isTold, told, type FigureValue } from '../say/told';

/** What can happen to trees of a lot. A correction is an event too: it cancels the one it names. */
export const STOCK_KINDS = [
  'receive',
  'move',
  'cull',
  'dip',
  'soak',
  'drain',
  'water',
  'issue',
  'return',
  'plant',
  'lose',
  'correct',
] as const;
export type StockEventKind = (typeof STOCK_KINDS)[number];

export interface StockEvent {
  /** Made by the device that recorded it; the same id twice counts once. */
  id: string;
  lot: string;
  kind: StockEventKind;
  count: number;
  /** ISO time in UTC. */
  at: string;
  /** For a correction: the event that it cancels. */
  corrects?: string | null;
  /** For the end of a soak: the event that began it. */
  closes?: string | null;
  planter?: string | null;
  /** Where the trees were, or for a receipt or return where they were put. */
  place?: string | null;
  /** For a move: where they went. */
  to?: string | null;
}

/** Whoever or whatever has trees: a place ("p:…") or a planter ("c:…"). */
export type Holder = `p:${string}` | `c:${string}`;

/** Trees go from one holder to another; undefined is outside: nursery, ground, heap, lost. */
export interface Flow {
  from?: Holder;
  to?: Holder;
}

export interface Balance {
  received: number;
  culled: number;
  issued: number;
  returned: number;
  planted: number;
  lost: number;
  /** In the places of the site together. */
  onHand: number;
  /** With the crew, neither planted nor brought back. */
  out: number;
  /** Trees of each holder that has any. */
  held: [Holder, number][];
}

const place = (id?: string | null): Holder => `p:${id ?? ''}`;
const crew = (id?: string | null): Holder => `c:${id ?? ''}`;

/** Double entry: from whom an event takes its trees and to whom it gives them. */
export function flowOf(event: Pick<StockEvent, 'kind' | 'place' | 'to' | 'planter'>): Flow {
  switch (event.kind) {
    case 'receive':
      return { to: place(event.place) };
    case 'move':
      return { from: place(event.place), to: place(event.to) };
    case 'cull':
      return { from: place(event.place) };
    case 'issue':
      return { from: place(event.place), to: crew(event.planter) };
    case 'return':
      return { from: crew(event.planter), to: place(event.place) };
    case 'plant':
      return { from: crew(event.planter) };
    case 'lose':
      return { from: event.planter ? crew(event.planter) : place(event.place) };
    default:
      return {};
  }
}

/** Events that count: each id once, and none that a correction has cancelled. */
export function standingEvents<Event extends StockEvent>(events: readonly Event[]): Event[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  const cancelled = new Set<string>();
  for (const event of byId.values()) if (event.corrects) cancelled.add(event.corrects);
  return [...byId.values()].filter((event) => event.kind !== 'correct' && !cancelled.has(event.id));
}

/** What a lot comes to, worked out from its events. Their order does not matter. */
export function balance(events: readonly StockEvent[]): Balance {
  const totals = new Map<StockEventKind, number>();
  const held = new Map<Holder, number>();
  const add = (holder: Holder | undefined, count: number) => {
    if (holder) held.set(holder, (held.get(holder) ?? 0) + count);
  };
  for (const event of standingEvents(events)) {
    totals.set(event.kind, (totals.get(event.kind) ?? 0) + event.count);
    const { from, to } = flowOf(event);
    add(from, -event.count);
    add(to, event.count);
  }
  return balanceFrom(totals, held);
}

/**
 * What a lot comes to with events on top of what is known of it: a phone's own, which the page does not count yet.
 * A correction among them takes back only what stands among them too.
 */
export function balanceWith(before: Balance, events: readonly StockEvent[]): Balance {
  const more = balance(events);
  const held = new Map(before.held);
  for (const [holder, count] of more.held) held.set(holder, (held.get(holder) ?? 0) + count);
  const sum = (part: 'received' | 'culled' | 'issued' | 'returned' | 'planted' | 'lost') =>
    before[part] + more[part];
  return balanceFrom(
    new Map([
      ['receive', sum('received')],
      ['cull', sum('culled')],
      ['issue', sum('issued')],
      ['return', sum('returned')],
      ['plant', sum('planted')],
      ['lose', sum('lost')],
    ]),
    held,
  );
}

/**
 * What a lot comes to from sums that are kept for it.
 * @param totals trees by kind of event, cancelled ones left out
 * @param held trees by holder
 */
export function balanceFrom(
  totals: ReadonlyMap<StockEventKind, number>,
  held: ReadonlyMap<Holder, number>,
): Balance {
  const total = (kind: StockEventKind) => totals.get(kind) ?? 0;
  const of = (letter: string) =>
    [...held].reduce((sum, [holder, count]) => sum + (holder.startsWith(letter) ? count : 0), 0);
  return {
    received: total('receive'),
    culled: total('cull'),
    issued: total('issue'),
    returned: total('return'),
    planted: total('plant'),
    lost: total('lose'),
    onHand: of('p:'),
    out: of('c:'),
    held: [...held].filter(([, count]) => count !== 0).sort(([a], [b]) => (a < b ? -1 : 1)),
  };
}

/**
 * Why an entry that came late was taken though the books cannot follow it yet: "short" leaves somebody
 * with less than nothing until the other half arrives, "twice" cancels what is cancelled already.
 */
export type StockFlag = 'short' | 'twice';

/** What must be known of a lot before something is entered on it. */
export interface Standing {
  balance: Balance;
  /** Whether the event to enter is there already. */
  known: boolean;
  /** The event a correction cancels, when it is in this lot, and whether it is cancelled already. */
  target?: StockEvent;
  cancelled?: boolean;
}

/** Names for the sentences of a refusal. */
export interface LedgerNames {
  lot: string;
  /** Of a holder: "the cold store", "Planter 3". */
  holder: (holder: Holder) => FigureValue;
}

/**
 * Says whether an event may be entered, and throws with the reason when it may not. Trees cannot
 * leave a place that does not have them, nor come back or be planted that were never handed out.
 * @returns false when the event is already recorded
 */
export function admitTo(
  { balance: before, known, target, cancelled }: Standing,
  event: StockEvent,
  names: LedgerNames,
): boolean {
  if (known) return false;
  const count = event.kind === 'correct' ? (target?.count ?? 0) : event.count;
  if (event.kind === 'correct') {
    if (!target || target.kind === 'correct') throw told('stock.noTarget');
    if (cancelled) throw told('stock.cancelledAlready');
  } else if (!(Number.isInteger(count) && count > 0)) {
    throw told('stock.notTrees', { count });
  }
  if (event.kind === 'move' && (event.place ?? '') === (event.to ?? '')) {
    throw told('stock.thereAlready');
  }
  const flow = flowOf(event.kind === 'correct' ? target! : event);
  const loser = event.kind === 'correct' ? flow.to : flow.from;
  if (!loser) return true;
  const has = before.held.find(([holder]) => holder === loser)?.[1] ?? 0;
  if (has >= count) return true;
  const who = names.holder(loser);
  if (event.kind === 'correct') {
    throw told('stock.goneOn', { who, left: has - count, lot: names.lot });
  }
  if (loser.startsWith('c:'))
    throw told('stock.notOut', { who, has, lot: names.lot, count, kind: event.kind });
  const all = before.onHand;
  const elsewhere = all > has ? 'yes' : 'no';
  throw told('stock.notOnHand', { lot: names.lot, has, who, all, count, elsewhere });
}

/**
 * Admits an entry that waited on a device. It happened, so it is taken; what the books cannot follow is
 * flagged and waits for its other half. Only what can never be true is refused.
 * @param admitted what admits it where nothing is late
 * @returns the flag, or undefined when nothing is amiss
 */
export function admitLate(
  standing: Standing,
  event: StockEvent,
  names: LedgerNames,
  admitted: (standing: Standing, event: StockEvent, names: LedgerNames) => unknown = admitTo,
): StockFlag | undefined {
  if (event.kind === 'correct' && standing.target && standing.cancelled) return 'twice';
  try {
    admitted(standing, event, names);
    return undefined;
  } catch (error) {
    if (isTold(error) && SHORT.includes(error.said.key)) return 'short';
    throw error;
  }
}

const SHORT: readonly MessageKey[] = [
  ...(['stock.notOut', 'stock.notOnHand', 'stock.goneOn'] as const),
  ...(['stock.soakMore', 'stock.wetMore'] as const),
];

/** As admitTo, from the events themselves. */
export function admit(
  events: readonly StockEvent[],
  event: StockEvent,
  names: LedgerNames,
): boolean {
  const target = events.find(({ id }) => id === event.corrects);
  return admitTo(
    {
      balance: balance(events),
      known: events.some(({ id }) => id === event.id),
      target,
      cancelled: Boolean(target && events.some(({ corrects }) => corrects === target.id)),
    },
    event,
    names,
  );
}
