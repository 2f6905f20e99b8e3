import assert from 'node:assert/strict';
import { test } from 'node:test';
import { normalDeviate, seededRandom } from '../measure/random';
import { logistic, type Exposed, type Fitted } from './logistic';
import { choleskyOf, gained, modelOf, replay, rowSpreadOf, spreadOf } from './replay';

const near = (a: number, b: number, by: number, what = '') =>
  assert.ok(Math.abs(a - b) <= by, `${what} ${a} for ${b}`);

/** A block whose truth is known: rows of 80 trees, exposed by row, with an effect of their own. */
function block(seed: string, slope: number, rowSpread: number, rows = 60): Exposed[] {
  const random = seededRandom(seed);
  return Array.from({ length: rows }, (_, row) => {
    const value = (row % 5) / 2;
    const logit = -2.2 + slope * value + rowSpread * normalDeviate(random);
    const p = 1 / (1 + Math.exp(-logit));
    let died = 0;
    for (let i = 0; i < 80; i++) if (random() < p) died++;
    return { cluster: `${row}`, values: [value], died, of: 80 };
  });
}
const fit = (trees: Exposed[]) => {
  const fitted = logistic(['air'], trees);
  assert.ok('effects' in fitted);
  return fitted as Fitted;
};
const countedOf = (trees: readonly Exposed[]) =>
  1 - trees.reduce((sum, { died }) => sum + died, 0) / trees.reduce((sum, { of }) => sum + of, 0);

test('the choices really made, played again, give what was counted within their range', () => {
  let within = 0;
  for (let season = 0; season < 40; season++) {
    const trees = block(`truth ${season}`, 0.5, 0.3);
    const model = modelOf(fit(trees), trees);
    const played = replay(model, trees, [], { seasons: 400, seed: `${season}` });
    assert.deepEqual(played.asMade, played.otherwise, 'nothing changed is the same season');
    const { low, high, median } = spreadOf(played.asMade);
    const counted = countedOf(trees);
    if (counted >= low && counted <= high) within++;
    near(median, counted, 0.02, 'middle');
  }
  assert.ok(within >= 38, `${within} of 40`);
});

test('the middle of drawn values and between what 95 in 100 of them lie', () => {
  const upTo = (n: number) => Array.from({ length: n }, (_, i) => n - 1 - i);
  assert.deepEqual(spreadOf(upTo(201)), { median: 100, low: 5, high: 195 });
  assert.deepEqual(spreadOf(upTo(41)), { median: 20, low: 1, high: 39 });
  assert.deepEqual(spreadOf([3]), { median: 3, low: 3, high: 3 });
});

test('without the exposure so many more live as the truth says; the range says how sure', () => {
  const trees = block('one', 0.8, 0.2, 120);
  const model = modelOf(fit(trees), trees);
  const played = replay(model, trees, [{ name: 'air', atMost: 0 }], { seasons: 1500, seed: 'a' });
  const truth = trees.reduce((sum, { values: [value] }) => {
    const p = (v: number) => 1 / (1 + Math.exp(2.2 - 0.8 * v));
    return sum + (p(value) - p(0)) / trees.length;
  }, 0);
  const { low, high, median } = gained(played);
  assert.ok(low < truth && truth < high, `${low} ${truth} ${high}`);
  near(median, truth, 0.03);
  assert.ok(low > 0, 'an effect that is there is seen');
  // Half the cap gains less than none of it; a cap that nobody reaches changes nothing.
  const half = replay(model, trees, [{ name: 'air', atMost: 1 }], { seasons: 600, seed: 'a' });
  assert.ok(gained(half).median > 0 && gained(half).median < median);
  const idle = replay(model, trees, [{ name: 'air', atMost: 9 }], { seasons: 50, seed: 'a' });
  assert.deepEqual(idle.asMade, idle.otherwise);
});

test('the same seed draws the same seasons; an effect nobody fitted is refused', () => {
  const trees = block('two', 0.4, 0.2);
  const model = modelOf(fit(trees), trees);
  const play = (seed: string) => [...replay(model, trees, [], { seasons: 60, seed }).asMade];
  assert.deepEqual(play('x'), play('x'));
  assert.notDeepEqual(play('x'), play('y'));
  assert.throws(
    () => replay(model, trees, [{ name: 'moon', atMost: 0 }], { seasons: 1, seed: 'x' }),
    /no fitted effect/,
  );
});

test('what rows have of their own is found again, and is nothing where they have nothing', () => {
  const mean = (spread: number) => {
    let sum = 0;
    for (let i = 0; i < 30; i++) {
      const trees = block(`spread ${spread} ${i}`, 0.4, spread, 90);
      sum += rowSpreadOf(fit(trees), trees) / 30;
    }
    return sum;
  };
  near(mean(0.6), 0.6, 0.12);
  assert.ok(mean(0) < 0.15);
});

test('the covariance is that of intercept and slope: the fit’s own error along the line', () => {
  const trees = block('three', 0.5, 0);
  const { covariance, effects, intercept } = fit(trees);
  near(Math.sqrt(covariance[1][1]), effects[0].error, 1e-12);
  // Shifting the exposure by one moves the intercept by the slope, and its variance with it.
  const shifted = fit(trees.map((one) => ({ ...one, values: [one.values[0] + 1] })));
  near(shifted.intercept, intercept - effects[0].slope, 1e-8);
  near(shifted.covariance[0][0], covariance[0][0] - 2 * covariance[0][1] + covariance[1][1], 1e-8);
});

test('a root of a covariance gives it back', () => {
  const matrix = [
    [4, 2, -1],
    [2, 5, 0.5],
    [-1, 0.5, 3],
  ];
  const root = choleskyOf(matrix);
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++)
      near(
        root[i].reduce((sum, value, k) => sum + value * root[j][k], 0),
        matrix[i][j],
        1e-12,
      );
  assert.deepEqual(choleskyOf([[0]]), [[0]]);
});

test('a season in which every tree had the most of it loses what the truth says, and mirrors the one with none', () => {
  const trees = block('all', 0.8, 0.2, 120);
  const model = modelOf(fit(trees), trees);
  const play = (change: { atMost?: number; atLeast?: number }) =>
    gained(replay(model, trees, [{ name: 'air', ...change }], { seasons: 1200, seed: 'b' })).median;
  const p = (v: number) => 1 / (1 + Math.exp(2.2 - 0.8 * v));
  const lost = trees.reduce(
    (sum, { values: [value] }) => sum + (p(2) - p(value)) / trees.length,
    0,
  );
  const all = play({ atLeast: 2 });
  assert.ok(all < 0, 'more of it costs trees');
  near(-all, lost, 0.03);
  assert.equal(play({ atLeast: -5 }), 0, 'a floor under everything changes nothing');
  near(play({ atLeast: 1, atMost: 1 }), play({ atMost: 1 }) + play({ atLeast: 1 }), 0.02);
});
