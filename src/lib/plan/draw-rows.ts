import type { Point } from '$core/measure/plane';
import { fromFrame, rowCount, rowLine, rowSpan, toFrame, type Lattice } from '$core/rows/lattice';
import type { Runs } from '$core/rows/species';
import { FONT, speciesColour, type Palette, type PlanContent, type View } from './draw';

/** Below this many pixels between trees a row is a stroke, above it beads. */
const BEADS_FROM = 8;
const LETTERS_FROM = 17;
/** More runs than this in sight are not told apart by eye, nor drawn apart. */
const MOST_RUNS = 80_000;

/** Rows of the lattice that cross the extent, as a half-open range. */
function rowsInSight(lattice: Lattice, { extent: [minX, minY, maxX, maxY] }: View) {
  const corners = (
    [
      [minX, minY],
      [maxX, minY],
      [minX, maxY],
      [maxX, maxY],
    ] as Point[]
  ).map((p) => toFrame(lattice.frame, p));
  const u = corners.map(([value]) => value - lattice.frame.baseline);
  const v = corners.map(([, value]) => (value - lattice.frame.anchor) / lattice.between);
  const firstIndex = Math.min(...v) - 1;
  const lastIndex = Math.max(...v) + 1;
  let first = 0;
  while (first < rowCount(lattice) && lattice.rowIndex[first] < firstIndex) first++;
  let end = first;
  while (end < rowCount(lattice) && lattice.rowIndex[end] <= lastIndex) end++;
  return { first, end, from: Math.min(...u), to: Math.max(...u) };
}

/** Calls back with each run's part of each stretch in sight: pegs counted from 0 within the stretch. */
function eachPiece(
  lattice: Lattice,
  row: number,
  runs: Runs,
  from: number,
  to: number,
  piece: (species: number, chainage: number, count: number, peg: number) => void,
): void {
  let run = 0;
  let runStart = 0;
  let pegs = 0;
  for (let s = lattice.rowStretches[row]; s < lattice.rowStretches[row + 1]; s++) {
    const first = lattice.stretchFirst[s];
    const count = lattice.stretchCount[s];
    const low = Math.max(0, Math.floor((from - first) / lattice.step));
    const high = Math.min(count, Math.ceil((to - first) / lattice.step) + 1);
    let peg = pegs + low;
    while (peg < pegs + high) {
      while (run + 2 < runs.length && runStart + runs[run + 1] <= peg) {
        runStart += runs[run + 1];
        run += 2;
      }
      const n = Math.min(runStart + runs[run + 1], pegs + high) - peg;
      if (n <= 0) break;
      piece(runs[run], first + (peg - pegs) * lattice.step, n, peg);
      peg += n;
    }
    pegs += count;
  }
}

/** Rows in sight: strokes in their species' colours from afar, beads with letters from near. */
export function drawRows(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  lattice: Lattice,
  runs: readonly Runs[],
  view: View,
  palette: Palette,
): void {
  const { first, end, from, to } = rowsInSight(lattice, view);
  const stepPixels = lattice.step * view.scale;
  const beads = stepPixels >= BEADS_FROM;
  const tooMany =
    !beads && runs.slice(first, end).reduce((sum, row) => sum + row.length / 2, 0) > MOST_RUNS;
  const paths = content.species.map(() => new Path2D());
  const palePaths = content.species.map(() => new Path2D());
  const letters: [Point, number][] = [];
  const radius = Math.min(11, stepPixels * 0.4, lattice.between * view.scale * 0.4);
  for (let row = first; row < end; row++) {
    const v = rowLine(lattice, row);
    const at = (chainage: number): Point =>
      view.toPixel(fromFrame(lattice.frame, [chainage + lattice.frame.baseline, v]));
    const planted = content.planted?.get(row + 1) ?? (content.planted ? 0 : Infinity);
    const draw = (species: number, chainage: number, count: number, peg: number) => {
      const split = Math.max(0, Math.min(count, planted - peg));
      if (beads) {
        for (let i = 0; i < count; i++) {
          const [x, y] = at(chainage + i * lattice.step);
          const path = i < split ? paths[species] : palePaths[species];
          path.moveTo(x + radius, y);
          path.arc(x, y, radius, 0, 2 * Math.PI);
          if (stepPixels >= LETTERS_FROM) letters.push([[x, y], species]);
        }
        return;
      }
      const stroke = (path: Path2D, a: number, b: number) => {
        if (b <= a) return;
        path.moveTo(...at(chainage + (a - 0.32) * lattice.step));
        path.lineTo(...at(chainage + (b - 1 + 0.32) * lattice.step));
      };
      stroke(paths[species], 0, split);
      stroke(palePaths[species], split, count);
    };
    if (tooMany) {
      for (let s = lattice.rowStretches[row]; s < lattice.rowStretches[row + 1]; s++) {
        draw(runs[row][0], lattice.stretchFirst[s], lattice.stretchCount[s], 0);
      }
    } else eachPiece(lattice, row, runs[row], from, to, draw);
  }
  highlight(context, content, lattice, view, palette);
  for (const [pale, set] of [
    [true, palePaths],
    [false, paths],
  ] as const) {
    context.globalAlpha = pale ? 0.3 : 1;
    set.forEach((path, s) => {
      const look = content.species[s];
      const colour = speciesColour(look.colour, palette);
      if (beads) {
        context.fillStyle = look.stock === 'container' ? colour : palette.sheet;
        context.fill(path);
        context.strokeStyle = colour;
        context.lineWidth = Math.max(1.2, radius * 0.32);
        context.stroke(path);
      } else {
        context.strokeStyle = colour;
        context.lineWidth = Math.max(0.9, Math.min(4, lattice.between * view.scale * 0.42));
        if (stepPixels > 3) context.setLineDash([stepPixels * 0.64, stepPixels * 0.36]);
        context.stroke(path);
        context.setLineDash([]);
      }
    });
  }
  context.globalAlpha = 1;
  context.font = `700 ${Math.round(radius * 1.15)}px ${FONT}`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const [[x, y], species] of letters) {
    context.fillStyle =
      content.species[species].stock === 'container' && !palette.lift
        ? '#fff'
        : content.species[species].stock === 'container'
          ? palette.sheet
          : palette.ink;
    context.fillText(content.species[species].letter, x, y + radius * 0.06);
  }
}

function highlight(
  context: CanvasRenderingContext2D,
  { selectedRow }: PlanContent,
  lattice: Lattice,
  view: View,
  palette: Palette,
): void {
  if (!selectedRow || selectedRow > rowCount(lattice)) return;
  const [first, last] = rowSpan(lattice, selectedRow - 1);
  const v = rowLine(lattice, selectedRow - 1);
  const { baseline } = lattice.frame;
  context.beginPath();
  context.moveTo(...view.toPixel(fromFrame(lattice.frame, [first + baseline, v])));
  context.lineTo(...view.toPixel(fromFrame(lattice.frame, [last + baseline, v])));
  context.strokeStyle = palette.ink;
  context.globalAlpha = 0.16;
  context.lineCap = 'round';
  context.lineWidth = Math.max(12, lattice.between * view.scale);
  context.stroke();
  context.lineCap = 'butt';
  context.globalAlpha = 1;
}

/** The baseline as a string with its pegs, rows numbered at it, chainage ticked along the last row. */
export function drawBaseline(
  context: CanvasRenderingContext2D,
  lattice: Lattice,
  view: View,
  palette: Palette,
): void {
  const rows = rowCount(lattice);
  if (!rows) return;
  const { baseline } = lattice.frame;
  const at = (chainage: number, row: number) =>
    view.toPixel(fromFrame(lattice.frame, [chainage + baseline, rowLine(lattice, row)]));
  const [start, finish] = [at(0, 0), at(0, rows - 1)];
  context.strokeStyle = palette.ink;
  context.lineWidth = 2.2;
  context.beginPath();
  context.moveTo(...start);
  context.lineTo(...finish);
  context.stroke();
  const every =
    [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => n * lattice.between * view.scale >= 24) ??
    1000;
  context.font = `500 11.5px ${FONT}`;
  context.textBaseline = 'middle';
  const back = view.toPixel(fromFrame(lattice.frame, [baseline - 1, rowLine(lattice, 0)]));
  const away = Math.atan2(back[1] - start[1], back[0] - start[0]);
  for (let row = 0; row < rows; row++) {
    if ((row + 1) % every && row !== 0) continue;
    const [x, y] = at(0, row);
    context.fillStyle = palette.ink;
    context.beginPath();
    context.moveTo(x - 3.5, y - 7);
    context.lineTo(x + 3.5, y - 7);
    context.lineTo(x + 3.5, y + 2);
    context.lineTo(x, y + 7);
    context.lineTo(x - 3.5, y + 2);
    context.fill();
    context.fillStyle = palette.slate;
    context.textAlign = Math.cos(away) < -0.3 ? 'right' : Math.cos(away) > 0.3 ? 'left' : 'center';
    context.fillText(String(row + 1), x + Math.cos(away) * 12, y + Math.sin(away) * 14);
  }
  drawChainage(context, lattice, view, palette);
}

function drawChainage(
  context: CanvasRenderingContext2D,
  lattice: Lattice,
  view: View,
  palette: Palette,
): void {
  const rows = rowCount(lattice);
  let longest = 0;
  for (let row = 0; row < rows; row++) longest = Math.max(longest, rowSpan(lattice, row)[1]);
  const every = [5, 10, 25, 50, 100, 250, 500].find((metres) => metres * view.scale >= 60) ?? 1000;
  const v = rowLine(lattice, rows - 1);
  const outside = (chainage: number) =>
    view.toPixel(
      fromFrame(lattice.frame, [chainage + lattice.frame.baseline, v + 26 / view.scale]),
    );
  context.strokeStyle = palette.faint;
  context.fillStyle = palette.slate;
  context.lineWidth = 1;
  context.textAlign = 'center';
  const drop = view.toPixel(
    fromFrame(lattice.frame, [lattice.frame.baseline, v + 40 / view.scale]),
  );
  const from = outside(0);
  const [dx, dy] = [(drop[0] - from[0]) / 14, (drop[1] - from[1]) / 14];
  context.beginPath();
  context.moveTo(...outside(0));
  context.lineTo(...outside(longest));
  for (let chainage = 0; chainage <= longest; chainage += every) {
    const [x, y] = outside(chainage);
    context.moveTo(x - 3 * dx, y - 3 * dy);
    context.lineTo(x + 3 * dx, y + 3 * dy);
    context.fillText(`${chainage} m`, x + (13 + 12 * Math.abs(dx)) * dx, y + 13 * dy);
  }
  context.stroke();
}
