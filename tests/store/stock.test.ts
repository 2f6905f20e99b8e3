import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { seededRandom } from '../../core/measure/random';
import { dayOf } from '../../core/say/day';
import { exposureByLabel, worstExposure } from '../../core/stock/exposure';
import { admit, balance, STOCK_KINDS, type StockEvent } from '../../core/stock/ledger';
import { perform as carryOut } from '../../src/lib/rooms/commands.server';
import { lotsToCarry } from '../../src/lib/rooms/stock/carry.server';
import { dayAccount } from '../../src/lib/rooms/stock/day-account.server';
import {
  clockOfVessel,
  dipOf,
  eventsOf,
  exposuresOf,
  inspectionsOf,
  lotsFact,
  rootRulesFact,
  standsFor,
} from '../../src/lib/rooms/stock/facts.server';
import { lotTeller } from '../../src/lib/rooms/stock/which-lot.server';
import { releasedLayout, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { reachOf } from '../../src/lib/rooms/stock/need.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { gateOf } from '../../src/lib/rooms/stock/gate.server';
import { shoeOf } from '../../src/lib/rooms/stock/shoe.server';
import { rootsOf } from '../../core/stock/inspection';
import { Reader } from '../../src/lib/server/reader';
import type { Store } from '../../src/lib/store';
import { compareSums, mendSums } from '../../src/lib/store/sums';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let blockId: string;
let places: string[];
let planters: string[];
const MINUTE = 60_000;

before(async () => {
  setting = await demoSetting('stock');
  store = setting.store;
  blockId = setting.blocks['Silt Margin'].id;
  places = (await store.place.findAll({ raw: true })).map(({ id }) => id);
  planters = (await store.planter.findAll({ raw: true })).map(({ id }) => id);
});
after(() => store.sequelize.close());

async function newLot(code: string, onBlock = blockId): Promise<string> {
  const id = uuid();
  const card = (await store.species.findOne({ where: { siteId: setting.site.id } }))!;
  const more = { blockId: onBlock, speciesId: card.id, nursery: 'Test Nursery', age: '1+0' };
  await setting.done('leader', 'stock.lot', { id, code, ...more });
  return id;
}
const stateOf = async (lotId: string) =>
  (await (await setting.facts()).of(lotsFact, blockId)).find(({ lot }) => lot.id === lotId)!;

test('a lot that was a mistake goes; one of which anything was entered stays, and says so', async () => {
  const [wrong, counted] = [await newLot('oops'), await newLot('had')];
  await setting.done('leader', 'stock.record', {
    ...{ ...event(), lotId: counted, kind: 'receive', count: 50, placeId: places[0] },
    ...{ planterId: null, toId: null, corrects: null, closes: null, note: '' },
  });
  await setting.refused('viewer', 'stock.dropLot', { id: wrong }, 403, /./);
  await setting.refused('stranger', 'stock.dropLot', { id: wrong }, 404, /./);
  await setting.refused('leader', 'stock.dropLot', { id: counted }, 409, /entered of lot had/);
  // A plot names its lot without a reference of the database's: it holds the lot all the same.
  const flat = setting.blocks['Haul Flat'].id;
  const looked = await newLot('seen', flat);
  const layout = (await store.layout.findOne({ where: { blockId: flat, state: 'released' } }))!;
  await setting.done('checker', 'checks.plot', {
    ...{ ...event(), layoutId: layout.id, planterId: planters[0], row: 1, peg: 3, area: 50 },
    ...{ good: 6, trees: null, lotId: looked, corrects: null },
  });
  await setting.refused('leader', 'stock.dropLot', { id: looked }, 409, /entered of lot seen/);
  await setting.done('leader', 'stock.dropLot', { id: wrong });
  assert.equal(await stateOf(wrong), undefined);
  assert.ok((await stateOf(counted)) && (await store.lot.findByPk(looked)));
  assert.equal((await setting.done('leader', 'stock.dropLot', { id: wrong })).already, true);
});

test('the sums that the database keeps are those of the events, whatever is entered and cancelled', async () => {
  const lotId = await newLot('sums');
  const random = seededRandom('sums');
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
  const names = { lot: '', holder: () => '' };
  const taken: StockEvent[] = [];
  for (let i = 0; i < 900 && taken.length < 350; i++) {
    const kind = i < 4 ? 'receive' : pick(STOCK_KINDS);
    const entry: StockEvent = {
      id: uuid(),
      lot: lotId,
      kind,
      count: 1 + Math.floor(random() * 60),
      at: new Date(Date.now() - (1000 - i) * MINUTE).toISOString(),
      place: pick([null, ...places]),
      to: kind === 'move' ? pick([null, ...places]) : null,
      planter: pick([null, ...planters.slice(0, 2)]),
      corrects: kind === 'correct' ? (pick(taken)?.id ?? null) : null,
    };
    try {
      if (admit(taken, entry, names)) taken.push(entry);
    } catch {
      // What the ledger does not take is not written.
    }
  }
  assert.ok(taken.filter(({ kind }) => kind === 'correct').length > 10);
  for (const { id, lot, kind, count, at, place, to, planter, corrects } of taken)
    await store.stockEvent.create({
      ...{ id, lotId: lot, kind, count, at: new Date(at), recordedAt: new Date(at) },
      ...{ placeId: place!, toId: to!, planterId: planter!, corrects: corrects! },
      ...{ closes: null, note: '', flag: null, device: 'test', authorId: setting.people.leader.id },
    });
  assert.ok((await compareSums(store)).length > 0, 'written past the commands, and it shows');
  await mendSums(store);
  assert.deepEqual(await compareSums(store), []);
  assert.deepEqual((await stateOf(lotId)).balance, balance(taken));
});

test('exposure in the database is that of the core, for closed and for open boxes', async () => {
  const lotId = await newLot('air');
  const random = seededRandom('air');
  const openings = [];
  for (let i = 0; i < 12; i++) {
    const air = () => ({
      temperature: Math.round(random() * 300) / 10 - 3,
      humidity: 0.2 + Math.round(random() * 75) / 100,
      wind: Math.round(random() * 90) / 10,
    });
    const [opened, closed] = [air(), air()];
    const from = Date.now() - (400 - 20 * i) * MINUTE;
    const to = from + Math.round(random() * 15 * MINUTE);
    const label = ['', 'Box 1', 'Box 2'][i % 3];
    const common = { lotId, label, device: 'test', authorId: setting.people.leader.id };
    const id = uuid();
    const row = (at: number) => ({ at: new Date(at), recordedAt: new Date(at) });
    await store.rootEvent.create({
      ...{ ...common, ...row(from), ...opened },
      ...{ id, kind: 'open', closes: null },
    });
    await store.rootEvent.create({
      ...{ ...common, ...row(to), ...closed },
      ...{ id: uuid(), kind: 'close', closes: id },
    });
    openings.push({
      ...{ id, label, air: opened, closingAir: closed },
      openedAt: new Date(from).toISOString(),
      closedAt: new Date(to).toISOString(),
    });
  }
  await mendSums(store);
  const state = await stateOf(lotId);
  assert.deepEqual(state.open, []);
  const air = { temperature: 10, humidity: 0.8, wind: 1 };
  const found = exposuresOf([state], air, Date.now()).get(lotId)!.value;
  const expected = worstExposure(exposureByLabel(openings, new Date().toISOString())).value;
  assert.ok(Math.abs(found - expected) < 1e-6 * expected, `${found} and ${expected}`);
});

test('only a lot that was dipped bears the air longer, on board, boxes and phone', async () => {
  const [bare, dipped] = [await newLot('bare'), await newLot('dipped')];
  const hour = (minutes: number) => new Date(Date.now() - minutes * MINUTE).toISOString();
  for (const lotId of [bare, dipped]) {
    const common = { lotId, placeId: places[0] };
    await setting.done('checker', 'stock.record', {
      ...{ ...event(), ...common, kind: 'receive', count: 100, at: hour(90) },
    });
    if (lotId === dipped)
      await setting.done('checker', 'stock.record', {
        ...{ ...event(), ...common, kind: 'dip', count: 100, at: hour(80) },
      });
    await setting.done('checker', 'stock.root', {
      ...{ ...event(), lotId, kind: 'open', closes: null, at: hour(10) },
    });
  }
  const air = { temperature: 10, humidity: 0.8, wind: 1 };
  const [plain, long] = [await stateOf(bare), await stateOf(dipped)];
  assert.deepEqual([dipOf(plain), dipOf(long)], [1, long.lot.dipFactor]);
  const clock = (state: typeof plain) => clockOfVessel(state.open[0], state, air, Date.now());
  assert.ok(Math.abs(clock(plain).allowed - 20) < 1e-9, 'twenty minutes in the air of the anchor');
  assert.ok(Math.abs(clock(long).allowed - 20 * long.lot.dipFactor) < 1e-9);
});

test('a lot whose roots were in the air too long goes out after its species’ others, and is looked at', async () => {
  const [dried, fine] = [await newLot('a dried one'), await newLot('b fine one')];
  const hours = (ago: number) => new Date(Date.now() - ago * 60 * MINUTE).toISOString();
  for (const lotId of [dried, fine])
    await setting.done('checker', 'stock.record', {
      ...{ ...event(), lotId, kind: 'receive', count: 40, placeId: places[0], at: hours(9) },
    });
  const opened = { ...event(), lotId: dried, label: 'bag 1', at: hours(7) };
  await setting.done('checker', 'stock.root', { ...opened, kind: 'open', closes: null });
  const speciesId = (await store.lot.findByPk(fine))!.get().speciesId;
  const order = async () => {
    const { lots, stressed } = await lotsToCarry(await setting.facts(), blockId, [speciesId]);
    return {
      own: lots.map(({ lot }) => lot).filter((lot) => lot === dried || lot === fine),
      advice: stressed.get(dried)!.advice?.what,
    };
  };
  assert.deepEqual(await order(), { own: [fine, dried], advice: 'roots' });
});

test('a lot is kept where most of it lies, by the rules and the days of that place', async () => {
  const lotId = await newLot('in two places');
  const kept = async () => {
    const { stressed } = await lotsToCarry(await setting.facts(), blockId, [
      (await store.lot.findByPk(lotId))!.get().speciesId,
    ]);
    const { place, days } = stressed.get(lotId)!;
    return [place?.id, Math.round(days)];
  };
  const ago = (days: number) => new Date(Date.now() - days * 1440 * MINUTE).toISOString();
  const receive = (count: number, placeId: string, days: number) =>
    setting.done('checker', 'stock.record', {
      ...{ ...event(), lotId, kind: 'receive', count, placeId, at: ago(days) },
    });
  await receive(30, places[0], 6);
  assert.deepEqual(await kept(), [places[0], 6]);
  await receive(70, places[1], 2);
  assert.deepEqual(await kept(), [places[1], 2]);
});

test('more brought back than was handed out is called on the board, as so many trees', async () => {
  const lotId = await newLot('owed');
  const entry = (kind: string, count: number, more: object) =>
    setting.done('checker', 'stock.record', { ...event(), lotId, kind, count, ...more });
  await entry('receive', 60, { placeId: places[0] });
  await entry('issue', 20, { placeId: places[0], planterId: planters[0] });
  const called = async () => {
    const block = (await store.block.findByPk(blockId))!.get() as never;
    const { calls } = await blockState(await setting.facts(), block);
    return calls.find(({ say }) => say.key === 'stock.owed' && say.figures.lot === 'owed')?.say
      .figures.count;
  };
  assert.equal(await called(), undefined);
  // The other hand-out is still on a phone without signal.
  await entry('return', 27, { placeId: places[0], planterId: planters[0], late: true });
  assert.equal(await called(), 7);
});

test('what runs short names the lots that have any, not the empty ones', async () => {
  const layout = (await store.layout.findOne({ where: { blockId } }))!.get();
  const speciesId = layout.parameters.mix[0].species;
  const codes = ['has any', 'has none'];
  for (const code of codes) {
    const id = uuid();
    await setting.done('leader', 'stock.lot', {
      ...{ id, code, blockId, speciesId, nursery: 'Test Nursery', age: '1+0' },
    });
    const record = (kind: string, count: number) =>
      setting.done('checker', 'stock.record', {
        ...{ ...event(), lotId: id, kind, count, placeId: places[0] },
      });
    await record('receive', 50);
    if (code === 'has none') await record('lose', 50);
  }
  const reach = await reachOf(await setting.facts(), blockId);
  const { lots } = reach.find((entry) => entry.speciesId === speciesId)!;
  assert.deepEqual(
    codes.map((code) => lots.includes(code)),
    [true, false],
  );
});

test('the last box, two phones, four taps: one gets it, the others are told, nothing is lost', async () => {
  const lotId = await newLot('last');
  const record = (kind: string, count: number, more = {}) => ({
    ...{ ...event(), lotId, kind, count, placeId: places[0] },
    ...more,
  });
  await setting.done('checker', 'stock.record', record('receive', 100));
  const taps = ['checker', 'leader'] as const;
  const entries = [0, 1, 2, 3].map((i) => record('issue', 100, { planterId: planters[i % 2] }));
  const outcomes = await Promise.all(
    entries.map((entry, i) => carryOut(store, setting.people[taps[i % 2]], 'stock.record', entry)),
  );
  assert.equal(outcomes.filter(({ status }) => status === 200).length, 1);
  for (const { body } of outcomes.filter(({ status }) => status !== 200))
    assert.match((body as { error: string }).error, /Lot last has 0 on hand in Cold store; 100/);
  const { balance: after } = await stateOf(lotId);
  assert.deepEqual([after.onHand, after.out, after.received], [0, 100, 100]);
});

test('a box at the wrong block, a place or planter of another site, a day still to come', async () => {
  const lotId = await newLot('bad');
  const record = (more: object) => ({ ...event(), lotId, kind: 'receive', count: 5, ...more });
  const refuse = (more: object, status: number, why: RegExp) =>
    setting.refused('leader', 'stock.record', record(more), status, why);
  await refuse(
    { blockId: setting.blocks['Haul Flat'].id },
    409,
    /That box is lot bad of Silt Margin; you are on Haul Flat/,
  );
  const otherSite = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!.id;
  const placeId = uuid();
  await setting.done('stranger', 'stock.place', {
    ...{ id: placeId, siteId: otherSite, name: 'Their shed', kind: 'shade' },
    ...{ coolest: 0, warmest: 10, days: 5 },
  });
  await refuse({ placeId }, 409, /no such place or planter on this site/);
  await refuse({ planterId: uuid() }, 409, /no such place or planter on this site/);
  const tomorrow = new Date(Date.now() + 86_400_000).toISOString();
  await refuse({ at: tomorrow }, 400, /lies in the future/);
  await refuse({ count: 2.5 }, 400, /whole number/);
  await setting.refused('stranger', 'stock.record', record({}), 404, /./);
  await setting.refused('viewer', 'stock.record', record({}), 403, /./);
  await setting.refused(
    'leader',
    'stock.readings',
    { placeId: places[0], readings: [{ at: Date.now() + 3_600_000, temperature: 2 }] },
    409,
    /lies in the future/,
  );
  await setting.refused(
    'stranger',
    'stock.readings',
    { placeId: places[0], readings: [{ at: Date.now() - 60_000, temperature: 2 }] },
    404,
    /./,
  );
  assert.equal((await stateOf(lotId)).balance.received, 0);
});

test('closing a day puts the tallied trees on the ledger once, and says who misses what', async () => {
  const block = setting.blocks['Haul Flat'];
  const yesterday = dayOf(Date.now() - 86_400_000, setting.site.zone);
  const before = await dayAccount(new Reader(store), block, setting.site, yesterday);
  const toPost = before.account.toPost.reduce((sum, { count }) => sum + count, 0);
  assert.ok(toPost > 500, String(toPost));
  const missing = before.account.lines.map((line) => line.missing);
  assert.ok(missing.every((count) => count >= 0) && missing.some((count) => count > 0));
  const close = { blockId: block.id, day: yesterday };
  const both = await Promise.all([
    setting.done('checker', 'stock.closeDay', close),
    setting.done('leader', 'stock.closeDay', close),
  ]);
  assert.equal(
    both.reduce((sum, body) => sum + Number(body.posted), 0),
    toPost,
  );
  const afterwards = await dayAccount(new Reader(store), block, setting.site, yesterday);
  assert.deepEqual(afterwards.account.toPost, []);
  assert.deepEqual(
    afterwards.account.lines.map((line) => line.missing),
    missing,
  );
});

test('a soak ends once and not before it began; a picture is a picture', async () => {
  const lotId = await newLot('soak');
  const at = (minutes: number) => ({
    ...event(),
    at: new Date(Date.now() - minutes * MINUTE).toISOString(),
  });
  await setting.done('leader', 'stock.record', {
    ...at(200),
    ...{ lotId, kind: 'receive', count: 80, placeId: places[0] },
  });
  const soak = { ...at(150), lotId, kind: 'soak', count: 40, placeId: places[0] };
  await setting.done('leader', 'stock.record', soak);
  assert.equal((await stateOf(lotId)).soaks.length, 1);
  const more = (kind: 'soak' | 'dip' | 'water', count: number, late = false) => ({
    ...{ ...at(120), lotId, kind, count, placeId: places[0], late },
  });
  await setting.refused(
    'leader',
    'stock.record',
    more('soak', 41),
    409,
    /40 trees on hand that are not in water/,
  );
  await setting.refused('leader', 'stock.record', more('dip', 81), 409, /80 trees on hand; 81/);
  await setting.done('leader', 'stock.record', more('dip', 80));
  const late = await setting.done('leader', 'stock.record', more('water', 300, true));
  assert.equal(late.flag, 'short', 'what waited on a phone happened, and is flagged');
  const drain = (minutes: number) => ({
    ...{ ...at(minutes), lotId, kind: 'drain', count: 40, closes: soak.id },
  });
  await setting.refused('leader', 'stock.record', drain(160), 409, /cannot end before it began/);
  await setting.done('leader', 'stock.record', drain(10));
  assert.deepEqual(await setting.done('leader', 'stock.record', drain(5)), {
    ok: true,
    already: true,
  });
  assert.equal((await stateOf(lotId)).soaks.length, 0);
  const card = (await store.species.findOne({ where: { siteId: setting.site.id } }))!;
  const picture = {
    ...{ id: uuid(), speciesId: card.id, mime: 'image/png' },
    bytes: Buffer.from('<svg onload=alert(1)>').toString('base64'),
  };
  await setting.refused('leader', 'stock.picture', picture, 409, /no picture/);
});

test('the machine’s shoe is held against the roots of every lot that is there and was measured', async () => {
  const { site, blocks } = setting;
  const block = blocks['Haul Flat'];
  const shoes = async () => shoeOf(await setting.facts(), block);
  assert.equal(await shoes(), undefined, 'no machine stands among the tools');
  const tool = (depth: number) => ({
    ...{ id: machine, siteId: site.id, name: 'Shoe', kind: 'machine', depth, width: 0.1 },
    ...{ rate: 4000 },
  });
  const machine = uuid();
  await setting.done('leader', 'stock.tool', tool(1));
  const facts = await setting.facts();
  const there = (await facts.of(lotsFact, block.id)).filter(({ balance }) => balance.onHand > 0);
  const measured = await inspectionsOf(
    facts,
    there.map(({ lot }) => lot.id),
  );
  const samples = there.flatMap(({ lot }) => {
    const { sample } = rootsOf(measured.filter(({ lotId }) => lotId === lot.id));
    return sample.length ? [{ lot, sample }] : [];
  });
  assert.ok(samples.length >= 2 && samples.length < there.length);
  const deep = (await shoes())!;
  assert.equal(deep.depth, 1);
  assert.deepEqual(
    deep.lots.map(({ code, sample, tooLong }) => [code, sample, tooLong]),
    samples.map(({ lot, sample }) => [lot.code, sample.length, 0]),
  );
  // Set to the middle root of one lot, half of that lot’s roots hang free.
  const [{ lot, sample }] = samples;
  const lengths = sample.map(({ length }) => length).sort((a, b) => a - b);
  const middle = lengths[Math.floor(lengths.length / 2)];
  await setting.done('leader', 'stock.tool', tool(middle));
  const found = async () => (await shoes())!.lots.find(({ code }) => code === lot.code)!;
  const { clearance } = await facts.of(rootRulesFact);
  assert.equal(
    (await found()).tooLong,
    lengths.filter((length) => length + clearance > middle + 1e-9).length,
  );
  const card = await store.species.findByPk(lot.speciesId);
  assert.equal((await found()).species, card!.name);
  // Roots are cut where the method lets them be, but never of trees that were undercut in the bed.
  assert.ok((await found()).trim! < middle, `${(await found()).trim}`);
  await store.lot.update({ undercut: true }, { where: { id: lot.id } });
  assert.equal((await found()).trim, undefined);
  await store.lot.update({ undercut: false }, { where: { id: lot.id } });
  const whole = { ...block.method, trimming: 'never' };
  await store.block.update({ method: whole }, { where: { id: block.id } });
  const fresh = (await store.block.findByPk(block.id))!.get() as typeof block;
  const uncut = (await shoeOf(await setting.facts(), fresh))!;
  assert.equal(uncut.lots.find(({ code }) => code === lot.code)!.trim, undefined);
  await setting.done('leader', 'stock.dropTool', { id: machine });
  assert.equal(await shoes(), undefined);
});

test('order terms and carrying are saved by whoever read them last; the second is shown the first’s', async () => {
  const read = async () => (await store.block.findByPk(blockId))!.get();
  const before = await read();
  const card = (await store.species.findOne({ where: { siteId: setting.site.id } }))!;
  const order = { blockId, speciesId: card.id, terms: { reserve: 0.1, cull: 0.05, pack: 50 } };
  const said = await setting.done('leader', 'stock.terms', order);
  assert.equal(said.edition, before.termsEdition + 1);
  const after = await read();
  assert.equal(after.termsEdition, before.termsEdition + 1);
  assert.deepEqual(after.orderTerms, { ...before.orderTerms, [card.id]: order.terms });
  const late = { ...order, terms: { ...order.terms, pack: 10 }, edition: before.termsEdition };
  const { status, body } = await setting.send('leader', 'stock.terms', late);
  assert.equal(status, 409);
  const { stale } = body as unknown as { stale: { edition: number; terms: object } };
  assert.deepEqual(stale, { edition: after.termsEdition, terms: order.terms });
  const carry = { bagLoad: 14, bagTrees: 120, trailerBoxes: 30, trailerLoad: 800 };
  const next = await setting.done('checker', 'stock.carry', { blockId, terms: carry });
  assert.equal(next.edition, after.termsEdition + 1);
  const kept = await read();
  assert.deepEqual([kept.carryTerms, kept.termsEdition], [carry, after.termsEdition + 1]);
  const behind = await setting.send('checker', 'stock.carry', {
    ...{ blockId, terms: { ...carry, bagTrees: 5 }, edition: after.termsEdition },
  });
  assert.equal(behind.status, 409);
  assert.deepEqual((await read()).carryTerms, carry);
});

test('a bag is closed once and not before it was opened; of a lot’s history so much is told as is asked', async () => {
  const lotId = await newLot('bag');
  const at = (minutes: number) => ({
    ...event(),
    at: new Date(Date.now() - minutes * MINUTE).toISOString(),
  });
  const opened = { ...at(60), lotId, kind: 'open', label: 'Bag 7' };
  await setting.done('planter', 'stock.root', opened);
  const close = (minutes: number, more: object = {}) => ({
    ...{ ...at(minutes), lotId, kind: 'close', closes: opened.id, ...more },
  });
  await setting.refused('planter', 'stock.root', close(61), 409, /before|earlier|opened/i);
  await setting.refused('planter', 'stock.root', close(50, { closes: uuid() }), 409, /open/i);
  const closed = close(40);
  assert.deepEqual(await setting.done('planter', 'stock.root', closed), { ok: true });
  for (const again of [closed, close(30)])
    assert.equal((await setting.done('planter', 'stock.root', again)).already, true);
  const kept = await store.rootEvent.findAll({ where: { lotId, kind: 'close' } });
  assert.deepEqual(
    kept.map(({ id, label }) => [id, label]),
    [[closed.id, 'Bag 7']],
    'under the name that it was opened by',
  );
  for (const [i, kind] of ['receive', 'water', 'water'].entries())
    await setting.done('leader', 'stock.record', {
      ...{ ...at(30 - i), lotId, kind, count: 40, placeId: places[0] },
    });
  const page = async (limit: number) => eventsOf(await setting.facts(), blockId, lotId, limit);
  const kinds = ({ events, more }: Awaited<ReturnType<typeof page>>) => [
    events.map(({ kind }) => kind),
    more,
  ];
  assert.deepEqual(kinds(await page(2)), [['water', 'water'], true]);
  assert.deepEqual(kinds(await page(3)), [['water', 'water', 'receive'], false]);
  assert.deepEqual(kinds(await page(4)), [['water', 'water', 'receive'], false]);
});

test('the gate lists lots that are there before those that are empty, each with its size and name', async () => {
  const [empty, full] = [await newLot('gate empty'), await newLot('gate full')];
  await setting.done('leader', 'stock.record', {
    ...{ ...event(), lotId: full, kind: 'receive', count: 70, placeId: places[0] },
  });
  const { lots } = await gateOf(await setting.facts(), blockId);
  const states = new Map(
    (await (await setting.facts()).of(lotsFact, blockId)).map(({ lot, balance }) => [
      lot.id,
      balance,
    ]),
  );
  const there = lots.map(({ id }) => states.get(id)!.onHand > 0);
  assert.ok(there.includes(true) && there.includes(false));
  assert.equal(
    there.lastIndexOf(true) + 1,
    there.indexOf(false),
    'no lot that is there behind one that is not',
  );
  assert.equal(lots.find(({ id }) => id === full)!.size, 70);
  assert.equal(lots.find(({ id }) => id === empty)!.size, 0);
});

test('where a species came in several lots a row is told to the one that its planter was handed', async () => {
  const block = setting.blocks['Haul Flat'];
  const facts = await setting.facts();
  const [states, layout, rows] = [
    await facts.of(lotsFact, block.id),
    (await releasedLayout(facts, block.id))!,
    await facts.of(rowsFact, block.id),
  ];
  const { lot, balance: standing } = states.find(
    (state) =>
      state.balance.onHand > 20 &&
      states.filter((other) => standsFor(other.lot) === standsFor(state.lot)).length > 1,
  )!;
  const [holder] = standing.held.find(([one, count]) => one.startsWith('p:') && count > 20)!;
  const planterId = uuid();
  await setting.done('leader', 'crew.planter', {
    ...{ id: planterId, siteId: setting.site.id, name: 'From one lot', rate: null },
  });
  const row = rows.at(-1)!.number;
  const told = async () =>
    (await lotTeller(await setting.facts(), block.id))(standsFor(lot), row, planterId)?.id;
  const handOut = {
    ...{ ...event(), lotId: lot.id, kind: 'issue', count: 5, planterId, placeId: holder.slice(2) },
    ...{ toId: null, corrects: null, closes: null, note: '' },
  };
  await setting.done('leader', 'stock.record', handOut);
  assert.equal(await told(), undefined, 'nobody has planted the row');
  await setting.done('leader', 'crew.tally', {
    ...event(),
    ...{ layoutId: layout.id, row, planterId, count: 1, corrects: null },
  });
  assert.equal(await told(), lot.id);
  await setting.done('leader', 'stock.record', {
    ...{ ...handOut, ...event(), kind: 'correct', count: 0, planterId: null },
    ...{ placeId: null, corrects: handOut.id },
  });
  assert.equal(await told(), undefined, 'it was never handed out');
});
