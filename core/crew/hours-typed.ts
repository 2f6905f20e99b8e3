import { LONGEST_SHIFT, type Clocked } from './attendance';

/** A time at work on some day, in hours from its midnight; without an end for whoever is still at work. */
export interface WorkedSpell {
  from: number;
  to?: number;
}

const CLOCK = String.raw`(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?`;
const SPELL = new RegExp(String.raw`^${CLOCK}\s*(?:-|–|to|until)\s*(?:${CLOCK})?$`, 'i');

/** Hours of a clock as it is typed; undefined for one that no clock shows. */
function hourOf(hour: string, minute = '0', half?: string): number | undefined {
  const [hours, minutes] = [Number(hour), Number(minute)];
  if (minutes > 59 || hours > 24 || (half && (hours < 1 || hours > 12))) return undefined;
  const at = (half ? (hours % 12) + (/pm/i.test(half) ? 12 : 0) : hours) + minutes / 60;
  return at > 24 ? undefined : at;
}

/**
 * Reads times at work as they are typed, between commas or semicolons: "7-12, 12:30-16", "7:00 – 15:30",
 * "7am to 3.30pm". An end before its beginning is meant of the afternoon; the last may have none yet.
 * @returns spells in order, those that touch as one; undefined where it is no such thing, where two overlap,
 *   or where one is longer than anybody is believed to work in one go
 * @example spellsIn('7-12, 12:30-4') // => [{"from":7,"to":12},{"from":12.5,"to":16}]
 */
export function spellsIn(text: string): WorkedSpell[] | undefined {
  const spells: WorkedSpell[] = [];
  for (const part of text.split(/[,;]/)) {
    if (!part.trim()) continue;
    const said = SPELL.exec(part.trim());
    if (!said) return undefined;
    const from = hourOf(said[1], said[2], said[3]);
    const open = said[4] === undefined;
    let to = open ? undefined : hourOf(said[4], said[5], said[6]);
    if (from === undefined || (!open && to === undefined)) return undefined;
    if (to !== undefined && to <= from && !said[6] && to + 12 <= 24) to += 12;
    if (to !== undefined && (to <= from || to - from > LONGEST_SHIFT)) return undefined;
    const last = spells.at(-1);
    if (last && (last.to === undefined || last.to > from)) return undefined;
    if (last && last.to === from) {
      if (to !== undefined && to - last.from > LONGEST_SHIFT) return undefined;
      last.to = to;
      if (to === undefined) delete last.to;
    } else spells.push(to === undefined ? { from } : { from, to });
  }
  return spells;
}

/** What has to be clocked, and taken back, for a planter to have worked as wanted. */
export interface ClockChanges {
  takeBack: Clocked[];
  add: { kind: 'on' | 'off'; at: number }[];
}

const MINUTE = 60_000;

/**
 * What makes one planter's day as it is wanted out of what was clocked. Entries that say it already, to the
 * minute, stay; so does what somebody said to go on with in the middle of a spell.
 * @param clocked of one planter on that day, none taken back
 * @param wanted spells in order, milliseconds since 1970
 * @param tool what they planted with; undefined where nothing is said of it
 */
export function clockChanges(
  clocked: readonly Clocked[],
  wanted: readonly { from: number; to?: number }[],
  tool?: string,
): ClockChanges {
  const minute = (at: number) => Math.floor(at / MINUTE);
  const due = wanted.flatMap(({ from, to }) => [
    { kind: 'on' as const, at: from },
    ...(to === undefined ? [] : [{ kind: 'off' as const, at: to }]),
  ]);
  const found = new Set<object>();
  const takeBack = clocked.filter((entry) => {
    const same = due.find(
      (one) => !found.has(one) && one.kind === entry.kind && minute(one.at) === minute(entry.at),
    );
    const told = entry.kind === 'off' || tool === undefined || (entry.tool ?? '') === tool;
    if (same && told) return (found.add(same), false);
    const within = wanted.some(
      ({ from, to }) => minute(entry.at) > minute(from) && (to === undefined || entry.at < to),
    );
    return !(within && entry.kind === 'on');
  });
  return { takeBack, add: due.filter((one) => !found.has(one)) };
}
