import assert from 'node:assert/strict';
import { test } from 'node:test';
import { say } from '../say/message';
import { refillCalls, refillDue } from './calls';
import type { Refill } from './estimate';

const plan = { number: 2, set: 40, places: 100, plantOn: '2027-03-10' };

test('a refill is called for from a week before its day until its last tree is in', () => {
  assert.deepEqual(refillDue(plan, 'Low Field', '2027-03-02'), []);
  const [soon] = refillDue(plan, 'Low Field', '2027-03-03');
  assert.equal(soon.when.key, 'when.day');
  assert.deepEqual(soon.say.figures, { block: 'Low Field', left: 60 });
  for (const day of ['2027-03-10', '2027-05-01'])
    assert.equal(refillDue(plan, 'Low Field', day)[0].when.key, 'when.today', day);
  assert.deepEqual(refillDue({ ...plan, set: 100 }, 'Low Field', '2027-03-10'), []);
  assert.deepEqual(refillDue({ ...plan, set: 104 }, 'Low Field', '2027-03-10'), []);
  assert.deepEqual(refillDue({ ...plan, over: true }, 'Low Field', '2027-03-10'), []);
});

test('a block that lives as asked calls for no trees; else for those that are missing to what was asked', () => {
  const count = (value: number) => ({ value, kind: 'count' as const, steps: [] });
  const refill = (verdict: Refill['verdict']): Refill => ({
    ...{ verdict, trees: count(150), living: count(850), sentence: say('survival.noRefill') },
    label: say('survival.shortOnTheWhole'),
  });
  assert.deepEqual(refillCalls({ estimate: 0.954 }, refill('none'), 'Low Field'), []);
  const [call] = refillCalls({ estimate: 0.854 }, refill('gaps'), 'Low Field');
  assert.equal(call.say.figures.trees, 150);
  assert.equal(call.detail!.figures.asked, 1000);
  assert.deepEqual(call.detail!.figures.alive, { value: 0.85, kind: 'share' });
});
