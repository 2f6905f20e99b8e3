import type { Point } from '../measure/plane';
import {
  hasPegs,
  pegChainage,
  pointAt,
  rowCount,
  rowParts,
  rowSpan,
  type RowSet,
} from '../rows/rowset';
import type { RefillPoint, Standing, Refill, Way } from './caches';
import type { CrewDay, DayTerms } from './day';

/** Where a road meets a row. */
interface Crossing {
  /** Metres along the road from its first corner. */
  along: number;
  /** Chainage of the row. */
  chainage: number;
}

/** Where a road crosses a row, row counted from 0. */
function crossings(rows: RowSet, row: number, road: readonly Point[]): Crossing[] {
  const { line, start } = rowParts(rows, row);
  const found: Crossing[] = [];
  let chainage = start;
  for (let i = 2; i < line.length; i += 2) {
    const [x, y] = [line[i - 2], line[i - 1]];
    const [dx, dy] = [line[i] - x, line[i + 1] - y];
    const length = Math.hypot(dx, dy);
    let along = 0;
    for (let leg = 1; leg < road.length; leg++) {
      const [rx, ry] = road[leg - 1];
      const [ex, ey] = [road[leg][0] - rx, road[leg][1] - ry];
      const wide = Math.hypot(ex, ey);
      const turn = dx * ey - dy * ex;
      // Parts of the row's and of the road's leg at which they meet; none where they run side by side.
      const t = ((rx - x) * ey - (ry - y) * ex) / turn;
      const u = ((rx - x) * dy - (ry - y) * dx) / turn;
      if (turn !== 0 && t >= 0 && t <= 1 && u >= 0 && u <= 1)
        found.push({ along: along + u * wide, chainage: chainage + t * length });
      along += wide;
    }
    chainage += length;
  }
  return found;
}

/**
 * How refills are fetched: from either headland of a layout, along it from the first row's end and into the row; and
 * along roads that cross the rows. A headland is walked from row end to row end.
 * @param roads in the plane of the rows
 * @returns the way of each point with its row; points in no row are left out
 */
export function refillWays(
  rows: RowSet,
  points: readonly RefillPoint[],
  roads: readonly (readonly Point[])[] = [],
): (Refill & { row: number })[] {
  const count = rowCount(rows);
  const along = { first: [0], last: [0] };
  const spans = Array.from({ length: count }, (_, row) => rowSpan(rows, row));
  /** The last row with pegs up to each. */
  const standing: (number | undefined)[] = [];
  for (let row = 0; row < count; row++) standing.push(hasPegs(rows, row) ? row : standing[row - 1]);
  for (let row = 1; row < count; row++)
    for (const [side, end] of [
      ['first', 0],
      ['last', 1],
    ] as const) {
      const far = along[side][row - 1];
      const before = standing[row - 1];
      // Nobody walks by a row that was given up.
      if (!hasPegs(rows, row) || before === undefined) {
        along[side].push(far);
        continue;
      }
      const [ax, ay] = pointAt(rows, before, spans[before][end]).point;
      const [bx, by] = pointAt(rows, row, spans[row][end]).point;
      along[side].push(far + Math.hypot(bx - ax, by - ay));
    }
  const met = new Map<number, Crossing[][]>();
  const metIn = (row: number) => {
    const known = met.get(row) ?? roads.map((road) => crossings(rows, row, road));
    met.set(row, known);
    return known;
  };
  return points.flatMap(({ row, peg }) => {
    const chainage = row <= count ? pegChainage(rows, row - 1, peg) : undefined;
    if (chainage === undefined) return [];
    const [first, last] = spans[row - 1];
    const byRoad = metIn(row - 1).map((all): Way | undefined => {
      const [near] = [...all].sort(
        (a, b) => Math.abs(a.chainage - chainage) - Math.abs(b.chainage - chainage),
      );
      return (
        near && {
          along: near.along,
          into: Math.abs(near.chainage - chainage),
          share: last > first ? (near.chainage - first) / (last - first) : 0.5,
        }
      );
    });
    return [
      {
        row,
        first: { along: along.first[row - 1], into: chainage - first },
        last: { along: along.last[row - 1], into: last - chainage },
        ...(roads.length ? { roads: byRoad } : {}),
      },
    ];
  });
}

/** What is fetched today, and where boxes may stand for it: what `placeCaches` is asked. */
export interface Fetching {
  ways: Refill[];
  /** The row of each way. */
  rows: number[];
  caches: number;
  allowed: readonly Standing[];
  /** Metres of each way from the one place at the gate. */
  fromGate: number[];
}

/** Where the crew comes in, and the roads on the ground, in the plane of the rows. */
export interface WaysIn {
  gate?: Point;
  roads?: readonly (readonly Point[])[];
}

/**
 * How the bags of a day are fetched.
 * @param rows of the layout, whose ends are the headlands
 * @param ways with no gate boxes come from before the first row
 */
export function fetchingOn(
  rows: RowSet,
  { planters }: Pick<CrewDay, 'planters'>,
  { caches, headlands, roads: onRoads }: Pick<DayTerms, 'caches' | 'headlands' | 'roads'>,
  { gate, roads = [] }: WaysIn = {},
): Fetching {
  const points = planters.flatMap(({ refills }) => refills);
  // A refill in a row that the layout does not have is fetched nowhere: ways and rows go together.
  const fetched = refillWays(rows, points, onRoads ? roads : []);
  return {
    ways: fetched.map(({ row: _row, ...way }) => way),
    rows: fetched.map(({ row }) => row),
    caches,
    allowed: [
      ...(headlands === 'both' ? (['first', 'last'] as const) : [headlands]),
      ...(onRoads ? roads : []).flatMap((_, i): Standing[] =>
        fetched.some((way) => way.roads?.[i]) ? [`road ${i}`] : [],
      ),
    ],
    fromGate: fetched.map(({ row, ...way }) => {
      if (!gate) return way.first.along + way.first.into;
      // Straight to the end of the row that makes the way shorter.
      const [first, last] = rowSpan(rows, row - 1).map((chainage) => {
        const [x, y] = pointAt(rows, row - 1, chainage).point;
        return Math.hypot(x - gate[0], y - gate[1]);
      });
      return Math.min(first + way.first.into, last + way.last.into);
    }),
  };
}
