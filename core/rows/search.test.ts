import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon } from '../ground/polygon';
import type { Surface } from '../ground/surface';
import { firstParameters } from './deciding';
import { searchBearings } from './search';

const square = (from: number, to: number): [number, number][] => [
  [from, from],
  [to, from],
  [to, to],
  [from, to],
];
const field: MultiPolygon = [[square(0, 60)]];
const holed: MultiPolygon = [[square(0, 60), square(20, 40)]];
const parameters = {
  ...firstParameters(field, ['p']),
  ...{ inRow: 2, between: 4, firstOffset: 2, firstPeg: 0, shortest: 0 },
};
/** Ground that rises by a tenth towards a bearing, 5 m from node to node. */
function rising(towards: number): Surface {
  const [columns, rows, cell] = [25, 25, 5];
  const heights = Float64Array.from({ length: columns * rows }, (_, i) => {
    const [x, y] = [cell * (i % columns), cell * Math.floor(i / columns)];
    return 100 + 0.1 * (x * Math.sin(towards) + y * Math.cos(towards));
  });
  return { minX: -30, minY: -30, cell, columns, rows, heights };
}
const degrees = (bearing: number) => Math.round((bearing * 180) / Math.PI);
const north = (found: ReturnType<typeof searchBearings>) =>
  found.find(({ bearing }) => degrees(bearing) === 0)!;

test('every row is turned into once, and a row that is broken round something twice more', () => {
  const plain = north(searchBearings({ boundary: field, plantable: field }, parameters, 8));
  // Rows at 2, 6, … 58 m.
  assert.deepEqual([plain.rows, plain.turns], [15, 14]);
  const broken = north(searchBearings({ boundary: field, plantable: holed }, parameters, 8));
  // Those at 22, 26, 30, 34 and 38 m meet the hole: each is left once and entered again.
  assert.deepEqual([broken.rows, broken.turns], [15, 14 + 2 * 5]);
  assert.ok(broken.trees < plain.trees);
  assert.ok(Math.abs(broken.metres - plain.metres) < 1e-6, 'the way past the hole is walked');
});

test('few turns are worth a mark where trees and metres speak against them', () => {
  // Fifteen rows of 31 trees one way, sixty-one of eight the other, which are more and walked in fewer metres.
  const long: MultiPolygon = [
    [
      [
        [0, 0],
        [121.9, 0],
        [121.9, 29.9],
        [0, 29.9],
      ],
    ],
  ];
  const close = { ...parameters, inRow: 4, between: 2 };
  const found = searchBearings({ boundary: long, plantable: long }, close, 2);
  const at = (bearing: number) => found.find((one) => degrees(one.bearing) === bearing)!;
  const [many, few] = [at(0), at(90)];
  assert.deepEqual([many.trees, many.turns], [488, 60]);
  assert.deepEqual([few.trees, few.turns], [465, 14]);
  assert.ok(few.metres / few.trees > 1.02 * (many.metres / many.trees));
  assert.deepEqual([many.best, few.best], [true, true]);
});

test('slope across the rows is the whole slope where they run level, none where they run up it', () => {
  const aspect = Math.PI / 6;
  const ground = { boundary: field, plantable: field, surface: rising(aspect) };
  const found = searchBearings(ground, parameters, 12);
  const at = (bearing: number) => found.find((one) => degrees(one.bearing) === bearing)!.crossSlope;
  assert.ok(Math.abs(at(30)) < 1e-6, `straight up: ${at(30)}`);
  assert.ok(Math.abs(at(120) - 0.1) < 1e-6, `along the contour: ${at(120)}`);
  assert.ok(Math.abs(at(60) - 0.05) < 1e-6, `half way, sin 30°: ${at(60)}`);
  assert.ok(
    Number.isNaN(
      north(searchBearings({ boundary: field, plantable: field }, parameters, 4)).crossSlope,
    ),
  );
});
