import assert from 'node:assert/strict';
import { test } from 'node:test';
import { deadByRow, livingOf } from './living';

const places = (count: number) => Array.from({ length: count }, (_, i) => ({ peg: i + 1 }));
const pegs = (found: readonly { peg: number }[]) => found.map(({ peg }) => peg);

test('dead trees are those seen, those of a sum, and as many of the others as died elsewhere', () => {
  const dead = deadByRow(
    new Map([
      [1, 6],
      [2, 50],
      [3, 45],
      [4, 45],
      [5, 10],
    ]),
    [
      { row: 1, set: 6, alive: 3, marks: '1g0pb0', countedOn: '2026-05-02' },
      { row: 2, set: 50, alive: 43, marks: '', countedOn: '2026-05-01' },
      { row: 5, set: 5, alive: 4, marks: '--110-11', countedOn: '2026-05-01' },
    ],
    { estimate: 0.8, on: '2026-05-02' },
  );
  assert.deepEqual([...dead.get(1)!.pegs], [2, 3, 6]);
  assert.deepEqual(
    [1, 2, 3, 4, 5].map((row) => dead.get(row)!.more),
    [0, 7, 9, 9, 1],
  );
  assert.deepEqual([...dead.get(5)!.pegs], [5]);
  assert.deepEqual(
    [2, 3].map((row) => dead.get(row)!.on),
    ['2026-05-01', '2026-05-02'],
  );
});

test('where every tree was looked at nothing is taken to be dead unseen', () => {
  const look = { row: 1, set: 3, alive: 3, marks: '111', countedOn: '2026-05-02' };
  const dead = deadByRow(new Map([[1, 3]]), [look], { estimate: 0.5, on: '2026-05-02' });
  assert.equal(dead.get(1)!.more, 0);
});

test('the living are what is not seen dead, and unseen dead stand evenly among them', () => {
  const dead = { pegs: new Set([1, 2]), more: 2, on: '2026-05-02' };
  assert.deepEqual(pegs(livingOf(places(10), dead).own), [3, 4, 6, 7, 8, 10]);
  assert.deepEqual(pegs(livingOf(places(3), undefined).own), [1, 2, 3]);
  assert.deepEqual(livingOf(places(2), { ...dead, more: 9 }).own, []);
});

test('trees set after the count stand in its dead places, seen and unseen', () => {
  const dead = { pegs: new Set([1, 2]), more: 3, on: '2026-05-02' };
  const again = { places: [{ peg: 1 }, { peg: 5 }], noted: 1, since: '2026-11-01' };
  const living = livingOf(places(10), dead, again);
  assert.deepEqual(pegs(living.again), [1, 5]);
  // Ten places, two of them seen dead and three unseen; of these five two have young trees.
  assert.equal(living.own.length, 5);
  assert.ok(living.own.every(({ peg }) => ![1, 2, 5].includes(peg)));
});

test('a count after the refill tells which of its trees died too', () => {
  const dead = { pegs: new Set([1, 4]), more: 1, on: '2027-06-01' };
  const again = { places: [{ peg: 1 }, { peg: 5 }], noted: 2, since: '2026-11-01' };
  const living = livingOf(places(10), dead, again);
  assert.deepEqual(pegs(living.again), [5]);
  assert.equal(living.own.length, 10 - 3 - 1);
});
