import type { Sequelize } from 'sequelize';
import type { GateTree } from '../../../core/stock/inspection';
import type { StockEventKind } from '../../../core/stock/ledger';
import type { SamplingPlan } from '../../../core/stock/sampling';
import {
  eventColumns,
  json,
  key,
  maybe,
  real,
  reference,
  table,
  text,
  whole,
  type EventRow,
} from './define';

export interface LotRow {
  id: string;
  blockId: string;
  speciesId: string;
  code: string;
  nursery: string;
  provenance: string;
  age: string;
  dipFactor: number;
}
export interface StockEventRow extends EventRow {
  lotId: string;
  kind: StockEventKind;
  count: number;
  planterId: string | null;
  corrects: string | null;
  note: string;
}
export interface RootEventRow extends EventRow {
  lotId: string;
  kind: 'open' | 'close';
  closes: string | null;
  temperature: number;
  humidity: number;
  wind: number;
}

export interface InspectionRow extends EventRow {
  lotId: string;
  /** Trees in the lot when it was sampled. */
  lotSize: number;
  plan: SamplingPlan;
  trees: GateTree[];
  note: string;
}

export function stockTables(sequelize: Sequelize) {
  return {
    lot: table<LotRow>(sequelize, 'lot', {
      id: key,
      blockId: reference,
      speciesId: reference,
      code: text,
      nursery: text,
      provenance: text,
      age: text,
      dipFactor: real,
    }),
    stockEvent: table<StockEventRow>(sequelize, 'stock_event', {
      ...eventColumns,
      lotId: reference,
      kind: text,
      count: whole,
      planterId: maybe,
      corrects: maybe,
      note: text,
    }),
    rootEvent: table<RootEventRow>(sequelize, 'root_event', {
      ...eventColumns,
      lotId: reference,
      kind: text,
      closes: maybe,
      temperature: real,
      humidity: real,
      wind: real,
    }),
    inspection: table<InspectionRow>(sequelize, 'inspection', {
      ...eventColumns,
      lotId: reference,
      lotSize: whole,
      plan: json,
      trees: json,
      note: text,
    }),
  };
}
