import type { Point } from '../measure/plane';
import type { Figure } from '../measure/working';
import { bearingOf, contains, longestSide, planeArea, type MultiPolygon } from '../ground/polygon';
import {
  layLattice,
  rowCount,
  rowLine,
  rowSpan,
  toFrame,
  treesByRow,
  type Lattice,
  type RowFrame,
} from './lattice';
import { density, densityFigure, rowSpacingOf, staggerOf, type Pattern } from './spacing';
import { arrange, type Arrangement, type Runs } from './species';

/** Goes up whenever the same parameters could give other positions. Stored with every layout. */
export const COMPUTATION_VERSION = 1;

/** Strings come in this length (metres); longer rows are broken at intermediate pegs. */
export const STRING_LENGTH = 91;

export type Direction =
  | { kind: 'bearing'; bearing: number }
  | { kind: 'edge'; from: Point; to: Point }
  | { kind: 'east-west' };

/** Everything a leader decides about a layout. Lengths in metres, angles in radians. */
export interface LayoutParameters {
  pattern: Pattern;
  inRow: number;
  between: number;
  direction: Direction;
  /** From the edge (or the nearest extreme of the plantable area) to the first row. */
  firstOffset: number;
  /** Chainage of the first possible peg. */
  firstPeg: number;
  headland: number;
  /** Stretches of row shorter than this are dropped. */
  shortest: number;
  /** Species in the order of their index in the runs, shares in per cent. */
  mix: { species: string; share: number }[];
  arrangement: Arrangement;
}

export interface LayoutGround {
  boundary: MultiPolygon;
  plantable: MultiPolygon;
}

export interface Layout {
  lattice: Lattice;
  runs: Runs[];
  speciesCounts: number[];
  notes: string[];
  figures: LayoutFigures;
}

export interface LayoutFigures {
  trees: Figure;
  density: Figure;
  stocked: Figure;
  rows: Figure;
  longestRow: Figure;
  strings: Figure;
  walked: Figure;
}

/** Lays out a block: positions in rows, species in their runs, and what it comes to. */
export function layOut(ground: LayoutGround, parameters: LayoutParameters): Layout {
  const between = rowSpacingOf(parameters.pattern, parameters.inRow) ?? parameters.between;
  density(parameters.inRow, between);
  const frame = rowFrame(ground, parameters.direction, parameters.firstOffset);
  const lattice = layLattice(ground.plantable, frame, {
    step: parameters.inRow,
    between,
    stagger: staggerOf(parameters.pattern),
    firstPeg: parameters.firstPeg,
    headland: parameters.headland,
    shortest: parameters.shortest,
  });
  const arranged = arrange(
    treesByRow(lattice),
    parameters.mix.map(({ share }) => share),
    parameters.arrangement,
  );
  return {
    lattice,
    runs: arranged.runs,
    speciesCounts: arranged.counts,
    notes: arranged.notes,
    figures: layoutFigures(lattice, planeArea(ground.plantable)),
  };
}

/** Sets up the rows' axes: which way they run, where chainage 0 is, where counting starts. */
export function rowFrame(
  { boundary, plantable }: LayoutGround,
  direction: Direction,
  firstOffset: number,
): RowFrame {
  const frame: RowFrame = { bearing: Math.PI / 2, side: 1, baseline: 0, anchor: 0 };
  if (direction.kind === 'bearing') frame.bearing = direction.bearing;
  if (direction.kind === 'edge') {
    frame.bearing = bearingOf(direction.from, direction.to);
    // Rows are counted away from the edge, into the block.
    frame.side = blockLiesRight(boundary, direction.from, direction.to) ? 1 : -1;
    frame.anchor = toFrame(frame, direction.from)[1] + firstOffset;
  } else {
    frame.anchor = Math.min(...eachPoint(plantable, (p) => toFrame(frame, p)[1])) + firstOffset;
  }
  frame.baseline = Math.min(...eachPoint(boundary, (p) => toFrame(frame, p)[0]));
  return frame;
}

function* eachPoint(parts: MultiPolygon, measure: (point: Point) => number): Iterable<number> {
  let smallest = Infinity;
  for (const [outer] of parts)
    for (const point of outer) smallest = Math.min(smallest, measure(point));
  yield smallest;
}

function blockLiesRight(boundary: MultiPolygon, from: Point, to: Point): boolean {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const nudge = Math.max(0.05, length * 1e-3);
  const right: Point = [
    (from[0] + to[0]) / 2 + ((to[1] - from[1]) / length) * nudge,
    (from[1] + to[1]) / 2 - ((to[0] - from[0]) / length) * nudge,
  ];
  return contains(boundary, right);
}

/** The direction along the longest straight side: where a baseline is usually set. */
export function alongLongestSide(boundary: MultiPolygon): Direction {
  const { from, to } = longestSide(boundary);
  return { kind: 'edge', from, to };
}

function layoutFigures(lattice: Lattice, plantable: number): LayoutFigures {
  const { step, between, total } = lattice;
  const rows = rowCount(lattice);
  const lengths = Array.from({ length: rows }, (_, row) => {
    const [first, last] = rowSpan(lattice, row);
    return last - first;
  });
  const longest = lengths.reduce((a, b) => Math.max(a, b), 0);
  const planted = lengths.reduce((a, b) => a + b, 0);
  const moved = stepsBetweenRows(lattice);
  const nominal = plantable / (step * between);
  return {
    trees: {
      value: total,
      kind: 'count',
      formula: 'plantable ÷ ground a tree, less what edges, headlands and stubs cost',
      steps: [
        { label: 'plantable', value: plantable, kind: 'area' },
        { label: 'ground a tree', value: step * between, kind: 'area' },
        { label: 'plantable ÷ ground a tree', value: nominal, kind: 'count' },
        { label: 'edges, headlands, stubs', value: total - nominal, kind: 'count' },
      ],
    },
    density: densityFigure(step, between),
    stocked: {
      value: plantable > 0 ? total / plantable : 0,
      kind: 'density',
      formula: 'trees ÷ plantable',
      steps: [
        { label: 'trees', value: total, kind: 'count' },
        { label: 'plantable', value: plantable, kind: 'area' },
      ],
    },
    rows: { value: rows, kind: 'count', steps: [] },
    longestRow: { value: longest, kind: 'length', steps: [] },
    strings: {
      value: Math.max(1, Math.ceil(longest / STRING_LENGTH)),
      kind: 'count',
      formula: 'longest row ÷ string length, rounded up',
      steps: [
        { label: 'longest row', value: longest, kind: 'length' },
        { label: 'string', value: STRING_LENGTH, kind: 'length' },
      ],
    },
    walked: {
      value: planted + moved,
      kind: 'distance',
      formula: 'all rows, to and fro, and the steps from each row to the next',
      steps: [
        { label: 'along rows', value: planted, kind: 'distance' },
        { label: 'from row to row', value: moved, kind: 'distance' },
      ],
    },
  };
}

/** Metres from row end to row start when rows are walked to and fro. */
function stepsBetweenRows(lattice: Lattice): number {
  let metres = 0;
  let end: Point | undefined;
  for (let row = 0; row < rowCount(lattice); row++) {
    const [first, last] = rowSpan(lattice, row);
    const v = rowLine(lattice, row);
    const [from, to] = row % 2 === 0 ? [first, last] : [last, first];
    if (end) metres += Math.hypot(from - end[0], v - end[1]);
    end = [to, v];
  }
  return metres;
}
