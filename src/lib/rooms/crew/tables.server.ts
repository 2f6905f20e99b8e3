import type { Sequelize } from 'sequelize';
import {
  day,
  edition,
  eventColumns,
  flag,
  key,
  maybe,
  moment,
  partOfKey,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from '../../store/define';

export interface PlanterRow {
  id: string;
  siteId: string;
  personId: string | null;
  name: string;
  rate: number;
  position: number;
  edition: number;
}
export interface RowShareRow {
  layoutId: string;
  planterId: string;
  firstRow: number;
  lastRow: number;
}
export interface AttendanceRow extends EventRow {
  siteId: string;
  /** Where they were, when it was told from a block's page. */
  blockId: string | null;
  planterId: string;
  kind: 'on' | 'off';
  tool: string;
  corrects: string | null;
}
export interface TallyRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  planterId: string;
  count: number;
  corrects: string | null;
  note: string;
  /** It waited on a phone, or was meant for a version withdrawn meanwhile. */
  late: boolean;
}
/** Sum beside the tallies: trees by row. */
export interface PlantedRowRow {
  layoutId: string;
  rowNumber: number;
  planted: number;
  lastAt: Date;
}
/** Sum beside the tallies: trees by planter and the site's day. */
export interface PlantedDayRow {
  layoutId: string;
  planterId: string;
  day: string;
  planted: number;
}

export function crewTables(sequelize: Sequelize) {
  return {
    planter: table<PlanterRow>(sequelize, 'planter', {
      id: key,
      siteId: reference,
      personId: maybe,
      name: text,
      rate: real,
      position: whole,
      edition,
    }),
    rowShare: table<RowShareRow>(sequelize, 'row_share', {
      layoutId: partOfKey,
      planterId: reference,
      firstRow: { ...whole, primaryKey: true },
      lastRow: whole,
    }),
    attendance: table<AttendanceRow>(sequelize, 'attendance', {
      ...eventColumns,
      siteId: reference,
      blockId: maybe,
      planterId: reference,
      kind: text,
      tool: { ...text, defaultValue: '' },
      corrects: maybe,
    }),
    tally: table<TallyRow>(sequelize, 'tally', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      planterId: reference,
      count: whole,
      corrects: maybe,
      note: { ...text, defaultValue: '' },
      late: { ...flag, defaultValue: false },
    }),
    plantedRow: table<PlantedRowRow>(sequelize, 'planted_row', {
      layoutId: partOfKey,
      rowNumber: { ...whole, primaryKey: true },
      planted: whole,
      lastAt: moment,
    }),
    plantedDay: table<PlantedDayRow>(sequelize, 'planted_day', {
      layoutId: partOfKey,
      planterId: partOfKey,
      day: { ...day, allowNull: false, primaryKey: true },
      planted: whole,
    }),
  };
}
