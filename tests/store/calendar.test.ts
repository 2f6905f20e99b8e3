import assert from 'node:assert/strict';
import { words } from '../../src/lib/words';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { dayBounds, dayOf } from '../../core/say/day';
import { feedHash } from '../../src/lib/rooms/calendar/commands.server';
import { blocksToPlant, toPlant, windowEnd } from '../../src/lib/rooms/calendar/supply.server';
import { calendarOf, tasksOf } from '../../src/lib/rooms/calendar/tasks.server';
import { plantableDays, weatherOf, windowsOf } from '../../src/lib/rooms/calendar/windows.server';
import { billOf } from '../../src/lib/rooms/calendar/year.server';
import { ratesOf } from '../../src/lib/rooms/crew/rates.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import type { SiteRow } from '../../src/lib/rooms/people/tables.server';
import { Reader } from '../../src/lib/server/reader';
import { airAt, airForRoots } from '../../src/lib/server/station';
import type { Store } from '../../src/lib/store';
import { bestStretch, hindrances, weekOf } from '../../core/calendar/windows';
import { plantsWithWater } from '../../core/method/method';
import { layoutsFact } from '../../src/lib/rooms/rows/facts.server';
import { methodOfBlock } from '../../src/lib/rooms/method/facts.server';
import { sprayingOf } from '../../src/lib/rooms/calendar/spraying.server';
import { Facts } from '../../src/lib/server/facts';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let siteId: string;
let today: string;
before(async () => {
  setting = await demoSetting('calendar');
  store = setting.store;
  siteId = setting.site.id;
  today = dayOf(Date.now(), setting.site.zone);
});
after(() => store.sequelize.close());
const blockNow = async (name: string) =>
  (await store.block.findByPk(setting.blocks[name].id))!.get() as BlockRow;

test('weather is taken over day by day, a later file over an earlier; what is to come is refused', async () => {
  const days = (highest: number) => [
    { day: addTo(today, { days: -1500 }), lowest: 1, highest, rain: 0 },
    { day: addTo(today, { days: -1499 }), lowest: 1, highest, rain: 2 },
  ];
  await setting.done('checker', 'calendar.weather', { siteId, days: days(5) });
  await setting.done('checker', 'calendar.weather', { siteId, days: days(9) });
  const stored = await store.weatherDay.findAll({ where: { siteId, day: days(9)[0].day } });
  assert.deepEqual(
    stored.map(({ highest, humidity }) => [highest, humidity]),
    [[9, null]],
  );
  const ahead = [{ day: addTo(today, { days: 2 }), lowest: 1, highest: 5, rain: 0 }];
  const refuse = (who: 'leader' | 'viewer' | 'stranger', status: number, why: RegExp) =>
    setting.refused(who, 'calendar.weather', { siteId, days: ahead }, status, why);
  await refuse('leader', 409, /still to come/);
  await refuse('viewer', 403, /./);
  await refuse('stranger', 404, /./);
  const windows = await windowsOf(await setting.facts());
  assert.equal(windows.source, 'file');
  assert.equal(windows.weeks['bare-root'].length, 52);
});

test('a real station’s reading of the last hour is the air of the moment, an old one is not', async () => {
  const at = Date.now() - 20 * 60_000;
  const hour = { at, temperature: 31, humidity: 0.21, wind: 9 };
  await setting.done('checker', 'calendar.hours', { siteId, hours: [hour] });
  assert.equal((await airAt(await setting.facts()))!.now.temperature, 31);
  // At three past midnight the reading of a quarter to twelve is still the air of the moment.
  // It is a midnight that is past, for the reading above may itself be of this one.
  const before = dayOf(Date.now() - 86_400_000, setting.site.zone);
  const [midnight] = dayBounds(before, setting.site.zone);
  const evening = { at: midnight - 15 * 60_000, temperature: 17.5, humidity: 0.4, wind: 2 };
  await setting.done('checker', 'calendar.hours', { siteId, hours: [evening] });
  const night = await airForRoots(new Reader(store), setting.site, midnight + 3 * 60_000);
  assert.deepEqual([night.temperature, night.hour], [17.5, 23.75]);
  const later = await airForRoots(new Reader(store), setting.site, at + 3 * 3_600_000);
  assert.notEqual(later.temperature, 31);
  await setting.refused(
    'leader',
    'calendar.hours',
    { siteId, hours: [{ ...hour, at: Date.now() + 3_600_000 }] },
    409,
    /lies in the future/,
  );
});

test('without weather a typical year is used, without that the season of the trade', async () => {
  const other = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!.get() as SiteRow;
  assert.equal((await windowsOf(await setting.facts(other))).source, 'regime');
  const month = { lowest: 2, highest: 9, rain: 60, rainDays: 12 };
  const months = Array.from({ length: 12 }, () => month);
  const command = 'calendar.typicalYear';
  await setting.done('stranger', command, { siteId: other.id, regime: 'monsoon', months });
  const saved = (await store.site.findByPk(other.id))!.get() as SiteRow;
  const windows = await windowsOf(await setting.facts(saved));
  assert.equal(windows.source, 'table');
  assert.ok(windows.weeks.container.every(({ share }) => share > 0.5));
  const short = { siteId: other.id, regime: 'monsoon', months: months.slice(1) };
  await setting.refused('stranger', command, short, 400, /./);
});

test('a private address serves the tasks until it is closed or replaced', async () => {
  const first = String((await setting.done('viewer', 'calendar.feed', { siteId })).token);
  const second = String((await setting.done('viewer', 'calendar.feed', { siteId })).token);
  assert.equal(await store.calendarFeed.findByPk(feedHash(first)), null, 'the old one is closed');
  const kept = await store.calendarFeed.findByPk(feedHash(second));
  assert.equal(kept!.siteId, siteId);
  assert.ok(!JSON.stringify(kept).includes(second), 'the address itself is not kept');
  await setting.done('viewer', 'calendar.dropFeed', { siteId });
  assert.equal(await store.calendarFeed.count(), 0);
  await setting.refused('stranger', 'calendar.feed', { siteId }, 404, /./);
});

test('a calendar’s sequence rises with whatever moves its days, be it entered elsewhere', async () => {
  const block = await blockNow('Silt Margin');
  const sequence = async () => {
    const facts = await setting.facts();
    return (await calendarOf(facts, [await blockNow('Silt Margin')]))[0].sequence;
  };
  let before = await sequence();
  const rises = async (what: string, change: () => Promise<unknown>) => {
    await change();
    const after = await sequence();
    assert.ok(after > before, what);
    before = after;
  };
  assert.equal(await sequence(), before, 'nothing changed');
  await rises('a task moved', () =>
    setting.done('leader', 'calendar.task', {
      ...{ ...event(), blockId: block.id, task: 'receive', kind: 'moved', day: '2027-01-05' },
    }),
  );
  const card = (await store.species.findOne({ where: { siteId } }))!;
  await rises('an order is placed', () =>
    setting.done('leader', 'stock.order', {
      ...{ id: uuid(), blockId: block.id, speciesId: card.id, nursery: 'Far Beds', count: 200 },
      ...{ pack: 40, state: 'asked' },
    }),
  );
  await rises('the method asks for another task', () =>
    setting.done('leader', 'method.save', {
      ...{ blockId: block.id, conditions: block.conditions, method: { waterAt: 'eight' } },
    }),
  );
  const other = await setting.facts();
  // Days move with the day itself, too.
  const tomorrow = new Facts(store, setting.site, other.marks, other.now + 86_400_000);
  const [moved] = await calendarOf(tomorrow, [await blockNow('Silt Margin')]);
  assert.equal(moved.sequence, before + 1);
  assert.ok(
    other.changesOf(setting.blocks['Ridge Screen'].id) < other.changesOf(block.id),
    'another block’s changes are its own',
  );
});

test('a spraying is an event: once, by whoever may, cancelled by another, never changed', async () => {
  const product = (await store.product.findOne({ where: { siteId } }))!;
  const spraying = {
    ...event(),
    ...{ blockId: setting.blocks['North Bench'].id, productId: product.id, day: today },
    ...{ area: 1200, litres: 0.5, wind: 2, lotNumber: 'L-7', operator: 'Checker', note: '' },
  };
  await setting.done('checker', 'calendar.sprayed', spraying);
  const again = await setting.done('checker', 'calendar.sprayed', spraying);
  assert.equal(again.already, true);
  await setting.refused('planter', 'calendar.sprayed', { ...spraying, ...event() }, 403, /./);
  const tomorrow = { ...spraying, ...event(), day: addTo(today, { days: 1 }) };
  await setting.refused('checker', 'calendar.sprayed', tomorrow, 409, /still to come/);
  const back = { ...spraying, ...event(), corrects: spraying.id };
  // It is taken back where it was entered, and what takes it back is not taken back itself.
  const elsewhere = setting.blocks['Haul Flat'].id;
  const wrong = { ...back, ...event(), blockId: elsewhere };
  await setting.refused('checker', 'calendar.sprayed', wrong, 409, /not on this block/);
  await setting.done('checker', 'calendar.sprayed', back);
  const also = { ...back, ...event() };
  assert.equal((await setting.done('leader', 'calendar.sprayed', also)).already, true);
  assert.equal(await store.spraying.count({ where: { corrects: spraying.id } }), 1);
  const twice = { ...back, ...event(), corrects: back.id };
  await setting.refused('checker', 'calendar.sprayed', twice, 409, /not on this block/);
  await assert.rejects(
    store.sequelize.query(`UPDATE spraying SET litres = 9 WHERE id = '${spraying.id}'`),
  );
  const badDose = {
    ...{ id: uuid(), siteId, name: 'x', dose: { kind: 'mix', share: 2 }, water: 200 },
    ...{ rainfast: 6, beforePlanting: 1 },
  };
  await setting.refused('leader', 'calendar.product', badDose, 400, /rate/);
});

test('the server holds a spraying to its label, and takes what was done all the same, said so', async () => {
  const productId = uuid();
  await setting.done('leader', 'calendar.product', {
    ...{ id: productId, siteId, name: 'Ring', water: 200, rainfast: 1, beforePlanting: 0 },
    ...{ dose: { kind: 'area', litresPerHectare: 4 }, timesAYear: 1, litresAYear: null },
    actives: [{ name: 'Ringamide', grams: 400, limit: 3000 }],
  });
  const block = setting.blocks['North Bench'];
  const spraying = (more: object = {}) => ({
    ...event(),
    ...{ blockId: block.id, productId, day: today, area: 2500, litres: 1, wind: 2 },
    ...{ lotNumber: '', operator: 'Checker', note: '', ...more },
  });
  const refuse = (more: object, why: RegExp) =>
    setting.refused('checker', 'calendar.sprayed', spraying(more), 409, why);
  await refuse({ litres: 2 }, /8\.0 L\/ha was used; the label’s rate is 4\.0/);
  const first = spraying({ sprayedRows: [1, 2, 3] });
  await setting.done('checker', 'calendar.sprayed', first);
  assert.equal((await setting.done('checker', 'calendar.sprayed', first)).already, true);
  await setting.done('checker', 'calendar.sprayed', spraying({ sprayedRows: [4, 5] }));
  await refuse({ sprayedRows: [3] }, /once in \d{4} already/);
  await refuse({}, /already; the label allows 1/);
  // Another product with the same active ingredient owes for it too.
  const other = uuid();
  await setting.done('leader', 'calendar.product', {
    ...{ id: other, siteId, name: 'Grains', water: 1, rainfast: 0, beforePlanting: 0 },
    ...{ dose: { kind: 'granules', kilogramsPerHectare: 60 } },
    actives: [{ name: 'ringamide', grams: 40, limit: 3000 }],
  });
  await refuse({ productId: other, litres: 15 }, /ringamide: 5\.60 kg\/ha in \d{4}.*3\.00/);
  const known = spraying({ sprayedRows: [3], knowing: true });
  await setting.done('checker', 'calendar.sprayed', known);
  const kept = (await store.spraying.findByPk(known.id))!;
  assert.equal(Boolean(kept.knowing), true);
  // Cancelled, it owes nothing any more.
  await setting.done('checker', 'calendar.sprayed', { ...known, ...event(), corrects: known.id });
  await setting.done('checker', 'calendar.sprayed', {
    ...first,
    ...event(),
    corrects: first.id,
  });
  await setting.done('checker', 'calendar.sprayed', spraying({ sprayedRows: [3] }));
  const wrong = { ...spraying(), sprayedRows: [0] };
  await setting.refused('checker', 'calendar.sprayed', wrong, 400, /at least 1/);
});

test('terms of the year change what it costs; what is not known in them is refused', async () => {
  const before = await billOf(await setting.facts(), await blockNow('Silt Margin'));
  const guards = before.bill.lines.find(({ key }) => key === 'guards')!;
  assert.ok(guards.needed.value === before.ground.trees && guards.cost! > 0);
  const blockId = setting.blocks['Silt Margin'].id;
  const { conditions, method } = await blockNow('Silt Margin');
  const fenced = { ...method, browse: 'fence' };
  await setting.done('leader', 'method.save', { blockId, conditions, method: fenced });
  const tasks = await tasksOf(await setting.facts(), await blockNow('Silt Margin'));
  assert.ok(tasks.some(({ key }) => key === 'fence'));
  const after = await billOf(await setting.facts(), await blockNow('Silt Margin'));
  assert.ok(!after.bill.lines.some(({ key }) => key === 'guards'));
  assert.ok(after.bill.lines.some(({ key }) => key === 'fence'));
  assert.equal(after.currency, 'EUR', 'what was not sent stays');
  const refuse = (terms: object, why: RegExp) =>
    setting.refused('leader', 'calendar.terms', { blockId, terms }, 400, why);
  await refuse({ materials: { gold: { price: 1, pack: 1, onHand: 0, costShare: 0 } } }, /gold/);
  await refuse(
    { finish: { absence: 2, breakdown: 0, saturday: true, keeps: 3 } },
    /Away on so many days: 200.% was found/,
  );
  const waits = { tasks: { receive: { needs: ['set-out'] }, 'set-out': { needs: ['receive'] } } };
  await setting.refused(
    'leader',
    'calendar.terms',
    { blockId, terms: waits },
    409,
    /wait for one another/,
  );
  const backwards = { tasks: { 'set-out': { needs: ['check-rows'] } } };
  await setting.refused(
    'leader',
    'calendar.terms',
    { blockId, terms: backwards },
    409,
    /wait for one/,
  );
  await setting.done('leader', 'calendar.terms', {
    blockId,
    terms: { tasks: { receive: { needs: ['order', 'set-out'] } } },
  });
  await setting.refused('checker', 'calendar.terms', { blockId, terms: {} }, 403, /./);
  await setting.done('leader', 'calendar.phase', { blockId, phase: 'Year two' });
  assert.equal((await blockNow('Silt Margin')).phase, 'Year two');
});

test('a task of the leader’s own is hung up, moved, ticked off and taken off; nobody else’s key is taken', async () => {
  const block = await blockNow('Silt Margin');
  const key = `own-${uuid()}`;
  const task = { key, label: 'cut the hedge', lead: 40, duration: 2, reason: '', cost: 300 };
  const terms = (own: object[], edition: number) => ({
    blockId: block.id,
    terms: { own },
    edition,
  });
  const { edition } = await setting.done(
    'leader',
    'calendar.terms',
    terms([task], block.termsEdition),
  );
  const find = async () =>
    (await tasksOf(await setting.facts(), await blockNow('Silt Margin'))).find(
      (entry) => entry.key === key,
    );
  const before = await billOf(await setting.facts(), await blockNow('Silt Margin'));
  assert.ok(
    before.bill.lines.some(({ label, cost }) => words(label) === 'cut the hedge' && cost === 300),
  );
  assert.equal((await find())!.finish, addTo(block.plantingDay!, { days: -40 }));
  const say = (kind: string, day: string | null, who: 'leader' | 'checker' = 'leader') =>
    setting.done(who, 'calendar.task', { ...event(), blockId: block.id, task: key, kind, day });
  await say('moved', addTo(today, { days: 3 }));
  assert.equal((await find())!.finish, addTo(today, { days: 3 }));
  await say('done', today, 'checker');
  assert.equal((await find())!.state, 'done');
  for (const other of [`own-${uuid()}`, `${key}.2`])
    await setting.refused(
      'leader',
      'calendar.task',
      { ...event(), blockId: block.id, task: other, kind: 'done', day: today },
      409,
      /no such task/,
    );
  for (const kind of ['moved', 'done'])
    await setting.refused(
      'leader',
      'calendar.task',
      { ...event(), blockId: block.id, task: key, kind, day: null },
      409,
      /Give the day/,
    );
  await setting.refused(
    'leader',
    'calendar.task',
    { ...event(), blockId: block.id, task: 'nonsense', kind: 'done', day: today },
    400,
    /is no task/,
  );
  await setting.refused(
    'leader',
    'calendar.terms',
    terms([{ ...task, key: 'plant' }], Number(edition)),
    400,
    /proper id/,
  );
  await setting.refused('checker', 'calendar.terms', terms([], Number(edition)), 403, /./);
  await setting.done('leader', 'calendar.terms', terms([], Number(edition)));
  assert.equal(await find(), undefined);
});

test('works that soils ask for hang on the string and stand on the bill until the leader says otherwise', async () => {
  const { id: blockId, termsEdition } = await blockNow('Silt Margin');
  const look = async () => {
    const facts = await setting.facts();
    const block = await blockNow('Silt Margin');
    const [tasks, { bill, ground }] = await Promise.all([
      tasksOf(facts, block),
      billOf(facts, block),
    ]);
    const units = (key: string) => bill.lines.find((line) => line.key === key)?.needed.value ?? 0;
    return { keys: new Set(tasks.map(({ key }) => key)), units, ground };
  };
  const before = await look();
  assert.ok(before.keys.has('loosen-spots'), 'the demo’s margin is clay');
  const inClay = before.ground.zones
    .filter(({ soil }) => soil.texture === 'clay')
    .reduce((sum, { trees }) => sum + trees, 0);
  assert.ok(inClay > 0 && inClay <= before.ground.trees);
  assert.ok(Math.abs(before.units('loosening') - (inClay * 90) / 3600) < 1e-9);
  const terraces = { width: 1.5, inwardFall: 0.3, stepEvery: 10, stepLength: 0.5 };
  const works = {
    chosen: { loosening: false, 'cost-share': true },
    terraces: { ...terraces, slope: 0.2, after: true },
    drains: 80,
    string: 50,
  };
  const sent = { blockId, terms: { works }, edition: termsEdition };
  await setting.done('leader', 'calendar.terms', sent);
  const after = await look();
  for (const key of ['terraces-after', 'drains', 'cost-share']) assert.ok(after.keys.has(key), key);
  for (const key of ['loosen-spots', 'terraces']) assert.ok(!after.keys.has(key), key);
  assert.equal(after.units('pipe'), 80);
  assert.equal(after.units('loosening'), 0);
  assert.ok(after.units('terracing') > 0);
  const refuse = (wrong: object, why: RegExp) =>
    setting.refused('leader', 'calendar.terms', { blockId, terms: { works: wrong } }, 400, why);
  // Each measure may be, both together make no terrace: no page may ever have to count with them.
  const { termsEdition: now } = await blockNow('Silt Margin');
  const no = { ...terraces, inwardFall: 5, slope: 0.2, after: false };
  await setting.refused(
    'leader',
    'calendar.terms',
    { blockId, terms: { works: { terraces: no } }, edition: now },
    409,
    /./,
  );
  assert.equal((await look()).units('pipe'), 80, 'what stood before stands');
  await refuse({ string: 2 }, /at least 5/);
  await refuse({ chosen: { dancing: true } }, /dancing/);
  await refuse({ pits: { length: 9, width: 1, depth: 1, topsoil: 0, proud: 0 } }, /at most 3/);
  const { termsEdition: edition } = await blockNow('Silt Margin');
  await setting.done('leader', 'calendar.terms', { blockId, terms: { works: {} }, edition });
});

test('a task and what hangs on it move in one go or not at all; sent twice they move once', async () => {
  const block = await blockNow('Silt Margin');
  const other = await blockNow('Haul Flat');
  const move = (blockId: string, task: string, days: number) => ({
    ...{ id: uuid(), blockId, task },
    day: addTo(today, { days }),
  });
  const { at, device } = event();
  const moves = [
    move(other.id, 'count-1', 200),
    move(block.id, 'set-out', 20),
    move(block.id, 'receive', 22),
  ];
  const days = async () => {
    const facts = await setting.facts();
    const of = async (name: string, key: string) =>
      (await tasksOf(facts, await blockNow(name))).find((task) => task.key === key)?.finish;
    return [await of('Silt Margin', 'set-out'), await of('Silt Margin', 'receive')];
  };
  const kept = await days();
  await setting.refused(
    'leader',
    'calendar.moves',
    { at, device, moves: [...moves, move(block.id, `own-${uuid()}`, 5)] },
    409,
    /no such task/,
  );
  assert.deepEqual(await days(), kept, 'none of them');
  await setting.refused('checker', 'calendar.moves', { at, device, moves }, 403, /./);
  await setting.refused('stranger', 'calendar.moves', { at, device, moves }, 404, /./);
  await setting.done('leader', 'calendar.moves', { at, device, moves });
  assert.deepEqual(await days(), [moves[1].day, moves[2].day]);
  const again = await setting.done('leader', 'calendar.moves', { at, device, moves });
  assert.equal(again.already, true);
});

test('what the order, the tallies and the count show done is done in the calendar, and can be denied', async () => {
  const states = async (name: string) =>
    new Map(
      (await tasksOf(await setting.facts(), await blockNow(name))).map((task) => [task.key, task]),
    );
  const planted = await states('North Bench');
  assert.equal(planted.get('plant')!.state, 'done');
  assert.equal(planted.get('order')!.state, 'done');
  assert.ok(planted.get('plant')!.duration < 30, 'it lasted until its last tree');
  const plant = planted.get('plant')!;
  assert.ok(plant.elsewhere === 'crew' || plant.doneBy, 'by the tallies, or ticked by somebody');
  const growing = await states('Haul Flat');
  assert.equal(growing.get('order')!.state, 'done', 'trees stand, so stock was ordered');
  assert.notEqual(growing.get('plant')!.state, 'done');
  assert.ok(growing.get('plant')!.daysLeft! >= 1);
  const { id: blockId } = await blockNow('Haul Flat');
  await setting.done('leader', 'calendar.task', {
    ...event(),
    ...{ blockId, task: 'order', kind: 'undone', day: null },
  });
  // What was ticked off before that and comes in after it changes nothing.
  await setting.done('leader', 'calendar.task', {
    ...event(),
    at: new Date(Date.now() - 3_600_000).toISOString(),
    ...{ blockId, task: 'order', kind: 'done', day: today },
  });
  const denied = (await states('Haul Flat')).get('order')!;
  assert.deepEqual([denied.elsewhere, denied.doneOn ?? null], [undefined, null]);
  assert.notEqual(denied.state, 'done');
});

test('what is left to plant of a block: until when, with which stock, promised by whom', async () => {
  const facts = await setting.facts();
  const block = await blockNow('Silt Margin');
  const withUntil = (until?: string): BlockRow => ({
    ...block,
    plantingDay: addTo(today, { days: 40 }),
    calendarTerms: {
      ...block.calendarTerms,
      finish: { until, absence: 0, breakdown: 0, saturday: false, keeps: 6 },
    },
  });
  const plain = await toPlant(facts, withUntil());
  assert.equal(plain.from, addTo(today, { days: 40 }), 'nothing goes in before its day');
  assert.equal(plain.until, await windowEnd(facts, withUntil(), plain.from));
  // A window is over on the last day of its last week, half a year ahead at most.
  const { weeks } = await windowsOf(facts, plantsWithWater(methodOfBlock(block)));
  const [, last] = bestStretch(weeks[block.conditions.stock])!;
  for (const day of [plain.from, today, addTo(today, { days: 140 })]) {
    const on = (last - weekOf(day) + 104) % 52;
    const end = addTo(day, { days: Math.min(180, 7 * on + 6) });
    assert.equal(await windowEnd(facts, block, day), end);
  }
  // The leader's own last day holds while it lies ahead; one of a season that is over is forgotten.
  const [ahead, over] = [addTo(plain.from, { days: 9 }), addTo(plain.from, { days: -1 })];
  assert.equal((await toPlant(facts, withUntil(ahead))).until, ahead);
  assert.equal(
    (await toPlant(facts, withUntil(plain.from))).until,
    plain.from,
    'a window of a day',
  );
  assert.equal((await toPlant(facts, withUntil(over))).until, plain.until);
  // What was to be planted last month is planted from today on.
  const late = { ...withUntil(), plantingDay: addTo(today, { days: -30 }) };
  assert.equal((await toPlant(facts, late)).from, today);
  // Stock counts up to the places there are; what is promised for days gone by does not come any more.
  assert.ok(plain.trees > 0);
  assert.ok(
    plain.onHand + plain.deliveries.reduce((sum, { trees }) => sum + trees, 0) <= plain.trees,
  );
  assert.ok(plain.deliveries.every(({ day }) => day >= today));
});

test('a delivery that came before its day is not counted twice', async () => {
  const block = await blockNow('Silt Margin');
  const [layout] = await (await setting.facts()).of(layoutsFact, block.id);
  const speciesId = layout.parameters.mix[0].species;
  const soon = addTo(today, { days: 12 });
  const stock = async () => {
    const { onHand, deliveries } = await toPlant(await setting.facts(), block);
    return { onHand, promised: deliveries.find(({ day }) => day === soon)?.trees ?? 0 };
  };
  const before = await stock();
  const lineId = uuid();
  await setting.done('leader', 'stock.order', {
    ...{ id: lineId, blockId: block.id, speciesId, nursery: 'Early Beds', count: 40, pack: 10 },
    ...{ state: 'confirmed', confirmed: 30, deliverOn: soon, edition: 0 },
  });
  assert.deepEqual(await stock(), { ...before, promised: before.promised + 30 });
  const lot = { id: uuid(), blockId: block.id, speciesId, code: 'E-1', nursery: 'Early Beds' };
  await setting.done('leader', 'stock.lot', { ...lot, age: '1+1', orderId: lineId });
  const receive = (count: number) =>
    setting.done('leader', 'stock.record', {
      ...{ ...event(), lotId: lot.id, kind: 'receive', count, planterId: null, placeId: null },
      ...{ toId: null, corrects: null, closes: null, note: '' },
    });
  await receive(20);
  assert.deepEqual(await stock(), { onHand: before.onHand + 20, promised: before.promised + 10 });
  await receive(12);
  assert.deepEqual(await stock(), { onHand: before.onHand + 32, promised: before.promised });
});

test('blocks that share the hands come with it, those of another year do not', async () => {
  const facts = await setting.facts();
  const own = await toPlant(facts, await blockNow('Silt Margin'));
  const together = await blocksToPlant(facts, own);
  assert.equal(together[0], own);
  assert.equal(new Set(together.map(({ id }) => id)).size, together.length);
  for (const { name, trees, from } of together.slice(1)) {
    assert.ok(trees > 0, `${name} is planted already`);
    assert.ok(from <= addTo(own.from, { days: 330 }), `${name} begins on ${from}`);
  }
  // A block whose turn is two years away waits for nobody of this season.
  const early = { ...own, from: addTo(today, { days: -900 }) };
  assert.deepEqual(await blocksToPlant(facts, early), [early]);
});

test('planting lasts as long as the hands that are kept for it need, and as the crew’s own where none are', async () => {
  const facts = await setting.facts();
  const block = await blockNow('Haul Flat');
  const { crew, day } = await ratesOf(facts, block.id);
  const lasts = async (finish: object, edition: number) =>
    (
      await tasksOf(facts, {
        ...{ ...block, plantingDay: addTo(today, { days: 40 }), termsEdition: edition },
        calendarTerms: {
          ...block.calendarTerms,
          finish: { absence: 0, breakdown: 0, saturday: true, keeps: 6, ...finish },
        },
      })
    ).find(({ key }) => key === 'plant')!.duration;
  // Half the hands need longer, whichever of the two figures halves them; the other follows the crew.
  const whole = await lasts({ planters: crew, rate: day.trees }, 900);
  assert.equal(await lasts({ planters: crew }, 901), whole);
  assert.equal(await lasts({ rate: day.trees }, 902), whole);
  const slow = await lasts({ planters: 1 }, 903);
  assert.ok(slow > 2 * whole, `${slow} days of one, ${whole} of ${crew}`);
  assert.equal(await lasts({ rate: day.trees / crew }, 904), slow);
});

test('days that can be planted are those nothing hinders; water with the tree makes dry ground one of them', async () => {
  const { id } = setting.site;
  await setting.done('leader', 'calendar.weather', {
    siteId: id,
    // Ten wet weeks, then no rain: the ground dries while the air stays fit for planting.
    days: Array.from({ length: 340 }, (_, i) => ({
      ...{ day: addTo(today, { days: i - 345 }), lowest: 3, highest: 8 },
      ...{ rain: i < 70 ? 2 : 0, humidity: 0.7, wind: 2 },
    })),
  });
  const facts = await setting.facts();
  const { days, source } = await weatherOf(facts);
  assert.equal(source, 'file');
  const shares = async (watered: boolean) =>
    (await plantableDays(facts, 'container', watered)).map(({ day, share }) => [day, share]);
  const { latitude } = facts.site;
  for (const watered of [false, true]) {
    const found = hindrances(days, 'container', latitude, watered);
    assert.deepEqual(
      await shares(watered),
      days.map(({ day }, i) => [day, found[i] === undefined ? 1 : 0]),
    );
  }
  const sum = (list: (string | number)[][]) => list.reduce((a, [, share]) => a + Number(share), 0);
  assert.ok(sum(await shares(true)) > sum(await shares(false)), 'dry ground is no hindrance');
});

test('what there is to spray is the share that the method sprays, and what was sprayed has its product’s name', async () => {
  const { store: open } = setting;
  const name = 'North Bench';
  const block = await blockNow(name);
  const spray = async (productId: string, more: object = {}) => {
    const given = {
      ...{ ...event(), blockId: block.id, productId, day: today, area: 900, litres: 0.4 },
      ...{ wind: 2, operator: 'Test Operator', knowing: true, ...more },
    };
    await setting.done('checker', 'calendar.sprayed', given);
    return given.id;
  };
  const product = (dose: object, label: string) => ({
    ...{ id: uuid(), siteId, name: label, dose, water: 200, rainfast: 0, beforePlanting: 0 },
  });
  const [liquid, grains] = [
    product({ kind: 'area', litresPerHectare: 2 }, 'Test liquid'),
    product({ kind: 'granules', kilogramsPerHectare: 20 }, 'Test grains'),
  ];
  for (const one of [liquid, grains]) await setting.done('leader', 'calendar.product', one);
  const [first, second] = [await spray(liquid.id), await spray(grains.id)];
  const said = async () => sprayingOf(await setting.facts(), await blockNow(name));
  const all = await said();
  const of = (id: string) => all.sprayed.find((row) => row.id === id)!;
  assert.deepEqual([of(first).product, of(first).granules], ['Test liquid', false]);
  assert.deepEqual([of(second).product, of(second).granules], ['Test grains', true]);
  const metres = all.rows.reduce((sum, row) => sum + row.metres, 0);
  const laid = (await open.layout.findOne({ where: { blockId: block.id, state: 'released' } }))!;
  assert.deepEqual([all.share, all.ground.trees], [1, laid.trees]);
  assert.ok(Math.abs(all.ground.metres - metres) < 1e-6 && metres > laid.trees, String(metres));
  // Bare roots are scalped instead: what is left to spray is the rest.
  const cards = await open.species.findAll({ where: { siteId }, raw: true });
  const bare = laid.parameters.mix.reduce(
    (sum, { species }, i) =>
      cards.find(({ id }) => id === species)!.stock === 'bare-root'
        ? sum + laid.speciesCounts[i]
        : sum,
    0,
  );
  const scalped = { clear: 'scalp', keep: 'none' };
  await open.block.update(
    { differences: [{ scope: { by: 'stock', stock: 'bare-root' }, method: scalped }] },
    { where: { id: block.id } },
  );
  const rest = await said();
  const share = 1 - bare / laid.trees;
  assert.ok(Math.abs(rest.share - share) < 1e-9, `${rest.share}, not ${share}`);
  // Where nothing is sprayed the page counts for all trees, should the leader spray after all.
  assert.equal(rest.ground.trees, Math.round(laid.trees * (share || 1)));
  assert.ok(Math.abs(rest.ground.metres - metres * (share || 1)) < 1e-6);
  const treated = ({ plan }: typeof rest) => plan!.plan.area.value;
  assert.ok(Math.abs(treated(rest) / treated(all) - (share || 1)) < 1e-9);
  await open.block.update({ differences: [] }, { where: { id: block.id } });
});
