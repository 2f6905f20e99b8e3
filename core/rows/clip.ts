import type { Point } from '../measure/plane';
import type { MultiPolygon } from '../ground/polygon';
import type { RowParts } from './rowset';

/** A part of a line that lies inside an area, by chainage. */
export interface Interval {
  from: number;
  to: number;
  /** Whether the end lies on an outer ring (a headland is kept there) rather than on a hole or a line's own end. */
  fromOuter: boolean;
  toOuter: boolean;
}

/**
 * An area made ready for many questions: its edges sorted into level strips, so that a question
 * looks at a few edges and not at all of them.
 */
export class AreaIndex {
  private readonly edges: Float64Array;
  private readonly outer: Uint8Array;
  private readonly strips: number[][];
  private readonly minY: number;
  private readonly height: number;

  constructor(readonly area: MultiPolygon) {
    const edges: number[] = [];
    const outer: number[] = [];
    for (const rings of area) {
      rings.forEach((ring, ringNumber) => {
        for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
          edges.push(ring[j][0], ring[j][1], ring[i][0], ring[i][1]);
          outer.push(ringNumber === 0 ? 1 : 0);
        }
      });
    }
    this.edges = Float64Array.from(edges);
    this.outer = Uint8Array.from(outer);
    let [minY, maxY] = [Infinity, -Infinity];
    for (let i = 1; i < edges.length; i += 2) {
      if (edges[i] < minY) minY = edges[i];
      if (edges[i] > maxY) maxY = edges[i];
    }
    const count = Math.max(1, Math.min(4096, outer.length));
    this.minY = minY;
    this.height = Math.max(1e-9, (maxY - minY) / count);
    this.strips = Array.from({ length: count }, () => []);
    for (let edge = 0; edge < outer.length; edge++) {
      const [first, last] = this.stripsOf(this.edges[4 * edge + 1], this.edges[4 * edge + 3]);
      for (let strip = first; strip <= last; strip++) this.strips[strip].push(edge);
    }
  }

  private stripOf(y: number): number {
    return Math.max(0, Math.min(this.strips.length - 1, Math.floor((y - this.minY) / this.height)));
  }

  private stripsOf(y1: number, y2: number): [number, number] {
    const [a, b] = [this.stripOf(y1), this.stripOf(y2)];
    return a < b ? [a, b] : [b, a];
  }

  /** Is the point inside, by the even-odd rule? */
  inside(x: number, y: number): boolean {
    let inside = false;
    const { edges } = this;
    for (const edge of this.strips[this.stripOf(y)]) {
      const y1 = edges[4 * edge + 1];
      const y2 = edges[4 * edge + 3];
      if (y1 > y === y2 > y) continue;
      const x1 = edges[4 * edge];
      if (x < ((edges[4 * edge + 2] - x1) * (y - y1)) / (y2 - y1) + x1) inside = !inside;
    }
    return inside;
  }

  /** Metres to the nearest edge, looking no further than a limit; the limit when there is none. */
  toEdge(x: number, y: number, limit: number): number {
    let nearest = limit;
    const [first, last] = this.stripsOf(y - limit, y + limit);
    for (let strip = first; strip <= last; strip++) {
      for (const edge of this.strips[strip]) {
        const x1 = this.edges[4 * edge];
        const y1 = this.edges[4 * edge + 1];
        const dx = this.edges[4 * edge + 2] - x1;
        const dy = this.edges[4 * edge + 3] - y1;
        const t = Math.max(
          0,
          Math.min(1, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy || 1)),
        );
        nearest = Math.min(nearest, Math.hypot(x - x1 - t * dx, y - y1 - t * dy));
      }
    }
    return nearest;
  }

  /**
   * The parts of a line that lie inside. The line is parted wherever it meets an edge, and each part
   * is judged by its middle, so that a line running along an edge does no harm.
   * @param line corners, x and y in turn
   * @param start chainage of the first corner
   */
  clip(line: ArrayLike<number>, start: number): Interval[] {
    const cuts: { at: number; outer: boolean }[] = [];
    let chainage = start;
    const corners = line.length / 2;
    const starts = new Float64Array(corners);
    starts[0] = start;
    for (let i = 1; i < corners; i++) {
      const x1 = line[2 * i - 2];
      const y1 = line[2 * i - 1];
      const dx = line[2 * i] - x1;
      const dy = line[2 * i + 1] - y1;
      const length = Math.hypot(dx, dy);
      this.cutsOf(x1, y1, dx, dy, (t, outer) => cuts.push({ at: chainage + t * length, outer }));
      chainage += length;
      starts[i] = chainage;
    }
    cuts.sort((a, b) => a.at - b.at);
    const bounds = [{ at: start, outer: false }, ...cuts, { at: chainage, outer: false }];
    const out: Interval[] = [];
    let leg = 0;
    for (let i = 0; i + 1 < bounds.length; i++) {
      const [from, to] = [bounds[i], bounds[i + 1]];
      if (to.at - from.at < 1e-9) continue;
      const middle = (from.at + to.at) / 2;
      while (leg < corners - 2 && starts[leg + 1] <= middle) leg++;
      const share = (middle - starts[leg]) / (starts[leg + 1] - starts[leg] || 1);
      const x = line[2 * leg] + share * (line[2 * leg + 2] - line[2 * leg]);
      const y = line[2 * leg + 1] + share * (line[2 * leg + 3] - line[2 * leg + 1]);
      if (!this.inside(x, y)) continue;
      const before = out.at(-1);
      if (before && from.at - before.to < 1e-9) {
        before.to = to.at;
        before.toOuter = to.outer;
      } else out.push({ from: from.at, to: to.at, fromOuter: from.outer, toOuter: to.outer });
    }
    return out;
  }

  /** Calls back with each place where a leg meets an edge, as a share of the leg. */
  private cutsOf(
    x: number,
    y: number,
    dx: number,
    dy: number,
    cut: (t: number, outer: boolean) => void,
  ): void {
    const { edges } = this;
    const [first, last] = this.stripsOf(y, y + dy);
    for (let strip = first; strip <= last; strip++) {
      for (const edge of this.strips[strip]) {
        const ex = edges[4 * edge];
        const ey = edges[4 * edge + 1];
        const sx = edges[4 * edge + 2] - ex;
        const sy = edges[4 * edge + 3] - ey;
        const cross = dx * sy - dy * sx;
        if (cross === 0) continue;
        const t = ((ex - x) * sy - (ey - y) * sx) / cross;
        const u = ((ex - x) * dy - (ey - y) * dx) / cross;
        // An edge that spans several strips is met in the one where the meeting lies.
        if (t < 0 || t > 1 || u < 0 || u > 1) continue;
        if (first !== last && this.stripOf(y + t * dy) !== strip) continue;
        cut(t, this.outer[edge] === 1);
      }
    }
  }
}

export interface PegOptions {
  step: number;
  /** Chainage of a peg; the others follow at whole steps from it. */
  phase: number;
  /** Metres kept free at ends on an outer ring. */
  headland: number;
  /** Parts shorter than this many metres are dropped. */
  shortest: number;
}

/** First chainage and count, in turn, of the pegs that stand on the inside parts of a line. */
export function pegStretches(intervals: readonly Interval[], options: PegOptions): number[] {
  const { step, phase, headland, shortest } = options;
  const stretches: number[] = [];
  let lastUsed = -Infinity;
  for (const { from, to, fromOuter, toOuter } of intervals) {
    const start = from + (fromOuter ? headland : 0);
    const end = to - (toOuter ? headland : 0);
    if (end < start || end - start < shortest) continue;
    const first = Math.max(Math.ceil((start - phase) / step - 1e-9), lastUsed + 1);
    const last = Math.floor((end - phase) / step + 1e-9);
    if (last < first) continue;
    lastUsed = last;
    stretches.push(phase + first * step, last - first + 1);
  }
  return stretches;
}

/**
 * A line made into a row: pegs on its inside parts, the line cut off outside them.
 * @param line corners, x and y in turn
 * @param start chainage of the first corner; undefined counts from where the line enters the area
 */
export function peggedRow(
  index: AreaIndex,
  line: ArrayLike<number>,
  start: number | undefined,
  options: PegOptions,
): RowParts | undefined {
  let from = start ?? 0;
  let intervals = index.clip(line, from);
  if (!intervals.length) return undefined;
  if (start === undefined) {
    from = -intervals[0].from;
    intervals = intervals.map((part) => ({ ...part, from: part.from + from, to: part.to + from }));
  }
  const stretches = pegStretches(intervals, options);
  if (!stretches.length) return undefined;
  const cut = cutLine(line, from, intervals[0].from, intervals[intervals.length - 1].to);
  return { ...cut, step: options.step, listed: false, stretches };
}

/** The part of a line between two chainages. */
function cutLine(
  line: ArrayLike<number>,
  start: number,
  first: number,
  last: number,
): { line: number[]; start: number } {
  const out: number[] = [];
  let chainage = start;
  let begins = start;
  for (let i = 1; i < line.length / 2; i++) {
    const [x, y] = [line[2 * i - 2], line[2 * i - 1]];
    const [dx, dy] = [line[2 * i] - x, line[2 * i + 1] - y];
    const length = Math.hypot(dx, dy);
    const [a, b] = [Math.max(first, chainage), Math.min(last, chainage + length)];
    if (b > a && length > 0) {
      if (!out.length) {
        begins = a;
        const t = (a - chainage) / length;
        out.push(x + t * dx, y + t * dy);
      }
      const t = (b - chainage) / length;
      out.push(x + t * dx, y + t * dy);
    }
    chainage += length;
  }
  return { line: out, start: begins };
}

export const asFlat = (points: readonly Point[]): number[] => points.flat();
