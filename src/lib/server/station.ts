import { DateTime } from 'luxon';
import { Op } from 'sequelize';
import { clockOf, dayBounds, dayOf } from '../../../core/say/day';
import { ANCHOR_AIR, type Air } from '../../../core/stock/exposure';
import type { SiteRow, WeatherDayRow } from '../rooms/people/tables.server';
import { now } from './clock';
import { fact, type Facts } from './facts';
import type { Reader } from './reader';

/**
 * A simulated weather station. It plays the site's recorded days by the hour: coolest at six in the morning,
 * warmest at six in the evening, windiest at one, air driest when it is warmest.
 */
export interface StationReading extends Air {
  hour: number;
}

/** Where a weather file has neither. From memory. */
const USUAL = { humidity: 0.7, wind: 2.5 };
/** A reading older than this is not the air of the moment. */
const FRESH = 90 * 60_000;
/** A day without weather is played by the same date of so many years before. */
const YEARS_BACK = 6;

function readingAt(day: WeatherDayRow, hour: number): StationReading {
  const warmth = (1 - Math.cos((2 * Math.PI * (hour - 6)) / 24)) / 2 - 0.5;
  const swing = Math.sin((Math.PI * Math.max(0, Math.min(14, hour - 6))) / 14);
  return {
    hour,
    temperature: (day.lowest + day.highest) / 2 + warmth * (day.highest - day.lowest),
    humidity: Math.min(0.98, Math.max(0.15, (day.humidity ?? USUAL.humidity) - warmth * 0.22)),
    wind: Math.max(0.3, (day.wind ?? USUAL.wind) * (0.55 + 0.9 * swing)),
  };
}

export interface MeasuredHour extends Air {
  at: number;
}

/** Days and hours that a moment's air comes from. */
interface Weather {
  day: (day: string) => WeatherDayRow | undefined;
  hours: readonly MeasuredHour[];
}

/** The same date, this year or an earlier one, the newest first. */
function datesPlayed(day: string): string[] {
  const date = DateTime.fromISO(day, { zone: 'utc' });
  return Array.from({ length: YEARS_BACK + 1 }, (_, years) => date.minus({ years }).toISODate()!);
}

export interface AirOfDay {
  now: StationReading;
  hours: StationReading[];
}

/** The air at a moment and through its working day; undefined where the site has no weather yet. */
function airFrom({ day: dayOn, hours }: Weather, site: SiteRow, at: number): AirOfDay | undefined {
  const date = dayOf(at, site.zone);
  const day = datesPlayed(date).map(dayOn).find(Boolean);
  const [from, to] = dayBounds(date, site.zone);
  const onClock = (reading: MeasuredHour) => ({
    ...reading,
    hour: clockOf(reading.at, site.zone).hour,
  });
  const measured = hours.filter((reading) => reading.at >= from && reading.at < to).map(onClock);
  // Soon after midnight the newest reading is one of the day before.
  const last = hours.filter((reading) => reading.at <= at).at(-1);
  const fresh = last && at - last.at <= FRESH ? onClock(last) : undefined;
  if (!day && !fresh) return undefined;
  const played = (hour: number): StationReading =>
    day ? readingAt(day, hour) : { ...fresh!, hour };
  return {
    now: fresh ?? played(clockOf(at, site.zone).hour),
    // What a real station measured stands for its hours; what is to come is played.
    hours: Array.from(
      { length: 15 },
      (_, i) => measured.find(({ hour }) => Math.floor(hour) === 6 + i) ?? played(6 + i),
    ),
  };
}

/** What is known of a site's weather. */
export interface SiteWeather {
  /** All recorded days, in order. */
  days: WeatherDayRow[];
  /** The newest readings of a real station, in order of time. */
  hours: MeasuredHour[];
}

/** The newest readings that are read: two weeks of hours and more. */
const NEWEST = 400;

/** Weather of a site, days and hours with one question. */
export const weatherFact = fact<SiteWeather>(
  'weather',
  ['calendar'],
  () => ({ days: [], hours: [] }),
  async (reader, [siteId]) => {
    const rows = await reader.query<
      Omit<WeatherDayRow, 'day'> & { day: string | null; at: number | null }
    >(
      `SELECT CAST(day AS CHAR) AS day, NULL AS at, lowest, highest, rain, humidity, wind
       FROM weather_day WHERE site_id = :siteId
       UNION ALL
       (SELECT NULL, UNIX_TIMESTAMP(at), temperature, NULL, NULL, humidity, wind
        FROM weather_hour WHERE site_id = :siteId ORDER BY at DESC LIMIT ${NEWEST})
       ORDER BY day, at`,
      { siteId },
    );
    const weather: SiteWeather = { days: [], hours: [] };
    for (const { day, at, ...row } of rows)
      if (day !== null) weather.days.push({ ...row, siteId, day });
      else
        weather.hours.push({
          at: Math.round(Number(at) * 1000),
          temperature: row.lowest,
          humidity: row.humidity!,
          wind: row.wind!,
        });
    return new Map([[siteId, weather]]);
  },
);

const measuredHour = (row: { at: Date } & Air): MeasuredHour => ({
  at: new Date(row.at).getTime(),
  temperature: row.temperature,
  humidity: row.humidity,
  wind: row.wind,
});

/** The air now and through the working day, from what is kept; undefined without weather. */
export async function airAt(facts: Facts): Promise<AirOfDay | undefined> {
  const { days, hours } = await facts.of(weatherFact);
  const byDay = await facts.derive(
    'weather-by-day',
    facts.site.id,
    [weatherFact],
    '',
    () => new Map(days.map((day) => [day.day, day])),
  );
  // The air of a minute is that of the minute.
  const minute = Math.floor(facts.now / 60_000);
  return facts.derive('air', facts.site.id, [weatherFact], String(minute), () =>
    airFrom({ day: (day) => byDay.get(day), hours }, facts.site, facts.now),
  );
}

const STILL: StationReading = { ...ANCHOR_AIR, hour: 12 };

/** The air to count root drying with now: where a site has no weather the anchor, so that the clock runs. */
export async function rootAirNow(facts: Facts): Promise<StationReading> {
  return (await airAt(facts))?.now ?? STILL;
}

/** The same as `airAt` at some moment, read inside a command. */
export async function airThen(
  reader: Reader,
  site: SiteRow,
  at = now(),
): Promise<AirOfDay | undefined> {
  const date = dayOf(at, site.zone);
  const from = Math.min(dayBounds(date, site.zone)[0], at - FRESH);
  const [days, hours] = await Promise.all([
    reader.tables.weatherDay.all({ where: { siteId: site.id, day: datesPlayed(date) } }),
    reader.tables.weatherHour.all({
      where: { siteId: site.id, at: { [Op.gte]: new Date(from), [Op.lte]: new Date(at) } },
      order: [['at', 'ASC']],
    }),
  ]);
  const day = (wanted: string) => days.find((row) => row.day === wanted);
  return airFrom({ day, hours: hours.map(measuredHour) }, site, at);
}

/** The air to count root drying with at some moment, read inside a command. */
export const airForRoots = async (...of: Parameters<typeof airThen>): Promise<StationReading> =>
  (await airThen(...of))?.now ?? STILL;

/**
 * The station's temperature at any moment of a span, from its recorded days.
 * @param from first moment, `to` the last, milliseconds since 1970 UTC
 */
export async function stationHours(
  reader: Reader,
  site: SiteRow,
  from: number,
  to: number,
): Promise<(at: number) => number> {
  const wanted = new Set<string>();
  for (let at = from; at < to + 86_400_000; at += 86_400_000)
    wanted.add(dayOf(Math.min(at, to), site.zone));
  const rows = await reader.tables.weatherDay.all({
    where: { siteId: site.id, day: [...new Set([...wanted].flatMap(datesPlayed))] },
  });
  const byDay = new Map(rows.map((row) => [row.day, row]));
  return (at) => {
    const day = datesPlayed(dayOf(at, site.zone))
      .map((date) => byDay.get(date))
      .find(Boolean);
    return day ? readingAt(day, clockOf(at, site.zone).hour).temperature : ANCHOR_AIR.temperature;
  };
}
