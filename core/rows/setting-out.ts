import type { Point } from '../measure/plane';
import { bearingOf } from '../ground/polygon';
import { fromFrame, toFrame } from './lattice';
import { STRING_LENGTH } from './layout';
import {
  hasPegs,
  pegPosition,
  pointAt,
  rowCount,
  rowParts,
  rowSpan,
  treesByRow,
  type RowParts,
  type RowSet,
} from './rowset';
import type { RowFall } from './fall';

/** One string of a row: from peg to peg, no longer than a string is. */
export interface StringSpan {
  from: number;
  to: number;
}

/**
 * Where a row's strings begin and end, by chainage, the pieces as even as they can be. No string peg stands
 * in a break of the row, where a keep-out lies: it goes to the nearer end of the break, and where that would
 * need too long a string the row takes one more.
 * @param breaks of the row, by chainage
 */
export function strings(
  first: number,
  last: number,
  length = STRING_LENGTH,
  breaks: readonly StringSpan[] = [],
): StringSpan[] {
  const least = Math.max(1, Math.ceil((last - first) / length - 1e-9));
  let spans: StringSpan[] = [];
  for (let pieces = least; pieces <= least + breaks.length + 1; pieces++) {
    const ends = Array.from({ length: pieces + 1 }, (_, i) => {
      const even = first + ((last - first) * i) / pieces;
      const gap = breaks.find(({ from, to }) => even > from && even < to);
      if (!gap) return even;
      return even - gap.from <= gap.to - even ? gap.from : gap.to;
    });
    const pegs = [...new Set(ends)];
    spans = pegs.slice(1).map((to, i) => ({ from: pegs[i], to }));
    if (spans.every(({ from, to }) => to - from <= length + 1e-9)) return spans;
  }
  // A break longer than a string: whoever sets out measures across it.
  return spans;
}

/** Stretches of a row in which no tree stands, from the last peg before to the first after, by chainage. */
export function breaksOf({
  stretches,
  step,
  listed,
}: Pick<RowParts, 'step' | 'listed'> & { stretches: ArrayLike<number> }): StringSpan[] {
  if (listed) return [];
  const found: StringSpan[] = [];
  for (let s = 2; s < stretches.length; s += 2) {
    const from = stretches[s - 2] + (stretches[s - 1] - 1) * step;
    if (stretches[s] - from > step * 1.5) found.push({ from, to: stretches[s] });
  }
  return found;
}

/** Pegs along the baseline of straight rows. */
export interface BaselinePeg {
  row: number;
  /** Metres along the baseline from the first row's peg. */
  along: number;
  /** Metres from the baseline to the row's first tree. */
  firstPeg: number;
}

export interface SquareCheck {
  /** Metres along the baseline and along the row. */
  width: number;
  height: number;
  /** Both diagonals must read this. */
  diagonal: number;
}

/** From one scattered spot to the next, by compass and tape. */
export interface Leg {
  /** Of the spot that it leads to. */
  peg: number;
  /** Level. */
  metres: number;
  /** From true north, clockwise, radians. */
  bearing: number;
}

/** How a walking lane is set out: its first spot, and from spot to spot. */
export interface LaneWalk {
  first: Point;
  /** From the last spot of the lane before; nothing for the first lane. */
  before?: Omit<Leg, 'peg'>;
  legs: Leg[];
}

export interface SettingOut {
  /** Rows at right angles to a baseline; undefined where rows bend. */
  baseline?: {
    from: Point;
    to: Point;
    /** Compass bearing, radians. */
    bearing: number;
    length: number;
    pegs: BaselinePeg[];
    /** Sides for the right angle at its first peg, the largest 3-4-5 that a 30 m tape allows. */
    rightAngle: [number, number, number];
    square: SquareCheck;
  };
  rows: {
    row: number;
    /** Spots of a walking lane, which no string helps to find; undefined for a row. */
    spots?: number;
    walk?: LaneWalk;
    strings: StringSpan[];
    /** Where no tree stands, round keep-outs and what was taken out by hand. */
    breaks: StringSpan[];
    /** Metres from first to last peg, level. */
    level: number;
    /** Metres along the ground; as level where no elevation is known. */
    ground: number;
  }[];
  /** Length of the crew's string, metres. */
  string: number;
  /** Legs of an A-frame stand this far apart: one planting step. */
  frameSpread: number;
  /** Steps of the frame along all rows. */
  frameSteps: number;
}

/**
 * The largest whole multiple of 3-4-5 that fits a length along the baseline.
 * @example rightAngleSides(25) // => [18, 24, 30]
 */
export function rightAngleSides(length: number): [number, number, number] {
  const unit = Math.max(1, Math.min(6, Math.floor(length / 4)));
  return [3 * unit, 4 * unit, 5 * unit];
}

/**
 * All that a crew pegs by.
 * @param string how long the crew's string is, metres
 */
export function settingOut(
  rows: RowSet,
  falls?: readonly RowFall[],
  string = STRING_LENGTH,
): SettingOut {
  const count = rowCount(rows);
  const trees = treesByRow(rows);
  const standing = Array.from({ length: count }, (_, row) => row).filter((row) => trees[row] > 0);
  const list = standing.map((row) => {
    const lane = rows.rowListed[row] === 1;
    const [first, last] = rowSpan(rows, row);
    const ground = falls?.[row]?.ground;
    const breaks = breaksOf(rowParts(rows, row));
    return {
      row: row + 1,
      ...(lane ? { spots: trees[row], walk: laneWalk(rows, row, trees) } : {}),
      strings: lane ? [] : strings(first, last, string, breaks),
      breaks,
      level: last - first,
      ground: ground && Number.isFinite(ground) ? ground : last - first,
    };
  });
  return {
    baseline: rows.straight && count ? baselineOf(rows, string) : undefined,
    rows: list,
    string,
    frameSpread: rows.step,
    frameSteps: trees.reduce(
      (sum, n, row) => sum + (rows.rowListed[row] ? 0 : Math.max(0, n - 1)),
      0,
    ),
  };
}

/** The way along a lane of scattered spots, row counted from 0. */
function laneWalk(rows: RowSet, row: number, trees: ArrayLike<number>): LaneWalk {
  const points = Array.from(
    { length: trees[row] },
    (_, i) => pegPosition(rows, row + 1, i + 1)!.point,
  );
  const way = (from: Point, to: Point) => ({
    metres: Math.hypot(to[0] - from[0], to[1] - from[1]),
    bearing: bearingOf(from, to),
  });
  const last = row > 0 && pegPosition(rows, row, trees[row - 1]);
  return {
    first: points[0],
    ...(last ? { before: way(last.point, points[0]) } : {}),
    legs: points.slice(1).map((to, i) => ({ peg: i + 2, ...way(points[i], to) })),
  };
}

function baselineOf(rows: RowSet, string: number): NonNullable<SettingOut['baseline']> {
  const { frame } = rows;
  const across = (row: number): number => {
    const { point } = pointAt(rows, row, rowSpan(rows, row)[0]);
    return toFrame(frame, point)[1];
  };
  const count = rowCount(rows);
  const [v0, v1] = [across(0), across(count - 1)];
  const from = fromFrame(frame, [frame.baseline, v0]);
  const to = fromFrame(frame, [frame.baseline, v1]);
  const length = Math.abs(v1 - v0);
  const pegs = Array.from({ length: count }, (_, row) => ({
    row: row + 1,
    along: Math.abs(across(row) - v0),
    firstPeg: rowSpan(rows, row)[0],
  })).filter(({ row }) => hasPegs(rows, row - 1));
  // A rectangle as wide as the baseline and as long as a string is checked corner to corner.
  const height = Math.min(string, Math.max(rows.step, shortestReach(rows)));
  return {
    from,
    to,
    bearing: bearingOf(from, count > 1 ? to : fromFrame(frame, [frame.baseline, v0 + 1])),
    length,
    pegs,
    rightAngle: rightAngleSides(length),
    square: { width: length, height, diagonal: Math.hypot(length, height) },
  };
}

/** How far the first and the last row both reach. */
function shortestReach(rows: RowSet): number {
  return Math.min(rowSpan(rows, 0)[1], rowSpan(rows, rowCount(rows) - 1)[1]);
}

/** How to get from where one stands to a peg. */
export interface WayToPeg {
  row: number;
  peg: number;
  /** Metres. */
  distance: number;
  /** Compass bearing to walk, radians. */
  bearing: number;
  /** Metres to go along the row (towards higher peg numbers) and to its right; for the last steps. */
  along: number;
  right: number;
}

/** The way to one peg. */
export function wayTo(rows: RowSet, from: Point, row: number, peg: number): WayToPeg | undefined {
  const target = pegPosition(rows, row, peg);
  if (!target) return undefined;
  const { along } = pointAt(rows, row - 1, target.chainage);
  const [dx, dy] = [target.point[0] - from[0], target.point[1] - from[1]];
  return {
    row,
    peg,
    distance: Math.hypot(dx, dy),
    bearing: bearingOf(from, target.point),
    along: dx * along[0] + dy * along[1],
    right: dx * along[1] - dy * along[0],
  };
}
