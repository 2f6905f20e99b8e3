import { told } from '../say/told';
import { lengthOf, say, type NamesUnder } from '../say/message';
import type { Figure } from '../measure/working';

/** How positions of neighbouring rows stand to each other. */
export type Pattern =
  | 'square'
  | 'rectangular'
  | 'offset'
  | 'equilateral'
  | 'contour'
  | 'graded'
  | 'parallel'
  | 'shelter'
  | 'scatter'
  | 'gaps'
  | 'clusters';

/** In the order in which they are offered. */
export const PATTERNS: readonly Pattern[] = [
  'square',
  'rectangular',
  'offset',
  'equilateral',
  'contour',
  'graded',
  'parallel',
  'shelter',
  'scatter',
  'gaps',
  'clusters',
];

/** Patterns that are one lattice over the whole area. */
export const isLattice = (pattern: Pattern): boolean =>
  ['square', 'rectangular', 'offset', 'equilateral'].includes(pattern);

/** Patterns without an equal step: spots in walking lanes. */
export const isListed = (pattern: Pattern): boolean =>
  ['scatter', 'gaps', 'clusters'].includes(pattern);

export const CLOSEST_SPACING = 0.1;
export const WIDEST_SPACING = 100;

/** An equilateral triangle of side a has rows a·√3/2 apart: 2/√3 = 1.1547 times the trees of a square. */
export const TRIANGLE_ROW_RATIO = Math.sqrt(3) / 2;

/**
 * Trees on a square metre at spacing a in the row and b between rows, both in metres.
 * @throws Told when either is outside 0.1 m to 100 m
 * @example density(2.5, 3) * 10_000 // ≈ 1333
 */
export function density(inRow: number, between: number): number {
  checkSpacing('spacing.inRow', inRow);
  checkSpacing('spacing.betweenRows', between);
  return 1 / (inRow * between);
}

/**
 * The third of (in the row, between rows, density): the row spacing that gives a density.
 * @example spacingForDensity(2, 0.25) // => 2
 */
export function spacingForDensity(other: number, treesPerSquareMetre: number): number {
  checkSpacing('spacing.given', other);
  if (!(treesPerSquareMetre > 0)) throw told('rows.densityNotAboveZero');
  const spacing = 1 / (other * treesPerSquareMetre);
  checkSpacing('spacing.thatFollows', spacing);
  return spacing;
}

/**
 * Row spacing that a pattern asks for, given the spacing in the row; undefined where it is free.
 * @example rowSpacingOf('equilateral', 2) // ≈ 1.73
 */
export function rowSpacingOf(pattern: Pattern, inRow: number): number | undefined {
  if (pattern === 'square') return inRow;
  if (pattern === 'equilateral') return inRow * TRIANGLE_ROW_RATIO;
  return undefined;
}

/** How far along, as a share of the step, every second row is shifted. */
export function staggerOf(pattern: Pattern): number {
  return pattern === 'offset' || pattern === 'equilateral' ? 0.5 : 0;
}

/**
 * Holds a spacing against what is accepted.
 * @param what which spacing it is
 * @throws Told when it is outside 0.1 m to 100 m
 */
export function checkSpacing(what: `spacing.${NamesUnder<'spacing.'>}`, metres: number): void {
  if (!(metres >= CLOSEST_SPACING && metres <= WIDEST_SPACING)) {
    throw told('rows.spacing', {
      what: say(what),
      found: lengthOf(metres),
      closest: lengthOf(CLOSEST_SPACING),
      widest: lengthOf(WIDEST_SPACING),
    });
  }
}

/** Nominal density with its working: 10 000 ÷ (a × b). */
export function densityFigure(inRow: number, between: number): Figure {
  return {
    value: density(inRow, between),
    kind: 'density',
    formula: say('formula.density'),
    steps: [
      { label: say('step.inTheRow'), value: inRow, kind: 'length' },
      { label: say('step.betweenRows'), value: between, kind: 'length' },
      { label: say('step.groundATree'), value: inRow * between, kind: 'area' },
    ],
  };
}
