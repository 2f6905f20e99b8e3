import { isTold } from '../say/told';
import { wordsOf } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane, type Point } from '../measure/plane';
import { checkBoundary, findCrossing, mendBoundary, overlaps } from './boundary';
import { keepoutDefault, type Keepout } from './keepouts';
import { drawnGround, plantableArea } from './plantable';
import { heightAt } from './surface';
import {
  areaBothWays,
  bearingOf,
  contains,
  longestSide,
  mapPoints,
  nearestSide,
  perimeter,
  planeArea,
  signedArea,
  type MultiPolygon,
} from './polygon';
import { fromShape, keepAway, toMultiPolygon } from './topology';

const plane = localPlane([11, 51]);
const lonLat = (...ring: Point[]): MultiPolygon => [[ring.map(plane.toLonLat)]];
const square = lonLat([-100, -100], [100, -100], [100, 100], [-100, 100]);
const told = (pattern: RegExp) => (error: unknown) => isTold(error) && pattern.test(wordsOf(error));

const fence = (setback: number, coordinates: Point[]): Keepout => ({
  id: 'f',
  kind: 'fence',
  name: 'fence',
  shape: { type: 'LineString', coordinates: coordinates.map(plane.toLonLat) },
  setback,
  reason: '',
});

test('a boundary comes out counter-clockwise, closed or not, repeated corners dropped', () => {
  const clockwise = [...square[0][0]].reverse();
  const [ring] = checkBoundary([[[...clockwise, clockwise[0]]]])[0];
  assert.equal(ring.length, 4);
  assert.ok(planeArea([[ring]]) > 0);
  const twice = checkBoundary([[[square[0][0][0], ...square[0][0]]]]);
  assert.equal(twice[0][0].length, 4);
});

test('what cannot be a boundary is refused with a sentence', () => {
  assert.throws(() => checkBoundary([]), told(/no area/));
  assert.throws(() => checkBoundary(lonLat([0, 0], [10, 0])), told(/at least three/));
  const bowtie = lonLat([-100, -100], [100, 100], [100, -100], [-100, 100]);
  assert.throws(() => checkBoundary(bowtie), told(/crosses itself: side 1 and side 3/));
  assert.throws(() => checkBoundary(lonLat([0, 0], [2, 0], [2, 2], [0, 2])), told(/holds 4 m²/));
  const vast: MultiPolygon = [
    [
      [
        [10, 50],
        [10.5, 50],
        [10.5, 50.5],
        [10, 50.5],
      ],
    ],
  ];
  assert.throws(() => checkBoundary(vast), told(/at most 10.000 ha/));
  const metres: MultiPolygon = [
    [
      [
        [651000, 5664000],
        [651200, 5664000],
        [651200, 5664200],
      ],
    ],
  ];
  assert.throws(() => checkBoundary(metres), told(/UTM zone/));
  const nothing: MultiPolygon = [
    [
      [
        [10, NaN],
        [10.1, 50],
        [10.1, 50.1],
      ],
    ],
  ];
  assert.throws(() => checkBoundary(nothing), told(/no number/));
});

test('swapped latitude and longitude is noticed where it can be', () => {
  const impossible: MultiPolygon = [
    [
      [
        [51, 111],
        [51.001, 111],
        [51.001, 111.001],
      ],
    ],
  ];
  assert.throws(() => checkBoundary(impossible), told(/swapped/));
  const turned = square.map((rings) => rings.map((ring) => ring.map(([x, y]): Point => [y, x])));
  assert.throws(() => checkBoundary(turned, [11, 51]), told(/swapped/));
  assert.doesNotThrow(() => checkBoundary(square, [11, 51]));
  // No longitude, whatever the latitude could be: metres of a grid whose northing begins nearby.
  const grid = square.map((rings) =>
    rings.map((ring) => ring.map(([x, y]): Point => [x + 400, y])),
  );
  assert.throws(
    () => checkBoundary(grid),
    (error) => isTold(error) && error.said.key === 'ground.projected',
  );
});

test('touching sides of a ring count as crossing, neighbours do not', () => {
  const bowtie: Point[] = [
    [1, 1],
    [9, 5],
    [9, 1],
    [1, 3],
  ];
  // y = 1 + (x − 1) / 2 and y = 3 − (x − 1) / 4 meet where x − 1 is 8 / 3.
  const { first, second, at } = findCrossing(bowtie)!;
  assert.deepEqual([first, second], [1, 3]);
  assert.ok(Math.hypot(at[0] - 11 / 3, at[1] - 7 / 3) < 1e-12, `${at}`);
  assert.equal(
    findCrossing([
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ]),
    undefined,
  );
  assert.ok(
    findCrossing([
      [0, 0],
      [4, 0],
      [4, 4],
      [2, 0],
      [0, 4],
    ]),
  );
});

test('plane and ellipsoid agree on the area within a tenth of a per cent, far from the equator too', () => {
  for (const [lon, lat] of [
    [11, 51],
    [-70, -54],
    [25, 68],
    [100, 0.01],
  ] as Point[]) {
    const local = localPlane([lon, lat]);
    const parts: MultiPolygon = [
      [
        (
          [
            [-2000, -2500],
            [2500, -2000],
            [2200, 2400],
            [-1800, 1900],
          ] as Point[]
        ).map(local.toLonLat),
      ],
    ];
    const both = areaBothWays(parts, local);
    assert.ok(
      Math.abs(both.plane / both.geodesic - 1) < 1e-3,
      `${lat}: ${both.plane / both.geodesic}`,
    );
  }
});

test('the working of the plantable area adds up, and overlaps count once', () => {
  const ground = plantableArea(
    square,
    [
      fence(5, [
        [-200, 0],
        [200, 0],
      ]),
      fence(5, [
        [0, -200],
        [0, 200],
      ]),
    ],
    0,
    plane,
  );
  const expected = 200 * 200 - 10 * 200 - 10 * 190;
  assert.ok(Math.abs(ground.plantable.value - expected) < 1, String(ground.plantable.value));
  assert.ok(Math.abs(ground.keptOut[1].takes - 1900) < 1);
  const steps = ground.plantable.steps.reduce((sum, { value }) => sum + value, 0);
  assert.ok(Math.abs(steps - ground.plantable.value) < 1e-6);
  assert.ok(Math.abs(planeArea(ground.area) - ground.plantable.value) < 0.01);
  assert.equal(ground.area.length, 4, 'a cross of two fences parts the block in four');
});

test('a margin shrinks the block by its own width on every side', () => {
  const ground = plantableArea(square, [], 10, plane);
  assert.ok(Math.abs(ground.plantable.value - 180 * 180) < 0.5);
});

test('a keep-out inside the block becomes a hole with round corners', () => {
  const house: Keepout = {
    ...fence(6, []),
    kind: 'building',
    name: 'house',
    shape: {
      type: 'Polygon',
      coordinates: [
        (
          [
            [-5, -5],
            [5, -5],
            [5, 5],
            [-5, 5],
          ] as Point[]
        ).map(plane.toLonLat),
      ],
    },
  };
  const ground = plantableArea(square, [house], 0, plane);
  assert.equal(ground.area[0].length, 2);
  const exact = 10 * 10 + 4 * 10 * 6 + Math.PI * 36;
  assert.ok(Math.abs(ground.keptOut[0].takes - exact) < 0.5, String(ground.keptOut[0].takes));
});

test('a setback that leaves nothing, or a negative one, names the culprit', () => {
  assert.throws(
    () =>
      plantableArea(
        square,
        [
          fence(500, [
            [-200, 0],
            [200, 0],
          ]),
        ],
        1,
        plane,
      ),
    told(/Nothing is left.*“fence” takes most; its setback is 500 m/),
  );
  assert.throws(
    () =>
      plantableArea(
        square,
        [
          fence(-1, [
            [0, 0],
            [1, 1],
          ]),
        ],
        0,
        plane,
      ),
    told(/“fence” is −1 m; it must be 0 or more/),
  );
  assert.throws(() => plantableArea(square, [], 150, plane), told(/The margin is 150 m/));
});

test('an overhead line limits height as far as the tallest species grows, and forbids nothing', () => {
  const line = keepoutDefault('overhead-line', 25);
  assert.deepEqual([line.setback, line.near], [0, { within: 25, height: 6 }]);
  assert.equal(keepoutDefault('fence', 25).near, null);
  const wires = {
    ...fence(0, [
      [4, -50],
      [4, 50],
    ]),
    kind: 'overhead-line' as const,
    name: 'wires',
    near: { within: 3, height: 6 },
  };
  const { limits, plantable, gross } = plantableArea(square, [wires], 0, plane);
  assert.ok(Math.abs(plantable.value - gross.value) < 1e-9);
  assert.equal(limits[0].why, 'Wires');
  assert.equal(limits[0].height, 6);
  assert.ok(planeArea(limits[0].parts) > 0);
});

test('sides, bearings and containment', () => {
  const block: MultiPolygon = [
    [
      [
        [0, 0],
        [40, 0],
        [40, 10],
        [0, 10],
      ],
      [
        [5, 5],
        [6, 5],
        [6, 6],
      ],
    ],
  ];
  assert.equal(longestSide(block).length, 40);
  assert.equal(bearingOf([0, 0], [0, -5]), Math.PI);
  assert.equal(bearingOf([0, 0], [0, 5]), 0, 'north is 0, not a whole turn');
  assert.equal(nearestSide(block, [39, 4]).length, 10);
  // Of slanted sides the one whose foot is nearest, and not its ends.
  const slanted = [
    [
      [
        [0, 0],
        [60, 20],
        [30, 70],
      ],
    ],
  ] as MultiPolygon;
  const { from, to } = nearestSide(slanted, [44, 42]);
  assert.deepEqual([from, to], [slanted[0][0][1], slanted[0][0][2]]);
  assert.deepEqual(nearestSide(slanted, [33, 12]).to, [60, 20]);
  assert.deepEqual(nearestSide(slanted, [13, 34]).to, [0, 0]);
  // 100 m round the outer ring, and 2 + √2 m round the hole; where it lies is no matter.
  const around = perimeter(block);
  assert.ok(Math.abs(around - (102 + Math.SQRT2)) < 1e-9, `${around}`);
  const moved = mapPoints(block, ([x, y]) => [x - 300, y + 70]);
  assert.ok(Math.abs(perimeter(moved) - around) < 1e-9);
  assert.ok(contains(block, [1, 1]));
  assert.ok(!contains(block, [5.9, 5.3]));
  assert.ok(!contains(block, [41, 1]));
});

test('no place that is left is nearer to a keep-out than its setback, at corners and ends neither', () => {
  const track: Point[] = Array.from({ length: 40 }, (_, i) => [
    -60 + 3 * i,
    12 * Math.sin(i / 3) + (i % 2),
  ]);
  const shapes: Keepout['shape'][] = [
    { type: 'Point', coordinates: [0, 0] },
    {
      type: 'LineString',
      coordinates: [
        [-40, -30],
        [0, 20],
        [10, 20],
        [30, -50],
      ],
    },
    { type: 'LineString', coordinates: track },
    {
      type: 'Polygon',
      coordinates: [
        [
          [-20, -20],
          [20, -20],
          [20, 25],
          [0, 5],
          [-20, 25],
        ],
      ],
    },
  ];
  /** Distance of a place from a shape by its own legs, nothing of the topology library in it. */
  const away = (shape: Keepout['shape'], [px, py]: Point): number => {
    const line =
      shape.type === 'Point'
        ? [shape.coordinates, shape.coordinates]
        : shape.type === 'LineString'
          ? shape.coordinates
          : [...shape.coordinates[0], shape.coordinates[0][0]];
    let nearest = Infinity;
    for (let i = 1; i < line.length; i++) {
      const [[x, y], [x2, y2]] = [line[i - 1], line[i]];
      const [dx, dy] = [x2 - x, y2 - y];
      const t = Math.max(
        0,
        Math.min(1, ((px - x) * dx + (py - y) * dy) / (dx * dx + dy * dy || 1)),
      );
      nearest = Math.min(nearest, Math.hypot(px - x - t * dx, py - y - t * dy));
    }
    return nearest;
  };
  for (const distance of [0.5, 3, 15, 40])
    for (const shape of shapes) {
      const band = toMultiPolygon(keepAway(fromShape(shape), distance));
      let farthest = 0;
      for (const rings of band)
        for (const ring of rings)
          ring.forEach(([x, y], i) => {
            const [x2, y2] = ring[(i + 1) % ring.length];
            for (let t = 0; t < 1; t += 0.125) {
              const off = away(shape, [x + (x2 - x) * t, y + (y2 - y) * t]);
              assert.ok(off > distance - 2e-3, `${shape.type} at ${distance}: ${off}`);
              farthest = Math.max(farthest, off);
            }
          });
      // Nor is more kept free than asked: round corners reach out by a thousandth.
      assert.ok(farthest < distance * 1.0015 + 1e-6, `${shape.type} at ${distance}: ${farthest}`);
    }
  // An area with a bay, made smaller: nothing left is nearer to its edge.
  const [bay] = [shapes[3].type === 'Polygon' ? shapes[3] : undefined];
  for (const [ring] of toMultiPolygon(keepAway(fromShape(bay!), -6)))
    for (const corner of ring) assert.ok(away(bay!, corner) > 6 - 2e-3);
});

test('parts that overlap are one, holes that cross are one, a hole that reaches out is cut', () => {
  const box = (x: number, y: number, size: number): Point[] =>
    [
      [x, y],
      [x + size, y],
      [x + size, y + size],
      [x, y + size],
    ].map(([east, north]) => plane.toLonLat([east, north]));
  const area = (parts: MultiPolygon) => planeArea(mapPoints(parts, plane.toPlane));
  const said = (parts: MultiPolygon) => {
    const mended = mendBoundary(parts);
    return [Math.round(area(mended.parts)), mended.notes.map(({ key }) => key)];
  };
  assert.deepEqual(said([[box(0, 0, 100)], [box(50, 0, 100)]]), [15_000, ['ground.partsUnited']]);
  assert.deepEqual(said([[box(0, 0, 100)], [box(200, 0, 100)]]), [20_000, []]);
  assert.deepEqual(said([[box(0, 0, 100), box(10, 10, 20), box(20, 10, 20)]]), [
    10_000 - 600,
    ['ground.holesUnited'],
  ]);
  assert.deepEqual(said([[box(0, 0, 100), box(90, 10, 20)]]), [10_000 - 200, ['ground.holeCut']]);
  assert.deepEqual(said([[box(0, 0, 100), box(10, 10, 20)]]), [9600, []]);
  // Whichever way a file draws its rings, an outer one runs against the clock, and a hole with it.
  for (const turned of [0, 1, 2, 3]) {
    const rings = [box(0, 0, 100), box(10, 10, 20)].map((ring, i) =>
      turned & (1 << i) ? [...ring].reverse() : ring,
    );
    const [outer, hole] = mendBoundary([rings]).parts[0];
    assert.ok(signedArea(outer) > 0 && signedArea(hole) < 0, `turned ${turned}`);
  }
  assert.throws(
    () => mendBoundary([[box(0, 0, 100), box(300, 0, 20)]]),
    told(/Hole 1 lies outside the boundary/),
  );
  // Gross, kept out and plantable add up where parts overlapped.
  const united = mendBoundary([[box(-80, -80, 100)], [box(-30, -80, 100)]]).parts;
  const { plantable, gross, keptOut } = plantableArea(
    united,
    [
      fence(2, [
        [-100, -40],
        [100, -40],
      ]),
    ],
    1,
    plane,
  );
  assert.ok(keptOut.every(({ takes }) => takes >= 0));
  assert.ok(Math.abs(gross.value - 15_000) < 1);
  assert.ok(plantable.value < gross.value);
  const far = mendBoundary([[box(0, 0, 100)]], [plane.toLonLat([0, 0])[0] + 9, 45]);
  assert.deepEqual(
    far.notes.map(({ key }) => key),
    ['ground.farFromSite'],
  );
});

test('a pond is an area: nothing stands in it, and only what bears damp near its bank', () => {
  const { near, setback, draws } = keepoutDefault('water', 20);
  assert.equal(draws, 'Polygon');
  const pond: Keepout = {
    ...fence(setback, []),
    kind: 'water',
    shape: {
      type: 'Polygon',
      coordinates: [
        (
          [
            [-20, -10],
            [20, -10],
            [20, 10],
            [-20, 10],
          ] as Point[]
        ).map(plane.toLonLat),
      ],
    },
    near,
  };
  const { area, limits, keptOut } = plantableArea(square, [pond], 0, plane);
  const free = (x: number, y: number) => contains(area, [x, y]);
  assert.deepEqual([free(0, 0), free(0, 10.5), free(0, 11.5)], [false, false, true]);
  assert.equal(limits.length, 1);
  assert.equal(limits[0].damp !== undefined, true, 'its bank is damp ground');
  assert.ok(contains(limits[0].parts, [0, 14]) && !contains(limits[0].parts, [0, 16]));
  // 40 × 20 m of water, and the metre round it: sides and a quarter circle at each corner.
  assert.ok(Math.abs(keptOut[0].takes - (800 + 120 + Math.PI)) < 0.05, String(keptOut[0].takes));
});

test('a new block that lies on another one says on how much of it; a shared hedge says nothing', () => {
  const box = (x: number, y: number, wide: number, deep: number): MultiPolygon => [
    [
      [
        [x, y],
        [x + wide, y],
        [x + wide, y + deep],
        [x, y + deep],
      ].map(([east, north]) => plane.toLonLat([east, north])),
    ],
  ];
  const blocks = [
    { name: 'West', boundary: box(-200, 0, 150, 100) },
    { name: 'East', boundary: box(100, 0, 100, 100) },
  ];
  // Ten metres into West, and 10 cm into East along the hedge: 10 m², which nobody can tape.
  const found = overlaps(box(-60, 0, 160.1, 100), blocks);
  assert.deepEqual(
    found.map(({ key }) => key),
    ['ground.overlaps'],
  );
  assert.equal(found[0].figures.name, 'West');
  assert.ok(Math.abs((found[0].figures.area as { value: number }).value - 1000) < 1);
  assert.deepEqual(overlaps(box(500, 0, 10, 10), blocks), []);
});

test('heights are known on the nodes and between them, and nowhere a step outside', () => {
  const surface = {
    ...{ minX: 10, minY: 20, cell: 5, columns: 3, rows: 3 },
    heights: Float64Array.from([0, 1, 2, 10, 11, 12, 20, 21, 22]),
  };
  assert.equal(heightAt(surface, 10, 20), 0);
  assert.equal(heightAt(surface, 20, 30), 22, 'the last node belongs to it');
  assert.equal(heightAt(surface, 12.5, 22.5), 5.5);
  for (const [x, y] of [
    [20.01, 25],
    [15, 30.01],
    [9.99, 25],
    [15, 19.99],
    [24, 25],
  ])
    assert.ok(Number.isNaN(heightAt(surface, x, y)), `${x}, ${y}`);
});

test('what a plan draws is the ground itself to the centimetre, and no longitude of a neighbour goes along', () => {
  const ground = plantableArea(
    square,
    [
      fence(3, [
        [-100.123456, 0.98765],
        [100, 20.00499],
      ]),
    ],
    2,
    plane,
  );
  const drawn = drawnGround(ground);
  assert.ok(Math.abs(planeArea(drawn.boundary) - planeArea(ground.boundary)) < 4);
  const [{ keepout, shape, band }] = drawn.keptOut;
  assert.deepEqual(keepout, { kind: 'fence', name: 'fence' });
  assert.deepEqual(shape.coordinates, [
    [-100.12, 0.99],
    [100, 20],
  ]);
  const [{ band: exact }] = ground.keptOut;
  band.flat(2).forEach((point, i) => {
    const [x, y] = exact.flat(2)[i];
    assert.ok(Math.hypot(point[0] - x, point[1] - y) <= Math.SQRT1_2 / 100 + 1e-9);
  });
  assert.ok(JSON.stringify(drawn).length < JSON.stringify(ground.keptOut).length / 2);
});
