import type { Fault } from '../../../../core/checks/quality';
import type { Wave } from '../../../../core/crew/waves';
import type { Filled } from '../../../../core/crew/reservoir';
import type { WaveDoneRow } from './tables.server';

/** What a wave did, as pages read it. */
export interface WaveEntry {
  id: string;
  row: number;
  wave: Wave;
  count: number;
  corrects: string | null;
  /** Milliseconds since 1970. */
  at: number;
}

export const asWave = (row: WaveDoneRow): WaveEntry => ({
  ...{ id: row.id, row: row.rowNumber, wave: row.wave, count: row.count, corrects: row.corrects },
  at: new Date(row.at).getTime(),
});

/** A fault found walking behind the machine. */
export interface RowFault {
  id: string;
  row: number;
  peg: number;
  fault: Fault;
  mended: boolean;
  seat: string;
  at: number;
}

export const asRowFault = ({ id, row, peg, fault, mended, seat, at }: RowFault): RowFault => ({
  ...{ id, row, peg, fault, seat, at, mended: Boolean(Number(mended)) },
});

/** A trial run of the machine. */
export interface TrialRun {
  id: string;
  /** The version that stood then. */
  layoutId: string;
  seat: string;
  /** Metres between two marks of the wheel when it was driven. */
  apart: number;
  /** Metres from tree to tree. */
  gaps: number[];
  /** Metres of soil over each tree, where it was measured. */
  depths: number[];
  /** Id of whoever handed it in. */
  author: string;
  at: number;
}

export type BoxFilled = Filled & { id: string };
