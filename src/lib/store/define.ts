import {
  DataTypes,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';

/** A table whose rows are plain values; columns are named in the schema's snake case. */
export type Table<Row extends object> = ModelStatic<Model<Row, Partial<Row>> & Row>;

/** Names a table with its columns. Keys and constraints live in the migrations. */
export function table<Row extends object>(
  sequelize: Sequelize,
  name: string,
  attributes: ModelAttributes,
): Table<Row> {
  // Sequelize writes into the descriptions it is given, so each column gets one of its own.
  const own = Object.fromEntries(
    Object.entries(attributes).map(([column, type]) => [column, { ...(type as object) }]),
  );
  return sequelize.define(name, own as ModelAttributes) as unknown as Table<Row>;
}

export const key = { type: DataTypes.CHAR(36), primaryKey: true };
export const reference = { type: DataTypes.CHAR(36), allowNull: false };
export const maybe = { type: DataTypes.CHAR(36), allowNull: true };
export const text = { type: DataTypes.STRING, allowNull: false };
export const whole = { type: DataTypes.INTEGER, allowNull: false };
export const real = { type: DataTypes.DOUBLE, allowNull: false };
export const flag = { type: DataTypes.BOOLEAN, allowNull: false };
export const day = { type: DataTypes.DATEONLY, allowNull: true };
export const moment = { type: DataTypes.DATE(3), allowNull: false };
export const json = { type: DataTypes.JSON, allowNull: false };

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
