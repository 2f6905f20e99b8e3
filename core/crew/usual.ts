import { answers, type Chosen } from '../method/method';
import type { Conditions } from '../method/school';

/** Ways of planting that differ in pace. */
export const PACES = ['pit', 'bar', 'plug', 'machine', 'volunteers'] as const;
export type Pace = (typeof PACES)[number];

/** Who a planter is: one of the crew, or a group that helps for a day. */
export const PLANTER_KINDS = ['planter', 'volunteers'] as const;
export type PlanterKind = (typeof PLANTER_KINDS)[number];

/**
 * Trees a person and day before anybody's own tallies tell: pits in sod by spade, bare root by bar on
 * prepared land, plugs by tube into loosened spots, a seat of the machine (a unit of two sets 3 000 to
 * 8 000), one volunteer. Common practice, no source.
 */
export const USUAL_RATES: Readonly<Record<Pace, number>> = {
  pit: 150,
  bar: 800,
  plug: 500,
  machine: 2500,
  volunteers: 50,
};

/**
 * By which way a planter works on a block.
 * @example paceOn([], { planting: 'machine', stock: 'bare-root' }) // => 'machine'
 */
export function paceOn(
  method: readonly Chosen[],
  { planting, stock }: Pick<Conditions, 'planting' | 'stock'>,
  kind: PlanterKind = 'planter',
): Pace {
  if (kind === 'volunteers') return 'volunteers';
  if (planting === 'machine') return 'machine';
  if (answers(method, 'hole', 'pit', 'wide', 'thrice')) return 'pit';
  return stock === 'container' ? 'plug' : 'bar';
}

/** Trees a day of one of the crew or of a whole group, and why. */
export interface Usual {
  rate: number;
  /** The way of planting, or the tool whose own rate stands in for it. */
  by: Pace | 'tool';
  tool?: string;
  people: number;
  /** The part of the time that they are on a seat, where riders take turns. */
  share?: number;
}

/**
 * What a planter sets a day as far as anybody can say beforehand.
 * @param tool the tool they clocked on with, with the rate the crew entered for it; it says more than the
 *   way does, but nothing about a machine or a school class
 */
export function usualFor(
  pace: Pace,
  {
    rates = USUAL_RATES,
    tool,
    people = 1,
  }: {
    rates?: Readonly<Record<Pace, number>>;
    tool?: { name: string; rate: number };
    people?: number;
  } = {},
): Usual {
  if (tool && pace !== 'machine' && pace !== 'volunteers')
    return { rate: tool.rate * people, by: 'tool', tool: tool.name, people };
  return { rate: rates[pace] * people, by: pace, people };
}
