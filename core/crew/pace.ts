import type { Day } from '../measure/dates';
import type { Figure } from '../measure/working';
import { say } from '../say/message';
import { hoursIn, spellsLeft, type Spell } from './forecast';
import type { Shift } from './attendance';
import type { DayTerms } from './day';
import type { DayHours, OwnHours } from './hours';
import { gammaQuantile, hoursADay, Z90, type Rate, type WorkedHours } from './rates';

/** What a planter has set today, and in how many hours of planting. */
export interface SoFar {
  trees: number;
  hours: number;
}

/** By how much a planter's hours of one day differ from each other, a share of the mean. From memory. */
const HOUR_SPREAD = 0.15;
/** So long, hours, what is left of a day is taken to be at least: the spread of a moment tells nobody anything. */
const LEAST_LEFT = 1;
/** More times the learned pace than this nobody plants: whoever seems to clocked on late. From memory. */
const TOO_FAST = 2;
const HOUR = 3_600_000;

/**
 * The pace that is reckoned with for the rest of a day: what a planter set of late, and what today tells of today.
 * Days differ (ground, air, the planter) by their own spread, and hours within a day again, so that the learned rate
 * weighs as much as so many hours of today: the variance of an hour within a day over that of a day's own pace about
 * the learned one, as in a normal-normal update of day within planter (Gelman et al., Bayesian Data Analysis, ch. 5,
 * with the counts' variance as a quasi-likelihood has it).
 * @param soFar of today, up to the last word; nothing yet leaves the rate as it was learned
 * @returns the rate with trees an hour for what is left of today; its `rate` and days stay those of late
 */
export function paceToday(rate: Rate, soFar: SoFar | undefined): Rate {
  if (!soFar || !(soFar.hours > 0)) return rate;
  const { trees, hours } = soFar;
  const usual = rate.perHour.value;
  const long = hoursADay(rate);
  const { weight, within } = weightOf(rate);
  const pace = (usual * weight + trees) / (weight + hours);
  const left = Math.max(LEAST_LEFT, long - hours);
  const known = weight + hours;
  const at = (z: number) => gammaQuantile((pace * known) / within, known / within, z);
  const perHour: Figure = {
    value: pace,
    kind: 'count',
    formula: say('formula.paceToday'),
    steps: [
      { label: say('step.ofLateAnHour'), value: usual, kind: 'number' },
      { label: say('step.whichWeighsAs'), value: weight, kind: 'hours' },
      { label: say('step.treesToday'), value: trees, kind: 'count' },
      { label: say('step.hoursToday'), value: hours, kind: 'hours' },
    ],
  };
  return {
    ...rate,
    perHour,
    low: at(-Z90),
    high: at(Z90),
    dayShape: pace / (within * (1 / known + 1 / left)),
  };
}

/** As how many hours of today the learned rate weighs, and how many times more than chance its hours vary. */
function weightOf(rate: Rate): { weight: number; within: number } {
  const usual = rate.perHour.value;
  const within = Math.min(rate.dispersion, 1 + HOUR_SPREAD ** 2 * usual);
  const ofDays = (rate.dispersion - within) / hoursADay(rate) + rate.dispersion / rate.known;
  return { weight: within / ofDays, within };
}

/**
 * In how many planting hours a planter has set what they have set today: from when they came to their last word,
 * without the pause and what stopped planting.
 * @param shifts of the planter today; where nobody clocked they are taken to have begun with the day
 * @param until of their last word, milliseconds since 1970
 * @param dayStart the site's midnight
 */
export function hoursSoFar(
  { begin, noon, pause }: DayHours,
  dayStart: number,
  stops: readonly Spell[],
  shifts: readonly Spell[],
  own: Pick<OwnHours, 'from'> | undefined,
  until: number,
): number {
  const at = (hour: number) => dayStart + hour * HOUR;
  const came = shifts.length ? shifts : [{ from: at(Math.max(begin, own?.from ?? 0)), to: until }];
  const off = [{ from: at(noon), to: at(noon + pause / 60) }, ...stops];
  return hoursIn(
    came.flatMap(({ from, to }) => spellsLeft(Math.max(from, dayStart), Math.min(to, until), off)),
  );
}

/** What is known of a day while it goes on. */
export interface DaySeen {
  terms: DayTerms;
  day: Day;
  /** The site's midnight with which it begins, milliseconds since 1970. */
  dayStart: number;
  /** Hours that do not allow planting. */
  stops: readonly Spell[];
  shifts: readonly Shift[];
  /** The newest word of each planter on the block, and the hours in which they set trees, by their beginnings. */
  words: readonly { planter: string; at: number; hours: readonly number[] }[];
  /** Trees set on the block today. */
  trees: ReadonlyMap<string, number>;
  /** Hours that trees on other blocks took. */
  elsewhere: WorkedHours;
}

/**
 * The pace of everybody for the rest of a day. Whoever has not been heard of since midnight is taken as learned: a
 * phone without signal is not slow. So is whoever planted elsewhere today too, since nobody said when they changed,
 * and whoever set more than hands can since they clocked on: they began before, and nobody knows when.
 */
export function pacesToday(
  rates: ReadonlyMap<string, Rate>,
  { terms, day, dayStart, stops, shifts, words, trees, elsewhere }: DaySeen,
): Map<string, Rate> {
  // Where anybody set trees nothing stopped planting, whatever the weather was told to be.
  const set = words.flatMap(({ hours }) => hours);
  const stopped = stops.flatMap((stop) =>
    set.reduce<Spell[]>(
      (left, hour) =>
        left.flatMap(({ from, to }) => spellsLeft(from, to, [{ from: hour, to: hour + HOUR }])),
      [stop],
    ),
  );
  return new Map(
    [...rates].map(([id, rate]) => {
      const word = words.find(({ planter, at }) => planter === id && at >= dayStart);
      const count = trees.get(id) ?? 0;
      if (!word || count <= 0 || elsewhere.get(id)?.get(day)) return [id, rate];
      const theirs = shifts.filter(({ planter, from }) => planter === id && from >= dayStart);
      const own = terms.own?.find((one) => one.planterId === id && one.day === day);
      const hours = hoursSoFar(terms, dayStart, stopped, theirs, own, word.at);
      if (count > TOO_FAST * rate.high * hours) return [id, rate];
      return [id, paceToday(rate, { trees: count, hours })];
    }),
  );
}

/**
 * From when whoever is at work is reckoned with: their last word of today, or when they came if that is later. Their
 * phone may be without signal, or all is entered in the evening: they plant on all the same. Whoever planted elsewhere
 * today was not here all that time, and is reckoned with from now.
 * @example heardOf({ day: '2026-11-24', dayStart: 0, shifts: [], words: [{ planter: 'p', at: 5 }], elsewhere: new Map() }).get('p') // => 5
 */
export function heardOf({
  day,
  dayStart,
  shifts,
  words,
  elsewhere,
}: Pick<DaySeen, 'day' | 'dayStart' | 'shifts' | 'elsewhere'> & {
  words: readonly { planter: string; at: number }[];
}): Map<string, number> {
  const heard = new Map<string, number>();
  for (const { planter, at } of words) if (at >= dayStart) heard.set(planter, at);
  for (const { planter, from, here } of shifts)
    if (here && from >= dayStart) heard.set(planter, Math.max(from, heard.get(planter) ?? 0));
  for (const [planter, days] of elsewhere) if (days.get(day)) heard.delete(planter);
  return heard;
}
