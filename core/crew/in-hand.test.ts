import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { isBegun, refillInHand, rowInHand, walkATree, withWalk, type RowToRefill } from './in-hand';
import { bagsOf } from '../stock/carry';
import { refillPoints } from './caches';
import { learned } from './rates';

const layout = { number: 3, runs: [0, 6, 1, 4] };
const trees = (runs: readonly number[]) => runs.reduce((sum, n, i) => sum + (i % 2 ? n : 0), 0);

test('a refill is in hand from a month before its day until it is full, or four months later', () => {
  const refill = { plantOn: '2026-03-15', places: 50, set: 49 };
  assert.deepEqual(
    ['2026-02-12', '2026-02-13', '2026-07-13', '2026-07-14'].map((day) =>
      refillInHand(refill, day),
    ),
    [false, true, true, false],
  );
  assert.equal(refillInHand({ ...refill, set: 50 }, '2026-03-15'), false);
  assert.equal(refillInHand({ ...refill, over: true }, '2026-03-15'), false);
});

test('without a refill a row is what its layout has', () => {
  assert.deepEqual(rowInHand(layout, 7), {
    ...{ number: 3, planted: 7, refilled: 0, open: 3, dead: 0, runs: layout.runs, pegs: [] },
  });
  assert.equal(rowInHand(layout, 12).open, 0);
});

test('a row is begun while its places are being planted, and anew with its first dead place', () => {
  const dead = (set: number): RowToRefill => ({ pegs: [], expected: 3, set: [set] });
  const begun = (planted: number, set?: number) =>
    isBegun(rowInHand(layout, planted, set === undefined ? undefined : dead(set)));
  assert.deepEqual([begun(0), begun(4), begun(10)], [false, true, false]);
  assert.deepEqual([begun(10, 0), begun(10, 1), begun(0, 1)], [false, true, true]);
});

test('dead places follow the layout’s: the known by their peg, those expected by what was ordered', () => {
  const refill: RowToRefill = {
    pegs: [
      { peg: 2, species: 1 },
      { peg: 5, species: 0 },
      { peg: 6, species: 1 },
      { peg: 9, species: 1 },
    ],
    expected: 2.6,
    set: [0, 0],
  };
  assert.deepEqual(rowInHand(layout, 10, refill, [1, 2]), {
    ...{ number: 3, planted: 10, refilled: 0, open: 0, dead: 7 },
    runs: [0, 6, 1, 4, 1, 1, 0, 1, 1, 2, 0, 1, 1, 2],
    pegs: [2, 5, 6, 9, undefined, undefined, undefined],
  });
  // Of each species the first places are filled; of one that has no more the trees went where some were expected.
  const later = rowInHand(layout, 10, { ...refill, set: [3, 1] }, [1, 2]);
  assert.deepEqual(later.runs.slice(4), [1, 3]);
  assert.deepEqual([later.refilled, later.dead, later.pegs], [4, 3, [6, 9, undefined]]);
  assert.deepEqual(rowInHand(layout, 10, { ...refill, set: [4, 0] }, [1, 2]).pegs, [2, 6, 9]);
  assert.deepEqual(rowInHand(layout, 10, { ...refill, set: [5, 0] }, [1, 2]).pegs, [2, 6]);
  // Nothing ordered says nothing of the species: all alike.
  const alike = rowInHand(layout, 10, { ...refill, pegs: [], expected: 4 });
  assert.deepEqual(alike.runs.slice(4), [0, 2, 1, 2]);
});

test('whatever is set, what is left is what was planned less that, each with its peg or none', () => {
  const species = 3;
  fc.assert(
    fc.property(
      fc.array(fc.nat(species - 1), { maxLength: 12 }),
      fc.double({ min: 0, max: 8, noNaN: true }),
      fc.array(fc.nat(6), { minLength: species, maxLength: species }),
      (of, expected, set) => {
        const pegs = of.map((kind, i) => ({ peg: i + 1, species: kind }));
        const row = rowInHand(layout, 10, { pegs, expected, set }, [2, 1, 1]);
        const planned = pegs.length + Math.round(expected);
        const done = set.reduce((sum, n) => sum + n, 0);
        assert.equal(trees(row.runs) - 10, row.dead);
        assert.equal(row.pegs.length, row.dead);
        assert.equal(row.dead, Math.max(0, planned - done));
      },
    ),
  );
});

test('where only dead places are left every tree takes the walk to the next one besides', () => {
  const dead = (n: number) => rowInHand(layout, 10, { pegs: [], expected: n, set: [0, 0] }, [1, 0]);
  // 300 m of rows with dead places and five of them; the row that has none is not walked.
  const rows = [dead(4), dead(1), rowInHand(layout, 10)];
  const walk = walkATree(rows, [200, 100, 500]);
  assert.equal(walk, 0.02);
  assert.equal(walkATree([...rows, rowInHand(layout, 9)], [200, 100, 500, 10]), 0);
  assert.equal(walkATree([rowInHand(layout, 10)], [200]), 0);
  const rates = new Map([['ada', learned(100, [])]]);
  const ada = withWalk(rates, walk).get('ada')!;
  // 36 s to plant, 72 s to walk.
  assert.ok(Math.abs(ada.perHour.value - 100 / 3) < 1e-9);
  assert.ok(Math.abs(ada.rate - 800 / 3) < 1e-9);
  const [alone, minutes] = ada.perHour.steps.map(({ value }) => value);
  assert.ok(
    Math.abs(60 / (60 / alone + minutes) - ada.perHour.value) < 1e-9,
    'as the working says',
  );
  assert.ok(ada.low < ada.perHour.value && ada.perHour.value < ada.high && ada.high < 50);
  assert.deepEqual(withWalk(rates, 0), rates);
});

test('a bag for dead places runs empty at the peg of its last one, or at none that can be named', () => {
  const { number, runs, planted, pegs } = rowInHand(
    layout,
    9,
    {
      pegs: [2, 5, 8].map((peg) => ({ peg, species: 0 })),
      ...{ expected: 2, set: [0, 0] },
    },
    [1, 0],
  );
  const day = { planter: 'ada', rate: Infinity, rows: [{ number, runs, planted, pegs }] };
  const bags = (bagTrees: number) =>
    bagsOf(day, [0.05, 0.05], { bagLoad: 14, bagTrees }).map(({ lastPeg }) => lastPeg);
  // The last place of the layout is peg 10; after it come pegs 2, 5 and 8, then two that nobody has noted.
  assert.deepEqual(bags(1), [10, 2, 5, 8, undefined, undefined]);
  assert.deepEqual(bags(3), [5, undefined]);
  assert.deepEqual(refillPoints(day.rows, [0.05, 0.05], { bagLoad: 14, bagTrees: 3 }), [
    { row: 3, peg: 5 },
  ]);
});
