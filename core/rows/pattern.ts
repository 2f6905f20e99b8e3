import { say, lengthOf, type Message } from '../say/message';
import { told } from '../say/told';
import type { Point } from '../measure/plane';
import { boxOf, longestSide, planeArea, type MultiPolygon } from '../ground/polygon';
import { groundLie, type Surface } from '../ground/surface';
import {
  fromMultiPolygon,
  grow,
  keepAway,
  intersect,
  subtract,
  toMultiPolygon,
} from '../ground/topology';
import { asFlat, AreaIndex, peggedRow } from './clip';
import { contourRows, type GapStatistics, type TracedRow } from './contour';
import { rowFrame, type Direction } from './direction';
import { layLattice } from './lattice';
import { parallelRows, shelterRows, type ShelterRow } from './parallel';
import { keepPositions } from './limits';
import { PointField } from './near';
import { positions, rowSetOf, rowParts, rowCount, rowsOfLattice, type RowSet } from './rowset';
import { clusters, FILLED, intoLanes, scatter } from './scatter';
import { density, rowSpacingOf, staggerOf, type Pattern } from './spacing';

/** What a leader decides about one pattern. Lengths in metres, angles in radians. */
export interface PatternSettings {
  pattern: Pattern;
  inRow: number;
  between: number;
  direction: Direction;
  /** From the edge (or the nearest extreme of the plantable area) to the first row. */
  firstOffset: number;
  /** Chainage of the first possible peg. */
  firstPeg: number;
  headland: number;
  /** Stretches of row shorter than this are dropped. */
  shortest: number;
  /** Spacing is measured level (as on the plan) or along the ground; level when left out. */
  measured?: 'level' | 'ground';
  contour?: { stopUnder: number; startOver: number; fall: number; baseline?: [Point, Point] };
  /** The line that parallel and shelter rows keep to; without one, the edge of the direction. */
  guide?: Point[];
  shelter?: ShelterRow[];
  scatter?: {
    minimum: number;
    /** Trees a square metre; left out, as many as the distance allows. */
    density?: number;
    clumps?: { count: number; radius: number; density: number };
    gaps?: { count: number; radius: number };
    seed: number;
  };
  cluster?: { apart: number; trees: number; spacing: number };
}

/** Defaults of trade practice: from memory. */
export const CONTOUR_DEFAULTS = { stopUnder: 0.75, startOver: 1.5, fall: 0 };
export const GRADED_FALL = 1 / 150;
export const SCATTER_DEFAULTS = { minimum: 2, seed: 1 };
export const CLUSTER_DEFAULTS = { apart: 12, trees: 19, spacing: 1.2 };

export interface StandingTree {
  x: number;
  y: number;
  /** Crown radius, metres. */
  crown: number;
}

export interface ZoneInPlane {
  id: string;
  name: string;
  parts: MultiPolygon;
}

/** The ground that a layout is laid on, in the block's plane. */
export interface LayoutGround {
  boundary: MultiPolygon;
  plantable: MultiPolygon;
  surface?: Surface;
  zones?: readonly ZoneInPlane[];
  standing?: readonly StandingTree[];
}

/** A line of another species along the edge of the plantable ground. */
export interface Border {
  species: string;
  /** Metres from tree to tree. */
  step: number;
  /** Metres left free between the line and the rest, so that it does not shade them. */
  clear: number;
}

export interface Laid {
  rows: RowSet;
  /** Rows that have one species whatever the mix says: its id, by row. */
  forced?: (string | undefined)[];
  notes: Message[];
  /** Of contour and graded rows: how each line was traced. */
  traced?: TracedRow[];
  gaps?: GapStatistics;
  /** Of shelter rows: which shelter row each row belongs to. */
  belongs?: number[];
}

/** Lays one pattern on an area. */
export function layPattern(
  ground: LayoutGround,
  area: MultiPolygon,
  settings: PatternSettings,
): Laid {
  switch (settings.pattern) {
    case 'contour':
    case 'graded':
      return layContours(ground, area, settings);
    case 'parallel':
      return {
        rows: parallelRows(area, guideOf(ground, settings), {
          ...settings,
          step: settings.inRow,
          stagger: 0,
        }),
        notes: [],
      };
    case 'shelter':
      return layShelter(ground, area, settings);
    case 'scatter':
    case 'gaps':
      return layScatter(ground, area, settings);
    case 'clusters':
      return {
        rows: clusters(area, {
          ...CLUSTER_DEFAULTS,
          ...settings.cluster,
          bearing: rowFrame(ground, settings.direction, 0).bearing,
        }),
        notes: [],
      };
    default:
      return layStraight(ground, area, settings);
  }
}

function layStraight(ground: LayoutGround, area: MultiPolygon, settings: PatternSettings): Laid {
  let step = settings.inRow;
  let between = rowSpacingOf(settings.pattern, step) ?? settings.between;
  density(step, between);
  const notes: Message[] = [];
  if (settings.measured === 'ground') {
    const level = onTheLevel(ground, area, settings, step, between);
    notes.push(
      say('rows.noteAlongGround', {
        inRow: lengthOf(step),
        inRowLevel: lengthOf(level.step),
        between: lengthOf(between),
        betweenLevel: lengthOf(level.between),
      }),
    );
    ({ step, between } = level);
  }
  const frame = rowFrame({ ...ground, plantable: area }, settings.direction, settings.firstOffset);
  const lattice = layLattice(area, frame, {
    step,
    between,
    stagger: staggerOf(settings.pattern),
    firstPeg: settings.firstPeg,
    headland: settings.headland,
    shortest: settings.shortest,
  });
  return { rows: rowsOfLattice(lattice), notes };
}

/**
 * Spacing along the ground made level: horizontal = ground × cos θ, θ the slope of the block's
 * fitted plane along the row, and across it.
 */
function onTheLevel(
  ground: LayoutGround,
  area: MultiPolygon,
  settings: PatternSettings,
  step: number,
  between: number,
) {
  if (!ground.surface) throw told('rows.groundNeedsHeights');
  const { planeSlope, aspect } = groundLie(ground.surface, area, planeArea(area));
  const { bearing } = rowFrame(ground, settings.direction, 0);
  const turn = Number.isNaN(aspect) ? 0 : aspect - bearing;
  const level = (slope: number) => Math.cos(Math.atan(Math.abs(slope)));
  return {
    step: step * level(planeSlope * Math.cos(turn)),
    between: between * level(planeSlope * Math.sin(turn)),
  };
}

function layContours(ground: LayoutGround, area: MultiPolygon, settings: PatternSettings): Laid {
  if (!ground.surface) throw told('rows.contourNeedsHeights');
  density(settings.inRow, settings.between);
  const contour = { ...CONTOUR_DEFAULTS, ...settings.contour };
  const found = contourRows(ground.surface, area, {
    ...contour,
    fall: settings.pattern === 'graded' ? contour.fall || GRADED_FALL : 0,
    step: settings.inRow,
    between: settings.between,
    firstPeg: settings.firstPeg,
    headland: settings.headland,
    shortest: settings.shortest,
  });
  return found;
}

function layShelter(ground: LayoutGround, area: MultiPolygon, settings: PatternSettings): Laid {
  if (!settings.shelter?.length) throw told('rows.noShelterRow');
  for (const row of settings.shelter) density(row.step, Math.max(0.5, row.offset));
  return {
    ...shelterRows(area, guideOf(ground, settings), settings.shelter, settings),
    notes: [],
  };
}

function guideOf(ground: LayoutGround, { guide, direction }: PatternSettings): readonly Point[] {
  if (guide && guide.length > 1) return guide;
  if (direction.kind === 'edge') return [direction.from, direction.to];
  const { from, to } = longestSide(ground.boundary);
  return [from, to];
}

function layScatter(ground: LayoutGround, area: MultiPolygon, settings: PatternSettings): Laid {
  const options = { ...SCATTER_DEFAULTS, ...settings.scatter };
  const standing = ground.standing ?? [];
  if (settings.pattern === 'gaps' && !standing.length) throw told('rows.noStandingTree');
  const spots = scatter(area, { ...options, standing });
  const { bearing } = rowFrame(ground, settings.direction, 0);
  const apart = Math.sqrt(1 / (options.density ?? FILLED / options.minimum ** 2));
  return {
    rows: intoLanes(spots, bearing, 2 * apart, { step: apart, between: 2 * apart }),
    notes: [
      say('rows.noteScatter', { minimum: lengthOf(options.minimum), lane: lengthOf(2 * apart) }),
    ],
  };
}

/**
 * Lays each zone with its own pattern, and the rest with the first. Rows are numbered through.
 * @param own settings by zone id
 */
export function layByZone(
  ground: LayoutGround,
  settings: PatternSettings,
  own: readonly { zone: string; settings: PatternSettings }[],
): Laid {
  let rest = fromMultiPolygon(ground.plantable);
  const pieces: { area: MultiPolygon; settings: PatternSettings; name: string }[] = [];
  for (const { zone, settings: zoneSettings } of own) {
    const found = ground.zones?.find(({ id }) => id === zone);
    if (!found) continue;
    const shape = fromMultiPolygon(found.parts);
    const area = toMultiPolygon(intersect(rest, shape));
    if (area.length) pieces.push({ area, settings: zoneSettings, name: found.name });
    rest = subtract(rest, shape);
  }
  if (!pieces.length) return layPattern(ground, ground.plantable, settings);
  const left = toMultiPolygon(rest);
  if (left.length) pieces.unshift({ area: left, settings, name: '' });
  const laid = keptApart(
    pieces.map(({ name, area, settings: own }) => ({
      ...{ name, settings: own },
      ...layPattern(ground, area, own),
    })),
  );
  let number = 0;
  const notes = laid.flatMap(({ rows, name, notes: own }) => {
    const first = number + 1;
    number += rowCount(rows);
    return [
      ...(name && rowCount(rows)
        ? [say('rows.noteZone', { zone: name, first, last: number, trees: rows.total })]
        : []),
      ...own,
    ];
  });
  return {
    rows: joinRows(laid.map(({ rows }) => rows)),
    notes,
  };
}

/** The least distance between two trees that a pattern promises, metres. */
function promisedApart(rows: RowSet, settings: PatternSettings): number {
  switch (settings.pattern) {
    case 'scatter':
    case 'gaps':
      return settings.scatter?.minimum ?? SCATTER_DEFAULTS.minimum;
    case 'clusters':
      return settings.cluster?.spacing ?? CLUSTER_DEFAULTS.spacing;
    case 'shelter':
      return Math.min(...settings.shelter!.map(({ step, offset }) => Math.min(step, offset)));
    case 'contour':
    case 'graded':
      return Math.min(
        rows.step,
        rows.between * (settings.contour?.stopUnder ?? CONTOUR_DEFAULTS.stopUnder),
      );
    default:
      return Math.min(rows.step, Math.hypot(rows.between, staggerOf(settings.pattern) * rows.step));
  }
}

/**
 * Where two patterns meet, the ground that zones leave over gives way to the zones, and a later zone to an
 * earlier one: their trees keep the smaller of the distances that the two patterns promise.
 */
function keptApart<Piece extends Laid & { settings: PatternSettings; name: string }>(
  pieces: readonly Piece[],
): Piece[] {
  const boxes = pieces.map(({ rows }) => positions(rows));
  const all = boxOf(
    boxes.flatMap((xy) =>
      Array.from({ length: xy.length / 2 }, (_, i): Point => [xy[2 * i], xy[2 * i + 1]]),
    ),
  );
  const apart = pieces.map(({ rows, settings }) => promisedApart(rows, settings));
  // The rest comes first in the list and last in the right to its place.
  const order = pieces.map((_, i) => i).sort((a, b) => rank(pieces[a]) - rank(pieces[b]));
  const placed: { field: PointField; apart: number }[] = [];
  const result = [...pieces];
  for (const piece of order) {
    const xy = boxes[piece];
    const kept = new Uint8Array(xy.length / 2).fill(1);
    let removed = 0;
    for (let i = 0; i < kept.length; i++) {
      const [x, y] = [xy[2 * i], xy[2 * i + 1]];
      const crowded = placed.some(({ field, apart: other }) => {
        // Rounding of a tenth of a millimetre is no undercutting.
        const least = Math.min(apart[piece], other) - 2e-4;
        return field.nearest(x, y, least) < least;
      });
      if (!crowded) continue;
      kept[i] = 0;
      removed++;
    }
    const field = new PointField(all, Math.max(apart[piece], 0.5));
    for (let i = 0; i < kept.length; i++) if (kept[i]) field.add(xy[2 * i], xy[2 * i + 1], piece);
    placed.push({ field, apart: apart[piece] });
    if (!removed) continue;
    const { name, notes, rows } = pieces[piece];
    result[piece] = {
      ...pieces[piece],
      rows: keepPositions(rows, kept),
      notes: [
        ...notes,
        say('rows.noteBorderOfPatterns', {
          places: removed,
          zone: name,
          of: name ? 'zone' : 'rest',
          apart: lengthOf(apart[piece]),
        }),
      ],
    };
  }
  return result;
}
const rank = ({ name }: { name: string }) => (name ? 0 : 1);

/**
 * Lays a border along the edge first and everything else inside it.
 * @throws Told when the border leaves no room
 */
export function layWithBorder(
  ground: LayoutGround,
  settings: PatternSettings,
  own: readonly { zone: string; settings: PatternSettings }[],
  border: Border,
): Laid {
  const index = new AreaIndex(ground.plantable);
  const lines = ground.plantable.flatMap(([outer]) => {
    // A hand's breadth inside, so that the line's own pegs count as in the area.
    const [ring] = toMultiPolygon(grow(fromMultiPolygon([[outer]]), -0.05))[0] ?? [];
    if (!ring) return [];
    const row = peggedRow(index, asFlat([...ring, ring[0]]), undefined, {
      step: border.step,
      phase: 0,
      headland: 0,
      shortest: 0,
    });
    return row ? [row] : [];
  });
  const inside = toMultiPolygon(keepAway(fromMultiPolygon(ground.plantable), -border.clear));
  if (!inside.length) throw told('rows.borderTooWide', { clear: lengthOf(border.clear) });
  const rest = layByZone({ ...ground, plantable: inside }, settings, own);
  const { frame, step, between } = rest.rows;
  const edge = rowSetOf({ frame, straight: false, step: border.step, between }, lines);
  return {
    notes: [
      say('rows.noteBorder', {
        rows: rowCount(edge),
        trees: edge.total,
        clear: lengthOf(border.clear),
      }),
      ...rest.notes,
    ],
    rows: { ...joinRows([edge, rest.rows]), frame, step, between },
    forced: [
      ...new Array<string>(rowCount(edge)).fill(border.species),
      ...new Array<undefined>(rowCount(rest.rows)).fill(undefined),
    ],
  };
}

/** Row sets one after the other. */
function joinRows(sets: readonly RowSet[]): RowSet {
  const [{ frame, step, between }] = sets;
  return rowSetOf(
    { frame, straight: false, step, between },
    sets.flatMap((set) => Array.from({ length: rowCount(set) }, (_, row) => rowParts(set, row))),
  );
}
