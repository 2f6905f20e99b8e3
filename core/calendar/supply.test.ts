import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { simulateFinish, type FinishInput } from './finish';
import { countingSupply, inDeliveries, inTurn, unpromised, type BlockToPlant } from './supply';

const block = (name: string, more: Partial<BlockToPlant> = {}): BlockToPlant => ({
  ...{ id: name, name, from: '2027-01-11', until: '2027-02-28', trees: 1000, onHand: 1000 },
  deliveries: [],
  ...more,
});

test('a species counts up to its own places: what is over, or not in the plan, plants nothing', () => {
  const birch = { needed: 500, onHand: 200, deliveries: [{ day: '2027-01-20', trees: 400 }] };
  const pine = { needed: 300, onHand: 900, deliveries: [{ day: '2027-01-15', trees: 50 }] };
  const stray = { needed: 0, onHand: 2000, deliveries: [{ day: '2027-01-12', trees: 2000 }] };
  assert.deepEqual(countingSupply([birch, pine, stray]), {
    onHand: 500,
    deliveries: [{ day: '2027-01-20', trees: 300 }],
    missing: 0,
  });
  assert.equal(countingSupply([{ ...birch, deliveries: [] }, pine]).missing, 300);
  assert.deepEqual(countingSupply([]), { onHand: 0, deliveries: [], missing: 0 });
  const negative = countingSupply([{ needed: 100, onHand: -30, deliveries: [] }]);
  assert.deepEqual([negative.onHand, negative.missing], [0, 100], 'what is owed is not there');
});

test('whatever comes when, no tree counts twice and none is forgotten', () => {
  const random = seededRandom('supply');
  const some = (most: number) => Math.floor(random() * most);
  for (let i = 0; i < 300; i++) {
    const species = Array.from({ length: 1 + some(5) }, () => ({
      needed: some(900),
      onHand: some(600),
      deliveries: Array.from({ length: some(4) }, () => ({
        day: `2027-01-${String(1 + some(28)).padStart(2, '0')}`,
        trees: some(500),
      })),
    }));
    const { onHand, deliveries, missing } = countingSupply(species);
    const needed = species.reduce((sum, one) => sum + one.needed, 0);
    const come = deliveries.reduce((sum, one) => sum + one.trees, 0);
    assert.equal(onHand + come + missing, needed);
    const days = deliveries.map(({ day }) => day);
    assert.deepEqual(days, [...new Set(days)].sort());
  }
});

test('blocks in turn: the second waits for the first, and for its own day', () => {
  const late = block('Late', { from: '2027-02-01', trees: 600, onHand: 600 });
  const [first, second] = inTurn([late, block('Early'), block('Done', { trees: 0 })], '2027-01-15');
  assert.deepEqual([first.block.name, first.trees], ['Early', 1000]);
  assert.deepEqual(first.deliveries, [{ day: '2027-01-15', trees: 1000 }], 'not before today');
  assert.deepEqual([second.block.name, second.trees], ['Late', 1600]);
  assert.deepEqual(second.deliveries.at(-1), { day: '2027-02-01', trees: 600 });
  const same = inTurn([block('B'), block('A')], '2027-01-01');
  assert.deepEqual(
    same.map(({ block: { name } }) => name),
    ['A', 'B'],
    'the same day: by name, and always alike',
  );
});

test('what nobody promised is taken to be there and is told; without stock all is there on the block’s day', () => {
  const short = block('Short', {
    onHand: 200,
    deliveries: [{ day: '2027-01-05', trees: 300 }],
  });
  assert.equal(unpromised(short), 500);
  assert.equal(unpromised(block('All')), 0);
  assert.equal(unpromised(block('Over', { onHand: 1500 })), 0);
  const [played] = inTurn([short], '2027-01-01');
  assert.deepEqual(played.deliveries, [
    { day: '2027-01-11', trees: 200 },
    { day: '2027-01-11', trees: 300 },
    { day: '2027-01-11', trees: 500 },
  ]);
  assert.deepEqual(inTurn([short], '2027-01-01', false)[0].deliveries, [
    { day: '2027-01-11', trees: 1000 },
  ]);
});

test('played: shared hands finish the later block later than if it had them to itself', () => {
  const input = (trees: number, deliveries: FinishInput['deliveries']): FinishInput => ({
    ...{ start: '2027-01-11', until: '2027-03-31', blockDays: 5, keeps: 30, seasons: 200 },
    crews: [
      {
        ...{ name: 'crew', trees, planters: 2, rate: 100, spread: 0, absence: 0, breakdown: 0 },
      },
    ],
    weather: [new Float32Array(365).fill(1)],
    week: [true, true, true, true, true, false, false],
    ...{ deliveries, seed: 'turn' },
  });
  const median = (trees: number, deliveries: FinishInput['deliveries']) => {
    const { byDay } = simulateFinish(input(trees, deliveries))!;
    return byDay.findIndex((count) => count > 100);
  };
  const blocks = [block('A'), block('B', { from: '2027-01-25' })];
  const turn = inTurn(blocks, '2027-01-11');
  // 200 a day: A takes five working days, B five more from its own day, a Monday.
  assert.equal(median(turn[0].trees, turn[0].deliveries), 4);
  assert.equal(median(turn[1].trees, turn[1].deliveries), 14 + 4);
  const crowded = inTurn([block('A', { trees: 3000, onHand: 3000 }), blocks[1]], '2027-01-11');
  assert.equal(
    median(crowded[1].trees, crowded[1].deliveries),
    25,
    'twenty working days for 4 000',
  );
});

test('deliveries share the trees out whole', () => {
  assert.deepEqual(inDeliveries(10, 3), [4, 3, 3]);
  assert.deepEqual(inDeliveries(2, 4), [1, 1, 0, 0]);
  assert.equal(
    inDeliveries(9973, 7).reduce((sum, one) => sum + one, 0),
    9973,
  );
});

test('what several blocks get comes in the order of its days, whichever block it is for', () => {
  const [, second] = inTurn(
    [
      block('a', { onHand: 400, deliveries: [{ day: '2027-03-01', trees: 600 }] }),
      block('b', {
        ...{ from: '2027-01-20', onHand: 100 },
        deliveries: [
          { day: '2027-02-20', trees: 500 },
          { day: '2027-02-01', trees: 400 },
        ],
      }),
    ],
    '2027-01-01',
  );
  const days = second.deliveries.map(({ day }) => day);
  assert.deepEqual(days, [...days].sort());
  assert.equal(
    second.deliveries.reduce((sum, { trees }) => sum + trees, 0),
    2000,
  );
});

test('blocks of one day are planted by name, others by their days', () => {
  const order = inTurn(
    [block('c'), block('b', { from: '2027-01-05' }), block('a'), block('z', { trees: 0 })],
    '2027-01-01',
  ).map((one) => one.block.name);
  assert.deepEqual(order, ['b', 'a', 'c']);
});
