import type { Point } from '../measure/plane';
import { parseLength } from '../measure/typed';
import { radians, type UnitSystem } from '../measure/units';
import { lengthOf, say, type Message } from '../say/message';
import { isTold, told } from '../say/told';

/** One side as it was walked: the way the compass showed and the length that was taped or paced. */
export interface Leg {
  /** Radians clockwise from true north. */
  bearing: number;
  /** Metres on the level. */
  length: number;
}

/** How lengths and bearings were taken; it decides what closing error is ordinary. */
export interface Care {
  /** Standard error of a bearing, radians. */
  bearing: number;
  /** Standard error of a length, as a share of it. */
  length: number;
}

/** Standard errors from memory of field handbooks: a hand compass is read to about a degree. */
export const CARE = {
  taped: { bearing: radians(1), length: 0.003 },
  paced: { bearing: radians(1.5), length: 0.03 },
} satisfies Record<string, Care>;

export interface Traverse {
  /** Corners after the closing error was shared out, metres; the first is (0, 0). */
  corners: Point[];
  /** Corners as they were measured; one more than corners, for the last leg misses the first. */
  measured: Point[];
  /** From where the last leg ended back to the first corner. */
  closing: { length: number; bearing: number };
  /** Metres walked. */
  perimeter: number;
  /** Metres walked for each metre of closing error: 200 is written 1 in 200. */
  ratio: number;
  /** Closing error that care like this leaves by itself in one walk of three, metres. */
  ordinary: number;
  /** The closing error is more than three times the ordinary one: something was misread. */
  gross: boolean;
  /** Numbers of the legs, from 1, that may hold the mistake when there is one. */
  suspects: number[];
}

const step = ({ bearing, length }: Leg): Point => [
  length * Math.sin(bearing),
  length * Math.cos(bearing),
];

/**
 * Closes a traverse by the compass rule: each leg takes of the closing error in proportion to its length.
 * It is the least squares adjustment where errors grow with the square root of the way and are as large
 * along a leg as across it. Source: the compass (Bowditch) rule of surveying handbooks.
 * @throws Told for fewer than three legs or a leg without length
 */
export function closeTraverse(legs: readonly Leg[], care: Care = CARE.taped): Traverse {
  if (legs.length < 3) throw told('ground.fewLegs', { legs: legs.length });
  legs.forEach(({ length }, i) => {
    if (!(length > 0)) throw told('ground.legLength', { leg: i + 1, length });
  });
  const measured: Point[] = [[0, 0]];
  for (const leg of legs) {
    const [x, y] = measured[measured.length - 1];
    const [east, north] = step(leg);
    measured.push([x + east, y + north]);
  }
  const [endX, endY] = measured[measured.length - 1];
  const perimeter = legs.reduce((sum, { length }) => sum + length, 0);
  let along = 0;
  const corners = measured.slice(0, -1).map(([x, y], i): Point => {
    if (i > 0) along += legs[i - 1].length;
    const share = along / perimeter;
    return [x - endX * share, y - endY * share];
  });
  const gap = Math.hypot(endX, endY);
  const ordinary = Math.sqrt(
    legs.reduce(
      (sum, { length }) => sum + (care.bearing * length) ** 2 + (care.length * length) ** 2,
      0,
    ),
  );
  const gross = gap > 3 * ordinary;
  return {
    corners,
    measured,
    closing: { length: gap, bearing: gap > 0 ? turned(Math.atan2(-endX, -endY)) : 0 },
    perimeter,
    ratio: gap > 0 ? perimeter / gap : Infinity,
    ordinary,
    gross,
    suspects: gross ? suspectLegs(legs, measured[legs.length], ordinary) : [],
  };
}

/**
 * Legs that explain a closing error by a single mistake: a length misread moves the end along the leg, and so does a
 * bearing read from the other end of the needle, by twice the leg.
 */
function suspectLegs(legs: readonly Leg[], end: Point, ordinary: number): number[] {
  const [x, y] = end;
  return legs.flatMap(({ bearing }, i) => {
    const across = Math.abs(x * Math.cos(bearing) - y * Math.sin(bearing));
    return across <= 2 * ordinary ? [i + 1] : [];
  });
}

/** An angle from 0 up to a full turn. */
const turned = (angle: number): number => ((angle % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);

/**
 * Reads legs as a field book has them, one a line: "045 120", "N45E 120 m", "S 12° 30' W, 20 chains", "95½ 612 ft", "due
 * east 40". A heading
 * or a number of the leg before them is passed over; a blank line is nothing.
 * @param declination of the compass, radians east of true north; added to what was read
 * @throws Told with the line
 */
export function readLegs(text: string, system: UnitSystem, declination = 0): Leg[] {
  return text
    .split(/\r?\n/)
    .map((line, i) => ({ line: line.trim(), number: i + 1 }))
    .filter(({ line }) => line && !/^[#a-z\s,;]*(bearing|leg|side)/i.test(line))
    .map(({ line, number }, i) => {
      try {
        const { bearing, length } = readNamedLeg(line, i + 1, system);
        return { bearing: turned(bearing + declination), length };
      } catch (error) {
        if (isTold(error) && error.said.key === 'measure.twoNumbers') throw error;
        throw told('ground.noLegLine', { line: number, found: line });
      }
    });
}

/** From which corner to which: "1-2", "A to B", "4 → 1". Letters of the compass are none: "S-12 W" is a bearing. */
const STATIONS =
  /^(?:\d{1,2}\s*(?:-|–|→|\bto\b)\s*\d{1,2}|[a-df-mo-rt-vx-z]\s*(?:-|–|→|\bto\b)\s*[a-df-mo-rt-vx-z])[\s,;:.)]+(?=.*\d)/i;

/** A leg after its number or after the corners it runs between; "12-30 120" without them stays an angle. */
function readNamedLeg(line: string, number: number, system: UnitSystem): Leg {
  if (STATIONS.test(line)) {
    try {
      return readLeg(line.replace(STATIONS, ''), system);
    } catch {
      // It was no name of corners.
    }
  }
  return readLeg(withoutNumber(line, number), system);
}

/** A field book may number its legs: "3  045  120" is leg 3. */
function withoutNumber(line: string, leg: number): string {
  const cells = line.split(/[\s,;:.)]+/).filter(Boolean);
  return cells.length >= 3 && cells[0] === String(leg) && /^(\d|[news])/i.test(cells[1])
    ? line.replace(/^\d+[\s,;:.)]+/, '')
    : line;
}

/** Degrees: with decimals, with half or quarter degrees, or with minutes and seconds: 12°30' or 12-30. */
const ANGLE = String.raw`(\d+(?:[.,]\d+|\s*[¼½¾]|\s+[1-3]/[24]|(?:-\d{1,2}){1,2}(?=\D))?(?:\s*°(?:\s*\d{1,2}\s*['’′](?:\s*\d{1,2}\s*["”″])?)?)?)`;
const LENGTH = String.raw`(?:\s*[,;:\t]\s*|\s+)(\d.*)$`;
const QUADRANT = new RegExp(String.raw`^([NS])\s*${ANGLE}\s*([EW])${LENGTH}`, 'i');
const AZIMUTH = new RegExp(`^${ANGLE}${LENGTH}`);
const CARDINAL = new RegExp(String.raw`^(?:due\s+)?(north|east|south|west|[NESW])${LENGTH}`, 'i');

/** A share of a degree as a compass with half or quarter marks is read. */
const SHARES: Record<string, number> = {
  ...{ '¼': 0.25, '½': 0.5, '¾': 0.75, '1/4': 0.25, '1/2': 0.5, '2/4': 0.5, '3/4': 0.75 },
};

/** Degrees of an angle as it was read: 12.5 of "12° 30'", "12-30" and "12 1/2"; NaN where minutes or seconds are none. */
function degreesOf(angle: string): number {
  const share = /[¼½¾]|[1-3]\/[24]/.exec(angle)?.[0] ?? '';
  const [whole, minutes = 0, seconds = 0] = angle.replace(share, '').match(/\d+(?:[.,]\d+)?/g)!;
  if (Number(minutes) >= 60 || Number(seconds) >= 60) return NaN;
  const minuted = Number(minutes) / 60 + Number(seconds) / 3600;
  return Number(whole.replace(',', '.')) + (SHARES[share] ?? 0) + minuted;
}

/** Degrees from north of the four ways that a field book writes without a number. */
const CARDINALS: Record<string, number> = { n: 0, e: 90, s: 180, w: 270 };

/** Metres: a leg is no shorter than a step and no longer than a day's walk. From memory. */
const LEG = { min: 0.5, max: 10_000 };

/**
 * Reads one leg: a quadrant bearing (N 34° E) or a whole-circle one (034°), then a length.
 * @param system the unit of a bare length
 * @throws Told with what is accepted
 */
export function readLeg(text: string, system: UnitSystem): Leg {
  const line = text.trim();
  const refuse = () => told('ground.noLeg', { found: line });
  const quadrant = QUADRANT.exec(line);
  const azimuth = AZIMUTH.exec(line);
  const cardinal = CARDINAL.exec(line);
  let bearing: number;
  if (quadrant) {
    const [, from, angle, towards] = quadrant;
    if (!(degreesOf(angle) <= 90)) throw refuse();
    const east = /e/i.test(towards) ? degreesOf(angle) : -degreesOf(angle);
    bearing = /n/i.test(from) ? east : 180 - east;
  } else if (azimuth && degreesOf(azimuth[1]) <= 360) bearing = degreesOf(azimuth[1]);
  else if (cardinal) bearing = CARDINALS[cardinal[1][0].toLowerCase()];
  else throw refuse();
  let length: number;
  try {
    length = parseLength((quadrant?.[4] ?? azimuth?.[2] ?? cardinal?.[2])!, system, LEG);
  } catch (error) {
    if (isTold(error) && error.said.key === 'measure.twoNumbers') throw error;
    throw refuse();
  }
  if (!(length > 0)) throw told('ground.legTooShort');
  return { bearing: turned(radians(bearing)), length };
}

const needSide = (what: Message, length: number): void => {
  if (!(length > 0) || !Number.isFinite(length))
    throw told('ground.sideLength', { what, length: lengthOf(length) });
};

/**
 * A rectangle from its two sides, its first corner at (0, 0).
 * @param bearing radians, the way the first side runs; the second turns right
 * @example rectangle(30, 20, 0).length // => 4
 */
export function rectangle(length: number, width: number, bearing: number): Point[] {
  needSide(say('what.length'), length);
  needSide(say('what.width'), width);
  return turnBy(
    [
      [0, 0],
      [0, length],
      [width, length],
      [width, 0],
    ],
    bearing,
  );
}

/**
 * An L: a rectangle with a smaller one cut out of the corner that lies across from the first.
 * @throws Told when the cut leaves nothing of a side
 */
export function lShape(
  length: number,
  width: number,
  cutLength: number,
  cutWidth: number,
  bearing: number,
): Point[] {
  needSide(say('what.length'), length);
  needSide(say('what.width'), width);
  needSide(say('what.cutLength'), cutLength);
  needSide(say('what.cutWidth'), cutWidth);
  if (cutLength >= length || cutWidth >= width)
    throw told('ground.cutTooLarge', {
      length: lengthOf(length),
      width: lengthOf(width),
      cutLength: lengthOf(cutLength),
      cutWidth: lengthOf(cutWidth),
    });
  return turnBy(
    [
      [0, 0],
      [0, length],
      [width - cutWidth, length],
      [width - cutWidth, length - cutLength],
      [width, length - cutLength],
      [width, 0],
    ],
    bearing,
  );
}

/**
 * Four corners from a tape alone: the four sides in turn and the diagonal from the first corner to the
 * third. The two triangles on the diagonal stand by the law of cosines.
 * @param sides first to second corner, second to third, third to fourth, fourth to first
 * @param bearing radians, the way the first side runs; corners are numbered clockwise
 * @throws Told when sides and diagonal close no triangle
 */
export function fromSidesAndDiagonal(
  sides: readonly [number, number, number, number],
  diagonal: number,
  bearing: number,
): Point[] {
  sides.forEach((side, i) => needSide(say('what.side', { side: i + 1 }), side));
  needSide(say('what.diagonal'), diagonal);
  const [a, b, c, d] = sides;
  // Angles at the first corner between the diagonal and the first, then the last side.
  const first = angleAt(a, diagonal, b, 1, 2);
  const last = angleAt(d, diagonal, c, 4, 3);
  const at = (angle: number, length: number): Point => [
    length * Math.sin(angle),
    length * Math.cos(angle),
  ];
  return turnBy([[0, 0], at(0, a), at(first, diagonal), at(first + last, d)], bearing);
}

/** Angle between two sides of a triangle from its three. @throws Told when they close none */
function angleAt(
  side: number,
  diagonal: number,
  opposite: number,
  one: number,
  two: number,
): number {
  const cosine = (side ** 2 + diagonal ** 2 - opposite ** 2) / (2 * side * diagonal);
  if (Math.abs(cosine) > 1) throw told('ground.noTriangle', { one, two });
  return Math.acos(cosine);
}

/** Points turned clockwise about (0, 0). @param angle radians */
export function turnBy(points: readonly Point[], angle: number): Point[] {
  const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];
  return points.map(([x, y]) => [x * cosine + y * sine, y * cosine - x * sine]);
}
