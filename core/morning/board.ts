/** One sentence of the morning board: what is due, short, late or out of line. */
export interface Call {
  urgency: 'stop' | 'soon' | 'note';
  /** When: "Now", "Today", "Fri". */
  when: string;
  /** What to do, with its number. */
  sentence: string;
  /** Why: the figures behind it. */
  detail: string;
  /** A verb for the link. */
  action: string;
  block: string;
  room: Room;
}

export const ROOMS = [
  'ground',
  'rows',
  'stock',
  'calendar',
  'crew',
  'checks',
  'tending',
  'survival',
] as const;
export type Room = (typeof ROOMS)[number];

const ORDER: Record<Call['urgency'], number> = { stop: 0, soon: 1, note: 2 };

const WHEN = ['Now', 'Today', 'Late'];

/** What must stop first, then what is soon, then what is good to know; today before what is long late. */
export function inOrder(calls: readonly Call[]): Call[] {
  const when = (call: Call) => (WHEN.includes(call.when) ? WHEN.indexOf(call.when) : WHEN.length);
  return [...calls].sort((a, b) => ORDER[a.urgency] - ORDER[b.urgency] || when(a) - when(b));
}

/** How many calls wait in each room: the flags on the pegs. */
export function flags(calls: readonly Call[]): Partial<Record<Room, number>> {
  const count: Partial<Record<Room, number>> = {};
  for (const { room, urgency } of calls) {
    if (urgency !== 'note') count[room] = (count[room] ?? 0) + 1;
  }
  return count;
}
