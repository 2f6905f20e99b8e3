import type { FeatureCollection } from '../formats/geojson';
export function parseZip(buffer: ArrayBuffer): Promise<FeatureCollection | FeatureCollection[]>;
