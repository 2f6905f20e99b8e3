import assert from 'node:assert/strict';
import { test } from 'node:test';
import { whereDead, type CountedRow } from './where.server';

const ROWS = 6;
const PEGS = 60;
/** Rows 2 m apart, trees every metre; every tenth tree died anywhere, in 20 to 32 of rows 2 to 4 nearly all. */
function block(drowned: boolean) {
  const rows: CountedRow[] = [];
  const trees = [];
  for (let row = 1; row <= ROWS; row++) {
    let marks = '';
    for (let peg = 1; peg <= PEGS; peg++) {
      const patch = drowned && row >= 2 && row <= 4 && peg >= 20 && peg <= 32 && peg !== 25;
      const mark = patch || (peg + 3 * row) % 10 === 0 ? '0' : '1';
      marks += mark;
      trees.push({ row, peg, mark, species: 'Oak', zone: peg > 40 ? 'Dry end' : 'Hollow' });
    }
    const causes = Object.fromEntries(
      Array.from({ length: 13 }, (_, i) => [20 + i, 'flood' as const]),
    );
    rows.push({ row, marks, causes: drowned && row === 3 ? causes : {} });
  }
  return whereDead(rows, {
    pointOf: (row, peg) => [peg, 2 * row],
    between: 2,
    trees,
  });
}

test('a hollow that drowned is one patch over its rows, with its zone and what was seen there', () => {
  const { patches, joins, clumped, byRow } = block(true);
  assert.equal(patches.length, 1);
  const [patch] = patches;
  assert.deepEqual(
    patch.stretches.map(({ row }) => row),
    [2, 3, 4],
  );
  for (const { from, to } of patch.stretches) assert.ok(from >= 18 && to <= 34 && to - from >= 10);
  assert.deepEqual([patch.zone, patch.cause], ['Hollow', 'flood']);
  const pegs = patch.stretches.reduce((sum, { from, to }) => sum + to - from + 1, 0);
  assert.equal(patch.of, pegs);
  assert.ok(patch.dead >= 33 && patch.dead <= patch.of);
  assert.ok(patch.chance < 0.01);
  // The middle lies in the patch, so that somebody can be led there.
  assert.ok(patch.middle![0] >= 20 && patch.middle![0] <= 32 && patch.middle![1] === 4);
  assert.ok(joins!.found > 2 * joins!.expected && joins!.chance < 1e-6);
  assert.deepEqual(clumped.map(({ row }) => row).sort(), [2, 3, 4]);
  assert.deepEqual([...byRow.keys()].sort(), [2, 3, 4]);
});

test('patches of rows that were counted far apart are one where no counted row lies between them', () => {
  // Every fifth row was counted; in rows 6 and 11 the same pegs died, in row 21 too, beyond one where they live.
  const dead = new Set([6, 11, 21]);
  const rows = [1, 6, 11, 16, 21].map((row) => ({
    row,
    marks: Array.from({ length: 60 }, (_, i) =>
      dead.has(row) && i >= 20 && i < 33 ? '0' : '1',
    ).join(''),
    causes: {},
  }));
  const { patches } = whereDead(rows, {
    pointOf: (row, peg) => [peg, 2 * row],
    between: 2,
    trees: rows.flatMap(({ row, marks }) =>
      [...marks].map((mark, i) => ({ row, peg: i + 1, mark, species: 'Oak' })),
    ),
  });
  assert.deepEqual(
    patches.map(({ stretches }) => stretches.map(({ row }) => row)).sort(),
    [[21], [6, 11]].sort(),
  );
});

test('a stretch whose ends lie nowhere on the ground is drawn nowhere', () => {
  const marks = Array.from({ length: 60 }, (_, i) => (i >= 20 && i < 33 ? '0' : '1')).join('');
  const trees = [...marks].map((mark, i) => ({ row: 1, peg: i + 1, mark, species: 'Oak' }));
  const of = (pointOf: Parameters<typeof whereDead>[1]['pointOf']) =>
    whereDead([{ row: 1, marks, causes: {} }], { pointOf, between: 2, trees }).patches.length;
  assert.equal(
    of((row, peg) => [peg, row]),
    1,
  );
  assert.equal(
    of((row, peg) => (peg < 25 ? [peg, row] : undefined)),
    0,
  );
  assert.equal(
    of((row, peg) => (peg > 25 ? [peg, row] : undefined)),
    0,
  );
});

test('trees that died here and there are no patch', () => {
  const { patches, clumped, joins } = block(false);
  assert.deepEqual([patches, clumped], [[], []]);
  assert.ok(joins!.found <= joins!.expected, 'spread out evenly, fewer neighbours than by chance');
});

test('rows that were only summed say nothing of where', () => {
  const { patches, clumped, joins } = whereDead([{ row: 1, marks: '', causes: {} }], {
    pointOf: () => undefined,
    between: 2,
    trees: [],
  });
  assert.deepEqual([patches, clumped, joins], [[], [], undefined]);
});

test('a patch is of the zone and has the cause of its own pegs, wherever in the rows it lies', () => {
  // Nearly all of pegs 70 to 84 of one row died, in a zone of their own, by what killed nobody else.
  const marks = Array.from({ length: 100 }, (_, i) => (i >= 69 && i < 84 ? '0' : '1')).join('');
  const trees = [...marks].map((mark, i) => ({
    ...{ row: 1, peg: i + 1, mark, species: 'Oak' },
    zone: i >= 65 && i < 90 ? 'Gravel bar' : 'Bank',
  }));
  const causes = Object.fromEntries(
    [...marks].map((_, i) => [i + 1, i >= 60 ? 'drought' : 'browse']),
  );
  const { patches } = whereDead([{ row: 1, marks, causes } as CountedRow], {
    ...{ trees, between: 2 },
    pointOf: (row, peg) => [peg, 2 * row],
  });
  assert.equal(patches.length, 1);
  const [{ zone, cause, of, middle, stretches }] = patches;
  const [{ from, to }] = stretches;
  assert.ok(from >= 68 && to <= 86 && to - from >= 9, `${from} to ${to}`);
  assert.deepEqual(
    [zone, cause, of, middle],
    ['Gravel bar', 'drought', to - from + 1, [Math.round((from + to) / 2), 2]],
  );
});
