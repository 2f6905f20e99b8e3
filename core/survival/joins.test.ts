import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seededRandom } from '../measure/random';
import type { Point } from '../measure/plane';
import { clumpedRows, joinsOfDead, joinStretches, neighbours, runsAlong } from './joins';

/** Every way to set so many dead among so many trees. */
function* settings(n: number, dead: number): Generator<boolean[]> {
  for (let bits = 0; bits < 2 ** n; bits++) {
    const way = Array.from({ length: n }, (_, i) => Boolean(bits & (1 << i)));
    if (way.filter(Boolean).length === dead) yield way;
  }
}
const signs = (dead: readonly boolean[]) => dead.map((one) => (one ? '0' : '1')).join('');
const runsOf = (dead: readonly boolean[]) =>
  1 + dead.slice(1).filter((one, i) => one !== dead[i]).length;

test('runs along a row: the chance of so few, counted over every way the dead could lie', () => {
  for (const [n, a] of [
    [5, 2],
    [8, 3],
    [9, 4],
    [10, 1],
    [10, 7],
  ]) {
    const all = [...settings(n, a)];
    const mean = all.reduce((sum, way) => sum + runsOf(way), 0) / all.length;
    for (const way of all.filter((_, i) => i % 7 === 0)) {
      const { found, expected, chance } = runsAlong(signs(way))!;
      assert.equal(found, runsOf(way));
      assert.ok(Math.abs(expected - mean) < 1e-9);
      const fewer = all.filter((other) => runsOf(other) <= found).length / all.length;
      assert.ok(Math.abs(chance - fewer) < 1e-9, `${signs(way)}: ${chance} for ${fewer}`);
    }
  }
});

test('runs pass over what nobody looked at, and say nothing where all lived or all died', () => {
  assert.deepEqual(runsAlong('11--0g-1'), runsAlong('11001'));
  assert.equal(runsAlong('1111'), undefined);
  assert.equal(runsAlong('00g0'), undefined);
  assert.equal(runsAlong('----'), undefined);
});

/** A grid's neighbours: along the rows and across them. */
function grid(rows: number, pegs: number): [number, number][] {
  const joins: [number, number][] = [];
  for (let r = 0; r < rows; r++)
    for (let p = 0; p < pegs; p++) {
      if (p + 1 < pegs) joins.push([r * pegs + p, r * pegs + p + 1]);
      if (r + 1 < rows) joins.push([r * pegs + p, (r + 1) * pegs + p]);
    }
  return joins;
}

test('joins of dead neighbours: mean and variance over every way the dead could lie', () => {
  const joins = grid(3, 4);
  for (const a of [2, 3, 5, 8]) {
    const all = [...settings(12, a)];
    const counts = all.map((way) => joins.filter(([i, j]) => way[i] && way[j]).length);
    const mean = counts.reduce((sum, one) => sum + one, 0) / counts.length;
    const variance = counts.reduce((sum, one) => sum + (one - mean) ** 2, 0) / counts.length;
    const at = all[counts.indexOf(Math.max(...counts))];
    const { found, expected, chance } = joinsOfDead(at, joins)!;
    assert.equal(found, Math.max(...counts));
    assert.ok(Math.abs(expected - mean) < 1e-9);
    // The normal tail with just this variance, read back from the chance.
    const z = (found - 0.5 - mean) / Math.sqrt(variance);
    assert.ok(Math.abs(chance - upperTail(z)) < 1e-6, `${a} dead: ${chance}`);
  }
});

/** Upper tail of the normal distribution by the trapezoidal rule. */
function upperTail(z: number): number {
  let sum = 0;
  const step = 1e-3;
  for (let x = z; x < 9; x += step)
    sum += ((Math.exp((-x * x) / 2) + Math.exp(-((x + step) ** 2) / 2)) / 2) * step;
  return sum / Math.sqrt(2 * Math.PI);
}

test('dead here and there are told together no oftener than chance; a drowned corner is', () => {
  const joins = grid(12, 25);
  const random = seededRandom(11);
  let told = 0;
  for (let season = 0; season < 400; season++) {
    const dead = Array.from({ length: 300 }, () => random() < 0.12);
    if ((joinsOfDead(dead, joins)?.chance ?? 1) < 0.05) told++;
  }
  assert.ok(told / 400 < 0.09, `${told} of 400`);
  const drowned = Array.from({ length: 300 }, (_, i) => i % 25 < 5 && i < 125);
  assert.ok(joinsOfDead(drowned, joins)!.chance < 1e-9);
  assert.equal(joinsOfDead([true, false, false, false], [[0, 1]]), undefined);
  assert.equal(joinsOfDead(drowned, []), undefined);
});

const stretch = (row: number, from: number, to: number, x: number) => ({
  ...{ row, from, to, dead: to - from + 1 },
  ends: [
    [x, 2 * from],
    [x, 2 * to],
  ] as [Point, Point],
});

test('stretches of rows side by side are one patch; far along the row or far across they are two', () => {
  const between = 15;
  const a = stretch(6, 10, 22, 0);
  const b = stretch(12, 15, 27, 15);
  const c = stretch(18, 60, 72, 30);
  const d = stretch(36, 16, 28, 75);
  const patches = joinStretches([d, a, c, b], between);
  assert.deepEqual(
    patches.map(({ stretches, dead }) => [stretches.map(({ row }) => row), dead]),
    [
      [[6, 12], 26],
      [[36], 13],
      [[18], 13],
    ].sort((x, y) => Number(y[1]) - Number(x[1])),
  );
  const second = { ...stretch(6, 24, 30, 0), dead: 7 };
  const [{ stretches: inOrder }] = joinStretches([second, b, a], between);
  assert.deepEqual(
    inOrder.map(({ row, from }) => [row, from]),
    [
      [6, 10],
      [6, 24],
      [12, 15],
    ],
  );
  // A stretch that lies between two patches makes them one.
  const bridge = stretch(15, 28, 59, 15);
  assert.equal(joinStretches([a, c, bridge], between).length, 1);
});

test('rows with the dead together are told, and of many rows without a cause hardly one', () => {
  const together = { row: 7, marks: `${'1'.repeat(20)}${'0'.repeat(10)}${'1'.repeat(20)}` };
  const spread = { row: 8, marks: '111110'.repeat(8) };
  assert.deepEqual(
    clumpedRows([spread, together]).map(({ row }) => row),
    [7],
  );
  const draw = seededRandom(11);
  let blamed = 0;
  for (let season = 0; season < 400; season++) {
    const rows = Array.from({ length: 20 }, (_, row) => ({
      row,
      marks: Array.from({ length: 60 }, () => (draw() < 0.15 ? '0' : '1')).join(''),
    }));
    if (clumpedRows(rows).length) blamed++;
  }
  // One in twenty is allowed; half again for the draw.
  assert.ok(blamed <= 30, `${blamed} of 400 seasons`);
});

test('neighbours: the next peg, and the nearest of the next row, as looking at every pair finds them', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          row: fc.integer({ min: 1, max: 4 }),
          peg: fc.integer({ min: 1, max: 12 }),
          x: fc.double({ min: -30, max: 30, noNaN: true }),
          known: fc.integer({ min: 0, max: 9 }),
        }),
        { maxLength: 60 },
      ),
      fc.double({ min: 0.5, max: 12, noNaN: true }),
      (given, between) => {
        const seen = new Set<string>();
        const trees = given.flatMap(({ row, peg, x, known }) => {
          if (seen.has(`${row} ${peg}`)) return [];
          seen.add(`${row} ${peg}`);
          return [{ row, peg, point: known ? ([x, row * between + x / 7] as Point) : undefined }];
        });
        const wanted = trees.flatMap((tree, i): [number, number][] => {
          const along = trees.findIndex(({ row, peg }) => row === tree.row && peg === tree.peg + 1);
          let best: { at: number; away: number } | undefined;
          trees.forEach(({ row, point }, at) => {
            if (!tree.point || !point || row !== tree.row + 1) return;
            const away = Math.hypot(point[0] - tree.point[0], point[1] - tree.point[1]);
            if (away < Math.min(1.5 * between, best?.away ?? Infinity)) best = { at, away };
          });
          return [
            ...(along < 0 ? [] : [[i, along] as [number, number]]),
            ...(best ? [[i, best.at] as [number, number]] : []),
          ];
        });
        assert.deepEqual(neighbours(trees, between), wanted, 'the same pairs');
      },
    ),
    { numRuns: 200, seed: 23 },
  );
});

test('a hundred thousand trees have their neighbours while nobody waits', () => {
  const trees = Array.from({ length: 100_000 }, (_, i) => {
    const [row, peg] = [1 + Math.floor(i / 400), 1 + (i % 400)];
    return { row, peg, point: [peg, row * 1.25] as Point };
  });
  const joins = neighbours(trees, 1.25);
  // 399 along each of 250 rows, and each tree but the last row's with the one beside it.
  assert.equal(joins.length, 250 * 399 + 249 * 400);
});
