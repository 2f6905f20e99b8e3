import type { Pace } from './usual';

/** What a crew plants with that entered no tools of its own; stored and learned by under these names. */
export const HAND_TOOLS = ['planting bar', 'spade', 'tube planter', 'mattock'] as const;
/** Places at the machine, which are clocked on to as tools are. */
export const SEATS = ['machine, left seat', 'machine, right seat', 'behind the machine'] as const;
/** Whoever walks behind firms and mends; rows are not theirs. */
export const BEHIND = SEATS[2];
export const isSeat = (name: string): boolean => (SEATS as readonly string[]).includes(name);
export type UsualTool = (typeof HAND_TOOLS)[number] | (typeof SEATS)[number];

export const isUsualTool = (name: string): name is UsualTool =>
  ([...HAND_TOOLS, ...SEATS] as readonly string[]).includes(name);

/** Kinds of the crew's tools that a way of planting asks for. */
const FITTING: Readonly<Record<Pace, readonly string[]>> = {
  ...{ pit: ['spade', 'auger'], bar: ['bar'], plug: ['tube'] },
  ...{ machine: ['machine'], volunteers: ['spade'] },
};
const USUAL: Readonly<Record<Pace, UsualTool>> = {
  ...{ pit: 'spade', bar: 'planting bar', plug: 'tube planter' },
  ...{ machine: 'machine, left seat', volunteers: 'spade' },
};

/**
 * What somebody may clock on with: the crew's own tools by the names under which their rates are kept, or the
 * usual ones where none are entered, and the seats of the machine. What fits the way of planting comes
 * first, and somebody's last tool before it.
 * @param own the site's tools in their order
 * @param last what this planter clocked on with last
 * @returns names, each once; never empty
 */
export function toolsOffered(
  own: readonly { name: string; kind: string }[],
  pace: Pace,
  last?: string,
): string[] {
  const hand = own.filter(({ kind }) => kind !== 'machine');
  const fits = own.filter(({ kind }) => FITTING[pace].includes(kind)).map(({ name }) => name);
  const rest: readonly string[] = hand.length ? hand.map(({ name }) => name) : HAND_TOOLS;
  const first = pace === 'machine' ? SEATS : fits.length ? fits : [USUAL[pace]];
  const usual = first.filter((name) => rest.includes(name) || !hand.length || pace === 'machine');
  const all = [...usual, ...rest, ...SEATS];
  return [...new Set(last && all.includes(last) ? [last, ...all] : all)];
}

/**
 * The place that somebody takes at a machine: whoever has rows sits where the fewest sit yet, left before right;
 * whoever has none sits where nobody does, else walks behind.
 * @param seats of one machine
 * @param taken what those who are here clocked on with
 */
export function seatFor(seats: 1 | 2, taken: readonly string[], hasRows: boolean): UsualTool {
  const many = SEATS.slice(0, seats).map((seat) => ({
    seat,
    sit: taken.filter((tool) => tool === seat).length,
  }));
  const [emptiest] = many.sort((a, b) => a.sit - b.sit);
  return hasRows || emptiest.sit === 0 ? emptiest.seat : BEHIND;
}
