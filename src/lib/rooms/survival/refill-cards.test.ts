import assert from 'node:assert/strict';
import { test } from 'node:test';
import { rowsToWalk, treesOfCard } from './refill-cards.server';
import type { RefillRow } from './tables.server';

const row = (number: number, pegs: [number, string][], expected = 0): RefillRow => ({
  row: number,
  pegs: pegs.map(([peg, speciesId]) => ({ peg, speciesId })),
  expected,
});

test('rows without a counted tree are walked where dead ones are expected; counted ones name their pegs', () => {
  const rows = [
    row(1, [[4, 'oak']], 0),
    // A counted row may expect more than was seen: its pegs are known, it is no row to walk.
    row(2, [[9, 'oak']], 3.2),
    row(3, [], 2.6),
    row(4, [], 0),
    row(5, [], 1.9),
  ];
  const { walked, expected } = rowsToWalk(rows);
  assert.deepEqual(
    walked.map(({ row: number }) => number),
    [3, 5],
  );
  assert.equal(expected, 5, 'whole trees, rounded once and not row by row');
  assert.deepEqual(rowsToWalk([]), { walked: [], expected: 0 });
});

test('what a card takes is summed by species, the most first', () => {
  const rows = [
    row(1, [
      [1, 'birch'],
      [2, 'oak'],
    ]),
    row(2, [
      [5, 'oak'],
      [6, 'oak'],
      [7, 'birch'],
    ]),
  ];
  assert.deepEqual(treesOfCard(rows), [
    ['oak', 3],
    ['birch', 2],
  ]);
});
