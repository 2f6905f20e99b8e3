import type { Message } from '../say/message';

/** One sentence of the morning board as data: what is due, short, late or out of line. */
export interface Call {
  urgency: 'stop' | 'soon' | 'note';
  /** When: now, today, by a day or an hour. */
  when: Message;
  /** What to do, with its figures. */
  say: Message;
  /** Why: the figures behind it. */
  detail?: Message;
  /** A verb for the link. */
  action: Message;
  block: string;
  room: Room;
}

/** A call before it is known which block it is about. */
export type BlockCall = Omit<Call, 'block'>;

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
const WHEN = ['when.now', 'when.today', 'when.late'];

/** What must stop first, then what is soon, then what is good to know; today before what is long late. */
export function inOrder(calls: readonly Call[]): Call[] {
  const when = ({ when: { key } }: Call) => (WHEN.includes(key) ? WHEN.indexOf(key) : WHEN.length);
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
