import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { rowSetOf, type RowSet } from '../rows/rowset';
import { carryOver } from './carried';
import { progress, type Tally } from './progress';
import { crewRates, meanRate } from './rates';
import {
  type PlantedSums,
  begunOn,
  foldPlanted,
  noneSown,
  plantedChange,
  plantedOn,
  plantedSums,
  plantedUntil,
  progressOf,
  reckonedPace,
} from './sums';

const tally = (id: string, more: Partial<Tally> = {}): Tally => ({
  id,
  row: 1,
  planter: 'ann',
  count: 25,
  at: '2026-11-24T08:00:00Z',
  corrects: null,
  ...more,
});

test('a correction takes away what it names, on the day and row of the entry that it names', () => {
  const first = tally('a', { row: 3, at: '2026-11-23T22:30:00Z' });
  const back = tally('b', { row: 9, planter: 'bo', corrects: 'a', at: '2026-11-25T06:00:00Z' });
  assert.deepEqual(plantedChange(back, first, 'Pacific/Auckland'), {
    row: 3,
    planter: 'ann',
    day: '2026-11-24',
    trees: -25,
  });
  assert.equal(plantedChange(back, undefined, 'UTC'), undefined, 'cancelled already');
});

const history = fc.array(
  fc.record({
    row: fc.integer({ min: 1, max: 4 }),
    planter: fc.constantFrom('ann', 'bo', 'cy'),
    count: fc.integer({ min: 1, max: 60 }),
    hour: fc.integer({ min: 0, max: 24 * 20 }),
    correctsNth: fc.option(fc.nat(20), { nil: undefined }),
    twice: fc.boolean(),
  }),
  { maxLength: 40 },
);

test('sums kept entry by entry are those of the entries together, whatever is sent twice or cancelled', () => {
  fc.assert(
    fc.property(
      history,
      fc.constantFrom('UTC', 'Pacific/Auckland', 'America/Los_Angeles'),
      (made, zone) => {
        const sent: Tally[] = [];
        for (const [i, { hour, correctsNth, twice, ...rest }] of made.entries()) {
          const at = new Date(Date.UTC(2026, 10, 1) + hour * 3_600_000).toISOString();
          const target = correctsNth === undefined ? undefined : sent[correctsNth];
          const corrects = target && !target.corrects ? target.id : null;
          const entry = { id: `t${i}`, at, corrects, ...rest };
          sent.push(entry);
          if (twice) sent.push(entry);
        }
        const sums = plantedSums(sent, zone);
        const kept = noneSown();
        const seen = new Map<string, Tally>();
        const cancelled = new Set<string>();
        for (const entry of sent) {
          if (seen.has(entry.id)) continue;
          seen.set(entry.id, entry);
          const target =
            entry.corrects && !cancelled.has(entry.corrects) ? seen.get(entry.corrects) : undefined;
          if (entry.corrects) cancelled.add(entry.corrects);
          foldPlanted(kept, plantedChange(entry, target, zone));
        }
        assert.deepEqual(kept, sums);
        // And they are what counting the standing entries gives.
        const counted = progress(sent);
        const summed = progressOf(sums);
        assert.equal(summed.planted, counted.planted);
        assert.deepEqual([...summed.byRow].sort(), [...counted.byRow].filter(([, n]) => n).sort());
        for (const [planter, trees] of counted.byPlanter)
          assert.equal(summed.byPlanter.get(planter) ?? 0, trees);
        const days = [...sums.byDay.keys()].sort();
        if (days.length) assert.equal(plantedUntil(sums, days.at(-1)!), counted.planted);
        assert.equal(
          days.reduce((sum, day) => sum + plantedOn(sums, day).planted, 0),
          counted.planted,
        );
      },
    ),
  );
});

const days = (entries: [string, string, number][]) =>
  plantedSums(
    entries.map(([day, planter, count], i) =>
      tally(`d${i}`, { planter, count, at: `${day}T10:00:00Z` }),
    ),
    'UTC',
  );

test('the pace is the mean of the fortnight’s whole planting days; on the first the rates stand in', () => {
  const paceOf = (some: PlantedSums, day: string, rates = 0) => reckonedPace(some, day, rates).pace;
  const sums = days([
    ['2026-11-01', 'ann', 9000],
    ['2026-11-20', 'ann', 300],
    ['2026-11-20', 'bo', 500],
    ['2026-11-22', 'ann', 400],
    ['2026-11-24', 'ann', 10],
  ]);
  assert.equal(paceOf(sums, '2026-11-24'), 600);
  assert.equal(paceOf(sums, '2026-11-25'), (800 + 400 + 10) / 3);
  assert.equal(paceOf(days([['2026-11-24', 'ann', 70]]), '2026-11-24'), 70);
  const first = days([['2026-11-24', 'ann', 70]]);
  assert.equal(paceOf(first, '2026-11-24', 900), 900);
  assert.deepEqual(reckonedPace(first, '2026-11-25', 900), {
    ...{ pace: 70, from: 'tallies', counted: { days: 1, trees: 70 } },
  });
  assert.equal(reckonedPace(sums, '2026-11-24', 900).from, 'tallies');
  assert.deepEqual(reckonedPace(noneSown(), '2026-11-24', 900), {
    ...{ pace: 900, from: 'rates', counted: { days: 0, trees: 0 } },
  });
  assert.equal(paceOf(noneSown(), '2026-11-24'), 0);
  assert.equal(paceOf(days([['2026-11-26', 'ann', 70]]), '2026-11-24'), 0, 'a clock that is ahead');
});

test('a rate learns from every whole day of the last month, what was typed weighing as one of them', () => {
  const typed = [
    { id: 'ann', rate: 500, usual: 800 },
    { id: 'bo', rate: 600, usual: 800 },
  ];
  const sums = days([
    ['2026-11-18', 'ann', 300],
    ['2026-11-19', 'ann', 330],
    ['2026-11-20', 'ann', 360],
    ['2026-11-24', 'ann', 5],
    ['2026-11-19', 'bo', 900],
    ['2026-11-20', 'bo', 900],
    ['2026-09-01', 'bo', 900],
  ]);
  const rates = crewRates(typed, sums, '2026-11-24');
  const of = (id: string, from = rates) => {
    const { rate, from: source, days: counted } = from.get(id)!;
    return [rate, source, counted];
  };
  assert.deepEqual(of('ann'), [(500 + 990) / 4, 'tallies', 3]);
  assert.deepEqual(of('bo'), [(600 + 1800) / 3, 'tallies', 2], 'September is long ago');
  assert.equal(meanRate(rates), (372.5 + 800) / 2);
  assert.equal(meanRate(new Map()), 600);
  assert.deepEqual(of('ann', crewRates(typed, undefined, '2026-11-24')), [500, 'typed', 0]);
});

/** Straight rows northwards, so many trees each, the first peg at the origin's height. */
function straight(rows: number, trees: number, step: number, between: number, shift = 0): RowSet {
  return rowSetOf(
    {
      frame: { origin: [0, 0], bearing: 0 },
      straight: true,
      step,
      between,
    } as never,
    Array.from({ length: rows }, (_, row) => ({
      line: [row * between + shift, 0, row * between + shift, (trees - 1) * step],
      start: 0,
      step,
      listed: false,
      stretches: [0, trees],
    })) as never,
  );
}

test('trees of a withdrawn version take the pegs they stand at; what has none is counted', () => {
  const old = straight(3, 10, 2, 3);
  const same = carryOver([{ rows: old, byRow: new Map([[2, 4]]) }], {
    rows: straight(3, 10, 2, 3),
    byRow: new Map(),
  });
  assert.deepEqual([same.trees, same.nowhere, [...same.byRow]], [4, 0, [[2, 4]]]);
  // The new rows lie half a row aside: no peg is near enough.
  const aside = carryOver([{ rows: old, byRow: new Map([[1, 10]]) }], {
    rows: straight(3, 10, 2, 3, 1.5),
    byRow: new Map(),
  });
  assert.deepEqual([aside.trees, aside.nowhere], [0, 10]);
  // Half of the step in the row is near enough, whatever the step is.
  for (const step of [0.8, 4])
    for (const share of [0.45, 0.55]) {
      const moved = carryOver([{ rows: straight(2, 6, step, 9), byRow: new Map([[1, 6]]) }], {
        rows: straight(2, 6, step, 9, share * step),
        byRow: new Map(),
      });
      assert.equal(moved.trees, share < 0.5 ? 6 : 0, `${share} of ${step} m`);
    }
  // Somebody planted there since: the first three pegs of the row are taken.
  const taken = carryOver([{ rows: old, byRow: new Map([[1, 5]]) }], {
    rows: straight(3, 10, 2, 3),
    byRow: new Map([[1, 3]]),
  });
  assert.deepEqual([taken.trees, taken.nowhere], [2, 3]);
  // Twice as wide: every second tree finds a peg, and no peg is given to two.
  const wide = carryOver([{ rows: old, byRow: new Map([[1, 10]]) }], {
    rows: straight(3, 5, 4, 3),
    byRow: new Map(),
  });
  assert.equal(wide.trees + wide.nowhere, 10);
  assert.equal(wide.trees, 5);
});

test('planting began on the first day of its season whose trees were not all taken back', () => {
  const day = (...counts: number[]) => new Map(counts.map((count, i) => [`p${i}`, count]));
  assert.equal(begunOn(noneSown()), undefined);
  assert.equal(begunOn({ byDay: new Map([['2026-11-03', day(5, -5)]]) }), undefined);
  const byDay = new Map([
    ['2026-11-20', day(40)],
    ['2026-11-03', day(12, -12)],
    ['2026-11-09', day(12, -2)],
  ]);
  assert.equal(begunOn({ byDay }), '2026-11-09');
  // One half in spring, the other from the ninth of November on; a pause of 45 days is none.
  byDay.set('2026-03-17', day(400));
  assert.equal(begunOn({ byDay }), '2026-11-09');
  byDay.set('2026-09-25', day(1));
  assert.equal(begunOn({ byDay }), '2026-09-25');
  byDay.set('2026-08-10', day(1));
  assert.equal(begunOn({ byDay }), '2026-09-25', '46 days');
});
