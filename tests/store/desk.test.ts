import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { dayBounds } from '../../core/say/day';
import { paySheetOf } from '../../src/lib/rooms/crew/pay.server';
import { handedFact } from '../../src/lib/rooms/people/facts.server';
import { picturesFact } from '../../src/lib/rooms/stock/facts.server';
import { allProductsFact } from '../../src/lib/rooms/calendar/products.server';
import { openSession, personOf, signIn } from '../../src/lib/server/sign-in';
import { perform } from '../../src/lib/rooms/commands.server';
import type { Store } from '../../src/lib/store';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let siteId: string;
before(async () => {
  setting = await demoSetting('desk');
  store = setting.store;
  siteId = setting.site.id;
});
after(() => store.sequelize.close());

test('units, theme and language are a person’s own and nobody else’s', async () => {
  const { viewer, planter } = setting.people;
  const before = (await store.person.findByPk(planter.id))!.get();
  await setting.done('viewer', 'people.preferences', { units: 'us', theme: 'cab' });
  await setting.done('viewer', 'people.language', { language: 'pt' });
  const { units, theme, language } = (await store.person.findByPk(viewer.id))!;
  assert.deepEqual([units, theme, language], ['us', 'cab', 'pt']);
  assert.deepEqual((await store.person.findByPk(planter.id))!.get(), before);
  await setting.refused('viewer', 'people.language', { language: 'xx' }, 400, /./);
  await setting.refused('viewer', 'people.preferences', { units: 'furlongs', theme: 'day' }, 400, /./); // prettier-ignore
});

test('a new password wants the old one, and signs every other device out but this', async () => {
  const { checker } = setting.people;
  const here = await openSession(store, checker.id, 'desk');
  const lost = await openSession(store, checker.id, 'lost phone');
  const other = await openSession(store, setting.people.viewer.id, 'viewer’s');
  const person = (await personOf(store, here.token))!;
  const change = (old: string, fresh: string) =>
    perform(store, person, 'people.password', { old, fresh });
  const wrong = await change('not the old one', 'quite another password');
  assert.deepEqual([wrong.status, (wrong.body as { said: { key: string } }).said.key], [409, 'people.wrongPassword']); // prettier-ignore
  assert.ok(await personOf(store, lost.token), 'nothing has happened');
  assert.equal((await change('farrow-pit-demo', 'short')).status, 400);
  assert.equal((await change('farrow-pit-demo', 'quite another password')).status, 200);
  assert.ok(await personOf(store, here.token));
  assert.equal(await personOf(store, lost.token), undefined);
  assert.ok(await personOf(store, other.token), 'of this person alone');
  const by = (password: string) => signIn(store, checker.signIn, password, '10.2.2.2', 'desk');
  assert.ok('token' in (await by('quite another password')));
  assert.ok(!('token' in (await by('farrow-pit-demo'))));
});

test('a device is signed out by its owner and by the leader of their site, by nobody else', async () => {
  const { planter, viewer, stranger } = setting.people;
  const open = async (personId: string) => {
    const { token } = await openSession(store, personId, 'phone');
    const [row] = await store.session.findAll({ where: { personId }, order: [['madeAt', 'DESC']] });
    return { token, session: row.tokenHash.slice(0, 12) };
  };
  const mine = await open(planter.id);
  for (const who of ['viewer', 'checker'] as const)
    await setting.refused(who, 'people.revoke', { session: mine.session, siteId }, 403, /leader/);
  const elsewhere = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!.id;
  await setting.refused('stranger', 'people.revoke', { session: mine.session, siteId: elsewhere }, 409, /./); // prettier-ignore
  assert.ok(await personOf(store, mine.token));
  await setting.done('planter', 'people.revoke', { session: mine.session, siteId });
  assert.equal(await personOf(store, mine.token), undefined);
  const theirs = await open(viewer.id);
  await setting.done('leader', 'people.revoke', { session: theirs.session, siteId });
  assert.equal(await personOf(store, theirs.token), undefined);
  const foreign = await open(stranger.id);
  await setting.refused('leader', 'people.revoke', { session: foreign.session, siteId }, 409, /./);
  await setting.refused('leader', 'people.revoke', { session: '%%%%%%%%%%%%', siteId }, 400, /./);
});

test('what a phone hands over waits for the leader once, whole, and goes when it is dealt with', async () => {
  const { id: blockId } = setting.blocks['Haul Flat'];
  const word = {
    ...event(),
    ...{ siteId, blockId, command: 'crew.tally', payload: { row: 141, count: 5, note: 'ø 5' } },
    ...{ reason: 'Row 141 is full.', note: 'five over' },
  };
  await setting.done('planter', 'people.hand', word);
  assert.deepEqual(await setting.done('planter', 'people.hand', word), { ok: true, already: true });
  await setting.refused('planter', 'people.hand', { ...word, note: 'six over' }, 409, /./);
  await setting.refused('stranger', 'people.hand', { ...word, id: uuid() }, 404, /./);
  const waiting = async () =>
    (await (await setting.facts()).of(handedFact)).filter(({ id }) => id === word.id);
  const [found] = await waiting();
  assert.deepEqual(found.payload, word.payload);
  assert.deepEqual([found.reason, found.note], [word.reason, word.note]);
  assert.equal(found.author, setting.people.planter.id);
  const settle = { ...event(), handedId: word.id, note: 'set in row 142' };
  await setting.refused('checker', 'people.settle', settle, 403, /leader/);
  await setting.refused('leader', 'people.settle', { ...settle, handedId: uuid() }, 409, /./);
  await setting.done('leader', 'people.settle', settle);
  assert.deepEqual(await waiting(), []);
  const again = await setting.done('leader', 'people.settle', { ...settle, ...event() });
  assert.deepEqual(again, { ok: true, already: true });
});

test('places and tools have one name each on a site; what is taken away is away for good', async () => {
  const place = {
    ...{ id: uuid(), siteId, name: 'Shade net', kind: 'shade', coolest: 2, warmest: 12, days: 4 },
  };
  const { kind } = (await store.place.findOne({ where: { siteId } }))!.get();
  await setting.done('checker', 'stock.place', { ...place, kind });
  await setting.refused('checker', 'stock.place', { ...place, kind, id: uuid() }, 409, /Shade net/);
  await setting.done('checker', 'stock.place', { ...place, kind, days: 6 });
  const kept = (await store.place.findByPk(place.id))!.get();
  assert.deepEqual([kept.days, kept.edition], [6, 2]);
  const last = await store.place.count({ where: { siteId } });
  assert.equal(kept.position, last - 1, 'behind the others, wherever it is changed');
  const now = Date.now();
  const at = (hours: number) => now - hours * 3_600_000;
  const readings = [3, 2, 1].map((hours) => ({ at: at(hours), temperature: 4 + hours }));
  const read = (list: typeof readings) =>
    setting.done('checker', 'stock.readings', { placeId: place.id, readings: list });
  assert.equal((await read(readings)).added, 3);
  const more = [...readings, { at: at(0.5), temperature: 3 }];
  assert.equal((await read(more)).added, 1, 'the same file with a line more adds the line');
  await setting.refused('checker', 'stock.readings', { placeId: place.id, readings: [{ at: at(-30), temperature: 3 }] }, 409, /./); // prettier-ignore

  // A place entered by mistake goes; one whose temperature was read stays, and the next stands behind both.
  const mistake = { ...place, id: uuid(), kind, name: 'Shade nett' };
  await setting.done('checker', 'stock.place', mistake);
  await setting.refused('viewer', 'stock.dropPlace', { id: mistake.id }, 403, /./);
  await setting.refused('stranger', 'stock.dropPlace', { id: mistake.id }, 404, /./);
  await setting.refused('checker', 'stock.dropPlace', { id: place.id }, 409, /Shade net.*was read/);
  const other = { ...mistake, id: uuid(), name: 'Ditch' };
  await setting.done('checker', 'stock.place', other);
  await setting.done('checker', 'stock.dropPlace', { id: mistake.id });
  assert.equal(await store.place.findByPk(mistake.id), null);
  const third = { ...mistake, id: uuid(), name: 'Cellar' };
  await setting.done('checker', 'stock.place', third);
  const positions = (await store.place.findAll({ where: { siteId } })).map(
    ({ position }) => position,
  );
  assert.equal(new Set(positions).size, positions.length, positions.join());

  const tool = { id: uuid(), siteId, name: 'Long bar', kind: 'bar', depth: 0.3, width: 0.1, rate: 700 }; // prettier-ignore
  await setting.done('checker', 'stock.tool', tool);
  await setting.refused('checker', 'stock.tool', { ...tool, id: uuid() }, 409, /Long bar/);
  await setting.refused('viewer', 'stock.dropTool', { id: tool.id }, 403, /./);
  await setting.refused('stranger', 'stock.dropTool', { id: tool.id }, 404, /./);
  await setting.done('checker', 'stock.dropTool', { id: tool.id });
  assert.equal(await store.tool.findByPk(tool.id), null);
  assert.deepEqual(await setting.done('checker', 'stock.dropTool', { id: tool.id }), {
    ...{ ok: true, already: true },
  });
});

test('a card’s pictures: what is none is refused, each once, and gone when it is taken away', async () => {
  const { id: speciesId } = (await store.species.findOne({ where: { siteId } }))!.get();
  const bytes = (...list: number[]) => Buffer.from([...list, ...Array<number>(40).fill(7)]).toString('base64'); // prettier-ignore
  const picture = {
    ...{ id: uuid(), speciesId, caption: 'Bud', mime: 'image/png' },
    bytes: bytes(0x89, 0x50, 0x4e, 0x47),
  };
  const shown = async () =>
    (await (await setting.facts()).of(picturesFact)).filter(({ id }) => id === picture.id).length;
  await setting.refused('checker', 'stock.picture', { ...picture, bytes: bytes(0xff, 0xd8, 0xff) }, 409, /./); // prettier-ignore
  await setting.done('checker', 'stock.picture', picture);
  assert.deepEqual(await setting.done('checker', 'stock.picture', picture), {
    ...{ ok: true, already: true },
  });
  assert.equal(await shown(), 1);
  await setting.refused('viewer', 'stock.dropPicture', { id: picture.id }, 403, /./);
  await setting.done('checker', 'stock.dropPicture', { id: picture.id });
  assert.equal(await shown(), 0);
  const again = await setting.done('checker', 'stock.dropPicture', { id: picture.id });
  assert.deepEqual(again, { ok: true, already: true });
});

test('a product that would fill its water is refused in words; one taken away stays in what was sprayed', async () => {
  const product = {
    ...{ id: uuid(), siteId, name: 'Clear', dose: { kind: 'area', litresPerHectare: 3 } },
    ...{ water: 200, rainfast: 6, beforePlanting: 0, timesAYear: 2, litresAYear: null },
  };
  await setting.refused('checker', 'calendar.product', product, 403, /leader/);
  await setting.refused('leader', 'calendar.product', { ...product, water: 3 }, 409, /3\.0 L\/ha/);
  await setting.done('leader', 'calendar.product', product);
  const all = async () =>
    (await (await setting.facts()).of(allProductsFact)).find(({ id }) => id === product.id);
  assert.equal((await all())!.dropped, false);
  await setting.done('leader', 'calendar.dropProduct', { id: product.id });
  assert.equal((await all())!.dropped, true, 'still readable');
  await setting.done('leader', 'calendar.product', { ...product, name: 'Clear again' });
  assert.deepEqual([(await all())!.dropped, (await all())!.name], [false, 'Clear again']);
  const nothing = await setting.done('leader', 'calendar.dropProduct', { id: uuid() });
  assert.deepEqual(nothing, { ok: true, already: true });
});

test('a new rate pays from its day on, the one before up to it; a planting day moves the edition', async () => {
  const bench = setting.blocks['North Bench'];
  const days = (await store.plantedDay.findAll({ order: [['day', 'ASC']] })).map((row) =>
    row.get(),
  );
  const { planterId } = days[0];
  const own = days.filter((one) => one.planterId === planterId && one.planted > 0);
  const [first, second] = [own[0].day, own[1].day];
  const rate = (amount: number, fromDay: string, kind = 'piece') =>
    setting.done('leader', 'crew.payRate', {
      ...{ ...event(), siteId, planterId, kind, amount, fromDay },
    });
  await rate(0.5, first);
  await rate(0.75, second);
  const paid = async () =>
    (await paySheetOf(await setting.facts(), first, second))
      .filter((line) => line.planter === planterId && [first, second].includes(line.day))
      .map(({ day, trees, pay }) => [day, Math.round((pay.value / trees) * 100) / 100]);
  assert.deepEqual(await paid(), [
    [first, 0.5],
    [second, 0.75],
  ]);
  await setting.refused('checker', 'crew.payRate', { ...event(), siteId, planterId, kind: 'piece', amount: 1, fromDay: first }, 403, /leader/); // prettier-ignore

  const edition = (await store.block.findByPk(bench.id))!.termsEdition;
  await setting.done('leader', 'calendar.plantingDay', { blockId: bench.id, day: '2027-03-01' });
  const moved = (await store.block.findByPk(bench.id))!;
  assert.deepEqual([moved.plantingDay, moved.termsEdition], ['2027-03-01', edition + 1]);
  await setting.done('leader', 'survival.target', { blockId: bench.id, targetDensity: 0.11 });
  assert.equal((await store.block.findByPk(bench.id))!.targetDensity, 0.11);
  await setting.refused('checker', 'survival.target', { blockId: bench.id, targetDensity: 0.1 }, 403, /leader/); // prettier-ignore
});

test('a shift over midnight is of the day on which it began, wherever the sheet is cut', async () => {
  const { site } = setting;
  const facts = await setting.facts();
  const [first, second] = [addTo(facts.today, { days: -3 }), addTo(facts.today, { days: -2 })];
  const [midnight] = dayBounds(second, site.zone);
  const planter = (await setting.store.planter.findAll({ where: { siteId } })).at(-1)!;
  for (const [kind, hours] of [
    ['on', -2],
    ['off', 1.5],
  ] as const)
    await setting.done('leader', 'crew.clock', {
      ...{ ...event(), at: new Date(midnight + hours * 3_600_000).toISOString() },
      ...{ siteId, planterId: planter.id, kind, tool: '', corrects: null },
    });
  const hours = async (from: string, to: string) =>
    (await paySheetOf(await setting.facts(), from, to))
      .filter((line) => line.planter === planter.id && line.hours > 0)
      .map((line) => [line.day, line.hours]);
  assert.deepEqual(await hours(first, second), [[first, 3.5]]);
  assert.deepEqual(await hours(first, first), [[first, 3.5]], 'its end lies behind the sheet’s');
  assert.deepEqual(await hours(second, second), []);
});

test('a picture is what its first bytes say that it is', async () => {
  const { id: speciesId } = (await store.species.findOne({ where: { siteId } }))!.get();
  const RIFF = [0x52, 0x49, 0x46, 0x46, 9, 9, 9, 9];
  const kinds: [mime: string, bytes: number[]][] = [
    ['image/png', [0x89, 0x50, 0x4e, 0x47]],
    ['image/jpeg', [0xff, 0xd8, 0xff]],
    ['image/webp', [...RIFF, ...Buffer.from('WEBP')]],
    ['', [...RIFF, ...Buffer.from('WAVE')]],
    ['', [0x52, 0x49, 0x46, 0x47, 9, 9, 9, 9, ...Buffer.from('WEBP')]],
  ];
  for (const mime of ['image/png', 'image/jpeg', 'image/webp'])
    for (const [kind, first] of kinds) {
      const bytes = Buffer.from([...first, ...Array<number>(40).fill(7)]).toString('base64');
      const picture = { id: uuid(), speciesId, caption: '', mime, bytes };
      if (kind !== mime) {
        await setting.refused('checker', 'stock.picture', picture, 409, /no picture/);
        continue;
      }
      await setting.done('checker', 'stock.picture', picture);
      await setting.done('checker', 'stock.dropPicture', { id: picture.id });
    }
});

test('a tool is changed by its own site alone', async () => {
  const tool = (await store.tool.findOne({ where: { siteId } }))!.get();
  const { position: _position, edition, ...about } = tool;
  await setting.done('checker', 'stock.tool', { ...about, rate: 321, edition });
  const elsewhere = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!;
  await setting.refused(
    'stranger',
    'stock.tool',
    { ...about, siteId: elsewhere.id, name: 'Taken over', edition: edition + 1 },
    409,
    /./,
  );
  const kept = (await store.tool.findByPk(tool.id))!.get();
  assert.deepEqual(kept, { ...tool, rate: 321, edition: edition + 1 });
});
