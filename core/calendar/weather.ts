import type { Air } from '../stock/exposure';

export type DayClass = 'normal' | 'marginal' | 'stop';

/** What of the air keeps from planting, or makes it a day to take care on. */
export type AirFinding = 'frost' | 'cold' | 'heat' | 'warm' | 'dry-air' | 'wind';

export interface Judged {
  dayClass: DayClass;
  /** What decides it; empty on a normal day. */
  because: AirFinding[];
}

/**
 * Planting-day classes of regional extension tables, from memory: normal 1–24 °C, RH over 50 %,
 * wind under 16 km/h; stop below 0 °C or over 29 °C, RH under 30 %, wind over 24 km/h.
 */
export const DAY_LIMITS = {
  coldStop: 0,
  coldMarginal: 1,
  warmMarginal: 24,
  warmStop: 29,
  dryMarginal: 0.5,
  dryStop: 0.3,
  windMarginal: 16 / 3.6,
  windStop: 24 / 3.6,
} as const;

/**
 * Judges the air of the moment for planting bare-root stock.
 * @example judgeAir({ temperature: 31, humidity: 0.6, wind: 1 }) // => { dayClass: 'stop', because: ['heat'] }
 */
export function judgeAir({ temperature, humidity, wind }: Air): Judged {
  const limits = DAY_LIMITS;
  const findings: { level: DayClass; what: AirFinding }[] = [];
  const find = (level: DayClass, what: AirFinding) => findings.push({ level, what });
  if (temperature < limits.coldStop) find('stop', 'frost');
  else if (temperature < limits.coldMarginal) find('marginal', 'cold');
  if (temperature > limits.warmStop) find('stop', 'heat');
  else if (temperature > limits.warmMarginal) find('marginal', 'warm');
  if (humidity < limits.dryStop) find('stop', 'dry-air');
  else if (humidity < limits.dryMarginal) find('marginal', 'dry-air');
  if (wind > limits.windStop) find('stop', 'wind');
  else if (wind > limits.windMarginal) find('marginal', 'wind');
  const dayClass = findings.some(({ level }) => level === 'stop')
    ? 'stop'
    : findings.length
      ? 'marginal'
      : 'normal';
  return {
    dayClass,
    because: findings.filter(({ level }) => level === dayClass).map(({ what }) => what),
  };
}
