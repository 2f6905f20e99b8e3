import assert from 'node:assert/strict';
import { test } from 'node:test';
import { binomialDistribution } from 'simple-statistics';
import { acceptanceProbability, publishedPlan } from '../../core/stock/sampling';

// Source: by hand from the definition, whole numbers: 2 of 3 drawn from 10 of which 4 are faulty,
// (C(6,3) + 4·C(6,2)) / C(10,3) = (20 + 60) / 120.
test('hypergeometric acceptance as worked by hand', () => {
  assert.ok(Math.abs(acceptanceProbability(10, 4, { n: 3, c: 1 }) - 80 / 120) < 1e-12);
  assert.ok(Math.abs(acceptanceProbability(50, 5, { n: 10, c: 0 }) - 0.310562782) < 1e-8);
});

// Source: for lots far larger than the sample the curve is the binomial one, by simple-statistics.
test('for large lots the curve is the binomial one of a statistics library', () => {
  for (const p of [0.01, 0.04, 0.1]) {
    const binomial = binomialDistribution(80, p)!;
    const upTo = binomial.slice(0, 4).reduce((a, b) => a + b, 0);
    assert.ok(
      Math.abs(acceptanceProbability(2_000_000, 2_000_000 * p, { n: 80, c: 3 }) - upTo) < 1e-3,
    );
  }
});

// Source: ISO 2859-1, single sampling, normal inspection, level II; entries from memory.
test('published single-sampling plans', () => {
  for (const [lot, limit, n, c] of [
    [1000, 1, 80, 2],
    [1000, 2.5, 80, 5],
    [500, 4, 50, 5],
    [500, 6.5, 50, 7],
    [3200, 1, 125, 3],
    [10_000, 2.5, 200, 10],
    [100, 4, 20, 2],
    [280, 1.5, 32, 1],
    [1000, 10, 80, 14],
  ] as const)
    assert.deepEqual(publishedPlan(lot, limit), { n, c }, `${lot} at ${limit}`);
});
