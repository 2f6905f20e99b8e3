import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { apportion, atLeast } from './apportion';
import { addTo, daysBetween, isDay } from './dates';
import { toSegment, type Point } from './plane';
import { seededRandom } from './random';
import { studentProbability, studentQuantile } from './student';
import {
  areaBetween,
  compassPoint,
  formatArea,
  formatBearing,
  formatDensity,
  formatLength,
  scaleLength,
  formatNumber,
} from './units';
import { parseLength, readLengths } from './typed';

test('the way to a stretch is that to the nearest of its places', () => {
  const random = seededRandom('stretch');
  const place = (): Point => [random() * 50 - 25, random() * 50 - 25];
  for (let i = 0; i < 200; i++) {
    const [from, a, b] = [place(), place(), place()];
    let nearest = Infinity;
    for (let k = 0; k <= 5000; k++) {
      const t = k / 5000;
      const [x, y] = [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
      nearest = Math.min(nearest, Math.hypot(from[0] - x, from[1] - y));
    }
    const found = toSegment(from, a, b);
    assert.ok(found <= nearest + 1e-9 && nearest - found < 1e-2, `${found} is not ${nearest}`);
  }
  assert.equal(toSegment([3, 4], [0, 0], [0, 0]), 5, 'a stretch without a length is its place');
});

test('lengths that are called out are a list, however they are parted', () => {
  const list = (text: string, unit: number, metres: number[]) => {
    const found = readLengths(text, unit);
    assert.equal(found.length, metres.length, text);
    found.forEach((length, i) => assert.ok(Math.abs(length - metres[i]) < 1e-9, text));
  };
  list('2,52 2.55\n2.49', 1, [2.52, 2.55, 2.49]);
  list('2.52,2.55,2.49', 1, [2.52, 2.55, 2.49]);
  list('2,52; 2,55, 2,49', 1, [2.52, 2.55, 2.49]);
  const [foot, inch] = [0.3048, 0.0254];
  list('8\' 2" 8\'3½" 99 in', foot, [98 * inch, 99.5 * inch, 99 * inch]);
  list('8.2 8 1/4', foot, [8.2 * foot, 8.25 * foot]);
  list('4 cm 5 cm', 1, [0.04, 0.05]);
  list('-1 0 2', inch, [-inch, 0, 2 * inch]);
  list('8 ft 2 8 ft 3', foot, [8 * foot, 2 * foot, 8 * foot, 3 * foot]);
  list('', 1, []);
  for (const wrong of ['2.5 wide', '2.5 2,x']) assert.throws(() => readLengths(wrong, 1), wrong);
  assert.throws(() => readLengths('2,52,2,55', 1), says(/2,52,2,55/), 'four numbers or two');
});

test('numbers are grouped with a narrow space and never read minus nought', () => {
  assert.equal(formatNumber(10000), '10\u202f000');
  assert.equal(formatNumber(1234567.891, 1), '1\u202f234\u202f567.9');
  assert.equal(formatNumber(-0.0001, 2), '0.00');
  assert.equal(formatNumber(-12.5, 1), '−12.5');
  assert.equal(formatNumber(Infinity), '–');
});

test('lengths are read as people write them, in either unit', () => {
  const close = (text: string, metres: number, system: 'metric' | 'us' = 'metric') =>
    assert.ok(Math.abs(parseLength(text, system) - metres) < 1e-9, text);
  close('2.4', 2.4);
  close('2,4 m', 2.4);
  close('240cm', 2.4);
  close('8ft', 2.4384);
  close('8', 2.4384, 'us');
  close('7 ft 6 in', 2.286);
  close('7\'6"', 2.286);
  close('-3 m', -3);
  close('20 chains', 402.336);
  close('1 ch', 20.1168);
  close('10 yd', 9.144);
  close('1 320 ft', 402.336);
  close('1,320.5 ft', 1320.5 * 0.3048);
  close('0,320', 0.32);
  // As a tape in inches has it.
  close('6 1/2 in', 6.5 * 0.0254);
  close('7\'6½"', 7 * 0.3048 + 6.5 * 0.0254);
  close('7 ft 6-1/8 in', 7 * 0.3048 + 6.125 * 0.0254);
  close('¼', 0.25 * 0.3048, 'us');
  close('-2 3/4 in', -2.75 * 0.0254);
  close('1 320 1/2 ft', 1320.5 * 0.3048);
  for (const wrong of [
    '',
    'wide',
    '2.4 parsecs',
    '2 m wide',
    '8 ft 6 apples',
    '1/0 ft',
    '3/7 ft',
    '1/2/4',
  ]) {
    assert.throws(() => parseLength(wrong, 'metric'), says(/is not a length/), wrong);
  }
});

test('a sign that may part thousands or decimals is decided by what is accepted, or asked about', () => {
  for (const text of ['1,320', '1.320', '1,320 ft'])
    assert.throws(
      () => parseLength(text, 'us', { max: 5000 }),
      says(/can mean 1.320 or 1\.32/),
      text,
    );
  const far = { min: 1, max: 5000 };
  assert.ok(Math.abs(parseLength('1,320', 'us', far) - 402.336) < 1e-9);
  assert.ok(Math.abs(parseLength('1,320', 'metric', { min: 0, max: 100 }) - 1.32) < 1e-12);
  // Of neither the range holds: which was meant is for whoever says what is accepted.
  assert.equal(parseLength('2 m', 'metric', { max: 1 }), 2);
});

test('what is written in a unit reads back as the same length', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.2, max: 90, noNaN: true }), (metres) => {
      assert.ok(Math.abs(parseLength(formatLength(metres, 'metric', 4), 'us') - metres) < 1e-3);
      assert.ok(Math.abs(parseLength(formatLength(metres, 'us', 4), 'metric') - metres) < 1e-3);
    }),
  );
});

test('a scale bar is round in the unit of the person, and no shorter than asked', () => {
  assert.deepEqual(scaleLength(70, 'metric'), { metres: 100, text: '100 m' });
  assert.equal(scaleLength(100, 'metric').text, '100 m');
  assert.equal(scaleLength(100.1, 'metric').text, '200 m');
  assert.equal(scaleLength(0.3, 'metric').text, '0.5 m');
  assert.equal(scaleLength(30.48, 'us').text, '100 ft');
  const feet = scaleLength(70, 'us');
  assert.equal(feet.text, '500 ft');
  assert.ok(Math.abs(feet.metres - 152.4) < 1e-9);
});

test('areas and densities change unit with the person', () => {
  assert.equal(formatArea(64_134, 'metric'), '6.41 ha');
  assert.equal(formatArea(40_468.564224, 'us'), '10.00 acres');
  assert.equal(formatArea(50, 'metric'), '50.0 m²');
  // Whole, part and what lies between as they are written add up: 8.20 − 8.03 is no 0.18.
  for (const system of ['metric', 'us'] as const) {
    const written = (area: number) => Number(formatArea(area, system).split(' ')[0]);
    for (let part = 20_000; part < 33_000; part += 97) {
      const between = written(areaBetween(33_184, part, system));
      if (33_184 - part > 400) assert.equal(between, +(written(33_184) - written(part)).toFixed(2));
    }
  }
  assert.equal(areaBetween(33_184, 33_180, 'metric'), 4, 'a sliver is told as it is');
  assert.equal(formatDensity(0.1, 'metric'), '1\u202f000 /ha');
  assert.equal(formatDensity(0.1, 'us'), '405 /acre');
});

test('bearings wrap and name their compass point', () => {
  assert.equal(formatBearing((83 * Math.PI) / 180), '083°');
  assert.equal(formatBearing(-Math.PI / 2), '270°');
  assert.equal(formatBearing(2 * Math.PI - 1e-9), '000°');
  assert.equal(compassPoint(Math.PI), 'S');
  assert.equal(compassPoint(-0.1), 'N');
});

test('shares of a whole number add up and stay within one of their due', () => {
  fc.assert(
    fc.property(
      fc.nat(100_000),
      fc.array(fc.nat(1000), { minLength: 1, maxLength: 12 }).filter((w) => w.some((x) => x > 0)),
      (total, weights) => {
        const parts = apportion(total, weights);
        const sum = weights.reduce((a, b) => a + b, 0);
        assert.equal(
          parts.reduce((a, b) => a + b, 0),
          total,
        );
        parts.forEach((part, i) => assert.ok(Math.abs(part - (total * weights[i]) / sum) < 1));
      },
    ),
  );
  assert.throws(() => apportion(5, [0, 0]), RangeError);
  assert.throws(() => apportion(5, [1, -1]), RangeError);
});

test('a species with no share gets no tree, however the fractions fall', () => {
  assert.deepEqual(apportion(10, [1, 0, 1, 1]), [4, 0, 3, 3]);
});

test('days have no clock: leap years, month ends and year ends', () => {
  assert.equal(addTo('2024-02-29', { months: 12 }), '2025-02-28');
  assert.equal(addTo('2026-03-31', { months: -1 }), '2026-02-28');
  assert.equal(addTo('2026-12-31', { days: 1 }), '2027-01-01');
  assert.equal(daysBetween('2026-03-28', '2026-03-30'), 2);
  assert.equal(daysBetween('2026-10-24', '2026-10-26'), 2);
  assert.equal(daysBetween('2027-01-01', '2026-12-31'), -1);
  assert.ok(isDay('2024-02-29'));
  assert.ok(!isDay('2025-02-29'));
  assert.ok(!isDay('24.11.2026'));
});

test('the same seed draws the same numbers, another seed others, all evenly', () => {
  const [a, b, c] = [seededRandom('x'), seededRandom('x'), seededRandom('y')];
  const draws = Array.from({ length: 20_000 }, () => a());
  assert.deepEqual(
    draws,
    Array.from({ length: 20_000 }, () => b()),
  );
  assert.notEqual(draws[0], c());
  const tenths = new Array(10).fill(0);
  for (const draw of draws) tenths[Math.floor(draw * 10)]++;
  // Chi-squared with 9 degrees stays under 27.9 in 999 of 1 000 fair generators.
  const chi = tenths.reduce((sum, n) => sum + (n - 2000) ** 2 / 2000, 0);
  assert.ok(chi < 27.9, `chi-squared ${chi}`);
});

test('the t quantile is the inverse of the t probability', () => {
  for (const freedom of [1, 2, 5, 11, 30, 200]) {
    for (const confidence of [0.5, 0.8, 0.95, 0.99]) {
      const t = studentQuantile(confidence, freedom);
      assert.ok(Math.abs(studentProbability(t, freedom) - (0.5 + confidence / 2)) < 1e-9);
    }
  }
  assert.throws(() => studentQuantile(0.95, 0), RangeError);
});

test('a ribbon keeps its length while every run gets room for its label', () => {
  const parts = fc.array(
    fc.tuple(fc.integer({ min: 0, max: 120 }), fc.integer({ min: 11, max: 23 })),
    { minLength: 1, maxLength: 20 },
  );
  fc.assert(
    fc.property(parts, (given) => {
      const [lengths, least] = [given.map(([length]) => length), given.map(([, min]) => min)];
      const drawn = atLeast(lengths, least);
      const sum = (values: number[]) => values.reduce((total, value) => total + value, 0);
      drawn.forEach((length, i) => assert.ok(length >= least[i] - 1e-9));
      const whole = Math.max(sum(lengths), sum(least));
      assert.ok(Math.abs(sum(drawn) - whole) < 1e-6);
    }),
  );
  assert.deepEqual(atLeast([30, 10], [12, 12]), [28, 12]);
});

test('bearings are written with three figures, and with their half degrees where asked', () => {
  const radians = (degrees: number) => (degrees * Math.PI) / 180;
  assert.equal(formatBearing(radians(8)), '008°');
  assert.equal(formatBearing(radians(359.7)), '000°');
  assert.equal(formatBearing(radians(-90)), '270°');
  assert.equal(formatBearing(radians(8.5), 1), '008.5°');
  assert.equal(formatBearing(radians(188.25), 1), '188.3°');
});
