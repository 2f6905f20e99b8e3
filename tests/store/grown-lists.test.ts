import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { plotsFact } from '../../src/lib/rooms/checks/facts.server';
import { plantersFact } from '../../src/lib/rooms/crew/facts.server';
import { releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { forgetFacts } from '../../src/lib/server/facts';
import type { Store } from '../../src/lib/store';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
let store: Store;
let layoutId: string;
let planterId: string;
before(async () => {
  setting = await demoSetting('grown');
  store = setting.store;
  const facts = await setting.facts();
  layoutId = (await releasedLayout(facts, block().id))!.id;
  planterId = (await facts.of(plantersFact)).find(({ personId }) => !personId)!.id;
});
after(() => store.sequelize.close());
const block = () => setting.blocks['Haul Flat'];
/** The plots as a page reads them that has read them before. */
const read = async () => (await setting.facts(undefined, true)).of(plotsFact, block().id);
const look = (more: object = {}) => ({
  ...event(),
  ...{ layoutId, planterId, row: 3, peg: 4, area: 50, good: 7, faults: { deep: 1 }, ...more },
});
/** How many lines the database sent for the last question of plots. */
async function linesSent(run: () => Promise<unknown>): Promise<number> {
  const { sequelize } = store;
  const plain = sequelize.query.bind(sequelize);
  let lines = 0;
  sequelize.query = (async (...given: Parameters<typeof plain>) => {
    const rows = await plain(...given);
    if (String(given[0]).includes('plot p')) lines += (rows as unknown as unknown[]).length;
    return rows;
  }) as typeof sequelize.query;
  await run().finally(() => (sequelize.query = plain as typeof sequelize.query));
  return lines;
}

test('of a list that is known only what has come since is read, and it is all there', async () => {
  forgetFacts();
  const before = await read();
  assert.ok(before.length > 20);
  // What was there long ago was recorded long ago.
  const one = look();
  await setting.done('checker', 'checks.plot', one);
  const sent = await linesSent(async () => {
    assert.deepEqual(
      (await read()).map(({ id }) => id).sort(),
      [...before.map(({ id }) => id), one.id].sort(),
    );
  });
  assert.ok(sent < before.length / 2, `${sent} of ${before.length} lines`);
  // A plot that is corrected goes, though it was read before.
  const mended = look({ corrects: one.id, good: 8, faults: {} });
  await setting.done('checker', 'checks.plot', mended);
  const now = await read();
  assert.ok(now.some(({ id, good }) => id === mended.id && good === 8));
  assert.ok(!now.some(({ id }) => id === one.id));
  forgetFacts();
  assert.deepEqual(await read(), now);
});

test('what was recorded long before it could be read is read all the same', async () => {
  await read();
  const late = { ...look(), id: uuid() };
  const { row, at, ...rest } = late;
  await store.plot.create({
    ...rest,
    ...{ rowNumber: row, at: new Date(at), recordedAt: new Date(Date.now() - 5 * 3_600_000) },
    ...{ authorId: setting.people.checker.id, tool: '', soil: '' },
  } as never);
  // Something else that is entered tells that the list has changed.
  const other = look();
  await setting.done('checker', 'checks.plot', other);
  const found = new Set((await read()).map(({ id }) => id));
  assert.ok(found.has(late.id) && found.has(other.id));
});

test('as many plots of another version are not those that were read of the one before', async () => {
  const before = await read();
  // Another version of the same rows, on which every plot was looked at as well.
  const other = uuid();
  const version = (await store.layout.findByPk(layoutId))!.get();
  await store.layout.create({ ...version, id: other, state: 'withdrawn', number: 99 } as never);
  await store.layoutRow.bulkCreate(
    (await store.layoutRow.findAll({ where: { layoutId } })).map(
      (row) => ({ ...row.get(), layoutId: other }) as never,
    ),
  );
  const columns = (await store.sequelize.getQueryInterface().describeTable('plot')) as object;
  const renamed = (column: string) => `CONCAT('f', SUBSTRING(${column}, 2))`;
  const own: Record<string, string> = {
    ...{ layout_id: `'${other}'`, id: renamed('id'), corrects: renamed('corrects') },
    recorded_at: 'recorded_at - INTERVAL 1 DAY',
  };
  const names = Object.keys(columns).map((column) => `\`${column}\``);
  await store.sequelize.query(
    `INSERT INTO plot (${names.join(', ')})
     SELECT ${names.map((name) => own[name.slice(1, -1)] ?? name).join(', ')} FROM plot
     WHERE layout_id = :layoutId`,
    { replacements: { layoutId } },
  );
  const releases = async (from: string, to: string) => {
    await store.layout.update({ state: 'withdrawn' }, { where: { id: from } });
    await store.layout.update({ state: 'released' }, { where: { id: to } });
    await store.sequelize.query(
      `INSERT INTO change_mark (site_id, block_id, topic, shard, count)
       VALUES (:site, :block, 'rows', 0, 1) ON DUPLICATE KEY UPDATE count = count + 1`,
      { replacements: { site: setting.site.id, block: block().id } },
    );
  };
  await releases(layoutId, other);
  const now = await read();
  assert.equal(now.length, before.length);
  assert.deepEqual(
    now.map(({ id }) => id).sort(),
    before.map(({ id }) => `f${id.slice(1)}`).sort(),
  );
  await releases(other, layoutId);
  assert.deepEqual(await read(), before);
});
