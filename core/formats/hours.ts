import { say, type Message } from '../say/message';
import { told } from '../say/told';
import Papa from 'papaparse';
import { readTime, unfold, type ClockTime } from './clock';
import { celsius, readNumber } from './table';

/** One reading of a weather station: milliseconds since 1970 UTC, °C, 0 to 1, m/s. */
export interface StationHour {
  at: number;
  temperature: number;
  humidity: number;
  wind: number;
}

/**
 * Reads a weather station's CSV: time, temperature, relative humidity and wind. Units by heading:
 * °C or °F, m/s, km/h or mph; humidity in per cent when any value is over 1.5.
 * @param zone IANA zone of clock times without an offset
 * @throws Told with what was found and what is accepted
 */
export function readStation(
  text: string,
  zone: string,
): { hours: StationHour[]; notes: Message[] } {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const fields = meta.fields ?? [];
  const like = (pattern: RegExp) => fields.find((field) => pattern.test(field));
  const [time, temperature, humidity, wind] = [
    like(/time|date|moment/i),
    like(/temp|°/i),
    like(/humid|^rh/i),
    like(/wind/i),
  ];
  if (!time || !temperature || !humidity || !wind)
    throw told('formats.hourColumns', { found: fields.join(', ') || '–' });
  const fahrenheit = /°\s*f|fahrenheit|\(f\)|_f\b/i.test(temperature);
  const speed = /km/i.test(wind) ? 1 / 3.6 : /mph|mi/i.test(wind) ? 0.44704 : 1;
  let empty = 0;
  const rows: (ClockTime & Omit<StationHour, 'at'>)[] = [];
  data.forEach((row, i) => {
    const values = [temperature, humidity, wind].map((column) => readNumber(row[column]));
    if (values.some((value) => value === undefined)) {
      empty++;
      return;
    }
    const at = readTime((row[time] ?? '').trim(), zone);
    if (!at || values.some((value) => !Number.isFinite(value)))
      throw told('formats.hourLine', {
        line: i + 2,
        found: (at ? Object.values(row).join(',') : (row[time] ?? '')).slice(0, 40),
      });
    const [degrees, damp, blow] = values as number[];
    rows.push({
      ...at,
      temperature: fahrenheit ? celsius(degrees) : degrees,
      humidity: damp,
      wind: blow * speed,
    });
  });
  if (!rows.length) throw told('formats.noReading');
  const percent = rows.some((row) => row.humidity > 1.5);
  const { moments } = unfold(rows);
  const byMoment = new Map<number, StationHour>();
  rows.forEach(({ temperature: t, humidity: h, wind: w }, i) =>
    byMoment.set(moments[i], {
      at: moments[i],
      temperature: t,
      humidity: percent ? h / 100 : h,
      wind: w,
    }),
  );
  const hours = [...byMoment.values()].sort((a, b) => a.at - b.at);
  const notes: Message[] = [];
  if (empty) notes.push(say('formats.noteEmptyLines', { lines: empty }));
  if (byMoment.size < rows.length)
    notes.push(say('formats.noteReadingsTwice', { readings: rows.length - byMoment.size }));
  const gaps = hours.filter(({ at }, i) => i > 0 && at - hours[i - 1].at > 3 * 3_600_000).length;
  if (gaps) notes.push(say('formats.noteGaps', { gaps }));
  return { hours, notes };
}
