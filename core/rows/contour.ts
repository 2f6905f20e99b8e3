import { say, lengthOf, smallOf, type Message } from '../say/message';
import { told } from '../say/told';
import type { Point } from '../measure/plane';
import { groundLie, gradientAt, heightAt, type Surface } from '../ground/surface';
import { boxOf, planeArea, type Box, type MultiPolygon } from '../ground/polygon';
import { AreaIndex, peggedRow } from './clip';
import { PointField } from './near';
import { rowSetOf, type RowParts, type RowSet } from './rowset';

/** How rows follow the ground. Lengths in metres, level. */
export interface ContourOptions {
  step: number;
  /** Nominal distance between rows, measured level. */
  between: number;
  firstPeg: number;
  headland: number;
  shortest: number;
  /** A line stops where it comes nearer to its neighbour than this share of the row spacing. */
  stopUnder: number;
  /** An intermediate line starts where the gap is wider than this share of the row spacing. */
  startOver: number;
  /** Fall along the row, metres a metre, towards its far end; 0 keeps to the level. */
  fall: number;
  /** Where guide pegs are set; without one a line down the average slope through the middle. */
  baseline?: [Point, Point];
  /** Rows run with the higher ground on their right (1) or left (−1): decides which way graded rows fall. */
  side?: 1 | -1;
}

/** Why a line ends where it does. */
export type RowEnd = 'edge' | 'neighbour' | 'surface' | 'flat' | 'closed';

export interface TracedRow {
  /** Height of the guide peg the line was traced from, metres. */
  level: number;
  /** From a guide peg on the baseline, or started in a gap. */
  from: 'guide' | 'gap';
  ends: [RowEnd, RowEnd];
  /** Largest difference between the line's height and the height it should have, metres. */
  off: number;
  /** Corners, x and y in turn. */
  line: number[];
}

export interface ContourRows {
  rows: RowSet;
  /** What was traced, in the order of the rows. */
  traced: TracedRow[];
  /** Share of gaps between neighbours, in nominal spacings. */
  gaps: GapStatistics;
  notes: Message[];
}

export interface GapStatistics {
  count: number;
  smallest: number;
  median: number;
  largest: number;
  /** Share of the gaps between the stop and the start limit. */
  within: number;
}

/** Slopes under this have no direction that anyone could see: 1 in 1 000. */
const FLAT = 1e-3;
/** Guard against a surface that sends a line in circles. */
const MOST_CORNERS = 200_000;

/**
 * Contour or graded rows over a surface. Guide pegs stand on a baseline down the slope at the row
 * spacing; from each a line is traced both ways. Lines draw together and apart: one stops where it
 * comes too near a neighbour, and an intermediate line starts where a gap grows too wide, until no
 * gap is left that would take one.
 * @throws Told on level ground, a baseline that misses, or limits that contradict each other
 */
export function contourRows(
  surface: Surface,
  area: MultiPolygon,
  options: ContourOptions,
): ContourRows {
  const { stopUnder, startOver } = options;
  if (!(stopUnder > 0.1 && startOver >= 2 * stopUnder)) {
    throw told('rows.contourLimits', { stop: stopUnder, start: startOver });
  }
  const lie = groundLie(surface, area, planeArea(area));
  if (lie.steepest < FLAT || lie.highest - lie.lowest < 0.05) {
    throw told('rows.level', { height: smallOf(lie.highest - lie.lowest) });
  }
  const tracer = new Tracer(surface, area, options, lie.aspect);
  const [top, bottom] = options.baseline ?? downhillLine(area, lie.aspect);
  tracer.guides(top, bottom);
  if (!tracer.traced.length) {
    throw told('rows.noContour', { baseline: options.baseline ? 'drawn' : 'none' });
  }
  tracer.fillGaps();
  return tracer.finish(downhillOrder(top, bottom));
}

/** A line through the middle of an area in the direction of its fall, long enough to cross it. */
function downhillLine(area: MultiPolygon, aspect: number): [Point, Point] {
  const box = boxOf(area.flat(2));
  const middle: Point = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const half = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / 2;
  const [dx, dy] = [Math.sin(aspect) * half, Math.cos(aspect) * half];
  return [
    [middle[0] - dx, middle[1] - dy],
    [middle[0] + dx, middle[1] + dy],
  ];
}

/** How far down the baseline a place lies. */
const downhillOrder =
  ([x1, y1]: Point, [x2, y2]: Point) =>
  (x: number, y: number): number =>
    (x - x1) * (x2 - x1) + (y - y1) * (y2 - y1);

class Tracer {
  readonly traced: TracedRow[] = [];
  private readonly field: PointField;
  private readonly index: AreaIndex;
  private readonly box: Box;
  private readonly ds: number;
  private readonly gradient = new Float64Array(2);
  private dropped = 0;
  /** The direction last found, a unit vector. */
  private dx = 0;
  private dy = 0;

  constructor(
    private readonly surface: Surface,
    area: MultiPolygon,
    private readonly options: ContourOptions,
    private readonly aspect: number,
  ) {
    const { between, stopUnder, step } = options;
    this.index = new AreaIndex(area);
    const box = boxOf(area.flat(2));
    this.box = {
      minX: box.minX - between,
      minY: box.minY - between,
      maxX: box.maxX + between,
      maxY: box.maxY + between,
    };
    this.field = new PointField(this.box, between * stopUnder);
    // Fine enough for the surface's bends and for neighbours to be seen, no finer.
    this.ds = Math.max(0.2, Math.min(surface.cell / 2, between / 3, Math.max(step, 0.5)));
  }

  /** Traces from pegs on the baseline at the row spacing. */
  guides(top: Point, bottom: Point): void {
    const { between } = this.options;
    const length = Math.hypot(bottom[0] - top[0], bottom[1] - top[1]);
    if (!(length > 0)) return;
    for (let along = between / 2; along <= length; along += between) {
      const t = along / length;
      this.tryFrom(top[0] + t * (bottom[0] - top[0]), top[1] + t * (bottom[1] - top[1]), 'guide');
    }
  }

  /** Traces intermediate lines wherever the gap beside a line is wider than the start limit. */
  fillGaps(): void {
    const { between, startOver } = this.options;
    const close = (startOver - 1) * between;
    for (let row = 0; row < this.traced.length; row++) {
      const { line } = this.traced[row];
      const every = Math.max(1, Math.round(between / 2 / this.ds));
      for (let i = 0; i < line.length / 2; i += every) {
        const [x, y] = [line[2 * i], line[2 * i + 1]];
        gradientAt(this.surface, x, y, this.gradient);
        const steep = Math.hypot(this.gradient[0], this.gradient[1]);
        if (!(steep > FLAT)) continue;
        const [nx, ny] = [this.gradient[0] / steep, this.gradient[1] / steep];
        for (const side of [1, -1]) {
          const [bx, by] = [x + side * between * nx, y + side * between * ny];
          // Mostly a neighbour is so near that nothing starts between: a short look tells that.
          if (this.field.nearest(bx, by, close, row) < close) continue;
          const beyond = this.field.nearest(bx, by, between, row);
          // The neighbour's distance from a point one spacing away, plus that spacing, is the gap.
          const gap = 1 + beyond / between;
          if (gap <= startOver) continue;
          const out = (side * between * gap) / 2;
          if (this.index.inside(x + out * nx, y + out * ny))
            this.tryFrom(x + out * nx, y + out * ny, 'gap');
        }
      }
    }
  }

  /** Traces a line through a place and keeps it when enough of it lies in the area. */
  private tryFrom(x: number, y: number, from: TracedRow['from']): void {
    const { between, stopUnder, shortest, step } = this.options;
    const level = heightAt(this.surface, x, y);
    if (Number.isNaN(level)) return;
    const stop = between * stopUnder;
    if (this.near(x, y, stop)) return;
    const ahead = this.walk(x, y, level, 1, stop);
    const back = ahead.end === 'closed' ? undefined : this.walk(x, y, level, -1, stop);
    const line: number[] = [];
    if (back)
      for (let i = back.line.length - 2; i >= 0; i -= 2) line.push(back.line[i], back.line[i + 1]);
    line.push(x, y, ...ahead.line);
    const inside = this.index.clip(line, 0).reduce((sum, { from: a, to: b }) => sum + b - a, 0);
    if (inside < Math.max(shortest, step)) {
      if (inside > 0 && from === 'guide') this.dropped++;
      return;
    }
    const number = this.traced.length;
    for (let i = 0; i < line.length; i += 2) this.field.add(line[i], line[i + 1], number);
    this.traced.push({
      level,
      from,
      ends: [back?.end ?? 'closed', ahead.end],
      off: Math.max(ahead.off, back?.off ?? 0),
      line,
    });
  }

  /**
   * Walks one way from a place. Each step goes along the slope turned by the fall (midpoint rule),
   * then is drawn up or down the gradient until it stands at its height (Newton).
   */
  private walk(x0: number, y0: number, level: number, way: 1 | -1, stop: number) {
    const { fall } = this.options;
    const line: number[] = [];
    const { surface, gradient, ds, box } = this;
    let [x, y, walked, off] = [x0, y0, 0, 0];
    const direction = (px: number, py: number): boolean => {
      gradientAt(surface, px, py, gradient);
      const steep = Math.hypot(gradient[0], gradient[1]);
      const turn = fall / steep;
      if (!(steep > FLAT) || Math.abs(turn) > 0.9) return false;
      const [ux, uy] = [gradient[0] / steep, gradient[1] / steep];
      const level = Math.sqrt(1 - turn * turn) * way * (this.options.side ?? 1);
      this.dx = level * -uy - way * turn * ux;
      this.dy = level * ux - way * turn * uy;
      return true;
    };
    const ended = (end: RowEnd) => ({ line, end, off });
    while (line.length < MOST_CORNERS) {
      if (!direction(x, y)) return ended(Number.isNaN(gradient[0]) ? 'surface' : 'flat');
      if (!direction(x + (this.dx * ds) / 2, y + (this.dy * ds) / 2))
        return ended(Number.isNaN(gradient[0]) ? 'surface' : 'flat');
      walked += ds;
      const wanted = level - way * fall * walked;
      const stood = this.stand(x + this.dx * ds, y + this.dy * ds, wanted);
      const { error, x: nx, y: ny } = stood;
      if (Number.isNaN(error)) return ended('surface');
      const moved = Math.hypot(nx - x, ny - y);
      // A correction that throws the line about means a top, a pit or a saddle.
      if (Math.abs(error) > 0.04 || moved > 2 * ds || moved < ds / 4) return ended('flat');
      if (nx < box.minX || nx > box.maxX || ny < box.minY || ny > box.maxY) return ended('edge');
      if (this.near(nx, ny, stop) || this.near((x + nx) / 2, (y + ny) / 2, stop)) {
        // The line goes on to the very place where its limit is reached, at its height there.
        let [clear, barred] = [0, 1];
        for (let turn = 0; turn < 20; turn++) {
          const t = (clear + barred) / 2;
          if (this.near(x + t * (nx - x), y + t * (ny - y), stop)) barred = t;
          else clear = t;
        }
        const end = this.stand(
          x + clear * (nx - x),
          y + clear * (ny - y),
          wanted + way * fall * ds * (1 - clear),
        );
        if (clear * ds > 0.01 && Math.abs(end.error) < 1e-3 && !this.near(end.x, end.y, stop))
          line.push(end.x, end.y);
        return ended('neighbour');
      }
      off = Math.max(off, Math.abs(error));
      line.push(nx, ny);
      if (walked > 4 * ds && Math.hypot(nx - x0, ny - y0) < ds) {
        line.push(x0, y0);
        return ended('closed');
      }
      // A spiral on a hill top would come upon itself: a line stops at its own earlier turns too.
      if (fall && this.crossesItself(line, nx, ny, stop, walked)) return ended('neighbour');
      x = nx;
      y = ny;
    }
    return ended('flat');
  }

  /** A place drawn up or down the gradient until it stands at a height (Newton), and what is left amiss. */
  private stand(x: number, y: number, wanted: number): { x: number; y: number; error: number } {
    const { surface, gradient } = this;
    let error = 0;
    for (let turn = 0; turn < 6; turn++) {
      error = heightAt(surface, x, y) - wanted;
      if (!(Math.abs(error) > 1e-4)) break;
      gradientAt(surface, x, y, gradient);
      const square = gradient[0] * gradient[0] + gradient[1] * gradient[1];
      if (!(square > FLAT * FLAT)) break;
      x -= (error * gradient[0]) / square;
      y -= (error * gradient[1]) / square;
    }
    return { x, y, error };
  }

  /**
   * Whether a place is nearer to a line that is traced already than lines may be. The foot of the distance
   * to a leg lies within half of it from a corner, so most places are told by the corners alone.
   */
  private near(x: number, y: number, stop: number): boolean {
    // A step is drawn to its height and may come out longer, up to twice.
    const band = Math.hypot(stop, this.ds);
    const corner = this.field.nearest(x, y, band);
    if (corner >= band || corner < stop) return corner < stop;
    return this.field.nearestLine(x, y, stop, 2 * this.ds) < stop;
  }

  private crossesItself(
    line: number[],
    x: number,
    y: number,
    stop: number,
    walked: number,
  ): boolean {
    if (walked < 4 * stop) return false;
    const skip = Math.ceil((3 * stop) / this.ds);
    for (let i = 0; i < line.length / 2 - skip; i += 2) {
      if (Math.hypot(line[2 * i] - x, line[2 * i + 1] - y) < stop) return true;
    }
    return false;
  }

  /** Sorts, numbers and pegs the rows. */
  finish(downhill: (x: number, y: number) => number): ContourRows {
    const { options } = this;
    const middle = ({ line }: TracedRow): [number, number] => {
      const at = 2 * Math.floor(line.length / 4);
      return [line[at], line[at + 1]];
    };
    this.traced.sort((a, b) => downhill(...middle(a)) - downhill(...middle(b)));
    const parts: RowParts[] = [];
    const kept: TracedRow[] = [];
    for (const traced of this.traced) {
      const row = peggedRow(this.index, traced.line, undefined, {
        step: options.step,
        phase: options.firstPeg,
        headland: options.headland,
        shortest: options.shortest,
      });
      if (!row) continue;
      kept.push(traced);
      parts.push(row);
    }
    const bearing = this.aspect + (Math.PI / 2) * (options.side ?? 1);
    const rows = rowSetOf(
      {
        frame: { bearing, side: 1, baseline: 0, anchor: 0 },
        straight: false,
        step: options.step,
        between: options.between,
      },
      parts,
    );
    const notes: Message[] = [];
    const started = kept.filter(({ from }) => from === 'gap').length;
    const stopped = kept.flatMap(({ ends }) => ends).filter((end) => end === 'neighbour').length;
    if (started || stopped) {
      notes.push(
        say('rows.noteIntermediate', {
          started,
          over: options.startOver,
          stopped,
          under: options.stopUnder,
        }),
      );
    }
    if (this.dropped)
      notes.push(
        say('rows.noteShortLines', {
          pegs: this.dropped,
          least: lengthOf(Math.max(options.shortest, options.step)),
        }),
      );
    return { rows, traced: kept, gaps: this.gapStatistics(kept), notes };
  }

  /** Gaps downhill of each traced point that lies in the area, to the next line. */
  private gapStatistics(kept: readonly TracedRow[]): GapStatistics {
    const { between, stopUnder, startOver } = this.options;
    const lines = new PointField(this.box, between);
    kept.forEach(({ line }, row) => {
      for (let i = 0; i < line.length; i += 2) lines.add(line[i], line[i + 1], row);
    });
    const gaps: number[] = [];
    kept.forEach(({ line }, row) => {
      for (let i = 0; i < line.length; i += 8) {
        if (!this.index.inside(line[i], line[i + 1])) continue;
        // Most neighbours are a spacing away: the far look is for the others.
        let distance = lines.nearest(line[i], line[i + 1], 1.25 * between, row);
        if (lines.owner < 0) distance = lines.nearest(line[i], line[i + 1], 2 * between, row);
        if (lines.owner >= 0) gaps.push(distance / between);
      }
    });
    gaps.sort((a, b) => a - b);
    const at = (share: number) => gaps[Math.floor((gaps.length - 1) * share)] ?? NaN;
    return {
      count: gaps.length,
      smallest: at(0),
      median: at(0.5),
      largest: at(1),
      within:
        gaps.filter((gap) => gap >= stopUnder && gap <= startOver).length / (gaps.length || 1),
    };
  }
}
