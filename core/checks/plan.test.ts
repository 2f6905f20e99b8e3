import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { normalDeviate } from '../measure/random';
import { studentQuantile } from '../measure/student';
import { isTold } from '../say/told';
import { alikeness, clusterShare } from './clusters';
import {
  acceptanceCurve,
  acceptancePlan,
  acceptanceWith,
  atLeast,
  designEffect,
  halfWidth,
  plotChances,
  plotsFor,
} from './plan';

const says = (key: string) => (error: unknown) => isTold(error) && error.said.key === key;

/** Faulty trees in a plot of a block whose plots differ: a share drawn for the plot, then its trees. */
function clusteredPlot(random: () => number, trees: number, share: number, alike: number): number {
  const spread = (1 - alike) / alike;
  const p = betaDeviate(random, share * spread, (1 - share) * spread);
  let faulty = 0;
  for (let i = 0; i < trees; i++) if (random() < p) faulty++;
  return faulty;
}
/** By two gamma deviates (Marsaglia & Tsang 2000), the small shapes lifted by a power of a uniform. */
function betaDeviate(random: () => number, a: number, b: number): number {
  const [x, y] = [gammaDeviate(random, a), gammaDeviate(random, b)];
  return x + y > 0 ? x / (x + y) : 0;
}
function gammaDeviate(random: () => number, shape: number): number {
  if (shape < 1) return gammaDeviate(random, shape + 1) * Math.pow(1 - random(), 1 / shape);
  const d = shape - 1 / 3;
  for (;;) {
    const z = normalDeviate(random);
    const v = (1 + z / Math.sqrt(9 * d)) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * z * z + d - d * v + d * Math.log(v)) return d * v;
  }
}

test('the two risks of a plan come true on blocks whose faults lie together', () => {
  const limits = { good: 0.05, bad: 0.15, alpha: 0.05, beta: 0.1 };
  const plan = acceptancePlan(limits, 8, 0.1);
  assert.ok(plan.alpha <= 0.05 && plan.beta <= 0.1);
  const random = seededRandom('acceptance');
  const passes = (share: number) => {
    let passed = 0;
    for (let block = 0; block < 4000; block++) {
      let faulty = 0;
      for (let plot = 0; plot < plan.plots; plot++) faulty += clusteredPlot(random, 8, share, 0.1);
      if (faulty <= plan.most) passed++;
    }
    return passed / 4000;
  };
  assert.ok(Math.abs(1 - passes(0.05) - plan.alpha) < 0.014, `${1 - passes(0.05)} ${plan.alpha}`);
  assert.ok(Math.abs(passes(0.15) - plan.beta) < 0.018, `${passes(0.15)} ${plan.beta}`);
  // Were the trees not alike, fewer plots would do; taken so, the bad block would slip by too often.
  assert.ok(acceptancePlan(limits, 8, 0).plots < plan.plots);
});

test('no plan with a plot less keeps both risks', () => {
  for (const [good, bad, trees, alike] of [
    [0.05, 0.15, 8, 0.05],
    [0.02, 0.1, 10, 0.1],
    [0.1, 0.2, 6, 0],
  ] as const) {
    const limits = { good, bad, alpha: 0.05, beta: 0.1 };
    const plan = acceptancePlan(limits, trees, alike);
    for (let most = 0; most <= (plan.plots - 1) * trees; most++) {
      const smaller = { plots: plan.plots - 1, most };
      const at = (share: number) => acceptanceCurve(smaller, trees, alike, share, 1)[1].accepted;
      assert.ok(at(bad) > 0.1 || 1 - at(good) > 0.05, `${plan.plots} is not the smallest`);
    }
  }
});

test('where trees fail one by one, a plan of several plots lets pass what the binomial says', () => {
  const [plots, trees, most, share] = [4, 6, 3, 0.1];
  // Summed term by term, the binomial coefficient built up beside it.
  let [term, sum] = [(1 - share) ** (plots * trees), 0];
  for (let faulty = 0; faulty <= most; faulty++) {
    sum += term;
    term *= (((plots * trees - faulty) / (faulty + 1)) * share) / (1 - share);
  }
  const [, { accepted }] = acceptanceCurve({ plots, most }, trees, 0, share, 1);
  assert.ok(Math.abs(accepted - sum) < 1e-9, `${accepted} is not ${sum}`);
});

test('chances of a plot add up, have the right mean, and become binomial', () => {
  for (const [trees, share, alike] of [
    [8, 0.1, 0.1],
    [12, 0.4, 0.3],
    [5, 0.02, 0],
  ] as const) {
    const chances = plotChances(trees, share, alike);
    const sum = chances.reduce((a, b) => a + b, 0);
    const mean = chances.reduce((total, p, x) => total + p * x, 0);
    const variance = chances.reduce((total, p, x) => total + p * (x - mean) ** 2, 0);
    assert.ok(Math.abs(sum - 1) < 1e-12 && Math.abs(mean - trees * share) < 1e-12);
    const expected = trees * share * (1 - share) * designEffect(trees, alike);
    assert.ok(Math.abs(variance - expected) < 1e-9, `${variance} ${expected}`);
  }
  assert.deepEqual([...plotChances(3, 0, 0.2)], [1, 0, 0, 0], 'nothing is faulty');
  assert.deepEqual([...plotChances(3, 1, 0.2)], [0, 0, 0, 1], 'all are');
  const single = plotChances(10, 0.3, 0);
  assert.ok(Math.abs(single.slice(4).reduce((a, b) => a + b, 0) - atLeast(4, 10, 0.3)) < 1e-9);
  assert.deepEqual([...plotChances(3, 0, 0.2)], [1, 0, 0, 0]);
  assert.deepEqual([...plotChances(2, 1, 0.2)], [0, 0, 1]);
});

test('plots for a precision: the half-width is met by so many and not by one fewer', () => {
  const expected = { quality: 0.9, trees: 8, alike: 0.1, inBlock: 2000 };
  const plots = plotsFor(expected, 0.03).value;
  assert.ok(halfWidth(expected, plots) <= 0.03 && halfWidth(expected, plots - 1) > 0.03);
  const working = plotsFor(expected, 0.03).steps;
  const student = working.find(({ label }) => label.key === 'step.student')!;
  assert.deepEqual(student.label.figures, { degrees: plots - 1 });
  // 1.96 and a little: with so many plots Student's t is all but the normal quantile.
  assert.ok(Math.abs((student.value as number) - studentQuantile(0.95, plots - 1)) < 1e-12);
  // A small block needs fewer: when all of it is looked at there is nothing left to know.
  const small = { ...expected, inBlock: 60 };
  // What the working says is what the half-width is made of.
  const step = (key: string) => working.find(({ label }) => label.key === key)!.value;
  const finite = 1 - plots / step('step.unitsInBlock');
  const half = step('step.student') * step('step.deviation') * Math.sqrt(finite / plots);
  assert.ok(Math.abs(half - step('step.halfWidthWithSoMany')) < 1e-12, `${half}`);
  assert.ok(plotsFor(small, 0.03).value < plots);
  assert.equal(halfWidth(small, 60), 0);
  assert.equal(plotsFor({ ...small, inBlock: 20 }, 0.0001).value, 20);
  assert.throws(() => plotsFor(expected, 0), says('checks.noHalfWidth'));
});

test('limits that contradict each other or that no plan keeps are refused', () => {
  const risks = { alpha: 0.05, beta: 0.1 };
  assert.throws(
    () => acceptancePlan({ good: 0.1, bad: 0.1, ...risks }, 8, 0.1),
    says('stock.goodAndBad'),
  );
  assert.throws(
    () => acceptancePlan({ good: 0.05, bad: 0.1, alpha: 0, beta: 0.1 }, 8, 0.1),
    says('stock.risks'),
  );
  assert.throws(
    () => acceptancePlan({ good: 0.05, bad: 0.051, ...risks }, 8, 0.3),
    says('checks.noPlan'),
  );
});

test('the interval of clusters holds what it says, where that of single trees does not', () => {
  const random = seededRandom('cover');
  let [held, single] = [0, 0];
  for (let block = 0; block < 1500; block++) {
    const plots = Array.from({ length: 20 }, () => {
      const faulty = clusteredPlot(random, 8, 0.12, 0.25);
      return { hits: 8 - faulty, of: 8 };
    });
    const found = clusterShare(plots);
    if (found.low <= 0.88 && 0.88 <= found.high) held++;
    const p = found.hits / found.of;
    const half = 1.96 * Math.sqrt((p * (1 - p)) / found.of);
    if (Math.abs(p - 0.88) <= half) single++;
  }
  assert.ok(held / 1500 > 0.93, `${held / 1500}`);
  assert.ok(single / 1500 < 0.85, `${single / 1500}`);
});

test('how much plots are alike is found again; nothing can be said of one plot or of no fault', () => {
  const random = seededRandom('alike');
  for (const alike of [0.05, 0.2]) {
    const plots = Array.from({ length: 4000 }, () => ({
      hits: clusteredPlot(random, 8, 0.2, alike),
      of: 8,
    }));
    assert.ok(Math.abs(alikeness(plots)! - alike) < 0.02, `${alikeness(plots)}`);
  }
  assert.equal(alikeness([{ hits: 1, of: 8 }]), undefined);
  assert.equal(
    alikeness([
      { hits: 0, of: 8 },
      { hits: 0, of: 8 },
    ]),
    undefined,
  );
  assert.equal(
    alikeness([
      { hits: 2, of: 8 },
      { hits: 2, of: 8 },
      { hits: 2, of: 8 },
    ]),
    0,
  );
});

test('all good and all faulty have an interval that is not nothing', () => {
  const good = clusterShare(Array.from({ length: 10 }, () => ({ hits: 8, of: 8 })));
  assert.equal(good.estimate, 1);
  assert.equal(good.high, 1);
  assert.ok(good.low > 0.9 && good.low < 0.98);
  // One plot of twenty among others like it is worth what the others say, and as sure as their number.
  const like = [12, 18, 20, 9, 16].map((hits) => ({ hits, of: 20 }));
  const alone = clusterShare([like[3]], Infinity, like);
  const rho = alikeness(like)!;
  assert.ok(rho > 0.1);
  assert.ok(Math.abs(alone.designEffect - (1 + 19 * rho)) < 1e-12);
  const sure = (1.959963984540054 / 2.7764451052) ** 2;
  assert.ok(Math.abs(alone.worth - (20 / alone.designEffect) * sure) < 1e-6);
  // Two as well, of whatever size; five speak for themselves.
  const uneven = [...like, { hits: 30, of: 40 }];
  const pair = clusterShare([uneven[0], uneven[5]], Infinity, uneven);
  const size = (20 * 20 + 40 * 40) / 60;
  assert.ok(Math.abs(pair.designEffect - (1 + (size - 1) * alikeness(uneven)!)) < 1e-12);
  const five = clusterShare(like, Infinity, uneven);
  assert.equal(five.worth, clusterShare(like).worth);
  assert.notEqual(clusterShare(like.slice(0, 4), Infinity, like).worth, clusterShare(like.slice(0, 4)).worth); // prettier-ignore
  assert.equal(clusterShare(like.slice(0, 4), Infinity, like.slice(0, 4)).worth, clusterShare(like.slice(0, 4)).worth, 'all there are'); // prettier-ignore
  // Two clusters have one degree: Student's 12.706 in place of 1.96.
  const two = [
    { hits: 4, of: 8 },
    { hits: 6, of: 8 },
  ];
  const both = clusterShare(two);
  const worth = (16 / both.designEffect) * (1.959964 / 12.7062) ** 2;
  assert.ok(Math.abs(both.worth - worth) < 1e-4, `${both.worth} is not ${worth}`);
  const one = clusterShare([{ hits: 5, of: 8 }]);
  assert.equal(one.designEffect, 1);
  assert.equal(one.worth, 8);
});

test('with the number of plots that a plan asked for, the plan of that number is the same', () => {
  const limits = { good: 0.02, bad: 0.15, alpha: 0.05, beta: 0.1 };
  for (const [trees, alike] of [
    [1, 0],
    [7, 0.05],
    [12, 0.2],
  ]) {
    const plan = acceptancePlan(limits, trees, alike);
    assert.deepEqual(acceptanceWith(limits, plan.plots, trees, alike), plan);
  }
});

test('a plot fewer or more keeps the client’s risk; the planter bears what is left', () => {
  const limits = { good: 0.03, bad: 0.12, alpha: 0.05, beta: 0.1 };
  const plan = acceptancePlan(limits, 8, 0.05);
  let before = 1;
  for (let plots = plan.plots - 3; plots <= plan.plots + 6; plots++) {
    const { most, alpha, beta, trees } = acceptanceWith(limits, plots, 8, 0.05);
    assert.ok(beta <= limits.beta, `${plots} plots: ${beta}`);
    assert.equal(trees, plots * 8);
    // One more fault allowed would let bad work through too often.
    const [{ accepted }] = acceptanceCurve({ plots, most: most + 1 }, 8, 0.05, 0.12, 1).slice(-1);
    assert.ok(accepted > limits.beta, `${plots} plots, ${most + 1} allowed: ${accepted}`);
    if (plots < plan.plots) assert.ok(alpha > limits.alpha, `${plots} plots were enough`);
    before = Math.min(before, alpha);
  }
  assert.ok(before < limits.alpha);
});

test('so few plots that bad work slips by without a fault are no plan', () => {
  assert.throws(
    () => acceptanceWith({ good: 0.01, bad: 0.05, alpha: 0.05, beta: 0.1 }, 2, 5, 0.1),
    says('checks.noPlan'),
  );
});
