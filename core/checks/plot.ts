import { say } from '../say/message';
import type { Figure } from '../measure/working';

/** Circular plots in use, by area. Radius = √(area ÷ π), as silviculture survey manuals print it. */
export const PLOT_SIZES: readonly { key: string; label: string; area: number }[] = [
  { key: '50m2', label: '50 m²', area: 50 },
  { key: '100m2', label: '100 m²', area: 100 },
  { key: '1/300acre', label: '1/300 acre', area: 4046.8564224 / 300 },
  { key: '1/100acre', label: '1/100 acre', area: 4046.8564224 / 100 },
  { key: '1/50acre', label: '1/50 acre', area: 4046.8564224 / 50 },
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
