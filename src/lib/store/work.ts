import type { Sequelize } from 'sequelize';
import type { Fault } from '../../../core/checks/quality';
import {
  day,
  eventColumns,
  json,
  maybe,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from './define';

export interface TaskEventRow extends EventRow {
  blockId: string;
  task: string;
  kind: 'done' | 'undone' | 'moved' | 'skipped' | 'restored';
  day: string | null;
}
export interface RowShareRow {
  layoutId: string;
  planterId: string;
  firstRow: number;
  lastRow: number;
}
export interface TallyRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  planterId: string;
  count: number;
  corrects: string | null;
}
export interface PlotRow extends EventRow {
  layoutId: string;
  planterId: string;
  rowNumber: number;
  peg: number;
  area: number;
  good: number;
  faults: Partial<Record<Fault, number>>;
}
export interface SurvivalCountRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  setTrees: number;
  alive: number;
  /** '1' alive, '0' dead, in order of the pegs; empty when only totals were counted. */
  marks: string;
  cause: string;
  countedOn: string;
}

export function workTables(sequelize: Sequelize) {
  return {
    taskEvent: table<TaskEventRow>(sequelize, 'task_event', {
      ...eventColumns,
      blockId: reference,
      task: text,
      kind: text,
      day,
    }),
    rowShare: table<RowShareRow>(sequelize, 'row_share', {
      layoutId: { ...reference, primaryKey: true },
      planterId: { ...reference, primaryKey: true },
      firstRow: whole,
      lastRow: whole,
    }),
    tally: table<TallyRow>(sequelize, 'tally', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      planterId: reference,
      count: whole,
      corrects: maybe,
    }),
    plot: table<PlotRow>(sequelize, 'plot', {
      ...eventColumns,
      layoutId: reference,
      planterId: reference,
      rowNumber: whole,
      peg: whole,
      area: real,
      good: whole,
      faults: json,
    }),
    survivalCount: table<SurvivalCountRow>(sequelize, 'survival_count', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      setTrees: whole,
      alive: whole,
      marks: text,
      cause: text,
      countedOn: day,
    }),
  };
}
