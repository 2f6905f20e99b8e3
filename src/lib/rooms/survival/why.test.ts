import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../../../../core/measure/random';
import { effectWords } from './effects';
import { whyTheyDied, type Tree } from './why.server';

/** Rows of which every other one was planted as treatment B, whose trees die with twice the odds. */
function trial(seed: string, odds: number): Tree[] {
  const random = seededRandom(seed);
  return Array.from({ length: 40 }, (_, i) => i + 1).flatMap((row) => {
    const base = 0.1 / 0.9;
    const own = row % 2 ? base * odds : base;
    return Array.from({ length: 60 }, (_, peg) => ({
      ...{ row, peg: peg + 1, kind: 0, species: 'Oak', planter: 'Ana' },
      mark: random() < own / (1 + own) ? '0' : '1',
    })) as Tree[];
  });
}
const known = (trees: Tree[]) => ({
  ...{ trees, plots: [], zones: [], treatments: ['B'] },
  treatmentOf: (row: number) => (row % 2 ? 'B' : 'A'),
  airOf: () => undefined,
  plantedDay: () => '2026-03-01',
  planterOf: () => 'ana',
  evaporated: () => 1.2,
  stressed: () => 12 as number | undefined,
});

test('a treatment that doubles the odds of death is told with an interval that holds two', () => {
  let held = 0;
  for (let season = 0; season < 20; season++) {
    const { names, fitted } = whyTheyDied(known(trial(`b ${season}`, 2)));
    assert.deepEqual(names, ['treatment B'], 'a day that all rows share explains nothing');
    assert.ok(fitted && 'effects' in fitted);
    const [{ low, high, odds }] = fitted.effects;
    assert.ok(odds > 1, `season ${season}: ${odds}`);
    if (low <= 2 && 2 <= high) held++;
  }
  assert.ok(held >= 17, `${held} of 20 hold the truth`);
});

test('a treatment that does nothing is seldom accused, one without a counted row never named', () => {
  let accused = 0;
  for (let season = 0; season < 60; season++) {
    const { fitted } = whyTheyDied(known(trial(`idle ${season}`, 1)));
    assert.ok(fitted && 'effects' in fitted);
    if (fitted.effects[0].chance < 0.05) accused++;
  }
  assert.ok(accused <= 7, `${accused} of 60`);
  const onlyA = whyTheyDied({ ...known(trial('a', 1)), treatmentOf: () => 'A' });
  assert.deepEqual(onlyA.names, []);
  assert.equal(onlyA.fitted, undefined);
  assert.match(effectWords('treatment B'), /Treatment B instead of the block’s own way/);
});

test('days short of water are told apart from the zone only where trees of one zone differ in them', () => {
  const random = seededRandom('dry');
  const trees = Array.from({ length: 30 }, (_, i) => i + 1).flatMap((row) =>
    Array.from({ length: 60 }, (_, peg) => {
      // Rows planted late in spring had forty dry days more, and twice the odds for every ten.
      const odds = (row % 3 ? 0.03 : 0.03 * 2 ** 4) / 0.97;
      return {
        ...{ row, peg: peg + 1, kind: 0, species: 'Oak', zone: row <= 15 ? 'Bank' : 'Hollow' },
        mark: random() < odds / (1 + odds) ? '0' : '1',
      };
    }),
  ) as Tree[];
  const stressed = (zone: string | undefined, day: string) =>
    (zone === 'Bank' ? 10 : 12) + (day > '2026-04-01' ? 40 : 0);
  const late = (row: number) => (row % 3 ? '2026-03-01' : '2026-05-01');
  const more = { ...known(trees), treatments: [], zones: ['Bank'], stressed };
  const { names, fitted } = whyTheyDied({ ...more, plantedDay: late });
  assert.deepEqual(names, ['zone Bank', 'dry']);
  assert.ok(fitted && 'effects' in fitted);
  const dry = fitted.effects.find(({ name }) => name === 'dry')!;
  assert.ok(dry.low <= 2 && 2 <= dry.high && dry.low > 1.3, `${dry.low} to ${dry.high}`);
  assert.ok(fitted.effects[0].chance > 0.05, 'the bank did nothing of its own');
  // All planted on one day: zone and dry days are one and the same.
  assert.deepEqual(whyTheyDied(more).names, ['zone Bank']);
  assert.match(effectWords('dry'), /Ten days more/);
});

test('circles that share a row stay two clusters, and trees alike are counted, none twice', () => {
  const trees = trial('circles', 2).map((tree) => ({
    ...tree,
    cluster: `plot ${tree.peg <= 30 ? 1 : 2} at ${Math.ceil(tree.row / 2)}`,
  })) as Tree[];
  const { groups } = whyTheyDied(known(trees));
  assert.equal(new Set(groups.map(({ cluster }) => cluster)).size, 40);
  assert.equal(groups.length, 80, 'each circle lies in a row of either treatment');
  const sum = (read: (group: (typeof groups)[number]) => number) =>
    groups.reduce((all, group) => all + read(group), 0);
  assert.equal(
    sum(({ of }) => of),
    trees.length,
  );
  assert.equal(
    sum(({ died }) => died),
    trees.filter(({ mark }) => mark === '0').length,
  );
});
