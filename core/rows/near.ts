import Flatbush from 'flatbush';
import type { Box } from '../ground/polygon';

/**
 * For each place the index of the nearest of some centres.
 * @param centres x and y in turn, at least one
 * @param places x and y in turn
 */
export function nearestPoints(centres: Float64Array, places: ArrayLike<number>): Int32Array {
  const index = new Flatbush(centres.length / 2);
  for (let i = 0; i < centres.length; i += 2) index.add(centres[i], centres[i + 1]);
  index.finish();
  return Int32Array.from(
    { length: places.length / 2 },
    (_, i) => index.neighbors(places[2 * i], places[2 * i + 1], 1)[0],
  );
}

/**
 * Points that grow in number, answering how near the nearest is: square cells, each with a chain of
 * its points, so that a question looks at a handful of them.
 */
export class PointField {
  private readonly columns: number;
  private readonly rows: number;
  private readonly head: Int32Array;
  private next = new Int32Array(1024);
  private xy = new Float64Array(2048);
  private owners = new Int32Array(1024);
  private count = 0;
  /** Of the last question: who owns the nearest point, −1 for nobody. */
  owner = -1;

  /**
   * @param box metres, in which all points lie
   * @param cell metres; best the distance most often asked about
   */
  constructor(
    private readonly box: Box,
    private readonly cell: number,
  ) {
    this.columns = Math.max(1, Math.ceil((box.maxX - box.minX) / cell));
    this.rows = Math.max(1, Math.ceil((box.maxY - box.minY) / cell));
    this.head = new Int32Array(this.columns * this.rows).fill(-1);
  }

  private column(x: number): number {
    return Math.max(0, Math.min(this.columns - 1, Math.floor((x - this.box.minX) / this.cell)));
  }

  private row(y: number): number {
    return Math.max(0, Math.min(this.rows - 1, Math.floor((y - this.box.minY) / this.cell)));
  }

  add(x: number, y: number, owner: number): void {
    if (this.count === this.owners.length) this.grow();
    const at = this.count++;
    this.xy[2 * at] = x;
    this.xy[2 * at + 1] = y;
    this.owners[at] = owner;
    const cell = this.row(y) * this.columns + this.column(x);
    this.next[at] = this.head[cell];
    this.head[cell] = at;
  }

  private grow(): void {
    const { next, xy, owners } = this;
    this.next = new Int32Array(2 * next.length);
    this.next.set(next);
    this.owners = new Int32Array(2 * owners.length);
    this.owners.set(owners);
    this.xy = new Float64Array(2 * xy.length);
    this.xy.set(xy);
  }

  /**
   * Distance to the nearest point, looking no further than a limit; the limit when there is none.
   * @param not an owner whose points do not count
   */
  nearest(x: number, y: number, limit: number, not = -1): number {
    let best = limit * limit;
    this.owner = -1;
    const [first, last] = [this.column(x - limit), this.column(x + limit)];
    const top = this.row(y + limit);
    for (let row = this.row(y - limit); row <= top; row++) {
      for (let column = first; column <= last; column++) {
        for (let at = this.head[row * this.columns + column]; at >= 0; at = this.next[at]) {
          const dx = this.xy[2 * at] - x;
          const dy = this.xy[2 * at + 1] - y;
          const square = dx * dx + dy * dy;
          if (square < best && this.owners[at] !== not) {
            best = square;
            this.owner = this.owners[at];
          }
        }
      }
    }
    return Math.sqrt(best);
  }

  /**
   * Distance to the nearest line, looking no further than a limit; the limit when there is none. Points that
   * one owner added one after the other are the corners of its line.
   * @param reach the longest leg of any line, metres
   */
  nearestLine(x: number, y: number, limit: number, reach: number): number {
    let best = limit * limit;
    const { xy, owners, count } = this;
    const far = limit + reach;
    const [first, last] = [this.column(x - far), this.column(x + far)];
    const top = this.row(y + far);
    for (let row = this.row(y - far); row <= top; row++) {
      for (let column = first; column <= last; column++) {
        for (let at = this.head[row * this.columns + column]; at >= 0; at = this.next[at]) {
          const [ax, ay] = [xy[2 * at] - x, xy[2 * at + 1] - y];
          let square = ax * ax + ay * ay;
          if (at + 1 < count && owners[at + 1] === owners[at]) {
            const [dx, dy] = [xy[2 * at + 2] - x - ax, xy[2 * at + 3] - y - ay];
            const t = Math.max(0, Math.min(1, -(ax * dx + ay * dy) / (dx * dx + dy * dy || 1)));
            square = (ax + t * dx) ** 2 + (ay + t * dy) ** 2;
          }
          if (square < best) best = square;
        }
      }
    }
    return Math.sqrt(best);
  }
}
