import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { compareTreatments } from './treatments';

const counts = (alive: number[], first = 1, set = 50) =>
  alive.map((n, i) => ({ row: first + i, set, alive: n }));

test('two treatments of equal rows: the interval of the difference by hand', () => {
  // Shares 0.8, 0.9 and 0.6, 0.7: means 0.85 and 0.65, variance of each mean 0.005 / 2 = 0.0025.
  const found = compareTreatments([...counts([40, 45]), ...counts([30, 35], 3)], (row) =>
    row < 3 ? 'A' : 'B',
  );
  assert.deepEqual(
    found.map(({ letter, rows, set, alive }) => [letter, rows, set, alive]),
    [
      ['A', 2, 100, 85],
      ['B', 2, 100, 65],
    ],
  );
  assert.equal(found[0].against, undefined);
  const { difference, low, high, clear } = found[1].against!;
  assert.ok(Math.abs(difference + 0.2) < 1e-12);
  // t of two degrees at 95 % is 4.302653 (table); the standard error is √0.005.
  assert.ok(Math.abs(high - difference - 4.302653 * Math.sqrt(0.005)) < 1e-6);
  assert.ok(Math.abs(low + high - 2 * difference) < 1e-12);
  assert.equal(clear, false, 'two rows of each cannot tell');
});

test('rows outside the comparison, and treatments of one row, say nothing of a difference', () => {
  const found = compareTreatments(
    [...counts([40, 45]), ...counts([10], 3), ...counts([0], 9)],
    (row) => (row === 9 ? undefined : row < 3 ? 'A' : 'B'),
  );
  assert.equal(found.length, 2);
  assert.equal(found[1].against, undefined);
  assert.equal(found[1].estimate.by, 'wilson');
  const none = compareTreatments(counts([40, 45]), () => 'B');
  assert.equal(none[0].against, undefined, 'nothing to compare with');
  assert.deepEqual(
    compareTreatments([], () => 'A'),
    [],
  );
});

test('rows that are all alike carry no claim, however far apart', () => {
  const [, b] = compareTreatments([...counts([50, 50, 50]), ...counts([20, 20, 20], 4)], (row) =>
    row < 4 ? 'A' : 'B',
  );
  assert.equal(b.against!.difference, -0.6);
  assert.equal(b.against!.clear, false);
});

test('equal treatments are told apart in no more than one season in twenty, unequal ones in most', () => {
  const random = seededRandom(20);
  const season = (of: (letter: string) => number) => {
    const rows = Array.from({ length: 48 }, (_, i) => {
      const letter = 'ABCD'[i % 4];
      // Rows differ among themselves more than trees in them: that is what the error has to know.
      const rate = Math.min(1, Math.max(0, of(letter) + (random() - 0.5) * 0.2));
      let alive = 0;
      for (let tree = 0; tree < 60; tree++) alive += random() < rate ? 1 : 0;
      return { row: i + 1, set: 60, alive };
    });
    return compareTreatments(rows, (row) => 'ABCD'[(row - 1) % 4]);
  };
  let named = 0;
  let seen = 0;
  const seasons = 600;
  for (let i = 0; i < seasons; i++) {
    if (season(() => 0.8).some(({ against }) => against?.clear)) named++;
    const unequal = season((letter) => (letter === 'C' ? 0.6 : 0.8));
    if (unequal.find(({ letter }) => letter === 'C')!.against!.clear) seen++;
  }
  assert.ok(named / seasons <= 0.06, `${named} of ${seasons} seasons accuse`);
  assert.ok(seen / seasons > 0.9, `${seen} of ${seasons} find it`);
});
