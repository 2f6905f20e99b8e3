import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { admit, balance, flowOf, type StockEvent } from './ledger';
import { accountOfDay, tallyKey } from './reconcile';

const names = { lot: '', holder: () => '' };
const LOTS = ['pine-a', 'pine-b', 'oak'];
const PLANTERS = ['ann', 'bo'];
const speciesOf = (lot: string) => lot.split('-')[0];

/** A day as phones enter it: only what the ledger takes. */
function day(
  steps: readonly { kind: StockEvent['kind']; lot: number; planter: number; count: number }[],
): StockEvent[] {
  const taken: StockEvent[] = LOTS.map((lot, i) => ({
    ...{ id: `r${i}`, lot, kind: 'receive', count: 400, at: '2026-11-23T08:00:00Z' },
  }));
  steps.forEach(({ kind, lot, planter, count }, i) => {
    const entry: StockEvent = {
      ...{ id: `e${i}`, lot: LOTS[lot], kind, count, planter: PLANTERS[planter] },
      at: `2026-11-24T${String(7 + Math.floor(i / 6)).padStart(2, '0')}:${String((i % 6) * 10).padStart(2, '0')}:00Z`,
      corrects: kind === 'correct' ? `e${count % Math.max(1, i)}` : null,
    };
    const own = taken.filter((event) => event.lot === entry.lot);
    try {
      if (admit(own, entry, names)) taken.push(entry);
    } catch (error) {
      assert.ok(error instanceof Told);
    }
  });
  return taken;
}

const steps = fc.array(
  fc.record({
    kind: fc.constantFrom<StockEvent['kind']>(
      'issue',
      'issue',
      'return',
      'plant',
      'lose',
      'correct',
    ),
    lot: fc.nat(2),
    planter: fc.nat(1),
    count: fc.integer({ min: 1, max: 90 }),
  }),
  { maxLength: 40 },
);
const tallies = fc.dictionary(
  fc.constantFrom(
    ...PLANTERS.flatMap((planter) => ['pine', 'oak'].map((species) => tallyKey(planter, species))),
  ),
  fc.nat(150),
);

test('a day’s account: every line adds up, what is posted fits, and closing again posts nothing', () => {
  fc.assert(
    fc.property(steps, tallies, (list, tallied) => {
      const events = day(list).filter(({ kind }) => kind !== 'receive');
      const counts = new Map(Object.entries(tallied));
      const account = accountOfDay(events, counts, speciesOf);
      for (const line of account.lines)
        assert.equal(
          line.missing,
          line.carried + line.issued - line.returned - line.planted - line.lost,
        );
      // Entries that came to the server in another order tell the same day.
      assert.deepEqual(accountOfDay([...events].reverse(), counts, speciesOf).lines, account.lines);
      // What is posted can be entered: the planter has it of that lot.
      const all = day(list);
      account.toPost.forEach(({ planter, lot, count, turn }, i) => {
        const own = all.filter((event) => event.lot === lot);
        const entry: StockEvent = {
          ...{ id: `post ${planter} ${lot} ${turn}`, lot, kind: 'plant', count, planter },
          at: `2026-11-24T23:00:0${i % 10}Z`,
        };
        assert.ok(admit(own, entry, names));
        all.push(entry);
      });
      const closed = accountOfDay(
        all.filter(({ kind }) => kind !== 'receive'),
        counts,
        speciesOf,
      );
      assert.deepEqual(closed.toPost, []);
      assert.deepEqual(
        closed.lines.map(({ planter, species, missing }) => [planter, species, missing]),
        account.lines.map(({ planter, species, missing }) => [planter, species, missing]),
      );
      // Beyond everything handed out nothing is invented.
      const posted = account.toPost.reduce((sum, { count }) => sum + count, 0);
      const beyond = account.unexplained.reduce((sum, { count }) => sum + count, 0);
      const onLedger = account.lines.reduce((sum, { planted }) => sum + planted, 0);
      const before = [...new Set(LOTS)].reduce(
        (sum, lot) => sum + balance(day(list).filter((event) => event.lot === lot)).planted,
        0,
      );
      assert.equal(posted + beyond, onLedger - before);
    }),
    { numRuns: 200 },
  );
});

test('every kind of event moves trees from whoever has them to whoever gets them, or not at all', () => {
  const event = { place: 'cold', to: 'cache', planter: 'ann' };
  const flow = (kind: StockEvent['kind'], more = event) => flowOf({ kind, ...more });
  assert.deepEqual(flow('receive'), { to: 'p:cold' });
  assert.deepEqual(flow('move'), { from: 'p:cold', to: 'p:cache' });
  assert.deepEqual(flow('issue'), { from: 'p:cold', to: 'c:ann' });
  assert.deepEqual(flow('return'), { from: 'c:ann', to: 'p:cold' });
  assert.deepEqual(flow('plant'), { from: 'c:ann' });
  assert.deepEqual(flow('lose'), { from: 'c:ann' });
  assert.deepEqual(flow('lose', { ...event, planter: '' }), { from: 'p:cold' });
  for (const kind of ['dip', 'soak', 'drain', 'water', 'correct'] as const)
    assert.deepEqual(flow(kind), {});
});

test('whoever still had trees from before stands in the account, whoever had none does not', () => {
  const carried = [{ planter: 'ann', lot: 'pine-a', count: 12 }];
  const tallied = new Map([[tallyKey('bo', 'oak'), 0]]);
  const { lines } = accountOfDay([], tallied, speciesOf, carried);
  assert.deepEqual(
    lines.map(({ planter, species, carried: before, missing }) => [planter, species, before, missing]), // prettier-ignore
    [['ann', 'pine', 12, 12]],
  );
  const only = (kind: StockEvent['kind']) =>
    accountOfDay(
      [{ id: 'x', lot: 'oak', kind, count: 5, planter: 'bo', at: '2026-11-24T08:00:00Z' }],
      new Map(),
      speciesOf,
    ).lines.map(({ planter }) => planter);
  for (const kind of ['issue', 'return', 'lose'] as const)
    assert.deepEqual(only(kind), ['bo'], kind);
  const planted = accountOfDay([], new Map([[tallyKey('bo', 'oak'), 9]]), speciesOf).lines;
  assert.deepEqual([planted[0].planter, planted[0].planted], ['bo', 9]);
});
