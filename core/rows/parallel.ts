import { told } from '../say/told';
import { extended, toSegment, type Point } from '../measure/plane';
import { bearingOf, boxOf, type MultiPolygon } from '../ground/polygon';
import { offsetLines, sideOf } from '../ground/topology';
import { asFlat, AreaIndex, peggedRow } from './clip';
import { rowSetOf, type RowParts, type RowSet } from './rowset';

/** One row of a shelter belt, counted from the fence. */
export interface ShelterRow {
  /** Id of its species. */
  species: string;
  /** Metres from the row before, the first from the guide line. */
  offset: number;
  /** Metres from tree to tree. */
  step: number;
  /** Shifted along by this share of a step. */
  stagger: number;
}

export interface ParallelOptions {
  step: number;
  between: number;
  /** Metres from the guide to the first row. */
  firstOffset: number;
  firstPeg: number;
  headland: number;
  shortest: number;
  /** Share of a step by which every second row is shifted. */
  stagger: number;
}

/**
 * Rows parallel to a line: the k-th row is every place at its distance from the guide, on both sides of it
 * where the block lies on both. Such curves have no loops at tight bends, and pegs stand at an
 * equal step along them.
 * @param guide at least two corners, metres in the block's plane
 * @throws Told when the guide has no length or no row meets the area
 */
export function parallelRows(
  area: MultiPolygon,
  guide: readonly Point[],
  options: ParallelOptions,
): RowSet {
  const index = new AreaIndex(area);
  const box = boxOf(area.flat(2));
  const farthest = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) + distanceTo(box, guide);
  // Past its ends the guide runs on straight, so that rows cross the whole block.
  const long = extended(guide, farthest);
  const main = sideOf(long, area);
  const nearest = gapTo(long, area);
  const { between, firstOffset } = options;
  const lay = (side: number, first: number): RowParts[] => {
    const rows: RowParts[] = [];
    let missed = 0;
    // A guide may lie on the next block: rows are counted from it, and laid from where the ground begins.
    for (let k = Math.max(0, Math.floor((nearest - first) / between)); ; k++) {
      const distance = first + k * between;
      if (distance > farthest || missed > 3 + farthest / between / 4) break;
      const row = rowAt(index, long, distance, side, {
        ...options,
        start: -farthest,
        phase: options.firstPeg + (k % 2 ? options.stagger * options.step : 0),
      });
      missed = row.length ? 0 : missed + 1;
      rows.push(...row);
    }
    return rows;
  };
  // Ground on the other side of the guide is not left out: rows there keep their spacing across the guide,
  // and the first of them at least as far off as on this side. They are numbered towards the guide.
  const beyond = lay(
    -main,
    firstOffset < 1e-6 ? between : Math.max(firstOffset, between - firstOffset),
  );
  return finish([...beyond.reverse(), ...lay(main, firstOffset)], guide, options.step, between);
}

/**
 * Shelter rows: each with its own distance, step, stagger and species, from a fence or any line.
 * @returns the rows, and for each which shelter row it belongs to
 */
export function shelterRows(
  area: MultiPolygon,
  guide: readonly Point[],
  rows: readonly ShelterRow[],
  options: Pick<ParallelOptions, 'firstPeg' | 'headland' | 'shortest'>,
): { rows: RowSet; belongs: number[] } {
  const index = new AreaIndex(area);
  const side = sideOf(guide, area);
  const parts: RowParts[] = [];
  const belongs: number[] = [];
  let distance = 0;
  rows.forEach((row, number) => {
    distance += row.offset;
    const found = rowAt(index, guide, distance, side, {
      ...options,
      step: row.step,
      phase: options.firstPeg + row.stagger * row.step,
    });
    parts.push(...found);
    found.forEach(() => belongs.push(number));
  });
  const mean = (pick: (row: ShelterRow) => number) =>
    rows.reduce((sum, row) => sum + pick(row), 0) / (rows.length || 1);
  return {
    rows: finish(
      parts,
      guide,
      mean(({ step }) => step),
      mean(({ offset }) => offset),
    ),
    belongs,
  };
}

function rowAt(
  index: AreaIndex,
  guide: readonly Point[],
  distance: number,
  side: number,
  options: {
    step: number;
    phase: number;
    headland: number;
    shortest: number;
    /** Chainage of the guide's first corner; undefined counts from where the row enters the area. */
    start?: number;
  },
): RowParts[] {
  const lines =
    distance < 1e-6
      ? [[...guide]]
      : offsetLines(guide, distance).flatMap((line) => (line.side === side ? [line.points] : []));
  return lines.flatMap((line) => peggedRow(index, asFlat(line), options.start, options) ?? []);
}

function finish(rows: RowParts[], guide: readonly Point[], step: number, between: number): RowSet {
  const set = rowSetOf(
    {
      frame: {
        bearing: bearingOf(guide[0], guide[guide.length - 1]),
        side: 1,
        baseline: 0,
        anchor: 0,
      },
      straight: false,
      step,
      between,
    },
    rows,
  );
  if (!set.total) {
    throw told('rows.guideElsewhere');
  }
  return set;
}

/** Least distance between a line and an area, metres; 0 where they touch or one lies on the other. */
function gapTo(line: readonly Point[], area: MultiPolygon): number {
  const sides = area.flat().flatMap((ring) => ring.map((a, i) => [a, ring[(i + 1) % ring.length]]));
  const legs = line.slice(1).map((b, i) => [line[i], b]);
  let least = Infinity;
  for (const [a, b] of legs)
    for (const [c, d] of sides) {
      if (crosses(a, b, c, d)) return 0;
      least = Math.min(
        least,
        toSegment(a, c, d),
        toSegment(b, c, d),
        toSegment(c, a, b),
        toSegment(d, a, b),
      );
    }
  return least;
}

const turn = (a: Point, b: Point, c: Point): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);

const crosses = (a: Point, b: Point, c: Point, d: Point): boolean =>
  turn(a, b, c) * turn(a, b, d) <= 0 && turn(c, d, a) * turn(c, d, b) <= 0;

function distanceTo(
  { minX, minY, maxX, maxY }: ReturnType<typeof boxOf>,
  guide: readonly Point[],
): number {
  const middle: Point = [(minX + maxX) / 2, (minY + maxY) / 2];
  return Math.max(...guide.map(([x, y]) => Math.hypot(x - middle[0], y - middle[1])));
}
