import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  ANCHOR_AIR,
  ANCHOR_MINUTES,
  dryingRate,
  exposureByLabel,
  minutesAllowed,
  openingMinutes,
  vesselClock,
  worstExposure,
} from './exposure';
import { seededRandom } from '../measure/random';
import { orderQuantity } from './order';
import { reach } from './reach';

test('an order is positions with reserve and cull, up to whole packs, and no tree more', () => {
  const order = (positions: number, reserve: number, cull: number, pack: number) =>
    orderQuantity(positions, { reserve, cull, pack }).value;
  assert.equal(order(1000, 0.1, 0, 1), 1100, 'no extra tree from binary rounding');
  assert.equal(order(1000, 0.05, 0.05, 50), 1150);
  assert.equal(order(1000, 0, 0, 25), 1000);
  assert.equal(order(0, 0.05, 0.05, 50), 0);
  assert.equal(order(100, 1, 0, 1), 200, 'as many again in reserve is the most');
  for (const reserve of [-0.01, 1.01, NaN])
    assert.throws(() => order(1000, reserve, 0, 50), says(/reserve/i));
  for (const cull of [-0.01, 1, NaN])
    assert.throws(() => order(1000, 0, cull, 50), says(/cull rate/));
  for (const pack of [0, 1.5]) assert.throws(() => order(1000, 0, 0, pack), says(/pack/));
});

test('the root clock gives 20 minutes at its anchor and fewer in worse air', () => {
  assert.equal(minutesAllowed(ANCHOR_AIR).value, 20);
  assert.equal(minutesAllowed(ANCHOR_AIR, 2).value, 40);
  assert.equal(minutesAllowed({ temperature: 5, humidity: 1, wind: 0 }).value, 480);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 35, noNaN: true }),
      fc.double({ min: 0.1, max: 0.95, noNaN: true }),
      fc.double({ min: 0, max: 12, noNaN: true }),
      (temperature, humidity, wind) => {
        const rate = dryingRate({ temperature, humidity, wind });
        assert.ok(dryingRate({ temperature: temperature + 1, humidity, wind }) > rate);
        assert.ok(dryingRate({ temperature, humidity: humidity - 0.05, wind }) > rate);
        assert.ok(dryingRate({ temperature, humidity, wind: wind + 1 }) > rate);
      },
    ),
  );
});

test('exposure adds up bag by bag; the worst bag and what the whole lot went through count', () => {
  const opening = (id: string, label: string, from: number, to: number | null) => ({
    id,
    label,
    openedAt: `2026-11-24T07:${String(from).padStart(2, '0')}:00Z`,
    closedAt: to === null ? null : `2026-11-24T07:${String(to).padStart(2, '0')}:00Z`,
    air: ANCHOR_AIR,
  });
  const sums = exposureByLabel(
    [
      opening('a', '', 0, 12),
      opening('b', 'box 1', 20, 23),
      opening('c', 'box 2', 20, 24),
      opening('d', 'box 1', 30, null),
    ],
    '2026-11-24T07:35:00Z',
  );
  const written = [...sums].map(([label, minutes]) => [label, Math.round(minutes * 1e6) / 1e6]);
  assert.deepEqual(written, [
    ['', 12],
    ['box 1', 8],
    ['box 2', 4],
  ]);
  assert.ok(Math.abs(worstExposure(sums).value - 20) < 1e-9);
});

test('a bag that was opened in wind and is open in calm is charged the mean of both', () => {
  const at = Date.parse('2026-11-24T07:10:00Z');
  const calm = vesselClock(
    { openedAt: '2026-11-24T07:00:00Z', air: ANCHOR_AIR },
    ANCHOR_AIR,
    1,
    at,
  );
  assert.ok(Math.abs(calm.left - 10) < 1e-9 && Math.abs(calm.open - 10) < 1e-9);
  const windy = { ...ANCHOR_AIR, wind: 6 };
  const mixed = vesselClock({ openedAt: '2026-11-24T07:00:00Z', air: windy }, ANCHOR_AIR, 2, at);
  assert.ok(Math.abs(mixed.used - (10 * (1 + dryingRate(windy))) / 2) < 1e-9);
  assert.equal(mixed.allowed, 40);
});

test('what a bag is over never exceeds what it was out, however the air turned', () => {
  const at = Date.parse('2026-11-24T07:00:00Z');
  const since = (minutes: number) => new Date(at - minutes * 60_000).toISOString();
  const fog = { temperature: 2, humidity: 0.999, wind: 0.2 };
  // Opened in ordinary air, five minutes on in fog: a quarter is used, and hours are left.
  const early = vesselClock({ openedAt: since(5), air: ANCHOR_AIR }, fog, 1, at);
  assert.ok(early.left > 60 && early.left <= 475, `${early.left}`);
  const random = seededRandom('bags');
  const between = (low: number, high: number) => low + random() * (high - low);
  const air = () => ({
    temperature: between(-3, 30),
    humidity: between(0.2, 1),
    wind: between(0, 9),
  });
  for (let i = 0; i < 2000; i++) {
    const [then, now, open, dip] = [air(), air(), between(0, 1500), between(1, 3)];
    const clock = vesselClock({ openedAt: since(open), air: then }, now, dip, at);
    const said = `${open} min, left ${clock.left}`;
    assert.ok(clock.left >= -open - 1e-6 && clock.left <= clock.allowed + 1e-6, said);
    assert.ok(Math.abs(clock.allowed - clock.used - clock.left) < 1e-9, said);
    assert.equal(clock.forgotten, open >= 480, said);
    assert.ok(!clock.forgotten || clock.left <= 0, said);
    // Over as soon as the anchor minutes of the opening are more than roots bear.
    const used = openingMinutes({ id: '', openedAt: since(open), air: then }, since(0), now);
    assert.equal(clock.left <= 0, used >= ANCHOR_MINUTES * dip || open >= 480, said);
  }
});

test('stock reaches as far as rows are planted in order, and says where it runs dry', () => {
  const lies = { line: [0, 0, 18, 0], start: 0, step: 2, listed: false, stretches: [0, 10] };
  const rows = [
    { ...lies, number: 1, index: 0, runs: [0, 6, 1, 4] },
    { ...lies, number: 2, index: 1, runs: [1, 5, 0, 5] },
    { ...lies, number: 3, index: 2, runs: [0, 10] },
  ];
  const [pine, birch] = reach(rows, new Map([[1, 8]]), [12, 7]);
  assert.deepEqual(pine, { species: 0, needed: 15, onHand: 12, short: 3, dryAtRow: 3 });
  assert.deepEqual(birch, { species: 1, needed: 7, onHand: 7, short: 0, dryAtRow: undefined });
});
