import assert from 'node:assert/strict';
import { test } from 'node:test';
import { gpx } from '@tmcw/togeojson';
import { DOMParser } from '@xmldom/xmldom';
import ICAL from 'ical.js';
import GeoJSON from 'ol/format/GeoJSON.js';
import type Point from 'ol/geom/Point.js';
import Papa from 'papaparse';
import { schedule } from '../../core/calendar/schedule';
import { scheduleToIcs } from '../../core/formats/icalendar';
import { layoutToCsv, layoutToGeoJson, layoutToGpx } from '../../core/formats/layout';
import { localPlane, type Point as Pair } from '../../core/measure/plane';
import { layOut } from '../../core/rows/layout';
import { eachPosition, rhythmOf, toStoredRows } from '../../core/rows/stored';
import { words } from '../../src/lib/words';

const plane = localPlane([11, 51]);
const area = [
  [
    [
      [0, 0],
      [80, 5],
      [70, 60],
      [5, 55],
    ] as Pair[],
  ],
];
const laid = layOut(
  { boundary: area, plantable: area },
  {
    pattern: 'offset',
    inRow: 2.5,
    between: 3,
    direction: { kind: 'bearing', bearing: 1.2 },
    firstOffset: 1,
    firstPeg: 0,
    headland: 0,
    shortest: 0,
    mix: [
      { species: 'a', share: 70 },
      { species: 'b', share: 30 },
    ],
    arrangement: { kind: 'random', longest: 3, seed: 1 },
  },
);
const rows = toStoredRows(laid.rows, laid.runs);
const layout = {
  block: 'Bench & <Slope>',
  version: 2,
  rhythm: rhythmOf(laid.rows),
  rows,
  species: [
    { letter: 'P', name: 'Pine' },
    { letter: 'B', name: 'Birch' },
  ],
  plane,
};
const truth = [...eachPosition(layout.rhythm, rows)];
const millimetre = (a: number[], i: number) => {
  const [x, y] = plane.toPlane([a[0], a[1]]);
  assert.ok(Math.hypot(x - truth[i].point[0], y - truth[i].point[1]) < 1e-3, `position ${i}`);
};

// Independent parser: OpenLayers' GeoJSON format.
test('GeoJSON reads back to the same places within a millimetre', () => {
  const features = new GeoJSON().readFeatures(layoutToGeoJson(layout, 'positions'));
  assert.equal(features.length, truth.length);
  features.forEach((feature, i) => {
    millimetre((feature.getGeometry() as Point).getCoordinates(), i);
    assert.equal(feature.get('row'), truth[i].row);
    assert.equal(feature.get('peg'), truth[i].peg);
    assert.ok(Math.abs(feature.get('chainage') - truth[i].chainage) <= 0.0005);
    assert.equal(feature.get('species'), layout.species[truth[i].species].name);
  });
  const lines = new GeoJSON().readFeatures(layoutToGeoJson(layout, 'rows'));
  assert.equal(lines.length, rows.length);
});

// Independent parsers: xmldom and togeojson.
test('GPX is well formed, escapes names, and reads back to the same places', () => {
  const parse = (text: string) =>
    gpx(
      new DOMParser({
        onError: (_level, message) => {
          throw new Error(message);
        },
      }).parseFromString(text, 'text/xml') as unknown as Document,
    );
  const { features } = parse(layoutToGpx(layout, 'positions'));
  assert.equal(features.length, truth.length);
  features.forEach((feature, i) =>
    millimetre((feature.geometry as { coordinates: number[] }).coordinates, i),
  );
  assert.equal(features[0].properties?.name, '1/1');
  const routes = parse(layoutToGpx(layout, 'rows')).features;
  assert.equal(routes.length, rows.length);
  assert.equal(routes[4].properties?.name, 'Row 5');
});

// Independent parser: Papa Parse.
test('CSV reads back to the same places and counts', () => {
  const { data, errors } = Papa.parse<Record<string, string>>(layoutToCsv(layout, 'positions'), {
    header: true,
  });
  assert.deepEqual(errors, []);
  assert.equal(data.length, truth.length);
  data.forEach((line, i) => millimetre([Number(line.lon), Number(line.lat)], i));
  const table = Papa.parse<Record<string, string>>(layoutToCsv(layout, 'rows'), {
    header: true,
  }).data;
  assert.equal(
    table.reduce((sum, { trees }) => sum + Number(trees), 0),
    truth.length,
  );
  // In feet the same chainages, with the unit in the heading. International foot: NIST SP 811, app. B.
  const feet = Papa.parse<Record<string, string>>(layoutToCsv(layout, 'rows', 'us'), {
    header: true,
  }).data;
  feet.forEach((line, i) => {
    for (const end of ['first_peg', 'last_peg'])
      assert.ok(
        Math.abs(Number(line[`${end}_ft`]) * 0.3048 - Number(table[i][`${end}_m`])) < 0.001,
        `${end} of row ${line.row}`,
      );
  });
});

// Independent parser: ical.js.
test('iCalendar reads back with its days, over a leap day and a year’s end', () => {
  const tasks = schedule(
    '2028-02-29',
    new Set(['rip', 'kill-sod']),
    [
      { key: 'order', skipped: true },
      { key: 'kill-sod', doneOn: '2027-07-02' },
    ],
    '2026-11-24',
  );
  const text = scheduleToIcs(
    [{ id: 'b1', name: 'North Bench', sequence: 7, tasks }],
    Date.UTC(2026, 10, 24),
    (message) => words(message),
  );
  const events = new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component));
  assert.equal(events.length, tasks.length);
  // RFC 5545, 3.8.1.11 and 3.8.7.4: what is called off is cancelled, and the newer reading has the higher number.
  const status = (key: string) =>
    events
      .find(({ uid }) => uid === `b1-${key}@viridane`)!
      .component.getFirstPropertyValue('status');
  assert.equal(status('order'), 'CANCELLED');
  assert.equal(status('rip'), 'CONFIRMED');
  assert.ok(events.every(({ sequence }) => sequence === 7));
  for (const event of events) {
    const task = tasks.find(({ key }) => event.uid === `b1-${key}@viridane`)!;
    assert.equal(event.startDate.toString(), task.start);
    assert.ok(event.startDate.isDate);
    const end = event.endDate.clone();
    end.adjust(-1, 0, 0, 0);
    assert.equal(end.toString(), task.finish);
    assert.equal(event.summary, `North Bench: ${words(task.label)}${task.doneOn ? ', done' : ''}`);
  }
  assert.equal(new Set(events.map(({ uid }) => uid)).size, events.length);
});

// Source: RFC 5545, read by ical.js; a calendar without any task is still one.
test('an empty calendar is a calendar', () => {
  const calendar = new ICAL.Component(ICAL.parse(scheduleToIcs([], Date.UTC(2026, 10, 24), words)));
  assert.equal(calendar.name, 'vcalendar');
  assert.equal(calendar.getFirstPropertyValue('version'), '2.0');
  assert.equal(calendar.getAllSubcomponents('vevent').length, 0);
});
