import { seededRandom } from '../../../core/measure/random';
import type { KeepingReading } from '../../../core/stock/keeping';
import type { SiteRow } from '../rooms/people/tables.server';
import type { PlaceRow } from '../rooms/stock/tables.server';
import type { Reader } from './reader';
import { stationHours } from './station';

const STEP = 15 * 60_000;
const LONGEST = 14 * 86_400_000;

/**
 * A simulated temperature logger. A cold store holds two degrees, warms a little at every defrost,
 * and once in some days its door stands open; other places follow the air, slower and milder.
 * The same place and moment always read the same.
 */
export function standInReadings(
  place: Pick<PlaceRow, 'id' | 'kind'>,
  from: number,
  to: number,
  airOf: (at: number) => number,
): KeepingReading[] {
  const readings: KeepingReading[] = [];
  for (let at = Math.ceil(from / STEP) * STEP; at <= to; at += STEP) {
    const day = Math.floor(at / 86_400_000);
    const hour = (at % 86_400_000) / 3_600_000;
    const random = seededRandom(`${place.id} ${day}`);
    const [doorDay, doorHour, noise] = [random() < 0.12, 7 + random() * 8, random()];
    let temperature: number;
    if (place.kind === 'cold-store') {
      const sinceDoor = hour - doorHour;
      const door =
        doorDay && sinceDoor > 0 ? 5 * Math.min(1, sinceDoor) * Math.exp(-sinceDoor / 2) : 0;
      const defrost = hour % 6 < 0.5 ? 0.7 : 0;
      temperature = 2 + 0.35 * Math.sin(at / 5.1e6 + 6 * noise) + defrost + door;
    } else {
      const mean = (airOf(at) + airOf(at - 3 * 3_600_000)) / 2;
      temperature = place.kind === 'trench' ? 6 + 0.35 * (mean - 6) : mean - 0.5;
    }
    readings.push({ at, temperature: Math.round(temperature * 10) / 10 });
  }
  return readings;
}

/** Takes over what a place's logger has measured since it was last read, a fortnight at most. */
export async function playLogger(
  reader: Reader,
  site: SiteRow,
  place: PlaceRow,
  now: number,
): Promise<number> {
  const [last] = await reader.tables.keepingReading.all({
    where: { placeId: place.id },
    order: [['at', 'DESC']],
    limit: 1,
  });
  const from = Math.max(last ? new Date(last.at).getTime() + 1 : 0, now - LONGEST);
  const airOf = await stationHours(reader, site, from - 4 * 3_600_000, now);
  const readings = standInReadings(place, from, now, airOf);
  await reader.tables.keepingReading.addAll(
    readings.map(({ at, temperature }) => ({ placeId: place.id, at: new Date(at), temperature })),
    { ignore: true },
  );
  return readings.length;
}
