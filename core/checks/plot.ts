import { say } from '../say/message';
import { SQUARE_METRES_PER_ACRE, type UnitSystem } from '../measure/units';
import type { Figure } from '../measure/working';

/** A circular plot in use, by its area in square metres. */
export interface PlotSize {
  key: string;
  label: string;
  area: number;
  system: UnitSystem;
}

const acres = (parts: number): PlotSize => ({
  ...{ key: `1/${parts}acre`, label: `1/${parts} acre`, system: 'us' },
  area: SQUARE_METRES_PER_ACRE / parts,
});

/** Circular plots in use. Radius = √(area ÷ π), as silviculture survey manuals print it. */
export const PLOT_SIZES: readonly PlotSize[] = [
  { key: '50m2', label: '50 m²', area: 50, system: 'metric' },
  { key: '100m2', label: '100 m²', area: 100, system: 'metric' },
  ...[100, 50, 300].map(acres),
];

/**
 * Sizes of plots, those in the reader's units first; the first of all is the usual one.
 * @example inOwnUnits(PLOT_SIZES, 'us')[0].key // => '1/100acre'
 */
export const inOwnUnits = <Size extends PlotSize>(
  sizes: readonly Size[],
  system: UnitSystem,
): Size[] => [
  ...sizes.filter((size) => size.system === system),
  ...sizes.filter((size) => size.system !== system),
];

/** Radius of a circular plot in metres. */
export const plotRadius = (area: number): number => Math.sqrt(area / Math.PI);

/** Trees to expect in a plot: its area × trees on a square metre. */
export function expectedTrees(area: number, inRow: number, between: number): Figure {
  return {
    value: area / (inRow * between),
    kind: 'number',
    formula: say('formula.plotTrees'),
    steps: [
      { label: say('step.plotRadius'), value: plotRadius(area), kind: 'length' },
      { label: say('step.plotArea'), value: area, kind: 'area' },
      { label: say('step.inTheRow'), value: inRow, kind: 'length' },
      { label: say('step.betweenRows'), value: between, kind: 'length' },
    ],
  };
}
