import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { qualityByPlanter, type PlotRecord } from '../checks/quality';
import { expectedTrees } from '../checks/plot';
import { seededRandom } from '../measure/random';
import {
  checkCount,
  deadPatch,
  refill,
  survival,
  survivalByParts,
  type CountedPart,
} from './estimate';
import { wilson } from './interval';
import { livesOf, withoutRefilled } from './life';

test('a Wilson interval holds its estimate, stays within 0 and 1, and narrows with n', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 5000 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (n, share) => {
        const hits = Math.round(n * share);
        const { estimate, low, high } = wilson(hits, n);
        assert.ok(low >= 0 && low <= estimate && estimate <= high && high <= 1);
        const wider = wilson(hits, n, 2.6);
        assert.ok(wider.high - wider.low >= high - low);
      },
    ),
  );
  assert.throws(() => wilson(5, 4), RangeError);
  assert.throws(() => wilson(0, 0), RangeError);
});

test('one counted row is a simple sample, several are clusters', () => {
  const one = survival([{ row: 3, set: 86, alive: 80 }], 100);
  assert.equal(one.by, 'wilson');
  const same = Array.from({ length: 10 }, (_, i) => ({ row: i, set: 100, alive: 90 }));
  // Rows that happen to be alike tell no less, and no more, than their trees do one by one.
  const none = survival(same, 100);
  const trees = wilson(900, 1000);
  assert.equal(none.by, 'wilson');
  assert.ok(none.low < trees.low && none.low > trees.low - 0.005, `${none.low}`);
  assert.ok(none.high > trees.high && none.high < trees.high + 0.005, `${none.high}`);
  const differing = same.map((row, i) => ({ ...row, alive: i % 2 ? 99 : 81 }));
  const wide = survival(differing, 100);
  assert.equal(wide.estimate, 0.9);
  assert.ok(wide.low < 0.87 && wide.high > 0.93);
  const student = wide.figure.steps.find(({ label }) => label.key === 'step.student')!;
  assert.deepEqual(student.label.figures, { degrees: 9 });
  assert.ok(Math.abs(student.value - 2.26216) < 1e-4, 'of nine degrees');
  const whole = survival(differing, 10);
  assert.ok(whole.high - whole.low < 1e-9, 'when every row is counted nothing is left to chance');
  assert.throws(() => survival([], 10), says(/No row/));
});

test('where every counted tree lives, or none, the rows nobody counted may still differ', () => {
  const rows = (count: number, alive: number) =>
    Array.from({ length: count }, (_, i) => ({ row: i, set: 50, alive }));
  const two = survival(rows(2, 50), 40);
  assert.deepEqual([two.estimate, two.high], [1, 1]);
  // 100 trees of two rows are worth (1.96 ÷ 12.71)² as many: 2.4 of them, of which all live.
  assert.ok(Math.abs(two.low - wilson(2.3794, 2.3794).low) < 1e-4, `${two.low}`);
  const ten = survival(rows(10, 50), 40);
  assert.ok(ten.low > 0.98 && ten.low < 1, `${ten.low}`);
  assert.ok(survival(rows(10, 0), 40).high > 0);
  assert.deepEqual(survival(rows(10, 50), 10).low, 1, 'all rows counted leave nothing open');
  const part = (name: string, of: number): CountedPart => ({
    ...{ name, counts: rows(3, 50), rows: of, trees: 50 * of },
  });
  const parted = survivalByParts([part('bank', 20), part('shelf', 9)])!;
  assert.ok(parted.low > 0.9 && parted.low < 1, `${parted.low}`);
  assert.equal(survivalByParts([part('bank', 3), part('shelf', 3)])!.low, 1);
});

test('a count above what was planted, or alive above set, is refused with its numbers', () => {
  assert.throws(
    () => checkCount({ row: 7, set: 90, alive: 80 }, 85),
    says(/85 trees planted; a count of 90 set trees is 5 too many/),
  );
  assert.throws(
    () => checkCount({ row: 7, set: 80, alive: 81 }, 85),
    says(/81 alive of 80 set cannot be/),
  );
  assert.throws(() => checkCount({ row: 7, set: 0, alive: 0 }, 85), says(/at least one/));
  assert.throws(() => checkCount({ row: 7, set: 80, alive: -1 }, 85), says(/whole numbers/));
  assert.doesNotThrow(() => checkCount({ row: 7, set: 85, alive: 85 }, 85));
});

test('refill is what the target lacks, and stocking decides before percentages do', () => {
  const at = (estimate: number) => ({ estimate, low: estimate, high: estimate });
  const enough = refill(at(0.7), 9000, 0.1, 60_000);
  assert.equal(enough.verdict, 'none');
  assert.equal(enough.trees.value, 0);
  const gaps = refill(at(0.7), 9000, 0.12, 60_000);
  assert.equal(gaps.verdict, 'gaps');
  assert.equal(gaps.trees.value, 900);
  assert.equal(gaps.label.key, 'survival.shortOnTheWhole');
  assert.equal(gaps.living.value, 6300);
  const again = refill(at(0.4), 9000, 0.12, 60_000);
  assert.equal(again.label.key, 'survival.plantAnew');
  assert.equal(again.verdict, 'again');
  assert.equal(again.trees.value, 7200);
});

test('a drowned patch stands out, a weak species and scattered dead do not', () => {
  const rates = (n: number, rate = 0.1) => new Array<number>(n).fill(rate);
  const scattered = '1111111110'.repeat(9);
  assert.equal(deadPatch(scattered, rates(90)), undefined);
  const drowned = '1'.repeat(40) + '0'.repeat(10) + '1'.repeat(40);
  const patch = deadPatch(drowned, rates(90))!;
  assert.ok(patch.from >= 38 && patch.to <= 53 && patch.dead >= 9);
  // The window that is dead from end to end is the least likely: its first and last peg are named.
  for (const before of [0, 7, 40]) {
    const marks = '1'.repeat(before) + '0'.repeat(12) + '1'.repeat(60 - before);
    const { from, to, dead } = deadPatch(marks, rates(72))!;
    assert.deepEqual([from, to, dead], [before + 1, before + 12, 12]);
    const last = deadPatch([...marks].reverse().join(''), rates(72))!;
    assert.deepEqual([last.from, last.to], [73 - (before + 12), 73 - (before + 1)]);
  }
  const weak = [...rates(40, 0.05), ...rates(10, 0.9), ...rates(40, 0.05)];
  assert.equal(deadPatch(drowned, weak), undefined);
  assert.equal(deadPatch('101', rates(3)), undefined);
});

test('a planter who sets deep is out of line, an unlucky one is not', () => {
  const plot = (planter: string, good: number, deep: number, i: number): PlotRecord => ({
    id: `${planter}${i}`,
    planter,
    good,
    faults: deep ? { deep } : {},
    at: '',
  });
  const crew = ['a', 'b', 'c', 'd'].flatMap((planter) =>
    [0, 1, 2, 3].map((i) => plot(planter, i ? 10 : 9, i ? 0 : 1, i)),
  );
  const deep = [2, 3, 2, 2].map((n, i) => plot('e', 10 - n, n, i));
  const quality = qualityByPlanter([...crew, ...deep]);
  const out = quality.filter(({ outOfLine }) => outOfLine);
  assert.deepEqual(
    out.map(({ planter, worst }) => [planter, worst]),
    [['e', 'deep']],
  );
  assert.deepEqual(out[0].rest, { faulty: 4, looked: 160 });
  assert.equal(out[0].estimate, 31 / 40);
  assert.deepEqual(qualityByPlanter([]), []);
});

test('a plot expects its area times the density', () => {
  assert.ok(Math.abs(expectedTrees(50, 2.5, 2).value - 10) < 1e-12);
});

test('a tree set into a dead place is left out of the counts since, and only of those', () => {
  const refills = [
    { pegs: [2, 4], on: '2026-11-01' },
    { pegs: [6], on: '2027-03-01' },
  ];
  assert.equal(withoutRefilled('101010', '2026-10-31', refills), '101010');
  assert.equal(withoutRefilled('111110', '2026-11-01', refills), '1-1-10');
  assert.equal(withoutRefilled('111111', '2027-10-01', refills), '1-1-1-');
  assert.equal(withoutRefilled('111', '2027-10-01', []), '111');
  // Followed over both counts the first tree of a filled place died, whatever stands there now.
  const lives = livesOf([
    { months: 6, marks: withoutRefilled('10', '2026-10-31', refills) },
    { months: 12, marks: withoutRefilled('11', '2026-11-20', refills) },
  ]);
  assert.deepEqual(lives.get(2), { after: 0, at: 6, died: true });
  assert.deepEqual(lives.get(1), { after: 12, at: 12, died: false });
});

test('rows drawn more from one part than from another: each part counts by its trees', () => {
  const part = (name: string, alive: number[], rows: number, trees: number): CountedPart => ({
    ...{ name, rows, trees },
    counts: alive.map((n, i) => ({ row: i + 1, set: 100, alive: n })),
  });
  // A small wet corner that was looked at closely, and a large dry bank.
  const found = survivalByParts([
    part('corner', [40, 50, 60, 50], 4, 400),
    part('bank', [90, 94], 36, 3600),
  ])!;
  assert.ok(Math.abs(found.estimate - (0.1 * 0.5 + 0.9 * 0.92)) < 1e-12);
  // All of the corner was counted, so that only the bank leaves an error: 0.9 · √((1 − 2/36) · 0.0008 ÷ 2).
  const error = 0.9 * Math.sqrt(((1 - 2 / 36) * 0.0008) / 2);
  const half = 12.706204736 * error;
  assert.ok(Math.abs(found.high - Math.min(1, found.estimate + half)) < 1e-9);
  assert.ok(Math.abs(found.low - (found.estimate - half)) < 1e-9);
  assert.equal(
    survivalByParts([part('corner', [40], 4, 400), part('bank', [90, 94], 36, 3600)]),
    undefined,
  );
  assert.equal(survivalByParts([part('all', [90, 94], 36, 3600)]), undefined);
  // By hand: s² = W²·(1 − n/N)·Σd² ÷ (n·(n − 1)·m²) of each part, t with Satterthwaite's degrees.
  const six = (name: string, alive: number[], rows: number, trees: number) => ({
    ...{ name, rows, trees },
    counts: alive.map((living, i) => ({ row: i, set: 100, alive: living })),
  });
  const two = survivalByParts([
    six('low', [66, 74, 70, 69, 71, 70], 12, 1000),
    six('high', [88, 92, 90, 89, 91, 90], 60, 3000),
  ])!;
  const of = (weight: number, share: number, squares: number) =>
    weight ** 2 * ((1 - share) * squares) / (6 * 5 * 100 ** 2); // prettier-ignore
  const [low, high] = [of(0.25, 6 / 12, 34), of(0.75, 6 / 60, 10)];
  const degrees = Math.floor((low + high) ** 2 / (low ** 2 / 5 + high ** 2 / 5));
  assert.equal(degrees, 7);
  const reach = 2.3646242516 * Math.sqrt(low + high);
  assert.ok(Math.abs(two.estimate - 0.85) < 1e-12);
  assert.ok(Math.abs(two.high - 0.85 - reach) < 1e-8, `${two.high - 0.85} for ${reach}`);
  assert.ok(Math.abs(0.85 - two.low - reach) < 1e-8);
});

test('over many draws the weighed survival is right and its interval holds; the unweighed one is not', () => {
  const random = seededRandom('parts');
  const lives = (rate: number) => {
    let alive = 0;
    for (let tree = 0; tree < 80; tree++) if (random() < rate) alive++;
    return alive;
  };
  const seasons = 400;
  let [held, plain, bias] = [0, 0, 0];
  for (let season = 0; season < seasons; season++) {
    const block = [
      ...Array.from({ length: 12 }, (_, i) => ({
        part: 'wet',
        row: i + 1,
        rate: 0.35 + 0.3 * random(),
      })),
      ...Array.from({ length: 60 }, (_, i) => ({
        part: 'dry',
        row: i + 13,
        rate: 0.85 + 0.1 * random(),
      })),
    ].map((row) => ({ ...row, set: 80, alive: lives(row.rate) }));
    const truth = block.reduce((sum, { alive }) => sum + alive, 0) / (80 * block.length);
    const parts = (['wet', 'dry'] as const).map((name): CountedPart => {
      const own = block.filter(({ part }) => part === name);
      const drawn = [...own].sort(() => random() - 0.5).slice(0, name === 'wet' ? 8 : 10);
      return { name, counts: drawn, rows: own.length, trees: 80 * own.length };
    });
    const found = survivalByParts(parts)!;
    if (found.low <= truth && truth <= found.high) held++;
    bias += found.estimate - truth;
    const unweighed = survival(
      parts.flatMap(({ counts }) => counts),
      block.length,
    );
    if (unweighed.low <= truth && truth <= unweighed.high) plain++;
  }
  assert.ok(held / seasons > 0.92 && held / seasons < 0.985, `${held} of ${seasons} hold`);
  assert.ok(Math.abs(bias / seasons) < 0.004, `${bias / seasons}`);
  assert.ok(plain / seasons < 0.7, `${plain} of ${seasons} unweighed hold`);
});
