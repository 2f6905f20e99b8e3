import { DateTime } from 'luxon';
import type { MessageKey } from '../say/message';
import { told } from '../say/told';

/** In which order the numbers of a date stand. */
export type DateOrder = 'year first' | 'day first' | 'month first';
/** Units that a weather or logger file may be in. */
export interface FileUnits {
  temperature: 'C' | 'F';
  rain: 'mm' | 'cm' | 'in';
  wind: 'm/s' | 'km/h' | 'mph' | 'kn';
  humidity: '%' | 'share';
}
export type Measured = keyof FileUnits;

/** How a file was understood: shown to whoever brings it in, who may say otherwise. */
export interface Reading {
  order: DateOrder;
  units: Partial<FileUnits>;
  /** Heading of each column that is read, in the order of what it means. */
  columns: Record<string, string>;
  /** Headings that are not read. */
  unused: string[];
  /** What neither headings nor values said, so that it was assumed. */
  assumed: (Measured | 'order')[];
}
/** What somebody said about a file beforehand. */
export type Said = Partial<Pick<Reading, 'order'> & FileUnits>;

/** Choices for whoever corrects a reading. */
export const UNIT_CHOICES: { [Kind in Measured]: readonly FileUnits[Kind][] } = {
  temperature: ['C', 'F'],
  rain: ['mm', 'cm', 'in'],
  wind: ['m/s', 'km/h', 'mph', 'kn'],
  humidity: ['%', 'share'],
};
export const ORDER_CHOICES: readonly DateOrder[] = ['year first', 'day first', 'month first'];

/** What a value is worth in °C, mm, m/s and a share of 1. */
export const IN_CORE_UNITS: { [Kind in Measured]: Record<FileUnits[Kind], (v: number) => number> } =
  {
    temperature: { C: (v) => v, F: (v) => (v - 32) / 1.8 },
    rain: { mm: (v) => v, cm: (v) => v * 10, in: (v) => v * 25.4 },
    wind: {
      'm/s': (v) => v,
      'km/h': (v) => v / 3.6,
      mph: (v) => v * 0.44704,
      kn: (v) => (v * 1852) / 3600,
    },
    humidity: { '%': (v) => v / 100, share: (v) => v },
  };

/** Units as headings write them. */
const HEADINGS: { [Kind in Measured]: readonly [FileUnits[Kind], RegExp][] } = {
  temperature: [
    ['F', /°\s*f\b|fahrenheit|[([_\s.]f[)\]]?$|deg\.?\s*f\b/i],
    ['C', /°\s*c\b|celsius|[([_\s.]c[)\]]?$|deg\.?\s*c\b/i],
  ],
  rain: [
    ['mm', /mm|millimet/i],
    ['cm', /cm|centimet/i],
    ['in', /inch|[([_\s.]in[)\]]?$|"$/i],
  ],
  wind: [
    ['km/h', /km\s*[/_p]?\s*h|kph/i],
    ['mph', /mph|mi(les)?\s*[/_p]?\s*h/i],
    ['kn', /knots?|[([_\s.]kn[)\]]?$|[([_\s.]kts?[)\]]?$/i],
    ['m/s', /m\s*[/_]?\s*s(ec)?\b|[([_\s.]ms[)\]]?$|met(re|er)s? per sec/i],
  ],
  humidity: [['%', /%|percent|pct/i]],
};

/** Hotter than any °C ever read on land, and a little. */
const HOTTEST = 58;
/** Where a heading says nothing: less rain in a year than this is inches rather than a desert's millimetres. */
const DESERT = 60;
/** A mean wind above this, in whatever unit, is not m/s. */
const STORMY = 9;

/**
 * The unit of a column: what was said, else what its heading says, else what its values can only be. What
 * is left is assumed, and named in `assumed`.
 * @param values of the whole column
 * @param days that the values span, for rain
 */
export function unitOf<Kind extends Measured>(
  kind: Kind,
  heading: string,
  values: readonly number[],
  said: Said,
  assumed: Reading['assumed'],
  days = values.length,
): FileUnits[Kind] {
  const given = said[kind] as FileUnits[Kind] | undefined;
  if (given) return given;
  const headed = (HEADINGS[kind] as readonly [FileUnits[Kind], RegExp][]).find(([, pattern]) =>
    pattern.test(heading),
  );
  const [sure, guess] = byValues(kind, values, days);
  // A share headed with % is still a share: nobody's air holds less than one and a half per cent.
  if (kind === 'humidity') return sure as FileUnits[Kind];
  if (headed) return headed[0];
  if (sure) return sure as FileUnits[Kind];
  assumed.push(kind);
  return guess as FileUnits[Kind];
}

function byValues(
  kind: Measured,
  values: readonly number[],
  days: number,
): [sure: string | undefined, guess: string] {
  const most = values.reduce((a, b) => Math.max(a, b), -Infinity);
  const sum = values.reduce((a, b) => a + b, 0);
  switch (kind) {
    case 'temperature':
      return [most > HOTTEST ? 'F' : undefined, 'C'];
    case 'humidity':
      return [most > 1.5 ? '%' : 'share', '%'];
    case 'rain':
      return [undefined, days >= 180 && (sum / days) * 365 < DESERT && sum > 0 ? 'in' : 'mm'];
    case 'wind':
      return [undefined, sum / Math.max(1, values.length) > STORMY ? 'km/h' : 'm/s'];
  }
}

const DATE = /^\s*(\d{1,4})[./\- ](\d{1,2}|[a-z]{3,9})[./\- ](\d{1,4})/i;
const PACKED = /^\s*(\d{4})(\d{2})(\d{2})(?!\d)/;
const CLOCK = /(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([ap])?\.?m?\.?/i;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/**
 * In which order the dates of a whole file stand: a number past twelve is a day; points mean day first; else
 * the order in which the days follow one another decides. Where that says nothing either it is assumed, month
 * first beside AM and PM.
 * @throws Told when some lines can only be the one and some only the other
 */
export function dateOrder(
  texts: readonly string[],
  said: Said,
  assumed: Reading['assumed'],
): DateOrder {
  if (said.order) return said.order;
  const pairs: [number, number, number][] = [];
  let [dayFirst, monthFirst, points, halves] = [0, 0, 0, 0];
  for (const text of texts) {
    const found = DATE.exec(text);
    if (!found || found[1].length === 4 || /[a-z]/i.test(found[2])) continue;
    const [first, second, year] = found.slice(1, 4).map(Number);
    pairs.push([first, second, year]);
    if (first > 12) dayFirst++;
    if (second > 12) monthFirst++;
    if (text.includes('.')) points++;
    if (/\d\s*[ap]\.?m/i.test(text)) halves++;
  }
  if (!pairs.length) return 'year first';
  if (dayFirst && monthFirst) throw told('formats.mixedDates', { dayFirst, monthFirst });
  if (dayFirst) return 'day first';
  if (monthFirst) return 'month first';
  // Nobody parts month, day and year by points.
  if (points === pairs.length) return 'day first';
  const following = (order: 'day first' | 'month first') => {
    let steps = 0;
    for (let i = 1; i < pairs.length; i++) {
      const at = ([first, second, year]: [number, number, number]) =>
        order === 'day first'
          ? Date.UTC(fullYear(year), second - 1, first)
          : Date.UTC(fullYear(year), first - 1, second);
      const step = (at(pairs[i]) - at(pairs[i - 1])) / 86_400_000;
      if (step === 1 || step === -1) steps++;
    }
    return steps;
  };
  const [asDay, asMonth] = [following('day first'), following('month first')];
  if (asDay !== asMonth) return asDay > asMonth ? 'day first' : 'month first';
  assumed.push('order');
  return halves ? 'month first' : 'day first';
}

const fullYear = (year: number): number => (year < 100 ? 2000 + year : year);

/** The date in a text, as numbers; undefined when there is none. */
export function dateParts(
  text: string,
  order: DateOrder,
): { year: number; month: number; day: number } | undefined {
  const packed = PACKED.exec(text);
  const found = DATE.exec(text);
  if (packed && (!found || found[1].length !== 4)) {
    const [year, month, day] = packed.slice(1).map(Number);
    return valid(year, month, day);
  }
  if (!found) return undefined;
  const [, first, second, third] = found;
  const named = MONTHS.indexOf(second.slice(0, 3).toLowerCase()) + 1;
  if (/[a-z]/i.test(second) && !named) return undefined;
  if (first.length === 4) return valid(Number(first), named || Number(second), Number(third));
  const year = fullYear(Number(third));
  if (named) return valid(year, named, Number(first));
  return order === 'month first'
    ? valid(year, Number(first), Number(second))
    : valid(year, Number(second), Number(first));
}

function valid(year: number, month: number, day: number) {
  const at = new Date(Date.UTC(year, month - 1, day));
  return at.getUTCMonth() === month - 1 && at.getUTCDate() === day && year > 1800
    ? { year, month, day }
    : undefined;
}

/** The day in a text, "2026-03-04". @example dayIn('3.4.2026', 'day first') // => '2026-04-03' */
export function dayIn(text: string, order: DateOrder): string | undefined {
  const parts = dateParts(text, order);
  if (!parts) return undefined;
  const two = (value: number) => String(value).padStart(2, '0');
  return `${parts.year}-${two(parts.month)}-${two(parts.day)}`;
}

export interface ClockTime {
  at: DateTime;
  /** It was written with its offset from UTC. */
  offset: boolean;
}

/** Reads a moment as files write it, 12-hour clocks too; clock times without an offset are in `zone`. */
export function readTime(
  text: string,
  zone: string,
  order: DateOrder = 'day first',
): ClockTime | undefined {
  const iso = text
    .trim()
    .replace(/^(\d{4}-\d{2}-\d{2}) (\d)/, '$1T$2')
    .replace(/ (?=[+-]\d)/, '');
  if (/(Z|[+-]\d{2}:?\d{2})$/i.test(iso) && iso.includes('T')) {
    const at = DateTime.fromISO(iso, { zone });
    return at.isValid ? { at, offset: true } : undefined;
  }
  const date = dateParts(text, order);
  if (!date) return undefined;
  const clock = CLOCK.exec(text.replace(DATE, ' ').replace(PACKED, ' '));
  let hour = Number(clock?.[1] ?? 0);
  const half = clock?.[4]?.toLowerCase();
  if (half) {
    if (hour < 1 || hour > 12) return undefined;
    hour = (hour % 12) + (half === 'p' ? 12 : 0);
  }
  // A day's last moment is written 24:00 by some stations.
  const whole = hour === 24 && Number(clock?.[2] ?? 0) === 0;
  const at = DateTime.fromObject(
    {
      ...date,
      hour: whole ? 0 : hour,
      minute: Number(clock?.[2] ?? 0),
      second: Number(clock?.[3] ?? 0),
    },
    { zone },
  );
  return at.isValid ? { at: whole ? at.plus({ days: 1 }) : at, offset: false } : undefined;
}

/** What a column means, as the page names it. */
export const MEANING: Record<string, MessageKey> = {
  day: 'reading.day',
  time: 'reading.time',
  clock: 'reading.clock',
  lowest: 'reading.lowest',
  highest: 'reading.highest',
  temperature: 'reading.temperature',
  rain: 'reading.rain',
  humidity: 'reading.humidity',
  wind: 'reading.wind',
};

/** English first, then how the crews' other languages head such tables; accents are gone by then. */
const IS = {
  rain: /rain|prec|prcp|\brr\b|niedersch|lluvia|pluie|chuva|regen/i,
  humidity: /humid|(^|[^a-z])rh(\b|\d)|moist|humed|umid|feucht/i,
  wind: /wind|gust|speed|(^|[^a-z])ws\d|viento|\bvent\b|vento/i,
  other: /dew|soil|pressure|baro|radiat|solar|snow|direction|\bdir\b|batt|station|index|chill/i,
  lowest: /min|low|(^|[^a-z])tn\b/i,
  highest: /max|high|(^|[^a-z])tx\b/i,
  temperature: /temp|°|celsius|fahrenheit|^t[\s_(]/i,
  time: /date|day|time|moment|datum|stamp|fecha|hora|jour|heure|\bdata\b|\bdia\b/i,
  day: /date|day|datum|fecha|jour|\bdata\b|\bdia\b/i,
};

/** Which heading means what. The first that fits is taken; a gust is no wind where a wind is there. */
export function columnsOf(fields: readonly string[]): {
  day?: string;
  clock?: string;
  lowest?: string;
  highest?: string;
  temperature?: string;
  rain?: string;
  humidity?: string;
  wind?: string;
} {
  const is = (what: keyof typeof IS, field: string) =>
    IS[what].test(field.normalize('NFD').replace(/\p{M}/gu, ''));
  const plain = fields.filter((field) => !is('other', field));
  const rain = plain.find((field) => is('rain', field) && !/rate|intens/i.test(field));
  const humidity = plain.find((field) => is('humidity', field));
  const winds = plain.filter((field) => is('wind', field));
  const wind = winds.find((field) => !/gust|max/i.test(field)) ?? winds[0];
  const rest = plain.filter(
    (field) => field !== rain && field !== humidity && !winds.includes(field),
  );
  const times = rest.filter((field) => is('time', field) && !/min|max/i.test(field));
  const day = times.find((field) => is('day', field)) ?? times[0];
  const clock = times.find((field) => field !== day && /time|clock|hora|heure/i.test(field));
  const heat = rest.filter((field) => !times.includes(field));
  return {
    day,
    clock,
    lowest: heat.find((field) => is('lowest', field)),
    highest: heat.find((field) => is('highest', field)),
    temperature:
      heat.find(
        (field) => is('temperature', field) && !is('lowest', field) && !is('highest', field),
      ) ?? heat.find((field) => is('temperature', field)),
    rain,
    humidity,
    wind,
  };
}

/** Headings of dates that come in pieces. */
const PIECES = {
  year: /^(year|yr|yyyy|ano|annee|jahr)$/i,
  month: /^(month|mo|mon|mm|mes|mois|monat)$/i,
  day: /^(day|dy|dd|dia|jour|tag)$/i,
  dayOfYear: /^(doy|jday|julian( day)?|day[ _]?of[ _]?(the[ _]?)?year)$/i,
};

/**
 * A table whose dates come in pieces, year, month and day or year and day of the year, with them put together
 * under a heading of their own; any other as it is.
 */
export function datesTogether(
  fields: readonly string[],
  data: readonly Record<string, string>[],
): { fields: readonly string[]; data: readonly Record<string, string>[] } {
  const find = (piece: keyof typeof PIECES) =>
    fields.find((field) =>
      PIECES[piece].test(field.trim().normalize('NFD').replace(/\p{M}/gu, '')),
    );
  const [year, month, day, dayOfYear] = [
    ...[find('year'), find('month'), find('day'), find('dayOfYear')],
  ];
  const pieces = year && month && day ? [year, month, day] : [year, dayOfYear];
  if (pieces.some((piece) => piece === undefined)) return { fields, data };
  const heading = `date (${pieces.join(', ')})`;
  const dateOf = (row: Record<string, string>): string => {
    const [y, second, third] = pieces.map((piece) => Number((row[piece!] ?? '').trim() || NaN));
    const date =
      third === undefined
        ? DateTime.fromObject({ year: y, ordinal: second })
        : DateTime.fromObject({ year: y, month: second, day: third });
    // What is no date is told as it stands.
    return date.toISODate() ?? pieces.map((piece) => row[piece!]).join(' ');
  };
  return {
    fields: [heading, ...fields.filter((field) => !pieces.includes(field))],
    data: data.map((row) => ({ ...row, [heading]: dateOf(row) })),
  };
}
