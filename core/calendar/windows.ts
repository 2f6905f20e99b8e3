import { told } from '../say/told';
import { temperatureOf } from '../say/message';
import { addTo, daysBetween, type Day } from '../measure/dates';
import { normalDeviate, seededRandom } from '../measure/random';
import { DAY_LIMITS } from './weather';

/** A day as a weather file has it: °C, mm, humidity 0 to 1, m/s at 2 m. */
export interface WeatherDay {
  day: Day;
  lowest: number;
  highest: number;
  rain: number;
  humidity?: number | null;
  wind?: number | null;
}

export type StockType = 'bare-root' | 'container';

/** Why a day is not one for planting, the first that holds. */
export const HINDRANCES = [
  'frozen-ground',
  'not-dormant',
  'frost',
  'heat',
  'waterlogged',
  'dry-soil',
  'dry-air',
  'wind',
] as const;
export type Hindrance = (typeof HINDRANCES)[number];

/** Limits of the planting soil. From memory, the leader's to change. */
export const SOIL_LIMITS = {
  /** Water the planting depth holds between full and wilting, mm. */
  capacity: 60,
  /** Least share of it with which bare roots, and with which plugs take. */
  moist: { 'bare-root': 0.5, container: 0.3 } as Record<StockType, number>,
  /** Rain of one day, and of three, on which the ground stands wet, mm. */
  wetDay: 20,
  wetSpell: 40,
  /** Mean of five days below which the ground freezes, °C. */
  frozen: -0.5,
  /** Mean of ten days above which buds move, °C. */
  dormant: 10,
};

/** Fewest days of weather from which weeks are judged. */
const LEAST_DAYS = 330;

/**
 * Radiation above the atmosphere as depth of evaporated water, mm a day.
 * Source: FAO-56, eq. 21 to 25.
 * @param latitude degrees, south negative
 * @param dayOfYear from 1
 * @example skyRadiation(-20, 246) // ≈ 13.1
 */
export function skyRadiation(latitude: number, dayOfYear: number): number {
  const phi = (latitude * Math.PI) / 180;
  const turn = (2 * Math.PI * dayOfYear) / 365;
  const distance = 1 + 0.033 * Math.cos(turn);
  const declination = 0.409 * Math.sin(turn - 1.39);
  const sunset = Math.acos(Math.max(-1, Math.min(1, -Math.tan(phi) * Math.tan(declination))));
  const energy =
    ((24 * 60) / Math.PI) *
    0.082 *
    distance *
    (sunset * Math.sin(phi) * Math.sin(declination) +
      Math.cos(phi) * Math.cos(declination) * Math.sin(sunset));
  return 0.408 * energy;
}

/** Reference evaporation from temperatures alone, mm a day. Source: FAO-56, eq. 52 (Hargreaves). */
export function evaporation({ lowest, highest }: WeatherDay, radiation: number): number {
  const mean = (lowest + highest) / 2;
  return Math.max(0, 0.0023 * (mean + 17.8) * Math.sqrt(Math.max(0, highest - lowest)) * radiation);
}

/** Day of a year of 365; 29 February counts as the 28th. */
export function dayOfYear(day: Day): number {
  const year = day.slice(0, 4);
  const count = daysBetween(`${year}-01-01`, day);
  return count >= 59 && isLeap(Number(year)) ? count - 1 : count;
}
const isLeap = (year: number) => (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;

/** Week of the year from 0 to 51; the last has eight days. @example weekOf('2026-01-08') // => 1 */
export const weekOf = (day: Day): number => Math.min(51, Math.floor(dayOfYear(day) / 7));

/**
 * What hinders planting on every day of a weather file; undefined on a good one. The soil's water is
 * one bucket: rain in, evaporation out, no more than it holds.
 * @param days in order; where days are missing the bucket goes on from where it was
 * @param watered trees get water as they go in, so that dry soil means “plant with water”, not “stop”
 */
export function hindrances(
  days: readonly WeatherDay[],
  stock: StockType,
  latitude: number,
  watered = false,
): (Hindrance | undefined)[] {
  let water = SOIL_LIMITS.capacity * 0.6;
  return days.map((day, i) => {
    const radiation = skyRadiation(latitude, dayOfYear(day.day) + 1);
    // A half-full soil gives less and less.
    const taken = evaporation(day, radiation) * Math.min(1, water / (0.6 * SOIL_LIMITS.capacity));
    water = Math.max(0, Math.min(SOIL_LIMITS.capacity, water + day.rain - taken));
    const mean = (from: number) => {
      const span = days.slice(Math.max(0, i - from + 1), i + 1);
      return span.reduce((sum, d) => sum + (d.lowest + d.highest) / 2, 0) / span.length;
    };
    const rain3 = days.slice(Math.max(0, i - 2), i + 1).reduce((sum, d) => sum + d.rain, 0);
    if (mean(5) < SOIL_LIMITS.frozen) return 'frozen-ground';
    if (stock === 'bare-root' && mean(10) > SOIL_LIMITS.dormant) return 'not-dormant';
    if (day.highest < DAY_LIMITS.coldMarginal) return 'frost';
    if (day.highest > DAY_LIMITS.warmStop) return 'heat';
    if (day.rain > SOIL_LIMITS.wetDay || rain3 > SOIL_LIMITS.wetSpell) return 'waterlogged';
    if (!watered && water < SOIL_LIMITS.moist[stock] * SOIL_LIMITS.capacity) return 'dry-soil';
    if (day.humidity != null && day.humidity < DAY_LIMITS.dryStop) return 'dry-air';
    if (day.wind != null && day.wind > DAY_LIMITS.windStop) return 'wind';
    return undefined;
  });
}

export interface WeekShare {
  /** From 0. */
  week: number;
  /** First day of the week in a year without a leap day, "03-12". */
  from: string;
  /** Years in which at least half of the week's known days were good, of those known. */
  good: number;
  years: number;
  share: number;
  /** What hindered on the bad days, the most frequent first. */
  because: [Hindrance, number][];
}

/**
 * For each week of the year the share of years that allow planting, and why the others do not.
 * @throws Told when there is less than a year of weather
 */
export function weekShares(
  days: readonly WeatherDay[],
  stock: StockType,
  latitude: number,
  watered = false,
): WeekShare[] {
  if (days.length < LEAST_DAYS) throw told('calendar.tooFewDays', { days: days.length });
  const sorted = [...days].sort((a, b) => (a.day < b.day ? -1 : 1));
  const found = hindrances(sorted, stock, latitude, watered);
  const cells = new Map<string, { good: number; known: number }>();
  const reasons = Array.from({ length: 52 }, () => new Map<Hindrance, number>());
  sorted.forEach(({ day }, i) => {
    const week = weekOf(day);
    const key = `${day.slice(0, 4)} ${week}`;
    const cell = cells.get(key) ?? { good: 0, known: 0 };
    cells.set(key, cell);
    cell.known++;
    const hindrance = found[i];
    if (!hindrance) cell.good++;
    else reasons[week].set(hindrance, (reasons[week].get(hindrance) ?? 0) + 1);
  });
  return Array.from({ length: 52 }, (_, week) => {
    let good = 0;
    let years = 0;
    for (const [key, cell] of cells) {
      if (Number(key.split(' ')[1]) !== week || cell.known < 4) continue;
      years++;
      if (cell.good * 2 >= cell.known) good++;
    }
    return {
      week,
      from: addTo('2026-01-01', { days: week * 7 }).slice(5),
      good,
      years,
      share: years ? good / years : 0,
      because: [...reasons[week]].sort((a, b) => b[1] - a[1]),
    };
  });
}

/** A month of a typical year as it is entered by hand. */
export interface TypicalMonth {
  lowest: number;
  highest: number;
  /** mm in the month, and days on which it rains. */
  rain: number;
  rainDays: number;
  humidity?: number | null;
  wind?: number | null;
}

/**
 * Invents years that come to a typical one: temperatures between the middles of the months with
 * spells of some days, rain on about as many days as said. Same seed, same years.
 * @param months twelve, January first
 * @throws Told when a month cannot be
 */
export function yearsFromTable(
  months: readonly TypicalMonth[],
  years = 20,
  seed = 'typical',
): WeatherDay[] {
  if (months.length !== 12) throw told('calendar.twelveMonths');
  months.forEach(({ lowest, highest, rain, rainDays }, i) => {
    if (!(lowest <= highest))
      throw told('calendar.monthUpsideDown', {
        month: i + 1,
        lowest: temperatureOf(lowest),
        highest: temperatureOf(highest),
      });
    if (rain < 0 || rainDays < 0 || rainDays > 31)
      throw told('calendar.monthRain', { month: i + 1 });
  });
  const random = seededRandom(seed);
  const days: WeatherDay[] = [];
  let spell = 0;
  for (let i = 0; i < years * 365; i++) {
    const doy = i % 365;
    const day = addTo(`${2001 + Math.floor(i / 365)}-01-01`, { days: doy });
    const place = (doy / 365) * 12 - 0.5;
    const a = months[(Math.floor(place) + 12) % 12];
    const b = months[(Math.floor(place) + 13) % 12];
    const between = place - Math.floor(place);
    const mix = (key: 'lowest' | 'highest') => a[key] + (b[key] - a[key]) * between;
    const month = months[Number(day.slice(5, 7)) - 1];
    spell = 0.7 * spell + normalDeviate(random) * 0.71;
    const wet = random() < month.rainDays / 30.4;
    const depth = -Math.log(1 - random()) * (month.rain / Math.max(month.rainDays, 0.5));
    days.push({
      day,
      lowest: mix('lowest') + 3 * spell,
      highest: mix('highest') + 3 * spell,
      rain: wet ? depth : 0,
      humidity: month.humidity,
      wind: month.wind,
    });
  }
  return days;
}

export type RegimeKey = 'cool-temperate' | 'winter-rain' | 'monsoon' | 'cold-winter' | 'arid';

/** A season of the trade: months in which planting goes by custom, north of the equator. */
export interface Regime {
  key: RegimeKey;
  months: Record<StockType, readonly number[]>;
}

/** Common practice, no source. */
export const REGIMES: readonly Regime[] = [
  {
    key: 'cool-temperate',
    months: { 'bare-root': [11, 12, 1, 2, 3], container: [9, 10, 11, 3, 4] },
  },
  {
    key: 'winter-rain',
    months: { 'bare-root': [11, 12, 1, 2], container: [11, 12, 1] },
  },
  {
    key: 'monsoon',
    months: { 'bare-root': [6, 7], container: [6, 7, 8] },
  },
  {
    key: 'cold-winter',
    months: { 'bare-root': [4, 5], container: [4, 5, 6, 9] },
  },
  {
    key: 'arid',
    months: { 'bare-root': [11, 12, 1, 2], container: [10, 11, 12, 1, 2, 3] },
  },
];

/** Degrees from the equator within which the sun stands overhead once a year. */
const TROPIC = 23.4;
/** Degrees beyond which the ground is frozen all winter. From memory. */
const FROZEN = 60;

/**
 * The season of the trade that a site begins with, until its leader chooses or has its weather: in the tropics trees
 * go in with the rains, towards the poles after thaw. How dry a summer is no latitude tells. Common practice, no source.
 * @example usualRegime(-12.5) // => 'monsoon'
 */
export function usualRegime(latitude: number): RegimeKey {
  const away = Math.abs(latitude);
  if (away < TROPIC) return 'monsoon';
  return away > FROZEN ? 'cold-winter' : 'cool-temperate';
}

/** Weeks of a regime as shares of 0 or 1; six months later south of the equator. */
export function regimeWeeks(regime: Regime, stock: StockType, latitude: number): WeekShare[] {
  const months = regime.months[stock].map((month) =>
    latitude < 0 ? ((month + 5) % 12) + 1 : month,
  );
  return Array.from({ length: 52 }, (_, week) => {
    const from = addTo('2026-01-01', { days: week * 7 }).slice(5);
    const middle = addTo('2026-01-01', { days: week * 7 + 3 });
    const good = months.includes(Number(middle.slice(5, 7))) ? 1 : 0;
    return { week, from, good, years: 1, share: good, because: [] };
  });
}

/** Stretches of weeks whose share reaches a level, over the year's end too: [first, last]. */
export function stretches(weeks: readonly WeekShare[], level: number): [number, number][] {
  const fits = (week: number) => weeks[((week % 52) + 52) % 52].share >= level;
  if (weeks.every(({ share }) => share >= level)) return [[0, 51]];
  const found: [number, number][] = [];
  for (let week = 0; week < 52; week++) {
    if (!fits(week) || fits(week - 1)) continue;
    let end = week;
    while (fits(end + 1)) end++;
    found.push([week, end % 52]);
  }
  return found;
}

/** The share from which a week is fit: half as good as the best one, and half of its days where the best have so many. */
function fitShare(weeks: readonly WeekShare[]): number | undefined {
  const top = Math.max(...weeks.map(({ share }) => share));
  if (top <= 0) return undefined;
  return top >= 0.5 ? Math.max(0.5, top / 2) : top;
}

/** Weeks of a dip that still lie within a season: hard frost in midwinter. */
const LONGEST_DIP = 4;

const lengthOf = ([from, to]: [number, number]): number => ((to - from + 52) % 52) + 1;

/**
 * Stretches of weeks to plant in, from weeks half as good as the best and better. A dip does not end one when the
 * weeks on both its sides are as many, and it is no longer than four: hard frost in midwinter.
 * @returns first and last week of each, the one that holds most first
 */
function plantingStretches(weeks: readonly WeekShare[]): [number, number][] {
  const level = fitShare(weeks);
  if (level === undefined) return [];
  const found = stretches(weeks, level);
  const gap = (i: number) => (found[(i + 1) % found.length][0] - found[i][1] - 1 + 104) % 52;
  // The year is a ring: begin after its longest gap.
  const longest = found.map((_, i) => i).sort((x, y) => gap(y) - gap(x))[0];
  const joined: [number, number][] = [];
  for (let k = 1; k <= found.length; k++) {
    const i = (longest + k) % found.length;
    const before = joined.at(-1);
    const dip = gap((i + found.length - 1) % found.length);
    if (before && dip <= LONGEST_DIP && lengthOf(found[i]) >= dip && lengthOf(before) >= dip)
      before[1] = found[i][1];
    else joined.push([...found[i]]);
  }
  const sum = ([from, to]: [number, number]) => {
    let total = 0;
    for (let n = 0; n < lengthOf([from, to]); n++) total += weeks[(from + n) % 52].share;
    return total;
  };
  return joined.sort((x, y) => sum(y) - sum(x));
}

/** The best stretch of weeks to plant in; nothing where no week is fit. */
export const bestStretch = (weeks: readonly WeekShare[]): [number, number] | undefined =>
  plantingStretches(weeks)[0];

/** A stretch of fewer weeks is no season to plan for. From memory. */
const SEASON_WEEKS = 3;

/**
 * Whether planting may begin on a day by the weeks of the place, and when it may.
 * @returns whether the day lies in a stretch of fit weeks, and all of some length as their first and last day, of
 *   any year, in the order of the year
 */
export function fitFor(
  weeks: readonly WeekShare[],
  day: Day,
): { fit: boolean; fits: [from: Day, to: Day][] } {
  const found = plantingStretches(weeks);
  const long = found.filter((stretch) => lengthOf(stretch) >= SEASON_WEEKS);
  const dayAt = (week: number, into: number): Day =>
    addTo(`${day.slice(0, 4)}-${weeks[week].from}` as Day, { days: into });
  return {
    fit: found.some((stretch) => (weekOf(day) - stretch[0] + 52) % 52 < lengthOf(stretch)),
    fits: (long.length ? long : found)
      .sort(([a], [b]) => a - b)
      .map(([from, to]) => [dayAt(from, 0), dayAt(to, 6)]),
  };
}

/**
 * Share of each week's days on which work that needs certain weather can be done.
 * Still and dry: no rain, wind under the planting limit. Dry ground: the soil's water under half.
 */
export function workableShares(
  days: readonly WeatherDay[],
  need: 'dry ground' | 'still and dry',
  latitude: number,
): number[] {
  const good = new Float64Array(52);
  const known = new Float64Array(52);
  let water = SOIL_LIMITS.capacity * 0.6;
  for (const day of [...days].sort((a, b) => (a.day < b.day ? -1 : 1))) {
    const radiation = skyRadiation(latitude, dayOfYear(day.day) + 1);
    const taken = evaporation(day, radiation) * Math.min(1, water / (0.6 * SOIL_LIMITS.capacity));
    water = Math.max(0, Math.min(SOIL_LIMITS.capacity, water + day.rain - taken));
    const fit =
      need === 'dry ground'
        ? water < SOIL_LIMITS.capacity / 2
        : day.rain < 0.5 && (day.wind ?? 0) <= DAY_LIMITS.windMarginal && day.lowest > 0;
    known[weekOf(day.day)]++;
    if (fit) good[weekOf(day.day)]++;
  }
  return Array.from(good, (count, week) => (known[week] ? count / known[week] : 0));
}
