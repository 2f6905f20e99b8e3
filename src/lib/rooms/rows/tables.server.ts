import type { Sequelize } from 'sequelize';
import type { LayoutParameters } from '../../../../core/rows/layout';
import type { RowRhythm } from '../../../../core/rows/stored';
import {
  flag,
  json,
  key,
  maybe,
  moment,
  real,
  reference,
  table,
  text,
  whole,
  eventColumns,
  type EventRow,
} from '../../store/define';
import { bySchema, isNumber, isRecord, numbers, record } from '../../store/shape';
import { layoutParameters } from './contract';

export type LayoutState = 'saved' | 'released' | 'withdrawn';

export interface LayoutRow {
  id: string;
  blockId: string;
  number: number;
  name: string;
  state: LayoutState;
  /** Version of the computation that made the rows. */
  computation: number;
  parameters: LayoutParameters;
  rhythm: RowRhythm;
  trees: number;
  plantableArea: number;
  speciesCounts: number[];
  /** Plots of a trial as they were laid out, five numbers each; empty for anything else. */
  trial: number[];
  createdAt: Date;
  createdBy: string;
  releasedAt: Date | null;
  releasedBy: string | null;
  /** The version whose planted rows stand in this one; null where it was laid by itself. */
  continues: number | null;
}
export interface LayoutRowRow {
  layoutId: string;
  number: number;
  line: number[];
  start: number;
  step: number;
  listed: boolean;
  stretches: number[];
  runs: number[];
  trees: number;
}

/** Word that pegs of rows stand, or stand no more. */
export interface RowPeggedRow extends EventRow {
  layoutId: string;
  inRows: number[];
  stand: boolean;
  late: boolean;
}

export function rowsTables(sequelize: Sequelize) {
  return {
    layout: table<LayoutRow>(sequelize, 'layout', {
      id: key,
      blockId: reference,
      number: whole,
      name: text,
      state: text,
      computation: whole,
      parameters: json(bySchema<LayoutParameters>(layoutParameters)),
      rhythm: json(record<RowRhythm>({ frame: isRecord, step: isNumber, between: isNumber })),
      trees: whole,
      plantableArea: real,
      speciesCounts: json(numbers),
      trial: { ...json(numbers), defaultValue: [] },
      createdAt: moment,
      createdBy: reference,
      releasedAt: { ...moment, allowNull: true },
      releasedBy: maybe,
      continues: { ...whole, allowNull: true },
    }),
    layoutRow: table<LayoutRowRow>(sequelize, 'layout_row', {
      layoutId: { ...reference, primaryKey: true },
      number: { ...whole, primaryKey: true },
      line: json(numbers),
      start: real,
      step: real,
      listed: flag,
      stretches: json(numbers),
      runs: json(numbers),
      trees: whole,
    }),
    rowPegged: table<RowPeggedRow>(sequelize, 'row_pegged', {
      ...eventColumns,
      layoutId: reference,
      inRows: json(numbers),
      stand: flag,
      late: { ...flag, defaultValue: false },
    }),
  };
}
