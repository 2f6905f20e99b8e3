import { words } from '../../src/lib/words';
import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isTold } from '../say/told';
import { readLogger } from './logger';

const hours = (file: ReturnType<typeof readLogger>) =>
  file.readings.map(({ at }, i) => (i ? (at - file.readings[i - 1].at) / 3_600_000 : 0)).slice(1);

test('the hour that comes twice when clocks are set back is kept apart', () => {
  const file = readLogger(
    [
      'time,temperature °C',
      ...['01:00', '02:00', '02:30', '02:00', '02:30', '03:00'].map(
        (clock) => `2026-10-25 ${clock},2.5`,
      ),
    ].join('\n'),
    'Europe/Berlin',
  );
  assert.deepEqual(hours(file), [1, 0.5, 0.5, 0.5, 0.5]);
  assert.equal(file.readings[0].at, Date.parse('2026-10-24T23:00:00Z'));
  assert.match(file.notes.map((note) => words(note)).join(' '), /set back once/);
});

test('a logger that heads its file with its own name, and writes the unit behind every value', () => {
  const file = readLogger(
    [
      'Logger 114: cold store, temperature and door',
      'Serial,00417',
      '',
      'Nr,Date,Time,Temp,Door',
      '1,2026-11-02,06:00,35.6 °F,0',
      '2,2026-11-02,06:30,37.4 °F,0',
      '3,2026-11-02,07:00,,1',
    ].join('\n'),
    'UTC',
  );
  assert.deepEqual(
    file.readings.map(({ at, temperature }) => [
      new Date(at).getUTCHours(),
      temperature.toFixed(3),
    ]),
    [
      [6, '2.000'],
      [6, '3.000'],
    ],
  );
  const broken = 'Cold store temperatures\nTime,Temp\n2026-11-02 06:00,2\n2026-11-02 06:30,cold';
  assert.throws(
    () => readLogger(broken, 'UTC'),
    (error) => isTold(error) && error.said.figures.line === 4,
  );
});

test('the hour that is left out in spring leaves no gap, and both hemispheres hold', () => {
  const spring = readLogger(
    'time;Temp (C)\n2027-03-28 01:00;1,5\n2027-03-28 03:00;2,5',
    'Europe/Berlin',
  );
  assert.deepEqual(hours(spring), [1]);
  assert.equal(spring.readings[1].temperature, 2.5);
  const south = readLogger(
    'time,temperature C\n2027-04-04 02:00,1\n2027-04-04 02:00,1\n2027-04-04 03:00,1',
    'Australia/Sydney',
  );
  assert.deepEqual(hours(south), [1, 1]);
});

test('Fahrenheit by heading or by its values; offsets; a UTF-8 mark; lines before the heading', () => {
  const byHeading = readLogger(
    'Logger 12\nserial,77\n\nDate/Time,Temperature (°F)\n2026-11-24 06:00,35.6\n2026-11-24 07:00,32',
    'UTC',
  );
  assert.deepEqual(
    byHeading.readings.map(({ temperature }) => Math.round(temperature * 10) / 10),
    [2, 0],
  );
  const byValue = readLogger(
    '\uFEFFtime,temp\n2026-11-24T06:00:00+01:00,36\n2026-11-24T07:00:00+01:00,37',
    'UTC',
  );
  assert.equal(byValue.reading.units.temperature, 'F');
  assert.deepEqual(byValue.reading.assumed, ['temperature']);
  assert.equal(byValue.readings[0].at, Date.parse('2026-11-24T05:00:00Z'));
});

test('gaps and doubles are told; what cannot be read is refused with its line', () => {
  const at = (hour: number, value: number | string) =>
    `2026-11-24 ${String(hour).padStart(2, '0')}:00,${value}`;
  const gappy = readLogger(
    [
      'time,temperature °C',
      at(1, 2),
      at(2, 2),
      at(2, 3),
      at(3, ''),
      at(4, 2),
      at(5, 2),
      at(6, 2),
      at(15, 9),
    ].join('\n'),
    'UTC',
  );
  assert.match(gappy.notes.map((note) => words(note)).join(' '), /1 gap longer.*/);
  assert.match(gappy.notes.map((note) => words(note)).join(' '), /1 reading came twice/);
  assert.match(gappy.notes.map((note) => words(note)).join(' '), /1 line without a value/);
  assert.equal(gappy.readings[1].temperature, 3, 'the last one holds');
  // Up to three times the usual step a logger may be late; the usual is the middle one, not the first.
  const steady = (...hours: number[]) =>
    readLogger(['time,temperature °C', ...hours.map((hour) => at(hour, 2))].join('\n'), 'UTC')
      .notes;
  assert.deepEqual(steady(1, 2, 3, 4, 7), []);
  assert.deepEqual(steady(1, 7, 8, 9, 10, 11).length, 1);
  const bad = (text: string, why: RegExp) =>
    assert.throws(() => readLogger(text, 'UTC'), says(why));
  bad('hello', /No heading with a temperature/);
  bad('time,temperature °C\n2026-11-24 06:00,2', /1 reading was found/);
  bad(`time,temperature °C\n${at(1, 2)}\nyesterday,3`, /Line 3: “yesterday” was found/);
  bad(`time,temperature °C\n${at(1, 2)}\n${at(2, 'warm')}`, /Line 3: “warm” was found; a number/);
  bad(`time,temperature °C\n${at(1, 2)}\n${at(2, 90)}`, /90 °C was found/);
});

test('temperatures without their moments are refused with the headings found', () => {
  assert.throws(
    () => readLogger('no,temperature °C\n1,2.5\n2,3', 'UTC'),
    (error) =>
      isTold(error) &&
      error.said.key === 'formats.loggerColumns' &&
      error.said.figures.found === 'no, temperature °C',
  );
});
