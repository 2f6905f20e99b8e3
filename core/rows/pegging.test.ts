import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { pegCalls } from './calls';
import { peggedRows, samePlaces } from './pegging';

test('of each row the newest word counts, whatever order they come in; the last of all ends it', () => {
  const words = [
    { rows: [1, 2, 3], stand: true, at: 100 },
    { rows: [2], stand: false, at: 200 },
    { rows: [4], stand: true, at: 150 },
  ];
  const some = peggedRows(words, [1, 2, 3, 4]);
  assert.deepEqual([...some.stand], [[1, 100], [3, 100], [4, 150]]); // prettier-ignore
  assert.deepEqual([some.left, some.done], [[2], undefined]);
  const again = peggedRows([...words, { rows: [2], stand: true, at: 300 }], [1, 2, 3, 4]);
  assert.deepEqual([again.left, again.done], [[], 300]);
  // A word of a row that the version does not have says nothing.
  assert.equal(peggedRows(words, [1, 3]).done, 100);
  assert.deepEqual(peggedRows(words, [12, 9, 3, 10]).left, [9, 10, 12]);
  assert.deepEqual(peggedRows([], []), { stand: new Map(), left: [], done: undefined });
  // Late words of phones change nothing that came after them.
  fc.assert(
    fc.property(fc.shuffledSubarray([...words, { rows: [2], stand: true, at: 300 }], { minLength: 4 }), (order) => {
      assert.deepEqual(peggedRows(order, [1, 2, 3, 4]), again);
    }),
  ); // prettier-ignore
  // Of two words of one moment the later counts.
  const both = [true, false].map((stand) => ({ rows: [1], stand, at: 5 }));
  assert.deepEqual(peggedRows(both, [1]).left, [1]);
});

test('pegs of one version serve another where a row has its very places, whatever its number', () => {
  const row = (number: number, y: number, trees = 20) => ({
    ...{ number, line: [0, y, 60, y], start: 0, step: 3, listed: false, stretches: [0, trees] },
  });
  const before = [row(1, 0), row(2, 3), row(3, 6), row(4, 9)];
  // The first row fell away, the third lost a tree at its end, a new one came.
  const after = [row(1, 3), row(2, 6, 19), row(3, 9), row(4, 12)];
  assert.deepEqual([...samePlaces(before, after)], [[2, 1], [4, 3]]); // prettier-ignore
});

test('shared-out rows without pegs are called for, but only where pegs are told of', () => {
  const of = (words: { rows: number[]; stand: boolean; at: number }[], shared: number[]) =>
    pegCalls(peggedRows(words, [1, 2, 3, 4, 5, 6]), new Set(shared), 'Knoll');
  assert.deepEqual(of([], [4, 5, 6]), []);
  const [call] = of([{ rows: [1, 2, 3, 4], stand: true, at: 1 }], [4, 5, 6]);
  assert.deepEqual(call.say.figures, { block: 'Knoll', rows: '5, 6', count: 2 });
  assert.deepEqual(call.detail!.figures, { stand: 4, left: 2 });
  assert.deepEqual(of([{ rows: [1, 2, 3, 4], stand: true, at: 1 }], [3, 4]), []);
});
