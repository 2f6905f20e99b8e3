import { DataTypes, type Sequelize } from 'sequelize';
import type { Cause } from '../../../../core/survival/marks';
import {
  day,
  eventColumns,
  flag,
  json,
  maybe,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';
import { isNumber, isRecord, isText, listOf, recordOf } from '../../store/shape';

export interface SurvivalCountRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  setTrees: number;
  alive: number;
  /** One sign a tree in order of the pegs (`core/survival/marks.ts`); empty when only totals were counted. */
  marks: string;
  cause: string;
  countedOn: string;
  /** The circle whose trees they are; nothing where the row itself was drawn. */
  plot: number | null;
  /** Why the row was counted again. */
  why: string;
  /** What killed which tree, by peg. */
  causes: Record<string, Cause> | null;
  /** Metres, by peg, where a tree was measured. */
  heights: Record<string, number> | null;
  late: boolean;
}

/** One row of a refill: places known by peg, and how many are expected beside them. */
export interface RefillRow {
  row: number;
  pegs: { peg: number; speciesId: string }[];
  expected: number;
}

export interface RefillPlanRow extends EventRow {
  layoutId: string;
  number: number;
  chance: number;
  plantOn: string;
  inRows: RefillRow[];
  toOrder: { id: string; speciesId: string; count: number }[];
}

export interface RefillSetRow extends EventRow {
  refillId: string;
  rowNumber: number;
  speciesId: string;
  trees: number;
  /** For whom it was entered, where that is not its author. */
  planterId: string | null;
  corrects: string | null;
  late: boolean;
}

export const refillRows = listOf<RefillRow>(
  (value) =>
    isRecord(value) && isNumber(value.row) && Array.isArray(value.pegs) && isNumber(value.expected),
  'rows of a refill',
);
export const refillOrder = listOf<RefillPlanRow['toOrder'][number]>(
  (value) =>
    isRecord(value) && isText(value.id) && isText(value.speciesId) && isNumber(value.count),
  'lines of a refill',
);
export const causesByPeg = recordOf<Cause>((value) => typeof value === 'string', 'causes by peg');
export const heightsByPeg = recordOf<number>(isNumber, 'heights by peg');

export function survivalTables(sequelize: Sequelize) {
  return {
    refillPlan: table<RefillPlanRow>(sequelize, 'refill_plan', {
      ...eventColumns,
      layoutId: reference,
      number: whole,
      chance: real,
      plantOn: day,
      inRows: json(refillRows),
      toOrder: json(refillOrder),
    }),
    refillSet: table<RefillSetRow>(sequelize, 'refill_set', {
      ...eventColumns,
      refillId: reference,
      rowNumber: whole,
      speciesId: reference,
      trees: whole,
      planterId: maybe,
      corrects: maybe,
      late: { ...flag, defaultValue: false },
    }),
    survivalCount: table<SurvivalCountRow>(sequelize, 'survival_count', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      setTrees: whole,
      alive: whole,
      marks: { type: DataTypes.TEXT, allowNull: false },
      cause: text,
      countedOn: day,
      plot: { ...whole, allowNull: true },
      why: { ...text, defaultValue: '' },
      causes: { ...json(causesByPeg), allowNull: true },
      heights: { ...json(heightsByPeg), allowNull: true },
      late: { ...flag, defaultValue: false },
    }),
  };
}
