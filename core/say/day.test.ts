import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import {
  clockOf,
  dayBounds,
  dayOf,
  formatDayOf,
  formatMoment,
  midnights,
  nauticalZone,
} from './day';

const ZONES = [
  'America/Los_Angeles',
  'Europe/Berlin',
  'Pacific/Auckland',
  'Asia/Kolkata',
  'Pacific/Apia',
  'Etc/GMT-1',
];

test('a tree tapped at half past nine is of that day, in Auckland as in Los Angeles', () => {
  // 24 November, 09:30 by the clock of each place.
  assert.equal(dayOf('2026-11-23T20:30:00Z', 'Pacific/Auckland'), '2026-11-24');
  assert.equal(dayOf('2026-11-24T17:30:00Z', 'America/Los_Angeles'), '2026-11-24');
  assert.equal(dayOf('2026-11-24T08:30:00Z', 'Europe/Berlin'), '2026-11-24');
  // The last minute before midnight, and the first after it.
  assert.equal(dayOf('2026-11-24T10:59:59Z', 'Pacific/Auckland'), '2026-11-24');
  assert.equal(dayOf('2026-11-24T11:00:00Z', 'Pacific/Auckland'), '2026-11-25');
  assert.equal(dayOf('2026-11-25T07:59:59Z', 'America/Los_Angeles'), '2026-11-24');
  assert.equal(dayOf('2026-11-25T08:00:00Z', 'America/Los_Angeles'), '2026-11-25');
});

test('a moment is the same day however it is given', () => {
  const iso = '2026-07-01T03:15:00.000Z';
  const at = Date.parse(iso);
  for (const zone of ZONES) {
    assert.equal(dayOf(at, zone), dayOf(iso, zone));
    assert.equal(dayOf(new Date(at), zone), dayOf(iso, zone));
    // With an offset of its own the moment stays the moment.
    assert.equal(dayOf('2026-07-01T05:15:00+02:00', zone), dayOf(iso, zone));
  }
});

test('days of a clock change are 23 and 25 hours long, and no moment falls between two days', () => {
  const hours = (day: string, zone: string) => {
    const [from, to] = dayBounds(day, zone);
    return (to - from) / 3_600_000;
  };
  assert.deepEqual(
    ['2026-03-29', '2026-10-25', '2026-06-01'].map((day) => hours(day, 'Europe/Berlin')),
    [23, 25, 24],
  );
  assert.deepEqual(
    ['2026-03-08', '2026-11-01'].map((day) => hours(day, 'America/Los_Angeles')),
    [23, 25],
  );
  // South of the equator the clock goes forward in September and back in April.
  assert.deepEqual(
    ['2026-09-27', '2026-04-05'].map((day) => hours(day, 'Pacific/Auckland')),
    [23, 25],
  );
});

test('whatever the moment and the zone, its day begins at or before it and ends after it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: Date.UTC(2015, 0, 1), max: Date.UTC(2040, 0, 1) }),
      fc.constantFrom(...ZONES),
      (at, zone) => {
        const day = dayOf(at, zone);
        const [from, to] = dayBounds(day, zone);
        assert.ok(from <= at && at < to, `${new Date(at).toISOString()} ${zone}`);
        assert.equal(dayOf(from, zone), day);
        assert.equal(dayOf(to - 1, zone), day);
        assert.notEqual(dayOf(to, zone), day);
      },
    ),
    { numRuns: 400 },
  );
});

test('the clock at a site: text, hour with fraction, weekday from Monday', () => {
  const clock = clockOf('2026-11-24T05:45:00Z', 'Europe/Berlin');
  assert.deepEqual(clock, { text: '06:45', hour: 6.75, weekday: 2 });
  assert.equal(clockOf(Date.UTC(2026, 10, 22, 12), 'Pacific/Auckland').weekday, 1);
});

test('a zone for a place that gave none: fifteen degrees an hour, with the sign that the name has', () => {
  assert.equal(nauticalZone(174.8), 'Etc/GMT-12');
  assert.equal(nauticalZone(-122.3), 'Etc/GMT+8');
  assert.equal(nauticalZone(3), 'Etc/GMT');
  // Half past nine in the morning by the sun is the same day by the zone.
  assert.equal(dayOf('2026-11-23T21:30:00Z', nauticalZone(174.8)), '2026-11-24');
  assert.equal(dayOf('2026-11-24T17:30:00Z', nauticalZone(-122.3)), '2026-11-24');
});

test('clock and day are those of a zone library, whatever the moment and the zone', () => {
  const odd = [...ZONES, 'Asia/Kathmandu', 'Australia/Lord_Howe', 'America/St_Johns'];
  fc.assert(
    fc.property(
      fc.integer({ min: Date.UTC(1980, 0, 1), max: Date.UTC(2060, 0, 1) }),
      fc.constantFrom(...odd),
      (at, zone) => {
        const there = DateTime.fromMillis(at, { zone });
        assert.equal(dayOf(at, zone), there.toISODate());
        const clock = clockOf(new Date(at).toISOString(), zone);
        assert.equal(clock.text, there.toFormat('HH:mm'));
        assert.equal(clock.weekday, there.weekday);
        assert.equal(clock.hour, there.hour + there.minute / 60);
      },
    ),
    { numRuns: 2000 },
  );
});

test('the minute a clock is changed, and a moment given with an offset of its own', () => {
  // Europe's clocks go from 02:00 to 03:00 at 01:00 UTC on 29 March 2026.
  assert.equal(clockOf('2026-03-29T00:59:59Z', 'Europe/Berlin').text, '01:59');
  assert.equal(clockOf('2026-03-29T01:00:00Z', 'Europe/Berlin').text, '03:00');
  assert.equal(clockOf('2026-03-29T01:00:00+02:00', 'Europe/Berlin').text, '00:00');
  // What carries no zone is meant as UTC, whatever machine reads it.
  assert.equal(clockOf('2026-03-29T12:00:00', 'Pacific/Auckland').text, '01:00');
  assert.throws(() => dayOf('yesterday', 'Europe/Berlin'), RangeError);
  assert.throws(() => dayOf(0, 'Europe/Nowhere'), RangeError);
});

test('what was entered in the evening of Greenwich is of the next day in Auckland, of the same in Los Angeles', () => {
  assert.equal(formatDayOf('2026-11-27T14:25:00Z', 'Pacific/Auckland', true), '28 Nov 2026');
  assert.equal(formatDayOf(Date.UTC(2026, 10, 28, 3), 'America/Los_Angeles'), '27 Nov');
});

test('marks of an axis stand at the midnights of the site, as far apart as the days, over a change of clocks', () => {
  // In Auckland clocks go back on 5 April 2026: that day is 25 hours long.
  const zone = 'Pacific/Auckland';
  const from = Date.UTC(2026, 3, 3, 0);
  const marks = midnights(from, from + 4 * 86_400_000, zone, 6);
  assert.deepEqual(
    marks.map((at) => formatMoment(at, zone)),
    ['4 Apr, 00:00', '5 Apr, 00:00', '6 Apr, 00:00', '7 Apr, 00:00'],
  );
  assert.equal(marks[2] - marks[1], 25 * 3_600_000);
});

test('no more marks than wanted, one that is where it begins, none where no midnight lies', () => {
  const from = Date.UTC(2026, 0, 1);
  assert.equal(midnights(from, from + 90 * 86_400_000, 'UTC', 6)[0], from);
  for (const days of [1, 5, 6, 7, 30, 365])
    for (const start of [from, from + 3_600_000]) {
      const marks = midnights(start, start + days * 86_400_000, 'UTC', 6);
      assert.ok(marks.length > 0 && marks.length <= 7, `${days} days: ${marks.length}`);
      assert.ok(marks.every((at) => at >= start && at <= start + days * 86_400_000));
    }
  assert.deepEqual(midnights(from + 3_600_000, from + 7_200_000, 'UTC', 6), []);
});

test('a moment is written by the clock of its site, with its year where asked for', () => {
  assert.equal(formatMoment('2026-12-31T13:05:00Z', 'Pacific/Auckland'), '1 Jan, 02:05');
  assert.equal(
    formatMoment('2026-12-31T13:05:00Z', 'America/Los_Angeles', true),
    '31 Dec 2026, 05:05',
  );
});
