import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { FAULTS } from '../../../core/checks/faults';
import { HABITS } from '../../../core/stock/handling';
import { MARKS } from '../../../core/stock/card';
import { contractOf, type CommandName } from './contracts';
import { months } from './people/tables.server';
import { refillOrder, refillRows } from './survival/tables.server';

const event = () => ({ id: uuid(), at: '2026-11-20T10:00:00Z', device: 'test' });
/** Whether a command takes what is given beside what it always needs. */
const asks = (name: CommandName, given: object) => ({
  takes: (...more: object[]) => {
    for (const one of more) contractOf(name).input.validateSync({ ...given, ...one });
  },
  refuses: (why: RegExp, ...more: object[]) => {
    for (const one of more)
      assert.throws(
        () => contractOf(name).input.validateSync({ ...given, ...one }),
        why,
        JSON.stringify(one),
      );
  },
});

test('a look at handling marks habits that there are, as kept or broken, at least one', () => {
  const { takes, refuses } = asks('stock.audit', { ...event(), blockId: uuid() });
  const [first, second] = HABITS.map(({ key }) => key);
  takes(
    { seen: { [first]: 'kept' } },
    { seen: { [first]: 'broken', [second]: 'kept' } },
    // One that stands in for another may take it back.
    { seen: {}, corrects: uuid() },
  );
  refuses(
    /kept or broken/,
    { seen: {} },
    { seen: { [first]: 'kept', sloth: 'broken' } },
    { seen: { [first]: 'perhaps' } },
    { seen: { [first]: 'kept', [second]: '' } },
  );
});

test('a label’s rate lies above nought and below what nobody sprays', () => {
  const { takes, refuses } = asks('calendar.product', {
    ...{ id: uuid(), siteId: uuid(), name: 'Weed stop', water: 200, rainfast: 6 },
    ...{ beforePlanting: 7, edition: 0 },
  });
  const rates = [
    ['area', 'litresPerHectare', 1000],
    ['granules', 'kilogramsPerHectare', 1000],
    ['mix', 'share', 1],
  ] as const;
  for (const [kind, part, bound] of rates) {
    const of = (value: unknown) => ({ dose: { kind, [part]: value } });
    takes(of(bound * 0.999), of(bound * 0.0001));
    refuses(/above 0/, of(0), of(-1), of(bound), of(bound * 2), of(undefined), of(NaN));
    // The rate of one kind is none of another.
    const [, other] = rates.find(([another]) => another !== kind)!;
    refuses(/above 0/, { dose: { kind, [other]: 0.5 } });
  }
  refuses(/above 0/, { dose: { kind: 'drops', litresPerHectare: 3 } });
});

test('faults of a plot are counted in whole numbers, each of a kind that there is', () => {
  const { takes, refuses } = asks('checks.plot', {
    ...{ ...event(), layoutId: uuid(), planterId: uuid(), row: 1, peg: 1, area: 50 },
  });
  const [first, second] = FAULTS;
  takes({}, { faults: {} }, { faults: { [first]: 0, [second]: 10_000 } });
  refuses(
    /whole numbers of the kinds/,
    ...[-1, 1.5, 10_001, '3', null, NaN].map((count) => ({ faults: { [first]: count } })),
    { faults: { [first]: 1, ugly: 1 } },
    { faults: [1] },
  );
  refuses(/more than|greater/i, { area: 1 }, { area: 0 });
});

test('what is handed to the leader is a record of bounded size', () => {
  const { takes, refuses } = asks('people.hand', {
    ...{ ...event(), siteId: uuid(), blockId: uuid(), command: 'crew.tally' },
  });
  const note = (length: number) => ({ payload: { note: 'x'.repeat(length) } });
  takes({ payload: { row: 3 } }, note(19_900));
  refuses(/missing/, note(20_000), { payload: [1] }, { payload: 'words' }, { payload: null }, {});
});

test('marks of a species are words about parts of a tree', () => {
  const { takes, refuses } = asks('stock.species', {
    ...{ id: uuid(), siteId: uuid(), name: 'Hazel', letter: 'H' },
    ...{ stock: 'bare-root', colour: '#336699', edition: 0, matureHeight: 6, crown: 4 },
  });
  const [mark] = MARKS;
  takes({ marks: { [mark]: 'x'.repeat(300) } });
  refuses(
    /a few words/,
    { marks: { [mark]: 'x'.repeat(301) } },
    { marks: { [mark]: 5 } },
    { marks: { taste: 'of rain' } },
  );
});

test('a place is warmer at its warmest than at its coolest', () => {
  const { takes, refuses } = asks('stock.place', {
    ...{ id: uuid(), siteId: uuid(), name: 'Shed', kind: 'shade', days: 3, edition: 0 },
  });
  takes({ coolest: 2, warmest: 2.1 }, { coolest: -30, warmest: 40 });
  refuses(/must lie above/, { coolest: 3, warmest: 3 }, { coolest: 4, warmest: 3 });
});

test('rows and lines of a refill are read back whole or not at all', () => {
  const row = { row: 3, pegs: [], expected: 0.5 };
  assert.deepEqual(refillRows.read([row]), [row]);
  for (const wrong of [{ row: '3' }, { pegs: {} }, { expected: NaN }])
    assert.throws(() => refillRows.read([row, { ...row, ...wrong }]), /rows of a refill/);
  const line = { id: 'a', speciesId: 'b', count: 3 };
  assert.deepEqual(refillOrder.read([line]), [line]);
  for (const wrong of [{ id: 1 }, { speciesId: null }, { count: '3' }])
    assert.throws(() => refillOrder.read([line, { ...line, ...wrong }]), /lines of a refill/);
  assert.throws(() => refillOrder.read([5]), /lines of a refill/);
});

test('trees of a circle are stretches of pegs, each from its first to its last', () => {
  const circle = (pegs: unknown) => ({ number: 1, row: 3, peg: 4, trees: [{ row: 3, pegs }] });
  const given = (pegs: unknown) => ({
    terms: {
      count: {
        ...{ by: 'block', half: 0.05, rows: [], way: 'plots', seed: 'x' },
        plots: { area: 60, all: [circle(pegs)] },
      },
    },
  });
  const { takes, refuses } = asks('calendar.terms', { blockId: uuid(), edition: 0 });
  takes(given([[1, 1]]), given([[2, 5], [9, 1_000_000]])); // prettier-ignore
  refuses(
    /pairs, from and to/,
    ...[
      [],
      [[5, 2]],
      [[0, 3]],
      [[1, 1_000_001]],
      [[1.5, 2]],
      [[1]],
      [[1, 2, 3]],
      [1, 2],
      'all',
    ].map(given),
    given(Array.from({ length: 201 }, () => [1, 2])),
  );
});

test('a typical year has all four figures of every month', () => {
  const month = { lowest: -2, highest: 3, rain: 40, rainDays: 9 };
  assert.deepEqual(months.read([month]), [month]);
  for (const key of ['lowest', 'highest', 'rain', 'rainDays'])
    assert.throws(() => months.read([month, { ...month, [key]: null }]), /twelve months/, key);
  assert.throws(() => months.read([[1, 2, 3, 4]]), /twelve months/);
});
