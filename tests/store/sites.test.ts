import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { morningBoard } from '../../src/lib/rooms/morning/board.server';
import type { SiteRow } from '../../src/lib/rooms/people/tables.server';
import { personById, type Person } from '../../src/lib/server/sign-in';
import { siteFirst } from '../../src/lib/server/which-site';
import { demoSetting, type Role, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('sites');
});
after(() => setting.store.sequelize.close());

/** A new request: sites are those that somebody belongs to by now. */
const again = async (who: Role) =>
  (setting.people[who] = (await personById(setting.store, setting.people[who].id))!);

test('a second site begins with the cards, tools, planters and people of the first, each its own', async () => {
  const { store, site } = setting;
  const siteId = uuid();
  const pictureId = uuid();
  const [card] = await store.species.findAll({ where: { siteId: site.id }, limit: 1 });
  await store.speciesPicture.create({
    ...{ id: pictureId, speciesId: card.get('id'), caption: 'Buds in pairs', mime: 'image/png' },
    ...{ bytes: Buffer.from('not drawn'), addedAt: new Date() },
  });
  const asked = { siteId, name: 'Upper Moor', zone: 'Pacific/Auckland', like: site.id };
  await setting.refused('viewer', 'people.newSite', asked, 403, /./);
  await setting.refused('viewer', 'people.newSite', { ...asked, like: null }, 409, /leads/);
  await setting.refused('stranger', 'people.newSite', asked, 404, /./);
  await setting.done('leader', 'people.newSite', asked);
  assert.equal((await setting.done('leader', 'people.newSite', asked)).already, true);
  await setting.refused('stranger', 'people.newSite', { ...asked, like: null }, 409, /./);

  const there = (await store.site.findByPk(siteId))!.get() as SiteRow;
  assert.deepEqual((await morningBoard(await setting.facts(there))).steps, ['species', 'crew']);
  assert.equal((await morningBoard(await setting.facts())).steps, undefined, 'trees stand here');

  const of = async (id: string) => ({
    species: (await store.species.findAll({ where: { siteId: id } })).map((row) => row.get()),
    tools: (await store.tool.findAll({ where: { siteId: id } })).map((row) => row.get()),
    planters: (await store.planter.findAll({ where: { siteId: id, retiredOn: null } })).map((row) =>
      row.get(),
    ),
  });
  const [first, second] = [await of(site.id), await of(siteId)];
  assert.ok(first.species.length > 3 && first.planters.length > 3);
  const plain = (rows: readonly object[]) =>
    rows.map((row) => JSON.stringify({ ...row, id: '', siteId: '' })).sort();
  for (const kind of ['species', 'tools', 'planters'] as const) {
    assert.deepEqual(plain(second[kind]), plain(first[kind]), kind);
    const ids = new Set(first[kind].map(({ id }) => id));
    assert.ok(
      second[kind].every(({ id }) => !ids.has(id)),
      `${kind} of the new site are its own`,
    );
  }
  // Cards come with their pictures, and what is sprayed with what its label says.
  const pictures = async (id: string) =>
    (
      await store.speciesPicture.findAll({
        where: { speciesId: (await of(id)).species.map((card) => card.id) },
      })
    )
      .map((row) => `${row.get('caption')} ${row.get('mime')} ${row.get('bytes').length}`)
      .sort();
  assert.ok((await pictures(site.id)).length > 0);
  assert.deepEqual(await pictures(siteId), await pictures(site.id));
  const products = async (id: string, more: object = {}) =>
    plain(
      (await store.product.findAll({ where: { siteId: id, ...more } })).map((row) => row.get()),
    );
  assert.ok((await products(siteId)).length > 0);
  assert.deepEqual(await products(siteId), await products(site.id, { dropped: false }));
  const rules = async (id: string) => (await store.rootRules.findByPk(id))?.get('keep');
  assert.equal(await rules(siteId), await rules(site.id));
  const roles = async (id: string) =>
    (await store.membership.findAll({ where: { siteId: id } }))
      .map((row) => `${row.get('personId')} ${row.get('role')}`)
      .sort();
  assert.deepEqual(await roles(siteId), await roles(site.id));
  const made = (await store.site.findByPk(siteId))!.get();
  assert.deepEqual([made.zone, made.placed], ['Pacific/Auckland', false]);
  assert.equal(await store.block.count({ where: { siteId } }), 0);
});

test('who leads both sites lets somebody of the one into the other, and nobody from elsewhere', async () => {
  const { store, people } = setting;
  const siteId = uuid();
  await setting.done('leader', 'people.newSite', {
    ...{ siteId, name: 'Lower Moor', zone: 'Europe/Berlin', like: null },
  });
  assert.equal(await store.membership.count({ where: { siteId } }), 1);
  const join = (personId: string, role = 'planter') => ({ siteId, personId, role });
  await setting.refused('leader', 'people.join', join(people.planter.id), 404, /./);
  await again('leader');
  await setting.done('leader', 'people.join', join(people.planter.id));
  assert.equal(
    (await setting.done('leader', 'people.join', join(people.planter.id))).already,
    true,
  );
  const planters = await store.planter.findAll({ where: { siteId } });
  assert.deepEqual(
    planters.map((row) => row.get('personId')),
    [people.planter.id],
  );
  await setting.refused('leader', 'people.join', join(people.stranger.id), 409, /does not belong/);
  await setting.refused('leader', 'people.join', join(uuid()), 409, /does not belong/);
  await setting.refused('checker', 'people.join', join(people.viewer.id), 404, /./);
  // Who left comes back.
  await setting.done('leader', 'people.end', { siteId, personId: people.planter.id });
  await setting.done('leader', 'people.join', join(people.planter.id, 'viewer'));
  assert.equal(await store.leftMember.count({ where: { siteId } }), 0);
  assert.equal((await again('planter')).sites.length, 3);
});

test('the site of an address comes first, else the one this browser was on last; one alone asks nothing', async () => {
  const site = (id: string) => ({ role: 'leader', site: { id } }) as Person['sites'][number];
  const first = async (query: string, kept: string | undefined, ids = ['a', 'b', 'c']) => {
    const person = { sites: ids.map(site) } as Person;
    const cookies = { get: () => kept, set: () => assert.fail('nothing is kept by looking') };
    await siteFirst(person, new URL(`http://site/${query}`), cookies as never);
    return person.sites.map((one) => one.site.id).join('');
  };
  assert.equal(await first('', undefined), 'abc');
  assert.equal(await first('', 'b'), 'bac');
  assert.equal(await first('since?site=c', 'b'), 'cab');
  assert.equal(await first('since?site=x', 'b'), 'abc');
  assert.equal(await first('', 'x'), 'abc', 'a site that somebody has left');
  assert.equal(await first('since?site=', 'b', ['a']), 'a');
});
