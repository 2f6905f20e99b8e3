import type { Sequelize } from 'sequelize';
import type { Fault } from '../../../../core/checks/quality';
import {
  eventColumns,
  json,
  real,
  reference,
  table,
  whole,
  type EventRow,
} from '../../store/define';
import { isNumber, recordOf } from '../../store/shape';

export interface PlotRow extends EventRow {
  layoutId: string;
  planterId: string;
  rowNumber: number;
  peg: number;
  area: number;
  good: number;
  faults: Partial<Record<Fault, number>>;
}

export function checksTables(sequelize: Sequelize) {
  return {
    plot: table<PlotRow>(sequelize, 'plot', {
      ...eventColumns,
      layoutId: reference,
      planterId: reference,
      rowNumber: whole,
      peg: whole,
      area: real,
      good: whole,
      faults: json(recordOf<number>(isNumber, 'trees by fault')),
    }),
  };
}
