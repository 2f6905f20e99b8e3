import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { qualityByPlanter, type PlotRecord, faultCounts } from './quality';

interface Season {
  share: number;
  /** How much alike trees of one plot are: 0 not at all. */
  alike: number;
  plots?: number;
  /** The first planter's faults as many times the others'. */
  times?: number;
}

/** Twelve planters, plots of eight trees; in a plot trees are good or bad together. */
function season(seed: string, { share, alike, plots = 8, times = 1 }: Season): PlotRecord[] {
  const random = seededRandom(seed);
  const records: PlotRecord[] = [];
  for (let planter = 0; planter < 12; planter++)
    for (let plot = 0; plot < plots; plot++) {
      const p = planter === 0 ? share * times : share;
      const spread = Math.sqrt(alike * p * (1 - p)) * (random() < 0.5 ? -1 : 1);
      let faulty = 0;
      for (let tree = 0; tree < 8; tree++) if (random() < p + spread) faulty++;
      records.push({
        ...{ id: `${planter}-${plot}`, planter: `p${planter}`, at: '2026-11-24T09:00:00Z' },
        ...{ good: 8 - faulty, faults: { deep: faulty } },
      });
    }
  return records;
}

const accused = (plots: readonly PlotRecord[]) =>
  qualityByPlanter(plots)
    .filter(({ outOfLine }) => outOfLine)
    .map(({ planter }) => planter);

function shareOfSeasons(count: number, of: Season, is: (plots: PlotRecord[]) => boolean): number {
  let found = 0;
  for (let i = 0; i < count; i++) if (is(season(`season ${i}`, of))) found++;
  return found / count;
}

test('of equal planters somebody is accused in one season of twenty at most, plots alike or not', () => {
  for (const share of [0.05, 0.08, 0.15])
    for (const alike of [0, 0.05, 0.1]) {
      const wrong = shareOfSeasons(1200, { share, alike }, (plots) => accused(plots).length > 0);
      // One in twenty, and twice the error of so many seasons.
      assert.ok(
        wrong <= 0.05 + 2 * Math.sqrt((0.05 * 0.95) / 1200),
        `${share}, ${alike}: ${wrong}`,
      );
    }
});

test('who has three times the faults is found, and nobody else with them', () => {
  const of = { share: 0.08, alike: 0.05, plots: 16, times: 3 };
  const found = shareOfSeasons(300, of, (plots) => accused(plots).includes('p0'));
  assert.ok(found > 0.85, `${found}`);
  const others = shareOfSeasons(300, of, (plots) => accused(plots).some((id) => id !== 'p0'));
  assert.ok(others < 0.06, `${others}`);
});

test('the chance that is shown to find a doubled share of faults is the share of seasons in which it is found', () => {
  for (const plots of [16, 30]) {
    const of = { share: 0.08, alike: 0, plots, times: 2 };
    let told = 0;
    const found = shareOfSeasons(200, of, (all) => {
      const first = qualityByPlanter(all).find(({ planter }) => planter === 'p0')!;
      told += first.findsDouble! / 200;
      return first.outOfLine;
    });
    assert.ok(Math.abs(found - told) < 0.08, `${found} found, ${told} told`);
    assert.ok(told > 0.1 && told < 0.9, `${told} tells something`);
  }
});

test('few trees, few faults or a small crew accuse nobody', () => {
  const plot = (planter: string, good: number, deep: number): PlotRecord => ({
    ...{ id: `${planter}${good}`, planter, good, faults: { deep }, at: '' },
  });
  assert.deepEqual(accused([plot('a', 0, 9), plot('b', 100, 0)]), [], 'nine trees are too few');
  assert.deepEqual(accused([plot('a', 8, 2), plot('b', 100, 0)]), [], 'two faults are too few');
  assert.deepEqual(accused([plot('a', 2, 18), plot('b', 20, 0)]), [], 'too little to compare with');
  assert.deepEqual(accused([plot('a', 4, 16), plot('b', 100, 0), plot('c', 100, 1)]), ['a']);
});

test('what is told of a planter: share with its interval, the commonest fault, plots', () => {
  const plots: PlotRecord[] = [
    { id: '1', planter: 'a', good: 6, faults: { deep: 1, loose: 2 }, at: '' },
    { id: '2', planter: 'a', good: 9, faults: { loose: 1 }, at: '' },
    { id: '3', planter: 'b', good: 10, faults: {}, at: '' },
    { id: '4', planter: 'c', good: 0, faults: {}, at: '' },
  ];
  const [a, b, ...none] = qualityByPlanter(plots);
  assert.deepEqual(none, [], 'of an empty plot there is nothing to say');
  assert.deepEqual([a.good, a.looked, a.plots, a.worst], [15, 19, 2, 'loose']);
  assert.deepEqual(a.faults, { deep: 1, loose: 3 });
  assert.deepEqual(a.rest, { faulty: 0, looked: 10 });
  assert.ok(0 < a.low && a.low < 15 / 19 && 15 / 19 < a.high && a.high <= 1);
  assert.equal(b.worst, undefined);
});

test('faults are told by how often, the commonest first, and none that was not found', () => {
  const plots = [
    { faults: { deep: 2, loose: 1 } },
    { faults: { loose: 4, missing: 1 } },
    { faults: {} },
  ];
  assert.deepEqual(faultCounts(plots), [
    { fault: 'loose', count: 5 },
    { fault: 'deep', count: 2 },
    { fault: 'missing', count: 1 },
  ]);
  assert.deepEqual(faultCounts([]), []);
});
