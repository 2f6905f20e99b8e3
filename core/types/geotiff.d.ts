export interface GeoTIFFImage {
  getWidth(): number;
  getHeight(): number;
  getOrigin(): number[];
  getResolution(): number[];
  getGeoKeys(): Record<string, unknown> | null;
  getGDALNoData(): number | null;
  pixelIsArea(): boolean;
  readRasters(options: { samples: number[]; interleave: true }): Promise<ArrayLike<number>>;
}
export function fromArrayBuffer(
  buffer: ArrayBuffer,
): Promise<{ getImage(): Promise<GeoTIFFImage> }>;
