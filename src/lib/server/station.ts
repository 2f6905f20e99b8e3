import { DateTime } from 'luxon';
import { Op } from 'sequelize';
import { ANCHOR_AIR, type Air } from '../../../core/stock/exposure';
import type { Store } from '../store';
import type { SiteRow, WeatherDayRow } from '../store/people';
import { dayAt, localTime, now } from './clock';

/**
 * A simulated weather station. It plays the site's recorded days by the hour: coolest at six,
 * warmest and windiest in mid-afternoon, air driest when it is warmest.
 */
export interface StationReading extends Air {
  hour: number;
}

/** Where a weather file has neither. From memory. */
const USUAL = { humidity: 0.7, wind: 2.5 };

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

/** The recorded day that the station plays at a moment: that day's own, or the same date of another year. */
async function dayPlayed(
  store: Store,
  site: SiteRow,
  at: number,
): Promise<WeatherDayRow | undefined> {
  const day = dayAt(at, site.zone);
  const own = await store.weatherDay.findOne({ where: { siteId: site.id, day }, raw: true });
  if (own) return own as WeatherDayRow;
  for (let years = 1; years <= 6; years++) {
    const earlier = DateTime.fromISO(day, { zone: 'utc' }).minus({ years }).toISODate()!;
    const played = await store.weatherDay.findOne({
      where: { siteId: site.id, day: earlier },
      raw: true,
    });
    if (played) return played as WeatherDayRow;
  }
  return undefined;
}

/**
 * The air to count root drying with at a moment: the station's, or where a site has none the anchor of the
 * drying index, so that the clock still runs.
 */
export async function airForRoots(
  store: Store,
  site: SiteRow,
  at = now(),
): Promise<StationReading> {
  return (await airAt(store, site, at))?.now ?? { ...ANCHOR_AIR, hour: 12 };
}

/** The air now and through the working day; undefined where the site has no weather yet. */
export async function airAt(
  store: Store,
  site: SiteRow,
  at = now(),
): Promise<{ now: StationReading; hours: StationReading[] } | undefined> {
  const [day, measured] = await Promise.all([
    dayPlayed(store, site, at),
    measuredOn(store, site, at),
  ]);
  const last = measured.filter((reading) => reading.at <= at).at(-1);
  const fresh = last && at - last.at <= FRESH ? last : undefined;
  if (!day && !fresh) return undefined;
  const played = (hour: number): StationReading =>
    day ? readingAt(day, hour) : { ...fresh!, hour };
  return {
    now: fresh ?? played(localTime(site.zone, at).hour),
    // What a real station measured stands for its hours; what is to come is played.
    hours: Array.from(
      { length: 15 },
      (_, i) => measured.find(({ hour }) => Math.floor(hour) === 6 + i) ?? played(6 + i),
    ),
  };
}

/** A reading older than this is not the air of the moment. */
const FRESH = 90 * 60_000;

/** What a real station's file says of a day, in order. */
async function measuredOn(
  store: Store,
  site: SiteRow,
  at: number,
): Promise<(StationReading & { at: number })[]> {
  const start = DateTime.fromMillis(at, { zone: site.zone }).startOf('day');
  const rows = await store.weatherHour.findAll({
    where: {
      siteId: site.id,
      at: { [Op.gte]: start.toJSDate(), [Op.lt]: start.plus({ days: 1 }).toJSDate() },
    },
    order: [['at', 'ASC']],
    raw: true,
  });
  return rows.map(({ at: moment, temperature, humidity, wind }) => {
    const time = new Date(moment).getTime();
    return { at: time, hour: localTime(site.zone, time).hour, temperature, humidity, wind };
  });
}

/**
 * The station's temperature at any moment of a span, from its recorded days.
 * @param from first moment, `to` the last, milliseconds since 1970 UTC
 */
export async function stationHours(
  store: Store,
  site: SiteRow,
  from: number,
  to: number,
): Promise<(at: number) => number> {
  const days = new Map<string, WeatherDayRow | undefined>();
  for (let at = from; at < to + 86_400_000; at += 86_400_000) {
    const moment = Math.min(at, to);
    days.set(dayAt(moment, site.zone), await dayPlayed(store, site, moment));
  }
  return (at) => {
    const day = days.get(dayAt(at, site.zone));
    return day ? readingAt(day, localTime(site.zone, at).hour).temperature : ANCHOR_AIR.temperature;
  };
}
