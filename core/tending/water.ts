import { groupBy } from '../measure/group';
import { addTo, type Day } from '../measure/dates';
import type { WeatherDay } from '../calendar/windows';
import type { Soil } from '../ground/zones';
import { told } from '../say/told';
import { liquidOf } from '../say/message';
import { referenceEvaporation } from './evaporation';

/** Water a metre of soil holds for plants, mm. Source: FAO-56, table 19, middle of the ranges; peat from memory. */
export const AVAILABLE: Record<Soil['texture'], number> = {
  ...{ sand: 80, loam: 155, clay: 160, peat: 250 },
};

/** What a leader sets for watering a block. */
export interface WaterTerms {
  school: WaterSchool;
  /** Litres of the tank, litres a minute at the filling point, and minutes to drive there and back. */
  tank: number;
  flow: number;
  drive: number;
  /** Seconds a tree takes beside what its water takes to leave the hose, and the hose's litres a minute. */
  seconds: number;
  hose: number;
  /** Metres of ground round a tree that are wetted. */
  ring: number;
}

export const WATER_SCHOOLS = ['none', 'weekly', 'dated', 'bag', 'balance'] as const;
export type WaterSchool = (typeof WATER_SCHOOLS)[number];

/** Defaults: common practice for the litres, from memory for tank and hose. */
export const WATER_TERMS: WaterTerms = {
  school: 'balance',
  ...{ tank: 1000, flow: 60, drive: 15, seconds: 20, hose: 20, ring: 0.3 },
};
/** Litres a tree that the schools by rule give: five US gallons, and a slow bag. Common practice, no source. */
export const GIVES = { weekly: 19, dated: 19, bag: 75 } as const;
/** Rain since the last date that saves a dated watering, mm. From memory. */
const RAINED = 15;

/** Share of the store that may go before trees suffer. From memory. */
export const STRESS = 0.5;

export interface Rooted {
  soil: Pick<Soil, 'texture' | 'depth' | 'stones' | 'repellent'>;
  /** Living weeds stand round the trees, or the ring is clear, or mulched. */
  ring: 'sod' | 'clear' | 'mulch';
  plantedOn: Day;
}

/** How deep roots reach on a day, metres: a quarter in the first summer, growing. From memory. */
export function rootDepth({ plantedOn, soil }: Rooted, day: Day): number {
  // Days of UTC have 24 hours: thousands of days are gone over, so no calendar is asked.
  const years = Math.max(0, (Date.parse(day) - Date.parse(plantedOn)) / (365 * 86_400_000));
  return Math.min(soil.depth, 0.25 + 0.15 * Math.max(0, years - 0.5), 0.8);
}

/** Water that roots can reach when the soil is full, mm. */
export const rootStore = (rooted: Rooted, day: Day): number =>
  AVAILABLE[rooted.soil.texture] * rootDepth(rooted, day) * (1 - rooted.soil.stones);

/** Crop coefficients. A young tree in a bare ring, with living sod (the sod's own), under mulch. From memory. */
const TAKES = { sod: 1, clear: 0.4, mulch: 0.3 } as const;
/** Share of the rain that reaches the roots: sod drinks first; repellent ground sheds it. From memory. */
const REACHES = { sod: 0.6, clear: 0.9, mulch: 0.85 } as const;
const SHEDS = 0.6;

export interface WaterDay {
  day: Day;
  /** Water within reach and what the soil could hold, mm. */
  store: number;
  full: number;
  /** Whether the store is under the stress line. */
  suffers: boolean;
  /** Litres a tree given this day. */
  given: number;
  /** The school asks for them; nobody has given them yet. */
  asked: boolean;
  /** After the last day of known weather. */
  ahead: boolean;
}

/** Millimetres on the wetted ring that so many litres a tree make. @example asDepth(19, 0.3) // ≈ 67.2 */
export const asDepth = (litres: number, ring: number): number => litres / (Math.PI * ring * ring);

/** Litres a tree that fill a store again, from so many mm under full. */
export const asLitres = (mm: number, ring: number): number => mm * Math.PI * ring * ring;

/**
 * The store of the roots day by day: rain in as far as it reaches, the tree's and the weeds' draw out, less and
 * less of it under the stress line (FAO-56 eq. 84 and 85), no more than the soil holds; and what one school of
 * watering gives on the way.
 * @param days weather in order, from planting on; missing days are gone over as they are
 * @param given waterings that happened, litres a tree by day; from `today` on the school decides
 * @param probe store measured on a day, mm: the balance goes on from there
 */
export function waterBalance({
  days,
  rooted,
  latitude,
  elevation = 0,
  terms,
  given = new Map(),
  today,
  school = terms.school,
  decidesFrom = today,
  probe = new Map(),
}: {
  days: readonly WeatherDay[];
  rooted: Rooted;
  latitude: number;
  elevation?: number;
  terms: WaterTerms;
  given?: ReadonlyMap<Day, number>;
  today: Day;
  school?: WaterSchool;
  /** From which day the school gives water: today for what is to come, the first day for a comparison. */
  decidesFrom?: Day;
  probe?: ReadonlyMap<Day, number>;
}): WaterDay[] {
  let full = rootStore(rooted, days[0]?.day ?? today);
  let store = full * 0.9;
  let sinceWater = 0;
  let rainSince = 0;
  const evaporated = evaporationOf(days, latitude, elevation);
  return days.map(({ day, rain }, i) => {
    const now = rootStore(rooted, day);
    // Roots that grow reach soil as wet as the rest.
    store += (now - full) * (full ? store / full : 1);
    full = now;
    const reaches = REACHES[rooted.ring] * (rooted.soil.repellent ? SHEDS : 1);
    const mm = evaporated[i];
    const line = (1 - STRESS) * full;
    const draw = mm * TAKES[rooted.ring] * Math.min(1, line > 0 ? store / line : 0);
    store = Math.max(0, Math.min(full, store + rain * reaches - draw));
    const measured = probe.get(day);
    if (measured !== undefined) store = Math.max(0, Math.min(full, measured));
    rainSince += rain;
    sinceWater++;
    // What was given is known, also today; the school decides only where nothing was.
    const litres =
      given.get(day) ??
      (day < decidesFrom
        ? 0
        : gives(school, { day, store, full, sinceWater, rainSince, ring: terms.ring }));
    if (litres > 0) {
      store = Math.min(full, store + asDepth(litres, terms.ring));
      sinceWater = 0;
      rainSince = 0;
    } else if (isDated(day)) rainSince = 0;
    return {
      day,
      store,
      full,
      suffers: store < line - 1e-9,
      given: litres,
      asked: litres > 0 && !given.has(day),
      ahead: day > today,
    };
  });
}

/** Several zones and schools go over the same days: their evaporation is worked out once. */
const known = new WeakMap<readonly WeatherDay[], { on: string; mm: Float64Array }>();
function evaporationOf(
  days: readonly WeatherDay[],
  latitude: number,
  elevation: number,
): Float64Array {
  const on = `${latitude} ${elevation} ${days.length}`;
  const before = known.get(days);
  if (before?.on === on) return before.mm;
  const mm = Float64Array.from(days, (day) => referenceEvaporation(day, latitude, elevation).mm);
  known.set(days, { on, mm });
  return mm;
}

const isDated = (day: Day): boolean => ['10', '20', '30'].includes(day.slice(8));

/** Litres that a school gives on a day. The dry season decides for the schools by rule: they water while the soil is short. */
function gives(
  school: WaterSchool,
  now: {
    day: Day;
    store: number;
    full: number;
    sinceWater: number;
    rainSince: number;
    ring: number;
  },
): number {
  const short = now.store < 0.8 * now.full;
  switch (school) {
    case 'none':
      return 0;
    case 'weekly':
      return short && now.sinceWater >= 7 ? GIVES.weekly : 0;
    case 'dated':
      return short && isDated(now.day) && now.rainSince < RAINED ? GIVES.dated : 0;
    case 'bag':
      return now.store < (1 - STRESS) * now.full * 1.1 && now.sinceWater >= 10 ? GIVES.bag : 0;
    case 'balance':
      // Filled again when the stress line is near; rounded up to whole litres.
      return now.store <= (1 - STRESS) * now.full * 1.05
        ? Math.ceil(asLitres(now.full - now.store, now.ring))
        : 0;
  }
}

export interface SchoolOutcome {
  school: WaterSchool;
  days: WaterDay[];
  rounds: number;
  /** Litres a tree in all, and days under the stress line. */
  litres: number;
  suffered: number;
}

/** The schools side by side on the same weather. */
export const compareSchools = (
  of: Omit<Parameters<typeof waterBalance>[0], 'school' | 'decidesFrom'>,
): SchoolOutcome[] =>
  WATER_SCHOOLS.map((school) => {
    const days = waterBalance({
      ...of,
      // What was given, and measured under it, is of the way that was chosen.
      given: new Map(),
      probe: new Map(),
      school,
      decidesFrom: of.days[0]?.day ?? of.today,
    });
    return {
      ...{ school, days },
      rounds: days.filter(({ given }) => given > 0).length,
      litres: days.reduce((sum, { given }) => sum + given, 0),
      suffered: days.filter(({ suffers }) => suffers).length,
    };
  });

export interface Round {
  litres: number;
  trips: number;
  hours: number;
}

/**
 * A round of watering: all its litres, tanks driven, and hours: filling, driving, and at each tree its own
 * time and that of its water through the hose.
 * @throws Told for a tank or a hose that gives nothing
 */
export function roundOf(trees: number, each: number, terms: WaterTerms): Round {
  if (!(terms.tank > 0)) throw told('crew.emptyTank', { tank: liquidOf(terms.tank / 1000) });
  if (!(terms.flow > 0 && terms.hose > 0)) throw told('tending.noFlow');
  const litres = trees * each;
  const trips = Math.ceil(litres / terms.tank - 1e-9);
  const filling = litres / terms.flow + trips * terms.drive;
  const pouring = (trees * terms.seconds) / 60 + litres / terms.hose;
  return { litres, trips, hours: (filling + pouring) / 60 };
}

/** Trees that stand under the stress line for so many days on end are at risk. From memory. */
export const RISKY_DAYS = 14;

/** What a school of watering comes to on a whole block. */
export interface SchoolSeason {
  school: WaterSchool;
  /** Days on which any zone is watered. */
  rounds: number;
  litres: number;
  trips: number;
  hours: number;
  /** Days under the stress line in the zone that had most of them. */
  suffered: number;
  /** Trees of zones that were under it for `RISKY_DAYS` on end. */
  atRisk: number;
}

/**
 * A season of each school over all zones: what is watered on one day is one round, so that zones share a tank.
 * @param zones trees, whether standing water keeps them wet so that nobody waters them, and what each school does
 *   there; days of one may begin later than those of another
 */
export function schoolSeasons(
  zones: readonly { trees: number; wet: boolean; outcomes: readonly SchoolOutcome[] }[],
  terms: WaterTerms,
): SchoolSeason[] {
  const dry = zones.filter(({ wet, trees }) => !wet && trees > 0);
  return WATER_SCHOOLS.map((school) => {
    const own = dry.map(({ trees, outcomes }) => ({
      trees,
      ...outcomes.find((outcome) => outcome.school === school)!,
    }));
    const season: SchoolSeason = {
      ...{ school, rounds: 0, litres: 0, trips: 0, hours: 0 },
      suffered: Math.max(0, ...own.map(({ suffered }) => suffered)),
      atRisk: own
        .filter(({ days }) => longestDry(days) >= RISKY_DAYS)
        .reduce((sum, { trees }) => sum + trees, 0),
    };
    const byDay = groupBy(
      own.flatMap(({ trees, days }) =>
        days.flatMap(({ day, given }) => (given > 0 ? [{ day, trees, given }] : [])),
      ),
      ({ day }) => day,
    );
    for (const watered of byDay.values()) {
      const trees = watered.reduce((sum, zone) => sum + zone.trees, 0);
      const litres = watered.reduce((sum, zone) => sum + zone.trees * zone.given, 0);
      const round = roundOf(trees, litres / trees, terms);
      season.rounds++;
      season.litres += litres;
      season.trips += round.trips;
      season.hours += round.hours;
    }
    return season;
  });
}

/** Days of the longest spell under the stress line. */
function longestDry(days: readonly Pick<WaterDay, 'suffers'>[]): number {
  let [longest, now] = [0, 0];
  for (const { suffers } of days) {
    now = suffers ? now + 1 : 0;
    longest = Math.max(longest, now);
  }
  return longest;
}

/**
 * Seconds in which a bucket empties through a hole in its bottom: t = (A/a)·√(2h/g)/C, from Torricelli's law.
 * @param wide diameter of the bucket, metres
 * @param hole diameter of the hole
 * @param high water over the hole
 * @param c discharge coefficient, 0.6 for a plain hole
 * @example bucketSeconds(0.26, 0.003, 0.36) / 60 // ≈ 57
 */
export const bucketSeconds = (wide: number, hole: number, high: number, c = 0.6): number =>
  ((wide / hole) ** 2 * Math.sqrt((2 * high) / 9.81)) / c;

/**
 * What such a bucket gives, and what stays in it below its hole.
 * @param wide diameter of the bucket, metres
 * @param high water over the hole, metres
 * @param up the hole over the bottom, metres
 * @returns litres
 */
export function bucketLitres(
  wide: number,
  high: number,
  up: number,
): { gives: number; stays: number } {
  const area = Math.PI * (wide / 2) ** 2;
  return { gives: 1000 * area * high, stays: 1000 * area * up };
}

/** The first day from today on which a balance gives water; nothing within the days there are. */
export const nextWatering = (days: readonly WaterDay[], today: Day): WaterDay | undefined =>
  days.find(({ day, asked }) => day >= today && asked);

/** Weather of the days ahead, as it was on the same days of the year whose rain then was the middle one. */
export function typicalAhead(known: readonly WeatherDay[], today: Day, many: number): WeatherDay[] {
  const byDay = new Map(known.map((day) => [day.day, day]));
  const years: { rain: number; days: WeatherDay[] }[] = [];
  for (let back = 1; back <= 30; back++) {
    const days: WeatherDay[] = [];
    for (let i = 1; i <= many; i++) {
      const day = addTo(today, { days: i });
      const then = byDay.get(addTo(day, { months: -12 * back }));
      if (!then) break;
      days.push({ ...then, day });
    }
    if (days.length === many)
      years.push({ days, rain: days.reduce((sum, { rain }) => sum + rain, 0) });
  }
  years.sort((a, b) => a.rain - b.rain);
  return years[Math.floor((years.length - 1) / 2)]?.days ?? [];
}
