// Ten thousand seasons of four crews on one core, against drawing as many random numbers and no more.
import { simulateFinish, type FinishInput } from '../core/calendar/finish';
import { seededRandom } from '../core/measure/random';
import { best, report } from './measure';

const random = seededRandom('bench');
const weather = Array.from({ length: 10 }, () =>
  Float32Array.from({ length: 365 }, () => (random() < 0.6 ? 1 : 0)),
);
const input: FinishInput = {
  start: '2026-11-10',
  until: '2026-12-20',
  crews: ['a', 'b', 'c', 'd'].map((name) => ({
    ...{ name, trees: 60_000, planters: 6, rate: 600, spread: 0.15 },
    ...{ absence: 0.06, breakdown: 0.02 },
  })),
  weather,
  blockDays: 5,
  week: [true, true, true, true, true, true, false],
  deliveries: [
    { day: '2026-11-10', trees: 120_000 },
    { day: '2026-11-24', trees: 120_000 },
  ],
  keeps: 14,
  seasons: 10_000,
  seed: 'bench',
};
let planterDays = 0;
const seasons = best(5, () => {
  const result = simulateFinish(input)!;
  planterDays = result.byDay.reduce((sum, count, day) => sum + count * day, 0) * 24 * 0.5;
});
const draw = seededRandom('draw');
let sum = 0;
const drawing = best(5, () => {
  for (let i = 0; i < planterDays; i++) sum += draw();
});
report('10 000 seasons of 4 crews', seasons, 'ms', seasons < 2000, 'under 2 000 ms');
report(
  'seasons ÷ drawing a number for every planter and day',
  seasons / drawing,
  '×',
  seasons / drawing < 12 && sum > 0,
  'under 12 ×',
);
