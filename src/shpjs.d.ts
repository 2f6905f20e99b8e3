declare module 'shpjs' {
  import type { FeatureCollection } from '$core/formats/geojson';
  export function parseZip(buffer: ArrayBuffer): Promise<FeatureCollection | FeatureCollection[]>;
}
