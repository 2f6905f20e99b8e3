import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { normalDeviate, seededRandom } from '../measure/random';
import { crewDay, DAY_TERMS } from './day';
import { heardOf, hoursSoFar, pacesToday, paceToday, type DaySeen } from './pace';
import { gammaQuantile, learned, Z90 } from './rates';

const HOUR = 3_600_000;
const dayStart = Date.parse('2026-11-24T00:00:00Z');
const at = (hour: number) => dayStart + hour * HOUR;
const near = (found: number, wanted: number, within = 1e-9) =>
  assert.ok(
    Math.abs(found - wanted) <= within * Math.max(1, Math.abs(wanted)),
    `${found} is not ${wanted}`,
  );
const sevenDays = Array.from({ length: 7 }, (_, i) => ({ trees: 720 + 40 * (i % 3), hours: 8 }));

test('today’s pace lies between what was learned and what today shows, nearer to today the longer it lasts', () => {
  const rate = learned(95, sevenDays);
  const usual = rate.perHour.value;
  const slow = (hours: number) => paceToday(rate, { trees: 60 * hours, hours });
  assert.equal(paceToday(rate, undefined), rate);
  assert.equal(paceToday(rate, { trees: 0, hours: 0 }), rate, 'nothing yet says nothing');
  const paces = [0.5, 1, 2, 5].map((hours) => slow(hours).perHour.value);
  paces.reduce((before, pace) => {
    assert.ok(pace < before && pace > 60, `${pace}`);
    return pace;
  }, usual);
  // The closed form: weight of the days’ own spread and of what is not known of the mean, against an hour’s.
  const within = Math.min(rate.dispersion, 1 + 0.15 ** 2 * usual);
  const weight = within / ((rate.dispersion - within) / 8 + rate.dispersion / rate.known);
  near(paces[2], (usual * weight + 120) / (weight + 2));
  assert.deepEqual(
    slow(2).perHour.steps.map(({ value }) => value),
    [usual, weight, 120, 2],
  );
  // Trees of a pace like the learned one leave it as it is, and are known better.
  const same = paceToday(rate, { trees: usual * 3, hours: 3 });
  near(same.perHour.value, usual);
  assert.ok(same.high - same.low < slow(0.01).high - slow(0.01).low);
  assert.ok(same.low < usual && usual < same.high);
});

test('with nothing known of today its spread is the one of a whole day', () => {
  const rate = learned(95, sevenDays);
  const first = paceToday(rate, { trees: 1e-9, hours: 1e-9 });
  near(first.dayShape, rate.dayShape, 1e-6);
  near(first.perHour.value, rate.perHour.value, 1e-6);
});

test('what is left of a day is foretold better by its morning, and the range holds nine in ten', () => {
  const random = seededRandom(20);
  const normal = () => normalDeviate(random);
  const [spread, hourly, morning] = [0.15, 0.15, 3];
  let [held, error, blind] = [0, 0, 0];
  const seasons = 1500;
  for (let season = 0; season < seasons; season++) {
    const mean = 80 * Math.exp(0.2 * normal());
    const hoursOf = () => {
      const day = mean * (1 + spread * normal());
      return Array.from({ length: 8 }, () => {
        const hour = day * (1 + hourly * normal());
        return Math.max(0, Math.round(hour + Math.sqrt(Math.max(0, hour)) * normal()));
      });
    };
    const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);
    const rate = learned(
      80,
      Array.from({ length: 6 }, () => ({ trees: sum(hoursOf()), hours: 8 })),
      'usual',
    );
    const today = hoursOf();
    const rest = sum(today.slice(morning)) / (8 - morning);
    const pace = paceToday(rate, { trees: sum(today.slice(0, morning)), hours: morning });
    const bound = (z: number) =>
      gammaQuantile(pace.dayShape, pace.dayShape / pace.perHour.value, z);
    if (rest >= bound(-Z90) && rest <= bound(Z90)) held++;
    error += (pace.perHour.value - rest) ** 2;
    blind += (rate.perHour.value - rest) ** 2;
  }
  assert.ok(held / seasons > 0.86 && held / seasons < 0.94, `${held / seasons}`);
  assert.ok(Math.sqrt(error / blind) < 0.75, `${Math.sqrt(error / blind)}`);
});

test('hours so far: from when they came to their last word, without the pause and the gale', () => {
  const stop = [{ from: at(9), to: at(10) }];
  const of = (
    shifts: [number, number][],
    until: number,
    stops = [] as typeof stop,
    from?: number,
  ) =>
    hoursSoFar(
      DAY_TERMS,
      dayStart,
      stops,
      shifts.map(([began, ended]) => ({ from: at(began), to: at(ended) })),
      from === undefined ? undefined : { from },
      at(until),
    );
  near(of([[7.5, 11]], 10.5), 3);
  near(of([[7.5, 11]], 10.5, stop), 2);
  near(of([[7.5, 14]], 14), 6.5 - 0.75);
  near(
    of(
      [
        [7, 9],
        [10, 12],
      ],
      11.5,
    ),
    3.5,
  );
  near(of([], 9), 2, 1e-9);
  near(of([], 9, [], 8), 1);
  near(of([[8, 12]], 7.5), 0, 1e-9);
});

const rates = new Map([
  ['ann', learned(80, sevenDays)],
  ['bob', learned(80, sevenDays)],
]);
const seen = (more: Partial<DaySeen> = {}): DaySeen => ({
  terms: DAY_TERMS,
  day: '2026-11-24',
  dayStart,
  stops: [],
  shifts: [{ planter: 'ann', from: at(7), to: at(11), here: true, tool: 'bar' }],
  words: [{ planter: 'ann', at: at(10), hours: [at(8), at(9)] }],
  trees: new Map([['ann', 150]]),
  elsewhere: new Map(),
  ...more,
});

test('own hours are those of whoever has them, and of their day', () => {
  const pace = (own: DaySeen['terms']['own']) =>
    pacesToday(rates, seen({ shifts: [], terms: { ...DAY_TERMS, own } })).get('ann')!.perHour.value;
  const usual = pace(undefined);
  assert.equal(pace([{ planterId: 'bob', day: '2026-11-24', from: 9 }]), usual);
  assert.equal(pace([{ planterId: 'ann', day: '2026-11-25', from: 9 }]), usual);
  assert.notEqual(pace([{ planterId: 'ann', day: '2026-11-24', from: 9 }]), usual);
});

test('who was not heard of today, or planted elsewhere too, is taken as learned', () => {
  const slow = pacesToday(rates, seen());
  near(
    slow.get('ann')!.perHour.value,
    paceToday(rates.get('ann')!, { trees: 150, hours: 3 }).perHour.value,
  );
  assert.equal(slow.get('bob'), rates.get('bob'));
  const asLearned = (more: Partial<DaySeen>) =>
    assert.equal(pacesToday(rates, seen(more)).get('ann'), rates.get('ann'));
  asLearned({ words: [] });
  asLearned({ words: [{ planter: 'ann', at: dayStart - 1, hours: [] }] });
  asLearned({ trees: new Map() });
  asLearned({ elsewhere: new Map([['ann', new Map([['2026-11-24', 2]])]]) });
  const yesterday = new Map([['ann', new Map([['2026-11-23', 2]])]]);
  assert.notEqual(pacesToday(rates, seen({ elsewhere: yesterday })).get('ann'), rates.get('ann'));
  // Clocked on at last, three minutes before all that was planted since seven was told.
  asLearned({ shifts: [{ planter: 'ann', from: at(9.95), to: at(11), here: true, tool: 'bar' }] });
  // Yesterday’s shift is none of today; hours of one’s own are, where nobody clocked.
  const shifts = [{ planter: 'ann', from: at(-17), to: at(-8), here: false, tool: '' }];
  const own = [{ planterId: 'ann', day: '2026-11-24', from: 9 }];
  const late = pacesToday(rates, seen({ shifts, terms: { ...DAY_TERMS, own } }));
  near(
    late.get('ann')!.perHour.value,
    paceToday(rates.get('ann')!, { trees: 150, hours: 1 }).perHour.value,
  );
});

test('whoever is at work plants on behind their last word, and whoever said nothing since they came', () => {
  assert.deepEqual([...heardOf(seen())], [['ann', at(10)]]);
  assert.deepEqual([...heardOf(seen({ words: [] }))], [['ann', at(7)]]);
  assert.deepEqual(
    [...heardOf(seen({ words: [{ planter: 'ann', at: at(-3), hours: [] }] }))],
    [['ann', at(7)]],
  );
  const gone = seen().shifts.map((shift) => ({ ...shift, here: false }));
  assert.deepEqual([...heardOf(seen({ shifts: gone, words: [] }))], []);

  // Whoever set trees on another block today has not been here since the morning.
  const away = new Map([['ann', new Map([['2026-11-24', 2]])]]);
  assert.deepEqual([...heardOf(seen({ elsewhere: away }))], []);
  const yesterday = new Map([['ann', new Map([['2026-11-23', 2]])]]);
  assert.equal(heardOf(seen({ elsewhere: yesterday })).size, 1);

  const rate = learned(60, []);
  const day = (heard?: number, left = 180) =>
    crewDay(
      [{ number: 1, planted: 0, left, runs: [0, 180] }],
      [{ planterId: 'ann', firstRow: 1, lastRow: 1 }],
      [{ id: 'ann', rate }],
      DAY_TERMS,
      {
        ...{ now: at(9), dayStart, stops: [] },
        bag: { weights: [0.1], terms: { bagTrees: 90, bagLoad: 9 } },
        heard: heard === undefined ? undefined : new Map([['ann', at(heard)]]),
      },
    );
  near(day().planters[0].end!, at(12));
  near(day(8).planters[0].end!, at(11));
  near(day(7).planters[0].end!, at(10));
  // Nobody has said that all are in: they are reckoned to be at any moment.
  const past = day(7, 60);
  assert.deepEqual([past.planters[0].end, past.end, past.early], [at(9), at(9), at(9)]);
  assert.equal(day(7).hours, day().hours, 'the hours left are from now');
});

test('an hour that should have stopped planting counts where somebody planted in it', () => {
  const paced = (stops: [number, number][], hours: number[], by = 'ann') =>
    pacesToday(
      rates,
      seen({
        stops: stops.map(([from, to]) => ({ from: at(from), to: at(to) })),
        words: [
          { planter: 'ann', at: at(10), hours: by === 'ann' ? hours.map(at) : [] },
          { planter: 'bob', at: at(9.5), hours: by === 'bob' ? hours.map(at) : [] },
        ],
      }),
    )
      .get('ann')!
      .perHour.steps.at(-1)!.value;
  near(paced([], []), 3);
  near(paced([[7, 9]], []), 1, 1e-9);
  near(paced([[7, 9]], [8]), 2, 1e-9);
  near(paced([[7, 9]], [7, 8]), 3, 1e-9);
  near(paced([[7, 9]], [8], 'bob'), 2, 1e-9);
  near(
    paced(
      [
        [7, 8],
        [9, 10],
      ],
      [9],
    ),
    2,
    1e-9,
  );
});

test('whatever is seen, the pace lies between the learned one and today’s, and its range about it', () => {
  const day = fc.record({
    trees: fc.integer({ min: 1, max: 2500 }),
    hours: fc.double({ min: 1, max: 11, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 400 }),
      fc.array(day, { maxLength: 12 }),
      fc.record({
        trees: fc.integer({ min: 0, max: 1500 }),
        hours: fc.double({ min: 0.05, max: 10, noNaN: true }),
      }),
      (typed, days, soFar) => {
        const rate = learned(typed, days);
        const pace = paceToday(rate, soFar);
        const [learnt, today] = [rate.perHour.value, soFar.trees / soFar.hours];
        const [low, high] = [Math.min(learnt, today), Math.max(learnt, today)];
        const found = pace.perHour.value;
        assert.ok(found >= low - 1e-9 && found <= high + 1e-9, `${found} of ${low} to ${high}`);
        assert.ok(pace.dayShape > 0 && Number.isFinite(pace.dayShape));
        assert.ok(pace.low <= pace.high && pace.low >= 0);
        // What was learned is told beside it and is not changed by the day.
        assert.deepEqual([pace.rate, pace.days, pace.from], [rate.rate, rate.days, rate.from]);
        assert.equal(pace.perHour.steps[0].value, learnt);
      },
    ),
    { seed: 29, numRuns: 500 },
  );
});
