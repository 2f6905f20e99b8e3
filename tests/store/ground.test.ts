import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { nauticalZone } from '../../core/say/day';
import { groundToCsv, groundToGeoJson, groundToGpx, groundToKml } from '../../core/formats/ground';
import { readBoundary } from '../../core/formats/read';
import {
  keepoutsFact,
  plantableOf,
  roadsOf,
  zonesFact,
} from '../../src/lib/rooms/ground/facts.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import { asPerson, demoSetting, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('ground');
});
after(() => setting.store.sequelize.close());

const blockOf = async (id: string) =>
  (await setting.store.block.findByPk(id))!.get() as unknown as BlockRow;
async function groundOf(block: BlockRow) {
  const facts = await setting.facts();
  const [keepouts, zones, plantable] = await Promise.all([
    facts.of(keepoutsFact, block.id),
    facts.of(zonesFact, block.id),
    plantableOf(facts, block),
  ]);
  return { block: block.name, boundary: block.boundary, keepouts, zones, plantable };
}
const withIds = <One>(brought: readonly One[]) => brought.map((one) => ({ ...one, id: uuid() }));

test('the ground of a block, written and read as a new one, is planted on the same square metres', async () => {
  for (const name of ['North Bench', 'Silt Margin'])
    for (const [format, write] of Object.entries({
      geojson: groundToGeoJson,
      kml: groundToKml,
      gpx: groundToGpx,
      csv: groundToCsv,
    })) {
      const own = await groundOf(setting.blocks[name]);
      assert.ok(own.keepouts.length && own.zones.length, `${name} has something to bring`);
      const read = readBoundary(write(own), `x.${format}`);
      const { blockId } = (await setting.done('leader', 'ground.create', {
        ...{ siteId: setting.site.id, name: `${name} ${format}`, boundary: read.parts },
        ...{ keepouts: withIds(read.keepouts), zones: withIds(read.zones) },
      })) as { blockId: string };
      const block = await blockOf(blockId);
      // The margin is the leader's own decision and no part of the ground.
      await setting.done('leader', 'ground.save', {
        ...{ blockId, name: block.name, boundary: block.boundary, edition: block.edition },
        ...{ margin: setting.blocks[name].margin },
        ...{ keepouts: withIds(read.keepouts), zones: withIds(read.zones) },
      });
      const made = await groundOf(await blockOf(blockId));
      const told = (one: (typeof own.keepouts)[number]) => {
        const { id: _id, shape: _shape, ...rest } = one;
        return JSON.stringify(rest, Object.keys(rest).sort());
      };
      assert.deepEqual(made.keepouts.map(told).sort(), own.keepouts.map(told).sort());
      assert.deepEqual(
        made.zones.map(({ name: zone, damp, light, soil }) => ({ zone, damp, light, soil })),
        own.zones.map(({ name: zone, damp, light, soil }) => ({ zone, damp, light, soil })),
      );
      const [a, b] = [made, own].map(({ plantable }) => plantable.plantable.value);
      assert.ok(Math.abs(a - b) < 2, `${name} as ${format}: ${a} m² instead of ${b} m²`);
    }
});

test('what a file says of a block is held to what a leader may enter', async () => {
  const { boundary, keepouts } = await groundOf(setting.blocks['North Bench']);
  const [first] = keepouts;
  const given = (more: object, as = withIds([first])) => ({
    ...{ siteId: setting.site.id, name: 'Brought', boundary, zones: [] },
    keepouts: as.map((one) => ({ ...one, ...more })),
  });
  const count = () => setting.store.block.count();
  const before = await count();
  await setting.refused(
    'leader',
    'ground.create',
    given({ located: '2099-01-01' }),
    409,
    /located/i,
  );
  // An id of another block's keep-out would take it away from there.
  await setting.refused('leader', 'ground.create', given({}, [first]), 409, /./);
  await setting.refused('leader', 'ground.create', given({ setback: 900 }), 400, /500/);
  await setting.refused('leader', 'ground.create', given({ kind: 'dragons' }), 400, /one of/);
  await setting.refused('checker', 'ground.create', given({}), 403, /./);
  assert.equal(await count(), before, 'nothing half made is left');
});

test('a block that was a mistake is removed with its drafts; one on which anything was entered stays whole', async () => {
  const { store } = setting;
  const margin = await groundOf(setting.blocks['Silt Margin']);
  const made = async (name: string) =>
    (await setting.done('leader', 'ground.create', {
      ...{ siteId: setting.site.id, name, boundary: margin.boundary },
      ...{ keepouts: withIds(margin.keepouts), zones: withIds(margin.zones) },
    })) as { blockId: string };
  const left = async (blockId: string) =>
    Promise.all(
      [store.keepout, store.zone, store.layout].map((table) =>
        (table as typeof store.layout).count({ where: { blockId } }),
      ),
    );
  const drawn = (await store.layout.findOne({
    where: { blockId: setting.blocks['Silt Margin'].id },
  }))!;
  const [wrong, worked] = [await made('Drawn twice'), await made('Worked on')];
  for (const { blockId } of [wrong, worked])
    for (let i = 0; i < 2; i++)
      await setting.done('leader', 'rows.save', { blockId, parameters: drawn.parameters });
  await setting.done('leader', 'stock.order', {
    ...{ id: uuid(), blockId: worked.blockId, speciesId: drawn.parameters.mix[0].species },
    ...{ nursery: 'Test Nursery', count: 10, pack: 5, state: 'asked', edition: 0 },
  });
  for (const [who, status] of [
    ['viewer', 403],
    ['checker', 403],
    ['stranger', 404],
  ] as const)
    await setting.refused(who, 'ground.remove', wrong, status, /./);
  const before = await left(worked.blockId);
  assert.ok(before.every((count) => count > 0));
  await setting.refused('leader', 'ground.remove', worked, 409, /entered on Worked on/);
  assert.deepEqual(await left(worked.blockId), before, 'nothing of it is gone');
  const versions = await store.layout.findAll({ where: { blockId: worked.blockId } });
  assert.deepEqual(versions.map(({ number }) => number).sort(), [1, 2]);
  await setting.done('leader', 'ground.remove', wrong);
  assert.equal(await store.block.findByPk(wrong.blockId), null);
  assert.deepEqual(await left(wrong.blockId), [0, 0, 0]);
  await setting.refused('leader', 'ground.remove', wrong, 404, /./);
  const { id: blockId } = setting.blocks['Haul Flat'];
  await setting.refused('leader', 'ground.remove', { blockId }, 409, /cannot be removed under/);
  assert.ok((await setting.facts()).site);
});

test('a site without a place takes its first block’s, with the hours of its longitude', async () => {
  const { store } = setting;
  const margin = await groundOf(setting.blocks['Silt Margin']);
  const made = async (zone: string) => {
    const siteId = uuid();
    await store.site.create({
      id: siteId,
      name: zone,
      longitude: 0,
      latitude: 0,
      zone,
      placed: false,
    });
    await store.membership.create({ personId: setting.people.leader.id, siteId, role: 'leader' });
    setting.people.leader = await asPerson(store, 'leader');
    const create = async (name: string) =>
      setting.done('leader', 'ground.create', { siteId, name, boundary: margin.boundary });
    const { edition } = (await store.site.findByPk(siteId))!;
    const { blockId } = (await create('First')) as { blockId: string };
    const block = (await store.block.findByPk(blockId))!;
    const site = (await store.site.findByPk(siteId))!.get();
    assert.deepEqual(
      [site.longitude, site.latitude, site.placed, site.edition, site.regime],
      [block.originLongitude, block.originLatitude, true, edition + 1, 'cool-temperate'],
    );
    setting.people.leader = await asPerson(store, 'leader');
    await create('Second');
    assert.equal((await store.site.findByPk(siteId))!.edition, edition + 1, 'placed once');
    return site.zone;
  };
  const { originLongitude } = setting.blocks['Silt Margin'];
  assert.equal(await made('Etc/GMT'), nauticalZone(originLongitude));
  assert.equal(await made('Pacific/Auckland'), 'Pacific/Auckland', 'what was said stays');
});

test('a site that is placed for the first time begins with the season of its latitude; later moves keep it', async () => {
  const { store } = setting;
  const site = { siteId: uuid(), name: 'South bank', zone: 'America/Fortaleza' };
  await setting.done('leader', 'people.newSite', site);
  setting.people.leader = await asPerson(store, 'leader');
  for (const [latitude, season] of [
    [-5, 'monsoon'],
    [-28, 'monsoon'],
  ]) {
    await setting.done('leader', 'people.site', { ...site, latitude, longitude: -39 });
    assert.equal((await store.site.findByPk(site.siteId))!.get().regime, season);
  }
});

test('roads are the lines that were drawn as roads, in the plane of the block', () => {
  const block = setting.blocks['Silt Margin'];
  const [lon, lat] = [block.originLongitude, block.originLatitude];
  const line = {
    type: 'LineString',
    coordinates: [
      [lon, lat],
      [lon, lat + 0.001],
    ],
  } as const;
  const point = { type: 'Point', coordinates: [lon, lat] } as const;
  const roads = roadsOf(block, [
    { kind: 'road', shape: line as never },
    { kind: 'fence', shape: { ...line, coordinates: [...line.coordinates].reverse() } as never },
    { kind: 'road', shape: point as never },
  ]);
  assert.equal(roads.length, 1);
  const [[from, to]] = roads;
  assert.ok(Math.hypot(...from) < 1e-6);
  // A thousandth of a degree of latitude is some 111 m.
  assert.ok(Math.abs(to[0]) < 0.01 && Math.abs(to[1] - 111.2) < 0.4, String(to));
});

test('a new block is planted as another: method, orders, hours and prices; not its zones, rows and days', async () => {
  const { store, site } = setting;
  const model = setting.blocks['Haul Flat'];
  const zone = { scope: { by: 'zone', zone: uuid() }, method: { clear: 'scalp' } };
  const stock = { scope: { by: 'stock', stock: 'container' }, method: { clear: 'scalp' } };
  const own = { key: `own-${uuid()}`, label: 'Fetch', lead: 3, duration: 1, reason: '' };
  await store.block.update(
    {
      ...{ differences: [zone, stock] as never, targetDensity: 0.14 },
      calendarTerms: {
        ...model.calendarTerms,
        ...{ own: [own], count: { by: 'block', half: 0.03, rows: [1, 2] } },
      } as never,
    },
    { where: { id: model.id } },
  );
  const kept = await blockOf(model.id);
  const make = (siteId: string, like: string | null) => ({
    ...{ siteId, name: 'As before', boundary: model.boundary, like },
  });
  const { blockId } = (await setting.done('leader', 'ground.create', make(site.id, model.id))) as { blockId: string }; // prettier-ignore
  const fresh = await blockOf(blockId);
  assert.deepEqual(
    [fresh.method, fresh.orderTerms, fresh.carryTerms, fresh.differences, fresh.targetDensity],
    [kept.method, kept.orderTerms, kept.carryTerms, [stock], 0.14],
  );
  const { planting, browse, stock: form } = kept.conditions;
  assert.equal(planting, 'machine');
  assert.deepEqual(fresh.conditions, { ...fresh.conditions, planting, browse, stock: form });
  assert.deepEqual(
    [fresh.plantingDay, fresh.phase, fresh.setAside, fresh.edition, fresh.termsEdition],
    [null, '', null, 1, 1],
  );
  assert.equal(fresh.calendarTerms.count, undefined);
  assert.deepEqual(fresh.calendarTerms.machine, kept.calendarTerms.machine);
  const [task] = fresh.calendarTerms.own!;
  assert.deepEqual({ ...task, key: own.key }, own);
  assert.notEqual(task.key, own.key, 'a task of its own');
  assert.deepEqual(await blockOf(model.id), kept, 'the other one stays as it is');
  const plain = (await setting.done('leader', 'ground.create', make(site.id, null))) as { blockId: string }; // prettier-ignore
  assert.deepEqual((await blockOf(plain.blockId)).calendarTerms, {});
  const elsewhere = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!;
  const foreign = make(elsewhere.id, model.id);
  await setting.refused('stranger', 'ground.create', foreign, 404, /no such block/);
  await setting.refused('leader', 'ground.create', make(site.id, uuid()), 404, /./);
});
