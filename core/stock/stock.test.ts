import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { dryingRate, exposureMinutes, minutesAllowed, ANCHOR_AIR } from './exposure';
import { admit, balance, LedgerError, standingEvents, type StockEvent } from './ledger';
import { orderQuantity } from './order';
import { reach } from './reach';

const event = (
  id: string,
  kind: StockEvent['kind'],
  count: number,
  corrects?: string,
): StockEvent => ({
  id,
  lot: 'l',
  kind,
  count,
  at: '2026-11-24T07:00:00Z',
  corrects,
});

test('an order is positions with reserve and cull, up to whole packs, and no tree more', () => {
  const order = (positions: number, reserve: number, cull: number, pack: number) =>
    orderQuantity(positions, { reserve, cull, pack }).value;
  assert.equal(order(1000, 0.1, 0, 1), 1100, 'no extra tree from binary rounding');
  assert.equal(order(1000, 0.05, 0.05, 50), 1150);
  assert.equal(order(1000, 0, 0, 25), 1000);
  assert.equal(order(0, 0.05, 0.05, 50), 0);
  assert.throws(() => order(1000, 0, 1, 50), /cull rate/);
  assert.throws(() => order(1000, 0, 0, 0), /pack/);
});

test('the lot that is written in the trade: received − culled − issued + returned', () => {
  const events = [
    event('1', 'receive', 1200),
    event('2', 'cull', 36),
    event('3', 'issue', 500),
    event('4', 'return', 12),
  ];
  assert.deepEqual(balance(events), {
    received: 1200,
    culled: 36,
    issued: 500,
    returned: 12,
    onHand: 676,
  });
});

test('a lot is never issued below nothing, and no more comes back than went out', () => {
  const events = [event('1', 'receive', 100), event('2', 'issue', 80)];
  assert.throws(
    () => admit(events, event('3', 'issue', 21), '31'),
    /Lot 31 has 20 on hand; 21 cannot be taken/,
  );
  assert.throws(
    () => admit(events, event('3', 'return', 81), '31'),
    /80 out with the crew; 81 cannot come back/,
  );
  assert.throws(() => admit(events, event('3', 'cull', 0), '31'), /whole number above 0/);
  assert.throws(() => admit(events, event('3', 'issue', 1.5), '31'), LedgerError);
  assert.throws(
    () => admit(events, event('3', 'correct', 0, '1'), '31'),
    /would leave lot 31 at -80/,
  );
  assert.throws(() => admit(events, event('3', 'correct', 0, 'x'), '31'), /not in this lot/);
  assert.equal(admit(events, event('2', 'issue', 80), '31'), false, 'sent twice counts once');
  const cancelled = [...events, event('3', 'correct', 0, '2')];
  assert.equal(balance(cancelled).onHand, 100);
  assert.throws(() => admit(cancelled, event('4', 'correct', 0, '2'), '31'), /already cancelled/);
});

test('no order, repetition or number of phones makes a balance wrong or negative', () => {
  const kinds = fc.constantFrom<StockEvent['kind']>(
    'receive',
    'cull',
    'issue',
    'return',
    'correct',
  );
  const sent = fc.array(
    fc.record({
      n: fc.nat(30),
      kind: kinds,
      count: fc.integer({ min: 1, max: 90 }),
      target: fc.nat(30),
    }),
    { maxLength: 60 },
  );
  fc.assert(
    fc.property(sent, fc.nat(1000), (attempts, shuffle) => {
      const taken: StockEvent[] = [];
      for (const { n, kind, count, target } of attempts) {
        const candidate = event(
          `e${n}`,
          kind,
          count,
          kind === 'correct' ? `e${target}` : undefined,
        );
        try {
          if (admit(taken, candidate, 'x')) taken.push(candidate);
        } catch (error) {
          assert.ok(error instanceof LedgerError);
        }
        const { onHand, issued, returned } = balance(taken);
        assert.ok(onHand >= 0 && returned <= issued);
      }
      const mixed = [...taken, ...taken].sort((a, b) => (a.id + shuffle < b.id + shuffle ? 1 : -1));
      assert.deepEqual(balance(mixed), balance(taken));
      assert.ok(standingEvents(mixed).length <= taken.length);
    }),
  );
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

test('exposure adds up over openings, an open bag counts until now', () => {
  const openings = [
    {
      id: 'a',
      openedAt: '2026-11-24T07:00:00Z',
      closedAt: '2026-11-24T07:12:00Z',
      air: ANCHOR_AIR,
    },
    { id: 'b', openedAt: '2026-11-24T08:00:00Z', closedAt: null, air: ANCHOR_AIR },
  ];
  assert.ok(Math.abs(exposureMinutes(openings, '2026-11-24T08:05:00Z') - 17) < 1e-9);
});

test('stock reaches as far as rows are planted in order, and says where it runs dry', () => {
  const rows = [
    { number: 1, index: 0, stretches: [0, 10], runs: [0, 6, 1, 4] },
    { number: 2, index: 1, stretches: [0, 10], runs: [1, 5, 0, 5] },
    { number: 3, index: 2, stretches: [0, 10], runs: [0, 10] },
  ];
  const [pine, birch] = reach(rows, new Map([[1, 8]]), [12, 7]);
  assert.deepEqual(pine, { species: 0, needed: 15, onHand: 12, short: 3, dryAtRow: 3 });
  assert.deepEqual(birch, { species: 1, needed: 7, onHand: 7, short: 0, dryAtRow: undefined });
});
