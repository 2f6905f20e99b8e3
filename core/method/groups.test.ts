import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { methodSum, type BlockMethod, type Difference } from './differences';
import { eachCount, treeGroups, type BlockTrees } from './groups';
import { billPerTree } from './method';
import { methodFor } from './differences';
import type { Conditions } from './schools';
import { rowList, waysOf } from './ways';

const conditions: Conditions = {
  ...{ texture: 'loam', moisture: 'fresh', cover: 'sod', compacted: false, exposed: false },
  ...{ sloping: false, planting: 'hand', stock: 'bare-root', browse: 'none' },
};
const zone = (id: string, method: Difference['method']): Difference => ({
  scope: { by: 'zone', zone: id },
  method,
});
const treatment = (letter: string, rows: number[], method: Difference['method']): Difference => ({
  scope: { by: 'rows', letter, rows, version: 1, among: [1, 60] },
  method,
});

/** A block of trees strewn over rows, species and zones. */
function strewn(seed: number): BlockTrees {
  const random = seededRandom(seed);
  const some = (n: number) => Math.floor(random() * n);
  return {
    zones: ['wet', 'bank', 'edge'],
    species: [
      {
        stock: 'bare-root',
        lots: [
          { id: 'one', trees: 300 },
          { id: 'two', trees: 100 },
        ],
      },
      { stock: 'container', lots: [] },
      { stock: 'bare-root', lots: [{ id: 'three', trees: 0 }] },
    ],
    rows: Array.from({ length: 40 }, (_, i) => ({
      number: i + 1,
      counts: Array.from({ length: 1 + some(4) }, () => [
        some(3),
        some(4) - 1,
        1 + some(30),
      ]).flat(),
    })),
  };
}

test('whatever differs, the groups hold every tree once, and the bill is that of tree by tree', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const trees = strewn(seed);
    const random = seededRandom(seed + 1000);
    const differences = [
      zone('wet', { clear: 'scalp', keep: 'turf' }),
      zone('edge', { waterAt: 'eight', keep: 'mulch' }),
      treatment('B', [2, 5, 9, 30], { waterAt: 'four', stake: 'low' }),
      treatment('C', [3, 6], { keep: 'granules', amendments: 'compost' }),
      { scope: { by: 'lot', lot: 'two' }, method: { amendments: 'gel' } } as Difference,
      { scope: { by: 'stock', stock: 'container' }, method: { waterAt: 'sip' } } as Difference,
    ].filter(() => random() < 0.6);
    const block: BlockMethod = { method: {}, conditions, differences };
    const groups = treeGroups(trees, differences);
    let total = 0;
    const perTree: Record<string, number> = {};
    eachCount(trees, (row, species, at, count) => {
      total += count;
      const { stock, lots } = trees.species[species];
      const received = lots.reduce((sum, lot) => sum + lot.trees, 0);
      const shares = received ? lots : [{ id: '', trees: 1 }];
      for (const lot of shares) {
        const method = methodFor(block, { stock, row, zone: trees.zones[at], lot: lot.id });
        for (const [item, units] of Object.entries(billPerTree(method)))
          perTree[item] = (perTree[item] ?? 0) + (units * count * lot.trees) / (received || 1);
      }
    });
    const held = groups.reduce((sum, group) => sum + group.trees, 0);
    assert.ok(Math.abs(held - total) < 1e-6, `seed ${seed}: ${held} of ${total} trees`);
    const sum = methodSum(block, groups);
    for (const item of new Set([...Object.keys(perTree), ...Object.keys(sum.perTree)]))
      assert.ok(
        Math.abs((perTree[item] ?? 0) / total - (sum.perTree[item as never] ?? 0)) < 1e-9,
        `seed ${seed}: ${item}`,
      );
  }
});

test('trees are told apart only where something differs', () => {
  const trees = strewn(7);
  const plain = treeGroups(trees, []);
  assert.ok(plain.length <= 3, 'one group a species');
  assert.ok(plain.every(({ tree }) => tree.zone === undefined && tree.lot === undefined));
  const wet = treeGroups(trees, [zone('wet', {})]);
  assert.ok(wet.some(({ tree }) => tree.zone === 'wet'));
  assert.ok(!wet.some(({ tree }) => tree.zone === 'bank'));
  const rows = treeGroups(trees, [treatment('B', [4, 8, 9], {})]);
  assert.deepEqual([...new Set(rows.map(({ tree }) => tree.row))].sort(), [4, undefined]);
  const byLot = treeGroups(trees, [{ scope: { by: 'lot', lot: 'two' }, method: {} }]);
  const of = (lot: string) =>
    byLot.filter(({ tree }) => tree.lot === lot).reduce((sum, group) => sum + group.trees, 0);
  assert.ok(Math.abs(of('one') / of('two') - 3) < 1e-9, 'by what was received');
});

test('every way is named once, with what differs and what passes there', () => {
  const named = {
    mix: [
      { name: 'Birch', stock: 'bare-root' as const },
      { name: 'Willow', stock: 'container' as const },
    ],
    zones: [{ id: 'wet', name: 'Hollow' }],
    lots: [{ id: 'two', code: 'B-2', species: 'Birch', stock: 'bare-root' as const }],
  };
  const differences = [
    zone('wet', { depth: 'high' }),
    zone('gone', { depth: 'high' }),
    { scope: { by: 'lot', lot: 'two' }, method: { soak: 'damp' } } as Difference,
    treatment('B', [3, 4, 5, 9], { waterAt: 'four' }),
  ];
  const ways = waysOf({ method: {}, conditions, differences }, named);
  assert.deepEqual(
    ways.map(({ who }) => who.key),
    ['method.ofBlock', 'method.ofStock', 'method.ofZone', 'method.ofRows'],
    'the lot’s answer is the default already, the lost zone names nobody',
  );
  assert.equal(ways[1].depth.datum, 'ball top');
  assert.deepEqual(ways[1].who.figures, { stock: 'container', species: 'Willow' });
  assert.equal(ways[2].depth.most, 0);
  assert.equal(ways[3].who.figures.rows, '3–5, 9');
  assert.deepEqual(ways[3].lines, [{ question: 'waterAt', school: 'four' }], 'only what differs');
  assert.ok(ways[0].lines.some(({ school }) => school === 'collar'));
});

test('row numbers in short', () => {
  assert.equal(rowList([]), '');
  assert.equal(rowList([7]), '7');
  assert.equal(rowList([9, 3, 4, 5, 12, 11]), '3–5, 9, 11–12');
});

test('where all trees are of the other stock, what is told of the block is told of them', () => {
  const of: BlockMethod = {
    ...{
      method: { hole: 'twice', waterAt: 'four' },
      conditions: { ...conditions, stock: 'container' },
    },
    differences: [zone('wet', { surface: 'basin' })],
  };
  const named = (...stocks: ('bare-root' | 'container')[]) => ({
    mix: stocks.map((stock) => ({ name: stock, stock })),
    zones: [{ id: 'wet', name: 'wet' }],
    lots: [],
  });
  const bare = waysOf(of, named('bare-root', 'bare-root'), 'as planted');
  const asked = ({ lines }: { lines: readonly { question: string }[] }, question: string) =>
    lines.some((one) => one.question === question);
  assert.deepEqual([bare[0].tree, bare[0].depth.datum], [{ stock: 'bare-root' }, 'collar']);
  assert.ok(asked(bare[0], 'trimming') && !asked(bare[0], 'containerRoots'));
  assert.ok(asked(bare[0], 'waterAt'), 'what goes for any stock stays');
  assert.deepEqual(
    bare.slice(1).map(({ who, lines }) => [who.key, lines.map(({ question }) => question)]),
    [['method.ofZone', ['surface']]],
    'a zone differs from them, not from what nobody plants',
  );
  // As it was set, with both stocks, or before any species is laid out the block's own stands first.
  for (const [mix, planted] of [
    [named('bare-root'), 'as set'],
    [named('bare-root', 'container'), 'as planted'],
    [named(), 'as planted'],
  ] as const)
    assert.deepEqual(waysOf(of, mix, planted)[0].tree, {});
});
