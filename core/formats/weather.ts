import { onDayOfYear, rainOf, say, temperatureOf, type Message } from '../say/message';
import { told } from '../say/told';
import type { WeatherDay } from '../calendar/windows';
import { daysBetween } from '../measure/dates';
import {
  columnsOf,
  dateOrder,
  datesTogether,
  dayIn,
  IN_CORE_UNITS,
  unitOf,
  type FileUnits,
  type Reading,
  type Said,
} from './reading';
import { headedTable, readNumber } from './table';

export interface WeatherFile {
  /** In order, each day once. */
  days: WeatherDay[];
  /** How the file was understood. */
  reading: Reading;
  /** Gaps and doubles. */
  notes: Message[];
}

/**
 * Reads daily weather from CSV: a date, lowest and highest temperature, rain; humidity and wind
 * where they are known. Units and the order of the date's numbers come from what was said, the headings, or
 * the values of the whole file.
 * @param said what somebody said about it beforehand
 * @throws Told with what was found and what is accepted
 */
export function readWeather(text: string, said: Said = {}): WeatherFile {
  const table = headedTable(text, (names) => {
    const { lowest, highest, rain } = columnsOf(names);
    return Boolean(lowest && highest && rain);
  });
  const { fields, data } = datesTogether(table.fields, table.data);
  const { day, lowest, highest, rain, humidity, wind } = columnsOf(fields);
  if (!day || !lowest || !highest || !rain)
    throw told('formats.weatherColumns', { found: fields.join(', ') || '–' });
  const assumed: Reading['assumed'] = [];
  const order = dateOrder(
    data.map((row) => row[day] ?? ''),
    said,
    assumed,
  );
  const notes: Message[] = [];
  const rows: WeatherDay[] = [];
  let empty = 0;
  data.forEach((row, i) => {
    const values = [lowest, highest, rain].map((column) => readNumber(row[column]));
    if (values.some((value) => value === undefined)) {
      empty++;
      return;
    }
    const date = dayIn(row[day] ?? '', order);
    const bad = values.findIndex((value) => !Number.isFinite(value));
    if (!date || bad >= 0)
      throw told('formats.weatherLine', {
        line: i + 2 + table.above,
        found: (!date ? (row[day] ?? '') : row[[lowest, highest, rain][bad]]).slice(0, 30),
        wanted: date ? 'number' : 'day',
      });
    const [low, high, wet] = values as number[];
    const more = (column: string | undefined) => {
      const value = column ? readNumber(row[column]) : undefined;
      return value === undefined || !Number.isFinite(value) ? null : value;
    };
    rows.push({
      day: date,
      lowest: low,
      highest: high,
      rain: wet,
      humidity: more(humidity),
      wind: more(wind),
    });
  });
  if (!rows.length) throw told('formats.noWeatherDay');
  const known = (column: 'humidity' | 'wind') =>
    rows.map((row) => row[column]).filter((value) => value != null);
  const units: Partial<FileUnits> = {
    temperature: unitOf(
      'temperature',
      // The unit may stand in either heading: "Min °F", "Max".
      [highest, lowest].find((heading) => /°|[fc]\)?$|fahr|cels/i.test(heading)) ?? highest,
      rows.map((row) => row.highest),
      said,
      assumed,
    ),
    rain: unitOf(
      'rain',
      rain,
      rows.map((row) => row.rain),
      said,
      assumed,
    ),
    ...(humidity && known('humidity').length
      ? { humidity: unitOf('humidity', humidity, known('humidity'), said, assumed) }
      : {}),
    ...(wind && known('wind').length
      ? { wind: unitOf('wind', wind, known('wind'), said, assumed) }
      : {}),
  };
  if (empty) notes.push(say('formats.noteEmptyDays', { lines: empty }));
  const byDay = new Map<string, WeatherDay>();
  let doubles = 0;
  for (const row of rows) {
    if (byDay.has(row.day)) doubles++;
    byDay.set(row.day, converted(row, units));
  }
  if (doubles) notes.push(say('formats.noteDaysTwice', { days: doubles }));
  const days = [...byDay.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
  const wrong = days.find(
    (entry) =>
      entry.lowest > entry.highest || entry.lowest < -70 || entry.highest > 60 || entry.rain < 0,
  );
  if (wrong)
    throw told('formats.unlikelyDay', {
      day: onDayOfYear(wrong.day),
      lowest: temperatureOf(wrong.lowest),
      highest: temperatureOf(wrong.highest),
      rain: rainOf(wrong.rain / 1000),
      coldest: temperatureOf(-70),
      hottest: temperatureOf(60),
    });
  const missing = daysBetween(days[0].day, days.at(-1)!.day) + 1 - days.length;
  if (missing) {
    const gap = days.find((entry, i) => i > 0 && daysBetween(days[i - 1].day, entry.day) > 1)!;
    notes.push(say('formats.noteDaysMissing', { days: missing, before: onDayOfYear(gap.day) }));
  }
  const columns = { day, lowest, highest, rain, humidity, wind };
  return { days, notes, reading: readingOf(fields, columns, units, order, assumed) };
}

/** The reading as it is shown: only the columns that are there. */
export function readingOf(
  fields: readonly string[],
  columns: Record<string, string | undefined>,
  units: Partial<FileUnits>,
  order: Reading['order'],
  assumed: Reading['assumed'],
): Reading {
  const used = Object.entries(columns).filter((entry): entry is [string, string] =>
    Boolean(entry[1]),
  );
  return {
    order,
    units,
    columns: Object.fromEntries(used),
    unused: fields.filter((field) => field && !used.some(([, heading]) => heading === field)),
    assumed,
  };
}

function converted(row: WeatherDay, units: Partial<FileUnits>): WeatherDay {
  const degrees = IN_CORE_UNITS.temperature[units.temperature!];
  return {
    day: row.day,
    lowest: degrees(row.lowest),
    highest: degrees(row.highest),
    rain: IN_CORE_UNITS.rain[units.rain!](row.rain),
    humidity: row.humidity == null ? null : IN_CORE_UNITS.humidity[units.humidity!](row.humidity),
    wind: row.wind == null ? null : IN_CORE_UNITS.wind[units.wind!](row.wind),
  };
}
