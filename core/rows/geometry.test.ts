import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  areaOf,
  fromMultiPolygon,
  intersect,
  sideOf,
  subtract,
  unite,
  uniteAll,
} from '../ground/topology';
import type { MultiPolygon } from '../ground/polygon';
import { gradientAt, heightAt, lieAtNode, type Surface } from '../ground/surface';
import { seededRandom } from '../measure/random';
import { pegStretches } from './clip';
import { crownCover, crownRadius, heightAtAge, yearsToMeet } from './crowns';
import { keepPositions } from './limits';
import { nearestPoints, PointField } from './near';
import { nearestPeg, pegPosition, pointAt, positions, rowSetOf, treesByRow } from './rowset';

const close = (a: number, b: number, within = 1e-9) => Math.abs(a - b) <= within;

test('a peg on the edge of two parts of a row is one peg', () => {
  const part = (from: number, to: number) => ({ from, to, fromOuter: false, toOuter: false });
  const options = { step: 2, phase: 0, headland: 0, shortest: 0 };
  assert.deepEqual(pegStretches([part(0, 4), part(4, 9)], options), [0, 3, 6, 2]);
  assert.deepEqual(pegStretches([part(0, 4), part(4, 5), part(7, 9)], options), [0, 3, 8, 1]);
});

test('areas cut, joined and taken away add up, whatever two areas they are', () => {
  const random = seededRandom('areas');
  /** A star with as many points as it likes, about a place. */
  const star = (x: number, y: number): MultiPolygon => {
    const points = 5 + Math.floor(random() * 8);
    return [
      [
        Array.from({ length: points }, (_, i) => {
          const turn = (2 * Math.PI * i) / points;
          const reach = 10 + random() * 30;
          return [x + reach * Math.cos(turn), y + reach * Math.sin(turn)] as [number, number];
        }),
      ],
    ];
  };
  for (let i = 0; i < 80; i++) {
    const a = fromMultiPolygon(star(0, 0));
    const b = fromMultiPolygon(star(random() * 50 - 25, random() * 50 - 25));
    const [whole, shared] = [areaOf(unite(a, b)), areaOf(intersect(a, b))];
    assert.ok(close(whole + shared, areaOf(a) + areaOf(b), 1e-6), 'A ∪ B and A ∩ B');
    assert.ok(close(areaOf(subtract(a, b)) + shared, areaOf(a), 1e-6), 'A without B, and B in A');
    assert.ok(close(areaOf(uniteAll([a, b, a])), whole, 1e-6), 'the same twice is once');
  }
});

/** Ground that is a plane: z = z0 + east · x + north · y. */
const plane = (z0: number, east: number, north: number): Surface => {
  const [columns, rows, cell] = [12, 9, 5];
  const heights = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++)
      heights[row * columns + column] = z0 + east * column * cell + north * row * cell;
  return { minX: 0, minY: 0, cell, columns, rows, heights };
};

test('on a plane every slope is the plane’s, rim and corners included, and falls where it falls', () => {
  const out = new Float64Array(2);
  for (const [east, north] of [
    [0.1, 0],
    [0, -0.2],
    [-0.15, 0.08],
    [0.3, 0.4],
  ]) {
    const surface = plane(100, east, north);
    const downhill = Math.atan2(-east, -north);
    for (const [column, row] of [
      [5, 4],
      [0, 0],
      [11, 8],
      [0, 5],
      [7, 0],
    ]) {
      const { slope, aspect } = lieAtNode(surface, column, row);
      assert.ok(close(slope, Math.hypot(east, north), 1e-5), `${east} ${north}: ${slope}`);
      assert.ok(close(Math.cos(aspect - downhill), 1, 1e-6), 'towards the valley');
    }
    // Inside, on the southern and western rim, on the far corner; beyond it nothing is known.
    const [farEast, farNorth] = [
      (surface.columns - 1) * surface.cell,
      (surface.rows - 1) * surface.cell,
    ];
    for (const place of [
      [17, 13],
      [17, 0],
      [0, 13],
      [farEast, farNorth],
    ]) {
      gradientAt(surface, place[0], place[1], out);
      assert.ok(close(out[0], east, 1e-5) && close(out[1], north, 1e-5), `${place}`);
    }
    for (const place of [
      [farEast + 0.1, 0],
      [0, -0.1],
    ]) {
      gradientAt(surface, place[0], place[1], out);
      assert.ok(Number.isNaN(out[0]) && Number.isNaN(out[1]), `${place}`);
    }
    assert.ok(close(heightAt(surface, 17, 13), 100 + 17 * east + 13 * north, 1e-4));
  }
  assert.ok(Number.isNaN(lieAtNode(plane(7, 0, 0), 3, 3).aspect), 'the level falls nowhere');
});

test('crowns: 95 % at the card’s years, never smaller, met when both radii reach', () => {
  const pine = { crown: 6, years: 35 };
  const birch = { crown: 4, years: 20 };
  assert.ok(close(crownRadius(pine, 35), 3 * 0.95, 1e-12));
  assert.equal(crownRadius(pine, 0), 0);
  assert.equal(crownRadius(pine, -3), 0);
  assert.ok(close(heightAtAge(25, 35, 35), 25 * 0.95, 1e-9));
  for (let age = 1; age < 120; age++)
    assert.ok(crownRadius(pine, age) > crownRadius(pine, age - 1));
  const years = yearsToMeet(pine, birch, 3.2);
  assert.ok(close(crownRadius(pine, years) + crownRadius(birch, years), 3.2, 1e-6));
  assert.equal(
    yearsToMeet(pine, birch, 5),
    Infinity,
    'together they are five metres and never reach',
  );
  assert.ok(yearsToMeet(birch, pine, 3.2) === years, 'whichever is named first');
  // A hundred grown pines of 9 π m² on a hectare, and as many birches of 4 π.
  const cover = crownCover([pine, birch], [100, 100], 10_000, 1e6);
  assert.ok(close(cover, (100 * Math.PI * (9 + 4)) / 10_000, 1e-9));
});

test('the nearest of many is the nearest, in an index, in a field that grows, with one owner left out', () => {
  const random = seededRandom('near');
  const some = (n: number) => Float64Array.from({ length: 2 * n }, () => random() * 100);
  const [centres, places] = [some(40), some(200)];
  const found = nearestPoints(centres, places);
  const field = new PointField({ minX: 0, minY: 0, maxX: 100, maxY: 100 }, 4);
  const points = some(3000);
  for (let i = 0; i < 3000; i++) field.add(points[2 * i], points[2 * i + 1], i % 7);
  for (let p = 0; p < 200; p++) {
    const [x, y] = [places[2 * p], places[2 * p + 1]];
    const distance = (xy: Float64Array, i: number) => Math.hypot(xy[2 * i] - x, xy[2 * i + 1] - y);
    const brute = Math.min(...Array.from({ length: 40 }, (_, i) => distance(centres, i)));
    assert.equal(distance(centres, found[p]), brute);
    const all = Array.from({ length: 3000 }, (_, i) => i);
    const least = (of: number[]) => Math.min(6, ...of.map((i) => distance(points, i)));
    assert.ok(close(field.nearest(x, y, 6), least(all)));
    assert.ok(close(field.nearest(x, y, 6, 3), least(all.filter((i) => i % 7 !== 3))));
    assert.notEqual(field.owner, 3);
  }
  assert.equal(new PointField({ minX: 0, minY: 0, maxX: 1, maxY: 1 }, 1).nearest(0, 0, 5), 5);
  // Wherever its box lies.
  for (const [dx, dy] of [
    [-740, 310],
    [5000, -90],
  ]) {
    const far = new PointField({ minX: dx, minY: dy, maxX: dx + 100, maxY: dy + 100 }, 4);
    for (let i = 0; i < 200; i++) far.add(places[2 * i] + dx, places[2 * i + 1] + dy, i);
    for (let i = 0; i < 40; i++) {
      const [x, y] = [centres[2 * i], centres[2 * i + 1]];
      const least = Array.from({ length: 200 }, (_, p) =>
        Math.hypot(places[2 * p] - x, places[2 * p + 1] - y),
      ).reduce((a, b) => Math.min(a, b), 6);
      assert.ok(close(far.nearest(x + dx, y + dy, 6), least, 1e-6));
    }
  }
});

test('a bent row with a gap: pegs lie on it, a step apart, and each is found again from its place', () => {
  const frame = { origin: [0, 0], bearing: 0, baseline: 0 } as never;
  const rows = rowSetOf({ frame, straight: false, step: 2, between: 3 }, [
    // Forty metres east, then thirty north; a gap from 20 to 50 along it.
    {
      ...{ line: [0, 0, 40, 0, 40, 30], start: 0, step: 2, listed: false },
      stretches: [1, 10, 51, 8],
    },
    { line: [0, 9, 7, 9, 7, 12], start: 5, step: 2, listed: true, stretches: [0, 3] },
    { line: [0, 20, 9, 20], start: 0, step: 2, listed: false, stretches: [] },
  ]);
  assert.deepEqual([...treesByRow(rows)], [18, 3], 'a row without a peg is left out');
  assert.deepEqual(pegPosition(rows, 1, 1), { chainage: 1, point: [1, 0] });
  assert.deepEqual(pegPosition(rows, 1, 10)?.point, [19, 0]);
  assert.deepEqual(pegPosition(rows, 1, 11), { chainage: 51, point: [40, 11] });
  assert.deepEqual(pegPosition(rows, 1, 18)?.point, [40, 25]);
  for (const [row, peg] of [
    [1, 19],
    [1, 0],
    [0, 1],
    [3, 1],
    [2, 4],
  ])
    assert.equal(pegPosition(rows, row, peg), undefined, `row ${row}, peg ${peg}`);
  assert.deepEqual(pegPosition(rows, 2, 3), { chainage: 5 + 7 + 3, point: [7, 12] });
  assert.deepEqual(pointAt(rows, 0, 45).along, [0, 1], 'past the bend it runs north');
  const xy = positions(rows);
  let at = 0;
  for (const [index, trees] of [...treesByRow(rows)].entries())
    for (let peg = 1; peg <= trees; peg++, at++) {
      const point: [number, number] = [xy[2 * at], xy[2 * at + 1]];
      assert.deepEqual(pegPosition(rows, index + 1, peg)?.point, point);
      const found = nearestPeg(rows, [point[0] + 0.3, point[1] + 0.2])!;
      assert.deepEqual([found.row, found.peg], [index + 1, peg]);
      assert.ok(close(found.distance, Math.hypot(0.3, 0.2), 1e-9));
    }
});

test('positions left out go, all others stay where they are, in straight rows and in listed ones', () => {
  const frame = { origin: [0, 0], bearing: 0, baseline: 0 } as never;
  const rows = rowSetOf({ frame, straight: false, step: 2, between: 3 }, [
    {
      ...{ line: [0, 0, 40, 0, 40, 30], start: 0, step: 2, listed: false },
      stretches: [1, 10, 51, 8],
    },
    { line: [0, 9, 7, 9, 7, 12, 8, 15, 9, 15], start: 5, step: 2, listed: true, stretches: [0, 5] },
  ]);
  const all = positions(rows);
  const random = seededRandom('kept');
  for (let turn = 0; turn < 60; turn++) {
    const kept = Uint8Array.from({ length: rows.total }, () => (random() < turn / 60 ? 1 : 0));
    const expected = [...kept].flatMap((keep, i) => (keep ? [all[2 * i], all[2 * i + 1]] : []));
    const left = keepPositions(rows, kept);
    assert.deepEqual([...positions(left)], expected);
    assert.equal(left.total, expected.length / 2);
  }
});

test('the side of a bent line on which more of an area lies', () => {
  const square = (x: number, y: number, side: number): MultiPolygon => [
    [
      [
        [x, y],
        [x + side, y],
        [x + side, y + side],
        [x, y + side],
      ],
    ],
  ];
  // East, then north: looking along it the right is below and east of it.
  const line: [number, number][] = [
    [0, 0],
    [100, 0],
    [100, 100],
  ];
  for (const [x, y, side] of [
    [10, 10, -1],
    [60, 60, -1],
    [40, -35, 1],
    [110, 40, 1],
    [-40, -8, -1],
    [-40, -22, 1],
    [75, 105, -1],
    [95, 105, 1],
  ])
    assert.equal(sideOf(line, square(x, y, 30)), side, `${x}, ${y}`);
  // Most of it counts, not its middle alone.
  assert.equal(sideOf(line, square(88, 40, 30)), 1);
  assert.equal(sideOf(line, square(82, 40, 30)), -1);
});
