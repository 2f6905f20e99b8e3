export default class Delaunator {
  static from(points: readonly (readonly [number, number])[]): Delaunator;
  triangles: Uint32Array;
}
