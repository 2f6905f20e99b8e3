import type { Point } from '../measure/plane';
import { formatNumber } from '../measure/units';
import type { MultiPolygon } from './polygon';
import { lieAtNode, SurfaceError, type Surface } from './surface';
import { fromMultiPolygon, fromShape, grow, intersect, toMultiPolygon, uniteAll } from './topology';

/** How a zone is cut out of a block. */
export type ZoneCut =
  | { kind: 'below'; level: number }
  | { kind: 'steeper'; slope: number }
  | { kind: 'water'; distance: number; lines: Point[][] };

/** Smaller patches than this many nodes are noise of the grid, not zones. */
const FEWEST_NODES = 6;

/**
 * Cuts a zone from the elevation (all ground below a level, or steeper than a limit) or by distance
 * from water.
 * @param boundary of the block, in its plane
 * @param cut level in metres, slope as rise over run, lines of the water in the plane
 * @throws SurfaceError when there is no elevation to cut by, or nothing is left
 */
export function cutZone(
  surface: Surface | undefined,
  boundary: MultiPolygon,
  cut: ZoneCut,
): MultiPolygon {
  const block = fromMultiPolygon(boundary);
  if (cut.kind === 'water') {
    if (!cut.lines.length)
      throw new SurfaceError('This block has no watercourse. Add one among the keep-outs first.');
    const bands = cut.lines.map((coordinates) =>
      grow(fromShape({ type: 'LineString', coordinates }), cut.distance),
    );
    return found(toMultiPolygon(intersect(uniteAll(bands), block)), 'near water');
  }
  if (!surface)
    throw new SurfaceError(
      'Cutting by level or slope needs an elevation. Bring one in, or draw the zone.',
    );
  const holds = (column: number, row: number): boolean =>
    cut.kind === 'below'
      ? surface.heights[row * surface.columns + column] < cut.level
      : lieAtNode(surface, column, row).slope > cut.slope;
  const squares = strips(surface, holds);
  if (!squares.length) return found([], describe(cut));
  // Half a cell out and in again rounds the stairs of the grid.
  const { cell } = surface;
  const rounded = grow(grow(uniteAll(squares), cell / 2), -cell / 2);
  const parts = toMultiPolygon(intersect(rounded, block)).filter(
    ([outer]) => boxArea(outer) > FEWEST_NODES * cell * cell,
  );
  return found(parts, describe(cut));
}

const describe = (cut: Exclude<ZoneCut, { kind: 'water' }>): string =>
  cut.kind === 'below'
    ? `below ${formatNumber(cut.level, 1)} m`
    : `steeper than ${formatNumber(cut.slope * 100)} %`;

function found(parts: MultiPolygon, what: string): MultiPolygon {
  if (!parts.length) throw new SurfaceError(`No ground of this block lies ${what}.`);
  return parts;
}

function boxArea(ring: readonly Point[]): number {
  const xs = ring.map(([x]) => x);
  const ys = ring.map(([, y]) => y);
  return (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
}

/** Runs of nodes in each grid row as rectangles of cells round them. */
function strips(surface: Surface, holds: (column: number, row: number) => boolean) {
  const { minX, minY, cell, columns, rows } = surface;
  const squares: ReturnType<typeof fromMultiPolygon>[] = [];
  for (let row = 0; row < rows; row++) {
    const south = minY + (row - 0.5) * cell;
    for (let column = 0; column < columns; column++) {
      if (!holds(column, row)) continue;
      const first = column;
      while (column + 1 < columns && holds(column + 1, row)) column++;
      const [west, east] = [minX + (first - 0.5) * cell, minX + (column + 0.5) * cell];
      squares.push(
        fromMultiPolygon([
          [
            [
              [west, south],
              [east, south],
              [east, south + cell],
              [west, south + cell],
            ],
          ],
        ]),
      );
    }
  }
  return squares;
}
