export interface Converter {
  forward(point: [number, number]): [number, number];
  inverse(point: [number, number]): [number, number];
}
export default function proj4(from: string, to: string): Converter;
