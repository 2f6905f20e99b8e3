import assert from 'node:assert/strict';
import { test } from 'node:test';
import { BEHIND, HAND_TOOLS, isUsualTool, seatFor, SEATS, toolsOffered } from './tools';
import { PACES } from './usual';

const OWN = [
  { name: 'Bar 25', kind: 'bar' },
  { name: 'Long spade', kind: 'spade' },
  { name: 'Planter box', kind: 'machine' },
];

test('a crew without tools of its own is offered the usual ones, the fitting one first', () => {
  assert.equal(toolsOffered([], 'pit')[0], 'spade');
  assert.equal(toolsOffered([], 'bar')[0], 'planting bar');
  assert.equal(toolsOffered([], 'plug')[0], 'tube planter');
  assert.equal(toolsOffered([], 'machine')[0], 'machine, left seat');
  assert.deepEqual(new Set(toolsOffered([], 'pit')), new Set([...HAND_TOOLS, ...SEATS]));
});

test('tools that were entered go by their own names, under which their rate is kept', () => {
  assert.deepEqual(toolsOffered(OWN, 'pit').slice(0, 2), ['Long spade', 'Bar 25']);
  assert.deepEqual(toolsOffered(OWN, 'bar').slice(0, 2), ['Bar 25', 'Long spade']);
  assert.ok(!toolsOffered(OWN, 'bar').includes('spade'), 'no second name for what is entered');
});

test('where none of the crew’s tools fits, the rest is offered as it is', () => {
  assert.deepEqual(toolsOffered(OWN, 'plug'), ['Bar 25', 'Long spade', ...SEATS]);
});

test('on a block planted by machine the seats come first, whatever tools there are', () => {
  assert.deepEqual(toolsOffered(OWN, 'machine').slice(0, 3), [...SEATS]);
});

test('whoever used a tool before finds it first; a tool that is no longer there is not offered', () => {
  assert.equal(toolsOffered(OWN, 'bar', 'Long spade')[0], 'Long spade');
  assert.equal(toolsOffered(OWN, 'bar', 'broken hoe')[0], 'Bar 25');
});

test('whatever the way and the tools, each name once and at least one', () => {
  for (const pace of PACES)
    for (const own of [[], OWN, [...OWN, OWN[0]], [OWN[2]]]) {
      const offered = toolsOffered(own, pace, 'Bar 25');
      assert.ok(offered.length >= SEATS.length + 1, `${pace}: ${offered.join()}`);
      assert.equal(new Set(offered).size, offered.length, `${pace}: ${offered.join()}`);
    }
});

test('usual names are told from the crew’s own, so that phones can say them in other languages', () => {
  assert.ok(isUsualTool('spade') && isUsualTool('behind the machine'));
  assert.ok(!isUsualTool('Bar 25') && !isUsualTool('toString'));
});

test('riders fill the seats by turns, whoever has no rows takes an empty one or walks behind', () => {
  const [left, right] = SEATS;
  const riders: string[] = [];
  for (let i = 0; i < 4; i++) riders.push(seatFor(2, riders, true));
  assert.deepEqual(riders, [left, right, left, right]);
  assert.equal(seatFor(2, [left], false), right);
  assert.equal(seatFor(2, [left, right], false), BEHIND);
  assert.equal(seatFor(1, [], false), left);
  assert.equal(seatFor(1, [left, BEHIND], true), left, 'another machine of one seat');
});
