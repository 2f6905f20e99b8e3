import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { FigureKind } from '../../../core/measure/working';
import { Units } from './figures.svelte';

/** Every kind of figure with one value of it, in metric and in US units. From the units' definitions. */
const WRITTEN: Record<FigureKind, [number, string, string]> = {
  area: [40_468.564224, '4.05 ha', '10.00 acres'],
  length: [3.048, '3.05 m', '10.0 ft'],
  distance: [1609.344, '1.6 km', '1.0 mi'],
  liquid: [0.003785411784, '3.79 L', '1.00 gal'],
  volume: [1.529109715968, '1.5 m³', '2.0 cu yd'],
  density: [0.1, '1 000 /ha', '405 /acre'],
  share: [0.125, '12.5 %', '12.5 %'],
  mass: [45.359237, '45 kg', '100 lb'],
  hours: [2.54, '2.5 h', '2.5 h'],
  money: [3, '3.00', '3.00'],
  priceALength: [25, '25.00/m', '7.62/ft'],
  minutes: [19.6, '20 min', '20 min'],
  count: [1234, '1 234', '1 234'],
  number: [0.3, '0.30', '0.30'],
  speed: [4.4704, '16 km/h', '10 mph'],
  dose: [200, '200.0 L/ha', '21.4 gal/acre'],
  massDose: [20, '20.0 kg/ha', '17.8 lb/acre'],
};

test('every kind of figure is written in the units of whoever looks, and follows them at once', () => {
  const units = new Units('metric');
  const plain = (text: string) => text.replace(/\s/g, ' ');
  for (const [kind, [value, metric, us]] of Object.entries(WRITTEN) as [
    FigureKind,
    [number, string, string],
  ][]) {
    units.system = 'metric';
    assert.equal(plain(units.format(value, kind)), metric, kind);
    units.system = 'us';
    assert.equal(plain(units.format(value, kind)), us, kind);
  }
});
