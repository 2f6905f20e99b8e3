import { says } from '../../tests/says';
import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { admit, balance, balanceWith, STOCK_KINDS, type StockEvent } from './ledger';

const names = { lot: '31', holder: (holder: string) => (holder === 'p:' ? 'the store' : holder) };
const event = (id: string, kind: StockEvent['kind'], count: number, more = {}): StockEvent => ({
  id,
  lot: 'l',
  kind,
  count,
  at: '2026-11-24T07:00:00Z',
  ...more,
});

test('a lot’s trees are somewhere: in a place, with a planter, in the ground or written off', () => {
  const { held, ...totals } = balance([
    event('1', 'receive', 1200, { place: 'cold' }),
    event('2', 'cull', 36, { place: 'cold' }),
    event('3', 'move', 600, { place: 'cold', to: 'cache' }),
    event('4', 'issue', 500, { place: 'cache', planter: 'ann' }),
    event('5', 'return', 12, { place: 'cache', planter: 'ann' }),
    event('6', 'plant', 480, { planter: 'ann' }),
    event('7', 'lose', 3, { planter: 'ann' }),
    event('8', 'dip', 500),
  ]);
  assert.deepEqual(totals, {
    received: 1200,
    culled: 36,
    issued: 500,
    returned: 12,
    planted: 480,
    lost: 3,
    onHand: 676,
    out: 5,
  });
  assert.deepEqual(held, [
    ['c:ann', 5],
    ['p:cache', 112],
    ['p:cold', 564],
  ]);
});

test('what cannot be is refused with what is there', () => {
  const events = [event('1', 'receive', 100), event('2', 'issue', 80, { planter: 'ann' })];
  const refused = (entry: StockEvent, why: RegExp, before = events) =>
    assert.throws(() => admit(before, entry, names), says(why));
  refused(event('3', 'issue', 21), /Lot 31 has 20 on hand in the store; 21 cannot be taken/);
  refused(event('3', 'return', 81, { planter: 'ann' }), /ann has 80 .* out; 81 cannot come back/);
  refused(event('3', 'plant', 1, { planter: 'bo' }), /bo has 0 .* 1 cannot be planted/);
  refused(event('3', 'issue', 5, { place: 'cold' }), /0 on hand in p:cold \(20 in all places\)/);
  refused(event('3', 'cull', 0), /whole number above 0/);
  refused(event('3', 'issue', 1.5), /whole number above 0/);
  refused(event('3', 'move', 5, { to: '' }), /there already/);
  refused(event('3', 'correct', 0, { corrects: '1' }), /leave the store with −80 of lot 31/);
  refused(event('3', 'correct', 0, { corrects: 'x' }), /not in this lot/);
  assert.equal(admit(events, events[1], names), false, 'sent twice counts once');
  const cancelled = [...events, event('3', 'correct', 0, { corrects: '2' })];
  assert.equal(balance(cancelled).onHand, 100);
  refused(event('4', 'correct', 0, { corrects: '2' }), /already cancelled/, cancelled);
});

const attempt = fc.record({
  id: fc.nat(40).map((n) => `e${n}`),
  kind: fc.constantFrom(...STOCK_KINDS),
  count: fc.integer({ min: -2, max: 90 }),
  place: fc.constantFrom(null, 'cold', 'cache'),
  to: fc.constantFrom(null, 'cold', 'cache'),
  planter: fc.constantFrom(null, 'ann', 'bo'),
  corrects: fc.nat(40).map((n) => `e${n}`),
});

/** Several phones send what they hold, one entry of one phone at a time, some of it again. */
function play(phones: StockEvent[][], turns: readonly number[]) {
  const taken: StockEvent[] = [];
  const waiting = phones.map((phone) => [...phone]);
  const offer = (entry: StockEvent) => {
    try {
      if (admit(taken, entry, names)) taken.push(entry);
    } catch (error) {
      assert.ok(error instanceof Told, String(error));
    }
    const { received, culled, planted, lost, onHand, out, held, issued, returned } = balance(taken);
    assert.ok(
      held.every(([, count]) => count > 0),
      'nobody holds less than nothing',
    );
    assert.equal(received, culled + planted + lost + onHand + out, 'no tree appears or vanishes');
    assert.ok(returned <= issued);
  };
  for (const turn of turns) {
    const phone = waiting[turn % waiting.length];
    if (!phone.length) continue;
    offer(phone[0]);
    // The answer was lost on the way: the phone sends it once more.
    if (turn % 3 === 0) offer(phone[0]);
    phone.shift();
  }
  return taken;
}

test('no sequence from several phones, in any order, sent any number of times, makes a balance wrong', () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(attempt, { maxLength: 25 }), { minLength: 1, maxLength: 4 }),
      fc.array(fc.nat(50), { maxLength: 120 }),
      fc.infiniteStream(fc.nat(1_000_000)),
      (phones, turns, shuffle) => {
        const taken = play(
          phones.map((phone) =>
            phone.map((a) => ({
              ...event(a.id, a.kind, a.count),
              ...a,
              corrects: a.kind === 'correct' ? a.corrects : null,
            })),
          ),
          turns,
        );
        const mixed = [...taken, ...taken, ...taken]
          .map((entry) => ({ entry, key: shuffle.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ entry }) => entry);
        assert.deepEqual(balance(mixed), balance(taken));
      },
    ),
    { numRuns: 300 },
  );
});

test('a phone’s own events on top of what the page knows give what the ledger gives of all of them', () => {
  fc.assert(
    fc.property(fc.array(attempt, { maxLength: 30 }), fc.nat(30), (entries, cut) => {
      const events = entries.map((entry, i) => ({
        ...entry,
        ...{ id: `n${i}`, lot: 'l', at: '2026-11-24T07:00:00Z', corrects: null },
        kind: entry.kind === 'correct' ? ('dip' as const) : entry.kind,
        count: Math.abs(entry.count),
      }));
      const [known, own] = [events.slice(0, cut), events.slice(cut)];
      assert.deepEqual(balanceWith(balance(known), own), balance(events));
    }),
  );
  const before = balance([event('1', 'receive', 100, { place: 'cold' })]);
  const issue = event('2', 'issue', 30, { place: 'cold', planter: 'ann' });
  // Entered and taken back on the phone before the page was read again.
  const back = event('3', 'correct', 0, { corrects: '2' });
  assert.equal(balanceWith(before, [issue]).out, 30);
  assert.deepEqual(balanceWith(before, [issue, back, issue]), before);
});
