import assert from 'node:assert/strict';
import { test } from 'node:test';
import { MACHINE_KEPT } from '../../../../core/crew/machine';
import { bagWeights, bagsOf, CARRY_TERMS } from '../../../../core/stock/carry';
import { carryOf } from './carry-terms';

const block = (planting: 'hand' | 'machine', more: object = {}) =>
  ({
    ...{ method: {}, conditions: { planting }, calendarTerms: {}, carryTerms: null },
    ...more,
  }) as unknown as Parameters<typeof carryOf>[0];

test('planters carry bags, as they are set or as is usual; riders have the bins of their seats', () => {
  assert.deepEqual(carryOf(block('hand')), CARRY_TERMS);
  const own = { ...CARRY_TERMS, bagTrees: 120, trailerBoxes: 9 };
  assert.deepEqual(carryOf(block('hand', { carryTerms: own })), own);
  const riders = carryOf(block('machine', { carryTerms: own }));
  assert.equal(riders.bagTrees, MACHINE_KEPT.bin);
  assert.equal(riders.trailerBoxes, 9, 'the trailer is the same');
  const small = { machine: { ...MACHINE_KEPT, bin: 90 } };
  assert.equal(carryOf(block('machine', { calendarTerms: small })).bagTrees, 90);
});

test('a bin is empty after as many trees as it holds, however heavy they are', () => {
  const heavy = bagWeights([{ species: 0, weight: 0.9 }], 1);
  const day = { planter: 'a', rate: 520, rows: [{ number: 1, runs: [0, 520], planted: 0 }] };
  const full = (terms: ReturnType<typeof carryOf>) =>
    bagsOf(day, heavy, terms).map(({ counts }) => counts[0]);
  assert.deepEqual(full(carryOf(block('machine'))), [260, 260]);
  const carried = full(carryOf(block('hand')));
  assert.equal(Math.max(...carried), Math.floor(CARRY_TERMS.bagLoad / 0.9), 'a bag is lifted');
});
