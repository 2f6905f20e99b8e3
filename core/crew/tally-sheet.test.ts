import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { rangesIn, rangesOf } from '../measure/ranges';
import { shiftsOf, type Clocked } from './attendance';
import { clockChanges, spellsIn } from './hours-typed';
import { fromPaper, refillPlaces, tallySheet, type SheetTally } from './tally-sheet';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

test('ranges of rows are read as people type them, and no others', () => {
  assert.deepEqual(rangesIn(' 5-7, 9 '), [5, 6, 7, 9]);
  assert.deepEqual(rangesIn('12 to 14; 3'), [3, 12, 13, 14]);
  assert.deepEqual(rangesIn('7 – 5 6'), [5, 6, 7]);
  for (const text of ['', ' , ', '5-', 'a', '5-7-9', '-3', '1.5', '1-999999'])
    assert.equal(rangesIn(text), undefined, text);
  assert.deepEqual(rangesIn('1-4', 4), [1, 2, 3, 4]);
  assert.equal(rangesIn('1-3, 9-10', 4), undefined);
});

test('ranges that are written are read back', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(400), { minLength: 1, maxLength: 40 }), (numbers) => {
      assert.deepEqual(
        rangesIn(rangesOf(numbers, 99)),
        numbers.toSorted((a, b) => a - b),
      );
    }),
  );
});

test('times at work are read in the clocks people write, an early end as the afternoon’s', () => {
  assert.deepEqual(spellsIn('7-12, 12:30-16'), [
    { from: 7, to: 12 },
    { from: 12.5, to: 16 },
  ]);
  assert.deepEqual(spellsIn('7-3:30'), [{ from: 7, to: 15.5 }]);
  assert.deepEqual(spellsIn('7am to 3.30pm'), [{ from: 7, to: 15.5 }]);
  assert.deepEqual(spellsIn('15-12'), [{ from: 15, to: 24 }], 'up to midnight');
  assert.deepEqual(spellsIn('12am-12pm'), [{ from: 0, to: 12 }]);
  assert.deepEqual(spellsIn('06:45 – 12; 13 –'), [{ from: 6.75, to: 12 }, { from: 13 }]);
  assert.deepEqual(spellsIn('7-9, 9-11'), [{ from: 7, to: 11 }]);
  assert.deepEqual(spellsIn('20-24'), [{ from: 20, to: 24 }]);
  assert.deepEqual(spellsIn(''), []);
  for (const text of [
    '7',
    'seven',
    '0am-3',
    '13am-15',
    '7-19:01',
    '7:60-8',
    '25-26',
    '7-12, 11-13',
    '8-, 9-10',
  ])
    assert.equal(spellsIn(text), undefined, text);
  // Two that touch are one, and that is no longer than one may be.
  assert.equal(spellsIn('1-9, 9-14'), undefined);
  assert.equal(spellsIn('22-2am'), undefined);
});

test('whatever was clocked, the day becomes what was typed, and only what says otherwise is taken back', () => {
  const spell = fc.tuple(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 200 }));
  const clocked = fc.array(
    fc.record({
      kind: fc.constantFrom('on' as const, 'off' as const),
      at: fc.integer({ min: 0, max: 24 * 60 - 1 }).map((minutes) => minutes * MINUTE),
    }),
    { maxLength: 8 },
  );
  fc.assert(
    fc.property(clocked, fc.array(spell, { maxLength: 4 }), (entries, gaps) => {
      const before = entries.map((entry, i): Clocked => ({ ...entry, id: `${i}`, planter: 'p' }));
      let at = 0;
      const wanted = gaps.map(([pause, length]) => {
        const from = at + pause * MINUTE;
        at = from + length * MINUTE;
        return { from, to: at };
      });
      const { takeBack, add } = clockChanges(before, wanted);
      const after: Clocked[] = [
        ...before,
        ...takeBack.map(({ id, kind }) => ({
          ...{ id: `-${id}`, planter: 'p', kind, at: 0, corrects: id },
        })),
        ...add.map((one, i) => ({ ...one, id: `n${i}`, planter: 'p' })),
      ];
      assert.deepEqual(
        shiftsOf(after, 48 * HOUR).map(({ from, to }) => ({ from, to })),
        wanted,
      );
      // Said once more, it changes nothing.
      const standing = after.filter(
        ({ id, corrects }) => !corrects && !takeBack.some((gone) => gone.id === id),
      );
      assert.deepEqual(clockChanges(standing, wanted), { takeBack: [], add: [] });
    }),
  );
});

test('an entry of the same minute stays, but for another tool; a tool told in between stays', () => {
  const on = (id: string, at: number, tool: string): Clocked => ({
    ...{ id, planter: 'p', kind: 'on', at, tool },
  });
  const day = [on('a', 7 * HOUR + 40_000, 'spade'), on('b', 10 * HOUR, 'mattock')];
  const wanted = [{ from: 7 * HOUR, to: 15 * HOUR }];
  const end = { kind: 'off', at: 15 * HOUR };
  assert.deepEqual(clockChanges(day, wanted, 'spade'), { takeBack: [], add: [end] });
  assert.deepEqual(clockChanges(day, wanted, 'planting bar'), {
    takeBack: [day[0]],
    add: [{ kind: 'on', at: 7 * HOUR }, end],
  });
});

test('who forgot to clock off is told apart from who worked that long', () => {
  const on: Clocked = { id: 'a', planter: 'p', kind: 'on', at: 7 * HOUR };
  const off = (at: number): Clocked => ({ id: 'b', planter: 'p', kind: 'off', at });
  const cut = (entries: Clocked[], now = 30 * HOUR) => shiftsOf(entries, now)[0].cut;
  assert.equal(cut([on]), true);
  assert.equal(cut([on], 12 * HOUR), undefined);
  assert.equal(cut([on, off(19 * HOUR)]), undefined);
  assert.equal(cut([on, off(19 * HOUR + 1)]), true);
  assert.equal(cut([on, { ...on, id: 'c', at: 29 * HOUR }]), true);
});

test('a day’s lines: hours of all shifts, trees by row, a withdrawn version’s apart, in the crew’s order', () => {
  const tally = (
    id: string,
    planter: string,
    row: number,
    count: number,
    more: Partial<SheetTally> = {},
  ): SheetTally => ({ id, planter, row, count, version: 2, at: '2026-11-24T10:00:00Z', ...more });
  const shift = (planter: string, from: number, to: number) => ({
    ...{ planter, from: from * HOUR, to: to * HOUR, here: false, tool: 'spade' },
  });
  const lines = tallySheet(
    [
      tally('1', 'ada', 7, 10),
      tally('2', 'ada', 5, 23),
      tally('3', 'ada', 7, 4),
      tally('4', 'ada', 7, 9, { version: 1 }),
      tally('5', 'ada', 8, 6),
      tally('6', 'ada', 8, 6, { corrects: '5' }),
      tally('7', 'zoe', 1, 3),
    ],
    [shift('ada', 13, 16), shift('ada', 7, 12), shift('bo', 7, 8)],
    ['bo', 'ada'],
    [
      { planter: 'zoe', row: 6, trees: 2 },
      { planter: 'zoe', row: 6, trees: 5 },
      { planter: 'zoe', row: 3, trees: 4 },
      { planter: 'cy', row: 4, trees: 1 },
    ],
  );
  assert.deepEqual(
    lines.map(({ planter, hours, trees }) => [planter, hours, trees]),
    [
      ['bo', 1, 0],
      ['ada', 8, 46],
      ['cy', 0, 1],
      ['zoe', 0, 14],
    ],
  );
  assert.deepEqual(lines[3].refilled, [
    { row: 3, trees: 4 },
    { row: 6, trees: 7 },
  ]);
  assert.deepEqual(lines[1].rows, [
    { version: 1, row: 7, trees: 9 },
    { version: 2, row: 5, trees: 23 },
    { version: 2, row: 7, trees: 14 },
  ]);
  assert.deepEqual(
    lines[1].shifts.map(({ from }) => from / HOUR),
    [7, 13],
  );
});

test('rows of a paper are filled, or take what was set along them; what fits nowhere is said', () => {
  const rows = new Map([
    [5, { places: 23, planted: 3 }],
    [6, { places: 23, planted: 23 }],
    [7, { places: 22, planted: 0 }],
  ]);
  assert.deepEqual(fromPaper([5, 6, 7, 9], undefined, rows), {
    entries: [
      { row: 5, count: 20 },
      { row: 7, count: 22 },
    ],
    ...{ full: [6], none: [9], over: 0, trees: 42 },
  });
  assert.deepEqual(fromPaper([5, 7], 25, rows).entries, [
    { row: 5, count: 20 },
    { row: 7, count: 5 },
  ]);
  assert.deepEqual(fromPaper([5, 7], 20, rows).entries, [{ row: 5, count: 20 }]);
  assert.equal(fromPaper([5, 7], 45, rows).over, 3);
  assert.equal(fromPaper([5, 7], 42, rows).over, 0);
});

test('places of a refill are those planned for a species; of one row it may be any that it has', () => {
  const peg = (speciesId: string) => ({ speciesId });
  const rows = [
    {
      ...{ row: 3, places: 20, expected: 1.6, pegs: [peg('a'), peg('b'), peg('a')] },
      set: [
        { speciesId: 'a', trees: 1 },
        { speciesId: 'b', trees: 4 },
      ],
    },
    { row: 4, places: 18, expected: 2.2, pegs: [], set: [] },
  ];
  const places = (...how: [string, boolean, boolean]) => [...refillPlaces(rows, ...how)];
  assert.deepEqual(places('a', false, false), [
    [3, { places: 2, planted: 1 }],
    [4, { places: 0, planted: 0 }],
  ]);
  assert.deepEqual(places('a', true, false), [
    [3, { places: 4, planted: 1 }],
    [4, { places: 2, planted: 0 }],
  ]);
  assert.deepEqual(places('b', false, true), [
    [3, { places: 20, planted: 5 }],
    [4, { places: 18, planted: 0 }],
  ]);
});
