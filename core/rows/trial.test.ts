import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isTold } from '../say/told';
import {
  judgeTag,
  layTrial,
  plotsFromNumbers,
  plotsToNumbers,
  standsIn,
  tagCode,
  tags,
} from './trial';

const PLOTS = [
  { block: 1, treatment: 0, row: 3, firstPeg: 5, trees: 4 },
  { block: 1, treatment: 1, row: 4, firstPeg: 5, trees: 4 },
  { block: 2, treatment: 1, row: 3, firstPeg: 9, trees: 4 },
  { block: 12, treatment: 0, row: 4, firstPeg: 9, trees: 2 },
];

test('every tree of a trial has a tag of its own, in the order in which they are hung', () => {
  const all = tags(PLOTS);
  assert.equal(all.length, 14);
  assert.equal(new Set(all.map(({ code }) => code)).size, 14);
  assert.deepEqual(
    all.slice(0, 5).map(({ code, row, peg }) => [code, row, peg]),
    [
      ['1A1', 3, 5],
      ['1A2', 3, 6],
      ['1A3', 3, 7],
      ['1A4', 3, 8],
      ['2B1', 3, 9],
    ],
  );
  assert.equal(tagCode(PLOTS[3], 2), '12A2');
});

test('a tag is held against its spot however it is written; whose tree it is and where it goes is said', () => {
  const all = tags(PLOTS);
  for (const { code, row, peg } of all) {
    const found = judgeTag(all, code, code.toLowerCase());
    assert.ok(found.fits && found.spot.row === row && found.spot.peg === peg);
  }
  assert.ok(judgeTag(all, '12 a 1', '12-A-1').fits);
  const other = judgeTag(all, '1A2', '1B2');
  assert.ok(!other.fits && other.why === 'other');
  assert.deepEqual([other.belongs.row, other.belongs.peg, other.spot.row], [4, 6, 3]);
  assert.notEqual(other.belongs.treatment, other.spot.treatment);
  const noSpot = judgeTag(all, ' 9Z9 ', '1A1');
  assert.ok(!noSpot.fits && noSpot.why === 'no spot' && noSpot.read === '9Z9');
  const noTag = judgeTag(all, '1A1', '');
  assert.ok(!noTag.fits && noTag.why === 'no tag');
  // 1 of block 12 and 12 of block 1 are not taken for one another.
  const near = judgeTag(all, '12A1', '1A2');
  assert.ok(!near.fits && near.why === 'other');
});

test('a trial needs room for two blocks, and leaves no run of one species in two pieces', () => {
  const places = (...trees: number[]) => ({
    classes: trees.map((n) => [0, n]),
    limits: [{ allowed: [true, true, true], why: '' }],
  });
  assert.throws(
    () => layTrial(places(20), 3, 4, 1),
    (error) =>
      isTold(error) &&
      error.said.key === 'rows.trialRoom' &&
      error.said.figures.plots === 5 &&
      error.said.figures.needed === 6,
  );
  for (let seed = 1; seed <= 30; seed++) {
    const { runs, plots, guards, blocks } = layTrial(places(26, 9, 40), 3, 4, seed);
    assert.equal(blocks, 6);
    assert.equal(plots.length, 18);
    assert.equal(guards, 75 - 18 * 4);
    for (const row of runs)
      for (let i = 2; i < row.length; i += 2) assert.notEqual(row[i], row[i - 2], `seed ${seed}`);
  }
});

test('ground that several species may have is one piece for a trial, whatever else limits it; other ground ends it', () => {
  const open = { allowed: [true, true], why: '' };
  const limits = [open, { ...open, why: 'low' }, { allowed: [true, false], why: 'wires' }];
  // Nine and seven places side by side, three under the wires, then eight more.
  const classes = [[0, 9, 1, 7, 2, 3, 0, 8]];
  const { plots, guards, runs } = layTrial({ classes, limits }, 2, 4, 3);
  assert.deepEqual(
    plots.map(({ firstPeg }) => firstPeg).sort((a, b) => a - b),
    [1, 5, 9, 13, 20, 24],
  );
  assert.ok(plots.every(({ row, trees }) => row === 1 && trees === 4));
  assert.equal(guards, 3);
  assert.equal(
    runs[0].filter((_, i) => i % 2).reduce((a, b) => a + b, 0),
    27,
  );
});

test('plots come back from what is kept of them, and are those of the rows or not', () => {
  assert.deepEqual(plotsFromNumbers(plotsToNumbers(PLOTS)), PLOTS);
  const rows = [{ runs: [] }, { runs: [] }, { runs: [0, 8, 1, 6] }, { runs: [1, 8, 0, 6] }];
  assert.ok(standsIn(PLOTS, rows));
  assert.ok(!standsIn(PLOTS, [...rows.slice(0, 2), { runs: [0, 9, 1, 5] }, rows[3]]));
  assert.ok(!standsIn(PLOTS, rows.slice(0, 3)), 'a row is gone');
});
