import type { Sequelize, Transaction } from 'sequelize';
import { calendarTables } from '../rooms/calendar/tables.server';
import { checksTables } from '../rooms/checks/tables.server';
import { crewTables } from '../rooms/crew/tables.server';
import { groundTables } from '../rooms/ground/tables.server';
import { peopleTables } from '../rooms/people/tables.server';
import { rowsTables } from '../rooms/rows/tables.server';
import { stockTables } from '../rooms/stock/tables.server';
import { survivalTables } from '../rooms/survival/tables.server';
import { tendingTables } from '../rooms/tending/tables.server';
import { connect } from './connection';
import type { Table } from './define';
import { Rows } from './rows';

/** The database with all its tables. */
export type Store = ReturnType<typeof openStore>;
type Models = Omit<Store, 'sequelize'>;

/** All tables as the rooms use them: plain rows, JSON by its shape, one transaction or none. */
export type Tables = {
  [Name in keyof Models]: Models[Name] extends Table<infer Row> ? Rows<Row> : never;
};

/** @see connect */
export function openStore(url: string, connections?: number, patience?: number) {
  const sequelize: Sequelize = connect(url, connections, patience);
  return {
    sequelize,
    ...peopleTables(sequelize),
    ...groundTables(sequelize),
    ...rowsTables(sequelize),
    ...stockTables(sequelize),
    ...crewTables(sequelize),
    ...checksTables(sequelize),
    ...survivalTables(sequelize),
    ...tendingTables(sequelize),
    ...calendarTables(sequelize),
  };
}

/** Binds the tables to a transaction: what is got from here can speak through nothing else. */
export function tablesOf(store: Store, transaction?: Transaction): Tables {
  const { sequelize: _sequelize, ...models } = store;
  return Object.fromEntries(
    Object.entries(models).map(([name, model]) => [
      name,
      new Rows(model as unknown as Table<object>, transaction),
    ]),
  ) as unknown as Tables;
}
