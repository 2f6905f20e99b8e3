/** Somebody who works alone says so, says that they are well, or that they are back. */
export interface CheckIn {
  planter: string;
  /** Of which block they spoke. */
  block?: string;
  kind: 'alone' | 'here' | 'done';
  /** When it was said, and when the server heard of it; milliseconds since 1970. */
  at: number;
  heardAt: number;
  /** Minutes until the next word is due; of whoever begins. */
  minutes: number;
  /** Where the phone was, degrees; none where it did not know. */
  place: { longitude: number; latitude: number } | null;
}

/** Minutes past due before anybody is called missing: a glove has to come off. From memory. */
export const GRACE = 10;
const MINUTE = 60_000;

export type AloneState =
  /** The next word is not due yet. */
  | 'well'
  /** A word was due, and the phone has been heard of since without it. */
  | 'missed'
  /** A word was due, and the phone has not been heard of since the last: nobody knows. */
  | 'silent'
  /** The last word was spoken in time and heard too late: for a while nobody could have known. */
  | 'late';

export interface Alone {
  planter: string;
  state: AloneState;
  since: number;
  minutes: number;
  last: CheckIn;
  /** The newest place that is known, and when they were there. */
  place: { longitude: number; latitude: number; at: number } | null;
  due: number;
}

/**
 * How those who work alone are, as far as it can be known from what was heard.
 * @param checkIns of any order
 * @param heard when each planter's phone was last heard of in any way, milliseconds since 1970
 * @param now milliseconds since 1970
 */
export function aloneNow(
  checkIns: readonly CheckIn[],
  heard: ReadonlyMap<string, number>,
  now: number,
): Alone[] {
  const byPlanter = new Map<string, CheckIn[]>();
  for (const word of [...checkIns].sort((a, b) => a.at - b.at)) {
    const own = byPlanter.get(word.planter);
    // Who begins again begins anew.
    if (!own || word.kind === 'alone') byPlanter.set(word.planter, [word]);
    else own.push(word);
  }
  const alone: Alone[] = [];
  for (const [planter, words] of byPlanter) {
    const [first] = words;
    const last = words.at(-1)!;
    if (first.kind !== 'alone' || last.kind === 'done') continue;
    const due = last.at + first.minutes * MINUTE;
    const overdue = now > due + GRACE * MINUTE;
    const contact = Math.max(heard.get(planter) ?? 0, ...words.map(({ heardAt }) => heardAt));
    const before = words.at(-2);
    const late =
      before !== undefined && last.heardAt > before.at + (first.minutes + GRACE) * MINUTE;
    const placed = words.filter(({ place }) => place).at(-1);
    alone.push({
      planter,
      state: overdue ? (contact > due ? 'missed' : 'silent') : late ? 'late' : 'well',
      since: first.at,
      minutes: first.minutes,
      last,
      place: placed ? { ...placed.place!, at: placed.at } : null,
      due,
    });
  }
  return alone.sort((a, b) => a.due - b.due);
}
