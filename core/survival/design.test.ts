import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seededRandom } from '../measure/random';
import {
  countDesign,
  nextCount,
  drawCounted,
  rowsToCount,
  spreadOfRows,
  type Stratum,
} from './design';

const stratum = (name: string, rows: number, spread: number, from = 1): Stratum => ({
  ...{ name, spread, trees: rows * 100 },
  rows: Array.from({ length: rows }, (_, i) => from + i),
});

test('rows go where there are many and where they differ; more are drawn for a smaller half-width', () => {
  const strata = [stratum('bank', 60, 0.05), stratum('wet edge', 60, 0.2, 61)];
  const wide = countDesign(strata, 0.05);
  const [bank, wet] = wide.strata;
  // Neyman: as spreads are 1 to 4, so are the rows, as near as whole ones allow.
  assert.ok(wet.draw / bank.draw > 2.5 && wet.draw / bank.draw < 5.5, `${wet.draw}:${bank.draw}`);
  assert.ok(wide.half <= 0.05);
  const narrow = countDesign(strata, 0.02);
  assert.ok(narrow.rows.value > wide.rows.value && narrow.half <= 0.02);
  assert.equal(countDesign(strata, 0).rows.value, 120, 'to know it all, all are counted');
  assert.equal(countDesign(strata, 0).half, 0);
  assert.equal(countDesign([stratum('one row', 1, 0.1)], 0.01).rows.value, 1);
});

test('one row less would not do', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          rows: fc.integer({ min: 2, max: 50 }),
          spread: fc.double({ min: 0.01, max: 0.4, noNaN: true }),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      fc.double({ min: 0.01, max: 0.1, noNaN: true }),
      (given, half) => {
        const strata = given.map(({ rows, spread }, i) => stratum(`s${i}`, rows, spread));
        const design = countDesign(strata, half);
        const total = strata.reduce((sum, { rows }) => sum + rows.length, 0);
        const drawn = design.strata.reduce((sum, { draw }) => sum + draw, 0);
        assert.equal(design.rows.value, drawn);
        for (const { draw, rows } of design.strata) assert.ok(draw >= 2 && draw <= rows.length);
        assert.ok(drawn === total || design.half <= half);
        // A wider half-width never asks for more, and with a whisker less than was reached a row is added.
        assert.ok(countDesign(strata, half * 1.5).rows.value <= drawn);
        if (drawn < total && drawn > 2 * strata.length)
          assert.ok(countDesign(strata, design.half * 0.999).rows.value >= drawn);
      },
    ),
    { seed: 2, numRuns: 150 },
  );
});

test('the half-width is that of the stratified mean, with as many degrees of freedom as rows beyond the strata', () => {
  // Four and six of 40 and 60 alike rows: t of 8 is 2.306 (two-sided 95 %), of 9 2.262, and so on.
  const t = new Map([
    [2, 4.303],
    [3, 3.182],
    [4, 2.776],
    [5, 2.571],
    [6, 2.447],
    [7, 2.365],
    [8, 2.306],
  ]);
  const strata = [stratum('a', 40, 0.1), stratum('b', 60, 0.1, 41)];
  const { rows, half, strata: drawn } = countDesign(strata, 0.08);
  const [a, b] = drawn.map(({ draw }) => draw);
  assert.equal(a + b, rows.value);
  const error = Math.sqrt(
    (0.4 * 0.1) ** 2 * (1 / a - 1 / 40) + (0.6 * 0.1) ** 2 * (1 / b - 1 / 60),
  );
  const free = a + b - 2;
  assert.ok(t.has(free), `${free}`);
  assert.ok(Math.abs(half - t.get(free)! * error) < 2e-4, `${half}`);
  assert.ok(half <= 0.08 && t.get(free - 1)! * error > 0.08 * 0.9);
});

test('the rows are of their stratum, each once, spread over it, and the same for the same seed', () => {
  const design = countDesign([stratum('a', 40, 0.1), stratum('b', 23, 0.3, 101)], 0.04);
  const rows = rowsToCount(design, 'block');
  assert.equal(new Set(rows).size, rows.length);
  assert.equal(rows.length, design.rows.value);
  assert.deepEqual(rows, rowsToCount(design, 'block'));
  const own = rows.filter((row) => row <= 40);
  assert.equal(own.length, design.strata[0].draw);
  const steps = own.slice(1).map((row, i) => row - own[i]);
  assert.ok(Math.max(...steps) - Math.min(...steps) <= 1, 'even steps');
  // Over many seeds every row has its chance.
  const seen = new Map<number, number>();
  for (let seed = 0; seed < 600; seed++)
    for (const row of rowsToCount(design, `${seed}`)) seen.set(row, (seen.get(row) ?? 0) + 1);
  const share = design.strata[0].draw / 40;
  for (let row = 1; row <= 40; row++)
    assert.ok(Math.abs((seen.get(row) ?? 0) / 600 - share) < 0.09, `row ${row}`);
});

test('the interval of such counts holds the truth about as often as it says', () => {
  const random = seededRandom('design');
  const truth = [
    Array.from({ length: 60 }, () => 0.9 + 0.08 * (random() - 0.5)),
    Array.from({ length: 40 }, () => 0.6 + 0.5 * (random() - 0.5)),
  ];
  const spreads = truth.map((rows) => {
    const mean = rows.reduce((a, b) => a + b, 0) / rows.length;
    return Math.sqrt(rows.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (rows.length - 1));
  });
  const design = countDesign(
    [stratum('a', 60, spreads[0]), stratum('b', 40, spreads[1], 61)],
    0.03,
  );
  const all = truth.flat();
  const survival = all.reduce((a, b) => a + b, 0) / all.length;
  let within = 0;
  for (let seed = 0; seed < 500; seed++) {
    const rows = rowsToCount(design, `${seed}`);
    const mean = (from: number, to: number) => {
      const own = rows.filter((row) => row >= from && row <= to);
      return own.reduce((sum, row) => sum + all[row - 1], 0) / own.length;
    };
    const estimate = 0.6 * mean(1, 60) + 0.4 * mean(61, 100);
    if (Math.abs(estimate - survival) <= design.half) within++;
  }
  assert.ok(within / 500 > 0.92, `${within} of 500`);
});

test('how rows differ is read off a count; long rows count by their trees', () => {
  assert.equal(spreadOfRows([{ set: 50, alive: 40 }]), undefined);
  const spread = spreadOfRows([
    { set: 100, alive: 80 },
    { set: 100, alive: 100 },
  ])!;
  assert.ok(Math.abs(spread - Math.sqrt(2) * 0.1) < 1e-12);
  assert.equal(
    spreadOfRows([
      { set: 10, alive: 9 },
      { set: 100, alive: 90 },
      { set: 0, alive: 0 },
    ]),
    0,
  );
});

test('what was counted is weighed as it was drawn: by the newest draw that holds it', () => {
  const partsDrawn = (...of: Parameters<typeof drawCounted>) => drawCounted(...of)?.parts;
  const parts = [
    { name: 'bank', rows: [1, 2, 3, 4] },
    { name: 'edge', rows: [5, 6] },
  ];
  const first = nextCount(undefined, { by: 'zone', half: 0.03, rows: [1, 3, 5, 6] }, parts);
  assert.deepEqual(partsDrawn(first, [1, 3, 5, 6]), parts);
  assert.deepEqual(partsDrawn(first, [1, 3, 5]), parts, 'one is not counted yet');
  assert.equal(partsDrawn(first, [2, 4]), undefined, 'not the rows that were drawn');
  const ten = Array.from({ length: 10 }, (_, i) => i + 1);
  const ofTen = nextCount(undefined, { by: 'zone', half: 0.03, rows: ten }, parts);
  assert.deepEqual(partsDrawn(ofTen, [...ten.slice(1), 99]), parts, 'one row walked by mistake');
  assert.equal(partsDrawn(ofTen, [...ten.slice(2), 98, 99]), undefined);
  // All that was drawn and some more, where somebody looked closely: those stand for no others.
  const closely = drawCounted(ofTen, [...ten, 98, 99])!;
  assert.deepEqual([closely.parts, closely.beside], [parts, [98, 99]]);
  assert.deepEqual(drawCounted(ofTen, [...ten, 99])!.beside, [], 'one alone is a mistake');
  const forty = Array.from({ length: 40 }, (_, i) => i + 1);
  assert.equal(drawCounted(ofTen, forty), undefined, 'whoever counted every row went by no draw');
  assert.equal(partsDrawn(undefined, [1]), undefined);
  assert.equal(partsDrawn(first, []), undefined);
  // The next draw is over the whole block: last season's rows stay what they were.
  const next = nextCount(first, { by: 'block', half: 0.02, rows: [2, 4] }, []);
  assert.equal(next.parts, undefined);
  assert.deepEqual(partsDrawn(next, [1, 3, 5, 6]), parts);
  assert.equal(partsDrawn(next, [2, 4]), undefined);
  let many = next;
  for (let draw = 0; draw < 9; draw++)
    many = nextCount(many, { by: 'block', half: 0.02, rows: [9] }, []);
  assert.ok(many.earlier!.length <= 4);
  // Terms stay small: of draws over very many rows the oldest go first.
  const wide = [1, 2].map((part) => ({
    name: `${part}`,
    rows: Array.from({ length: 6000 }, (_, i) => 2 * i + part),
  }));
  let long = nextCount(undefined, { by: 'species', half: 0.02, rows: [1] }, wide);
  for (const row of [2, 3])
    long = nextCount(long, { by: 'species', half: 0.02, rows: [row] }, wide);
  assert.deepEqual(
    long.earlier!.map(({ rows }) => rows),
    [[2]],
  );
});
