import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { aloneNow, GRACE, type CheckIn } from './alone';
import { boxCalls, unwatchedCalls, waveCalls } from './calls';
import { pictureType } from './pictures';
import {
  boxLevels,
  boxRows,
  BOX_TERMS,
  boxWater,
  fillTrips,
  rainsFrom,
  type Filled,
} from './reservoir';
import { waveRow, waveState, waveSums } from './waves';
import { readCounter } from '../formats/counter';
import { ontoRows, ROW_PAUSE, rowsOfPulses, seatAhead } from './wheel';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;

test('a wave works on what stands: the oldest first, what is past its hour told apart', () => {
  const now = 100 * HOUR;
  const state = waveState(
    'guard',
    [
      { number: 1, planted: 50, plantedAt: now - 30 * HOUR, done: 20 },
      { number: 2, planted: 40, plantedAt: now - 2 * HOUR, done: 0 },
      { number: 3, planted: 0, plantedAt: null, done: 0 },
      { number: 4, planted: 10, plantedAt: now - 5 * HOUR, done: 12 },
    ],
    { hands: 2, rate: 35, within: 24 },
    now,
  );
  assert.equal(state.waiting, 70);
  assert.equal(state.late, 30);
  assert.deepEqual(
    state.next.map(({ row, trees, late }) => [row, trees, late]),
    [
      [1, 30, true],
      [2, 40, false],
    ],
  );
  assert.deepEqual(state.ahead, [{ row: 4, more: 2 }]);
  // Whatever the order of the rows: the oldest first, and of rows as old as each other the first.
  const ages = [3, 9, 1, 9, 5].map((hours, i) => ({
    ...{ number: 5 - i, planted: 9, plantedAt: now - hours * HOUR, done: 0 },
  }));
  const aged = waveState('guard', ages, { hands: 1, rate: 9, within: 24 }, now);
  assert.deepEqual(
    aged.next.map(({ row }) => row),
    [2, 4, 1, 5, 3],
  );
  assert.equal(state.hours.value, 1);
  const [call] = waveCalls([state], 'Bench', now);
  assert.equal(call.say.key, 'crew.waveLate');
  assert.deepEqual(call.detail?.figures, { row: 1, trees: 30 });
  // What has waited since last season is seen on the page, and calls nobody any more.
  const after = (days: number) => waveCalls([state], 'Bench', now + days * 24 * HOUR);
  assert.equal(after(59)[0].say.figures.trees, 30);
  assert.deepEqual(after(60), []);
});

test('trees in dead places are due from when they went in, once all of the layout are done', () => {
  const now = 1000 * HOUR;
  const terms = { hands: 1, rate: 10, within: 24 };
  const filled = [
    { trees: 3, at: now - 30 * HOUR },
    { trees: 2, at: now - 4 * HOUR },
  ];
  const standing = { number: 7, planted: 40, plantedAt: now - 800 * HOUR, filled };
  const next = (done: number, start?: number) =>
    waveState('water', [waveRow(standing, done, start)], terms, now).next;
  const due = { late: false, due: now + 20 * HOUR };
  assert.deepEqual(next(40), [{ row: 7, trees: 5, ...due }]);
  // One tree of the layout still waits, and has done so since last year.
  assert.deepEqual(next(39), [{ row: 7, trees: 6, late: true, due: now - 776 * HOUR }]);
  assert.deepEqual(next(45), []);
  // Whoever follows the refill alone has its trees alone: from its first, from its second, from later on.
  assert.deepEqual(next(0, now - 30 * HOUR), [{ row: 7, trees: 5, ...due }]);
  assert.deepEqual(next(1, now - 4 * HOUR), [{ row: 7, trees: 1, ...due }]);
  assert.deepEqual(next(0, now), []);
  assert.deepEqual(next(0, standing.plantedAt)[0].trees, 45);
});

test('what a wave did counts once, and not when it was taken back', () => {
  const one = { id: 'a', row: 3, wave: 'water' as const, count: 10, corrects: null };
  const sums = waveSums([
    ...[one, one, { ...one, id: 'b', count: 4 }],
    ...[
      { ...one, id: 'c', corrects: 'b' },
      { ...one, id: 'd', wave: 'mulch' as const, count: 1 },
    ],
  ]);
  assert.equal(sums.get('water')?.get(3), 10);
  assert.equal(sums.get('mulch')?.get(3), 1);
});

test('a box loses its draw, catches rain and never more than it holds', () => {
  const terms = { ...BOX_TERMS, capacity: 16, draw: 0.5, lid: 0.2 };
  const dry = boxLevels(
    16,
    rainsFrom('2026-06-01', 10, () => 0),
    terms,
  );
  assert.equal(dry.length, 11);
  assert.ok(Math.abs(dry[10] - 11) < 1e-9);
  // 10 mm on 0.2 m² is 2 litres.
  const wet = boxLevels(4, [10], terms);
  assert.equal(wet[1], 5.5);
  assert.equal(boxLevels(16, [100], terms)[1], 16);
  // Over a month's end and a leap day each day counts once.
  const asked: string[] = [];
  rainsFrom('2028-02-27', 4, (day) => asked.push(day));
  assert.deepEqual(asked, ['2028-02-27', '2028-02-28', '2028-02-29', '2028-03-01']);
});

test('boxes of a row: how full, dry on which day, what fills them', () => {
  const terms = { ...BOX_TERMS, capacity: 16, draw: 1, lid: 0 };
  const day = (at: number) => new Date(at).toISOString().slice(0, 10);
  const at = (text: string) => Date.parse(`${text}T10:00:00Z`);
  const fills: Filled[] = [
    { row: 2, boxes: 10, litres: 16, kind: 'set', at: at('2026-06-01') },
    { row: 2, boxes: 5, litres: 4, kind: 'refill', at: at('2026-06-06') },
    { row: 9, boxes: 4, litres: 16, kind: 'refill', at: at('2026-06-06') },
  ];
  const [row, ...others] = boxRows(fills, terms, () => 0, '2026-06-09', day);
  assert.deepEqual(
    boxRows(fills.toReversed(), terms, () => 0, '2026-06-09', day),
    [row],
    'in whatever order they come in',
  );
  assert.deepEqual(others, [], 'boxes that were never set do not stand there');
  // 16 − 5 days = 11, half of them 4 litres more: 13 on the mean, 10 three days later.
  assert.equal(row.level, 10);
  assert.equal(row.dry, '2026-06-19');
  assert.equal(row.toFill, 60);
  // Empty for weeks, it is so since the day on which it ran out, or ran out again after rain.
  const of = (rain: (day: string) => number, today: string) =>
    boxRows(fills, { ...terms, lid: 1 }, rain, today, day)[0];
  assert.equal(of(() => 0, '2026-06-19').dry, '2026-06-19');
  assert.equal(of(() => 0, '2026-07-30').dry, '2026-06-19');
  const shower = (of: string) => (of === '2026-07-10' ? 5 : 0);
  assert.deepEqual(
    [of(shower, '2026-07-11'), of(shower, '2026-07-30')].map(({ level, dry }) => [level, dry]),
    [
      [5, '2026-07-16'],
      [0, '2026-07-16'],
    ],
  );
  const [rained] = boxRows(fills, { ...terms, lid: 1 }, () => 2, '2026-06-09', day);
  assert.equal(rained.dry, null);
  assert.equal(rained.level, 16);
  const [call] = boxCalls([row], '2026-06-09', '2026-06-30', 'Knoll');
  assert.equal(call.say.figures.boxes, 10);
  assert.deepEqual(boxCalls([row], '2026-06-09', '2026-06-18', 'Knoll'), []);
});

test('water for setting boxes, and tanks', () => {
  const { litres, trips } = boxWater(41, { ...BOX_TERMS, tank: 500 });
  assert.ok(Math.abs(litres.value - 2.05) < 1e-9);
  assert.equal(trips.value, 5);
  assert.equal(boxWater(20, { ...BOX_TERMS, tank: 1000 }).trips.value, 1);
  // What the working names adds up to what it says.
  const [boxes, ...each] = litres.steps.map(({ value }) => value);
  assert.ok(Math.abs(boxes * each.reduce((sum, one) => sum + one, 0) - litres.value) < 1e-9);
  const [water, tank] = trips.steps.map(({ value }) => value);
  assert.equal(Math.ceil(water / tank), trips.value);
  assert.throws(() => boxWater(1, { ...BOX_TERMS, tank: 0 }), /crew\.emptyTank/);
});

test('tankfuls bring every row what it wants, none more than the tank, the fewest there can be', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 900 }), { maxLength: 15 }),
      fc.integer({ min: 50, max: 1200 }),
      (wants, tank) => {
        const rows = wants.map((toFill, i) => ({ row: i + 1, toFill }));
        const trips = fillTrips(rows, tank);
        const total = wants.reduce((a, b) => a + b, 0);
        assert.equal(trips.length, Math.ceil(total / tank));
        const got = new Map<number, number>();
        for (const trip of trips) {
          assert.ok(trip.litres <= tank + 1e-9);
          for (const { row, litres } of trip.rows) got.set(row, (got.get(row) ?? 0) + litres);
        }
        for (const { row, toFill } of rows)
          assert.ok(Math.abs((got.get(row) ?? 0) - toFill) < 1e-6);
      },
    ),
  );
});

const word = (more: Partial<CheckIn>): CheckIn => ({
  ...{ planter: 'ana', kind: 'here', at: 0, heardAt: 0, minutes: 0, place: null },
  ...more,
});
const begin = word({ kind: 'alone', minutes: 60, place: { longitude: 11, latitude: 51 } });
const stateAt = (words: CheckIn[], now: number, heard = 0) =>
  aloneNow(words, new Map([['ana', heard]]), now)[0]?.state;

test('who works alone is well until due, then missed or silent, by whether the phone was heard', () => {
  assert.equal(stateAt([begin], 60 * MINUTE), 'well');
  assert.equal(stateAt([begin], (60 + GRACE) * MINUTE), 'well');
  assert.equal(stateAt([begin], (61 + GRACE) * MINUTE), 'silent');
  assert.equal(stateAt([begin], 90 * MINUTE, 70 * MINUTE), 'missed');
  // Heard of before the word was due says nothing of after.
  assert.equal(stateAt([begin], 90 * MINUTE, 50 * MINUTE), 'silent');
  const here = word({ at: 55 * MINUTE, heardAt: 55 * MINUTE });
  assert.equal(stateAt([here, begin], 110 * MINUTE), 'well');
  assert.deepEqual(
    stateAt([begin, word({ kind: 'done', at: 70 * MINUTE })], 200 * MINUTE),
    undefined,
  );
});

test('a word spoken in time and heard too late is neither missed nor a guard', () => {
  const late = word({ at: 50 * MINUTE, heardAt: 100 * MINUTE });
  assert.equal(stateAt([begin, late], 105 * MINUTE), 'late');
  const [alone] = aloneNow([begin, late], new Map(), 105 * MINUTE);
  assert.deepEqual(alone.place, { longitude: 11, latitude: 51, at: 0 });
  assert.equal(alone.due, 110 * MINUTE);
  // Whose word is due first stands first.
  const ben = { ...word({ kind: 'alone', minutes: 20, at: 60 * MINUTE }), planter: 'ben' };
  assert.deepEqual(
    aloneNow([begin, late, ben], new Map(), 70 * MINUTE).map(({ planter }) => planter),
    ['ben', 'ana'],
  );
  // Who begins anew is not held against yesterday's words.
  const anew = word({ kind: 'alone', minutes: 30, at: 900 * MINUTE, heardAt: 900 * MINUTE });
  assert.equal(stateAt([begin, late, anew], 920 * MINUTE), 'well');
});

test('who was not watched for a week, or never, is named', () => {
  const calls = unwatchedCalls(
    [
      { name: 'Ana', days: 6 },
      { name: 'Ben', days: 7 },
      { name: 'Chi', days: null },
    ],
    'Bench',
  );
  assert.deepEqual(calls[0].say.figures.planters, { list: ['Ben', 'Chi'] });
  assert.deepEqual(unwatchedCalls([{ name: 'Ana', days: 0 }], 'Bench'), []);
});

test('pulses of the wheel become rows at every turn, and add up', () => {
  const text = ['# wheel 2.5 m', 'seconds,marks', '0,1', '4,2', '8,3', '30,4', '34,5'].join('\n');
  const rows = rowsOfPulses(readCounter(text, 'utc').pulses);
  assert.deepEqual(
    rows.map(({ trees, every }) => [trees, every]),
    [
      [3, 4],
      [2, 4],
    ],
  );
  // A counter that begins at nothing and skips a line within reason loses no tree.
  const [row] = rowsOfPulses(readCounter('0;0\n1,5;1\n3;3', 'utc').pulses);
  assert.equal(row.trees, 3);
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 60 }), (turns) => {
      let at = 0;
      const pulses = turns.map((turn, i) => ({ at: (at += turn ? 40 : 3), count: i + 1 }));
      const found = rowsOfPulses(pulses, ROW_PAUSE);
      assert.equal(
        found.reduce((sum, { trees }) => sum + trees, 0),
        turns.length,
      );
      assert.equal(found.length, 1 + turns.slice(1).filter(Boolean).length);
    }),
  );
});

test('a wheel that stood within a row goes on in it, as the free places of the rows say', () => {
  const stretch = (trees: number, to: number) => ({ trees, from: to - 10, to, every: 1 });
  const rows = [40, 38, 41, 40].map((free, i) => ({ number: 10 + i, free }));
  const on = (marks: number[], known?: Map<number, number>) =>
    ontoRows(
      marks.map((trees, i) => stretch(trees, 100 * (i + 1))),
      rows,
      known,
    ).map(({ row, trees, over }) => [row, trees, over]);
  // A stone in row 11, a refill in row 12: the rows behind it are not moved.
  assert.deepEqual(on([41, 20, 18, 30, 11, 40]), [
    [10, 40, 1],
    [11, 20, 0],
    [11, 18, 0],
    [12, 30, 0],
    [12, 11, 0],
    [13, 40, 0],
  ]);
  // The last row may be left half done; one in the middle is rather together with what follows.
  assert.deepEqual(on([39, 38, 12]).at(-1), [12, 12, 0]);
  // A sixth too many in one row is no slip: the row before was left early.
  assert.deepEqual(on([22, 25]).at(-1), [11, 25, 0]);
  // Somebody knows better: the second stretch was row 12, and those behind it go on from there.
  assert.deepEqual(on([40, 20, 40], new Map([[1, 2]])), [
    [10, 40, 0],
    [12, 20, 0],
    [13, 40, 0],
  ]);
  assert.deepEqual(on([40, 38, 41, 40, 40]).at(-1), [undefined, 0, 40], 'no row is left');
  assert.deepEqual(ontoRows([stretch(5, 9)], []), [
    { row: undefined, at: undefined, marks: 5, trees: 0, over: 5, every: 1, to: 9 },
  ]);
  // However rows were broken into pieces: found again, and never more than a row holds.
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 0, max: 2 })), {
        minLength: 1,
        maxLength: 12,
      }),
      (driven) => {
        const stretches: ReturnType<typeof stretch>[] = [];
        const truth: number[] = [];
        driven.forEach(([trees, stops], row) => {
          const part = Math.floor(trees / (stops + 1));
          for (let k = 0; k <= stops; k++) {
            stretches.push(stretch(k < stops ? part : trees - stops * part, truth.length));
            truth.push(row);
          }
        });
        const free = driven.map(([trees], number) => ({ number, free: trees }));
        const found = ontoRows(stretches, free);
        assert.deepEqual(
          found.map(({ row }) => row),
          truth,
        );
        assert.ok(found.every(({ over }) => over === 0));
      },
    ),
  );
});

test('slow driving at a wide spacing is no turn at every tree', () => {
  const pulses = Array.from({ length: 30 }, (_, i) => ({
    at: 14 * i + (i > 14 ? 60 : 0),
    count: i + 1,
  }));
  assert.deepEqual(
    rowsOfPulses(pulses).map(({ trees }) => trees),
    [15, 15],
  );
});

test('a rider sees the next change of species coming', () => {
  const runs = [0, 40, 1, 0, 2, 25];
  assert.deepEqual(seatAhead(runs, 0), { species: 0, change: { trees: 40, species: 2 }, left: 65 });
  assert.deepEqual(seatAhead(runs, 39), { species: 0, change: { trees: 1, species: 2 }, left: 26 });
  assert.deepEqual(seatAhead(runs, 40), { species: 2, change: null, left: 25 });
  assert.deepEqual(seatAhead(runs, 65), { species: 2, change: null, left: 0 });
  const gaps = seatAhead([0, 40, 1, 0, 3, 0, 2, 25], 10);
  assert.deepEqual(gaps.change, { trees: 30, species: 2 }, 'nothing is loaded of the two between');
});

test('pictures are known by how they begin', () => {
  assert.equal(pictureType([0xff, 0xd8, 0xff, 0xe0]), 'image/jpeg');
  assert.equal(
    pictureType([...Buffer.from('RIFF'), 1, 2, 3, 4, ...Buffer.from('WEBP')]),
    'image/webp',
  );
  assert.equal(pictureType([...Buffer.from('<svg xmlns=')]), undefined);
  assert.equal(pictureType([0xff]), undefined);
});

test('a counter’s stretches lie on the rows as they were driven; a row takes no more than it has free', () => {
  const stretches = rowsOfPulses(
    readCounter(
      // Three marks, a turn, five marks, a turn, two marks.
      ['0;1', '2;2', '4;3', '40;4', '42;5', '44;6', '46;7', '48;8', '90;9', '92;10'].join('\n'),
      'utc',
    ).pulses,
  );
  assert.deepEqual(
    stretches.map(({ trees }) => trees),
    [3, 5, 2],
  );
  const told = ontoRows(stretches, [
    { number: 141, free: 4 },
    { number: 143, free: 4 },
  ]);
  assert.deepEqual(
    told.map(({ row, marks, trees, over, to }) => [row, marks, trees, over, to]),
    [
      [141, 3, 3, 0, 4],
      [143, 5, 4, 1, 48],
      [undefined, 2, 0, 2, 92],
    ],
  );
  assert.equal(
    told.reduce((sum, { trees, over }) => sum + trees + over, 0),
    10,
    'every mark is somewhere',
  );
});
