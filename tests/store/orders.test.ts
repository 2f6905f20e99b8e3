import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { carryPlan, wantedOf } from '../../core/stock/carry';
import { shortCode } from '../../core/stock/label';
import { nextDay } from '../../src/lib/rooms/crew/next-day.server';
import { blocksFact } from '../../src/lib/rooms/ground/facts.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { cardsOf } from '../../src/lib/rooms/stock/cards.server';
import { looksFact, rootRulesFact, ordersFact } from '../../src/lib/rooms/stock/facts.server';
import { gateOf } from '../../src/lib/rooms/stock/gate.server';
import { labelSheet } from '../../src/lib/rooms/stock/labels.server';
import type { Store } from '../../src/lib/store';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let blockId: string;
let speciesId: string;
let theirs: string;
before(async () => {
  setting = await demoSetting('orders');
  store = setting.store;
  blockId = setting.blocks['Silt Margin'].id;
  speciesId = (await store.species.findOne({ where: { letter: 'Y' } }))!.id;
  const other = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!.id;
  theirs = uuid();
  await setting.done('stranger', 'stock.species', {
    ...{ id: theirs, siteId: other, letter: 'Z', name: 'Their tree', colour: '#123456' },
    ...{ stock: 'bare-root', matureHeight: 5, crown: 3 },
  });
});
after(() => store.sequelize.close());

const orderLinesOf = async () => (await setting.facts()).of(ordersFact, blockId);

const line = (more: object = {}) => ({
  ...{ id: uuid(), speciesId, nursery: 'Far Beds', count: 200, pack: 40, state: 'asked' },
  ...more,
});

test('orders: saved once, changed in place, of this site only, kept while a lot came from them', async () => {
  const first = line({ deliverOn: '2027-02-01' });
  await setting.done('leader', 'stock.order', { blockId, ...first });
  await setting.done('leader', 'stock.order', {
    blockId,
    ...first,
    count: 240,
    state: 'confirmed',
  });
  const own = (await orderLinesOf()).filter(({ nursery }) => nursery === 'Far Beds');
  assert.deepEqual(
    own.map(({ count, state, deliverOn }) => [count, state, deliverOn]),
    [[240, 'confirmed', '2027-02-01']],
  );
  await setting.refused(
    'leader',
    'stock.order',
    { blockId, ...line({ speciesId: theirs }) },
    409,
    /no such species/,
  );
  await setting.refused('checker', 'stock.order', { blockId, ...line() }, 403, /./);
  const elsewhere = { blockId: setting.blocks['Haul Flat'].id, ...first };
  await setting.refused('leader', 'stock.order', elsewhere, 409, /no such order on this block/);
  const lot = { id: uuid(), blockId, speciesId, code: 'O-1', nursery: 'Far Beds', age: 'plug' };
  await setting.done('leader', 'stock.lot', { ...lot, orderId: first.id });
  await setting.refused('leader', 'stock.dropOrder', { id: first.id }, 409, /Lot O-1 came from/);
  const loose = line();
  await setting.done('leader', 'stock.orders', { blockId, lines: [loose, line()] });
  await setting.done('leader', 'stock.dropOrder', { id: loose.id });
  const again = await setting.done('leader', 'stock.dropOrder', { id: loose.id });
  assert.equal(again.already, true);
});

test('the board asks who has not answered, makes place for what comes, and is silent once a lot of it came', async () => {
  const said = async () => {
    const facts = await setting.facts();
    const block = (await facts.of(blocksFact)).find(({ id }) => id === blockId)!;
    return (await blockState(facts, block)).calls
      .filter(({ say }) => say.figures.nursery === 'Slow Beds')
      .map(({ say, detail }) => [say.key, say.figures.trees, detail!.figures.species]);
  };
  assert.deepEqual(await said(), []);
  const { today } = await setting.facts();
  const late = line({ nursery: 'Slow Beds', deliverOn: addTo(today, { days: 1 }) });
  await setting.done('leader', 'stock.order', { blockId, ...late });
  const species = (await setting.store.species.findByPk(speciesId))!.get('name').toLowerCase();
  assert.deepEqual(await said(), [['stock.notAnswered', 200, species]]);
  await setting.done('leader', 'stock.order', {
    blockId,
    ...{ ...late, state: 'confirmed', confirmed: 180 },
  });
  assert.deepEqual(await said(), [['stock.comes', 180, species]]);
  const lot = { id: uuid(), blockId, speciesId, code: 'O-2', nursery: 'Slow Beds', age: 'plug' };
  await setting.done('leader', 'stock.lot', { ...lot, orderId: late.id });
  await setting.done('leader', 'stock.record', {
    ...{ ...event(), lotId: lot.id, kind: 'receive', count: 150, planterId: null },
    ...{ placeId: null, toId: null, corrects: null, closes: null, note: '' },
  });
  assert.deepEqual(await said(), []);
});

test('a file of orders is taken whole or not at all', async () => {
  const before = (await orderLinesOf()).length;
  const lines = [line(), line({ speciesId: theirs })];
  await setting.refused('leader', 'stock.orders', { blockId, lines }, 409, /no such species/);
  assert.equal((await orderLinesOf()).length, before);
});

test('a lot keeps its species once trees are entered, and its code is its own', async () => {
  const lot = { id: uuid(), blockId, speciesId, code: 'K-1', nursery: 'A', age: 'plug' };
  await setting.done('checker', 'stock.lot', lot);
  await setting.refused(
    'checker',
    'stock.lot',
    { ...lot, id: uuid() },
    409,
    /K-1 is already there/,
  );
  await setting.done('checker', 'stock.record', {
    ...event(),
    ...{ lotId: lot.id, kind: 'receive', count: 40 },
  });
  const alder = (await store.species.findOne({ where: { letter: 'L' } }))!.id;
  await setting.refused(
    'checker',
    'stock.lot',
    { ...lot, speciesId: alder },
    409,
    /has entries already; its species stays/,
  );
  await setting.done('checker', 'stock.lot', { ...lot, code: 'K-2', volume: 0.4, form: 'round' });
  assert.equal((await store.lot.findByPk(lot.id))!.code, 'K-2');
  const { lots } = await gateOf(await setting.facts(), blockId);
  assert.deepEqual(
    lots.filter(({ code }) => code === 'K-2').map(({ size, name }) => [size, name]),
    [[40, 'Willow']],
  );
});

test('cards: a letter stands for one species, pictures are few, real, and of one’s own site', async () => {
  const card = (await store.species.findByPk(speciesId, { raw: true }))!;
  const same = { ...card, id: uuid(), name: 'Another' };
  await setting.refused('leader', 'stock.species', same, 409, /Y stands for Willow already/);
  await setting.done('leader', 'stock.species', { ...card, marks: { bud: 'round' }, notes: 'wet' });
  await setting.refused('leader', 'stock.species', { ...card, marks: { wood: 'x' } }, 400, /mark/);
  // Past the alphabet a card has two letters; a third is refused, and so is a pair that another has.
  const pair = { ...same, letter: 'ya', name: 'Yew', edition: 0 };
  await setting.done('leader', 'stock.species', pair);
  await setting.refused(
    'leader',
    'stock.species',
    { ...pair, id: uuid() },
    409,
    /YA stands for Yew/,
  );
  await setting.refused('leader', 'stock.species', { ...pair, letter: 'YAB' }, 400, /one or two/);
  await setting.done('leader', 'stock.species', { ...pair, withdrawn: true, edition: 1 });
  const yew = (await cardsOf(await setting.facts())).find(({ id }) => id === pair.id)!;
  assert.deepEqual([yew.letter, Boolean(yew.withdrawn)], ['YA', true]);
  const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]).toString('base64');
  const picture = () => ({ id: uuid(), speciesId, caption: 'bud', mime: 'image/png', bytes: png });
  const kept = picture();
  for (const entry of [kept, kept, picture(), picture(), picture(), picture(), picture()])
    await setting.done('checker', 'stock.picture', entry);
  await setting.refused('checker', 'stock.picture', picture(), 409, /holds 6 pictures/);
  await setting.refused('stranger', 'stock.dropPicture', { id: kept.id }, 404, /./);
  await setting.done('checker', 'stock.dropPicture', { id: kept.id });
  const willow = (await cardsOf(await setting.facts())).find(({ id }) => id === speciesId)!;
  assert.deepEqual(
    [willow.pictures!.length, willow.notes, willow.marks],
    [5, 'wet', { bud: 'round' }],
  );
});

test('places and their loggers: names are told apart, a stand-in is read on from where it was', async () => {
  const place = (await store.place.findOne({ where: { logger: 'stand-in' }, raw: true }))!;
  await setting.refused(
    'leader',
    'stock.place',
    { ...place, id: uuid() },
    409,
    /called Cold store is there already/,
  );
  await setting.refused(
    'leader',
    'stock.place',
    { ...place, coolest: 9 },
    400,
    /above the coolest/,
  );
  const before = await store.keepingReading.count({ where: { placeId: place.id } });
  const readings = [{ at: Date.now() - 86_400_000 * 30, temperature: 4 }];
  const added = await setting.done('checker', 'stock.readings', { placeId: place.id, readings });
  assert.equal(added.added, 1);
  const twice = await setting.done('checker', 'stock.readings', { placeId: place.id, readings });
  assert.equal(twice.added, 0, 'sent twice counts once');
  await setting.done('checker', 'stock.logger', { placeId: place.id });
  assert.ok((await store.keepingReading.count({ where: { placeId: place.id } })) >= before + 1);
  const shade = (await store.place.findOne({ where: { logger: 'none' } }))!;
  await setting.refused('checker', 'stock.logger', { placeId: shade.id }, 409, /no logger here/);
});

test('tomorrow’s rows: each planter as far as the rate goes, and a load that covers them', async () => {
  const next = (await nextDay(await setting.facts(), setting.blocks['Haul Flat'].id))!;
  assert.ok(next.crews.length >= 5);
  for (const { rate, rows } of next.crews) {
    const open = rows.map(
      ({ runs, planted }) => runs.reduce((sum, n, i) => sum + (i % 2 ? n : 0), 0) - planted,
    );
    const all = open.reduce((a, b) => a + b, 0);
    assert.ok(all - open.at(-1)! < rate, 'the last row is the one in which the day ends');
  }
  const species = next.layout.parameters.mix.length;
  const plenty = Array.from({ length: species }, (_, s) => ({
    ...{ lot: `l${s}`, species: s, onHand: 9000, perBox: 100, weight: 0.06 },
  }));
  const { bagUps, short } = carryPlan(next.crews, plenty, species);
  assert.deepEqual(short, new Array<number>(species).fill(0));
  assert.ok(bagUps.every(({ trees }) => trees.every(({ count }) => Number.isInteger(count))));
  const bagged = bagUps.reduce((sum, { trees }) => sum + trees.reduce((n, t) => n + t.count, 0), 0);
  assert.equal(
    bagged,
    wantedOf(next.crews, species).reduce((a, b) => a + b, 0),
  );
});

test('a label is a page of PDF for each lot', async () => {
  const card = (await store.species.findByPk(speciesId, { raw: true }))!;
  const label = (id: string) => ({
    ...{ block: 'Silt Margin', code: '51', shortCode: shortCode(id), species: card, age: 'plug' },
    ...{ address: `http://127.0.0.1/lot/${shortCode(id)}`, nursery: 'A', provenance: '' },
    ...{ received: 40, perBox: 20 },
  });
  const pdf = await labelSheet([label(uuid()), label(uuid())]);
  assert.equal(pdf.subarray(0, 5).toString(), '%PDF-');
  assert.equal(pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length, 2);
});

test('an audit names lots and planters of its own block only', async () => {
  const audit = (more: object) => ({
    ...event(),
    ...{ blockId, seen: { moist: 'kept', shade: 'broken' }, note: '' },
    ...more,
  });
  await setting.done('checker', 'stock.audit', audit({}));
  const elsewhere = (await store.lot.findOne({
    where: { blockId: setting.blocks['Haul Flat'].id },
  }))!;
  const refuse = (more: object, status: number, why: RegExp) =>
    setting.refused('checker', 'stock.audit', audit(more), status, why);
  await refuse({ lotId: elsewhere.id }, 409, /no such lot on Silt Margin/);
  await refuse({ planterId: uuid() }, 409, /no such planter/);
  await refuse({ seen: {} }, 400, /at least one habit/);
  await refuse({ seen: { moist: 'perhaps' } }, 400, /kept or broken/);
  await setting.refused('planter', 'stock.audit', audit({}), 403, /./);
});

test('a look is corrected or taken back by another, and is gone from every figure', async () => {
  const audit = (more: object) => ({
    ...event(),
    ...{ blockId, seen: { moist: 'broken' }, note: '', planterId: null, lotId: null },
    ...more,
  });
  const looks = async () => (await setting.facts()).of(looksFact, blockId);
  const before = (await looks()).length;
  const wrong = audit({});
  await setting.done('checker', 'stock.audit', wrong);
  assert.equal((await looks()).length, before + 1);
  assert.equal((await looks())[0].author, setting.people.checker.name);
  const back = audit({ seen: {}, corrects: wrong.id });
  await setting.done('leader', 'stock.audit', back);
  assert.equal((await setting.done('leader', 'stock.audit', back)).already, true);
  assert.equal((await looks()).length, before);
  const elsewhere = { ...audit({}), blockId: setting.blocks['Haul Flat'].id };
  await setting.done('checker', 'stock.audit', elsewhere);
  await setting.refused(
    ...(['leader', 'stock.audit', audit({ seen: {}, corrects: elsewhere.id }), 409] as const),
    /no such look/,
  );
  await setting.refused('leader', 'stock.audit', audit({ corrects: uuid() }), 409, /no such look/);
});

test('what may be done to a root is the leader’s, for the whole site, and nobody overwrites it unseen', async () => {
  const siteId = setting.site.id;
  const rules = { keep: 0.25, mostCut: 0.2, clearance: 0.02, twist: 2, cutSeconds: 9 };
  const read = async () => (await setting.facts()).of(rootRulesFact);
  const usual = await read();
  assert.deepEqual([usual.keep, usual.twist, usual.edition], [0.2, 1.5, 0]);
  const send = (more: object, who: 'leader' | 'checker' | 'stranger' = 'leader') =>
    setting.send(who, 'stock.rootRules', { siteId, ...rules, edition: 0, ...more });
  assert.equal((await send({}, 'checker')).status, 403);
  assert.equal((await send({}, 'stranger')).status, 404);
  assert.equal((await send({ twist: 0.5 })).status, 400);
  assert.equal((await send({ keep: 0 })).status, 400);
  assert.equal((await send({})).status, 200);
  assert.deepEqual(await read(), { ...rules, mayTrim: true, edition: 1 });
  assert.equal((await send({ keep: 0.3, edition: 0 })).status, 409, 'somebody saved meanwhile');
  assert.equal((await send({ keep: 0.3, edition: 1 })).status, 200);
  assert.equal((await read()).keep, 0.3);
});
