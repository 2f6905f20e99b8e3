import { DataTypes, type Sequelize } from 'sequelize';
import type { Fault } from '../../../../core/checks/quality';
import type { PayKind } from '../../../../core/crew/pay';
import type { PlanterKind } from '../../../../core/crew/usual';
import type { Wave } from '../../../../core/crew/waves';
import {
  day,
  edition,
  eventColumns,
  flag,
  json,
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
import { numbers } from '../../store/shape';

export interface PlanterRow {
  id: string;
  siteId: string;
  personId: string | null;
  name: string;
  /** Trees a day that somebody typed; nothing where the usual ones hold. */
  rate: number | null;
  kind: PlanterKind;
  /** Of a group of volunteers; 1 for one of the crew. */
  people: number;
  position: number;
  /** The site's day on which they left; their trees stay counted. */
  retiredOn: string | null;
  edition: number;
}
/** What somebody is paid from a day on. */
export interface PayRateRow extends EventRow {
  siteId: string;
  planterId: string;
  kind: PayKind;
  amount: number;
  fromDay: string;
}
export interface PayDecisionRow extends EventRow {
  siteId: string;
  planterId: string;
  day: string;
  counts: boolean;
  note: string;
}
export interface CrewMessageRow extends EventRow {
  siteId: string;
  blockId: string | null;
  planterId: string | null;
  body: string;
  corrects: string | null;
}
export interface MessageSeenRow extends EventRow {
  siteId: string;
  messageId: string;
  planterId: string;
}
export interface FieldNoteRow extends EventRow {
  blockId: string;
  layoutId: string | null;
  rowNumber: number | null;
  peg: number | null;
  body: string;
  photo: Buffer | null;
  photoType: string;
  corrects: string | null;
}
export interface BriefingSignedRow extends EventRow {
  blockId: string;
  planterId: string;
  day: string;
  /** Mark of what was read. */
  content: string;
}
export interface CheckInRow extends EventRow {
  siteId: string;
  blockId: string;
  planterId: string;
  kind: 'alone' | 'here' | 'done';
  minutes: number;
  longitude: number | null;
  latitude: number | null;
  late: boolean;
}
export interface WaveDoneRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  wave: Wave;
  count: number;
  corrects: string | null;
  late: boolean;
}
export interface RowFaultRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  peg: number;
  fault: Fault;
  mended: boolean;
  seat: string;
  corrects: string | null;
}
/** A trial run of the machine: gaps and depths as they were measured, and how far apart the marks were. */
export interface TrialRunRow extends EventRow {
  layoutId: string;
  seat: string;
  apart: number;
  gaps: number[];
  depths: number[];
  corrects: string | null;
}
export interface BoxFillRow extends EventRow {
  layoutId: string;
  rowNumber: number;
  boxes: number;
  litres: number;
  kind: 'set' | 'refill';
  corrects: string | null;
  late: boolean;
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
      rate: { ...real, allowNull: true },
      kind: text,
      people: whole,
      position: whole,
      retiredOn: { ...day, allowNull: true },
      edition,
    }),
    payRate: table<PayRateRow>(sequelize, 'pay_rate', {
      ...eventColumns,
      siteId: reference,
      planterId: reference,
      kind: text,
      amount: real,
      fromDay: { ...day, allowNull: false },
    }),
    payDecision: table<PayDecisionRow>(sequelize, 'pay_decision', {
      ...eventColumns,
      siteId: reference,
      planterId: reference,
      day: { ...day, allowNull: false },
      counts: flag,
      note: { ...text, defaultValue: '' },
    }),
    crewMessage: table<CrewMessageRow>(sequelize, 'crew_message', {
      ...eventColumns,
      siteId: reference,
      blockId: maybe,
      planterId: maybe,
      body: text,
      corrects: maybe,
    }),
    messageSeen: table<MessageSeenRow>(sequelize, 'message_seen', {
      ...eventColumns,
      siteId: reference,
      messageId: reference,
      planterId: reference,
    }),
    fieldNote: table<FieldNoteRow>(sequelize, 'field_note', {
      ...eventColumns,
      blockId: reference,
      layoutId: maybe,
      rowNumber: { ...whole, allowNull: true },
      peg: { ...whole, allowNull: true },
      body: text,
      photo: { type: DataTypes.BLOB('long'), allowNull: true },
      photoType: { ...text, defaultValue: '' },
      corrects: maybe,
    }),
    briefingSigned: table<BriefingSignedRow>(sequelize, 'briefing_signed', {
      ...eventColumns,
      blockId: reference,
      planterId: reference,
      day: { ...day, allowNull: false },
      content: text,
    }),
    checkIn: table<CheckInRow>(sequelize, 'check_in', {
      ...eventColumns,
      siteId: reference,
      blockId: reference,
      planterId: reference,
      kind: text,
      minutes: whole,
      longitude: { ...real, allowNull: true },
      latitude: { ...real, allowNull: true },
      late: { ...flag, defaultValue: false },
    }),
    waveDone: table<WaveDoneRow>(sequelize, 'wave_done', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      wave: text,
      count: whole,
      corrects: maybe,
      late: { ...flag, defaultValue: false },
    }),
    rowFault: table<RowFaultRow>(sequelize, 'row_fault', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      peg: whole,
      fault: text,
      mended: flag,
      seat: { ...text, defaultValue: '' },
      corrects: maybe,
    }),
    trialRun: table<TrialRunRow>(sequelize, 'trial_run', {
      ...eventColumns,
      layoutId: reference,
      seat: { ...text, defaultValue: '' },
      apart: real,
      gaps: json(numbers),
      depths: json(numbers),
      corrects: maybe,
    }),
    boxFill: table<BoxFillRow>(sequelize, 'box_fill', {
      ...eventColumns,
      layoutId: reference,
      rowNumber: whole,
      boxes: whole,
      litres: real,
      kind: text,
      corrects: maybe,
      late: { ...flag, defaultValue: false },
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
