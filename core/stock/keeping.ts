import { say, type Message } from '../say/message';
import { told } from '../say/told';
import type { Figure } from '../measure/working';

/** Where trees wait. */
export const PLACE_KINDS = ['cold-store', 'shade', 'trench', 'cache', 'trailer'] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

export interface PlaceRules {
  /** Temperature the place should hold, °C. */
  coolest: number;
  warmest: number;
  /** Days a dormant lot keeps there. */
  days: number;
}

/** Where and how long dormant stock keeps: cold store for weeks, the rest for days. From memory. */
export const PLACE_RULES: Record<PlaceKind, PlaceRules> = {
  'cold-store': { coolest: 1, warmest: 3, days: 56 },
  shade: { coolest: 0, warmest: 10, days: 6 },
  trench: { coolest: -2, warmest: 12, days: 21 },
  cache: { coolest: 0, warmest: 12, days: 1 },
  trailer: { coolest: 0, warmest: 10, days: 1 },
};

/** A day above the warmest temperature counts as so many. From memory. */
export const WARM_DAY = 3;

/** One reading of a logger: milliseconds since 1970 UTC, °C. */
export interface KeepingReading {
  at: number;
  temperature: number;
}

export interface KeepingSpan {
  /** Hours the readings cover, gaps left out. */
  hours: number;
  warm: number;
  frost: number;
  lowest: number;
  highest: number;
  /** Times without a reading longer than the longest allowed. */
  gaps: [from: number, to: number][];
}

/**
 * How long readings lie above or below what a place should hold, straight lines between them.
 * @param readings in order of time
 * @param longestGap milliseconds; what lies between readings further apart is not known
 */
export function keepingSpan(
  readings: readonly KeepingReading[],
  { coolest, warmest }: Pick<PlaceRules, 'coolest' | 'warmest'>,
  longestGap = 3 * 3_600_000,
): KeepingSpan {
  const span: KeepingSpan = {
    hours: 0,
    warm: 0,
    frost: 0,
    lowest: Infinity,
    highest: -Infinity,
    gaps: [],
  };
  readings.forEach((reading, i) => {
    span.lowest = Math.min(span.lowest, reading.temperature);
    span.highest = Math.max(span.highest, reading.temperature);
    const before = readings[i - 1];
    if (!before) return;
    const length = reading.at - before.at;
    if (length > longestGap) {
      span.gaps.push([before.at, reading.at]);
      return;
    }
    const hours = length / 3_600_000;
    span.hours += hours;
    span.warm += hours * shareAbove(before.temperature, reading.temperature, warmest);
    span.frost += hours * shareAbove(-before.temperature, -reading.temperature, -coolest);
  });
  return span;
}

/** Share of a straight line from a to b that lies above a limit. */
function shareAbove(a: number, b: number, limit: number): number {
  if (a <= limit && b <= limit) return 0;
  if (a > limit && b > limit) return 1;
  return (Math.max(a, b) - limit) / Math.abs(a - b);
}

export interface LotKept {
  /** Days in the place where most of it lies now. */
  days: number;
  /** Hours of these that were warmer than the place should be. */
  warmHours: number;
  place: PlaceRules & { name: string | Message };
  /** Worst exposure so far, anchor minutes. */
  exposure: number;
  /** Minutes that fine roots last at the anchor, dip counted in. */
  exposureAllowed: number;
  daysSinceLifting?: number;
}

/** What of a lot's life is used up by days in store, and what by minutes in the air; 1 is all of it. */
export function usedUp(kept: LotKept): { stored: number; air: number } {
  const warmDays = (kept.warmHours / 24) * (WARM_DAY - 1);
  return {
    stored: (kept.days + warmDays) / kept.place.days,
    air: kept.exposure / kept.exposureAllowed,
  };
}

/** From this share on a lot has a day by which it is planted. From memory. */
const SOON = 0.6;

/**
 * What is to be done about a lot that waits. Roots that had more air than they bear are looked at first: dead trees
 * are no reason to plant a lot before all others.
 * @param days that a lot keeps in its place
 */
export function keepingAdvice(
  { stored, air }: { stored: number; air: number },
  days: number,
): { what: 'roots' | 'today' } | { what: 'within'; days: number } | undefined {
  if (air >= 1) return { what: 'roots' };
  const used = stored + air;
  if (used >= 1) return { what: 'today' };
  return used >= SOON
    ? { what: 'within', days: Math.max(1, Math.floor((1 - used) * days)) }
    : undefined;
}

/**
 * How much of what a lot can bear is used up: days in store against days that keep there, warm
 * ones counted three times, and minutes in the air against those that fine roots last.
 */
export function stress(kept: LotKept): Figure {
  const { stored, air } = usedUp(kept);
  return {
    value: stored + air,
    kind: 'share',
    formula: say('formula.keeping', { warm: WARM_DAY - 1 }),
    steps: [
      {
        label: say('step.daysKept', { place: kept.place.name }),
        value: kept.days,
        kind: 'number',
      },
      { label: say('step.daysTooWarm'), value: kept.warmHours / 24, kind: 'number' },
      { label: say('step.daysThatKeepThere'), value: kept.place.days, kind: 'number' },
      { label: say('step.inTheAir'), value: kept.exposure, kind: 'minutes' },
      { label: say('step.allowed'), value: kept.exposureAllowed, kind: 'minutes' },
    ],
  };
}

/** Oldest and most stressed first: by what is used up, then by days since lifting. */
export function byStress(
  a: { stress: number; daysSinceLifting?: number },
  b: { stress: number; daysSinceLifting?: number },
): number {
  return b.stress - a.stress || (b.daysSinceLifting ?? 0) - (a.daysSinceLifting ?? 0);
}

/** One school soaks 2 h and at most 8 h before planting. Common practice. */
export const SOAK_HOURS = { least: 2, most: 8 } as const;

/** Soaks older than this were forgotten, not left in water, milliseconds. */
export const LONGEST_SOAK = 4 * 86_400_000;

/**
 * Holds dipping, soaking and watering to the trees there are: no tree is put to soak twice.
 * @param inWater trees of the lot that stand in water already
 * @throws Told with how many there are
 */
export function admitWetting(
  kind: 'dip' | 'soak' | 'water',
  count: number,
  { lot, onHand, inWater }: { lot: string; onHand: number; inWater: number },
): void {
  if (kind === 'soak' && count > onHand - inWater)
    throw told('stock.soakMore', { lot, count, left: Math.max(0, onHand - inWater), inWater });
  if (count > onHand) throw told('stock.wetMore', { lot, count, onHand });
}

export interface SoakState {
  hours: number;
  state: 'too-soon' | 'ready' | 'too-long';
  /** Milliseconds since 1970 UTC. */
  readyAt: number;
  overAt: number;
}

/** Where a soak stands between its two ends. */
export function soakState(
  startedAt: string,
  now: number,
  limits: { least: number; most: number } = SOAK_HOURS,
): SoakState {
  const start = Date.parse(startedAt);
  const hours = (now - start) / 3_600_000;
  return {
    hours,
    state: hours < limits.least ? 'too-soon' : hours <= limits.most ? 'ready' : 'too-long',
    readyAt: start + limits.least * 3_600_000,
    overAt: start + limits.most * 3_600_000,
  };
}

/**
 * Places that a lot's movements are offered: those in use, and those given up that still hold some of it.
 * @param held trees of the lot by holder, as its balance has them
 */
export const offeredPlaces = <Place extends { id: string; closed?: boolean }>(
  places: readonly Place[],
  held: readonly (readonly [holder: string, trees: number])[],
): Place[] =>
  places.filter(
    ({ id, closed }) =>
      !closed || held.some(([holder, trees]) => holder === `p:${id}` && trees > 0),
  );
