import assert from 'node:assert/strict';
import { test } from 'node:test';
import { WATER_TERMS } from '../tending/water';
import { waterWithTrees } from './planting-water';

const terms = { ...WATER_TERMS, tank: 1000, flow: 50, drive: 10, hose: 20, seconds: 15 };

test('water that goes in with the trees: litres, tanks, and hours of one hose', () => {
  assert.equal(
    waterWithTrees([{ trees: 900, each: { before: 0, at: 0, again: 0 } }], terms),
    undefined,
  );
  assert.equal(
    waterWithTrees([{ trees: 0, each: { before: 0, at: 4, again: 0 } }], terms),
    undefined,
  );
  const four = [{ trees: 620, each: { before: 0, at: 4, again: 0 } }];
  const { litres, tanks, hours, ways } = waterWithTrees(four, terms)!;
  assert.deepEqual([litres.value, tanks.value, ways[0].perTank], [2.48, 3, 250]);
  // 2 480 L at 50 a minute, three drives of ten minutes, 620 times 15 s, and 2 480 L at 20 a minute.
  const minutes = 49.6 + 30 + 155 + 124;
  assert.ok(Math.abs(hours.value * 60 - minutes) < 1e-9);
  // Trees that get none cost no hand a second.
  const mixed = waterWithTrees(
    [...four, { trees: 380, each: { before: 0, at: 0, again: 0 } }],
    terms,
  )!;
  assert.equal(mixed.hours.value, hours.value);
  assert.equal(mixed.ways.length, 1);
});

test('each turn is a round of its own, with tanks of its own, over the trees that get any in it', () => {
  const way = (trees: number, before: number, at: number, again: number) => ({
    trees,
    each: { before, at, again },
  });
  const twice = waterWithTrees([way(30, 0, 19, 19)], terms)!;
  assert.deepEqual([twice.litres.value, twice.tanks.value, twice.ways[0].perTank], [1.14, 2, 52]);
  const once = waterWithTrees([way(30, 0, 19, 0)], terms)!;
  assert.ok(Math.abs(twice.hours.value - 2 * once.hours.value) < 1e-12);
  // 10 of 30 L before, and 30 of 19 at planting with 90 of 4: three turns' worth in two rounds.
  const all = waterWithTrees([way(10, 30, 0, 0), way(30, 0, 19, 0), way(90, 0, 4, 0)], terms)!;
  assert.deepEqual([all.litres.value, all.tanks.value], [1.23, 2]);
  // What the working shows makes the figure again.
  const { litres, tanks, hours } = all;
  const shown = litres.steps.map(({ value }) => value);
  assert.deepEqual(shown.filter((_, i) => i % 2 === 0), [10, 120]); // prettier-ignore
  assert.ok(Math.abs(shown[0] * shown[1] + shown[2] * shown[3] - litres.value) < 1e-12);
  assert.deepEqual(tanks.steps.map(({ value }) => value), [1.23, 1]); // prettier-ignore
  const [water, many, flow, drive, hose, trees, seconds] = hours.steps.map(({ value }) => value);
  const minutes = water / flow + many * drive + water / hose + (trees * seconds) / 60;
  assert.ok(Math.abs(hours.value * 60 - minutes) < 1e-9);
  assert.throws(() => waterWithTrees([way(5, 0, 4, 0)], { ...terms, tank: 0 }));
});
