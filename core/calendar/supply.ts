import type { Day } from '../measure/dates';
import type { Delivery } from './finish';

/** What of a species is still to plant, there, and promised. */
export interface SpeciesSupply {
  needed: number;
  onHand: number;
  deliveries: readonly Delivery[];
}

/**
 * Stock that a block's rows can take. A species counts up to its own places and no further: more of
 * another, or of one that is not in the plan, plants none of them.
 * @returns trees there already, deliveries in order of their days, and trees nobody has promised
 */
export function countingSupply(species: readonly SpeciesSupply[]): {
  onHand: number;
  deliveries: Delivery[];
  missing: number;
} {
  let onHand = 0;
  let missing = 0;
  const byDay = new Map<Day, number>();
  for (const { needed, onHand: there, deliveries } of species) {
    let left = Math.max(0, needed);
    const taken = Math.min(left, Math.max(0, there));
    onHand += taken;
    left -= taken;
    for (const { day, trees } of [...deliveries].sort((a, b) => (a.day < b.day ? -1 : 1))) {
      const used = Math.min(left, Math.max(0, trees));
      if (used) byDay.set(day, (byDay.get(day) ?? 0) + used);
      left -= used;
    }
    missing += left;
  }
  const deliveries = [...byDay]
    .map(([day, trees]) => ({ day, trees }))
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  return { onHand, deliveries, missing };
}

/** A block that a crew has still to plant. */
export interface BlockToPlant {
  id: string;
  name: string;
  /** Its planting day; nothing goes in before. */
  from: Day;
  /** Last day of its window. */
  until: Day;
  trees: number;
  onHand: number;
  deliveries: readonly Delivery[];
}

/**
 * Blocks one after another with the same hands, in the order of their planting days: for each, the trees
 * that are in the ground when it is done, and what stock comes when. A block's stock counts from its
 * planting day on, so that nobody plants it before.
 * @param start the first day that is played
 * @param stock whether stock decides; without it all of a block's trees are there on its day
 */
export function inTurn(
  blocks: readonly BlockToPlant[],
  start: Day,
  stock = true,
): { block: BlockToPlant; trees: number; deliveries: Delivery[] }[] {
  const later = (a: Day, b: Day) => (a > b ? a : b);
  const order = [...blocks]
    .filter(({ trees }) => trees > 0)
    .sort((a, b) => (a.from === b.from ? (a.name < b.name ? -1 : 1) : a.from < b.from ? -1 : 1));
  let trees = 0;
  const come: Delivery[] = [];
  return order.map((block) => {
    trees += block.trees;
    const first = later(block.from, start);
    if (stock) {
      const promised = block.deliveries.reduce((sum, one) => sum + one.trees, block.onHand);
      come.push({ day: first, trees: Math.min(block.onHand, block.trees) });
      for (const { day, trees: count } of block.deliveries)
        come.push({ day: later(day, first), trees: count });
      // What nobody has promised is taken to be there, so that hands and weather show: whoever shows
      // the answer says so.
      come.push({ day: first, trees: Math.max(0, block.trees - promised) });
    } else come.push({ day: first, trees: block.trees });
    return {
      block,
      trees,
      deliveries: come
        .filter((one) => one.trees > 0)
        .sort((a, b) => (a.day === b.day ? 0 : a.day < b.day ? -1 : 1)),
    };
  });
}

/** Trees of a block that are neither there nor promised. */
export const unpromised = ({ trees, onHand, deliveries }: BlockToPlant): number =>
  Math.max(
    0,
    deliveries.reduce((left, one) => left - one.trees, trees - onHand),
  );

/** Trees in so many deliveries as equal as whole trees can be. @example inDeliveries(10, 3) // => [4, 3, 3] */
export const inDeliveries = (trees: number, number: number): number[] =>
  Array.from(
    { length: number },
    (_, i) => Math.floor(trees / number) + (i < trees % number ? 1 : 0),
  );
