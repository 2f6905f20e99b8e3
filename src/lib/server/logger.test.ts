import assert from 'node:assert/strict';
import { test } from 'node:test';
import { standInReadings } from './logger';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const from = Date.UTC(2026, 10, 1);
/** Air that rises a degree an hour, ten at the beginning. */
const rising = (at: number) => 10 + (at - from) / HOUR;

test('the stand-in logger reads every quarter of an hour, to tenths, and the same each time', () => {
  const read = () => standInReadings({ id: 'a', kind: 'shade' }, from + 1, from + DAY, rising);
  const readings = read();
  assert.deepEqual(readings, read());
  assert.equal(readings.length, 96, 'the first after the beginning, the last at the end');
  readings.forEach(({ at, temperature }, i) => {
    assert.equal(at, from + (i + 1) * 15 * 60_000);
    // Shade is half a degree under the mean of now and three hours before: here an hour and a half behind.
    const air = 10 + ((i + 1) * 0.25 + (i + 1) * 0.25 - 3) / 2;
    assert.ok(Math.abs(temperature - (air - 0.5)) <= 0.0501, `${i}: ${temperature}`);
    assert.equal(Math.round(temperature * 10) / 10, temperature);
  });
  const trench = standInReadings({ id: 'a', kind: 'trench' }, from + 1, from + DAY, rising);
  trench.forEach(({ temperature }, i) => {
    const air = 10 + ((i + 1) * 0.5 - 3) / 2;
    assert.ok(Math.abs(temperature - (6 + 0.35 * (air - 6))) <= 0.0501, `${i}: ${temperature}`);
  });
});

test('a cold store holds two degrees, warms four times a day, and stands open once in a while', () => {
  const days = 200;
  const readings = standInReadings(
    { id: 'store', kind: 'cold-store' },
    from,
    from + days * DAY - 1,
    () => 30,
  );
  let opened = 0;
  for (let day = 0; day < days; day++) {
    const own = readings.slice(96 * day, 96 * (day + 1)).map(({ temperature }) => temperature);
    const highest = Math.max(...own);
    const defrost = own.filter((_, i) => (i / 4) % 6 < 0.5);
    assert.equal(defrost.length, 8);
    if (highest > 3.4) {
      opened++;
      // An hour after it was opened the air has come in; the store pulls it down again within the day.
      const at = own.indexOf(highest) / 4;
      assert.ok(at >= 7 && at <= 18, `the door stands open by day: ${at} h`);
      assert.ok(highest < 6.2, `${highest}`);
      assert.ok(own[0] < 3.2, 'closed in the night before');
    } else for (const one of own) assert.ok(one >= 1.6 && one <= 3.1, `${one}`);
  }
  // Twelve days in a hundred: 24 of 200, within four standard deviations.
  assert.ok(opened > 6 && opened < 43, `opened on ${opened} of ${days} days`);
});
