import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normalDeviate, seededRandom } from '../measure/random';
import { growthOf, type MeasuredTree } from './growth';

const tree = (
  row: number,
  peg: number,
  day: string,
  height: number,
  more: Partial<MeasuredTree> = {},
): MeasuredTree => ({ row, peg, day, height, species: 'Oak', ...more });

test('growth is of the same tree, over the time between, worked by hand', () => {
  const [oak, ...others] = growthOf([
    tree(1, 1, '2025-10-01', 0.4),
    tree(1, 1, '2026-10-01', 0.6),
    // Two looks in between count as the first and the last alone.
    tree(1, 2, '2025-10-01', 0.3),
    tree(1, 2, '2026-01-01', 0.31),
    tree(1, 2, '2026-10-01', 0.4),
    tree(2, 1, '2025-10-01', 0.5),
    tree(2, 1, '2026-10-01', 0.45),
    // Seen once, or twice in a month: nothing.
    tree(2, 2, '2026-10-01', 0.8),
    tree(2, 3, '2026-09-01', 0.5),
    tree(2, 3, '2026-10-01', 0.9),
  ]);
  assert.equal(others.length, 0);
  const year = 365 / 365.25;
  assert.deepEqual([oak.trees, oak.rows, oak.lower], [3, 2, 1]);
  assert.ok(Math.abs(oak.aYear.value - (0.2 + 0.1 - 0.05) / 3 / year) < 1e-12);
  assert.ok(Math.abs(oak.last - (0.6 + 0.4 + 0.45) / 3) < 1e-12);
  // Totals of the rows: 0.3 of two trees and −0.05 of one; by hand Σ(t − m·n)² = 2 · (0.4/3)², over √… ÷ 3.
  const residual = (0.3 - (2 * 0.25) / 3) / year;
  const error = Math.sqrt((2 * 2 * residual ** 2) / 1) / 3;
  assert.ok(Math.abs((oak.high! - oak.low!) / 2 / error - 12.7062) < 1e-3, 't of one degree');
});

test('a tree set into a dead place is no growth of the first; one row has no interval', () => {
  const [own] = growthOf([
    tree(1, 1, '2025-10-01', 1.2),
    tree(1, 1, '2026-10-01', 0.3, { tree: 1 }),
    tree(1, 2, '2025-10-01', 0.3),
    tree(1, 2, '2026-10-01', 0.5),
  ]);
  assert.deepEqual([own.trees, own.lower, own.low], [1, 0, undefined]);
  const [still] = growthOf([tree(1, 1, '2025-10-01', 0.4), tree(1, 1, '2026-10-01', 0.4)]);
  assert.equal(still.lower, 0, 'as high as it was is not lower');
  assert.deepEqual(growthOf([]), []);
});

test('nineteen intervals in twenty hold the truth where rows differ', () => {
  const random = seededRandom('growth');
  let held = 0;
  for (let season = 0; season < 300; season++) {
    const measured = Array.from({ length: 12 }, (_, row) => {
      const ofRow = 0.05 * normalDeviate(random);
      return Array.from({ length: 8 }, (_, peg) => {
        const grown = 0.2 + ofRow + 0.03 * normalDeviate(random);
        return [
          tree(row, peg, '2024-10-01', 0.4),
          tree(row, peg, '2026-10-01', 0.4 + (2 * grown * 730) / 730.5),
        ];
      }).flat();
    }).flat();
    const [{ low, high }] = growthOf(measured);
    if (low! <= 0.2 && 0.2 <= high!) held++;
  }
  assert.ok(held >= 275 && held <= 297, `${held} of 300`);
});
