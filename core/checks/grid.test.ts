import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Point } from '../measure/plane';
import { seededRandom } from '../measure/random';
import { everyNth, gridOver, plotsAmong, treesOf, type Place } from './grid';
import { planPlots } from './planned';
import { inOwnUnits, PLOT_SIZES, plotRadius } from './plot';
import { roundFrom, roundLength } from './round';

const square = (side: number): Point[][][] => [
  [
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
    ],
  ] as Point[][],
];
/** Rows 3 m apart, pegs 2 m apart. */
const places: Place[] = Array.from({ length: 33 }, (_, row) =>
  Array.from({ length: 50 }, (_, peg): Place => ({
    ...{ row: row + 1, peg: peg + 1 },
    point: [1 + 2 * peg, 1.5 + 3 * row],
  })),
).flat();

test('every place of the ground is as likely to lie in a plot, and plots hold what they should', () => {
  const ground = square(100);
  const radius = plotRadius(50);
  const plotAt = plotsAmong(places);
  const counts = { middle: 0, quarter: 0, near: 0 };
  let [trees, inside] = [0, 0];
  const turns = 3000;
  for (let i = 0; i < turns; i++) {
    const centres = gridOver(ground, 16, `${i}`);
    assert.ok(centres.length >= 16 && centres.length <= 25 - 9 + 9, `${centres.length}`);
    const covers = (at: Point) =>
      centres.some(([x, y]) => Math.hypot(x - at[0], y - at[1]) <= radius);
    if (covers([50, 50])) counts.middle++;
    if (covers([25, 61])) counts.quarter++;
    if (covers([80, 12])) counts.near++;
    if (i % 30 === 0)
      for (const centre of centres)
        if (centre.every((v) => v > radius && v < 100 - radius)) {
          inside++;
          trees += treesOf(plotAt(centre, radius)!.trees).length;
        }
  }
  // A plot of 50 m² on a square of 625 m² each.
  const chance = 50 / 625;
  for (const [where, count] of Object.entries(counts))
    assert.ok(Math.abs(count / turns - chance) < 0.016, `${where}: ${count / turns}`);
  assert.ok(Math.abs(trees / inside - 50 / 6) < 0.35, `${trees / inside} trees in a plot`);
});

test('the same seed gives the same plots, another seed others', () => {
  const plan = (seed: string) =>
    planPlots({ area: 50, plots: 20, seed, by: 'ground' }, square(100), places, [0, 0], () => '');
  assert.deepEqual(plan('a'), plan('a'));
  assert.notDeepEqual(plan('a')[0].centre, plan('b')[0].centre);
  for (const [i, { number, trees }] of plan('a').entries()) {
    assert.equal(number, i + 1);
    assert.ok(trees.length > 0);
  }
});

test('by tool: rows of a tool have plots by their trees, rows of nobody known have none', () => {
  const tool = (row: number) => (row <= 10 ? 'bar' : row <= 30 ? 'spade' : undefined);
  const plots = planPlots(
    { area: 50, plots: 30, seed: 'tools', by: 'tool' },
    square(100),
    ...([places, [0, 0] as Point, tool] as const),
  );
  const of = (name: string) => plots.filter(({ stratum }) => stratum === name).length;
  assert.equal(of('bar') + of('spade'), plots.length);
  assert.equal(plots.length, 30);
  const trees = (name: string) => places.filter(({ row }) => tool(row) === name).length;
  const share = trees('bar') / (trees('bar') + trees('spade'));
  assert.ok(Math.abs(of('bar') / 30 - share) < 0.05, `${of('bar')} of 30 for ${share}`);
  assert.throws(
    () =>
      planPlots(
        { area: 50, plots: 30, seed: 'tools', by: 'tool' },
        square(100),
        ...([places, [0, 0] as Point, () => undefined] as const),
      ),
    says(/./),
  );
});

test('shared out: every planter has plots by their trees, one at least, each tree as likely', () => {
  const planter = ({ row }: Place) => (row <= 20 ? 'a' : row <= 32 ? 'b' : 'c');
  const drawn = new Map<string, number>();
  const ofC = new Set<string>();
  for (let i = 0; i < 400; i++) {
    const plots = everyNth(places, 33, `${i}`, planter);
    assert.equal(plots.length, 33);
    for (const { stratum, place } of plots) {
      assert.equal(stratum, planter(place));
      drawn.set(stratum, (drawn.get(stratum) ?? 0) + 1);
      if (stratum === 'c') ofC.add(`${place.peg}`);
    }
  }
  assert.ok(drawn.get('c')! >= 400);
  assert.ok(Math.abs(drawn.get('a')! / drawn.get('b')! - 20 / 12) < 0.15);
  assert.ok(ofC.size > 45, 'nearly every peg of the short stratum comes up');
  assert.deepEqual(
    everyNth(places, 10, 'x', ({ row }) => (row === 1 ? 'a' : undefined)).map(
      ({ place }) => place.row,
    ),
    new Array(10).fill(1),
  );
});

test('a round of many places is one that turning no stretch and moving no places makes shorter', () => {
  const random = seededRandom('long round');
  for (const count of [14, 40, 90]) {
    const points = Array.from({ length: count }, (): Point => [random() * 300, random() * 80]);
    const order = roundFrom([0, 0], points);
    assert.equal(new Set(order).size, count);
    const metres = (own: readonly number[]) =>
      roundLength(
        [0, 0],
        own.map((at) => points[at]),
      );
    const least = metres(order) - 1e-6;
    for (let i = 0; i < count; i++)
      for (let j = i + 1; j < count; j++) {
        const piece = order.slice(i, j + 1);
        const rest = [...order.slice(0, i), ...order.slice(j + 1)];
        assert.ok(metres(rest.toSpliced(i, 0, ...piece.toReversed())) >= least, 'turned about');
        if (piece.length > 3) continue;
        for (let to = 0; to <= rest.length; to++)
          assert.ok(metres(rest.toSpliced(to, 0, ...piece)) >= least, 'moved');
      }
  }
});

test('the round passes every plot once, and of all orders there is none shorter', () => {
  const random = seededRandom('round');
  for (let i = 0; i < 40; i++) {
    const points = Array.from({ length: 7 }, (): Point => [random() * 100, random() * 100]);
    const order = roundFrom([0, 0], points);
    assert.deepEqual(
      [...order].sort((a, b) => a - b),
      [0, 1, 2, 3, 4, 5, 6],
    );
    const length = roundLength(
      [0, 0],
      order.map((at) => points[at]),
    );
    let best = Infinity;
    const walk = (left: number[], taken: number[]) => {
      if (!left.length)
        best = Math.min(
          best,
          roundLength(
            [0, 0],
            taken.map((at) => points[at]),
          ),
        );
      for (const at of left)
        walk(
          left.filter((other) => other !== at),
          [...taken, at],
        );
    };
    walk([0, 1, 2, 3, 4, 5, 6], []);
    assert.ok(Math.abs(length - best) < 1e-9, `${length} against ${best}`);
  }
});

test('long rounds whose shortest is known: along a ring, and there and back over a grid', () => {
  const of = (gate: Point, points: Point[]) =>
    roundLength(
      gate,
      roundFrom(gate, points).map((at) => points[at]),
    );
  const random = seededRandom('mixed');
  const mixed = (points: Point[]) => {
    const order = new Map(points.map((point) => [point, random()]));
    return [...points].sort((a, b) => order.get(a)! - order.get(b)!);
  };
  const ring = Array.from({ length: 40 }, (_, i): Point => {
    const angle = (i / 40) * 2 * Math.PI;
    return [Math.cos(angle) * 100, Math.sin(angle) * 100];
  });
  const side = 2 * 100 * Math.sin(Math.PI / 40);
  assert.ok(Math.abs(of(ring[0], mixed(ring.slice(1))) - 40 * side) < 1e-6);
  // Of 36 places one apart in a square no round is shorter than 36 (each is left for another, one apart at least).
  const grid = Array.from({ length: 36 }, (_, i): Point => [i % 6, Math.floor(i / 6)]);
  assert.ok(Math.abs(of(grid[0], mixed(grid.slice(1))) - 36) < 1e-9);
  assert.deepEqual(roundFrom([0, 0], []), []);
  assert.deepEqual(roundFrom([0, 0], [[3, 4]]), [0]);
});

test('turning any stretch of a round makes it no shorter', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 })), {
        minLength: 3,
        maxLength: 25,
      }),
      (points) => {
        const order = roundFrom([0, 0], points);
        const length = roundLength(
          [0, 0],
          order.map((at) => points[at]),
        );
        for (let i = 0; i < order.length; i++)
          for (let j = i + 1; j < order.length; j++) {
            const turned = [
              ...order.slice(0, i),
              ...order.slice(i, j + 1).reverse(),
              ...order.slice(j + 1),
            ];
            assert.ok(
              roundLength(
                [0, 0],
                turned.map((at) => points[at]),
              ) >=
                length - 1e-6,
            );
          }
      },
    ),
    { numRuns: 60, seed: 12 },
  );
});

test('a plot names its trees by row and stretches of pegs', () => {
  const plot = plotsAmong(places)([21, 16.5], 3.9)!;
  assert.deepEqual([plot.row, plot.peg], [6, 11]);
  assert.deepEqual(plot.trees, [
    { row: 5, pegs: [[10, 12]] },
    { row: 6, pegs: [[10, 12]] },
    { row: 7, pegs: [[10, 12]] },
  ]);
  assert.equal(treesOf(plot.trees).length, 9);
  assert.equal(plotsAmong([])([0, 0], 4), undefined);
});

test('plots in the reader’s own units come first, and each size has the area it says', () => {
  const keys = (system: 'metric' | 'us') => inOwnUnits(PLOT_SIZES, system).map(({ key }) => key);
  assert.deepEqual(keys('us').slice(0, 3), ['1/100acre', '1/50acre', '1/300acre']);
  assert.deepEqual(keys('metric').slice(0, 2), ['50m2', '100m2']);
  assert.equal(keys('us').length, PLOT_SIZES.length);
  for (const { key, area, system } of PLOT_SIZES)
    assert.ok(
      Math.abs(
        area - (system === 'us' ? 4046.8564224 / Number(/\/(\d+)/.exec(key)![1]) : parseInt(key)),
      ) < 1e-6,
    );
});
