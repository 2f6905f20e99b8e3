import assert from 'node:assert/strict';
import { test } from '../suite';
import { QueryTypes } from 'sequelize';
import { openStore, type Store } from '../../src/lib/store';
import { migrate } from '../../src/lib/store/migrate';
import { emptyDatabase, PATIENCE } from './setting';

const database = async (name: string) =>
  openStore((await emptyDatabase(name)).href, undefined, PATIENCE);

/** Every table, key, rule and trigger, as the database itself writes them down. */
async function schemaOf({ sequelize }: Store): Promise<string[]> {
  const ask = async (sql: string) =>
    (await sequelize.query<Record<string, string>>(sql, { type: QueryTypes.SELECT })).map((row) =>
      Object.values(row),
    );
  const schema: string[] = [];
  for (const [table] of await ask('SHOW TABLES'))
    schema.push(...(await ask(`SHOW CREATE TABLE \`${table}\``)).map(([, sql]) => sql));
  for (const [trigger] of await ask('SHOW TRIGGERS'))
    schema.push(...(await ask(`SHOW CREATE TRIGGER \`${trigger}\``)).map(([, , sql]) => sql));
  return schema.map((sql) => sql.replace(/ AUTO_INCREMENT=\d+/, ''));
}

test('a migration cut off after any of its statements is taken up there at the next start', async () => {
  const [whole, broken] = [await database('whole'), await database('broken')];
  await migrate(whole);
  const { sequelize } = broken;
  const query = sequelize.query.bind(sequelize) as (...given: unknown[]) => Promise<unknown>;
  const died = new Set<string>();
  // Each statement takes effect and the process is gone before anybody can note it; once each.
  sequelize.query = (async (given: string | { query: string }, ...more: unknown[]) => {
    const result = await query(given, ...more);
    const sql = typeof given === 'string' ? given : given.query;
    const own = /migration|GET_LOCK|RELEASE_LOCK|^(START|COMMIT|ROLLBACK|SET)\b/i.test(sql);
    if (!own && !died.has(sql)) {
      died.add(sql);
      throw new Error('cut off');
    }
    return result;
  }) as never;
  let starts = 0;
  for (; starts < 1000; starts++)
    try {
      await migrate(broken);
      break;
    } catch (error) {
      assert.match((error as Error).message, /cut off$/);
    }
  sequelize.query = query as never;
  assert.equal(starts, died.size);
  assert.ok(starts > 60, `${starts} statements`);
  assert.deepEqual(await schemaOf(broken), await schemaOf(whole));
  await whole.sequelize.close();
  await sequelize.close();
});
