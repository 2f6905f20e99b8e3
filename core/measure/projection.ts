import proj4 from 'proj4';
import { told } from '../say/told';
import { fromUtm, toUtm, type Point } from './plane';

/** Coordinates on a map, and how they become longitude and latitude. */
export interface Projection {
  /** As people call it: "UTM zone 33N", "EPSG:2056". */
  name: string;
  toLonLat(point: Point): Point;
  fromLonLat(point: Point): Point;
}

/** Degrees as they are. */
export const DEGREES: Projection = {
  name: 'WGS 84',
  toLonLat: (point) => point,
  fromLonLat: (point) => point,
};

/** Reads "33N", "33 south", "zone 8". @throws Told */
export function readZone(text: string): [zone: number, south: boolean] {
  const match = /^\s*(?:utm\s*)?(?:zone\s*)?(\d{1,2})\s*([a-z]*)\s*$/i.exec(text);
  const zone = match ? Number(match[1]) : 0;
  if (!match || zone < 1 || zone > 60) throw told('formats.noUtmZone', { text });
  return [zone, /^s(outh)?$/i.test(match[2])];
}

const CODE = /^\s*(?:urn:ogc:def:crs:epsg:[\d.]*:|epsg\s*:?\s*)?(\d{4,6})\s*$/i;
/** Longitude before latitude on WGS 84, as the Open Geospatial Consortium calls it. */
const CRS84 = /^\s*urn:ogc:def:crs:OGC:[\d.]*:CRS84\s*$/i;
const WKT = /^\s*(PROJCS|PROJCRS|GEOGCS|GEOGCRS|COMPD_CS|COMPOUNDCRS|BOUNDCRS)\s*\[/i;

const utmOf = (zone: number, south: boolean): Projection => ({
  name: `UTM zone ${zone}${south ? 'S' : 'N'}`,
  toLonLat: fromUtm(zone, south),
  fromLonLat: toUtm(zone, south),
});

function convert(name: string, definition: string): Projection {
  let converter: { forward(point: Point): Point; inverse(point: Point): Point };
  try {
    converter = proj4(definition, 'EPSG:4326');
    const [lon, lat] = converter.inverse([0, 0]);
    if (Number.isNaN(lon) || Number.isNaN(lat)) converter.forward([0, 0]);
  } catch {
    throw told('formats.noProjection', { found: name.slice(0, 60) });
  }
  return {
    name,
    toLonLat: ([x, y]) => converter.forward([x, y]),
    fromLonLat: ([x, y]) => converter.inverse([x, y]),
  };
}

/**
 * The projection that a file or a person names: a UTM zone ("33N"), an EPSG code ("EPSG:2056", "2056", and as the
 * URN of one), the text of a projection file, or a PROJ definition. Codes other than UTM on WGS 84 must have been learnt.
 * @throws Told with what is accepted
 */
export function projectionOf(text: string): Projection {
  const code = codeOf(text);
  if (code !== undefined) {
    if (code === 4326) return DEGREES;
    const family = Math.floor(code / 100);
    const zone = code % 100;
    if ((family === 326 || family === 327) && zone >= 1 && zone <= 60)
      return utmOf(zone, family === 327);
    const definition = definitionOf(code);
    if (!definition) throw told('formats.noProjection', { found: `EPSG:${code}` });
    return convert(`EPSG:${code}`, definition);
  }
  if (WKT.test(text)) return convert(/"([^"]+)"/.exec(text)?.[1] ?? 'projection', text.trim());
  if (/\+proj=/.test(text)) return convert('projection', text.trim());
  return utmOf(...readZone(text));
}

/** Australia's grid of 2020, which is younger than the list: zones 46 to 59. */
const MGA_2020 = 7800;

function definitionOf(code: number): string | undefined {
  const zone = code - MGA_2020;
  return zone >= 46 && zone <= 59
    ? `+proj=utm +zone=${zone} +south +ellps=GRS80 +units=m +no_defs`
    : learnt?.[`EPSG:${code}`]?.[1];
}

/** The EPSG code in a text, if it is one and nothing else. */
function codeOf(text: string): number | undefined {
  if (CRS84.test(text)) return 4326;
  const code = CODE.exec(text)?.[1];
  return code === undefined ? undefined : Number(code);
}

type Definitions = Record<string, [string, string]>;
/** Definitions of some thousand codes: read once, and only where a file or a person names one. */
let learnt: Definitions | undefined;

/**
 * Makes the codes of the EPSG list known, if a text names one.
 * @param text whatever {@link projectionOf} takes; anything else is left alone
 */
export async function learnProjection(text: string | undefined): Promise<void> {
  if (text === undefined || codeOf(text) === undefined || learnt) return;
  const list = (await import('proj4-list')) as unknown as { default?: Definitions } & Definitions;
  learnt = list.default ?? list;
}
