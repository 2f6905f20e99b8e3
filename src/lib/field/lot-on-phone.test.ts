import assert from 'node:assert/strict';
import { test } from 'node:test';
import { balance, balanceWith } from '../../../core/stock/ledger';
import { soaksWith, toEvent, vesselsWith, type Recorded } from './lot-on-phone';

const AT = '2026-11-24T07:30:00Z';
const entry = (id: string, kind: Recorded['kind'], count: number, more: Partial<Recorded> = {}) =>
  ({
    ...{ id, at: AT, device: 'phone', lotId: 'oak', kind, count },
    ...{ planterId: null, placeId: null, toId: null, corrects: null, closes: null, ...more },
  }) as Recorded;

test('what a phone entered moves the trees it says, from whom and to whom it says', () => {
  const known = balance([
    { id: 'r', lot: 'oak', kind: 'receive', count: 200, at: AT, place: 'store' },
  ]);
  const own = [
    entry('a', 'issue', 50, { placeId: 'store', planterId: 'ana' }),
    entry('b', 'move', 30, { placeId: 'store', toId: 'cache' }),
    entry('c', 'return', 8, { placeId: 'cache', planterId: 'ana' }),
    entry('d', 'soak', 20, { placeId: 'cache' }),
  ];
  const { onHand, out, held } = balanceWith(known, own.map(toEvent));
  assert.deepEqual([onHand, out], [158, 42]);
  assert.deepEqual(
    new Map(held),
    new Map([
      ['p:store', 120],
      ['p:cache', 38],
      ['c:ana', 42],
    ]),
  );
  // The same in the words of the ledger: a field that was left out would change the sums above.
  assert.deepEqual(toEvent(own[1]), {
    ...{ id: 'b', at: AT, lot: 'oak', kind: 'move', count: 30, place: 'store', to: 'cache' },
    ...{ planter: null, corrects: null, closes: null },
  });
});

test('bags open here stand beside those opened elsewhere; closing either closes it', () => {
  const air = { temperature: 9, humidity: 0.6, wind: 2 };
  const then = { ...air, temperature: 4 };
  const known = [{ id: 'k', label: 'bag 1', openedAt: '2026-11-24T07:00:00Z', air: then }];
  const open = { id: 'n', kind: 'open' as const, closes: null, at: AT, label: 'bag 2' };
  const close = (id: string, closes: string) => ({
    ...{ id, closes, kind: 'close' as const, at: AT, label: '' },
  });
  const both = vesselsWith(known, [open], air);
  assert.deepEqual(
    both.map(({ id, label }) => [id, label]),
    [
      ['k', 'bag 1'],
      ['n', 'bag 2'],
    ],
  );
  assert.deepEqual([both[0].air, both[1].air], [then, air], 'each in the air it was opened in');
  assert.deepEqual(
    vesselsWith(known, [open, close('x', 'k')], air).map(({ id }) => id),
    ['n'],
  );
  assert.deepEqual(vesselsWith(known, [open, close('x', 'k'), close('y', 'n')], air), []);
  const sent = { ...open, id: 'k' };
  assert.deepEqual(
    vesselsWith(known, [sent], air).map(({ id, label }) => [id, label]),
    [['k', 'bag 1']],
    'an entry that the page has already, its answer still on the way, stands once',
  );
});

test('trees in water: begun here or elsewhere, ended by the entry that closes them and by no other', () => {
  const known = [{ id: 'k', count: 100, startedAt: AT }];
  const soak = entry('n', 'soak', 40);
  assert.equal(soaksWith(known, [{ ...soak, id: 'k' }]).length, 1, 'the page has it already');
  assert.deepEqual(
    soaksWith(known, [soak, entry('d', 'dip', 40)]).map(({ id, count }) => [id, count]),
    [
      ['k', 100],
      ['n', 40],
    ],
  );
  assert.deepEqual(
    soaksWith(known, [soak, entry('e', 'drain', 100, { closes: 'k' })]).map(({ id }) => id),
    ['n'],
  );
  assert.deepEqual(soaksWith(known, [entry('e', 'drain', 100, { closes: 'k' })]), []);
});
