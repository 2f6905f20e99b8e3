import assert from 'node:assert/strict';
import { test } from 'node:test';
import { minutesAllowed, saturationPressure, vapourDeficit } from '../../core/stock/exposure';
import { judgeAir } from '../../core/calendar/weather';

// Source: Allen et al. 1998, FAO Irrigation and Drainage Paper 56, annex 2, table 2.3, kPa.
test('saturation vapour pressure as tabulated', () => {
  const table: [number, string][] = [
    [1, '0.657'],
    [10, '1.228'],
    [15, '1.705'],
    [20, '2.338'],
    [24.5, '3.075'],
    [30, '4.243'],
  ];
  for (const [temperature, pressure] of table)
    assert.equal(saturationPressure(temperature).toFixed(3), pressure);
});

// Source: FAO-56, example 3: 24.5 °C and 15 °C; deficit of air at 50 % is half its saturation.
test('vapour deficit', () => {
  assert.ok(
    Math.abs(vapourDeficit({ temperature: 24.5, humidity: 0.5, wind: 0 }) - 3.075 / 2) < 5e-4,
  );
});

// Common practice, no source: fine roots are lost in 15 to 20 minutes of open air with a light wind
// on a cool, humid day, and in a few minutes of warm, dry wind.
test('the root clock on the days that planters know', () => {
  const coolHumid = minutesAllowed({ temperature: 10, humidity: 0.78, wind: 1.2 }).value;
  assert.ok(coolHumid >= 15 && coolHumid <= 20, String(coolHumid));
  const warmDry = minutesAllowed({ temperature: 22, humidity: 0.35, wind: 5 }).value;
  assert.ok(warmDry < 3, String(warmDry));
});

// From memory: planting-day classes of regional extension tables.
test('planting-day classes', () => {
  const classOf = (temperature: number, humidity: number, kmh: number) =>
    judgeAir({ temperature, humidity, wind: kmh / 3.6 }).dayClass;
  assert.equal(classOf(12, 0.6, 15), 'normal');
  assert.equal(classOf(26, 0.6, 10), 'marginal');
  assert.equal(classOf(12, 0.4, 10), 'marginal');
  assert.equal(classOf(12, 0.6, 20), 'marginal');
  assert.equal(classOf(30, 0.6, 10), 'stop');
  assert.equal(classOf(12, 0.25, 10), 'stop');
  assert.equal(classOf(12, 0.6, 25), 'stop');
});
