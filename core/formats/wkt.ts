import GeoJSONWriter from 'jsts/org/locationtech/jts/io/GeoJSONWriter.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import WKTReader from 'jsts/org/locationtech/jts/io/WKTReader.js';
import { told } from '../say/told';
import type { Feature, Geometry } from './geojson';

/** A shape as text (OGC 06-103r4, 7), with or without the number of its projection in front. */
const SHAPE =
  /^\s*(?:SRID\s*=\s*(\d+)\s*;)?\s*(?:(?:MULTI)?(?:POINT|LINESTRING|POLYGON)|GEOMETRYCOLLECTION)\s*(?:ZM?|M)?\s*\(/i;

/**
 * Shapes of a table that has one a line as text, "POLYGON ((10 51, …))", with the other cells as their properties.
 * @param rows with or without a heading
 * @returns nothing where no cell of the first lines holds such a text; `zone` is the projection that they name
 * @throws Told naming the line whose text is no shape
 */
export function shapesOfTable(
  rows: readonly string[][],
): { features: Feature[]; zone?: string } | undefined {
  const column = [rows[0], rows[1] ?? []]
    .map((cells) => cells.findIndex((cell) => SHAPE.test(cell)))
    .find((at) => at >= 0);
  if (column === undefined) return undefined;
  const headed = !SHAPE.test(rows[0][column] ?? '');
  const zones = new Set<string>();
  const features = rows.slice(headed ? 1 : 0).flatMap((cells, i): Feature[] => {
    const text = cells[column] ?? '';
    if (!text.trim()) return [];
    const srid = SHAPE.exec(text)?.[1];
    if (srid) zones.add(`EPSG:${srid}`);
    const properties = headed
      ? Object.fromEntries(
          rows[0].flatMap((name, at) => (at === column ? [] : [[name.trim(), cells[at] ?? '']])),
        )
      : {};
    return [
      {
        ...{ type: 'Feature', properties },
        geometry: geometryOf(text, i + 1 + (headed ? 1 : 0)),
      },
    ];
  });
  return { features, zone: zones.size === 1 ? [...zones][0] : undefined };
}

function geometryOf(text: string, line: number): Geometry {
  try {
    const plain = text.replace(/^\s*SRID\s*=\s*\d+\s*;/i, '').trim();
    return new GeoJSONWriter().write(new WKTReader(new GeometryFactory()).read(plain)) as Geometry;
  } catch {
    const open = openRing(text);
    if (open) throw told('formats.ringOpen', open);
    throw told('formats.brokenShape', { line, found: text.trim().slice(0, 40) });
  }
}

/** The first ring of an area's text that does not end where it begins. */
function openRing(text: string): { first: string; last: string } | undefined {
  if (!/POLYGON/i.test(text)) return undefined;
  for (const [, ring] of text.matchAll(/\(([^()]+)\)/g)) {
    const corners = ring
      .split(',')
      .map((corner) => corner.trim().split(/\s+/).slice(0, 2).join(', '));
    const [first, last] = [corners[0], corners.at(-1)!];
    if (corners.length > 2 && first !== last) return { first, last };
  }
  return undefined;
}
