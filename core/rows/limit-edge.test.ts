import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon } from '../ground/polygon';
import type { Limit } from '../ground/zones';
import { firstParameters } from './deciding';
import { layOut } from './layout';
import { positions } from './rowset';

const box = (west: number, east: number): MultiPolygon => [
  [
    [
      [west, 0],
      [east, 0],
      [east, 30],
      [west, 30],
    ],
  ],
];
/** Sixty metres by thirty; the first and the last peg of a row stand on its edge. */
const field = box(0, 60);

/** Species index at each position, by its x. */
function laid(limits: Limit[]): [x: number, species: number][] {
  const { rows, runs } = layOut(
    { boundary: field, plantable: field, limits, cards: CARDS },
    { ...firstParameters(field, ['tall', 'low']), mix: MIX },
  );
  const xy = positions(rows);
  let at = 0;
  return runs.flatMap((row) => {
    const found: [number, number][] = [];
    for (let i = 0; i < row.length; i += 2)
      for (let n = 0; n < row[i + 1]; n++) found.push([xy[2 * at++], row[i]]);
    return found;
  });
}
const CARDS = {
  tall: { name: 'tall', matureHeight: 25, damp: '', light: '' },
  low: { name: 'low', matureHeight: 3, damp: '', light: '' },
};
const MIX = [
  { species: 'tall', share: 60 },
  { species: 'low', share: 40 },
];

test('a limit that reaches the edge of the block holds for the pegs on that edge, on either side', () => {
  for (const [west, east] of [
    [0, 10],
    [50, 60],
  ]) {
    const under = laid([{ why: 'Wires', parts: box(west, east), height: 8 }]).filter(
      ([x]) => x >= west - 0.01 && x <= east + 0.01,
    );
    assert.ok(under.some(([x]) => Math.abs(x) < 0.01 || Math.abs(x - 60) < 0.01));
    assert.deepEqual([...new Set(under.map(([, species]) => species))], [1], `${west} to ${east}`);
  }
});

test('two limits that share a border: a peg on it goes by one of them and is not left empty', () => {
  const all = laid([
    { why: 'Wires', parts: box(0, 30), height: 8 },
    { why: 'Wet ground', parts: box(30, 60), damp: 'wet' },
  ]);
  assert.equal(all.length, laid([]).length, 'no place is lost on the border');
});
