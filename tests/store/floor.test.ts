import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { progressOf } from '../../core/crew/sums';
import { seededRandom } from '../../core/measure/random';
import { addTo } from '../../core/measure/dates';
import { dayBounds, dayOf } from '../../core/say/day';
import { sownDaysFact } from '../../src/lib/rooms/crew/elsewhere.server';
import { plantersFact } from '../../src/lib/rooms/crew/facts.server';
import { releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { perform } from '../../src/lib/rooms/commands.server';
import { readPlanted } from '../../src/lib/rooms/crew/sums.server';
import { blocksToPlant, toPlant } from '../../src/lib/rooms/calendar/supply.server';
import { blocksFact } from '../../src/lib/rooms/ground/facts.server';
import { morningBoard } from '../../src/lib/rooms/morning/board.server';
import { dayAccount } from '../../src/lib/rooms/stock/day-account.server';
import { lotsFact } from '../../src/lib/rooms/stock/facts.server';
import { Reader } from '../../src/lib/server/reader';
import { openSession, personOf, signIn, signInByCode } from '../../src/lib/server/sign-in';
import type { Store } from '../../src/lib/store';
import { compareSums } from '../../src/lib/store/sums';
import { words } from '../../src/lib/words';
import { waterOf } from '../../src/lib/rooms/tending/facts.server';
import { asPerson, demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let planters: { id: string; personId: string | null }[];
const HOUR = 3_600_000;

before(async () => {
  setting = await demoSetting('floor');
  store = setting.store;
  planters = (await store.planter.findAll({ order: [['position', 'ASC']] })).map((row) =>
    row.get(),
  );
});
after(() => store.sequelize.close());

const releasedOf = async (name: string) =>
  (await store.layout.findOne({
    where: { blockId: setting.blocks[name].id, state: 'released' },
  }))!;
/** A row on which nothing has been planted, and the places it has. */
async function freeRow(layoutId: string) {
  const sums = (await readPlanted(new Reader(store), [layoutId])).get(layoutId);
  const byRow = sums ? progressOf(sums).byRow : new Map<number, number>();
  const rows = await store.layoutRow.findAll({
    where: { layoutId },
    attributes: ['number', 'trees'],
  });
  return rows.find(({ number, trees }) => !byRow.get(number) && trees > 12)!;
}
const tally = (layoutId: string, row: number, more: object = {}) => ({
  ...event(),
  ...{ layoutId, row, planterId: planters[0].id, count: 5, corrects: null, ...more },
});
const at = (hoursAgo: number) => new Date(Date.now() - hoursAgo * HOUR).toISOString();

test('releasing and tallying at the same moment: no tree lands on a version that was withdrawn under it', async () => {
  const blockId = setting.blocks['Silt Margin'].id;
  const drawn = (await store.layout.findOne({ where: { blockId } }))!;
  await store.keepout.update({ located: '2026-11-01' }, { where: { blockId } });
  const [first, ...saved] = await Promise.all(
    [1, 2, 3, 4].map(() =>
      setting.done('leader', 'rows.save', { blockId, parameters: drawn.get('parameters') }),
    ),
  );
  await setting.done('leader', 'rows.release', { layoutId: first.layoutId });
  for (const { layoutId } of saved) {
    const current = await releasedOf('Silt Margin');
    const row = (await freeRow(current.id)).number;
    const [released, tallied] = await Promise.all([
      setting.send('leader', 'rows.release', { layoutId }),
      setting.send('leader', 'crew.tally', tally(current.id, row)),
    ]);
    const now = await releasedOf('Silt Margin');
    assert.equal(tallied.status, 200, 'what was planted is never thrown away');
    assert.equal(released.status, 200);
    if (now.id === layoutId) {
      // The tally came after: it is kept with the version it names, and says so.
      assert.equal((tallied.body as { withdrawn?: boolean }).withdrawn, true);
    } else {
      // It came before: its version is continued, and the tree stands in it.
      assert.equal(now.id, current.id);
      assert.equal(now.continues, current.number);
      assert.ok(await store.plantedRow.findOne({ where: { layoutId: now.id, rowNumber: row } }));
    }
  }
  assert.deepEqual(await compareSums(store), []);
});

test('whoever saves second is shown what the first saved, and nothing of it is overwritten', async () => {
  const block = setting.blocks['Goat Bank'] ?? setting.blocks['Haul Flat'];
  const row = (await store.block.findByPk(block.id))!.get();
  const ground = {
    blockId: block.id,
    ...{ name: row.name, boundary: row.boundary, margin: row.margin },
    keepouts: (await store.keepout.findAll({ where: { blockId: block.id } })).map((one) => {
      const { id, kind, name, shape, setback, reason, near, located } = one.get();
      return { id, kind, name, shape, setback, reason, near, located };
    }),
    zones: (await store.zone.findAll({ where: { blockId: block.id } })).map((one) => {
      const { id, name, parts, damp, light, soil } = one.get();
      return { id, name, parts, damp, light, soil };
    }),
    edition: row.edition,
  };
  const both = await Promise.all([
    setting.send('leader', 'ground.save', { ...ground, margin: 2.5 }),
    setting.send('leader', 'ground.save', { ...ground, margin: 3.5 }),
  ]);
  assert.deepEqual(both.map(({ status }) => status).sort(), [200, 409]);
  const [won, lost] = both[0].status === 200 ? both : [both[1], both[0]];
  const wonMargin = both[0] === won ? 2.5 : 3.5;
  const theirs = (lost.body as { stale: { edition: number; margin?: unknown } }).stale;
  assert.equal(theirs.margin, wonMargin);
  assert.equal((await store.block.findByPk(block.id))!.margin, wonMargin);
  // With the edition that was shown it goes through.
  const { edition } = theirs;
  await setting.done('leader', 'ground.save', { ...ground, margin: 3.5, edition });
});

test('an id of another block, or given twice, is refused and nothing moves', async () => {
  const [mine, other] = [setting.blocks['Haul Flat'], setting.blocks['Silt Margin']];
  const row = (await store.block.findByPk(mine.id))!.get();
  const foreign = (await store.keepout.findOne({ where: { blockId: other.id } }))!.get();
  const { id, kind, name, shape, setback, reason, near, located } = foreign;
  const keepout = { id, kind, name, shape, setback, reason, near, located };
  const ground = { blockId: mine.id, name: row.name, boundary: row.boundary, margin: row.margin };
  const zones = (await store.zone.findAll({ where: { blockId: mine.id } })).map((one) => one.get());
  for (const keepouts of [
    [keepout],
    [
      { ...keepout, id: uuid() },
      { ...keepout, id: uuid() },
    ].map((one, _, [first]) => ({ ...one, id: first.id })),
  ]) {
    const outcome = await setting.send('leader', 'ground.save', { ...ground, keepouts, zones });
    assert.ok(outcome.status >= 400 && outcome.status < 500, JSON.stringify(outcome));
  }
  assert.equal((await store.keepout.findByPk(id))!.blockId, other.id);
});

test('an id that carries something else than before is refused, not taken for sent again', async () => {
  const layout = await releasedOf('Haul Flat');
  const row = (await freeRow(layout.id)).number;
  const first = tally(layout.id, row);
  await setting.done('leader', 'crew.tally', first);
  assert.equal((await setting.done('leader', 'crew.tally', first)).already, true);
  await setting.refused('leader', 'crew.tally', { ...first, count: 6 }, 409, /./);
  const sums = (await readPlanted(new Reader(store), [layout.id])).get(layout.id)!;
  assert.equal(progressOf(sums).byRow.get(row), 5);
});

test('a second correction of the same entry is kept and changes nothing', async () => {
  const layout = await releasedOf('Haul Flat');
  const row = (await freeRow(layout.id)).number;
  const first = tally(layout.id, row);
  await setting.done('leader', 'crew.tally', first);
  const back = () => tally(layout.id, row, { corrects: first.id });
  const [one, two] = [back(), back()];
  await Promise.all([one, two].map((entry) => setting.done('leader', 'crew.tally', entry)));
  assert.equal(await store.tally.count({ where: { corrects: first.id } }), 2);
  const sums = (await readPlanted(new Reader(store), [layout.id])).get(layout.id)!;
  assert.equal(progressOf(sums).byRow.get(row) ?? 0, 0);
  assert.deepEqual(await compareSums(store), []);
});

test('what is read of a whole site is read anew when any of its blocks changes', async () => {
  const layout = await releasedOf('Haul Flat');
  const row = (await freeRow(layout.id)).number;
  const planter = planters[0].id;
  const setOf = async () =>
    (await (await setting.facts(setting.site, true)).of(sownDaysFact))
      .filter((one) => one.planter === planter && one.blockId === setting.blocks['Haul Flat'].id)
      .reduce((sum, { planted }) => sum + Number(planted), 0);
  const before = await setOf();
  await setting.done('leader', 'crew.tally', tally(layout.id, row));
  assert.equal(await setOf(), before + 5);
});

test('a tally that comes four days late is counted on the day it was planted', async () => {
  const layout = await releasedOf('Haul Flat');
  const row = (await freeRow(layout.id)).number;
  const planted = at(4 * 24);
  await setting.done('leader', 'crew.tally', tally(layout.id, row, { at: planted }));
  const day = dayOf(Date.parse(planted), setting.site.zone);
  const sums = (await readPlanted(new Reader(store), [layout.id])).get(layout.id)!;
  assert.ok((sums.byDay.get(day)?.get(planters[0].id) ?? 0) >= 5);
});

test('a return that came late where the ledger has moved on is kept, flagged and called out', async () => {
  const block = setting.blocks['Silt Margin'];
  const card = (await store.species.findOne({ where: { siteId: setting.site.id } }))!;
  const place = (await store.place.findOne({ where: { siteId: setting.site.id } }))!.id;
  const lotId = uuid();
  await setting.done('leader', 'stock.lot', {
    ...{ id: lotId, blockId: block.id, speciesId: card.id, code: 'late' },
    ...{ nursery: 'Test Nursery', age: '1+0' },
  });
  const record = (hours: number, kind: string, count: number, more: object = {}) =>
    setting.send('leader', 'stock.record', {
      ...event(),
      ...{ at: at(hours), lotId, kind, count, placeId: place, planterId: null, ...more },
    });
  const planterId = planters[0].id;
  assert.equal((await record(80, 'receive', 100)).status, 200);
  assert.equal((await record(79, 'issue', 40, { planterId })).status, 200);
  assert.equal((await record(20, 'plant', 40, { placeId: null, planterId })).status, 200);
  // Fresh, it is refused; from a phone that was away, it is taken and somebody must look.
  assert.equal((await record(0, 'return', 10, { planterId })).status, 409);
  const late = await record(78, 'return', 10, { planterId, late: true });
  assert.equal(late.status, 200, JSON.stringify(late.body));
  const kept = (await store.stockEvent.findAll({ where: { lotId, kind: 'return' } }))[0].get();
  assert.ok(kept.flag, 'flagged');
  assert.deepEqual(await compareSums(store), []);
  const { calls } = await morningBoard(await setting.facts());
  const said = calls
    .map(({ say, detail }) => [say, detail].map((part) => part && words(part)).join(' '))
    .join('\n');
  assert.match(said, /late/i);
});

test('a correction after the day was closed reaches the ledger when the day is closed again', async () => {
  const block = setting.blocks['Haul Flat'];
  const day = dayOf(Date.now() - 24 * HOUR, setting.site.zone);
  const accountOf = () => dayAccount(new Reader(store), block, setting.site, day);
  await setting.done('leader', 'stock.closeDay', { blockId: block.id, day });
  assert.deepEqual((await accountOf()).account.toPost, []);
  const [from, to] = dayBounds(day, setting.site.zone);
  const layout = await releasedOf('Haul Flat');
  const entries = (await store.tally.findAll({ where: { layoutId: layout.id } })).map((row) =>
    row.get(),
  );
  const cancelled = new Set(entries.map(({ corrects }) => corrects));
  const wrong = entries.find(
    ({ id, at, corrects }) => !corrects && !cancelled.has(id) && +at >= +from && +at < +to,
  )!;
  const planted = async () =>
    (await (await setting.facts()).of(lotsFact, block.id)).reduce(
      (sum, { balance }) => sum + balance.planted,
      0,
    );
  const before = await planted();
  await setting.done('leader', 'crew.tally', {
    ...event(),
    ...{ layoutId: layout.id, row: wrong.rowNumber, planterId: wrong.planterId },
    ...{ count: wrong.count, corrects: wrong.id },
  });
  await setting.done('leader', 'stock.closeDay', { blockId: block.id, day });
  assert.equal(await planted(), before - wrong.count);
  await setting.done('leader', 'stock.closeDay', { blockId: block.id, day });
  assert.equal(await planted(), before - wrong.count, 'closed a third time, nothing more moves');
  assert.deepEqual(await compareSums(store), []);
});

test('sums hold after a few hundred commands of all hands at once', async () => {
  const layout = await releasedOf('Haul Flat');
  const random = seededRandom('hands');
  const sent: { id: string; row: number; planterId: string }[] = [];
  for (let round = 0; round < 8; round++) {
    await Promise.all(
      Array.from({ length: 30 }, () => {
        const back = random() < 0.25 && sent.length ? sent[Math.floor(random() * sent.length)] : 0;
        const entry = tally(layout.id, 100 + Math.floor(random() * 60), {
          planterId: planters[Math.floor(random() * planters.length)].id,
          count: 1 + Math.floor(random() * 9),
          at: at(random() * 60),
          ...(back ? { row: back.row, planterId: back.planterId, corrects: back.id } : {}),
        });
        if (!back) sent.push(entry);
        return perform(store, setting.people.leader, 'crew.tally', entry);
      }),
    );
  }
  assert.deepEqual(await compareSums(store), []);
});

test('the day of a site begins at its own midnight, at Auckland as at Los Angeles', async () => {
  const site = (await store.site.findByPk(setting.site.id))!;
  const layout = await releasedOf('Haul Flat');
  const row = (await freeRow(layout.id)).number;
  // Noon of UTC on a day gone by is the next day in Auckland in winter time, and still early in California.
  const noon = `${addTo(dayOf(Date.now(), 'UTC'), { days: -3 })}T12:30:00.000Z`;
  await setting.done('leader', 'crew.tally', tally(layout.id, row, { at: noon, count: 3 }));
  for (const zone of ['Pacific/Auckland', 'America/Los_Angeles', 'Europe/Berlin']) {
    const { name, latitude, longitude } = site.get();
    await setting.done('leader', 'people.site', {
      ...{ siteId: site.id, name, latitude, longitude, zone },
    });
    assert.deepEqual(await compareSums(store), [], zone);
    const sums = (await readPlanted(new Reader(store), [layout.id])).get(layout.id)!;
    const day = dayOf(Date.parse(noon), zone);
    assert.equal(day === noon.slice(0, 10), zone !== 'Pacific/Auckland');
    assert.ok((sums.byDay.get(day)?.get(planters[0].id) ?? 0) >= 3, zone);
    const fresh = (await store.site.findByPk(site.id))!.get();
    assert.equal((await setting.facts(fresh as never)).today, dayOf(Date.now(), zone));
  }
});

test('a site’s height enters its evaporation; saving its place without a height keeps the height', async () => {
  const block = setting.blocks['North Bench'];
  const {
    id: siteId,
    name,
    latitude,
    longitude,
  } = (await store.site.findByPk(setting.site.id))!.get();
  const place = { siteId, name, latitude, longitude, zone: 'Europe/Berlin' };
  const takenOut = async () => {
    const person = await asPerson(store, 'leader');
    const facts = await setting.facts(person.sites[0].site as never);
    assert.equal(facts.site.name, name);
    // Over all days that are drawn: after a day of rain nothing is missing today.
    const { schools, shown } = await waterOf(facts, block);
    return schools![0].days.reduce((sum, store, day) => sum + shown!.full[day] - store, 0);
  };
  const low = await takenOut();
  await setting.done('leader', 'people.site', { ...place, elevation: 2500 });
  const high = await takenOut();
  // Thin air takes less where the wind takes most, in winter, and more where the sun does: by hand, γ falls by a quarter.
  assert.ok(Math.abs(high - low) > 1e-4 * low, `${high} mm at 2 500 m, ${low} mm at sea level`);
  await setting.done('leader', 'people.site', place);
  assert.equal(await takenOut(), high);
  await setting.refused('leader', 'people.site', { ...place, elevation: 9000 }, 400, /./);
  await setting.done('leader', 'people.site', { ...place, elevation: 0 });
});

test('whoever joins as a planter can be given rows at once, at the usual rate; twice nobody is made', async () => {
  const siteId = setting.site.id;
  const add = (signIn: string, role: string) =>
    setting.done('leader', 'people.add', {
      ...{ siteId, name: `Joins ${signIn}`, signIn, role, password: 'long enough words' },
    });
  const plantersOf = async (personId: unknown) =>
    (await (await setting.facts()).of(plantersFact)).filter((one) => one.personId === personId);
  const { id: ash } = await add('ash', 'planter');
  const [planter, ...more] = await plantersOf(ash);
  assert.deepEqual(more, []);
  assert.deepEqual(
    [planter.name, planter.kind, planter.people, planter.rate, planter.retiredOn],
    ['Joins ash', 'planter', 1, null, null],
  );
  const layout = (await releasedLayout(await setting.facts(), setting.blocks['Haul Flat'].id))!;
  await setting.done('leader', 'crew.share', { layoutId: layout.id, planters: [planter.id] });
  // A checker who is made a planter gets a place among them, and gets no second one by going to and fro.
  const { id: bo } = await add('bo', 'checker');
  assert.deepEqual(await plantersOf(bo), []);
  for (const role of ['planter', 'viewer', 'planter'])
    await setting.done('leader', 'people.role', { siteId, personId: bo, role });
  assert.equal((await plantersOf(bo)).length, 1);
});

test('people: the last leader stays, access ends at once, a name goes and the trees stay', async () => {
  const siteId = setting.site.id;
  const { leader, planter } = setting.people;
  await setting.refused(
    'leader',
    'people.role',
    { siteId, personId: leader.id, role: 'viewer' },
    409,
    /leader/i,
  );
  await setting.refused('leader', 'people.end', { siteId, personId: leader.id }, 409, /leader/i);
  for (const who of ['checker', 'planter', 'viewer', 'stranger'] as const) {
    const outcome = await setting.send(who, 'people.end', { siteId, personId: planter.id });
    assert.ok([403, 404].includes(outcome.status), `${who}: ${outcome.status}`);
  }
  const { token } = await openSession(store, planter.id, 'phone');
  assert.equal((await personOf(store, token))?.id, planter.id);
  await setting.refused(
    'leader',
    'people.anonymise',
    { siteId, personId: planter.id },
    409,
    /access/i,
  );
  const of = planters.find(({ personId }) => personId === planter.id)!;
  const trees = await store.tally.count({ where: { planterId: of.id } });
  await setting.done('leader', 'people.end', { siteId, personId: planter.id });
  assert.equal(await personOf(store, token), undefined, 'signed out at once');
  await setting.done('leader', 'people.anonymise', { siteId, personId: planter.id });
  const gone = (await store.person.findByPk(planter.id))!;
  assert.notEqual(gone.name, planter.name);
  assert.match((await store.planter.findByPk(of.id))!.name, /^Left /);
  assert.equal(await store.tally.count({ where: { planterId: of.id } }), trees);
});

test('whoever left before that was remembered is found by what they wrote', async () => {
  const siteId = setting.site.id;
  const { checker, viewer } = setting.people;
  const of = [checker.id, viewer.id].map((personId) => ({ personId, siteId }));
  const roles = await store.membership.findAll({ where: { personId: [checker.id, viewer.id] } });
  const before = roles.map((row) => row.get());
  await store.membership.destroy({ where: { personId: [checker.id, viewer.id] } });
  const { up } = await import('../../src/lib/store/migrations/031-left-members');
  await up((sql) => store.sequelize.query(sql));
  const found = (await store.leftMember.findAll({ where: { siteId } })).map((row) => row.personId);
  assert.ok(found.includes(checker.id), 'the checker’s plots say so');
  assert.ok(!found.includes(viewer.id), 'who only looked left nothing behind');
  assert.ok(!found.includes(setting.people.leader.id), 'who is here has not left');
  await store.membership.bulkCreate(before);
  await store.leftMember.destroy({ where: of[0] });
});

test('whoever is added as a planter is the one of that name whom nobody signs in as, and no second one', async () => {
  const siteId = setting.site.id;
  const add = (name: string, signIn: string) =>
    setting.done('leader', 'people.add', {
      ...{ siteId, name, signIn, role: 'planter', password: 'long enough words' },
    }) as Promise<{ id: string; joined: boolean }>;
  const called = async () => store.planter.findAll({ where: { siteId, name: 'Ilka Sand' } });
  await setting.done('leader', 'crew.planter', {
    siteId,
    id: uuid(),
    name: 'Ilka Sand',
    rate: null,
  });
  const first = await add(' ilka  SAND', 'ilka');
  assert.equal(first.joined, true);
  const [only, ...others] = (await called()).map((row) => row.get());
  assert.deepEqual([others.length, only.personId], [0, first.id]);
  // A second person of that name is somebody else.
  const second = await add('Ilka Sand', 'ilka-two');
  assert.equal(second.joined, false);
  assert.equal((await called()).length, 2);
});

test('whoever only checked has a name to be taken off too, by a leader of that site and nobody else', async () => {
  const siteId = setting.site.id;
  const { id: personId } = (await setting.done('leader', 'people.add', {
    ...{ siteId, name: 'Rowan Vale', signIn: 'rowan', role: 'checker' },
    password: 'long enough words',
  })) as { id: string };
  const forget = { siteId, personId };
  await setting.refused('leader', 'people.anonymise', forget, 409, /access/i);
  await setting.done('leader', 'people.end', forget);
  const elsewhere = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!.id;
  await setting.refused('stranger', 'people.anonymise', { siteId: elsewhere, personId }, 409, /./);
  await setting.done('leader', 'people.anonymise', forget);
  const gone = (await store.person.findByPk(personId))!;
  assert.match(gone.name, /^Left /);
  assert.ok(!gone.signIn.includes('rowan'));
  assert.deepEqual(await setting.done('leader', 'people.anonymise', forget), {
    ...{ ok: true, already: true },
  });
  await setting.refused('leader', 'people.anonymise', { siteId, personId: uuid() }, 409, /./);
});

test('a code sets a new password once, in its day, and never that of a leader elsewhere', async () => {
  const siteId = setting.site.id;
  const { checker } = setting.people;
  const { code } = await setting.done('leader', 'people.resetCode', {
    siteId,
    personId: checker.id,
  });
  const by = (given: string, password: string) =>
    signInByCode(store, { name: checker.signIn, code: given, password }, '10.1.1.1');
  assert.ok('refused' in (await by('WRONG-WRONG', 'a-fresh-password')));
  const typed = String(code).toLowerCase().replace('-', ' ');
  assert.ok('token' in (await by(typed, 'a-fresh-password')));
  assert.ok('token' in (await signIn(store, checker.signIn, 'a-fresh-password', '10.1.1.2')));
  assert.ok('refused' in (await by(String(code), 'another-password')), 'good once');
  const { code: old } = await setting.done('leader', 'people.resetCode', {
    siteId,
    personId: checker.id,
  });
  await store.resetCode.update(
    { expiresAt: new Date(Date.now() - 1000) },
    { where: { personId: checker.id } },
  );
  assert.ok('refused' in (await by(String(old), 'another-password')), 'for its day');
  const { stranger } = setting.people;
  await store.membership.create({ personId: stranger.id, siteId, role: 'viewer' });
  await setting.refused(
    'leader',
    'people.resetCode',
    { siteId, personId: stranger.id },
    409,
    /site/i,
  );
});

test('the board asks as much of the database for fifty blocks as for one, and a block little more', async () => {
  const site = setting.site;
  const template = (await store.block.findByPk(setting.blocks['Haul Flat'].id))!.get();
  const asked = async () => {
    const facts = await setting.facts();
    let questions = 0;
    const { options } = store.sequelize as unknown as { options: { logging: unknown } };
    options.logging = () => questions++;
    try {
      await morningBoard(facts);
    } finally {
      options.logging = false;
    }
    return questions;
  };
  // Rows are read of blocks that are planted or followed, of all of them at once.
  const waves = { water: { hands: 2, rate: 60, within: 24, from: null } };
  for (const name of ['Haul Flat', 'North Bench', 'Ridge Screen']) {
    const { id, calendarTerms } = (await store.block.findByPk(setting.blocks[name].id))!.get();
    await store.block.update({ calendarTerms: { ...calendarTerms, waves } }, { where: { id } });
  }
  const few = await asked();
  for (let i = 0; i < 47; i++)
    await store.block.create({ ...template, id: uuid(), name: `Block ${i}`, siteId: site.id });
  const many = await asked();
  assert.ok(few > 3 && few <= 6, `${few} questions`);
  assert.ok(many <= few, `${few} questions for three blocks, ${many} for fifty`);
});

test('the season asks as much of the database for five blocks that are still to be planted as for two', async () => {
  const template = (await store.block.findByPk(setting.blocks['Haul Flat'].id))!.get();
  const laid = (await store.layout.findOne({
    where: { blockId: template.id, state: 'released' },
  }))!.get();
  const rows = await store.layoutRow.findAll({ where: { layoutId: laid.id }, raw: true });
  const { today } = await setting.facts();
  /** Another block with the same rows, in which nobody has planted. */
  async function another(name: string) {
    const [blockId, layoutId] = [uuid(), uuid()];
    await store.block.create({ ...template, id: blockId, name, plantingDay: today });
    await store.layout.create({ ...laid, id: layoutId, blockId });
    await store.layoutRow.bulkCreate(rows.map((row) => ({ ...row, layoutId })));
  }
  const { options } = store.sequelize as unknown as { options: { logging: unknown } };
  const asked = async () => {
    const facts = await setting.facts();
    let questions = 0;
    options.logging = () => questions++;
    try {
      const block = (await facts.of(blocksFact)).find(({ id }) => id === template.id)!;
      const together = await blocksToPlant(facts, await toPlant(facts, block));
      return { questions, blocks: together.length };
    } finally {
      options.logging = false;
    }
  };
  await another('Further 1');
  const few = await asked();
  for (const name of ['Further 2', 'Further 3', 'Further 4']) await another(name);
  const many = await asked();
  assert.equal(many.blocks, few.blocks + 3);
  assert.ok(few.questions > 3 && many.questions <= few.questions, JSON.stringify({ few, many }));
});

test('the board speaks of the air only where somebody is planting in it', async () => {
  const { today } = await setting.facts();
  const gale = { day: today, lowest: 8, highest: 12, rain: 0, humidity: 0.8, wind: 40 };
  await setting.done('leader', 'calendar.weather', { siteId: setting.site.id, days: [gale] });
  const stops = async () => {
    const { calls } = await morningBoard(await setting.facts());
    return calls.filter(({ say }) => say.key.startsWith('calendar.stop'));
  };
  const [call, ...more] = await stops();
  assert.equal(call.urgency, 'stop');
  assert.deepEqual(more, [], 'once, however many blocks');
  const planting = setting.blocks['Haul Flat'].id;
  assert.equal((call as { block?: string }).block, planting);
  // Nobody plants any more: a gale over an empty field stops nobody.
  const own = planters.find(({ personId }) => !personId)!;
  for (const { id: layoutId } of await store.layout.findAll({ where: { state: 'released' } })) {
    const sown = new Map(
      (await store.plantedRow.findAll({ where: { layoutId } })).map((row) => [
        row.rowNumber,
        row.planted,
      ]),
    );
    if (!sown.size) continue;
    for (const { number, trees } of await store.layoutRow.findAll({ where: { layoutId } }))
      if (trees > (sown.get(number) ?? 0))
        await setting.done('leader', 'crew.tally', {
          ...{ ...event(), layoutId, row: number, planterId: own.id, corrects: null },
          count: trees - (sown.get(number) ?? 0),
        });
  }
  assert.deepEqual(await stops(), []);
});
