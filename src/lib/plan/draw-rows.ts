import type { Point } from '$core/measure/plane';
import { lineBetween, pointAt, rowCount, rowSpan, type RowSet } from '$core/rows/rowset';
import type { Runs } from '$core/rows/species';
import { FONT, speciesColour, type Palette, type PlanContent, type View } from './draw';

/** Below this many pixels between trees a row is a stroke, above it beads. */
const BEADS_FROM = 8;
const LETTERS_FROM = 17;
/** More runs (or listed spots) than this in sight are not told apart by eye, nor drawn apart. */
const MOST_RUNS = 80_000;

/** Boxes of all rows, four numbers each, made once a row set. */
const boxes = new WeakMap<RowSet, Float64Array>();

function boxesOf(rows: RowSet): Float64Array {
  let found = boxes.get(rows);
  if (found) return found;
  found = new Float64Array(4 * rowCount(rows));
  for (let row = 0; row < rowCount(rows); row++) {
    let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let vertex = rows.lineStart[row]; vertex < rows.lineStart[row + 1]; vertex++) {
      const x = rows.lineXY[2 * vertex];
      const y = rows.lineXY[2 * vertex + 1];
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
    found.set([minX, minY, maxX, maxY], 4 * row);
  }
  boxes.set(rows, found);
  return found;
}

/** Rows whose box meets the extent. */
function rowsInSight(rows: RowSet, { extent: [minX, minY, maxX, maxY] }: View): number[] {
  const box = boxesOf(rows);
  const found: number[] = [];
  for (let row = 0; row < rowCount(rows); row++) {
    const at = 4 * row;
    if (box[at] <= maxX && box[at + 1] <= maxY && box[at + 2] >= minX && box[at + 3] >= minY)
      found.push(row);
  }
  return found;
}

/** Chainages between which a straight row can be in sight; everything, of a bent one. */
function chainagesInSight(
  rows: RowSet,
  row: number,
  { extent: [minX, minY, maxX, maxY] }: View,
): [number, number] {
  const begin = rows.lineStart[row];
  if (rows.rowListed[row] || rows.lineStart[row + 1] - begin !== 2) return [-Infinity, Infinity];
  const [x, y] = [rows.lineXY[2 * begin], rows.lineXY[2 * begin + 1]];
  const length = rows.lineChainage[begin + 1] - rows.lineChainage[begin] || 1;
  const dx = (rows.lineXY[2 * begin + 2] - x) / length;
  const dy = (rows.lineXY[2 * begin + 3] - y) / length;
  const along = [
    [minX, minY],
    [maxX, minY],
    [minX, maxY],
    [maxX, maxY],
  ].map(([px, py]) => (px - x) * dx + (py - y) * dy + rows.lineChainage[begin]);
  return [Math.min(...along), Math.max(...along)];
}

/** Calls back with each run's part of each stretch in sight: pegs counted from 0 within the row. */
function eachPiece(
  rows: RowSet,
  row: number,
  runs: Runs,
  [from, to]: [number, number],
  piece: (species: number, chainage: number, count: number, peg: number) => void,
): void {
  const step = rows.rowStep[row] || 1;
  let run = 0;
  let runStart = 0;
  let pegs = 0;
  for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
    const first = rows.stretchFirst[s];
    const count = rows.stretchCount[s];
    const low = Math.max(0, Math.floor((from - first) / step));
    const high = Math.min(count, Math.ceil((to - first) / step) + 1);
    let peg = pegs + low;
    while (peg < pegs + high) {
      while (run + 2 < runs.length && runStart + runs[run + 1] <= peg) {
        runStart += runs[run + 1];
        run += 2;
      }
      const n = Math.min(runStart + runs[run + 1], pegs + high) - peg;
      if (n <= 0) break;
      piece(runs[run], first + (peg - pegs) * step, n, peg);
      peg += n;
    }
    pegs += count;
  }
}

/** What one frame draws of the rows, gathered by species so that each colour is set once. */
interface Strokes {
  full: Path2D[];
  pale: Path2D[];
  letters: [Point, number][];
}

/** Rows in sight: strokes in their species' colours from afar, beads with letters from near. */
export function drawRows(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  rows: RowSet,
  runs: readonly Runs[],
  view: View,
  palette: Palette,
): void {
  const inSight = rowsInSight(rows, view);
  const stepPixels = rows.step * view.scale;
  const beads = stepPixels >= BEADS_FROM;
  const pieces = inSight.reduce(
    (sum, row) =>
      sum +
      (rows.rowListed[row] ? rows.stretchCount[rows.rowStretches[row]] : runs[row].length / 2),
    0,
  );
  const radius = Math.min(11, stepPixels * 0.4, rows.between * view.scale * 0.4);
  const strokes: Strokes = {
    full: content.species.map(() => new Path2D()),
    pale: content.species.map(() => new Path2D()),
    letters: [],
  };
  const sparse = beads ? 1 : Math.max(1, Math.ceil(pieces / MOST_RUNS));
  for (const row of inSight) {
    const planted = content.planted?.get(row + 1) ?? (content.planted ? 0 : Infinity);
    if (rows.rowListed[row]) {
      gatherSpots(strokes, rows, row, runs[row], planted, view, {
        radius: beads ? radius : Math.max(0.7, Math.min(2.2, stepPixels * 0.3)),
        lettered: stepPixels >= LETTERS_FROM,
        every: sparse,
      });
    } else if (beads) {
      gatherBeads(strokes, rows, row, runs[row], planted, view, radius, stepPixels >= LETTERS_FROM);
    } else gatherStrokes(strokes, rows, row, runs[row], planted, view, sparse > 1);
  }
  highlight(context, content, rows, view, palette);
  const listed = rows.rowListed[0] === 1;
  for (const [pale, set] of [
    [true, strokes.pale],
    [false, strokes.full],
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
      } else if (listed) {
        context.fillStyle = colour;
        context.fill(path);
      } else {
        context.strokeStyle = colour;
        context.lineWidth = Math.max(0.9, Math.min(4, rows.between * view.scale * 0.42));
        if (stepPixels > 3) context.setLineDash([stepPixels * 0.64, stepPixels * 0.36]);
        context.stroke(path);
        context.setLineDash([]);
      }
    });
  }
  context.globalAlpha = 1;
  drawLetters(context, content, strokes.letters, radius, palette);
}

function gatherSpots(
  { full, pale, letters }: Strokes,
  rows: RowSet,
  row: number,
  runs: Runs,
  planted: number,
  { toPixel, extent }: View,
  { radius, lettered, every }: { radius: number; lettered: boolean; every: number },
): void {
  let run = 0;
  let left = runs[1] ?? 0;
  const begin = rows.lineStart[row];
  for (let vertex = begin; vertex < rows.lineStart[row + 1]; vertex++) {
    while (left === 0 && run + 2 < runs.length) left = runs[(run += 2) + 1];
    left--;
    if (every > 1 && (vertex - begin) % every) continue;
    const x = rows.lineXY[2 * vertex];
    const y = rows.lineXY[2 * vertex + 1];
    if (x < extent[0] || x > extent[2] || y < extent[1] || y > extent[3]) continue;
    const at = toPixel([x, y]);
    const path = vertex - begin < planted ? full[runs[run]] : pale[runs[run]];
    if (radius < 2.3) path.rect(at[0] - radius, at[1] - radius, 2 * radius, 2 * radius);
    else {
      path.moveTo(at[0] + radius, at[1]);
      path.arc(at[0], at[1], radius, 0, 2 * Math.PI);
    }
    if (lettered) letters.push([at, runs[run]]);
  }
}

function gatherBeads(
  { full, pale, letters }: Strokes,
  rows: RowSet,
  row: number,
  runs: Runs,
  planted: number,
  view: View,
  radius: number,
  lettered: boolean,
): void {
  const [minX, minY, maxX, maxY] = view.extent;
  eachPiece(rows, row, runs, chainagesInSight(rows, row, view), (species, chainage, count, peg) => {
    for (let i = 0; i < count; i++) {
      const { point } = pointAt(rows, row, chainage + i * rows.rowStep[row]);
      const reach = 12 / view.scale;
      if (point[0] < minX - reach || point[0] > maxX + reach) continue;
      if (point[1] < minY - reach || point[1] > maxY + reach) continue;
      const [x, y] = view.toPixel(point);
      const path = peg + i < planted ? full[species] : pale[species];
      path.moveTo(x + radius, y);
      path.arc(x, y, radius, 0, 2 * Math.PI);
      if (lettered) letters.push([[x, y], species]);
    }
  });
}

function gatherStrokes(
  { full, pale }: Strokes,
  rows: RowSet,
  row: number,
  runs: Runs,
  planted: number,
  view: View,
  coarse: boolean,
): void {
  const step = rows.rowStep[row];
  const stroke = (path: Path2D, from: number, to: number) => {
    lineBetween(rows, row, from, to).forEach((point, i) =>
      i ? path.lineTo(...view.toPixel(point)) : path.moveTo(...view.toPixel(point)),
    );
  };
  const draw = (species: number, chainage: number, count: number, peg: number) => {
    const split = Math.max(0, Math.min(count, planted - peg));
    const part = (path: Path2D, a: number, b: number) =>
      b > a && stroke(path, chainage + (a - 0.32) * step, chainage + (b - 1 + 0.32) * step);
    part(full[species], 0, split);
    part(pale[species], split, count);
  };
  if (!coarse) eachPiece(rows, row, runs, chainagesInSight(rows, row, view), draw);
  else
    for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++)
      draw(runs[0], rows.stretchFirst[s], rows.stretchCount[s], 0);
}

function drawLetters(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  letters: Strokes['letters'],
  radius: number,
  palette: Palette,
): void {
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const [[x, y], species] of letters) {
    const full = content.species[species].stock === 'container';
    context.fillStyle = full ? (palette.lift ? palette.sheet : '#fff') : palette.ink;
    const { letter } = content.species[species];
    const size = Math.round(radius * (letter.length > 1 ? 0.85 : 1.15));
    context.font = `700 ${size}px ${FONT}`;
    context.fillText(letter, x, y + radius * 0.06);
  }
}

function highlight(
  context: CanvasRenderingContext2D,
  { selectedRow }: PlanContent,
  rows: RowSet,
  view: View,
  palette: Palette,
): void {
  if (!selectedRow || selectedRow > rowCount(rows)) return;
  const [first, last] = rowSpan(rows, selectedRow - 1);
  context.beginPath();
  lineBetween(rows, selectedRow - 1, first, last).forEach((point, i) =>
    i ? context.lineTo(...view.toPixel(point)) : context.moveTo(...view.toPixel(point)),
  );
  context.strokeStyle = palette.ink;
  context.globalAlpha = 0.16;
  context.lineCap = 'round';
  context.lineJoin = 'round';
  context.lineWidth = Math.max(12, Math.min(30, rows.between * view.scale));
  context.stroke();
  context.lineCap = 'butt';
  context.globalAlpha = 1;
}

/** Crowns at an age, under the rows: where they overlap the canopy closes. */
export function drawCrowns(
  context: CanvasRenderingContext2D,
  content: PlanContent,
  rows: RowSet,
  runs: readonly Runs[],
  radii: readonly number[],
  view: View,
  palette: Palette,
): void {
  const paths = content.species.map(() => new Path2D());
  const widest = Math.max(...radii);
  const [minX, minY, maxX, maxY] = view.extent;
  let drawn = 0;
  for (const row of rowsInSight(rows, view)) {
    const put = (species: number, [x, y]: Point) => {
      if (x < minX - widest || x > maxX + widest || y < minY - widest || y > maxY + widest) return;
      if (drawn++ > MOST_RUNS) return;
      const at = view.toPixel([x, y]);
      const radius = radii[species] * view.scale;
      paths[species].moveTo(at[0] + radius, at[1]);
      paths[species].arc(at[0], at[1], radius, 0, 2 * Math.PI);
    };
    let run = 0;
    let left = runs[row][1] ?? 0;
    const next = (): number => {
      while (left === 0 && run + 2 < runs[row].length) left = runs[row][(run += 2) + 1];
      left--;
      return runs[row][run];
    };
    if (rows.rowListed[row]) {
      for (let vertex = rows.lineStart[row]; vertex < rows.lineStart[row + 1]; vertex++)
        put(next(), [rows.lineXY[2 * vertex], rows.lineXY[2 * vertex + 1]]);
      continue;
    }
    for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
      for (let i = 0; i < rows.stretchCount[s]; i++)
        put(next(), pointAt(rows, row, rows.stretchFirst[s] + i * rows.rowStep[row]).point);
    }
  }
  paths.forEach((path, s) => {
    context.fillStyle = speciesColour(content.species[s].colour, palette);
    context.globalAlpha = 0.28;
    context.fill(path);
  });
  context.globalAlpha = 1;
}
