import assert from 'node:assert/strict';
import { test } from 'node:test';
import { placeWrong, stretchWrong } from './place';

const rows = [
  { number: 7, places: 40 },
  { number: 8, places: 12 },
  { number: 11, places: 40 },
];

test('a row and a peg that the phone’s version does not have are told, the last peg is one', () => {
  assert.equal(placeWrong(rows, 7, 40), undefined);
  assert.equal(placeWrong(rows, 8), undefined);
  assert.deepEqual(placeWrong(rows, 8, 13), {
    key: 'checks.noPeg',
    figures: { row: 8, pegs: 12, peg: 13 },
  });
  assert.deepEqual(placeWrong(rows, 9, 1), { key: 'crew.noRow', figures: { row: 9 } });
});

test('a stretch goes from its first row on, both of its ends are rows, and a peg is of the first', () => {
  assert.equal(stretchWrong(rows, { from: 7, to: 11, peg: 40 }), undefined);
  assert.equal(stretchWrong(rows, { from: 8, to: 8 }), undefined);
  assert.equal(stretchWrong(rows, { from: 8, to: 7 })?.key, 'tending.rowsBackwards');
  assert.deepEqual(stretchWrong(rows, { from: 7, to: 9 })?.figures, { row: 9 });
  assert.equal(stretchWrong(rows, { from: 8, to: 11, peg: 40 })?.key, 'checks.noPeg');
});
