import { DataTypes, type Sequelize } from 'sequelize';
import type { Product } from '../../../core/calendar/spraying';
import {
  day,
  eventColumns,
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
  type EventRow,
} from './define';

export interface ProductRow extends Product {
  siteId: string;
  dropped: boolean;
}
export interface SprayingRow extends EventRow {
  blockId: string;
  productId: string;
  day: string;
  /** Square metres treated, and litres of product used on them. */
  area: number;
  litres: number;
  /** m/s while it was done. */
  wind: number;
  lotNumber: string;
  operator: string;
  corrects: string | null;
  note: string;
}
export interface WeatherHourRow {
  siteId: string;
  at: Date;
  temperature: number;
  humidity: number;
  wind: number;
}
export interface CalendarFeedRow {
  tokenHash: string;
  personId: string;
  siteId: string;
  madeAt: Date;
}

const partOfKey = { ...reference, primaryKey: true };

export function calendarTables(sequelize: Sequelize) {
  return {
    weatherHour: table<WeatherHourRow>(sequelize, 'weather_hour', {
      siteId: partOfKey,
      at: { ...moment, primaryKey: true },
      temperature: real,
      humidity: real,
      wind: real,
    }),
    product: table<ProductRow>(sequelize, 'product', {
      id: key,
      siteId: reference,
      name: text,
      dose: json,
      water: real,
      rainfast: real,
      beforePlanting: real,
      timesAYear: { ...whole, allowNull: true },
      litresAYear: { ...real, allowNull: true },
      dropped: flag,
    }),
    spraying: table<SprayingRow>(sequelize, 'spraying', {
      ...eventColumns,
      blockId: reference,
      productId: reference,
      day: { ...day, allowNull: false },
      area: real,
      litres: real,
      wind: real,
      lotNumber: text,
      operator: text,
      corrects: maybe,
      note: text,
    }),
    calendarFeed: table<CalendarFeedRow>(sequelize, 'calendar_feed', {
      tokenHash: { type: DataTypes.CHAR(64), primaryKey: true },
      personId: reference,
      siteId: reference,
      madeAt: moment,
    }),
  };
}
