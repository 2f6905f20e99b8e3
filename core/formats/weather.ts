import { say, onDayOfYear, type Message } from '../say/message';
import { told } from '../say/told';
import { DateTime } from 'luxon';
import Papa from 'papaparse';
import type { WeatherDay } from '../calendar/windows';
import { daysBetween, isDay } from '../measure/dates';
import { celsius, findColumn, readNumber } from './table';

export interface WeatherFile {
  /** In order, each day once. */
  days: WeatherDay[];
  unit: 'C' | 'F';
  /** Gaps, doubles and guesses, as sentences. */
  notes: Message[];
}

const DAY_FORMATS = ['yyyy/MM/dd', 'yyyyMMdd', 'dd.MM.yyyy', 'd/M/yyyy'];
const MILLIMETRES_PER_INCH = 25.4;

/**
 * Reads daily weather from CSV: a date, lowest and highest temperature, rain; humidity and wind
 * where they are known. Temperatures in °C or °F by heading or by values that can only be the
 * latter; rain in mm or inches, wind in m/s, km/h or mph by heading.
 * @throws Told with what was found and what is accepted
 */
export function readWeather(text: string): WeatherFile {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const fields = meta.fields ?? [];
  const date = findColumn(fields, ['date', 'day', 'time', 'datum']);
  const lowest = findLike(fields, /(min|low)/i);
  const highest = findLike(fields, /(max|high)/i);
  const rain = findLike(fields, /(rain|prec|prcp)/i);
  if (!date || !lowest || !highest || !rain)
    throw told('formats.weatherColumns', { found: fields.join(', ') || '–' });
  const humidity = findLike(fields, /(humid|^rh)/i);
  const wind = findLike(fields, /wind/i);
  const notes: Message[] = [];
  const rows: WeatherDay[] = [];
  let empty = 0;
  data.forEach((row, i) => {
    const values = [lowest, highest, rain].map((column) => readNumber(row[column]));
    if (values.some((value) => value === undefined)) {
      empty++;
      return;
    }
    const day = readDay(row[date] ?? '');
    const bad = values.findIndex((value) => !Number.isFinite(value));
    if (!day || bad >= 0)
      throw told('formats.weatherLine', {
        line: i + 2,
        found: (!day ? (row[date] ?? '') : row[[lowest, highest, rain][bad]]).slice(0, 30),
        wanted: day ? 'number' : 'day',
      });
    const [low, high, wet] = values as number[];
    const more = (column: string | undefined) => {
      const value = column ? readNumber(row[column]) : undefined;
      return value === undefined || !Number.isFinite(value) ? null : value;
    };
    rows.push({
      day,
      lowest: low,
      highest: high,
      rain: wet,
      humidity: more(humidity),
      wind: more(wind),
    });
  });
  if (!rows.length) throw told('formats.noWeatherDay');
  const unit = unitOf(`${lowest} ${highest}`, rows, notes);
  if (empty) notes.push(say('formats.noteEmptyDays', { lines: empty }));
  const byDay = new Map<string, WeatherDay>();
  let doubles = 0;
  for (const row of rows) {
    const converted = convert(row, { unit, rain, humidity: rows, wind: wind ?? '' });
    if (byDay.has(row.day)) doubles++;
    byDay.set(row.day, converted);
  }
  if (doubles) notes.push(say('formats.noteDaysTwice', { days: doubles }));
  const days = [...byDay.values()].sort((a, b) => (a.day < b.day ? -1 : 1));
  const wrong = days.find(
    (day) => day.lowest > day.highest || day.lowest < -70 || day.highest > 60 || day.rain < 0,
  );
  if (wrong)
    throw told('formats.unlikelyDay', {
      day: wrong.day,
      lowest: wrong.lowest.toFixed(1),
      highest: wrong.highest.toFixed(1),
      rain: wrong.rain.toFixed(1),
    });
  const missing = daysBetween(days[0].day, days.at(-1)!.day) + 1 - days.length;
  if (missing) {
    const gap = days.find((day, i) => i > 0 && daysBetween(days[i - 1].day, day.day) > 1)!;
    notes.push(say('formats.noteDaysMissing', { days: missing, before: onDayOfYear(gap.day) }));
  }
  return { days, unit, notes };
}

const findLike = (fields: readonly string[], pattern: RegExp) =>
  fields.find((field) => pattern.test(field));

function readDay(text: string): string | undefined {
  const start = text.trim().slice(0, 10);
  if (isDay(start)) return start;
  for (const format of DAY_FORMATS) {
    const at = DateTime.fromFormat(text.trim(), format, { zone: 'utc' });
    if (at.isValid) return at.toISODate()!;
  }
  return undefined;
}

function unitOf(headings: string, rows: readonly WeatherDay[], notes: Message[]): 'C' | 'F' {
  if (/°\s*f|fahrenheit|\(f\)|_f\b/i.test(headings)) return 'F';
  if (/°\s*c|celsius|\(c\)|_c\b/i.test(headings)) return 'C';
  const top = Math.max(...rows.map(({ highest }) => highest));
  if (top <= 58) return 'C';
  notes.push(say('formats.noteMustBeF', { highest: Math.round(top) }));
  return 'F';
}

function convert(
  row: WeatherDay,
  {
    unit,
    rain,
    humidity,
    wind,
  }: { unit: 'C' | 'F'; rain: string; humidity: readonly WeatherDay[]; wind: string },
): WeatherDay {
  const degrees = (value: number) => (unit === 'F' ? celsius(value) : value);
  const percent = humidity.some((entry) => (entry.humidity ?? 0) > 1.5);
  const speed = /km/i.test(wind) ? 1 / 3.6 : /mph|mi/i.test(wind) ? 0.44704 : 1;
  return {
    day: row.day,
    lowest: degrees(row.lowest),
    highest: degrees(row.highest),
    rain: /\bin(ch)?|\(in\)|_in\b/i.test(rain) ? row.rain * MILLIMETRES_PER_INCH : row.rain,
    humidity: row.humidity == null ? null : percent ? row.humidity / 100 : row.humidity,
    wind: row.wind == null ? null : row.wind * speed,
  };
}
