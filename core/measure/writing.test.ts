import assert from 'node:assert/strict';
import { test } from 'node:test';
import { formatSpan } from './dates';
import { normalDeviate, seededRandom } from './random';
import { rangesOf, stretchesOf } from './ranges';
import {
  TYPED_UNITS,
  formatArea,
  formatDistance,
  formatDose,
  formatLength,
  formatLiquid,
  formatMass,
  formatMassDose,
  formatPercent,
  formatRain,
  formatTemperature,
  formatVolume,
  formatWind,
} from './units';

const both = (write: (value: number, system: 'metric' | 'us') => string, value: number) => [
  write(value, 'metric'),
  write(value, 'us'),
];

test('every measure is written in both systems, by their exact definitions', () => {
  assert.deepEqual(both(formatLength, 3.048), ['3.05 m', '10.0 ft']);
  assert.deepEqual(both(formatLength, 304.8), ['304.8 m', '1 000.0 ft']);
  assert.deepEqual(both(formatDistance, 1609.344), ['1.6 km', '1.0 mi']);
  assert.deepEqual(both(formatDistance, 30.48), ['30 m', '100 ft']);
  assert.deepEqual(both(formatArea, 4046.8564224), ['0.40 ha', '1.00 acres']);
  assert.deepEqual(both(formatArea, 9.290304), ['9.3 m²', '100 sq ft']);
  assert.deepEqual(both(formatVolume, 1.529109715968), ['1.5 m³', '2.0 cu yd']);
  assert.deepEqual(both(formatLiquid, 0.003785411784), ['3.79 L', '1.00 gal']);
  assert.deepEqual(both(formatLiquid, 0.0000295735295625), ['30 mL', '1.0 fl oz']);
  // 3.785 411 784 L are a US gallon: a quart is its fourth part, poured by the gallon from there on.
  assert.deepEqual(both(formatLiquid, 0.00094), ['940 mL', '31.8 fl oz']);
  assert.deepEqual(both(formatLiquid, 0.0035), ['3.50 L', '0.92 gal']);
  assert.deepEqual(both(formatMass, 0.45359237), ['454 g', '1.0 lb']);
  assert.deepEqual(both(formatMass, 0.028349523125), ['28 g', '1.0 oz']);
  assert.deepEqual(both(formatMass, 45.359237), ['45 kg', '100 lb']);
  assert.deepEqual(both(formatTemperature, 100), ['100 °C', '212 °F']);
  assert.deepEqual(both(formatTemperature, -40), ['−40 °C', '−40 °F']);
  assert.deepEqual(both(formatWind, 10), ['36 km/h', '22 mph']);
  assert.deepEqual(both(formatRain, 0.0254), ['25 mm', '1.00 in']);
  // One gallon an acre is 9.354 L/ha, one pound an acre 1.1209 kg/ha.
  assert.deepEqual(both(formatDose, 9.35396), ['9.4 L/ha', '1.00 gal/acre']);
  assert.deepEqual(both(formatMassDose, 1.12085), ['1.12 kg/ha', '1.00 lb/acre']);
  assert.deepEqual(both(formatMassDose, 60), ['60.0 kg/ha', '53.5 lb/acre']);
  assert.equal(formatPercent(0.875), '88 %');
  assert.equal(formatPercent(0.0156, 2), '1.56 %');
});

test('row numbers in short: neighbours together, any order, doubles once', () => {
  assert.deepEqual(stretchesOf([7, 1, 3, 2, 2]), [
    [1, 3],
    [7, 7],
  ]);
  assert.equal(rangesOf([5, 1, 2, 3, 8, 9]), '1 to 3, 5, 8, 9');
  assert.equal(rangesOf([1, 3, 5, 7, 9, 11, 13]), '1, 3, 5, 7, 9, 11 and more');
  assert.equal(rangesOf([1, 3, 5], 2), '1, 3 and more');
  assert.equal(rangesOf([]), '');
});

test('normal deviates have the mean and spread asked for, and tails on both sides', () => {
  const random = seededRandom('bell');
  const drawn = Array.from({ length: 20_000 }, () => normalDeviate(random, 5, 2));
  const mean = drawn.reduce((sum, one) => sum + one, 0) / drawn.length;
  const spread = Math.sqrt(drawn.reduce((sum, one) => sum + (one - mean) ** 2, 0) / drawn.length);
  // Twenty thousand draws: the mean errs by 0.014, the spread by 0.01.
  assert.ok(Math.abs(mean - 5) < 0.06 && Math.abs(spread - 2) < 0.05);
  const within = drawn.filter((one) => Math.abs(one - 5) < 2).length / drawn.length;
  assert.ok(Math.abs(within - 0.6827) < 0.012, `${within} within one deviation`);
  assert.ok(drawn.some((one) => one < 0) && drawn.some((one) => one > 10));
});

test('what is typed in a reader’s unit comes back as it was shown, and means what it says', () => {
  const { temperature, treeWeight, rain } = TYPED_UNITS;
  assert.equal(temperature.us.taken(212), 100);
  assert.equal(temperature.us.shown(-40), -40);
  assert.ok(Math.abs(treeWeight.us.taken(16) - 0.45359237) < 1e-9, 'a pound');
  assert.equal(treeWeight.metric.taken(40), 0.04);
  assert.ok(Math.abs(rain.us.taken(1) - 25.4) < 1e-9);
  for (const units of Object.values(TYPED_UNITS))
    for (const unit of Object.values(units))
      for (const typed of [-3.5, 0, 0.4, 12, 77])
        assert.ok(
          Math.abs(unit.shown(unit.taken(typed)) - typed) <= 0.5 / 10 ** unit.decimals + 1e-9,
          `${typed} ${unit.sign}`,
        );
});

test('days from one to another are written with the year once, or with both where they differ', () => {
  assert.equal(formatSpan('2026-11-24', '2026-11-26'), '24 Nov to 26 Nov 2026');
  assert.equal(formatSpan('2026-11-24', '2026-11-24'), '24 Nov 2026');
  assert.equal(formatSpan('2026-11-26', '2027-10-20'), '26 Nov 2026 to 20 Oct 2027');
});
