import assert from 'node:assert/strict';
import { test } from 'node:test';
import jstat from 'jstat';
import { kappa, signChance } from '../../core/checks/agreement';
import { controlChart } from '../../core/checks/chart';
import { alikeness, clusterShare, clusterSums } from '../../core/checks/clusters';
import { acceptancePlan, atLeast, halfWidth, plotChances, plotsFor } from '../../core/checks/plan';
import { qualityByPlanter } from '../../core/checks/quality';
import { differenceOf } from '../../core/checks/training';
import { acceptanceProbability } from '../../core/stock/sampling';
import { wilson } from '../../core/survival/interval';

const near = (found: number, said: number, within: number) =>
  assert.ok(Math.abs(found - said) <= within, `${found} against ${said}`);

// Source: NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.3.2, proportions control charts: thirty wafers
// of 50 chips; counts, centre line 0.2313 and limits 0.0524 and 0.4102 from memory.
test('p-chart of the wafers', () => {
  const counts = [
    12, 15, 8, 10, 4, 7, 16, 9, 14, 10, 5, 6, 17, 12, 22, 8, 10, 5, 13, 11, 20, 18, 24, 15, 9, 12,
    7, 13, 9, 6,
  ];
  const wafers = counts.map((hits, i) => ({
    ...{ hits, of: 50 },
    day: `2026-06-${String(i + 1).padStart(2, '0')}`,
  }));
  const total = counts.reduce((a, b) => a + b, 0);
  near(total / 1500, 0.2313, 5e-5);
  // The handbook's limits are of single chips; plots that differ more widen ours by their dispersion.
  const p = total / 1500;
  const pearson = counts.reduce((sum, n) => sum + (n - 50 * p) ** 2 / (50 * p * (1 - p)), 0) / 29;
  const [point] = controlChart([{ day: 'a', hits: 10, of: 50 }], clusterSums(wafers));
  near(point.centre, 0.2313, 5e-5);
  near((point.upper - point.centre) / Math.sqrt(pearson) + point.centre, 0.4102, 1e-4);
  near(point.centre - (point.upper - point.centre) / Math.sqrt(pearson), 0.0524, 1e-4);
});

// Source: Fleiss, Statistical Methods for Rates and Proportions, 2nd ed., table 13.1 (two raters, three
// diagnoses, 100 subjects): kappa 0.68; counts and value from memory.
test('kappa of the three diagnoses', () => {
  const found = kappa([
    [75, 1, 4],
    [5, 4, 1],
    [0, 0, 10],
  ])!;
  near(found.estimate, (0.89 - 0.66) / 0.34, 1e-12);
  near(found.estimate, 0.68, 0.005);
  assert.equal(found.agreed, 89);
});

// Source: the delta method done numerically: the derivative of kappa by each cell's share, and the
// multinomial's variance; independent of the formula in the book.
test('error of kappa against the delta method by differences', () => {
  for (const table of [
    [
      [75, 1, 4],
      [5, 4, 1],
      [0, 0, 10],
    ],
    [
      [40, 9],
      [6, 45],
    ],
    [
      [20, 5],
      [10, 15],
    ],
  ]) {
    const cells = table.flat();
    const n = cells.reduce((a, b) => a + b, 0);
    const size = table.length;
    const valueOf = (shares: readonly number[]) => {
      const total = shares.reduce((a, b) => a + b, 0);
      const at = (i: number, j: number) => shares[i * size + j] / total;
      let [agree, chance] = [0, 0];
      for (let i = 0; i < size; i++) {
        agree += at(i, i);
        let [row, column] = [0, 0];
        for (let j = 0; j < size; j++) {
          row += at(i, j);
          column += at(j, i);
        }
        chance += row * column;
      }
      return (agree - chance) / (1 - chance);
    };
    const shares = cells.map((count) => count / n);
    const step = 1e-6;
    const slopes = shares.map((share, i) => {
      const moved = (by: number) => shares.map((value, j) => (j === i ? share + by : value));
      return (valueOf(moved(step)) - valueOf(moved(-step))) / (2 * step);
    });
    const mean = slopes.reduce((sum, slope, i) => sum + slope * shares[i], 0);
    const variance = slopes.reduce((sum, slope, i) => sum + shares[i] * slope ** 2, 0) - mean ** 2;
    near(kappa(table)!.error, Math.sqrt(variance / n), 1e-6);
  }
});

// Source: jStat's binomial distribution; McNemar's exact test is twice its lower tail at one half.
test('sign test and binomial tails against a statistics library', () => {
  for (const [a, b] of [
    [2, 9],
    [5, 6],
    [0, 8],
    [7, 7],
  ])
    near(signChance(a, b), Math.min(1, 2 * jstat.binomial.cdf(Math.min(a, b), a + b, 0.5)), 1e-9);
  for (const [x, n, p] of [
    [3, 40, 0.05],
    [12, 80, 0.1],
  ])
    near(atLeast(x, n, p), 1 - jstat.binomial.cdf(x - 1, n, p), 1e-9);
});

// Source: the beta-binomial's chances from the beta function (Skellam 1948), by jStat.
test('chances of a plot against the beta function of a statistics library', () => {
  const choose = (n: number, k: number) => jstat.combination(n, k);
  for (const [trees, share, alike] of [
    [8, 0.1, 0.1],
    [10, 0.3, 0.25],
  ]) {
    const spread = (1 - alike) / alike;
    const [a, b] = [share * spread, (1 - share) * spread];
    plotChances(trees, share, alike).forEach((chance, x) =>
      near(
        chance,
        choose(trees, x) * Math.exp(jstat.betaln(x + a, trees - x + b) - jstat.betaln(a, b)),
        1e-10,
      ),
    );
  }
});

// Source: single sampling of single trees from a large lot; where trees of a plot are not alike the plan in
// plots of one tree is that of the acceptance plans (hypergeometric with a huge lot).
test('with trees that are not alike a plan in plots is one in trees', () => {
  const plan = acceptancePlan({ good: 0.02, bad: 0.12, alpha: 0.05, beta: 0.1 }, 1, 0);
  const lot = 4_000_000;
  near(
    1 - acceptanceProbability(lot, lot * 0.02, { n: plan.plots, c: plan.most }),
    plan.alpha,
    1e-4,
  );
  near(acceptanceProbability(lot, lot * 0.12, { n: plan.plots, c: plan.most }), plan.beta, 1e-4);
});

// Source: Cochran, Sampling Techniques, 3rd ed., sections 4.4 and 9.3: n₀ = t²·p·q·deff ÷ (m·d²), n = n₀ ÷ (1 + n₀/N),
// worked by hand with t for the found number of plots.
test('number of plots as worked by hand', () => {
  const expected = { quality: 0.9, trees: 10, alike: 0.05, inBlock: 400 };
  const plots = plotsFor(expected, 0.04).value;
  const t = jstat.studentt.inv(0.975, plots - 1);
  const n0 = (t * t * 0.9 * 0.1 * (1 + 9 * 0.05)) / (10 * 0.04 ** 2);
  assert.ok(plots - n0 / (1 + n0 / 400) < 1.2 && plots >= n0 / (1 + n0 / 400) - 1e-9);
  near(
    halfWidth(expected, 25),
    jstat.studentt.inv(0.975, 24) * Math.sqrt(((0.09 * 1.45) / 250) * (1 - 25 / 400)),
    1e-9,
  );
});

// Source: Newcombe, Statistics in Medicine 17 (1998), table II, method 10, 56/70 against 48/80: 0.0524 to
// 0.3339; from memory.
test('difference of two shares as published', () => {
  const found = differenceOf(wilson(56, 70), wilson(48, 80));
  near(found.estimate, 0.2, 1e-12);
  near(found.low, 0.0524, 5e-5);
  near(found.high, 0.3339, 5e-5);
});

// Source: analysis of variance of 0 and 1 by hand: four clusters of four with 4, 3, 1 and 0 hits. Between 2.5 ÷ 3,
// within 1.5 ÷ 12, size 4.
test('intraclass correlation as worked by hand', () => {
  const found = alikeness([4, 3, 1, 0].map((hits) => ({ hits, of: 4 })))!;
  const [between, within] = [2.5 / 3, 1.5 / 12];
  near(found, (between - within) / (between + 3 * within), 1e-12);
});

// Source: with one tree a plot and as many plots as trees a cluster sample is a simple one; Wilson's interval of
// so many trees, made fewer by (z ÷ t)².
test('plots of one tree give the interval of single trees', () => {
  const plots = Array.from({ length: 200 }, (_, i) => ({ hits: i % 10 ? 1 : 0, of: 1 }));
  const found = clusterShare(plots);
  const simple = wilson(180, 200);
  near(found.low, simple.low, 2e-3);
  near(found.high, simple.high, 2e-3);
});

// Source: the season simulated anew with another generator (jStat's), ten thousand seasons of twelve equal
// planters: at most one in twenty names anybody.
test('of ten thousand equal crews at most one in twenty names anybody', () => {
  let named = 0;
  let state = 12345;
  const uniform = () => {
    // Park & Miller's generator, Communications of the ACM 31 (1988).
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
  for (let turn = 0; turn < 10_000; turn++) {
    const plots = Array.from({ length: 12 * 6 }, (_, i) => {
      let faulty = 0;
      const share = uniform() < 0.5 ? 0.04 : 0.12;
      for (let tree = 0; tree < 8; tree++) if (uniform() < share) faulty++;
      return {
        ...{ id: `${i}`, planter: `${i % 12}`, at: '', good: 8 - faulty },
        faults: { loose: faulty },
      };
    });
    if (qualityByPlanter(plots).some(({ outOfLine }) => outOfLine)) named++;
  }
  assert.ok(named <= 500 + 2 * Math.sqrt(10_000 * 0.05 * 0.95), `${named} of 10 000`);
  assert.ok(named > 50, `${named}: a rule that never names anybody finds nobody`);
});
