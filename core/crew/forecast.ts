import { judgeAir, type AirFinding } from '../calendar/weather';
import type { Air } from '../stock/exposure';
import { chanceOver, gammaQuantile, Z90, type Rate } from './rates';

/** Hours in which planting goes on, from and to in milliseconds; what lies between is a pause or stop. */
export interface Spell {
  from: number;
  to: number;
}

const HOUR = 3_600_000;

/**
 * The hours that are left of a day: from now to its end, without pauses and hours that stop planting.
 * @param stops hours in which roots or ground do not allow it
 */
export function spellsLeft(now: number, end: number, stops: readonly Spell[]): Spell[] {
  let spells: Spell[] = now < end ? [{ from: now, to: end }] : [];
  for (const stop of stops)
    spells = spells.flatMap((spell) => {
      if (stop.to <= spell.from || stop.from >= spell.to) return [spell];
      return [
        { from: spell.from, to: stop.from },
        { from: stop.to, to: spell.to },
      ].filter(({ from, to }) => to > from);
    });
  return spells;
}

/** Spells of the same cause that touch, as one. */
export function joinSpells<Why extends string>(
  spells: readonly (Spell & { why: readonly Why[] })[],
): (Spell & { why: readonly Why[] })[] {
  const joined: (Spell & { why: readonly Why[] })[] = [];
  for (const spell of spells) {
    const last = joined[joined.length - 1];
    if (last && last.to === spell.from && last.why.join() === spell.why.join())
      joined[joined.length - 1] = { ...last, to: spell.to };
    else joined.push(spell);
  }
  return joined;
}

/**
 * Hours of a day that stop planting, and what stops it.
 * @param hours air by whole hours of the site's clock
 * @param dayStart the site's midnight, milliseconds since 1970
 */
export const stopsOf = (
  hours: readonly (Air & { hour: number })[],
  dayStart: number,
): (Spell & { why: readonly AirFinding[] })[] =>
  joinSpells<AirFinding>(
    hours.flatMap((air) => {
      const { dayClass, because } = judgeAir(air);
      const from = dayStart + Math.floor(air.hour) * HOUR;
      return dayClass === 'stop' ? [{ from, to: from + HOUR, why: because }] : [];
    }),
  );

export const hoursIn = (spells: readonly Spell[]): number =>
  spells.reduce((sum, { from, to }) => sum + (to - from), 0) / HOUR;

/** When so many trees are in at a rate; undefined when the hours do not suffice. */
export function endsAt(
  trees: number,
  perHour: number,
  spells: readonly Spell[],
): number | undefined {
  if (trees <= 0) return spells[0]?.from;
  if (!(perHour > 0)) return undefined;
  let left = (trees / perHour) * HOUR;
  for (const { from, to } of spells) {
    if (left <= to - from + 1e-6) return from + left;
    left -= to - from;
  }
  return undefined;
}

export interface PlanterForecast {
  planter: string;
  /** Trees still to plant of their rows. */
  trees: number;
  /** When the last is in at the learned rate, and between what nine days in ten; undefined beyond today's hours. */
  end?: number;
  early?: number;
  late?: number;
  /** The row they stand in when the day ends. */
  lastRow?: number;
  /** Trees that today's hours do not reach. */
  over: number;
}

/** What a forecast takes of a rate. */
type DayRate = Pick<Rate, 'dayShape'> & { perHour: { value: number } };

/**
 * When, with so great a chance, all have set their trees, each of them as fast or slow as their day is by itself.
 * @param planters trees still to come, rates, and the hours of each
 * @returns undefined where today's hours do not suffice
 */
export function allEndBy(
  planters: readonly { trees: number; rate: DayRate; spells: readonly Spell[] }[],
  chance: number,
): number | undefined {
  const until = (spells: readonly Spell[], at: number) =>
    hoursIn(spells.flatMap(({ from, to }) => (from < at ? [{ from, to: Math.min(to, at) }] : [])));
  const done = (at: number) =>
    planters.reduce((all, { trees, rate: { perHour, dayShape }, spells }) => {
      const hours = until(spells, at);
      if (!(perHour.value > 0) || !hours) return trees > 0 ? 0 : all;
      return all * chanceOver(trees / hours, dayShape, dayShape / perHour.value);
    }, 1);
  const moments = planters.flatMap(({ spells }) => spells.flatMap(({ from, to }) => [from, to]));
  let [low, high] = [Math.min(...moments), Math.max(...moments)];
  if (!moments.length || done(high) < chance) return undefined;
  while (high - low > 1000) {
    const middle = (low + high) / 2;
    if (done(middle) < chance) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * Where each planter is when, by the learned rate and the hours left.
 * @param rows of theirs, in order of planting, with the trees still to plant
 */
export function forecast(
  planter: string,
  rows: readonly { number: number; trees: number }[],
  { perHour, dayShape }: DayRate,
  spells: readonly Spell[],
): PlanterForecast {
  const trees = rows.reduce((sum, row) => sum + row.trees, 0);
  const able = perHour.value * hoursIn(spells);
  let reached = 0;
  let lastRow: number | undefined;
  for (const row of rows) {
    if (row.trees <= 0) continue;
    if (reached >= able) break;
    reached += row.trees;
    lastRow = row.number;
  }
  return {
    planter,
    trees,
    end: endsAt(trees, perHour.value, spells),
    early: endsAt(trees, gammaQuantile(dayShape, dayShape / perHour.value, Z90), spells),
    late: endsAt(trees, gammaQuantile(dayShape, dayShape / perHour.value, -Z90), spells),
    lastRow,
    over: Math.max(0, Math.round(trees - able)),
  };
}
