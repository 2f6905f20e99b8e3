import { say } from '../say/message';
import { addTo, type Day } from '../measure/dates';
import { normalProbability } from '../measure/gamma';
import type { Figure } from '../measure/working';
import type { PlantedSums } from './sums';

/** Days of late that count. */
const LATE_DAYS = 30;
/** Hours of a day on which nobody clocked. Common practice, no source. */
export const DAY_HOURS = 8;
/**
 * A rate known beforehand weighs as much as so many hours of the planter's own: one that somebody typed
 * for them as a day, the usual one of their way of planting, which fits nobody in particular, as half a
 * day, and their own of open places with the walk between dead ones as a day. From memory.
 */
export const PRIOR_HOURS = { typed: 8, usual: 4, walk: 8 };
/** By how much a planter's days differ until their own tell, a share of the mean. From memory. */
const USUAL_SPREAD = 0.15;
/** Days of a planter's own from which on their spread is known. */
const OWN_DAYS = 3;

export interface Rate {
  /** Trees a day of eight hours. */
  rate: number;
  /** Trees an hour, and between what it lies nine times in ten. */
  perHour: Figure;
  low: number;
  high: number;
  /** Shape of the Gamma distribution of a single day's trees an hour about it: days differ, and it is not known exactly. */
  dayShape: number;
  from: 'tallies' | 'typed' | 'usual';
  /** Days and hours that it was learned from. */
  days: number;
  hours: number;
  /** How many times more than chance days vary, and as by how many hours the mean is known. */
  dispersion: number;
  known: number;
}

/** Hours worked, by planter and day; a day that is not in it was one of eight hours. */
export type WorkedHours = ReadonlyMap<string, ReadonlyMap<Day, number>>;

/**
 * What each planter sets: a Gamma prior about the typed or the usual rate, updated by the planter's own trees per hour
 * of the last month (today left out, which is not over). Trees come in days that differ more than chance
 * alone makes them differ, so that counts are divided by their dispersion, as a quasi-likelihood does.
 * The posterior of a Gamma(m₀·W, W) prior after N trees in H hours is Gamma(m₀·W + N, W + H) (Gelman et
 * al., Bayesian Data Analysis, ch. 2); its quantiles by Wilson & Hilferty 1931.
 * @param planters with the trees a day that somebody typed for them, if anybody did, and the usual ones
 * @param elsewhere hours that trees set elsewhere on a day take at the usual pace: a day's hours are parted
 *   among the places as their trees are at the pace that is usual there
 */
export function crewRates(
  planters: readonly { id: string; rate: number | null; usual: number }[],
  sums: Pick<PlantedSums, 'byDay'> | undefined,
  today: Day,
  worked: WorkedHours = new Map(),
  elsewhere: WorkedHours = new Map(),
): Map<string, Rate> {
  return new Map(
    planters.map(({ id, rate, usual }): [string, Rate] => {
      const seen = { byDay: sums?.byDay ?? new Map(), today, worked, elsewhere };
      const own = ownDays(id, usual / DAY_HOURS, seen);
      return [id, learned((rate ?? usual) / DAY_HOURS, own, rate === null ? 'usual' : 'typed')];
    }),
  );
}

/** What days of late tell of: trees of one kind by day and planter, and the hours that went into them and into others. */
export interface DaysSeen extends Pick<PlantedSums, 'byDay'> {
  /** Not over, and left out. */
  today: Day;
  worked: WorkedHours;
  /** Hours that the other trees of a day take at the usual pace. */
  elsewhere: WorkedHours;
}

/**
 * A planter's days of late with the hours that belong to these trees.
 * @param usual trees an hour by which a day's hours are parted
 */
export function ownDays(
  id: string,
  usual: number,
  { byDay, today, worked, elsewhere }: DaysSeen,
): { trees: number; hours: number }[] {
  const since = addTo(today, { days: -LATE_DAYS });
  return [...byDay].flatMap(([day, ofDay]) => {
    const trees = ofDay.get(id) ?? 0;
    if (day >= today || day < since || trees <= 0) return [];
    const here = trees / usual;
    const share = here / (here + (elsewhere.get(id)?.get(day) ?? 0));
    return [{ trees, hours: (worked.get(id)?.get(day) || DAY_HOURS) * share }];
  });
}

/**
 * A rate learned from days of work.
 * @param prior trees an hour, as typed or as usual
 */
export function learned(
  prior: number,
  days: readonly { trees: number; hours: number }[],
  before: keyof typeof PRIOR_HOURS = 'typed',
): Rate {
  const weight = PRIOR_HOURS[before];
  const trees = days.reduce((sum, day) => sum + day.trees, 0);
  const hours = days.reduce((sum, day) => sum + day.hours, 0);
  const shape = prior * weight + trees;
  const scale = weight + hours;
  const mean = shape / scale;
  const long = hoursADay({ days: days.length, hours });
  const dispersion = dispersionOf(days, 1 + USUAL_SPREAD ** 2 * prior * long);
  // A day yet to come varies as days do, about a mean that is known so well: both variances together.
  const ofADay = 1 / (1 / scale + 1 / long);
  const at = (z: number) => gammaQuantile(shape / dispersion, scale / dispersion, z);
  return {
    rate: mean * DAY_HOURS,
    perHour: {
      value: mean,
      kind: 'count',
      formula: say('formula.learned', { before }),
      steps: [
        { label: say('step.anHourOf', { before }), value: prior, kind: 'number' },
        { label: say('step.whichWeighsAs'), value: weight, kind: 'hours' },
        { label: say('step.trees'), value: trees, kind: 'count' },
        { label: say('step.worked'), value: hours, kind: 'hours' },
        { label: say('step.daysVarySoManyTimes'), value: dispersion, kind: 'number' },
      ],
    },
    low: at(-Z90),
    high: at(Z90),
    dayShape: (mean * ofADay) / dispersion,
    from: days.length ? 'tallies' : before === 'typed' ? 'typed' : 'usual',
    days: days.length,
    hours,
    dispersion,
    known: scale,
  };
}

/** Nine times in ten lies between these. */
export const Z90 = 1.6448536269514722;

/**
 * Pearson's statistic over its degrees of freedom: how much more the days of a planter differ than a
 * Poisson count would; at least 1 (McCullagh & Nelder, Generalized Linear Models, 6.2.3).
 * @param usual that of days that differ by the usual spread, and by chance
 */
function dispersionOf(days: readonly { trees: number; hours: number }[], usual: number): number {
  if (days.length < OWN_DAYS) return usual;
  const trees = days.reduce((sum, day) => sum + day.trees, 0);
  const hours = days.reduce((sum, day) => sum + day.hours, 0);
  const pearson = days.reduce((sum, day) => {
    const expected = (trees * day.hours) / hours;
    return sum + (day.trees - expected) ** 2 / expected;
  }, 0);
  // Few days say little of their spread: the usual one counts as much as two of them.
  const few = 2;
  return Math.max(1, (pearson + few * usual) / (days.length - 1 + few));
}

/**
 * A quantile of a Gamma distribution by the cube-root approximation of Wilson & Hilferty (1931), good to
 * a percent for shapes above 1.
 * @param rate inverse scale
 * @param z the standard normal quantile
 * @example gammaQuantile(100, 10, 0) // ≈ 9.97
 */
export function gammaQuantile(shape: number, rate: number, z: number): number {
  const root = 1 - 1 / (9 * shape) + z / (3 * Math.sqrt(shape));
  return (shape / rate) * Math.max(0, root) ** 3;
}

/**
 * The chance that a value of a Gamma distribution is at least so great, by the same approximation.
 * @example chanceOver(9.97, 100, 10) // ≈ 0.5
 */
export function chanceOver(value: number, shape: number, rate: number): number {
  if (value <= 0) return 1;
  const root = Math.cbrt((value * rate) / shape);
  return normalProbability((1 - 1 / (9 * shape) - root) * 3 * Math.sqrt(shape));
}

/** Hours that a planter's day had of late, as clocked; those of a usual day until then. */
export const hoursADay = ({ days, hours }: Pick<Rate, 'days' | 'hours'>): number =>
  days ? hours / days : DAY_HOURS;

/** Trees that a planter sets on a day as long as theirs were of late: a tractor that is lent for a morning ends it. */
export const treesADay = (rate: Pick<Rate, 'perHour' | 'days' | 'hours'>): number =>
  rate.perHour.value * hoursADay(rate);

/** Mean trees a day of eight hours of one of them. @returns the usual 600 where there is nobody yet */
export const meanRate = (rates: ReadonlyMap<string, Rate>): number =>
  meanOf(rates, ({ rate }) => rate, 600);

/** A planter's day as it was of late, the mean of the crew: its trees and its hours. */
export const meanDay = (rates: ReadonlyMap<string, Rate>): { trees: number; hours: number } => ({
  trees: meanOf(rates, treesADay, 600),
  hours: meanOf(rates, hoursADay, DAY_HOURS),
});

/**
 * By how much the mean pace of a crew may be wrong: its standard error as a share of it. What planters' own days
 * leave open is each one's own; what is usual or was typed is wrong for all of them alike.
 * @returns that of what is usual where there is nobody yet
 */
export function unsureOf(rates: ReadonlyMap<string, Rate>): number {
  const all = rates.size ? [...rates.values()] : [learned(600 / DAY_HOURS, [], 'usual')];
  const total = all.reduce((sum, { perHour }) => sum + perHour.value, 0);
  let [own, alike] = [0, 0];
  for (const { perHour, dispersion, known, from } of all) {
    const variance = (perHour.value * dispersion) / known;
    if (from === 'tallies') own += variance;
    else alike += Math.sqrt(variance);
  }
  return Math.sqrt(own + alike ** 2) / total;
}

function meanOf(
  rates: ReadonlyMap<string, Rate>,
  of: (rate: Rate) => number,
  nobody: number,
): number {
  const all = [...rates.values()].map(of);
  return all.length ? all.reduce((a, b) => a + b, 0) / all.length : nobody;
}
