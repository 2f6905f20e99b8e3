import type { Surface } from './surface';

/** All pieces of one level line: x1, y1, x2, y2 in turn, metres in the block's plane. */
export interface LevelLines {
  level: number;
  segments: Float32Array;
}

/**
 * Level lines of a surface for the plan: marching squares (Lorensen & Cline 1987, in two dimensions),
 * a saddle settled by the height of its middle. Cells beside a hole draw nothing.
 * @param interval metres between levels
 */
export function levelLines(surface: Surface, interval: number): LevelLines[] {
  const { columns, rows, heights, minX, minY, cell } = surface;
  const lines = new Map<number, number[]>();
  const corner = new Float64Array(4);
  for (let row = 0; row + 1 < rows; row++) {
    for (let column = 0; column + 1 < columns; column++) {
      const at = row * columns + column;
      corner[0] = heights[at];
      corner[1] = heights[at + 1];
      corner[2] = heights[at + columns + 1];
      corner[3] = heights[at + columns];
      let low = Infinity;
      let high = -Infinity;
      for (const z of corner) {
        if (z < low) low = z;
        if (z > high) high = z;
      }
      if (Number.isNaN(corner[0] + corner[1] + corner[2] + corner[3])) continue;
      for (let k = Math.floor(low / interval) + 1; k * interval <= high; k++) {
        let segments = lines.get(k);
        if (!segments) lines.set(k, (segments = []));
        cross(corner, k * interval, minX + column * cell, minY + row * cell, cell, segments);
      }
    }
  }
  return [...lines]
    .sort(([a], [b]) => a - b)
    .map(([k, segments]) => ({ level: k * interval, segments: Float32Array.from(segments) }));
}

/** Where a level crosses one cell; corners run from the south-west against the clock. */
function cross(
  corner: Float64Array,
  level: number,
  x: number,
  y: number,
  cell: number,
  out: number[],
): void {
  const cuts: [number, number][] = [];
  for (let side = 0; side < 4; side++) {
    const a = corner[side];
    const b = corner[(side + 1) % 4];
    if (a >= level === b >= level) continue;
    const t = ((level - a) / (b - a)) * cell;
    cuts.push(
      side === 0
        ? [x + t, y]
        : side === 1
          ? [x + cell, y + t]
          : side === 2
            ? [x + cell - t, y + cell]
            : [x, y + cell - t],
    );
  }
  if (cuts.length === 2) out.push(...cuts[0], ...cuts[1]);
  else if (cuts.length === 4) {
    const middle = (corner[0] + corner[1] + corner[2] + corner[3]) / 4;
    // The middle belongs with the south-west corner when both lie on the same side of the level.
    const together = middle >= level === corner[0] >= level;
    const pairs = together ? [0, 1, 2, 3] : [3, 0, 1, 2];
    for (let i = 0; i < 4; i += 2) out.push(...cuts[pairs[i]], ...cuts[pairs[i + 1]]);
  }
}
