import { Told, isTold } from '../say/told';
import { wordsOf } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { addTo } from '../measure/dates';
import { formatLiquid, formatSmall } from '../measure/units';
import { bill, MATERIALS, type MaterialGround, type MaterialTerms } from './materials';
import { ripPlan } from './ripping';
import { calibrateByTime, kitchenRule, sprayPlan, treatedArea, type Product } from './spraying';
import {
  evaporation,
  hindrances,
  skyRadiation,
  weekOf,
  workableShares,
  type WeatherDay,
} from './windows';

const product = (more: Partial<Product> = {}): Product => ({
  ...{ id: 'p', name: 'Label', dose: { kind: 'mix', share: 0.02 }, water: 200 },
  ...{ rainfast: 6, beforePlanting: 7, timesAYear: null, litresAYear: null },
  ...more,
});

test('tanks add up to the mix, the product and the ground, whatever is sprayed', () => {
  const size = fc.double({ min: 0.1, max: 3, noNaN: true });
  const target = fc.oneof(
    fc.record({ kind: fc.constant('spots' as const), count: fc.nat(20_000), radius: size }),
    fc.record({ kind: fc.constant('squares' as const), count: fc.nat(20_000), side: size }),
    fc.record({ kind: fc.constant('strips' as const), metres: fc.nat(90_000), width: size }),
    fc.record({ kind: fc.constant('whole' as const), area: fc.nat(400_000) }),
  );
  fc.assert(
    fc.property(
      target,
      fc.double({ min: 5, max: 800, noNaN: true }),
      fc.double({ min: 0.001, max: 0.5, noNaN: true }),
      (what, tank, share) => {
        const plan = sprayPlan(product({ dose: { kind: 'mix', share } }), what, tank);
        const sum = (key: 'mix' | 'product' | 'water' | 'area') =>
          plan.tanks.reduce((total, fill) => total + fill[key], 0);
        const near = (a: number, b: number) =>
          assert.ok(Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(b)), `${a} and ${b}`);
        near(sum('mix'), plan.mix.value * 1000);
        near(sum('product'), plan.product.value * 1000);
        near(sum('product') + sum('water'), sum('mix'));
        near(sum('area'), treatedArea(what).value);
        assert.ok(plan.tanks.every(({ mix }) => mix > 0 && mix <= tank + 1e-9));
      },
    ),
  );
});

test('a rate a hectare and a share of the mix that mean the same give the same tanks', () => {
  const ground = { kind: 'whole' as const, area: 34_000 };
  const byShare = sprayPlan(product(), ground, 300);
  const byArea = sprayPlan(product({ dose: { kind: 'area', litresPerHectare: 4 } }), ground, 300);
  assert.deepEqual(byArea.tanks, byShare.tanks);
  assert.equal(kitchenRule(2 / 128, 15).off, 0);
  assert.ok(kitchenRule(0.01, 15).off > 0.5, 'too much where the label asks for one per cent');
  const refuse = (act: () => unknown, why: RegExp) =>
    assert.throws(act, (error: Error) => isTold(error) && why.test(wordsOf(error)));
  refuse(() => sprayPlan(product(), ground, 0), /holds 0 L; more/);
  refuse(() => sprayPlan(product({ water: 0 }), ground, 10), /water on an area/);
  refuse(
    () => sprayPlan(product({ dose: { kind: 'area', litresPerHectare: 900 } }), ground, 10),
    /450 % of the mix/,
  );
  refuse(() => calibrateByTime(0, 30, 30, 1), /more than 0/);
});

test('what is sprayed: circles, squares, strips, or all of it', () => {
  const near = (a: number, b: number) => assert.ok(Math.abs(a - b) < 1e-9, `${a} for ${b}`);
  near(treatedArea({ kind: 'spots', count: 300, radius: 0.5 }).value, 300 * Math.PI * 0.25);
  near(treatedArea({ kind: 'squares', count: 300, side: 0.4 }).value, 48);
  // What the working shows comes to what it works out.
  for (const { value, steps } of [
    treatedArea({ kind: 'spots', count: 300, radius: 0.7 }),
    treatedArea({ kind: 'squares', count: 300, side: 0.4 }),
  ])
    near(value, steps[0].value * steps[1].value);
  near(treatedArea({ kind: 'strips', metres: 2500, width: 0.8 }).value, 2000);
  near(treatedArea({ kind: 'whole', area: 4321 }).value, 4321);
});

test('a refill costs its trees and its days, at the price of the first ones until it has its own', () => {
  const ground: MaterialGround = {
    ...{ trees: 1000, toOrder: 1100, rows: 10, perimeter: 400, herbicide: 0, granules: 0 },
    ...{ works: {}, rippingHours: 0, rate: 500, behind: 0, perTree: {} },
  };
  const refill = { trees: 120, places: 100 };
  const price = (of: number | null): MaterialTerms => ({
    ...{ price: of, pack: 25, onHand: 40, costShare: 0.5 },
  });
  const lines = (terms: Record<string, MaterialTerms>, of = refill, used = 0) =>
    new Map(
      bill(
        { ...ground, refill: of },
        terms,
        new Map(),
        new Map([['refillTrees', of.trees]]),
        [],
        new Map([['refillTrees', used]]),
      ).lines.map((line) => [line.key, line]),
    );
  const own = lines({ trees: price(2), planting: price(300) });
  const trees = own.get('refillTrees')!;
  assert.deepEqual([trees.needed.value, trees.cost, trees.own, trees.buy], [120, 240, 240, 0]);
  assert.deepEqual(
    [own.get('refilling')!.needed.value, own.get('refilling')!.cost, own.get('refilling')!.buy],
    [0.2, 60, 0],
  );
  const priced = lines({ trees: price(2), refillTrees: { ...price(3), pack: 1, onHand: 0 } });
  assert.equal(priced.get('refillTrees')!.cost, 360);
  assert.equal(priced.get('refilling')!.cost, null);
  const { unpriced, lines: all } = bill({ ...ground, refill }, { trees: price(2) }, new Map());
  const labels = (which: (cost: number | null) => boolean) =>
    all.filter(({ cost }) => which(cost)).map(({ label }) => label);
  assert.deepEqual(
    unpriced,
    labels((cost) => cost === null),
  );
  assert.ok(unpriced.length && labels((cost) => cost !== null).length);
  // More went in than was ordered.
  const more = lines({}, refill, 130).get('refillTrees')!.needed;
  assert.equal(more.value, 130);
  const shown = ({ steps }: typeof more) => steps.map(({ label }) => label.key);
  assert.ok(shown(more).includes('step.used'));
  assert.ok(!shown(lines({}, refill, 110).get('refillTrees')!.needed).includes('step.used'));
  const none = bill(ground, {}, new Map()).lines.map(({ key }) => key);
  assert.ok(!none.includes('refillTrees') && !none.includes('refilling'));
});

test('what is bought covers what is needed in whole packs, and no pack more', () => {
  const terms = fc.record<MaterialTerms>({
    price: fc.option(fc.double({ min: 0, max: 500, noNaN: true })),
    pack: fc.integer({ min: 1, max: 500 }),
    onHand: fc.nat(20_000),
    costShare: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  const ground: MaterialGround = {
    ...{
      trees: 7310,
      toOrder: 7900,
      rows: 88,
      perimeter: 1240,
      herbicide: 11.3,
      works: {},
      granules: 4.5,
      rippingHours: 21,
      rate: 620,
    },
    perTree: { stakes: 1, ties: 1, mulch: 0.09, water: 0.5, gel: 0.005 },
    behind: 0,
  };
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom(...MATERIALS.map(({ key }) => key)), terms),
      fc.constantFrom({ guards: 1, canes: 1 }, { fence: 1 }, {}),
      fc.nat(9000),
      (own, teeth, asked) => {
        const perTree = { ...ground.perTree, ...teeth };
        const all = bill({ ...ground, perTree }, own, new Map());
        // What was asked for already is bought no more; it costs what it costs.
        const arranged = bill({ ...ground, perTree }, own, new Map(), new Map([['trees', asked]]));
        assert.equal(arranged.cost.value, all.cost.value);
        const trees = arranged.lines.find(({ key }) => key === 'trees')!;
        const open = Math.max(0, ground.toOrder - trees.terms.onHand - asked);
        assert.ok(trees.buy >= open && trees.buy < open + trees.terms.pack);
        const { lines, cost, own: left } = all;
        for (const line of lines) {
          if (line.unit === 'h' || line.unit === 'day') continue;
          const missing = line.needed.value - line.terms.onHand;
          assert.ok(line.buy >= missing - 1e-6);
          assert.ok(line.packs === 0 || line.buy - line.terms.pack < missing + 1e-6);
        }
        const sum = lines.reduce((total, line) => total + (line.cost ?? 0), 0);
        assert.ok(Math.abs(sum - cost.value) < 1e-6);
        assert.ok(left.value <= cost.value + 1e-6);
        assert.equal(
          lines.some(({ key }) => key === 'guards'),
          'guards' in teeth,
        );
        assert.equal(
          lines.find(({ key }) => key === 'fence')?.needed.value,
          'fence' in teeth ? ground.perimeter : undefined,
        );
      },
    ),
  );
});

test('ripping hours fall with speed and grow with passes; terms that cannot be are refused', () => {
  const rows = Array.from({ length: 12 }, (_, i) => ({
    number: i + 1,
    metres: new Map([['', 150 + i]]),
  }));
  const hours = (passes: number, speed: number) =>
    ripPlan(rows, new Set(), { passes, speed, turn: 1, efficiency: 0.8 }).hours.value;
  assert.ok(hours(2, 3) > hours(1, 3) && hours(1, 5) < hours(1, 3));
  assert.throws(() => hours(0, 3), Told);
  assert.throws(() => hours(1, 0), Told);
});

const steady = (lowest: number, highest: number, rain: number, days = 400): WeatherDay[] =>
  Array.from({ length: days }, (_, i) => ({
    ...{ day: addTo('2025-01-01', { days: i }), lowest, highest, rain },
  }));
const last = (days: readonly WeatherDay[], stock: 'bare-root' | 'container') =>
  hindrances(days, stock, 50).at(-1);

test('each hindrance has its weather', () => {
  assert.equal(last(steady(2, 9, 2), 'bare-root'), undefined);
  assert.equal(last(steady(-8, -1, 1), 'container'), 'frozen-ground');
  assert.equal(last(steady(9, 17, 3), 'bare-root'), 'not-dormant');
  assert.equal(last(steady(9, 17, 3), 'container'), undefined);
  assert.equal(last(steady(22, 36, 9), 'container'), 'heat');
  assert.equal(last(steady(3, 9, 15), 'container'), 'waterlogged');
  assert.equal(last(steady(10, 26, 0.1), 'container'), 'dry-soil');
  const windy = steady(2, 9, 2).map((day) => ({ ...day, wind: 8 }));
  assert.equal(last(windy, 'bare-root'), 'wind');
  const dry = steady(2, 9, 2).map((day) => ({ ...day, humidity: 0.25 }));
  assert.equal(last(dry, 'bare-root'), 'dry-air');
});

test('more rain never makes the ground fitter for ripping, less wind never less fit for spraying', () => {
  const wet = workableShares(steady(8, 20, 5), 'dry ground', 50);
  const drier = workableShares(steady(8, 20, 0.5), 'dry ground', 50);
  assert.ok(drier.every((share, week) => share >= wet[week]));
  const [soaked, parched] = [6, 0].map((rain) =>
    workableShares(steady(2, rain ? 6 : 20, rain, 365), 'dry ground', 50),
  );
  assert.ok(soaked.every((share) => share === 0));
  assert.ok(
    parched.slice(12).every((share) => share === 1),
    'a winter’s store is used up by April',
  );
  const calm = steady(5, 15, 0).map((day) => ({ ...day, wind: 2 }));
  const rough = calm.map((day, i) => ({ ...day, wind: i % 2 ? 2 : 7 }));
  const [still, half] = [calm, rough].map((days) => workableShares(days, 'still and dry', 50));
  assert.ok(still.every((share, week) => share === 1 && half[week] < 1));
});

test('the sun south of the equator is that of the north half a year on', () => {
  for (const day of [10, 100, 200, 300]) {
    const north = skyRadiation(45, day);
    const south = skyRadiation(-45, ((day + 182) % 365) + 1);
    assert.ok(Math.abs(north / south - 1) < 0.09, `${day}: ${north} and ${south}`);
  }
  const day = { day: '2026-07-01', lowest: 12, highest: 12, rain: 0 };
  assert.equal(evaporation(day, 15), 0, 'no swing, no evaporation by this equation');
  assert.ok([...Array(366).keys()].every((i) => weekOf(addTo('2024-01-01', { days: i })) <= 51));
});

test('small sizes and liquids are written as crews say them', () => {
  assert.deepEqual([formatSmall(0.28, 'metric'), formatSmall(0.28, 'us')], ['28 cm', '11.0 in']);
  assert.deepEqual(
    [0.0226, 0.0003, 0.235].map((volume) => formatLiquid(volume, 'metric')),
    ['22.6 L', '300 mL', '235 L'],
  );
  assert.deepEqual(
    [0.0226, 0.0003].map((volume) => formatLiquid(volume, 'us')),
    ['5.97 gal', '10.1 fl oz'],
  );
});
