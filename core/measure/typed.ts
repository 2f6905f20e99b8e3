import { told } from '../say/told';
import { formatNumber, METRES_PER_FOOT, type UnitSystem } from './units';

export interface NumberRange {
  min?: number;
  max?: number;
  /** Only whole numbers make sense: then no sign can be a decimal one. */
  whole?: boolean;
}

/** Signs between thousands that are never decimal ones: spaces of all widths, apostrophes. */
const GROUPS = /[\s\u00a0\u2009\u202f'’]/g;
const MINUS = /^[−–]/;

/**
 * Reads a number as people write it: 0.59 and 0,59, 1 559, 1.559,5, −3, 2 1/2. Where one sign could part
 * thousands or decimals ("1.559") the range decides; where it cannot, nothing is guessed.
 * @param text what was typed
 * @param range what is accepted
 * @throws Told when it is no number, could be two, or lies outside of the range
 * @example readNumber('0,59', {}) // => 0.59
 * @example readNumber('1.559', { min: 100, max: 100000 }) // => 1559
 */
export function readNumber(text: string, range: NumberRange = {}): number {
  const found = text.trim();
  const plain = plainOf(withoutShares(found));
  const readings = readingsOf(plain, range.whole ?? false);
  if (!readings.length) {
    const [part] = range.whole ? readingsOf(plain, false) : [];
    throw part === undefined ? told('measure.noNumber', { found }) : outOfRange(part, range);
  }
  const fitting = readings.filter((value) => within(value, range));
  if (!fitting.length) throw outOfRange(readings[0], range);
  if (fitting.length > 1) throw twoNumbers(found, fitting);
  return fitting[0];
}

const plainOf = (text: string) => text.replace(GROUPS, '').replace(MINUS, '-');

const twoNumbers = (found: string, [whole, decimal]: readonly number[]) =>
  told('measure.twoNumbers', {
    ...{ found, whole: formatNumber(whole), decimal: { written: String(decimal) } },
    ...{ plain: String(whole), longer: { written: `${String(decimal)}0` } },
  });

/** All that a text can mean: none, one, or two numbers. */
function readingsOf(plain: string, whole: boolean): number[] {
  if (/^[+-]?\d+$/.test(plain)) return [Number(plain)];
  const parts = /^([+-]?)(\d*)((?:[.,]\d+)+)$/.exec(plain);
  if (!parts) return [];
  const [, sign, first, rest] = parts;
  const signs = rest.replace(/\d/g, '');
  const groups = rest.split(/[.,]/).slice(1);
  const value = (integer: string, decimals = '') =>
    Number(`${sign}${integer || '0'}${decimals ? `.${decimals}` : ''}`);
  const grouped = (members: string[]) =>
    /^[1-9]\d{0,2}$/.test(first) && members.every((group) => group.length === 3);
  const all = value(first + groups.join(''));
  if (signs.length === 1) {
    const decimal = value(first, groups[0]);
    const both = grouped(groups);
    if (whole) return both ? [all] : Number.isInteger(decimal) ? [decimal] : [];
    return both ? [all, decimal] : [decimal];
  }
  const last = signs[signs.length - 1];
  const before = signs.slice(0, -1);
  // The same sign all through parts thousands; another one at the end parts the decimals.
  if ([...before].every((one) => one === last)) return grouped(groups) ? [all] : [];
  if ([...before].some((one) => one === last) || !grouped(groups.slice(0, -1))) return [];
  const number = value(first + groups.slice(0, -1).join(''), groups[groups.length - 1]);
  return whole && !Number.isInteger(number) ? [] : [number];
}

const within = (value: number, { min = -Infinity, max = Infinity, whole }: NumberRange) =>
  value >= min && value <= max && (!whole || Number.isInteger(value));

function outOfRange(found: number, { min, max, whole }: NumberRange) {
  if (whole && !Number.isInteger(found)) return told('measure.notWhole', { found });
  if (min !== undefined && max !== undefined) return told('measure.outside', { found, min, max });
  return min !== undefined
    ? told('measure.below', { found, min })
    : told('measure.above', { found, max: max ?? 0 });
}

const LENGTH_UNITS: Record<string, number> = {
  m: 1,
  metre: 1,
  metres: 1,
  meter: 1,
  meters: 1,
  cm: 0.01,
  mm: 0.001,
  km: 1000,
  ft: METRES_PER_FOOT,
  foot: METRES_PER_FOOT,
  feet: METRES_PER_FOOT,
  "'": METRES_PER_FOOT,
  in: METRES_PER_FOOT / 12,
  inch: METRES_PER_FOOT / 12,
  inches: METRES_PER_FOOT / 12,
  '"': METRES_PER_FOOT / 12,
  yd: 3 * METRES_PER_FOOT,
  yard: 3 * METRES_PER_FOOT,
  yards: 3 * METRES_PER_FOOT,
  // Gunter's chain, as forest surveys in feet are paced: 66 ft, 80 to the mile.
  ch: 66 * METRES_PER_FOOT,
  chain: 66 * METRES_PER_FOOT,
  chains: 66 * METRES_PER_FOOT,
  // A hundred links to the chain, four rods to it.
  lk: 0.66 * METRES_PER_FOOT,
  link: 0.66 * METRES_PER_FOOT,
  links: 0.66 * METRES_PER_FOOT,
  rd: 16.5 * METRES_PER_FOOT,
  rod: 16.5 * METRES_PER_FOOT,
  rods: 16.5 * METRES_PER_FOOT,
  mi: 5280 * METRES_PER_FOOT,
  mile: 5280 * METRES_PER_FOOT,
  miles: 5280 * METRES_PER_FOOT,
};

/** Shares as one sign. */
const SHARES: Record<string, string> = {
  ...{ '½': '1/2', '¼': '1/4', '¾': '3/4', '⅓': '1/3', '⅔': '2/3' },
  ...{ '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' },
};
const SHARE = /(?:(\d+)(?:\s+|\s*-\s*))?(?<![\d.,/])(\d{1,2})\/(2|3|4|8|16|32)(?![\d./])/g;

/** Halves, quarters and the like as a tape in inches has them, written with a point: "7 1/2" and "7½" as "7.5". */
const withoutShares = (text: string): string =>
  text
    .replace(/[½¼¾⅓⅔⅛⅜⅝⅞]/g, (sign) => ` ${SHARES[sign]}`)
    .replace(SHARE, (_, whole: string | undefined, above: string, below: string) =>
      // Five decimals are never three digits of thousands.
      (Number(whole ?? 0) + Number(above) / Number(below)).toFixed(5),
    )
    .trim();

/** Marks as they come from a phone's keyboard or a text program, and units cut short with a full stop. */
const plainMarks = (text: string): string =>
  text
    .replace(/[’′]/g, "'")
    .replace(/[”″]/g, '"')
    .replace(/([a-z])\.(?=\s|$)/g, '$1');

/** A number as people write it, with narrow or wide spaces between thousands, and what unit follows it. */
const AMOUNT =
  /([+\-−–]?(?:(?:\d{1,3}(?:[ \u00a0\u2009\u202f]\d{3})+|\d+)(?:[.,]\d+)*|[.,]\d+))\s*([a-z'"]*)/g;

/**
 * Reads a length as people write it: "2.4", "2,4 m", "8ft", "7 ft 6 in", "7'6\"", "6 1/2 in", "1 320 ft", "20 chains".
 * @param text what was typed
 * @param system the unit of a bare number
 * @param range metres that are accepted: where "1,320" may mean two lengths the one within it is meant
 * @returns metres, also outside of the range
 * @throws Told when the text is no length, or could be two
 * @example parseLength('8ft', 'metric') // ≈ 2.438
 */
export function parseLength(
  text: string,
  system: UnitSystem,
  range: { min?: number; max?: number } = {},
): number {
  const found = text.trim();
  const plain = withoutShares(plainMarks(found.toLowerCase()));
  const parts = [...plain.matchAll(AMOUNT)];
  const whole = parts.map(([part]) => part).join('');
  const bare = parts.length === 1 && !parts[0][2];
  const refused = told('measure.noLength', { found });
  if (!parts.length || whole.replace(/\s/g, '') !== plain.replace(/\s/g, '')) throw refused;
  return parts.reduce((metres, [, amount, unit]) => {
    const factor = bare ? (system === 'metric' ? 1 : METRES_PER_FOOT) : LENGTH_UNITS[unit];
    const readings = factor === undefined ? [] : readingsOf(plainOf(amount), false);
    if (!readings.length) throw refused;
    const fitting = readings.filter(
      (value) =>
        value * factor >= (range.min ?? -Infinity) && value * factor <= (range.max ?? Infinity),
    );
    if (fitting.length > 1) throw twoNumbers(amount, fitting);
    return metres + (fitting[0] ?? readings[0]) * factor;
  }, 0);
}

/** Units that go on from feet, as in 7 ft 6 in. */
const INCHES = LENGTH_UNITS.in;

/**
 * Reads lengths as they are called out, one after the other: "2,52 2.55 2.49", "8.2, 8.3, 8.25", "8' 2\" 8' 3½\"".
 * Blanks, lines, semicolons and commas of a list part them.
 * @param unit metres of a bare number
 * @returns metres
 * @throws Told naming what is no length, or could be two
 * @example readLengths('8.2,8.3', 1) // => [8.2, 8.3]
 */
export function readLengths(text: string, unit: number): number[] {
  const plain = withoutShares(plainMarks(text.toLowerCase()));
  return plain
    .split(/[\n;]+|,\s+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .flatMap((part) => (/[a-z'"]/.test(part) ? withUnits(part, unit) : bareLengths(part, unit)));
}

function withUnits(part: string, unit: number): number[] {
  const parts = [...part.matchAll(AMOUNT)];
  const whole = parts.map(([one]) => one).join('');
  if (whole.replace(/\s/g, '') !== part.replace(/\s/g, ''))
    throw told('measure.noLength', { found: part });
  const lengths: number[] = [];
  let feet = false;
  for (const [, amount, name] of parts) {
    const factor = name ? LENGTH_UNITS[name] : unit;
    if (factor === undefined) throw told('measure.noLength', { found: part });
    const metres = readNumber(amount) * factor;
    if (feet && name && factor === INCHES) lengths.push(lengths.pop()! + metres);
    else lengths.push(metres);
    feet = factor === METRES_PER_FOOT && name !== '';
  }
  return lengths;
}

const bareLengths = (part: string, unit: number): number[] =>
  part.split(/\s+/).flatMap((word) => {
    try {
      return [readNumber(word) * unit];
    } catch (error) {
      // "8.2,8.3,8.4": no number, a list of them.
      const words = word.split(',').filter(Boolean);
      if (words.length < 2 || !word.includes('.')) throw error;
      return words.map((one) => readNumber(one) * unit);
    }
  });
