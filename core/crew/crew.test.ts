import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { admitTally, daysLeft, progress, type Tally } from './progress';
import { plantedSums, reckonedPace } from './sums';
import { shareRows } from './share';

const crew = (rates: readonly number[]) =>
  rates.map((rate, i) => ({ id: `p${i}`, name: `P${i}`, rate }));

/** The best finish by trying every split. */
function bruteForce(
  rows: readonly number[],
  rates: readonly number[],
  from = 0,
  planter = 0,
): number {
  if (planter === rates.length - 1)
    return rows.slice(from).reduce((a, b) => a + b, 0) / rates[planter];
  let best = Infinity;
  let trees = 0;
  for (let to = from; to <= rows.length; to++) {
    best = Math.min(
      best,
      Math.max(trees / rates[planter], bruteForce(rows, rates, to, planter + 1)),
    );
    trees += rows[to] ?? 0;
  }
  return best;
}

test('rows are shared so that the slowest ends as soon as any split allows', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 120 }), { minLength: 1, maxLength: 9 }),
      fc.array(fc.integer({ min: 50, max: 900 }), { minLength: 1, maxLength: 4 }),
      (rows, rates) => {
        const { shares, finish } = shareRows(rows, crew(rates));
        assert.ok(Math.abs(finish.value - bruteForce(rows, rates)) < 1e-6);
        let next = 1;
        for (const share of shares) {
          assert.equal(share.firstRow, next);
          next = share.lastRow + 1;
          const trees = rows.slice(share.firstRow - 1, share.lastRow).reduce((a, b) => a + b, 0);
          assert.equal(share.trees, trees);
        }
        assert.equal(next, rows.length + 1);
      },
    ),
  );
});

test('nobody, or somebody who plants nothing, cannot share rows', () => {
  assert.throws(() => shareRows([10], []), says(/no planters/));
  assert.throws(() => shareRows([10], crew([0])), says(/must be above 0/));
});

const tally = (
  id: string,
  row: number,
  planter: string,
  count: number,
  at = '2026-11-24',
  corrects?: string,
): Tally => ({
  id,
  row,
  planter,
  count,
  at: `${at}T09:00:00Z`,
  corrects,
});

test('progress counts each entry once and none that was taken back', () => {
  const tallies = [
    tally('a', 1, 'x', 25),
    tally('a', 1, 'x', 25),
    tally('b', 1, 'y', 10),
    tally('c', 2, 'x', 30),
    tally('d', 2, 'x', 30, '2026-11-24', 'c'),
  ];
  const { planted, byRow, byPlanter } = progress(tallies);
  assert.equal(planted, 35);
  assert.deepEqual([...byRow], [[1, 35]]);
  assert.deepEqual(
    [...byPlanter],
    [
      ['x', 25],
      ['y', 10],
    ],
  );
});

test('a row takes no more trees than it has places', () => {
  assert.doesNotThrow(() => admitTally(34, 25, 60, 85));
  assert.throws(
    () => admitTally(34, 25, 80, 85),
    says(/85 places and 80 are planted; 25 more is 20 too many/),
  );
  assert.throws(() => admitTally(99, 25, 0, undefined), says(/no row 99/));
  assert.throws(() => admitTally(34, 0, 0, 85), says(/whole number above 0/));
});

test('pace is trees a planting day, and days off do not count', () => {
  const tallies = [
    tally('a', 1, 'x', 100, '2026-11-20'),
    tally('b', 1, 'x', 50, '2026-11-20'),
    tally('c', 2, 'x', 250, '2026-11-23'),
  ];
  const paceOf = (some: typeof tallies, day: string) =>
    reckonedPace(plantedSums(some, 'UTC'), day, 700).pace;
  const pace = paceOf(tallies, '2026-11-24');
  assert.equal(pace, 200);
  // A day that is not over says nothing while others do.
  assert.equal(paceOf(tallies, '2026-11-23'), 150);
  // On the first morning a handful of trees is no day's work: the rates say how it will go.
  assert.equal(paceOf(tallies.slice(2), '2026-11-23'), 700);
  assert.equal(reckonedPace(plantedSums(tallies.slice(2), 'UTC'), '2026-11-23', 0).pace, 250);
  assert.equal(daysLeft(1000, 400, pace), 3);
  assert.equal(daysLeft(1000, 1000, 0), 0);
  assert.equal(daysLeft(1000, 10, 0), Infinity);
});
