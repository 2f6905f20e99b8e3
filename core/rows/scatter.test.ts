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

test('nothing stands under a crown, and the ground round it is as full as any', () => {
  const standing = [{ x: 50, y: 50, crown: 6 }];
  const ring = (from: number, to: number) => {
    const byQuarter = [0, 0, 0, 0];
    for (let seed = 1; seed <= 5; seed++) {
      const xy = scatter([square(0, 0, 100)], { minimum: 2, seed, standing });
      for (let i = 0; i < xy.length; i += 2) {
        const [x, y] = [xy[i] - 50, xy[i + 1] - 50];
        const away = Math.hypot(x, y);
        // East, north, west, south.
        const quarter = (Math.round(Math.atan2(y, x) / (Math.PI / 2)) + 4) % 4;
        if (away >= from && away < to) byQuarter[quarter]++;
      }
    }
    return byQuarter;
  };
  assert.deepEqual(ring(0, 6), [0, 0, 0, 0]);
  const [beside, further] = [ring(6, 12), ring(20, 26)];
  const density = (count: number, from: number, to: number) => count / (to ** 2 - from ** 2);
  for (const quarter of [0, 1, 2, 3]) {
    const is = density(beside[quarter], 6, 12) / density(further[quarter], 20, 26);
    assert.ok(is > 0.7 && is < 1.5, `${is} of the density in quarter ${quarter}`);
  }
});

test('a distance too small for so wide a ground is refused before anything is filled', () => {
  assert.throws(
    () => scatter([square(0, 0, 3000)], { minimum: 0.5, seed: 1 }),
    (error) => isTold(error) && error.said.key === 'rows.minimumTooSmall',
  );
});

test('clusters that would run into each other are refused with how wide they are', () => {
  // Seven trees a metre apart fill a circle of √(7 ÷ π) + ½ metres.
  const lay = (apart: number) =>
    clusters([square(0, 0, 60)], { apart, trees: 7, spacing: 1, bearing: 0 });
  const wide = 2 * (Math.sqrt(7 / Math.PI) + 0.5);
  assert.ok(rowCount(lay(wide + 0.01)) > 100);
  assert.throws(
    () => lay(wide - 0.01),
    (error) => {
      assert.ok(isTold(error) && error.said.key === 'rows.clustersOverlap');
      const { value } = error.said.figures.wide as { value: number };
      return Math.abs(value - wide) < 1e-9;
    },
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
