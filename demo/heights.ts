import { APRON } from '../core/ground/elevation';
import { boxOf, type MultiPolygon } from '../core/ground/polygon';
import type { Surface } from '../core/ground/surface';
import type { Point } from '../core/measure/plane';

/**
 * The quarry's invented ground, metres above a made-up datum: a bench that falls southwards in the
 * north, the old haul road flat in the middle, the silt pond low in the south-west.
 * @param x metres east of the site's middle
 * @param y metres north of it
 */
export function siteHeight(x: number, y: number): number {
  const bench = 1 / (1 + Math.exp(-(y - 410) / 70));
  const rolls = 0.7 * Math.sin(x / 83 + 0.8) + 0.45 * Math.sin(y / 57 - x / 110);
  const pond = 5 * Math.exp(-(((x + 330) / 160) ** 2 + ((y + 250) / 90) ** 2));
  return 118 + 26 * bench + 0.012 * y + (0.3 + 0.7 * bench) * rolls - pond;
}

/** Metres between nodes of the invented survey. */
const CELL = 4;

/** The surface of one block. */
export function blockSurface(boundary: MultiPolygon, toSite: (point: Point) => Point): Surface {
  const { minX, minY, maxX, maxY } = boxOf(boundary.flat(2));
  const columns = Math.ceil((maxX - minX + 2 * APRON) / CELL) + 1;
  const rows = Math.ceil((maxY - minY + 2 * APRON) / CELL) + 1;
  const heights = new Float32Array(columns * rows);
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      heights[row * columns + column] = siteHeight(
        ...toSite([minX - APRON + column * CELL, minY - APRON + row * CELL]),
      );
    }
  }
  return { minX: minX - APRON, minY: minY - APRON, cell: CELL, columns, rows, heights };
}
