import { formatLength, metresPer } from '$core/measure/units';
import type { Point } from '$core/measure/plane';
import { fromFrame, toFrame } from '$core/rows/lattice';
import { hasPegs, pointAt, rowCount, rowSpan, type RowSet } from '$core/rows/rowset';
import { FONT, type Palette, type View } from './draw';

/** Row numbers at the first pegs of bent rows, as many as there is room for. */
function drawRowNumbers(
  context: CanvasRenderingContext2D,
  rows: RowSet,
  view: View,
  palette: Palette,
): void {
  context.font = `500 11.5px ${FONT}`;
  context.textBaseline = 'middle';
  context.textAlign = 'center';
  const taken: Point[] = [];
  for (let row = 0; row < rowCount(rows); row++) {
    if (!hasPegs(rows, row)) continue;
    const { point, along } = pointAt(rows, row, rowSpan(rows, row)[0]);
    const [x, y] = view.toPixel(point);
    if (taken.some(([tx, ty]) => Math.hypot(tx - x, ty - y) < 34)) continue;
    taken.push([x, y]);
    context.fillStyle = palette.ink;
    context.beginPath();
    context.arc(x, y, 2.4, 0, 2 * Math.PI);
    context.fill();
    const at: Point = [x - along[0] * 13, y + along[1] * 13];
    context.lineWidth = 3;
    context.strokeStyle = palette.sheet;
    context.strokeText(String(row + 1), ...at);
    context.fillStyle = palette.slate;
    context.fillText(String(row + 1), ...at);
  }
}

/** Across-row coordinate of a straight row. */
function rowLine(rows: RowSet, row: number): number {
  const vertex = 2 * rows.lineStart[row];
  return toFrame(rows.frame, [rows.lineXY[vertex], rows.lineXY[vertex + 1]])[1];
}

/** The baseline as a string with its pegs, rows numbered at it, chainage ticked along the last row. */
export function drawBaseline(
  context: CanvasRenderingContext2D,
  rows: RowSet,
  view: View,
  palette: Palette,
): void {
  const count = rowCount(rows);
  if (!count) return;
  if (!rows.straight) {
    drawRowNumbers(context, rows, view, palette);
    return;
  }
  const { baseline } = rows.frame;
  const at = (chainage: number, row: number) =>
    view.toPixel(fromFrame(rows.frame, [chainage + baseline, rowLine(rows, row)]));
  const [start, finish] = [at(0, 0), at(0, count - 1)];
  context.strokeStyle = palette.ink;
  context.lineWidth = 2.2;
  context.beginPath();
  context.moveTo(...start);
  context.lineTo(...finish);
  context.stroke();
  const every =
    [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => n * rows.between * view.scale >= 24) ?? 1000;
  context.font = `500 11.5px ${FONT}`;
  context.textBaseline = 'middle';
  const back = view.toPixel(fromFrame(rows.frame, [baseline - 1, rowLine(rows, 0)]));
  const away = Math.atan2(back[1] - start[1], back[0] - start[0]);
  for (let row = 0; row < count; row++) {
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
  drawChainage(context, rows, view, palette);
}

function drawChainage(
  context: CanvasRenderingContext2D,
  rows: RowSet,
  view: View,
  palette: Palette,
): void {
  const count = rowCount(rows);
  let longest = 0;
  for (let row = 0; row < count; row++) longest = Math.max(longest, rowSpan(rows, row)[1]);
  const unit = metresPer(view.system);
  /** In the reader's own round lengths. */
  const step =
    [5, 10, 25, 50, 100, 250, 500, 1000].find((length) => length * unit * view.scale >= 60) ?? 2500;
  const v = rowLine(rows, count - 1);
  const outside = (chainage: number) =>
    view.toPixel(fromFrame(rows.frame, [chainage + rows.frame.baseline, v + 26 / view.scale]));
  context.strokeStyle = palette.faint;
  context.fillStyle = palette.slate;
  context.lineWidth = 1;
  context.textAlign = 'center';
  const drop = view.toPixel(fromFrame(rows.frame, [rows.frame.baseline, v + 40 / view.scale]));
  const from = outside(0);
  const [dx, dy] = [(drop[0] - from[0]) / 14, (drop[1] - from[1]) / 14];
  context.beginPath();
  context.moveTo(...outside(0));
  context.lineTo(...outside(longest));
  for (let at = 0; at * unit <= longest; at += step) {
    const [x, y] = outside(at * unit);
    context.moveTo(x - 3 * dx, y - 3 * dy);
    context.lineTo(x + 3 * dx, y + 3 * dy);
    context.fillText(
      formatLength(at * unit, view.system, 0),
      x + (13 + 12 * Math.abs(dx)) * dx,
      y + 13 * dy,
    );
  }
  context.stroke();
}
