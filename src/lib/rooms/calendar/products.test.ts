import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { BlockRow } from '../ground/tables.server';
import { sprayPlanOf, targetOf } from './products.server';

const ground = { trees: 1001, metres: 2400, area: 9000 };

test('what is sprayed is the share of trees and metres that the method sprays; a whole ground is whole', () => {
  const of = (kind: 'spots' | 'squares' | 'strips' | 'whole') =>
    targetOf(ground, { kind, size: 0.5 }, 0.25);
  assert.deepEqual(of('spots'), { kind: 'spots', count: 250, radius: 0.5 });
  assert.deepEqual(of('squares'), { kind: 'squares', count: 250, side: 0.5 });
  assert.deepEqual(of('strips'), { kind: 'strips', metres: 600, width: 0.5 });
  assert.deepEqual(of('whole'), { kind: 'whole', area: 9000 });
  const all = targetOf(ground, { kind: 'spots', size: 0.4 });
  assert.deepEqual(all, { kind: 'spots', count: 1001, radius: 0.4 });
});

test('the leader’s product is taken, else the first that is mixed with water, else what there is', () => {
  const product = (id: string, kind: 'area' | 'granules') =>
    ({
      ...{ id, name: id, water: 200, rainfast: 0, actives: [] },
      dose: kind === 'area' ? { kind, litresPerHectare: 3 } : { kind, kilogramsPerHectare: 20 },
    }) as never;
  const [grains, one, two] = [
    product('grains', 'granules'),
    product('one', 'area'),
    product('two', 'area'),
  ];
  const chosen = (products: never[], kept?: object) =>
    sprayPlanOf({ calendarTerms: { spray: kept } } as unknown as BlockRow, ground, products);
  assert.equal(chosen([grains, one, two])?.product.id, 'one');
  assert.equal(chosen([grains, one, two], { product: 'two' })?.product.id, 'two');
  assert.equal(chosen([grains, one], { product: 'gone' })?.product.id, 'one');
  assert.equal(chosen([grains])?.product.id, 'grains');
  assert.equal(chosen([]), undefined);
  // What is mixed in beside it is never the product itself, nor one that nobody named.
  const mixed = chosen([grains, one, two], { product: 'two', with: ['two', 'one'] })!;
  assert.equal(mixed.plan.others.length, 1);
  assert.equal(mixed.terms.product, 'two');
});
