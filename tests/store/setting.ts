import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import { loadDemo } from '../../demo/load';
import { carryOut } from '../../src/lib/server/commands';
import { hashPassword, type Person } from '../../src/lib/server/sign-in';
import { openStore, type Store } from '../../src/lib/store';
import type { BlockRow } from '../../src/lib/store/ground';
import { migrate } from '../../src/lib/store/migrate';
import type { SiteRow } from '../../src/lib/store/people';

export type Role = 'leader' | 'checker' | 'planter' | 'viewer' | 'stranger';
export type Setting = Awaited<ReturnType<typeof demoSetting>>;

/** Columns of an event as a device would send them. */
export const event = () => ({ id: uuid(), at: new Date().toISOString(), device: 'test' });

/**
 * A database of its own with the demo in it, its people, and a stranger who leads another site.
 * @param name told apart from those of other test files, which run at the same time
 */
export async function demoSetting(name: string) {
  const url = new URL(process.env.TEST_DATABASE_URL!);
  const maker = openStore(url.href, 1);
  await maker.sequelize.query(`CREATE DATABASE viridane_${name} CHARACTER SET utf8mb4`);
  await maker.sequelize.close();
  url.pathname = `/viridane_${name}`;
  const store = openStore(url.href);
  await migrate(store.sequelize);
  await migrate(store.sequelize);
  await loadDemo(store, Date.now());
  const site = (await store.site.findOne())!.get() as SiteRow;
  const people = {} as Record<Role, Person>;
  await elsewhere(store);
  for (const signIn of ['leader', 'checker', 'planter', 'viewer', 'stranger'] as const)
    people[signIn] = (await store.person.findOne({ where: { signIn } }))!.get() as Person;
  const blocks: Record<string, BlockRow> = {};
  for (const row of await store.block.findAll()) blocks[row.name] = row.get() as BlockRow;
  return { store, site, people, blocks, ...commands(store, people) };
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

function commands(store: Store, people: Record<Role, Person>) {
  return {
    async done(who: Role, command: string, payload: object) {
      const outcome = await carryOut(store, people[who], command, payload);
      assert.equal(outcome.status, 200, JSON.stringify(outcome.body));
      return outcome.body as Record<string, unknown>;
    },
    async refused(who: Role, command: string, payload: object, status: number, why: RegExp) {
      const { status: found, body } = await carryOut(store, people[who], command, payload);
      assert.equal(found, status, JSON.stringify(body));
      assert.match((body as { error: string }).error, why);
    },
  };
}
