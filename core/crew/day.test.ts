import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { lastTools, LONGEST_SHIFT, shiftsOf, workedHours, type Clocked } from './attendance';
import { placeCaches, refillPoints, wayBy, type Refill } from './caches';
import { allEndBy, endsAt, forecast, hoursIn, joinSpells, spellsLeft, stopsOf } from './forecast';
import {
  crewRates,
  DAY_HOURS,
  gammaQuantile,
  hoursADay,
  learned,
  meanDay,
  PRIOR_HOURS,
  treesADay,
  unsureOf,
} from './rates';
import { crewDay, DAY_TERMS, runsDry, runsLeft } from './day';
import { refillWays } from './fetching';
import type { Day } from '../measure/dates';
import { normalDeviate, seededRandom } from '../measure/random';
import { rowSetOf } from '../rows/rowset';
import {
  admitShares,
  holds,
  moveBoundary,
  rangesOfRows,
  shareAgain,
  shareRows,
  type OpenRow,
} from './share';
import { noneSown } from './sums';

const near = (found: number, wanted: number, within = 1e-9) =>
  assert.ok(
    Math.abs(found - wanted) <= within * Math.max(1, Math.abs(wanted)),
    `${found} is not ${wanted}`,
  );
const HOUR = 3_600_000;
const at = (clock: string) => Date.parse(`2026-11-24T${clock}:00Z`);

test('a rate begins as it was typed and becomes what the planter sets in an hour', () => {
  const typed = learned(75, []);
  assert.equal(typed.from, 'typed');
  near(typed.perHour.value, 75);
  assert.ok(typed.low < 75 && typed.high > 75);
  // 1 day of 8 h at 100 weighs as much as what was typed.
  near(learned(75, [{ trees: 800, hours: 8 }]).perHour.value, 87.5);
  // The closed form: (m₀W + N) ÷ (W + H).
  const days = [
    { trees: 500, hours: 5 },
    { trees: 380, hours: 4 },
    { trees: 610, hours: 6.5 },
  ];
  near(
    learned(75, days).perHour.value,
    (75 * PRIOR_HOURS.typed + 1490) / (PRIOR_HOURS.typed + 15.5),
  );
  near(learned(75, days).rate, learned(75, days).perHour.value * DAY_HOURS);
});

test('more days narrow the range; days that differ widen it', () => {
  const same = (n: number) => Array.from({ length: n }, () => ({ trees: 720, hours: 8 }));
  const width = (days: { trees: number; hours: number }[]) => {
    const { low, high } = learned(90, days);
    return high - low;
  };
  assert.ok(width(same(20)) < width(same(5)));
  const uneven = Array.from({ length: 6 }, (_, i) => ({ trees: i % 2 ? 1000 : 440, hours: 8 }));
  assert.ok(width(uneven) > 1.5 * width(same(6)));
});

test('nine ranges in ten hold the true rate, over seeded planters whose days vary as days do', () => {
  let state = 7;
  const uniform = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
  let held = 0;
  const planters = 2000;
  for (let i = 0; i < planters; i++) {
    const rate = 60 + 60 * uniform();
    // Typed by somebody who knows them to a tenth; days vary by about 15 %.
    const typed = rate * (1 + 0.1 * normal());
    const days = Array.from({ length: 5 }, () => {
      const mean = rate * 8;
      return { trees: Math.max(1, Math.round(mean + Math.sqrt(16 * mean) * normal())), hours: 8 };
    });
    const { low, high } = learned(typed, days);
    if (low <= rate && rate <= high) held++;
  }
  assert.ok(held / planters > 0.86 && held / planters < 0.96, `${held / planters}`);
});

test('hours that were clocked count instead of eight; today and last month’s days do not', () => {
  const sums = noneSown();
  const day = (on: string, trees: number) => sums.byDay.set(on, new Map([['ann', trees]]));
  day('2026-11-23', 400);
  day('2026-11-24', 9999);
  day('2026-10-01', 1);
  const half = new Map([['ann', new Map([['2026-11-23', 4]])]]);
  const rate = (worked?: typeof half) =>
    crewRates([{ id: 'ann', rate: 400, usual: 800 }], sums, '2026-11-24', worked).get('ann')!;
  near(rate().perHour.value, (50 * 8 + 400) / 16);
  near(rate(half).perHour.value, (50 * 8 + 400) / 12);
  assert.deepEqual([rate().days, rate(half).hours], [1, 4]);
});

test('a day’s hours are parted among the places as their trees are at the pace that is usual there', () => {
  const sums = noneSown();
  sums.byDay.set('2026-11-23', new Map([['ann', 300]]));
  const worked = new Map([['ann', new Map([['2026-11-23', 6]])]]);
  const of = (elsewhere: number, hours?: typeof worked) =>
    crewRates(
      [{ id: 'ann', rate: null, usual: 800 }],
      sums,
      '2026-11-24',
      hours,
      new Map([['ann', new Map([['2026-11-23', elsewhere]])]]),
    ).get('ann')!;
  // 300 at 100 an hour are three hours' worth here; as much elsewhere leaves half of the six, twice as much a third.
  assert.deepEqual([of(0, worked).hours, of(3, worked).hours, of(6, worked).hours], [6, 3, 2]);
  assert.equal(of(3).hours, 4, 'and of eight where nobody clocked');
  near(of(3, worked).perHour.value, (100 * 4 + 300) / (4 + 3));
});

test('a planter’s day is as long as it was of late, and a usual one until it is known', () => {
  const lent = learned(100, [
    { trees: 200, hours: 2 },
    { trees: 300, hours: 3 },
  ]);
  near(hoursADay(lent), 2.5);
  near(treesADay(lent), 250);
  const unknown = learned(50, []);
  near(treesADay(unknown), 50 * DAY_HOURS);
  const day = meanDay(
    new Map([
      ['lent', lent],
      ['unknown', unknown],
    ]),
  );
  near(day.trees, (250 + 400) / 2);
  near(day.hours, (2.5 + 8) / 2);
  assert.deepEqual(meanDay(new Map()), { trees: 600, hours: 8 });
});

test('how sure a crew’s pace is: each planter’s own days part among them, what is usual is wrong for all', () => {
  const days = Array.from({ length: 10 }, () => ({ trees: 800, hours: 8 }));
  const seen = learned(100, days);
  const of = (...rates: ReturnType<typeof learned>[]) =>
    unsureOf(new Map(rates.map((rate, i) => [`${i}`, rate])));
  const one = Math.sqrt(seen.dispersion / (seen.known * 100));
  near(of(seen), one);
  near(of(seen, seen, seen, seen), one / 2);
  const usual = learned(100, [], 'usual');
  const guess = Math.sqrt(usual.dispersion / (usual.known * 100));
  near(of(usual), guess);
  near(of(usual, usual, usual, usual), guess, 1e-12);
  assert.ok(guess > 3 * one);
  // A typed figure is better than the usual one, and worse than days.
  const typed = of(learned(100, []));
  assert.ok(one < typed && typed < guess);
  near(of(seen, usual), Math.sqrt((100 * one) ** 2 + (100 * guess) ** 2) / 200);
  assert.ok(of() > 0.15, 'nobody yet is not sure of anything');
});

test('what is left of a day is the day without its stops, however they lie over one another', () => {
  const minute = fc.integer({ min: 0, max: 600 });
  fc.assert(
    fc.property(
      minute,
      minute,
      fc.array(fc.tuple(minute, fc.integer({ min: 1, max: 200 })), { maxLength: 6 }),
      (from, to, given) => {
        const stops = given.map(([begins, lasts]) => ({ from: begins, to: begins + lasts }));
        const left = spellsLeft(from, to, stops);
        let free = 0;
        for (let at = from; at < to; at++)
          if (!stops.some((stop) => at >= stop.from && at < stop.to)) free++;
        assert.equal(
          left.reduce((sum, spell) => sum + spell.to - spell.from, 0),
          free,
        );
        left.forEach((spell, i) => {
          assert.ok(spell.to > spell.from && spell.from >= from && spell.to <= to);
          assert.ok(!i || spell.from > left[i - 1].to, 'in order and apart');
        });
      },
    ),
    { seed: 28, numRuns: 400 },
  );
});

test('a quantile of a sure thing is the thing, and the median lies under the mean', () => {
  near(gammaQuantile(1e9, 1e7, 1.6), 100, 1e-4);
  assert.ok(gammaQuantile(2, 1, 0) < 2);
  assert.equal(gammaQuantile(0.01, 1, -5), 0, 'never below nothing');
});

const clock = (kind: 'on' | 'off', time: string, more: Partial<Clocked> = {}): Clocked => ({
  ...{ id: `${kind}${time}${more.planter ?? ''}`, planter: 'ann', kind, at: at(time) },
  ...more,
});

test('shifts: on twice is once, off alone is nothing, what was taken back never was', () => {
  const now = at('15:00');
  const shifts = shiftsOf(
    [
      clock('off', '06:00'),
      clock('on', '07:00', { tool: 'bar' }),
      clock('on', '07:05', { tool: 'spade' }),
      clock('off', '11:30'),
      clock('on', '12:00', { tool: 'bar' }),
      clock('off', '12:10', { id: 'slip' }),
      { ...clock('off', '12:10'), id: 'back', corrects: 'slip' },
    ],
    now,
  );
  assert.deepEqual(
    shifts.map(({ from, to, here, tool }) => [from, to, here, tool]),
    [
      [at('07:00'), at('11:30'), false, 'spade'],
      [at('12:00'), now, true, 'bar'],
    ],
  );
  const hours = workedHours(shifts, 'Europe/Berlin').get('ann')!;
  near(hours.get('2026-11-24')!, 7.5);
});

test('who forgot to clock off worked half a day, and is here no more', () => {
  const late = at('07:00') + 30 * HOUR;
  const [shift] = shiftsOf([clock('on', '07:00')], late);
  assert.equal(shift.here, false);
  assert.equal(shift.to - shift.from, LONGEST_SHIFT * HOUR);
  const [first, second] = shiftsOf(
    [clock('on', '07:00'), { ...clock('on', '07:00'), id: 'next', at: at('07:00') + 24 * HOUR }],
    late,
  );
  assert.equal(first.to - first.from, LONGEST_SHIFT * HOUR);
  assert.equal(second.here, true);
});

test('a shift over midnight is of the day it began, where the site lies', () => {
  const shifts = shiftsOf([clock('on', '10:30'), clock('off', '12:30')], at('15:00'));
  assert.deepEqual([...workedHours(shifts, 'Pacific/Auckland').get('ann')!.keys()], ['2026-11-24']);
  const [day, hours] = [...workedHours(shifts, 'Pacific/Auckland').get('ann')!][0];
  assert.deepEqual([day, hours], ['2026-11-24', 2]);
});

/** The best split by trying every one. */
function bruteForce(rows: number[], planters: { rate: number; from: number }[]): number {
  const best = (row: number, planter: number): number => {
    if (planter === planters.length) return row === rows.length ? 0 : Infinity;
    let least = Infinity;
    let trees = 0;
    for (let next = row; next <= rows.length; next++) {
      if (next > row) trees += rows[next - 1];
      const { rate, from } = planters[planter];
      const own = next > row || from > 0 ? from + trees / rate : 0;
      least = Math.min(least, Math.max(own, best(next, planter + 1)));
    }
    return least;
  };
  return best(0, 0);
}

test('rows are shared so that the slowest ends soonest, whoever comes late or has a row begun', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 7 }),
      fc.array(
        fc.record({ rate: fc.integer({ min: 5, max: 50 }), from: fc.integer({ min: 0, max: 3 }) }),
        { minLength: 1, maxLength: 3 },
      ),
      (rows, planters) => {
        const rated = planters.map((planter, i) => ({ ...planter, id: `p${i}`, name: `p${i}` }));
        const { shares, finish, unshared } = shareRows(rows, rated);
        assert.equal(unshared, 0);
        assert.equal(
          shares.reduce((sum, { trees }) => sum + trees, 0),
          rows.reduce((a, b) => a + b, 0),
        );
        near(finish.value, bruteForce(rows, planters), 1e-6);
      },
    ),
    { seed: 11, numRuns: 400 },
  );
});

test('whoever leaves early gets what they can do; what nobody’s time reaches is said', () => {
  const ann = { id: 'ann', name: 'Ann', rate: 10, until: 2 };
  const bob = { id: 'bob', name: 'Bob', rate: 10, until: 3 };
  const { shares, unshared } = shareRows([10, 10, 10, 10, 10, 10], [ann, bob]);
  assert.deepEqual(
    shares.map(({ trees }) => trees),
    [20, 30],
  );
  assert.equal(unshared, 1);
  const enough = shareRows([10, 10, 10, 10], [ann, { ...bob, until: 9 }]);
  assert.equal(enough.unshared, 0);
  near(enough.finish.value, 2);
});

test('at noon nobody loses a row they have begun; begun rows of who left go to the others', () => {
  const row = (number: number, left: number, planter: string, begun = false): OpenRow => ({
    ...{ number, left, planter, begun },
  });
  const rows = [
    row(1, 0, 'ann', true),
    row(2, 30, 'ann', true),
    row(3, 60, 'ann'),
    row(4, 60, 'bob'),
    row(5, 20, 'cid', true),
    row(6, 60, 'cid'),
  ];
  const here = [
    { id: 'ann', name: 'Ann', rate: 30 },
    { id: 'bob', name: 'Bob', rate: 60 },
  ];
  const { shares, finish } = shareAgain(rows, here);
  const of = (id: string) => shares.find(({ planter }) => planter === id)!;
  assert.equal(of('ann').rows[0], 2, 'the row she is in comes first');
  assert.deepEqual([...of('ann').rows, ...of('bob').rows].sort(), [2, 3, 4, 5, 6]);
  near(finish.value, Math.max(of('ann').days, of('bob').days));
  near(of('ann').trees / 30, of('ann').days);
  assert.equal(of('ann').trees + of('bob').trees, 230);
});

test('where bags run empty: every bag full but the last, row after row', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          trees: fc.integer({ min: 0, max: 130 }),
          from: fc.integer({ min: 1, max: 9 }),
        }),
        {
          minLength: 1,
          maxLength: 12,
        },
      ),
      fc.integer({ min: 1, max: 90 }),
      (given, bag) => {
        const rows = given.map((row, i) => ({ ...row, number: i + 1 }));
        const points = refillPoints(
          rows.map(({ number, from, trees }) => ({
            number,
            planted: from - 1,
            runs: [0, from - 1 + trees],
          })),
          [0.1],
          { bagTrees: bag, bagLoad: 1000 },
        );
        const total = rows.reduce((sum, { trees }) => sum + trees, 0);
        assert.equal(points.length, Math.max(0, Math.ceil(total / bag) - 1));
        // Trees set when each bag is empty: one bag more each time.
        points.forEach(({ row, peg }, i) => {
          const before = rows.slice(0, row - 1).reduce((sum, { trees }) => sum + trees, 0);
          assert.equal(before + peg - rows[row - 1].from + 1, (i + 1) * bag);
          assert.ok(peg - rows[row - 1].from + 1 <= rows[row - 1].trees);
        });
      },
    ),
    { seed: 3, numRuns: 300 },
  );
  // Heavy trees empty a bag sooner: 14 kg are 20 of 0.5 kg and 40 of 0.1 kg.
  const mixed = [{ number: 4, planted: 0, runs: [0, 20, 1, 100] }];
  const heavy = refillPoints(mixed, [0.5, 0.1], { bagTrees: 300, bagLoad: 14 });
  assert.deepEqual(heavy, [{ row: 4, peg: 60 }]);
});

const refill = (along: number, into: number, back: number): Refill => ({
  first: { along, into },
  last: { along, into: back },
});

/** The least that can be carried with caches at any of the row ends, whichever of them a refill is fetched from. */
function bestCaches(
  refills: Refill[],
  count: number,
  headlands: readonly ('first' | 'last')[],
): number {
  const places = headlands.flatMap((headland) =>
    [...new Set(refills.map((one) => one[headland].along))].map((along) => ({ headland, along })),
  );
  const ways = refills.map((one) =>
    places.map(({ headland, along }) => one[headland].into + Math.abs(one[headland].along - along)),
  );
  let best = Infinity;
  const choose = (from: number, left: number, nearest: number[]) => {
    if (!left || from === places.length) {
      best = Math.min(
        best,
        nearest.reduce((a, b) => a + b, 0),
      );
      return;
    }
    for (let i = from; i < places.length; i++)
      choose(
        i + 1,
        left - 1,
        nearest.map((way, k) => Math.min(way, ways[k][i])),
      );
  };
  choose(
    0,
    count,
    refills.map(() => Infinity),
  );
  return best;
}

test('boxes stand where the least is carried, against every other way to place them', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.integer({ min: 0, max: 40 }),
          fc.integer({ min: 0, max: 60 }),
          fc.integer({ min: 0, max: 60 }),
        ),
        { minLength: 1, maxLength: 8 },
      ),
      fc.integer({ min: 1, max: 4 }),
      fc.constantFrom(['first' as const], ['last' as const], ['first' as const, 'last' as const]),
      (given, count, headlands) => {
        const refills = given.map(([along, into, back]) => refill(along, into, back));
        const { caches, carried } = placeCaches(refills, count, headlands);
        const best = bestCaches(refills, count, headlands);
        // Whole metres: half of one more is already another answer.
        assert.ok(Math.abs(carried.value - best) < 0.5, `${carried.value} for ${best}`);
        // What is said is what is walked from the caches that are named.
        const walked = refills.map((one) =>
          Math.min(
            ...caches.map(
              ({ headland, along }) =>
                wayBy(one, headland)!.into + Math.abs(wayBy(one, headland)!.along - along),
            ),
          ),
        );
        near(
          walked.reduce((a, b) => a + b, 0),
          carried.value,
          1e-9,
        );
        assert.equal(
          caches.reduce((sum, { visits }) => sum + visits, 0),
          refills.length,
        );
        assert.ok(caches.length <= count);
      },
    ),
    { seed: 19, numRuns: 300 },
  );
});

test('a refill is fetched past the nearer end of its row where the boxes stand at the other', () => {
  // Three in the middle of far rows: from the nearer ends, 40 m, a second cache would have to stand there.
  const refills = [refill(0, 60, 40), refill(0, 60, 40), refill(100, 40, 60)];
  const { caches, carried } = placeCaches(refills, 1);
  assert.deepEqual(caches, [{ headland: 'last', along: 0, visits: 3 }]);
  assert.equal(carried.value, 40 + 40 + 160);
  // Two: the third row has its own, at its nearer end.
  assert.equal(placeCaches(refills, 2).carried.value, 120);
});

test('many refills on both headlands: none of all the ways to place three caches is better', () => {
  let state = 11;
  const random = (below: number) => {
    state = (state * 1103515245 + 12345) % 2 ** 31;
    return state % below;
  };
  for (let round = 0; round < 3; round++) {
    const refills = Array.from({ length: 24 }, () => {
      const into = random(300);
      return refill(random(16) * 25, into, 300 - into);
    });
    const [exact, quick] = (['exact', 'quick'] as const).map(
      (how) => placeCaches(refills, 3, undefined, how).carried.value,
    );
    const best = bestCaches(refills, 3, ['first', 'last']);
    assert.ok(Math.abs(exact - best) < 0.5, `${exact} for ${best}`);
    assert.ok(quick >= best - 1e-9 && quick < best * 1.05, `${quick} for ${best}`);
  }
});

test('with both headlands open nothing is carried further than with one, nor with more caches', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(300), fc.nat(100), fc.nat(100)), { minLength: 1, maxLength: 30 }),
      fc.integer({ min: 1, max: 5 }),
      (given, count) => {
        const refills = given.map(([along, into, back]) => refill(along, into, back));
        const both = placeCaches(refills, count).carried.value;
        for (const headland of ['first', 'last'] as const)
          assert.ok(both <= placeCaches(refills, count, [headland]).carried.value + 1e-9);
        assert.ok(placeCaches(refills, count + 1).carried.value <= both + 1e-9);
      },
    ),
    { seed: 23, numRuns: 200 },
  );
  assert.deepEqual(placeCaches([], 2).caches, []);
  assert.equal(placeCaches([refill(1, 2, 3)], 1, []).caches.length, 0);
});

test('the hours left leave out noon and whatever stops planting, and no hour twice', () => {
  const noon = { from: at('12:00'), to: at('12:45') };
  const wind = { from: at('14:00'), to: at('16:00') };
  const spells = spellsLeft(at('11:00'), at('17:00'), [noon, wind]);
  near(hoursIn(spells), 1 + 1.25 + 1);
  near(hoursIn(spellsLeft(at('12:30'), at('17:00'), [noon, wind, wind])), 1.25 + 1);
  near(hoursIn(spellsLeft(at('14:30'), at('15:30'), [wind])), 0);
  assert.deepEqual(spellsLeft(at('18:00'), at('17:00'), []), []);
});

test('hours of one cause that touch are one stop', () => {
  const hour = (from: string, to: string, ...why: string[]) => ({
    ...{ from: at(from), to: at(to), why },
  });
  assert.deepEqual(
    joinSpells([
      hour('11:00', '12:00', 'wind'),
      hour('12:00', '13:00', 'wind'),
      hour('13:00', '14:00', 'wind', 'heat'),
      hour('15:00', '16:00', 'wind', 'heat'),
    ]),
    [
      hour('11:00', '13:00', 'wind'),
      hour('13:00', '14:00', 'wind', 'heat'),
      hour('15:00', '16:00', 'wind', 'heat'),
    ],
  );
});

test('the hours that stop planting are those of the site’s clock, one after the other as one', () => {
  const midnight = Date.parse('2026-11-24T00:00:00Z');
  const air = (hour: number, temperature: number, wind = 1) => ({
    ...{ hour, temperature, wind, humidity: 0.7 },
  });
  const found = stopsOf(
    [air(6, -2), air(7, -1), air(8, 0.5), air(9.5, 12, 7), air(10, 31, 7), air(11, 20)],
    midnight,
  );
  const hour = (n: number) => midnight + n * 3_600_000;
  assert.deepEqual(found, [
    { from: hour(6), to: hour(8), why: ['frost'] },
    { from: hour(9), to: hour(10), why: ['wind'] },
    { from: hour(10), to: hour(11), why: ['heat', 'wind'] },
  ]);
});

test('a planter ends when the trees are in, over the stops; beyond the day they do not end', () => {
  const spells = spellsLeft(at('11:00'), at('17:00'), [{ from: at('14:00'), to: at('16:00') }]);
  assert.equal(endsAt(90, 60, spells), at('12:30'));
  assert.equal(endsAt(180, 60, spells), at('14:00'));
  assert.equal(endsAt(210, 60, spells), at('16:30'));
  assert.equal(endsAt(241, 60, spells), undefined);
  assert.equal(endsAt(0, 60, spells), at('11:00'));
  assert.equal(endsAt(10, 0, spells), undefined);
});

test('the forecast says when each ends, between what, and in which row the day leaves them', () => {
  const spells = spellsLeft(at('08:00'), at('16:00'), []);
  // A day's rate of 50 with a deviation of a fifth: nine in ten lie between 35 and 67.8.
  const rate = { perHour: { value: 50 }, dayShape: 25 };
  const rows = [
    { number: 7, trees: 100 },
    { number: 8, trees: 0 },
    { number: 9, trees: 100 },
  ];
  const done = forecast('ann', rows, rate, spells);
  assert.equal(done.end, at('12:00'));
  const minutes = (a: number, b: number) => (a - b) / 60_000;
  assert.ok(Math.abs(minutes(done.early!, at('08:00')) - (200 / 67.51) * 60) < 2);
  assert.ok(Math.abs(minutes(done.late!, at('08:00')) - (200 / 34.76) * 60) < 2);
  assert.deepEqual([done.lastRow, done.over], [9, 0]);
  const long = forecast('ann', [...rows, { number: 10, trees: 300 }], rate, spells);
  assert.deepEqual([long.end, long.lastRow, long.over], [undefined, 10, 100]);
  const slow = forecast('ann', [...rows, { number: 10, trees: 180 }], rate, spells);
  assert.ok(slow.end !== undefined && slow.late === undefined, 'late, it may not be today');
});

test('a boundary moves past rows nobody has begun, never further, and rows are never lost', () => {
  const shares = [
    { planterId: 'ann', firstRow: 1, lastRow: 4 },
    { planterId: 'bob', firstRow: 5, lastRow: 9 },
  ];
  const none = new Set<number>();
  const at = (to: number, begun = none) =>
    moveBoundary(shares, 0, to, begun).map(({ firstRow, lastRow }) => [firstRow, lastRow]);
  assert.deepEqual(at(6), [
    [1, 6],
    [7, 9],
  ]);
  assert.deepEqual(at(2), [
    [1, 2],
    [3, 9],
  ]);
  assert.deepEqual(at(99), [[1, 9]], 'dragged past the end it takes all there is');
  assert.deepEqual(at(-5), [[1, 9]]);
  assert.deepEqual(at(8, new Set([6])), [
    [1, 5],
    [6, 9],
  ]);
  assert.deepEqual(at(1, new Set([3])), [
    [1, 3],
    [4, 9],
  ]);
  assert.deepEqual(moveBoundary(shares, 1, 3, none), shares, 'there is no such boundary');
});

test('rows by holder become ranges and stay the same rows; shares that clash are refused', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('ann', 'bob', 'cid', ''), { minLength: 1, maxLength: 40 }),
      (holders) => {
        const map = new Map<number, string>();
        holders.forEach((holder, i) => holder && map.set(i + 1, holder));
        const ranges = rangesOfRows(map);
        for (let row = 1; row <= holders.length; row++)
          for (const planter of ['ann', 'bob', 'cid'])
            assert.equal(holds(ranges, planter, row), map.get(row) === planter);
        admitShares(
          ranges,
          holders.map((_, i) => i + 1),
        );
      },
    ),
    { seed: 2, numRuns: 200 },
  );
  const share = (firstRow: number, lastRow: number) => ({ planterId: 'ann', firstRow, lastRow });
  const rows = [1, 2, 3, 4];
  assert.throws(() => admitShares([share(3, 2)], rows), /crew\.sharesBackwards/);
  assert.throws(() => admitShares([share(1, 5)], rows), /crew\.noRow/);
  assert.throws(() => admitShares([share(1, 3), share(3, 4)], rows), /crew\.sharedTwice/);
});

const straightRows = (
  rows: number,
  trees: number,
  step: number,
  between: number,
  [x, y]: [number, number] = [0, 0],
) =>
  rowSetOf(
    { frame: { bearing: 0, side: 1, baseline: 0, anchor: 0 }, straight: true, step, between },
    Array.from({ length: rows }, (_, row) => ({
      line: [x + row * between, y, x + row * between, y + (trees - 1) * step],
      start: 0,
      step,
      stretches: [0, trees],
      listed: false,
    })),
  );

test('a refill is fetched along the headland and into the row, from either end', () => {
  const rows = straightRows(3, 11, 2, 3);
  assert.deepEqual(refillWays(rows, [{ row: 3, peg: 4 }]), [
    { row: 3, first: { along: 6, into: 6 }, last: { along: 6, into: 14 } },
  ]);
  // A row that was given up is walked by: from the one before it straight to the next.
  const given = rowSetOf(
    rows,
    [0, 1, 2].map((row) => ({
      ...{ line: [3 * row, row, 3 * row, 20], start: 0, step: 2, listed: false },
      stretches: row === 1 ? [] : [0, 9],
    })),
    'kept',
  );
  const [way] = refillWays(given, [{ row: 3, peg: 1 }]);
  assert.ok(Math.abs(way.first!.along - Math.hypot(6, 2)) < 1e-9, `${way.first!.along}`);
  const [first] = refillWays(
    rowSetOf(
      rows,
      [0, 1].map((row) => ({
        ...{ line: [3 * row, 0, 3 * row, 20], start: 0, step: 2, listed: false },
        stretches: row ? [0, 9] : [],
      })),
      'kept',
    ),
    [{ row: 2, peg: 1 }],
  );
  assert.equal(first.first!.along, 0, 'the headland begins at the first row that stands');
  assert.deepEqual(refillWays(rows, [{ row: 9, peg: 1 }]), []);
  assert.deepEqual(refillWays(rows, [{ row: 1, peg: 40 }]), []);
});

test('a road across the rows is a place for boxes: along it, and from where it crosses into the row', () => {
  // Rows of 20 m, 3 m apart; the road comes in beside the first, crosses it 8 m in and the second 11 m in, then leaves.
  const rows = straightRows(3, 11, 2, 3);
  const road: [number, number][] = [
    [-3, 5],
    [3, 11],
    [3, 30],
  ];
  const [first, second, third] = refillWays(
    rows,
    [
      { row: 1, peg: 11 },
      { row: 2, peg: 1 },
      { row: 3, peg: 6 },
    ],
    [road],
  );
  const at = (way: typeof first) => {
    const { along, into, share } = wayBy(way, 'road 0')!;
    return [along, into, share].map((value) => Math.round(value! * 1000) / 1000);
  };
  assert.deepEqual(at(first), [4.243, 12, 0.4]);
  assert.deepEqual(at(second), [8.485, 11, 0.55]);
  assert.equal(wayBy(third, 'road 0'), undefined, 'it never meets the third');
  // A road that comes back over the row is left where it is nearer, whichever way it runs.
  const bend: [number, number][] = [
    [-3, 4],
    [1, 4],
    [1, 16],
    [-3, 16],
  ];
  for (const road of [bend, bend.toReversed()])
    assert.deepEqual(
      [2, 10].map((peg) => wayBy(refillWays(rows, [{ row: 1, peg }], [road])[0], 'road 0')!.into),
      [2, 2],
    );
  // Where the first trees of a row fall out, its share is of what is planted: 8 m in is a quarter of 4 to 20.
  const later = rowSetOf(
    { frame: rows.frame, straight: true, step: 2, between: 3 },
    [0, 3].map((x) => ({
      ...{ line: [x, 0, x, 20], start: 0, step: 2, stretches: [4, 9], listed: false },
    })),
  );
  assert.equal(wayBy(refillWays(later, [{ row: 1, peg: 9 }], [road])[0], 'road 0')!.share, 0.25);
  // Wherever the rows lie in the plane, what is walked is the same.
  const moved = straightRows(3, 11, 2, 3, [410, -265]);
  const along = road.map(([x, y]): [number, number] => [x + 410, y - 265]);
  assert.deepEqual(at(refillWays(moved, [{ row: 1, peg: 11 }], [along])[0]), [4.243, 12, 0.4]);
  assert.deepEqual(at(refillWays(moved, [{ row: 2, peg: 1 }], [along])[0]), [8.485, 11, 0.55]);
  // One cache: at the crossing of row 1 it carries 12 to its end and, along the road, to row 2; at a headland more.
  const ways = [first, second];
  const { caches, carried } = placeCaches(ways, 1, ['first', 'last', 'road 0']);
  const onHeadlands = placeCaches(ways, 1, ['first', 'last']).carried.value;
  assert.ok(carried.value <= onHeadlands + 1e-9);
  assert.equal(caches.length, 1);
  // Rows of 200 m that a road cuts in the middle: nobody carries from the ends any more.
  const long = straightRows(4, 101, 2, 3);
  const across: [number, number][] = [
    [-5, 100],
    [20, 100],
  ];
  const middle = refillWays(
    long,
    [1, 2, 3, 4].map((row) => ({ row, peg: row % 2 ? 46 : 56 })),
    [across],
  );
  const best = placeCaches(middle, 1, ['first', 'last', 'road 0']);
  assert.equal(best.caches[0].headland, 'road 0');
  near(best.carried.value, 4 * 10 + 3 + 3 + 6);
  assert.ok(best.carried.value < placeCaches(middle, 1, ['first', 'last']).carried.value / 5);
});

const MIDNIGHT = Date.parse('2026-11-24T00:00:00Z');
const rateOf = (perHour: number) => {
  const rate = learned(perHour, []);
  return { ...rate, perHour: { ...rate.perHour, value: perHour } };
};

test('hours of an end hold the day’s own as often as they say, for one planter and for all', () => {
  const random = seededRandom('ends');
  const spells = [
    { from: at('08:00'), to: at('12:00') },
    { from: at('12:45'), to: at('23:00') },
  ];
  const dayOf = (mean: number) => mean * Math.exp(0.15 * normalDeviate(random) - 0.15 ** 2 / 2);
  let [own, all, days] = [0, 0, 0];
  let [before, after] = [0, 0];
  for (let season = 0; season < 300; season++) {
    const crew = Array.from({ length: 6 }, () => {
      const mean = 60 + 40 * random();
      const known = Array.from({ length: 8 }, () => ({
        trees: Math.round(8 * dayOf(mean)),
        hours: 8,
      }));
      const rate = learned(80, known);
      const trees = Math.round(rate.perHour.value * 6);
      const told = forecast('', [{ number: 1, trees }], rate, spells);
      const ends = endsAt(trees, dayOf(mean), spells)!;
      days++;
      if (told.early! <= ends && ends <= told.late!) own++;
      return { trees, rate, spells, ends };
    });
    const last = Math.max(...crew.map(({ ends }) => ends));
    const [early, middle, late] = [0.05, 0.5, 0.95].map((chance) => allEndBy(crew, chance)!);
    assert.ok(early < middle && middle < late);
    if (last < early) before++;
    else if (last > late) after++;
    else all++;
  }
  assert.ok(own / days > 0.85 && own / days < 0.97, `${own} of ${days} ends of one`);
  assert.ok(all / 300 > 0.85 && all / 300 < 0.97, `${all} of 300 ends of all`);
  assert.ok(before < 30 && after < 30, `${before} sooner, ${after} later`);
  assert.equal(allEndBy([], 0.5), undefined);
  const slow = { trees: 900, rate: learned(50, []), spells };
  assert.equal(allEndBy([slow], 0.5), undefined, 'not today');
});

test('the day from here: who ends when, what the block comes to, and whose rows wait', () => {
  const rows = [
    { number: 1, planted: 20, left: 80, runs: [0, 100] },
    { number: 2, planted: 0, left: 100, runs: [0, 100] },
    { number: 3, planted: 0, left: 100, runs: [0, 100] },
  ];
  const shares = [
    { planterId: 'ann', firstRow: 1, lastRow: 2 },
    { planterId: 'bob', firstRow: 3, lastRow: 3 },
  ];
  const ann = { id: 'ann', rate: rateOf(60) };
  const bob = { id: 'bob', rate: rateOf(25) };
  const bag = { weights: [0.05], terms: { bagTrees: 200, bagLoad: 14 } };
  const on = { now: at('08:00'), dayStart: MIDNIGHT, stops: [], bag };
  const day = crewDay(rows, shares, [ann, bob], DAY_TERMS, on);
  near(day.hours, 9 - 0.75);
  const [hers, his] = day.planters;
  assert.deepEqual([hers.trees, hers.end, hers.rows], [180, at('11:00'), [1, 2]]);
  assert.equal(his.end, at('12:00'), 'to the minute before the pause');
  assert.ok(day.end! > at('12:45'), 'one of two is behind on more than half of the days');
  assert.equal(day.planted, 300);
  // With an hour left of the day it comes to what stands and what the hour brings.
  const lastHour = crewDay(rows, shares, [ann, bob], DAY_TERMS, { ...on, now: at('16:00') });
  assert.equal(lastHour.planted, Math.round(20 + lastHour.hours * (60 + 25)));
  assert.ok(day.early! < day.end! && day.late! > day.end!);
  const riders = crewDay(rows, shares, [ann, bob], DAY_TERMS, { ...on, together: true });
  assert.equal(riders.end, at('12:00'), 'on one machine both are as fast or as slow');
  assert.equal(riders.late, Math.max(...riders.planters.map(({ late }) => late!)));
  // Refills: 200 trees of a bag are more than either has left.
  assert.deepEqual(hers.refills, []);
  const small = crewDay(rows, shares, [ann, bob], DAY_TERMS, {
    ...on,
    bag: { ...bag, terms: { bagTrees: 50, bagLoad: 14 } },
  });
  assert.deepEqual(small.planters[0].refills, [
    { row: 1, peg: 70 },
    { row: 2, peg: 20 },
    { row: 2, peg: 70 },
  ]);
  const alone = crewDay(rows, shares, [ann], DAY_TERMS, on);
  assert.equal(alone.end, undefined, 'nobody is there for row 3');
  assert.equal(alone.planted, 200);
  const done = rows.map((row) => ({ ...row, planted: 100, left: 0 }));
  for (const together of [false, true]) {
    const over = crewDay(done, shares, [ann, bob], DAY_TERMS, { ...on, together });
    assert.deepEqual([over.end, over.early, over.late], [undefined, undefined, undefined]);
  }
  const early = crewDay(rows, shares, [ann], DAY_TERMS, { ...on, now: at('05:00') });
  assert.equal(early.planters[0].end, at('10:00'), 'nobody begins before the day does');
  // Who comes at nine today ends an hour later; hours of another day are another day's.
  const late = (own: Day) =>
    crewDay(
      rows,
      shares,
      [ann, bob],
      { ...DAY_TERMS, own: [{ planterId: 'ann', day: own, from: 9 }] },
      { ...on, day: '2026-11-24' },
    ).planters.map(({ end }) => end);
  assert.deepEqual(late('2026-11-24'), [at('12:00'), at('12:00')]);
  assert.deepEqual(late('2026-11-23'), [at('11:00'), at('12:00')]);
});

test('trees of a row that are still to come, whatever was planted of it', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 20 })), {
        minLength: 1,
        maxLength: 8,
      }),
      fc.nat(200),
      (pairs, planted) => {
        const runs = pairs.flat();
        const one = (list: number[]) =>
          list.flatMap((_, i) => (i % 2 ? [] : Array<number>(list[i + 1]).fill(list[i])));
        assert.deepEqual(one(runsLeft(runs, planted)), one(runs).slice(planted));
      },
    ),
    { seed: 6, numRuns: 200 },
  );
});

test('a species runs dry when all together have used it up, in the row of whoever wants the next', () => {
  const spells = spellsLeft(at('08:00'), at('16:00'), [{ from: at('09:00'), to: at('10:00') }]);
  const ann = { perHour: 60, rows: [{ number: 1, runs: [0, 60, 1, 60] }] };
  const bob = {
    perHour: 30,
    rows: [
      { number: 5, runs: [1, 60] },
      { number: 6, runs: [0, 30] },
    ],
  };
  // Bob alone uses 30 birches in the first hour; from the second both use 90 an hour.
  assert.deepEqual(runsDry(1, 75, [ann, bob], spells), { row: 1, at: at('10:30') });
  assert.deepEqual(runsDry(1, 15, [ann, bob], spells), { row: 5, at: at('08:30') });
  assert.equal(runsDry(1, 120, [ann, bob], spells), undefined, 'just enough is enough');
  assert.equal(runsDry(2, 0, [ann, bob], spells), undefined, 'nobody wants it');
  const late = runsDry(0, 89, [ann, { ...bob, perHour: 5 }], spells)!;
  assert.deepEqual([late.row, late.at], [6, undefined], 'not today');
});

test('when a species runs dry, counted tree by tree', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          perHour: fc.integer({ min: 10, max: 80 }),
          rows: fc.array(
            fc.array(fc.tuple(fc.nat(1), fc.integer({ min: 1, max: 12 })), {
              minLength: 1,
              maxLength: 4,
            }),
            { minLength: 1, maxLength: 3 },
          ),
        }),
        { minLength: 1, maxLength: 3 },
      ),
      fc.nat(60),
      (planters, onHand) => {
        const wanted = planters.map(({ perHour, rows }, p) => ({
          perHour,
          rows: rows.map((pairs, r) => ({ number: 10 * p + r, runs: pairs.flat() })),
        }));
        // Each tree of species 0 by the hour at which it is in.
        const hours = wanted
          .flatMap(({ perHour, rows }) => {
            let n = 0;
            return rows.flatMap(({ runs }) =>
              runs.flatMap((_, i) =>
                i % 2
                  ? []
                  : Array.from({ length: runs[i + 1] }, () => ({ of: runs[i], at: ++n / perHour })),
              ),
            );
          })
          .filter(({ of }) => of === 0)
          .map(({ at: hour }) => hour)
          .sort((a, b) => a - b);
        const day = [{ from: 0, to: 1000 * HOUR }];
        const found = runsDry(0, onHand, wanted, day);
        if (hours.length <= onHand) assert.equal(found, undefined);
        else {
          // Between the last tree that there is and the first that is missing, a tree or two of each apart.
          const slack = planters.length / Math.min(...planters.map(({ perHour }) => perHour));
          const missing = hours[onHand];
          assert.ok(found!.at! / HOUR <= missing + 1e-6);
          assert.ok(found!.at! / HOUR >= missing - slack - 1e-6);
        }
      },
    ),
    { seed: 13, numRuns: 300 },
  );
});

test('the tool of a planter is the one they clocked on with last; what was taken back is no word', () => {
  const own = [
    clock('on', '07:00', { tool: 'Bar' }),
    clock('off', '09:00'),
    clock('on', '10:00', { tool: 'Spade' }),
    clock('on', '11:00', { tool: '' }),
    clock('on', '07:30', { planter: 'bo', tool: 'Auger' }),
  ];
  assert.deepEqual([...lastTools([...own].reverse())].sort(), [
    ['ann', 'Spade'],
    ['bo', 'Auger'],
  ]);
  const back = clock('on', '12:00', { id: 'back', corrects: own[2].id });
  assert.equal(lastTools([...own, back]).get('ann'), 'Bar');
  assert.deepEqual([...lastTools([])], []);
});
