import assert from 'node:assert/strict';
import { test } from 'node:test';
import { learned, meanDay, unsureOf } from '../crew/rates';
import { addTo } from '../measure/dates';
import { normalProbability } from '../measure/gamma';
import { normalDeviate, seededRandom } from '../measure/random';
import { isTold } from '../say/told';
import { finishedBy, plantersFor, simulateFinish, weatherYears, type FinishInput } from './finish';

test('a chance of finishing holds what it says, with crews of whom little is known', () => {
  const random = seededRandom(77);
  const weather = [new Float32Array(365).fill(1)];
  const seasons: { chance: number; done: boolean }[] = [];
  for (let crew = 0; crew < 700; crew++) {
    // What is usual is 100 an hour; nobody knows yet what this crew sets. Every third was seen for three days.
    const truth = 100 * Math.exp(0.22 * normalDeviate(random));
    const dayTrees = () => Math.max(1, 8 * truth * (1 + 0.15 * normalDeviate(random)));
    const days = Array.from({ length: crew % 3 ? 0 : 3 }, () => ({ trees: dayTrees(), hours: 8 }));
    const rates = new Map([['a', learned(100, days, 'usual')]]);
    const length = 10 + Math.floor(random() * 10);
    const trees = Math.round(800 * length * (0.75 + 0.5 * random()));
    const { inTime } = simulateFinish({
      ...{ start: '2026-11-02', until: addTo('2026-11-02', { days: length - 1 }) },
      crews: [
        {
          ...{ name: 'A', trees, planters: 1, rate: meanDay(rates).trees, spread: 0.15 },
          ...{ unsure: unsureOf(rates), absence: 0, breakdown: 0 },
        },
      ],
      ...{ weather, blockDays: 5, week: [true, true, true, true, true, true, true] },
      ...{ deliveries: [], keeps: 9, seasons: 300, seed: `${crew}` },
    })!;
    let set = 0;
    for (let day = 0; day < length; day++) set += dayTrees();
    seasons.push({ chance: inTime, done: set >= trees });
  }
  const share = (of: typeof seasons) => of.filter(({ done }) => done).length / of.length;
  const said = (of: typeof seasons) => of.reduce((sum, { chance }) => sum + chance, 0) / of.length;
  for (const [least, most] of [
    [0, 0.25],
    [0.25, 0.75],
    [0.75, 1.01],
  ]) {
    const band = seasons.filter(({ chance }) => chance >= least && chance < most);
    assert.ok(band.length > 80, `${band.length}`);
    assert.ok(Math.abs(share(band) - said(band)) < 0.1, `${said(band)} said, ${share(band)} came`);
  }
  // With nothing said of what is not known, sure of things that do not come.
  const seen = unsureOf(
    new Map([
      [
        'a',
        learned(
          100,
          Array.from({ length: 12 }, () => ({ trees: 800, hours: 8 })),
        ),
      ],
    ]),
  );
  assert.ok(unsureOf(new Map([['a', learned(100, [], 'usual')]])) > 2.5 * seen);
});

/** Two planters of a hundred trees a day each under a sky that is always the same; 2 November 2026 is a Monday. */
const sure = (
  more: Partial<FinishInput> = {},
  crew: Partial<FinishInput['crews'][number]> = {},
): FinishInput => ({
  ...{
    start: '2026-11-02',
    until: '2026-11-30',
    blockDays: 5,
    keeps: 6,
    seasons: 40,
    seed: 'sure',
  },
  crews: [
    {
      ...{ name: 'A', trees: 1900, planters: 2, rate: 100, spread: 0, absence: 0, breakdown: 0 },
      ...crew,
    },
  ],
  weather: [new Float32Array(365).fill(1)],
  week: [true, true, true, true, true, false, false],
  deliveries: [],
  ...more,
});
const played = (...of: Parameters<typeof sure>) => simulateFinish(sure(...of))!;
const lastDay = (...of: Parameters<typeof sure>) => {
  const result = played(...of);
  return result.byDay.indexOf(result.seasons);
};

test('without chance the last day is counted out: working days, half days, hands', () => {
  // Nine and a half days of two hundred: the Friday of the second week.
  assert.equal(lastDay(), 11);
  assert.equal(lastDay({}, { trees: 2000 }), 11, 'to the last tree of the day');
  assert.equal(lastDay({}, { trees: 2001 }), 14, 'one more is for Monday');
  assert.equal(lastDay({ start: '2026-11-05' }), 13, 'from a Thursday: two, five, three');
  assert.equal(lastDay({ week: [true, true, true, true, true, true, false] }), 10);
  assert.equal(lastDay({ weather: [new Float32Array(365).fill(0.5)] }), 24);
  assert.equal(lastDay({}, { planters: 4 }), 4);
  const two = sure();
  const both = simulateFinish({ ...two, crews: [...two.crews, { ...two.crews[0], trees: 200 }] })!;
  assert.equal(both.byDay.indexOf(both.seasons), 11, 'each crew has its own trees');
  assert.deepEqual([played().inTime, played({ until: '2026-11-12' }).inTime], [1, 0]);
  assert.equal(played({ until: '2026-11-13' }).inTime, 1, 'the last day of the window counts');
});

test('a crew without hands, a pace or weather is refused by its name', () => {
  const refused = (key: string, ...of: Parameters<typeof sure>) =>
    assert.throws(
      () => simulateFinish(sure(...of)),
      (error) => isTold(error) && error.said.key === key,
      key,
    );
  refused('calendar.crewWithoutRate', {}, { rate: 0 });
  refused('calendar.crewWithoutRate', {}, { rate: NaN });
  refused('calendar.crewWithoutPlanters', {}, { planters: 0 });
  refused('calendar.noCrew', { crews: [] });
  refused('calendar.noWeatherToDraw', { weather: [] });
  refused('calendar.windowEndsFirst', { until: '2026-11-01' });
});

test('what a late season lost, day by day of its window', () => {
  const half = played({ until: '2026-11-06', weather: [new Float32Array(365).fill(0.5)] });
  assert.deepEqual(half.binds, { weather: 0.5, hands: 0.5, stock: 0 });
  // Two days of five are lost to weather: what is open on the others was a matter of hands.
  const sky = Float32Array.from({ length: 365 }, (_, day) => (day % 5 < 2 ? 0 : 1));
  const stormy = played({ until: '2026-11-06', weather: [sky], blockDays: 400, seasons: 3000 });
  assert.ok(Math.abs(stormy.binds.weather - 0.4) < 0.02, `${stormy.binds.weather}`);
  assert.ok(Math.abs(stormy.binds.hands - 0.6) < 0.02);
  assert.deepEqual(played().binds, { weather: 0, hands: 0, stock: 0 }, 'nothing is late');
  const empty = played({ until: '2026-11-06', deliveries: [{ day: '2026-11-05', trees: 1900 }] });
  assert.deepEqual(empty.binds, { weather: 0, hands: 0.4, stock: 0.6 });
});

test('how long deliveries wait: first come, first planted, and what is left over until the last tree', () => {
  const deliveries = [
    { day: '2026-11-02', trees: 400 },
    { day: '2026-11-11', trees: 600 },
  ];
  const two = (keeps: number, list = deliveries) =>
    played({ deliveries: list, keeps }, { trees: 1000 });
  // The first are in on Tuesday; the second come on a Wednesday and last until Friday.
  assert.equal(two(6).byDay.indexOf(40), 11);
  assert.deepEqual(two(6).waited, { median: 2, most: 2 });
  assert.deepEqual([two(1).waitedTooLong, two(2).waitedTooLong], [1, 0]);
  assert.deepEqual(two(6, [...deliveries].reverse()), two(6), 'in whatever order they are told');
  const before = [{ day: '2026-10-20', trees: 1000 }];
  assert.equal(
    two(6, before).waited.median,
    4,
    'what is there before planting begins waits from then on',
  );
  assert.equal(two(6, [{ day: '2026-11-02', trees: 2000 }]).waited.median, 4);
  const late = played({ deliveries: [{ day: '2026-11-04', trees: 2000 }] }, { trees: 300 });
  assert.equal(late.byDay.indexOf(40), 3);
  assert.equal(late.waited.median, 1);
});

test('hands away, a machine that stands still and a pace that is not known put the end off as often as they say', () => {
  const days = 200;
  const mean = (crew: Partial<FinishInput['crews'][number]>) => {
    const { byDay, seasons } = played(
      { week: Array(7).fill(true), seasons: 600 },
      { trees: 200 * days * 0.5, ...crew },
    );
    return byDay.reduce((sum, count, day) => sum + count * (day + 1), 0) / seasons;
  };
  assert.equal(mean({}), days / 2);
  const near = (found: number, wanted: number) =>
    assert.ok(Math.abs(found / wanted - 1) < 0.015, `${found} against ${wanted}`);
  near(mean({ absence: 0.25 }), days / 2 / 0.75);
  near(mean({ breakdown: 0.4 }), days / 2 / 0.6);
  near(mean({ spread: 0.2 }), days / 2);
  // The pace is log-normal about its mean: the chance in closed form.
  const spread = Math.sqrt(Math.log1p(0.3 ** 2));
  const { byDay } = played(
    { week: Array(7).fill(true), seasons: 8000, until: '2026-12-31' },
    { trees: 200 * 20, unsure: 0.3 },
  );
  for (const day of [14, 19, 29]) {
    const by = byDay.subarray(0, day + 1).reduce((a, b) => a + b, 0) / 8000;
    const wanted = 1 - normalProbability(Math.log(20 / (day + 1)) / spread + spread / 2);
    assert.ok(Math.abs(by - wanted) < 0.02, `${by} against ${wanted}`);
  }
});

test('the fewest hands are the fewest, away as often as they are', () => {
  assert.equal(plantersFor(sure({ until: '2026-11-06' }, { trees: 1000 }), 0.9), 2);
  assert.equal(plantersFor(sure({ until: '2026-11-06' }, { trees: 1001 }), 0.9), 3);
  assert.equal(plantersFor(sure({ until: '2026-11-02' }, { trees: 99_000 }), 0.9), undefined);
  const away = sure({ until: '2026-11-13' }, { trees: 6000, absence: 0.4 });
  const needed = plantersFor(away, 0.9)!;
  const chance = (planters: number) =>
    simulateFinish({ ...away, seasons: 1500, crews: [{ ...away.crews[0], planters }] })!.inTime;
  assert.ok(chance(needed) >= 0.9 && chance(needed - 1) < 0.9, `${needed}`);
  // Of two crews of unlike size each grows by its part.
  const one = away.crews[0];
  const parts = plantersFor(
    sure({
      until: '2026-11-06',
      crews: [
        { ...one, trees: 3000, absence: 0, planters: 3 },
        { ...one, trees: 1000, absence: 0, planters: 1 },
      ],
    }),
    0.9,
  );
  assert.equal(parts, 8);
});

test('the day by which a share of the seasons has ended; never, where so many do not', () => {
  const result = { ...played(), byDay: new Int32Array(366), seasons: 10 };
  result.byDay[3] = 5;
  result.byDay[7] = 4;
  result.byDay[365] = 1;
  const by = (share: number) => finishedBy(result, '2026-11-02', share);
  assert.deepEqual(
    [by(0.5), by(0.51), by(0.9), by(0.91)],
    ['2026-11-05', '2026-11-09', '2026-11-09', undefined],
  );
});

test('weather years begin on the day that planting begins; a day nobody recorded is as the one before', () => {
  const days = Array.from({ length: 730 }, (_, i) => ({
    day: addTo('2024-07-01', { days: i }),
    share: i < 365 ? 0.25 : 0.75,
  }));
  const years = weatherYears(days, '2026-07-01');
  assert.deepEqual(
    years.map((year) => [year[0], year[364]]),
    [
      [0.25, 0.25],
      [0.75, 0.75],
    ],
  );
  // From November on the first of them is a quarter of the one and most of the other.
  const [turned] = weatherYears(days, '2026-11-01');
  assert.deepEqual([turned[0], turned[241], turned[242], turned[364]], [0.25, 0.25, 0.75, 0.75]);
  const gaps = weatherYears(
    days.filter((_, i) => i < 100 || i > 130).filter((_, i) => i > 0),
    '2026-07-01',
  );
  assert.deepEqual([gaps[0][0], gaps[0][120], gaps.length], [1, 0.25, 2]);
  assert.equal(weatherYears(days, '2028-02-29').length, 1, 'a leap day begins on the day before');
});
