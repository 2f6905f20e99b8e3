import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Point } from '../measure/plane';
import type { StoredRow } from '../rows/stored';
import { MACHINE_TERMS, passPlan, setOfLoad, treesInShortPieces, type MachineRow } from './passes';
import { barriersOf, machinePieces, type Barrier } from './pieces';
import { shareSeats } from './seats';

/** Rows along the east, three metres apart towards the north, a tree every two metres from 0 to 98. */
const rhythm = {
  frame: { origin: [0, 0] as Point, east: [1, 0] as Point, side: -1 as const },
  ...{ straight: true, step: 2, between: 3 },
};
const rowAt = (number: number, trees = 50, runs = [0, trees]): StoredRow => ({
  ...{ number, start: 0, step: 2, listed: false, stretches: [0, trees], runs },
  line: [0, 3 * (number - 1), 2 * (trees - 1), 3 * (number - 1)],
});
const rowsUpTo = (count: number) => Array.from({ length: count }, (_, i) => rowAt(i + 1));
const wall = (...line: Point[]): Barrier => ({ name: 'ditch', lines: [line] });
const piecesOf = (rows: readonly StoredRow[], ...barriers: Barrier[]) =>
  machinePieces(rows, rhythm as never, barriers);
const inCells = (rows: readonly MachineRow[]) =>
  rows.map(({ number, from, trees, cell }) => [cell, number, from, trees]);

test('a ditch across a few rows cuts them, and what lies on one side of it is driven by itself', () => {
  const rows = rowsUpTo(4);
  const { rows: whole, cuttings: none } = piecesOf(rows);
  assert.deepEqual([inCells(whole).map(([cell]) => cell), none], [[0, 0, 0, 0], []]);
  // From the west edge at a slant to the south edge.
  const { rows: cut, cuttings } = piecesOf(rows, wall([-9, 8.5], [101, -5.9]));
  assert.deepEqual(cuttings, [{ name: 'ditch', rows: [1, 2, 3] }]);
  for (const row of rows) {
    const own = cut.filter(({ number }) => number === row.number);
    assert.deepEqual(
      own.map(({ trees }) => trees).reduce((a, b) => a + b),
      50,
    );
    // Where the ditch passes a row's line: 8.5 − 0.131·(x + 9) = 3·(row − 1).
    const at = (8.5 - 3 * (row.number - 1)) / (14.4 / 110) - 9;
    if (own.length > 1) {
      assert.equal(own[0].trees, Math.floor(at / 2) + 1, `row ${row.number}`);
      assert.equal(own[1].from, own[0].trees + 1);
      assert.equal(own[1].first, 2 * own[0].trees);
      assert.equal(own[1].length, 2 * (own[1].trees - 1));
      assert.notEqual(own[0].cell, own[1].cell);
    }
  }
  // South of it one cell, north of it one: each holds its rows' pieces on that side.
  assert.deepEqual(
    [...new Set(cut.map(({ cell }) => cell))].map((cell) =>
      cut.filter((one) => one.cell === cell).map(({ number }) => number),
    ),
    [
      [1, 2, 3],
      [1, 2, 3, 4],
    ],
  );
});

test('rows whose trees stand between each other’s lie beside each other all the same', () => {
  const staggered = rowsUpTo(4).map((row, i) => ({
    ...row,
    ...(i % 2 ? { start: 1, line: row.line.map((value, k) => (k % 2 ? value : value + 1)) } : {}),
    stretches: [i % 2, 50],
  }));
  const { rows } = piecesOf(staggered, wall([-9, 30], [200, 30]));
  assert.deepEqual(new Set(rows.map(({ cell }) => cell)), new Set([0]));
});

test('a ditch that ends leaves the way round it, wherever along the rows that is', () => {
  const cells = (...lines: [number, number][]) => {
    const walls = lines.map(([from, to]) => wall([from, 1.5], [to, 1.5]));
    return new Set(piecesOf(rowsUpTo(2), ...walls).rows.map(({ cell }) => cell)).size;
  };
  assert.equal(cells([-9, 70]), 1, 'past its east end');
  assert.equal(cells([30, 200]), 1, 'past its west end');
  assert.equal(cells([-9, 40], [60, 200]), 1, 'through a gate in it');
  assert.equal(cells([-9, 200]), 2);
});

test('a ditch between two rows parts them without cutting one', () => {
  const { rows, cuttings } = piecesOf(rowsUpTo(4), wall([-9, 4.5], [200, 4.5]));
  assert.deepEqual(inCells(rows), [
    [0, 1, 1, 50],
    [0, 2, 1, 50],
    [1, 3, 1, 50],
    [1, 4, 1, 50],
  ]);
  assert.deepEqual(cuttings, []);
});

test('round a pond there are four cells: before it, on either side, and beyond', () => {
  const pond = wall([40, 4], [60, 4], [60, 10], [40, 10], [40, 4]);
  const broken = (number: number) => ({ ...rowAt(number, 39), stretches: [0, 20, 62, 19] });
  const { rows } = piecesOf([rowAt(1), rowAt(2), broken(3), broken(4), rowAt(5)], pond);
  assert.deepEqual(inCells(rows), [
    [0, 1, 1, 50],
    [0, 2, 1, 50],
    [1, 3, 1, 20],
    [1, 4, 1, 20],
    [2, 3, 21, 19],
    [2, 4, 21, 19],
    [3, 5, 1, 50],
  ]);
  assert.deepEqual(
    rows.slice(2, 5).map(({ first, length }) => [first, length]),
    [
      [0, 38],
      [0, 38],
      [62, 36],
    ],
  );
});

test('trees on the very edge of a block are cut from nothing, whichever way round it was drawn', () => {
  const edge: Point[] = [
    [0, 0],
    [98, 0],
    [98, 9],
    [0, 9],
    [0, 0],
  ];
  for (const ring of [edge, [...edge].reverse()]) {
    const { rows, cuttings } = piecesOf(rowsUpTo(4), { name: '', lines: [ring] });
    assert.deepEqual(cuttings, []);
    assert.deepEqual([...new Set(rows.map(({ cell }) => cell))], [0]);
  }
  // A corner of a fence that lies on a row's line cuts it once.
  const { rows } = piecesOf(rowsUpTo(1), wall([40, -5], [41, 0], [47, 5]));
  assert.deepEqual(inCells(rows), [
    [0, 1, 1, 21],
    [1, 1, 22, 29],
  ]);
});

test('waters, fences, buildings and the edge are not crossed; a wire and a buried pipe are', () => {
  const line = {
    type: 'LineString' as const,
    coordinates: [
      [0, 0],
      [1, 1],
    ] as Point[],
  };
  const kinds = ['watercourse', 'overhead-line', 'fence', 'buried-service', 'road'] as const;
  const found = barriersOf(
    [
      [
        [
          [0, 0],
          [9, 0],
          [9, 9],
        ],
      ],
    ],
    kinds.map((kind) => ({ kind, name: kind, shape: line })),
    ([x, y]) => [2 * x, 2 * y],
  );
  assert.deepEqual(
    found.map(({ name }) => name),
    ['watercourse', 'fence', ''],
  );
  assert.deepEqual(found[2].lines, [
    [
      [0, 0],
      [18, 0],
      [18, 18],
      [0, 0],
    ],
  ]);
});

test('species of a piece are those of its pegs, and its load says which pegs these are', () => {
  const rows = [rowAt(1, 50, [0, 10, 1, 25, 0, 15])];
  const { rows: pieces } = piecesOf(rows, wall([39, -1], [39, 1]));
  assert.deepEqual(
    pieces.map(({ runs }) => runs),
    [
      [0, 10, 1, 10],
      [1, 15, 0, 15],
    ],
  );
  // A turn of 6 m in radius with room to overshoot is (π + 2) · 6 = 30.8 m long; the pieces are 38 and 58 m.
  assert.equal(treesInShortPieces(pieces, 6), 0);
  assert.equal(treesInShortPieces(pieces, 8), 20);
  assert.equal(treesInShortPieces([{ ...pieces[0], length: 3 }], 8), 0, 'a short row is not cut');
  const terms = { ...MACHINE_TERMS, seats: 1 as const, bin: 12 };
  const [first, second] = passPlan(pieces, 3, -1, terms).passes;
  assert.deepEqual(
    [first.backwards, first.loads[0].pegs, first.loads[0].earlier],
    [false, [1, 20], 0],
  );
  // The machine stands at the ditch: the other side is begun there.
  assert.deepEqual([second.backwards, second.loads[0].pegs], [false, [21, 50]]);
  assert.equal(second.loads[0].earlier, 20);
  // Four are left of the bin: filled at the ditch, it stops once less on the way.
  assert.equal(second.refill, true);
  assert.deepEqual(
    second.stops.map(({ peg }) => peg),
    [32, 44],
  );
  assert.equal(setOfLoad(second.loads[0], 26), 6);
  assert.equal(setOfLoad(second.loads[0], 15), 0);
  assert.equal(setOfLoad(first.loads[0], 26), 20);
});

test('whatever cuts rows: every tree once, no way of a pass over a barrier, one rider to a row', () => {
  const place = fc.tuple(fc.integer({ min: -5, max: 105 }), fc.integer({ min: -4, max: 40 }));
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.array(fc.tuple(place, place), { maxLength: 4 }),
      fc.constantFrom(1 as const, 2 as const),
      (count, sides, seats) => {
        // Between the pegs, so that no tree stands on a barrier.
        const barriers = sides.map(([[a, b], [c, d]]) =>
          wall([a + 0.31, b + 0.17], [c + 0.31, d + 0.17]),
        );
        const { rows } = piecesOf(rowsUpTo(count), ...barriers);
        const { passes } = passPlan(rows, 3, -1, { ...MACHINE_TERMS, seats });
        const pegs = passes
          .flatMap(({ loads }) => loads)
          .flatMap(({ row, pegs: [a, b] }) => {
            const [low, high] = [Math.min(a, b), Math.max(a, b)];
            return Array.from({ length: high - low + 1 }, (_, i) => row * 1000 + low + i);
          });
        assert.equal(pegs.length, 50 * count);
        assert.equal(new Set(pegs).size, 50 * count);
        for (const { loads } of passes)
          for (const {
            row,
            pegs: [a, b],
          } of loads) {
            const [y, from, to] = [
              3 * (row - 1),
              2 * (Math.min(a, b) - 1),
              2 * (Math.max(a, b) - 1),
            ];
            for (const { lines } of barriers)
              for (const [[px, py], [qx, qy]] of lines as [Point, Point][]) {
                if (py > y === qy > y) continue;
                const x = px + ((y - py) / (qy - py)) * (qx - px);
                // A tree that stands on the barrier is on no side of it.
                if (Math.abs(x - 2 * Math.round(x / 2)) < 0.02) continue;
                assert.ok(x < from || x > to, `row ${row} is driven over ${x}`);
              }
          }
        if (seats === 2) {
          const open = rowsUpTo(count).map(({ number }) => ({ number, left: 50, begun: false }));
          const riders = ['a', 'b'].map((id) => ({ id, name: id, rate: 100 }));
          const shared = shareSeats(passes, open, riders).shares.flatMap(({ rows: own }) => own);
          assert.deepEqual(
            shared.sort((a, b) => a - b),
            open.map(({ number }) => number),
          );
        }
      },
    ),
    { seed: 7, numRuns: 300 },
  );
});
