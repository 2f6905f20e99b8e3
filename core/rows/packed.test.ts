import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { packRows, unpackRows } from './packed';
import { pegPosition } from './rowset';
import { drawnRow, toRowSet, type StoredRow } from './stored';

const length = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true });
const stored = fc
  .record({
    number: fc.integer({ min: 1, max: 900 }),
    start: length(-80, 80),
    step: length(0.5, 6),
    bend: length(0, 8),
    from: length(0, 3),
    pegs: fc.integer({ min: 2, max: 60 }),
    gap: fc.integer({ min: 1, max: 9 }),
  })
  .map(({ number, start, step, bend, from, pegs, gap }): StoredRow => {
    const reach = from + (2 * pegs + gap) * step;
    const line = Array.from({ length: 40 }, (_, i) => [
      -300 + (i * reach) / 38,
      40 + bend * Math.sin(i / 9),
    ]).flat();
    return {
      ...{ number, line, start, step, listed: false, runs: [0, pegs, 3, pegs] },
      stretches: [start + from, pegs, start + from + (pegs + gap) * step, pegs],
    };
  });

test('rows that are handed over as one text have their pegs where they were drawn', () => {
  fc.assert(
    fc.property(fc.array(stored, { minLength: 1, maxLength: 4 }), (rows) => {
      const drawn = rows.map((row) => drawnRow(row));
      const back = unpackRows(packRows(drawn));
      const rhythm = { frame: { anchor: 0 }, straight: false, step: 2, between: 2 } as never;
      const [a, b] = [drawn, back].map((list) => toRowSet(rhythm, list));
      back.forEach((row, i) => {
        assert.equal(row.number, rows[i].number);
        assert.deepEqual(row.runs, rows[i].runs);
        assert.equal(row.line.length, drawn[i].line.length);
        for (const peg of [1, rows[i].stretches[1], 2 * rows[i].stretches[1]]) {
          const [one, other] = [a, b].map((set) => pegPosition(set, i + 1, peg)!.point);
          assert.ok(Math.hypot(one[0] - other[0], one[1] - other[1]) < 0.002, `peg ${peg}`);
        }
      });
    }),
    { numRuns: 150 },
  );
});

test('a lane of listed corners, a row without trees and no rows at all come back as they were', () => {
  const lane: StoredRow = {
    ...{ number: 7, line: [1.25, -2.5, 1.26, -2.75, -0.5, 3], start: 0, step: 0, listed: true },
    ...{ stretches: [0, 3], runs: [2, 1, 0, 2] },
  };
  const empty: StoredRow = { ...lane, number: 8, line: [0, 0, 5, 5], listed: false, stretches: [], runs: [] }; // prettier-ignore
  assert.deepEqual(unpackRows(packRows([lane, empty])), [lane, empty]);
  assert.deepEqual(unpackRows(packRows([])), []);
  assert.throws(() => unpackRows(`${packRows([lane])} 5` as never), RangeError);
});
