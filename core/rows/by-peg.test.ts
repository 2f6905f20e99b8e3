import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { ByPeg } from './by-peg';

test('what is said of a place is found at it and nowhere else, the last word standing', () => {
  const random = seededRandom('by peg');
  const known = new ByPeg<number>();
  assert.ok(known.empty);
  const plain = new Map<string, number>();
  for (let i = 0; i < 3000; i++) {
    const [row, peg] = [1 + Math.floor(random() * 40), 1 + Math.floor(random() * 70)];
    known.set(row, peg, i);
    plain.set(`${row} ${peg}`, i);
  }
  assert.ok(!known.empty);
  for (let row = 0; row <= 42; row++)
    for (let peg = 0; peg <= 72; peg++)
      assert.equal(known.get(row, peg), plain.get(`${row} ${peg}`), `row ${row}, peg ${peg}`);
});

test('nothing and naught are told apart', () => {
  const known = new ByPeg<number>().set(3, 1, 0);
  assert.equal(known.get(3, 1), 0);
  assert.equal(known.get(3, 2), undefined);
  assert.equal(known.get(4, 1), undefined);
});
