import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { dayOf } from '../../core/say/day';
import { handedFact } from '../../src/lib/rooms/people/facts.server';
import { blocksToPlant, toPlant } from '../../src/lib/rooms/calendar/supply.server';
import { plantedOf } from '../../src/lib/rooms/crew/facts.server';
import { paySheetOf } from '../../src/lib/rooms/crew/pay.server';
import { placesFact } from '../../src/lib/rooms/stock/facts.server';
import { blocksAtWork, blocksFact } from '../../src/lib/rooms/ground/facts.server';
import { blockState, morningBoard } from '../../src/lib/rooms/morning/board.server';
import type { Facts } from '../../src/lib/server/facts';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('aside');
});
after(() => setting.store.sequelize.close());

const paid = (facts: Facts) => paySheetOf(facts, '2000-01-01', facts.today);
const put = (name: string, aside: boolean) =>
  setting.done('leader', 'ground.setAside', { blockId: setting.blocks[name].id, aside });

test('a block set aside is off the board and the calendars, and whole when it is opened or brought back', async () => {
  const { id: blockId, name } = setting.blocks['North Bench'];
  const before = await setting.facts();
  const whole = await blockState(before, setting.blocks['North Bench']);
  const pay = await paid(before);
  assert.ok((await morningBoard(before)).states.some(({ block }) => block.id === blockId));
  for (const [who, status] of [
    ['viewer', 403],
    ['checker', 403],
    ['planter', 403],
    ['stranger', 404],
  ] as const)
    await setting.refused(who, 'ground.setAside', { blockId, aside: true }, status, /./);
  assert.deepEqual(await put(name, true), { ok: true });
  assert.deepEqual(await put(name, true), { ok: true, already: true });
  const facts = await setting.facts();
  const row = (await facts.of(blocksFact)).find(({ id }) => id === blockId)!;
  assert.equal(row.setAside, dayOf(facts.now, setting.site.zone), 'by the day of the site');
  assert.equal(row.setAsideBy, setting.people.leader.id);
  const board = await morningBoard(facts);
  assert.equal(board.states.length, Object.keys(setting.blocks).length - 1);
  assert.ok(board.states.every(({ block }) => block.id !== blockId));
  assert.ok(board.calls.every(({ block }) => block !== blockId));
  assert.ok(!(await blocksAtWork(facts)).some(({ id }) => id === blockId));
  // Its own pages say what they said, and what was planted there is paid.
  const own = await blockState(facts, row);
  assert.deepEqual(
    [own.planted, own.total, own.standing, own.driven],
    [whole.planted, whole.total, whole.standing, whole.driven],
  );
  assert.deepEqual(await paid(facts), pay);
  assert.deepEqual(await put(name, false), { ok: true });
  const back = await morningBoard(await setting.facts());
  assert.deepEqual(
    back.states.map(({ block }) => [block.name, block.position]),
    (await before.of(blocksFact)).map((block) => [block.name, block.position]),
    'in its old place',
  );
});

test('what comes late for a block set aside is taken, and what was handed over is called for', async () => {
  const { store } = setting;
  const { id: blockId, name } = setting.blocks['Haul Flat'];
  const layout = (await store.layout.findOne({ where: { blockId, state: 'released' } }))!;
  const planter = (await store.planter.findOne({ where: { siteId: setting.site.id } }))!;
  const row = 150;
  const set = async () => (await plantedOf(await setting.facts(), blockId)).planted;
  const before = await set();
  await put(name, true);
  await setting.done('leader', 'crew.tally', {
    ...{ ...event(), layoutId: layout.id, row, planterId: planter.id, count: 3 },
  });
  assert.equal(await set(), before + 3);
  const word = {
    ...event(),
    ...{ siteId: setting.site.id, blockId, command: 'crew.tally', payload: { row, count: 5 } },
    ...{ reason: 'The row is full.', note: 'five over' },
  };
  await setting.done('planter', 'people.hand', word);
  const called = async () =>
    (await morningBoard(await setting.facts())).calls
      .filter(({ block }) => block === blockId)
      .map(({ say }) => say.key);
  assert.deepEqual(await called(), ['crew.handed']);
  await setting.done('leader', 'people.settle', { ...event(), handedId: word.id, note: '' });
  assert.deepEqual(await called(), []);
  assert.ok((await (await setting.facts()).of(handedFact)).every(({ id }) => id !== word.id));
  await put(name, false);
});

test('a block set aside asks nothing of the hands that the others share', async () => {
  const { store, blocks } = setting;
  const [own, other] = [blocks['Haul Flat'], blocks['Silt Margin']];
  const { plantingDay } = (await store.block.findByPk(other.id))!;
  assert.ok(plantingDay, 'it still has to be planted');
  const shared = async () => {
    const facts = await setting.facts();
    return (await blocksToPlant(facts, await toPlant(facts, own))).map(({ id }) => id);
  };
  assert.ok((await shared()).includes(other.id));
  await put(other.name, true);
  assert.ok(!(await shared()).includes(other.id));
  await put(other.name, false);
});

test('a place that is no longer rented is kept by its name, and used again', async () => {
  const { store } = setting;
  const place = (await store.place.findOne({ where: { siteId: setting.site.id } }))!.get();
  const { position: _position, edition, ...about } = place;
  const saved = await setting.done('checker', 'stock.place', { ...about, closed: true, edition });
  assert.equal(saved.edition, edition + 1);
  const known = async () =>
    (await (await setting.facts()).of(placesFact)).find(({ id }) => id === place.id);
  assert.deepEqual(await known(), { ...place, closed: true, edition: edition + 1 });
  await setting.done('checker', 'stock.place', { ...about, closed: false, edition: edition + 1 });
  assert.deepEqual(await known(), { ...place, edition: edition + 2 });
});
