import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Place } from '../checks/grid';
import type { Point } from '../measure/plane';
import { wateringRoute, type TankTrip } from './route';

/** Rows 3 m apart with trees 2 m apart, so many in each. */
const field = (rows: readonly number[]): Place[] =>
  rows.flatMap((trees, r) =>
    Array.from({ length: trees }, (_, i) => ({
      ...{ row: r + 1, peg: i + 1, point: [2 * i, 3 * r] as Point },
    })),
  );
const distance = ([a, b]: Point, [c, d]: Point) => Math.hypot(a - c, b - d);

/** Metres of an order cut at every way there is into the fewest tanks: the least of them. */
function leastOf(order: readonly Place[], perTank: number, fill: Point): number {
  const tanks = Math.ceil(order.length / perTank);
  const best = (from: number, left: number): number => {
    if (from === order.length) return left === 0 ? 0 : Infinity;
    if (left === 0) return Infinity;
    let least = Infinity;
    let inside = 0;
    for (let to = from; to < Math.min(order.length, from + perTank); to++) {
      if (to > from) inside += distance(order[to - 1].point, order[to].point);
      const own = distance(fill, order[from].point) + inside + distance(order[to].point, fill);
      least = Math.min(least, own + best(to + 1, left - 1));
    }
    return least;
  };
  return best(0, tanks);
}
/** The four orders in which rows are walked there and back. */
function orders(places: readonly Place[]): Place[][] {
  const rows = [...new Set(places.map(({ row }) => row))].map((row) =>
    places.filter((place) => place.row === row),
  );
  return [rows, [...rows].reverse()].flatMap((list) =>
    [0, 1].map((turn) => list.flatMap((row, i) => (i % 2 === turn ? row : [...row].reverse()))),
  );
}

test('cuts are the best there are for the order, in the fewest tanks, against every way to cut', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 1, max: 6 }),
      fc.integer({ min: -12, max: 25 }),
      fc.integer({ min: -12, max: 25 }),
      (rows, perTank, x, y) => {
        const places = field(rows);
        const { trips, metres } = wateringRoute(places, perTank, [x, y])!;
        const least = Math.min(...orders(places).map((order) => leastOf(order, perTank, [x, y])));
        assert.ok(Math.abs(metres.value - least) < 1e-9, `${metres.value} for ${least}`);
        assert.equal(trips.length, Math.ceil(places.length / perTank));
        const sum = trips.reduce((total, trip) => total + trip.metres, 0);
        assert.ok(Math.abs(sum - least) < 1e-9, 'tanks add up');
        const there = metres.steps!.find(({ label }) => label.key === 'step.ofItThereAndBack')!;
        const ends = trips.map(({ parts }) => [parts[0], parts.at(-1)!] as const);
        const at = (row: number, peg: number): Point => [2 * (peg - 1), 3 * (row - 1)];
        const outside = ends.map(
          ([first, last]) =>
            distance([x, y], at(first.row, first.from)) + distance([x, y], at(last.row, last.to)),
        );
        const wanted = outside.reduce((total, own) => total + own, 0);
        assert.ok(Math.abs((there.value as number) - wanted) < 1e-9, 'the way there and back');
        const watered = trips.flatMap(treesOfTrip);
        assert.equal(new Set(watered).size, places.length, 'every tree once');
        assert.equal(watered.length, places.length);
        for (const { trees } of trips) assert.ok(trees >= 1 && trees <= perTank);
      },
    ),
    { numRuns: 300 },
  );
});
const treesOfTrip = ({ parts }: TankTrip): string[] =>
  parts.flatMap(({ row, from, to, trees }) =>
    Array.from({ length: trees }, (_, i) => `${row}/${from <= to ? from + i : from - i}`),
  );

test('where tanks have room to spare they are filled again at the road, not in the middle of the block', () => {
  // Six rows of ten, the road along their first pegs; a tank for 23 trees: three tanks, nine to spare.
  const { trips } = wateringRoute(field([10, 10, 10, 10, 10, 10]), 23, [-4, 7])!;
  assert.deepEqual(
    trips.map(({ parts }) => [parts[0].from, parts.at(-1)!.to]),
    [
      [1, 1],
      [1, 1],
      [1, 1],
    ],
  );
  assert.deepEqual(
    trips.map(({ trees }) => trees),
    [20, 20, 20],
  );
  assert.equal(wateringRoute([], 5, [0, 0]), undefined);
  const [one] = wateringRoute(field([1]), 9, [0, 4])!.trips;
  assert.deepEqual(one, { parts: [{ row: 1, from: 1, to: 1, trees: 1 }], trees: 1, metres: 8 });
});

test('a block of twenty thousand trees is cut within a moment', () => {
  const places = field(Array.from({ length: 100 }, () => 200));
  const { trips } = wateringRoute(places, 263, [0, 0])!;
  assert.equal(trips.length, Math.ceil(20_000 / 263));
  assert.equal(
    trips.reduce((sum, { trees }) => sum + trees, 0),
    20_000,
  );
});
