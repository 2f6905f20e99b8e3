import { says } from '../../tests/says';
import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Point } from '../measure/plane';
import { isNearEdge } from '../../tests/geometry';
import { contains, type MultiPolygon, type Ring } from '../ground/polygon';
import { fromMultiPolygon, grow, toMultiPolygon } from '../ground/topology';
import {
  fromFrame,
  layLattice,
  rowSpan,
  toFrame,
  type LatticeOptions,
  type RowFrame,
} from './lattice';
import { nearestPeg, pegPosition, positions, rowsOfLattice, treesByRow } from './rowset';

const options: LatticeOptions = {
  step: 2,
  between: 3,
  stagger: 0,
  firstPeg: 0,
  headland: 0,
  shortest: 0,
};
const frame: RowFrame = { bearing: Math.PI / 2, side: 1, baseline: 0, anchor: 0 };

/** Holds a lattice against its definition: every lattice point inside, and no other. */
function checkLattice(area: MultiPolygon, at: RowFrame, with_: LatticeOptions): void {
  const lattice = layLattice(area, at, with_);
  const xy = positions(rowsOfLattice(lattice));
  assert.equal(xy.length, 2 * lattice.total);
  const found = new Set<string>();
  /** A corner within a millimetre of a row line lies on it: along such a row the edge is known to a millimetre. */
  const cornered = new Set(
    area
      .flat(2)
      .map((corner) => (toFrame(at, corner)[1] - at.anchor) / with_.between)
      .filter((row) => Math.abs(row - Math.round(row)) * with_.between < 1e-3)
      .map(Math.round),
  );
  const margin = (row: number) => (cornered.has(row) ? 1e-3 : 1e-5);
  for (let i = 0; i < lattice.total; i++) {
    const point: Point = [xy[2 * i], xy[2 * i + 1]];
    const [u, v] = toFrame(at, point);
    const row = (v - at.anchor) / with_.between;
    const shift = Math.abs(Math.round(row) % 2) * with_.stagger;
    const peg = (u - at.baseline - with_.firstPeg) / with_.step - shift;
    // Spacing exact to a millimetre.
    assert.ok(Math.abs(row - Math.round(row)) * with_.between < 1e-3);
    assert.ok(Math.abs(peg - Math.round(peg)) * with_.step < 1e-3);
    const key = `${Math.round(row)}/${Math.round(peg)}`;
    assert.ok(!found.has(key), `position ${key} twice`);
    found.add(key);
    const near = margin(Math.round(row));
    assert.ok(contains(area, point) || isNearEdge(area, point, near), `outside: ${point}`);
  }
  const us = area.flat(2).map((p) => toFrame(at, p));
  const [u0, u1] = [Math.min(...us.map(([u]) => u)), Math.max(...us.map(([u]) => u))];
  const [v0, v1] = [Math.min(...us.map(([, v]) => v)), Math.max(...us.map(([, v]) => v))];
  for (
    let row = Math.floor((v0 - at.anchor) / with_.between);
    row * with_.between + at.anchor <= v1;
    row++
  ) {
    const shift = Math.abs(row % 2) * with_.stagger;
    const first = Math.floor((u0 - at.baseline - with_.firstPeg) / with_.step - shift);
    for (let peg = first; ; peg++) {
      const u = at.baseline + with_.firstPeg + (peg + shift) * with_.step;
      if (u > u1) break;
      const point = fromFrame(at, [u, at.anchor + row * with_.between]);
      if (contains(area, point) && !isNearEdge(area, point, margin(row))) {
        assert.ok(found.has(`${row}/${peg}`), `missing ${row}/${peg} at ${point}`);
      }
    }
  }
}

const star = (corners: number, radii: readonly number[]): Ring =>
  Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    const radius = radii[i % radii.length];
    return [radius * Math.cos(angle), radius * Math.sin(angle)];
  });

test('random star-shaped blocks with a hole: all inside, none missing, spacing exact', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 20, max: 60, noNaN: true }), { minLength: 5, maxLength: 14 }),
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      fc.double({ min: 1.2, max: 6, noNaN: true }),
      fc.double({ min: 1.2, max: 6, noNaN: true }),
      fc.constantFrom(0, 0.5),
      fc.constantFrom<1 | -1>(1, -1),
      (radii, bearing, step, between, stagger, side) => {
        const area: MultiPolygon = [[star(radii.length, radii), star(9, [7, 12])]];
        checkLattice(
          area,
          { bearing, side, baseline: -70, anchor: 3.3 },
          { ...options, step, between, stagger, firstPeg: 0.4 },
        );
      },
    ),
    {
      ...{ numRuns: 60, seed: 7 },
      // A row 0.6 mm under a tip: the tip lies on the row, and is no place.
      examples: [
        [
          [
            52.524684, 31.625762, 25.088192, 21.900014, 48.90064530536631, 47.783618, 37.7166,
            40.172875,
          ],
          ...([0, 1.200000000000001, 1.2000000000000035, 0, -1] as const),
        ],
      ],
    },
  );
});

test('awkward blocks: concave, a sliver, several parts, a neck cut in two, 5 000 corners', () => {
  const comb: Ring = [
    [0, 0],
    [60, 0],
    [60, 40],
  ];
  for (let tooth = 9; tooth >= 0; tooth--) comb.push([tooth * 6 + 3, 4], [tooth * 6, 40]);
  checkLattice([[comb]], { ...frame, bearing: 1.1 }, options);
  checkLattice(
    [
      [
        [
          [0, 0],
          [200, 0.4],
          [200, 0.9],
          [0, 0.5],
        ],
      ],
    ],
    { ...frame, bearing: 1.568 },
    options,
  );
  checkLattice(
    [[star(6, [20])], [star(5, [9]).map(([x, y]): Point => [x + 60, y - 5])]],
    { ...frame, bearing: 0.2 },
    options,
  );
  const dumbbell: Ring = [
    [-50, -20],
    [-10, -20],
    [-10, -1],
    [10, -1],
    [10, -20],
    [50, -20],
    [50, 20],
    [10, 20],
    [10, 1],
    [-10, 1],
    [-10, 20],
    [-50, 20],
  ];
  const cut = toMultiPolygon(grow(fromMultiPolygon([[dumbbell]]), -1.5));
  assert.equal(cut.length, 2, 'the margin cuts the neck');
  checkLattice(cut, { ...frame, bearing: 0.7 }, options);
  checkLattice(
    [[star(5000, [50, 49, 48.5, 50.5])]],
    { ...frame, bearing: 2.2 },
    { ...options, step: 2.1, between: 2.6 },
  );
});

test('rows along the edges themselves: a rectangle gives exactly its count', () => {
  const rectangle: MultiPolygon = [
    [
      [
        [0, 0],
        [20, 0],
        [20, 12],
        [0, 12],
      ],
    ],
  ];
  const lattice = layLattice(rectangle, { ...frame, anchor: -12 }, options);
  // Eleven pegs at 0, 2 … 20; rows at 0, 3, 6, 9 and 12: one row more than spacings, as with a tape.
  assert.deepEqual([...lattice.stretchCount], [11, 11, 11, 11, 11]);
});

test('tape rule: so many spacings wide, one row more, on any bearing and counted from either side', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 60 }),
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      fc.constantFrom(1 as const, -1 as const),
      (rows, pegs, bearing, side) => {
        const turned: RowFrame = { bearing, side, baseline: 0, anchor: 0 };
        const [width, length] = [rows * options.between, pegs * options.step];
        const area: MultiPolygon = [
          [
            [
              [0, 0],
              [length, 0],
              [length, width],
              [0, width],
            ].map((corner) => fromFrame(turned, corner as Point)),
          ],
        ];
        const { stretchCount } = layLattice(area, turned, options);
        assert.deepEqual([...stretchCount], new Array<number>(rows + 1).fill(pegs + 1));
      },
    ),
  );
});

test('edges along a row line belong to it above and below, beside a step and round a hole', () => {
  const area = (...rings: Point[][]): MultiPolygon => [rings];
  const lay = (rings: MultiPolygon) => {
    const { rowIndex, rowStretches, stretchFirst, stretchCount } = layLattice(
      rings,
      { bearing: Math.PI / 2, side: -1, baseline: 0, anchor: 0 },
      { ...options, step: 1, between: 1 },
    );
    return Array.from(rowIndex, (row, i) =>
      Array.from({ length: rowStretches[i + 1] - rowStretches[i] }, (_, s) => [
        row,
        stretchFirst[rowStretches[i] + s],
        stretchCount[rowStretches[i] + s],
      ]),
    ).flat();
  };
  // A step: the lower part ends where the upper one goes on.
  const step: Point[] = [
    [0, 0],
    [6, 0],
    [6, 2],
    [3, 2],
    [3, 4],
    [0, 4],
  ];
  assert.deepEqual(lay(area(step)), [
    [0, 0, 7],
    [1, 0, 7],
    [2, 0, 7],
    [3, 0, 4],
    [4, 0, 4],
  ]);
  // A hole from 1 to 3: its edges may be planted, its inside not.
  const hole: Point[] = [
    [2, 1],
    [2, 3],
    [4, 3],
    [4, 1],
  ];
  assert.deepEqual(
    lay(
      area(
        [
          [0, 0],
          [6, 0],
          [6, 4],
          [0, 4],
        ],
        hole,
      ),
    ),
    [
      [0, 0, 7],
      [1, 0, 7],
      [2, 0, 3],
      [2, 4, 3],
      [3, 0, 7],
      [4, 0, 7],
    ],
  );
});

test('headland is kept at the outer edge and not at a hole', () => {
  const block: MultiPolygon = [
    [
      [
        [0, 0],
        [100, 0],
        [100, 10],
        [0, 10],
      ],
      [
        [40, 2],
        [60, 2],
        [60, 8],
        [40, 8],
      ],
    ],
  ];
  const lattice = layLattice(
    block,
    { ...frame, anchor: -5 },
    { ...options, headland: 8, between: 20 },
  );
  assert.equal(lattice.rowIndex.length, 1);
  assert.deepEqual([...lattice.stretchFirst], [8, 60]);
  assert.deepEqual([...lattice.stretchCount], [17, 17]);
  assert.deepEqual(rowSpan(lattice, 0), [8, 92]);
});

test('stubs shorter than asked are dropped', () => {
  const wedge: MultiPolygon = [
    [
      [
        [0, 0],
        [100, 0],
        [0, 30],
      ],
    ],
  ];
  const all = layLattice(wedge, { ...frame, anchor: -29.9 }, options);
  const long = layLattice(wedge, { ...frame, anchor: -29.9 }, { ...options, shortest: 50 });
  assert.ok(long.rowIndex.length < all.rowIndex.length);
  for (let row = 0; row < long.rowIndex.length; row++) {
    const [first, last] = rowSpan(long, row);
    assert.ok(last - first > 45);
  }
});

test('too many positions are refused before they fill the memory', () => {
  const big: MultiPolygon = [
    [
      [
        [0, 0],
        [5000, 0],
        [5000, 5000],
        [0, 5000],
      ],
    ],
  ];
  assert.throws(() => layLattice(big, frame, { ...options, step: 0.2, between: 0.2 }), Told);
  assert.throws(
    () => layLattice(big, frame, { ...options, step: 0.1, between: 0.001 }),
    says(/too close together/),
  );
});

test('every peg can be named, found from its place, and named back', () => {
  const rows = rowsOfLattice(
    layLattice(
      [[star(12, [40, 55]), star(7, [8])]],
      { ...frame, bearing: 0.6, anchor: 1 },
      { ...options, stagger: 0.5 },
    ),
  );
  const trees = treesByRow(rows);
  assert.equal(
    trees.reduce((a, b) => a + b, 0),
    rows.total,
  );
  const xy = positions(rows);
  let index = 0;
  for (let row = 1; row <= trees.length; row++) {
    for (let peg = 1; peg <= trees[row - 1]; peg++, index++) {
      const { point } = pegPosition(rows, row, peg)!;
      assert.ok(Math.hypot(point[0] - xy[2 * index], point[1] - xy[2 * index + 1]) < 1e-9);
      const near = nearestPeg(rows, [point[0] + 0.2, point[1] - 0.2])!;
      assert.deepEqual([near.row, near.peg], [row, peg]);
    }
  }
  assert.equal(pegPosition(rows, 1, trees[0] + 1), undefined);
  assert.equal(pegPosition(rows, 0, 1), undefined);
});
