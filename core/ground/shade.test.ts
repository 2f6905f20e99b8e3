import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane } from '../measure/plane';
import { gridOf, surfaceFromGrid } from './elevation';
import { levelLines } from './contour-lines';
import { contourInterval, heightAt, hillShade, type Surface } from './surface';

/** A plane that rises so much a metre eastwards and northwards. */
function tilted(east: number, north: number, holes: number[] = []): Surface {
  const [columns, rows, cell] = [9, 7, 5];
  const heights = Float64Array.from({ length: columns * rows }, (_, i) =>
    holes.includes(i)
      ? NaN
      : 100 + east * cell * (i % columns) + north * cell * Math.floor(i / columns),
  );
  return { minX: -20, minY: -15, cell, columns, rows, heights };
}
const shadeOf = (east: number, north: number) => hillShade(tilted(east, north))[3 * 9 + 4];

test('level ground is lit by the sine of the sun’s height, and a slope that faces the sun whole', () => {
  assert.ok(Math.abs(shadeOf(0, 0) - Math.SQRT1_2) < 1e-6);
  // Falling to the north-west at 45°: the sun, 45° up in the north-west, stands square on it.
  const part = Math.SQRT1_2;
  assert.ok(Math.abs(shadeOf(part, -part) - 1) < 1e-6);
  // Falling to the south-east at 45° the light only grazes it; steeper it is in its own shade.
  assert.ok(Math.abs(shadeOf(-part, part)) < 1e-6);
  assert.equal(shadeOf(-2, 2), 0);
});

test('slopes across the light are as bright as one another, whichever way they fall', () => {
  assert.ok(Math.abs(shadeOf(0.3, 0.3) - shadeOf(-0.3, -0.3)) < 1e-6);
  assert.ok(shadeOf(0.3, -0.3) > shadeOf(0.3, 0.3), 'towards the light is brighter');
  assert.ok(shadeOf(-0.3, 0.3) < shadeOf(0.3, 0.3), 'away from it is darker');
});

test('where no height is known there is no shade, and what lies beside a hole is not guessed', () => {
  const shade = hillShade(tilted(0.1, 0.1, [3 * 9 + 4]));
  assert.ok(Number.isNaN(shade[3 * 9 + 5]), 'beside the hole');
  assert.ok(!Number.isNaN(shade[3 * 9 + 8]), 'away from it');
});

test('height lines stand a round step apart, about a dozen of them', () => {
  for (const [lowest, highest, step] of [
    [0, 12, 1],
    [200, 200.5, 0.1],
    [0, 29, 2.5],
    [0, 300, 25],
    [0, 5000, 500],
  ])
    assert.equal(contourInterval(lowest, highest), step, `${lowest} to ${highest}`);
  assert.ok(Math.abs(contourInterval(0, 30, 0.3048) / 0.3048 - 10) < 1e-9, 'ten feet, not 2.5 m');
  for (let range = 0.7; range < 600; range *= 1.37) {
    const lines = range / contourInterval(0, range);
    assert.ok(lines <= 12 && lines >= 4, `${range} m gives ${lines}`);
  }
});

test('a surface that is made a grid again and laid out on the same ground has its heights back', () => {
  const plane = localPlane([8.1, -41.2]);
  const before = tilted(0.2, -0.1);
  const [west, south, east, north] = [-5, -5, 5, 5];
  const boundary = [
    [
      [
        [west, south],
        [east, south],
        [east, north],
        [west, north],
      ] as [number, number][],
    ],
  ];
  const { surface } = surfaceFromGrid(gridOf(before, plane), boundary, plane);
  for (const [x, y] of [
    [0, 0],
    [4, -4],
    [-3.2, 2.7],
  ])
    assert.ok(
      Math.abs(heightAt(surface, x, y) - heightAt(before, x, y)) < 0.01,
      `${x}, ${y}: ${heightAt(surface, x, y)} for ${heightAt(before, x, y)}`,
    );
});

test('a saddle is parted as its middle lies: two lines, neither of them through the other', () => {
  // High in south-west and north-east, low in the other corners: the level goes round either pair.
  const lines = (high: number) => {
    const [low, cell] = [0, 10];
    const saddle = {
      ...{ columns: 2, rows: 2, minX: 0, minY: 0, cell },
      heights: Float32Array.from([high, low, low, high]),
    } as unknown as Surface;
    return levelLines(saddle, 4).map(({ level, segments }) => ({
      level,
      pieces: Array.from({ length: segments.length / 4 }, (_, i) =>
        [...segments.slice(4 * i, 4 * i + 4)].map((value) => Math.round(value * 100) / 100),
      ),
    }));
  };
  // Middle at 5 over the level of 4: the high corners hang together, the low ones are cut off.
  assert.deepEqual(lines(10)[0], {
    level: 4,
    pieces: [
      [6, 0, 10, 4],
      [4, 10, 0, 6],
    ],
  });
  // Middle at 3 under it: each high corner is alone.
  assert.deepEqual(lines(6)[0], {
    level: 4,
    pieces: [
      [0, 3.33, 3.33, 0],
      [10, 6.67, 6.67, 10],
    ],
  });
});
