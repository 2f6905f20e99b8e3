import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isTold } from '../say/told';
import { geodesicMeasure } from '../ground/polygon';
import { readBoundary, readShapes } from './read';

const table = (...lines: string[]) => lines.join('\n');
const refused = (text: string, key: string, line?: number) =>
  assert.throws(
    () => readShapes(text, 'stands.csv'),
    (error) => isTold(error) && error.said.key === key && error.said.figures.line === line,
    text,
  );

test('areas as texts in a table: with their names, a hole, and what stands beside them', () => {
  const text = table(
    'id;WKT;name;kind',
    '1;"POLYGON ((10 51, 10.01 51, 10.01 51.01, 10 51.01, 10 51), (10.004 51.004, 10.006 51.004, 10.006 51.006, 10.004 51.004))";Upper bank;',
    '2;"MultiPolygon (((10.02 51, 10.03 51, 10.03 51.01, 10.02 51)))";Wet edge;',
    '3;"LINESTRING (10 51.002, 10.01 51.002)";ditch;watercourse',
  );
  const { areas, lines } = readShapes(text, 'stands.csv');
  assert.deepEqual(
    areas.map(({ name, parts }) => [name, parts.length, ...parts[0].map((ring) => ring.length)]),
    [
      ['Upper bank', 1, 4, 3],
      ['Wet edge', 1, 3],
    ],
  );
  assert.deepEqual(areas[0].parts[0][0][1], [10.01, 51]);
  assert.deepEqual([lines.length, lines[0].keepout?.kind], [1, 'watercourse']);
  assert.deepEqual(
    readBoundary(text, 'stands.csv').stands.map(({ name }) => name),
    ['Upper bank', 'Wet edge'],
  );
});

test('a text without a heading, in metres by the number in front of it or by what was typed', () => {
  const square =
    '((500000 5650000, 500100 5650000, 500100 5650100, 500000 5650100, 500000 5650000))';
  const named = readShapes(`"SRID=32632;POLYGON ${square}"`, 'a.csv');
  const typed = readShapes(
    `"POLYGON Z ${square.replaceAll(',', ' 140,').replace('))', ' 140))')}"`,
    'a.csv',
    {
      zone: '32N',
    },
  );
  for (const { areas } of [named, typed])
    assert.ok(Math.abs(geodesicMeasure(areas[0].parts).area - 10_000) < 20);
  assert.deepEqual(named.areas[0].parts, typed.areas[0].parts);
  assert.equal(named.notes.length, 1);
  refused(`"POLYGON ${square}"`, 'formats.projectedCorners');
});

test('KML and GPX whose names all carry their space in front', () => {
  const square = '10,51 10.01,51 10.01,51.01 10,51';
  const plain = `<kml xmlns="http://www.opengis.net/kml/2.2"><Document><Placemark><name>Bank</name><Polygon>
    <outerBoundaryIs><LinearRing><coordinates>${square}</coordinates></LinearRing></outerBoundaryIs>
    </Polygon></Placemark></Document></kml>`;
  const prefixed = plain.replace(/<(\/?)(\w)/g, '<$1kml:$2').replace('xmlns=', 'xmlns:kml=');
  assert.ok(prefixed.startsWith('<kml:kml xmlns:kml='));
  assert.deepEqual(readBoundary(prefixed, 'a.kml'), readBoundary(plain, 'a.kml'));
  assert.equal(readBoundary(prefixed, 'a.kml').name, 'Bank');
});

test('a text that is no whole shape is named by its line', () => {
  refused(
    table('name,geom', 'a,"POINT (10 51)"', 'b,"POLYGON ((10 51, 10.01 51"'),
    'formats.brokenShape',
    3,
  );
  refused(table('name,geom', 'a,"POINT (10 51)"', 'b,nothing'), 'formats.brokenShape', 3);
  // A ring that ends elsewhere says where, as in any other file.
  assert.throws(
    () =>
      readShapes(
        table('name,geom', 'a,"POLYGON ((10 51, 10.01 51, 10.01 51.01, 10 51.01))"'),
        'a.csv',
      ),
    (error: unknown) =>
      JSON.stringify((error as { said: unknown }).said).includes('10, 51.01') &&
      (error as { said: { key: string } }).said.key === 'formats.ringOpen',
  );
  // An empty cell is no shape, and nothing is said of it.
  const { lines } = readShapes(table('name,geom', 'a,"POINT (10 51)"', 'b,'), 'a.csv');
  assert.deepEqual(
    lines.map(({ shape }) => shape.coordinates),
    [[10, 51]],
  );
});
