import { DataTypes, type Sequelize } from 'sequelize';
import type { KeepoutKind, KeepoutShape, Near } from '../../../core/ground/keepouts';
import type { MultiPolygon } from '../../../core/ground/polygon';
import type { Damp, Light, Soil } from '../../../core/ground/zones';
import type { Conditions } from '../../../core/method/schools';
import type { Method } from '../../../core/method/method';
import type { CalendarTerms } from '../../../core/calendar/terms';
import type { CarryTerms } from '../../../core/stock/carry';
import type { OrderTerms } from '../../../core/stock/order';
import { day, json, key, moment, real, reference, table, text, whole } from './define';

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

export function groundTables(sequelize: Sequelize) {
  return {
    block: table<BlockRow>(sequelize, 'block', {
      id: key,
      siteId: reference,
      name: text,
      position: whole,
      boundary: json,
      originLongitude: real,
      originLatitude: real,
      margin: real,
      conditions: json,
      method: json,
      orderTerms: json,
      carryTerms: { ...json, allowNull: true },
      plantingDay: day,
      phase: { ...text, defaultValue: '' },
      calendarTerms: { ...json, defaultValue: {} },
      targetDensity: { ...real, allowNull: true },
    }),
    keepout: table<KeepoutRow>(sequelize, 'keepout', {
      id: key,
      blockId: reference,
      position: whole,
      kind: text,
      name: text,
      shape: json,
      setback: real,
      reason: text,
      near: { ...json, allowNull: true },
      located: day,
    }),
    zone: table<ZoneRow>(sequelize, 'zone', {
      id: key,
      blockId: reference,
      position: whole,
      name: text,
      parts: json,
      damp: text,
      light: text,
      soil: json,
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
