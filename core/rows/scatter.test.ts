import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon, Polygon } from '../ground/polygon';
import { isTold } from '../say/told';
import { pegPosition, positions, rowCount, treesByRow } from './rowset';
import { clusters, scatter } from './scatter';

const square = (x: number, y: number, size: number): Polygon => [
  [
    [x, y],
    [x + size, y],
    [x + size, y + size],
    [x, y + size],
  ],
];

test('every part of a block is filled, however far it lies from the others', () => {
  const islands: MultiPolygon = [];
  for (let x = 0; x < 3; x++) for (let y = 0; y < 3; y++) islands.push(square(95 * x, 95 * y, 10));
  const xy = scatter(islands, { minimum: 2, seed: 3 });
  for (const [ring] of islands) {
    const [[left, low]] = ring;
    let spots = 0;
    for (let i = 0; i < xy.length; i += 2)
      if (xy[i] >= left && xy[i] <= left + 10 && xy[i + 1] >= low && xy[i + 1] <= low + 10) spots++;
    // A hundred square metres at 2 m hold about 25 spots with their rim.
    assert.ok(spots >= 15, `${spots} spots at ${left}, ${low}`);
  }
});

test('a distance too small for so wide a ground is refused before anything is filled', () => {
  assert.throws(
    () => scatter([square(0, 0, 3000)], { minimum: 0.5, seed: 1 }),
    (error) => isTold(error) && error.said.key === 'rows.minimumTooSmall',
  );
});

test('a cluster is a net whose neighbours stand at its spacing, as many trees as asked for', () => {
  for (const [trees, spacing] of [
    [7, 1],
    [19, 1.5],
    [12, 2.5],
  ]) {
    const rows = clusters([square(0, 0, 200)], { apart: 30, trees, spacing, bearing: 0.4 });
    assert.ok(rowCount(rows) > 30);
    const whole = Array.from(treesByRow(rows)).findIndex((n) => n === trees);
    const spots = Array.from(
      { length: trees },
      (_, peg) => pegPosition(rows, whole + 1, peg + 1)!.point,
    );
    for (const [x, y] of spots) {
      const near = spots
        .map(([a, b]) => Math.hypot(a - x, b - y))
        .filter((d) => d > 0)
        .sort((a, b) => a - b);
      assert.ok(Math.abs(near[0] - spacing) < 1e-3, `${near[0]} is not ${spacing}`);
    }
    // Round: no tree stands further out than a circle of so many, and a step.
    const middle = [0, 1].map((k) => spots.reduce((sum, spot) => sum + spot[k], 0) / trees);
    const reach = Math.max(...spots.map(([x, y]) => Math.hypot(x - middle[0], y - middle[1])));
    assert.ok(reach < spacing * (Math.sqrt(trees / Math.PI) + 0.75), `${reach}`);
  }
  assert.equal(positions(clusters([square(0, 0, 200)], { apart: 60, trees: 1, spacing: 2, bearing: 0 })).length % 2, 0); // prettier-ignore
});
