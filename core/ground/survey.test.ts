import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import type { Point } from '../measure/plane';
import { degrees, radians } from '../measure/units';
import { planeArea } from './polygon';
import {
  CARE,
  closeTraverse,
  fromSidesAndDiagonal,
  lShape,
  readLegs,
  rectangle,
  turnBy,
  type Leg,
} from './survey';

const near = (found: number, wanted: number, within = 1e-9) =>
  assert.ok(Math.abs(found - wanted) <= within, `${found} is not ${wanted}`);
const samePoint = (found: Point, wanted: Point, within = 1e-9) => {
  near(found[0], wanted[0], within);
  near(found[1], wanted[1], within);
};
const leg = (bearing: number, length: number): Leg => ({ bearing: radians(bearing), length });
const lengths = (ring: readonly Point[]) =>
  ring.map(([x, y], i) => {
    const [nextX, nextY] = ring[(i + 1) % ring.length];
    return Math.hypot(nextX - x, nextY - y);
  });

test('a square walked without an error closes, and its corners lie where they were walked', () => {
  const found = closeTraverse([leg(0, 100), leg(90, 100), leg(180, 100), leg(270, 100)]);
  near(found.closing.length, 0);
  assert.equal(found.perimeter, 400);
  assert.ok(found.ratio > 1e12 && !found.gross && !found.suspects.length);
  samePoint(found.corners[1], [0, 100]);
  samePoint(found.corners[2], [100, 100]);
  samePoint(found.corners[3], [100, 0]);
});

test('the closing error is shared out by the way: half of it at half the way', () => {
  // The last leg is 4 m too long to the west: the end lies 4 m west of the beginning.
  const found = closeTraverse([leg(0, 100), leg(90, 100), leg(180, 100), leg(270, 104)]);
  near(found.closing.length, 4);
  near(degrees(found.closing.bearing), 90);
  near(found.ratio, 101);
  assert.deepEqual(found.measured.length, 5);
  samePoint(found.measured[4], [-4, 0]);
  samePoint(found.corners[0], [0, 0]);
  samePoint(found.corners[1], [(4 * 100) / 404, 100]);
  samePoint(found.corners[2], [100 + (4 * 200) / 404, 100]);
  samePoint(found.corners[3], [100 + (4 * 300) / 404, 0]);
});

test('whatever was walked, the adjusted corners close and no leg is moved by more than its share', () => {
  const legs = fc.array(
    fc.record({
      bearing: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      length: fc.double({ min: 1, max: 500, noNaN: true }),
    }),
    { minLength: 3, maxLength: 12 },
  );
  fc.assert(
    fc.property(legs, (walked) => {
      const { corners, closing, perimeter } = closeTraverse(walked);
      assert.equal(corners.length, walked.length);
      const ring = [...corners, corners[0]];
      walked.forEach(({ bearing, length }, i) => {
        const [fromX, fromY] = ring[i];
        const [toX, toY] = ring[i + 1];
        const off = Math.hypot(
          toX - fromX - length * Math.sin(bearing),
          toY - fromY - length * Math.cos(bearing),
        );
        near(off, (closing.length * length) / perimeter, 1e-6);
      });
    }),
    { numRuns: 300 },
  );
});

test('care decides what is an ordinary closing error, and a gross one names the legs that explain it', () => {
  const square = [leg(0, 100), leg(90, 100), leg(180, 100), leg(270, 100)];
  const ordinary = closeTraverse(square).ordinary;
  // One degree over 100 m is 1.745 m across, 0.3 % is 0.3 m along; four such legs.
  near(ordinary, 2 * Math.hypot(100 * radians(1), 0.3), 1e-9);
  assert.ok(closeTraverse(square, CARE.paced).ordinary > ordinary);
  // Leg 2 was written 120 for 100: the end lies 20 m off along legs 2 and 4.
  const misread = closeTraverse([leg(0, 100), leg(90, 120), leg(180, 100), leg(270, 100)]);
  assert.ok(misread.gross);
  assert.deepEqual(misread.suspects, [2, 4]);
  // Leg 3 was read from the other end of the needle.
  const pentagon = [leg(0, 80), leg(70, 90), leg(150, 85), leg(220, 95), leg(290, 88)];
  const closed = closeTraverse(pentagon);
  const exact = lengths(closed.corners).map((length, i): Leg => {
    const ring = [...closed.corners, closed.corners[0]];
    const [dx, dy] = [ring[i + 1][0] - ring[i][0], ring[i + 1][1] - ring[i][1]];
    return { bearing: Math.atan2(dx, dy), length };
  });
  near(closeTraverse(exact).closing.length, 0, 1e-9);
  const back = exact.map((one, i) => (i === 2 ? { ...one, bearing: one.bearing + Math.PI } : one));
  const found = closeTraverse(back);
  assert.ok(found.gross && found.suspects.includes(3), String(found.suspects));
  assert.ok(!found.suspects.includes(1) && !found.suspects.includes(5));
});

test('too few legs, and legs without a length, are refused with what was found', () => {
  assert.throws(() => closeTraverse([leg(0, 10), leg(90, 10)]), says(/2 legs were found.*three/));
  assert.throws(
    () => closeTraverse([leg(0, 10), leg(90, 0), leg(200, 10)]),
    says(/Leg 2 is 0 long/),
  );
});

test('a field book is read as it is kept: headings, numbers, quadrants, feet, a decimal comma', () => {
  const legs = readLegs(
    'bearing, length\n045 120\n\nN45E 120 m\nS 12.5° W, 80 ft\nS30E; 12,5\n5) 270 33',
    'metric',
  );
  assert.deepEqual(
    legs.map(({ bearing, length }) => [
      Math.round(degrees(bearing) * 10) / 10,
      Math.round(length * 1000) / 1000,
    ]),
    [
      [45, 120],
      [45, 120],
      [192.5, 24.384],
      [150, 12.5],
      [270, 33],
    ],
  );
});

test('a number of the leg is passed over only where it is that of the leg', () => {
  const numbered = readLegs('1 0 100\n2 90 50\n3 180 100\n4 270 50', 'metric');
  assert.deepEqual(
    numbered.map(({ bearing, length }) => [Math.round(degrees(bearing)), length]),
    [
      [0, 100],
      [90, 50],
      [180, 100],
      [270, 50],
    ],
  );
});

test('legs in chains, in thousands of feet, with minutes of a degree', () => {
  const legs = readLegs(
    "N 12° 30' E 20 chains\n102°30′15″ 1,320 ft\nS 12 W 1 320\n282 75' 6\"",
    'us',
  );
  assert.deepEqual(
    legs.map(({ bearing, length }) => [
      Math.round(degrees(bearing) * 1e4) / 1e4,
      Math.round(length * 1e4) / 1e4,
    ]),
    [
      [12.5, 402.336],
      [102.5042, 402.336],
      [192, 402.336],
      [282, 23.0124],
    ],
  );
  // On a metre's tape 1,320 may be either.
  assert.throws(() => readLegs('045 1,320 m', 'metric'), says(/“1,320” can mean/));
});

test('declination turns every bearing east, past north too; feet are those of the reader', () => {
  const [first] = readLegs('355 100', 'us', radians(10));
  near(degrees(first.bearing), 5);
  near(first.length, 30.48);
});

test('a line that is no leg is said with its number', () => {
  for (const [text, wrong] of [
    ['45 120\nup the hill 30', /Line 2 reads “up the hill 30”/],
    ['N95E 40', /Line 1 reads “N95E 40”/],
    ['400 20', /Line 1/],
    ['45', /Line 1/],
    ['45 0', /Line 1/],
    ['45 20 bananas', /Line 1/],
  ] as const)
    assert.throws(() => readLegs(text, 'metric'), says(wrong), text);
});

test('a whole turn is north, and beyond it there is no bearing', () => {
  const read = (line: string) => readLegs(line, 'metric')[0].bearing;
  near(read('360 20'), 0);
  near(read('359.5 20'), radians(359.5));
  assert.throws(() => readLegs('360.1 20', 'metric'), says(/Line 1 reads “360.1 20”/));
});

test('a rectangle has its sides and its area whichever way it lies', () => {
  const side = fc.double({ min: 1, max: 900, noNaN: true });
  fc.assert(
    fc.property(side, side, fc.double({ min: 0, max: 7, noNaN: true }), (long, wide, way) => {
      const ring = rectangle(long, wide, way);
      samePoint(ring[0], [0, 0]);
      samePoint(ring[1], [long * Math.sin(way), long * Math.cos(way)], 1e-9);
      [long, wide, long, wide].forEach((length, i) => near(lengths(ring)[i], length, 1e-9));
      near(planeArea([[[...ring, ring[0]]]]), long * wide, 1e-6);
      // The second side turns right: seen from the first corner the block lies clockwise of side one.
      const [x, y] = ring[3];
      assert.ok(x * Math.cos(way) - y * Math.sin(way) > 0);
    }),
    { numRuns: 100 },
  );
});

test('an L is the whole without its cut, and the cut lies across from the first corner', () => {
  const ring = lShape(100, 60, 40, 25, 0);
  near(planeArea([[[...ring, ring[0]]]]), 100 * 60 - 40 * 25, 1e-9);
  assert.ok(!ring.some(([x, y]) => x === 60 && y === 100), 'the corner is gone');
  assert.ok(ring.some(([x, y]) => x === 35 && y === 60));
  assert.throws(() => lShape(100, 60, 100, 25, 0), says(/must be smaller than the whole/));
  assert.throws(() => lShape(100, 60, 10, 60, 0), says(/must be smaller/));
  assert.throws(() => rectangle(0, 10, 0), says(/length is 0/));
  assert.throws(() => rectangle(10, NaN, 0), says(/width/));
});

test('four sides and a diagonal give back any four corners that were measured so', () => {
  const coordinate = fc.double({ min: 20, max: 200, noNaN: true });
  fc.assert(
    fc.property(
      ...([coordinate, coordinate, coordinate, coordinate, coordinate] as const),
      (north, east, deep, wide, way) => {
        // Corners clockwise from the first: the way north, across, and back at any slant.
        const corners: Point[] = [
          [0, 0],
          [0, north],
          [east, north + deep / 3],
          [wide, -deep / 4],
        ];
        const sides = lengths(corners) as [number, number, number, number];
        const [x, y] = corners[2];
        const ring = fromSidesAndDiagonal(sides, Math.hypot(x, y), way);
        turnBy(corners, way).forEach((wanted, i) => samePoint(ring[i], wanted, 1e-4));
      },
    ),
    { numRuns: 200 },
  );
});

test('sides that cannot meet over the diagonal are named', () => {
  assert.throws(
    () => fromSidesAndDiagonal([10, 10, 10, 10], 25, 0),
    says(/Sides 1 and 2 do not meet/),
  );
  assert.throws(
    () => fromSidesAndDiagonal([20, 20, 5, 5], 25, 0),
    says(/Sides 4 and 3 do not meet/),
  );
  assert.throws(() => fromSidesAndDiagonal([20, -1, 5, 5], 25, 0), says(/side 2 is −?-?1/));
});

test('legs are suspected by the care they were taken with: paced ones allow more than taped ones', () => {
  // The end lies 12 m north of the beginning, and leg 1 points 5° off north.
  const legs = [leg(5, 112), leg(90, 100), leg(180, 100), leg(270, 109.8)];
  const at = (ordinary: number) =>
    closeTraverse(legs, { bearing: 0, length: ordinary / Math.hypot(112, 100, 100, 109.8) });
  const [loose, close] = [at(2), at(0.4)];
  near(loose.ordinary, 2, 1e-9);
  assert.ok(loose.gross && close.gross);
  // Across leg 1 the end lies 12 sin 5° = 1.05 m: less than two ordinary errors of 2 m, more than two of 0.4 m.
  assert.ok(loose.suspects.includes(1), String(loose.suspects));
  assert.ok(!close.suspects.includes(1), String(close.suspects));
});

test('a field book in feet is read as its writer wrote it', () => {
  const FIELD_BOOK: readonly [line: string, degrees: number, feet: number][] = [
    ["95 1/2° 612'", 95.5, 612],
    ['95½ 612’', 95.5, 612],
    ['S 5¼ E 300 ft.', 174.75, 300],
    ['N 12-30 W 120', 347.5, 120],
    ['12-30-36 120', 12.51, 120],
    ['N 83 W 9 chains 10 links', 277, 600.6],
    ['95.5° 6 ch 12 lk', 95.5, 403.92],
    ['45 20 rods', 45, 330],
    ['due north 120', 0, 120],
    ['W 40', 270, 40],
    ['1) S 45 W 210', 225, 210],
    ['1-2 095 612', 95, 612],
    ['A to B: N 5 E 3 ch', 5, 198],
    ['12-13 120 ft', 12 + 13 / 60, 120],
  ];
  for (const [line, degrees, feet] of FIELD_BOOK) {
    const [{ bearing, length }] = readLegs(line, 'us');
    near(bearing, radians(degrees));
    near(length, feet * 0.3048);
  }
  for (const line of [
    '95 5/2 612',
    '1/2 612',
    'N 12-30',
    'due 40',
    '12-30',
    '12-75 9',
    'N 12°60′ E 9',
    'S-12 W 120',
    'N-W 45 120',
  ])
    assert.throws(() => readLegs(line, 'us'), line);
});
