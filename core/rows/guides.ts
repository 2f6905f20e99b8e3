import type { KeepoutShape } from '../ground/keepouts';
import { nearestSide, type MultiPolygon, type Ring } from '../ground/polygon';
import { toSegment, type Point } from '../measure/plane';

/** A line that is there already and that rows can keep to. */
export interface GuideChoice {
  id: string;
  name: string;
  line: Point[];
  /** Metres to the first row where the line is kept free: exactly on its setback. */
  firstOffset?: number;
}

/** A corner sharper than this ends a run of edges, radians. */
const SHARP = Math.PI / 6;
/** Pegs on a setback's very edge are inside of the plantable ground by this much, metres. */
const INSIDE = 0.01;

/**
 * Lines of the ground that rows can be made to keep to: fences, roads, streams, drains and wires as they were
 * drawn, and runs of the boundary's edges without a sharp corner.
 * @param keptOut keep-outs with their shapes in the block's plane
 */
export function guideChoices(
  boundary: MultiPolygon,
  keptOut: readonly {
    keepout: { id: string; name: string; setback: number };
    shape: KeepoutShape;
  }[],
): GuideChoice[] {
  const lines = keptOut.flatMap(({ keepout: { id, name, setback }, shape }): GuideChoice[] =>
    shape.type === 'LineString' && shape.coordinates.length > 1
      ? [{ id, name, line: shape.coordinates as Point[], firstOffset: setback + INSIDE }]
      : [],
  );
  return [...lines, ...edgeRuns(boundary)];
}

/** Runs of two edges and more between sharp corners of the outer rings, the longest first. */
export function edgeRuns(boundary: MultiPolygon): GuideChoice[] {
  return boundary
    .flatMap(([outer]) => runsOf(outer))
    .filter((line) => line.length > 2)
    .sort((a, b) => lengthOf(b) - lengthOf(a))
    .map((line, i) => ({ id: `run-${i}`, name: `edge, run ${i + 1}`, line }));
}

function runsOf(ring: Ring): Point[][] {
  const count = ring.length;
  const turn = (i: number) => {
    const [a, b, c] = [ring[(i + count - 1) % count], ring[i], ring[(i + 1) % count]];
    const before = Math.atan2(b[1] - a[1], b[0] - a[0]);
    const after = Math.atan2(c[1] - b[1], c[0] - b[0]);
    return Math.abs(Math.atan2(Math.sin(after - before), Math.cos(after - before)));
  };
  const sharp = Array.from({ length: count }, (_, i) => i).filter((i) => turn(i) > SHARP);
  // A ring without a sharp corner is one run that begins anywhere.
  if (!sharp.length) return [[...ring, ring[0]]];
  return sharp.map((from, k) => {
    const to = sharp[(k + 1) % sharp.length];
    const steps = (to - from + count) % count || count;
    return Array.from({ length: steps + 1 }, (_, i) => ring[(from + i) % count]);
  });
}

const lengthOf = (line: readonly Point[]): number =>
  line.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - line[i][0], y - line[i][1]), 0);

/**
 * Of another block's rows the one that runs nearest to this block, to be gone on with beyond the fence.
 * @param rows lines of its rows in this block's plane
 * @returns undefined where it has none
 */
export function nearestRow<Row extends { line: readonly Point[] }>(
  rows: readonly Row[],
  boundary: MultiPolygon,
): Row | undefined {
  let best: Row | undefined;
  let least = Infinity;
  for (const row of rows) {
    const middle = row.line[Math.floor(row.line.length / 2)];
    const ends = [row.line[0], middle, row.line[row.line.length - 1]];
    const away = ends.reduce((sum, point) => sum + distanceToSide(boundary, point), 0);
    if (row.line.length > 1 && away < least) [best, least] = [row, away];
  }
  return best;
}

function distanceToSide(boundary: MultiPolygon, point: Point): number {
  const { from, to } = nearestSide(boundary, point);
  return toSegment(point, from, to);
}
