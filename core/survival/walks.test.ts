import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Place } from '../checks/grid';
import { survivalBy, type CountedTree } from './groups';
import { seededRandom } from '../measure/random';
import { inOneGo } from '../measure/steps';
import { countsOfWalk, overlaid, plotsToCount, treesToTag } from './walks';

test('a walk over several rows falls apart into rows; what it passed by was not looked at', () => {
  const places = [
    { row: 7, peg: 3 },
    { row: 7, peg: 4 },
    { row: 8, peg: 2 },
    { row: 8, peg: 5 },
    { row: 9, peg: 1 },
  ];
  const found = countsOfWalk({ plot: 2, places }, '10b-');
  assert.deepEqual(
    found.map(({ row, marks, set, alive }) => ({ row, marks, set, alive })),
    [
      { row: 7, marks: '--10', set: 2, alive: 1 },
      { row: 8, marks: '-b---', set: 1, alive: 1 },
    ],
  );
});

test('causes and heights go from the step of the walk to the peg, each to the trees it can be true of', () => {
  const places = [
    { row: 7, peg: 3 },
    { row: 8, peg: 2 },
    { row: 7, peg: 9 },
    { row: 8, peg: 5 },
  ];
  const said = {
    causes: { 1: 'frost', 2: 'browse', 4: 'weeds' },
    heights: { 1: 0.3, 2: 0.4, 3: 0.5, 4: 0.6 },
  } as const;
  const [seven, eight] = countsOfWalk({ plot: null, places }, '0110', said);
  assert.deepEqual(seven.causes, [{ peg: 3, cause: 'frost' }]);
  assert.deepEqual(seven.heights, [{ peg: 9, height: 0.5 }]);
  // The second was called dead by browse first, and marked alive when looked at again.
  assert.deepEqual(eight.causes, [{ peg: 5, cause: 'weeds' }]);
  assert.deepEqual(eight.heights, [{ peg: 2, height: 0.4 }]);
  // A walk that is not at its end says nothing of what is still to come.
  assert.deepEqual(
    countsOfWalk({ plot: null, places }, '0', said).map(({ row, heights }) => [
      row,
      heights.length,
    ]),
    [[7, 0]],
  );
});

test('the newest look at a tree stands, whatever was passed by then', () => {
  assert.equal(overlaid(['111-', '-0', '--p1']), '10p1');
  assert.equal(overlaid([]), '');
  assert.equal(overlaid(['---']), '---');
});

test('tagged trees: as many as asked, none twice, every tree with the same chance', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 1, max: 60 }),
      fc.string({ maxLength: 5 }),
      (rows, wanted, seed) => {
        const standing = rows.map((trees, i) => ({ row: i + 1, trees }));
        const found = treesToTag(standing, wanted, seed);
        const all = rows.reduce((sum, trees) => sum + trees, 0);
        const pegs = found.flatMap(({ row, pegs: own }) => own.map((peg) => `${row}/${peg}`));
        assert.equal(pegs.length, Math.min(wanted, all));
        assert.equal(new Set(pegs).size, pegs.length);
        for (const { row, pegs: own } of found)
          for (const peg of own) assert.ok(peg >= 1 && peg <= rows[row - 1]);
      },
    ),
  );
  const standing = [
    { row: 1, trees: 5 },
    { row: 2, trees: 13 },
    { row: 3, trees: 2 },
  ];
  const hits = new Map<string, number>();
  for (let i = 0; i < 4000; i++)
    for (const { row, pegs } of treesToTag(standing, 4, `${i}`))
      for (const peg of pegs) hits.set(`${row}/${peg}`, (hits.get(`${row}/${peg}`) ?? 0) + 1);
  assert.equal(hits.size, 20);
  for (const [tree, count] of hits)
    assert.ok(Math.abs(count / 4000 - 0.2) < 0.03, `${tree} ${count}`);
});

/** Straight rows 2 m apart, trees every 1.5 m. */
const field = (rows: number, trees: number): Place[] =>
  Array.from({ length: rows * trees }, (_, i) => ({
    row: 1 + Math.floor(i / trees),
    peg: 1 + (i % trees),
    point: [1.5 * (i % trees), 2 * Math.floor(i / trees)],
  }));

test('circles hold the trees within their radius, nothing else, and none is empty', () => {
  const places = field(20, 40);
  const ground = [
    [
      [
        [-1, -1],
        [59.5, -1],
        [59.5, 39],
        [-1, 39],
      ],
    ],
  ] as never;
  const terms = { area: 50, plots: 12, seed: 'a' };
  const plots = inOneGo(plotsToCount(ground, places, [0, 0], terms));
  assert.ok(plots.length >= 8 && plots.length <= 16);
  assert.deepEqual(
    plots.map(({ number }) => number),
    plots.map((_, i) => i + 1),
  );
  const radius = Math.sqrt(50 / Math.PI);
  for (const { row, peg, trees } of plots) {
    const centre = places.find((place) => place.row === row && place.peg === peg)!.point;
    const inside = trees.flatMap(({ row: own, pegs }) =>
      pegs.flatMap(([from, to]) =>
        Array.from({ length: to - from + 1 }, (_, i) => [own, from + i]),
      ),
    );
    assert.ok(inside.length >= 5);
    // The centre lies within half a step of its nearest peg.
    for (const [own, at] of inside) {
      const point = places.find((place) => place.row === own && place.peg === at)!.point;
      assert.ok(Math.hypot(point[0] - centre[0], point[1] - centre[1]) <= radius + 1.3);
    }
  }
  assert.deepEqual(inOneGo(plotsToCount(ground, [], [0, 0], terms)), []);
});

test('circles are the clusters: their intervals hold the truth where patches are dead together', () => {
  let [byPlot, byRow] = [0, 0];
  const seasons = 200;
  for (let season = 0; season < seasons; season++) {
    const random = seededRandom(`patch ${season}`);
    const trees: CountedTree[] = Array.from({ length: 15 }, (_, plot) => {
      // Half of the circles lie where a fifth died, half where two fifths did.
      const dies = random() < 0.5 ? 0.1 : 0.5;
      return Array.from({ length: 18 }, (__, i) => ({
        ...{ row: 3 * plot + (i % 3), peg: i, species: 'Oak', cluster: `plot ${plot}` },
        mark: random() < dies ? '0' : '1',
      }));
    }).flat();
    const holds = (list: CountedTree[]) => {
      const [{ low, high }] = survivalBy(list, () => 'all', Infinity);
      return low <= 0.7 && 0.7 <= high;
    };
    if (holds(trees)) byPlot++;
    if (holds(trees.map(({ cluster: _none, ...tree }) => tree))) byRow++;
  }
  assert.ok(byPlot >= 0.9 * seasons, `${byPlot} of ${seasons}`);
  assert.ok(byRow < byPlot - 20, `rows for clusters claim too much: ${byRow}`);
});
