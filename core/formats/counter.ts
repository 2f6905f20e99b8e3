import type { Pulse } from '../crew/wheel';
import { told } from '../say/told';
import { dateOrder, dateParts, readTime, type DateOrder, type Reading } from './reading';
import { headedTable } from './table';
import { plainHeading } from './table-of-places';

/** A counter that leaps by more than this between two lines has lost some, or was touched. */
export const MOST_AT_ONCE = 3;
/** A counter's clock that begins before this has no time of day in it: nobody plants at night. Seconds. */
const NIGHT_ENDS = 3 * 3600;
const DAY = 86_400;

/** What a counter on the spacer wheel has written. */
export interface CounterFile {
  /** In order of time; seconds since the first mark was written where its lines carry moments or times of day. */
  pulses: Pulse[];
  /** Moment of the file's beginning, milliseconds, where its lines carry their day. */
  began?: number;
  /** Seconds after midnight of its beginning, where they carry the time of day alone. */
  clock?: number;
}

const TIME = /date|day|time|moment|stamp|clock|sec|ms$|elapsed|fecha|hora|jour|heure|temps|tempo/;
const COUNT = /count|mark|puls|tree|tick|total|marca|cuenta|arbol|arbre|impuls|conta|arvore/;
/** Marks so far at the end of a line, with what stands in front of them. */
const WITH_COUNT = /^(.*?)\s*([;,\t ])\s*(\d+)\s*[;,]?$/;
const DATED = /^\D{0,4}\d{1,4}[./-]([a-z]{3,9}|\d{1,2})[./-]\d{1,4}/i;
/** h:mm:ss or m:ss, with parts of a second. */
const CLOCK = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2}(?:[.,]\d+)?)\s*(?:([ap])\.?m\.?)?$/i;

interface Line {
  number: number;
  raw: string;
  time: string;
  /** Missing where every line is one mark. */
  count?: number;
}

/**
 * What a counter on the spacer wheel writes, line by line: marks so far behind the time, or a time at every mark.
 * The time is seconds (milliseconds where the heading says so), a clock, a day with its time, or seconds since
 * 1970. A heading, what stands above it and lines that begin with # are passed over; of more columns the heading
 * says which they are. A comma in a number is a decimal one where something else parts the two.
 * @param zone IANA zone of days and times without an offset
 * @throws Told naming the line that cannot be: no numbers, time or count that runs backwards, a leap
 */
export function readCounter(text: string, zone: string): CounterFile {
  const { lines, milliseconds } = linesOf(text);
  if (!lines.length) throw told('crew.wheelEmpty');
  const counted = lines[0].count !== undefined;
  const { seconds, ...rest } = timesOf(lines, zone, milliseconds);
  const pulses: Pulse[] = [];
  lines.forEach((line, i) => {
    if ((line.count !== undefined) !== counted) throw unread(line);
    const [at, count] = [seconds[i], line.count ?? i + 1];
    const before = pulses.at(-1);
    if (before && (at < before.at || count < before.count))
      throw told('crew.wheelBack', { line: line.number });
    if (before && count - before.count > MOST_AT_ONCE)
      throw told('crew.wheelLeap', { line: line.number, leap: count - before.count });
    if (!before || count > before.count) pulses.push({ at, count });
  });
  return { pulses, ...rest };
}

const unread = ({ number, raw }: Pick<Line, 'number' | 'raw'>) =>
  told('crew.wheelLine', { line: number, found: raw.slice(0, 40) });

function linesOf(text: string): { lines: Line[]; milliseconds: boolean } {
  const all = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const heading = all.find((line) => /\p{L}{2}/u.test(line) && !line.trim().startsWith('#')) ?? '';
  const milliseconds = /milli|\bms\b|_ms\b/i.test(heading);
  const columns = (cells: readonly string[]) => {
    const times = cells.filter((cell) => TIME.test(plainHeading(cell)));
    return { times, count: cells.find((cell) => COUNT.test(plainHeading(cell))) };
  };
  const isHeading = (cells: readonly string[]) => {
    const { times, count } = columns(cells);
    return cells.length > 2 && times.length > 0 && count !== undefined;
  };
  if (all.slice(0, 80).some((line) => isHeading(line.split(/[;,\t]/)))) {
    const table = headedTable(text, isHeading);
    const { times, count } = columns(table.fields);
    const lines = table.data.map((row, i) => {
      const number = table.above + i + 2;
      const raw = Object.values(row).flat().join(' ');
      const found = (row[count!] ?? '').trim();
      const line = { number, raw, time: times.map((field) => (row[field] ?? '').trim()).join(' ') };
      if (!/^\d+$/.test(found)) throw unread(line);
      return { ...line, count: Number(found) };
    });
    return { lines, milliseconds };
  }
  const lines: Line[] = [];
  all.forEach((whole, i) => {
    const raw = whole.trim();
    if (!raw || raw.startsWith('#')) return;
    // Words above the first line of numbers are a heading; days and clocks have letters, too.
    if (!lines.length && !/^["']?\d/.test(raw)) {
      if (/\p{L}/u.test(raw)) return;
      throw unread({ number: i + 1, raw });
    }
    const plain = raw.replace(/["']/g, '');
    const [, before, sign, count] = WITH_COUNT.exec(plain) ?? [];
    // "4,2,9" is anything; a day may be parted from its time by a comma.
    const three = sign === ',' && before.includes(',') && !before.includes(':');
    if (three) throw unread({ number: i + 1, raw });
    const time = (before ?? plain).replace(/[;,\t ]+$/, '').replace(/[;,\t]+(?=\d{1,2}:)/, ' ');
    lines.push({
      number: i + 1,
      raw,
      time,
      count: count === undefined ? undefined : Number(count),
    });
  });
  return { lines, milliseconds };
}

/** Seconds of every line, and when the first of them was, as far as they say. */
function timesOf(
  lines: readonly Line[],
  zone: string,
  milliseconds: boolean,
): { seconds: number[]; began?: number; clock?: number } {
  if (lines.some(({ time }) => DATED.test(time))) return momentsOf(lines, zone);
  const seconds = lines.map((line) => {
    const clock = CLOCK.exec(line.time);
    const value = clock ? ofClock(clock) : Number(line.time.replace(',', '.') || NaN);
    if (!Number.isFinite(value) || value < 0) throw unread(line);
    return !clock && milliseconds ? value / 1000 : value;
  });
  const [first] = seconds;
  // Seconds or milliseconds since 1970: nothing else is that long.
  const epoch = first > 1e11 ? 1 : first > 1e9 ? 1000 : 0;
  if (epoch)
    return {
      seconds: seconds.map((one) => ((one - first) * epoch) / 1000),
      began: first * epoch,
    };
  const clocks = CLOCK.exec(lines[0].time);
  if (!clocks || first < NIGHT_ENDS) return { seconds };
  return { seconds: seconds.map((one) => one - first), clock: first };
}

function ofClock([, hours, minutes, seconds, half]: RegExpExecArray): number {
  const whole = Number(hours ?? 0);
  const hour = half ? (whole % 12) + (half.toLowerCase() === 'p' ? 12 : 0) : whole;
  return hour * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'));
}

function momentsOf(
  lines: readonly Line[],
  zone: string,
): { seconds: number[]; began?: number; clock?: number } {
  const assumed: Reading['assumed'] = [];
  const order = dateOrder(
    lines.map(({ time }) => time),
    {},
    assumed,
  );
  const moments = lines.map((line) => {
    const at = readTime(line.time, zone, order)?.at.toMillis();
    if (at === undefined) throw unread(line);
    const parts = /:\d{2}[.,](\d+)/.exec(line.time)?.[1];
    return parts && at % 1000 === 0 ? at + 1000 * Number(`0.${parts}`) : at;
  });
  const [first] = moments;
  const seconds = moments.map((at) => (at - first) / 1000);
  // Which of two days it was nobody knows but whoever was there.
  const either = assumed.length > 0 && differ(lines[0].time);
  return either ? { seconds, clock: clockOf(lines[0].time) } : { seconds, began: first };
}

const differ = (time: string): boolean => {
  const as = (order: DateOrder) => JSON.stringify(dateParts(time, order));
  return as('day first') !== as('month first');
};

function clockOf(time: string): number | undefined {
  const clock = CLOCK.exec(/\d{1,2}:\d{2}:\d{2}.*$/.exec(time)?.[0].trim() ?? '');
  return clock ? ofClock(clock) % DAY : undefined;
}
