import type { QueryInterface, Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { Store } from '.';
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
import * as middleFloor from './migrations/011-middle-floor';
import * as ownTasks from './migrations/012-own-tasks';
import * as differences from './migrations/013-differences';
import * as corrections from './migrations/014-corrections';
import * as sprayings from './migrations/015-sprayings';
import * as browse from './migrations/016-browse';
import * as rootRules from './migrations/017-root-rules';
import * as crewDay from './migrations/018-crew-day';
import * as crewPeople from './migrations/019-crew-people';
import * as crewWords from './migrations/020-crew-words';
import * as crewGround from './migrations/021-crew-ground';
import * as checksInFull from './migrations/022-checks-in-full';
import * as tended from './migrations/023-tended-and-counted';
import * as oneBag from './migrations/024-one-bag';
import * as instruments from './migrations/026-instruments';
import * as usualRates from './migrations/027-usual-rates';
import * as siteElevation from './migrations/028-site-elevation';
import * as countInCircles from './migrations/029-count-in-circles';
import * as rowsPegged from './migrations/030-rows-pegged';
import * as leftMembers from './migrations/031-left-members';
import * as continued from './migrations/032-continued';
import * as noLongerUsed from './migrations/033-no-longer-used';
import * as plotsAsRecorded from './migrations/034-plots-as-recorded';
import * as refilledBy from './migrations/035-refilled-by';
import * as setAsideBy from './migrations/036-set-aside-by';
import * as suspicionSettled from './migrations/037-suspicion-settled';
import * as trialRun from './migrations/038-trial-run';
import * as refilled from './migrations/025-refilled-and-cared';

interface Migration {
  up(statement: (sql: string) => Promise<unknown>, store: Store): Promise<void>;
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
  ['011-middle-floor', middleFloor],
  ['012-own-tasks', ownTasks],
  ['013-differences', differences],
  ['014-corrections', corrections],
  ['015-sprayings', sprayings],
  ['016-browse', browse],
  ['017-root-rules', rootRules],
  ['018-crew-day', crewDay],
  ['019-crew-people', crewPeople],
  ['020-crew-words', crewWords],
  ['021-crew-ground', crewGround],
  ['022-checks-in-full', checksInFull],
  ['023-tended-and-counted', tended],
  ['024-one-bag', oneBag],
  ['025-refilled-and-cared', refilled],
  ['026-instruments', instruments],
  ['027-usual-rates', usualRates],
  ['028-site-elevation', siteElevation],
  ['029-count-in-circles', countInCircles],
  ['030-rows-pegged', rowsPegged],
  ['031-left-members', leftMembers],
  ['032-continued', continued],
  ['033-no-longer-used', noLongerUsed],
  ['034-plots-as-recorded', plotsAsRecorded],
  ['035-refilled-by', refilledBy],
  ['036-set-aside-by', setAsideBy],
  ['037-suspicion-settled', suspicionSettled],
  ['038-trial-run', trialRun],
];

/** What the database says of a statement that was carried out before the program was cut off. */
const DONE_ALREADY = new Set([
  'ER_TABLE_EXISTS_ERROR',
  'ER_DUP_FIELDNAME',
  'ER_DUP_KEYNAME',
  'ER_TRG_ALREADY_EXISTS',
  'ER_CANT_DROP_FIELD_OR_KEY',
  'ER_DUP_CONSTRAINT_NAME',
  'ER_FK_DUP_NAME',
]);
const CHANGES_ROWS = /^\s*(INSERT|UPDATE|DELETE)\b/i;

/**
 * Brings the schema up to date; a lock keeps two starting processes from doing it at once. Each statement
 * is noted, so that a migration cut off at any of them is taken up there at the next start.
 */
export async function migrate(store: Store): Promise<void> {
  const { sequelize } = store;
  const umzug = new Umzug<QueryInterface>({
    migrations: MIGRATIONS.map(([name, migration]) => ({
      name,
      up: () => migration.up(stepper(sequelize, name), store),
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
      await sequelize.query(`CREATE TABLE IF NOT EXISTS migration_step (
        name VARCHAR(60) NOT NULL, step INT NOT NULL, done BOOLEAN NOT NULL, PRIMARY KEY (name, step))`);
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

/** Carries out a migration's statements one by one, each once whatever happens in between. */
function stepper(sequelize: Sequelize, name: string): (sql: string) => Promise<void> {
  let step = 0;
  return async (sql) => {
    const replacements = { name, step: step++ };
    const known = await sequelize.query<{ done: number }>(
      'SELECT done FROM migration_step WHERE name = :name AND step = :step',
      { replacements, plain: true, type: 'SELECT' as never },
    );
    if (known?.done) return;
    if (CHANGES_ROWS.test(sql)) {
      // Rows and the note of them are written together or not at all.
      await sequelize.transaction(async (transaction) => {
        await sequelize.query(sql, { transaction });
        await sequelize.query('REPLACE INTO migration_step VALUES (:name, :step, TRUE)', {
          replacements,
          transaction,
        });
      });
      return;
    }
    const note = (done: boolean) =>
      sequelize.query('REPLACE INTO migration_step VALUES (:name, :step, :done)', {
        replacements: { ...replacements, done },
      });
    await note(false);
    try {
      await sequelize.query(sql);
    } catch (error) {
      const code = (error as { original?: { code?: string } }).original?.code ?? '';
      // A change of the schema is whole or not there; begun before, it may be there.
      if (!known || !DONE_ALREADY.has(code)) throw error;
    }
    await note(true);
  };
}
