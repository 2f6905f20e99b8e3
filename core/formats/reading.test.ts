import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import { says } from '../../tests/says';
import { readStation } from './hours';
import { readLogger } from './logger';
import {
  columnsOf,
  datesTogether,
  dateOrder,
  dayIn,
  IN_CORE_UNITS,
  readTime,
  unitOf,
  type DateOrder,
  type Reading,
} from './reading';
import { readWeather } from './weather';

const near = (found: number | null | undefined, wanted: number, within = 1e-9) =>
  assert.ok(Math.abs((found ?? NaN) - wanted) <= within, `${found} is not ${wanted}`);
const ordered = (texts: string[]): [DateOrder, Reading['assumed']] => {
  const assumed: Reading['assumed'] = [];
  return [dateOrder(texts, {}, assumed), assumed];
};

test('the order of a date is told from the whole file', () => {
  assert.deepEqual(ordered(['2026-03-04', '2026-03-05']), ['year first', []]);
  // Line 2 has a 25: no month has that.
  assert.deepEqual(ordered(['03/04/2026', '25/04/2026']), ['day first', []]);
  assert.deepEqual(ordered(['03/04/2026', '04/25/2026']), ['month first', []]);
  // Days that follow one another settle it where no number is past twelve.
  assert.deepEqual(ordered(['03/04/2026', '03/05/2026', '03/06/2026']), ['month first', []]);
  assert.deepEqual(ordered(['03/04/2026', '04/04/2026', '05/04/2026']), ['day first', []]);
  // Points are used where the day comes first; slashes and hours of twelve leave it open.
  assert.deepEqual(ordered(['03.04.2026', '03.05.2026']), ['day first', []]);
  assert.deepEqual(ordered(['03/04/2026 1:00 PM', '03/04/2026 2:00 PM']), [
    'month first',
    ['order'],
  ]);
  assert.deepEqual(ordered(['03/04/2026', '03/04/2026']), ['day first', ['order']]);
  assert.equal(dateOrder(['03/04/2026'], { order: 'month first' }, []), 'month first');
  assert.throws(
    () => ordered(['25/04/2026', '04/25/2026', '26/04/2026']),
    says(/In 2 lines the first number.*in 1 line the second/),
  );
});

test('a day is the same however it is written; one that no calendar has is none', () => {
  for (const [text, order] of [
    ['2026-04-03', 'year first'],
    ['2026/4/3', 'day first'],
    ['20260403', 'day first'],
    ['20260403 06:00', 'month first'],
    ['03.04.2026', 'day first'],
    ['3/4/2026', 'day first'],
    ['4/3/2026', 'month first'],
    ['4-3-26', 'month first'],
    ['3 Apr 2026', 'month first'],
    ['3-April-2026 12:00', 'year first'],
  ] as [string, DateOrder][])
    assert.equal(dayIn(text, order), '2026-04-03', text);
  for (const text of ['31/04/2026', '29.02.2027', '13/13/2026', 'noon', '', '3 Xyz 2026'])
    assert.equal(dayIn(text, 'day first'), undefined, text);
  assert.equal(dayIn('29/02/2028', 'day first'), '2028-02-29');
  assert.equal(dayIn('1/1/1800', 'day first'), undefined);
  assert.equal(dayIn('1/1/1801', 'day first'), '1801-01-01');
});

test('every day of forty years is read back in all three orders', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 14_600 }),
      fc.constantFrom('/', '.', '-'),
      (days, sign) => {
        const at = new Date(Date.UTC(1990, 0, 1 + days));
        const iso = at.toISOString().slice(0, 10);
        const [y, m, d] = iso.split('-');
        assert.equal(dayIn([y, m, d].join(sign), 'year first'), iso);
        assert.equal(dayIn([d, m, y].join(sign), 'day first'), iso);
        assert.equal(dayIn([Number(m), Number(d), y].join(sign), 'month first'), iso);
      },
    ),
  );
});

test('hours of twelve and of twenty-four, midnight at either end of the day, offsets', () => {
  const utc = (text: string, order: DateOrder = 'month first', zone = 'UTC') =>
    readTime(text, zone, order)?.at.toUTC().toISO({ suppressMilliseconds: true });
  assert.equal(utc('4/3/2026 1:05 PM'), '2026-04-03T13:05:00Z');
  assert.equal(utc('4/3/2026 12:00 AM'), '2026-04-03T00:00:00Z');
  assert.equal(utc('4/3/2026 12:30 pm'), '2026-04-03T12:30:00Z');
  assert.equal(utc('4/3/2026 11:59:58 p.m.'), '2026-04-03T23:59:58Z');
  assert.equal(utc('2026-04-03 24:00'), '2026-04-04T00:00:00Z');
  assert.equal(utc('2026-04-03'), '2026-04-03T00:00:00Z');
  assert.equal(utc('2026-04-03T06:00:00+02:00'), '2026-04-03T04:00:00Z');
  assert.equal(utc('2026-04-03 06:00', 'day first', 'Pacific/Auckland'), '2026-04-02T17:00:00Z');
  for (const text of [
    '4/3/2026 13:05 PM',
    '4/3/2026 0:30 AM',
    '4/3/2026 25:00',
    '4/3/2026 24:30',
    'at noon',
  ])
    assert.equal(utc(text), undefined, text);
});

test('every minute of a year is read back from a clock of twelve hours', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 366 * 1440 - 1 }), (minute) => {
      const at = DateTime.fromMillis(Date.UTC(2028, 0, 1) + minute * 60_000, { zone: 'utc' });
      const text = at.setLocale('en-US').toFormat('M/d/yyyy h:mm a');
      assert.equal(readTime(text, 'UTC', 'month first')?.at.toMillis(), at.toMillis(), text);
    }),
  );
});

test('units: what was said, then the heading, then what values can only be, else assumed', () => {
  const of = (
    ...[kind, heading, values, said = {}, days]: [string, string, number[], object?, number?]
  ) => {
    const assumed: Reading['assumed'] = [];
    return [unitOf(kind as 'wind', heading, values, said, assumed, days), assumed.length];
  };
  assert.deepEqual(of('temperature', 'Max (°F)', [12]), ['F', 0]);
  assert.deepEqual(of('temperature', 'tmax_c', [70]), ['C', 0]);
  assert.deepEqual(of('temperature', 'tmax', [70]), ['F', 0]);
  assert.deepEqual(of('temperature', 'tmax', [30]), ['C', 1]);
  assert.deepEqual(of('temperature', 'tmax_c', [30], { temperature: 'F' }), ['F', 0]);
  assert.deepEqual(of('rain', 'Precip (in)', [1]), ['in', 0]);
  assert.deepEqual(of('rain', 'rain mm', [1]), ['mm', 0]);
  assert.deepEqual(of('rain', 'rain', Array<number>(365).fill(0.1)), ['in', 1]);
  assert.deepEqual(of('rain', 'rain', Array<number>(365).fill(2)), ['mm', 1]);
  assert.deepEqual(of('wind', 'Wind speed km/h', [1]), ['km/h', 0]);
  assert.deepEqual(of('wind', 'wind_mph', [1]), ['mph', 0]);
  assert.deepEqual(of('wind', 'wind (kn)', [1]), ['kn', 0]);
  assert.deepEqual(of('wind', 'wind m/s', [20]), ['m/s', 0]);
  assert.deepEqual(of('wind', 'wind', [12, 14]), ['km/h', 1]);
  assert.deepEqual(of('wind', 'wind', [2, 4]), ['m/s', 1]);
  assert.deepEqual(of('humidity', 'RH %', [0.4, 0.9]), ['share', 0]);
  assert.deepEqual(of('humidity', 'RH', [40, 90]), ['%', 0]);
});

// NIST SP 811: 1 in = 25.4 mm, 1 mi/h = 0.44704 m/s, 1 kn = 1852 m/h, t/°C = (t/°F − 32)/1.8.
test('units come to the core’s own', () => {
  near(IN_CORE_UNITS.rain.in(2), 50.8);
  near(IN_CORE_UNITS.rain.cm(2), 20);
  near(IN_CORE_UNITS.wind.mph(10), 4.4704);
  near(IN_CORE_UNITS.wind.kn(10), 18_520 / 3600);
  near(IN_CORE_UNITS.wind['km/h'](36), 10);
  near(IN_CORE_UNITS.temperature.F(212), 100);
  near(IN_CORE_UNITS.humidity['%'](35), 0.35);
});

test('headings are understood by what they say, and only what is meant is taken', () => {
  assert.deepEqual(
    columnsOf([
      'Station',
      'Date',
      'Avg temp °F',
      'Min temp °F',
      'Max temp °F',
      'Dew point',
      'Max gust mph',
      'Wind mph',
      'Precip rate',
      'Precip in',
      'RH',
    ]),
    {
      day: 'Date',
      clock: undefined,
      lowest: 'Min temp °F',
      highest: 'Max temp °F',
      temperature: 'Avg temp °F',
      rain: 'Precip in',
      humidity: 'RH',
      wind: 'Wind mph',
    },
  );
  const logger = columnsOf(['#', 'Date', 'Time', 'Temperature (°C)', 'Battery V']);
  assert.deepEqual(
    [logger.day, logger.clock, logger.temperature],
    ['Date', 'Time', 'Temperature (°C)'],
  );
  const short = columnsOf(['day', 'TN', 'TX', 'RR']);
  assert.deepEqual([short.lowest, short.highest, short.rain], ['TN', 'TX', 'RR']);
});

test('an American daily file: month first, Fahrenheit, inches, miles', () => {
  const { days, reading } = readWeather(
    'Date,Max Temp (F),Min Temp (F),Rain (in),Humidity,Wind (mph),Sky\n' +
      '3/30/2026,68,50,0.5,80,10,blue\n3/31/2026,59,41,0,60,5,grey\n4/1/2026,59,41,0,60,5,grey',
  );
  assert.deepEqual(
    days.map(({ day }) => day),
    ['2026-03-30', '2026-03-31', '2026-04-01'],
  );
  near(days[0].highest, 20);
  near(days[0].lowest, 10);
  near(days[0].rain, 12.7);
  near(days[0].humidity, 0.8);
  near(days[0].wind, 4.4704);
  assert.equal(reading.order, 'month first');
  assert.deepEqual(reading.unused, ['Sky']);
  assert.deepEqual(reading.assumed, []);
});

test('what was said about a file goes before everything it looks like', () => {
  const text = 'Date,max,min,rain\n03/04/2026,20,10,1\n03/05/2026,20,10,1\n03/06/2026,20,10,1';
  const guessed = readWeather(text);
  assert.equal(guessed.days[0].day, '2026-03-04');
  assert.deepEqual(guessed.reading.assumed, ['temperature', 'rain']);
  const said = readWeather(text, { order: 'day first', rain: 'in', temperature: 'C' });
  assert.deepEqual(
    said.days.map(({ day }) => day),
    ['2026-04-03', '2026-05-03', '2026-06-03'],
  );
  near(said.days[0].rain, 25.4);
  assert.deepEqual(said.reading.assumed, []);
});

test('a column that a station left empty all year is none: nothing is assumed of it, no day has it', () => {
  const { days, reading } = readWeather(
    'Date,max C,min C,rain mm,wind,humidity %\n2026-04-01,12,3,0,,\n2026-04-02,13,4,1,,',
  );
  assert.deepEqual(reading.assumed, []);
  assert.deepEqual([days.length, days[0].wind ?? null, days[0].humidity ?? null], [2, null, null]);
});

test('a station’s and a logger’s clock of twelve hours', () => {
  const { hours, reading } = readStation(
    'Date,Time,Temp °F,RH %,Wind kn\n3/31/2026,11:30 PM,50,80,10\n4/1/2026,12:30 AM,50,80,10',
    'America/Los_Angeles',
  );
  assert.equal(hours[1].at - hours[0].at, 3_600_000);
  assert.equal(new Date(hours[0].at).toISOString(), '2026-04-01T06:30:00.000Z');
  near(hours[0].wind, 18_520 / 3600);
  assert.equal(reading.order, 'month first');
  // With a clock of its own the first column is a day, and no time.
  assert.deepEqual([reading.columns.day, reading.columns.clock], ['Date', 'Time']);
  assert.equal(reading.columns.time, undefined);
  const logger = readLogger(
    'Date/Time,Temp C\n3/31/2026 1:00:00 PM,2\n3/31/2026 2:00:00 PM,2.5',
    'UTC',
  );
  assert.equal(new Date(logger.readings[0].at).toISOString(), '2026-03-31T13:00:00.000Z');
});

test('dates that come in pieces are put together; what is none is told as it stands', () => {
  const rows = [
    { YEAR: '2024', MO: '2', DY: '29', TMIN: '1' },
    { YEAR: '2023', MO: '2', DY: '29', TMIN: '2' },
  ];
  const { fields, data } = datesTogether(['YEAR', 'MO', 'DY', 'TMIN'], rows);
  assert.deepEqual(fields, ['date (YEAR, MO, DY)', 'TMIN']);
  assert.deepEqual(
    data.map((row) => row[fields[0]]),
    ['2024-02-29', '2023 2 29'],
  );
  const counted = datesTogether(['Year', 'DOY'], [{ Year: '2024', DOY: '60' }]);
  assert.equal(counted.data[0][counted.fields[0]], '2024-02-29', 'the sixtieth day of a leap year');
  const whole = [{ date: '2024-01-01', year: '2024' }];
  assert.deepEqual(datesTogether(['date', 'year'], whole), {
    fields: ['date', 'year'],
    data: whole,
  });
});

test('weather is read under what a service writes above it, in the headings of four languages', () => {
  const days = ['2024-01-13', '2024-01-14'];
  const table = (heading: string, sign = ',', split = '') =>
    [
      heading,
      ...days.map((day, i) =>
        [split ? day.split('-').map(Number).join(split) : day, -1.5, 4 + i, 2.5 * i]
          .join(sign)
          .replaceAll('.', sign === ';' ? ',' : '.'),
      ),
    ].join('\n');
  const above = 'Daily values\nlatitude,51.1\n\n';
  for (const [what, text] of Object.entries({
    plain: table('date,tmin,tmax,rain'),
    above: above + table('date,tmin,tmax,rain'),
    French: table('date;température mini;température maxi;précipitations', ';'),
    Spanish: table('fecha;temp. mínima;temp. máxima;precipitación', ';'),
    Portuguese: table('data;temperatura mínima;temperatura máxima;chuva', ';'),
    pieces: above + table('YEAR,MO,DY,T2M_MIN,T2M_MAX,PRECTOTCORR', ',', ','),
  })) {
    const read = readWeather(text).days;
    assert.deepEqual(
      read.map(({ day, lowest, highest, rain }) => [day, lowest, highest, rain]),
      [
        [days[0], -1.5, 4, 0],
        [days[1], -1.5, 5, 2.5],
      ],
      what,
    );
  }
  assert.throws(
    () => readWeather(`${above}date,tmin,tmax,rain\n2024-01-13,1,2,wet`),
    says(/Line 5/),
  );
  assert.throws(() => readWeather('a,b\n1,2'), says(/a, b/));
});
