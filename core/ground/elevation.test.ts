import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane, type Point } from '../measure/plane';
import { seededRandom } from '../measure/random';
import { says } from '../../tests/says';
import { APRON, gridOf, rawHeight, surfaceFromGrid, surfaceFromPoints } from './elevation';
import type { MultiPolygon } from './polygon';
import { gradientAt, groundLie, heightAt } from './surface';

const square = (size: number): MultiPolygon => [
  [
    [
      [0, 0],
      [size, 0],
      [size, size],
      [0, size],
    ],
  ],
];
type Walked = [number, number, number];

test('a surface of walked points passes through them and lies on their plane, to the last node', () => {
  const rise = (x: number, y: number) => 120 + 0.08 * x - 0.05 * y;
  // Over the block and its apron, at whole metres: nodes lie on edges and corners of the triangles.
  const points: Walked[] = [];
  for (let x = -40; x <= 100; x += 20)
    for (let y = -40; y <= 100; y += 20) points.push([x, y, rise(x, y)]);
  const { surface, notes } = surfaceFromPoints(points, square(60));
  assert.ok(!surface.heights.some(Number.isNaN), 'no node between the points is without a height');
  assert.equal(surface.minX, -APRON);
  for (let row = 0; row < surface.rows; row++)
    for (let column = 0; column < surface.columns; column++) {
      const [x, y] = [surface.minX + column * surface.cell, surface.minY + row * surface.cell];
      assert.ok(Math.abs(surface.heights[row * surface.columns + column] - rise(x, y)) < 1e-4);
    }
  assert.ok(!notes.some(({ key }) => key === 'ground.noteLevel'));
});

test('nodes on the outline of what was walked have the height walked there', () => {
  // Four corners of block and apron: a node every 30 m, the last on the outline.
  const corners = [-APRON, 60 + APRON];
  const { surface } = surfaceFromPoints(
    corners.flatMap((x) => corners.map((y): Walked => [x, y, 50 + x / 10])),
    square(60),
  );
  assert.deepEqual([surface.cell, surface.columns, surface.rows], [30, 5, 5]);
  assert.equal(surface.heights.at(-1), 59);
  assert.ok(!surface.heights.some(Number.isNaN));
});

test('a strip one node wide has the slope it can have: along itself', () => {
  const along = [-40, -20, 0, 20, 40, 60, 80, 100];
  const points = along.flatMap((x) =>
    [-40, 40].map((y): Walked => [x, y, 200 + 0.1 * x - 0.3 * y]),
  );
  const { surface } = surfaceFromPoints(points, square(60));
  // So narrow that of the grid's lines one alone passes through it.
  const line = surface.minY + surface.cell * Math.round((0 - surface.minY) / surface.cell);
  const strip: MultiPolygon = [
    [
      [
        [-20, line - 0.1],
        [80, line - 0.1],
        [80, line + 0.1],
        [-20, line + 0.1],
      ],
    ],
  ];
  const lie = groundLie(surface, strip, 20);
  assert.ok(Math.abs(lie.planeSlope - 0.1) < 1e-3, `${lie.planeSlope}`);
  assert.ok(Math.abs(Math.sin(lie.aspect) + 1) < 1e-6, 'it falls to the west');
  assert.ok(Math.abs(lie.steepest - Math.hypot(0.1, 0.3)) < 1e-3);
});

test('where a height is missing, the ground about it is judged by what is known', () => {
  const steps = Array.from({ length: 19 }, (_, i) => 10 * i - 60);
  const plane = steps.flatMap((x) => steps.map((y): Walked => [x, y, 300 + 0.2 * x]));
  const { surface } = surfaceFromPoints(plane, square(60));
  const whole = groundLie(surface, square(60), 20);
  const heights = surface.heights.slice();
  heights[(surface.rows >> 1) * surface.columns + (surface.columns >> 1)] = NaN;
  const lie = groundLie({ ...surface, heights }, square(60), 20);
  assert.ok(Math.abs(lie.meanSlope - 0.2) < 1e-3, `${lie.meanSlope}`);
  assert.ok(Math.abs(lie.steepest - whole.steepest) < 1e-3);
  assert.ok(lie.known < whole.known);
});

test('ground within two centimetres is said to be level, ground high up is not', () => {
  const corners: Point[] = [
    [-60, -60],
    [120, -60],
    [120, 120],
    [-60, 120],
  ];
  const level = (rise: number) =>
    surfaceFromPoints(
      corners.map(([x, y], i): Walked => [x, y, 800 + (i === 2 ? rise : 0)]),
      square(60),
    ).notes.some(({ key }) => key === 'ground.noteLevel');
  assert.equal(level(0), true);
  assert.equal(level(0.015), true, 'a centimetre and a half is what a level cannot read');
  assert.equal(level(1), false);
});

test('points that span no ground, lie elsewhere or are no heights are refused', () => {
  const block = square(60);
  const [a, b]: Walked[] = [
    [0, 0, 1],
    [50, 50, 2],
  ];
  assert.throws(() => surfaceFromPoints([a, b], block), says(/2/));
  assert.throws(() => surfaceFromPoints([a, b, [100, 100, 3]], block), says(/line/));
  const far = (z: number): Walked[] => [
    [500, 500, z],
    [600, 500, z],
    [500, 600, z],
  ];
  assert.throws(() => surfaceFromPoints(far(10), block));
  const high: Walked[] = [
    [-60, -60, 9500],
    [160, -60, 9500],
    [-60, 160, 9500],
  ];
  assert.throws(() => surfaceFromPoints(high, block), says(/9,?.?500/));
});

test('a block’s surface as a grid gives the same heights back at every node and between', () => {
  const plane = localPlane([11.2, 46.4]);
  const random = seededRandom('grid');
  const points: Walked[] = Array.from({ length: 60 }, () => [
    random() * 160 - 50,
    random() * 160 - 50,
    400 + random() * 30,
  ]);
  points.push([-60, -60, 400], [120, -60, 410], [120, 120, 420], [-60, 120, 430]);
  const { surface } = surfaceFromPoints(points, square(60));
  const grid = gridOf(surface, plane);
  for (let k = 0; k < 200; k++) {
    const at: Point = [random() * 60, random() * 60];
    const [found, wanted] = [rawHeight(grid, at), heightAt(surface, ...at)];
    assert.ok(Math.abs(found - wanted) < 1e-3, `${found} is not ${wanted}`);
  }
  // Half a cell past its rim nothing is known any more, on none of its sides.
  const [width, depth] = [(grid.columns - 1) * grid.stepX, (grid.rows - 1) * grid.stepY];
  const inside: Point = [grid.west + width / 2, grid.north - depth / 2];
  assert.ok(Number.isFinite(rawHeight(grid, inside)));
  for (const side of [-1, 1])
    for (const past of [
      [inside[0] + side * (width + grid.stepX) * 0.5, inside[1]],
      [inside[0], inside[1] + side * (depth + grid.stepY) * 0.5],
    ] as Point[])
      assert.ok(Number.isNaN(rawHeight(grid, past)), `${past} lies beyond`);
  const again = surfaceFromGrid(grid, square(60), plane).surface;
  assert.ok(Math.abs(heightAt(again, 31, 17) - heightAt(surface, 31, 17)) < 0.5);
  const feet = surfaceFromGrid(grid, square(60), plane, 'ft').surface;
  assert.ok(Math.abs(heightAt(feet, 31, 17) - 0.3048 * heightAt(again, 31, 17)) < 1e-3);
});

test('the rise of a surface is known on it and nowhere beside it, whichever side one leaves it on', () => {
  // Four nodes by three, two metres apart: 0.3 m a metre east, 0.1 m a metre down to the north.
  const [columns, rows, cell] = [4, 3, 2];
  const heights = Float32Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return 50 + 0.3 * column * cell - 0.1 * row * cell;
  });
  const surface = { minX: 10, minY: 20, cell, columns, rows, heights };
  const rise = (x: number, y: number) => {
    const out = new Float64Array(2);
    gradientAt(surface, x, y, out);
    return [...out];
  };
  for (const [x, y] of [
    [10, 20],
    [13.3, 21.7],
    [16, 24],
  ]) {
    const [east, north] = rise(x, y);
    assert.ok(Math.abs(east - 0.3) < 1e-5 && Math.abs(north + 0.1) < 1e-5, `${x}, ${y}`);
  }
  for (const [x, y] of [
    [9.9, 22],
    [12, 19.9],
    [16.1, 22],
    [12, 24.1],
  ])
    assert.deepEqual(rise(x, y), [NaN, NaN], `${x}, ${y}`);
});
