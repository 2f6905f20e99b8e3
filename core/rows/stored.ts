import type { Point } from '../measure/plane';
import { fromFrame, rowCount, rowLine, rowSpan, type Lattice, type RowFrame } from './lattice';
import type { Runs } from './species';

/**
 * A row as it is kept: its line, its rhythm and its species. Positions follow from these alone, so
 * they come out the same wherever they are worked out, and a released row needs no polygon.
 */
export interface StoredRow {
  number: number;
  /** Place of the line in the lattice, counted from the anchor. */
  index: number;
  /** Stretches of the row: first chainage in metres, then count, in turn. */
  stretches: number[];
  runs: Runs;
}

/** What all rows of a layout have in common. */
export interface RowRhythm {
  frame: RowFrame;
  step: number;
  between: number;
}

export interface RowSummary extends StoredRow {
  trees: number;
  first: number;
  last: number;
}

/** Turns a lattice and its species into rows to keep. */
export function toStoredRows(lattice: Lattice, runs: readonly Runs[]): StoredRow[] {
  return Array.from({ length: rowCount(lattice) }, (_, row) => {
    const stretches: number[] = [];
    for (let s = lattice.rowStretches[row]; s < lattice.rowStretches[row + 1]; s++) {
      stretches.push(lattice.stretchFirst[s], lattice.stretchCount[s]);
    }
    return { number: row + 1, index: lattice.rowIndex[row], stretches, runs: runs[row] };
  });
}

/** Makes the lattice again from kept rows. */
export function toLattice(
  { frame, step, between }: RowRhythm,
  rows: readonly StoredRow[],
): Lattice {
  const stretches = rows.flatMap((row) => row.stretches);
  const rowStretches = new Uint32Array(rows.length + 1);
  rows.forEach((row, i) => (rowStretches[i + 1] = rowStretches[i] + row.stretches.length / 2));
  return {
    frame,
    step,
    between,
    rowIndex: Int32Array.from(rows, ({ index }) => index),
    rowStretches,
    stretchFirst: Float64Array.from(stretches.filter((_, i) => i % 2 === 0)),
    stretchCount: Uint32Array.from(stretches.filter((_, i) => i % 2 === 1)),
    total: stretches.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0),
  };
}

export const treesInRow = ({ stretches }: StoredRow): number =>
  stretches.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0);

/** One position of a layout, the way a leader names it. */
export interface Position {
  row: number;
  peg: number;
  /** Metres from the baseline. */
  chainage: number;
  point: Point;
  species: number;
}

/** Every position in order, row by row from the baseline end. */
export function* eachPosition(rhythm: RowRhythm, rows: readonly StoredRow[]): Generator<Position> {
  for (const row of rows) {
    const v = rhythm.frame.anchor + row.index * rhythm.between;
    let peg = 0;
    let run = 0;
    let leftInRun = row.runs[1] ?? 0;
    for (let s = 0; s < row.stretches.length; s += 2) {
      for (let i = 0; i < row.stretches[s + 1]; i++) {
        while (leftInRun === 0 && run + 2 < row.runs.length) leftInRun = row.runs[(run += 2) + 1];
        const chainage = row.stretches[s] + i * rhythm.step;
        peg++;
        leftInRun--;
        yield {
          row: row.number,
          peg,
          chainage,
          point: fromFrame(rhythm.frame, [chainage + rhythm.frame.baseline, v]),
          species: row.runs[run],
        };
      }
    }
  }
}

/** The line of each row from its first to its last position, metres in the block's plane. */
export function rowEnds(lattice: Lattice, row: number): [Point, Point] {
  const [first, last] = rowSpan(lattice, row);
  const v = rowLine(lattice, row);
  const { baseline } = lattice.frame;
  return [
    fromFrame(lattice.frame, [first + baseline, v]),
    fromFrame(lattice.frame, [last + baseline, v]),
  ];
}

/** Row, length and runs for a list or a pocket sheet. */
export function summarise(row: StoredRow, step: number): RowSummary {
  const { stretches } = row;
  return {
    ...row,
    trees: treesInRow(row),
    first: stretches[0],
    last: stretches[stretches.length - 2] + (stretches[stretches.length - 1] - 1) * step,
  };
}
