import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import fc from 'fast-check';
import { finishedBy, simulateFinish, type FinishInput } from '../../core/calendar/finish';
import { criticalPath, type Activity } from '../../core/calendar/network';
import {
  calibrateByArea,
  calibrateByTime,
  KITCHEN_SHARE,
  sprayPlan,
} from '../../core/calendar/spraying';
import { evaporation, skyRadiation, weekShares } from '../../core/calendar/windows';
import { readWeather } from '../../core/formats/weather';
import { addTo, daysBetween } from '../../core/measure/dates';
import { LITRES_PER_US_GALLON, gallonsPerAcre } from '../../core/measure/units';
import { say } from '../../core/say/message';

// Source: FAO-56, example 8: 3 September at 20° S, 32.2 MJ/m² a day, which is 13.1 mm. Example 20:
// Lyon in July, 26.6 and 14.8 °C at 45°43′ N, 5.0 mm a day by the Hargreaves equation.
test('radiation above the air and evaporation from temperatures as published', () => {
  assert.equal(skyRadiation(-20, 246).toFixed(1), '13.1');
  const july = skyRadiation(45 + 43 / 60, 196);
  const lyon = { day: '2026-07-15', lowest: 14.8, highest: 26.6, rain: 0 };
  assert.equal(evaporation(lyon, july).toFixed(1), '5.0');
});

// Source: seattle-weather.csv of vega-datasets, 2012 to 2015. The shares are worked out again here,
// day by day with plain loops and nothing of the core but the published evaporation above.
test('weeks fit for planting, recomputed from an open weather file', () => {
  const text = readFileSync('node_modules/vega-datasets/data/seattle-weather.csv', 'utf8');
  const { days, notes } = readWeather(text);
  assert.equal(days.length, 1461);
  assert.deepEqual(notes, []);
  const lines = text.trim().split('\n').slice(1);
  let water = 36;
  const good: Record<string, number[]> = {};
  const means: number[] = [];
  const rains: number[] = [];
  for (const line of lines) {
    const [date, rain, high, low, wind] = line.split(',');
    const [year, month, day] = date.split('-').map(Number);
    let ordinal = Math.round((Date.UTC(year, month - 1, day) - Date.UTC(year, 0, 1)) / 864e5) + 1;
    if (year % 4 === 0 && ordinal >= 60) ordinal--;
    const sun = skyRadiation(47.6, ordinal);
    const mean = (Number(high) + Number(low)) / 2;
    const demand = 0.0023 * (mean + 17.8) * Math.sqrt(Number(high) - Number(low)) * sun;
    water = Math.min(60, Math.max(0, water + Number(rain) - demand * Math.min(1, water / 36)));
    means.push(mean);
    rains.push(Number(rain));
    const average = (n: number) => {
      const last = means.slice(-n);
      return last.reduce((a, b) => a + b) / last.length;
    };
    const wet = Number(rain) > 20 || rains.slice(-3).reduce((a, b) => a + b) > 40;
    const fit =
      average(5) >= -0.5 &&
      average(10) <= 10 &&
      Number(high) >= 1 &&
      Number(high) <= 29 &&
      !wet &&
      water >= 30 &&
      Number(wind) <= 24 / 3.6;
    const week = Math.min(51, Math.floor((ordinal - 1) / 7));
    (good[`${week} ${year}`] ??= []).push(fit ? 1 : 0);
  }
  const shares = weekShares(days, 'bare-root', 47.6);
  for (let week = 0; week < 52; week++) {
    const years = Object.entries(good).filter(([key]) => key.startsWith(`${week} `));
    const fit = years.filter(([, fits]) => fits.reduce((a, b) => a + b) * 2 >= fits.length);
    assert.equal(shares[week].share, fit.length / years.length, `week ${week}`);
  }
});

// Source: the house-building example of operations-research textbooks (Hillier & Lieberman, project
// management chapter), from memory: 44 weeks, critical path A B C E F J L N.
test('critical path of the textbook house', () => {
  const house: [string, number, string][] = [
    ['A', 2, ''],
    ['B', 4, 'A'],
    ['C', 10, 'B'],
    ['D', 6, 'C'],
    ['E', 4, 'C'],
    ['F', 5, 'E'],
    ['G', 7, 'D'],
    ['H', 9, 'EG'],
    ['I', 7, 'C'],
    ['J', 8, 'FI'],
    ['K', 4, 'J'],
    ['L', 5, 'J'],
    ['M', 2, 'H'],
    ['N', 6, 'KL'],
  ];
  const placed = criticalPath(
    house.map(([id, duration, needs]) => ({
      ...{ id, label: say('own.task', { label: id }), block: 'house', duration },
      needs: [...needs].map((need) => ({ id: need, lag: 0 })),
    })),
    '2026-01-01',
  );
  const finish = placed
    .map(({ earliestFinish }) => earliestFinish)
    .sort()
    .at(-1)!;
  assert.equal(daysBetween('2026-01-01', finish) + 1, 44);
  const critical = placed.filter((entry) => entry.critical).map(({ id }) => id);
  assert.equal(critical.join(''), 'ABCEFJLN');
});

// Against brute force: every path of a random net, added up.
test('earliest days are the longest way in, latest days the longest way out', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ duration: fc.integer({ min: 1, max: 9 }), needs: fc.nat(255) }), {
        minLength: 2,
        maxLength: 8,
      }),
      fc.nat(5),
      (knots, lag) => {
        const net = knots.map(({ duration, needs }, i): Activity => ({
          ...{ id: `${i}`, label: say('own.task', { label: `${i}` }), block: 'b', duration },
          needs: knots
            .slice(0, i)
            .flatMap((_, k) => ((needs >> k) & 1 ? [{ id: `${k}`, lag }] : [])),
        }));
        const today = '2027-12-28';
        const placed = criticalPath(net, today);
        const into = (id: string): number =>
          net[Number(id)].duration +
          Math.max(0, ...net[Number(id)].needs.map((need) => into(need.id) + lag));
        const out = (id: string): number =>
          Math.max(
            0,
            ...net
              .filter(({ needs }) => needs.some((need) => need.id === id))
              .map((next) => lag + next.duration + out(next.id)),
          );
        const whole = Math.max(...net.map(({ id }) => into(id)));
        for (const entry of placed) {
          assert.equal(entry.earliestFinish, addTo(today, { days: into(entry.id) - 1 }));
          assert.equal(entry.slack, whole - into(entry.id) - out(entry.id));
          assert.equal(entry.critical, entry.slack === 0);
        }
      },
    ),
  );
});

const plain = (more: Partial<FinishInput> = {}): FinishInput => ({
  start: '2026-11-02',
  until: '2026-11-30',
  crews: [
    { name: 'one', trees: 7000, planters: 2, rate: 500, spread: 0, absence: 0, breakdown: 0 },
  ],
  weather: [new Float32Array(365).fill(1)],
  blockDays: 1,
  week: [true, true, true, true, true, true, true],
  deliveries: [],
  keeps: 5,
  seasons: 4000,
  seed: 'closed forms',
  ...more,
});

// Closed forms. Fixed rate without weather: ⌈trees ÷ (planters × rate)⌉ working days.
test('without weather every season ends on the day that division says', () => {
  const result = simulateFinish(plain())!;
  assert.equal(result.byDay[6], 4000);
  const weekdays = plain({ week: [true, true, true, true, true, false, false] });
  assert.equal(finishedBy(simulateFinish(weekdays)!, weekdays.start, 1), '2026-11-10');
});

// A day's work and days good with chance p: the waiting time is geometric, mean (1 − p) ÷ p.
// Three days' work: negative binomial, mean 3 (1 − p) ÷ p.
test('waiting for good days follows the geometric law', () => {
  const p = 0.4;
  const weather = Array.from({ length: 400 }, (_, year) =>
    Float32Array.from({ length: 365 }, (_, day) =>
      Math.abs(Math.sin((year * 365 + day + 1) * 12.9898) * 43758.5453) % 1 < p ? 1 : 0,
    ),
  );
  for (const work of [1, 3]) {
    const crew = { ...plain().crews[0], trees: 1000 * work };
    const { byDay } = simulateFinish(plain({ crews: [crew], weather, seasons: 20_000 }))!;
    const mean = byDay.reduce((sum, count, day) => sum + count * (day - work + 1), 0) / 20_000;
    const law = (work * (1 - p)) / p;
    assert.ok(Math.abs(mean - law) < 0.06 * law, `${mean} and ${law}`);
    const atOnce = byDay[work - 1] / 20_000;
    assert.ok(Math.abs(atOnce - p ** work) < 0.02, `${atOnce} and ${p ** work}`);
  }
});

// A machine that stands still with chance b a day: the same law, with 1 − b for a good day.
test('a machine that breaks down costs its days, and no more', () => {
  const stands = 0.25;
  const crew = { ...plain().crews[0], trees: 3000, breakdown: stands };
  const { byDay } = simulateFinish(plain({ crews: [crew], seasons: 20_000 }))!;
  const mean = byDay.reduce((sum, count, day) => sum + count * (day - 2), 0) / 20_000;
  const law = (3 * stands) / (1 - stands);
  assert.ok(Math.abs(mean - law) < 0.06 * law, `${mean} and ${law}`);
});

// Absence: planters present are binomial, so the mean of a day's trees is n × (1 − a) × rate.
test('absence costs its share of the trees', () => {
  const crew = { ...plain().crews[0], trees: 200_000, planters: 20, absence: 0.25 };
  const { byDay } = simulateFinish(plain({ crews: [crew], seasons: 500 }))!;
  const mean = byDay.reduce((sum, count, day) => sum + count * (day + 1), 0) / 500;
  assert.ok(Math.abs(mean - 200_000 / (20 * 0.75 * 500)) < 0.8, String(mean));
});

// Source: extension sprayer guides, the 1/128-acre method: fluid ounces caught are gallons an acre;
// 2 % of a US gallon is 2.56 fl oz or 75.7 mL; 600 × L/min ÷ (km/h × m) is L/ha.
test('calibration and tanks as in sprayer guides', () => {
  const ounce = LITRES_PER_US_GALLON / 128;
  for (const ounces of [10, 20, 37.5])
    assert.ok(Math.abs(gallonsPerAcre(calibrateByArea(ounces * ounce)) - ounces) < 1e-9);
  const product = {
    ...{ id: 'p', name: 'label', water: 200, rainfast: 6, beforePlanting: 7 },
    ...{ dose: { kind: 'mix' as const, share: 0.02 }, timesAYear: null, litresAYear: null },
  };
  const [gallon] = sprayPlan(product, { kind: 'whole', area: 1000 }, LITRES_PER_US_GALLON).tanks;
  assert.equal((gallon.product / ounce).toFixed(2), '2.56');
  assert.equal((gallon.product * 1000).toFixed(1), '75.7');
  assert.equal((KITCHEN_SHARE * 100).toFixed(2), '1.56');
  // 1.2 L/min from a nozzle at 4 km/h over a metre: 180 L/ha.
  assert.ok(Math.abs(calibrateByTime(0.6, 30, (4000 / 3600) * 30, 1) - 180) < 1e-9);
  // By hand: 1 000 spots of 0.6 m are 1 131 m²; at 200 L/ha that is 22.6 L, two knapsacks of 15 L.
  const spots = sprayPlan(product, { kind: 'spots', count: 1000, radius: 0.6 }, 15);
  assert.equal(spots.area.value.toFixed(0), '1131');
  assert.deepEqual(
    spots.tanks.map(({ mix }) => mix.toFixed(2)),
    ['15.00', '7.62'],
  );
});
