import { isTold } from '../say/told';
import { words, wordsOf } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { geodesicMeasure, planeArea } from '../ground/polygon';
import { localPlane, fromUtm } from '../measure/plane';
import { readZone } from '../measure/projection';
import { readBoundary, readShapefile, readShapes } from './read';
import { checkArchive, checkFileSize, LARGEST_UNPACKED, unpacked } from './archive';
import { strToU8, zipSync } from 'fflate';
import { says } from '../../tests/says';

const told = (pattern: RegExp) => (error: unknown) => isTold(error) && pattern.test(wordsOf(error));
const refuse = (text: string, name: string, pattern: RegExp, zone?: string) =>
  assert.throws(
    () => readBoundary(text, name, { zone }),
    told(pattern),
    `${name}: ${text.slice(0, 40)}`,
  );

const ring = [
  [11, 51],
  [11.004, 51],
  [11.004, 51.002],
  [11, 51.002],
  [11, 51],
];
const geojson = JSON.stringify({
  type: 'Feature',
  properties: { name: 'West Field' },
  geometry: { type: 'Polygon', coordinates: [ring] },
});

test('GeoJSON in all its wrappings gives the same boundary', () => {
  const geometry = { type: 'Polygon', coordinates: [ring] };
  const expected = readBoundary(geojson, 'a.geojson').parts;
  assert.deepEqual(readBoundary(JSON.stringify(geometry), 'a.json').parts, expected);
  assert.deepEqual(
    readBoundary(
      `\uFEFF${JSON.stringify({ type: 'FeatureCollection', features: [JSON.parse(geojson)] })}`,
      'x',
    ).parts,
    expected,
  );
  assert.deepEqual(
    readBoundary(JSON.stringify({ type: 'MultiPolygon', coordinates: [[ring]] }), 'a.json').parts,
    expected,
  );
  assert.equal(readBoundary(geojson, 'a.geojson').name, 'West Field');
  assert.equal(readBoundary(JSON.stringify(geometry), 'old_haul-road.json').name, 'old haul road');
});

test('a ring of two corners that closes is no area, and says how many points it has', () => {
  for (const points of [ring.slice(0, 2).concat([ring[0]]), [ring[0]]])
    refuse(
      JSON.stringify({ type: 'Polygon', coordinates: [points] }),
      'thin.json',
      new RegExp(`\\b${points.length}\\b`),
    );
});

test('a GPX walk round the block is closed where its ends nearly meet, and refused where not', () => {
  const walk = (points: number[][]) =>
    `<?xml version="1.0"?><gpx version="1.1" creator="t" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Walk</name><trkseg>${points
      .map(([lon, lat]) => `<trkpt lat="${lat}" lon="${lon}"/>`)
      .join('')}</trkseg></trk></gpx>`;
  const near = readBoundary(walk([...ring.slice(0, 4), [11.00003, 51.00003]]), 'w.gpx');
  assert.match(words(near.notes[0]), /closed with a straight line of 3\.\d+ m/);
  refuse(walk(ring.slice(0, 3)), 'w.gpx', /does not close: its ends are 35\d(\.\d)? m apart/);
});

test('KML polygons are read, with their hole', () => {
  const text = (points: number[][]) => points.map((p) => p.join(',')).join(' ');
  const hole = [
    [11.001, 51.0005],
    [11.002, 51.0005],
    [11.002, 51.001],
    [11.001, 51.0005],
  ];
  const kml = `<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>Bench</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${text(ring)}</coordinates></LinearRing></outerBoundaryIs><innerBoundaryIs><LinearRing><coordinates>${text(hole)}</coordinates></LinearRing></innerBoundaryIs></Polygon></Placemark></kml>`;
  const { parts, name } = readBoundary(kml, 'b.kml');
  assert.equal(name, 'Bench');
  assert.equal(parts[0].length, 2);
});

test('CSV corners: degrees, or easting and northing with their zone', () => {
  const degrees = readBoundary('name,lat,lon\na,51,11\nb,51,11.004\nc,51.002,11.004', 'c.csv')
    .parts[0][0];
  assert.deepEqual(degrees, [
    [11, 51],
    [11.004, 51],
    [11.004, 51.002],
  ]);
  const bare = readBoundary('11;51\n11.004;51\n11.004;51.002\n', 'c.csv').parts[0][0];
  assert.deepEqual(bare, degrees);
  const metres = 'easting,northing\n640000,5652000\n640300,5652000\n640300,5652200\n640000,5652200';
  const { parts } = readBoundary(metres, 'c.csv', { zone: '32N' });
  const plane = localPlane(parts[0][0][0]);
  // The UTM scale at 2° from the meridian is about 0.99984.
  assert.ok(Math.abs(planeArea([[parts[0][0].map(plane.toPlane)]]) / 60_000 - 1) < 1e-3);
  assert.deepEqual(fromUtm(32, false)([500_000, 0]).map(Math.round), [9, 0]);
  assert.deepEqual(
    readBoundary(
      metres
        .replace('easting,northing', 'easting,northing,zone')
        .replace(/00$/gm, '00,32N')
        .replace(/,32N,/g, ','),
      'c.csv',
      {},
    ).parts,
    parts,
  );
});

test('a zone that was typed for another file leaves degrees where they are', () => {
  const square = ring.slice(0, -1);
  const table = square.map((pair) => pair.join(';')).join('\n');
  for (const [text, name] of [
    [geojson, 'a.geojson'],
    [table, 'a.csv'],
    [`lon;lat\n${table}`, 'a.csv'],
  ])
    assert.deepEqual(readBoundary(text, name, { zone: '33N' }).parts, [[square]], name);
});

test('bad files are refused with what was found and what is accepted', () => {
  refuse('', 'a.geojson', /file is empty/);
  refuse('   \n', 'a.csv', /file is empty/);
  refuse(geojson.slice(0, 90), 'a.geojson', /not whole GeoJSON/);
  refuse('{"type":"Topology"}', 'a.json', /no GeoJSON feature/);
  refuse(
    JSON.stringify({ type: 'Polygon', coordinates: [ring.slice(0, 4)] }),
    'a.json',
    /does not close: it starts at 11, 51 and ends at 11, 51\.002/,
  );
  refuse(JSON.stringify({ type: 'Point', coordinates: [11, 51] }), 'a.json', /no area and no line/);
  refuse('<gpx><trk>', 'a.gpx', /XML does not end/);
  refuse('<html></html>', 'a.kml', /says it is “html”/);
  refuse(
    'easting,northing\n640000,5652000\n640300,5652000\n640300,5652200',
    'a.csv',
    /Give the UTM zone/,
  );
  refuse('a,b\n1,2\n3,4\n5,6', 'a.csv', /first line reads “a, b”/);
  refuse('lon,lat\n11,51\n11.1,fifty\n11.2,51', 'a.csv', /Line 3 reads “11\.1, fifty”/);
  refuse('lon,lat\n11,51\n11.1,51', 'a.csv', /2 corners/);
  refuse('hello', 'a.docx', /no format that is read here/);
  assert.throws(() => checkFileSize(200 * 1024 * 1024), told(/200 MB; at most 20 MB/));
});

test('zones are read as people write them', () => {
  assert.deepEqual(readZone('33N'), [33, false]);
  assert.deepEqual(readZone('utm zone 8 south'), [8, true]);
  assert.throws(() => readZone('61N'), told(/no UTM zone/));
  assert.throws(() => readZone('north'), told(/no UTM zone/));
});

test('lines and points of a file become keep-out shapes', () => {
  const collection = {
    type: 'FeatureCollection',
    features: [
      {
        type: 'Feature',
        properties: { name: 'ditch' },
        geometry: { type: 'MultiLineString', coordinates: [ring.slice(0, 2), ring.slice(2, 4)] },
      },
      { type: 'Feature', properties: null, geometry: { type: 'Point', coordinates: [11, 51] } },
      { type: 'Feature', properties: null, geometry: null },
    ],
  };
  const { lines } = readShapes(JSON.stringify(collection), 'k.geojson');
  assert.deepEqual(
    lines.map(({ shape }) => shape.type),
    ['LineString', 'LineString', 'Point'],
  );
  assert.equal(lines[0].name, 'ditch');
});

test('standing trees come as points from every format, with name and crown where the file has them', () => {
  const places: [number, number, string][] = [
    [11.001, 51.001, 'old oak'],
    [11.002, 51.0015, 'ash'],
  ];
  const check = (text: string, fileName: string, options = {}) => {
    const { lines, areas } = readShapes(text, fileName, options);
    assert.equal(areas.length, 0, fileName);
    assert.equal(lines.length, 2, fileName);
    lines.forEach(({ shape, name }, i) => {
      assert.equal(shape.type, 'Point');
      const [lon, lat] = shape.coordinates as [number, number];
      assert.ok(Math.abs(lon - places[i][0]) < 1e-6 && Math.abs(lat - places[i][1]) < 1e-6);
      assert.equal(name, places[i][2]);
    });
    return lines.map(({ keepout }) => keepout?.setback && Math.round(keepout.setback * 100) / 100);
  };
  const table = (head: string, crowns: string[], sign = ',', comma = '.') =>
    [
      head,
      ...places.map(([lon, lat, name], i) =>
        [name, ...[lon, lat].map((n) => String(n).replace('.', comma)), crowns[i]].join(sign),
      ),
    ].join('\n');
  assert.deepEqual(check(table('name,lon,lat,crown', ['4.5', '']), 't.csv'), [4.5, undefined]);
  assert.deepEqual(check(table('tree,lon,lat,crown (ft)', ['10', '20']), 't.csv'), [3.05, 6.1]);
  assert.deepEqual(
    check(table('species;lon;lat;crown diameter', ['8,5', '6'], ';', ','), 't.csv'),
    [4.25, 3],
  );
  assert.deepEqual(check(table('label,lon,lat,spread ft', ['30', '0']), 't.csv'), [4.57, 0]);
  // Without a column that says so it is the leader who says that these are trees.
  const plain = table('name,lon,lat,note', ['a', 'b']);
  assert.deepEqual(check(plain, 't.csv', { points: true }), [undefined, undefined]);
  assert.throws(() => readShapes(plain, 't.csv'), told(/2 corners/));
  check(
    `<gpx version="1.1" creator="t">${places
      .map(([lon, lat, name]) => `<wpt lat="${lat}" lon="${lon}"><name>${name}</name></wpt>`)
      .join('')}</gpx>`,
    't.gpx',
  );
  check(
    `<kml xmlns="http://www.opengis.net/kml/2.2"><Document>${places
      .map(
        ([lon, lat, name]) =>
          `<Placemark><name>${name}</name><Point><coordinates>${lon},${lat},0</coordinates></Point></Placemark>`,
      )
      .join('')}</Document></kml>`,
    't.kml',
  );
  const crowned = JSON.stringify({
    type: 'FeatureCollection',
    features: places.map(([lon, lat, name], i) => ({
      type: 'Feature',
      properties: { name, crown_m: i + 2 },
      geometry: { type: 'Point', coordinates: [lon, lat] },
    })),
  });
  assert.deepEqual(check(crowned, 't.geojson'), [2, 3]);
});

test('an archive that is cut off anywhere, or would unpack to too much, is refused unread', async () => {
  const whole = zipSync({ 'plot.shp': new Uint8Array(3000).fill(7), 'plot.dbf': strToU8('x') });
  assert.doesNotThrow(() => checkArchive(whole));
  for (let end = 0; end < whole.length - 22; end += 7) {
    const cut = whole.slice(0, end);
    await assert.rejects(readShapefile(cut.buffer), says(/cut off/), `at ${end}`);
  }
  // What the list of contents promises counts, before anything is unpacked.
  const view = new DataView(whole.buffer);
  const entry = [...whole.keys()].find(
    (at) => at + 4 <= whole.length && view.getUint32(at, true) === 0x02014b50,
  )!;
  view.setUint32(entry + 24, 2 * LARGEST_UNPACKED, true);
  assert.throws(() => checkArchive(whole), says(/would unpack to 400 MB; at most 200 MB/));
  // A list of contents that is whole over a body that is not: the parser's own complaint is told.
  const hollow = zipSync({ 'plot.shp': new Uint8Array(3000).fill(7) });
  hollow.fill(0, 40, 50);
  await assert.rejects(readShapefile(hollow.buffer as ArrayBuffer), isTold);
});

test('walks that each come back to their start are blocks of their own; pieces of one walk are not', () => {
  const track = (name: string, places: readonly (readonly [number, number])[]) =>
    `<trk><name>${name}</name><trkseg>${places
      .map(([lon, lat]) => `<trkpt lat="${lat}" lon="${lon}"/>`)
      .join('')}</trkseg></trk>`;
  const round = (west: number): [number, number][] => [
    ...([
      [west, 51],
      [west + 0.002, 51],
      [west + 0.002, 51.002],
    ] as [number, number][]),
    ...([
      [west, 51.002],
      [west, 51.00005],
    ] as [number, number][]),
  ];
  const read = (...tracks: string[]) =>
    readBoundary(`<gpx version="1.1" creator="t">${tracks.join('')}</gpx>`, 'walks.gpx');
  const two = read(track('North', round(11)), track('South', round(11.01)));
  assert.deepEqual(
    two.stands.map(({ name }) => name),
    ['North', 'South'],
  );
  assert.equal(two.parts.length, 2);
  const whole = round(11);
  const stood: [number, number][] = [
    [11, 51.00005],
    [11.00002, 51.00006],
    [11, 51.00001],
  ];
  const one = read(track('Block', whole), track('stood', stood));
  assert.deepEqual([one.stands.length, one.parts.length], [0, 1], 'a stop is no block');
  const halves = read(track('a', whole.slice(0, 3)), track('b', whole.slice(2)));
  assert.deepEqual([halves.stands.length, halves.parts.length], [0, 1]);
});

test('a route goes from corner to corner, and its last side back to the first', () => {
  const route = (...places: [lon: number, lat: number][]) =>
    `<gpx version="1.1" creator="t"><rte><name>Set out</name>${places
      .map(([lon, lat]) => `<rtept lat="${lat}" lon="${lon}"/>`)
      .join('')}</rte></gpx>`;
  const corners: [number, number][] = [
    [11, 51],
    [11.01, 51],
    [11.01, 51.01],
  ];
  for (const places of [corners, [...corners, corners[0]]]) {
    const { name, parts, notes } = readBoundary(route(...places), 'route.gpx');
    assert.equal(name, 'Set out');
    assert.deepEqual(parts[0][0].slice(0, 3), corners);
    assert.deepEqual(
      notes.map(({ key, figures }) => [key, figures.points]),
      [['formats.pointsAsCorners', 3]],
    );
  }
  assert.throws(() => readBoundary(route(corners[0], corners[1]), 'route.gpx'), isTold);
});

test('features one a line are a collection; a line cut short is told', () => {
  const feature = (west: number) =>
    JSON.stringify({
      type: 'Feature',
      properties: { name: `at ${west}` },
      geometry: {
        type: 'Polygon',
        coordinates: [
          [
            [west, 51],
            [west + 0.01, 51],
            [west, 51.01],
            [west, 51],
          ],
        ],
      },
    });
  const { stands } = readBoundary(`${feature(11)}\n\x1e${feature(12)}\n`, 'blocks.geojson');
  assert.deepEqual(
    stands.map(({ name }) => name),
    ['at 11', 'at 12'],
  );
  const cut = `${feature(11)}\n${feature(12).slice(0, -5)}`;
  assert.throws(() => readBoundary(cut, 'blocks.geojson'), says(/JSON/));
});

test('a file that comes packed is read as what lies in it, and called as it came', () => {
  const kml = `<kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><Polygon><outerBoundaryIs>
    <LinearRing><coordinates>11,51 11.01,51 11.01,51.01 11,51</coordinates></LinearRing>
    </outerBoundaryIs></Polygon></Placemark></Document></kml>`;
  const pack = (files: Record<string, string>) =>
    zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])))
      .buffer as ArrayBuffer;
  const opened = unpacked(
    pack({ '__MACOSX/._doc.kml': 'x', 'files/legend.txt': '1,2', 'doc.kml': kml }),
    'Lower draw.kmz',
  )!;
  assert.equal(opened.fileName, 'Lower draw.kml');
  const { name, parts } = readBoundary(opened.text, opened.fileName);
  assert.deepEqual([name, parts[0][0].length, parts[0][0][1]], ['Lower draw', 3, [11.01, 51]]);
  assert.equal(unpacked(pack({ 'a.shp': 'x', 'a.csv': '1,2' }), 'a.zip'), undefined);
  assert.equal(unpacked(pack({ 'photo.jpg': 'x' }), 'a.zip'), undefined);
  const hollow = new Uint8Array(pack({ 'doc.kml': kml.repeat(9) }));
  hollow.fill(0, 40, 60);
  assert.throws(() => unpacked(hollow.buffer, 'a.kmz'), says(/cut off/));
  assert.throws(() => unpacked(new ArrayBuffer(40), 'a.kmz'), says(/cut off/));
});

test('a walk of several pieces is one, waypoints are corners, semicolons part decimal commas', () => {
  const around: [number, number][] = [
    [11, 51],
    [11.002, 51],
    [11.004, 51],
    [11.004, 51.002],
    [11, 51.002],
    [11, 51.00005],
  ];
  const points = (line: [number, number][]) =>
    line.map(([lon, lat]) => `<trkpt lat="${lat}" lon="${lon}"/>`).join('');
  const track = (...pieces: [number, number][][]) =>
    `<gpx version="1.1" creator="t"><trk>${pieces
      .map((piece) => `<trkseg>${points(piece)}</trkseg>`)
      .join('')}</trk></gpx>`;
  const whole = geodesicMeasure(readBoundary(track(around), 'w.gpx').parts).area;
  // The sky was lost after the third corner; the second piece was walked from its far end.
  const parted = readBoundary(track(around.slice(0, 3), around.slice(2).reverse()), 'w.gpx');
  assert.ok(Math.abs(geodesicMeasure(parted.parts).area - whole) < 1e-3 * whole);
  assert.ok(parted.notes.some(({ key }) => key === 'formats.piecesJoined'));
  // Forty-four metres without a sky are less than a tenth of the way.
  const late: [number, number][] = [[11.004, 51.0004], ...around.slice(3)];
  const gap = readBoundary(track(around.slice(0, 3), late), 'w.gpx');
  assert.ok(Math.abs(geodesicMeasure(gap.parts).area - whole) < 1e-3 * whole);
  refuse(track([...around.slice(0, 2)], around.slice(3)), 'w.gpx', /no area/i);
  const elsewhere = around.map(([lon, lat]): [number, number] => [lon + 0.1, lat]);
  refuse(track(around.slice(0, 3), elsewhere), 'w.gpx', /no area/i);
  const waypoints = `<gpx version="1.1" creator="t">${around
    .slice(0, 5)
    .map(([lon, lat]) => `<wpt lat="${lat}" lon="${lon}"/>`)
    .join('')}</gpx>`;
  const corners = readBoundary(waypoints, 'c.gpx');
  assert.ok(Math.abs(geodesicMeasure(corners.parts).area - whole) < 1e-2 * whole);
  assert.ok(corners.notes.some(({ key }) => key === 'formats.pointsAsCorners'));
  for (const [separator, comma] of [
    [';', ','],
    ['\t', ','],
    [';', '.'],
  ]) {
    const csv = [
      ['lon', 'lat'],
      ...around.slice(0, 5).map((pair) => pair.map((n) => String(n).replace('.', comma))),
    ]
      .map((cells) => cells.join(separator))
      .join('\n');
    const read = readBoundary(csv, 'c.csv');
    assert.ok(Math.abs(geodesicMeasure(read.parts).area - whole) < 1e-2 * whole, separator);
  }
});

test('a boundary that a file calls one may be a line, with its own name or that of the file', () => {
  const line = (name?: string) =>
    JSON.stringify({
      type: 'FeatureCollection',
      features: [
        {
          type: 'Feature',
          properties: { role: 'boundary', ...(name ? { name } : {}) },
          geometry: { type: 'LineString', coordinates: ring },
        },
      ],
    });
  assert.equal(readBoundary(line('Low Meadow'), 'walk_3.geojson').name, 'Low Meadow');
  assert.equal(readBoundary(line(), 'walk_3.geojson').name, 'walk 3');
});

test('several stands of one file are kept apart by name, for whoever wants one of them', () => {
  const stand = (name: string, west: number) => ({
    type: 'Feature',
    properties: { name },
    geometry: {
      type: 'Polygon',
      coordinates: [
        [
          [west, 51],
          [west + 0.002, 51],
          [west + 0.002, 51.001],
          [west, 51.001],
          [west, 51],
        ],
      ],
    },
  });
  const file = { type: 'FeatureCollection', features: [stand('Low', 11), stand('High', 11.01)] };
  const { stands, parts, notes } = readBoundary(JSON.stringify(file), 'stands.geojson');
  assert.deepEqual(
    stands.map(({ name }) => name),
    ['Low', 'High'],
  );
  assert.equal(parts.length, 2);
  assert.deepEqual(
    notes.map(({ key }) => key),
    ['formats.areasJoined'],
  );
  // Tables of attributes have their own headings, mostly in capitals, and empty ones.
  const called = (low: object, high: object) =>
    readBoundary(
      JSON.stringify({
        type: 'FeatureCollection',
        features: [low, high].map((properties, i) => ({ ...stand('', 11 + i / 100), properties })),
      }),
      'stands.geojson',
    ).stands.map(({ name }) => name);
  assert.deepEqual(called({ NAME: ' Low ' }, { Name: null, STAND: 14 }), ['Low', '14']);
  assert.deepEqual(called({ AREA_HA: 2 }, { label: '' }), ['stands 1', 'stands 2']);
  assert.deepEqual(
    called({ UNIT_ID: 7, STAND_NAME: 'Upper' }, { 'Block No.': 12, block_id: 'b-12' }),
    ['Upper', '12'],
    'a name goes before a number, and a number before an id',
  );
  assert.deepEqual(called({ UNITS: 'feet' }, { blocked: 'yes' }), ['stands 1', 'stands 2']);
  // A line in the same file is no boundary, and nobody is left to think that it is kept clear of.
  const line = { type: 'LineString', coordinates: [11, 12].map((east) => [east, 51]) };
  const stream = { type: 'Feature', properties: { name: 'K 4' }, geometry: line };
  const both = { ...file, features: [stand('Low', 11), stream] };
  assert.deepEqual(
    readBoundary(JSON.stringify(both), 'one.geojson').notes.map(({ key, figures }) => [
      key,
      figures,
    ]),
    [['formats.notOfTheBoundary', { left: 1 }]],
  );
  // One that says what it is comes along, where it lies beside the area.
  const wire = (east: number) => ({
    ...{ type: 'Feature', properties: { name: 'K 5', kind: 'power line' } },
    geometry: { type: 'LineString', coordinates: [51, 51.1].map((north) => [east, north]) },
  });
  const wires = { ...file, features: [stand('Low', 11), wire(11), wire(12)] };
  const found = readBoundary(JSON.stringify(wires), 'one.geojson');
  assert.deepEqual(
    found.keepouts.map(({ kind, name }) => [kind, name]),
    [['overhead-line', 'K 5']],
  );
  assert.deepEqual(found.notes[0].figures, { left: 1 }, 'the one far off is said to be left');
  const one = { type: 'FeatureCollection', features: [stand('Low', 11)] };
  assert.deepEqual(readBoundary(JSON.stringify(one), 'x.geojson').stands, []);
});

test('a table of corners is understood by what programs, receivers and people call its columns', () => {
  const corners: [lon: number, lat: number][] = [
    [-110.34, 46.86],
    [-110.34, 46.862],
    [-110.337, 46.862],
  ];
  const table = (heading: string, line: (lon: number, lat: number, i: number) => string) =>
    [heading, ...corners.map(([lon, lat], i) => line(lon, lat, i))].filter(Boolean).join('\n');
  const sexagesimal = (angle: number, sides: string, signs: boolean) => {
    const seconds = Math.round(Math.abs(angle) * 36_000) / 10;
    const parts = [
      Math.floor(seconds / 3600),
      Math.floor((seconds % 3600) / 60),
      +(seconds % 60).toFixed(1),
    ];
    const side = sides[angle < 0 ? 1 : 0];
    return signs ? `${parts[0]}°${parts[1]}'${parts[2]}"${side}` : `${parts.join(' ')} ${side}`;
  };
  const TABLES: Record<string, string> = {
    'of a map program': table('FID,POINT_X,POINT_Y', (lon, lat, i) => `${i},${lon},${lat}`),
    'with units': table('Point,Lat (deg),Long (deg)', (lon, lat, i) => `${i},${lat},${lon}`),
    'to the west': table('pt,lat N,lon W', (lon, lat, i) => `${i},${lat},${-lon}`),
    'to the west, with signs': table('lat_n,lon_w', (lon, lat) => `${lat},${lon}`),
    'in Spanish': table('punto;latitud;longitud', (lon, lat, i) =>
      [i, lat, lon].join(';').replaceAll('.', ','),
    ),
    'with accents': table('Point;Latitude [°];Longitude [°]', (lon, lat) => `A;${lat};${lon}`),
    'in minutes and seconds': table(
      'n,latitude,longitude',
      (lon, lat, i) => `${i},${sexagesimal(lat, 'NS', true)},${sexagesimal(lon, 'EW', true)}`,
    ),
    'without their signs': table(
      'n;latitude;longitude',
      (lon, lat, i) => `${i};${sexagesimal(lat, 'NS', false)};${sexagesimal(lon, 'EW', false)}`,
    ),
    'under a remark': `# by hand\n${table('lat,lon', (lon, lat) => `${lat},${lon}`)}`,
    'without a heading': table('', (lon, lat) => `${lon},${lat}`),
    'without a heading, latitude first': table('', (lon, lat) => `${lat},${lon}`),
    'numbered, without a heading': table('', (lon, lat, i) => `${i + 1},${lon},${lat}`),
    'named, without a heading': table('', (lon, lat, i) => `P${i},${lat},${lon}`),
    'parted by blanks': table('', (lon, lat) => `${lon} ${lat}`),
    'with letters before': table('', (lon, lat) => `N${lat},W${-lon}`),
    closed: table('lat,lon', (lon, lat) => `${lat},${lon}`) + `\n${corners[0][1]},${corners[0][0]}`,
  };
  for (const [what, text] of Object.entries(TABLES)) {
    const ring = readBoundary(text, 'corners.csv').parts[0][0].slice(0, 3);
    ring.forEach(([lon, lat], i) => {
      const off = Math.hypot(lon - corners[i][0], lat - corners[i][1]);
      assert.ok(off < 1e-9, `${what}: ${lon}, ${lat} is not ${corners[i].join(', ')}`);
    });
  }
  const ringOf = (text: string, zone?: string) =>
    readBoundary(text, 'corners.csv', { zone }).parts[0][0];
  // A heading's side holds for degrees and minutes too; eastings that follow by ones are no numbers of corners.
  const west = ringOf(`lat N;lon W\n46°51'36";110°20'24"\n46°52';110°20'24"\n46°52';110°20'`)[0][0];
  assert.ok(Math.abs(west + 110.34) < 1e-9, `${west}`);
  const eastings = ['500001,5187450,400', '500002,5187480,401', '500003,5187440,402'].join('\n');
  assert.ok(Math.abs(ringOf(eastings, '33N')[0][0] - 15) < 0.001);
  const wrong = (text: string) => () => readBoundary(text, 'corners.csv');
  assert.throws(
    wrong('lat,lon\n46.86,-110.34\n46.862\n46.862,-110.337'),
    says(/Line 3 reads “46.862”/),
  );
  assert.throws(wrong('# x\nlat,lon\n46.86,-110.34\n46.8,east\n46,1'), says(/Line 4 reads/));
  assert.throws(wrong('latitude;longitude\n46 51 36 N;46 51 36 N\n1;2\n3;4'), says(/Line 2 reads/));
  assert.throws(wrong('corner,tree\n1,2\n3,4\n5,6'), says(/Columns lon and lat/));
  // Projected eastings keep their order: no number of a projection is an angle.
  assert.throws(wrong('41.2,500123\n41.3,500124\n41.4,500125'), says(/projection/));
});
