import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { methodFor, type Difference } from '../../core/method/differences';
import { depthOf } from '../../core/method/method';
import { billOf } from '../../src/lib/rooms/calendar/year.server';
import { tasksOf } from '../../src/lib/rooms/calendar/tasks.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import {
  blockMethod,
  blockTrees,
  methodOfLot,
  methodSumOf,
  waysOfBlock,
} from '../../src/lib/rooms/method/facts.server';
import { cardsFact, lotsFact } from '../../src/lib/rooms/stock/facts.server';
import type { Store } from '../../src/lib/store';
import { demoSetting, type Setting } from './setting';

let setting: Setting;
let store: Store;
before(async () => {
  setting = await demoSetting('method');
  store = setting.store;
});
after(() => store.sequelize.close());

const now = async (name: string): Promise<BlockRow> =>
  (await store.block.findByPk(setting.blocks[name].id))!.get() as BlockRow;
/** Saves the method of a block with these differences over it, as the page does. */
async function differ(name: string, differences: unknown[], who: 'leader' | 'checker' = 'leader') {
  const { id: blockId, conditions, method } = await now(name);
  return setting.send(who, 'method.save', { blockId, conditions, method, differences });
}
const saved = async (name: string, differences: Difference[]) => {
  const { status, body } = await differ(name, differences);
  assert.equal(status, 200, JSON.stringify(body));
  return now(name);
};
const zonesOf = async (name: string) =>
  (await store.zone.findAll({ where: { blockId: setting.blocks[name].id } })).map((one) =>
    one.get(),
  );
const rows = (letter: string, numbers: number[], version: number): Difference['scope'] => ({
  ...{ by: 'rows', letter, rows: numbers, version, among: [numbers[0], numbers.at(-1)! + 4] },
});
const withZones = async () => {
  for (const name of Object.keys(setting.blocks)) if ((await zonesOf(name)).length) return name;
  throw new Error('no block of the demo has zones');
};

test('what differs is kept as it was sent, read again, and costs an edition', async () => {
  const name = await withZones();
  const [zone] = await zonesOf(name);
  const before = await now(name);
  const differences: Difference[] = [
    { scope: { by: 'zone', zone: zone.id }, method: { clear: 'scalp', waterAt: 'eight' } },
    { scope: { by: 'stock', stock: 'container' }, method: { containerRoots: 'cut' } },
  ];
  const block = await saved(name, differences);
  const reader = await setting.facts();
  assert.deepEqual((await blockMethod(reader, block)).differences, differences);
  assert.equal(block.methodEdition, before.methodEdition + 1);
  const { id: blockId, conditions, method } = block;
  const late = await setting.send('leader', 'method.save', {
    ...{ blockId, conditions, method, differences: [], edition: before.methodEdition },
  });
  assert.equal(late.status, 409);
  const { stale } = late.body as unknown as { stale: { differences: unknown } };
  assert.deepEqual(stale.differences, differences, 'and whoever was late is shown them');
  await saved(name, []);
});

test('only a leader changes it; other blocks’ zones and lots, and scopes of no kind, are refused', async () => {
  const name = await withZones();
  const other = Object.keys(setting.blocks).find((one) => one !== name)!;
  const foreignLot = (await store.lot.findOne({ where: { blockId: setting.blocks[other].id } }))!;
  const zone = (await zonesOf(name))[0].id;
  const layout = 1;
  assert.equal((await differ(name, [], 'checker')).status, 403);
  const refused = async (scope: object, status: number, method: object = { clear: 'scalp' }) => {
    const { status: found, body } = await differ(name, [{ scope, method }]);
    assert.equal(found, status, `${JSON.stringify(scope)}: ${JSON.stringify(body)}`);
  };
  await refused({ by: 'zone', zone: uuid() }, 409);
  await refused({ by: 'lot', lot: foreignLot.id }, 409);
  await refused({ by: 'zone', zone: 'hollow' }, 400);
  // What is no difference at all is said, and looked at for doubles no further.
  for (const nonsense of ['2026-02-30', null, 7, {}, { method: {} }, { scope: { by: 'rows' } }])
    for (const list of [[nonsense], [nonsense, nonsense]])
      assert.equal((await differ(name, list as never)).status, 400, JSON.stringify(list));
  await refused({ by: 'zone' }, 400);
  await refused({ by: 'weather', zone }, 400);
  await refused({}, 400);
  await refused({ by: 'stock', stock: 'plug' }, 400);
  await refused({ by: 'rows', letter: 'A', rows: [1], version: layout, among: [1, 2] }, 400);
  await refused({ by: 'rows', letter: 'B', rows: [], version: layout, among: [1, 2] }, 400);
  await refused({ by: 'rows', letter: 'B', rows: [1.5], version: layout, among: [1, 2] }, 400);
  await refused({ by: 'rows', letter: 'B', rows: [1], version: layout, among: [1] }, 400);
  await refused({ by: 'zone', zone }, 400, { clear: 'goats' });
  await refused({ by: 'zone', zone }, 400, { luck: 'much' });
  const twice = { scope: { by: 'zone', zone }, method: { clear: 'scalp' } };
  const { status, body } = await differ(name, [twice, twice]);
  assert.equal(status, 400);
  assert.match((body as { error: string }).error, /same trees/);
  assert.deepEqual((await now(name)).differences, []);
});

test('a zone’s water is bought for its trees alone, and its tasks come into the calendar', async () => {
  const name = await withZones();
  const before = await now(name);
  const litres = async (block: BlockRow) => {
    const { bill } = await billOf(await setting.facts(), block);
    return bill.lines.find(({ key }) => key === 'water')?.needed.value ?? 0;
  };
  const dry = await litres(before);
  const facts = await setting.facts();
  const trees = await blockTrees(facts, before);
  const inZone = new Map<string, number>();
  let total = 0;
  for (const { counts } of trees.rows)
    for (let i = 0; i < counts.length; i += 3) {
      total += counts[i + 2];
      const id = trees.zones[counts[i + 1]];
      if (id) inZone.set(id, (inZone.get(id) ?? 0) + counts[i + 2]);
    }
  const layout = (await store.layout.findAll({ where: { blockId: before.id } })).find(
    ({ state }) => state !== 'withdrawn',
  )!;
  assert.equal(total, layout.trees, 'every tree is in a row and at most in one zone');
  const lots = await store.lot.findAll({ where: { blockId: before.id } });
  for (const [i, { species }] of layout.parameters.mix.entries())
    assert.deepEqual(
      trees.species[i].lots.map(({ id }) => id).sort(),
      lots
        .filter((lot) => (lot.replacesId ?? lot.speciesId) === species)
        .map(({ id }) => id)
        .sort(),
      'lots of a species are those that came for it',
    );
  const [[zone, wet]] = [...inZone].sort((a, b) => b[1] - a[1]);
  assert.ok(wet > 0 && wet < total);
  const had = new Set((await tasksOf(facts, before)).map(({ key }) => key));
  const block = await saved(name, [
    { scope: { by: 'zone', zone }, method: { waterAt: 'twice', keep: 'mulch' } },
  ]);
  assert.ok(Math.abs((await litres(block)) - dry - 0.038 * wet) < 1e-6);
  const tasks = (await tasksOf(await setting.facts(), block)).map(({ key }) => key);
  if (block.plantingDay) assert.ok(tasks.includes('water-second') && tasks.includes('mulch'));
  assert.ok(!had.has('water-second'));
  await saved(name, []);
});

test('trees of the other stock are planted and checked by their own bounds without a word', async () => {
  const facts = await setting.facts();
  const cards = await facts.of(cardsFact);
  let seen = 0;
  for (const block of Object.values(setting.blocks)) {
    const row = await now(block.name);
    const of = await blockMethod(facts, row);
    for (const { lot } of await facts.of(lotsFact, block.id)) {
      const { stock } = cards.find(({ id }) => id === lot.speciesId)!;
      const { datum } = depthOf(methodOfLot(of, lot, cards));
      assert.equal(datum === 'ball top', stock === 'container', `${lot.code} of ${block.name}`);
      if (stock !== row.conditions.stock) seen++;
    }
  }
  assert.ok(seen > 0, 'a block of the demo plants both kinds');
});

test('treatments hold on the version they were drawn on; a new one leaves them to be drawn again', async () => {
  const block = setting.blocks['Silt Margin'];
  const layout = (await store.layout.findOne({
    where: { blockId: block.id },
    order: [['number', 'DESC']],
  }))!;
  const differences: Difference[] = [
    { scope: rows('B', [5, 6, 9, 10], layout.number), method: { waterAt: 'eight' } },
  ];
  const row = await saved('Silt Margin', differences);
  const facts = await setting.facts();
  const ways = await waysOfBlock(facts, row);
  assert.equal(ways.at(-1)?.who.figures.rows, '5–6, 9–10');
  const own = await store.layoutRow.findAll({
    where: { layoutId: layout.id, number: [5, 6, 9, 10] },
  });
  const treated = own.reduce((sum, { trees }) => sum + trees, 0);
  const { perTree } = await methodSumOf(facts, row);
  assert.ok(Math.abs((perTree.water ?? 0) * layout.trees - 0.008 * treated) < 1e-9);
  await setting.done('leader', 'rows.save', {
    ...{ blockId: block.id, parameters: layout.get('parameters') },
  });
  const later = await blockMethod(await setting.facts(), await now('Silt Margin'));
  assert.deepEqual(later.differences, [], 'the rows of the new version are other rows');
  assert.deepEqual((await now('Silt Margin')).differences, differences, 'nothing is thrown away');
  const water = methodFor(later, { row: 5 }).find(({ question }) => question === 'waterAt');
  assert.notEqual(water?.school.key, 'eight');
});
