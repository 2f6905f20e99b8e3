import { expose, transfer } from 'comlink';
import { splitBy } from '$core/ground/edit';
import { checkBoundary, mendBoundary, overlaps } from '$core/ground/boundary';
import { levelLines, type LevelLines } from '$core/ground/contour-lines';
import type { Keepout } from '$core/ground/keepouts';
import { plantableArea, type Plantable } from '$core/ground/plantable';
import { mapPoints, planeArea, type MultiPolygon } from '$core/ground/polygon';
import {
  contourInterval,
  groundLie,
  hillShade,
  profile,
  surfaceArea,
  type GroundLie,
  type ProfilePoint,
  type Surface,
} from '$core/ground/surface';
import { cutZone, type ZoneCut } from '$core/ground/zone-cut';
import type { Zone } from '$core/ground/zones';
import { readElevation, type ElevationOptions } from '$core/formats/elevation';
import {
  boundaryOf,
  readBoundary,
  readShapefile,
  readShapes,
  type ReadOptions,
} from '$core/formats/read';
import { unpacked } from '$core/formats/archive';
import type { Message } from '$core/say/message';
import { isTold, told } from '$core/say/told';
import { withoutTheBlock } from '$core/formats/brought';
import { crsNamed } from '$core/formats/geojson';
import { learnProjection } from '$core/measure/projection';
import { localPlane, type Point } from '$core/measure/plane';
import { layoutGround, type Card } from '$core/rows/ground';
import {
  driftOf,
  layOut,
  layoutOfStored,
  type Drift,
  type Layout,
  type LayoutGround,
  type LayoutParameters,
  type StoredLayout,
} from '$core/rows/layout';
import {
  allowedOn,
  continueRows,
  rowsOfVersion,
  wouldContinue,
  type WouldContinue,
} from '$core/rows/continue';
import { searchBearings, type BearingResult } from '$core/rows/search';
import { tell, tellLater, type Told } from './told';

let ground: LayoutGround | undefined;
let surface: Surface | undefined;

/** A surface drawn: shading a pixel a node, level lines, and how the block lies on it. */
export interface Relieved {
  pixels: Uint8ClampedArray<ArrayBuffer>;
  columns: number;
  rows: number;
  box: [number, number, number, number];
  lines: LevelLines[];
  interval: number;
  lie: GroundLie;
}

/** Shade as ink over paper: dark on the lee of the light, a breath of white towards it. */
function paint(of: Surface): Uint8ClampedArray<ArrayBuffer> {
  const shade = hillShade(of);
  const pixels = new Uint8ClampedArray(4 * shade.length);
  const flat = Math.SQRT1_2;
  for (let row = 0; row < of.rows; row++) {
    for (let column = 0; column < of.columns; column++) {
      const value = shade[row * of.columns + column];
      const at = 4 * ((of.rows - 1 - row) * of.columns + column);
      const away = Number.isNaN(value) ? 0 : value - flat;
      const tone = away < 0 ? 20 : 255;
      pixels[at] = pixels[at + 1] = pixels[at + 2] = tone;
      pixels[at + 3] = Math.min(255, Math.abs(away) * (away < 0 ? 520 : 700));
    }
  }
  return pixels;
}

/** A file as it is read: the text of one that came packed, an archive with a shapefile as it is. */
function opened(contents: string | ArrayBuffer, fileName: string) {
  const within = typeof contents === 'string' ? undefined : unpacked(contents, fileName);
  return within ? { contents: within.text, fileName: within.fileName } : { contents, fileName };
}

/** Makes the projections known that a person or the file itself names. */
async function learnNamed(contents: string | ArrayBuffer, { zone }: ReadOptions): Promise<void> {
  await learnProjection(zone);
  if (typeof contents === 'string') await learnProjection(crsNamed(contents));
}

/** Core functions off the main thread. */
const worker = {
  readBoundary: (given: string | ArrayBuffer, called: string, options: ReadOptions, near?: Point) =>
    tellLater(async () => {
      const { contents, fileName } = opened(given, called);
      await learnNamed(contents, options);
      const read =
        typeof contents === 'string'
          ? readBoundary(contents, fileName, options)
          : boundaryOf(await readShapefile(contents, options), fileName);
      const { parts, notes } = mendBoundary(read.parts, near);
      return {
        ...read,
        parts,
        notes: [...read.notes, ...notes],
        stands: read.stands.map(({ name, parts }) => ({ name, ...mendBoundary(parts, near) })),
      };
    }),
  /** Square metres of the part that stays and of what is cut off. */
  splitAreas: (boundary: MultiPolygon, line: Point[]): Told<[number, number]> =>
    tell(() => {
      const [stays, ...others] = splitBy(boundary, line);
      return [planeArea(stays), planeArea(others.flat())];
    }),
  overlaps: (
    parts: MultiPolygon,
    blocks: readonly { name: string; boundary: MultiPolygon }[],
  ): Told<Message[]> => tell(() => overlaps(parts, blocks)),
  /** @param block boundary of the block that they are brought to, where the block itself is not among them */
  readShapes: (
    given: string | ArrayBuffer,
    called: string,
    options: ReadOptions,
    block?: MultiPolygon,
  ) =>
    tellLater(async () => {
      const { contents, fileName } = opened(given, called);
      await learnNamed(contents, options);
      const read =
        typeof contents === 'string'
          ? readShapes(contents, fileName, options)
          : await readShapefile(contents, options);
      return block ? withoutTheBlock(read, block) : read;
    }),
  readElevation: (
    contents: string | ArrayBuffer,
    fileName: string,
    options: ElevationOptions,
    boundary: MultiPolygon,
    origin: Point,
  ) => tellLater(() => readElevation(contents, fileName, options, boundary, localPlane(origin))),
  plantable: (
    boundary: MultiPolygon,
    keepouts: Keepout[],
    margin: number,
    origin: Point,
  ): Told<Plantable> =>
    tell(() => plantableArea(checkBoundary(boundary), keepouts, margin, localPlane(origin))),
  setSurface: (given: Surface | undefined) => {
    surface = given;
    if (ground) ground = { ...ground, surface };
  },
  /** @param unit metres of the unit in which level lines stand a round step apart */
  relief: (boundary: MultiPolygon, unit: number): Told<Relieved> =>
    tell(() => {
      if (!surface) throw told('ground.noElevation');
      const lie = groundLie(surface, boundary, planeArea(boundary));
      const interval = contourInterval(lie.lowest, lie.highest, unit);
      const [[[[west, south], , [east, north]]]] = surfaceArea(surface);
      const pixels = paint(surface);
      return transfer(
        {
          pixels,
          columns: surface.columns,
          rows: surface.rows,
          box: [west, south, east, north] as Relieved['box'],
          lines: levelLines(surface, interval),
          interval,
          lie,
        },
        [pixels.buffer],
      );
    }),
  profile: (line: Point[]): Told<ProfilePoint[]> =>
    tell(() => {
      if (!surface) throw told('ground.profileNeedsHeights');
      return profile(surface, line);
    }),
  /** Slope of each zone, by the mean over its nodes; undefined where no height is known. */
  zoneSlopes: (zones: Zone[], origin: Point): (number | undefined)[] =>
    zones.map(({ parts }) => {
      if (!surface) return undefined;
      try {
        const inPlane = mapPoints(parts, localPlane(origin).toPlane);
        return groundLie(surface, inPlane, planeArea(inPlane)).meanSlope;
      } catch {
        return undefined;
      }
    }),
  cutZone: (cut: ZoneCut, boundary: MultiPolygon, origin: Point): Told<MultiPolygon> =>
    tell(() => mapPoints(cutZone(surface, boundary, cut), localPlane(origin).toLonLat)),
  setGround: (
    plantable: Pick<Plantable, 'boundary' | 'area' | 'keptOut' | 'limits'>,
    zones: Zone[],
    cards: Card[],
    origin: Point,
  ) => {
    ground = layoutGround(plantable, zones, cards, localPlane(origin), surface);
  },
  layOut: (parameters: LayoutParameters): Told<Layout> =>
    tell(() => {
      if (!ground) throw told('ground.notRead');
      return layOut(ground, parameters);
    }),
  /** A kept version as it stands, and what laying it anew today would change. */
  showVersion: (stored: StoredLayout): Told<{ layout: Layout; drift?: Drift }> =>
    tell(() => {
      if (!ground) throw told('ground.notRead');
      const layout = layoutOfStored(stored, ground.surface);
      try {
        return { layout, drift: driftOf(stored, ground) };
      } catch (error) {
        // Where it cannot be laid at all any more, it is still what it is.
        if (!isTold(error)) throw error;
        const { trees } = layout.figures;
        const then = stored.plantableArea;
        return {
          layout,
          drift: {
            ...{ trees: trees.value, anew: 0, rows: stored.rows.length },
            ...{ groundThen: then, groundNow: planeArea(ground.plantable) },
          },
        };
      }
    }),
  /** What releasing a version over one that has been begun would leave, give up and add. */
  wouldContinue: (
    before: StoredLayout,
    after: StoredLayout,
    planted: [row: number, trees: number][],
  ): Told<WouldContinue> =>
    tell(() => {
      if (!ground) throw told('ground.notRead');
      const { shortest } = after.parameters;
      const versions = [rowsOfVersion(before), rowsOfVersion(after)] as const;
      return wouldContinue(
        continueRows(...versions, new Map(planted), allowedOn(ground), shortest),
      );
    }),
  /** To stop a search, its worker is ended: nothing of it needs keeping. */
  search: (
    given: LayoutGround,
    parameters: LayoutParameters,
    progress: (done: number) => void,
  ): Told<BearingResult[]> =>
    tell(() =>
      searchBearings(given, parameters, 360, (done) => {
        progress(done);
        return true;
      }),
    ),
  ground: () => ground,
};

export type CoreWorker = typeof worker;
expose(worker);
