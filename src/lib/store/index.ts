import type { Sequelize } from 'sequelize';
import { calendarTables } from './calendar';
import { connect } from './connection';
import { groundTables } from './ground';
import { peopleTables } from './people';
import { rowsTables } from './rows';
import { stockTables } from './stock';
import { workTables } from './work';

/** The database with all its tables. */
export type Store = ReturnType<typeof openStore>;

export function openStore(url: string, connections?: number) {
  const sequelize: Sequelize = connect(url, connections);
  return {
    sequelize,
    ...peopleTables(sequelize),
    ...groundTables(sequelize),
    ...rowsTables(sequelize),
    ...stockTables(sequelize),
    ...workTables(sequelize),
    ...calendarTables(sequelize),
  };
}
