import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import { toUtm } from '../measure/plane';
import { readCorners, readPlace } from './corners';

const rounded = ([lon, lat]: readonly number[]) => [
  Math.round(lon * 1e6) / 1e6,
  Math.round(lat * 1e6) / 1e6,
];

test('one corner is the same place however its angles are written', () => {
  // 47° 12' 37.2" N, 8° 6' 15.12" E
  for (const line of [
    '47.210333, 8.1042',
    '47.210333 8.1042',
    '47.210333; 8.1042',
    '47,210333; 8,1042',
    '47,210333 8,1042',
    '47.210333° N, 8.1042° E',
    'N47.210333 E8.1042',
    'E 8.1042 N 47.210333',
    "47°12.62' N 8°6.252' E",
    'N 47° 12.62’ E 008° 06.252’',
    '47°12\'37.2"N 8°6\'15.12"E',
    '47° 12′ 37.2″ N, 8° 6′ 15.12″ E',
    '47 deg 12 min 37.2 s N 8 deg 6 min 15.12 s E',
  ])
    assert.deepEqual(rounded(readPlace(line)), [8.1042, 47.210333], line);
});

test('south and west are below zero, by letter and by sign', () => {
  assert.deepEqual(rounded(readPlace('S 41.3 W 72.5')), [-72.5, -41.3]);
  assert.deepEqual(rounded(readPlace('-41.3, -72.5')), [-72.5, -41.3]);
  assert.deepEqual(rounded(readPlace("41°18'S 72°30'W")), [-72.5, -41.3]);
  for (const line of ['41 18 00 S 72 30 0 W', '41:18 S, 72:30:00 W', 'S 41 18.0 W 072 30'])
    assert.deepEqual(rounded(readPlace(line)), [-72.5, -41.3], line);
  assert.throws(() => readPlace('41 78 S 72 30 W'), says(/latitude and longitude/));
  // A number past 90 can be no latitude, whichever comes first.
  assert.deepEqual(rounded(readPlace('174.8, -41.3')), [174.8, -41.3]);
});

test('degrees, minutes and seconds are read back for places all over the world', () => {
  const part = (value: number, letters: string) => {
    const size = Math.round(Math.abs(value) * 3600 * 100);
    const seconds = (size % 6000) / 100;
    const minutes = Math.floor(size / 6000) % 60;
    return `${Math.floor(size / 360_000)}°${minutes}'${seconds}"${letters[value < 0 ? 1 : 0]}`;
  };
  fc.assert(
    fc.property(
      fc.double({ min: -89, max: 89, noNaN: true }),
      fc.double({ min: -179, max: 179, noNaN: true }),
      (lat, lon) => {
        const [foundLon, foundLat] = readPlace(`${part(lat, 'NS')} ${part(lon, 'EW')}`);
        assert.ok(Math.abs(foundLon - lon) < 2e-6 && Math.abs(foundLat - lat) < 2e-6);
      },
    ),
    { numRuns: 300 },
  );
});

test('easting and northing with their zone, in the line or given once', () => {
  const [east, north] = toUtm(32, false)([8.1042, 47.2103]);
  const line = `32N ${east.toFixed(2)} ${north.toFixed(2)}`;
  const [lon, lat] = readPlace(line);
  assert.ok(Math.abs(lon - 8.1042) < 1e-6 && Math.abs(lat - 47.2103) < 1e-6);
  assert.deepEqual(
    rounded(readPlace(`${east.toFixed(2)}, ${north.toFixed(2)}`, '32N')),
    [8.1042, 47.2103],
  );
  assert.throws(() => readPlace(`${east} ${north}`), says(/need their UTM zone/));
});

test('corners go round in the order of their lines; the first one again closes nothing twice', () => {
  const text = '47.1, 8.1\n47.2, 8.1\n\n47.2, 8.2\n47.1, 8.1\n';
  const { corners, assumed } = readCorners(text);
  assert.deepEqual(corners, [
    [8.1, 47.1],
    [8.1, 47.2],
    [8.2, 47.2],
  ]);
  assert.ok(assumed, 'which number is the latitude was not said');
  assert.ok(!readCorners('N47 E8.1\nN47.1 E8.1\nN47 E8.2').assumed);
});

test('what is no corner is said with its line; nothing is guessed', () => {
  for (const [text, wrong] of [
    ['47.1, 8.1\nthe old gate\n47.2, 8.2', /Line 2 reads “the old gate”/],
    ['47.1', /Line 1/],
    ['47.1, 8.1, 500', /Line 1/],
    ['N47 N8', /Line 1/],
    ["47°75'N 8°E", /Line 1/],
    ["47°60'N 8°E", /Line 1/],
    ['47°10\'60"N 8°E', /Line 1/],
    ['N 95 E 8', /Line 1/],
    ['47.1, 8.1\n47.2, 8.2', /2 corners/],
  ] as const)
    assert.throws(() => readCorners(text), says(wrong), text);
});

test('a ring that ends where it began loses the last corner; a line that does keeps it', () => {
  const ring = ['47.1, 8.1', '47.2, 8.1', '47.2, 8.2', '47.1, 8.1'].join('\n');
  assert.equal(readCorners(ring).corners.length, 3);
  // A walked line may come back to where it began: two corners are enough for it, and none is dropped.
  assert.equal(readCorners(ring, '', 2).corners.length, 4);
});
