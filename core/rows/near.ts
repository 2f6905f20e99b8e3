import Flatbush from 'flatbush';

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
 * Points that grow in number, answering how near the nearest is: a hash of square cells as wide as
 * the farthest distance ever asked for.
 */
export class PointField {
  private readonly cells = new Map<number, number[]>();
  private readonly coordinates: number[] = [];
  private readonly owners: number[] = [];

  /** @param reach metres; nothing further away is ever seen */
  constructor(private readonly reach: number) {}

  private key(x: number, y: number): number {
    return Math.floor(x / this.reach) * 67_108_864 + Math.floor(y / this.reach);
  }

  add(x: number, y: number, owner: number): void {
    const key = this.key(x, y);
    const cell = this.cells.get(key);
    if (cell) cell.push(this.owners.length);
    else this.cells.set(key, [this.owners.length]);
    this.coordinates.push(x, y);
    this.owners.push(owner);
  }

  /** Distance to the nearest point and who owns it; `reach` and −1 when there is none so near. */
  nearest(x: number, y: number, not = -1): { distance: number; owner: number } {
    let best = this.reach * this.reach;
    let owner = -1;
    for (let i = -1; i <= 1; i++) {
      for (let j = -1; j <= 1; j++) {
        const cell = this.cells.get(this.key(x + i * this.reach, y + j * this.reach));
        if (!cell) continue;
        for (const at of cell) {
          const dx = this.coordinates[2 * at] - x;
          const dy = this.coordinates[2 * at + 1] - y;
          const square = dx * dx + dy * dy;
          if (square < best && this.owners[at] !== not) {
            best = square;
            owner = this.owners[at];
          }
        }
      }
    }
    return { distance: Math.sqrt(best), owner };
  }
}
