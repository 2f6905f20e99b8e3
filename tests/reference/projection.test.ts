import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../says';
import { toUtm, type Point } from '../../core/measure/plane';
import { DEGREES, learnProjection, projectionOf } from '../../core/measure/projection';
import { readBoundary } from '../../core/formats/read';

const near = (found: readonly number[], wanted: readonly number[], within: number, what = '') =>
  wanted.forEach((value, i) =>
    assert.ok(Math.abs(found[i] - value) <= within, `${what} ${found.join(', ')} is not ${value}`),
  );

// Ordnance Survey, "A guide to coordinate systems in Great Britain", annexe C: the water tower's latitude and
// longitude on the Airy ellipsoid and its easting and northing on the national grid. From memory.
test('a projection given as PROJ text: the worked example of the British national grid', () => {
  const grid = projectionOf(
    '+proj=tmerc +lat_0=49 +lon_0=-2 +k=0.9996012717 +x_0=400000 +y_0=-100000 +ellps=airy +no_defs',
  );
  const lat = 52 + 39 / 60 + 27.2531 / 3600;
  const lon = 1 + 43 / 60 + 4.5177 / 3600;
  near(grid.fromLonLat([lon, lat]), [651_409.903, 313_177.27], 0.01);
  near(grid.toLonLat([651_409.903, 313_177.27]), [lon, lat], 1e-7);
});

// swisstopo, "Formulas and constants for the calculation of the Swiss projection": the origin in Bern in WGS 84.
// From memory.
test('an EPSG code: the origin of the Swiss grid, with its datum', async () => {
  await learnProjection('EPSG:2056');
  const place: Point = [7 + 26 / 60 + 19.077 / 3600, 46 + 57 / 60 + 3.898 / 3600];
  near(projectionOf('EPSG:2056').toLonLat([2_600_000, 1_200_000]), place, 2e-5);
  near(projectionOf('2056').fromLonLat(place), [2_600_000, 1_200_000], 1.5);
});

// EPSG registry, 3857: half the equator of the WGS 84 sphere, π · 6 378 137 m.
test('codes: web maps, feet, UTM of other datums, and Australia’s grid of 2020', async () => {
  await learnProjection('3857');
  near(projectionOf('EPSG:3857').fromLonLat([180, 0]), [Math.PI * 6_378_137, 0], 1e-3);
  // Washington North is in US survey feet: a foot of them is 1200/3937 m.
  const feet = projectionOf('EPSG:2285');
  const [x0] = feet.fromLonLat([-120.8333333333333, 47.5]);
  near([x0], [500_000.0001016001 / (1200 / 3937)], 0.01);
  // The same UTM zone on ETRS89 lies where WGS 84's does, to the centimetre that the list knows.
  near(
    projectionOf('EPSG:25832').fromLonLat([8.1, 47.2]),
    toUtm(32, false)([8.1, 47.2]),
    0.01,
    'ETRS89',
  );
  near(
    projectionOf('EPSG:7855').fromLonLat([147, -37.8]),
    toUtm(55, true)([147, -37.8]),
    0.01,
    'MGA 2020',
  );
  near(projectionOf('EPSG:32755').fromLonLat([147, -37.8]), toUtm(55, true)([147, -37.8]), 1e-6);
  assert.equal(projectionOf('EPSG:4326'), DEGREES);
});

test('the text of a projection file says the same as its code', () => {
  const wkt =
    'PROJCS["WGS 84 / UTM zone 33N",GEOGCS["WGS 84",DATUM["WGS_1984",SPHEROID["WGS 84",6378137,298.257223563]],' +
    'PRIMEM["Greenwich",0],UNIT["degree",0.0174532925199433]],PROJECTION["Transverse_Mercator"],' +
    'PARAMETER["latitude_of_origin",0],PARAMETER["central_meridian",15],PARAMETER["scale_factor",0.9996],' +
    'PARAMETER["false_easting",500000],PARAMETER["false_northing",0],UNIT["metre",1]]';
  const named = projectionOf(wkt);
  assert.equal(named.name, 'WGS 84 / UTM zone 33N');
  near(named.fromLonLat([14.2, 51.3]), projectionOf('33N').fromLonLat([14.2, 51.3]), 1e-6);
});

test('there and back again, whichever code', async () => {
  await learnProjection('2056');
  const codes: [string, Point][] = [
    ['EPSG:2056', [8, 47]],
    ['EPSG:27700', [-2, 54]],
    ['EPSG:2154', [3, 46]],
    ['EPSG:28992', [5.4, 52.1]],
    ['EPSG:31467', [9, 50]],
    ['EPSG:2193', [173, -41]],
    ['EPSG:3035', [10, 52]],
    ['EPSG:31983', [-45, -20]],
    ['EPSG:5070', [-96, 38]],
  ];
  fc.assert(
    fc.property(
      fc.constantFrom(...codes),
      fc.double({ min: -1, max: 1, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      ([code, [lon, lat]], east, north) => {
        const place: Point = [lon + east, lat + north];
        const { fromLonLat, toLonLat } = projectionOf(code);
        near(toLonLat(fromLonLat(place)), place, 1e-6, code);
      },
    ),
    { numRuns: 200 },
  );
});

test('what is no projection is said; a code that no list holds is no guess', async () => {
  await learnProjection('EPSG:2056');
  assert.throws(
    () => projectionOf('EPSG:999999'),
    says(/“EPSG:999999” is no projection.*EPSG:2056/),
  );
  assert.throws(() => projectionOf('+proj=nonsense'), says(/no projection/));
  assert.throws(() => projectionOf('61N'), says(/is no UTM zone/));
  assert.throws(() => projectionOf('the back field'), says(/EPSG code/));
});

test('a boundary in national coordinates is read with its code', async () => {
  await learnProjection('2056');
  const corners = [
    [2_600_000, 1_200_000],
    [2_600_200, 1_200_000],
    [2_600_200, 1_200_150],
  ];
  const text = `E,N\n${corners.map((pair) => pair.join(',')).join('\n')}`;
  const { parts, notes } = readBoundary(text, 'b.csv', { zone: 'EPSG:2056' });
  assert.deepEqual(
    notes.map(({ key }) => key),
    ['formats.readIn'],
  );
  near(parts[0][0][0], projectionOf('2056').toLonLat([2_600_000, 1_200_000]), 1e-9);
  const near2 = projectionOf('2056').fromLonLat(parts[0][0][2]);
  near(near2, corners[2], 0.01);
});

// The member "crs" of The GeoJSON Format Specification of 2008, section 3, with the URN of OGC 07-092r1.
test('a GeoJSON file that names its coordinates is read in them, whatever somebody typed', async () => {
  await learnProjection('urn:ogc:def:crs:EPSG::2056');
  const ring = [
    [2_600_000, 1_200_000],
    [2_600_200, 1_200_000],
    [2_600_200, 1_200_150],
    [2_600_000, 1_200_000],
  ];
  const file = (name: string, coordinates: number[][]) =>
    JSON.stringify({
      type: 'FeatureCollection',
      crs: { type: 'name', properties: { name } },
      features: [
        {
          type: 'Feature',
          properties: {},
          geometry: { type: 'Polygon', coordinates: [coordinates] },
        },
      ],
    });
  const named = readBoundary(file('urn:ogc:def:crs:EPSG::2056', ring), 'b.geojson', {
    zone: '33N',
  });
  near(named.parts[0][0][0], projectionOf('2056').toLonLat([2_600_000, 1_200_000]), 1e-9);
  assert.deepEqual(
    named.notes.map(({ key, figures }) => [key, figures]),
    [['formats.noteProjection', { name: 'EPSG:2056' }]],
  );
  const degrees = ring.map(([x, y]) => projectionOf('2056').toLonLat([x, y]));
  for (const name of ['urn:ogc:def:crs:OGC:1.3:CRS84', 'EPSG:4326']) {
    const { parts, notes } = readBoundary(file(name, degrees), 'b.geojson');
    assert.deepEqual([parts[0][0], notes], [degrees.slice(0, 3), []]);
  }
  const unknown = file('urn:ogc:def:crs:EPSG::999999', ring);
  assert.throws(() => readBoundary(unknown, 'b.geojson'), says(/999999/));
  const typed = readBoundary(unknown, 'b.geojson', { zone: 'EPSG:2056' });
  assert.deepEqual(typed.parts, named.parts);
});
