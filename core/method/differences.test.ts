import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ORDINARY_SOIL } from '../ground/zones';
import { told } from '../say/told';

import {
  appliesTo,
  askedInZone,
  briefDifference,
  conditionsIn,
  differing,
  layTreatments,
  methodFor,
  methodSum,
  OF_STOCK,
  scopeKey,
  standing,
  tasksOfAll,
  treatmentOf,
  treeOf,
  type BlockMethod,
  type Difference,
  type Scope,
} from './differences';
import { billPerTree, briefing, depthOf, methodOf, type BriefLine } from './method';
import type { Conditions } from './schools';

const ground: Conditions = {
  ...{ texture: 'loam', moisture: 'fresh', cover: 'sod', compacted: false, exposed: false },
  ...{ sloping: false, planting: 'hand', stock: 'bare-root', browse: 'none' },
};
const block: BlockMethod = { method: {}, conditions: ground, differences: [] };
const withDifferences = (...differences: Difference[]): BlockMethod => ({ ...block, differences });
const rows = (letter: string, numbers: number[], version = 1): Scope => ({
  ...{ by: 'rows', letter, rows: numbers, version, among: [1, 40] },
});
const schoolOf = (of: BlockMethod, tree: object, question: string) =>
  methodFor(of, tree).find((chosen) => chosen.question === question)?.school.key;

test('a block without differences is planted its own way, whatever is known of the tree', () => {
  const own = methodOf({}, ground).map(({ question, school }) => [question, school.key]);
  for (const tree of [{}, { zone: 'z' }, { lot: 'l' }, { row: 7 }, { stock: 'bare-root' as const }])
    assert.deepEqual(
      methodFor(block, tree).map(({ question, school }) => [question, school.key]),
      own,
    );
});

test('a ball on a bare-root block has its own default, and the block’s choices for roots are not its', () => {
  const chosen: BlockMethod = {
    ...block,
    method: { depth: 'deep-collar', trimming: 'set', clear: 'strip' },
  };
  const ball = methodFor(chosen, { stock: 'container' });
  assert.equal(depthOf(ball).datum, 'ball top');
  assert.equal(schoolOf(chosen, { stock: 'container' }, 'trimming'), 'never');
  assert.equal(schoolOf(chosen, { stock: 'container' }, 'containerRoots'), 'leave');
  assert.equal(schoolOf(chosen, { stock: 'container' }, 'clear'), 'strip', 'weeds are the block’s');
  assert.equal(schoolOf(chosen, {}, 'depth'), 'deep-collar');
  assert.equal(schoolOf(chosen, {}, 'containerRoots'), undefined);
  // And the other way round.
  const potted: BlockMethod = {
    ...block,
    conditions: { ...ground, stock: 'container' },
    method: { depth: 'plug-flush', containerRoots: 'cut' },
  };
  assert.equal(depthOf(methodFor(potted, { stock: 'bare-root' })).datum, 'collar');
  assert.equal(schoolOf(potted, {}, 'containerRoots'), 'cut');
  for (const question of OF_STOCK)
    assert.ok(
      methodOf({}, { ...ground, stock: 'container' }).some((entry) => entry.question === question),
    );
});

test('what is said of fewer trees holds: stock, then zone, then lot, then rows', () => {
  const all = withDifferences(
    { scope: rows('B', [3, 4]), method: { stake: 'none', keep: 'turf' } },
    {
      scope: { by: 'lot', lot: 'l' },
      method: { keep: 'granules', waterAt: 'eight', stake: 'low' },
    },
    {
      scope: { by: 'zone', zone: 'z' },
      method: { keep: 'mulch', waterAt: 'four', clear: 'scalp' },
    },
    {
      scope: { by: 'stock', stock: 'bare-root' },
      method: { keep: 'none', clear: 'none', soak: 'soak' },
    },
  );
  const tree = { zone: 'z', lot: 'l', row: 4 };
  assert.deepEqual(
    ['keep', 'stake', 'waterAt', 'clear', 'soak'].map((question) => schoolOf(all, tree, question)),
    ['turf', 'none', 'eight', 'scalp', 'soak'],
  );
  assert.equal(schoolOf(all, { ...tree, row: 5 }, 'keep'), 'granules');
  assert.equal(schoolOf(all, { zone: 'z' }, 'keep'), 'mulch');
  assert.equal(schoolOf(all, { zone: 'other' }, 'keep'), 'none');
  // A difference for the block's own stock is not one for the other.
  assert.equal(schoolOf(all, { stock: 'container' }, 'keep'), 'residual');
});

test('a scope is met by the trees it names, and a tree made of it meets it', () => {
  const scopes: Scope[] = [
    { by: 'stock', stock: 'container' },
    { by: 'zone', zone: 'z' },
    { by: 'lot', lot: 'l' },
    rows('C', [9]),
  ];
  for (const scope of scopes) {
    assert.ok(appliesTo(scope, treeOf(scope)), scopeKey(scope));
    for (const other of scopes)
      if (other !== scope) assert.ok(!appliesTo(other, treeOf(scope)), scopeKey(other));
  }
  assert.equal(new Set(scopes.map(scopeKey)).size, scopes.length);
  assert.deepEqual(treeOf(scopes[2], 'container'), { lot: 'l', stock: 'container' });
  assert.ok(!appliesTo(rows('B', [1]), {}));
});

test('the crew is told what differs and nothing that does not', () => {
  const other = withDifferences({
    scope: { by: 'zone', zone: 'z' },
    method: {
      waterAt: 'four',
      holeShape: 'round',
      surface: 'basin',
      place: 'middle',
      rip: 'graded',
    },
  });
  const own = methodFor(other, {});
  const there = methodFor(other, { zone: 'z' });
  assert.deepEqual(
    differing(own, there)
      .map(({ question }) => question)
      .sort(),
    ['place', 'rip', 'surface', 'waterAt'],
    'round is the default on loam already',
  );
  assert.deepEqual(
    briefDifference(own, there)
      .map(({ question, school }) => `${question}.${school}`)
      .sort(),
    ['place.middle', 'surface.basin', 'waterAt.four'],
    'also what the crew is not told of on a block that does it everywhere, and not what a tractor does',
  );
  assert.deepEqual(briefDifference(own, own), []);
});

test('a slit has no walls and no bottom to speak of; a pit beside it is told of both', () => {
  const slits = withDifferences({ scope: { by: 'zone', zone: 'z' }, method: { hole: 'slit' } });
  const [pit, slit] = [methodFor(slits, {}), methodFor(slits, { zone: 'z' })];
  const told = (lines: readonly BriefLine[]) => lines.map(({ question }) => question);
  assert.ok(told(briefing(pit)).includes('bottom') && told(briefing(pit)).includes('place'));
  assert.ok(!told(briefing(slit)).some((one) => ['bottom', 'place', 'holeShape'].includes(one)));
  assert.deepEqual(told(briefDifference(pit, slit)), ['hole']);
  const back = told(briefDifference(slit, pit));
  assert.ok(back.includes('hole') && back.includes('bottom') && back.includes('place'));
});

test('calendar and bill follow the trees: half the trees with water take half the water', () => {
  const half = withDifferences(
    { scope: { by: 'zone', zone: 'wet' }, method: { clear: 'scalp', keep: 'turf' } },
    { scope: rows('B', [1]), method: { waterAt: 'eight', rip: 'contour' } },
  );
  const groups = [
    { tree: {}, trees: 500 },
    { tree: { zone: 'wet' }, trees: 300 },
    { tree: { row: 1 }, trees: 200 },
  ];
  const sum = methodSum(half, groups);
  assert.equal(sum.perTree.water, 0.008 * 0.2);
  assert.ok(Math.abs(sum.sprayed - 0.7) < 1e-12, 'beside the wet nothing is sprayed');
  assert.ok(Math.abs(sum.ripped - 0.2) < 1e-12);
  const tasks = tasksOfAll(half, [{}, { zone: 'wet' }, { row: 1 }]);
  assert.ok(tasks.has('water-in') && tasks.has('rip') && tasks.has('knockdown'));
  assert.ok(!tasksOfAll(half, [{ zone: 'wet' }]).has('knockdown'));
  const granules = methodSum(
    withDifferences({ scope: { by: 'zone', zone: 'wet' }, method: { keep: 'granules' } }),
    groups,
  );
  assert.ok(Math.abs(granules.granules - 0.3) < 1e-12, 'granules go to the wet alone');
  // Without trees the block's own way is billed.
  const own = methodFor(half, {});
  assert.deepEqual(methodSum(half, []).perTree, billPerTree(own));
  assert.equal(methodSum(half, [{ tree: { zone: 'wet' }, trees: 0 }]).sprayed, 1);
});

test('water at planting is told by how much each gets: alike together, unlike apart, none left out', () => {
  const ways = withDifferences(
    { scope: { by: 'zone', zone: 'four' }, method: { waterAt: 'four' } },
    { scope: { by: 'zone', zone: 'too' }, method: { waterAt: 'four', stake: 'low' } },
    { scope: { by: 'zone', zone: 'twice' }, method: { waterAt: 'twice' } },
    { scope: { by: 'zone', zone: 'column' }, method: { waterAt: 'column' } },
  );
  const sum = methodSum(ways, [
    { tree: {}, trees: 400 },
    { tree: { zone: 'four' }, trees: 100 },
    { tree: { zone: 'too' }, trees: 200 },
    { tree: { zone: 'twice' }, trees: 200 },
    { tree: { zone: 'column' }, trees: 100 },
  ]);
  assert.deepEqual(
    sum.water.map(({ each: { before, at, again }, share }) => [
      before,
      at,
      again,
      Math.round(share * 1e9) / 1e9,
    ]),
    [
      [0, 4, 0, 0.3],
      [0, 19, 19, 0.2],
      [30, 0, 0, 0.1],
    ],
  );
});

test('a difference of a zone, lot or version that has gone holds for nobody', () => {
  const differences: Difference[] = [
    { scope: { by: 'zone', zone: 'z' }, method: {} },
    { scope: { by: 'zone', zone: 'gone' }, method: {} },
    { scope: { by: 'lot', lot: 'gone' }, method: {} },
    { scope: { by: 'stock', stock: 'container' }, method: {} },
    { scope: rows('B', [1], 2), method: {} },
    { scope: rows('C', [2], 3), method: {} },
  ];
  const there = { zones: new Set(['z']), lots: new Set<string>() };
  const keys = (version?: number) =>
    standing(differences, { ...there, version }).map(({ scope }) => scopeKey(scope));
  assert.deepEqual(keys(3), ['zone z', 'stock container', 'rows C']);
  assert.deepEqual(keys(), ['zone z', 'stock container']);
});

test('rows are shared out in complete blocks: each treatment once in each, the order drawn anew', () => {
  const numbers = Array.from({ length: 47 }, (_, i) => 100 + i);
  for (const [letters, plot] of [
    [['A', 'B'], 1],
    [['A', 'B'], 3],
    [['A', 'B', 'C', 'D'], 2],
  ] as const) {
    const orders = new Set<string>();
    for (let seed = 1; seed <= 40; seed++) {
      const { rows: laid, replicates } = layTreatments(numbers, letters, plot, seed);
      assert.equal(replicates, Math.floor(47 / (letters.length * plot)));
      const letterOf = new Map<number, string>();
      for (const [letter, own] of laid) {
        assert.equal(own.length, replicates * plot, 'as many rows of each');
        for (const row of own) {
          assert.ok(!letterOf.has(row), 'no row has two treatments');
          letterOf.set(row, letter);
        }
      }
      for (let block = 0; block < replicates; block++) {
        const from = block * letters.length * plot;
        const order = letters.map((_, i) => {
          const own = numbers.slice(from + i * plot, from + (i + 1) * plot);
          assert.equal(new Set(own.map((row) => letterOf.get(row))).size, 1, 'a plot is alike');
          return letterOf.get(own[0]);
        });
        assert.equal(new Set(order).size, letters.length, 'every treatment once in a block');
        if (block === 1) orders.add(order.join(''));
      }
      assert.deepEqual(layTreatments(numbers, letters, plot, seed).rows, laid, 'same seed');
    }
    assert.ok(orders.size >= Math.min(letters.length, 4), `orders ${[...orders]}`);
  }
});

test('too few rows, one treatment or half a row to a plot are said', () => {
  const said = (run: () => unknown, key: Parameters<typeof told>[0]) =>
    assert.throws(run, (error: { said?: { key: string } }) => error.said?.key === key);
  assert.throws(
    () => layTreatments([1, 2, 3], ['A', 'B', 'C'], 2, 1),
    /method\.treatmentRoom.*"rows":3,"needed":12/,
  );
  said(() => layTreatments([1, 2, 3, 4], ['A'], 1, 1), 'method.oneTreatment');
  for (const plot of [0, 1.5, NaN, -1])
    said(() => layTreatments([1, 2, 3, 4, 5, 6], ['A', 'B'], plot, 1), 'method.treatmentPlot');
  assert.equal(layTreatments([1, 2, 3, 4], ['A', 'B'], 1, 1).replicates, 2);
});

test('a row of a comparison that no treatment has is the block’s own way; rows outside are in none', () => {
  const differences: Difference[] = [
    { scope: { ...rows('B', [14, 15]), among: [12, 19] } as Scope, method: {} },
    { scope: { ...rows('C', [13]), among: [12, 19] } as Scope, method: {} },
    { scope: { by: 'zone', zone: 'z' }, method: {} },
  ];
  assert.deepEqual(
    [11, 12, 13, 14, 15, 19, 20].map((row) => treatmentOf(differences, row)),
    [undefined, 'A', 'C', 'B', 'B', 'A', undefined],
  );
});

test('a wet clay zone asks to be planted high and without herbicide; what was chosen stays', () => {
  const soil = { ...ORDINARY_SOIL, texture: 'clay' as const };
  const wet = { id: 'z', damp: 'wet' as const, soil };
  assert.deepEqual(conditionsIn(ground, wet), { ...ground, texture: 'clay', moisture: 'wet' });
  const asked = new Map(
    askedInZone(block, wet).map(({ question, school }) => [question, school.key]),
  );
  assert.equal(asked.get('depth'), 'high');
  assert.equal(asked.get('clear'), 'scalp');
  assert.equal(asked.get('surface'), 'proud');
  assert.ok(!asked.has('hole'), 'what is the same there is not asked for');
  const chosen = { ...block, method: { depth: 'covered' } };
  assert.ok(!askedInZone(chosen, wet).some(({ question }) => question === 'depth'));
  const settled = withDifferences({
    scope: { by: 'zone', zone: 'z' },
    method: Object.fromEntries(asked) as never,
  });
  assert.deepEqual(askedInZone(settled, wet), [], 'taken over, nothing is left to ask');
  const drained = { ...soil, drainage: 'winter-wet' as const };
  assert.equal(conditionsIn(ground, { damp: 'fresh', soil: drained }).moisture, 'wet');
  assert.equal(conditionsIn(ground, { damp: 'damp', soil }).moisture, 'fresh');
  const peat = { ...ORDINARY_SOIL, texture: 'peat' as const, compacted: true };
  assert.equal(conditionsIn(ground, { damp: 'dry', soil: peat }).texture, 'loam');
  assert.equal(conditionsIn(ground, { damp: 'dry', soil: peat }).compacted, true);
});
