export interface ContourGenerator {
  (values: readonly number[]): { value: number; coordinates: [number, number][][][] }[];
  size(size: [number, number]): this;
  thresholds(levels: readonly number[]): this;
}
export function contours(): ContourGenerator;
