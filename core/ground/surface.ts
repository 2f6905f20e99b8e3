import { told } from '../say/told';
import type { Point } from '../measure/plane';
import { contains, type MultiPolygon } from './polygon';

/**
 * Heights on a square grid in the block's plane. Node (column, row) stands at
 * x = minX + column × cell, y = minY + row × cell; NaN where nothing is known.
 */
export interface Surface {
  minX: number;
  minY: number;
  /** Metres between nodes. */
  cell: number;
  columns: number;
  rows: number;
  /** Heights in metres, row by row from the south. */
  heights: Float32Array | Float64Array;
}

/** Height at a place, bilinear between the four nodes around it; NaN outside or beside a hole. */
export function heightAt(surface: Surface, x: number, y: number): number {
  const { cell, columns, rows, heights } = surface;
  const u = (x - surface.minX) / cell;
  const v = (y - surface.minY) / cell;
  if (!(u >= 0 && v >= 0 && u <= columns - 1 && v <= rows - 1)) return NaN;
  const column = Math.min(columns - 2, Math.floor(u));
  const row = Math.min(rows - 2, Math.floor(v));
  const s = u - column;
  const t = v - row;
  const at = row * columns + column;
  const south = heights[at] * (1 - s) + heights[at + 1] * s;
  const north = heights[at + columns] * (1 - s) + heights[at + columns + 1] * s;
  return south * (1 - t) + north * t;
}

/**
 * Rise a metre eastwards and northwards at a place, from the bilinear patch. Written into `out` so
 * that a line traced over a hundred thousand steps makes no garbage.
 */
export function gradientAt(surface: Surface, x: number, y: number, out: Float64Array): void {
  const { cell, columns, rows, heights } = surface;
  const u = (x - surface.minX) / cell;
  const v = (y - surface.minY) / cell;
  if (!(u >= 0 && v >= 0 && u <= columns - 1 && v <= rows - 1)) {
    out[0] = NaN;
    out[1] = NaN;
    return;
  }
  const column = Math.min(columns - 2, Math.floor(u));
  const row = Math.min(rows - 2, Math.floor(v));
  const s = u - column;
  const t = v - row;
  const at = row * columns + column;
  const a = heights[at];
  const b = heights[at + 1];
  const c = heights[at + columns];
  const d = heights[at + columns + 1];
  out[0] = ((b - a) * (1 - t) + (d - c) * t) / cell;
  out[1] = ((c - a) * (1 - s) + (d - b) * s) / cell;
}

export interface Lie {
  /** Rise over run, 0.1 is 10 %. */
  slope: number;
  /** Compass bearing, radians, towards which the ground falls; NaN on the level. */
  aspect: number;
}

/**
 * Slope and aspect at a node from its eight neighbours.
 * Horn 1981, "Hill shading and the reflectance map", Proc. IEEE 69: differences weighted 1, 2, 1.
 */
export function lieAtNode(surface: Surface, column: number, row: number): Lie {
  risesAtNode(surface, column, row, RISES);
  return lieOf(RISES[0], RISES[1]);
}

/** For a quarter of a million nodes in a row, nothing is made anew. */
const RISES = new Float64Array(2);

/** Rise a metre eastwards and northwards at a node, by Horn's differences. */
function risesAtNode(surface: Surface, column: number, row: number, out: Float64Array): void {
  const { columns, rows, heights, cell } = surface;
  const west = column > 0 ? -1 : 0;
  const east = column < columns - 1 ? 1 : 0;
  const south = row > 0 ? -columns : 0;
  const north = row < rows - 1 ? columns : 0;
  const at = row * columns + column;
  const nw = heights[at + north + west];
  const ne = heights[at + north + east];
  const sw = heights[at + south + west];
  const se = heights[at + south + east];
  // At the rim the missing neighbour is the node itself: half the distance, so half the divisor.
  out[0] =
    (ne + 2 * heights[at + east] + se - nw - 2 * heights[at + west] - sw) /
    (4 * (east - west) * cell);
  out[1] =
    (nw + 2 * heights[at + north] + ne - sw - 2 * heights[at + south] - se) /
    (4 * ((north - south) / columns) * cell);
}

/** Slope and aspect from the rise a metre eastwards and northwards. */
export function lieOf(east: number, north: number): Lie {
  const slope = Math.hypot(east, north);
  const bearing = Math.atan2(-east, -north);
  return { slope, aspect: slope > 0 ? (bearing < 0 ? bearing + 2 * Math.PI : bearing) : NaN };
}

/** Visits every node inside an area. */
export function eachNode(
  { minX, minY, cell, columns, rows }: Surface,
  area: MultiPolygon,
  visit: (column: number, row: number) => void,
): void {
  for (let row = 0; row < rows; row++) {
    const inside = insideSpans(area, minY + row * cell);
    for (let i = 0; i + 1 < inside.length; i += 2) {
      const first = Math.max(0, Math.ceil((inside[i] - minX) / cell));
      const last = Math.min(columns - 1, Math.floor((inside[i + 1] - minX) / cell));
      for (let column = first; column <= last; column++) visit(column, row);
    }
  }
}

/** Where a level line at northing y is inside an area: entries and exits in turn. */
function insideSpans(area: MultiPolygon, y: number): number[] {
  const cuts: number[] = [];
  for (const ring of area.flat()) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [x1, y1] = ring[i];
      const [x2, y2] = ring[j];
      if (y1 > y !== y2 > y) cuts.push(x1 + ((x2 - x1) * (y - y1)) / (y2 - y1));
    }
  }
  return cuts.sort((a, b) => a - b);
}

export interface GroundLie {
  lowest: number;
  highest: number;
  /** Mean slope, area-weighted, rise over run. */
  meanSlope: number;
  steepest: number;
  /** Compass bearing towards which the block falls on the whole, by a plane fitted to it. */
  aspect: number;
  /** Slope of that plane. */
  planeSlope: number;
  /** Horizontal square metres. */
  horizontal: number;
  /** Square metres along the ground. */
  alongGround: number;
  /** Share of the nodes inside for which a height is known. */
  known: number;
  /** Share of the ground by slope class: under 5 %, 5–15, 15–25, 25–40, over 40 %. */
  classes: number[];
}

export const SLOPE_CLASSES = [0.05, 0.15, 0.25, 0.4] as const;

/**
 * How the ground of an area lies. Area along the ground is the horizontal area times the mean of
 * √(1 + slope²) over the nodes inside.
 * @param horizontal square metres of the area in the plane
 * @throws Told when no height is known inside
 */
export function groundLie(surface: Surface, area: MultiPolygon, horizontal: number): GroundLie {
  let [nodes, known, slopes, stretch] = [0, 0, 0, 0];
  let [lowest, highest, steepest] = [Infinity, -Infinity, 0];
  const classes = new Array<number>(SLOPE_CLASSES.length + 1).fill(0);
  const fit = new PlaneFit();
  eachNode(surface, area, (column, row) => {
    nodes++;
    const z = surface.heights[row * surface.columns + column];
    risesAtNode(surface, column, row, RISES);
    const slope = Math.sqrt(RISES[0] * RISES[0] + RISES[1] * RISES[1]);
    if (Number.isNaN(z) || Number.isNaN(slope)) return;
    known++;
    slopes += slope;
    stretch += Math.sqrt(1 + slope * slope);
    lowest = Math.min(lowest, z);
    highest = Math.max(highest, z);
    steepest = Math.max(steepest, slope);
    const found = SLOPE_CLASSES.findIndex((limit) => slope < limit);
    classes[found < 0 ? SLOPE_CLASSES.length : found]++;
    fit.add(surface.minX + column * surface.cell, surface.minY + row * surface.cell, z);
  });
  if (!known) {
    throw told('ground.noHeightInside');
  }
  const [east, north] = fit.slopes();
  const plane = lieOf(east, north);
  return {
    lowest,
    highest,
    meanSlope: slopes / known,
    steepest,
    aspect: plane.aspect,
    planeSlope: plane.slope,
    horizontal,
    alongGround: (horizontal * stretch) / known,
    known: known / nodes,
    classes: classes.map((count) => count / known),
  };
}

/** A plane through points by least squares. */
class PlaneFit {
  private n = 0;
  private sums = new Float64Array(8);
  private origin: [number, number, number] = [0, 0, 0];

  add(x: number, y: number, z: number): void {
    if (!this.n++) this.origin = [x, y, z];
    const dx = x - this.origin[0];
    const dy = y - this.origin[1];
    const dz = z - this.origin[2];
    const { sums } = this;
    sums[0] += dx;
    sums[1] += dy;
    sums[2] += dz;
    sums[3] += dx * dx;
    sums[4] += dy * dy;
    sums[5] += dx * dy;
    sums[6] += dx * dz;
    sums[7] += dy * dz;
  }

  /** Rise a metre eastwards and northwards. */
  slopes(): [number, number] {
    const [x, y, z, xx, yy, xy, xz, yz] = Array.from(this.sums, (sum) => sum / this.n);
    const [sxx, syy, sxy] = [xx - x * x, yy - y * y, xy - x * y];
    const [sxz, syz] = [xz - x * z, yz - y * z];
    const det = sxx * syy - sxy * sxy;
    if (Math.abs(det) < 1e-9) return [sxx > 0 ? sxz / sxx : 0, syy > 0 ? syz / syy : 0];
    return [(sxz * syy - syz * sxy) / det, (syz * sxx - sxz * sxy) / det];
  }
}

export interface ProfilePoint {
  /** Metres along the line, level. */
  along: number;
  /** Metres along the ground. */
  ground: number;
  height: number;
  point: Point;
}

/** Heights along a line, a sample each metre or each half cell, whichever is coarser, ends included. */
export function profile(surface: Surface, line: readonly Point[]): ProfilePoint[] {
  const spacing = Math.max(1, surface.cell / 2);
  const out: ProfilePoint[] = [];
  let along = 0;
  let ground = 0;
  const put = (point: Point) => {
    const height = heightAt(surface, ...point);
    const before = out.at(-1);
    if (before) {
      const step = Math.hypot(point[0] - before.point[0], point[1] - before.point[1]);
      if (step === 0) return;
      along += step;
      ground += Math.hypot(step, Number.isNaN(height - before.height) ? 0 : height - before.height);
    }
    out.push({ along, ground, height, point });
  };
  line.forEach((to, i) => {
    const from = line[i - 1];
    if (from) {
      const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
      const pieces = Math.max(1, Math.ceil(length / spacing));
      for (let k = 1; k < pieces; k++)
        put([
          from[0] + ((to[0] - from[0]) * k) / pieces,
          from[1] + ((to[1] - from[1]) * k) / pieces,
        ]);
    }
    put(to);
  });
  return out;
}

/**
 * How bright each node is under a low sun in the north-west, 0 to 1.
 * Horn 1981: cosine between the surface normal and the light; sun 45° up at bearing 315°.
 */
export function hillShade(surface: Surface): Float32Array {
  const { columns, rows } = surface;
  const shade = new Float32Array(columns * rows);
  const altitude = Math.PI / 4;
  const sun = (315 * Math.PI) / 180;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const { slope, aspect } = lieAtNode(surface, column, row);
      const steep = Math.atan(slope);
      shade[row * columns + column] = Number.isNaN(slope)
        ? NaN
        : Math.max(
            0,
            Math.sin(altitude) * Math.cos(steep) +
              Math.cos(altitude) * Math.sin(steep) * (slope ? Math.cos(sun - aspect) : 0),
          );
    }
  }
  return shade;
}

/**
 * A contour interval that gives about a dozen lines between two heights, metres.
 * @param unit metres of the unit in which it is round
 * @example contourInterval(100, 130) // => 2.5
 */
export function contourInterval(lowest: number, highest: number, unit = 1): number {
  const wanted = (highest - lowest) / unit / 12;
  const steps = [0.1, 0.2, 0.25, 0.5, 1, 2, 2.5, 5, 10, 20, 25, 50, 100, 200, 250];
  return unit * (steps.find((step) => step >= wanted) ?? 500);
}

/** The box of a surface as an area. */
export const surfaceArea = ({ minX, minY, cell, columns, rows }: Surface): MultiPolygon => {
  const [maxX, maxY] = [minX + (columns - 1) * cell, minY + (rows - 1) * cell];
  return [
    [
      [
        [minX, minY],
        [maxX, minY],
        [maxX, maxY],
        [minX, maxY],
      ],
    ],
  ];
};

/** Share of an area's box nodes covered: whether a surface is of any use to a block. */
export function covers(surface: Surface, area: MultiPolygon): boolean {
  const box = surfaceArea(surface);
  return area.some(([outer]) => outer.some((point) => contains(box, point)));
}
