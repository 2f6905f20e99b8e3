import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import type { Point } from '../measure/plane';
import {
  endOfLeg,
  joinAreas,
  parsePlaces,
  quadrantBearing,
  splitBy,
  together,
  writePlaces,
} from './edit';
import { contains, planeArea, type MultiPolygon } from './polygon';
import { findSpikes, walkedArea, type Fix } from './walk';

const rectangle = (x: number, y: number, width: number, height: number): MultiPolygon => [
  [
    [
      [x, y],
      [x + width, y],
      [x + width, y + height],
      [x, y + height],
    ],
  ],
];

test('a split gives all of the ground to its parts, largest first; joined again it is what it was', () => {
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 95 }), fc.integer({ min: 5, max: 95 }), (left, right) => {
      const area = rectangle(0, 0, 100, 60);
      const parts = splitBy(area, [
        [left, -5],
        [right, 65],
      ]);
      assert.equal(parts.length, 2);
      assert.ok(planeArea(parts[0]) >= planeArea(parts[1]));
      assert.ok(Math.abs(planeArea(parts[0]) + planeArea(parts[1]) - 6000) < 1e-6);
      const whole = joinAreas(parts[0], parts[1]);
      assert.equal(whole.length, 1);
      assert.ok(Math.abs(planeArea(whole) - 6000) < 1e-6);
    }),
    { seed: 9, numRuns: 60 },
  );
});

test('a line that stops short runs on; one that misses, or is a point, is refused', () => {
  const area = rectangle(0, 0, 100, 60);
  const short = splitBy(area, [
    [50, 20],
    [50, 40],
  ]);
  assert.ok(Math.abs(planeArea(short[0]) - 3000) < 1e-6);
  assert.throws(
    () =>
      splitBy(area, [
        [200, 0],
        [200, 60],
      ]),
    /ground\.splitLineMisses/,
  );
  // Drawn in the middle of the block, it runs on to both sides, whichever way it was drawn.
  for (const line of [
    [
      [45, 40],
      [55, 42],
    ],
    [
      [55, 42],
      [45, 40],
    ],
  ] as Point[][]) {
    // From 31 m up on the west side to 51 m on the east side.
    const [low, high] = splitBy(area, line);
    assert.ok(Math.abs(planeArea(low) - 4100) < 1e-6);
    assert.ok(contains(high, [3, 35]) && contains(low, [97, 48]));
  }
  assert.throws(() => splitBy(area, [[50, 0]]), /ground\.splitLineTooShort/);
});

test('ground that does not touch stays in two parts', () => {
  assert.equal(joinAreas(rectangle(0, 0, 10, 10), rectangle(30, 0, 10, 10)).length, 2);
  const overlap = joinAreas(rectangle(0, 0, 10, 10), rectangle(5, 0, 10, 10));
  assert.ok(Math.abs(planeArea(overlap) - 150) < 1e-9, 'what both have counts once');
});

test('of two joined blocks each thing comes along once, whatever its id', () => {
  const pole = { id: 'a', kind: 'pole', at: [1, 2] };
  assert.deepEqual(
    together(
      [pole],
      [
        { ...pole, id: 'b' },
        { ...pole, id: 'c', at: [3, 4] },
      ],
    ),
    [pole, { id: 'c', kind: 'pole', at: [3, 4] }],
  );
});

test('places are read as they are written, and a line that is none is named', () => {
  const places: Point[] = [
    [9.5, 47.1],
    [-122.1234567, -45],
  ];
  assert.deepEqual(parsePlaces(writePlaces(places), 2), places);
  assert.throws(() => parsePlaces('9.5, 47.1\n9.5, 97', 2), says(/2/));
  assert.throws(() => parsePlaces('9.5 47.1 3', 1), /ground\.noPair/);
  assert.throws(() => parsePlaces('9.5, 47.1', 3), /ground\.tooFewPlaces/);
});

test('a leg by bearing and length; its bearing by quadrants', () => {
  const turn = (degrees: number) => (degrees * Math.PI) / 180;
  const [x, y] = endOfLeg([10, 20], { bearing: turn(30), length: 100 } as never);
  assert.ok(Math.abs(x - 60) < 1e-9 && Math.abs(y - (20 + 50 * Math.sqrt(3))) < 1e-9);
  const written = [0, 34, 90, 146, 180, 214, 270, 326, 360, -34].map((d) =>
    quadrantBearing(turn(d)),
  );
  assert.deepEqual(written, [
    'N 0.0° E',
    'N 34.0° E',
    'N 90.0° E',
    'S 34.0° E',
    'S 0.0° E',
    'S 34.0° W',
    'N 90.0° W',
    'N 34.0° W',
    'N 0.0° E',
    'N 34.0° W',
  ]);
});

/** A walk round a square of 50 m, a reading every two seconds. */
const walk = (accuracy: number): { points: Point[]; fixes: Fix[] } => {
  const points: Point[] = [];
  for (let at = 0; at < 200; at += 2.5) {
    const side = Math.floor(at / 50);
    const along = at % 50;
    points.push(
      (
        [
          [along, 0],
          [50, along],
          [50 - along, 50],
          [0, 50 - along],
        ] as Point[]
      )[side],
    );
  }
  return {
    points,
    fixes: points.map((_, i) => ({ lon: 0, lat: 0, accuracy, at: 2000 * i })),
  };
};

test('jumps that no walker makes are spikes; a brisk walk has none', () => {
  const { points, fixes } = walk(2);
  assert.ok(!findSpikes(points, fixes).includes(true));
  const jumped = points.map((point, i): Point => (i === 30 ? [point[0] + 90, point[1]] : point));
  assert.deepEqual(
    findSpikes(jumped, fixes).flatMap((spike, i) => (spike ? [i] : [])),
    [30],
  );
  const { area } = walkedArea(jumped, fixes);
  assert.ok(Math.abs(area - 2500) < 15, `the spike is left out: ${area}`);
});

test('how far a walk ends from where it began, whichever way round', () => {
  const fixes = (n: number): Fix[] =>
    Array.from({ length: n }, (_, i) => ({ at: i * 60_000, accuracy: 3 }) as Fix);
  const open: Point[] = [
    [10, 20],
    [60, 20],
    [60, 70],
    [13, 24],
  ];
  assert.equal(walkedArea(open, fixes(4)).gap, 5);
  assert.equal(walkedArea([...open].reverse(), fixes(4)).gap, 5);
  assert.equal(walkedArea(open.slice(0, 1), fixes(1)).gap, 0);
});

test('the error of a walked area grows with that of its readings, as the shoelace has it', () => {
  const error = (accuracy: number) => {
    const { points, fixes } = walk(accuracy);
    return walkedArea(points, fixes).areaError;
  };
  assert.ok(Math.abs(error(4) / error(2) - 2) < 1e-9);
  // A square by its four corners: ½ σ √(4 · diagonal²).
  const corners: Point[] = [
    [0, 0],
    [50, 0],
    [50, 50],
    [0, 50],
  ];
  const fixes = corners.map((_, i) => ({ lon: 0, lat: 0, accuracy: 3, at: 60_000 * i }));
  const found = walkedArea(corners, fixes);
  assert.ok(Math.abs(found.areaError - (3 / 2) * Math.sqrt(4 * 5000)) < 1e-9);
  assert.deepEqual([found.area, found.gap], [2500, 50]);
});
