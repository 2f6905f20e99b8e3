import assert from 'node:assert/strict';
import { test } from 'node:test';
import { rowList } from '../method/ways';
import { words } from '../../src/lib/words';
import { isTold } from '../say/told';
import { seededRandom } from '../measure/random';
import {
  labelConcerns,
  leftOfRound,
  overRate,
  readRows,
  rowsLeft,
  shareOfRows,
  type Sprayed,
} from './label';
import { amountAHectare, litresOfYear, sprayPlan, type Product, type Target } from './spraying';

const base: Product = {
  ...{ id: 'kill', name: 'Kill', dose: { kind: 'area', litresPerHectare: 3 }, water: 200 },
  ...{ rainfast: 6, beforePlanting: 14, timesAYear: null, litresAYear: null },
};
const product = (more: Partial<Product>): Product => ({ ...base, ...more });
const done = (more: Partial<Sprayed>): Sprayed => ({
  ...{ product: 'kill', day: '2026-03-01', perHectare: 3 },
  ...more,
});
const keys = (...args: Parameters<typeof labelConcerns>) =>
  labelConcerns(...args).map(({ key }) => key);
const ground: Target = { kind: 'whole', area: 20_000 };

test('limits count the year and the ground: other rows, other years and other products owe nothing', () => {
  const twice = product({ timesAYear: 2 });
  const used = { perHectare: 3 };
  const before = [done({}), done({ day: '2026-06-01' })];
  assert.deepEqual(keys(twice, used, '2026-09-01', null, before), ['calendar.labelTimes']);
  assert.deepEqual(keys(twice, used, '2027-01-01', null, before), []);
  assert.deepEqual(keys(twice, used, '2026-09-01', null, [before[0]]), []);
  const onRows = [done({ rows: [1, 2, 3] }), done({ rows: [3, 4] })];
  const at = (rows: number[]) => keys(twice, used, '2026-09-01', null, onRows, [twice], rows);
  assert.deepEqual(at([3]), ['calendar.labelTimes'], 'row 3 was met twice');
  assert.deepEqual(at([1, 2]), []);
  assert.deepEqual(at([7]), []);
  assert.deepEqual(at([]), ['calendar.labelTimes'], 'all rows hold row 3');
  const litres = product({ litresAYear: 6 });
  assert.deepEqual(keys(litres, used, '2026-09-01', null, [done({})]), [], 'six are allowed');
  assert.deepEqual(keys(litres, { perHectare: 3.1 }, '2026-09-01', null, [done({})]), [
    'calendar.labelLitres',
  ]);
  const other = [done({ product: 'else' }), done({ product: 'else' })];
  assert.deepEqual(keys(twice, used, '2026-09-01', null, other), []);
});

test('an active ingredient counts through every product that brings it', () => {
  const kill = product({ actives: [{ name: 'Acid', grams: 360, limit: 2000 }] });
  const ring = product({
    ...{ id: 'ring', name: 'Ring', actives: [{ name: ' acid ', grams: 100, limit: null }] },
  });
  const all = [kill, ring];
  // 3 L/ha of 360 g/L are 1.08 kg/ha; twice is 2.16, over 2.
  assert.deepEqual(keys(kill, { perHectare: 3 }, '2026-09-01', null, [], all), []);
  const said = labelConcerns(kill, { perHectare: 3 }, '2026-09-01', null, [done({})], all);
  assert.equal(
    words(said[0]),
    'Acid: 2.16 kg/ha in 2026 with everything sprayed here; 2.00 kg/ha is allowed.',
  );
  assert.match(words(said[0], { system: 'us' }), /1\.93 lb\/acre.*1\.78 lb\/acre/);
  // 9.2 L/ha of the other bring 0.92 kg: together exactly 2, which is allowed; a drop more is not.
  const by = (litres: number) => [done({ product: 'ring', perHectare: litres })];
  assert.deepEqual(keys(kill, { perHectare: 3 }, '2026-09-01', null, by(9.2), all), []);
  assert.deepEqual(keys(kill, { perHectare: 3 }, '2026-09-01', null, by(9.21), all), [
    'calendar.labelActive',
  ]);
});

test('days before planting: on the last day it may be sprayed nothing is said', () => {
  const days = (day: string) => keys(base, { perHectare: 3 }, day, '2026-12-15', []);
  assert.deepEqual(days('2026-12-01'), []);
  assert.deepEqual(days('2026-12-02'), ['calendar.labelDays']);
  assert.deepEqual(days('2026-12-16'), [], 'after planting it is another question');
});

test('more than the rate is said from a twentieth over, and granules are weighed', () => {
  assert.deepEqual(overRate(base, 3.15), []);
  assert.match(
    words(overRate(base, 3.2)[0]),
    /3\.2 L\/ha was used; the label’s rate is 3\.0 L\/ha/,
  );
  const grains = product({ dose: { kind: 'granules', kilogramsPerHectare: 60 } });
  assert.match(words(overRate(grains, 70)[0]), /70\.0 kg\/ha.*60\.0 kg\/ha/);
  assert.equal(amountAHectare(product({ dose: { kind: 'mix', share: 0.02 } })), 4);
});

const says = (run: () => unknown, key: string) =>
  assert.throws(run, (error: { said?: { key: string } }) => error.said?.key === key);

test('granules need no tank: kilograms by the treated ground, and none goes into a tank', () => {
  const grains = product({ dose: { kind: 'granules', kilogramsPerHectare: 60 } });
  const plan = sprayPlan(grains, { kind: 'spots', count: 1000, radius: 0.5 }, 0);
  assert.ok(Math.abs(plan.product.value - 60 * ((Math.PI * 0.25 * 1000) / 10_000)) < 1e-9);
  assert.equal(plan.product.kind, 'mass');
  assert.equal(plan.tanks.length, 0);
  assert.equal(plan.perHectare, 60);
  says(() => sprayPlan(base, ground, 15, [grains]), 'calendar.granulesInTank');
  assert.throws(
    () => sprayPlan(base, ground, -5),
    (thrown: unknown) =>
      isTold(thrown) &&
      thrown.said.key === 'calendar.emptyTank' &&
      (thrown.said.figures.tank as { value: number }).value === -0.005,
    'five litres below none, in cubic metres',
  );
  says(
    () => sprayPlan(product({ dose: { kind: 'granules', kilogramsPerHectare: 0 } }), ground, 15),
    'calendar.noGranules',
  );
});

test('a shared tank: each product at its own rate, the water makes it up, fill by fill', () => {
  const random = seededRandom('tank');
  for (let i = 0; i < 200; i++) {
    const first = product({ water: 100 + random() * 300 });
    const second = product({ id: 'b', dose: { kind: 'area', litresPerHectare: 1 + random() * 9 } });
    const third = product({ id: 'c', dose: { kind: 'mix', share: 0.005 + random() * 0.05 } });
    const plan = sprayPlan(first, ground, 10 + random() * 500, [second, third]);
    const mixed = plan.tanks.reduce((sum, { mix }) => sum + mix, 0);
    const litres = (value: number) => value * 1000;
    assert.ok(Math.abs(mixed - first.water * 2) < 1e-6);
    const products =
      litres(plan.product.value) +
      plan.others.reduce((sum, { amount }) => sum + litres(amount.value), 0);
    const water = plan.tanks.reduce((sum, fill) => sum + fill.water, 0);
    assert.ok(Math.abs(products + water - mixed) < 1e-6, 'nothing is left over in the tank');
    // Two hectares at the label's litres, whatever the tank.
    assert.ok(Math.abs(litres(plan.product.value) - 6) < 1e-9);
    assert.ok(Math.abs(plan.others[0].perHectare - amountAHectare(second)) < 1e-9);
  }
  const half = product({ id: 'b', dose: { kind: 'mix', share: 0.6 } });
  assert.throws(
    () => sprayPlan(product({ dose: { kind: 'mix', share: 0.5 } }), ground, 15, [half]),
    (error: { said?: { key: string } }) => error.said?.key === 'calendar.mixShare',
  );
});

test('the year’s product: every spraying that is not skipped, and what shares the last tank once', () => {
  const other = product({ id: 'b', dose: { kind: 'area', litresPerHectare: 2 } });
  const plan = sprayPlan(base, ground, 15, [other]);
  const task = (key: string, state = 'open', resource?: string) => ({ key, state, resource });
  const year = [
    task('kill-1', 'done', 'sprayer'),
    task('kill-2', 'open', 'sprayer'),
    task('mark-spots', 'skipped', 'sprayer'),
    task('knockdown', 'open', 'sprayer'),
    task('plant'),
  ];
  assert.ok(Math.abs(litresOfYear(plan, year) - (3 * 6 + 4)) < 1e-9);
  assert.equal(litresOfYear(plan, []), 0);
  const grains = product({ dose: { kind: 'granules', kilogramsPerHectare: 60 } });
  assert.equal(litresOfYear(sprayPlan(grains, ground, 15), year), 0, 'kilograms are no litres');
});

test('rows are read as they are written, and what is no row is said', () => {
  const known = Array.from({ length: 80 }, (_, i) => i + 1);
  assert.deepEqual(readRows('1-3, 55; 60–62 ,', known), [1, 2, 3, 55, 60, 61, 62]);
  assert.deepEqual(readRows(' ', known), []);
  assert.deepEqual(readRows('7, 5, 7', known), [5, 7]);
  const refused = (text: string, key: string) =>
    assert.throws(
      () => readRows(text, known),
      (error: { said?: { key: string } }) => error.said?.key === key,
    );
  for (const text of ['all', '5-', '9-4', '1.5', '-3', '1 2', '99999999'])
    refused(text, 'calendar.rowsUnread');
  refused('79-81', 'calendar.rowsNotThere');
  refused('0', 'calendar.rowsNotThere');
  const random = seededRandom('rows');
  for (let i = 0; i < 100; i++) {
    const rows = known.filter(() => random() < 0.4);
    assert.deepEqual(readRows(rowList(rows), known), rows);
  }
});

test('rows left of a round: those that this product has not met since it began', () => {
  const known = [1, 2, 3, 4, 5];
  const rows = (some: number[], more: Partial<Sprayed> = {}) => done({ rows: some, ...more });
  assert.deepEqual(rowsLeft('kill', '2026-03-01', [rows([1, 2])], known), [3, 4, 5]);
  const round = [rows([1, 2]), rows([5], { day: '2026-03-09' }), rows([3], { product: 'ring' })];
  assert.deepEqual(rowsLeft('kill', '2026-03-01', round, known), [3, 4]);
  assert.deepEqual(rowsLeft('kill', '2026-03-02', round, known), [1, 2, 3, 4], 'an older round');
  assert.deepEqual(rowsLeft('kill', '2026-03-01', [...round, done({})], known), []);
});

test('a round goes on for a month from its last spraying back; before it nothing is left of anything', () => {
  const known = [1, 2, 3, 4];
  const on = (day: string, rows: number[], product = 'kill') => done({ product, day, rows });
  assert.deepEqual(leftOfRound('kill', [], known), []);
  assert.deepEqual(leftOfRound('kill', [on('2026-03-01', [1], 'other')], known), []);
  const spring = [on('2026-03-01', [1, 2]), on('2026-03-20', [3])];
  assert.deepEqual(leftOfRound('kill', spring, known), [4]);
  assert.deepEqual(leftOfRound('kill', [...spring, on('2026-03-25', [4])], known), []);
  const autumn = [...spring, on('2026-09-10', [2])];
  assert.deepEqual(leftOfRound('kill', autumn, known), [1, 3, 4], 'spring’s rows are due again');
  // Thirty days back from its last day still belong to it, the thirty-first does not.
  assert.deepEqual(
    leftOfRound('kill', [on('2026-03-01', [1]), on('2026-03-31', [2])], known),
    [3, 4],
  );
  assert.deepEqual(
    leftOfRound('kill', [on('2026-03-01', [1]), on('2026-04-01', [2])], known),
    [1, 3, 4],
  );
});

test('rows are a part of the whole by their metres', () => {
  const rows = [
    { number: 1, metres: 100 },
    { number: 2, metres: 50 },
    { number: 3, metres: 50 },
  ];
  assert.equal(shareOfRows(rows, [1]), 0.5);
  assert.equal(shareOfRows(rows, [2, 3]), 0.5);
  assert.equal(shareOfRows(rows, [2, 2]), 0.25, 'a row named twice is one row');
  assert.equal(shareOfRows(rows, []), 1, 'no row named: all of it');
  assert.equal(shareOfRows([{ number: 1, metres: 0 }], [1]), 1);
});

test('a share of the mix lies above nothing and under all of it, alone and together', () => {
  const ground = { kind: 'spots', count: 1000, radius: 0.5 } as const;
  const mix = (share: number) => product({ dose: { kind: 'mix', share } });
  for (const share of [0, -0.1, 1, 1.5, NaN])
    says(() => sprayPlan(mix(share), ground, 15), 'calendar.mixShare');
  sprayPlan(mix(0.99), ground, 15);
  says(() => sprayPlan(mix(0.6), ground, 15, [mix(0.4)]), 'calendar.mixShare');
  sprayPlan(mix(0.6), ground, 15, [mix(0.39)]);
});
