import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { MultiPolygon } from '../ground/polygon';
import { firstParameters } from '../rows/deciding';
import { layOut } from '../rows/layout';
import type { CrewDay, DayRow } from './day';
import type { RowRange } from './share';
import { pointAt, rowSpan } from '../rows/rowset';
import { placeCaches } from './caches';
import { fetchingOn } from './fetching';
import { bandsOf, boxPlaces, driesToday, marksOf, rowsInSight } from './today';

const field: MultiPolygon = [
  [
    [
      [0, 0],
      [100, 0],
      [100, 30],
      [0, 30],
    ],
  ],
];
const { rows } = layOut({ boundary: field, plantable: field }, firstParameters(field, ['p']));
type Planter = CrewDay['planters'][number];
const planter = (refills: Planter['refills'], trees: number, own: number[] = []): Planter =>
  ({ planter: `p${refills.length}`, rows: own, refills, trees, over: 0 }) as unknown as Planter;

const placed = (...given: Parameters<typeof fetchingOn>) => {
  const fetching = fetchingOn(...given);
  const [, day] = given;
  const { ways, caches, allowed } = fetching;
  return boxPlaces(fetching, day, placeCaches(ways, caches, allowed));
};

test('boxes stand on the headland of the nearer row end, with the trees that are fetched there', () => {
  // Rows of 41 pegs: peg 5 lies by the first ends, peg 38 by the last.
  const day = {
    planters: [planter([{ row: 3, peg: 5 }], 200), planter([{ row: 7, peg: 38 }], 200)],
  };
  const { marks, carried, fromGate } = placed(rows, day, { caches: 2, headlands: 'both' });
  assert.deepEqual(
    marks.map(({ headland, row, trees }) => [headland, row, trees]),
    [
      ['first', 3, 100],
      ['last', 7, 100],
    ],
    'two bags a planter, one of them fetched',
  );
  // Straight into the rows: to peg 5 from the first ends, to peg 38 from the last.
  assert.ok(carried.value < fromGate, `${carried.value} against ${fromGate}`);
  const one = placed(rows, day, { caches: 2, headlands: 'first' });
  assert.ok(one.marks.every(({ headland }) => headland === 'first'));
  assert.ok(one.carried.value > carried.value, 'one headland only is further');
});

test('boxes stand on a road that crosses the rows only where the leader allows it', () => {
  const day = {
    planters: [
      planter(
        [
          { row: 3, peg: 20 },
          { row: 4, peg: 21 },
        ],
        300,
      ),
    ],
  };
  const spans = [2, 3].map((row) => pointAt(rows, row, rowSpan(rows, row)[0]).point);
  const [middle] = [pointAt(rows, 2, (rowSpan(rows, 2)[0] + rowSpan(rows, 2)[1]) / 2).point];
  const [dx, dy] = [spans[1][0] - spans[0][0], spans[1][1] - spans[0][1]];
  const road = [-3, 3].map((k): [number, number] => [middle[0] + k * dx, middle[1] + k * dy]);
  const roads = { roads: [road] };
  const terms = { caches: 1, headlands: 'both' as const };
  const without = placed(rows, day, terms, roads);
  assert.ok(without.marks.every(({ share }) => share === undefined));
  const withRoad = placed(rows, day, { ...terms, roads: true }, roads);
  const [{ headland, row, share, trees }] = withRoad.marks;
  assert.deepEqual([headland, row, trees], ['road 0', 3, 200]);
  assert.ok(Math.abs(share! - 0.5) < 1e-9);
  assert.ok(withRoad.carried.value < without.carried.value / 3);
});

test('one place at the gate is reckoned from where the gate is', () => {
  const day = { planters: [planter([{ row: 3, peg: 5 }], 200)] };
  const terms = { caches: 1, headlands: 'both' as const };
  const [way] = fetchingOn(rows, day, terms).ways;
  const [first, last] = rowSpan(rows, 2).map((chainage) => pointAt(rows, 2, chainage).point);
  // 30 m before the first end of row 3, along the row; then as far behind its last end.
  const along = (end: typeof first, from: typeof first, metres: number): typeof first => {
    const length = Math.hypot(end[0] - from[0], end[1] - from[1]);
    return [0, 1].map((i) => end[i] + ((end[i] - from[i]) / length) * metres) as typeof first;
  };
  const near = (gate: typeof first, metres: number) =>
    assert.ok(Math.abs(placed(rows, day, terms, { gate }).fromGate - metres) < 1e-6);
  near(along(first, last, 30), 30 + way.first.into);
  near(along(last, first, 1), 1 + way.last.into);
  assert.equal(placed(rows, day, terms).fromGate, way.first.along + way.first.into);
});

test('where nobody’s bag runs empty there is nothing to place, and no row that is not there is fetched for', () => {
  const none = placed(rows, { planters: [planter([], 80)] }, { caches: 2, headlands: 'both' });
  assert.deepEqual([none.marks.length, none.fromGate], [0, 0]);
  const day = {
    planters: [
      planter(
        [
          { row: 99, peg: 4 },
          { row: 2, peg: 4 },
        ],
        300,
      ),
    ],
  };
  const { marks } = placed(rows, day, { caches: 1, headlands: 'first' });
  assert.deepEqual(
    marks.map(({ row }) => row),
    [2],
  );
});

test('rows are drawn from the first that is open or somebody’s', () => {
  const row = (number: number, left: number): DayRow => ({ number, left, planted: 0, runs: [] });
  const all = [row(1, 0), row(2, 0), row(3, 0), row(4, 5), row(5, 5)];
  const numbers = (shares: Parameters<typeof rowsInSight>[1]) =>
    rowsInSight(all, shares).map(({ number }) => number);
  assert.deepEqual(numbers([]), [4, 5]);
  assert.deepEqual(numbers([{ planterId: 'a', firstRow: 2, lastRow: 4 }]), [2, 3, 4, 5]);
  assert.deepEqual(numbers([{ planterId: 'a', firstRow: 3, lastRow: 3 }]), [3, 4, 5]);
  assert.deepEqual(
    rowsInSight([row(1, 0), row(2, 0)], []).map(({ number }) => number),
    [1, 2],
    'all done: all are drawn',
  );
});

test('what runs dry today: all who plant it share what is on hand; what reaches is not called', () => {
  const hour = 3_600_000;
  const all: DayRow[] = [
    { number: 1, planted: 20, left: 80, runs: [0, 50, 1, 50] },
    { number: 2, planted: 0, left: 100, runs: [1, 100] },
  ];
  const day = {
    planters: [planter([], 80, [1]), planter([{ row: 2, peg: 1 }], 100, [2])],
    spells: [{ from: 7 * hour, to: 17 * hour }],
  };
  const [birch, pine] = driesToday(all, day, () => 50, [
    { species: 1, onHand: 40 },
    { species: 0, onHand: 30 },
  ]);
  // Row 2 takes fifty an hour from the first minute; row 1 joins in after its 30 pines, at 7:36. Then thirty
  // are gone, and the last ten go at a hundred an hour.
  assert.ok(Math.abs(birch.dry!.at! - 7.7 * hour) < 1000, `${birch.dry!.at! / hour}`);
  assert.ok(birch.dry?.row === 1 || birch.dry?.row === 2);
  assert.equal(pine.dry, undefined, 'thirty pines are left to plant, thirty are there');
});

test('marks: a number in the name, else initials, no two alike', () => {
  assert.deepEqual(marksOf(['Planter 3', 'Planter 12', 'Wiremu Te Kanawa']), ['3', '12', 'WT']);
  assert.deepEqual(marksOf(['Ana', 'Ben', 'Aroha']), ['An', 'B', 'Ar']);
  // Three of one name: what is left to tell them apart is a number, from 2 on.
  assert.deepEqual(marksOf(['Ü', 'Ü', 'Ü']), ['Ü', 'Ü2', 'Ü3']);
  assert.deepEqual(marksOf(['Ana', 'Ana']).length, new Set(marksOf(['Ana', 'Ana'])).size);
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('Ana', 'Ann', 'Ana B', 'Planter 1', 'Crew 1', ' ', 'Ü', 'A1'), {
        maxLength: 14,
      }),
      (names) => {
        const marks = marksOf(names);
        assert.equal(marks.length, names.length, 'one each');
        assert.equal(new Set(marks).size, marks.length, `${names.join()} gives ${marks.join()}`);
      },
    ),
    { numRuns: 200, seed: 11 },
  );
});

test('rows that riders have in turn are one band; planters’ own rows stay apart, however few', () => {
  const share = (planterId: string, firstRow: number, lastRow: number): RowRange => ({
    ...{ planterId, firstRow, lastRow },
  });
  const riders = [
    ...[share('a', 1, 1), share('b', 2, 3), share('a', 4, 5), share('b', 6, 6)],
    ...[share('c', 7, 7), share('d', 8, 9), share('c', 10, 11)],
  ];
  assert.deepEqual(bandsOf(riders), [
    { firstRow: 1, lastRow: 6, planters: ['a', 'b'] },
    { firstRow: 7, lastRow: 11, planters: ['c', 'd'] },
  ]);
  const crew = [share('a', 1, 30), share('b', 31, 32), share('c', 33, 34), share('d', 40, 70)];
  assert.deepEqual(
    bandsOf(crew).map(({ firstRow, lastRow, planters }) => [firstRow, lastRow, ...planters]),
    crew.map(({ planterId, firstRow, lastRow }) => [firstRow, lastRow, planterId]),
  );
  // A gap between them: other rows lie there.
  assert.equal(bandsOf([share('a', 1, 1), share('b', 2, 2), share('a', 9, 9)]).length, 3);
  assert.deepEqual(bandsOf([]), []);
});
