import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import type { LayoutParameters } from '../../core/rows/layout';
import { releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { takeJob, type JobNews } from '../../src/lib/server/job-run';
import { stopJob } from '../../src/lib/server/jobs';
import type { JobRow } from '../../src/lib/rooms/people/tables.server';
import type { Store } from '../../src/lib/store';
import { demoSetting, type Setting } from './setting';

let setting: Setting;
let store: Store;
let input: { blockId: string; name: string; parameters: LayoutParameters };

before(async () => {
  setting = await demoSetting('jobs');
  store = setting.store;
  const block = setting.blocks['Silt Margin'];
  const layout = (await store.layout.findOne({ where: { blockId: block.id } }))!.get();
  input = { blockId: block.id, name: 'by a job', parameters: layout.parameters };
});
after(() => store.sequelize.close());

/** A job as a command asks for it, without a thread that would take it at once. */
async function asked(more: Partial<JobRow> = {}): Promise<string> {
  const id = uuid();
  await store.job.create({
    ...{
      id,
      siteId: setting.site.id,
      personId: setting.people.leader.id,
      kind: 'rows.save',
      input,
    },
    ...{ state: 'waiting', progress: 0, result: null, output: null, outputType: '' },
    ...{ askedAt: new Date(), heldUntil: null, heldBy: null, tries: 0 },
    ...more,
  } as JobRow);
  return id;
}
const stateOf = async (id: string) => (await store.job.findByPk(id, { raw: true }))!;
const versions = () => store.layout.count({ where: { blockId: input.blockId } });
const nothing = () => {};

test('two processes that look at once do a job once', async () => {
  const before_ = await versions();
  const id = await asked();
  const heard: JobNews[] = [];
  const both = await Promise.all([
    takeJob(store, 20_000, (news) => heard.push(news)),
    takeJob(store, 20_000, (news) => heard.push(news)),
  ]);
  assert.ok(both.some(Boolean));
  const { state, result, tries } = await stateOf(id);
  assert.deepEqual([state, tries], ['done', 1]);
  assert.equal(await versions(), before_ + 1);
  assert.equal(heard.filter(({ running }) => running === id).length, 1);
  assert.ok(Number((result as { number: number }).number) > 1);
  assert.equal(await takeJob(store, 20_000, nothing), false, 'nothing waits any more');
});

test('what a crash let go of is taken up once its time has run out, and not before', async () => {
  const before_ = await versions();
  const held = { state: 'running', heldBy: uuid(), tries: 1 } as const;
  const id = await asked({ ...held, heldUntil: new Date(Date.now() + 60_000) });
  assert.equal(await takeJob(store, 20_000, nothing), false);
  await store.job.update({ heldUntil: new Date(Date.now() - 1000) }, { where: { id } });
  assert.equal(await takeJob(store, 20_000, nothing), true);
  assert.deepEqual([(await stateOf(id)).state, await versions()], ['done', before_ + 1]);
});

test('a job that breaks off again and again is given up', async () => {
  const id = await asked({
    ...{ state: 'running', heldBy: uuid(), tries: 3, heldUntil: new Date(Date.now() - 1000) },
  });
  await takeJob(store, 20_000, nothing);
  assert.equal((await stateOf(id)).state, 'failed');
});

test('a job that is stopped leaves nothing behind, at whatever moment', async () => {
  const before_ = await versions();
  const waiting = await asked();
  await store.job.update({ state: 'cancelled' }, { where: { id: waiting } });
  assert.equal(await takeJob(store, 20_000, nothing), false);
  // While it is being done: the version it made is taken back with the transaction.
  const id = await asked();
  await takeJob(store, 20_000, ({ running }) => {
    if (running) void store.job.update({ state: 'cancelled' }, { where: { id: running } });
  });
  assert.deepEqual([(await stateOf(id)).state, await versions()], ['cancelled', before_]);
});

test('what cannot be done says why, and whoever may not plan gets nothing done', async () => {
  const before_ = await versions();
  const crowded = { ...input.parameters, inRow: 0.0001 };
  const [id, foreign] = [
    await asked({ input: { ...input, parameters: crowded } }),
    await asked({ personId: setting.people.stranger.id }),
  ];
  for (let turn = 0; turn < 2; turn++) await takeJob(store, 20_000, nothing);
  for (const one of [id, foreign]) {
    const { state, result } = await stateOf(one);
    assert.equal(state, 'failed');
    assert.ok((result as { said?: { key: string } }).said?.key, 'it says why');
  }
  assert.equal(await versions(), before_);
});

test('stopping a job that is done changes nothing', async () => {
  process.env.DATABASE_URL = store.sequelize.config.database
    ? new URL(`/${store.sequelize.config.database}`, process.env.TEST_DATABASE_URL).href
    : '';
  const id = await asked({ state: 'done' });
  await stopJob(id);
  assert.equal((await stateOf(id)).state, 'done');
});

test('a large version that continues another is released by a job, and its facts are read again', async () => {
  const block = setting.blocks['Haul Flat'];
  const before = (await releasedLayout(await setting.facts(), block.id))!;
  const { layoutId } = await setting.done('leader', 'rows.save', {
    blockId: block.id,
    parameters: { ...before.parameters, between: 3 },
  });
  const id = await asked({ kind: 'rows.release', input: { layoutId } });
  const news: JobNews[] = [];
  assert.equal(await takeJob(store, 20_000, (one) => news.push(one)), true);
  assert.equal((await store.job.findByPk(id, { attributes: ['state'] }))!.state, 'done');
  const kept = await setting.facts(setting.site, true);
  const now = (await releasedLayout(kept, block.id))!;
  assert.deepEqual([now.id, now.continues], [before.id, before.number]);
  assert.ok(now.trees < before.trees);
  // By the same rules as a command: whoever may not plan releases nothing.
  const mine = await asked({
    ...{ kind: 'rows.release', input: { layoutId } },
    personId: setting.people.planter.id,
  });
  await takeJob(store, 20_000, () => {});
  assert.equal((await store.job.findByPk(mine, { attributes: ['state'] }))!.state, 'failed');
});
