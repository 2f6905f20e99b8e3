import type { Point } from '../measure/plane';
import {
  fromFrame,
  rowCount as latticeRows,
  rowLine,
  rowSpan as latticeSpan,
  type Lattice,
  type RowFrame,
} from './lattice';

/**
 * Rows of a layout, straight or bent. A row is a line with a rhythm: its polyline, and stretches of
 * it (first chainage, count) on which pegs stand at an equal step. Where there is no rhythm (scatter,
 * clusters) a row is a walking lane whose corners are its pegs.
 */
export interface RowSet {
  /** Which way rows run and are counted, where a baseline makes sense of it; else of the lanes. */
  frame: RowFrame;
  /** True when every row is a straight line square to one baseline. */
  straight: boolean;
  /** The nominal spacing, metres. */
  step: number;
  between: number;
  /** Where each row's corners begin among the vertices; one longer than the rows. */
  lineStart: Uint32Array;
  /** Corners, x and y in turn, metres in the block's plane. */
  lineXY: Float64Array;
  /** Chainage of each corner along its row. */
  lineChainage: Float64Array;
  /** Step of each row, metres. */
  rowStep: Float64Array;
  /** 1 where the corners of the row are its pegs. */
  rowListed: Uint8Array;
  /** Where each row's stretches begin in the stretch arrays; one longer than the rows. */
  rowStretches: Uint32Array;
  stretchFirst: Float64Array;
  stretchCount: Uint32Array;
  total: number;
}

/** One row on its way into a row set. */
export interface RowParts {
  /** Corners, x and y in turn. */
  line: ArrayLike<number>;
  /** Chainage of the first corner; the others follow from the distances between corners. */
  start: number;
  step: number;
  listed: boolean;
  /** First chainage and count of each stretch, in turn; for a listed row 0 and its pegs. */
  stretches: ArrayLike<number>;
}

/**
 * Puts rows together.
 * @param empty what becomes of rows without a peg: left out where rows are laid, kept where they have numbers
 */
export function rowSetOf(
  about: Pick<RowSet, 'frame' | 'straight' | 'step' | 'between'>,
  rows: Iterable<RowParts>,
  empty: 'out' | 'kept' = 'out',
): RowSet {
  const lineStart = [0];
  const rowStretches = [0];
  const rowStep: number[] = [];
  const rowListed: number[] = [];
  const stretchFirst: number[] = [];
  const stretchCount: number[] = [];
  const kept: RowParts[] = [];
  let vertices = 0;
  let total = 0;
  for (const row of rows) {
    let trees = 0;
    for (let i = 1; i < row.stretches.length; i += 2) trees += row.stretches[i];
    if (!trees && empty === 'out') continue;
    kept.push(row);
    vertices += row.line.length / 2;
    total += trees;
    lineStart.push(vertices);
    rowStep.push(row.step);
    rowListed.push(row.listed ? 1 : 0);
    for (let i = 0; i < row.stretches.length; i += 2) {
      stretchFirst.push(row.stretches[i]);
      stretchCount.push(row.stretches[i + 1]);
    }
    rowStretches.push(stretchCount.length);
  }
  const lineXY = new Float64Array(2 * vertices);
  const lineChainage = new Float64Array(vertices);
  kept.forEach(({ line, start }, row) => {
    let chainage = start;
    const from = lineStart[row];
    for (let i = 0; i < line.length / 2; i++) {
      if (i)
        chainage += Math.hypot(line[2 * i] - line[2 * i - 2], line[2 * i + 1] - line[2 * i - 1]);
      lineXY[2 * (from + i)] = line[2 * i];
      lineXY[2 * (from + i) + 1] = line[2 * i + 1];
      lineChainage[from + i] = chainage;
    }
  });
  return {
    ...about,
    lineStart: Uint32Array.from(lineStart),
    lineXY,
    lineChainage,
    rowStep: Float64Array.from(rowStep),
    rowListed: Uint8Array.from(rowListed),
    rowStretches: Uint32Array.from(rowStretches),
    stretchFirst: Float64Array.from(stretchFirst),
    stretchCount: Uint32Array.from(stretchCount),
    total,
  };
}

/** The rows of a lattice: each a line of two corners, from the baseline to its last peg. */
export function rowsOfLattice(lattice: Lattice): RowSet {
  const rows = latticeRows(lattice);
  const { frame, step } = lattice;
  const lineXY = new Float64Array(4 * rows);
  const lineChainage = new Float64Array(2 * rows);
  for (let row = 0; row < rows; row++) {
    const v = rowLine(lattice, row);
    const [first, last] = latticeSpan(lattice, row);
    const from = Math.min(0, first);
    // A row of one peg on the baseline still needs a direction.
    const to = Math.max(last, from + step);
    lineXY.set(fromFrame(frame, [frame.baseline + from, v]), 4 * row);
    lineXY.set(fromFrame(frame, [frame.baseline + to, v]), 4 * row + 2);
    lineChainage[2 * row] = from;
    // As a row put together again has it, to the last bit.
    lineChainage[2 * row + 1] =
      from +
      Math.hypot(lineXY[4 * row + 2] - lineXY[4 * row], lineXY[4 * row + 3] - lineXY[4 * row + 1]);
  }
  return {
    frame,
    straight: true,
    step,
    between: lattice.between,
    lineStart: Uint32Array.from({ length: rows + 1 }, (_, row) => 2 * row),
    lineXY,
    lineChainage,
    rowStep: new Float64Array(rows).fill(step),
    rowListed: new Uint8Array(rows),
    rowStretches: lattice.rowStretches,
    stretchFirst: lattice.stretchFirst,
    stretchCount: lattice.stretchCount,
    total: lattice.total,
  };
}

export const rowCount = (rows: RowSet): number => rows.rowStep.length;

/** Whether a row, counted from 0, has a peg: one that was given up keeps its number alone. */
export const hasPegs = (rows: RowSet, row: number): boolean =>
  rows.rowStretches[row] < rows.rowStretches[row + 1];

/** One row taken out again. */
export function rowParts(rows: RowSet, row: number): RowParts {
  const stretches: number[] = [];
  for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
    stretches.push(rows.stretchFirst[s], rows.stretchCount[s]);
  }
  const [from, to] = [rows.lineStart[row], rows.lineStart[row + 1]];
  return {
    line: rows.lineXY.subarray(2 * from, 2 * to),
    start: rows.lineChainage[from],
    step: rows.rowStep[row],
    listed: rows.rowListed[row] === 1,
    stretches,
  };
}

/** Positions in each row. */
export function treesByRow(rows: RowSet): Uint32Array {
  const counts = new Uint32Array(rowCount(rows));
  for (let row = 0; row < counts.length; row++) {
    for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
      counts[row] += rows.stretchCount[s];
    }
  }
  return counts;
}

/** Chainages of a row's first and last peg. */
export function rowSpan(rows: RowSet, row: number): [number, number] {
  if (rows.rowListed[row]) {
    return [rows.lineChainage[rows.lineStart[row]], rows.lineChainage[rows.lineStart[row + 1] - 1]];
  }
  const last = rows.rowStretches[row + 1] - 1;
  // A row that was given up begins and ends where its number stands.
  if (!hasPegs(rows, row)) {
    const at = rows.lineChainage[rows.lineStart[row]];
    return [at, at];
  }
  return [
    rows.stretchFirst[rows.rowStretches[row]],
    rows.stretchFirst[last] + (rows.stretchCount[last] - 1) * rows.rowStep[row],
  ];
}

/**
 * All positions, x and y in turn, row by row from the baseline end.
 * @returns metres in the block's plane, 2 × total numbers
 */
export function positions(rows: RowSet): Float64Array {
  const { lineStart, lineXY, lineChainage, rowStep, rowListed, rowStretches } = rows;
  const out = new Float64Array(2 * rows.total);
  let at = 0;
  for (let row = 0; row < rowStep.length; row++) {
    const begin = lineStart[row];
    const end = lineStart[row + 1] - 1;
    if (rowListed[row]) {
      out.set(lineXY.subarray(2 * begin, 2 * (end + 1)), at);
      at += 2 * (end + 1 - begin);
      continue;
    }
    const step = rowStep[row];
    let leg = begin;
    for (let s = rowStretches[row]; s < rowStretches[row + 1]; s++) {
      const first = rows.stretchFirst[s];
      const count = rows.stretchCount[s];
      let i = 0;
      while (i < count) {
        while (leg < end - 1 && lineChainage[leg + 1] <= first + i * step) leg++;
        const length = lineChainage[leg + 1] - lineChainage[leg] || 1;
        const x0 = lineXY[2 * leg];
        const y0 = lineXY[2 * leg + 1];
        const dx = (lineXY[2 * leg + 2] - x0) / length;
        const dy = (lineXY[2 * leg + 3] - y0) / length;
        // As many as stand on this leg; on the last one, all that are left.
        const until =
          leg >= end - 1
            ? count
            : Math.min(count, Math.floor((lineChainage[leg + 1] - first) / step) + 1);
        const offset = first - lineChainage[leg];
        for (; i < until; i++) {
          const along = offset + i * step;
          out[at++] = x0 + along * dx;
          out[at++] = y0 + along * dy;
        }
      }
    }
  }
  return out;
}

/** The place at a chainage of a row, and the direction of the row there (unit vector). */
export function pointAt(
  rows: RowSet,
  row: number,
  chainage: number,
): { point: Point; along: Point } {
  const begin = rows.lineStart[row];
  const end = rows.lineStart[row + 1] - 1;
  let low = begin;
  let high = Math.max(begin, end - 1);
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (rows.lineChainage[middle] <= chainage) low = middle;
    else high = middle - 1;
  }
  const x = rows.lineXY[2 * low];
  const y = rows.lineXY[2 * low + 1];
  if (begin === end) return { point: [x, y], along: [1, 0] };
  const length = rows.lineChainage[low + 1] - rows.lineChainage[low] || 1;
  const along: Point = [
    (rows.lineXY[2 * low + 2] - x) / length,
    (rows.lineXY[2 * low + 3] - y) / length,
  ];
  const further = chainage - rows.lineChainage[low];
  return { point: [x + further * along[0], y + further * along[1]], along };
}

/** Where a peg stands: row and peg counted from 1, peg along the row from the baseline end. */
export function pegPosition(
  rows: RowSet,
  row: number,
  peg: number,
): { point: Point; chainage: number } | undefined {
  if (row < 1 || row > rowCount(rows) || peg < 1) return undefined;
  const chainage = pegChainage(rows, row - 1, peg);
  if (chainage === undefined) return undefined;
  if (rows.rowListed[row - 1]) {
    const vertex = rows.lineStart[row - 1] + peg - 1;
    return { chainage, point: [rows.lineXY[2 * vertex], rows.lineXY[2 * vertex + 1]] };
  }
  return { chainage, point: pointAt(rows, row - 1, chainage).point };
}

/** Chainage of a peg counted from 1 in a row counted from 0. */
export function pegChainage(rows: RowSet, row: number, peg: number): number | undefined {
  if (rows.rowListed[row]) {
    const vertex = rows.lineStart[row] + peg - 1;
    return vertex < rows.lineStart[row + 1] ? rows.lineChainage[vertex] : undefined;
  }
  let left = peg - 1;
  for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
    if (left < rows.stretchCount[s]) return rows.stretchFirst[s] + left * rows.rowStep[row];
    left -= rows.stretchCount[s];
  }
  return undefined;
}

/** Where the first peg of the first row that has one stands; nothing where none does. */
export function firstPlace(rows: RowSet): Point | undefined {
  for (let row = 0; row < rowCount(rows); row++)
    if (hasPegs(rows, row)) return pegPosition(rows, row + 1, 1)?.point;
  return undefined;
}

export interface NearestPeg {
  row: number;
  peg: number;
  distance: number;
}

/** The peg nearest to a place on the plan, with its distance in metres. */
export function nearestPeg(rows: RowSet, [px, py]: Point): NearestPeg | undefined {
  let best: NearestPeg | undefined;
  const { lineXY, lineChainage, lineStart } = rows;
  for (let row = 0; row < rowCount(rows); row++) {
    const begin = lineStart[row];
    const end = lineStart[row + 1];
    if (rows.rowListed[row]) {
      for (let vertex = begin; vertex < end; vertex++) {
        const distance = Math.hypot(lineXY[2 * vertex] - px, lineXY[2 * vertex + 1] - py);
        if (!best || distance < best.distance)
          best = { row: row + 1, peg: vertex - begin + 1, distance };
      }
      continue;
    }
    for (let leg = begin; leg < end - 1; leg++) {
      const x0 = lineXY[2 * leg];
      const y0 = lineXY[2 * leg + 1];
      const length = lineChainage[leg + 1] - lineChainage[leg];
      if (!length) continue;
      const dx = (lineXY[2 * leg + 2] - x0) / length;
      const dy = (lineXY[2 * leg + 3] - y0) / length;
      const across = Math.abs((px - x0) * dy - (py - y0) * dx);
      if (best && across >= best.distance) continue;
      const along = (px - x0) * dx + (py - y0) * dy;
      const reach = best?.distance ?? Infinity;
      if (along < -reach || along > length + reach) continue;
      const chainage = lineChainage[leg] + Math.max(0, Math.min(length, along));
      const found = nearestInRow(rows, row, chainage, [px, py]);
      if (found && (!best || found.distance < best.distance)) best = { row: row + 1, ...found };
    }
  }
  return best;
}

/** Of the pegs around a chainage, the one nearest to a place. */
function nearestInRow(rows: RowSet, row: number, chainage: number, [px, py]: Point) {
  let counted = 0;
  let best: { peg: number; distance: number } | undefined;
  for (let s = rows.rowStretches[row]; s < rows.rowStretches[row + 1]; s++) {
    const first = rows.stretchFirst[s];
    const count = rows.stretchCount[s];
    const nearest = Math.round((chainage - first) / rows.rowStep[row]);
    const i = Math.max(0, Math.min(count - 1, nearest));
    const [x, y] = pointAt(rows, row, first + i * rows.rowStep[row]).point;
    const distance = Math.hypot(x - px, y - py);
    if (!best || distance < best.distance) best = { peg: counted + i + 1, distance };
    counted += count;
  }
  return best;
}

/** Metres from row end to row start when rows are walked to and fro. */
export function stepsBetweenRows(rows: RowSet): number {
  let metres = 0;
  let end: Point | undefined;
  for (let row = 0; row < rowCount(rows); row++) {
    if (!hasPegs(rows, row)) continue;
    const span = rowSpan(rows, row);
    const [from, to] = row % 2 === 0 ? span : [span[1], span[0]];
    const start = pointAt(rows, row, from).point;
    if (end) metres += Math.hypot(start[0] - end[0], start[1] - end[1]);
    end = pointAt(rows, row, to).point;
  }
  return metres;
}

/** Corners of a row between two of its chainages, both ends included. */
export function lineBetween(rows: RowSet, row: number, from: number, to: number): Point[] {
  const line: Point[] = [pointAt(rows, row, from).point];
  for (let vertex = rows.lineStart[row]; vertex < rows.lineStart[row + 1]; vertex++) {
    if (rows.lineChainage[vertex] > from && rows.lineChainage[vertex] < to)
      line.push([rows.lineXY[2 * vertex], rows.lineXY[2 * vertex + 1]]);
  }
  if (to > from) line.push(pointAt(rows, row, to).point);
  return line;
}
