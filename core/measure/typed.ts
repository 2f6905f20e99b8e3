import { told } from '../say/told';
import { formatNumber } from './units';

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
 * Reads a number as people write it: 0.59 and 0,59, 1 559, 1.559,5, −3. Where one sign could part
 * thousands or decimals ("1.559") the range decides; where it cannot, nothing is guessed.
 * @param text what was typed
 * @param range what is accepted
 * @throws Told when it is no number, could be two, or lies outside of the range
 * @example readNumber('0,59', {}) // => 0.59
 * @example readNumber('1.559', { min: 100, max: 100000 }) // => 1559
 */
export function readNumber(text: string, range: NumberRange = {}): number {
  const found = text.trim();
  const plain = found.replace(GROUPS, '').replace(MINUS, '-');
  const readings = readingsOf(plain, range.whole ?? false);
  if (!readings.length) throw told('measure.noNumber', { found });
  const fitting = readings.filter((value) => within(value, range));
  if (!fitting.length) throw outOfRange(readings[0], range);
  if (fitting.length > 1)
    throw told('measure.twoNumbers', {
      found,
      whole: formatNumber(fitting[0]),
      decimal: String(fitting[1]),
      plain: String(fitting[0]),
      longer: `${String(fitting[1])}0`,
    });
  return fitting[0];
}

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
