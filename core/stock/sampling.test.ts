import { says } from '../../tests/says';
import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { faultsOf, spreadOf, sturdiness, type GateTree } from './inspection';
import {
  acceptanceProbability,
  operatingCurve,
  publishedPlan,
  QUALITY_LIMITS,
  settled,
  smallestPlan,
  verdict,
} from './sampling';

test('the smallest plan keeps both risks, and one tree fewer does not', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 50, max: 4000 }),
      fc.double({ min: 0.005, max: 0.05, noNaN: true }),
      fc.double({ min: 0.1, max: 0.3, noNaN: true }),
      (lot, good, bad) => {
        const plan = smallestPlan(lot, { good, bad, alpha: 0.05, beta: 0.1 });
        assert.ok(plan.alpha <= 0.05 + 1e-12 && plan.beta <= 0.1 + 1e-12);
        const fewer = { n: plan.n - 1, c: plan.c };
        if (fewer.n > plan.c)
          assert.ok(acceptanceProbability(lot, Math.round(lot * bad), fewer) > 0.1);
      },
    ),
    { numRuns: 60 },
  );
  // A lot without a faulty tree passes every plan: that of the bad lot alone decides.
  const none = smallestPlan(100, { good: 0, bad: 0.1, alpha: 0.05, beta: 0.1 });
  assert.deepEqual([none.c, none.alpha], [0, 0]);
  assert.throws(() => smallestPlan(100, { good: 0.2, bad: 0.1, alpha: 0.05, beta: 0.1 }), Told);
  assert.throws(
    () => smallestPlan(0, { good: 0.01, bad: 0.1, alpha: 0.05, beta: 0.1 }),
    says(/cannot be sampled/),
  );
});

test('acceptance falls with faults and with trees looked at, from certain to never', () => {
  const curve = operatingCurve(1000, { n: 80, c: 3 }, 0.2);
  assert.equal(curve[0].accepted, 1);
  // Shares are spread evenly from none to the last.
  for (const [i, { share }] of curve.entries())
    assert.ok(Math.abs(share - (0.2 * i) / 60) <= 0.0005 + 1e-12, `${share} at ${i}`);
  for (let i = 1; i < curve.length; i++)
    assert.ok(curve[i].accepted <= curve[i - 1].accepted + 1e-12);
  assert.ok(
    acceptanceProbability(200, 20, { n: 200, c: 19 }) < 1e-12,
    'all looked at: no doubt left',
  );
  assert.ok(Math.abs(acceptanceProbability(200, 20, { n: 200, c: 20 }) - 1) < 1e-9);
});

test('a published plan never asks for more trees than the lot has', () => {
  for (const lot of [1, 5, 20, 90, 1000, 20_000, 1e6])
    for (const limit of QUALITY_LIMITS) {
      const { n, c } = publishedPlan(lot, limit);
      assert.ok(n >= 1 && n <= lot && c >= 0 && c < n + 1);
    }
});

test('verdicts and spreads', () => {
  assert.equal(verdict(3, { n: 80, c: 3 }), 'accept');
  assert.equal(verdict(12, { n: 80, c: 3 }), 'sort');
  assert.equal(verdict(40, { n: 80, c: 3 }), 'refuse');
  const trees: GateTree[] = [
    { height: 0.4, collar: 0.005, faults: [] },
    { height: 0.5, collar: 0.005, faults: ['mould', 'bruised'] },
    { faults: ['mould'] },
  ];
  assert.equal(sturdiness(trees[0]), 8);
  assert.equal(sturdiness(trees[2]), undefined);
  assert.deepEqual(faultsOf(trees), {
    faulty: 2,
    byFault: [
      ['mould', 2],
      ['bruised', 1],
    ],
  });
  const spread = spreadOf(trees.map(sturdiness))!;
  assert.equal(spread.count, 2);
  assert.ok(Math.abs(spread.mean - 9) < 1e-9);
});

test('a sample ends as soon as the rest cannot change its answer, and not before', () => {
  const plan = { n: 9, c: 2 };
  assert.equal(settled(5, 2, plan), undefined);
  assert.equal(settled(5, 3, plan), 'refuse');
  assert.equal(settled(6, 0, plan), undefined);
  assert.equal(settled(7, 0, plan), 'accept', 'even two faulty ones among the rest would pass');
  assert.equal(settled(9, 2, plan), 'accept');
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }),
      fc.nat(10),
      fc.array(fc.boolean(), { maxLength: 60 }),
      (n, c, trees) => {
        const seen = trees.slice(0, n);
        const faulty = seen.filter(Boolean).length;
        const rest = n - seen.length;
        // Against both ends of what the rest may be.
        const ends = [faulty <= c, faulty + rest <= c];
        const found = settled(seen.length, faulty, { n, c });
        assert.equal(found !== undefined, ends[0] === ends[1]);
        if (found) assert.equal(found === 'accept', ends[0]);
      },
    ),
  );
});

test('a lot so small that good and bad are one tree has no plan, and both risks are told', () => {
  // Of ten trees one is faulty, whether 10 or 12 % are: whoever looks at all of them cannot tell which lot it is.
  const found = smallestPlan(10, { good: 0.1, bad: 0.12, alpha: 0.05, beta: 0.1 });
  assert.deepEqual(found, { n: 10, c: 1, alpha: 0, beta: 1 });
});

test('risks of nothing or of certainty are refused', () => {
  const plan = (alpha: number, beta: number) => () =>
    smallestPlan(100, { good: 0.02, bad: 0.1, alpha, beta });
  for (const none of [0, 1, -0.1, Number.NaN]) {
    assert.throws(plan(none, 0.1), Told, `of refusing a good lot: ${none}`);
    assert.throws(plan(0.05, none), Told, `of accepting a bad one: ${none}`);
  }
  assert.doesNotThrow(plan(0.05, 0.1));
});
