import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import { heightAt } from '../ground/surface';
import { localPlane, type Point } from '../measure/plane';
import { projectionOf } from '../measure/projection';
import { readAsciiGrid, readElevation } from './elevation';

const plane = localPlane([9.5, 47.1]);
const utm = projectionOf('32N');
/** Where the block's plane has its origin, in the file's own metres. */
const [easting, northing] = utm.fromLonLat([9.5, 47.1]);

/** A grid of a hill; the block's origin lies so many cells from its south-west corner. */
function gridText(columns: number, rows: number, cell: number, east: number, north: number) {
  const height = (column: number, row: number) =>
    500 + 3 * Math.sin(column / 7) + 2 * Math.cos(row / 5);
  const lines = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (_, column) => height(column, row).toFixed(3)).join(' '),
  );
  return [
    ...[`ncols ${columns}`, `nrows ${rows}`],
    ...[`xllcenter ${easting - east * cell}`, `yllcenter ${northing - north * cell}`],
    ...[`cellsize ${cell}`, 'NODATA_value -9999'],
    ...lines,
  ].join('\n');
}
const square = (side: number, [x, y]: Point = [0, 0]) => {
  const corner = (dx: number, dy: number): Point => plane.toLonLat([x + dx, y + dy]);
  return [[[corner(0, 0), corner(side, 0), corner(side, side), corner(0, side)]]];
};
const inPlane = (side: number): [Point[]][] => [
  [
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
    ],
  ],
];

test('a grid of two by two is the least there is', () => {
  const least = readAsciiGrid(gridText(2, 2, 5, 0, 0), '32N');
  assert.deepEqual([least.columns, least.rows, least.values.length], [2, 2, 4]);
  for (const [columns, rows] of [
    [1, 2],
    [2, 1],
  ])
    assert.throws(() => readAsciiGrid(gridText(columns, rows, 5, 0, 0), '32N'));
});

test('of a county’s grid only what lies on and round the block is kept, each height where it was', () => {
  const text = gridText(400, 300, 5, 200, 150);
  const all = readAsciiGrid(text, '32N');
  const part = readAsciiGrid(text, '32N', { boundary: inPlane(60), plane });
  assert.equal(all.values.length, 120_000);
  assert.ok(part.values.length < 3000, `${part.values.length}`);
  for (let row = 0; row < part.rows; row++)
    for (let column = 0; column < part.columns; column++) {
      const [x, y] = [part.west + column * part.stepX, part.north - row * part.stepY];
      const at =
        Math.round((all.north - y) / all.stepY) * all.columns +
        Math.round((x - all.west) / all.stepX);
      assert.equal(part.values[row * part.columns + column], all.values[at]);
    }
});

test('a cropped file gives the surface that the whole of it gives, wherever the block lies in it', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 12, max: 60 }),
      fc.integer({ min: 12, max: 60 }),
      fc.constantFrom(2, 5, 10),
      async (east, north, cell) => {
        const text = gridText(90, 90, cell, east, north);
        const boundary = square(8 * cell);
        const { surface } = await readElevation(
          text,
          'hill.asc',
          { zone: '32N', unit: 'm' },
          boundary,
          plane,
        );
        const all = readAsciiGrid(text, '32N');
        // At a node of the file the surface reads the file's own height.
        for (const [c, r] of [
          [east + 2, 89 - north - 3],
          [east + 5, 89 - north - 6],
        ]) {
          const [x, y] = plane.toPlane(
            all.toLonLat([all.west + c * all.stepX, all.north - r * all.stepY]),
          );
          assert.ok(Math.abs(heightAt(surface, x, y) - all.values[r * 90 + c]) < 0.05);
        }
      },
    ),
    { seed: 3, numRuns: 25 },
  );
});

test('a grid somewhere else, cut off or too long is refused, cropped or not', async () => {
  const text = gridText(60, 60, 5, 30, 30);
  const options = { zone: '32N', unit: 'm' } as const;
  const read = (contents: string, at: Point = [0, 0]) =>
    readElevation(contents, 'hill.asc', options, square(50, at), plane);
  await assert.rejects(read(text, [9000, 0]), says(/does not cover this block/));
  await assert.rejects(
    read(text.slice(0, text.lastIndexOf('\n'))),
    says(/3.600 heights; 3.540 were found/),
  );
  await assert.rejects(read(`${text} 7`), says(/or more/));
});

const heights = (rows: readonly (readonly (number | string)[])[], heading = 'x,y,z') =>
  [heading, ...rows.map((row) => row.join(','))].join('\n');
const read = (text: string, boundary = square(60)) =>
  readElevation(text, 'heights.csv', { zone: '32N', unit: 'm' }, boundary, plane);
/** A slope that rises a metre in ten to the east, on a grid of points; the block lies at its origin. */
const slope = (half: number, step: number) =>
  Array.from({ length: (2 * half) / step + 1 }, (_, i) =>
    Array.from({ length: (2 * half) / step + 1 }, (_unused, j) => {
      const [x, y] = [i * step - half, j * step - half];
      return [(easting + x).toFixed(2), (northing + y).toFixed(2), (300 + x / 10).toFixed(3)];
    }),
  ).flat();

test('a table without a column for place or height is refused by the columns that it has', async () => {
  for (const heading of ['x,y,depth', 'x,north-south,z', 'row,y,z'])
    await assert.rejects(
      read(heights(slope(80, 20), heading)),
      says(new RegExp(heading.split(',')[0])),
    );
  await assert.rejects(read(heights([...slope(80, 40), [easting, '', 300]])), says(/line 27/i));
  await assert.rejects(read(heights(slope(80, 20).slice(0, 2))), says(/2/));
});

test('of a county of points only those round the block are made into ground, and the slope is theirs', async () => {
  const { surface, notes } = await read(heights(slope(900, 30)));
  for (const [x, y] of [
    [5, 5],
    [30, 55],
    [58, 10],
  ] as Point[])
    assert.ok(
      Math.abs(heightAt(surface, x, y) - (300 + x / 10)) < 0.1,
      `${heightAt(surface, x, y)} m at ${x}`,
    );
  // Of 3 721 points those are taken that lie round the block, on all four sides alike.
  const taken = notes.find(({ key }) => key === 'ground.noteTriangles')!.figures as {
    points: number;
  };
  assert.ok(taken.points > 16 && taken.points < 150, `${taken.points} points`);
  // Points that all lie elsewhere say nothing of this block.
  await assert.rejects(read(heights(slope(90, 30)), square(60, [4000, 0])));
});

test('heights under a longitude that counts to the west lie where their places are', async () => {
  const west = localPlane([-110.34, 46.86]);
  const rows = [-80, -40, 0, 40, 80].flatMap((x) =>
    [-80, -40, 0, 40, 80].map((y) => {
      const [lon, lat] = west.toLonLat([x, y]);
      return [lat.toFixed(7), (-lon).toFixed(7), 300 + x / 10];
    }),
  );
  const boundary = inPlane(60).map((rings) => rings.map((ring) => ring.map(west.toLonLat)));
  const { surface } = await readElevation(
    heights(rows, 'Lat (N),Long (W),Elev (m)'),
    'heights.csv',
    { unit: 'm' },
    boundary,
    west,
  );
  assert.ok(Math.abs(heightAt(surface, 30, 10) - 303) < 0.1);
});
