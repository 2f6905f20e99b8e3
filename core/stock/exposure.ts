import { say, temperatureOf } from '../say/message';
import type { Figure } from '../measure/working';

/** The air at planting height. */
export interface Air {
  /** °C */
  temperature: number;
  /** Relative humidity, 0 to 1. */
  humidity: number;
  /** Wind at 2 m, m/s. */
  wind: number;
}

/** Minutes that bare fine roots last at the anchor: 10 °C, 80 % RH, 1 m/s. Common practice. */
export const ANCHOR_MINUTES = 20;
export const ANCHOR_AIR: Air = { temperature: 10, humidity: 0.8, wind: 1 };

/**
 * Saturation vapour pressure in kPa by the Tetens form (FAO-56, eq. 11).
 * @example saturationPressure(15) // ≈ 1.705
 */
export function saturationPressure(temperature: number): number {
  return 0.6108 * Math.exp((17.27 * temperature) / (temperature + 237.3));
}

/**
 * Vapour pressure deficit in kPa (FAO-56, eq. 11 and 12).
 * @example vapourDeficit({ temperature: 20, humidity: 0.5, wind: 0 }) // ≈ 1.17
 */
export function vapourDeficit({ temperature, humidity }: Air): number {
  return saturationPressure(temperature) * (1 - humidity);
}

/** Evaporative demand, (1 + 0.536 u) × deficit: the wind function of Penman's equation. */
export function evaporativeDemand(air: Air): number {
  return (1 + 0.536 * air.wind) * vapourDeficit(air);
}

/**
 * How many times faster roots dry than in the anchor air. An index, not a measurement.
 * @example dryingRate(ANCHOR_AIR) // => 1
 */
export function dryingRate(air: Air): number {
  return evaporativeDemand(air) / evaporativeDemand(ANCHOR_AIR);
}

/** However mild the air, roots are never promised more minutes than a working day has. */
const WORKING_DAY = 480;

/**
 * Minutes roots may lie open in this air. Never more than a working day is promised.
 * @example minutesAllowed(ANCHOR_AIR, 2).value // => 40
 */
export function minutesAllowed(air: Air, dipFactor = 1): Figure {
  const rate = dryingRate(air);
  return {
    value: clockMinutes(ANCHOR_MINUTES * dipFactor, rate),
    kind: 'minutes',
    formula: say('formula.minutesLeft', { anchor: temperatureOf(10) }),
    steps: [
      { label: say('step.windMS'), value: air.wind, kind: 'number' },
      { label: say('step.vapourDeficitKpa'), value: vapourDeficit(air), kind: 'number' },
      { label: say('step.dryingRate'), value: rate, kind: 'number' },
      { label: say('step.dip'), value: dipFactor, kind: 'number' },
    ],
  };
}

/** Minutes by the clock until so many anchor minutes are used up, at most a working day. */
const clockMinutes = (anchor: number, rate: number): number =>
  rate > 0 ? Math.min(WORKING_DAY, anchor / rate) : WORKING_DAY;

/** One time that roots were open to the air. */
export interface Opening {
  id: string;
  openedAt: string;
  /** Undefined while the bag is still open. */
  closedAt?: string | null;
  /** Which bag, box or bucket; empty when it was the whole lot. */
  label?: string;
  air: Air;
  /** The air when it was closed; without it, that of the opening holds throughout. */
  closingAir?: Air;
}

/**
 * Exposure of one opening in anchor minutes: its minutes times the mean of the drying rates at its
 * two ends.
 * @param now ISO time that ends openings still open
 * @param airNow air that goes with it
 */
export function openingMinutes(opening: Opening, now: string, airNow?: Air): number {
  const minutes = (Date.parse(opening.closedAt ?? now) - Date.parse(opening.openedAt)) / 60_000;
  const end = opening.closedAt ? (opening.closingAir ?? opening.air) : (airNow ?? opening.air);
  return (Math.max(0, minutes) * (dryingRate(opening.air) + dryingRate(end))) / 2;
}

/** Anchor minutes by vessel; '' is what the whole lot went through. */
export type ExposureByLabel = ReadonlyMap<string, number>;

export function exposureByLabel(
  openings: readonly Opening[],
  now: string,
  airNow?: Air,
): Map<string, number> {
  const sums = new Map<string, number>();
  for (const opening of openings) {
    const label = opening.label ?? '';
    sums.set(label, (sums.get(label) ?? 0) + openingMinutes(opening, now, airNow));
  }
  return sums;
}

/**
 * What the worst-treated trees of a lot have been through, in anchor minutes: all openings of the
 * whole lot, and of single bags those of the bag that had most.
 */
export function worstExposure(byLabel: ExposureByLabel): Figure {
  const whole = byLabel.get('') ?? 0;
  const bags = [...byLabel].filter(([label]) => label).sort((a, b) => b[1] - a[1]);
  return {
    value: whole + (bags[0]?.[1] ?? 0),
    kind: 'minutes',
    formula: say('formula.rootMinutes'),
    steps: [
      { label: say('step.wholeLot'), value: whole, kind: 'minutes' },
      ...bags.slice(0, 4).map(([label, value]) => ({
        label: say('step.own', { label }),
        value,
        kind: 'minutes' as const,
      })),
    ],
  };
}

/** A bag, box or bucket that is open now. */
export interface OpenVessel {
  openedAt: string;
  air: Air;
}

/**
 * Minutes an open vessel has used and has left in the air of the moment; once it is over, `left` is less than
 * nothing by the minutes that went by since its roots had borne what they can.
 * @param at milliseconds since 1970 UTC
 * @returns `open` and what it is over by the clock, else minutes of the air of the moment. `forgotten`: it has
 *   stood open for longer than any roots could have; nobody worked from it all that time, and its closing
 *   was not entered.
 */
export function vesselClock({ openedAt, air }: OpenVessel, airNow: Air, dip: number, at: number) {
  const open = (at - Date.parse(openedAt)) / 60_000;
  const anchor = openingMinutes({ id: '', openedAt, air }, new Date(at).toISOString(), airNow);
  const budget = ANCHOR_MINUTES * dip;
  const borne = clockMinutes(budget, (dryingRate(air) + dryingRate(airNow)) / 2);
  const allowed = minutesAllowed(airNow, dip).value;
  const left =
    open < borne
      ? Math.min(WORKING_DAY - open, clockMinutes(budget - anchor, dryingRate(airNow)))
      : borne - open;
  return { used: allowed - left, allowed, left, open, forgotten: open >= WORKING_DAY };
}
