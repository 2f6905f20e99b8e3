import { say, shareOf, liquidOf, doseOf, type Message } from '../say/message';
import { told } from '../say/told';
import type { Figure } from '../measure/working';
import { SQUARE_METRES_PER_ACRE } from '../measure/units';

/** A product as the user entered it from its label. The label rules. */
export interface Product {
  id: string;
  name: string;
  /** Either litres of product a hectare of treated area, or a share of the mix. */
  dose: { kind: 'area'; litresPerHectare: number } | { kind: 'mix'; share: number };
  /** Water the label asks for on a hectare treated, litres. */
  water: number;
  /** Hours without rain after spraying. */
  rainfast: number;
  /** Days from spraying until trees may be planted. */
  beforePlanting: number;
  /** Times a year at most, and litres a hectare a year at most; null where the label sets none. */
  timesAYear: number | null;
  litresAYear: number | null;
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
        formula: 'π × radius² × spots',
        steps: [
          { label: 'one spot', value: Math.PI * target.radius ** 2, kind: 'area' },
          { label: 'spots', value: target.count, kind: 'count' },
        ],
      };
    case 'squares':
      return {
        value: target.side ** 2 * target.count,
        kind: 'area',
        formula: 'side² × scalps',
        steps: [
          { label: 'one scalp', value: target.side ** 2, kind: 'area' },
          { label: 'scalps', value: target.count, kind: 'count' },
        ],
      };
    case 'strips':
      return {
        value: target.metres * target.width,
        kind: 'area',
        formula: 'length of the rows × width',
        steps: [
          { label: 'rows', value: target.metres, kind: 'distance' },
          { label: 'width', value: target.width, kind: 'length' },
        ],
      };
    case 'whole':
      return {
        value: target.area,
        kind: 'area',
        steps: [{ label: 'plantable', value: target.area, kind: 'area' }],
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
  product: Figure;
  tanks: TankFill[];
  /** Product as a share of the mix. */
  share: number;
  /** Litres of product on a hectare treated. */
  perHectare: number;
}

/**
 * Tank by tank: product, water and the ground it reaches.
 * @param tank litres the tank or knapsack is filled with
 * @throws Told for a tank, rate or area that cannot be
 */
export function sprayPlan(product: Product, target: Target, tank: number): SprayPlan {
  const area = treatedArea(target);
  if (!(tank > 0)) throw told('calendar.emptyTank', { tank: liquidOf(tank / 1000) });
  if (!(area.value >= 0)) throw told('calendar.areaBelowZero');
  if (!(product.water > 0)) throw told('calendar.noWater', { product: product.name });
  const hectares = area.value / 10_000;
  const mix = product.water * hectares;
  const share =
    product.dose.kind === 'mix'
      ? product.dose.share
      : product.dose.litresPerHectare / product.water;
  if (!(share > 0 && share < 1))
    throw told('calendar.mixShare', { product: product.name, share: shareOf(share) });
  const fills = Math.ceil(mix / tank - 1e-9);
  const tanks = Array.from({ length: fills }, (_, i): TankFill => {
    const litres = Math.min(tank, mix - i * tank);
    return {
      number: i + 1,
      mix: litres,
      product: litres * share,
      water: litres * (1 - share),
      area: (litres / product.water) * 10_000,
    };
  });
  return {
    area,
    mix: {
      value: mix / 1000,
      kind: 'liquid',
      formula: 'hectares treated × water a hectare',
      steps: [
        { label: 'treated', value: area.value, kind: 'area' },
        { label: 'water a hectare', value: product.water / 1000, kind: 'liquid' },
      ],
    },
    product: {
      value: (mix * share) / 1000,
      kind: 'liquid',
      formula: 'mix × share of product',
      steps: [
        { label: 'mix', value: mix / 1000, kind: 'liquid' },
        { label: 'product of the mix', value: share, kind: 'share' },
      ],
    },
    tanks,
    share,
    perHectare: share * product.water,
  };
}

/** "2 oz to the gallon", as it is said in kitchens: 2 of 128 parts. Common practice. */
export const KITCHEN_SHARE = 2 / 128;

/**
 * The kitchen rule beside the exact figure, for the same tank.
 * @returns litres of product by each, and how far the kitchen rule is off, as a share
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

/** A spraying that was done. */
export interface Sprayed {
  product: string;
  /** "2026-10-02" */
  day: string;
  /** Litres of product on a hectare treated. */
  perHectare: number;
}

/**
 * What speaks against spraying this product on this day, as messages; none when nothing does.
 * @param planting day on which trees are to be planted, where one is set
 */
export function labelConcerns(
  product: Product,
  plan: Pick<SprayPlan, 'perHectare'>,
  day: string,
  planting: string | null,
  before: readonly Sprayed[],
): Message[] {
  const year = day.slice(0, 4);
  const own = before.filter((done) => done.product === product.id && done.day.startsWith(year));
  const concerns: Message[] = [];
  if (product.timesAYear !== null && own.length >= product.timesAYear)
    concerns.push(
      say('calendar.labelTimes', { times: own.length, year, allowed: product.timesAYear }),
    );
  const litres = own.reduce((sum, { perHectare }) => sum + perHectare, 0) + plan.perHectare;
  if (product.litresAYear !== null && litres > product.litresAYear + 1e-9)
    concerns.push(
      say('calendar.labelLitres', {
        litres: doseOf(litres),
        year,
        allowed: doseOf(product.litresAYear),
      }),
    );
  if (planting) {
    const days = Math.round((Date.parse(planting) - Date.parse(day)) / 86_400_000);
    if (days >= 0 && days < product.beforePlanting)
      concerns.push(say('calendar.labelDays', { days, asked: product.beforePlanting }));
  }
  return concerns;
}
