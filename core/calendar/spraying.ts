import { liquidOf, say, shareOf } from '../say/message';
import { told } from '../say/told';
import type { Figure } from '../measure/working';
import { SQUARE_METRES_PER_ACRE } from '../measure/units';
import { SPRAYER } from './tasks';

/** A product as the user entered it from its label. The label rules. */
export interface Product {
  id: string;
  name: string;
  /** Litres a hectare of treated area, a share of the mix, or kilograms a hectare that are shaken dry. */
  dose:
    | { kind: 'area'; litresPerHectare: number }
    | { kind: 'mix'; share: number }
    | { kind: 'granules'; kilogramsPerHectare: number };
  /** What works in it, as the label says; limits count this and not the product. */
  actives?: Active[];
  /** Water the label asks for on a hectare treated, litres. */
  water: number;
  /** Hours without rain after spraying. */
  rainfast: number;
  /** Days from spraying until trees may be planted. */
  beforePlanting: number;
  /** Times a year at most, and litres or kilograms a hectare a year at most; null where the label sets none. */
  timesAYear: number | null;
  litresAYear: number | null;
}

export interface Active {
  name: string;
  /** Grams in a litre or a kilogram of the product. */
  grams: number;
  /** Grams a hectare and year at most, by whichever product; null where nobody sets a limit. */
  limit: number | null;
}

/** Litres or kilograms of a product on a hectare treated, by its label. */
export function amountAHectare({ dose, water }: Product): number {
  switch (dose.kind) {
    case 'area':
      return dose.litresPerHectare;
    case 'mix':
      return dose.share * water;
    case 'granules':
      return dose.kilogramsPerHectare;
  }
}

/**
 * Litres of all products that the sprayings of a calendar take: each the product of the plan, the last before
 * planting also what shares its tank.
 * @param tasks of the calendar; those the sprayer does count, unless they are skipped
 */
export function litresOfYear(
  plan: Pick<SprayPlan, 'product' | 'others'>,
  tasks: readonly { key: string; resource?: string; state: string }[],
): number {
  if (plan.product.kind !== 'liquid') return 0;
  const times = tasks.filter(({ resource, state }) => resource === SPRAYER && state !== 'skipped');
  const beside = plan.others.reduce((sum, { amount }) => sum + amount.value, 0);
  const knockdowns = times.filter(({ key }) => key === 'knockdown').length;
  return (plan.product.value * times.length + beside * knockdowns) * 1000;
}

/** What of the ground is sprayed. */
export type Target =
  | { kind: 'spots'; count: number; radius: number }
  | { kind: 'squares'; count: number; side: number }
  | { kind: 'strips'; metres: number; width: number }
  | { kind: 'whole'; area: number };

/** Area that is wetted, with its working: spots are not the whole block. */
export function treatedArea(target: Target): Figure {
  switch (target.kind) {
    case 'spots':
      return {
        value: Math.PI * target.radius ** 2 * target.count,
        kind: 'area',
        formula: say('formula.spotArea'),
        steps: [
          { label: say('step.oneSpot'), value: Math.PI * target.radius ** 2, kind: 'area' },
          { label: say('step.spots'), value: target.count, kind: 'count' },
        ],
      };
    case 'squares':
      return {
        value: target.side ** 2 * target.count,
        kind: 'area',
        formula: say('formula.scalpArea'),
        steps: [
          { label: say('step.oneScalp'), value: target.side ** 2, kind: 'area' },
          { label: say('step.scalps'), value: target.count, kind: 'count' },
        ],
      };
    case 'strips':
      return {
        value: target.metres * target.width,
        kind: 'area',
        formula: say('formula.stripArea'),
        steps: [
          { label: say('step.rows'), value: target.metres, kind: 'distance' },
          { label: say('step.width'), value: target.width, kind: 'length' },
        ],
      };
    case 'whole':
      return {
        value: target.area,
        kind: 'area',
        steps: [{ label: say('step.plantable'), value: target.area, kind: 'area' }],
      };
  }
}

export interface TankFill {
  number: number;
  /** Litres of mix, product and water, and square metres it reaches. */
  mix: number;
  product: number;
  water: number;
  area: number;
}

export interface SprayPlan {
  area: Figure;
  /** All of it, litres. */
  mix: Figure;
  /** Litres, or kilograms of granules. */
  product: Figure;
  /** Other products in the same tank, with the litres that each fill takes beside the first. */
  others: { product: Product; amount: Figure; perHectare: number; share: number }[];
  tanks: TankFill[];
  /** Product as a share of the mix. */
  share: number;
  /** Litres of product on a hectare treated. */
  perHectare: number;
}

/**
 * Tank by tank: product, water and the ground it reaches. Several products share a tank where their labels
 * allow it: each at its own rate, in the water of the first.
 * @param tank litres the tank or knapsack is filled with; granules need none
 * @param others products in the same tank
 * @throws Told for a tank, rate or area that cannot be
 */
export function sprayPlan(
  product: Product,
  target: Target,
  tank: number,
  others: readonly Product[] = [],
): SprayPlan {
  const area = treatedArea(target);
  if (product.dose.kind === 'granules')
    return granulesPlan(product, product.dose.kilogramsPerHectare, area);
  if (!(tank > 0)) throw told('calendar.emptyTank', { tank: liquidOf(tank / 1000) });
  if (!(area.value >= 0)) throw told('calendar.areaBelowZero');
  if (!(product.water > 0)) throw told('calendar.noWater', { product: product.name });
  const hectares = area.value / 10_000;
  const mix = product.water * hectares;
  const shareIn = (one: Product) => {
    if (one.dose.kind === 'granules') throw told('calendar.granulesInTank', { product: one.name });
    const share =
      one.dose.kind === 'mix' ? one.dose.share : one.dose.litresPerHectare / product.water;
    if (!(share > 0 && share < 1))
      throw told('calendar.mixShare', { product: one.name, share: shareOf(share) });
    return share;
  };
  const share = shareIn(product);
  const shares = others.map(shareIn);
  const together = shares.reduce((sum, one) => sum + one, share);
  if (together >= 1)
    throw told('calendar.mixShare', {
      product: [product, ...others].map(({ name }) => name).join(' + '),
      share: shareOf(together),
    });
  const fills = Math.ceil(mix / tank - 1e-9);
  const tanks = Array.from({ length: fills }, (_, i): TankFill => {
    const litres = Math.min(tank, mix - i * tank);
    return {
      number: i + 1,
      mix: litres,
      product: litres * share,
      water: litres * (1 - together),
      area: (litres / product.water) * 10_000,
    };
  });
  return {
    area,
    mix: {
      value: mix / 1000,
      kind: 'liquid',
      formula: say('formula.mix'),
      steps: [
        { label: say('step.treated'), value: area.value, kind: 'area' },
        { label: say('step.waterOnGround'), value: product.water, kind: 'dose' },
      ],
    },
    product: amountOf(mix, share),
    others: others.map((one, i) => ({
      product: one,
      amount: amountOf(mix, shares[i]),
      perHectare: shares[i] * product.water,
      share: shares[i],
    })),
    tanks,
    share,
    perHectare: share * product.water,
  };
}

const amountOf = (mix: number, share: number): Figure => ({
  value: (mix * share) / 1000,
  kind: 'liquid',
  formula: say('formula.productOfMix'),
  steps: [
    { label: say('step.mix'), value: mix / 1000, kind: 'liquid' },
    { label: say('step.productOfTheMix'), value: share, kind: 'share' },
  ],
});

/** Granules are shaken dry: no tank, no water. */
function granulesPlan(product: Product, kilograms: number, area: Figure): SprayPlan {
  if (!(area.value >= 0)) throw told('calendar.areaBelowZero');
  if (!(kilograms > 0)) throw told('calendar.noGranules', { product: product.name });
  return {
    ...{ area, tanks: [], others: [], share: 0, perHectare: kilograms },
    mix: { value: 0, kind: 'liquid', steps: [] },
    product: {
      value: (kilograms * area.value) / 10_000,
      kind: 'mass',
      formula: say('formula.granules'),
      steps: [
        { label: say('step.treated'), value: area.value, kind: 'area' },
        { label: say('step.granulesOnGround'), value: kilograms, kind: 'massDose' },
      ],
    },
  };
}

/** "2 oz to the gallon", as it is said in kitchens: 2 of 128 parts. Common practice. */
export const KITCHEN_SHARE = 2 / 128;

/**
 * The kitchen rule beside the exact figure, for the same tank.
 * @returns litres of product by each, and how far the kitchen rule is off, as a share
 * @example kitchenRule(0.02, 3.785).exact // ≈ 0.0757
 */
export function kitchenRule(share: number, tank: number) {
  return {
    exact: share * tank,
    kitchen: KITCHEN_SHARE * tank,
    off: KITCHEN_SHARE / share - 1,
  };
}

/**
 * Water on a hectare from the 1/128-acre method: what is caught in the time that 1/128 acre (340
 * square feet) takes. Ounces caught are gallons an acre. Source: extension sprayer guides.
 * @param caught litres
 * @example calibrateByArea(0.591) // ≈ 187
 */
export function calibrateByArea(caught: number): number {
  return caught / (SQUARE_METRES_PER_ACRE / 128 / 10_000);
}

/**
 * Water on a hectare from timed metres: nozzle flow over the ground walked in the same time.
 * L/ha = 600 × L/min ÷ (km/h × m), the standard formula of sprayer guides.
 * @param caught litres in the time
 * @param seconds the time
 * @param metres walked in it
 * @param width wetted, metres
 */
export function calibrateByTime(
  caught: number,
  seconds: number,
  metres: number,
  width: number,
): number {
  if (!(caught > 0 && seconds > 0 && metres > 0 && width > 0)) throw told('calendar.calibration');
  const litresPerMinute = (caught / seconds) * 60;
  const kilometresPerHour = (metres / seconds) * 3.6;
  return (600 * litresPerMinute) / (kilometresPerHour * width);
}
