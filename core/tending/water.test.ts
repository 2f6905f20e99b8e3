import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { WeatherDay } from '../calendar/windows';
import { addTo } from '../measure/dates';
import { isTold } from '../say/told';
import {
  asDepth,
  asLitres,
  compareSchools,
  GIVES,
  nextWatering,
  rootDepth,
  rootStore,
  roundOf,
  schoolSeasons,
  STRESS,
  typicalAhead,
  waterBalance,
  WATER_SCHOOLS,
  WATER_TERMS,
  type Rooted,
  type SchoolOutcome,
} from './water';

const loam = { texture: 'loam' as const, depth: 1, stones: 0.1, repellent: false };
const rooted: Rooted = { soil: loam, ring: 'clear', plantedOn: '2026-04-01' };
const dry = (count: number, from = '2026-05-01', rain = 0): WeatherDay[] =>
  Array.from({ length: count }, (_, i) => ({
    ...{ day: addTo(from, { days: i }), lowest: 12, highest: 26, rain },
  }));
const common = { rooted, latitude: 51, terms: WATER_TERMS, today: '2026-05-01' };

test('nothing is made and nothing lost: what the store gains is what came less what went', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ rain: fc.integer({ min: 0, max: 30 }), hot: fc.integer({ min: 5, max: 35 }) }),
        {
          minLength: 5,
          maxLength: 80,
        },
      ),
      fc.constantFrom('sand' as const, 'loam' as const, 'clay' as const, 'peat' as const),
      fc.constantFrom('sod' as const, 'clear' as const, 'mulch' as const),
      (weather, texture, ring) => {
        const days = weather.map(({ rain, hot }, i) => ({
          ...{ day: addTo('2026-05-01', { days: i }), lowest: hot - 10, highest: hot, rain },
        }));
        const out = waterBalance({
          ...common,
          days,
          rooted: { ...rooted, ring, soil: { ...loam, texture } },
          school: 'none',
        });
        for (const [i, { store, full, suffers }] of out.entries()) {
          assert.ok(store >= 0 && store <= full + 1e-9);
          assert.equal(suffers, store < (1 - STRESS) * full - 1e-9);
          if (i)
            assert.ok(
              store - out[i - 1].store <= days[i].rain + 1 + 1e-9,
              'no more than it rained',
            );
        }
      },
    ),
    { numRuns: 120, seed: 13 },
  );
});

test('the ground is nine tenths full where the weather begins', () => {
  const winter = [{ day: '2026-01-05', lowest: -20, highest: -19.9, rain: 0 }];
  const [first] = waterBalance({ ...common, days: winter, school: 'none', today: '2026-01-05' });
  assert.ok(Math.abs(first.store / first.full - 0.9) < 0.01, `${first.store} of ${first.full}`);
});

test('roots that grow reach soil as wet as the rest', () => {
  const days = Array.from({ length: 600 }, (_, i) => ({
    ...{ day: addTo('2026-05-01', { days: i }), lowest: -20, highest: -19.9, rain: 0 },
  }));
  const out = waterBalance({ ...common, days, school: 'none', today: '2028-01-01' });
  const [first, last] = [out[0], out[out.length - 1]];
  assert.ok(last.full > 1.1 * first.full, 'they have grown');
  for (const { store, full } of out)
    assert.ok(Math.abs(store / full - 0.9) < 0.02, `${store} of ${full}`);
});

test('sod drinks first, mulch keeps, sand holds least, and repellent ground sheds the rain', () => {
  const under = (change: Partial<Rooted>, rain = 0) =>
    waterBalance({
      ...common,
      days: dry(60, '2026-05-01', rain),
      rooted: { ...rooted, ...change },
      school: 'none',
    }).filter(({ suffers }) => suffers).length;
  assert.ok(under({ ring: 'sod' }) > under({ ring: 'clear' }));
  assert.ok(under({ ring: 'clear' }) > under({ ring: 'mulch' }));
  assert.ok(under({ soil: { ...loam, texture: 'sand' } }) > under({}));
  const sheds = { soil: { ...loam, texture: 'sand' as const, repellent: true } };
  assert.ok(under(sheds, 1.2) > under({ soil: { ...loam, texture: 'sand' } }, 1.2));
  assert.ok(under({ soil: { ...loam, stones: 0.6 } }) > under({}));
});

test('by the balance nobody suffers, and each round fills the store again', () => {
  const days = dry(90);
  const out = waterBalance({ ...common, days, school: 'balance', decidesFrom: days[0].day });
  assert.equal(out.filter(({ suffers }) => suffers).length, 0);
  const rounds = out.filter(({ given }) => given > 0);
  assert.ok(rounds.length >= 2);
  // From the day on which the school decides it decides on that day too, and on none before.
  const [{ day: first }, { day: second }] = rounds;
  const from = (decidesFrom: string) =>
    waterBalance({ ...common, days, school: 'balance', decidesFrom }).find(({ given }) => given)!;
  assert.equal(from(first).day, first);
  assert.ok(from(second).day >= second);
  for (const { store, full, given } of rounds) {
    assert.ok(Math.abs(store - full) < 1e-9, 'full after the round');
    assert.ok(Number.isInteger(given));
    // The store was near its stress line: little more than half of it was wanting, in whole litres.
    const most = asLitres((STRESS + 0.1) * full, WATER_TERMS.ring) + 1;
    assert.ok(given <= most, `${given} of ${most} litres`);
  }
  const by = Object.fromEntries(
    compareSchools({ ...common, days }).map((one) => [one.school, one]),
  );
  assert.equal(by.none.rounds, 0);
  assert.ok(by.none.suffered > by.dated.suffered && by.balance.suffered === 0);
  assert.equal(by.weekly.litres, by.weekly.rounds * GIVES.weekly);
  // Never twice within a week, and as often as that while it is dry; a bag ten days.
  for (const [school, least] of [
    ['weekly', 7],
    ['bag', 10],
  ] as const) {
    const given = by[school].days.flatMap(({ given }, i) => (given ? [i] : []));
    const pauses = given.slice(1).map((at, i) => at - given[i]);
    assert.ok(pauses.length >= 2, school);
    assert.ok(Math.min(...pauses) >= least, `${school}: ${pauses.join(', ')}`);
    if (school === 'weekly') assert.ok(Math.min(...pauses) === least, pauses.join(', '));
  }
  // Dated: only on the dates, and not where it rained since the last.
  for (const { day, given } of by.dated.days) if (given) assert.match(day, /-(10|20|30)$/);
  const wet = dry(40).map((day, i) => ({ ...day, rain: i === 15 ? 20 : 0 }));
  const dated = compareSchools({ ...common, days: wet }).find(({ school }) => school === 'dated')!;
  assert.ok(!dated.days.some(({ day, given }) => day === '2026-05-20' && given));
});

test('a season of a school: zones watered on one day share the tank, every round costs each tree its time', () => {
  const day = (on: string, given: number, suffers: boolean) => ({
    ...{ day: on, store: 9, full: 30, given, suffers, asked: false, ahead: false },
  });
  /** Each character a day: w watered with 10 L, d dry, . neither. */
  const plays = (signs: string, from = '2026-06-01'): SchoolOutcome[] =>
    WATER_SCHOOLS.map((school) => {
      const days = [...signs].map((sign, i) =>
        day(addTo(from, { days: i }), school === 'weekly' && sign === 'w' ? 10 : 0, sign === 'd'),
      );
      return {
        ...{ school, days, rounds: 0, litres: 0 },
        suffered: days.filter(({ suffers }) => suffers).length,
      };
    });
  const terms = { ...WATER_TERMS, tank: 1000, flow: 100, drive: 12, seconds: 30, hose: 20 };
  const zones = [
    { trees: 130, wet: false, outcomes: plays(`w.w${'d'.repeat(13)}.`) },
    { trees: 60, wet: false, outcomes: plays(`w..${'d'.repeat(14)}`) },
    { trees: 999, wet: true, outcomes: plays('w'.repeat(17)) },
  ];
  const of = (name: string) => schoolSeasons(zones, terms).find(({ school }) => school === name)!;
  const weekly = of('weekly');
  // The first day 190 trees and two tanks, the third 130 and two; one tank each would make five.
  assert.deepEqual([weekly.rounds, weekly.litres, weekly.trips], [2, 3200, 4]);
  const minutes = 3200 / 100 + 4 * 12 + (320 * 30) / 60 + 3200 / 20;
  assert.ok(Math.abs(weekly.hours * 60 - minutes) < 1e-9, `${weekly.hours * 60} for ${minutes}`);
  assert.deepEqual([weekly.suffered, weekly.atRisk], [14, 60], 'thirteen days on end are borne');
  assert.deepEqual([of('none').rounds, of('none').hours, of('none').atRisk], [0, 0, 60]);
  assert.equal(schoolSeasons([], terms)[0].suffered, 0);
  // Trees that stand since the third day only are watered with the others of that day.
  const young = { trees: 60, wet: false, outcomes: plays('w', '2026-06-03') };
  const both = schoolSeasons([zones[0], young], terms).find(({ school }) => school === 'weekly')!;
  assert.deepEqual([both.rounds, both.litres, both.trips], [2, 3200, 4]);
});

test('what was given on the ground counts, and a probe sets the store right', () => {
  const days = dry(40);
  const today = '2026-06-09';
  const plain = waterBalance({ ...common, days, today, school: 'none' });
  const given = waterBalance({
    ...common,
    days,
    today,
    school: 'none',
    given: new Map([['2026-05-20', 5]]),
  });
  const at = (out: typeof plain, day: string) => out.find((one) => one.day === day)!.store;
  assert.ok(
    Math.abs(
      at(given, '2026-05-20') - Math.min(at(plain, '2026-05-20') + asDepth(5, 0.3), given[0].full),
    ) < 0.5,
  );
  const probed = waterBalance({
    ...common,
    days,
    today,
    school: 'none',
    probe: new Map([['2026-05-20', 3]]),
  });
  assert.equal(at(probed, '2026-05-20'), 3);
  assert.equal(nextWatering(plain, today), undefined);
  const next = waterBalance({ ...common, days, today: '2026-05-05', school: 'balance' });
  assert.ok(nextWatering(next, '2026-05-05')!.day >= '2026-05-05');
  assert.ok(next.filter(({ day, given: litres }) => day < '2026-05-05' && litres).length === 0);
});

test('water given today counts today: the round that was done is not asked for again', () => {
  const days = dry(40);
  const asked = { ...common, days, school: 'balance' as const };
  const due = nextWatering(waterBalance({ ...asked, today: days[0].day }), days[0].day)!;
  const done = waterBalance({ ...asked, today: due.day, given: new Map([[due.day, due.given]]) });
  const today = done.find(({ day }) => day === due.day)!;
  assert.deepEqual([today.given, today.asked], [due.given, false]);
  assert.ok(Math.abs(today.store - today.full) < 1e-9);
  assert.ok(nextWatering(done, due.day)!.day > due.day, 'later it is short again');
  // A little before it is due is water too.
  const early = (given: Map<string, number>) =>
    waterBalance({ ...asked, today: days[2].day, given }).find(({ day }) => day === days[2].day)!;
  assert.ok(early(new Map([[days[2].day, 3]])).store > early(new Map()).store + 1);
  // A comparison asks what the schools would have done, whatever was given.
  const compared = compareSchools({
    ...asked,
    today: due.day,
    given: new Map([[days[3].day, 50]]),
  });
  assert.equal(compared[0].litres, 0);
});

test('roots reach deeper year by year, never through the soil', () => {
  assert.equal(rootDepth(rooted, '2026-04-01'), 0.25);
  assert.ok(rootDepth(rooted, '2028-04-01') > rootDepth(rooted, '2027-04-01'));
  assert.equal(rootDepth({ ...rooted, soil: { ...loam, depth: 0.2 } }, '2030-01-01'), 0.2);
  assert.ok(Math.abs(rootStore(rooted, '2026-04-01') - 155 * 0.25 * 0.9) < 1e-9);
});

test('a round: litres, tanks and hours add up; a tank of nothing is refused', () => {
  const round = roundOf(600, 15, {
    ...WATER_TERMS,
    tank: 3500,
    flow: 100,
    drive: 10,
    seconds: 12,
    hose: 30,
  });
  assert.deepEqual([round.litres, round.trips], [9000, 3]);
  assert.ok(Math.abs(round.hours * 60 - (90 + 30 + 120 + 300)) < 1e-9);
  assert.ok(Math.abs(asLitres(asDepth(17, 0.4), 0.4) - 17) < 1e-12);
  const none = (key: string) => (error: unknown) => isTold(error) && error.said.key === key;
  assert.throws(() => roundOf(1, 1, { ...WATER_TERMS, tank: 0 }), none('crew.emptyTank'));
  assert.throws(() => roundOf(1, 1, { ...WATER_TERMS, hose: 0 }), none('tending.noFlow'));
});

test('the days ahead are those of the year whose rain was the middle one', () => {
  const year = (y: number, rain: number) => dry(30, `${y}-06-01`, rain);
  const ahead = typicalAhead(
    [...year(2023, 9), ...year(2024, 1), ...year(2025, 3)],
    '2026-05-31',
    30,
  );
  assert.equal(ahead.length, 30);
  assert.deepEqual([ahead[0].day, ahead[0].rain], ['2026-06-01', 3]);
  assert.deepEqual(
    typicalAhead(year(2025, 3).slice(0, 20), '2026-05-31', 30),
    [],
    'a gap is no year',
  );
});
