import { says } from '../../tests/says';
import { Told } from '../say/told';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { wordsOf } from '../../src/lib/words';
import { rootTreatment, wateringRound } from './containers';
import {
  admitWetting,
  byStress,
  keepingAdvice,
  keepingSpan,
  offeredPlaces,
  PLACE_RULES,
  soakState,
  stress,
  usedUp,
} from './keeping';
import { readCode, shortCode } from './label';

const hour = 3_600_000;

test('hours too warm follow straight lines between readings, and gaps are not guessed', () => {
  const readings = [2, 2, 4, 4, 2].map((temperature, i) => ({ at: i * hour, temperature }));
  const span = keepingSpan(readings, { coolest: 1, warmest: 3 });
  assert.deepEqual([span.hours, span.warm, span.frost], [4, 2, 0]);
  assert.deepEqual([span.lowest, span.highest, span.gaps], [2, 4, []]);
  const gap = keepingSpan(
    [...readings, { at: 20 * hour, temperature: 30 }],
    PLACE_RULES['cold-store'],
  );
  assert.deepEqual([gap.hours, gap.warm, gap.gaps], [4, 2, [[4 * hour, 20 * hour]]]);
});

test('time above a limit and below it make up the whole, however the readings are cut', () => {
  const temperatures = fc.array(
    fc.integer({ min: -200, max: 300 }).map((tenths) => tenths / 10),
    { minLength: 2 },
  );
  fc.assert(
    fc.property(temperatures, fc.integer({ min: -10, max: 20 }), (list, limit) => {
      const readings = list.map((temperature, i) => ({ at: i * hour, temperature }));
      const { hours, warm, frost } = keepingSpan(readings, { coolest: limit, warmest: limit });
      const level = list.every((t) => t === limit) ? hours : 0;
      if (!level) assert.ok(warm + frost <= hours + 1e-9);
      const halved = readings.flatMap((reading, i) => {
        const next = readings[i + 1];
        return next
          ? [
              reading,
              {
                at: reading.at + hour / 2,
                temperature: (reading.temperature + next.temperature) / 2,
              },
            ]
          : [reading];
      });
      const finer = keepingSpan(halved, { coolest: limit, warmest: limit });
      assert.ok(Math.abs(finer.warm - warm) < 1e-6 && Math.abs(finer.frost - frost) < 1e-6);
    }),
  );
});

test('stress: a week in a cold store is little, a week in the shade is all of it', () => {
  const kept = { days: 7, warmHours: 0, exposure: 0, exposureAllowed: 20 };
  assert.equal(
    stress({ ...kept, place: { ...PLACE_RULES['cold-store'], name: 'Barn' } }).value,
    7 / 56,
  );
  assert.ok(stress({ ...kept, place: { ...PLACE_RULES.shade, name: 'Oak' } }).value > 1);
  const warm = stress({
    ...kept,
    warmHours: 48,
    exposure: 10,
    place: { ...PLACE_RULES['cold-store'], name: 'Barn' },
  });
  assert.ok(Math.abs(warm.value - ((7 + 4) / 56 + 0.5)) < 1e-12);
  const order = [
    { stress: 0.2, daysSinceLifting: 3 },
    { stress: 0.2, daysSinceLifting: 9 },
    { stress: 0.6 },
  ].sort(byStress);
  assert.deepEqual(
    order.map(({ daysSinceLifting }) => daysSinceLifting),
    [undefined, 9, 3],
  );
});

test('roots that had more air than they bear are looked at; days in store call a lot to be planted', () => {
  const advice = (stored: number, air: number) => keepingAdvice({ stored, air }, 50);
  assert.equal(advice(0.5, 0.09), undefined);
  assert.deepEqual(advice(0.5, 0.1), { what: 'within', days: 20 });
  assert.deepEqual(advice(0.99, 0), { what: 'within', days: 1 });
  assert.deepEqual(advice(0.4, 0.6), { what: 'today' });
  assert.deepEqual(advice(1.2, 0.9), { what: 'today' });
  assert.deepEqual(advice(0.1, 1), { what: 'roots' });
  assert.deepEqual(advice(2, 55), { what: 'roots' });
  const place = { ...PLACE_RULES['cold-store'], name: 'Barn' };
  const kept = { days: 14, warmHours: 24, exposure: 5, exposureAllowed: 20, place };
  assert.deepEqual(usedUp(kept), { stored: 16 / 56, air: 0.25 });
});

test('a soak has two ends', () => {
  const started = '2026-11-24T05:00:00Z';
  const state = (hours: number) => soakState(started, Date.parse(started) + hours * hour).state;
  assert.deepEqual([1, 2, 8, 8.1].map(state), ['too-soon', 'ready', 'ready', 'too-long']);
});

test('small plugs in dry air are watered oftener; soft bags lose their bottom', () => {
  const mild = { temperature: 20, humidity: 0.6, wind: 1 };
  assert.equal(Math.round(wateringRound(0.1, 1000, mild).every), 24);
  assert.equal(wateringRound(0.1, 1000, mild).litres, 200);
  const damp = wateringRound(3, 10, { temperature: 2, humidity: 0.95, wind: 0 });
  assert.deepEqual([damp.every, damp.bounded, damp.roundsADay], [72, true, 1]);
  assert.ok(damp.demand < 0.5);
  const dry = wateringRound(0.02, 10, { temperature: 38, humidity: 0.1, wind: 8 });
  assert.deepEqual([dry.every, dry.bounded, dry.roundsADay], [2, false, 12]);
  const hot = wateringRound(0.1, 1000, { temperature: 32, humidity: 0.3, wind: 3 });
  assert.ok(hot.every < 8 && hot.roundsADay >= 4);
  assert.throws(() => wateringRound(0, 1, mild), RangeError);
  assert.equal(rootTreatment('bag', 0, 0).school, 'bottom');
  assert.equal(rootTreatment('ribbed', 1, 30).school, 'leave');
  assert.equal(rootTreatment('ribbed', 6, 30).school, 'cut');
  assert.equal(rootTreatment('round', 0, 0).school, 'tease');
  // Six of thirty by Wilson: 9.5 to 37.3 %, as any table of it says.
  assert.deepEqual(rootTreatment('ribbed', 6, 30).because.figures!.found, {
    key: 'stock.potBoundOf',
    figures: { bound: 6, sampled: 30, low: 10, high: 37 },
  });
});

test('a label code is read as it is typed, and every slip or swap is found', () => {
  fc.assert(
    fc.property(fc.uuid(), fc.nat(6), fc.nat(30), (id, at, other) => {
      const code = shortCode(id);
      assert.equal(readCode(code.toLowerCase().replace('-', ' ')), code);
      assert.equal(readCode(`https://example.test/lot/${code}`), code);
      assert.equal(readCode(code.replaceAll('0', 'o').replaceAll('1', 'l')), code);
      const signs = [...code.replace('-', '')];
      const slip = '0123456789ABCDEFGHJKMNPQRSTVWXY'[other];
      if (slip !== signs[at]) {
        const wrong = signs.map((sign, i) => (i === at ? slip : sign)).join('');
        assert.throws(() => readCode(wrong), Told);
      }
      if (at < 5 && signs[at] !== signs[at + 1]) {
        [signs[at], signs[at + 1]] = [signs[at + 1], signs[at]];
        assert.throws(() => readCode(signs.join('')), says(/does not check/));
      }
    }),
  );
  assert.throws(() => readCode('31'), says(/seven letters and digits/));
});

test('no tree is put to soak twice, nor more of them wetted than there are', () => {
  const lot = { lot: '7K', onHand: 100, inWater: 60 };
  admitWetting('soak', 40, lot);
  assert.throws(
    () => admitWetting('soak', 41, lot),
    (error) => /40 trees .* not in water \(60 are\); 41/.test(wordsOf(error)),
  );
  admitWetting('dip', 100, lot);
  admitWetting('water', 100, lot);
  assert.throws(() => admitWetting('water', 101, lot), /stock\.wetMore/);
  const none = { ...lot, onHand: 50 };
  assert.throws(
    () => admitWetting('soak', 1, none),
    (error) => /has 0 trees/.test(wordsOf(error)),
  );
});

test('a place that is no longer used is offered to take out what still lies there, and for nothing else', () => {
  const places = [{ id: 'a', closed: true }, { id: 'b', closed: false }, { id: 'c' }];
  const offered = (...held: [string, number][]) => offeredPlaces(places, held).map(({ id }) => id);
  assert.deepEqual(offered(), ['b', 'c']);
  assert.deepEqual(offered(['p:a', 40], ['p:b', 0]), ['a', 'b', 'c']);
  assert.deepEqual(offered(['p:a', 0], ['c:a', 40]), ['b', 'c']);
  assert.deepEqual(offered(['p:a', -3]), ['b', 'c'], 'more out than in');
});
