import type { Point } from '../measure/plane';
import { projectionOf } from '../measure/projection';
import { told } from '../say/told';

/** Corners as they were typed, and how they were understood. */
export interface TypedCorners {
  /** [longitude, latitude], degrees. */
  corners: Point[];
  /** Neither letters nor size told which number is the latitude; it was taken to come first. */
  assumed: boolean;
}

interface Angle {
  degrees: number;
  axis?: 'lat' | 'lon';
}

const NUMBERS =
  String.raw`([-−+]?\d+(?:[.]\d+)?)\s*(?:°|º|d(?:eg)?)?\s*` +
  String.raw`(?:(\d+(?:[.]\d+)?)\s*(?:['’′]|m(?:in)?)\s*)?` +
  String.raw`(?:(\d+(?:[.]\d+)?)\s*(?:["”″]|''|’’|s(?:ec)?(?![a-z]))\s*)?`;
/** One angle, degrees with optional minutes and seconds: its letter stands before it, or after it. */
const LETTER_FIRST = new RegExp(`([NSEW])\\s*${NUMBERS}`, 'gi');
const LETTER_LAST = new RegExp(`${NUMBERS}([NSEW](?![a-z]))?`, 'gi');
/** Degrees, minutes and seconds parted by spaces or colons alone, up to the next letter or the end. */
const BARE =
  /(\d{1,3})[\s:]+(\d{1,2}(?:\.\d+)?)(?:[\s:]+(\d{1,2}(?:\.\d+)?))?(?=\s*(?:[NSEW]|$))/gi;
const ZONED = /^(?:utm\s*)?(\d{1,2}\s*[a-z]?)[\s,;]+(\d[\d.]*)[\s,;]+(\d[\d.]*)$/i;

/**
 * Reads corners as a receiver, a phone or a map shows them, one a line and in order round the block:
 * "47.21034, 8.10422", "N 47° 12.620' E 008° 06.253'", "47 12 37 N 8 6 15 E", "33N 512300 5187450".
 * A decimal comma is taken where numbers are parted by something else.
 * @param zone UTM zone of bare eastings and northings
 * @param least corners that are needed: three round a block, two along a line
 * @throws Told with the line, what was found and what is accepted
 */
export function readCorners(text: string, zone = '', least = 3): TypedCorners {
  let assumed = false;
  const lines = text
    .split(/\r?\n/)
    .map((line, i) => ({ text: line.trim(), number: i + 1 }))
    .filter((line) => line.text);
  const corners = lines.map(({ text: line, number }): Point => {
    const wrong = () => told('ground.noCorner', { line: number, found: line.slice(0, 60) });
    const zoned = ZONED.exec(line);
    if (zoned && Number(zoned[2]) > 180) {
      return projectionOf(zoned[1]).toLonLat([Number(zoned[2]), Number(zoned[3])]);
    }
    const pair = readAngles(line);
    if (pair?.length !== 2) throw wrong();
    const [first, second] = pair;
    if (Math.abs(first.degrees) > 180 || Math.abs(second.degrees) > 180) {
      if (first.axis || second.axis) throw wrong();
      if (!zone) throw told('ground.cornerZone', { line: number, found: line.slice(0, 60) });
      return projectionOf(zone).toLonLat([first.degrees, second.degrees]);
    }
    const named = first.axis ?? (second.axis && (second.axis === 'lat' ? 'lon' : 'lat'));
    if (first.axis && first.axis === second.axis) throw wrong();
    const latFirst = named ? named === 'lat' : Math.abs(first.degrees) <= 90;
    if (!named) assumed ||= Math.abs(second.degrees) <= 90;
    const [lat, lon] = latFirst ? [first.degrees, second.degrees] : [second.degrees, first.degrees];
    if (Math.abs(lat) > 90) throw wrong();
    return [lon, lat];
  });
  const [head] = corners;
  const last = corners.at(-1);
  if (least > 2 && corners.length > 3 && head[0] === last![0] && head[1] === last![1])
    corners.pop();
  if (corners.length < least) throw told('formats.tooFewCorners', { corners: corners.length });
  return { corners, assumed };
}

/** Reads one place, as {@link readCorners} reads a line. @throws Told */
export function readPlace(text: string, zone = ''): Point {
  return readCorners(text.trim(), zone, 1).corners[0];
}

/**
 * Reads one angle as a receiver shows it: "47° 12.620' N", "W 110 20 24".
 * @param axis which it is to be
 * @returns degrees, to the south and the west below 0; NaN where it is none, or one of the other axis
 */
export function readAngle(text: string, axis: 'lat' | 'lon'): number {
  const [angle, more] = readAngles(text.trim()) ?? [];
  if (angle && !more) return (angle.axis ?? axis) === axis ? angle.degrees : NaN;
  // Minutes and seconds without signs are told from degrees where letters say that there are two angles.
  const [north, east] = /^\s*[NSEW]/i.test(text) ? ['N 0°', 'E 0°'] : ['0° N', '0° E'];
  const both = readAngles(axis === 'lat' ? `${text} ${east}` : `${north} ${text}`);
  const own = both?.length === 2 ? both[axis === 'lat' ? 0 : 1] : undefined;
  return own?.axis === axis ? own.degrees : NaN;
}

/** The two angles of a line; nothing where there are not two, or something else stands beside them. */
function readAngles(line: string): Angle[] | undefined {
  // "47,21034 8,10422" and "47,21034; 8,10422": with another sign between, a comma is a decimal one.
  const commas = line.match(/\d,\d/g)?.length ?? 0;
  const spaced = line.replace(/(\d),(\d)/g, '$1.$2');
  const decimal = commas === 2 && /^\D*\d+\.\d+\D*[\s;]\D*\d+\.\d+\D*$/.test(spaced);
  const parted = (decimal ? spaced : line.replace(/[,;]/g, ' ')).replace(/;/g, ' ').trim();
  // What numbers without signs are is known where letters say how many angles there are.
  const plain = /^[^NSEW]*[NS][^NSEW]*[EW][^NSEW]*$/i.test(parted)
    ? parted.replace(BARE, (_, d, m, s) => `${d}° ${m}'${s === undefined ? '' : ` ${s}"`}`)
    : parted;
  const angles: Angle[] = [];
  let rest = plain;
  // "N47 E8.1": where the line begins with a letter, each letter belongs to what follows it.
  const first = /^\s*[NSEW]/i.test(plain);
  for (const match of plain.matchAll(first ? LETTER_FIRST : LETTER_LAST)) {
    const [whole, ...found] = match;
    const [letters, degrees, minutes, seconds] = first
      ? found
      : [found[3], found[0], found[1], found[2]];
    const letter = (letters ?? '').toUpperCase();
    const [m, s] = [Number(minutes ?? 0), Number(seconds ?? 0)];
    if (m >= 60 || s >= 60) return undefined;
    const value = Number(degrees.replace('−', '-'));
    const size = Math.abs(value) + m / 60 + s / 3600;
    const negative = value < 0 || degrees.startsWith('-') || /[SW]/.test(letter);
    angles.push({
      degrees: negative ? -size : size,
      ...(letter ? { axis: /[NS]/.test(letter) ? ('lat' as const) : ('lon' as const) } : {}),
    });
    rest = rest.replace(whole, ' ');
  }
  return rest.trim() ? undefined : angles;
}
