import { says } from '../says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import shpWrite from '@mapbox/shp-write';
import fc from 'fast-check';
import Flatbush from 'flatbush';
import GeoJSON from 'ol/format/GeoJSON.js';
import { DOMParser } from '@xmldom/xmldom';
import { encodeNmeaPacket, type GGAPacket } from 'nmea-simple';
import type { Keepout } from '../../core/ground/keepouts';
import { contains, planeArea, type MultiPolygon } from '../../core/ground/polygon';
import { offsetLines, sideOf } from '../../core/ground/topology';
import type { Point } from '../../core/measure/plane';
import { localPlane } from '../../core/measure/plane';
import {
  groundToCsv,
  groundToGeoJson,
  groundToGpx,
  groundToKml,
  type GroundExport,
} from '../../core/formats/ground';
import { boundaryOf, readShapefile, readShapes } from '../../core/formats/read';
import { AreaIndex } from '../../core/rows/clip';
import { scatter } from '../../core/rows/scatter';
import { rightAngleSides, strings } from '../../core/rows/setting-out';
import { layTrial, plotsFromNumbers, plotsToNumbers, standsIn, tags } from '../../core/rows/trial';
import { readSentence } from '../../src/lib/field/receiver';

const square = (side: number): MultiPolygon => [
  [
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
    ],
  ],
];

/** Smallest distance between any two spots, by a general-purpose index (flatbush). */
function closest(xy: Float64Array): number {
  const index = new Flatbush(xy.length / 2);
  for (let i = 0; i < xy.length; i += 2) index.add(xy[i], xy[i + 1]);
  index.finish();
  let least = Infinity;
  for (let i = 0; i < xy.length / 2; i++) {
    const [, other] = index.neighbors(xy[2 * i], xy[2 * i + 1], 2);
    if (other === undefined) continue;
    least = Math.min(
      least,
      Math.hypot(xy[2 * i] - xy[2 * other], xy[2 * i + 1] - xy[2 * other + 1]),
    );
  }
  return least;
}

// Source: the densest packing of equal discs is hexagonal, 2/√3 a square of the distance (Thue 1910).
test('scatter keeps its distance always and fills to at least 65 % of the hexagonal packing', () => {
  for (const seed of [1, 2, 3]) {
    const xy = scatter(square(120), { minimum: 1.7, seed });
    assert.ok(closest(xy) >= 1.7);
    const hexagonal = (2 / Math.sqrt(3) / 1.7 ** 2) * 120 * 120;
    assert.ok(xy.length / 2 >= 0.65 * hexagonal, `${xy.length / 2} of ${hexagonal}`);
  }
});

test('scatter in random outlines: inside, apart, as many as asked for, the same for the same seed', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 15, max: 50, noNaN: true }), { minLength: 4, maxLength: 9 }),
      fc.double({ min: 0.8, max: 4, noNaN: true }),
      fc.integer({ min: 0, max: 1e6 }),
      (radii, minimum, seed) => {
        const area: MultiPolygon = [
          [
            radii.map((r, i): Point => {
              const angle = (2 * Math.PI * i) / radii.length;
              return [r * Math.cos(angle), r * Math.sin(angle)];
            }),
          ],
        ];
        const options = { minimum, density: 0.3 / minimum ** 2, seed };
        const xy = scatter(area, options);
        const index = new AreaIndex(area);
        for (let i = 0; i < xy.length; i += 2) assert.ok(index.inside(xy[i], xy[i + 1]));
        if (xy.length > 2) assert.ok(closest(xy) >= minimum);
        const asked = options.density * planeArea(area);
        assert.ok(Math.abs(xy.length / 2 - asked) <= 1 + 0.02 * asked);
        assert.deepEqual(scatter(area, options), xy);
      },
    ),
    { numRuns: 30 },
  );
});

test('clumps, gaps, zones and standing trees hold; impossible densities are refused', () => {
  const standing = [{ x: 60, y: 60, crown: 9 }];
  const xy = scatter(square(120), { minimum: 1.5, seed: 4, standing });
  for (let i = 0; i < xy.length; i += 2)
    assert.ok(Math.hypot(xy[i] - 60, xy[i + 1] - 60) >= 9 - 1e-9);
  const zoned = scatter(square(120), {
    minimum: 2,
    density: 0.05,
    zones: [{ parts: square(60), density: 0.2 }],
    seed: 9,
  });
  const index = new AreaIndex(square(60));
  let within = 0;
  for (let i = 0; i < zoned.length; i += 2) if (index.inside(zoned[i], zoned[i + 1])) within++;
  assert.ok(Math.abs(within - 0.2 * 3600) < 0.06 * 720);
  assert.throws(
    () =>
      scatter(square(50), {
        minimum: 2,
        clumps: { count: 3, radius: 5, density: 0.5 },
        seed: 1,
      }),
    says(/density in clumps is 5.000 \/ha.*at most/s),
  );
});

// Source: Fisher 1935: in a randomised complete block design every block holds every treatment once.
test('trials are balanced exactly, and every tag has one spot', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 3, maxLength: 20 }),
      fc.integer({ min: 2, max: 6 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: 0, max: 1e6 }),
      (trees, treatments, plot, seed) => {
        fc.pre(trees.reduce((n, row) => n + Math.floor(row / plot), 0) >= 2 * treatments);
        const places = {
          classes: trees.map((n) => (n ? [0, n] : [])),
          limits: [{ allowed: new Array<boolean>(treatments).fill(true), why: '' }],
        };
        const trial = layTrial(places, treatments, plot, seed);
        for (let block = 1; block <= trial.blocks; block++) {
          const inBlock = trial.plots.filter((entry) => entry.block === block);
          assert.deepEqual(
            inBlock.map(({ treatment }) => treatment).sort((a, b) => a - b),
            Array.from({ length: treatments }, (_, t) => t),
          );
        }
        const list = tags(trial.plots);
        assert.equal(new Set(list.map(({ code }) => code)).size, list.length);
        assert.equal(new Set(list.map(({ row, peg }) => `${row}/${peg}`)).size, list.length);
        // What is kept with a version is the same trial, and stands in its own rows and in no other order.
        const kept = plotsFromNumbers(plotsToNumbers(trial.plots));
        assert.deepEqual(kept, trial.plots);
        assert.ok(
          standsIn(
            kept,
            trial.runs.map((runs) => ({ runs })),
          ),
        );
        const swapped = kept.map((entry) => ({
          ...entry,
          treatment: (entry.treatment + 1) % treatments,
        }));
        assert.ok(
          !standsIn(
            swapped,
            trial.runs.map((runs) => ({ runs })),
          ),
        );
        trial.runs.forEach((runs, row) =>
          assert.equal(
            runs.reduce((n, value, i) => n + (i % 2 ? value : 0), 0),
            trees[row],
          ),
        );
      },
    ),
    { numRuns: 60 },
  );
});

// Source: the definition of an offset curve: every place on it is at its distance from the line.
test('offset curves keep their distance, with no loop inside a tight bend', () => {
  const bent: Point[] = [
    [0, 0],
    [40, 0],
    [44, 30],
    [48, 0],
    [100, 0],
  ];
  const toGuide = ([x, y]: Point) => {
    let least = Infinity;
    for (let i = 1; i < bent.length; i++) {
      const [x1, y1] = bent[i - 1];
      const [dx, dy] = [bent[i][0] - x1, bent[i][1] - y1];
      const t = Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy)));
      least = Math.min(least, Math.hypot(x - x1 - t * dx, y - y1 - t * dy));
    }
    return least;
  };
  const above: MultiPolygon = [
    [
      [
        [-20, -60],
        [120, -60],
        [120, 0.5],
        [-20, 0.5],
      ],
    ],
  ];
  const main = sideOf(bent, above);
  const lines = offsetLines(bent, 6);
  assert.deepEqual([...new Set(lines.map(({ side }) => side))].sort(), [-1, 1]);
  assert.ok(lines.some(({ points, side }) => side === main && contains(above, points[1])));
  for (const { points } of lines)
    for (const point of points) assert.ok(Math.abs(toGuide(point) - 6) < 0.01, `${point}`);
});

// Facts of the trade, common practice, no source: 3-4-5 on the ground, strings of 91 m.
test('right angles by 3-4-5, strings broken at the string length', () => {
  for (const length of [3, 11, 50, 200]) {
    const [a, b, c] = rightAngleSides(length);
    assert.equal(a * a + b * b, c * c);
  }
  const spans = strings(4, 276.9);
  assert.equal(spans.length, 3);
  assert.ok(spans.every(({ from, to }) => to - from <= 91));
  assert.equal(spans[0].from, 4);
  assert.ok(Math.abs(spans[2].to - 276.9) < 1e-9);
});

const plane = localPlane([11.42, 51.58]);
const ring = (...points: Point[]) => points.map(plane.toLonLat);
const keepout = (shape: Keepout['shape'], name: string): Keepout => ({
  id: '',
  kind: 'other',
  name,
  shape,
  setback: 2,
  reason: 'kept & free',
});
const ground: GroundExport = {
  block: 'Bench <1> & more',
  boundary: [
    [ring([-50, -40], [60, -45], [55, 48], [-52, 40]), ring([0, 0], [0, 9], [11, 9], [11, 0])],
    [ring([80, 0], [110, 0], [100, 30])],
  ],
  keepouts: [
    keepout({ type: 'Point', coordinates: plane.toLonLat([7, 8]) }, 'tree'),
    keepout({ type: 'LineString', coordinates: ring([-60, 0], [70, 3], [90, 9]) }, 'wire'),
    keepout({ type: 'Polygon', coordinates: [ring([20, 20], [30, 20], [30, 31])] }, 'shed'),
  ],
  zones: [],
};
const WRITERS = {
  geojson: groundToGeoJson,
  kml: groundToKml,
  gpx: groundToGpx,
  csv: groundToCsv,
};

const sameRings = (a: MultiPolygon, b: MultiPolygon) => {
  const flat = (parts: MultiPolygon) =>
    parts.flat(2).map((p) => {
      const [x, y] = plane.toPlane(p);
      return [Math.round(x * 1000), Math.round(y * 1000)].join();
    });
  assert.deepEqual(new Set(flat(a)), new Set(flat(b)));
  assert.ok(
    Math.abs(
      planeArea(a.map((rings) => rings.map((r) => r.map(plane.toPlane)))) -
        planeArea(b.map((rings) => rings.map((r) => r.map(plane.toPlane)))),
    ) < 0.01,
  );
};

test('every ground file made here reads back to the same geometry within a millimetre', () => {
  for (const [format, write] of Object.entries(WRITERS)) {
    const text = write(ground);
    const read = readShapes(text, `ground.${format}`);
    const found = boundaryOf(read, 'ground');
    assert.equal(found.name, ground.block, format);
    sameRings(found.parts, ground.boundary);
    const point = read.lines.find(({ shape }) => shape.type === 'Point')!;
    const [x, y] = plane.toPlane(point.shape.coordinates as Point);
    assert.ok(Math.hypot(x - 7, y - 8) < 1e-3, format);
    assert.equal(point.name, 'tree', format);
    // Setbacks come back too, from every format.
    assert.equal(point.keepout?.setback, 2, format);
    const wire = read.lines.find(
      ({ shape, role }) => shape.type === 'LineString' && role === 'keepout',
    )!;
    assert.equal((wire.shape.coordinates as Point[]).length, format === 'gpx' ? 3 : 3);
  }
});

// Source: the writer of the general-purpose library @mapbox/shp-write.
test('a zipped shapefile reads to the same ring; a broken zip is told', async () => {
  const zipped = await shpWrite.zip<'arraybuffer'>(
    JSON.parse(groundToGeoJson({ ...ground, keepouts: [] })),
    { outputType: 'arraybuffer', compression: 'STORE' },
  );
  const read = await readShapefile(zipped);
  sameRings(
    read.areas.flatMap(({ parts }) => parts),
    ground.boundary,
  );
  await assert.rejects(readShapefile(new ArrayBuffer(40)), says(/archive is cut off/));
});

// Independent parsers: OpenLayers' GeoJSON and KML formats.
test('an independent library reads the same shapes from GeoJSON and KML', () => {
  const fromJson = new GeoJSON().readFeatures(groundToGeoJson(ground));
  assert.deepEqual(
    fromJson.map((feature) => feature.get('role')),
    ['boundary', 'keepout', 'keepout', 'keepout'],
  );
  const document = new DOMParser().parseFromString(groundToKml(ground), 'text/xml');
  const marks = document.getElementsByTagName('Placemark');
  assert.equal(marks.length, 4);
});

// Source: NMEA 0183 as the library nmea-simple encodes it; checksum by its own definition, XOR.
test('receiver sentences: fixes are read, noise and wrong checksums are not', () => {
  const sentence = encodeNmeaPacket(
    {
      sentenceId: 'GGA',
      time: new Date(0),
      latitude: 51.5801234,
      longitude: 11.4209876,
      fixType: 'fix',
      satellitesInView: 8,
      horizontalDilution: 1.2,
      altitudeMeters: 1,
      geoidalSeperation: 0,
    } as GGAPacket,
    'GP',
  );
  const found = readSentence(`${sentence}\r\n`, 5)!;
  assert.ok(Math.abs(found.lat - 51.5801234) < 1e-7 && Math.abs(found.lon - 11.4209876) < 1e-7);
  assert.ok(Math.abs(found.accuracy - 3) < 1e-9);
  assert.equal(readSentence(sentence.replace('N', 'S'), 5), undefined);
  assert.equal(readSentence('noise', 5), undefined);
});
