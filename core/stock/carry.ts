import { speciesOfFirst } from '../rows/species';

/** Wet weight of one tree, kg, where nobody has weighed any: by age and container. From memory. */
export function usualWeight(
  stock: 'bare-root' | 'container',
  age: string,
  volume?: number,
): number {
  if (stock === 'container') return 0.03 + (volume ?? 0.1) * 1.1;
  const years = age.match(/\d+/g)?.reduce((sum, part) => sum + Number(part), 0) ?? 2;
  return years <= 1 ? 0.03 : years === 2 ? 0.07 : 0.14;
}

/** The age with which a lot or a line of an order begins: that of a plug is told otherwise by every nursery. */
export const usualAge = (stock: 'bare-root' | 'container'): string =>
  stock === 'container' ? '' : '1+1';

export interface CarryTerms {
  /** Most a planter's bag weighs when it is filled, kg. Size the load, never shake the soil off. */
  bagLoad: number;
  /** Most trees that go into a bag whatever they weigh. */
  bagTrees: number;
  /** Boxes, crates or trays that go onto the trailer at once, and what it may carry, kg. */
  trailerBoxes: number;
  trailerLoad: number;
}

/** What limits one filling of a bag. */
export type BagTerms = Pick<CarryTerms, 'bagLoad' | 'bagTrees'>;

/** From memory; the leader enters the crew's own. */
export const CARRY_TERMS: CarryTerms = {
  bagLoad: 14,
  bagTrees: 300,
  trailerBoxes: 24,
  trailerLoad: 750,
};

/** A lot to take trees from, the one to plant first at the front. */
export interface CarryLot {
  lot: string;
  species: number;
  onHand: number;
  /** Trees in a box or tray, and the wet weight of one, kg. */
  perBox: number;
  weight: number;
}

/** Rows of one planter for the day, in planting order. */
export interface CarryRows {
  planter: string;
  /** Trees a day. */
  rate: number;
  rows: {
    number: number;
    runs: readonly number[];
    planted: number;
    /** Pegs of the last trees of the row, which go into dead places; undefined for those that nobody has noted. */
    pegs?: readonly (number | undefined)[];
  }[];
}

/** One filling of a planter's bag. */
export interface BagUp {
  planter: string;
  turn: number;
  /** Share of the day gone when it is picked up. */
  at: number;
  firstRow: number;
  lastRow: number;
  /** Peg of the last row at which it is empty; undefined in a dead place that nobody has noted. */
  lastPeg: number | undefined;
  /** Trees by lot. */
  trees: { lot: string; count: number }[];
  weight: number;
}

export interface LoadedBox {
  lot: string;
  /** Which box of the lot, from 1. */
  number: number;
  trees: number;
  weight: number;
  /** Share of the day gone when it is first opened, and for whom. */
  at: number;
  planter: string;
  row: number;
}

export interface CarryPlan {
  bagUps: BagUp[];
  /** Trips in the order in which they drive; boxes in the order in which they come off. */
  trips: { boxes: LoadedBox[]; weight: number }[];
  /** Trees wanted that no lot has, by species. */
  short: number[];
}

/** Boxes over this weight are lifted by two, kg. Common practice; local rules decide. */
export const TWO_LIFT = 20;

/**
 * What a day's rows take from which lots: bag by bag in the order of the clock, box by box in the
 * order in which they are opened, trip by trip. Within a trip the box that comes off first is
 * loaded last.
 * @param crews rows of each planter, cut where the planter's day ends
 * @param lots in the order in which they should go out
 * @param species number of species of the layout
 */
export function carryPlan(
  crews: readonly CarryRows[],
  lots: readonly CarryLot[],
  species: number,
  terms: CarryTerms = CARRY_TERMS,
): CarryPlan {
  const weights = bagWeights(lots, species);
  const wanted = crews.flatMap((crew) => bagsOf(crew, weights, terms));
  wanted.sort((a, b) => a.at - b.at || (a.planter < b.planter ? -1 : 1));
  const left = lots.map(({ onHand }) => onHand);
  const short = new Array<number>(species).fill(0);
  /** Box that is open of each lot, with the trees still in it. */
  const open = lots.map(() => ({ number: 0, trees: 0 }));
  const boxes: LoadedBox[] = [];
  const bagUps = wanted.map(({ counts, ...bag }): BagUp => {
    const trees: BagUp['trees'] = [];
    let weight = 0;
    counts.forEach((count, s) => {
      let need = count;
      for (let i = 0; i < lots.length && need > 0; i++) {
        if (lots[i].species !== s) continue;
        const taken = Math.min(need, left[i]);
        if (!taken) continue;
        left[i] -= taken;
        need -= taken;
        weight += taken * lots[i].weight;
        trees.push({ lot: lots[i].lot, count: taken });
        openBoxes(i, taken, bag);
      }
      short[s] += need;
    });
    return { ...bag, trees, weight };
  });
  function openBoxes(i: number, trees: number, bag: Pick<BagUp, 'at' | 'planter' | 'firstRow'>) {
    const { lot, perBox, weight, onHand } = lots[i];
    let rest = trees;
    while (rest > 0) {
      if (open[i].trees === 0) {
        const number = open[i].number + 1;
        const inBox = Math.min(perBox, onHand - open[i].number * perBox);
        open[i] = { number, trees: inBox };
        boxes.push({
          lot,
          number,
          trees: inBox,
          weight: inBox * weight,
          at: bag.at,
          planter: bag.planter,
          row: bag.firstRow,
        });
      }
      const taken = Math.min(rest, open[i].trees);
      open[i].trees -= taken;
      rest -= taken;
    }
  }
  const trips: CarryPlan['trips'] = [];
  for (const box of boxes) {
    let trip = trips.at(-1);
    const full =
      !trip ||
      trip.boxes.length >= terms.trailerBoxes ||
      (trip.boxes.length > 0 && trip.weight + box.weight > terms.trailerLoad);
    if (full) trips.push((trip = { boxes: [], weight: 0 }));
    trip!.boxes.push(box);
    trip!.weight += box.weight;
  }
  return { bagUps, trips, short };
}

/** Wet weight of one tree of each species, kg: the heaviest of its lots, since any of them may be in the bag. */
export const bagWeights = (
  lots: readonly Pick<CarryLot, 'species' | 'weight'>[],
  species: number,
): number[] =>
  Array.from(
    { length: species },
    (_, s) =>
      Math.max(0, ...lots.filter((lot) => lot.species === s).map(({ weight }) => weight)) || 0.05,
  );

/** A bag as it is filled: its trees by species, and the peg at which it is empty. */
export interface Bag extends Omit<BagUp, 'trees' | 'weight'> {
  counts: number[];
}

/**
 * A planter's day cut into bags that are neither too heavy nor too many trees.
 * @param weights of one tree of each species, kg: `bagWeights`
 */
export function bagsOf(
  { planter, rate, rows }: CarryRows,
  weights: readonly number[],
  terms: BagTerms,
): Bag[] {
  const bags: Bag[] = [];
  let bag: Bag | undefined;
  let inBag = 0;
  let load = 0;
  let set = 0;
  for (const { number, runs, planted, pegs = [] } of rows) {
    const places = runs.reduce((sum, n, i) => sum + (i % 2 ? n : 0), -pegs.length);
    const pegOf = (tree: number) => (tree > places ? pegs[tree - places - 1] : tree);
    let skip = planted;
    let tree = planted;
    for (let i = 0; i < runs.length && set < rate; i += 2) {
      const gone = Math.min(skip, runs[i + 1]);
      skip -= gone;
      let rest = Math.min(runs[i + 1] - gone, rate - set);
      while (rest > 0) {
        const each = weights[runs[i]];
        const room = Math.min(
          Math.max(1, terms.bagTrees) - inBag,
          Math.floor((terms.bagLoad - load) / each + 1e-9),
        );
        if (!bag || room < 1) {
          bag = {
            planter,
            turn: bags.length + 1,
            at: set / rate,
            firstRow: number,
            lastRow: number,
            lastPeg: pegOf(tree),
            counts: weights.map(() => 0),
          };
          bags.push(bag);
          inBag = 0;
          load = 0;
          // A single tree heavier than the load is carried all the same.
          if (terms.bagLoad < each) load = terms.bagLoad - each;
          continue;
        }
        const taken = Math.min(rest, room);
        bag.counts[runs[i]] += taken;
        tree += taken;
        bag.lastRow = number;
        bag.lastPeg = pegOf(tree);
        inBag += taken;
        load += taken * each;
        set += taken;
        rest -= taken;
      }
    }
  }
  return bags;
}

/** Trees of each species in the rows a day reaches, from what is planted already. */
export function wantedOf(crews: readonly CarryRows[], species: number): number[] {
  const wanted = new Array<number>(species).fill(0);
  for (const { rate, rows } of crews) {
    let left = rate;
    for (const { runs, planted } of rows) {
      const places = runs.reduce((sum, n, i) => sum + (i % 2 ? n : 0), 0);
      const today = Math.max(0, Math.min(left, places - planted));
      const before = speciesOfFirst([...runs], planted, species);
      const after = speciesOfFirst([...runs], planted + today, species);
      for (let s = 0; s < species; s++) wanted[s] += after[s] - before[s];
      left -= today;
    }
  }
  return wanted;
}

/**
 * What of a need falls on each lot: species by species, from the lots as they go out, each as far as it
 * reaches.
 * @param wanted trees by species
 * @param lots in the order in which they should go out
 * @returns trees by lot
 */
export function needByLot(
  wanted: readonly number[],
  lots: readonly Pick<CarryLot, 'lot' | 'species' | 'onHand'>[],
): Map<string, number> {
  const left = [...wanted];
  return new Map(
    lots.map(({ lot, species, onHand }) => {
      const taken = Math.min(left[species] ?? 0, Math.max(0, onHand));
      left[species] -= taken;
      return [lot, taken];
    }),
  );
}
