import { metresPer } from '$core/measure/units';
import type { Limit } from '$core/ground/zones';
import type { MultiPolygon } from '$core/ground/polygon';
import type { Point } from '$core/measure/plane';
import {
  FONT,
  hatch,
  letter,
  middleOf,
  tracePolygons,
  type Palette,
  type PlanContent,
  type Relief,
  type View,
} from './draw';

/** Level lines nearer than this to each other on the screen are thinned to every fifth. */
const CLOSEST_LINES = 5;

/** Hill shading inside the boundary, level lines over all of the sheet, every fifth numbered. */
export function drawRelief(
  context: CanvasRenderingContext2D,
  { boundary }: PlanContent,
  { shade, box, lines, interval }: Relief,
  view: View,
  palette: Palette,
): void {
  const [west, south, east, north] = box;
  const [left, top] = view.toPixel([west, north]);
  const [right, bottom] = view.toPixel([east, south]);
  context.save();
  tracePolygons(context, boundary, view);
  context.clip('evenodd');
  context.globalAlpha = 0.55;
  context.imageSmoothingEnabled = true;
  context.drawImage(shade, left, top, right - left, bottom - top);
  context.restore();
  context.globalAlpha = 1;
  const apart = averageGap(lines.length, box, view);
  for (const { level, segments } of lines) {
    const fifth = Math.round(level / interval) % 5 === 0;
    if (!fifth && apart < CLOSEST_LINES) continue;
    context.beginPath();
    for (let i = 0; i < segments.length; i += 4) {
      context.moveTo(...view.toPixel([segments[i], segments[i + 1]]));
      context.lineTo(...view.toPixel([segments[i + 2], segments[i + 3]]));
    }
    context.strokeStyle = palette.faint;
    context.globalAlpha = fifth ? 0.75 : 0.4;
    context.lineWidth = fifth ? 1.1 : 0.8;
    context.stroke();
    if (fifth && segments.length) numberLine(context, level, segments, view, palette);
  }
  context.globalAlpha = 1;
}

/** Pixels between level lines, if they were spread evenly over the sheet. */
const averageGap = (lines: number, [west, , east]: Relief['box'], view: View): number =>
  ((east - west) * view.scale) / Math.max(1, lines);

function numberLine(
  context: CanvasRenderingContext2D,
  level: number,
  segments: Float32Array,
  view: View,
  palette: Palette,
): void {
  const at = 4 * Math.floor(segments.length / 8);
  const [x, y] = view.toPixel([segments[at], segments[at + 1]]);
  context.globalAlpha = 1;
  context.font = `500 10.5px ${FONT}`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.lineWidth = 3;
  context.strokeStyle = palette.sheet;
  const text = `${Math.round((level / metresPer(view.system)) * 10) / 10}`;
  context.strokeText(text, x, y);
  context.fillStyle = palette.slate;
  context.fillText(text, x, y);
}

type NamedArea = { name: string; parts: MultiPolygon };

/** Zones as a tint with a dashed outline, inside the boundary only. */
export function drawZones(
  context: CanvasRenderingContext2D,
  { boundary }: PlanContent,
  zones: readonly NamedArea[],
  view: View,
  palette: Palette,
): void {
  context.save();
  tracePolygons(context, boundary, view);
  context.clip('evenodd');
  for (const { parts } of zones) {
    tracePolygons(context, parts, view);
    context.fillStyle = palette.water;
    context.globalAlpha = 0.12;
    context.fill('evenodd');
    context.globalAlpha = 0.8;
    context.strokeStyle = palette.water;
    context.lineWidth = 1.3;
    context.setLineDash([5, 4]);
    context.stroke();
    context.setLineDash([]);
  }
  context.restore();
  context.globalAlpha = 1;
}

/** The middle of the longest level stretch inside a ring: a name has most room there. */
function roomiest(ring: readonly Point[]): Point {
  const ys = ring.map(([, y]) => y);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  let best = { at: middleOf([...ring]), length: 0 };
  for (const share of [0.5, 0.35, 0.65, 0.2, 0.8]) {
    const y = low + share * (high - low);
    const cuts: number[] = [];
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [[x1, y1], [x2, y2]] = [ring[j], ring[i]];
      if (y1 > y !== y2 > y) cuts.push(x1 + ((x2 - x1) * (y - y1)) / (y2 - y1));
    }
    cuts.sort((a, b) => a - b);
    for (let i = 0; i + 1 < cuts.length; i += 2) {
      const length = cuts[i + 1] - cuts[i];
      if (length > best.length * 1.1) best = { at: [(cuts[i] + cuts[i + 1]) / 2, y], length };
    }
  }
  return best.at;
}

/** Names of the zones, over the rows. */
export function nameZones(
  context: CanvasRenderingContext2D,
  zones: readonly NamedArea[],
  view: View,
  palette: Palette,
): void {
  for (const { name, parts } of zones)
    letter(context, name, view.toPixel(roomiest(parts[0][0])), 0, palette.water, palette, 0);
}

/** Bands that only limit: thin hatching, and what may stand there along their edge. */
export function drawLimits(
  context: CanvasRenderingContext2D,
  { boundary }: PlanContent,
  limits: readonly Limit[],
  view: View,
  palette: Palette,
): void {
  for (const { parts, height } of limits) {
    context.save();
    tracePolygons(context, boundary, view);
    context.clip('evenodd');
    tracePolygons(context, parts, view);
    context.globalAlpha = 0.5;
    context.setLineDash([2, 5]);
    context.strokeStyle = height === undefined ? palette.water : palette.ochre;
    context.lineWidth = 1.2;
    context.stroke();
    context.setLineDash([]);
    context.clip('evenodd');
    context.globalAlpha = 0.35;
    hatch(context, context.strokeStyle as string, 0.16);
    context.restore();
  }
  context.globalAlpha = 1;
}

/** Where someone stands: a dot, and round it how far off the receiver may be. */
export function drawHere(
  context: CanvasRenderingContext2D,
  { point, accuracy }: { point: Point; accuracy: number },
  view: View,
  palette: Palette,
): void {
  const [x, y] = view.toPixel(point);
  context.beginPath();
  context.arc(x, y, Math.max(6, accuracy * view.scale), 0, 2 * Math.PI);
  context.fillStyle = palette.water;
  context.globalAlpha = 0.22;
  context.fill();
  context.globalAlpha = 1;
  context.beginPath();
  context.arc(x, y, 7, 0, 2 * Math.PI);
  context.fillStyle = palette.water;
  context.fill();
  context.lineWidth = 3;
  context.strokeStyle = palette.sheet;
  context.stroke();
}

/** The peg looked for, ringed. */
export function drawTarget(
  context: CanvasRenderingContext2D,
  point: Point,
  view: View,
  palette: Palette,
): void {
  const [x, y] = view.toPixel(point);
  context.strokeStyle = palette.clay;
  context.lineWidth = 3;
  context.beginPath();
  context.arc(x, y, 14, 0, 2 * Math.PI);
  context.stroke();
}

/** Crosses where a tree was taken out by hand. */
export function drawMarks(
  context: CanvasRenderingContext2D,
  marks: readonly Point[],
  view: View,
  palette: Palette,
): void {
  context.strokeStyle = palette.clay;
  context.lineWidth = 2;
  context.beginPath();
  for (const mark of marks) {
    const [x, y] = view.toPixel(mark);
    context.moveTo(x - 4, y - 4);
    context.lineTo(x + 4, y + 4);
    context.moveTo(x + 4, y - 4);
    context.lineTo(x - 4, y + 4);
  }
  context.stroke();
}

/** Notes as pins with their number: the point of the pin stands on the peg. */
export function drawNotes(
  context: CanvasRenderingContext2D,
  notes: readonly { point: Point; number: number }[],
  view: View,
  palette: Palette,
): void {
  const radius = 10;
  // The oldest first: the newest is never hidden.
  for (const { point, number } of [...notes].reverse()) {
    const [x, y] = view.toPixel(point);
    const top = y - 2.2 * radius;
    context.beginPath();
    context.arc(x, top, radius, Math.PI * 0.85, Math.PI * 2.15);
    context.lineTo(x, y);
    context.closePath();
    context.fillStyle = palette.sheet;
    context.fill();
    context.strokeStyle = palette.clay;
    context.lineWidth = 2;
    context.stroke();
    letter(context, String(number), [x, top], 0, palette.clay, palette, 0);
  }
}

/** Least radius of a plot's ring on the screen, so that its figure can be read. */
const LEAST_RING = 11;

/** Plots as rings with what was found in them, and the round that leads over them from the gate. */
export function drawPlots(
  context: CanvasRenderingContext2D,
  { round, all }: NonNullable<PlanContent['plots']>,
  view: View,
  palette: Palette,
): void {
  context.strokeStyle = palette.slate;
  context.lineWidth = 1.4;
  context.setLineDash([5, 4]);
  context.beginPath();
  round.forEach((point, i) => {
    const [x, y] = view.toPixel(point);
    if (i) context.lineTo(x, y);
    else context.moveTo(x, y);
  });
  context.stroke();
  context.setLineDash([]);
  if (round.length) {
    const [x, y] = view.toPixel(round[0]);
    context.fillStyle = palette.ink;
    context.fillRect(x - 4, y - 4, 8, 8);
  }
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const { centre, radius, label, found } of all) {
    const [x, y] = view.toPixel(centre);
    const ring = label ? Math.max(LEAST_RING, radius * view.scale) : 4;
    context.beginPath();
    context.arc(x, y, ring, 0, 2 * Math.PI);
    context.fillStyle = found === 'faulty' ? palette.clayTint : palette.sheet;
    context.fill();
    context.lineWidth = found === 'open' ? 1.6 : 2.6;
    context.strokeStyle =
      found === 'faulty' ? palette.clay : found === 'good' ? palette.viridian : palette.slate;
    // A plot nobody looked at yet is broken round, so that it tells itself apart without colour.
    context.setLineDash(found === 'open' ? [4, 3] : []);
    context.stroke();
    context.setLineDash([]);
    context.fillStyle = palette.ink;
    context.font = `${found === 'open' ? 400 : 680} 12px ${FONT}`;
    context.fillText(label, x, y);
  }
  context.textAlign = 'start';
  context.textBaseline = 'alphabetic';
}
