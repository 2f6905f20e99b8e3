import { say, temperatureOf, type Message } from '../say/message';
import { told } from '../say/told';
import type { KeepingReading } from '../stock/keeping';
import { unfold } from './clock';
import {
  columnsOf,
  dateOrder,
  IN_CORE_UNITS,
  readTime,
  unitOf,
  type ClockTime,
  type Reading,
  type Said,
} from './reading';
import { headedTable, readNumber } from './table';
import { readingOf } from './weather';

export interface LoggerFile {
  /** In order of time, each moment once. */
  readings: KeepingReading[];
  /** How the file was understood. */
  reading: Reading;
  /** What was noticed: gaps, doubles, clocks set back, as sentences. */
  notes: Message[];
}

/** A unit behind a value. */
const DEGREES = /\s*°?\s*[CF]\s*$/i;

/**
 * Reads a temperature logger's CSV: a column of times and one of temperatures, in °C or °F by its
 * heading or by unlikely values. Times with an offset are taken by it; others are clock times in
 * `zone`, where an hour that comes twice when clocks are set back is told apart by the order of
 * the lines.
 * @param zone IANA zone of clock times without an offset
 * @param said what somebody said about it beforehand
 * @throws Told with what was found and what is accepted
 */
export function readLogger(text: string, zone: string, said: Said = {}): LoggerFile {
  if (!/temp|°|celsius|fahrenheit/i.test(text)) throw told('formats.loggerHeading');
  const {
    data,
    fields,
    above: start,
  } = headedTable(text, (cells) => {
    const { day, temperature } = columnsOf(cells);
    return Boolean(day && temperature);
  });
  const { day: time, clock, temperature } = columnsOf(fields);
  if (!temperature || !time)
    throw told('formats.loggerColumns', { found: fields.join(', ') || '–' });
  const written = (row: Record<string, string>) =>
    `${row[time] ?? ''}${clock ? ` ${row[clock] ?? ''}` : ''}`.trim();
  const assumed: Reading['assumed'] = [];
  const order = dateOrder(data.map(written), said, assumed);
  const notes: Message[] = [];
  const values: (ClockTime & { temperature: number })[] = [];
  let empty = 0;
  data.forEach((row, i) => {
    const value = readNumber((row[temperature] ?? '').replace(DEGREES, ''));
    if (value === undefined) {
      empty++;
      return;
    }
    const at = readTime(written(row), zone, order);
    if (!Number.isFinite(value) || !at)
      throw told('formats.loggerLine', {
        line: start + i + 2,
        found: (!at ? written(row) : row[temperature]).slice(0, 30),
        wanted: !at ? 'time' : 'number',
      });
    values.push({ ...at, temperature: value });
  });
  if (values.length < 2) throw told('formats.tooFewReadings', { readings: values.length });
  // Some write the unit behind every value and none in the heading.
  const behind = data.map((row) => DEGREES.exec(row[temperature] ?? '')?.[0]).find(Boolean) ?? '';
  const degrees = values.map(({ temperature: t }) => t);
  // Half of a store's readings above 28 °C would be a store of dead trees: then they are °F.
  const unit =
    unitOf('temperature', `${temperature}${behind}`, degrees, said, assumed) === 'F' ||
    (assumed.includes('temperature') && median(degrees) > 28)
      ? 'F'
      : 'C';
  if (empty) notes.push(say('formats.noteEmptyLines', { lines: empty }));
  const { moments, setBack } = unfold(values);
  if (setBack) notes.push(say('formats.noteClockBack', { times: setBack }));
  const byMoment = new Map<number, number>();
  let doubles = 0;
  moments.forEach((at, i) => {
    const celsius = IN_CORE_UNITS.temperature[unit](values[i].temperature);
    if (byMoment.has(at)) doubles++;
    byMoment.set(at, celsius);
  });
  if (doubles) notes.push(say('formats.noteReadingsTwice', { readings: doubles }));
  const readings = [...byMoment]
    .map(([at, celsius]) => ({ at, temperature: celsius }))
    .sort((a, b) => a.at - b.at);
  const unlikely = readings.find(({ temperature: t }) => t < -60 || t > 70);
  if (unlikely)
    throw told('formats.unlikelyReading', {
      found: temperatureOf(unlikely.temperature),
      coldest: temperatureOf(-60),
      hottest: temperatureOf(70),
    });
  const steps = readings.slice(1).map(({ at }, i) => at - readings[i].at);
  const usual = median(steps);
  const gaps = steps.filter((step) => step > 3 * usual).length;
  if (gaps) notes.push(say('formats.noteLongGaps', { gaps }));
  const columns = { [clock ? 'day' : 'time']: time, clock, temperature };
  return {
    readings,
    reading: readingOf(fields, columns, { temperature: unit }, order, assumed),
    notes,
  };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)];
}
