import assert from 'node:assert/strict';
import { test } from 'node:test';
import jstat from 'jstat';
import { chiSquareTail, incompleteGamma, normalProbability } from '../../core/measure/gamma';
import { diedAlike, lifeCurve, type Span } from '../../core/survival/between';
import { greenwood, kaplanMeier, logRank, type Followed } from '../../core/survival/kaplan';
import { logistic, type Exposed, type Fitted } from '../../core/survival/logistic';
import { runsAlong } from '../../core/survival/joins';

const near = (found: number, said: number, within: number) =>
  assert.ok(Math.abs(found - said) <= within, `${found} against ${said}`);

/** Times of single subjects: negative where they left alive. */
const times = (all: readonly number[]): Followed[] =>
  [...new Set(all.map(Math.abs))]
    .sort((a, b) => a - b)
    .map((at) => ({
      at,
      died: all.filter((t) => t === at).length,
      lost: all.filter((t) => t === -at).length,
    }));
const TREATED = [
  6, 6, 6, -6, 7, -9, 10, -10, -11, 13, 16, -17, -19, -20, 22, 23, -25, -32, -32, -34, -35,
];
const PLACEBO = [1, 1, 2, 2, 3, 4, 4, 5, 5, 8, 8, 8, 8, 11, 11, 12, 12, 15, 17, 22, 23];

// Source: the remission times of Freireich et al. 1963 (Blood 21), which textbooks of survival analysis work
// through; curve 0.857, 0.807, 0.753, 0.690, 0.627, 0.538, 0.448, error 0.135 at the end, log-rank 16.79; from memory.
test('product limit, Greenwood and log-rank on the remission times', () => {
  const curve = kaplanMeier(21, times(TREATED)).filter(({ died }) => died);
  [0.857, 0.807, 0.753, 0.69, 0.627, 0.538, 0.448].forEach((said, i) =>
    near(curve[i].survival, said, 5e-4),
  );
  assert.deepEqual(
    curve.map(({ atRisk }) => atRisk),
    [21, 17, 15, 12, 11, 7, 6],
  );
  // On the log(−log) scale, as statistics packages print the band of these times; from memory.
  [
    [0.6197, 0.9516],
    [0.5631, 0.9228],
    [0.5032, 0.8894],
    [0.4316, 0.8491],
    [0.3675, 0.8049],
    [0.2678, 0.7468],
    [0.1881, 0.6801],
  ].forEach(([low, high], i) => {
    near(curve[i].low, low, 1e-4);
    near(curve[i].high, high, 1e-4);
  });
  near(
    greenwood(
      21,
      times(TREATED).filter(({ at }) => at <= 23),
    ),
    0.1346,
    5e-5,
  );
  const found = logRank([
    { start: 21, times: times(TREATED) },
    { start: 21, times: times(PLACEBO) },
  ])!;
  near(found.statistic, 16.79, 5e-3);
  assert.equal(found.degrees, 1);
  // Without anybody lost the curve is the plain share.
  near(kaplanMeier(21, times(PLACEBO)).at(-1)!.survival, 0, 1e-12);
  near(kaplanMeier(21, times(PLACEBO))[3].survival, 14 / 21, 1e-12);
});

// Source: the breast retraction times of Finkelstein & Wolfe 1985 (Biometrics 41), each known between two visits; the
// likeliest shares to fall into each interval after radiotherapy alone as texts on such data print them; from memory.
test('deaths between two looks: the self-consistent curve of the retraction times', () => {
  const seen =
    '45 6-10 0-7 46 46 7-16 17 7-14 37-44 0-8 4-11 15 11-15 22 46 46 25-37 46 26-40 46 27-34 36-44 46 ' +
    '36-48 37 40 17-25 46 11-18 38 5-12 37 0-5 18 24 36 5-11 19-35 17-25 24 32 33 19-26 37 34 36';
  const spans = seen.split(' ').map((one): Span => {
    const [after, by] = one.split('-').map(Number);
    return { after, trees: 1, ...(by ? { by } : {}) };
  });
  const curve = lifeCurve(spans);
  const falls = curve.map(({ at, survival }, i) => ({
    at,
    share: (i ? curve[i - 1].survival : 1) - survival,
  }));
  const printed = [
    [5, 0.0463],
    [7, 0.0334],
    [8, 0.0887],
    [12, 0.0708],
    [25, 0.0926],
    [34, 0.0818],
    [40, 0.1209],
    [48, 0.4656],
  ];
  const steps = falls.filter(({ share }) => share > 1e-4);
  assert.deepEqual(
    steps.map(({ at }) => at),
    printed.map(([at]) => at),
  );
  steps.forEach(({ share }, i) => near(share, printed[i][1], 1e-4));
});

// Source: where every tree is looked at every time the likelihood is that of a life table, its curve the product limit
// and its information Greenwood's (Kalbfleisch & Prentice, Statistical Analysis of Failure Time Data); identity.
test('without a look passed over it is the product limit, Greenwood’s error and the log-rank test', () => {
  const spans: Span[] = [
    { after: 0, by: 6, trees: 10 },
    { after: 6, by: 12, trees: 5 },
    { after: 6, trees: 7 },
    { after: 12, trees: 40 },
  ];
  const followed = [
    { at: 6, died: 10, lost: 7 },
    { at: 12, died: 5, lost: 40 },
  ];
  kaplanMeier(62, followed).forEach((point, i) => {
    const found = lifeCurve(spans)[i];
    for (const key of ['at', 'atRisk', 'died', 'survival', 'low', 'high'] as const)
      near(found[key], point[key], 1e-9);
  });
  const others: Span[] = [
    { after: 0, by: 6, trees: 3 },
    { after: 6, by: 12, trees: 4 },
    { after: 12, trees: 50 },
  ];
  near(
    diedAlike([{ spans }, { spans: others }])!.statistic,
    logRank([
      { start: 62, times: followed },
      {
        start: 57,
        times: [
          { at: 6, died: 3, lost: 0 },
          { at: 12, died: 4, lost: 50 },
        ],
      },
    ])!.statistic,
    1e-9,
  );
});

// Source: with one time and no loss the log-rank statistic of two groups is Mantel–Haenszel's χ² of the fourfold
// table, (n − 1)(ad − bc)² ÷ (product of the margins); by hand.
test('log-rank at one time is the fourfold table', () => {
  const [a, b, c, d] = [12, 28, 30, 20];
  const found = logRank([
    { start: a + b, times: [{ at: 1, died: a, lost: 0 }] },
    { start: c + d, times: [{ at: 1, died: c, lost: 0 }] },
  ])!;
  const n = a + b + c + d;
  near(
    found.statistic,
    ((n - 1) * (a * d - b * c) ** 2) / ((a + b) * (c + d) * (a + c) * (b + d)),
    1e-9,
  );
  const three = logRank(
    [12, 30, 20].map((died) => ({ start: 50, times: [{ at: 1, died, lost: 0 }] })),
  )!;
  // Three groups: (n − 1)/n times Pearson's χ² of the table.
  const p = 62 / 150;
  const pearson = [12, 30, 20].reduce(
    (sum, died) => sum + (died - 50 * p) ** 2 / (50 * p * (1 - p)),
    0,
  );
  near(three.statistic, (149 / 150) * pearson, 1e-9);
  assert.equal(three.degrees, 2);
});

const single = (values: number[], died: number, of: number, cluster: string): Exposed => ({
  cluster,
  values,
  died,
  of,
});

// Source: for a fourfold table Firth's estimate is that with half a tree added to each cell (Firth 1993; Heinze &
// Schemper 2002, Statistics in Medicine 21); the interval of single trees is Woolf's with those cells.
test('penalised logistic regression of a fourfold table, by hand', () => {
  const [a, b, c, d] = [30, 70, 14, 126];
  const trees = [
    ...Array.from({ length: a + b }, (_, i) => single([1], i < a ? 1 : 0, 1, `x${i}`)),
    ...Array.from({ length: c + d }, (_, i) => single([0], i < c ? 1 : 0, 1, `y${i}`)),
  ];
  const found = logistic(['exposed'], trees) as Fitted;
  const odds = ((a + 0.5) * (d + 0.5)) / ((b + 0.5) * (c + 0.5));
  near(found.effects[0].odds, odds, 1e-6);
  near(1 / (1 + Math.exp(-found.intercept)), (c + 0.5) / (c + d + 1), 1e-7);
  assert.equal(found.separated, false);
  const woolf = Math.sqrt(1 / (a + 0.5) + 1 / (b + 0.5) + 1 / (c + 0.5) + 1 / (d + 0.5));
  near(found.effects[0].error, woolf, 0.004);
  const [{ low, high, error }] = found.effects;
  near(Math.log(odds) - Math.log(low), 1.959964 * error, 1e-5);
  near(Math.log(high) - Math.log(odds), 1.959964 * error, 1e-5);
  // Nobody exposed lived: the plain estimate has no end, the penalised one does and says so.
  const apart = logistic(
    ['exposed'],
    [single([1], 40, 40, 'a'), single([0], 10, 60, 'b')],
  ) as Fitted;
  assert.equal(apart.separated, true);
  near(apart.effects[0].odds, (40.5 * 50.5) / (0.5 * 10.5), 0.01);
});

// Source: Liang & Zeger 1986, Biometrika 73: where every cluster is exposed as a whole, the sandwich comes apart into
// the clusters' own surplus of deaths over the information of their group, by hand, with n ÷ (n − 1).
test('the error of an effect takes trees of one row together, by hand', () => {
  const rows = { 1: [2, 19, 5, 22, 3, 20], 0: [1, 12, 2, 9, 1, 11] };
  const of = 40;
  const trees = ([1, 0] as const).flatMap((exposed) =>
    rows[exposed].map((died, i) => single([exposed], died, of, `${exposed} ${i}`)),
  );
  const found = logistic(['exposed'], trees) as Fitted;
  const parts = ([1, 0] as const).map((exposed) => {
    const all = of * rows[exposed].length;
    const p = (rows[exposed].reduce((a, b) => a + b) + 0.5) / (all + 1);
    const information = all * p * (1 - p);
    const surplus = rows[exposed].reduce((sum, died) => sum + (died - of * p) ** 2, 0);
    return { sandwich: surplus / information ** 2, alone: 1 / information };
  });
  const sum = (key: 'sandwich' | 'alone') => parts[0][key] + parts[1][key];
  near(found.effects[0].error, Math.sqrt((sum('sandwich') * 12) / 11), 1e-6);
  assert.ok(
    found.effects[0].error > 1.5 * Math.sqrt(sum('alone')),
    'rows differ by more than chance',
  );
});

// Source: an independent maximisation: the penalised likelihood climbed by coordinate search, no derivatives.
test('two effects against a climb of the penalised likelihood', () => {
  const trees = [
    single([0, 0], 3, 40, 'a'),
    single([1, 0], 9, 40, 'b'),
    single([2, 0], 15, 40, 'c'),
    single([0, 1], 8, 40, 'd'),
    single([1, 1], 14, 40, 'e'),
    single([2, 1], 25, 40, 'f'),
  ];
  const found = logistic(['hours', 'wet'], trees) as Fitted;
  const penalised = ([b0, b1, b2]: readonly number[]) => {
    let value = 0;
    const info = [0, 0, 0, 0, 0, 0];
    for (const {
      values: [x, y],
      died,
      of,
    } of trees) {
      const p = 1 / (1 + Math.exp(-(b0 + b1 * x + b2 * y)));
      value += died * Math.log(p) + (of - died) * Math.log(1 - p);
      const w = of * p * (1 - p);
      [1, x, y, x * x, x * y, y * y].forEach((v, i) => (info[i] += w * v));
    }
    const [s, sx, sy, xx, xy, yy] = info;
    const determinant =
      s * (xx * yy - xy * xy) - sx * (sx * yy - xy * sy) + sy * (sx * xy - xx * sy);
    return value + 0.5 * Math.log(determinant);
  };
  let best = [-2, 0.5, 0.5];
  for (let step = 0.5; step > 1e-8; step /= 2)
    for (let moved = true; moved;) {
      moved = false;
      for (let i = 0; i < 3; i++)
        for (const by of [step, -step]) {
          const next = best.map((value, j) => (j === i ? value + by : value));
          if (penalised(next) > penalised(best) + 1e-13) [best, moved] = [next, true];
        }
    }
  near(found.intercept, best[0], 1e-5);
  near(found.effects[0].slope, best[1], 1e-5);
  near(found.effects[1].slope, best[2], 1e-5);
});

// Source: jStat's χ², normal and gamma distributions.
test('tails against a statistics library', () => {
  for (const [x, k] of [
    [3.841459, 1],
    [5.991465, 2],
    [0.3, 4],
    [40, 12],
  ])
    near(chiSquareTail(x, k), 1 - jstat.chisquare.cdf(x, k), 1e-9);
  for (const z of [-3, -0.4, 0, 1.959964, 4])
    near(normalProbability(z), jstat.normal.cdf(z, 0, 1), 1e-9);
  near(incompleteGamma(2.5, 1.7), jstat.gamma.cdf(1.7, 2.5, 1), 1e-9);
});

test('runs: the fewest that chance gives, against the table of Swed and Eisenhart (1943), from memory', () => {
  /** Largest number of runs whose lower tail is 2.5 % at most, for so many of each kind. */
  const critical = [
    [5, 5, 2],
    [8, 8, 4],
    [10, 10, 6],
    [12, 12, 7],
    [15, 15, 10],
    [20, 20, 14],
  ];
  /** A row with just so many runs: single trees in turn, the rest of each kind in its last run. */
  const rowWith = (a: number, b: number, runs: number) => {
    let marks = '';
    let [dead, living] = [a, b];
    for (let run = 1; run <= runs; run++) {
      const isDead = run % 2 === 1;
      const last = run > runs - 2;
      const trees = last ? (isDead ? dead : living) : 1;
      marks += (isDead ? '0' : '1').repeat(trees);
      if (isDead) dead -= trees;
      else living -= trees;
    }
    return marks;
  };
  for (const [a, b, runs] of critical) {
    const at = runsAlong(rowWith(a, b, runs))!;
    assert.equal(at.found, runs);
    assert.ok(at.chance <= 0.025, `${a} and ${b}: ${runs} runs, ${at.chance}`);
    assert.ok(runsAlong(rowWith(a, b, runs + 1))!.chance > 0.025, `${a} and ${b}: one run more`);
  }
});
