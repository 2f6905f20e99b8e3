export default class Flatbush {
  constructor(count: number);
  add(minX: number, minY: number, maxX?: number, maxY?: number): number;
  finish(): void;
  search(minX: number, minY: number, maxX: number, maxY: number): number[];
  neighbors(x: number, y: number, most?: number): number[];
}
