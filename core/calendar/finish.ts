import { told } from '../say/told';
import { onDay } from '../say/message';
import { addTo, daysBetween, type Day } from '../measure/dates';
import { normalDeviate, seededRandom, type Random } from '../measure/random';

/** One crew with the trees it has to plant. */
export interface FinishCrew {
  name: string;
  /** Trees still to plant. */
  trees: number;
  planters: number;
  /** Trees one planter sets on a full day, and how much that differs from day to day. */
  rate: number;
  spread: number;
  /** By how much the rate itself may be wrong, all season long: its standard error as a share of it. */
  unsure?: number;
  /** Share of days a planter is away. */
  absence: number;
  /** Share of days on which the machine stands still; 0 for a crew by hand. */
  breakdown: number;
}

export interface Delivery {
  day: Day;
  trees: number;
}

export interface FinishInput {
  /** First day of planting. */
  start: Day;
  /** Last day of the window. */
  until: Day;
  crews: readonly FinishCrew[];
  /** For every weather year, for each of 365 days from `start` on, what share of a day can be planted. */
  weather: readonly Float32Array[];
  /** Days that stay together when weather is drawn. */
  blockDays: number;
  /** Working days of the week, Monday first. */
  week: readonly boolean[];
  /** Trees that arrive; without any all are there from the start. */
  deliveries: readonly Delivery[];
  /** Days a delivery may wait. */
  keeps: number;
  seasons: number;
  seed: string;
}

export interface FinishResult {
  /** Seasons by days from the start to the finishing day, 0 being the first; the last is “not at all”. */
  byDay: Int32Array;
  seasons: number;
  /** Share of the seasons finished on or before the last day. */
  inTime: number;
  /** Of the seasons that ended late: days lost to weather, hands and stock, as shares that add up to 1. */
  binds: { weather: number; hands: number; stock: number };
  /** Most days a delivery waited, season by season: median and nine in ten. */
  waited: { median: number; most: number };
  /** Share of the seasons in which a delivery waited longer than it keeps. */
  waitedTooLong: number;
}

/** Days after which a season is given up. */
const LONGEST = 365;

function check({ crews, weather, seasons, blockDays, start, until, deliveries }: FinishInput) {
  if (!crews.length) throw told('calendar.noCrew');
  for (const crew of crews) {
    if (!(crew.planters >= 1))
      throw told('calendar.crewWithoutPlanters', { name: crew.name, planters: crew.planters });
    if (!(crew.rate > 0))
      throw told('calendar.crewWithoutRate', { name: crew.name, rate: crew.rate });
  }
  if (!weather.length) throw told('calendar.noWeatherToDraw');
  if (!(seasons >= 1 && blockDays >= 1)) throw told('calendar.noSeasons');
  if (until < start)
    throw told('calendar.windowEndsFirst', { until: onDay(until), start: onDay(start) });
  const due = crews.reduce((sum, { trees }) => sum + trees, 0);
  const come = deliveries.reduce((sum, { trees }) => sum + trees, 0);
  if (deliveries.length && come < due) throw told('calendar.moreDelivered', { come, due });
}

/** Normal deviates come from a table: a season draws hundreds, a run millions. */
const DEVIATES = (() => {
  const random = seededRandom('deviates');
  return Float32Array.from({ length: 4096 }, () => normalDeviate(random));
})();

/** A factor of mean 1 that differs by so much, a share: log-normal, since no pace is below nothing. */
function drawnAbout(unsure: number, random: Random): number {
  if (unsure <= 0) return 1;
  const spread = Math.sqrt(Math.log1p(unsure ** 2));
  return Math.exp(spread * DEVIATES[(random() * 4096) | 0] - spread ** 2 / 2);
}

/** Planters present of a crew: each is away on a share of days. */
function present(crew: FinishCrew, random: Random): number {
  if (crew.absence <= 0) return crew.planters;
  let there = 0;
  for (let i = 0; i < crew.planters; i++) if (random() >= crew.absence) there++;
  return there;
}

/**
 * Plays seasons: weather drawn in blocks of days from whole years, planters away, machines broken,
 * stock as it arrives; first come, first planted. The same seed gives the same answer.
 * @param onProgress told the share that is done; false from it stops the run
 * @returns undefined when it was stopped
 * @throws Told for input that cannot be
 */
export function simulateFinish(
  input: FinishInput,
  onProgress?: (share: number) => boolean | void,
): FinishResult | undefined {
  check(input);
  const { crews, weather, blockDays, seasons, deliveries, keeps } = input;
  const random = seededRandom(input.seed);
  const last = daysBetween(input.start, input.until);
  const firstWeekday = ((daysBetween('2026-01-05', input.start) % 7) + 7) % 7;
  const works = Uint8Array.from({ length: LONGEST }, (_, d) =>
    input.week[(firstWeekday + d) % 7] ? 1 : 0,
  );
  const arrivals = deliveries
    .map(({ day, trees }) => ({ at: Math.max(0, daysBetween(input.start, day)), trees }))
    .sort((a, b) => a.at - b.at);
  const byDay = new Int32Array(LONGEST + 1);
  const lost = { weather: 0, hands: 0, stock: 0 };
  const waits = new Float64Array(seasons);
  let tooLong = 0;
  const left = new Float64Array(crews.length);
  const pace = new Float64Array(crews.length);
  for (let season = 0; season < seasons; season++) {
    if (onProgress && season % 500 === 0 && onProgress(season / seasons) === false)
      return undefined;
    for (let c = 0; c < crews.length; c++) {
      left[c] = crews[c].trees;
      // What is not known of a rate is the same on every day of a season.
      pace[c] = crews[c].rate * drawnAbout(crews[c].unsure ?? 0, random);
    }
    let open = crews.length;
    let stock = arrivals.length ? 0 : Infinity;
    let nextArrival = 0;
    /** Deliveries that are not used up: day and trees, first in first out. */
    let oldest = 0;
    let usedOfOldest = 0;
    let longestWait = 0;
    let year = weather[0];
    let shift = 0;
    let finished = LONGEST;
    let [toWeather, toStock, toHands] = [0, 0, 0];
    for (let day = 0; day < LONGEST; day++) {
      if (day % blockDays === 0) {
        year = weather[Math.floor(random() * weather.length)];
        // Weather of about the same season: up to a week earlier or later.
        shift = Math.floor(random() * 15) - 7;
      }
      while (nextArrival < arrivals.length && arrivals[nextArrival].at <= day)
        stock += arrivals[nextArrival++].trees;
      if (!works[day]) continue;
      const share = year[(day + shift + 365) % 365];
      if (share <= 0) {
        if (day <= last) toWeather++;
        continue;
      }
      let short = false;
      for (let c = 0; c < crews.length; c++) {
        if (left[c] <= 0) continue;
        const crew = crews[c];
        if (crew.breakdown > 0 && random() < crew.breakdown) continue;
        const noise = crew.spread > 0 ? 1 + crew.spread * DEVIATES[(random() * 4096) | 0] : 1;
        const able = present(crew, random) * pace[c] * share * (noise > 0 ? noise : 0);
        const set = Math.min(able, left[c], stock);
        if (set < able && set < left[c]) short = true;
        left[c] -= set;
        stock -= set;
        usedOfOldest += set;
        if (left[c] <= 1e-9) open--;
      }
      while (oldest < arrivals.length && usedOfOldest >= arrivals[oldest].trees - 1e-9) {
        usedOfOldest -= arrivals[oldest].trees;
        longestWait = Math.max(longestWait, day - arrivals[oldest].at);
        oldest++;
      }
      if (day <= last) {
        if (short) toStock++;
        else {
          toWeather += 1 - share;
          toHands += share;
        }
      }
      if (open === 0) {
        finished = day;
        // What is left over of a delivery has waited until the last tree is in.
        if (oldest < nextArrival && usedOfOldest > 0)
          longestWait = Math.max(longestWait, day - arrivals[oldest].at);
        break;
      }
    }
    byDay[finished]++;
    waits[season] = longestWait;
    if (longestWait > keeps) tooLong++;
    if (finished > last) {
      lost.weather += toWeather;
      lost.hands += toHands;
      lost.stock += toStock;
    }
  }
  let inTime = 0;
  for (let day = 0; day <= Math.min(last, LONGEST - 1); day++) inTime += byDay[day];
  const all = lost.weather + lost.hands + lost.stock || 1;
  waits.sort();
  return {
    byDay,
    seasons,
    inTime: inTime / seasons,
    binds: { weather: lost.weather / all, hands: lost.hands / all, stock: lost.stock / all },
    waited: {
      median: waits[seasons >> 1],
      most: waits[Math.min(seasons - 1, Math.floor(seasons * 0.9))],
    },
    waitedTooLong: tooLong / seasons,
  };
}

/** Day by which a share of the seasons has ended; undefined when so many never do. */
export function finishedBy(
  { byDay, seasons }: FinishResult,
  start: Day,
  share: number,
): Day | undefined {
  let sum = 0;
  for (let day = 0; day < byDay.length - 1; day++) {
    sum += byDay[day];
    if (sum >= share * seasons - 1e-9) return addTo(start, { days: day });
  }
  return undefined;
}

/**
 * Fewest planters, shared out over the crews as they are now, with which a share of the seasons
 * ends in time; undefined when a hundred and twenty do not.
 */
export function plantersFor(input: FinishInput, share: number, seasons = 1500): number | undefined {
  const now = input.crews.reduce((sum, { planters }) => sum + planters, 0);
  const chance = (planters: number) => {
    const crews = input.crews.map((crew) => {
      const part = (crew.planters * planters) / now;
      // A crew of a part of a planter plants at that part of the rate.
      const whole = Math.max(1, Math.round(part));
      return { ...crew, planters: whole, rate: (crew.rate * part) / whole };
    });
    return simulateFinish({ ...input, crews, seasons })!.inTime;
  };
  let [low, high] = [0, 120];
  if (chance(high) < share) return undefined;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (chance(middle) >= share) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * Days for deliveries of a given size that keep them from waiting: each one arrives when, in nine
 * of ten seasons, what came before is not used up yet, and no tree waits longer than it keeps.
 * @param sizes trees of each delivery, in order
 */
export function deliveryDays(
  input: FinishInput,
  sizes: readonly number[],
): { deliveries: Delivery[]; waits: number[] } {
  const seasons = 400;
  const trees = input.crews.reduce((sum, crew) => sum + crew.trees, 0);
  /** Day, from the start, by which a number of trees is planted in a share of the seasons. */
  const dayFor = (count: number, share: number): number => {
    const crews = input.crews.map((crew) => ({ ...crew, trees: (crew.trees * count) / trees }));
    const result = simulateFinish({ ...input, crews, deliveries: [], seasons })!;
    const day = finishedBy(result, input.start, share);
    return day ? daysBetween(input.start, day) : LONGEST;
  };
  let before = 0;
  const deliveries: Delivery[] = [];
  const waits: number[] = [];
  for (const size of sizes) {
    const at = before > 0 ? Math.max(0, dayFor(Math.min(before, trees), 0.1) - 1) : 0;
    before += size;
    deliveries.push({ day: addTo(input.start, { days: at }), trees: size });
    waits.push(Math.max(0, dayFor(Math.min(before, trees), 0.9) - at));
  }
  return { deliveries, waits };
}

/**
 * What share of each day can be planted, for a simulation, from days judged good, and whether at
 * least half of it was: years of 365 days turned so that they begin on the start day.
 * @param days with what share of each is fit, any order
 */
export function weatherYears(
  days: readonly { day: Day; share: number }[],
  start: Day,
): Float32Array[] {
  const base = Number(start.slice(0, 4));
  const years = new Map<number, Float32Array>();
  const known = new Map<number, number>();
  const from = start.slice(5) === '02-29' ? '02-28' : start.slice(5);
  for (const { day, share } of days) {
    let year = Number(day.slice(0, 4));
    if (day.slice(5) < from) year--;
    const offset = daysBetween(`${year}-${from}`, day);
    if (offset >= 365) continue;
    if (!years.has(year)) years.set(year, new Float32Array(365).fill(-1));
    years.get(year)![offset] = share;
    known.set(year, (known.get(year) ?? 0) + 1);
  }
  const whole = [...years].filter(([year]) => known.get(year)! >= 300).map(([, shares]) => shares);
  if (!whole.length) throw told('calendar.noWholeYear', { from, base });
  // A day nobody recorded is as good as the days around it.
  for (const shares of whole)
    for (let day = 0; day < 365; day++)
      if (shares[day] < 0) shares[day] = day > 0 ? shares[day - 1] : 1;
  return whole;
}
