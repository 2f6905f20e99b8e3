import { told } from '../say/told';
import { densityOf, lengthOf, say } from '../say/message';
import type { Point } from '../measure/plane';
import { seededRandom, type Random } from '../measure/random';
import { boxOf, perimeter, planeArea, type MultiPolygon } from '../ground/polygon';
import { AreaIndex } from './clip';
import { MOST_POSITIONS, toFrame, type RowFrame } from './lattice';
import { rowSetOf, type RowParts, type RowSet } from './rowset';

/** Spots scattered as nature would, yet never nearer than a distance. */
export interface ScatterOptions {
  /** No two trees stand nearer than this, metres. */
  minimum: number;
  /** Trees a square metre wished for; undefined fills the ground as the distance allows. */
  density?: number;
  /** Densities of parts of the ground, trees a square metre; elsewhere `density` holds. */
  zones?: { parts: MultiPolygon; density: number }[];
  /** Clumps: how many, how wide, and how dense inside (trees a square metre). */
  clumps?: { count: number; radius: number; density: number };
  /** Round gaps left open on purpose. */
  gaps?: { count: number; radius: number };
  /** Trees that stand already: spots keep off their crowns and the minimum distance from their stems. */
  standing?: readonly { x: number; y: number; crown: number }[];
  seed: number;
}

/** Directions tried round each spot before it is left. */
const TRIES = 12;
/**
 * Spots a square of the minimum distance that the filling reaches, as measured: the hexagonal
 * packing would be 2/√3 = 1.155.
 */
export const FILLED = 0.86;

/**
 * Fills an area with spots at least a distance apart: an advancing front after Bridson 2007
 * ("Fast Poisson disk sampling in arbitrary dimensions", SIGGRAPH sketches), with candidates exactly
 * one distance away (Roberts 2018), so that it packs denser than throwing darts, and faster.
 * @param index of the area
 * @param minimum metres
 * @param standing places already taken, with the distance kept from each
 * @returns x and y in turn
 */
export function fillArea(
  index: AreaIndex,
  minimum: number,
  random: Random,
  standing: readonly { x: number; y: number; crown: number }[] = [],
): Float64Array {
  const { minX, minY, maxX, maxY } = boxOf(index.area.flat(2));
  const cell = minimum / Math.SQRT2;
  const columns = Math.ceil((maxX - minX) / cell) + 5;
  const rows = Math.ceil((maxY - minY) / cell) + 5;
  if (columns * rows > 6 * MOST_POSITIONS) {
    throw told('rows.minimumTooSmall');
  }
  // Two spots never share a cell; coordinates lie in the cells, so that neighbours are one look away.
  const cells = new Float64Array(2 * columns * rows).fill(NaN);
  // Nearest cells first: most candidates fall at the first few looks.
  const around = [-2, -1, 0, 1, 2]
    .flatMap((r) => [-2, -1, 0, 1, 2].map((c) => ({ r, c, far: r * r + c * c })))
    .filter(({ far }) => far > 0 && far < 8)
    .sort((a, b) => a.far - b.far)
    .map(({ r, c }) => 2 * (r * columns + c));
  const offsets = Int32Array.from(around);
  // The hexagonal packing and its rim are more than any filling can hold.
  const room = Math.ceil((1.2 * planeArea(index.area)) / (minimum * minimum)) + 64;
  const rim = 2 * Math.ceil(perimeter(index.area) / minimum);
  const xy = new Float64Array(2 * Math.min(room + rim, MOST_POSITIONS + 64));
  let count = 0;
  // Coordinates are later rounded to a tenth of a millimetre; the distance must outlast that.
  const kept = minimum + 2e-4;
  const square = kept * kept * (1 - 1e-12);
  const crowns = standing.length ? new Crowns(standing, minimum) : undefined;

  const free = (x: number, y: number): boolean => {
    const column = Math.floor((x - minX) / cell) + 2;
    const row = Math.floor((y - minY) / cell) + 2;
    if (column < 2 || row < 2 || column > columns - 3 || row > rows - 3) return false;
    const at = 2 * (row * columns + column);
    if (cells[at] === cells[at]) return false;
    for (let i = 0; i < offsets.length; i++) {
      const dx = cells[at + offsets[i]] - x;
      const dy = cells[at + offsets[i] + 1] - y;
      // NaN compares false: an empty cell never blocks.
      if (dx * dx + dy * dy < square) return false;
    }
    return !crowns?.covers(x, y) && index.inside(x, y);
  };
  const put = (x: number, y: number): void => {
    const at =
      2 * ((Math.floor((y - minY) / cell) + 2) * columns + Math.floor((x - minX) / cell) + 2);
    cells[at] = x;
    cells[at + 1] = y;
    xy[2 * count] = x;
    xy[2 * count + 1] = y;
    count++;
  };

  const cos = Float64Array.from({ length: TRIES }, (_, i) => Math.cos((2 * Math.PI * i) / TRIES));
  const sin = Float64Array.from({ length: TRIES }, (_, i) => Math.sin((2 * Math.PI * i) / TRIES));
  const reach = kept * (1 + 1e-9);
  const advance = (head: number): number => {
    for (; head < count; head++) {
      const x = xy[2 * head];
      const y = xy[2 * head + 1];
      const turn = random() * 2 * Math.PI;
      const [tc, ts] = [Math.cos(turn) * reach, Math.sin(turn) * reach];
      for (let i = 0; i < TRIES; i++) {
        const nx = x + tc * cos[i] - ts * sin[i];
        const ny = y + ts * cos[i] + tc * sin[i];
        if (free(nx, ny)) put(nx, ny);
      }
      if (count > MOST_POSITIONS) {
        throw told('rows.tooManySpots');
      }
    }
    return head;
  };
  // Every part of the area gets a first spot; what one front cannot reach, a later seed does.
  let head = 0;
  const seeds = Math.max(64, Math.ceil(((maxX - minX) * (maxY - minY)) / (minimum * minimum) / 4));
  for (let i = 0; i < seeds; i++) {
    const x = minX + random() * (maxX - minX);
    const y = minY + random() * (maxY - minY);
    if (free(x, y)) {
      put(x, y);
      head = advance(head);
    }
  }
  return xy.slice(0, 2 * count);
}

/** Crowns of standing trees, found by strips of the widest crown. */
class Crowns {
  private readonly cells = new Map<string, { x: number; y: number; keep: number }[]>();
  private readonly reach: number;

  constructor(standing: readonly { x: number; y: number; crown: number }[], minimum: number) {
    this.reach = Math.max(minimum, ...standing.map(({ crown }) => crown));
    for (const { x, y, crown } of standing) {
      const key = this.key(x, y);
      const tree = { x, y, keep: Math.max(crown, minimum) ** 2 };
      const cell = this.cells.get(key);
      if (cell) cell.push(tree);
      else this.cells.set(key, [tree]);
    }
  }

  private key(x: number, y: number): string {
    return `${Math.floor(x / this.reach)} ${Math.floor(y / this.reach)}`;
  }

  covers(x: number, y: number): boolean {
    for (let i = -1; i <= 1; i++) {
      for (let j = -1; j <= 1; j++) {
        for (const tree of this.cells.get(this.key(x + i * this.reach, y + j * this.reach)) ?? []) {
          if ((tree.x - x) ** 2 + (tree.y - y) ** 2 < tree.keep) return true;
        }
      }
    }
    return false;
  }
}

/**
 * Scattered spots: the ground is filled as densely as the minimum distance allows, then thinned at
 * random to the densities asked for, part by part and to the tree. So the distance always holds.
 * @throws Told when a density is asked for that the distance does not allow
 */
export function scatter(area: MultiPolygon, options: ScatterOptions): Float64Array {
  const { minimum, density, zones = [], clumps, gaps } = options;
  if (!(minimum >= 0.3 && minimum <= 100))
    throw told('rows.minimumDistance', {
      minimum: lengthOf(minimum),
      least: lengthOf(0.3),
      most: lengthOf(100),
    });
  const densest = FILLED / (minimum * minimum);
  for (const [what, wished] of [
    [say('what.density'), density],
    [say('what.densityInClumps'), clumps?.density],
    ...zones.map((zone) => [say('what.densityOfZone'), zone.density] as const),
  ] as const) {
    if (wished !== undefined && wished > densest * 1.0001) {
      throw told('rows.tooDense', {
        what,
        wished: densityOf(wished),
        minimum: lengthOf(minimum),
        most: densityOf(densest),
      });
    }
  }
  const random = seededRandom(options.seed);
  const index = new AreaIndex(area);
  const filled = fillArea(index, minimum, random, options.standing);
  if (density === undefined && !zones.length && !clumps && !gaps) return filled;
  return thin(filled, area, index, options, random);
}

/** Keeps so many spots in each part that it has its density; parts: gaps, clumps, zones, the rest. */
function thin(
  filled: Float64Array,
  area: MultiPolygon,
  index: AreaIndex,
  options: ScatterOptions,
  random: Random,
): Float64Array {
  const { minimum, density, zones = [], clumps, gaps } = options;
  const circles = (count: number, radius: number) =>
    Array.from({ length: count }, () => placeInside(index, random)).map(([x, y]) => ({
      x,
      y,
      square: radius * radius,
    }));
  const open = gaps ? circles(gaps.count, gaps.radius) : [];
  const dense = clumps ? circles(clumps.count, clumps.radius) : [];
  const zoneIndexes = zones.map(({ parts }) => new AreaIndex(parts));
  const within = (set: typeof open, x: number, y: number) =>
    set.some((circle) => (circle.x - x) ** 2 + (circle.y - y) ** 2 < circle.square);
  const densest = FILLED / (minimum * minimum);
  const wished = [
    0,
    // A clump adds to the ground it lies in; it never thins it.
    clumps ? Math.max(clumps.density, density ?? densest) : 0,
    ...zones.map((zone) => zone.density),
    density ?? densest,
  ];
  const members: number[][] = wished.map(() => []);
  for (let i = 0; i < filled.length / 2; i++) {
    const [x, y] = [filled[2 * i], filled[2 * i + 1]];
    const zone = zoneIndexes.findIndex((entry) => entry.inside(x, y));
    const part = within(open, x, y)
      ? 0
      : within(dense, x, y)
        ? 1
        : zone >= 0
          ? 2 + zone
          : wished.length - 1;
    members[part].push(i);
  }
  // The filling has one density everywhere, so a part's share of the spots is its share of the area.
  const perSpot = planeArea(area) / (filled.length / 2 || 1);
  const keep: number[] = [];
  members.forEach((spots, part) => {
    const wanted = Math.min(spots.length, Math.round(wished[part] * spots.length * perSpot));
    // Partial Fisher–Yates: the first `wanted` are a fair draw.
    for (let i = 0; i < wanted; i++) {
      const j = i + Math.floor(random() * (spots.length - i));
      [spots[i], spots[j]] = [spots[j], spots[i]];
      keep.push(spots[i]);
    }
  });
  const xy = new Float64Array(2 * keep.length);
  keep.forEach((spot, i) => xy.set(filled.subarray(2 * spot, 2 * spot + 2), 2 * i));
  return xy;
}

function placeInside(index: AreaIndex, random: Random): Point {
  const { minX, minY, maxX, maxY } = boxOf(index.area.flat(2));
  for (let attempt = 0; attempt < 1000; attempt++) {
    const x = minX + random() * (maxX - minX);
    const y = minY + random() * (maxY - minY);
    if (index.inside(x, y)) return [x, y];
  }
  return index.area[0][0][0];
}

/**
 * Orders spots into walking lanes: strips along a bearing, each walked the opposite way from the one
 * before, so that "lane 14, spot 32" means one tree.
 * @param xy x and y in turn
 * @param width of a lane, metres
 */
export function intoLanes(
  xy: Float64Array,
  bearing: number,
  width: number,
  spacing: { step: number; between: number },
): RowSet {
  const frame: RowFrame = { bearing, side: 1, baseline: 0, anchor: 0 };
  const lanes = new Map<number, { u: number; at: number }[]>();
  for (let i = 0; i < xy.length / 2; i++) {
    const [u, v] = toFrame(frame, [xy[2 * i], xy[2 * i + 1]]);
    const lane = Math.floor(v / width);
    const members = lanes.get(lane);
    if (members) members.push({ u, at: i });
    else lanes.set(lane, [{ u, at: i }]);
  }
  const parts: RowParts[] = [...lanes.keys()]
    .sort((a, b) => a - b)
    .map((lane, order) => {
      const members = lanes.get(lane)!.sort((a, b) => (order % 2 ? b.u - a.u : a.u - b.u));
      // Tenths of a millimetre: what is kept and what is shown are the same.
      const line = members.flatMap(({ at }) => [round(xy[2 * at]), round(xy[2 * at + 1])]);
      return laneOf(line);
    });
  return rowSetOf({ frame, straight: false, ...spacing }, parts);
}

const round = (metres: number): number => Math.round(metres * 1e4) / 1e4;

/** A lane through listed places. */
export function laneOf(line: number[]): RowParts {
  return { line, start: 0, step: 0, listed: true, stretches: [0, line.length / 2] };
}

export interface ClusterOptions {
  /** Metres between the middles of clusters. */
  apart: number;
  /** Trees in each. */
  trees: number;
  /** Metres between trees of one cluster. */
  spacing: number;
  bearing: number;
}

/**
 * Clusters (nuclei): groups of trees on an equilateral net, each group packed round its middle.
 * Groups whose middle lies outside are left out; of the others the trees outside are.
 */
export function clusters(area: MultiPolygon, options: ClusterOptions): RowSet {
  const { apart, trees, spacing, bearing } = options;
  const radius = spacing * (Math.sqrt(trees / Math.PI) + 0.5);
  if (apart < 2 * radius) {
    throw told('rows.clustersOverlap', {
      trees,
      spacing: lengthOf(spacing),
      wide: lengthOf(2 * radius),
      apart: lengthOf(apart),
    });
  }
  const index = new AreaIndex(area);
  const group = hexSpots(trees, spacing);
  const frame: RowFrame = { bearing, side: 1, baseline: 0, anchor: 0 };
  const corners = area.flat(2).map((point) => toFrame(frame, point));
  const { minX, minY, maxX, maxY } = boxOf(corners);
  const rise = apart * Math.sqrt(0.75);
  const [sin, cos] = [Math.sin(bearing), Math.cos(bearing)];
  const parts: RowParts[] = [];
  for (let j = 0; minY + j * rise <= maxY; j++) {
    const v = minY + (j + 0.5) * rise;
    for (let i = 0; minX + i * apart <= maxX + apart; i++) {
      const u = minX + (i + (j % 2 ? 0.5 : 0)) * apart;
      const [x, y] = [u * sin + v * cos, u * cos - v * sin];
      if (!index.inside(x, y)) continue;
      const line = group.flatMap(([dx, dy]) => {
        const [px, py] = [round(x + dx), round(y + dy)];
        return index.inside(px, py) ? [px, py] : [];
      });
      if (line.length) parts.push(laneOf(line));
    }
  }
  return rowSetOf({ frame, straight: false, step: spacing, between: apart }, parts);
}

/** So many spots of an equilateral net nearest to its middle, in a walk round it. */
function hexSpots(count: number, spacing: number): Point[] {
  const reach = Math.ceil(Math.sqrt(count)) + 2;
  const spots: Point[] = [];
  for (let i = -reach; i <= reach; i++)
    for (let j = -reach; j <= reach; j++)
      spots.push([(i + j / 2) * spacing, j * Math.sqrt(0.75) * spacing]);
  const ring = ([x, y]: Point) => Math.round((Math.hypot(x, y) / spacing) * 1e6);
  return spots
    .sort((a, b) => ring(a) - ring(b) || Math.atan2(a[1], a[0]) - Math.atan2(b[1], b[0]))
    .slice(0, count);
}
