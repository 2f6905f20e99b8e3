import { say, type Message } from '../say/message';
import { told } from '../say/told';
import { unfold } from './clock';
import {
  columnsOf,
  dateOrder,
  IN_CORE_UNITS,
  readTime,
  unitOf,
  type ClockTime,
  type FileUnits,
  type Reading,
  type Said,
} from './reading';
import { headedTable, readNumber } from './table';
import { readingOf } from './weather';

/** One reading of a weather station: milliseconds since 1970 UTC, °C, 0 to 1, m/s. */
export interface StationHour {
  at: number;
  temperature: number;
  humidity: number;
  wind: number;
}

/**
 * Reads a weather station's CSV: time, temperature, relative humidity and wind. Units and the order of the
 * date's numbers come from what was said, the headings, or the values of the whole file.
 * @param zone IANA zone of clock times without an offset
 * @param said what somebody said about it beforehand
 * @throws Told with what was found and what is accepted
 */
export function readStation(
  text: string,
  zone: string,
  said: Said = {},
): { hours: StationHour[]; reading: Reading; notes: Message[] } {
  const { data, fields, above } = headedTable(text, (names) => {
    const { temperature, humidity, wind } = columnsOf(names);
    return Boolean(temperature && humidity && wind);
  });
  const { day, clock, temperature, humidity, wind } = columnsOf(fields);
  if (!day || !temperature || !humidity || !wind)
    throw told('formats.hourColumns', { found: fields.join(', ') || '–' });
  const assumed: Reading['assumed'] = [];
  const written = (row: Record<string, string>) =>
    `${row[day] ?? ''}${clock ? ` ${row[clock] ?? ''}` : ''}`.trim();
  const order = dateOrder(data.map(written), said, assumed);
  let empty = 0;
  const rows: (ClockTime & Omit<StationHour, 'at'>)[] = [];
  data.forEach((row, i) => {
    const values = [temperature, humidity, wind].map((column) => readNumber(row[column]));
    if (values.some((value) => value === undefined)) {
      empty++;
      return;
    }
    const at = readTime(written(row), zone, order);
    if (!at || values.some((value) => !Number.isFinite(value)))
      throw told('formats.hourLine', {
        line: i + 2 + above,
        found: (at ? Object.values(row).join(',') : written(row)).slice(0, 40),
      });
    const [degrees, damp, blow] = values as number[];
    rows.push({ ...at, temperature: degrees, humidity: damp, wind: blow });
  });
  if (!rows.length) throw told('formats.noReading');
  const all = (of: 'temperature' | 'humidity' | 'wind') => rows.map((row) => row[of]);
  const units: Pick<FileUnits, 'temperature' | 'humidity' | 'wind'> = {
    temperature: unitOf('temperature', temperature, all('temperature'), said, assumed),
    humidity: unitOf('humidity', humidity, all('humidity'), said, assumed),
    wind: unitOf('wind', wind, all('wind'), said, assumed),
  };
  const { moments } = unfold(rows);
  const byMoment = new Map<number, StationHour>();
  rows.forEach((row, i) =>
    byMoment.set(moments[i], {
      at: moments[i],
      temperature: IN_CORE_UNITS.temperature[units.temperature](row.temperature),
      humidity: IN_CORE_UNITS.humidity[units.humidity](row.humidity),
      wind: IN_CORE_UNITS.wind[units.wind](row.wind),
    }),
  );
  const hours = [...byMoment.values()].sort((a, b) => a.at - b.at);
  const notes: Message[] = [];
  if (empty) notes.push(say('formats.noteEmptyLines', { lines: empty }));
  if (byMoment.size < rows.length)
    notes.push(say('formats.noteReadingsTwice', { readings: rows.length - byMoment.size }));
  const gaps = hours.filter(({ at }, i) => i > 0 && at - hours[i - 1].at > 3 * 3_600_000).length;
  if (gaps) notes.push(say('formats.noteGaps', { gaps }));
  const columns = { [clock ? 'day' : 'time']: day, clock, temperature, humidity, wind };
  return { hours, notes, reading: readingOf(fields, columns, units, order, assumed) };
}
