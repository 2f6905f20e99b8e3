export default class Flatbush {
  constructor(count: number);
  add(minX: number, minY: number, maxX?: number, maxY?: number): number;
  finish(): void;
  neighbors(x: number, y: number, most?: number): number[];
}
