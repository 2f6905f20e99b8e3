import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ANCHOR_AIR } from '../../../core/stock/exposure';
import type { SiteRow, WeatherDayRow } from '../rooms/people/tables.server';
import type { Reader } from './reader';
import { airForRoots, airThen, stationHours } from './station';

const HOUR = 3_600_000;
const site = { id: 'site', zone: 'Europe/Berlin' } as SiteRow;
const midnight = Date.UTC(2026, 10, 19, 23);
const day = (date: string, more: object = {}) =>
  ({
    day: date,
    lowest: 2,
    highest: 12,
    rain: 0,
    humidity: 0.7,
    wind: 4,
    ...more,
  }) as WeatherDayRow;

/** A station that has recorded these days and hours; it answers with what is asked for. */
function recorded(days: WeatherDayRow[], hours: { at: number; temperature: number }[] = []) {
  const bounds = ({ at }: { at: object }) =>
    Object.getOwnPropertySymbols(at).map((key) => (at as Record<symbol, Date>)[key].getTime());
  return {
    tables: {
      weatherDay: {
        all: async ({ where }: { where: { day: string[] } }) =>
          days.filter(({ day: date }) => where.day.includes(date)),
      },
      weatherHour: {
        all: async ({ where }: { where: { at: object } }) => {
          const [from, to] = bounds(where);
          return hours
            .filter(({ at }) => at >= from && at <= to)
            .map((hour) => ({ humidity: 0.5, wind: 3, ...hour, at: new Date(hour.at) }));
        },
      },
    },
  } as unknown as Reader;
}

test('a recorded day is played by the hour: coolest at six, warmest at eighteen, driest when warmest', async () => {
  const reader = recorded([day('2026-11-20')]);
  const at = async (hour: number) => (await airThen(reader, site, midnight + hour * HOUR))!.now;
  const near = (found: number, wanted: number) =>
    assert.ok(Math.abs(found - wanted) < 1e-9, `${found}, not ${wanted}`);
  near((await at(6)).temperature, 2);
  near((await at(18)).temperature, 12);
  near((await at(12)).temperature, 7);
  near((await at(9)).temperature, 7 - 5 * Math.SQRT1_2);
  near((await at(6)).humidity, 0.7 + 0.11);
  near((await at(18)).humidity, 0.7 - 0.11);
  // Calm before six and after twenty, strongest at one.
  near((await at(3)).wind, 4 * 0.55);
  near((await at(13)).wind, 4 * 1.45);
  near((await at(22)).wind, 4 * 0.55);
  const { hours } = (await airThen(reader, site, midnight + 7 * HOUR))!;
  assert.deepEqual(
    hours.map(({ hour }) => hour),
    Array.from({ length: 15 }, (_, i) => 6 + i),
  );
  near(hours[12].temperature, 12);
});

test('what a weather file leaves out is usual, and no air is drier, wetter or stiller than air can be', async () => {
  const at = async (more: object, hour: number) =>
    (await airThen(recorded([day('2026-11-20', more)]), site, midnight + hour * HOUR))!.now;
  const usual = await at({ humidity: null, wind: null }, 12);
  assert.ok(Math.abs(usual.humidity - 0.7) < 1e-9 && usual.wind > 2.5);
  assert.equal((await at({ humidity: 0.99 }, 6)).humidity, 0.98);
  assert.equal((await at({ humidity: 0.1 }, 18)).humidity, 0.15);
  assert.equal((await at({ wind: 0 }, 12)).wind, 0.3);
});

test('a day that nobody recorded is played by the same date of the newest year that has it', async () => {
  const reader = recorded([
    day('2025-11-20', { highest: 20 }),
    day('2023-11-20', { highest: 30 }),
    day('2026-11-19', { highest: 40 }),
  ]);
  const { now } = (await airThen(reader, site, midnight + 18 * HOUR))!;
  assert.ok(Math.abs(now.temperature - 20) < 1e-9);
  const old = recorded([day('2020-11-20', { highest: 25 }), day('2019-11-20')]);
  assert.ok(Math.abs((await airForRoots(old, site, midnight + 18 * HOUR)).temperature - 25) < 1e-9);
  const older = recorded([day('2019-11-20')]);
  assert.equal(await airThen(older, site, midnight + 18 * HOUR), undefined);
  assert.deepEqual(await airForRoots(older, site, midnight), { ...ANCHOR_AIR, hour: 12 });
});

test('a real reading is the air of the moment for an hour and a half, and stands for its own hour', async () => {
  const reading = { at: midnight + 9 * HOUR + 1, temperature: 31 };
  const reader = recorded([day('2026-11-20')], [reading]);
  const at = (hour: number) => airThen(reader, site, midnight + hour * HOUR);
  assert.notEqual((await at(9))!.now.temperature, 31, 'it is not measured yet');
  assert.equal((await at(9.5))!.now.temperature, 31);
  assert.equal((await airThen(reader, site, reading.at + 90 * 60_000))!.now.temperature, 31);
  assert.notEqual((await airThen(reader, site, reading.at + 90 * 60_000 + 1))!.now.temperature, 31);
  const { hours } = (await at(14))!;
  assert.deepEqual(
    hours.filter(({ temperature }) => temperature === 31).map(({ hour }) => Math.floor(hour)),
    [9],
  );
  // A reading alone does for the day where no day was recorded; one of yesterday is of no hour of today.
  const alone = (await airThen(recorded([], [reading]), site, midnight + 10 * HOUR))!;
  assert.ok(alone.hours.every(({ temperature }) => temperature === 31));
  const evening = recorded([day('2026-11-20')], [{ at: midnight - 1, temperature: 31 }]);
  const early = (await airThen(evening, site, midnight + HOUR / 2))!;
  assert.equal(early.now.temperature, 31);
  assert.ok(early.hours.every(({ temperature }) => temperature !== 31));
});

test('the station tells of any moment of a span, over midnight and where nothing is recorded', async () => {
  const reader = recorded([day('2026-11-20'), day('2026-11-21', { lowest: 4, highest: 4 })]);
  const of = await stationHours(reader, site, midnight, midnight + 30 * HOUR);
  assert.ok(Math.abs(of(midnight + 18 * HOUR) - 12) < 1e-9);
  assert.ok(Math.abs(of(midnight + 25 * HOUR) - 4) < 1e-9, 'the day after');
  assert.equal(of(midnight - HOUR), ANCHOR_AIR.temperature);
  // A span that ends soon after midnight begins the day before.
  const short = await stationHours(reader, site, midnight + 23 * HOUR, midnight + 25 * HOUR);
  assert.ok(Math.abs(short(midnight + 24.5 * HOUR) - 4) < 1e-9);
});
