/** What a check can find wrong with a tree or a position. */
export const FAULTS = [
  'deep',
  'shallow',
  'j-root',
  'loose',
  'air-pocket',
  'leaning',
  'roots-exposed',
  'wrong-species',
  'spacing',
  'damaged',
  'not-cleared',
  'guard',
  'basin',
  'missing',
  'surplus',
] as const;
export type Fault = (typeof FAULTS)[number];

/** Faults of a position, not of a planted tree: they are counted beside the quality. */
export const OF_POSITIONS: ReadonlySet<Fault> = new Set<Fault>(['missing', 'surplus']);

/** One tree or position of a plot as it was looked at. */
export interface CheckedTree {
  row: number;
  peg: number;
  /** Nothing when it is good. */
  faults: Fault[];
  /** Place of its species among the layout's. */
  species?: number;
  /** Soil over the datum, metres, where it was measured. */
  depth?: number;
  /** Degrees off upright, where it was measured. */
  lean?: number;
  /** Metres to the next tree of its row, where they were measured. */
  toNext?: number;
}

export interface PlotSums {
  good: number;
  /** Trees with a fault or more. */
  faulty: number;
  /** Of each fault; a tree can have several. */
  faults: Partial<Record<Fault, number>>;
}

/**
 * What a plot's trees come to. Positions without a tree and trees without a position are among the faults,
 * and neither good nor faulty trees.
 * @example plotSums([{ row: 1, peg: 1, faults: [] }, { row: 1, peg: 2, faults: ['deep', 'loose'] }]).faulty // => 1
 */
export function plotSums(trees: readonly Pick<CheckedTree, 'faults'>[]): PlotSums {
  const sums: PlotSums = { good: 0, faulty: 0, faults: {} };
  for (const { faults } of trees) {
    for (const fault of new Set(faults)) sums.faults[fault] = (sums.faults[fault] ?? 0) + 1;
    if (faults.some((fault) => !OF_POSITIONS.has(fault))) sums.faulty++;
    else if (!faults.length) sums.good++;
  }
  return sums;
}
