import { DataTypes, type Sequelize } from 'sequelize';
import type { Cause } from '../../../../core/survival/marks';
import {
  day,
  eventColumns,
  flag,
  json,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';
import { isNumber, recordOf } from '../../store/shape';

export interface SurvivalCountRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  setTrees: number;
  alive: number;
  /** One sign a tree in order of the pegs (`core/survival/marks.ts`); empty when only totals were counted. */
  marks: string;
  cause: string;
  countedOn: string;
  /** Why the row was counted again. */
  why: string;
  /** What killed which tree, by peg. */
  causes: Record<string, Cause> | null;
  /** Metres, by peg, where a tree was measured. */
  heights: Record<string, number> | null;
  late: boolean;
}

export const causesByPeg = recordOf<Cause>((value) => typeof value === 'string', 'causes by peg');
export const heightsByPeg = recordOf<number>(isNumber, 'heights by peg');

export function survivalTables(sequelize: Sequelize) {
  return {
    survivalCount: table<SurvivalCountRow>(sequelize, 'survival_count', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      setTrees: whole,
      alive: whole,
      marks: { type: DataTypes.TEXT, allowNull: false },
      cause: text,
      countedOn: day,
      why: { ...text, defaultValue: '' },
      causes: { ...json(causesByPeg), allowNull: true },
      heights: { ...json(heightsByPeg), allowNull: true },
      late: { ...flag, defaultValue: false },
    }),
  };
}
