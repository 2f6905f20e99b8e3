import { words } from '../../src/lib/words';
import { billPerTree, methodOf } from '../method/method';
import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { addTo } from '../measure/dates';
import { materialsToCsv } from '../formats/materials';
import { readWeather } from '../formats/weather';
import {
  deliveryDays,
  plantersFor,
  simulateFinish,
  weatherYears,
  type FinishInput,
} from './finish';
import { bill, costATree, guardsAgainstFence } from './materials';
import { conflicts, criticalPath, whatFollows, type Activity } from './network';
import { ripPlan } from './ripping';
import { labelConcerns } from './label';
import {
  bestStretch,
  fitFor,
  dayOfYear,
  REGIMES,
  regimeWeeks,
  stretches,
  usualRegime,
  weekOf,
  weekShares,
  yearsFromTable,
} from './windows';
import { say } from '../say/message';

test('weather files: units, gaps, doubles, a leap day; what is wrong is said with its line', () => {
  const us = readWeather(
    'DATE,TMAX (F),TMIN (F),PRCP (in),wind mph\n2024-02-28,50,32,1,10\n2024-02-29,59,41,0,20\n2024-03-03,59,41,0,20\n2024-03-03,68,50,0.5,5',
  );
  assert.deepEqual(
    us.days.map(({ day, highest, rain }) => [day, Math.round(highest), rain]),
    [
      ['2024-02-28', 10, 25.4],
      ['2024-02-29', 15, 0],
      ['2024-03-03', 20, 12.7],
    ],
  );
  assert.ok(Math.abs(us.days[0].wind! - 4.4704) < 1e-9);
  assert.match(us.notes.map((note) => words(note)).join(' '), /1 day came twice/);
  assert.match(
    us.notes.map((note) => words(note)).join(' '),
    /2 days are missing, the first before 3 Mar 2024/,
  );
  const guessed = readWeather('date,min,max,rain,humidity\n2026-07-01,60,88,0,55');
  assert.equal(guessed.reading.units.temperature, 'F');
  assert.equal(guessed.days[0].humidity, 0.55);
  const bad = (text: string, why: RegExp) => assert.throws(() => readWeather(text), says(why));
  bad('a,b\n1,2', /Found: a, b/);
  bad('date,tmin,tmax,rain\n2026-02-30,1,2,0', /Line 2: “2026-02-30”/);
  bad('date,tmin,tmax,rain\n2026-02-01,1,warm,0', /Line 2: “warm”/);
  bad('date,tmin,tmax,rain\n2026-02-01,9,2,0', /1 Feb 2026: 9 °C to 2 °C and 0 mm of rain/);
  bad('date,tmin,tmax,rain\n2026-02-01,,2,0', /No day/);
  const three = readWeather(
    'date,tmin,tmax,rain\n2026-02-01,1,2,0\n2026-02-02,1,2,0\n2026-02-03,1,2,0',
  );
  assert.throws(() => weekShares(three.days, 'container', 50), says(/3 days of weather/));
});

test('days of the year hold over leap years and the year’s end', () => {
  assert.deepEqual(
    ['2024-02-28', '2024-02-29', '2024-03-01', '2025-03-01', '2024-12-31', '2025-12-31'].map(
      dayOfYear,
    ),
    [58, 58, 59, 59, 364, 364],
  );
  assert.equal(weekOf('2024-12-31'), 51);
});

test('seasons of the trade turn with the hemisphere and run over the new year', () => {
  const cool = REGIMES.find(({ key }) => key === 'cool-temperate')!;
  const north = regimeWeeks(cool, 'bare-root', 52);
  const south = regimeWeeks(cool, 'bare-root', -38);
  for (let week = 0; week < 52; week++)
    assert.ok(!(north[week].share && south[week].share), 'never the same week in both');
  const [[from, to], ...more] = stretches(north, 1);
  assert.deepEqual([more.length, from > to], [0, true], 'one stretch, over the year’s end');
  assert.equal(north[2].share, 1);
  assert.equal(south[28].share, 1);
});

test('a site begins with the season of its latitude: rains in the tropics, after thaw towards the poles', () => {
  const known = [0, 12, -23, 24, -38, 59, 61, -61].map(usualRegime);
  const [rain, cool, thaw] = ['monsoon', 'cool-temperate', 'cold-winter'];
  assert.deepEqual(known, [rain, rain, rain, cool, cool, cool, thaw, thaw]);
});

test('a planting day is held against the weeks of the place, and told when planting may begin', () => {
  const cool = REGIMES.find(({ key }) => key === 'cool-temperate')!;
  const south = regimeWeeks(cool, 'container', -45);
  const winter = fitFor(south, '2027-07-05');
  assert.equal(winter.fit, false, 'July is midwinter there');
  const months = winter.fits.map((stretch) => stretch.map((day) => day.slice(0, 7)));
  assert.deepEqual(months, [
    ['2027-02', '2027-06'],
    ['2027-09', '2027-10'],
  ]);
  assert.ok(fitFor(south, '2027-03-20').fit);
  assert.ok(fitFor(regimeWeeks(cool, 'container', 45), '2027-09-20').fit);
  // A day in four is fit where the best week has three: too few to begin in.
  const week = (share: number, i: number) => ({
    ...{ week: i, from: addTo('2026-01-01', { days: 7 * i }).slice(5), good: 0, years: 4 },
    ...{ share, because: [] },
  });
  const judged = Array.from({ length: 52 }, (_, i) =>
    week(i === 10 ? 0.75 : i === 11 ? 0.25 : 0, i),
  );
  assert.ok(fitFor(judged, '2027-03-12').fit);
  assert.deepEqual(fitFor(judged, '2027-03-19'), {
    ...{ fit: false, fits: [['2027-03-12', '2027-03-18']] },
  });
  // A frozen week or two in a winter that is fit do not end it, and a good week in June is no season.
  const frosty = judged.map((one, i) => ({
    ...one,
    share: i === 24 || i >= 36 || i <= 20 ? (i === 1 ? 0.2 : 1) : 0,
  }));
  assert.deepEqual(fitFor(frosty, '2027-01-09'), {
    ...{ fit: true, fits: [['2027-09-10', '2027-05-27']] },
  });
  assert.equal(fitFor(frosty, '2027-06-20').fit, true);
  assert.equal(fitFor(frosty, '2027-06-10').fit, false);
  const never = judged.map((one) => ({ ...one, share: 0 }));
  assert.deepEqual(fitFor(never, '2027-03-12'), { fit: false, fits: [] });
});

test('the best stretch goes over the year’s end and a short frost, not over a long gap', () => {
  const weeks = (share: (week: number) => number) =>
    Array.from({ length: 52 }, (_, week) => ({
      ...{ week, from: '', good: 0, years: 4, because: [] },
      share: share(week),
    }));
  const winter = weeks((week) =>
    week >= 44 || week <= 14 ? (week === 2 || week === 3 ? 0.25 : 0.75) : week === 18 ? 0.5 : 0,
  );
  assert.deepEqual(bestStretch(winter), [44, 14], 'one good week in May does not join');
  assert.equal(bestStretch(weeks(() => 0)), undefined);
  // Whichever of two comes first in the year, the one that holds more is the season.
  const two = (a: [number, number], b: [number, number]) =>
    bestStretch(weeks((n) => Number([a, b].some(([from, to]) => n >= from && n <= to))));
  assert.deepEqual(two([8, 12], [30, 40]), [30, 40]);
  assert.deepEqual(two([8, 18], [30, 34]), [8, 18]);
  // A stretch that begins with the year is one stretch.
  assert.deepEqual(
    stretches(
      weeks((week) => (week < 9 ? 1 : 0)),
      0.5,
    ),
    [[0, 8]],
  );
  assert.deepEqual(bestStretch(weeks(() => 1)), [0, 51]);
});

test('a typical year by hand gives weeks like those it tells of', () => {
  const month = (lowest: number, highest: number, rain: number) => ({
    lowest,
    highest,
    rain,
    rainDays: rain / 6,
  });
  const temperate = [
    ...[month(-1, 5, 60), month(-1, 7, 50), month(2, 11, 50), month(4, 15, 45)],
    ...[month(8, 20, 55), month(11, 24, 60), month(13, 26, 60), month(12, 26, 50)],
    ...[month(9, 20, 45), month(5, 14, 55), month(2, 8, 60), month(0, 5, 65)],
  ];
  const days = yearsFromTable(temperate, 20);
  assert.deepEqual(yearsFromTable(temperate, 20)[1234], days[1234], 'same seed, same years');
  // Days of one month lie about its mean as weather does, some degrees and no more.
  const even = yearsFromTable(
    temperate.map(() => month(4, 10, 60)),
    20,
  );
  const off = even.map(({ lowest }) => lowest - 4);
  const spread = Math.sqrt(off.reduce((sum, by) => sum + by * by, 0) / off.length);
  assert.ok(spread > 2.5 && spread < 3.5, `${spread}`);
  for (const { lowest, highest } of even) assert.ok(Math.abs(highest - lowest - 6) < 1e-9);
  const weeks = weekShares(days, 'bare-root', 51);
  // Eleven months are a year with its holes; a day less is none.
  assert.equal(weekShares(days.slice(0, 330), 'bare-root', 51).length, weeks.length);
  assert.throws(() => weekShares(days.slice(0, 329), 'bare-root', 51), says(/329 days of weather/));
  assert.equal(weeks[28].share, 0);
  assert.equal(weeks[28].because[0][0], 'not-dormant');
  assert.ok(weeks[47].share > 0.6, String(weeks[47].share));
  assert.ok(bestStretch(weeks));
  assert.throws(() => yearsFromTable([...temperate.slice(1), month(9, 3, 5)], 2), says(/Month 12/));
  for (const wrong of [{ rain: -1 }, { rainDays: -1 }, { rainDays: 32 }])
    assert.throws(
      () => yearsFromTable([{ ...temperate[0], ...wrong }, ...temperate.slice(1)], 2),
      says(/month 1\b/i),
      JSON.stringify(wrong),
    );
  assert.ok(yearsFromTable([{ ...temperate[0], rain: 0, rainDays: 31 }, ...temperate.slice(1)], 1));
});

const task = (id: string, more: Partial<Activity> = {}): Activity => ({
  ...{ id, label: say('own.task', { label: id }), block: 'b', duration: 2, needs: [] },
  ...more,
});

test('what a moved task pushes, what a machine wanted twice costs, and who waits in a circle', () => {
  const rip = task('rip', { resource: 'ripper', duration: 5 });
  const net = [
    rip,
    task('kill', { needs: [{ id: 'rip', lag: 10 }] }),
    task('plant', { needs: [{ id: 'kill', lag: 0 }], due: '2027-03-28', duration: 1 }),
    task('other rip', { block: 'c', resource: 'ripper', duration: 4, due: '2027-04-30' }),
  ];
  const follows = whatFollows(net, '2027-03-01', 'rip', '2027-03-20');
  assert.deepEqual(
    follows.map(({ id, to, late }) => [id, to, late]),
    [
      ['rip', '2027-03-20', 5],
      ['kill', '2027-04-01', 5],
      ['plant', '2027-04-02', 5],
    ],
  );
  const placed = criticalPath(net, '2027-03-01');
  assert.equal(placed.find(({ id }) => id === 'rip')!.slack, 10);
  const [clash] = conflicts(
    placed,
    new Map([
      ['rip', '2027-03-10'],
      ['other rip', '2027-03-12'],
    ]),
  );
  assert.deepEqual(
    [clash.first.id, clash.second.id, clash.days, clash.wait],
    ['rip', 'other rip', 2, 2],
  );
  assert.throws(
    () =>
      criticalPath(
        [task('x', { needs: [{ id: 'y', lag: 0 }] }), task('y', { needs: [{ id: 'x', lag: 0 }] })],
        '2027-01-01',
      ),
    says(/wait for one another, the first for the last: “[xy]” and “[xy]”\./),
  );
  assert.throws(
    () => criticalPath([task('x', { duration: 0 })], '2027-01-01'),
    says(/takes 0 days/),
  );
});

const season = (more: Partial<FinishInput> = {}): FinishInput => ({
  ...{ start: '2026-11-10', until: '2026-12-05', blockDays: 5, keeps: 6, seasons: 800, seed: 's' },
  crews: [
    { name: 'A', trees: 9000, planters: 4, rate: 300, spread: 0.2, absence: 0.1, breakdown: 0 },
  ],
  weather: [0, 1, 2].map((year) =>
    Float32Array.from({ length: 365 }, (_, day) => ((day * 5 + year * 3) % 8 < 5 ? 1 : 0)),
  ),
  week: [true, true, true, true, true, true, false],
  deliveries: [],
  ...more,
});

test('seasons: the same seed, more hands never later, stock that comes late binds, and it can be stopped', () => {
  const { crews } = season();
  assert.deepEqual(simulateFinish(season()), simulateFinish(season()));
  let before = -1;
  for (const planters of [2, 3, 4, 6, 9]) {
    const { inTime } = simulateFinish(season({ crews: [{ ...crews[0], planters }] }))!;
    assert.ok(inTime >= before - 0.03);
    before = inTime;
  }
  const needed = plantersFor(season(), 0.9)!;
  const chance = (planters: number) =>
    simulateFinish(season({ crews: [{ ...crews[0], planters }], seasons: 1500 }))!.inTime;
  assert.ok(chance(needed) >= 0.9 && chance(needed - 1) < 0.93);
  const late = simulateFinish(season({ deliveries: [{ day: '2026-12-04', trees: 9000 }] }))!;
  assert.equal(late.inTime, 0);
  assert.ok(late.binds.stock > 0.5);
  assert.equal(
    simulateFinish(season({ seasons: 5000 }), () => false),
    undefined,
  );
  const early = simulateFinish(season({ deliveries: [{ day: '2026-11-01', trees: 9000 }] }))!;
  const { deliveries, waits } = deliveryDays(season(), [3000, 3000, 3000]);
  const split = simulateFinish(season({ deliveries }))!;
  assert.ok(split.waited.median < early.waited.median);
  assert.ok(deliveries.every(({ day }, i) => i === 0 || day >= deliveries[i - 1].day));
  // 3 000 trees are planted in the same time whenever they come: a later delivery waits for what is left of the one
  // before, and for no more.
  for (const wait of waits) assert.ok(wait >= 1 && wait < 2 * waits[0], `${wait} days`);
});

test('seasons: zero planters, an empty sky, a window that ends before it begins are refused', () => {
  const { crews } = season();
  const refuse = (more: Partial<FinishInput>, why: RegExp) =>
    assert.throws(() => simulateFinish(season(more)), says(why));
  refuse({ crews: [{ ...crews[0], planters: 0 }] }, /A has 0 planters/);
  refuse({ weather: [] }, /no weather/);
  refuse({ until: '2026-11-01' }, /before planting begins/);
  const { start } = season();
  assert.ok(simulateFinish(season({ until: start })), 'a window of one day is a window');
  refuse({ deliveries: [{ day: '2026-11-10', trees: 5 }] }, /5 trees are to be delivered, 9.000/);
  const days = Array.from({ length: 800 }, (_, i) => ({
    day: new Date(Date.UTC(2024, 0, 1 + i)).toISOString().slice(0, 10),
    share: 1,
  }));
  assert.equal(weatherYears(days, '2026-02-28').length, 2);
  assert.throws(() => weatherYears(days.slice(0, 50), '2026-02-28'), says(/No whole year/));
});

test('a label’s limits by year and before planting are said; materials follow the method', () => {
  const product = {
    ...{ id: 'p', name: 'x', water: 200, rainfast: 6, beforePlanting: 14 },
    ...{ dose: { kind: 'area' as const, litresPerHectare: 3 }, timesAYear: 2, litresAYear: 5 },
  };
  const before = [{ product: 'p', day: '2026-04-01', perHectare: 3 }];
  const said = labelConcerns(product, { perHectare: 3 }, '2026-10-01', '2026-10-09', before);
  assert.equal(said.length, 2);
  assert.match(said.map((one) => words(one)).join(' '), /6.0 L\/ha in 2026.*8 days until planting/);
  assert.match(words(said[0], { system: 'us' }), /0\.64 gal\/acre in 2026.*0\.53 gal\/acre/);
  assert.deepEqual(labelConcerns(product, { perHectare: 3 }, '2027-01-01', null, before), []);

  const ground = {
    ...{
      trees: 1000,
      toOrder: 1100,
      rows: 20,
      perimeter: 800,
      herbicide: 0,
      works: {},
      granules: 0,
      rippingHours: 3,
      rate: 400,
    },
    perTree: billPerTree(
      methodOf(
        { stake: 'low', rip: 'contour', keep: 'mulch', clear: 'none' },
        {
          ...{
            texture: 'loam',
            moisture: 'fresh',
            cover: 'bare',
            compacted: false,
            exposed: false,
          },
          ...{ sloping: false, planting: 'hand', browse: 'rabbits', stock: 'bare-root' },
        },
      ),
    ),
    behind: 0,
  };
  const terms = { guards: { price: 1.5, pack: 50, onHand: 120, costShare: 0.5 } };
  const { lines, cost, own } = bill(ground, terms, new Map([['plant', '2027-03-10']]));
  const guards = lines.find(({ key }) => key === 'guards')!;
  assert.deepEqual(
    [guards.packs, guards.buy, guards.cost, guards.buyBy],
    [18, 900, 1350, '2027-02-17'],
  );
  assert.deepEqual([cost.value, own.value], [1350, 675]);
  const [heading, ...table] = materialsToCsv(lines, words).split('\r\n');
  const written = table.find((line) => line.startsWith(words(guards.label)))!.split(',');
  const column = (name: string) => written[heading.split(',').indexOf(name)];
  assert.deepEqual(
    [
      'needed',
      'on hand',
      'pack',
      'to buy',
      'buy by',
      'price',
      'cost',
      'others pay %',
      'own cost',
    ].map(column),
    ['1000', '120', '50', '900', '2027-02-17', '1.5', '1350', '50', '675'],
  );
  assert.ok(lines.some(({ key }) => key === 'stakes') && !lines.some(({ key }) => key === 'gel'));
  assert.equal(Math.round(lines.find(({ key }) => key === 'mulch')!.needed.value), 94);
  const versus = guardsAgainstFence(1.5, 4, 1000, 800)!;
  assert.deepEqual([versus.cheaper, versus.breakEven.value], ['guards', 375]);
  const tree = costATree(1350, 1000, { estimate: 0.9, low: 0.85, high: 0.95 })!;
  assert.equal(tree.living!.value, 1.5);
});

test('ripping: metres, hours and wet rows last', () => {
  const plan = ripPlan(
    [
      {
        number: 1,
        metres: new Map([
          ['Wet', 90],
          ['', 10],
        ]),
      },
      { number: 2, metres: new Map([['', 100]]) },
    ],
    new Set(['Wet']),
    { passes: 2, speed: 4, turn: 3, efficiency: 0.5 },
  );
  assert.equal(plan.metres.value, 400);
  assert.ok(Math.abs(plan.hours.value - (400 / 4000 / 0.5 + 0.2)) < 1e-9);
  assert.deepEqual(
    plan.order.map(({ row, backwards }) => [row, backwards]),
    [
      [2, false],
      [1, true],
    ],
  );
});
