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

/** Saturation vapour pressure in kPa by the Tetens form (FAO-56, eq. 11). */
export function saturationPressure(temperature: number): number {
  return 0.6108 * Math.exp((17.27 * temperature) / (temperature + 237.3));
}

/** Vapour pressure deficit in kPa (FAO-56, eq. 11 and 12). */
export function vapourDeficit({ temperature, humidity }: Air): number {
  return saturationPressure(temperature) * (1 - humidity);
}

/** Evaporative demand, (1 + 0.536 u) × deficit: the wind function of Penman's equation. */
export function evaporativeDemand(air: Air): number {
  return (1 + 0.536 * air.wind) * vapourDeficit(air);
}

/** How many times faster roots dry than in the anchor air. An index, not a measurement. */
export function dryingRate(air: Air): number {
  return evaporativeDemand(air) / evaporativeDemand(ANCHOR_AIR);
}

/** Minutes roots may lie open in this air. Never more than a working day is promised. */
export function minutesAllowed(air: Air, dipFactor = 1): Figure {
  const rate = dryingRate(air);
  return {
    value: Math.min(480, rate > 0 ? (ANCHOR_MINUTES * dipFactor) / rate : 480),
    kind: 'minutes',
    formula:
      '20 min × dip ÷ drying rate, the rate being (1 + 0.536 × wind) × vapour deficit against 10 °C, 80 %, 1 m/s',
    steps: [
      { label: 'wind, m/s', value: air.wind, kind: 'number' },
      { label: 'vapour deficit, kPa', value: vapourDeficit(air), kind: 'number' },
      { label: 'drying rate', value: rate, kind: 'number' },
      { label: 'dip', value: dipFactor, kind: 'number' },
    ],
  };
}

/** One time that roots were open to the air. */
export interface Opening {
  id: string;
  openedAt: string;
  /** Undefined while the bag is still open. */
  closedAt?: string | null;
  air: Air;
}

/**
 * Exposure of a lot in anchor minutes: each opening's minutes times its drying rate, added up.
 * @param now ISO time that ends openings still open
 */
export function exposureMinutes(openings: readonly Opening[], now: string): number {
  return openings.reduce((sum, { openedAt, closedAt, air }) => {
    const minutes = (Date.parse(closedAt ?? now) - Date.parse(openedAt)) / 60_000;
    return sum + Math.max(0, minutes) * dryingRate(air);
  }, 0);
}
