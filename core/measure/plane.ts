import proj4 from 'proj4';

/** A pair: [longitude, latitude] in degrees, or [easting, northing] in metres. */
export type Point = [number, number];

/**
 * Metres from a point to the nearest of a straight stretch between two others.
 * @example toSegment([3, 4], [0, 0], [10, 0]) // => 4
 */
export function toSegment([x, y]: Point, [x1, y1]: Point, [x2, y2]: Point): number {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const t = Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - x1 - t * dx, y - y1 - t * dy);
}

/**
 * A line of two points or more that runs on straight past both its ends.
 * @param by metres
 * @example extended([[0, 0], [3, 4]], 10) // => [[-6, -8], [0, 0], [3, 4], [9, 12]]
 */
export function extended(line: readonly Point[], by: number): Point[] {
  const onwards = ([x1, y1]: Point, [x2, y2]: Point): Point => {
    const length = Math.hypot(x2 - x1, y2 - y1) || 1;
    return [x2 + ((x2 - x1) / length) * by, y2 + ((y2 - y1) / length) * by];
  };
  const last = line.length - 1;
  return [onwards(line[1], line[0]), ...line, onwards(line[last - 1], line[last])];
}

/** The flat drawing on which a block is laid out: metres east and north of its centre. */
export interface Plane {
  /** [longitude, latitude] of the point (0, 0). */
  origin: Point;
  toPlane(lonLat: Point): Point;
  toLonLat(metres: Point): Point;
}

/**
 * Local transverse Mercator on WGS 84, centred on the block, scale 1 at its centre. Within 5 km of
 * the centre the scale is off by less than 1 in 3 million, so a tape and the plan agree.
 * @param origin [longitude, latitude] of the block's centre, degrees
 */
export function localPlane(origin: Point): Plane {
  const [lon, lat] = origin;
  const converter = proj4(
    'EPSG:4326',
    `+proj=tmerc +lat_0=${lat} +lon_0=${lon} +k=1 +x_0=0 +y_0=0 +ellps=WGS84 +units=m +no_defs`,
  );
  return {
    origin,
    toPlane: ([x, y]) => converter.forward([x, y]),
    toLonLat: ([x, y]) => converter.inverse([x, y]),
  };
}

const utm = (zone: number, south: boolean) =>
  proj4(
    `+proj=utm +zone=${zone} ${south ? '+south ' : ''}+datum=WGS84 +units=m +no_defs`,
    'EPSG:4326',
  );

/**
 * Turns easting and northing of a UTM zone into longitude and latitude.
 * @param zone 1 to 60
 * @param south true below the equator
 */
export function fromUtm(zone: number, south: boolean): (point: Point) => Point {
  const converter = utm(zone, south);
  return ([x, y]) => converter.forward([x, y]);
}

/** Turns longitude and latitude into easting and northing of a UTM zone. */
export function toUtm(zone: number, south: boolean): (point: Point) => Point {
  const converter = utm(zone, south);
  return ([x, y]) => converter.inverse([x, y]);
}
