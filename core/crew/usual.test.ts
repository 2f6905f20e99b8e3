import assert from 'node:assert/strict';
import { test } from 'node:test';
import { methodFor } from '../method/differences';
import type { Conditions } from '../method/school';
import { crewRates, learned } from './rates';
import { paceOn, usualFor, USUAL_RATES } from './usual';

const ground: Conditions = {
  ...{ texture: 'loam', moisture: 'fresh', cover: 'bare', compacted: false, exposed: false },
  ...{ sloping: false, planting: 'hand', stock: 'bare-root', browse: 'none' },
} as Conditions;
const pace = (
  hole: string,
  change: Partial<Conditions> = {},
  kind: 'planter' | 'volunteers' = 'planter',
) => {
  const conditions = { ...ground, ...change };
  return paceOn(methodFor({ conditions, method: { hole }, differences: [] }, {}), conditions, kind);
};

test('how a block is planted says what is usual there', () => {
  assert.equal(pace('slit'), 'bar');
  assert.equal(pace('pit'), 'pit');
  assert.equal(pace('wide'), 'pit');
  assert.equal(pace('snug', { stock: 'container' }), 'plug');
  assert.equal(pace('slit', { planting: 'machine' }), 'machine');
  assert.equal(pace('slit', { planting: 'machine' }, 'volunteers'), 'volunteers');
  // A pit takes longer than a slit, a class longer than a crew.
  assert.ok(USUAL_RATES.volunteers < USUAL_RATES.pit && USUAL_RATES.pit < USUAL_RATES.bar);
});

test('a tool’s own rate says more than the way, but not for riders or a class', () => {
  const spade = { name: 'Spade', rate: 430 };
  assert.deepEqual(usualFor('bar', { tool: spade }), {
    ...{ rate: 430, by: 'tool', tool: 'Spade', people: 1 },
  });
  assert.equal(usualFor('bar', { tool: spade, people: 3 }).rate, 1290);
  assert.equal(usualFor('machine', { tool: spade }).rate, USUAL_RATES.machine);
  const school = usualFor('volunteers', { tool: spade, people: 24 });
  assert.deepEqual([school.rate, school.by], [24 * USUAL_RATES.volunteers, 'volunteers']);
});

test('what is typed goes before what is usual, own days before both', () => {
  const of = (rate: number | null, usual: number) =>
    crewRates([{ id: 'ann', rate, usual }], undefined, '2026-11-24').get('ann')!;
  assert.deepEqual([of(640, 800).rate, of(640, 800).from], [640, 'typed']);
  assert.deepEqual([of(null, 800).rate, of(null, 800).from], [800, 'usual']);
  // Nobody wrote a number for them: the first days count for more than they would against a typed one.
  const day = [{ trees: 400, hours: 8 }];
  const [typed, usual] = [learned(100, day, 'typed'), learned(100, day, 'usual')];
  assert.equal(typed.rate, 600);
  assert.ok(usual.rate < typed.rate && usual.rate > 400);
  assert.equal(usual.from, 'tallies');
});
