import {
  DataTypes,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { Shape } from './shape';

/** A table whose rows are plain values; columns are named in the schema's snake case. */
export type Table<Row extends object> = ModelStatic<Model<Row, Partial<Row>> & Row>;

const shapes = new WeakMap<object, Map<string, Shape<unknown>>>();

/** Shapes of the JSON columns of a table. */
export const shapesOf = (model: object): ReadonlyMap<string, Shape<unknown>> =>
  shapes.get(model) ?? new Map();

/** Names a table with its columns. Keys and constraints live in the migrations. */
export function table<Row extends object>(
  sequelize: Sequelize,
  name: string,
  attributes: ModelAttributes,
): Table<Row> {
  const own = new Map<string, Shape<unknown>>();
  // Sequelize writes into the descriptions it is given, so each column gets one of its own.
  const columns = Object.fromEntries(
    Object.entries(attributes).map(([column, type]) => {
      const { shape, ...rest } = type as { shape?: Shape<unknown> };
      if (shape) own.set(column, shape);
      return [column, rest];
    }),
  );
  const model = sequelize.define(name, columns as unknown as ModelAttributes);
  shapes.set(model, own);
  return model as unknown as Table<Row>;
}

export const key = { type: DataTypes.CHAR(36), primaryKey: true };
export const reference = { type: DataTypes.CHAR(36), allowNull: false };
export const partOfKey = { ...reference, primaryKey: true };
export const maybe = { type: DataTypes.CHAR(36), allowNull: true };
export const text = { type: DataTypes.STRING, allowNull: false };
export const whole = { type: DataTypes.INTEGER, allowNull: false };
export const real = { type: DataTypes.DOUBLE, allowNull: false };
export const flag = { type: DataTypes.BOOLEAN, allowNull: false };
export const day = { type: DataTypes.DATEONLY, allowNull: true };
export const moment = { type: DataTypes.DATE(3), allowNull: false };
/** A JSON column, read by its shape. */
export const json = (shape: Shape<unknown>) => ({ type: DataTypes.JSON, allowNull: false, shape });
/** How often a thing was saved: whoever saves it says which edition it was read at. */
export const edition = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 1 };

/** What every event carries besides what happened. */
export interface EventRow {
  id: string;
  at: Date;
  recordedAt: Date;
  authorId: string;
  device: string;
}

export const eventColumns = {
  id: key,
  at: moment,
  recordedAt: moment,
  authorId: reference,
  device: text,
};
