import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bill, type MaterialGround } from '../calendar/materials';
import type { Wave } from '../crew/waves';
import { MULCH } from '../method/schools/ground';
import { materialsUsed } from './used';

const waves = (guards: number, mulched = 0) =>
  new Map<Wave, Map<number, number>>([
    ['guard', new Map([[1, guards]])],
    ['mulch', new Map([[2, mulched]])],
    ['flags', new Map([[1, 500]])],
  ]);

test('what rows were entered for comes out of the bill’s lines, wave and care together', () => {
  const used = materialsUsed({
    waves: waves(40, 10),
    care: [
      { kind: 'guards on', trees: 5 },
      { kind: 'guards off', trees: 30 },
      { kind: 'stakes on', trees: 7 },
      { kind: 'ties loosened', trees: 7 },
      { kind: 'weeded', trees: 900 },
    ],
    litres: 1900,
    perTree: { guards: 1, canes: 1, stakes: 2 },
  });
  assert.deepEqual([...used].sort(), [
    ['canes', 45],
    ['guards', 45],
    ['mulch', 10 * MULCH],
    // Two stakes a tree by the method; a tie each, as is usual where it says nothing.
    ['stakes', 14],
    ['ties', 7],
    ['water', 1.9],
  ]);
});

test('a method of shelters or cages takes those when a guard is entered, and no cane', () => {
  const of = (perTree: Parameters<typeof materialsUsed>[0]['perTree']) => [
    ...materialsUsed({ waves: waves(3), care: [], litres: 0, perTree }),
  ];
  assert.deepEqual(of({ shelters: 1, stakes: 1 }), [['shelters', 3]]);
  assert.deepEqual(of({ cages: 1, stakes: 2 }), [['cages', 3]]);
  assert.deepEqual(of({}), [['guards', 3]]);
});

test('used is not bought again; used beyond the need was needed and costs', () => {
  const ground: MaterialGround = {
    ...{ trees: 100, toOrder: 100, rows: 4, perimeter: 400, herbicide: 0, granules: 0, works: {} },
    ...{ rippingHours: 0, rate: 500, behind: 0, perTree: { guards: 1 } },
  };
  const guards = (used: number) =>
    bill(
      ...([ground, { guards: { price: 2, pack: 10, onHand: 20, costShare: 0 } }] as const),
      ...([new Map(), new Map(), [], new Map([['guards', used]])] as const),
    ).lines.find(({ key }) => key === 'guards')!;
  assert.deepEqual([guards(0).buy, guards(0).cost], [80, 160]);
  assert.deepEqual([guards(30).buy, guards(30).cost, guards(30).used], [50, 160, 30]);
  assert.deepEqual([guards(100).buy, guards(100).cost], [0, 160]);
  // Twenty were torn off and put on again.
  assert.deepEqual([guards(120).needed.value, guards(120).cost, guards(120).buy], [120, 200, 0]);
  assert.equal(guards(120).needed.formula?.key, 'how.moreUsed');
});
