import assert from 'node:assert/strict';
import { test } from 'node:test';
import { linksOf, type Offers } from './links';

const planter: Offers = {
  ...{ mayTally: true, mayRecord: false, shared: true },
  ...{
    waves: false,
    byMachine: false,
    sprays: false,
    refills: false,
    refilling: false,
    trial: false,
    unpegged: false,
  },
};
const paths = (offers: Partial<Offers>) => linksOf({ ...planter, ...offers }).map(([path]) => path);

test('a planter with rows sees what a planter needs, the briefing and the peg first', () => {
  assert.deepEqual(paths({}), ['briefing', 'peg', 'note', 'school', 'visit', 'alone']);
});

test('who has no rows waters and weeds; who only looks enters nothing', () => {
  assert.ok(['water', 'care'].every((path) => paths({ shared: false }).includes(path as never)));
  assert.deepEqual(paths({ mayTally: false, shared: false }), ['briefing', 'peg', 'school']);
});

test('a checker has plots, counts, boxes, gate and handling; spraying only where something is sprayed', () => {
  const checker = paths({ mayRecord: true });
  for (const path of ['plots', 'count', 'stock', 'gate', 'handling'] as const)
    assert.ok(checker.includes(path), path);
  assert.ok(!checker.includes('spray'));
  assert.ok(paths({ mayRecord: true, sprays: true }).includes('spray'));
  assert.ok(!paths({ sprays: true }).includes('spray'), 'a planter does not spray');
});

test('pages of the machine, of waves, refills and trials come with them', () => {
  assert.ok(paths({ byMachine: true }).includes('seat'));
  assert.ok(paths({ byMachine: true }).includes('behind'));
  assert.ok(!paths({ byMachine: true, mayTally: false }).includes('behind'));
  assert.ok(paths({ byMachine: true }).includes('run'));
  for (const none of [{ byMachine: false }, { byMachine: true, mayTally: false }])
    assert.ok(!paths(none).includes('run'));
  assert.ok(paths({ waves: true }).includes('follow'));
  assert.ok(paths({ refills: true }).includes('refill'));
  // Where it is the work of the day it comes first, and once.
  const refilling = paths({ refills: true, refilling: true });
  assert.deepEqual([refilling[0], refilling.lastIndexOf('refill')], ['refill', 0]);
  assert.ok(paths({ trial: true }).includes('tags'));
  // Whoever plants does not set out; once all rows stand pegged or planted nobody does.
  assert.ok(paths({ unpegged: true, shared: false }).includes('pegs'));
  for (const none of [{ unpegged: true }, { shared: false }] as const)
    assert.ok(!paths(none).includes('pegs'));
});

test('each page is offered once, whatever is offered', () => {
  const all = linksOf({
    ...{ mayTally: true, mayRecord: true, shared: false, waves: true, byMachine: true },
    ...{ sprays: true, refills: true, refilling: true, trial: true, unpegged: true },
  });
  assert.equal(new Set(all.map(([path]) => path)).size, all.length);
  assert.equal(new Set(all.map(([, key]) => key)).size, all.length);
});
