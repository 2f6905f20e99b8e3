import type { LevelLines } from '$core/ground/contour-lines';
import type { DrawnKeepout } from '$core/ground/plantable';
import type { Limit } from '$core/ground/zones';
import { boxOf, type MultiPolygon } from '$core/ground/polygon';
import type { Point } from '$core/measure/plane';
import { fromFrame, toFrame } from '$core/rows/lattice';
import { rowCount, type RowSet } from '$core/rows/rowset';
import type { Runs } from '$core/rows/species';
import {
  drawHere,
  drawLimits,
  drawMarks,
  drawNotes,
  drawPlots,
  drawRelief,
  drawTarget,
  drawZones,
  nameZones,
} from './draw-ground';
import type { UnitSystem } from '$core/measure/units';
import { drawBaseline } from './draw-baseline';
import { drawCrowns, drawRows } from './draw-rows';

export interface SpeciesLook {
  letter: string;
  name: string;
  colour: string;
  stock: 'bare-root' | 'container';
}

export interface PlanContent {
  boundary: MultiPolygon;
  keptOut: readonly DrawnKeepout[];
  rows?: RowSet;
  runs?: readonly Runs[];
  species: readonly SpeciesLook[];
  /** Row number, counted from 1. */
  selectedRow?: number;
  /** Trees in the ground by row; those are drawn full, the rest pale. */
  planted?: ReadonlyMap<number, number>;
  /** The edge rows run along, when one is picked. */
  edge?: [Point, Point];
  /** Hill shading and level lines under everything else. */
  relief?: Relief;
  /** Parts of the ground that differ, tinted and named. */
  zones?: readonly { name: string; parts: MultiPolygon }[];
  /** Bands in which not every species may stand. */
  limits?: readonly Limit[];
  /** A line that rows keep to, or along which a profile is taken. */
  guide?: readonly Point[];
  /** Crowns at an age: radius by species, metres. */
  crowns?: readonly number[];
  /** Someone standing on the block: the place, and how far off it may be. */
  here?: { point: Point; accuracy: number };
  /** The peg looked for. */
  target?: Point;
  /** Places where a tree was taken out by hand. */
  marks?: readonly Point[];
  /** Notes made in the field: where, and the number that the list beside the plan gives them. */
  notes?: readonly { point: Point; number: number }[];
  /** Plots to look at or looked at, and the round that leads over them. */
  plots?: { round: readonly Point[]; all: readonly PlotMark[] };
}

/** A plot on the plan: what stands in its ring, and what was found. */
export interface PlotMark {
  centre: Point;
  /** Metres. */
  radius: number;
  label: string;
  found: 'open' | 'good' | 'faulty';
}

export interface Relief {
  /** Painted once, a pixel a node, the north row first. */
  shade: CanvasImageSource;
  /** The nodes' box in metres: west, south, east, north. */
  box: [number, number, number, number];
  lines: readonly LevelLines[];
  interval: number;
}

/** How metres become pixels, and which metres are in sight. */
export interface View {
  toPixel(point: Point): Point;
  /** Pixels a metre. */
  scale: number;
  extent: [number, number, number, number];
  /** What ticks and level lines are written in. */
  system: UnitSystem;
}

export interface Palette {
  sheet: string;
  ink: string;
  slate: string;
  faint: string;
  clay: string;
  clayTint: string;
  ochre: string;
  water: string;
  viridian: string;
  rule: string;
  /** How far species colours are mixed with white: on dark ground the dark ones would sink. */
  lift: number;
}

/** A species' colour as the ground asks for it. */
export function speciesColour(colour: string, { lift }: Palette): string {
  const parts = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
  return `rgb(${parts.map((part) => Math.round(part + (255 - part) * lift)).join(' ')})`;
}

/** The metres that a whole plan takes: the block, its baseline, and the ticks beside the last row. */
export function planExtent({ boundary, rows }: PlanContent): [number, number, number, number] {
  const points: Point[] = boundary.flat(2);
  if (rows?.straight && rowCount(rows)) {
    for (const row of [0, rowCount(rows) - 1]) {
      const vertex = 2 * rows.lineStart[row];
      const [, v] = toFrame(rows.frame, [rows.lineXY[vertex], rows.lineXY[vertex + 1]]);
      points.push(fromFrame(rows.frame, [rows.frame.baseline, v]));
    }
  }
  const { minX, minY, maxX, maxY } = boxOf(points);
  return [minX, minY, maxX, maxY];
}

/** Draws what lies still while rows are tried out: paper, relief, zones and kept-free bands. */
export function drawGround(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  view: View,
  palette: Palette,
): void {
  context.lineJoin = 'round';
  tracePolygons(context, content.boundary, view);
  context.fillStyle = palette.sheet;
  context.fill('evenodd');
  if (content.relief) drawRelief(context, content, content.relief, view, palette);
  if (content.zones?.length) drawZones(context, content, content.zones, view, palette);
  if (content.limits?.length) drawLimits(context, content, content.limits, view, palette);
  drawBands(context, content, view, palette);
}

/** Draws what goes over the ground: rows, edge, things with their names, the baseline. In sight only. */
export function drawPlan(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  view: View,
  palette: Palette,
): void {
  context.lineJoin = 'round';
  if (content.rows && content.runs && content.crowns)
    drawCrowns(context, content, content.rows, content.runs, content.crowns, view, palette);
  if (content.rows && content.runs)
    drawRows(context, content, content.rows, content.runs, view, palette);
  tracePolygons(context, content.boundary, view);
  context.strokeStyle = palette.ink;
  context.lineWidth = 1.6;
  context.stroke();
  if (content.zones?.length) nameZones(context, content.zones, view, palette);
  drawShapes(context, content, view, palette);
  if (content.rows) drawBaseline(context, content.rows, view, palette);
  if (content.edge) drawEdge(context, content.edge, view, palette);
  if (content.guide && content.guide.length > 1) drawEdge(context, content.guide, view, palette);
  if (content.plots) drawPlots(context, content.plots, view, palette);
  if (content.notes?.length) drawNotes(context, content.notes, view, palette);
  if (content.marks?.length) drawMarks(context, content.marks, view, palette);
  if (content.target) drawTarget(context, content.target, view, palette);
  if (content.here) drawHere(context, content.here, view, palette);
}

export function tracePolygons(
  context: CanvasRenderingContext2D,
  parts: MultiPolygon,
  { toPixel }: View,
): void {
  context.beginPath();
  for (const ring of parts.flat()) {
    ring.forEach((point, i) =>
      i ? context.lineTo(...toPixel(point)) : context.moveTo(...toPixel(point)),
    );
    context.closePath();
  }
}

const bandColour = (kind: string, palette: Palette): string =>
  kind === 'watercourse' || kind === 'water'
    ? palette.water
    : kind === 'overhead-line' || kind === 'existing-tree'
      ? palette.ochre
      : palette.clay;

/** Kept-free bands, hatched inside the boundary only. */
function drawBands(
  context: CanvasRenderingContext2D,
  { boundary, keptOut }: PlanContent,
  view: View,
  palette: Palette,
): void {
  for (const { band, keepout } of keptOut) {
    context.save();
    tracePolygons(context, boundary, view);
    context.clip('evenodd');
    tracePolygons(context, band, view);
    context.globalAlpha = 0.1;
    context.fillStyle = bandColour(keepout.kind, palette);
    context.fill('evenodd');
    context.clip('evenodd');
    hatch(context, bandColour(keepout.kind, palette));
    context.restore();
  }
}

export function hatch(context: CanvasRenderingContext2D, colour: string, alpha = 0.4): void {
  const { width, height } = context.canvas;
  context.globalAlpha = alpha;
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.beginPath();
  for (let x = -height; x < width; x += 8) {
    context.moveTo(x, height);
    context.lineTo(x + height, 0);
  }
  context.stroke();
}

/** The things themselves, over the rows, with their names. */
function drawShapes(
  context: CanvasRenderingContext2D,
  { keptOut }: PlanContent,
  view: View,
  palette: Palette,
): void {
  for (const { shape, keepout, band } of keptOut) {
    const colour = bandColour(keepout.kind, palette);
    context.strokeStyle = colour;
    context.lineWidth = 1.6;
    context.setLineDash(
      keepout.kind === 'overhead-line'
        ? [10, 4]
        : keepout.kind === 'buried-service' || keepout.kind === 'drain'
          ? [3, 4]
          : [],
    );
    let at: Point;
    let angle = 0;
    if (shape.type === 'Polygon') {
      tracePolygons(context, [shape.coordinates], view);
      context.stroke();
      at = middleOf(band.flat(2).length ? band[0][0] : shape.coordinates[0]);
    } else if (shape.type === 'LineString') {
      context.beginPath();
      shape.coordinates.forEach((p, i) =>
        i ? context.lineTo(...view.toPixel(p)) : context.moveTo(...view.toPixel(p)),
      );
      context.stroke();
      const longest = longestLeg(shape.coordinates);
      at = [(longest[0][0] + longest[1][0]) / 2, (longest[0][1] + longest[1][1]) / 2];
      const [a, b] = [view.toPixel(longest[0]), view.toPixel(longest[1])];
      angle = Math.atan2(b[1] - a[1], b[0] - a[0]);
      if (Math.abs(angle) > Math.PI / 2) angle -= Math.sign(angle) * Math.PI;
    } else {
      at = shape.coordinates;
      context.beginPath();
      context.arc(...view.toPixel(at), 4, 0, 2 * Math.PI);
      context.fillStyle = colour;
      context.fill();
    }
    context.setLineDash([]);
    letter(
      context,
      keepout.name,
      view.toPixel(at),
      angle,
      colour,
      palette,
      shape.type === 'LineString' ? -9 : shape.type === 'Point' ? 15 : 0,
    );
  }
}

export function letter(
  context: CanvasRenderingContext2D,
  text: string,
  [x, y]: Point,
  angle: number,
  colour: string,
  palette: Palette,
  lift: number,
): void {
  context.save();
  context.translate(x, y);
  context.rotate(angle);
  context.font = `600 12px ${FONT}`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.lineWidth = 4;
  context.strokeStyle = palette.sheet;
  context.strokeText(text, 0, lift);
  context.fillStyle = colour;
  context.fillText(text, 0, lift);
  context.restore();
}

export const FONT = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";

export const middleOf = (ring: Point[]): Point => [
  ring.reduce((sum, [x]) => sum + x, 0) / ring.length,
  ring.reduce((sum, [, y]) => sum + y, 0) / ring.length,
];

function longestLeg(line: Point[]): [Point, Point] {
  let best: [Point, Point] = [line[0], line[1] ?? line[0]];
  const length = ([a, b]: [Point, Point]) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  for (let i = 1; i < line.length; i++) {
    const leg: [Point, Point] = [line[i - 1], line[i]];
    if (length(leg) > length(best)) best = leg;
  }
  return best;
}

function drawEdge(
  context: CanvasRenderingContext2D,
  line: readonly Point[],
  { toPixel }: View,
  palette: Palette,
): void {
  context.strokeStyle = palette.viridian;
  context.lineWidth = 5;
  context.globalAlpha = 0.75;
  context.beginPath();
  line.forEach((point, i) =>
    i ? context.lineTo(...toPixel(point)) : context.moveTo(...toPixel(point)),
  );
  context.stroke();
  context.globalAlpha = 1;
}
