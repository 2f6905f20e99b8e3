import { words } from '../../src/lib/words';
import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readStation } from './hours';

test('a station’s file by the hour: units by heading, the doubled hour, gaps and doubles', () => {
  const { hours, notes } = readStation(
    [
      'time;temp °F;humidity %;wind km/h',
      '2026-10-25 01:30;50;80;36',
      '2026-10-25 02:30;50;80;18',
      '2026-10-25 02:30;41;90;18',
      '2026-10-25 09:00;41;;18',
      '2026-10-25 10:00;41;60;0',
    ].join('\n'),
    'Europe/Berlin',
  );
  assert.deepEqual(
    hours.map(({ temperature, humidity, wind }) => [temperature, humidity, wind]),
    [
      [10, 0.8, 10],
      [10, 0.8, 5],
      [5, 0.9, 5],
      [5, 0.6, 0],
    ],
  );
  assert.equal(hours[2].at - hours[1].at, 3_600_000, 'clocks went back in between');
  assert.match(
    notes.map((note) => words(note)).join(' '),
    /1 line without a value.*1 gap of more than three hours/,
  );
});

test('what is no station’s file is refused with what was found', () => {
  const bad = (text: string, why: RegExp) =>
    assert.throws(() => readStation(text, 'UTC'), says(why));
  bad('a,b\n1,2', /Found: a, b/);
  bad('time,temp,humidity,wind', /No reading/);
  bad('time,temp,humidity,wind\nnoon,1,2,3', /Line 2: “noon”/);
  bad('time,temp,humidity,wind\n2026-01-01 10:00,cold,2,3', /three numbers/);
});
