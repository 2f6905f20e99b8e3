import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import {
  KEEPOUT_DEFAULTS,
  type Keepout,
  type KeepoutKind,
  type KeepoutShape,
} from '../ground/keepouts';
import type { MultiPolygon, Ring } from '../ground/polygon';
import { DAMP, DRAINAGE, LIGHT, ORDINARY_SOIL, TEXTURES, type Zone } from '../ground/zones';
import { keepoutsBrought, withoutTheBlock, zonesBrought } from './brought';
import {
  groundToCsv,
  groundToGeoJson,
  groundToGpx,
  groundToKml,
  type GroundExport,
} from './ground';
import type { Point } from '../measure/plane';
import { boundaryOf, readShapes } from './read';

const WRITERS = {
  geojson: groundToGeoJson,
  kml: groundToKml,
  gpx: groundToGpx,
  csv: groundToCsv,
};

// Places with seven decimals, as they are written: a centimetre.
const at = (n: number) => Math.round(n * 1e7) / 1e7;
const square = (x: number, y: number, half: number): Ring =>
  [
    [x - half, y - half],
    [x + half, y - half],
    [x + half, y + half],
    [x - half, y + half],
  ].map(([a, b]) => [at(a), at(b)]);
const place = fc
  .tuple(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 }))
  .map(([x, y]): [number, number] => [at(10.4 + x / 1e5), at(51.2 + y / 1e5)]);
const shapes: fc.Arbitrary<KeepoutShape> = fc.oneof(
  place.map((coordinates) => ({ type: 'Point' as const, coordinates })),
  fc
    .uniqueArray(place, { minLength: 2, maxLength: 5, selector: String })
    .map((coordinates) => ({ type: 'LineString' as const, coordinates })),
  place.map(([x, y]) => ({
    type: 'Polygon' as const,
    coordinates: [square(x, y, 4e-4), square(x, y, 1e-4).reverse()],
  })),
);
/** Names as people type them: quotes, marks of the formats, other scripts; no blank ends. */
const names = fc
  .string({ unit: fc.constantFrom(...'aZ9 ,;"\'<&>=äñ#{}日'), minLength: 1, maxLength: 20 })
  .map((text) => `n${text.trim()}`);
const metres = (most: number) => fc.integer({ min: 0, max: most * 100 }).map((cm) => cm / 100);
const keepouts: fc.Arbitrary<Omit<Keepout, 'id'>> = fc.record({
  kind: fc.constantFrom(...KEEPOUT_DEFAULTS.map(({ kind }) => kind)),
  name: names,
  shape: shapes,
  setback: metres(500),
  reason: fc.oneof(fc.constant(''), names),
  near: fc.option(
    fc
      .tuple(metres(500), fc.option(fc.integer({ min: 1, max: 120 })), fc.boolean())
      .map(([within, height, wetOnly]) => ({
        within,
        ...(height ? { height } : {}),
        ...(wetOnly ? { wetOnly } : {}),
      })),
  ),
  located: fc.option(fc.constantFrom('2026-02-28', '2024-02-29', '2026-11-27')),
});
const zones: fc.Arbitrary<Omit<Zone, 'id'>> = fc.record({
  name: names,
  parts: place.map(([x, y]): MultiPolygon => [
    [square(x, y, 3e-4), square(x, y, 1e-4).reverse()],
    [square(x + 0.002, y, 2e-4)],
  ]),
  damp: fc.constantFrom(...DAMP),
  light: fc.constantFrom(...LIGHT),
  soil: fc.record({
    texture: fc.constantFrom(...TEXTURES),
    depth: metres(10),
    stones: fc.integer({ min: 0, max: 100 }).map((part) => part / 100),
    drainage: fc.constantFrom(...DRAINAGE),
    repellent: fc.boolean(),
    compacted: fc.boolean(),
  }),
});
const boundary: MultiPolygon = [
  [square(10.4, 51.2, 0.01), square(10.4, 51.2, 0.002).reverse()],
  [square(10.43, 51.2, 0.004)],
];

/** Rings whichever corner they begin with, points in the order of their places. */
const inOrder = (ring: Ring): string => {
  const from = ring.reduce((best, point, i) => (String(point) < String(ring[best]) ? i : best), 0);
  return [...ring.slice(from), ...ring.slice(0, from)].join(' ');
};
const sameArea = (a: MultiPolygon, b: MultiPolygon) =>
  assert.deepEqual(
    a.map((rings) => rings.map(inOrder)).sort(),
    b.map((rings) => rings.map(inOrder)).sort(),
  );

for (const [format, write] of Object.entries(WRITERS))
  test(`a ground written as ${format} is read back whole: kinds, setbacks, limits, dates, soils`, () => {
    fc.assert(
      fc.property(
        fc.array(keepouts, { maxLength: 6 }),
        fc.array(zones, { maxLength: 4 }),
        names,
        (own, parts, block) => {
          // Generated records have no prototype; those of a file have.
          [own, parts] = structuredClone([own, parts]);
          const ground = {
            ...{ block, boundary },
            keepouts: own.map((one, i) => ({ ...one, id: `k${i}` })),
            zones: parts.map((one, i) => ({ ...one, id: `z${i}` })),
          } as GroundExport;
          const read = readShapes(write(ground), `ground.${format}`);
          const kept = boundaryOf(structuredClone(read), 'ground');
          sameArea(kept.parts, boundary);
          assert.equal(kept.name, block);
          assert.deepEqual(kept.notes, []);
          // Points and lines come before areas: each is known by its name and shape.
          const key = (one: object) => JSON.stringify(one);
          const found = keepoutsBrought(read, 'other', 25);
          assert.deepEqual(found.map(key).sort(), own.map((one) => key(canonical(one))).sort());
          const ofZones = zonesBrought(read);
          assert.equal(ofZones.length, parts.length);
          parts.forEach((zone, i) => {
            const { parts: ground_, ...about } = ofZones[i];
            sameArea(ground_, zone.parts);
            const { parts: _own, ...asked } = zone;
            assert.deepEqual(about, asked);
          });
        },
      ),
      { numRuns: 60 },
    );
  });

/** Keys in the order in which they are brought. */
const canonical = ({ kind, shape, reason, near, located, name, setback }: Omit<Keepout, 'id'>) => ({
  ...{ kind, shape, setback, name, reason, near, located },
});

test('of somebody else’s file what it says is taken, and the rest is the default of the kind', () => {
  const file = {
    type: 'FeatureCollection',
    features: [
      ['tree', { kind: 'existing-tree', crown_m: 6 }],
      ['pole', { kind: 'nonsense', setback_m: 9000, near_m: 'far', located: '2026-13-40' }],
      ['', { cmt: '{"setback_m":3}' }],
    ].map(([name, properties]) => ({
      type: 'Feature',
      properties: { name, ...(properties as object) },
      geometry: { type: 'Point', coordinates: [10.4, 51.2] },
    })),
  };
  const [tree, pole, plain] = keepoutsBrought(
    readShapes(JSON.stringify(file), 'x.json'),
    'fence',
    25,
  );
  assert.deepEqual([tree.kind, tree.setback, tree.reason], ['existing-tree', 6, undefined]);
  const usual = KEEPOUT_DEFAULTS.find(({ kind }) => kind === 'fence')!;
  assert.deepEqual([pole.kind, pole.setback, pole.located], ['fence', usual.setback, null]);
  assert.deepEqual(
    [plain.setback, plain.name],
    [usual.setback, undefined],
    'a comment of no role of ours',
  );
});

test('what a file calls boundary or zone, line or area, is no keep-out', () => {
  const line = { type: 'LineString', coordinates: [10.4, 10.5].map((east) => [east, 51.2]) };
  const features = ['boundary', 'zone', 'keepout', 'something'].map((role) => ({
    ...{ type: 'Feature', geometry: line, properties: { role, name: role } },
  }));
  const read = readShapes(JSON.stringify({ type: 'FeatureCollection', features }), 'x.json');
  assert.deepEqual(
    keepoutsBrought(read, 'fence', 25).map(({ name }) => name),
    ['keepout', 'something'],
  );
});

test('what somebody else’s file says of a shape is what it is kept clear of as: a wire is no fence', () => {
  const line = { type: 'LineString', coordinates: [10.4, 10.5].map((east) => [east, 51.2]) };
  const point = { type: 'Point', coordinates: [10.4, 51.2] };
  const kinds = (asked: KeepoutKind, given: readonly [object, object][]) => {
    const features = given.map(([properties, geometry]) => ({
      ...{ type: 'Feature', properties, geometry },
    }));
    const read = readShapes(JSON.stringify({ type: 'FeatureCollection', features }), 'x.json');
    return keepoutsBrought(read, asked, 25).map(({ kind, near }) => [kind, near?.height]);
  };
  const plain = (...of: string[]) => of.map((kind) => [kind, undefined]);
  assert.deepEqual(
    kinds('building', [
      [{ NAME: '20 kV', KIND: 'Power line' }, line],
      [{ power: 'cable' }, line],
      [{ layer: 'road drain' }, line],
      [{ natural: 'water' }, line],
      [{ power: '', building: 'no', barrier: 0, highway: ' track', railway: null }, line],
      [{ natural: 'tree', name: 'oak by the stream' }, point],
    ]),
    [
      ['overhead-line', 6],
      ...plain('buried-service', 'drain', 'watercourse', 'road', 'existing-tree'),
    ],
  );
  // A name tells where nobody chose a kind, or where it names what hurts; what a receiver calls every walk, and what a
  // tree is called after, tell nothing.
  const named: [object, object][] = [
    [{ name: 'overhead cable' }, line],
    [{ name: 'gas main north' }, line],
    [{ name: 'electric fence' }, line],
    [{ name: 'Mill Road' }, line],
    [{ name: 'Track 003' }, line],
    [{ name: 'oak by the stream' }, point],
  ];
  const wire = ['overhead-line', 6];
  const none = (kind: string, height?: number) => Array.from({ length: 2 }, () => [kind, height]);
  assert.deepEqual(kinds('fence', named), [
    wire,
    ...plain('buried-service', 'fence', 'road'),
    ...none('fence'),
  ]);
  assert.deepEqual(kinds('building', named), [
    wire,
    ...plain('buried-service'),
    ...none('building', 15),
    ...none('building', 15),
  ]);
  // Whoever asked for a wire gets one, whatever it is called after.
  assert.deepEqual(
    kinds('overhead-line', named),
    named.map(() => wire),
  );
});

test('a table of what stands says its kinds and crowns; what it does not say is the default', () => {
  const csv =
    'lon,lat,name,kind,crown_m\n10.4,51.2,oak,existing-tree,6\n10.41,51.2,hut,building,\n10.42,51.2,,dragon,900';
  const brought = keepoutsBrought(readShapes(csv, 'x.csv', { points: true }), 'other', 25);
  const usual = (kind: string) => KEEPOUT_DEFAULTS.find((one) => one.kind === kind)!.setback;
  assert.deepEqual(
    brought.map(({ name, kind, setback }) => [name, kind, setback]),
    [
      ['oak', 'existing-tree', 6],
      ['hut', 'building', usual('building')],
      [undefined, 'other', usual('other')],
    ],
  );
});

test('areas without a word of ours are zones of ordinary ground, where zones are asked for', () => {
  const ring = [...square(10.4, 51.2, 0.001), square(10.4, 51.2, 0.001)[0]];
  const area = (properties: object) => ({
    ...{ type: 'Feature', properties, geometry: { type: 'Polygon', coordinates: [ring] } },
  });
  const read = (...areas: object[]) =>
    readShapes(JSON.stringify({ type: 'FeatureCollection', features: areas }), 'x.json');
  const [zone] = zonesBrought(read(area({})));
  assert.deepEqual([zone.name, zone.damp, zone.soil], [undefined, 'fresh', ORDINARY_SOIL]);
  const wrong = area({
    role: 'zone',
    name: 'x',
    damp: 'soaked',
    stones: 7,
    depth_m: -1,
    texture: 'clay',
  });
  const [mended] = zonesBrought(read(wrong, area({ name: 'other' })));
  assert.deepEqual([mended.damp, mended.soil], ['fresh', { ...ORDINARY_SOIL, texture: 'clay' }]);
  assert.equal(
    zonesBrought(read(wrong, area({ name: 'other' }))).length,
    1,
    'the file says which are zones',
  );
  assert.deepEqual(zonesBrought(read(area({ role: 'boundary' }), area({ role: 'keepout' }))), []);
});

test('the block itself, drawn in the file of its streams, is no keep-out; what lies in it or beyond it is', () => {
  const square = (west: number, south: number, side: number): Point[] => [
    [west, south],
    [west + side, south],
    [west + side, south + side],
    [west, south + side],
  ];
  const area = (name: string, ring: Point[]) => ({
    type: 'Feature',
    properties: { name },
    geometry: { type: 'Polygon', coordinates: [[...ring, ring[0]]] },
  });
  const block: MultiPolygon = [[square(10.4, 51.2, 0.004)]];
  const brought = (...features: object[]) => {
    const read = readShapes(JSON.stringify({ type: 'FeatureCollection', features }), 'x.json');
    const { areas, notes } = withoutTheBlock(read, block);
    return [areas.map(({ name }) => name), notes.map(({ key }) => key)];
  };
  const pond = area('pond', square(10.401, 51.201, 0.001));
  const half = area('half', [
    [10.4, 51.2],
    [10.402, 51.2],
    [10.402, 51.204],
    [10.4, 51.204],
  ]);
  assert.deepEqual(brought(pond, half), [['pond', 'half'], []]);
  const left = [['pond'], ['formats.theBlockItself']];
  assert.deepEqual(brought(area('stand 4', square(10.4, 51.2, 0.004)), pond), left);
  // Drawn anew, or a parcel with the block in it, it is the same.
  assert.deepEqual(brought(area('by hand', square(10.40004, 51.20003, 0.00396)), pond), left);
  assert.deepEqual(brought(area('parcel', square(10.39, 51.19, 0.03)), pond), left);
  const [a, b, c, d] = square(10.4, 51.2, 0.004);
  assert.deepEqual(brought(area('crossed', [a, c, b, d]), pond)[0], ['crossed', 'pond']);
  // A wood round a clearing lies all round it and takes nothing of it.
  const wood = area('wood', square(10.39, 51.19, 0.03));
  wood.geometry.coordinates.push([...square(10.4, 51.2, 0.004), [10.4, 51.2]] as Point[]);
  assert.deepEqual(brought(wood, pond), [['wood', 'pond'], []]);
});
