import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { v7 as uuid } from 'uuid';
import { sharesEdition } from '../../core/crew/share';
import { loadDemo } from '../../demo/load';
import { perform } from '../../src/lib/rooms/commands.server';
import { contractOf, isCommand } from '../../src/lib/rooms/contracts';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import type { SiteRow } from '../../src/lib/rooms/people/tables.server';
import { Facts, forgetFacts } from '../../src/lib/server/facts';
import { hashPassword, personById, type Person } from '../../src/lib/server/sign-in';
import { openStore, type Store } from '../../src/lib/store';
import { migrate } from '../../src/lib/store/migrate';

export type Role = 'leader' | 'checker' | 'planter' | 'viewer' | 'stranger';
export type Setting = Awaited<ReturnType<typeof demoSetting>>;

/** Columns of an event as a device would send them. */
export const event = () => ({ id: uuid(), at: new Date().toISOString(), device: 'test' });

/** Milliseconds: a machine that is busy with all other tests is no database that is away. */
export const PATIENCE = 30_000;

/** A database of its own with nothing in it, whatever an earlier run left there. */
export async function emptyDatabase(name: string): Promise<URL> {
  // The demo of another file has the same ids.
  forgetFacts();
  const url = new URL(process.env.TEST_DATABASE_URL!);
  const maker = openStore(url.href, 1, PATIENCE);
  await maker.sequelize.query(
    `SET STATEMENT foreign_key_checks = 0 FOR CREATE OR REPLACE DATABASE viridane_${name} CHARACTER SET utf8mb4`,
  );
  await maker.sequelize.close();
  url.pathname = `/viridane_${name}`;
  return url;
}

/**
 * A database of its own with the demo in it, its people, and a stranger who leads another site.
 * @param name told apart from those of other test files, which run at the same time
 */
export async function demoSetting(name: string) {
  const url = await emptyDatabase(name);
  if (process.env.TEST_DEMO) fill(url, process.env.TEST_DEMO);
  const store = openStore(url.href, undefined, PATIENCE);
  await migrate(store);
  if (!process.env.TEST_DEMO) await loadDemo(store, Date.now());
  const site = (await store.site.findOne())!.get() as SiteRow;
  const people = {} as Record<Role, Person>;
  await elsewhere(store);
  for (const signIn of ['leader', 'checker', 'planter', 'viewer', 'stranger'] as const)
    people[signIn] = await asPerson(store, signIn);
  const blocks: Record<string, BlockRow> = {};
  for (const row of await store.block.findAll()) blocks[row.name] = row.get() as BlockRow;
  /** What pages would read now; `kept` also from what was read before. */
  const facts = async (of: SiteRow = site, kept = false) => {
    if (!kept) forgetFacts();
    return Facts.read(store, of);
  };
  return { store, site, people, blocks, facts, ...commands(store, people) };
}

/** The demo as it was written out once: to load it anew for each file took longer than the tests. */
function fill({ hostname, port, username, password, pathname }: URL, dump: string) {
  const done = spawnSync(
    'mariadb',
    [`--host=${hostname}`, `--port=${port}`, `--user=${username}`, pathname.slice(1)],
    { input: readFileSync(dump), env: { ...process.env, MYSQL_PWD: password }, encoding: 'utf8' },
  );
  assert.equal(done.status, 0, done.stderr);
}

async function elsewhere(store: Store) {
  const siteId = uuid();
  const personId = uuid();
  await store.site.create({
    id: siteId,
    name: 'Elsewhere',
    longitude: 0,
    latitude: 0,
    zone: 'UTC',
  });
  await store.person.create({
    id: personId,
    signIn: 'stranger',
    name: 'Stranger',
    passwordHash: await hashPassword('another-password'),
    units: 'us',
    theme: 'day',
  });
  await store.membership.create({ personId, siteId, role: 'leader' });
}

export async function asPerson(store: Store, signIn: string): Promise<Person> {
  return (await personById(store, (await store.person.findOne({ where: { signIn } }))!.id))!;
}

/** The edition at which somebody would read what a command saves as a whole. */
async function editionOf(store: Store, command: string, payload: Record<string, string>) {
  const of = async (table: { findByPk(id: string): Promise<object | null> }, id: string) =>
    ((await table.findByPk(id)) ?? {}) as Partial<BlockRow>;
  const block = await of(store.block, payload.blockId ?? '');
  const tables: Record<string, Parameters<typeof of>[0]> = {
    'stock.species': store.species,
    'stock.order': store.stockOrder,
    'stock.lot': store.lot,
    'stock.place': store.place,
    'stock.tool': store.tool,
    'calendar.product': store.product,
    'crew.planter': store.planter,
  };
  if (command === 'people.site') return (await of(store.site, payload.siteId)).edition ?? 0;
  if (tables[command]) return (await of(tables[command], payload.id)).edition ?? 0;
  if (command === 'crew.share' || command === 'crew.assign') {
    const where = { layoutId: payload.layoutId };
    return sharesEdition(await store.rowShare.findAll({ where, raw: true }));
  }
  if (command === 'survival.refill')
    return store.refillPlan.count({ where: { layoutId: payload.layoutId } });
  if (command === 'ground.save') return block.edition ?? 0;
  return (command === 'method.save' ? block.methodEdition : block.termsEdition) ?? 0;
}

function commands(store: Store, people: Record<Role, Person>) {
  /** Sends as a page would that was read a moment ago. */
  async function send(who: Role, command: string, payload: object) {
    const wants =
      isCommand(command) &&
      'edition' in ((contractOf(command).input as unknown as { fields?: object }).fields ?? {});
    const whole =
      wants && !('edition' in payload)
        ? {
            ...payload,
            edition: await editionOf(store, command, payload as Record<string, string>),
          }
        : payload;
    return perform(store, people[who], command, whole);
  }
  return {
    send,
    async done(who: Role, command: string, payload: object) {
      const outcome = await send(who, command, payload);
      assert.equal(outcome.status, 200, JSON.stringify(outcome.body));
      return outcome.body as Record<string, unknown>;
    },
    async refused(who: Role, command: string, payload: object, status: number, why: RegExp) {
      const { status: found, body } = await send(who, command, payload);
      assert.equal(found, status, JSON.stringify(body));
      assert.match((body as { error: string }).error, why);
    },
  };
}
