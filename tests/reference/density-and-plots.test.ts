import assert from 'node:assert/strict';
import { test } from 'node:test';
import { plotRadius } from '../../core/checks/plot';
import { apportion } from '../../core/measure/apportion';
import { METRES_PER_FOOT, SQUARE_METRES_PER_ACRE } from '../../core/measure/units';
import { density, TRIANGLE_ROW_RATIO } from '../../core/rows/spacing';

const feet = (value: number) => value * METRES_PER_FOOT;

// Source: spacing tables printed in state and federal tree-planting handbooks, trees an acre.
test('handbook spacing table, feet and acres', () => {
  const table: [number, number, number][] = [
    [6, 6, 1210],
    [8, 8, 681],
    [8, 10, 545],
    [10, 10, 436],
    [12, 12, 303],
  ];
  for (const [a, b, perAcre] of table) {
    const computed = density(feet(a), feet(b)) * SQUARE_METRES_PER_ACRE;
    assert.ok(Math.abs(computed - perAcre) < 0.5 + 1e-9, `${a} × ${b}: ${computed}`);
  }
});

// Source: the same handbooks, metric editions.
test('handbook spacing table, metres and hectares', () => {
  assert.equal(Math.round(density(2, 2) * 10_000), 2500);
  assert.equal(Math.round(density(3, 3) * 10_000), 1111);
});

// Common practice, no source: a plantation rule gives 3.4 × 6.7 m as 445 a hectare.
test('the 11 × 22 ft trap: a rule rounded to decimetres loses six trees a hectare', () => {
  assert.equal(Math.round(density(3.4, 6.7) * 10_000), 439);
  assert.equal((density(feet(11), feet(22)) * 10_000).toFixed(1), '444.8');
  assert.equal(Math.round(density(4.6, 4.6) * 10_000), 473);
});

// Definition: an equilateral triangle holds 2/√3 = 1.1547 times the trees of a square.
test('triangle against square', () => {
  const ratio = density(3, 3 * TRIANGLE_ROW_RATIO) / density(3, 3);
  assert.equal(ratio.toFixed(4), '1.1547');
});

// Source: plot-radius tables in silviculture survey manuals.
test('plot radii', () => {
  const inFeet = (fraction: number) =>
    plotRadius(SQUARE_METRES_PER_ACRE * fraction) / METRES_PER_FOOT;
  assert.equal(inFeet(1 / 100).toFixed(2), '11.78');
  assert.equal(inFeet(1 / 50).toFixed(2), '16.65');
  assert.equal(inFeet(1 / 300).toFixed(2), '6.80');
  assert.equal(inFeet(1 / 1000).toFixed(2), '3.72');
  assert.equal(plotRadius(50).toFixed(2), '3.99');
  assert.equal(plotRadius(100).toFixed(2), '5.64');
});

// Source: the worked example of the largest-remainder method (Hare quota) that textbooks on
// apportionment print: 100 000 votes, 10 seats. Figures from memory.
test('largest remainder', () => {
  assert.deepEqual(
    apportion(10, [47_000, 16_000, 15_900, 12_000, 6_000, 3_100]),
    [5, 2, 1, 1, 1, 0],
  );
});
