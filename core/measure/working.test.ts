import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { ripPlan } from '../calendar/ripping';
import { sprayPlan, type Product } from '../calendar/spraying';
import { worksOf } from '../calendar/works';
import { densityFigure } from '../rows/spacing';
import { terraceEarth } from '../rows/terraces';
import type { Figure } from './working';

// Whoever takes a pocket calculator to the steps comes to the figure: what stands there is what was reckoned with.

const stepsOf = ({ steps }: Figure) => steps.map(({ value }) => value);
const kindsOf = ({ steps }: Figure) => steps.map(({ kind }) => kind);
const same = (found: number, wanted: number, what: string) =>
  assert.ok(Math.abs(found - wanted) <= 1e-9 * Math.max(1, Math.abs(wanted)), `${what}: ${found}`);
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

test('hours of ripping follow from the way, the speed, the tine’s share and the turns', () => {
  fc.assert(
    fc.property(
      fc.array(between(5, 400), { minLength: 1, maxLength: 9 }),
      fc.integer({ min: 1, max: 3 }),
      between(0.5, 8),
      between(0, 5),
      between(0.2, 1),
      (lengths, passes, speed, turn, efficiency) => {
        const rows = lengths.map((metres, i) => ({
          number: i + 1,
          metres: new Map([['', metres]]),
        }));
        const { hours, metres } = ripPlan(rows, new Set(), { passes, speed, turn, efficiency });
        const [driven, pace, share, turning] = stepsOf(hours);
        assert.deepEqual(kindsOf(hours), ['distance', 'speed', 'share', 'hours']);
        // Metres a second, as every speed is kept: 3.6 of them are a kilometre an hour.
        same(driven / pace / 3600 / share + turning, hours.value, 'hours');
        same(pace * 3.6, speed, 'speed');
        const [row, times] = stepsOf(metres);
        same(row * times, metres.value, 'metres');
      },
    ),
    { seed: 3 },
  );
});

const product = (dose: Product['dose'], water = 0): Product =>
  ({ name: 'x', dose, water }) as Product;

test('what goes into the tank follows from the ground and the water on it, granules from the ground', () => {
  fc.assert(
    fc.property(between(1, 90_000), between(40, 400), between(0.001, 0.2), (area, water, share) => {
      const ground = { kind: 'whole' as const, area };
      const tank = sprayPlan(product({ kind: 'mix', share }, water), ground, 15);
      const [treated, dose] = stepsOf(tank.mix);
      assert.deepEqual(kindsOf(tank.mix), ['area', 'dose']);
      // Litres a hectare on square metres, told in cubic metres.
      same((treated / 10_000) * (dose / 1000), tank.mix.value, 'mix');
      const [mix, part] = stepsOf(tank.product);
      same(mix * part, tank.product.value, 'product');
      same(
        tank.tanks.reduce((sum, fill) => sum + fill.mix, 0) / 1000,
        tank.mix.value,
        'tank by tank',
      );
      const dry = sprayPlan(product({ kind: 'granules', kilogramsPerHectare: water }), ground, 0);
      const [strewn, rate] = stepsOf(dry.product);
      assert.deepEqual(kindsOf(dry.product), ['area', 'massDose']);
      same((strewn / 10_000) * rate, dry.product.value, 'granules');
    }),
    { seed: 4 },
  );
});

test('earth of a terrace is its cross-section times what is cut of its length', () => {
  fc.assert(
    fc.property(between(1, 900), between(0, 0.9), between(0.6, 4), (metres, slope, width) => {
      const options = { width, inwardFall: width / 5, stepEvery: 10, stepLength: 0.5 };
      const { total, perMetre } = terraceEarth(metres, slope, options);
      const [length, uncut, section] = stepsOf(total);
      assert.deepEqual(kindsOf(total), ['distance', 'distance', 'area']);
      same((length + uncut) * section, total.value, 'earth');
      const [across, rise, fall] = stepsOf(perMetre);
      same((across * (across * rise + fall)) / 8, section, 'cross-section');
    }),
    { seed: 5 },
  );
});

test('seed is told by the hectare, and comes to what the ground takes', () => {
  const ground = { trees: 900, metres: 2000, area: 12_000, zones: [] };
  const cover = worksOf(ground, { chosen: { cover: true } }).find(({ key }) => key === 'cover')!;
  const seed = cover.lines.cover!;
  const [area, rate] = stepsOf(seed);
  assert.deepEqual([area, rate, kindsOf(seed)[1]], [12_000, 20, 'massDose']);
  same((area / 10_000) * rate, seed.value, 'kilograms');
});

test('density is one tree on the ground between its rows and in its row', () => {
  const figure = densityFigure(2.5, 3.2);
  const [inRow, rows, ground] = stepsOf(figure);
  assert.deepEqual([inRow, rows], [2.5, 3.2]);
  same(inRow * rows, ground, 'ground');
  same(1 / ground, figure.value, 'density');
  same(figure.value * 10_000, 1250, 'trees a hectare');
});
