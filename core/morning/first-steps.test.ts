import assert from 'node:assert/strict';
import { test } from 'node:test';
import { firstSteps, type Begun } from './first-steps';

const block = { trees: 0, planted: 0, plantingDay: null };
const taken = (more: Partial<Begun>) => {
  const steps = firstSteps({ blocks: [block], cards: 0, planters: 0, ...more });
  return steps && [...steps];
};

test('a new site is led from its block to its crew, until all is there', () => {
  assert.deepEqual(taken({ blocks: [] }), []);
  assert.deepEqual(taken({}), ['block']);
  assert.deepEqual(taken({ cards: 1, planters: 2 }), ['block', 'species', 'crew']);
  // One block has the rows, another the day.
  const blocks = [
    { ...block, trees: 900 },
    { ...block, plantingDay: '2027-03-01' },
  ];
  assert.deepEqual(taken({ blocks }), ['block', 'rows', 'day']);
  assert.equal(taken({ blocks, cards: 1, planters: 1 }), undefined);
});

test('with a tree in the ground the board leads', () => {
  assert.equal(taken({ blocks: [{ ...block, trees: 900, planted: 1 }] }), undefined);
});
