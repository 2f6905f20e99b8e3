import type { FeatureCollection } from '../formats/geojson';
export function kml(document: unknown): FeatureCollection;
export function gpx(document: unknown): FeatureCollection;
