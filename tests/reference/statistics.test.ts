import assert from 'node:assert/strict';
import { test } from 'node:test';
import { mean, sampleVariance, variance } from 'simple-statistics';
import { seededRandom } from '../../core/measure/random';
import { studentQuantile } from '../../core/measure/student';
import { ratioError, survival, type RowCount } from '../../core/survival/estimate';
import { wilson } from '../../core/survival/interval';

// Source: Newcombe 1998, Statistics in Medicine 17, table I, method 3 (score without continuity
// correction). Figures from memory.
test('Wilson intervals as published', () => {
  const table: [number, number, number, number][] = [
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ];
  for (const [hits, n, low, high] of table) {
    const interval = wilson(hits, n);
    assert.equal(interval.low.toFixed(4), low.toFixed(4));
    assert.equal(interval.high.toFixed(4), high.toFixed(4));
  }
});

// Source: Student's t, two-sided 95 % and 99 %, as in every printed table.
test('t quantiles as printed', () => {
  const table: [number, number, number][] = [
    [1, 12.706, 63.657],
    [2, 4.303, 9.925],
    [5, 2.571, 4.032],
    [11, 2.201, 3.106],
    [30, 2.042, 2.75],
    [120, 1.98, 2.617],
  ];
  for (const [freedom, p95, p99] of table) {
    assert.equal(studentQuantile(0.95, freedom).toFixed(3), p95.toFixed(3));
    assert.equal(studentQuantile(0.99, freedom).toFixed(3), p99.toFixed(3));
  }
});

/** A block of rows whose survival differs from row to row. */
function blockOfRows(rows: number): RowCount[] {
  const random = seededRandom('reference block');
  return Array.from({ length: rows }, (_, row) => {
    const set = 40 + Math.floor(random() * 80);
    const rate = 0.7 + 0.28 * random();
    return {
      row,
      set,
      alive: Array.from({ length: set }, () => random() < rate).filter(Boolean).length,
    };
  });
}

// Source: Cochran, Sampling Techniques, 3rd ed., ch. 6: with equal clusters the ratio is the mean
// of the cluster proportions, and its variance the textbook one, here from simple-statistics.
test('equal clusters: the ratio’s error is that of a mean, finite population corrected', () => {
  const shares = [0.91, 0.84, 0.97, 0.88, 0.79, 0.93];
  const counts = shares.map((share, row) => ({ row, set: 100, alive: Math.round(share * 100) }));
  const expected = Math.sqrt(((1 - 6 / 80) * sampleVariance(shares)) / 6);
  assert.ok(Math.abs(ratioError(counts, mean(shares), 80) - expected) < 1e-12);
});

// Source: the definition of an interval. Samples of 12 of 90 rows, drawn again and again: the
// estimated variance meets the real one, and about 95 % of the intervals hold the truth.
test('unequal clusters: error and coverage against the whole block', () => {
  const block = blockOfRows(90);
  const truth =
    block.reduce((sum, { alive }) => sum + alive, 0) / block.reduce((sum, { set }) => sum + set, 0);
  const random = seededRandom('samples');
  const estimates: number[] = [];
  const variances: number[] = [];
  let held = 0;
  const rounds = 4000;
  for (let round = 0; round < rounds; round++) {
    const pool = [...block];
    const sample = Array.from(
      { length: 12 },
      () => pool.splice(Math.floor(random() * pool.length), 1)[0],
    );
    const { estimate, low, high } = survival(sample, block.length);
    estimates.push(estimate);
    variances.push(ratioError(sample, estimate, block.length) ** 2);
    if (low <= truth && truth <= high) held++;
  }
  assert.ok(
    Math.abs(mean(variances) / variance(estimates) - 1) < 0.12,
    `${mean(variances) / variance(estimates)}`,
  );
  assert.ok(held / rounds > 0.92 && held / rounds < 0.97, `coverage ${held / rounds}`);
});
