import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fnv1a } from '../../core/measure/hash';
import { paySheet } from '../../core/crew/pay';
import { fieldWords, type Language } from '../../src/lib/words/field';
import jstat from 'jstat';
import { gammaQuantile, learned, PRIOR_HOURS } from '../../core/crew/rates';
import { placeCaches } from '../../core/crew/caches';
import { MACHINE_TERMS, passPlan, type MachineTerms } from '../../core/crew/passes';

const { jStat } = jstat as unknown as {
  jStat: { gamma: { inv(p: number, shape: number, scale: number): number } };
};

// jStat's inverse of the incomplete gamma function, a general-purpose library of the registry.
test('quantiles of a Gamma distribution agree with an independent computation to a percent, from a shape of ten to a fifth of one', () => {
  for (const shape of [3, 10, 38, 150, 900])
    for (const [p, z] of [
      [0.05, -1.6448536269514722],
      [0.5, 0],
      [0.95, 1.6448536269514722],
    ]) {
      const wanted = jStat.gamma.inv(p, shape, 1 / 7);
      const found = gammaQuantile(shape, 7, z);
      const within = shape < 10 ? 0.01 : 0.002;
      assert.ok(Math.abs(found / wanted - 1) < within, `${shape} at ${p}: ${found}, ${wanted}`);
    }
});

// Gelman et al., Bayesian Data Analysis, ch. 2: a Gamma(α, β) prior of a Poisson rate, after y events in an
// exposure x, is Gamma(α + y, β + x); its mean is the mean of both weighted by their exposure.
test('the mean of a learned rate is the conjugate posterior’s, whatever its dispersion', () => {
  const days = [
    { trees: 640, hours: 8 },
    { trees: 700, hours: 7.5 },
    { trees: 410, hours: 5 },
    { trees: 820, hours: 9 },
  ];
  const [y, x] = [2570, 29.5];
  const weight = x / (x + PRIOR_HOURS.typed);
  const mean = learned(60, days).perHour.value;
  assert.ok(Math.abs(mean - (weight * (y / x) + (1 - weight) * 60)) < 1e-9);
});

// The 1-median of points on a line is their median (Hakimi 1964, Operations Research 12).
test('one cache on one headland stands at the median of the visits', () => {
  const along = [0, 3, 6, 60, 90];
  const ways = along.map((at) => ({ first: { along: at, into: 5 }, last: { along: at, into: 5 } }));
  const { caches, carried } = placeCaches(ways, 1, ['first']);
  assert.deepEqual(caches, [{ headland: 'first', along: 6, visits: 5 }]);
  assert.equal(carried.value, 6 + 3 + 0 + 54 + 84 + 25);
});

test('marks of briefings are FNV-1a, by the published test vectors', () => {
  // draft-eastlake-fnv, appendix C: 64-bit FNV-1a of "", "a" and "foobar".
  assert.equal(fnv1a(''), 'cbf29ce484222325');
  assert.equal(fnv1a('a'), 'af63dc4c8601ec8c');
  assert.equal(fnv1a('foobar'), '85944171f73967e8');
});

test('plural forms of the planters’ pages are those of the Unicode data', () => {
  // Unicode CLDR plural rules, as the platform carries them: nothing is singular in French and Portuguese.
  const forms = (language: Language, count: number) =>
    fieldWords('frame.noSignal', { waiting: count }, { language, system: 'metric' });
  for (const [language, one] of [
    ['en', 'entry waits'],
    ['es', 'dato espera'],
    ['fr', 'saisie attend'],
    ['pt', 'registo espera'],
  ] as const)
    for (const count of [0, 1, 2, 5, 21, 1000]) {
      const singular = new Intl.PluralRules(language).select(count) === 'one';
      assert.equal(
        new RegExp(`${one}\\b`).test(forms(language, count)),
        singular,
        `${language} ${count}`,
      );
    }
});

test('hours and pieces are paid as a pay slip reckons them', () => {
  // Common practice, no source: a piece rate times pieces, an hourly rate times hours, to the cent.
  const sheet = (kind: 'piece' | 'hour', amount: number, trees: number, hours: number) =>
    paySheet({
      ...{ from: '2026-03-02', to: '2026-03-02', checked: [], decisions: [] },
      trees: new Map([['2026-03-02', new Map([['a', trees]])]]),
      hours: new Map([['a', new Map([['2026-03-02', hours]])]]),
      rates: [{ planter: 'a', kind, amount, fromDay: '2026-03-01', at: 0 }],
    })[0].pay.value;
  assert.equal(sheet('piece', 0.135, 1001, 8), 135.14);
  assert.equal(sheet('hour', 15.75, 1001, 7.25), 114.19);
});

// Theoretical field capacity S·W/10 hectares an hour of a machine W metres wide at S km/h, and field efficiency as the
// productive share of the time: ASABE EP496.3, Agricultural Machinery Management. Quoted from memory.
test('a machine covers what its width and speed say, turns taken off', () => {
  const terms: MachineTerms = { ...MACHINE_TERMS, seats: 2, speed: 3 / 3.6, turning: 6 / 3.6 };
  const [between, length, many] = [2.5, 400, 80];
  const rows = Array.from({ length: many }, (_, i) => ({
    ...{ number: i + 1, from: 1, trees: 200, first: 0, length, step: 2, runs: [0, 200] },
  }));
  const { planting, turns, hours } = passPlan(rows, between, 1, terms);
  const capacity = (3 * 2 * between) / 10;
  const hectares = (many * between * length) / 10_000;
  const turning = turns.value / terms.turning / 3600;
  assert.ok(Math.abs(hectares / capacity - (hours.value - turning)) < 1e-9);
  const efficiency = planting.value / terms.speed / 3600 / hours.value;
  assert.ok(Math.abs(hectares / hours.value - capacity * efficiency) < 1e-9);
  // Turning alone takes a few hundredths on rows this long; what handbooks give for planters, 0.5 to 0.75, has filling in it.
  assert.ok(efficiency > 0.9 && efficiency < 1, `${efficiency}`);
});
