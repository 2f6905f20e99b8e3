import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Box } from '../ground/polygon';
import { seededRandom } from '../measure/random';
import type { Point } from '../measure/plane';
import { applyMoves, rowEnds, type Move } from './moves';
import { nearestPoints, PointField } from './near';
import {
  firstPlace,
  pegPosition,
  positions,
  rowCount,
  rowSetOf,
  treesByRow,
  type RowSet,
} from './rowset';

const NORTH = { bearing: 0, side: 1 as const, baseline: 0, anchor: 0 };
/** Straight rows northwards, so many trees each. */
const rowsOf = (rows: number, trees: number, step = 2, between = 3): RowSet =>
  rowSetOf(
    { frame: NORTH, straight: true, step, between },
    Array.from({ length: rows }, (_, row) => ({
      ...{ line: [row * between, 0, row * between, (trees - 1) * step], start: 0, step },
      ...{ stretches: [0, trees], listed: false },
    })),
  );
const places = (rows: RowSet): Point[] => {
  const xy = positions(rows);
  return Array.from({ length: xy.length / 2 }, (_, i) => [xy[2 * i], xy[2 * i + 1]]);
};
const key = ([x, y]: Point) => `${x.toFixed(3)} ${y.toFixed(3)}`;

test('taken out and added again, the same places stand; every other tree where it stood', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: 2, max: 15 }),
      fc.array(fc.tuple(fc.nat(5), fc.nat(14)), { minLength: 1, maxLength: 12 }),
      (rows, trees, picks) => {
        const set = rowsOf(rows, trees);
        const before = new Set(places(set).map(key));
        const out = new Map<string, Point>();
        for (const [row, peg] of picks) {
          const found = pegPosition(set, (row % rows) + 1, (peg % trees) + 1)!;
          out.set(key(found.point), found.point);
        }
        const moves = [...out.values()].map((at): Move => ({ kind: 'out', at, note: '' }));
        const left = applyMoves(set, moves);
        assert.deepEqual(left.lost, []);
        const standing = new Set(places(left.rows).map(key));
        assert.equal(standing.size, before.size - out.size);
        for (const place of standing) assert.ok(before.has(place) && !out.has(place));
        // A row of which every tree is out is gone, and comes back as trees of their own.
        const back = applyMoves(
          left.rows,
          [...out.values()].map((at): Move => ({ kind: 'add', at })),
        );
        assert.deepEqual(new Set(places(back.rows).map(key)), before);
        assert.deepEqual(back.lost, []);
      },
    ),
    { seed: 5, numRuns: 200 },
  );
});

test('the first place is that of the first row that has any', () => {
  const set = rowsOf(3, 4);
  assert.deepEqual(firstPlace(set), [0, 0]);
  const none = (from: number) => ({
    ...{ line: [from, 0, from, 9], start: 0, step: 2, stretches: [] as number[], listed: false },
  });
  const about = { frame: NORTH, straight: true, step: 2, between: 3 };
  const second = { line: [7, 0, 7, 9], start: 0, step: 2, stretches: [1, 3], listed: false };
  assert.deepEqual(firstPlace(rowSetOf(about, [none(0), second, none(9)])), [7, 1]);
  assert.equal(firstPlace(rowSetOf(about, [none(0)])), undefined);
});

test('what fits nothing is kept and said, and changes nothing', () => {
  const set = rowsOf(2, 5);
  const nowhere: Move[] = [
    { kind: 'out', at: [50, 50], note: '' },
    { kind: 'add', at: [0.1, 2.1] },
    { kind: 'end', row: [90, 0], at: [90, 20] },
  ];
  const { rows, lost } = applyMoves(set, nowhere);
  assert.deepEqual(lost, nowhere);
  assert.deepEqual(places(rows), places(set));
});

test('a row that is ended earlier loses the trees beyond; carried on it gains whole steps', () => {
  const set = rowsOf(3, 10);
  const [, last] = rowEnds(set, 1);
  const shorter = applyMoves(set, [{ kind: 'end', row: last, at: [3, 9] }]).rows;
  assert.deepEqual([...treesByRow(shorter)], [10, 5, 10]);
  const longer = applyMoves(set, [{ kind: 'end', row: last, at: [3, 25] }]).rows;
  assert.deepEqual([...treesByRow(longer)], [10, 13, 10]);
  assert.deepEqual(pegPosition(longer, 2, 13)!.point, [3, 24]);
  const [first] = rowEnds(set, 0);
  const later = applyMoves(set, [{ kind: 'end', row: first, at: [0, 5] }]).rows;
  assert.equal(treesByRow(later)[0], 7, 'the first three are left out');
  assert.equal(rowCount(later), 3);
});

test('of a lane the spot that was pointed at goes, and only it; rows are missed by their own step', () => {
  const lane = rowSetOf({ ...{ step: 2, between: 3, straight: false }, frame: { ...NORTH } }, [
    { ...{ line: [0, 0, 3, 1, 5, 4, 9, 4], start: 0, step: 0, stretches: [0, 4], listed: true } },
    // A shelter row whose trees stand wider than those of the others.
    { ...{ line: [40, 0, 40, 60], start: 0, step: 10, stretches: [0, 7], listed: false } },
  ]);
  assert.deepEqual(rowEnds(lane, 0), [
    [0, 0],
    [9, 4],
  ]);
  assert.deepEqual(rowEnds(lane, 1), [
    [40, 0],
    [40, 60],
  ]);
  const without = (at: Point) => applyMoves(lane, [{ kind: 'out', at, note: '' }]);
  const { rows } = without([5.1, 4]);
  assert.deepEqual(
    [1, 2, 3].map((spot) => pegPosition(rows, 1, spot)!.point),
    [
      [0, 0],
      [3, 1],
      [9, 4],
    ],
  );
  assert.equal(treesByRow(rows)[0], 3);
  assert.equal(
    treesByRow(without([40, 23]).rows)[1],
    6,
    'three metres off is near where trees stand ten apart',
  );
  assert.equal(without([9, 7]).lost.length, 1, 'and far where they stand two');
});

const box: Box = { minX: 0, minY: 0, maxX: 100, maxY: 60 };

test('the nearest of a field of points, as looking at every one finds it', () => {
  const random = seededRandom('field');
  for (let round = 0; round < 40; round++) {
    const field = new PointField(box, 1 + 8 * random());
    const points = Array.from({ length: 1 + Math.floor(1500 * random()) }, (_, i) => ({
      ...{ x: 100 * random(), y: 60 * random() },
      owner: i % 3,
    }));
    for (const { x, y, owner } of points) field.add(x, y, owner);
    for (let ask = 0; ask < 20; ask++) {
      const [x, y, limit] = [100 * random(), 60 * random(), 1 + 20 * random()];
      const not = ask % 2 ? 1 : -1;
      const wanted = Math.min(
        limit,
        ...points
          .filter(({ owner }) => owner !== not)
          .map((point) => Math.hypot(point.x - x, point.y - y)),
      );
      assert.ok(Math.abs(field.nearest(x, y, limit, not) - wanted) < 1e-9);
      assert.equal(field.owner >= 0, wanted < limit);
      if (not === 1) assert.notEqual(field.owner, 1, 'never whose points do not count');
    }
  }
});

test('the nearest of lines: their legs count, not their corners alone', () => {
  const field = new PointField(box, 5);
  for (const [x, y] of [
    [10, 10],
    [30, 10],
    [30, 40],
  ])
    field.add(x, y, 1);
  field.add(80, 50, 2);
  assert.equal(field.nearestLine(20, 13, 10, 30), 3, 'under the middle of a leg');
  assert.equal(field.nearestLine(34, 25, 10, 30), 4);
  assert.equal(field.nearestLine(80, 47, 10, 30), 3, 'a line of one point is the point');
  assert.equal(field.nearestLine(60, 45, 10, 30), 10, 'no line joins two owners');
});

test('each place and the nearest of some centres', () => {
  const random = seededRandom('centres');
  const centres = Float64Array.from({ length: 60 }, () => 100 * random());
  const asked = Float64Array.from({ length: 400 }, () => 100 * random());
  const found = nearestPoints(centres, asked);
  found.forEach((index, i) => {
    const way = (c: number) =>
      Math.hypot(centres[2 * c] - asked[2 * i], centres[2 * c + 1] - asked[2 * i + 1]);
    for (let c = 0; c < 30; c++) assert.ok(way(index) <= way(c) + 1e-12);
  });
});
