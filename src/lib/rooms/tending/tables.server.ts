import { DataTypes, type Sequelize } from 'sequelize';
import type { Care } from '../../../../core/tending/care';
import type { Instrument, InstrumentDay } from '../../../../core/tending/instruments';
import type { Seen } from '../../../../core/tending/visit';
import {
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
import { isNumber, isRecord, isText, listOf } from '../../store/shape';

export interface WateringRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  trees: number;
  /** A tree. */
  litres: number;
  corrects: string | null;
  late: boolean;
}

export interface VisitFindingRow extends EventRow {
  blockId: string;
  layoutId: string | null;
  fromRow: number | null;
  toRow: number | null;
  peg: number | null;
  kind: Seen;
  trees: number | null;
  body: string;
  corrects: string | null;
  late: boolean;
}

export interface CareDoneRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  kind: Care;
  trees: number;
  corrects: string | null;
  late: boolean;
}

export interface InstrumentReadingRow extends EventRow {
  blockId: string;
  zoneId: string | null;
  kind: Instrument;
  came: 'typed' | 'file' | 'stand-in';
  readings: InstrumentDay[];
  corrects: string | null;
  late: boolean;
}

export const instrumentDays = listOf<InstrumentDay>(
  (value) => isRecord(value) && isText(value.day) && isNumber(value.value),
  'readings of an instrument',
);

const count = { type: DataTypes.INTEGER, allowNull: true };
const late = { ...flag, defaultValue: false };

export function tendingTables(sequelize: Sequelize) {
  return {
    watering: table<WateringRow>(sequelize, 'watering', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      trees: whole,
      litres: real,
      corrects: maybe,
      late,
    }),
    careDone: table<CareDoneRow>(sequelize, 'care_done', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      kind: text,
      trees: whole,
      corrects: maybe,
      late,
    }),
    instrumentReading: table<InstrumentReadingRow>(sequelize, 'instrument_reading', {
      ...eventColumns,
      blockId: reference,
      zoneId: maybe,
      kind: text,
      came: text,
      readings: json(instrumentDays),
      corrects: maybe,
      late,
    }),
    visitFinding: table<VisitFindingRow>(sequelize, 'visit_finding', {
      ...eventColumns,
      blockId: reference,
      layoutId: maybe,
      fromRow: count,
      toRow: count,
      peg: count,
      kind: text,
      trees: count,
      body: { ...text, defaultValue: '' },
      corrects: maybe,
      late,
    }),
  };
}
