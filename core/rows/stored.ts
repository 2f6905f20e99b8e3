import { drawnPoint } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { pegChainage, positions, rowCount, rowParts, rowSetOf, type RowSet } from './rowset';
import type { Runs } from './species';

/**
 * A row as it is kept: its line, its rhythm and its species. Positions follow from these alone, so
 * they come out the same wherever they are worked out, and a released row needs no polygon.
 */
export interface StoredRow {
  number: number;
  /** Corners of the row, x and y in turn, metres in the block's plane. */
  line: number[];
  /** Chainage of the first corner. */
  start: number;
  /** Metres from peg to peg. */
  step: number;
  /** The corners are the pegs: a walking lane without a rhythm. */
  listed: boolean;
  /** Stretches of the row: first chainage in metres, then count, in turn; none of a row that was given up. */
  stretches: number[];
  runs: Runs;
}

/** What all rows of a layout have in common. */
export type RowRhythm = Pick<RowSet, 'frame' | 'straight' | 'step' | 'between'>;

export interface RowSummary extends StoredRow {
  trees: number;
  first: number;
  last: number;
}

export const rhythmOf = ({ frame, straight, step, between }: RowSet): RowRhythm => ({
  frame,
  straight,
  step,
  between,
});

/** Turns rows and their species into rows to keep. */
export function toStoredRows(rows: RowSet, runs: readonly Runs[]): StoredRow[] {
  return Array.from({ length: rowCount(rows) }, (_, row) => {
    const { line, stretches, ...rest } = rowParts(rows, row);
    return {
      number: row + 1,
      ...rest,
      line: Array.from(line),
      stretches: Array.from(stretches),
      runs: runs[row],
    };
  });
}

/** Makes the rows again from kept ones. */
export const toRowSet = (rhythm: RowRhythm, stored: readonly StoredRow[]): RowSet =>
  rowSetOf(rhythm, stored, 'kept');

export const treesInRow = ({ stretches }: Pick<StoredRow, 'stretches'>): number =>
  stretches.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0);

/** One position of a layout, the way a leader names it. */
export interface Position {
  row: number;
  peg: number;
  /** Metres along the row from where its chainage begins: the baseline of straight rows. */
  chainage: number;
  point: Point;
  species: number;
}

/** Every position in order, row by row from the baseline end. */
export function* eachPosition(
  rhythm: RowRhythm,
  stored: readonly StoredRow[],
): Generator<Position> {
  const rows = toRowSet(rhythm, stored);
  const xy = positions(rows);
  let at = 0;
  for (const [index, { number, runs, ...row }] of stored.entries()) {
    let run = 0;
    let leftInRun = runs[1] ?? 0;
    for (let peg = 1; peg <= treesInRow(row); peg++, at++) {
      while (leftInRun === 0 && run + 2 < runs.length) leftInRun = runs[(run += 2) + 1];
      leftInRun--;
      yield {
        row: number,
        peg,
        chainage: pegChainage(rows, index, peg)!,
        point: [xy[2 * at], xy[2 * at + 1]],
        species: runs[run],
      };
    }
  }
}

/** Row, length and runs for a list or a pocket sheet. */
export function summarise(row: StoredRow): RowSummary {
  const { stretches, line, start, step, listed } = row;
  if (!treesInRow(row)) return { ...row, trees: 0, first: start, last: start };
  let last = stretches[stretches.length - 2] + (stretches[stretches.length - 1] - 1) * step;
  if (listed) {
    last = start;
    for (let i = 2; i < line.length; i += 2)
      last += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
  }
  return { ...row, trees: treesInRow(row), first: listed ? start : stretches[0], last };
}

/** Metres along a row from its first tree to its last. */
export function rowLength(row: StoredRow): number {
  const { first, last } = summarise(row);
  return last - first;
}

/** Corners of a line, as indices, without those that stay within a distance of it (Ramer 1972, Douglas & Peucker 1973). */
function cornersThatMatter(line: readonly number[], within: number): number[] {
  const kept = new Set([0, line.length / 2 - 1]);
  const open: [number, number][] = [[0, line.length / 2 - 1]];
  for (let next = open.pop(); next; next = open.pop()) {
    const [from, to] = next;
    const [ax, ay] = [line[2 * from], line[2 * from + 1]];
    const [dx, dy] = [line[2 * to] - ax, line[2 * to + 1] - ay];
    const long = Math.hypot(dx, dy);
    let [far, at] = [within, -1];
    for (let i = from + 1; i < to; i++) {
      const [px, py] = [line[2 * i] - ax, line[2 * i + 1] - ay];
      const along = long ? Math.min(1, Math.max(0, (px * dx + py * dy) / long ** 2)) : 0;
      const off = Math.hypot(px - along * dx, py - along * dy);
      if (off > far) [far, at] = [off, i];
    }
    if (at < 0) continue;
    kept.add(at);
    open.push([from, at], [at, to]);
  }
  return [...kept].sort((a, b) => a - b);
}

const lengthOfLine = (line: readonly number[]): number => {
  let length = 0;
  for (let i = 2; i < line.length; i += 2)
    length += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
  return length;
};

/**
 * A row as a plan draws it: the same pegs to a finger's breadth, a wound line in a tenth of its corners. What is
 * measured, printed or laid out is worked out from the stored row itself.
 * @param within metres that a drawn line may lie beside the row's own
 */
export function drawnRow<Row extends StoredRow>(row: Row, within = 0.01): Row {
  // Where the corners are the pegs, every one matters.
  const corners = row.listed
    ? row.line.map((_, i) => i).slice(0, row.line.length / 2)
    : cornersThatMatter(row.line, within);
  const line = corners.flatMap((i) => drawnPoint([row.line[2 * i], row.line[2 * i + 1]]));
  if (row.listed || corners.length === row.line.length / 2) return { ...row, line };
  // A line with fewer corners is shorter; pegs are drawn together with it, so that none drifts along the row.
  const shrunk = lengthOfLine(line) / lengthOfLine(row.line);
  return {
    ...row,
    line,
    step: row.step * shrunk,
    stretches: row.stretches.map((value, i) =>
      i % 2 ? value : row.start + (value - row.start) * shrunk,
    ),
  };
}
