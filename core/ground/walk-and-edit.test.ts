import { words } from '../../src/lib/words';
import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import type { Point } from '../measure/plane';
import {
  endOfLeg,
  joinAreas,
  reaching,
  together,
  parsePlaces,
  quadrantBearing,
  splitBy,
  writePlaces,
} from './edit';
import type { Keepout } from './keepouts';
import { planeArea, type MultiPolygon } from './polygon';
import { profile, type Surface } from './surface';
import { readLeg } from './survey';
import { walkedArea, type Fix } from './walk';
import { cutZone } from './zone-cut';
import { bearsDamp, bearsLight, judge, ORDINARY_SOIL, rangeOf, DAMP } from './zones';

const block: MultiPolygon = [
  [
    [
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ],
    [
      [40, 20],
      [40, 30],
      [55, 30],
      [55, 20],
    ],
  ],
];

test('bearing and distance as surveyors write them', () => {
  const close = (text: string, bearing: number, distance: number) => {
    const leg = readLeg(text, 'metric');
    assert.ok(Math.abs(leg.bearing - (bearing * Math.PI) / 180) < 1e-12, text);
    assert.ok(Math.abs(leg.length - distance) < 1e-9, text);
  };
  close('N 34° E 120 m', 34, 120);
  close('n34e 120', 34, 120);
  close('S 12.5° W 80 ft', 192.5, 80 * 0.3048);
  close('034° 120 m', 34, 120);
  close('S 0 E 5', 180, 5);
  close('N 90 W 5', 270, 5);
  close('north 5', 0, 5);
  close('N 34 E 5 rods', 34, 25.146);
  for (const wrong of ['', 'N 120 E 5', 'up 5', '34°', '400° 5 m', 'N 34 E five', '20° -4 m'])
    assert.throws(() => readLeg(wrong, 'metric'), says(/bearing and distance|above 0/), wrong);
  // A unit that nobody knows is told with the whole leg; a length that can be read two ways is asked about.
  assert.throws(() => readLeg('N 34 E 5 cubits', 'metric'), says(/bearing and distance/));
  assert.throws(() => readLeg('034° 1.250', 'metric'), says(/1.250/));
  const [x, y] = endOfLeg([10, 10], readLeg('N 90 E 7', 'metric'));
  assert.ok(Math.abs(x - 17) < 1e-9 && Math.abs(y - 10) < 1e-9);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 359.9, noNaN: true }), (turn) => {
      const bearing = (turn * Math.PI) / 180;
      const again = readLeg(`${quadrantBearing(bearing)} 10 m`, 'metric').bearing;
      const off = Math.abs(again - bearing);
      assert.ok(Math.min(off, 2 * Math.PI - off) < 0.001);
    }),
  );
});

test('places typed one a line, and written so that they read again', () => {
  const places: Point[] = [
    [11.5, 51.6],
    [-11.25, -51.1234567],
  ];
  assert.deepEqual(parsePlaces(writePlaces(places), 2), places);
  assert.deepEqual(parsePlaces('11.5 51.6\n 11.6; 51.7 ', 2)[1], [11.6, 51.7]);
  assert.throws(() => parsePlaces('11.5, 51.6\n11.6', 2), says(/Line 2 is no/));
  assert.throws(() => parsePlaces('51.6, 111.5\n11.6, 51', 2), says(/Line 1 is no/));
  assert.throws(() => parsePlaces('11.5, 51.6', 2), says(/at least 2/));
});

test('split parts add up to the whole and join again; a line beside the block is told', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 95, noNaN: true }),
      fc.double({ min: 5, max: 95, noNaN: true }),
      (low, high) => {
        const parts = splitBy(block, [
          [low, -5],
          [high, 65],
        ]);
        assert.ok(parts.length >= 2);
        const total = parts.reduce((sum, part) => sum + planeArea(part), 0);
        assert.ok(Math.abs(total - planeArea(block)) < 1e-6);
        const whole = parts.reduce((a, b) => joinAreas(a, b));
        assert.ok(Math.abs(planeArea(whole) - planeArea(block)) < 1e-6);
      },
    ),
    { numRuns: 40 },
  );
  assert.throws(
    () =>
      splitBy(block, [
        [200, 0],
        [200, 50],
      ]),
    says(/does not part the block/),
  );
});

const surface: Surface = {
  minX: -10,
  minY: -10,
  cell: 2,
  columns: 61,
  rows: 41,
  heights: Float32Array.from({ length: 61 * 41 }, (_, i) => {
    const [x, y] = [-10 + 2 * (i % 61), -10 + 2 * Math.floor(i / 61)];
    return 50 + 0.1 * y + (x > 60 ? 0.5 * (x - 60) : 0);
  }),
};

test('zones cut from the ground: below a level, steeper than a limit, near water', () => {
  const low = cutZone(surface, block, { kind: 'below', level: 52 });
  // Height 52 lies at y = 20 where the ground is even.
  const part = planeArea(low);
  assert.ok(Math.abs(part - 62.2 * 20) < 130, `${part}`);
  // Rising towards the east, the same level lies at x = 20: a node is where it is, and not a cell beside it.
  const east = Float32Array.from({ length: 61 * 41 }, (_, i) => 50 + 0.1 * (-10 + 2 * (i % 61)));
  const west = cutZone({ ...surface, heights: east }, block, { kind: 'below', level: 52 });
  const reach = Math.max(...west.flat(2).map(([x]) => x));
  assert.ok(Math.abs(reach - 20) < 0.05, `${reach}`);
  const steep = cutZone(surface, block, { kind: 'steeper', slope: 0.3 });
  assert.ok(Math.abs(planeArea(steep) - 40 * 60) < 200);
  const water = cutZone(undefined, block, {
    kind: 'water',
    distance: 10,
    lines: [
      [
        [0, 0],
        [100, 0],
      ] as Point[],
    ],
  });
  assert.ok(Math.abs(planeArea(water) - 1000) < 5);
  assert.throws(
    () => cutZone(undefined, block, { kind: 'below', level: 1 }),
    says(/needs an elevation/),
  );
  assert.throws(
    () => cutZone(surface, block, { kind: 'below', level: 1 }),
    says(/No ground of this block/),
  );
});

test('a profile measures level and along the ground', () => {
  const points = profile(surface, [
    [10, 0],
    [10, 40],
  ]);
  const last = points.at(-1)!;
  assert.ok(Math.abs(last.along - 40) < 1e-9);
  assert.ok(Math.abs(last.ground - Math.hypot(40, 4)) < 1e-3);
});

test('a walk: area, its error, and a spike left out', () => {
  const ring: Point[] = [];
  for (let i = 0; i < 80; i++) {
    const side = Math.floor(i / 20);
    const t = (i % 20) * 2;
    ring.push(
      (
        [
          [t, 0],
          [40, t],
          [40 - t, 40],
          [0, 40 - t],
        ] as Point[]
      )[side],
    );
  }
  const fixes = ring.map((_, i): Fix => ({ lon: 0, lat: 0, accuracy: 1, at: i * 2000 }));
  const clean = walkedArea(ring, fixes);
  assert.ok(Math.abs(clean.area - 1600) < 1e-6);
  assert.ok(!clean.spikes.includes(true));
  const jumped = ring.map((point, i): Point => (i === 30 ? [point[0] + 90, point[1]] : point));
  const spiked = walkedArea(jumped, fixes);
  assert.deepEqual(
    spiked.spikes.flatMap((spike, i) => (spike ? [i] : [])),
    [30],
  );
  assert.ok(Math.abs(spiked.area - 1600) < 30);
  // The propagated error against corners that really err, seeded by the test runner.
  let squares = 0;
  const runs = 400;
  let seed = 1;
  const gauss = () => {
    const next = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    return Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
  };
  for (let run = 0; run < runs; run++) {
    const noisy = ring.map(([x, y]): Point => [x + gauss(), y + gauss()]);
    squares += (planeArea([[noisy]]) - 1600) ** 2;
  }
  assert.ok(Math.abs(Math.sqrt(squares / runs) / clean.areaError - 1) < 0.15);
});

test('words of a card become ranges, and soils sentences with what they change', () => {
  assert.deepEqual(rangeOf('dry to damp', DAMP), [0, 2]);
  assert.deepEqual(rangeOf('anything', DAMP), [0, 3]);
  assert.ok(bearsDamp({ damp: 'damp to wet' }, 'wet') && !bearsDamp({ damp: 'dry' }, 'wet'));
  assert.ok(bearsLight({ light: 'light to half shade' }, 'half shade'));
  assert.ok(!bearsLight({ light: 'full light' }, 'shade'));
  assert.ok(
    bearsLight({ light: 'half shade' }, 'half shade') &&
      !bearsLight({ light: 'half shade' }, 'shade'),
  );
  const zone = { damp: 'fresh', light: 'full light', soil: ORDINARY_SOIL } as const;
  assert.deepEqual(judge(zone, 'hand', 0.02), []);
  const clay = judge({ ...zone, soil: { ...ORDINARY_SOIL, texture: 'clay' } }, 'hand');
  assert.match(words(clay[0].sentence), /Scarify/);
  const wet = (texture: 'clay' | 'loam', drainage: 'free' | 'winter-wet') =>
    judge({ ...zone, soil: { ...ORDINARY_SOIL, texture, drainage } }, 'hand').some(
      ({ sentence }) => sentence.key === 'ground.clayWet',
    );
  assert.deepEqual(
    [wet('clay', 'winter-wet'), wet('clay', 'free'), wet('loam', 'winter-wet')],
    [true, false, false],
  );
  const dry = (texture: 'sand' | 'loam', drainage: 'free' | 'winter-wet', damp: 'dry' | 'fresh') =>
    judge({ ...zone, damp, soil: { ...ORDINARY_SOIL, texture, drainage } }, 'hand').some(
      ({ sentence }) => sentence.key === 'ground.drySand',
    );
  assert.deepEqual(
    [dry('sand', 'free', 'dry'), dry('loam', 'free', 'dry'), dry('sand', 'free', 'fresh')],
    [true, false, false],
  );
  assert.equal(dry('sand', 'winter-wet', 'dry'), false);
  assert.match(words(judge(zone, 'machine', 0.2)[0].sentence), /15 %.*Run the machine up and down/);
  assert.match(words(judge(zone, 'machine', 0.3)[0].sentence), /25 %/);
});

test('a split shares keep-outs out by where they reach; joined again, what both have is one', () => {
  const line = (id: string, x: number, setback: number, within?: number): Keepout => ({
    ...{ id, kind: 'fence' as const, name: id, reason: '', located: null },
    shape: {
      type: 'LineString',
      coordinates: [
        [x, -10],
        [x, 70],
      ] as Point[],
    },
    ...{ setback, near: within ? { within, height: 5 } : null },
  });
  const kept = [
    line('west', 10, 2),
    line('east', 95, 3),
    line('middle', 49, 2),
    line('wires', 20, 1, 40),
  ];
  const [left, right] = splitBy(block, [
    [50, -5],
    [50, 65],
  ]).sort((a, b) => a[0][0][0][0] - b[0][0][0][0]);
  const same = (point: Point) => point;
  const west = left.flat(2).some(([x]) => x < 1) ? left : right;
  const east = west === left ? right : left;
  const ids = (part: MultiPolygon) => reaching(kept, part, same).map(({ id }) => id);
  // The line in the middle reaches a metre over the cut; the wires limit heights far beyond it.
  assert.deepEqual(ids(west), ['west', 'middle', 'wires']);
  assert.deepEqual(ids(east), ['east', 'middle', 'wires']);
  const copies = reaching(kept, east, same).map((keepout, i) => ({ ...keepout, id: `copy ${i}` }));
  const joined = together(reaching(kept, west, same), copies);
  assert.deepEqual(joined.map(({ name }) => name).sort(), ['east', 'middle', 'west', 'wires']);
  // What was changed on one side since is another thing.
  const changed = copies.map((copy) => (copy.name === 'middle' ? { ...copy, setback: 9 } : copy));
  assert.equal(together(reaching(kept, west, same), changed).length, 5);
});
