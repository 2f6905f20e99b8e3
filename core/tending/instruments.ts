import type { WeatherDay } from '../calendar/windows';
import type { Soil } from '../ground/zones';
import type { Day } from '../measure/dates';
import type { Random } from '../measure/random';
import { rootDepth, rootStore, type Rooted } from './water';

/** What measures water on a block: a probe in the ground, a gauge in the rain. */
export const INSTRUMENTS = ['probe', 'gauge'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** What a day's readings come to: the probe's mean share of water in the soil, the gauge's millimetres. */
export interface InstrumentDay {
  day: Day;
  value: number;
}

/** Most that a reading can be: soil is no wetter than its pores, and no day has rained more than this. */
export const INSTRUMENT_MOST: Record<Instrument, number> = { probe: 0.9, gauge: 600 };

/**
 * Share of the soil that is water no root can take. Source: FAO-56, table 19, wilting point, middle of the
 * ranges; peat from memory.
 */
export const WILTING: Record<Soil['texture'], number> = {
  ...{ sand: 0.045, loam: 0.12, clay: 0.22, peat: 0.3 },
};

/**
 * Water within reach of the roots from what a probe says, mm: over the wilting point, through the depth that roots
 * have on that day, without the stones.
 * @param share of the soil that is water, by volume
 */
export function storeOfProbe(share: number, rooted: Rooted, day: Day): number {
  const { texture, stones } = rooted.soil;
  const mm = (share - WILTING[texture]) * 1000 * rootDepth(rooted, day) * (1 - stones);
  return Math.max(0, Math.min(rootStore(rooted, day), mm));
}

/** Readings of a day as one: a gauge's add up, a probe's are their mean. */
export function byDay(
  readings: readonly { day: Day; value: number }[],
  kind: Instrument,
): InstrumentDay[] {
  const days = new Map<Day, number[]>();
  for (const { day, value } of readings) {
    const own = days.get(day);
    if (own) own.push(value);
    else days.set(day, [value]);
  }
  return [...days]
    .map(([day, values]) => {
      const sum = values.reduce((a, b) => a + b, 0);
      return { day, value: kind === 'gauge' ? sum : sum / values.length };
    })
    .sort((a, b) => (a.day < b.day ? -1 : 1));
}

/** The weather with the rain that fell on this block, where its own gauge said so. */
export const withGauge = (
  days: readonly WeatherDay[],
  gauge: ReadonlyMap<Day, number>,
): WeatherDay[] => days.map((one) => ({ ...one, rain: gauge.get(one.day) ?? one.rain }));

/**
 * What a stand-in reads where no instrument is there: the truth it is told, with the error such instruments have
 * (a probe three points of a hundred, a gauge a twentieth; from memory).
 * @param truth store in mm for a probe, the station's rain for a gauge
 */
export function standInReads(
  kind: Instrument,
  truth: number,
  rooted: Rooted,
  day: Day,
  random: Random,
): number {
  const error = 2 * random() - 1;
  if (kind === 'gauge') return Math.max(0, Math.round(truth * (1 + 0.05 * error) * 5) / 5);
  const depth = 1000 * rootDepth(rooted, day) * (1 - rooted.soil.stones);
  const share = WILTING[rooted.soil.texture] + truth / depth + 0.03 * error;
  return Math.max(0, Math.min(INSTRUMENT_MOST.probe, Math.round(share * 1000) / 1000));
}
