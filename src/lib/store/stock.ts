import type { Sequelize } from 'sequelize';
import type { StockEventKind } from '../../../core/stock/ledger';
import {
  eventColumns,
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
  };
}
