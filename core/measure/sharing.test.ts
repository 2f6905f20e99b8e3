import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { apportion, atLeast } from './apportion';
import { rangesOf, stretchesOf } from './ranges';

test('shares of a whole number add up to it, none off its own by one; nobody without weight gets any', () => {
  fc.assert(
    fc.property(
      fc.nat(20_000),
      fc.array(fc.integer({ min: 0, max: 500 }), { minLength: 1, maxLength: 12 }),
      (total, weights) => {
        const sum = weights.reduce((a, b) => a + b, 0);
        if (!sum) {
          assert.throws(() => apportion(total, weights), RangeError);
          return;
        }
        const parts = apportion(total, weights);
        assert.equal(
          parts.reduce((a, b) => a + b, 0),
          total,
        );
        parts.forEach((part, i) => {
          assert.ok(Math.abs(part - (total * weights[i]) / sum) < 1);
          if (!weights[i]) assert.equal(part, 0);
        });
      },
    ),
    { seed: 1, numRuns: 400 },
  );
  assert.deepEqual(apportion(10, [1, 1, 1]), [4, 3, 3], 'on a tie the earlier one');
  assert.throws(() => apportion(3, [2, -1]), RangeError);
});

test('parts drawn to scale keep room for their labels and the whole its length', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(300), fc.nat(40)), { minLength: 1, maxLength: 15 }),
      (pairs) => {
        const [lengths, least] = [pairs.map(([a]) => a), pairs.map(([, b]) => b)];
        const drawn = atLeast(lengths, least);
        const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);
        const room = Math.max(sum(lengths), sum(least));
        assert.ok(Math.abs(sum(drawn) - room) < 1e-6, `${sum(drawn)} of ${room}`);
        drawn.forEach((length, i) => assert.ok(length >= least[i] - 1e-9));
      },
    ),
    { seed: 2, numRuns: 400 },
  );
});

test('numbers as stretches: every one in exactly one, neighbours never parted', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { maxLength: 40 }), (numbers) => {
      const stretches = stretchesOf(numbers);
      const within = stretches.flatMap(([from, to]) =>
        Array.from({ length: to - from + 1 }, (_, i) => from + i),
      );
      assert.deepEqual(
        within,
        [...new Set(numbers)].sort((a, b) => a - b),
      );
      stretches.slice(1).forEach(([from], i) => assert.ok(from > stretches[i][1] + 1));
    }),
    { seed: 3, numRuns: 300 },
  );
  assert.equal(rangesOf([3, 1, 2, 7, 9, 10]), '1 to 3, 7, 9, 10');
  assert.equal(rangesOf([1, 3, 5, 7], 2), '1, 3 and more');
  assert.equal(rangesOf([]), '');
});
