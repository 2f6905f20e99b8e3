import { told } from '../say/told';
import type { Point } from '../measure/plane';
import type { MultiPolygon } from '../ground/polygon';

/** Above this a browser's plan and a crew's season both end; a larger job is cut into blocks. */
export const MOST_POSITIONS = 2_000_000;

/** The rows' own axes: u along the row, v across, both in metres of the block's plane. */
export interface RowFrame {
  /** Compass bearing of the rows in radians. */
  bearing: number;
  /** −1 when rows are numbered towards the left of the bearing, 1 towards the right. */
  side: 1 | -1;
  /** u of the baseline: chainage 0. */
  baseline: number;
  /** v of the row from which the others are counted. */
  anchor: number;
}

export interface LatticeOptions {
  /** Metres between positions in the row. */
  step: number;
  /** Metres between rows. */
  between: number;
  /** Share of a step by which every second row is shifted, 0 or 0.5. */
  stagger: number;
  /** Chainage of the first possible position. */
  firstPeg: number;
  /** Metres kept free at row ends where they meet the outer edge. */
  headland: number;
  /** Stretches of row shorter than this many metres are dropped. */
  shortest: number;
}

/**
 * Rows with a rhythm. A row is a line across the block; keep-outs and bends of the boundary part it
 * into stretches; each stretch has a first chainage and a count. Positions follow from these.
 */
export interface Lattice {
  frame: RowFrame;
  step: number;
  between: number;
  /** Index of each row's line, counted from the anchor. */
  rowIndex: Int32Array;
  /** Where each row's stretches begin in the stretch arrays; one longer than the rows. */
  rowStretches: Uint32Array;
  stretchFirst: Float64Array;
  stretchCount: Uint32Array;
  total: number;
}

/** Turns plane metres into the frame's (u, v). */
export function toFrame({ bearing, side }: RowFrame, [x, y]: Point): Point {
  const sin = Math.sin(bearing);
  const cos = Math.cos(bearing);
  return [x * sin + y * cos, side * (x * cos - y * sin)];
}

/** Turns the frame's (u, v) into plane metres. */
export function fromFrame({ bearing, side }: RowFrame, [u, v]: Point): Point {
  const sin = Math.sin(bearing);
  const cos = Math.cos(bearing);
  return [u * sin + side * v * cos, u * cos - side * v * sin];
}

/**
 * Every position of a lattice that lies in the area or on its edge, as rows.
 *
 * One sweep: each edge is cut with the row lines it spans, the cuts of a line are sorted, and
 * between every second pair the line is inside (even-odd rule, edges half open so that a corner is
 * cut once). Stretches of edge that lie along a row line are inside too, on whichever side of them the area
 * lies: a field so many spacings wide has one row more than spacings, as with a tape.
 *
 * @param area where trees may stand, metres in the block's plane
 * @throws Told when more than two million positions would come of it
 */
export function layLattice(area: MultiPolygon, frame: RowFrame, options: LatticeOptions): Lattice {
  const { step, between, stagger, firstPeg, headland, shortest } = options;
  const edges = frameEdges(area, frame, between);
  const { lowest, cutStart, cuts, outer } = cutLines(edges);
  const flats = flatEdges(edges);
  const lines = cutStart.length - 1;

  const rowIndex: number[] = [];
  const rowStretches: number[] = [];
  const stretchFirst: number[] = [];
  const stretchCount: number[] = [];
  let total = 0;
  for (let line = 0; line < lines; line++) {
    const from = cutStart[line];
    const to = cutStart[line + 1];
    sortCuts(cuts, outer, from, to);
    const index = lowest + line;
    const spans = joinSpans(cuts, outer, from, to, flats.get(index));
    const phase = frame.baseline + firstPeg + (index & 1 ? stagger * step : 0);
    const before = stretchCount.length;
    let lastUsed = -Infinity;
    for (const { first: low, last: high, firstOuter, lastOuter } of spans) {
      const start = low + (firstOuter ? headland : 0);
      const end = high - (lastOuter ? headland : 0);
      if (end < start || end - start < shortest) continue;
      // A thousand-millionth of a step forgives rounding when a position lies on the edge.
      const first = Math.max(Math.ceil((start - phase) / step - 1e-9), lastUsed + 1);
      const last = Math.floor((end - phase) / step + 1e-9);
      if (last < first) continue;
      lastUsed = last;
      stretchFirst.push(phase + first * step - frame.baseline);
      stretchCount.push(last - first + 1);
      total += last - first + 1;
    }
    if (stretchCount.length > before) {
      rowIndex.push(index);
      rowStretches.push(before);
    }
    if (total > MOST_POSITIONS) {
      throw told('rows.tooManyPositions');
    }
  }
  rowStretches.push(stretchCount.length);
  return {
    frame,
    step,
    between,
    rowIndex: Int32Array.from(rowIndex),
    rowStretches: Uint32Array.from(rowStretches),
    stretchFirst: Float64Array.from(stretchFirst),
    stretchCount: Uint32Array.from(stretchCount),
    total,
  };
}

/** Edges in the frame, v counted in row spacings from the anchor. */
function frameEdges(area: MultiPolygon, frame: RowFrame, between: number) {
  const count = area.reduce((sum, rings) => sum + rings.reduce((n, ring) => n + ring.length, 0), 0);
  const u1 = new Float64Array(count);
  const v1 = new Float64Array(count);
  const u2 = new Float64Array(count);
  const v2 = new Float64Array(count);
  const isOuter = new Uint8Array(count);
  let edge = 0;
  // A corner within a millimetre of a row line lies on it, as it does by any tape: else rounding would let
  // a row that runs along an edge slip in and out of the area.
  const inRows = (v: number): number => {
    const row = (v - frame.anchor) / between;
    const nearest = Math.round(row);
    return Math.abs(row - nearest) * between < 1e-3 ? nearest : row;
  };
  for (const rings of area) {
    rings.forEach((ring, ringNumber) => {
      let [previousU, previousV] = toFrame(frame, ring[ring.length - 1]);
      previousV = inRows(previousV);
      for (const point of ring) {
        const [u, v] = toFrame(frame, point);
        const row = inRows(v);
        u1[edge] = previousU;
        v1[edge] = previousV;
        u2[edge] = u;
        v2[edge] = row;
        isOuter[edge] = ringNumber === 0 ? 1 : 0;
        previousU = u;
        previousV = row;
        edge++;
      }
    });
  }
  return { u1, v1, u2, v2, isOuter };
}

/** A stretch of a row line that lies in the area, and whether its ends lie on the outer edge. */
interface Span {
  first: number;
  last: number;
  firstOuter: boolean;
  lastOuter: boolean;
}

/** Edges that lie along a row line, by the line's index. */
function flatEdges({ u1, v1, u2, v2, isOuter }: ReturnType<typeof frameEdges>) {
  const flats = new Map<number, Span[]>();
  for (let edge = 0; edge < v1.length; edge++) {
    if (v1[edge] !== v2[edge] || !Number.isInteger(v1[edge])) continue;
    const own = flats.get(v1[edge]) ?? [];
    if (!own.length) flats.set(v1[edge], own);
    const onOuter = isOuter[edge] === 1;
    own.push({
      first: Math.min(u1[edge], u2[edge]),
      last: Math.max(u1[edge], u2[edge]),
      firstOuter: onOuter,
      lastOuter: onOuter,
    });
  }
  return flats;
}

/** The stretches of one line: between its cuts, and along edges; those that touch are one. */
function joinSpans(
  cuts: Float64Array,
  outer: Uint8Array,
  from: number,
  to: number,
  flat: readonly Span[] = [],
): Span[] {
  const spans: Span[] = [];
  for (let cut = from; cut + 1 < to; cut += 2)
    spans.push({
      first: cuts[cut],
      last: cuts[cut + 1],
      firstOuter: outer[cut] === 1,
      lastOuter: outer[cut + 1] === 1,
    });
  if (!flat.length) return spans;
  const joined: Span[] = [];
  for (const span of [...spans, ...flat].sort((a, b) => a.first - b.first)) {
    const before = joined[joined.length - 1];
    if (!before || span.first > before.last + 1e-9) joined.push({ ...span });
    else if (span.last > before.last)
      Object.assign(before, { last: span.last, lastOuter: span.lastOuter });
  }
  return joined;
}

/** Cuts every edge with the lines it spans; cuts of one line lie together, unsorted. */
function cutLines({ u1, v1, u2, v2, isOuter }: ReturnType<typeof frameEdges>) {
  let lowest = Infinity;
  let highest = -Infinity;
  for (const v of v1) {
    if (v < lowest) lowest = v;
    if (v > highest) highest = v;
  }
  lowest = Math.ceil(lowest);
  highest = Math.floor(highest);
  const lines = Math.max(0, highest - lowest + 1);
  if (lines > MOST_POSITIONS) {
    throw told('rows.rowsTooClose');
  }
  const cutStart = new Uint32Array(lines + 1);
  const span = (edge: number): [number, number] => {
    const low = Math.min(v1[edge], v2[edge]);
    const high = Math.max(v1[edge], v2[edge]);
    return [Math.ceil(low), Math.ceil(high) - 1];
  };
  for (let edge = 0; edge < v1.length; edge++) {
    const [first, last] = span(edge);
    for (let line = first; line <= last; line++) cutStart[line - lowest + 1]++;
  }
  for (let line = 0; line < lines; line++) cutStart[line + 1] += cutStart[line];
  const cuts = new Float64Array(cutStart[lines]);
  const outer = new Uint8Array(cutStart[lines]);
  const fill = cutStart.slice(0, lines);
  for (let edge = 0; edge < v1.length; edge++) {
    const [first, last] = span(edge);
    if (last < first) continue;
    const slope = (u2[edge] - u1[edge]) / (v2[edge] - v1[edge]);
    for (let line = first; line <= last; line++) {
      const place = fill[line - lowest]++;
      cuts[place] = u1[edge] + slope * (line - v1[edge]);
      outer[place] = isOuter[edge];
    }
  }
  return { lowest, cutStart, cuts, outer };
}

/** Sorts one line's cuts, keeping each with its flag. Lines rarely have more than a dozen. */
function sortCuts(cuts: Float64Array, outer: Uint8Array, from: number, to: number): void {
  if (to - from > 64) {
    const order = Array.from({ length: to - from }, (_, i) => from + i).sort(
      (a, b) => cuts[a] - cuts[b],
    );
    const sortedCuts = order.map((place) => cuts[place]);
    const sortedOuter = order.map((place) => outer[place]);
    cuts.set(sortedCuts, from);
    outer.set(sortedOuter, from);
    return;
  }
  for (let i = from + 1; i < to; i++) {
    const cut = cuts[i];
    const flag = outer[i];
    let j = i - 1;
    for (; j >= from && cuts[j] > cut; j--) {
      cuts[j + 1] = cuts[j];
      outer[j + 1] = outer[j];
    }
    cuts[j + 1] = cut;
    outer[j + 1] = flag;
  }
}

export const rowCount = (lattice: Lattice): number => lattice.rowIndex.length;

/** Across-row coordinate v of a row's line. */
export const rowLine = (lattice: Lattice, row: number): number =>
  lattice.frame.anchor + lattice.rowIndex[row] * lattice.between;

/** Chainages of a row's first and last position. */
export function rowSpan(lattice: Lattice, row: number): [number, number] {
  const lastStretch = lattice.rowStretches[row + 1] - 1;
  return [
    lattice.stretchFirst[lattice.rowStretches[row]],
    lattice.stretchFirst[lastStretch] + (lattice.stretchCount[lastStretch] - 1) * lattice.step,
  ];
}
