import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { contains, type MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { allowedOn, continueRows, wouldContinue, type VersionRows } from './continue';
import { layOut, type LayoutParameters } from './layout';
import { pegPosition } from './rowset';
import { eachPosition, rhythmOf, summarise, toRowSet, toStoredRows, treesInRow } from './stored';

const square = (x: number, y: number, width: number, height: number): Point[] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
];
const field: MultiPolygon = [[square(0, 0, 60, 40)]];
/** A wet corner of 20 × 14 m in the middle of the field's far side. */
const wet: MultiPolygon = [
  [
    square(0, 0, 60, 40),
    [
      [20, 30],
      [20, 14],
      [40, 14],
      [40, 30],
    ],
  ],
];
const parameters: LayoutParameters = {
  pattern: 'rectangular',
  ...{ inRow: 2, between: 3, firstOffset: 1, firstPeg: 1, headland: 0, shortest: 0 },
  direction: { kind: 'edge', from: [0, 0], to: [60, 0] },
  mix: [
    { species: 'oak', share: 50 },
    { species: 'pine', share: 50 },
  ],
  arrangement: { kind: 'rows' },
};

function version(ground: MultiPolygon, given: LayoutParameters): VersionRows {
  const { rows, runs } = layOut({ boundary: field, plantable: ground }, given);
  return {
    ...{ rhythm: rhythmOf(rows), rows: toStoredRows(rows, runs) },
    mix: given.mix.map(({ species }) => species),
  };
}
const trees = (rows: VersionRows['rows']) => rows.reduce((sum, row) => sum + treesInRow(row), 0);
const placesOf = (one: VersionRows) =>
  [...eachPosition(one.rhythm, one.rows)].map((place) => ({
    ...place,
    species: one.mix[place.species],
  }));

test('a wet corner found on the third day takes out what is not planted, and nothing changes its number', () => {
  const [before, after] = [version(field, parameters), version(wet, parameters)];
  const perRow = treesInRow(before.rows[0]);
  const cut = before.rows.find(({ number }) => treesInRow(after.rows[number - 1]) < perRow)!.number;
  // One row is full, one through the corner is begun before it, one is planted across it.
  const planted = new Map([
    [1, perRow],
    [cut, 5],
    [cut + 1, perRow - 2],
  ]);
  const on = continueRows(before, after, planted, (point) => contains(wet, point));
  assert.deepEqual(
    on.rows.map(({ number }) => number),
    before.rows.map(({ number }) => number),
  );
  assert.deepEqual([on.gone, on.fresh], [[], []]);
  assert.deepEqual(on.rows[0], before.rows[0], 'a planted row stays to the last digit');
  const inCorner = perRow - treesInRow(after.rows[cut - 1]);
  assert.equal(treesInRow(on.rows[cut - 1]), perRow - inCorner);
  assert.equal(treesInRow(on.rows[cut]), perRow, 'trees that stand in the wet stay counted');
  assert.equal(on.lost, inCorner);
  assert.deepEqual(on.begun, {
    ...{ rows: 3, planted: 2 * perRow - 2 + 5, open: perRow - inCorner - 5 + 2 },
  });
  assert.equal(on.kept, before.rows.length - 3);
  assert.equal(trees(on.rows), trees(after.rows) + inCorner);
  assert.equal(on.rhythm.straight, true, 'one baseline, one setting out');
  const frame = { ...before.rhythm.frame, baseline: before.rhythm.frame.baseline + 0.1 };
  const shifted = { ...before, rhythm: { ...before.rhythm, frame } };
  const from = continueRows(shifted, after, planted, (point) => contains(wet, point));
  assert.equal(from.rhythm.straight, false, 'what was measured from another baseline');
});

test('another direction goes on after the last number, and what is given up keeps its number without a peg', () => {
  const across = {
    ...parameters,
    direction: { kind: 'edge' as const, from: [0, 0] as Point, to: [0, 40] as Point },
    mix: [{ species: 'birch', share: 100 }],
  };
  const [before, after] = [version(field, parameters), version(field, across)];
  const on = continueRows(before, after, new Map([[3, 4]]), () => true);
  const last = before.rows.length;
  assert.deepEqual(
    on.gone,
    before.rows.map(({ number }) => number).filter((n) => n !== 3),
  );
  assert.equal(on.fresh[0], last + 1);
  assert.equal(on.rows.length, last + on.fresh.length);
  assert.equal(on.rhythm.straight, false, 'two baselines are none');
  assert.deepEqual(on.mix, ['birch', 'oak', 'pine'].slice(0, on.mix.length));
  // Numbers given up stand in the way of nothing: rows behind them are found by their number.
  const rows = toRowSet(on.rhythm, on.rows);
  const [place] = placesOf({ ...on, rows: on.rows }).filter(({ row }) => row === on.fresh[0]);
  assert.deepEqual(pegPosition(rows, on.fresh[0], 1)?.point, place.point);
  assert.equal(pegPosition(rows, on.gone[0], 1), undefined);
  const { first, last: end, trees: none } = summarise(on.rows[on.gone[0] - 1]);
  assert.deepEqual([none, end - first], [0, 0]);
});

test('rows that fall on old ones by chance are numbered on like their neighbours', () => {
  const [before, after] = [
    version(field, parameters),
    version(field, { ...parameters, between: 4.5 }),
  ];
  // Every third row of 3 m and every second of 4.5 m are one line.
  const on = continueRows(before, after, new Map([[1, 3]]), () => true);
  assert.equal(on.kept, 0);
  assert.deepEqual(
    on.fresh,
    after.rows.slice(1).map((_, i) => before.rows.length + 1 + i),
  );
  const rest = placesOf({ ...on }).filter(({ row }) => row > before.rows.length);
  const order = (rows: readonly { row: number; point: Point }[]) =>
    rows.every(
      ({ row, point }, i) => !i || row === rows[i - 1].row || point[1] > rows[i - 1].point[1],
    );
  assert.ok(order(rest) || order([...rest].reverse()), 'in the order in which they lie');
});

test('what begun rows leave of a new one is no row where it is shorter than the shortest', () => {
  const across: LayoutParameters = {
    ...parameters,
    direction: { kind: 'edge', from: [0, 0], to: [0, 40] },
  };
  const [before, after] = [version(field, parameters), version(field, across)];
  // Rows 3 and 6 are planted through: they leave pieces of about 5, 7 and 20 m of every row across.
  const planted = new Map([3, 6].map((row) => [row, treesInRow(before.rows[row - 1])]));
  const lengths = (shortest: number) => {
    const on = continueRows(before, after, planted, () => true, shortest);
    return on.rows
      .filter((row) => on.fresh.includes(row.number))
      .flatMap(({ step, stretches }) =>
        stretches.filter((_, i) => i % 2).map((trees) => (trees - 1) * step),
      );
  };
  const all = lengths(0);
  assert.ok(all.some((length) => length < 6) && all.some((length) => length > 12));
  assert.deepEqual(
    lengths(6),
    all.filter((length) => length >= 6),
  );
});

test('what was given up once is not given up again, and its number stays out of use', () => {
  const [before, after] = [
    version(field, parameters),
    version(field, { ...parameters, between: 5 }),
  ];
  const once = continueRows(before, after, new Map([[2, 3]]), () => true);
  const again = continueRows(once, version(field, parameters), new Map([[2, 3]]), () => true);
  assert.deepEqual(again.gone, once.fresh, 'only those that had pegs');
  assert.ok(again.fresh[0] > once.rows.length);
  assert.deepEqual(
    again.rows.map(({ number }) => number),
    again.rows.map((_, i) => i + 1),
  );
  assert.deepEqual(wouldContinue(again), {
    ...{ begun: again.begun, lost: 0, kept: 0, gone: once.fresh.length },
    fresh: [again.fresh[0], again.rows.length],
    trees: trees(again.rows),
  });
});

test('the ground of today decides what stays open: keep-outs, its very edge, and heights under a line', () => {
  const line = { why: 'wires', parts: [[square(0, 0, 10, 40)]] as MultiPolygon, height: 8 };
  const traits = (name: string, matureHeight: number) => ({
    name,
    matureHeight,
    damp: '',
    light: '',
  });
  const may = allowedOn({
    ...{ boundary: field, plantable: wet, limits: [line] },
    cards: { oak: traits('Oak', 25), hazel: traits('Hazel', 5) },
  });
  const at = (x: number, y: number, species = 'oak') => may([x, y], species);
  assert.deepEqual([at(50, 20), at(30, 20), at(61, 20)], [true, false, false]);
  assert.deepEqual([at(60.004, 20), at(60.02, 20)], [true, false], 'a peg on the edge is on it');
  assert.deepEqual([at(5, 5), at(5, 5, 'hazel'), at(5, 5, 'unknown')], [false, true, true]);
});

test('nothing planted is nothing to continue', () => {
  const one = version(field, parameters);
  assert.throws(() => continueRows(one, one, new Map([[1, 0]]), () => true), RangeError);
});

test('whatever is laid next: planted trees stay where they are, distance holds, and no place is wasted', () => {
  fc.assert(
    fc.property(
      fc.record({
        angle: fc.integer({ min: 0, max: 179 }),
        inRow: fc.constantFrom(1.5, 2, 2.7),
        between: fc.constantFrom(2, 3, 3.4),
        pattern: fc.constantFrom('rectangular' as const, 'offset' as const),
        begun: fc.array(
          fc.tuple(fc.integer({ min: 1, max: 13 }), fc.integer({ min: 1, max: 29 })),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        ground: fc.constantFrom(field, wet),
      }),
      ({ angle, inRow, between, pattern, begun, ground }) => {
        const bearing = (angle * Math.PI) / 180;
        const next: LayoutParameters = {
          ...parameters,
          ...{ pattern, inRow, between },
          direction: {
            kind: 'edge',
            ...{ from: [0, 0], to: [60 * Math.cos(bearing), 60 * Math.sin(bearing)] },
          },
          mix: [
            { species: 'pine', share: 30 },
            { species: 'birch', share: 70 },
          ],
        };
        const [before, after] = [version(field, parameters), version(ground, next)];
        const planted = new Map(begun);
        const on = continueRows(before, after, planted, (point) => contains(ground, point));
        const [was, is, will] = [before, { ...on }, after].map(placesOf);
        // A row is planted from its first peg, before as after.
        for (const place of was.filter(({ row, peg }) => peg <= (planted.get(row) ?? 0))) {
          const now = is.find(({ row, peg }) => row === place.row && peg === place.peg)!;
          assert.ok(
            Math.hypot(now.point[0] - place.point[0], now.point[1] - place.point[1]) < 1e-6,
          );
          assert.equal(now.species, place.species);
        }
        assert.deepEqual(
          on.rows.map(({ number }) => number),
          on.rows.map((_, i) => i + 1),
        );
        const old = is.filter(({ row }) => planted.has(row));
        const fresh = is.filter(({ row }) => !planted.has(row));
        const apart = Math.min(inRow, between, 2, 3);
        const near = ([x, y]: Point, others: typeof is) =>
          Math.min(...others.map(({ point: [a, b] }) => Math.hypot(a - x, b - y)));
        for (const { point } of fresh) assert.ok(near(point, old) >= apart - 0.011);
        // By brute force: every place of the later version that is far enough from begun rows is there.
        const room = will.filter(({ point }) => near(point, old) >= apart - 0.0099);
        assert.ok(fresh.length >= room.length, `${fresh.length} of ${room.length}`);
        assert.equal(
          on.begun.planted + on.begun.open + fresh.length,
          is.length,
          'what is told adds up to what stands',
        );
        assert.equal(
          old.length + on.lost,
          was.filter(({ row }) => planted.has(row)).length,
          'a begun row has its places, or they are told as lost',
        );
      },
    ),
    { numRuns: 60, seed: 7 },
  );
});
