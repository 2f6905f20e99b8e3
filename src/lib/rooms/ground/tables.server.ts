import { DataTypes, type Sequelize } from 'sequelize';
import type { Schema } from 'yup';
import type { KeepoutKind, KeepoutShape, Near } from '../../../../core/ground/keepouts';
import type { MultiPolygon } from '../../../../core/ground/polygon';
import type { Damp, Light, Soil } from '../../../../core/ground/zones';
import type { Conditions } from '../../../../core/method/schools';
import type { Difference } from '../../../../core/method/differences';
import { currentMethod, type Method } from '../../../../core/method/method';
import type { CalendarTerms } from '../../../../core/calendar/terms';
import type { CarryTerms } from '../../../../core/stock/carry';
import type { OrderTerms } from '../../../../core/stock/order';
import {
  day,
  edition,
  json,
  key,
  maybe,
  moment,
  real,
  reference,
  table,
  text,
  whole,
} from '../../store/define';
import {
  bySchema,
  isFlag,
  isNumber,
  isRecord,
  isText,
  nested,
  optional,
  record,
  recordOf,
  type Shape,
} from '../../store/shape';
import { conditions, differences } from '../method/contract';

export interface BlockRow {
  id: string;
  siteId: string;
  name: string;
  position: number;
  boundary: MultiPolygon;
  originLongitude: number;
  originLatitude: number;
  margin: number;
  conditions: Conditions;
  method: Method;
  /** Trees that are planted otherwise. */
  differences: Difference[];
  /** Order terms by species id. */
  orderTerms: Record<string, OrderTerms>;
  /** How loads are carried; null for the usual terms. */
  carryTerms: CarryTerms | null;
  plantingDay: string | null;
  /** Part of a large job that it belongs to, "2027 north"; empty when the job is in one. */
  phase: string;
  calendarTerms: CalendarTerms;
  /** Living trees asked for on a square metre. */
  targetDensity: number | null;
  /** Since when its work is done and it is off the board and the phones, with all that it holds; null while at work. */
  setAside: string | null;
  /** Who said so. */
  setAsideBy: string | null;
  /** How often ground, method and terms were saved. */
  edition: number;
  methodEdition: number;
  termsEdition: number;
}
export interface KeepoutRow {
  id: string;
  blockId: string;
  position: number;
  kind: KeepoutKind;
  name: string;
  shape: KeepoutShape;
  setback: number;
  reason: string;
  near: Near | null;
  located: string | null;
}
export interface ZoneRow {
  id: string;
  blockId: string;
  position: number;
  name: string;
  parts: MultiPolygon;
  damp: Damp;
  light: Light;
  soil: Soil;
}
/** An elevation laid into a block's plane: little-endian 32-bit heights, row by row from the south. */
export interface SurfaceRow {
  blockId: string;
  source: string;
  minX: number;
  minY: number;
  cell: number;
  nodeColumns: number;
  nodeRows: number;
  heights: Buffer;
  broughtAt: Date;
  broughtBy: string;
}

const keepoutShape = record<KeepoutShape>({ type: isText, coordinates: Array.isArray });
const carryShape = record<CarryTerms>({
  bagLoad: isNumber,
  bagTrees: isNumber,
  trailerBoxes: isNumber,
  trailerLoad: isNumber,
});
const termsShape = record<CalendarTerms>({
  tasks: optional(isRecord),
  ripping: optional(isRecord),
  spray: optional(isRecord),
  materials: optional(isRecord),
  currency: optional(isText),
  finish: optional(isRecord),
});

/** Answers to questions that were asked otherwise once are read as they stand today. */
const answersShape = recordOf<string>(isText, 'schools by question');
const methods: Shape<Method> = {
  ...answersShape,
  read: (value) => currentMethod(answersShape.read(value)),
};

const differencesShape: Shape<Difference[]> = {
  version: 1,
  read: (value) =>
    bySchema<Difference[]>(differences as unknown as Schema<unknown>)
      .read(value)
      .map(({ scope, method }) => ({ scope, method: currentMethod(method as never) })),
};

export function groundTables(sequelize: Sequelize) {
  return {
    block: table<BlockRow>(sequelize, 'block', {
      id: key,
      siteId: reference,
      name: text,
      position: whole,
      boundary: json(nested<MultiPolygon>(3)),
      originLongitude: real,
      originLatitude: real,
      margin: real,
      conditions: json(bySchema<Conditions>(conditions)),
      method: json(methods),
      differences: { ...json(differencesShape), defaultValue: [] },
      orderTerms: json(recordOf<OrderTerms>(isRecord, 'terms by species')),
      carryTerms: { ...json(carryShape), allowNull: true },
      plantingDay: day,
      phase: { ...text, defaultValue: '' },
      calendarTerms: { ...json(termsShape), defaultValue: {} },
      targetDensity: { ...real, allowNull: true },
      setAside: day,
      setAsideBy: maybe,
      edition,
      methodEdition: edition,
      termsEdition: edition,
    }),
    keepout: table<KeepoutRow>(sequelize, 'keepout', {
      id: key,
      blockId: reference,
      position: whole,
      kind: text,
      name: text,
      shape: json(keepoutShape),
      setback: real,
      reason: text,
      near: { ...json(record<Near>({ within: isNumber })), allowNull: true },
      located: day,
    }),
    zone: table<ZoneRow>(sequelize, 'zone', {
      id: key,
      blockId: reference,
      position: whole,
      name: text,
      parts: json(nested<MultiPolygon>(3)),
      damp: text,
      light: text,
      soil: json(record<Soil>({ texture: isText, depth: isNumber, repellent: isFlag })),
    }),
    surface: table<SurfaceRow>(sequelize, 'surface', {
      blockId: key,
      source: text,
      minX: real,
      minY: real,
      cell: real,
      nodeColumns: whole,
      nodeRows: whole,
      heights: { type: DataTypes.BLOB('long'), allowNull: false },
      broughtAt: moment,
      broughtBy: reference,
    }),
  };
}
