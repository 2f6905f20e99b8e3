import { DataTypes, type Sequelize } from 'sequelize';
import type { Active, Product } from '../../../../core/calendar/spraying';
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
import { isRecord, isText, listOf, numbers, record } from '../../store/shape';

export interface TaskEventRow extends EventRow {
  blockId: string;
  task: string;
  kind: 'done' | 'undone' | 'moved' | 'skipped' | 'restored';
  day: string | null;
}
export interface ProductRow extends Product {
  siteId: string;
  dropped: boolean;
  edition: number;
}
export interface SprayingRow extends EventRow {
  blockId: string;
  productId: string;
  day: string;
  /** Square metres treated, and litres (or kilograms of granules) of product used on them. */
  area: number;
  litres: number;
  /** m/s while it was done. */
  wind: number;
  lotNumber: string;
  operator: string;
  corrects: string | null;
  note: string;
  /** Numbers of the rows it was done on; all of them where there is none. */
  sprayedRows: number[];
  /** Entered though the label spoke against it. */
  knowing: boolean;
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

const activesShape = listOf<Active>(isRecord, 'actives of a product');

export function calendarTables(sequelize: Sequelize) {
  return {
    taskEvent: table<TaskEventRow>(sequelize, 'task_event', {
      ...eventColumns,
      blockId: reference,
      task: text,
      kind: text,
      day,
    }),
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
      dose: json(record<Product['dose']>({ kind: isText })),
      actives: { ...json(activesShape), defaultValue: [] },
      water: real,
      rainfast: real,
      beforePlanting: real,
      timesAYear: { ...whole, allowNull: true },
      litresAYear: { ...real, allowNull: true },
      dropped: flag,
      edition,
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
      sprayedRows: { ...json(numbers), defaultValue: [] },
      knowing: { ...flag, defaultValue: false },
    }),
    calendarFeed: table<CalendarFeedRow>(sequelize, 'calendar_feed', {
      tokenHash: { type: DataTypes.CHAR(64), primaryKey: true },
      personId: reference,
      siteId: reference,
      madeAt: moment,
    }),
  };
}
