import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as people from './migrations/001-people';
import * as ground from './migrations/002-ground';
import * as rows from './migrations/003-rows';
import * as stock from './migrations/004-stock';
import * as work from './migrations/005-work';
import * as appendOnly from './migrations/006-append-only';
import * as groundInFull from './migrations/007-ground-in-full';
import * as inspection from './migrations/008-inspection';
import * as stockInFull from './migrations/009-stock-in-full';
import * as calendarInFull from './migrations/010-calendar-in-full';

interface Migration {
  up(statement: (sql: string) => Promise<unknown>): Promise<void>;
}

/** Numbered, in order, never edited once landed. */
const MIGRATIONS: [string, Migration][] = [
  ['001-people', people],
  ['002-ground', ground],
  ['003-rows', rows],
  ['004-stock', stock],
  ['005-work', work],
  ['006-append-only', appendOnly],
  ['007-ground-in-full', groundInFull],
  ['008-inspection', inspection],
  ['009-stock-in-full', stockInFull],
  ['010-calendar-in-full', calendarInFull],
];

/** Brings the schema up to date; a lock keeps two starting processes from doing it at once. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug<QueryInterface>({
    migrations: MIGRATIONS.map(([name, migration]) => ({
      name,
      up: ({ context }) => migration.up((sql) => context.sequelize.query(sql)),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migration' }),
    logger: undefined,
  });
  // The transaction only pins one connection, to which the lock belongs.
  await sequelize.transaction(async (transaction) => {
    const lock = await sequelize.query("SELECT GET_LOCK('viridane-migrate', 60) AS held", {
      plain: true,
      transaction,
    });
    if (!lock?.held)
      throw new Error('Another process has been migrating the database for a minute.');
    try {
      await umzug.up();
    } catch (error) {
      // The library's error carries the whole connection, password included: only its words go on.
      // eslint-disable-next-line preserve-caught-error
      throw new Error((error as Error).message);
    } finally {
      await sequelize.query("SELECT RELEASE_LOCK('viridane-migrate') AS released", {
        plain: true,
        transaction,
      });
    }
  });
}
