import type { Sequelize } from 'sequelize';
import type { KeepoutKind, KeepoutShape } from '../../../core/ground/keepouts';
import type { MultiPolygon } from '../../../core/ground/polygon';
import type { Conditions } from '../../../core/method/schools';
import type { Method } from '../../../core/method/method';
import type { OrderTerms } from '../../../core/stock/order';
import { day, json, key, real, reference, table, text, whole } from './define';

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
  plantingDay: string | null;
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
      plantingDay: day,
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
    }),
  };
}
