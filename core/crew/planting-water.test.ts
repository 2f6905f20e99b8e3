import assert from 'node:assert/strict';
import { test } from 'node:test';
import { WATER_TERMS } from '../tending/water';
import { waterWithTrees } from './planting-water';

const terms = { ...WATER_TERMS, tank: 1000, flow: 50, drive: 10, hose: 20, seconds: 15 };

test('water that goes in with the trees: litres, tanks, and hours of one hose', () => {
  assert.equal(waterWithTrees(900, { before: 0, at: 0, again: 0 }, terms), undefined);
  const { litres, tanks, hours, perTank } = waterWithTrees(
    620,
    { before: 0, at: 4, again: 0 },
    terms,
  )!;
  assert.deepEqual([litres.value, tanks.value, perTank], [2.48, 3, 250]);
  // 2 480 L at 50 a minute, three drives of ten minutes, 620 times 15 s, and 2 480 L at 20 a minute.
  assert.ok(Math.abs(hours.value * 60 - (49.6 + 30 + 155 + 124)) < 1e-9);
});

test('each turn is a round of its own, with tanks of its own', () => {
  const twice = waterWithTrees(30, { before: 0, at: 19, again: 19 }, terms)!;
  assert.deepEqual([twice.litres.value, twice.tanks.value, twice.perTank], [1.14, 2, 52]);
  const once = waterWithTrees(30, { before: 0, at: 19, again: 0 }, terms)!;
  assert.ok(Math.abs(twice.hours.value - 2 * once.hours.value) < 1e-12);
  assert.equal(waterWithTrees(0, { before: 30, at: 0, again: 0 }, terms)!.tanks.value, 0);
  assert.throws(() => waterWithTrees(5, { before: 0, at: 4, again: 0 }, { ...terms, tank: 0 }));
});
