/** What can happen to trees of a lot. A correction is an event too: it cancels the one it names. */
export type StockEventKind = 'receive' | 'cull' | 'issue' | 'return' | 'correct';

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
  planter?: string | null;
}

export interface Balance {
  received: number;
  culled: number;
  issued: number;
  returned: number;
  onHand: number;
}

export class LedgerError extends Error {
  override name = 'LedgerError';
}

/** Events that count: each id once, and none that a correction has cancelled. */
export function standingEvents(events: readonly StockEvent[]): StockEvent[] {
  const byId = new Map(events.map((event) => [event.id, event]));
  const cancelled = new Set<string>();
  for (const event of byId.values()) if (event.corrects) cancelled.add(event.corrects);
  return [...byId.values()].filter((event) => event.kind !== 'correct' && !cancelled.has(event.id));
}

/** What a lot comes to: received − culled − issued + returned = on hand. Order does not matter. */
export function balance(events: readonly StockEvent[]): Balance {
  const sum = (kind: StockEventKind) =>
    standing.reduce((total, event) => total + (event.kind === kind ? event.count : 0), 0);
  const standing = standingEvents(events);
  const [received, culled, issued, returned] = [
    sum('receive'),
    sum('cull'),
    sum('issue'),
    sum('return'),
  ];
  return { received, culled, issued, returned, onHand: received - culled - issued + returned };
}

/**
 * Says whether an event may be added, and throws with the reason when it may not.
 * Trees cannot leave that are not there, nor come back that never went out.
 * @param events what is already recorded of the lot
 * @param lotName how people call the lot, for the sentence
 * @returns false when the event is already recorded
 */
export function admit(events: readonly StockEvent[], event: StockEvent, lotName: string): boolean {
  if (events.some(({ id }) => id === event.id)) return false;
  if (event.kind === 'correct') {
    const target = events.find(({ id }) => id === event.corrects);
    if (!target) throw new LedgerError('The entry to cancel is not in this lot.');
    if (events.some(({ corrects }) => corrects === target.id)) {
      throw new LedgerError('That entry is already cancelled.');
    }
  } else if (!(Number.isInteger(event.count) && event.count > 0)) {
    throw new LedgerError(
      `${event.count} trees cannot be entered; a whole number above 0 is accepted.`,
    );
  }
  const before = balance(events);
  const after = balance([...events, event]);
  if (after.onHand < 0) {
    throw new LedgerError(
      event.kind === 'correct'
        ? `Cancelling that would leave lot ${lotName} at ${after.onHand}: trees from it have already gone out.`
        : `Lot ${lotName} has ${before.onHand} on hand; ${event.count} cannot be taken from it.`,
    );
  }
  if (after.returned > after.issued) {
    throw new LedgerError(
      `Lot ${lotName} has ${before.issued - before.returned} out with the crew; ${event.count} cannot come back.`,
    );
  }
  return true;
}
