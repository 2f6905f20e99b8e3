import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane } from '../measure/plane';
import { gridOf, surfaceFromGrid } from './elevation';
import { levelLines } from './contour-lines';
import { contourInterval, eachNode, heightAt, hillShade, type Surface } from './surface';

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

test('level lines of a slope are every level between its lowest and its highest, where they lie', () => {
  // Rising by a metre in ten eastwards from 101.5: 2 m apart they are 102 to 106, 5, 25 and 45 m from the west.
  const slope = {
    ...{ columns: 6, rows: 2, minX: 1000, minY: 0, cell: 10 },
    heights: Float32Array.from([...Array(12).keys()].map((i) => 101.5 + (i % 6))),
  } as unknown as Surface;
  const lines = levelLines(slope, 2);
  assert.deepEqual(
    lines.map(({ level, segments }) => [level, segments.length, segments[0], segments[2]]),
    [
      [102, 4, 1005, 1005],
      [104, 4, 1025, 1025],
      [106, 4, 1045, 1045],
    ],
  );
  // Beside a hole nothing is drawn, and a flat has no levels.
  const torn = { ...slope, heights: Float32Array.from(slope.heights).fill(NaN, 2, 3) } as Surface;
  assert.deepEqual(
    levelLines(torn, 2).map(({ level }) => level),
    [102, 106],
  );
  const flat = { ...slope, heights: new Float32Array(12).fill(101.5) } as unknown as Surface;
  assert.deepEqual(levelLines(flat, 2), []);
});

test('every node inside an area is visited once, in a hole none, and none beyond the surface', () => {
  const surface = {
    ...{ columns: 21, rows: 11, minX: 500, minY: -40, cell: 5 },
  } as unknown as Surface;
  const square = (west: number, south: number, east: number, north: number) =>
    [
      [west, south],
      [east, south],
      [east, north],
      [west, north],
    ] as [number, number][];
  const seen = (area: [number, number][][][]) => {
    const nodes: string[] = [];
    eachNode(surface, area, (column, row) => nodes.push(`${column} ${row}`));
    assert.equal(new Set(nodes).size, nodes.length, 'each once');
    return nodes;
  };
  // From 512 to 538 in steps of 5 from 500: columns 3 to 7; from −32 to −8: rows 2 to 6.
  const inside = seen([[square(512, -32, 538, -8)]]);
  assert.equal(inside.length, 5 * 5);
  assert.deepEqual([inside[0], inside.at(-1)], ['3 2', '7 6']);
  assert.equal(seen([[square(512, -32, 538, -8), square(519, -26, 531, -14)]]).length, 25 - 9);
  assert.equal(seen([[square(400, -90, 900, 90)]]).length, 21 * 11);
  assert.equal(seen([[square(512, -32, 538, -8)], [square(552, -32, 563, -28)]]).length, 25 + 2);
});
