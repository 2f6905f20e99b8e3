import { dayOf } from '../say/day';
import { told } from '../say/told';
import {
  byDay,
  INSTRUMENT_MOST,
  type Instrument,
  type InstrumentDay,
} from '../tending/instruments';
import { dateOrder, datesTogether, dayIn, readTime, type Reading } from './reading';
import { headedTable, readNumber } from './table';
import { plainHeading } from './table-of-places';

const VALUE: Record<Instrument, RegExp> = {
  probe: /vwc|moist|water|theta|probe|m³\/m³|m3\/m3|vol|humedad|humidi[td]|umidade|feucht/i,
  gauge: /rain|prec|gauge|tip|lluvia|pluie|chuva|regen|niedersch/i,
};
const TIME = /date|day|time|moment|stamp|datum|fecha|hora|jour|heure|\bdata\b|\bdia\b/i;
const MILLIMETRES_AN_INCH = 25.4;

/**
 * Reads what a probe or a rain gauge has written: a column of days or moments and one of values, told by their
 * headings, whatever stands above the table. A probe's values are shares of volume, or percent where any is over 1; a gauge's are millimetres, or
 * inches where the heading says so. Several readings of a day become one.
 * @param zone whose midnight begins a day
 * @throws Told naming the line or the heading that cannot be
 */
export function readInstrument(text: string, kind: Instrument, zone: string): InstrumentDay[] {
  const columnsOf = (fields: readonly string[]) => {
    // A date in pieces has a heading of its own in front.
    const time = fields.find((field) => TIME.test(plainHeading(field)));
    const value = fields.find(
      (field) =>
        field !== time && (VALUE[kind].test(field) || VALUE[kind].test(plainHeading(field))),
    );
    return { time, value };
  };
  const table = headedTable(text, (cells) => {
    const { time, value } = columnsOf(datesTogether(cells, []).fields);
    return Boolean(time && value);
  });
  const { data, fields } = datesTogether(table.fields, table.data);
  const { time, value } = columnsOf(fields);
  if (!time || !value)
    throw told('formats.instrumentColumns', { kind, found: fields.join(', ').slice(0, 80) || '–' });
  const assumed: Reading['assumed'] = [];
  const times = data.map((row) => row[time] ?? '');
  const order = dateOrder(times, {}, assumed);
  const either = assumed.length
    ? times.find((at) => dayIn(at, 'day first') !== dayIn(at, 'month first'))
    : undefined;
  if (either !== undefined)
    throw told('formats.instrumentEitherDay', { found: either.trim().slice(0, 30) });
  const readings = data.flatMap((row, i) => {
    const number = readNumber(row[value]);
    // A station that had nothing to say wrote nothing.
    if (number === undefined) return [];
    const at = readTime(row[time] ?? '', zone, order);
    if (!at || !Number.isFinite(number) || number < 0)
      throw told('formats.loggerLine', {
        line: table.above + i + 2,
        found: (at ? row[value] : (row[time] ?? '')).slice(0, 30),
        wanted: at ? 'number' : 'time',
      });
    return [{ day: dayOf(at.at.toMillis(), zone), value: number, line: table.above + i + 2 }];
  });
  if (!readings.length) throw told('formats.tooFewReadings', { readings: 0 });
  const percent = kind === 'probe' && readings.some((one) => one.value > 1);
  const inches = kind === 'gauge' && /\bin(ch(es)?)?\b/i.test(value);
  const scale = percent ? 0.01 : inches ? MILLIMETRES_AN_INCH : 1;
  const most = INSTRUMENT_MOST[kind];
  const unlikely = readings.find((one) => one.value * scale > most);
  if (unlikely)
    throw told('formats.instrumentMost', {
      ...{ line: unlikely.line, found: String(unlikely.value) },
      most: kind === 'probe' ? `${100 * most} %` : `${most} mm`,
    });
  return byDay(
    readings.map(({ day, value: number }) => ({ day, value: number * scale })),
    kind,
  );
}
