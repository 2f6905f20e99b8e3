import type { Day } from '../measure/dates';
import { hoursIn, spellsLeft, type Spell } from './forecast';
import { DAY_HOURS } from './rates';
import { shareAgain, type OpenRow, type Rated } from './share';

/** When a planter comes later, or leaves earlier, than the rest on one day: hours of the site's clock. */
export interface OwnHours {
  planterId: string;
  day: Day;
  from?: number;
  until?: number;
}

/** What a day's hours are made of. */
export interface DayHours {
  begin: number;
  end: number;
  noon: number;
  /** Minutes. */
  pause: number;
}

const HOUR = 3_600_000;

/**
 * The planting hours of a day from now on, the pause at noon and what stops planting left out.
 * @param dayStart the site's midnight, milliseconds since 1970
 */
export function plantingSpells(
  { begin, end, noon, pause }: DayHours,
  now: number,
  dayStart: number,
  stops: readonly Spell[] = [],
): Spell[] {
  const at = (hour: number) => dayStart + hour * HOUR;
  return spellsLeft(Math.max(now, at(begin)), at(end), [
    { from: at(noon), to: at(noon + pause / 60) },
    ...stops,
  ]);
}

/** Whether a day's planting hours are over, so that the next day is the one that is planned and shared out. */
export const isOver = ({ end }: Pick<DayHours, 'end'>, now: number, dayStart: number): boolean =>
  now >= dayStart + end * HOUR;

/** Those of a day's planting hours in which somebody with hours of their own is there. */
export function spellsOf(
  spells: readonly Spell[],
  dayStart: number,
  own: Pick<OwnHours, 'from' | 'until'> | undefined,
): Spell[] {
  const { from = 0, until = 24 } = own ?? {};
  return spells
    .map((spell) => ({
      from: Math.max(spell.from, dayStart + from * HOUR),
      to: Math.min(spell.to, dayStart + until * HOUR),
    }))
    .filter((spell) => spell.to > spell.from);
}

/**
 * Shares rows that nobody has begun out anew, whoever comes late or leaves early getting less. For the day each has
 * as much as their hours of it allow, so that all end together, and what nobody reaches is left for another; for the
 * whole block the hours that somebody misses put off their end, unless all of it is planted today.
 * @param planters rates in trees a day of eight hours, and where today goes otherwise that of today
 * @param spells planting hours of the day from now on
 * @param own planting hours of those whose are other ones
 */
export function shareByHours(
  rows: readonly OpenRow[],
  planters: readonly (Rated & { today?: number })[],
  spells: readonly Spell[],
  own: ReadonlyMap<string, readonly Spell[]>,
  scope: 'block' | 'today',
): ReturnType<typeof shareAgain> {
  const all = hoursIn(spells);
  const timed = planters.map((planter) => {
    const theirs = own.get(planter.id) ?? spells;
    const there = hoursIn(theirs);
    const comes = theirs[0]?.from ?? Infinity;
    const before = hoursIn(
      spells.flatMap(({ from, to }) => (from < comes ? [{ from, to: Math.min(to, comes) }] : [])),
    );
    const rate = planter.rate / DAY_HOURS;
    const now = (planter.today ?? planter.rate) / DAY_HOURS;
    return { planter, rate, now, before, there };
  });
  const today = shareAgain(
    rows,
    timed.map(({ planter, now, before, there }) => ({
      ...planter,
      ...{ rate: now, from: before, until: before + there },
    })),
  );
  if (scope === 'today') return today;
  const whole = shareAgain(
    rows,
    timed.map(({ planter, rate, there }) => ({ ...planter, rate, from: all - there })),
  );
  return today.unshared === 0 && today.finish.value <= all ? today : whole;
}
