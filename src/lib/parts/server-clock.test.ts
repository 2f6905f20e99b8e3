import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { byServer, hearing, settledAt, type Heard } from './server-clock';

const HOUR = 3_600_000;
const morning = Date.UTC(2026, 10, 27, 6);

test('an answer tells how far a clock is off, wherever on its way it was given; near enough is right', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -400 * 24, max: 400 * 24 }),
      fc.integer({ min: 0, max: 59_999 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (hours, trip, part) => {
        const device = morning + hours * HOUR;
        const { at, ahead } = hearing(morning + trip * part, device, device + trip)!;
        assert.equal(at, morning + trip * part);
        assert.ok(Math.abs(ahead - hours * HOUR) <= trip / 2 + 1);
        if (!hours) assert.equal(ahead, 0, 'a right clock is never told to be wrong');
      },
    ),
  );
  assert.equal(hearing(morning, morning + 59_000, morning + 59_400)!.ahead, 0);
  assert.equal(hearing(morning, morning - 90_000, morning - 90_000)!.ahead, -90_000);
});

test('an answer that took long, or over which the clock was set back, tells nothing', () => {
  // Ten minutes of sleep on the way are no clock ten minutes ahead.
  assert.equal(hearing(morning, morning, morning + 600_000), undefined);
  assert.equal(hearing(morning, morning, morning + 60_000), undefined);
  assert.equal(hearing(morning, morning + HOUR, morning), undefined);
});

test('what is entered is entered at the server’s moment, and again without having heard of it', () => {
  const heard = hearing(morning, morning + HOUR, morning + HOUR);
  assert.equal(byServer(morning + 3 * HOUR, heard), morning + 2 * HOUR);
  assert.equal(byServer(morning, undefined), morning);
});

test('a phone that never heard of the server’s clock has its entries set right once it does', () => {
  for (const off of [HOUR, -HOUR, -11 * 365 * 24 * HOUR]) {
    const heard = hearing(morning + 9 * HOUR, morning + 9 * HOUR + off, morning + 9 * HOUR + off)!;
    const device = morning + 9 * HOUR + off;
    assert.equal(settledAt(morning + 2 * HOUR + off, undefined, heard, device), morning + 2 * HOUR);
  }
});

test('a moment that can be holds, whatever the clock says by now', () => {
  // Wrong by an hour all morning and known to be; set right at noon, heard of in the evening.
  const before: Heard = { at: morning, ahead: HOUR };
  const evening = morning + 10 * HOUR;
  assert.equal(
    settledAt(morning + 2 * HOUR, before, { at: evening, ahead: 0 }, evening),
    morning + 2 * HOUR,
  );
});

test('a moment that cannot be is set right: the clock was set after what was heard', () => {
  const before: Heard = { at: morning, ahead: 0 };
  // The battery was empty at noon, and the phone began in 2015.
  const off = -11 * 365 * 24 * HOUR;
  const evening = morning + 10 * HOUR;
  const heard: Heard = { at: evening, ahead: off };
  assert.equal(
    settledAt(morning + 7 * HOUR + off, before, heard, evening + off),
    morning + 7 * HOUR,
  );
  // Somebody moved it ahead by two hours half an hour ago.
  const late: Heard = { at: evening, ahead: 2 * HOUR };
  assert.equal(
    settledAt(evening + 1.5 * HOUR, before, late, evening + 2 * HOUR),
    evening - HOUR / 2,
  );
});

test('nothing is ever settled ahead of the server’s clock', () => {
  const moment = fc.integer({ min: 0, max: 4e12 });
  const heard = fc.record({ at: moment, ahead: fc.integer({ min: -1e12, max: 1e12 }) });
  fc.assert(
    fc.property(
      moment,
      fc.option(heard, { nil: undefined }),
      heard,
      moment,
      (at, before, now, device) =>
        settledAt(at, before, now, device) <= byServer(device, now) + 60_000,
    ),
  );
});
