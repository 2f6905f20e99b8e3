import type { Sequelize } from 'sequelize';
import {
  day,
  eventColumns,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';

export interface SurvivalCountRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  setTrees: number;
  alive: number;
  /** '1' alive, '0' dead, in order of the pegs; empty when only totals were counted. */
  marks: string;
  cause: string;
  countedOn: string;
  /** Why the row was counted again. */
  why: string;
}

export function survivalTables(sequelize: Sequelize) {
  return {
    survivalCount: table<SurvivalCountRow>(sequelize, 'survival_count', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      setTrees: whole,
      alive: whole,
      marks: text,
      cause: text,
      countedOn: day,
      why: { ...text, defaultValue: '' },
    }),
  };
}
