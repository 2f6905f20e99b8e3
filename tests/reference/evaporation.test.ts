import assert from 'node:assert/strict';
import { test } from 'node:test';
import { evaporation, skyRadiation } from '../../core/calendar/windows';
import { penmanMonteith, referenceEvaporation } from '../../core/tending/evaporation';
import { bucketLitres, bucketSeconds } from '../../core/tending/water';

const near = (found: number, said: number, within: number) =>
  assert.ok(Math.abs(found - said) <= within, `${found} against ${said}`);

// Source: FAO-56, example 18 (Brussels, 6 July, 50°48' N, 100 m): 21.5 and 12.3 °C, vapour 1.409 kPa, wind 2.078 m/s,
// radiation 22.07 and above the atmosphere 41.09 MJ; 3.9 mm a day (3.88). Figures from memory.
test('Penman and Monteith on the example of a July day', () => {
  near(skyRadiation(50.8, 187) / 0.408, 41.09, 0.15);
  near(
    penmanMonteith({
      ...{ lowest: 12.3, highest: 21.5, vapour: 1.409, wind: 2.078 },
      ...{ radiation: 22.07, sky: 41.09, elevation: 100 },
    }),
    3.88,
    0.03,
  );
});

// Source: FAO-56, example 20 (Lyon, July, 45°43' N, 200 m): 26.6 and 14.8 °C; by Hargreaves 5.0 mm, and with wind 2 m/s and the
// dew point at the lowest temperature by Penman and Monteith 4.56 mm. Figures from memory.
test('a day of which only temperatures are known', () => {
  const day = { day: '2026-07-15', lowest: 14.8, highest: 26.6, rain: 0 };
  const sky = skyRadiation(45.72, 196);
  near(evaporation(day, sky), 5.0, 0.06);
  const vapour = 0.6108 * Math.exp((17.27 * 14.8) / (14.8 + 237.3));
  const megajoules = sky / 0.408;
  near(
    penmanMonteith({
      ...{ lowest: 14.8, highest: 26.6, vapour, wind: 2, sky: megajoules, elevation: 200 },
      radiation: 0.16 * Math.sqrt(26.6 - 14.8) * megajoules,
    }),
    4.56,
    0.06,
  );
  assert.equal(referenceEvaporation(day, 45.72).by, 'hargreaves');
  const known = referenceEvaporation({ ...day, humidity: 0.6, wind: 2 }, 45.72, 200);
  assert.equal(known.by, 'penman');
  // The same day told as a station tells it: humidity instead of vapour, the radiation from the day's swing.
  const pressure = (warmth: number) => 0.6108 * Math.exp((17.27 * warmth) / (warmth + 237.3));
  const humidity = vapour / ((pressure(14.8) + pressure(26.6)) / 2);
  near(referenceEvaporation({ ...day, humidity, wind: 2 }, 45.72, 200).mm, 4.56, 0.06);
  // Dry air and wind take more, still and damp air less.
  const more = referenceEvaporation({ ...day, humidity: 0.3, wind: 5 }, 45.72, 200);
  const less = referenceEvaporation({ ...day, humidity: 0.9, wind: 0.5 }, 45.72, 200);
  assert.ok(more.mm > known.mm && known.mm > less.mm);
});

// Source: Torricelli's law integrated in ten thousand steps, each with the outflow of its level; independent of the closed form.
test('a bucket empties as Torricelli’s law says', () => {
  const [wide, hole, high] = [0.26, 0.003, 0.36];
  const ratio = (hole / wide) ** 2;
  let [level, seconds] = [high, 0];
  const step = high / 100_000;
  while (level > step / 2) {
    seconds += step / (0.6 * ratio * Math.sqrt(2 * 9.81 * (level - step / 2)));
    level -= step;
  }
  near(bucketSeconds(wide, hole, high) / seconds, 1, 0.003);
  // Common practice, no source: a pail of 19 L with a hole of 3 mm takes nearly an hour.
  near(Math.PI * 0.13 ** 2 * 0.36 * 1000, 19.1, 0.1);
  near(bucketSeconds(wide, hole, high) / 60, 56, 2);
  // A hole an inch up in a pail 29 cm wide leaves the last 1.7 L. Common practice, no source.
  near(bucketLitres(0.29, 0.3, 0.025).stays, 1.7, 0.1);
  near(bucketLitres(0.29, 0.3, 0.025).gives, (1000 * 0.3 * 0.29 ** 2 * Math.PI) / 4, 1e-9);
});
