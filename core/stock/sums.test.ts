import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import { exposureByLabel, openingMinutes } from './exposure';
import { admitLate, balance, balanceFrom, STOCK_KINDS, type StockEvent } from './ledger';
import {
  emptyLot,
  foldRoot,
  foldStock,
  noneOpened,
  rootSums,
  stockSums,
  type RootEvent,
} from './sums';

const event = (
  id: string,
  kind: StockEvent['kind'],
  count: number,
  more: Partial<StockEvent> = {},
): StockEvent => ({
  id,
  lot: 'l',
  kind,
  count,
  at: '2026-11-24T08:00:00Z',
  place: 'cold',
  ...more,
});

const histories = fc.array(
  fc.record({
    kind: fc.constantFrom(...STOCK_KINDS),
    count: fc.integer({ min: 1, max: 80 }),
    place: fc.constantFrom(null, 'cold', 'barn'),
    to: fc.constantFrom(null, 'cold', 'cache'),
    planter: fc.constantFrom(null, 'ann', 'bo'),
    nth: fc.nat(30),
  }),
  { maxLength: 50 },
);

test('sums kept event by event are the balance of the events, corrections twice and all', () => {
  fc.assert(
    fc.property(histories, (made) => {
      const events: StockEvent[] = made.map(({ nth, ...rest }, i) => ({
        id: `e${i}`,
        lot: 'l',
        at: new Date(Date.UTC(2026, 10, 1, 0, i)).toISOString(),
        corrects: null,
        ...rest,
        ...(rest.kind === 'correct' ? { corrects: `e${nth % Math.max(1, i)}` } : {}),
      }));
      // A correction of a correction, or of something that comes later, names nothing.
      const sound = events.filter(
        ({ corrects }, i) =>
          !corrects ||
          events.slice(0, i).some(({ id, kind }) => id === corrects && kind !== 'correct'),
      );
      const sums = stockSums([...sound, ...sound]);
      const found = balanceFrom(
        sums.totals,
        new Map([...sums.held].map(([holder, { count }]) => [holder, count])),
      );
      assert.deepEqual(found, balance(sound));
    }),
  );
});

test('since when a holder has trees: from the first, and anew after all were gone', () => {
  const at = (hour: number) => `2026-11-24T${String(hour).padStart(2, '0')}:00:00Z`;
  const sums = emptyLot();
  foldStock(sums, event('a', 'receive', 100, { at: at(6) }), undefined);
  foldStock(sums, event('b', 'receive', 20, { at: at(7) }), undefined);
  assert.equal(sums.held.get('p:cold')?.since, at(6));
  foldStock(sums, event('c', 'issue', 120, { at: at(8), planter: 'ann' }), undefined);
  foldStock(sums, event('d', 'return', 15, { at: at(15), planter: 'ann' }), undefined);
  assert.deepEqual(sums.held.get('p:cold'), { count: 15, since: at(15) });
  assert.deepEqual(sums.held.get('c:ann'), { count: 105, since: at(8) });
});

const names = { lot: '31', holder: () => 'Ann' };
const standing = (events: StockEvent[], more = {}) => ({
  balance: balance(events),
  known: false,
  ...more,
});

test('what came late is taken and flagged; what cannot be is refused also late', () => {
  const received = [event('r', 'receive', 50)];
  const back = event('x', 'return', 20, { planter: 'ann' });
  assert.equal(admitLate(standing(received), back, names), 'short');
  const issued = [...received, event('i', 'issue', 30, { planter: 'ann' })];
  assert.equal(admitLate(standing(issued), back, names), undefined);
  assert.equal(
    admitLate(standing(received), event('y', 'issue', 60, { planter: 'bo' }), names),
    'short',
  );
  const correction = event('c', 'correct', 0, { corrects: 'r' });
  assert.equal(
    admitLate(standing(received, { target: received[0], cancelled: true }), correction, names),
    'twice',
  );
  assert.throws(
    () => admitLate(standing(received), event('z', 'issue', 2.5, { planter: 'bo' }), names),
    says(/whole number/),
  );
  assert.throws(() => admitLate(standing(received), correction, names), says(/not in this lot/));
});

const air = (n: number) => ({ temperature: 5 + n, humidity: 0.3 + 0.02 * n, wind: n / 2 });

test('exposure kept opening by opening is that of the openings together; what is open is known', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          label: fc.constantFrom('', 'Box 1', 'Box 2'),
          from: fc.integer({ min: 0, max: 500 }),
          minutes: fc.integer({ min: 0, max: 40 }),
          air: fc.nat(15),
          closed: fc.boolean(),
        }),
        { maxLength: 20 },
      ),
      (openings) => {
        const at = (minute: number) =>
          new Date(Date.UTC(2026, 10, 24) + minute * 60_000).toISOString();
        const events: RootEvent[] = openings.flatMap(
          ({ label, from, minutes, air: n, closed }, i) => [
            { id: `o${i}`, kind: 'open' as const, label, at: at(from), air: air(n) },
            ...(closed
              ? [
                  {
                    ...{ id: `c${i}`, kind: 'close' as const, closes: `o${i}`, label },
                    ...{ at: at(from + minutes), air: air(n + 1) },
                  },
                ]
              : []),
          ],
        );
        const sums = rootSums([...events, ...events]);
        const expected = exposureByLabel(
          openings
            .map(({ label, from, minutes, air: n, closed }, i) => ({
              ...{ id: `o${i}`, label, openedAt: at(from), air: air(n), closingAir: air(n + 1) },
              closedAt: closed ? at(from + minutes) : null,
            }))
            .filter(({ closedAt }) => closedAt),
          at(2000),
        );
        for (const label of new Set([...expected.keys(), ...sums.totals.keys()]))
          assert.ok(
            Math.abs((sums.totals.get(label)?.minutes ?? 0) - (expected.get(label) ?? 0)) < 1e-9,
          );
        assert.equal(sums.open.size, openings.filter(({ closed }) => !closed).length);
      },
    ),
  );
});

test('a closing without its opening changes nothing; one opening counts as one', () => {
  const open: RootEvent = {
    id: 'o',
    kind: 'open',
    label: 'Box',
    at: '2026-11-24T08:00:00Z',
    air: air(3),
  };
  const close: RootEvent = {
    ...open,
    id: 'c',
    kind: 'close',
    closes: 'o',
    at: '2026-11-24T08:10:00Z',
  };
  assert.equal(foldRoot(noneOpened(), close, undefined).totals.size, 0);
  const sums = rootSums([open, close]);
  assert.equal(sums.totals.get('Box')?.openings, 1);
  assert.equal(
    sums.totals.get('Box')?.minutes,
    openingMinutes(
      { id: 'o', openedAt: open.at, closedAt: close.at, air: open.air, closingAir: close.air },
      close.at,
    ),
  );
});
