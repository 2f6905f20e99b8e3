import type { Point } from '../measure/plane';
import type { Fault } from './faults';
import { coverOfDatum, type PlantedTree } from './tree';

/** What a shape of a drawing is. */
export type Part =
  | 'soil'
  | 'hole'
  | 'gap'
  | 'ground'
  | 'stem'
  | 'branch'
  | 'bark-off'
  | 'root'
  | 'ball'
  | 'collar'
  | 'flare'
  | 'weeds'
  | 'cleared'
  | 'guard'
  | 'basin'
  | 'next'
  | 'tug'
  | 'upright';

/** A shape of a drawing: metres, x to the right, y up from the ground line. */
export interface Shape {
  part: Part;
  closed: boolean;
  points: Point[];
}

export type View = 'section' | 'above';

const RADIANS = Math.PI / 180;
/** Radius of a young stem as it is drawn, metres. */
const STEM = 0.006;

/** Half the width of a hole at a depth: bar and shoe leave a wedge, the others straight walls. */
export function halfWidth({ hole, holeDepth, holeWidth }: HoleOf, depth: number): number {
  const taper = hole === 'slit' || hole === 'furrow' ? 0.62 * Math.min(1, depth / holeDepth) : 0;
  return (holeWidth / 2) * (1 - taper);
}
type HoleOf = Pick<PlantedTree, 'hole' | 'holeDepth' | 'holeWidth'>;

/**
 * A planted tree cut through its hole, to scale. Every measure by which it is judged can be taken off the
 * drawing again: the collar's line, the turned end of a root, the gap, the lean of the stem against the
 * dashed upright, the bare root, the mark of the tug.
 * @returns shapes from back to front
 */
export function sectionOf(tree: PlantedTree): Shape[] {
  const wide = Math.max(tree.holeWidth, tree.clearing, tree.cleared, 0.3) + 0.1;
  const floor = -(Math.max(tree.holeDepth, 0.25) + 0.06);
  const collar = -tree.cover;
  const shapes: Shape[] = [];
  const closed = (part: Part, points: Point[]) => shapes.push({ part, closed: true, points });
  const line = (part: Part, points: Point[]) => shapes.push({ part, closed: false, points });
  closed('soil', rectangle(-wide, floor, wide, 0));
  const [top, bottom] = [halfWidth(tree, 0), halfWidth(tree, tree.holeDepth)];
  closed('hole', [
    ...([
      [-top, 0],
      [-bottom, -tree.holeDepth],
      [bottom, -tree.holeDepth],
      [top, 0],
    ] as Point[]),
  ]);
  if (tree.gap > 0) closed('gap', gapOf(tree));
  line('ground', [
    [-wide, 0],
    [wide, 0],
  ]);
  for (const side of [-1, 1])
    for (let x = Math.max(tree.cleared, STEM * 3); x < wide; x += 0.045)
      line('weeds', [
        [side * x, 0],
        [side * (x + 0.012), 0.07],
      ]);
  if (tree.stock === 'container')
    closed(
      'ball',
      rectangle(-tree.rootSpread / 2, collar - tree.rootLength, tree.rootSpread / 2, collar),
    );
  for (const root of rootsOf(tree)) line('root', root);
  if (tree.exposed > 0) {
    // A side root that comes out of the ground: its open end is as long as it is bare.
    const x = STEM * 3;
    line('root', [
      [0, Math.min(0, collar)],
      [x, 0.004],
      [x + tree.exposed, 0.004],
    ]);
  }
  const stem = stemOf(tree);
  line('stem', stem);
  for (const branch of branchesOf(tree)) line('branch', branch);
  if (tree.barkOff > 0) {
    // As wide across the stem as the share of its girth that is bare.
    const [x, y] = along(stem, 0.28);
    const half = STEM * tree.barkOff;
    closed('bark-off', rectangle(x - half, y - 0.02, x + half, y + 0.02));
  }
  line('upright', [
    [0, Math.max(0, collar)],
    [0, Math.max(0, collar) + tree.height * 0.7],
  ]);
  if (tree.depth.datum === 'flare')
    line('flare', [
      [-0.03, collar - tree.topSideRoot],
      [0.03, collar - tree.topSideRoot],
    ]);
  line('collar', [
    [-0.07, collar],
    [0.07, collar],
  ]);
  if (tree.give > 0)
    line('tug', [
      [-0.03, 0.012],
      [-0.03, 0.012 + tree.give],
    ]);
  if (tree.basined) for (const side of [-1, 1]) closed('basin', rimOf(tree, side));
  if (tree.guarded) closed('guard', rectangle(-0.05, 0, 0.05, Math.min(0.6, tree.height * 0.75)));
  return shapes;
}

/** The tree and the next one of its row from above: the cleared ring, weeds about it, the step. */
export function aboveOf(tree: PlantedTree): Shape[] {
  const shapes: Shape[] = [];
  const circle = (r: number, part: Part, x = 0): void =>
    void shapes.push({
      ...{ part, closed: true },
      points: Array.from({ length: 24 }, (_, i): Point => [
        x + r * Math.cos((i * Math.PI) / 12),
        r * Math.sin((i * Math.PI) / 12),
      ]),
    });
  const wide = Math.max(tree.step, tree.toNext) + 0.5;
  shapes.push({ part: 'weeds', closed: true, points: rectangle(-0.8, -0.8, wide, 0.8) });
  circle(tree.cleared, 'cleared');
  circle(tree.cleared, 'cleared', tree.toNext);
  if (tree.basined) circle(basinRadius(tree), 'basin');
  circle(0.05, 'stem');
  circle(0.05, 'stem', tree.toNext);
  shapes.push({
    part: 'next',
    closed: false,
    points: [
      [0, -0.55],
      [tree.toNext, -0.55],
    ],
  });
  shapes.push({
    part: 'upright',
    closed: false,
    points: [
      [0, -0.65],
      [tree.step, -0.65],
    ],
  });
  if (tree.guarded) circle(0.1, 'guard');
  return shapes;
}

/** A basin is as wide as its hole, with a hand's breadth of rim about it. */
const RIM = { width: 0.1, height: 0.06 };
const basinRadius = ({ holeWidth }: HoleOf): number => holeWidth / 2 + RIM.width / 2;
/** The rim cut through on one side. */
const rimOf = (tree: HoleOf, side: number): Point[] =>
  [-0.5, 0, 0.5].map((share, i): Point => [
    side * (basinRadius(tree) + share * RIM.width),
    i === 1 ? RIM.height : 0,
  ]);

const rectangle = (west: number, south: number, east: number, north: number): Point[] => [
  ...([
    [west, south],
    [east, south],
    [east, north],
    [west, north],
  ] as Point[]),
];

/** The stem from the collar up: bent at the ground so that its lean is that of the line. */
function stemOf(tree: PlantedTree): Point[] {
  const from = -tree.cover;
  const angle = tree.lean * RADIANS;
  return [
    [0, from],
    [Math.sin(angle) * tree.height, from + Math.cos(angle) * tree.height],
  ];
}

const along = ([a, b]: Point[], share: number): Point => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
];

function branchesOf(tree: PlantedTree): Point[][] {
  const stem = stemOf(tree);
  return [0.45, 0.6, 0.75, 0.9].map((share, i) => {
    const [x, y] = along(stem, share);
    const side = i % 2 ? 1 : -1;
    const reach = tree.height * (0.26 - 0.12 * share);
    return [
      [x, y],
      [x + side * reach * 0.7, y + reach * 0.35],
      [x + side * reach, y + reach],
    ];
  });
}

/**
 * Main root and side roots. The main one goes straight down, and where roots are turned its end comes up
 * again, or lies along the bottom, for as long as they are turned.
 */
function rootsOf(tree: PlantedTree): Point[][] {
  const collar = -tree.cover;
  const down = tree.rootLength - Math.max(tree.turnedUp, tree.turnedSide);
  const end = collar - down;
  const main: Point[] = [
    [0, collar],
    [0, end],
  ];
  const radius = Math.min(0.012, halfWidth(tree, -end) * 0.5);
  if (tree.turnedUp > 0) main.push([radius, end], [radius, end + tree.turnedUp]);
  else if (tree.turnedSide > 0) main.push([tree.turnedSide, end]);
  const start = collar - (tree.stock === 'container' ? 0 : tree.topSideRoot);
  const sides = [-1, 1, -0.55, 0.6].map((side, i): Point[] => {
    const reach = Math.min(tree.rootSpread / 2, halfWidth(tree, down) * 0.9) * side;
    const bottom = start - (down - (collar - start)) * (0.86 - 0.1 * i);
    return [
      [0, start],
      [reach * 0.6, start - (start - bottom) * 0.35],
      [reach, bottom],
    ];
  });
  return [main, ...sides];
}

/** Air left beside the roots, half way down, as wide as it was measured. */
function gapOf(tree: PlantedTree): Point[] {
  const middle = -tree.holeDepth * 0.55;
  const wall = halfWidth(tree, tree.holeDepth * 0.55);
  const inner = wall - tree.gap;
  const tall = tree.holeDepth * 0.22;
  return [
    [wall - tree.gap / 2, middle + tall],
    [wall, middle],
    [wall - tree.gap / 2, middle - tall],
    [inner, middle],
  ];
}

/** From where a fault is seen: the step to the next tree from above, all else in the cut. @example viewOf('spacing') // => 'above' */
export const viewOf = (fault: Fault): View => (fault === 'spacing' ? 'above' : 'section');

/**
 * The measure by which a fault is judged, from end to end as it lies in the drawing: as long as it was found.
 * @returns nothing where the fault has no length, or is not seen from there
 */
export function measureOf(tree: PlantedTree, fault: Fault, view: View): [Point, Point] | undefined {
  if (view !== viewOf(fault)) return undefined;
  switch (fault) {
    case 'deep':
    case 'shallow':
      return [
        [0, 0],
        [0, -coverOfDatum(tree)],
      ];
    case 'air-pocket': {
      const points = gapOf(tree);
      const [wall, inner] = [points[1], points[3]];
      return [inner, wall];
    }
    case 'spacing':
      return [
        [0, -0.55],
        [tree.toNext, -0.55],
      ];
    case 'not-cleared':
      return [
        [0, 0],
        [tree.cleared, 0],
      ];
    default:
      return undefined;
  }
}

/** The box around shapes: west, south, east, north, metres. */
export function boxOf(shapes: readonly Shape[]): [number, number, number, number] {
  const all = shapes.flatMap(({ points }) => points);
  const xs = all.map(([x]) => x);
  const ys = all.map(([, y]) => y);
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
