import assert from 'node:assert/strict';
import { test } from 'node:test';
import jstat from 'jstat';
import { binomialDistribution } from 'simple-statistics';
import { qualityIndex, sturdiness } from '../../core/stock/inspection';
import { acceptanceProbability, publishedPlan, smallestPlan } from '../../core/stock/sampling';

// Source: by hand from the definition, whole numbers: 2 of 3 drawn from 10 of which 4 are faulty,
// (C(6,3) + 4·C(6,2)) / C(10,3) = (20 + 60) / 120.
test('hypergeometric acceptance as worked by hand', () => {
  assert.ok(Math.abs(acceptanceProbability(10, 4, { n: 3, c: 1 }) - 80 / 120) < 1e-12);
  assert.ok(Math.abs(acceptanceProbability(50, 5, { n: 10, c: 0 }) - 0.310562782) < 1e-8);
});

// Source: for lots far larger than the sample the curve is the binomial one, by simple-statistics.
test('for large lots the curve is the binomial one of a statistics library', () => {
  for (const p of [0.01, 0.04, 0.1]) {
    const binomial = binomialDistribution(80, p)!;
    const upTo = binomial.slice(0, 4).reduce((a, b) => a + b, 0);
    assert.ok(
      Math.abs(acceptanceProbability(2_000_000, 2_000_000 * p, { n: 80, c: 3 }) - upTo) < 1e-3,
    );
  }
});

// Source: ISO 2859-1, single sampling, normal inspection, level II; entries from memory.
test('published single-sampling plans', () => {
  for (const [lot, limit, n, c] of [
    [1000, 1, 80, 2],
    [1000, 2.5, 80, 5],
    [500, 4, 50, 5],
    [500, 6.5, 50, 7],
    [3200, 1, 125, 3],
    [10_000, 2.5, 200, 10],
    [100, 4, 20, 2],
    [280, 1.5, 32, 1],
    [1000, 10, 80, 14],
  ] as const)
    assert.deepEqual(publishedPlan(lot, limit), { n, c }, `${lot} at ${limit}`);
});

// Source: jstat, a general-purpose statistics library: its hypergeometric distribution, and the
// smallest plan found by trying every n and c with it.
test('acceptance curves and smallest plans against a statistics library', () => {
  const { hypgeom } = jstat.jStat ?? jstat;
  for (const [lot, faulty, n, c] of [
    [60, 6, 12, 1],
    [400, 24, 50, 3],
    [2000, 100, 80, 5],
    [900, 90, 32, 2],
    [33, 33, 5, 4],
  ])
    assert.ok(
      Math.abs(acceptanceProbability(lot, faulty, { n, c }) - hypgeom.cdf(c, lot, faulty, n)) <
        1e-9,
      `${lot} ${faulty} ${n} ${c}`,
    );
  const risks = { good: 0.02, bad: 0.1, alpha: 0.05, beta: 0.1 };
  for (const lot of [40, 150, 600]) {
    const good = Math.round(lot * risks.good);
    const bad = Math.round(lot * risks.bad);
    const byTrying = () => {
      for (let n = 1; n < lot; n++)
        for (let c = 0; c < n; c++)
          if (
            1 - hypgeom.cdf(c, lot, good, n) <= risks.alpha &&
            hypgeom.cdf(c, lot, bad, n) <= risks.beta
          )
            return { n, c };
      return { n: lot, c: good };
    };
    const { n, c } = smallestPlan(lot, risks);
    assert.deepEqual({ n, c }, byTrying(), `lot of ${lot}`);
  }
});

// Source: Dickson, Leaf & Hosner 1960: total dry mass ÷ (height cm ÷ diameter mm + shoot ÷ root);
// worked by hand: 9 g ÷ (30 ÷ 5 + 6 ÷ 3) = 1.125.
test('sturdiness and quality index as defined', () => {
  const tree = { height: 0.3, collar: 0.005, shootMass: 0.006, rootMass: 0.003, faults: [] };
  assert.ok(Math.abs(sturdiness(tree)! - 6) < 1e-9);
  assert.ok(Math.abs(qualityIndex(tree)! - 1.125) < 1e-9);
  assert.equal(qualityIndex({ ...tree, rootMass: undefined }), undefined);
});
