import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { readInstrument } from '../formats/instrument';
import { TEXTURES } from '../ground/zones';
import { seededRandom } from '../measure/random';
import { isTold } from '../say/told';
import { byDay, standInReads, storeOfProbe, WILTING, withGauge } from './instruments';
import { AVAILABLE, rootDepth, rootStore, waterBalance, WATER_TERMS, type Rooted } from './water';

const rooted = (more: Partial<Rooted['soil']> = {}): Rooted => ({
  soil: { texture: 'loam', depth: 1, stones: 0.1, repellent: false, ...more },
  ring: 'clear',
  plantedOn: '2026-03-01',
});
const near = (a: number, b: number, by = 1e-9) => assert.ok(Math.abs(a - b) <= by, `${a} for ${b}`);

test('what a probe says is water over the wilting point through the roots, never more than the soil holds', () => {
  // 25 cm of roots, a tenth stones: (0.20 − 0.12) × 250 × 0.9 = 18 mm.
  near(storeOfProbe(0.2, rooted(), '2026-04-01'), 18);
  assert.equal(storeOfProbe(0.05, rooted(), '2026-04-01'), 0);
  near(storeOfProbe(0.6, rooted(), '2026-04-01'), rootStore(rooted(), '2026-04-01'));
  for (const texture of TEXTURES) {
    // At the wilting point nothing, at what the soil holds all of it.
    const one = rooted({ texture });
    near(storeOfProbe(WILTING[texture], one, '2026-06-01'), 0);
    const full = WILTING[texture] + AVAILABLE[texture] / 1000;
    near(storeOfProbe(full, one, '2026-06-01'), rootStore(one, '2026-06-01'), 1e-9);
  }
});

test('a stand-in reads near the truth, and read back it gives it within its error', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 0.9, noNaN: true }),
      fc.constantFrom(...TEXTURES),
      fc.integer(),
      (share, texture, seed) => {
        const one = rooted({ texture });
        const truth = share * rootStore(one, '2026-06-01');
        const read = standInReads('probe', truth, one, '2026-06-01', seededRandom(seed));
        const depth = 1000 * rootDepth(one, '2026-06-01') * 0.9;
        near(storeOfProbe(read, one, '2026-06-01'), truth, 0.0306 * depth);
      },
    ),
    { seed: 1, numRuns: 200 },
  );
  assert.equal(
    standInReads('gauge', 0, rooted(), '2026-06-01', () => 0.9),
    0,
  );
  near(
    standInReads('gauge', 20, rooted(), '2026-06-01', () => 1),
    21,
    1e-9,
  );
});

test('the balance goes on from the probe, and rains what the gauge caught', () => {
  const days = Array.from({ length: 30 }, (_, i) => ({
    ...{ day: `2026-06-${String(i + 1).padStart(2, '0')}`, lowest: 9, highest: 24, rain: 0 },
  }));
  const common = {
    ...{ rooted: rooted(), latitude: 52, terms: WATER_TERMS, today: '2026-07-01' },
    school: 'none' as const,
  };
  const plain = waterBalance({ ...common, days });
  const probed = waterBalance({ ...common, days, probe: new Map([['2026-06-10', 30]]) });
  assert.deepEqual(probed.slice(0, 9), plain.slice(0, 9), 'nothing before it changes');
  near(probed[9].store, 30);
  assert.ok(probed[10].store < 30 && probed[29].store !== plain[29].store);
  const gauged = withGauge(days, new Map([['2026-06-05', 12]]));
  assert.deepEqual(
    gauged.filter(({ rain }) => rain > 0).map(({ day, rain }) => [day, rain]),
    [['2026-06-05', 12]],
  );
  const wetter = waterBalance({ ...common, days: gauged });
  assert.ok(wetter[4].store > plain[4].store && wetter[3].store === plain[3].store);
});

test('readings of a day: a gauge’s add up, a probe’s are their mean', () => {
  const readings = [
    { day: '2026-06-02', value: 3 },
    { day: '2026-06-01', value: 1 },
    { day: '2026-06-02', value: 5 },
  ];
  assert.deepEqual(byDay(readings, 'gauge'), [
    { day: '2026-06-01', value: 1 },
    { day: '2026-06-02', value: 8 },
  ]);
  assert.equal(byDay(readings, 'probe')[1].value, 4);
});

test('files of probes and gauges as they come; what cannot be is said with its line', () => {
  const probe = readInstrument(
    'Timestamp,Soil VWC (%)\n2026-06-01 06:00,21.5\n2026-06-01 18:00,20.5\n2026-06-02 06:00,\n2026-06-03 06:00,19',
    'probe',
    'Europe/Berlin',
  );
  assert.deepEqual(
    probe.map(({ day, value }) => [day, value.toFixed(6)]),
    [
      ['2026-06-01', '0.210000'],
      ['2026-06-03', '0.190000'],
    ],
  );
  // Seven in the evening in Los Angeles is the next day in UTC, and still that day on the block.
  const gauge = readInstrument(
    'time;rain in\n2026-06-01T19:30:00-07:00;0.5\n2026-06-01T20:30:00-07:00;0.1',
    'gauge',
    'America/Los_Angeles',
  );
  assert.equal(gauge.length, 1);
  assert.equal(gauge[0].day, '2026-06-01');
  near(gauge[0].value, 0.6 * 25.4, 1e-9);
  const wrong = (text: string, kind: 'probe' | 'gauge', key: string) =>
    assert.throws(
      () => readInstrument(text, kind, 'UTC'),
      (error) => isTold(error) && error.said.key === key,
      text,
    );
  wrong('a,b\n1,2', 'probe', 'formats.instrumentColumns');
  wrong('date,rain\n2026-06-01,3', 'probe', 'formats.instrumentColumns');
  // Lines above, another language, a date in pieces; what may be either day is not guessed at.
  const pieces = readInstrument(
    'Sonda 3, banco alto\n\nAño;Mes;Día;Humedad (%)\n2026;6;1;21,5\n2026;6;2;20',
    'probe',
    'Europe/Berlin',
  );
  assert.deepEqual(
    pieces.map(({ day, value }) => [day, value.toFixed(3)]),
    [
      ['2026-06-01', '0.215'],
      ['2026-06-02', '0.200'],
    ],
  );
  wrong('date,rain mm\n03/04/2026,3', 'gauge', 'formats.instrumentEitherDay');
  const may = readInstrument('date,rain mm\n03/04/2026,3\n13/04/2026,1', 'gauge', 'UTC');
  assert.deepEqual(
    may.map(({ day }) => day),
    ['2026-04-03', '2026-04-13'],
  );
  assert.throws(
    () => readInstrument('Gauge 3\ndate,rain mm\n2026-06-01,3\n2026-06-02,wet', 'gauge', 'UTC'),
    (error) => isTold(error) && error.said.figures.line === 4,
    'the line as an editor counts it',
  );
  // A share of one is no percent: more water than soil can hold.
  wrong('date,vwc\n2026-06-01,1\n2026-06-02,0.4', 'probe', 'formats.instrumentMost');
  wrong('date,rain mm\n2026-06-01,wet', 'gauge', 'formats.loggerLine');
  wrong('date,rain mm\nsome day,3', 'gauge', 'formats.loggerLine');
  assert.throws(
    () => readInstrument('date,rain mm\n2026-06-01,3\n2026-06-02,wet', 'gauge', 'UTC'),
    (error) => isTold(error) && error.said.figures.line === 3,
    'the line as an editor counts it',
  );
  wrong('date,rain mm\n2026-06-01,-3', 'gauge', 'formats.loggerLine');
  wrong('date,rain mm\n2026-06-01,4000', 'gauge', 'formats.instrumentMost');
  wrong('date,vwc %\n2026-06-01,95', 'probe', 'formats.instrumentMost');
  wrong('date,rain mm\n2026-06-01,', 'gauge', 'formats.tooFewReadings');
});
