import {
  KILOGRAMS_PER_POUND,
  LITRES_PER_US_GALLON,
  METRES_PER_FOOT,
  type UnitSystem,
} from '../measure/units';
import type { MaterialLine, MaterialTerms } from './materials';

/** In what a merchant sells: the name, and how many of the stored unit one of it is. */
export interface PurchaseUnit {
  unit: string;
  one: number;
}

const CUBIC_YARD = (3 * METRES_PER_FOOT) ** 3;
const US: Readonly<Record<string, PurchaseUnit>> = {
  m: { unit: 'ft', one: METRES_PER_FOOT },
  'm³': { unit: 'cu yd', one: CUBIC_YARD },
  kg: { unit: 'lb', one: KILOGRAMS_PER_POUND },
  L: { unit: 'gal', one: LITRES_PER_US_GALLON },
};

/** The unit in which a line of a bill is bought. Water comes by the gallon, other stuff by the cubic yard. */
export function purchaseUnit(
  { key, unit }: { key: string; unit: string },
  system: UnitSystem,
): PurchaseUnit {
  if (system === 'metric') return { unit, one: 1 };
  if (key === 'water') return { unit: 'gal', one: LITRES_PER_US_GALLON / 1000 };
  return US[unit] ?? { unit, one: 1 };
}

/** As many digits as a merchant reads; a converted amount has no more to say. */
const DIGITS = 5;
const short = (value: number) => Number(value.toPrecision(DIGITS));

/**
 * A line of a bill in the reader's units: amounts, packs and the price of one. Money stays what it is.
 */
export function inPurchaseUnits(line: MaterialLine, system: UnitSystem): MaterialLine {
  const { unit, one } = purchaseUnit(line, system);
  if (one === 1) return line;
  const amount = (value: number) => short(value / one);
  const { terms } = line;
  return {
    ...line,
    unit,
    perTree: line.perTree / one,
    needed: { ...line.needed, value: line.needed.value / one },
    terms: {
      ...terms,
      onHand: amount(terms.onHand),
      pack: amount(terms.pack),
      price: terms.price === null ? null : short(terms.price * one),
    },
    arranged: line.arranged / one,
    used: line.used / one,
    buy: line.buy / one,
  };
}

/** What was typed in the reader's units, as it is stored. */
export function asStored<Part extends Partial<MaterialTerms>>(
  line: { key: string; unit: string },
  typed: Part,
  system: UnitSystem,
): Part {
  const { one } = purchaseUnit(line, system);
  const stored = { ...typed };
  for (const part of ['onHand', 'pack'] as const)
    if (typed[part] !== undefined) stored[part] = typed[part] * one;
  if (typed.price !== undefined && typed.price !== null) stored.price = typed.price / one;
  return stored;
}
