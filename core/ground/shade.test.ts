import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane } from '../measure/plane';
import { gridOf, surfaceFromGrid } from './elevation';
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
