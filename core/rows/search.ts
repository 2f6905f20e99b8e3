import { told } from '../say/told';
import { groundLie, type Surface } from '../ground/surface';
import { planeArea, sides, type MultiPolygon } from '../ground/polygon';
import { density, isLattice, rowSpacingOf } from './spacing';
import { rowsOnly, type LayoutGround, type LayoutParameters } from './layout';
import { rowCount, rowSpan, stepsBetweenRows, type RowSet } from './rowset';

/** What rows on one bearing come to. */
export interface BearingResult {
  /** Radians, 0 up to π. */
  bearing: number;
  /** Along a side of the block, so that rows keep to its fence. */
  alongSide: boolean;
  trees: number;
  rows: number;
  /** Times a machine or planter turns round: once between stretches of row that follow each other. */
  turns: number;
  /** Metres along rows and from row to row. */
  metres: number;
  /** Slope across the rows, rise over run; NaN without an elevation. */
  crossSlope: number;
  /** No other bearing is at least as good in everything and better in something that is worth the name. */
  best: boolean;
}

/** Sides shorter than this give no bearing of their own, metres. */
const SIDE = 10;

/**
 * Lays the rows on every bearing of the half circle, and along every side of the block, and says what each
 * comes to: the trees that the leader would get, limits, zones and border included.
 * @param count how many bearings, evenly spread
 * @param progress called with the share done; returning false stops the search
 */
export function searchBearings(
  ground: LayoutGround,
  parameters: LayoutParameters,
  count = 360,
  progress: (done: number) => boolean = () => true,
): BearingResult[] {
  if (!isLattice(parameters.pattern)) throw told('rows.directionsOfStraight');
  density(
    parameters.inRow,
    rowSpacingOf(parameters.pattern, parameters.inRow) ?? parameters.between,
  );
  const lie = planeLie(ground.surface, ground);
  const candidates = bearingsOf(ground.boundary, count);
  const found: BearingResult[] = [];
  for (const [i, { bearing, alongSide }] of candidates.entries()) {
    if (i % 8 === 0 && !progress(i / candidates.length)) return [];
    const rows = rowsOnly(ground, { ...parameters, direction: { kind: 'bearing', bearing } });
    found.push({
      ...{ bearing, alongSide },
      trees: rows.total,
      rows: rowCount(rows),
      ...travel(rows),
      crossSlope: lie ? Math.abs(lie.slope * Math.sin(lie.aspect - bearing)) : NaN,
      best: false,
    });
  }
  markBest(found);
  return found;
}

/** Evenly spread bearings and those of the sides, in order, each once. */
function bearingsOf(boundary: MultiPolygon, count: number) {
  const even = Array.from({ length: count }, (_, i) => ({
    bearing: (Math.PI * i) / count,
    alongSide: false,
  }));
  const along = sides(boundary)
    .filter(({ length }) => length >= SIDE)
    .map(({ bearing }) => ({ bearing: bearing % Math.PI, alongSide: true }));
  const unique: typeof even = [];
  for (const one of [...along, ...even].sort((a, b) => a.bearing - b.bearing)) {
    const before = unique[unique.length - 1];
    if (before && one.bearing - before.bearing < 1e-4) before.alongSide ||= one.alongSide;
    else unique.push({ ...one });
  }
  return unique;
}

function planeLie(surface: Surface | undefined, { plantable }: LayoutGround) {
  if (!surface) return undefined;
  const { planeSlope, aspect } = groundLie(surface, plantable, planeArea(plantable));
  return { slope: planeSlope, aspect: Number.isNaN(aspect) ? 0 : aspect };
}

/** Turns and metres of rows walked or driven to and fro. */
function travel(rows: RowSet): { turns: number; metres: number } {
  const count = rowCount(rows);
  let metres = stepsBetweenRows(rows);
  let turns = Math.max(0, count - 1);
  for (let row = 0; row < count; row++) {
    const [first, last] = rowSpan(rows, row);
    metres += last - first;
    // A gap in a row, round a keep-out, is driven round: out of the row and in again.
    turns += 2 * (rows.rowStretches[row + 1] - rows.rowStretches[row] - 1);
  }
  return { turns, metres };
}

/** Differences that no leader would choose by: half a tree in a hundred, two turns in a hundred, and so on. */
const WORTH = { trees: 0.005, turns: 0.02, metres: 0.01, crossSlope: 0.005 };

/**
 * Marks the bearings that no other dominates (Pareto 1906): more trees, fewer turns, fewer metres a
 * tree and less cross-slope are better, each by as much as is worth the name. Of several that come to the
 * same one is marked: along a side before others, then the one with most trees.
 */
function markBest(found: BearingResult[]): void {
  const most = Math.max(1, ...found.map(({ trees }) => trees));
  const fewest = Math.max(1, Math.min(...found.map(({ turns }) => turns)));
  const least = Math.min(...found.map(({ metres, trees }) => metres / (trees || 1)));
  const aims = found.map(({ trees, turns, metres, crossSlope }) => [
    -Math.round(trees / (most * WORTH.trees)),
    Math.round(turns / (fewest * WORTH.turns)),
    Math.round(metres / (trees || 1) / (least * WORTH.metres)),
    Number.isNaN(crossSlope) ? 0 : Math.round(crossSlope / WORTH.crossSlope),
  ]);
  const order = found
    .map((_, i) => i)
    .sort(
      (a, b) =>
        Number(found[b].alongSide) - Number(found[a].alongSide) || found[b].trees - found[a].trees,
    );
  const taken = new Set<string>();
  for (const i of order) {
    const dominated = aims.some(
      (other, j) =>
        j !== i &&
        other.every((value, k) => value <= aims[i][k]) &&
        other.some((value, k) => value < aims[i][k]),
    );
    const key = aims[i].join(' ');
    if (dominated || taken.has(key)) continue;
    taken.add(key);
    found[i].best = true;
  }
}
