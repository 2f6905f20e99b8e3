import { evaporation, skyRadiation, dayOfYear, type WeatherDay } from '../calendar/windows';
import { saturationPressure } from '../stock/exposure';

/** What Penman and Monteith's equation asks of a day. */
export interface PenmanDay {
  lowest: number;
  highest: number;
  /** Actual vapour pressure, kPa. */
  vapour: number;
  /** Wind at 2 m, m/s. */
  wind: number;
  /** Radiation at the ground and above the atmosphere, MJ a square metre and day. */
  radiation: number;
  sky: number;
  /** Metres above the sea. */
  elevation: number;
}

const STEFAN_BOLTZMANN = 4.903e-9;
/** Millimetres of water that a megajoule evaporates, the inverse of 2.45. */
const PER_MEGAJOULE = 0.408;

/**
 * Reference evaporation of a day, mm. Source: FAO Irrigation and Drainage Paper 56, eq. 6, with eq. 7, 8, 13,
 * 37 to 40 for what goes into it; the heat that goes into the ground in a day is left out (eq. 42).
 */
export function penmanMonteith({
  lowest,
  highest,
  vapour,
  wind,
  radiation,
  sky,
  elevation,
}: PenmanDay): number {
  const mean = (lowest + highest) / 2;
  const pressure = 101.3 * ((293 - 0.0065 * elevation) / 293) ** 5.26;
  const gamma = 0.665e-3 * pressure;
  const slope = (4098 * saturationPressure(mean)) / (mean + 237.3) ** 2;
  const saturated = (saturationPressure(lowest) + saturationPressure(highest)) / 2;
  const clear = (0.75 + 2e-5 * elevation) * sky;
  const short = 0.77 * radiation;
  const kelvin = (celsius: number) => (celsius + 273.16) ** 4;
  const long =
    STEFAN_BOLTZMANN *
    ((kelvin(highest) + kelvin(lowest)) / 2) *
    (0.34 - 0.14 * Math.sqrt(vapour)) *
    (1.35 * Math.min(1, radiation / clear) - 0.35);
  const net = short - long;
  const value =
    (PER_MEGAJOULE * slope * net + gamma * (900 / (mean + 273)) * wind * (saturated - vapour)) /
    (slope + gamma * (1 + 0.34 * wind));
  return Math.max(0, value);
}

/** Which equation a day's evaporation came from. */
export type EvaporationBy = 'penman' | 'hargreaves';

/**
 * Reference evaporation of a day as its data allow: Penman and Monteith's where humidity and wind are known, the
 * radiation from the day's swing (eq. 50, k = 0.16 inland); else Hargreaves' from temperatures alone (eq. 52).
 * @param latitude degrees, south negative
 */
export function referenceEvaporation(
  day: WeatherDay,
  latitude: number,
  elevation = 0,
): { mm: number; by: EvaporationBy } {
  const inMillimetres = skyRadiation(latitude, dayOfYear(day.day) + 1);
  const { humidity, wind, lowest, highest } = day;
  if (humidity == null || wind == null)
    return { mm: evaporation(day, inMillimetres), by: 'hargreaves' };
  const sky = inMillimetres / PER_MEGAJOULE;
  const saturated = (saturationPressure(lowest) + saturationPressure(highest)) / 2;
  return {
    mm: penmanMonteith({
      ...{ lowest, highest, wind, sky, elevation },
      vapour: saturated * humidity,
      radiation: 0.16 * Math.sqrt(Math.max(0, highest - lowest)) * sky,
    }),
    by: 'penman',
  };
}
