import { say, lengthOf, smallOf, shareOf, type Message } from '../say/message';
import { told } from '../say/told';
import Delaunator from 'delaunator';
import { boxOf, type Box, type MultiPolygon } from './polygon';
import type { Plane, Point } from '../measure/plane';
import { METRES_PER_FOOT } from '../measure/units';
import type { Surface } from './surface';

/** A grid as a file holds it: north row first, in the file's own coordinates. */
export interface RawGrid {
  columns: number;
  rows: number;
  /** Centre of the north-west node in the file's coordinates. */
  west: number;
  north: number;
  /** Distance between nodes, both positive. */
  stepX: number;
  stepY: number;
  /** Row by row from the north; NaN where nothing is known. */
  values: Float64Array | Float32Array;
  /** Turns the file's coordinates into longitude and latitude and back. */
  toLonLat: (point: Point) => Point;
  fromLonLat: (point: Point) => Point;
}

/** Nodes a block's surface may have. Beyond, the cell is made coarser. */
export const MOST_NODES = 1_000_000;
/** Metres of ground kept around a block, so that lines run out over its edge. */
export const APRON = 30;

/** The lowest and highest place on land, and a little: anything beyond is another unit, or no height. */
const LOWEST = -500;
const HIGHEST = 9_000;

/**
 * Lays a file's grid into the block's plane: each node of the block's own square grid is read from
 * the file's grid, bilinear between its four nodes.
 * @param unit what the file's heights are in
 * @throws Told when the grid misses the block or its heights cannot be heights
 */
export function surfaceFromGrid(
  grid: RawGrid,
  boundary: MultiPolygon,
  plane: Plane,
  unit: 'm' | 'ft' = 'm',
): { surface: Surface; notes: Message[] } {
  const box = apronBox(boundary);
  const cell = Math.max(0.25, nodeDistance(grid, plane));
  const surface = emptySurface(box, cell);
  const factor = unit === 'ft' ? METRES_PER_FOOT : 1;
  let known = 0;
  for (let row = 0; row < surface.rows; row++) {
    for (let column = 0; column < surface.columns; column++) {
      const at = grid.fromLonLat(
        plane.toLonLat([surface.minX + column * surface.cell, surface.minY + row * surface.cell]),
      );
      const height = rawHeight(grid, at) * factor;
      surface.heights[row * surface.columns + column] = height;
      if (!Number.isNaN(height)) known++;
    }
  }
  if (!known) {
    const nw = grid.toLonLat([grid.west, grid.north]);
    throw told('ground.gridElsewhere', { latitude: nw[1].toFixed(5), longitude: nw[0].toFixed(5) });
  }
  const notes = checkHeights(surface, unit);
  if (known < surface.heights.length)
    notes.push(
      say('ground.noteHolesInGrid', {
        share: shareOf((surface.heights.length - known) / surface.heights.length),
      }),
    );
  return { surface, notes };
}

/**
 * Makes a surface from walked points: Delaunay triangles, each a plane.
 * @param points x, y, z in the block's plane, metres
 * @throws Told when there are too few, or all on one line
 */
export function surfaceFromPoints(
  points: readonly [number, number, number][],
  boundary: MultiPolygon,
): { surface: Surface; notes: Message[] } {
  if (points.length < 3) {
    throw told('ground.tooFewHeights', { points: points.length });
  }
  const triangles = Delaunator.from(points as unknown as [number, number][]).triangles;
  if (!triangles.length) throw told('ground.heightsOnALine');
  const box = apronBox(boundary);
  // About four nodes to a walked point, no finer than half a metre.
  const extent = boxOf(points.map(([x, y]) => [x, y] as Point));
  const cell = Math.max(
    0.5,
    Math.sqrt(
      ((extent.maxX - extent.minX) * (extent.maxY - extent.minY)) / (4 * points.length) || 1,
    ),
  );
  const surface = emptySurface(box, cell);
  for (let t = 0; t < triangles.length; t += 3) {
    fillTriangle(surface, points[triangles[t]], points[triangles[t + 1]], points[triangles[t + 2]]);
  }
  const notes = checkHeights(surface, 'm');
  const missing = surface.heights.filter(Number.isNaN).length / surface.heights.length;
  if (missing === 1) throw told('ground.heightsElsewhere');
  notes.unshift(
    say('ground.noteTriangles', { points: points.length, triangles: triangles.length / 3 }),
  );
  return { surface, notes };
}

/** A block's surface as a grid again, so that it can be laid into another block's plane. */
export function gridOf(surface: Surface, plane: Plane): RawGrid {
  const { columns, rows, heights, minX, minY, cell } = surface;
  const values = new Float32Array(heights.length);
  for (let row = 0; row < rows; row++)
    values.set(heights.subarray(row * columns, (row + 1) * columns), (rows - 1 - row) * columns);
  return {
    columns,
    rows,
    west: minX,
    north: minY + (rows - 1) * cell,
    stepX: cell,
    stepY: cell,
    values,
    toLonLat: plane.toLonLat,
    fromLonLat: plane.toPlane,
  };
}

/** Heights of the nodes inside one triangle, by its plane. */
function fillTriangle(
  surface: Surface,
  a: [number, number, number],
  b: [number, number, number],
  c: [number, number, number],
): void {
  const { minX, minY, cell, columns, rows, heights } = surface;
  const det = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
  if (Math.abs(det) < 1e-12) return;
  const low = (k: 0 | 1, origin: number, most: number): [number, number] => [
    Math.max(0, Math.ceil((Math.min(a[k], b[k], c[k]) - origin) / cell - 1e-9)),
    Math.min(most - 1, Math.floor((Math.max(a[k], b[k], c[k]) - origin) / cell + 1e-9)),
  ];
  const [firstColumn, lastColumn] = low(0, minX, columns);
  const [firstRow, lastRow] = low(1, minY, rows);
  for (let row = firstRow; row <= lastRow; row++) {
    for (let column = firstColumn; column <= lastColumn; column++) {
      const x = minX + column * cell - a[0];
      const y = minY + row * cell - a[1];
      const s = (x * (c[1] - a[1]) - y * (c[0] - a[0])) / det;
      const t = (y * (b[0] - a[0]) - x * (b[1] - a[1])) / det;
      if (s < -1e-9 || t < -1e-9 || s + t > 1 + 1e-9) continue;
      heights[row * columns + column] = a[2] + s * (b[2] - a[2]) + t * (c[2] - a[2]);
    }
  }
}

export function apronBox(boundary: MultiPolygon): Box {
  const box = boxOf(boundary.flat(2));
  return {
    minX: box.minX - APRON,
    minY: box.minY - APRON,
    maxX: box.maxX + APRON,
    maxY: box.maxY + APRON,
  };
}

function emptySurface(box: Box, wished: number): Surface {
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const cell = Math.max(wished, Math.sqrt((width * height) / MOST_NODES));
  const columns = Math.max(2, Math.ceil(width / cell) + 1);
  const rows = Math.max(2, Math.ceil(height / cell) + 1);
  return {
    minX: box.minX,
    minY: box.minY,
    cell,
    columns,
    rows,
    heights: new Float32Array(columns * rows).fill(NaN),
  };
}

/** Metres between neighbouring nodes in the middle of a grid. */
function nodeDistance(grid: RawGrid, plane: Plane): number {
  const middle: Point = [
    grid.west + (grid.columns / 2) * grid.stepX,
    grid.north - (grid.rows / 2) * grid.stepY,
  ];
  const at = plane.toPlane(grid.toLonLat(middle));
  const east = plane.toPlane(grid.toLonLat([middle[0] + grid.stepX, middle[1]]));
  const north = plane.toPlane(grid.toLonLat([middle[0], middle[1] + grid.stepY]));
  return Math.min(
    Math.hypot(east[0] - at[0], east[1] - at[1]),
    Math.hypot(north[0] - at[0], north[1] - at[1]),
  );
}

/** Bilinear height in a file's grid. */
export function rawHeight(grid: RawGrid, [x, y]: Point): number {
  const u = (x - grid.west) / grid.stepX;
  const v = (grid.north - y) / grid.stepY;
  const { columns, rows, values } = grid;
  // A thousandth of a cell forgives the rounding of the two projections at the rim.
  if (!(u >= -1e-3 && v >= -1e-3 && u <= columns - 1 + 1e-3 && v <= rows - 1 + 1e-3)) return NaN;
  const column = Math.max(0, Math.min(columns - 2, Math.floor(u)));
  const row = Math.max(0, Math.min(rows - 2, Math.floor(v)));
  const s = u - column;
  const t = v - row;
  const at = row * columns + column;
  return (
    (values[at] * (1 - s) + values[at + 1] * s) * (1 - t) +
    (values[at + columns] * (1 - s) + values[at + columns + 1] * s) * t
  );
}

/** Refuses heights that cannot be heights, and asks about ones that look like feet. */
function checkHeights({ heights, cell }: Surface, unit: 'm' | 'ft'): Message[] {
  let [lowest, highest] = [Infinity, -Infinity];
  for (const z of heights) {
    if (z < lowest) lowest = z;
    if (z > highest) highest = z;
  }
  if (lowest < LOWEST || highest > HIGHEST) {
    throw told('ground.unlikelyHeights', {
      lowest: lengthOf(lowest),
      highest: lengthOf(highest),
      least: lengthOf(LOWEST),
      most: lengthOf(HIGHEST),
      unit,
    });
  }
  const notes: Message[] = [
    say('ground.noteHeights', {
      lowest: lengthOf(lowest),
      highest: lengthOf(highest),
      node: lengthOf(cell),
    }),
  ];
  if (highest - lowest < 0.02) notes.push(say('ground.noteLevel', { within: smallOf(0.02) }));
  return notes;
}
