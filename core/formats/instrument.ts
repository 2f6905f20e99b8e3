import Papa from 'papaparse';
import { dayOf } from '../say/day';
import { told } from '../say/told';
import {
  byDay,
  INSTRUMENT_MOST,
  type Instrument,
  type InstrumentDay,
} from '../tending/instruments';
import { dateOrder, readTime, type Reading } from './reading';
import { readNumber } from './table';

const VALUE: Record<Instrument, RegExp> = {
  probe: /vwc|moist|water|theta|probe|m³\/m³|m3\/m3|vol/i,
  gauge: /rain|prec|gauge|tip/i,
};
const TIME = /date|day|time|moment|stamp/i;
const MILLIMETRES_AN_INCH = 25.4;

/**
 * Reads what a probe or a rain gauge has written: a column of days or moments and one of values, told by their
 * headings. A probe's values are shares of volume, or percent where any is over 1; a gauge's are millimetres, or
 * inches where the heading says so. Several readings of a day become one.
 * @param zone whose midnight begins a day
 * @throws Told naming the line or the heading that cannot be
 */
export function readInstrument(text: string, kind: Instrument, zone: string): InstrumentDay[] {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const fields = meta.fields ?? [];
  const time = fields.find((field) => TIME.test(field));
  const value = fields.find((field) => field !== time && VALUE[kind].test(field));
  if (!time || !value)
    throw told('formats.instrumentColumns', { kind, found: fields.join(', ').slice(0, 80) || '–' });
  const assumed: Reading['assumed'] = [];
  const order = dateOrder(
    data.map((row) => row[time] ?? ''),
    {},
    assumed,
  );
  const readings = data.flatMap((row, i) => {
    const number = readNumber(row[value]);
    // A station that had nothing to say wrote nothing.
    if (number === undefined) return [];
    const at = readTime(row[time] ?? '', zone, order);
    if (!at || !Number.isFinite(number) || number < 0)
      throw told('formats.loggerLine', {
        line: i + 2,
        found: (at ? row[value] : (row[time] ?? '')).slice(0, 30),
        wanted: at ? 'number' : 'time',
      });
    return [{ day: dayOf(at.at.toMillis(), zone), value: number, line: i + 2 }];
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
