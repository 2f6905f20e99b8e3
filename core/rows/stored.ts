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
  /** Stretches of the row: first chainage in metres, then count, in turn. */
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
  rowSetOf(rhythm, stored);

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
  let last = stretches[stretches.length - 2] + (stretches[stretches.length - 1] - 1) * step;
  if (listed) {
    last = start;
    for (let i = 2; i < line.length; i += 2)
      last += Math.hypot(line[i] - line[i - 2], line[i + 1] - line[i - 1]);
  }
  return { ...row, trees: treesInRow(row), first: listed ? start : stretches[0], last };
}
