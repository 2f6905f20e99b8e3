import { encodeNmeaPacket, type GGAPacket } from 'nmea-simple';
import { normalDeviate, seededRandom } from '../../../core/measure/random';
import type { Plane, Point } from '../../../core/measure/plane';
import { hasPegs, lineBetween, rowCount, rowSpan, type RowSet } from '../../../core/rows/rowset';

/** A planter's pace, metres a second. */
const PACE = 1.1;
/** How far the readings stray, metres, and how much of it carries over from one to the next. */
const STRAY = 1.2;
const CARRY = 0.9;

/** The walk to and fro along all rows, corner by corner. */
export function walkAlong(rows: RowSet): Point[] {
  const walk: Point[] = [];
  for (let row = 0; row < rowCount(rows); row++) {
    if (!hasPegs(rows, row)) continue;
    const line = lineBetween(rows, row, ...rowSpan(rows, row));
    walk.push(...(row % 2 ? line.reverse() : line));
  }
  return walk;
}

/**
 * A receiver that is not there: NMEA 0183 sentences of someone walking the rows, one a second, with
 * an error that wanders as a real receiver's does. Same seed, same walk.
 */
export function* receiverSentences(
  walk: readonly Point[],
  plane: Plane,
  start: number,
  seed: string,
): Generator<string> {
  const random = seededRandom(seed);
  let [east, north] = [normalDeviate(random, 0, STRAY), normalDeviate(random, 0, STRAY)];
  let leg = 0;
  let along = 0;
  for (let second = 0; ; second++) {
    const [from, to] = [walk[leg], walk[Math.min(leg + 1, walk.length - 1)]];
    const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const t = length ? Math.min(1, along / length) : 1;
    const [longitude, latitude] = plane.toLonLat([
      from[0] + t * (to[0] - from[0]) + east,
      from[1] + t * (to[1] - from[1]) + north,
    ]);
    yield encodeNmeaPacket(
      {
        sentenceId: 'GGA',
        time: new Date(start + 1000 * second),
        latitude,
        longitude,
        fixType: 'simulation',
        satellitesInView: 9,
        horizontalDilution: Math.round(10 * (0.8 + 0.4 * random())) / 10,
        altitudeMeters: 0,
        geoidalSeperation: 0,
      } as GGAPacket,
      'GP',
    );
    const fresh = STRAY * Math.sqrt(1 - CARRY * CARRY);
    east = CARRY * east + normalDeviate(random, 0, fresh);
    north = CARRY * north + normalDeviate(random, 0, fresh);
    along += PACE;
    while (leg + 1 < walk.length) {
      const [a, b] = [walk[leg], walk[leg + 1]];
      const legLength = Math.hypot(b[0] - a[0], b[1] - a[1]);
      if (along < legLength) break;
      along -= legLength;
      leg++;
    }
    if (leg + 1 >= walk.length) {
      leg = 0;
      along = 0;
    }
  }
}
