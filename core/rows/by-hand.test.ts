import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { MultiPolygon } from '../ground/polygon';
import { addOn, endOn, onRow, outAt, placeBy } from './by-hand';
import { firstParameters } from './deciding';
import { layOut } from './layout';
import { applyMoves, NO_ROOM } from './moves';
import { pegPosition, rowCount, rowSpan } from './rowset';

const field: MultiPolygon = [
  [
    [
      [0, 0],
      [120, 0],
      [120, 60],
      [0, 60],
    ],
  ],
];
const { rows } = layOut({ boundary: field, plantable: field }, firstParameters(field, ['p']));
const pegAt = (row: number, peg: number) => pegPosition(rows, row, peg)!;

test('a place is named by the peg that is nearest, and how far off it lies', () => {
  const { point } = pegAt(4, 7);
  assert.deepEqual(placeBy(rows, point), { row: 4, peg: 7, off: 0 });
  const beside = placeBy(rows, [point[0] + 0.3, point[1] - 0.4])!;
  assert.deepEqual([beside.row, beside.peg], [4, 7]);
  assert.ok(Math.abs(beside.off - 0.5) < 1e-9, `${beside.off}`);
});

test('a tree more stands where the tape reads, between two that are there', () => {
  const between = (pegAt(3, 5).chainage + pegAt(3, 6).chainage) / 2;
  const added = addOn(rows, 3, between)!;
  assert.ok('kind' in added && added.kind === 'add');
  const moved = applyMoves(rows, [added]);
  assert.equal(moved.rows.total, rows.total + 1);
  assert.deepEqual(moved.lost, []);
});

test('too near to a tree none is added; which one stands there, and the least, is said', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: rowCount(rows) }),
      fc.double({ min: 1, max: 110, noNaN: true }),
      (row, chainage) => {
        const added = addOn(rows, row, chainage)!;
        const place = placeBy(rows, onRow(rows, row, chainage)!)!;
        const near = place.off < NO_ROOM * rows.step;
        assert.equal('tooNear' in added, near, `row ${row} at ${chainage}: ${place.off}`);
        if ('tooNear' in added) {
          assert.deepEqual([added.tooNear.row, added.tooNear.peg], [place.row, place.peg]);
          assert.ok(added.tooNear.distance < added.tooNear.least, 'nearer than the least');
        } else assert.equal(applyMoves(rows, [added]).rows.total, rows.total + 1, 'one more');
      },
    ),
    { numRuns: 60, seed: 41 },
  );
});

test('an end that is moved leaves out what lies beyond it, at the end that was named', () => {
  const [first, last] = rowSpan(rows, 4);
  const from = (which: 'first' | 'last', chainage: number) =>
    applyMoves(rows, [endOn(rows, 5, which, chainage)!]).rows;
  const begun = from('first', first + 19.9);
  const ended = from('last', last - 9.9);
  assert.ok(Math.abs(rowSpan(begun, 4)[0] - (first + 20)) < rows.step, 'begins later');
  assert.equal(rowSpan(begun, 4)[1], last);
  assert.ok(Math.abs(rowSpan(ended, 4)[1] - (last - 10)) < rows.step, 'ends sooner');
  assert.equal(rowSpan(ended, 4)[0], first);
  assert.ok(begun.total < ended.total && ended.total < rows.total);
});

test('a tree is taken out by row and peg; a row or a peg that is not there changes nothing', () => {
  const out = outAt(rows, 2, 9, 'rock')!;
  assert.deepEqual(out, { kind: 'out', at: pegAt(2, 9).point, note: 'rock' });
  assert.equal(applyMoves(rows, [out]).rows.total, rows.total - 1);
  assert.equal(outAt(rows, 2, 9_999, ''), undefined);
  assert.equal(outAt(rows, rowCount(rows) + 1, 1, ''), undefined);
  assert.equal(onRow(rows, 0, 5), undefined);
  assert.equal(addOn(rows, rowCount(rows) + 1, 5), undefined);
  assert.equal(endOn(rows, rowCount(rows) + 1, 'last', 5), undefined);
});
