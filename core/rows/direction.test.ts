import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fromFrame, toFrame } from './lattice';
import type { MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { alongLongestSide, bearingOfDirection, rowFrame } from './direction';

const block = (dx: number, dy: number): MultiPolygon => [
  [
    (
      [
        [0, 0],
        [80, 10],
        [70, 60],
        [5, 50],
      ] as Point[]
    ).map(([x, y]): Point => [x + dx, y + dy]),
  ],
];

test('rows along an edge are counted into the block, whichever edge, wherever the block lies', () => {
  for (const [dx, dy] of [
    [0, 0],
    [700, 0],
    [-300, 900],
    [40, -2000],
  ]) {
    const boundary = block(dx, dy);
    const ring = boundary[0][0];
    ring.forEach((corner, i) => {
      const next = ring[(i + 1) % ring.length];
      for (const [from, to] of [
        [corner, next],
        [next, corner],
      ]) {
        const ground = { boundary, plantable: boundary };
        const frame = rowFrame(ground, { kind: 'edge', from, to }, 2);
        const inside: Point = [40 + dx, 30 + dy];
        // The first row lies 2 m from the edge, and the block behind it: chainages and rows count up.
        const [along, across] = toFrame(frame, inside);
        assert.ok(across > frame.anchor && along > frame.baseline, `${corner} ${dx} ${dy}`);
        assert.ok(Math.abs(toFrame(frame, from)[1] + 2 - frame.anchor) < 1e-9);
        const least = Math.min(...ring.map((point) => toFrame(frame, point)[0]));
        assert.ok(Math.abs(frame.baseline - least) < 1e-9);
        const [x, y] = fromFrame(frame, [along, across]);
        assert.ok(Math.hypot(x - inside[0], y - inside[1]) < 1e-9);
      }
    });
  }
});

test('named directions point where they say, and the longest side is the longest', () => {
  assert.equal(bearingOfDirection({ kind: 'bearing', bearing: 0.3 }), 0.3);
  assert.equal(bearingOfDirection({ kind: 'east-west' }), Math.PI / 2);
  const across = bearingOfDirection({ kind: 'across-wind', from: 0.4 });
  assert.ok(Math.abs(Math.cos(across - 0.4)) < 1e-12, 'square to the wind');
  assert.deepEqual(alongLongestSide(block(0, 0)), { kind: 'edge', from: [0, 0], to: [80, 10] });
});
