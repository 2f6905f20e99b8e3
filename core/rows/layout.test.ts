import { says } from '../../tests/says';
import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { MultiPolygon } from '../ground/polygon';
import {
  driftOf,
  layOut,
  layoutOfStored,
  type LayoutGround,
  type LayoutParameters,
  type StoredLayout,
} from './layout';
import { toFrame } from './lattice';
import { pegPosition, positions, rowCount } from './rowset';
import { density, spacingForDensity } from './spacing';
import {
  arrange,
  checkMix,
  countSpecies,
  speciesAt,
  speciesOfFirst,
  type Arrangement,
} from './species';
import {
  drawnRow,
  eachPosition,
  rhythmOf,
  toRowSet,
  toStoredRows,
  treesInRow,
  type StoredRow,
} from './stored';

const block: MultiPolygon = [
  [
    [
      [0, 0],
      [210, 12],
      [230, 120],
      [90, 160],
      [-10, 90],
    ],
    [
      [60, 50],
      [90, 50],
      [80, 80],
    ],
  ],
];
const ground = { boundary: block, plantable: block };
const parameters: LayoutParameters = {
  pattern: 'offset',
  inRow: 2.4,
  between: 2.8,
  direction: { kind: 'edge', from: [0, 0], to: [210, 12] },
  firstOffset: 2,
  firstPeg: 0,
  headland: 0,
  shortest: 0,
  mix: [
    { species: 'p', share: 46 },
    { species: 'b', share: 28 },
    { species: 'a', share: 16 },
    { species: 'w', share: 10 },
  ],
  arrangement: { kind: 'random', longest: 3, seed: 7 },
};

const mixes = fc
  .array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 6 })
  .map((weights) => {
    const sum = weights.reduce((a, b) => a + b, 0);
    const shares = weights.map((weight) => Math.floor((weight / sum) * 10_000) / 100);
    shares[0] = Math.round((shares[0] + 100 - shares.reduce((a, b) => a + b, 0)) * 100) / 100;
    return shares;
  });
const arrangements = fc.oneof(
  fc.constant<Arrangement>({ kind: 'rows' }),
  fc.integer({ min: 1, max: 40 }).map((length): Arrangement => ({ kind: 'runs', length })),
  fc
    .record({ longest: fc.integer({ min: 1, max: 8 }), seed: fc.nat(1000) })
    .map((r): Arrangement => ({ kind: 'random', ...r })),
);

test('species fill every row exactly and keep the mix within one tree', () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(120), { minLength: 1, maxLength: 40 }),
      mixes,
      arrangements,
      (rows, shares, arrangement) => {
        const total = rows.reduce((a, b) => a + b, 0);
        const { runs, counts } = arrange(rows, shares, arrangement);
        rows.forEach((trees, i) => {
          const inRow = runs[i].filter((_, k) => k % 2 === 1).reduce((a, b) => a + b, 0);
          assert.equal(inRow, trees);
          assert.ok(runs[i].every((value, k) => k % 2 === 0 || value > 0));
        });
        assert.deepEqual(countSpecies(runs, shares.length), counts);
        assert.equal(
          counts.reduce((a, b) => a + b, 0),
          total,
        );
        counts.forEach((count, s) => assert.ok(Math.abs(count - (total * shares[s]) / 100) <= 1));
      },
    ),
  );
});

test('random keeps its longest run wherever the mix allows one', () => {
  fc.assert(
    fc.property(mixes, fc.integer({ min: 1, max: 5 }), fc.nat(500), (shares, longest, seed) => {
      const { runs, counts, notes } = arrange([37, 0, 64, 91, 5], shares, {
        kind: 'random',
        longest,
        seed,
      });
      const sequence = runs.flatMap((row) =>
        row.flatMap((_, i) => (i % 2 ? new Array<number>(row[i]).fill(row[i - 1]) : [])),
      );
      let run = 0;
      let longestFound = 0;
      sequence.forEach((species, i) => {
        run = species === sequence[i - 1] ? run + 1 : 1;
        longestFound = Math.max(longestFound, run);
      });
      const most = Math.max(...counts);
      const possible = most <= longest * (sequence.length - most + 1);
      const alone = counts.filter((count) => count > 0).length === 1;
      assert.equal(notes.length === 0, possible || alone);
      if (possible) assert.ok(longestFound <= longest, `${longestFound} > ${longest}`);
    }),
  );
});

test('whole rows mix at most one row a species; runs have their length', () => {
  const rows = new Array(50).fill(80);
  const whole = arrange(rows, [50, 30, 20], { kind: 'rows' });
  assert.ok(whole.runs.filter((row) => row.length > 2).length <= 2);
  const runs = arrange(rows, [50, 30, 20], { kind: 'runs', length: 25 }).runs.flat();
  assert.ok(Math.max(...runs.filter((_, i) => i % 2)) <= 25);
});

test('the same seed gives the same plan, another seed another', () => {
  const runs = (seed: number) =>
    layOut(ground, { ...parameters, arrangement: { kind: 'random', longest: 3, seed } }).runs;
  assert.deepEqual(runs(7), runs(7));
  assert.notDeepEqual(runs(7), runs(8));
});

test('a mix that is not whole says how much is missing', () => {
  assert.throws(() => checkMix([50, 46]), says(/adds up to 96 %.*4 % is missing/));
  assert.throws(() => checkMix([60, 46]), says(/6 % is too much/));
  assert.doesNotThrow(() => checkMix([100, 0]), 'a species that is not planted this time');
  assert.throws(() => checkMix([]), says(/empty/));
  assert.throws(() => checkMix([120, -20]), says(/0 to 100/));
});

test('spacing that cannot be planted is refused; any two of three give the third', () => {
  for (const wrong of [0, -2, NaN, 101]) assert.throws(() => density(wrong, 3), Told);
  assert.ok(Math.abs(spacingForDensity(2.5, density(2.5, 3)) - 3) < 1e-12);
  assert.throws(() => spacingForDensity(2.5, 0), Told);
});

test('rows along an edge start at the first offset from it, on the block’s side', () => {
  const { rows } = layOut(ground, parameters);
  const edge = layOut(ground, {
    ...parameters,
    direction: { kind: 'edge', from: [210, 12], to: [0, 0] },
  });
  // The same edge walked the other way gives the same rows.
  assert.ok(Math.abs(edge.rows.total - rows.total) <= rowCount(rows));
  const [, v] = toFrame(rows.frame, [rows.lineXY[0], rows.lineXY[1]]);
  assert.ok(Math.abs(v - rows.frame.anchor) < 1e-9);
});

test('figures follow from what was laid out', () => {
  const { rows, figures, speciesCounts } = layOut(ground, parameters);
  assert.equal(figures.trees.value, rows.total);
  assert.equal(
    speciesCounts.reduce((a, b) => a + b, 0),
    rows.total,
  );
  const [plantable, each, nominal, lost] = figures.trees.steps;
  assert.ok(Math.abs(nominal.value * each.value - plantable.value) < 1e-6);
  assert.equal(each.value, rows.step * rows.between);
  assert.ok(Math.abs(nominal.value + lost.value - rows.total) < 1e-6);
  assert.ok(
    Math.abs(figures.walked.value - figures.walked.steps[0].value - figures.walked.steps[1].value) <
      1e-6,
  );
  const square = layOut(ground, { ...parameters, pattern: 'square', between: 99 });
  assert.equal(square.rows.between, 2.4, 'a square ties the rows to the trees');
});

test('kept rows give the very same positions as the layout they came from', () => {
  const { rows, runs } = layOut(ground, parameters);
  const stored = toStoredRows(rows, runs);
  const again = JSON.parse(JSON.stringify(stored)) as typeof stored;
  const rebuilt = toRowSet(rhythmOf(rows), again);
  assert.deepEqual(positions(rebuilt), positions(rows));
  const xy = positions(rows);
  let i = 0;
  for (const at of eachPosition(rebuilt, again)) {
    assert.ok(Math.hypot(at.point[0] - xy[2 * i], at.point[1] - xy[2 * i + 1]) < 1e-9);
    assert.equal(at.species, speciesAt(again[at.row - 1].runs, at.peg));
    i++;
  }
  assert.equal(i, rows.total);
  assert.equal(
    again.reduce((sum, row) => sum + treesInRow(row), 0),
    rows.total,
  );
});

test('the first n trees of a row have the species of its first runs', () => {
  assert.deepEqual(speciesOfFirst([0, 5, 1, 3, 0, 4], 7, 2), [5, 2]);
  assert.deepEqual(speciesOfFirst([0, 5, 1, 3, 0, 4], 99, 2), [9, 3]);
  assert.deepEqual(speciesOfFirst([0, 5], 0, 2), [0, 0]);
});

test('a kept version is what it is, and says what laying it anew would change', () => {
  const parameters: LayoutParameters = {
    ...{ pattern: 'offset', inRow: 2.5, between: 3, firstOffset: 1, firstPeg: 0, headland: 2 },
    ...{ shortest: 5, direction: { kind: 'bearing', bearing: 0.4 } },
    mix: [
      { species: 'p', share: 60 },
      { species: 'b', share: 40 },
    ],
    arrangement: { kind: 'runs', length: 5 },
  };
  const field = (width: number): LayoutGround => {
    const area: MultiPolygon = [
      [
        [
          [0, 0],
          [width, 0],
          [width, 80],
          [0, 80],
        ],
      ],
    ];
    return { boundary: area, plantable: area };
  };
  const laid = layOut(field(100), parameters);
  const kept: StoredLayout = {
    rhythm: rhythmOf(laid.rows),
    rows: toStoredRows(laid.rows, laid.runs),
    parameters,
    plantableArea: 8000,
  };
  const shown = layoutOfStored(JSON.parse(JSON.stringify(kept)) as StoredLayout);
  assert.deepEqual(shown.runs, laid.runs);
  assert.deepEqual(shown.speciesCounts, laid.speciesCounts);
  assert.deepEqual([...positions(shown.rows)], [...positions(laid.rows)]);
  for (const key of ['trees', 'stocked', 'rows', 'walked'] as const)
    assert.ok(Math.abs(shown.figures[key].value - laid.figures[key].value) < 1e-9, key);
  // 8 000 m²: so many trees a hectare as five quarters of the trees there are.
  assert.ok(Math.abs(shown.figures.stocked.value * 8000 - laid.rows.total) < 1e-6);
  assert.equal(driftOf(kept, field(100)), undefined);
  const smaller = driftOf(kept, field(90))!;
  assert.equal(smaller.trees, laid.rows.total);
  assert.equal(smaller.anew, layOut(field(90), parameters).rows.total);
  assert.deepEqual([smaller.groundThen, Math.round(smaller.groundNow)], [8000, 7200]);
  assert.ok(smaller.rows > 0 && smaller.anew < smaller.trees);
  // What goes on from begun rows cannot be laid again: only the ground tells that it has changed.
  const onward: StoredLayout = { ...kept, continues: 1 };
  assert.equal(driftOf(onward, field(100)), undefined);
  assert.deepEqual(driftOf(onward, field(90)), {
    ...{ trees: laid.rows.total, anew: laid.rows.total, rows: 0 },
    ...{ groundThen: 8000, groundNow: driftOf(onward, field(90))!.groundNow },
  });
  // Rows that are there only now, or were only then, are changes, each of them.
  const grown = driftOf({ ...kept, rows: kept.rows.slice(0, -3) }, field(100))!;
  assert.equal(grown.rows, 3);
  const gone = driftOf({ ...kept, rows: [...kept.rows, kept.rows[0], kept.rows[1]] }, field(100))!;
  assert.equal(gone.rows, 2);
  // The same count with other species in the rows is a change too.
  const other = {
    ...kept,
    parameters: { ...parameters, arrangement: { kind: 'alternate' as const } },
  };
  assert.ok(driftOf(other, field(100))!.rows > 0);
});

test('a row is drawn in few corners, and every peg stays within a finger’s breadth of its own', () => {
  const winding = fc.record({
    bend: fc.double({ min: 0.5, max: 6, noNaN: true }),
    wave: fc.double({ min: 40, max: 200, noNaN: true }),
    start: fc.double({ min: -50, max: 50, noNaN: true }),
    step: fc.double({ min: 0.7, max: 4, noNaN: true }),
    gap: fc.integer({ min: 1, max: 6 }),
  });
  fc.assert(
    fc.property(winding, ({ bend, wave, start, step, gap }) => {
      const line = Array.from({ length: 300 }, (_, i) => [i, bend * Math.sin(i / wave)]).flat();
      const row: StoredRow = {
        ...{ number: 1, line, start, step, listed: false, runs: [0, 40] },
        stretches: [start + 1.3, 20, start + 1.3 + (20 + gap) * step, 20],
      };
      const rhythm = { frame: { anchor: 0 }, straight: false, step, between: 2 } as never;
      const [own, drawn] = [row, drawnRow(row)].map((one) => toRowSet(rhythm, [one]));
      for (let peg = 1; peg <= 40; peg++) {
        const [a, b] = [own, drawn].map((set) => pegPosition(set, 1, peg)!.point);
        assert.ok(Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.025, `peg ${peg}`);
      }
      const corners = drawnRow(row).line.length;
      assert.ok(corners < line.length / 2, `${corners} of ${line.length}`);
    }),
    { numRuns: 100 },
  );
});

test('a trembling line is drawn straight, and no peg drifts along it by what the trembling was long', () => {
  const line = Array.from({ length: 601 }, (_, i) => [i / 2, i % 2 ? 0.004 : -0.004]).flat();
  const row: StoredRow = {
    ...{ number: 1, line, start: 5, step: 2, listed: false, runs: [0, 90] },
    stretches: [6.5, 50, 210, 40],
  };
  const rhythm = { frame: { anchor: 0 }, straight: false, step: 2, between: 2 } as never;
  const [own, drawn] = [row, drawnRow(row)].map((one) => toRowSet(rhythm, [one]));
  assert.ok(drawnRow(row).line.length < 20);
  for (const peg of [1, 50, 51, 90]) {
    const [a, b] = [own, drawn].map((set) => pegPosition(set, 1, peg)!.point);
    assert.ok(Math.hypot(a[0] - b[0], a[1] - b[1]) < 0.02, `peg ${peg}: ${a} and ${b}`);
  }
});

test('corners that are the pegs all stay, and a straight row keeps its rhythm to the last digit', () => {
  const lane: StoredRow = {
    ...{ number: 1, line: [0.004, 0, 1, 0.0001, 2.006, 0], start: 0, step: 1, listed: true },
    ...{ stretches: [0, 3], runs: [0, 3] },
  };
  assert.deepEqual(drawnRow(lane).line, [0, 0, 1, 0, 2.01, 0]);
  assert.deepEqual(drawnRow(lane).stretches, [0, 3]);
  const straight = toStoredRows(
    ...(({ rows, runs }) => [rows, runs] as const)(layOut(ground, parameters)),
  );
  for (const row of straight) {
    const { line: _own, ...kept } = row;
    const { line: _drawn, ...drawn } = drawnRow(row);
    assert.deepEqual(drawn, kept);
  }
});
