import { addTo, type Day } from '../core/measure/dates';
import { normalDeviate, seededRandom } from '../core/measure/random';
import type { WeatherDayRow } from '../src/lib/rooms/people/tables.server';

/**
 * Invented daily weather of a cool-temperate country: a yearly wave, and spells that last some days
 * because each day remembers a part of the one before.
 */
export function inventWeather(siteId: string, today: Day, seasons: number): WeatherDayRow[] {
  const random = seededRandom('farrow-pit-weather');
  const days: WeatherDayRow[] = [];
  let spell = 0;
  const first = addTo(today, { days: -365 * seasons });
  for (let offset = 0; offset < 365 * seasons + 60; offset++) {
    const day = addTo(first, { days: offset });
    const [, month, date] = day.split('-').map(Number);
    const season = Math.cos((2 * Math.PI * ((month - 1) * 30.4 + date - 200)) / 365);
    spell = 0.72 * spell + normalDeviate(random) * 0.7;
    const mean = 9.5 + 9 * season + spell * 3;
    const swing = 3.2 + 2 * Math.max(0, season + 0.4) + random() * 2;
    const wet = random() < 0.42 - 0.12 * spell;
    days.push({
      siteId,
      day,
      lowest: mean - swing,
      highest: mean + swing,
      rain: wet ? Math.round(10 * -Math.log(1 - random()) * 4.5) / 10 : 0,
      humidity: Math.min(
        0.96,
        Math.max(0.4, 0.74 - 0.1 * season + (wet ? 0.1 : 0) + normalDeviate(random) * 0.04),
      ),
      wind: Math.max(0.6, 3 + normalDeviate(random) * 1.2),
    });
    if (day === today) {
      // The day the demo opens on: dry, cool, and wind that gets up towards noon.
      Object.assign(days.at(-1)!, { lowest: 4, highest: 11, rain: 0, humidity: 0.62, wind: 4.9 });
    }
  }
  return days;
}
