import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon } from '../ground/polygon';
import type { Surface } from '../ground/surface';
import { layOut, type LayoutParameters } from './layout';
import { rowCount, rowParts } from './rowset';

/** A cone: contour lines draw together towards one side where a ridge runs into it. */
const ridged = (swell: number): Surface => ({
  minX: -20,
  minY: -20,
  cell: 2,
  columns: 130,
  rows: 110,
  heights: Float32Array.from({ length: 130 * 110 }, (_, i) => {
    const [x, y] = [-20 + 2 * (i % 130), -20 + 2 * Math.floor(i / 130)];
    return 200 + 0.12 * y + swell * Math.sin(x / 30) * Math.cos(y / 45) + 0.3 * Math.sin(x / 7);
  }),
});
const block: MultiPolygon = [
  [
    [
      [0, 0],
      [200, 0],
      [200, 160],
      [0, 160],
    ],
  ],
];
const parameters: LayoutParameters = {
  ...{ pattern: 'contour', inRow: 2, between: 3, firstOffset: 0, firstPeg: 0, headland: 0 },
  ...{ shortest: 5, direction: { kind: 'east-west' }, mix: [{ species: 'p', share: 100 }] },
  arrangement: { kind: 'rows' },
};
const cards = { p: { name: 'Pine', matureHeight: 20, damp: '', light: '' } };

/** Distance of a place from a line, leg by leg. */
function away(line: ArrayLike<number>, px: number, py: number): number {
  let nearest = Infinity;
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [x, y] = [line[i], line[i + 1]];
    const [dx, dy] = [line[i + 2] - x, line[i + 3] - y];
    const t = Math.max(0, Math.min(1, ((px - x) * dx + (py - y) * dy) / (dx * dx + dy * dy || 1)));
    nearest = Math.min(nearest, Math.hypot(px - x - t * dx, py - y - t * dy));
  }
  return nearest;
}

/** The box round a line: least and greatest of both coordinates. */
function boxOf(line: ArrayLike<number>): [number, number, number, number] {
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < line.length; i++) {
    const axis = i % 2;
    box[axis] = Math.min(box[axis], line[i]);
    box[axis + 2] = Math.max(box[axis + 2], line[i]);
  }
  return box;
}

test('contour rows are numbered down the slope, whichever way it falls', () => {
  for (let eighth = 0; eighth < 8; eighth++) {
    const towards = (eighth * Math.PI) / 4;
    const height = (x: number, y: number) =>
      200 - 0.1 * (x * Math.sin(towards) + y * Math.cos(towards));
    const flat = ridged(0);
    const heights = flat.heights.map((_, i) =>
      height(-20 + 2 * (i % 130), -20 + 2 * Math.floor(i / 130)),
    );
    const surface = { ...flat, heights };
    const { rows } = layOut({ boundary: block, plantable: block, surface, cards }, parameters);
    const lies = Array.from({ length: rowCount(rows) }, (_, row) => {
      const { line } = rowParts(rows, row);
      return height(line[0], line[1]);
    });
    assert.ok(lies.length > 20, `${lies.length} rows`);
    assert.ok(
      lies.every((lie, row) => !row || lie < lies[row - 1]),
      `falling towards ${eighth * 45}°`,
    );
  }
});

test('contour lines never come nearer than the stop limit, and stop at it, not before', () => {
  for (const swell of [3, 5]) {
    const ground = { boundary: block, plantable: block, surface: ridged(swell), cards };
    const { rows } = layOut(ground, parameters);
    const lines = Array.from({ length: rowCount(rows) }, (_, row) => rowParts(rows, row).line);
    const limit = 0.75 * 3;
    const boxes = lines.map(boxOf);
    let smallest = Infinity;
    lines.forEach((line, a) =>
      lines.forEach((other, b) => {
        if (a === b) return;
        const [minX, minY, maxX, maxY] = boxes[b];
        for (let i = 0; i < line.length; i += 2) {
          const [x, y] = [line[i], line[i + 1]];
          const outside = Math.max(minX - x, x - maxX, minY - y, y - maxY);
          // What lies twice the limit outside a line's box is not the nearest.
          if (outside < 2 * limit) smallest = Math.min(smallest, away(other, x, y));
        }
      }),
    );
    assert.ok(smallest > limit * 0.996, `swell ${swell}: ${smallest} under ${limit}`);
    assert.ok(smallest < limit * 1.01, `swell ${swell}: ${smallest}, stopped too early`);
  }
});

test('gaps between contour lines are measured as they lie: even on an even slope, spread over a ridge', () => {
  const gapsOn = (swell: number) => {
    const even = ridged(0);
    const heights = even.heights.map(
      (_, i) => 200 + 0.12 * (-20 + 2 * Math.floor(i / 130)), // rises to the north alone
    );
    const surface = swell ? ridged(swell) : { ...even, heights };
    return layOut({ boundary: block, plantable: block, surface, cards }, parameters).gaps!;
  };
  const even = gapsOn(0);
  for (const key of ['smallest', 'median', 'largest', 'within'] as const)
    assert.ok(Math.abs(even[key] - 1) < 0.01, `${key} ${even[key]}`);
  assert.ok(even.count > 100);
  const ridge = gapsOn(5);
  assert.ok(ridge.smallest < ridge.median && ridge.median < ridge.largest);
  assert.ok(ridge.smallest > 0.74 && ridge.median > 0.85 && ridge.median < 1.25);
  assert.ok(ridge.largest > 1.25, `${ridge.largest}`);
});
