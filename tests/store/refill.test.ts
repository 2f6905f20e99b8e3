import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { holds } from '../../core/crew/share';
import { wantedOf } from '../../core/stock/carry';
import { expectedOf } from '../../core/stock/orders';
import { addTo } from '../../core/measure/dates';
import { dayBounds } from '../../core/say/day';
import { isAlive, isDead } from '../../core/survival/marks';
import { waterOf } from '../../src/lib/rooms/tending/facts.server';
import { thirstyZones } from '../../src/lib/rooms/tending/thirst.server';
import { careOf } from '../../src/lib/rooms/tending/care.server';
import { dueOf } from '../../src/lib/rooms/calendar/tasks.server';
import { billOf } from '../../src/lib/rooms/calendar/year.server';
import { paySheetOf } from '../../src/lib/rooms/crew/pay.server';
import { sentencesOf } from '../../core/crew/briefing';
import { briefingOfBlock } from '../../src/lib/rooms/crew/briefing.server';
import { inHandOf, walkOf } from '../../src/lib/rooms/crew/in-hand.server';
import { learnedRates, plantingRates } from '../../src/lib/rooms/crew/rates.server';
import { wavesOf } from '../../src/lib/rooms/crew/waves.server';
import { liveOf } from '../../src/lib/rooms/crew/live.server';
import { nextDay } from '../../src/lib/rooms/crew/next-day.server';
import { tallySheetOf } from '../../src/lib/rooms/crew/tally-sheet.server';
import { planLinesOf, reachOf, toOrderOf } from '../../src/lib/rooms/stock/need.server';
import { dayAccount } from '../../src/lib/rooms/stock/day-account.server';
import { Reader } from '../../src/lib/server/reader';
import {
  plantedOf,
  plantersFact,
  sharesFact,
  sownFact,
} from '../../src/lib/rooms/crew/facts.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { lotsFact, ordersFact, standsFor } from '../../src/lib/rooms/stock/facts.server';
import { lotTeller } from '../../src/lib/rooms/stock/which-lot.server';
import { countedOf, countsFact } from '../../src/lib/rooms/survival/facts.server';
import { survivalFindings } from '../../src/lib/rooms/survival/findings.server';
import { refillingOf } from '../../src/lib/rooms/survival/refilling.server';
import {
  refilledFact,
  refillOf,
  refillPlansFact,
  refillTask,
  refillsTakeOf,
} from '../../src/lib/rooms/survival/refills.server';
import { demoSetting, event, type Setting } from './setting';
import { words } from '../../src/lib/words';

let setting: Setting;
before(async () => {
  setting = await demoSetting('refill');
});
after(() => setting.store.sequelize.close());
const bench = () => setting.blocks['North Bench'];
const layoutOf = async () => (await releasedLayout(await setting.facts(), bench().id))!.id;
/** The block as it stands now: a command changed its terms. */
const now = async () => (await setting.store.block.findByPk(bench().id))!.get() as typeof block;
let block: Setting['blocks'][string];

test('the drowned patch is one patch over its rows, in its zone, with its cause; elsewhere chance rules', async () => {
  const found = (await survivalFindings(await setting.facts(), bench()))!;
  const { patches, joins, clumped, byRow } = found.where;
  assert.ok(patches.length >= 1);
  const [first] = patches;
  assert.equal(first.cause, 'flood');
  assert.ok(first.stretches.length >= 3, 'one patch over rows that were counted side by side');
  assert.ok(first.dead / first.of > 0.5 && first.chance < 0.01);
  assert.ok(joins!.found > joins!.expected && joins!.chance < 1e-6);
  assert.ok(clumped.length >= 1, 'a row with dead beside dead is named');
  for (const { row } of clumped) assert.ok(byRow.has(row), `row ${row} has a stretch of dead`);
  const other = (await survivalFindings(await setting.facts(), setting.blocks['Ridge Screen']))!;
  assert.deepEqual(other.where.patches, []);
});

test('a refill: places that are dead, an order that adds up, more certainty asks for more trees', async () => {
  const facts = await setting.facts();
  const plan = (await refillingOf(facts, bench(), 0.9))!;
  const counts = await facts.of(countsFact, bench().id);
  const newest = new Map(counts.map(({ row, marks }) => [row, marks]));
  const known = plan.rows.flatMap(({ row, pegs }) => pegs.map(({ peg }) => ({ row, peg })));
  assert.ok(known.length > 20);
  for (const { row, peg } of known) assert.ok(isDead(newest.get(row)?.[peg - 1]), `${row} ${peg}`);
  assert.equal(plan.need.known, known.length);
  const seenDead = [...newest.values()].flatMap((marks) => [...marks].filter(isDead));
  assert.ok(known.length < seenDead.length, 'where enough lives the dead are let be');
  assert.equal(
    plan.species.reduce((sum, { order }) => sum + order, 0),
    plan.need.order.value,
  );
  const safer = (await refillingOf(facts, bench(), 0.99))!;
  assert.ok(safer.need.order.value > plan.need.order.value);
  const expected = plan.rows.reduce((sum, one) => sum + one.expected, 0);
  assert.ok(Math.abs(expected - plan.need.expected) < 0.05 * plan.need.expected + 3);
  // Of a row that was looked at from end to end nothing is left to guess.
  const { byRow } = await plantedOf(facts, bench().id);
  const whole = new Set(
    counts.filter(({ row, marks, set }) => marks && set === byRow.get(row)).map(({ row }) => row),
  );
  const guessed = plan.rows.filter(({ expected: more }) => more > 0).map(({ row }) => row);
  assert.ok(whole.size > 5 && guessed.length > 5);
  for (const row of guessed) assert.ok(!whole.has(row), `row ${row}`);
  assert.equal(plan.uncounted, [...byRow.keys()].filter((row) => !whole.has(row)).length);
});

test('a refill that is decided stands on the order, the calendar, the board; set trees count once', async () => {
  const facts = await setting.facts();
  const plan = (await refillingOf(facts, bench(), 0.9))!;
  const layoutId = await layoutOf();
  const soon = addTo(facts.today, { days: 3 });
  const [species] = plan.species;
  const input = {
    ...{ ...event(), layoutId, chance: 0.9, plantOn: soon, days: 2, nursery: 'Bank nursery' },
    rows: plan.rows,
    toOrder: [{ id: uuid(), speciesId: species.id, count: 77 }],
  };
  const before = (await facts.of(ordersFact, bench().id)).length;
  const hoursBilled = async () =>
    (await billOf(await setting.facts(), await now())).bill.lines.find(
      ({ key }) => key === 'planting',
    )!.needed.value;
  const billedBefore = await hoursBilled();
  const done = (await setting.done('leader', 'survival.refill', input)) as { number: number };
  assert.equal(done.number, 1);
  assert.equal((await setting.done('leader', 'survival.refill', input)).already, true);
  // Another leader, who had seen none, does not order the same trees again.
  await setting.refused(
    ...(['leader', 'survival.refill', { ...input, ...event(), edition: 0 }] as const),
    ...([409, /decided refill 1 meanwhile/] as const),
  );
  block = await now();
  const after_ = await setting.facts();
  const orders = await after_.of(ordersFact, bench().id);
  assert.equal(orders.length, before + 1);
  const line = orders.find(({ id }) => id === input.toOrder[0].id)!;
  assert.deepEqual([line.count, line.nursery, line.deliverOn], [77, 'Bank nursery', soon]);
  const due = await dueOf(after_, block);
  const tasks = [...due.tending.late, ...due.tending.now, ...due.tending.ahead];
  const task = tasks.find(({ label }) => words(label) === 'Refill 1')!;
  assert.equal(task.finish, addTo(soon, { days: 1 }), 'two days from the planting day on');
  const keys = async () =>
    (await blockState(await setting.facts(), block)).calls.map(({ say }) => say.key);
  assert.ok((await keys()).includes('survival.refillDue'));
  assert.ok(!(await keys()).includes('survival.order'));

  const [row] = plan.rows.filter(({ pegs }) => pegs.length);
  const set = {
    ...{ ...event(), refillId: input.id, row: row.row, speciesId: species.id, trees: 2 },
    corrects: null,
  };
  await setting.done('planter', 'survival.refilled', set);
  assert.equal((await setting.done('planter', 'survival.refilled', set)).already, true);
  const state = (await refillOf(await setting.facts(), bench().id))!;
  assert.deepEqual([state.set, state.setByRow.get(row.row)], [2, 2]);
  const places = plan.rows.reduce((sum, { pegs, expected: more }) => sum + pegs.length + more, 0);
  assert.deepEqual([state.places, state.ordered], [Math.round(places), 77]);
  await setting.done('planter', 'survival.refilled', { ...set, ...event(), corrects: set.id });
  assert.equal((await refillOf(await setting.facts(), bench().id))!.set, 0);

  assert.equal(await hoursBilled(), billedBefore, 'what was planted took as long as it took');
  // The bill of the block has the refill's trees and its days, whether set or still to be.
  const { bill } = await billOf(await setting.facts(), await now());
  const needed = (key: string) => bill.lines.find((one) => one.key === key)!.needed.value;
  assert.equal(needed('refillTrees'), 77);
  const share =
    Math.round(places) / (await releasedLayout(await setting.facts(), bench().id))!.trees;
  assert.ok(Math.abs(needed('refilling') / needed('planting') - share) < 1e-9);
  assert.deepEqual(await refillsTakeOf(await setting.facts(), bench().id), {
    ...{ trees: 77, places: Math.round(places), set: 0 },
  });

  const bad = (more: object, says: RegExp, status = 409) =>
    setting.refused('planter', 'survival.refilled', { ...set, ...event(), ...more }, status, says);
  await bad({ refillId: uuid() }, /not known any more/);
  await bad({ trees: 9000 }, /places; 9/);
  // A whole row may have died; not one tree more.
  const kept = await setting.store.layoutRow.findOne({
    where: { layoutId, number: row.row },
  });
  const all = { ...set, ...event(), trees: kept!.trees };
  await bad({ trees: kept!.trees + 1 }, /places; /);
  await setting.done('planter', 'survival.refilled', all);
  // Nor in two entries: those that stand count together, and the same sent again is the same.
  await bad({ trees: 1 }, new RegExp(`${kept!.trees} are done; 1 more is too many`));
  assert.equal((await setting.done('planter', 'survival.refilled', all)).already, true);
  await setting.done('planter', 'survival.refilled', { ...all, ...event(), corrects: all.id });
  await bad({ row: 9999 }, /no row/i);
  await bad({ corrects: uuid() }, /not there/);
  await setting.refused('viewer', 'survival.refilled', { ...set, ...event() }, 403, /./);
});

test('a refill is shared out, led and loaded for as any planting day is', async () => {
  const { id: blockId } = bench();
  const layoutId = await layoutOf();
  const facts = await setting.facts();
  const { refill, rows, species } = await inHandOf(facts, blockId);
  assert.ok(refill, 'its day is within weeks');
  const left = (of: typeof rows) => of.reduce((sum, { open, dead }) => sum + open + dead, 0);
  assert.ok(rows.every(({ open }) => open === 0));
  assert.equal(left(rows), refill.places - refill.set);
  const planters = (await setting.store.planter.findAll({ where: { siteId: setting.site.id } }))
    .filter((one) => !one.get('retiredOn'))
    .slice(0, 3)
    .map((one) => one.get('id'));
  await setting.done('leader', 'crew.share', { layoutId, planters });
  const shares = await (await setting.facts()).of(sharesFact, blockId);
  const own = planters.map((planter) =>
    left(rows.filter(({ number }) => holds(shares, planter, number))),
  );
  assert.equal(
    own.reduce((sum, trees) => sum + trees, 0),
    left(rows),
    'every row with dead places is somebody’s',
  );
  assert.ok(Math.max(...own) < 1.5 * Math.min(...own), `${own.join(', ')} are about alike`);

  const items = sentencesOf((await briefingOfBlock(await setting.facts(), await now())).items);
  const who = items.filter(({ figures }) => 'planter' in figures && 'rows' in figures);
  assert.equal(who.length, planters.length);
  assert.ok(items.some(({ key }) => key === 'brief.refill'));
  assert.deepEqual(
    who.map(({ figures }) => figures.trees).sort(),
    [...own].sort(),
    'the briefing sends them to the same trees',
  );
  const before = await liveOf(await setting.facts(), await now());
  assert.deepEqual(
    planters.map((id) => before.planters.find((one) => one.id === id)?.left),
    own,
  );
  for (const { since, row, rowEnds } of before.planters.filter(({ left: own }) => own)) {
    assert.ok(row !== null);
    assert.equal(
      rowEnds === null,
      since === null,
      'only whoever is here comes to the end of a row',
    );
  }
  const [planterId] = planters;
  const first = rows.find(({ number, dead }) => dead > 1 && holds(shares, planterId, number))!;
  const set = { ...event(), refillId: refill.id, row: first.number, planterId, corrects: null };
  const [speciesId] = species;
  await setting.done('leader', 'survival.refilled', { ...set, speciesId, trees: 2 });
  const live = await liveOf(await setting.facts(), await now());
  const [was, is] = [before, live].map((one) => one.planters.find(({ id }) => id === planterId)!);
  assert.deepEqual(
    [is.today - was.today, is.lastHour - was.lastHour, was.left - is.left, is.row],
    [2, 2, 2, first.number],
  );
  assert.equal(is.wordAt, new Date(set.at).getTime());
  assert.deepEqual(
    [live.refill!.set - before.refill!.set, live.refill!.today - before.refill!.today],
    [2, 2],
  );
  assert.equal(live.today, before.today, 'places of the layout are told apart');

  // A tree of a species that nobody planned fills its place all the same.
  const other = (await setting.store.species.findAll({ where: { siteId: setting.site.id } })).find(
    (card) => !species.includes(card.get('id')),
  )!;
  const odd = { ...set, ...event(), speciesId: other.get('id'), trees: 1 };
  await setting.done('leader', 'survival.refilled', odd);
  const then = await inHandOf(await setting.facts(), blockId);
  assert.equal(left(then.rows), left(rows) - 3);
  assert.ok(then.species.includes(odd.speciesId));
  await setting.done('leader', 'survival.refilled', { ...odd, ...event(), corrects: odd.id });

  // Whoever is in a row keeps it when the rest is shared out again.
  await setting.done('leader', 'crew.share', { layoutId, planters: planters.toReversed() });
  const again = await (await setting.facts()).of(sharesFact, blockId);
  assert.ok(holds(again, planterId, first.number));
  const next = (await nextDay(await setting.facts(), blockId))!;
  assert.deepEqual(next.species, species);
  const wanted = wantedOf(next.crews, species.length);
  const most = next.crews.reduce((sum, { rate }) => sum + rate, 0);
  assert.equal(
    wanted.reduce((sum, trees) => sum + trees, 0),
    Math.min(
      most,
      left(
        next.crews.flatMap(({ rows: of }) =>
          rows.filter((row) => of.some(({ number }) => number === row.number)),
        ),
      ) - 2,
    ),
  );
  await setting.done('leader', 'survival.refilled', {
    ...{ ...set, speciesId, trees: 2 },
    ...{ ...event(), corrects: set.id },
  });
});

test('dead places are filled by hand, also where a machine planted the rest', async () => {
  const { id: blockId, conditions } = bench();
  const usual = async () => {
    const live = await liveOf(await setting.facts(), await now());
    return live.planters.map(({ name, usual: perHour }) => [name, Math.round(perHour * 1e6)]);
  };
  // Nobody typed what they set: what is usual decides.
  const typed = await setting.store.planter.findAll({ where: { siteId: setting.site.id } });
  await setting.store.planter.update({ rate: null }, { where: { siteId: setting.site.id } });
  const onFootBefore = await usual();
  const keep = (planting: 'hand' | 'machine') =>
    setting.store.block.update(
      { conditions: { ...conditions, planting } },
      { where: { id: blockId } },
    );
  await keep('machine');
  try {
    assert.deepEqual(await usual(), onFootBefore, 'no seat, and what its tallies say, is in it');
    const before = await (await setting.facts()).of(sharesFact, blockId);
    const planters = [...new Set(before.map(({ planterId }) => planterId))];
    await setting.done('leader', 'crew.share', { layoutId: await layoutOf(), planters });
    const shares = await (await setting.facts()).of(sharesFact, blockId);
    // A row without dead places may lie between: on foot a few pieces, of seats every other row.
    assert.ok(shares.length <= planters.length + 2, `${shares.length} pieces`);
  } finally {
    await keep('hand');
    for (const one of typed)
      await setting.store.planter.update(
        { rate: one.get('rate') },
        { where: { id: one.get('id') } },
      );
  }
});

test('whoever follows the planters follows into dead places too', async () => {
  const { id: blockId } = bench();
  const layoutId = await layoutOf();
  const facts = await setting.facts();
  const { refill, rows, species } = await inHandOf(facts, blockId);
  const { number: row } = rows.find(({ dead }) => dead > 2)!;
  const watered = async (from: string | null = null) => {
    const block = { ...(await now()) };
    block.calendarTerms = {
      ...block.calendarTerms,
      waves: { water: { hands: 2, rate: 60, within: 24, from } },
    };
    const at = await setting.facts();
    const { states, rows: byRow } = await wavesOf(at, block);
    const [water] = states;
    return { water, next: water.next.find((one) => one.row === row), now: at.now, byRow };
  };
  const wave = { ...event(), layoutId, row, wave: 'water', corrects: null };
  const standing = async () => (await watered()).byRow.find(({ number }) => number === row)!;
  const { planted, done: already } = await standing();
  const at = new Date(Date.now() - 3 * 86_400_000).toISOString();
  const done = { ...wave, at, count: planted - (already.water ?? 0) };
  await setting.done('leader', 'crew.wave', done);
  const before = await watered();
  assert.equal(before.next, undefined, 'all that stood is watered');
  const set = {
    ...{ ...event(), refillId: refill!.id, row, speciesId: species[0], trees: 3 },
    corrects: null,
  };
  await setting.done('planter', 'survival.refilled', set);
  const then = await watered();
  assert.equal(then.water.waiting, before.water.waiting + 3);
  assert.equal(then.next?.trees, 3);
  // Due from when they went in, and not from when the row was planted last year.
  assert.equal(then.next?.due, new Date(set.at).getTime() + 24 * 3_600_000);
  assert.equal(then.next?.late, false);
  // Of a wave that follows from today on the refill alone is work, whatever was watered before.
  const today = await watered(facts.today);
  assert.deepEqual([today.water.waiting, today.next?.trees], [3, 3]);
  const more = { ...wave, ...event(), count: 3 };
  await setting.done('leader', 'crew.wave', more);
  assert.equal((await watered()).next, undefined);
  // Known and expected places of the row may be done ahead of their trees, more than these may not.
  const own = refill!.rows.find((one) => one.row === row)!;
  const again = Math.max(3, own.pegs.length + Math.ceil(own.expected));
  const { trees } = (await setting.store.layoutRow.findOne({
    where: { layoutId, number: row },
    raw: true,
  }))!;
  await setting.refused(
    ...(['leader', 'crew.wave', { ...wave, ...event(), count: 900 }, 409] as const),
    new RegExp(`has ${trees + again} places`),
  );
  for (const { id, count } of [more, done])
    await setting.done('leader', 'crew.wave', { ...wave, ...event(), count, corrects: id });
  await setting.done('planter', 'survival.refilled', { ...set, ...event(), corrects: set.id });
});

test('young trees in dead places are watered by their own roots, beside the older ones', async () => {
  const { id: blockId } = bench();
  const layoutId = await layoutOf();
  const water = async () => (await waterOf(await setting.facts(), await now())).zones;
  const before = await water();
  assert.ok(before.every(({ again }) => !again));
  const { refill, rows, species } = await inHandOf(await setting.facts(), blockId);
  const sets = rows
    .filter(({ dead }) => dead > 2)
    .slice(0, 2)
    .map(({ number: row }) => ({
      ...{ ...event(), refillId: refill!.id, row, speciesId: species[0], trees: 3 },
      corrects: null,
    }));
  for (const set of sets) await setting.done('planter', 'survival.refilled', set);
  const then = await water();
  const sum = (of: typeof then) => of.reduce((all, { trees }) => all + trees, 0);
  const young = then.filter(({ again }) => again);
  assert.equal(sum(young), 6);
  assert.equal(sum(then), sum(before) + 6, 'dead places drank nothing before, and do now');
  for (const one of young) {
    const older = then.find(({ again, name }) => !again && name === one.name)!;
    assert.ok(one.full < older.full, 'roots of this year reach less');
    assert.notEqual(one.zone, older.zone);
  }
  // Three trees of a row watered are the three that went in again; the whole row is all of them.
  const [{ row }] = sets;
  const given = async () => {
    const { all } = await thirstyZones(await setting.facts(), await now());
    const litres = (again: boolean) =>
      all
        .filter(({ since, trees }) => again === Boolean(since) && trees.has(row))
        .reduce((most, one) => most + [...one.given.values()].reduce((a, b) => a + b, 0), 0);
    return [litres(true), litres(false)];
  };
  const dry = await given();
  const pour = (trees: number) => ({
    ...{ ...event(), layoutId, row, trees, litres: 8, corrects: null },
  });
  const few = pour(3);
  await setting.done('planter', 'tending.watered', few);
  const spot = await given();
  assert.ok(spot[0] > dry[0]);
  assert.equal(spot[1], dry[1]);
  const whole = pour((await plantedOf(await setting.facts(), blockId)).byRow.get(row)!);
  await setting.done('planter', 'tending.watered', whole);
  const all = await given();
  assert.ok(all[0] > spot[0] && all[1] > spot[1]);
  for (const one of [few, whole])
    await setting.done('planter', 'tending.watered', { ...one, ...event(), corrects: one.id });
  for (const set of sets)
    await setting.done('planter', 'survival.refilled', { ...set, ...event(), corrects: set.id });
  assert.deepEqual(await water(), before);
});

test('days in dead places teach what a planter sets there, and take nothing from their pace in open ones', async () => {
  const { id: blockId } = bench();
  const { today } = await setting.facts();
  const { refill, rows, species } = await inHandOf(await setting.facts(), blockId);
  const shares = await (await setting.facts()).of(sharesFact, blockId);
  const [{ planterId }] = shares;
  const { number: row } = rows.find(({ dead }) => dead > 2)!;
  const rates = async () => {
    const facts = await setting.facts();
    return [
      (await plantingRates(facts, blockId)).get(planterId)!,
      (await learnedRates(facts, blockId)).get(planterId)!,
    ];
  };
  const [plantingBefore, before] = await rates();
  assert.ok(before.perHour.value < plantingBefore.perHour.value, 'the walk is in it');
  const yesterday = dayBounds(addTo(today, { days: -1 }), setting.site.zone)[0];
  const at = new Date(yesterday + 10 * 3_600_000).toISOString();
  const set = {
    ...{ ...event(), at, refillId: refill!.id, row, speciesId: species[0], trees: 12 },
    ...{ planterId, corrects: null },
  };
  await setting.done('leader', 'survival.refilled', set);
  const [planting, then] = await rates();
  assert.equal(then.days, 1);
  // Twelve trees on a day of which nobody clocked the hours: eight of them, beside eight of planting and the walk.
  const walk = await walkOf(await setting.facts(), blockId);
  const expected = (8 / (1 / planting.perHour.value + walk) + 12) / 16;
  assert.ok(Math.abs(then.perHour.value - expected) < 1e-9, `${then.perHour.value} ${expected}`);
  assert.deepEqual(planting.perHour, plantingBefore.perHour);
  // Old habits return in a refill as well: whoever filled places this week and was not looked at is named.
  const named = async () =>
    (await blockState(await setting.facts(), await now())).calls.find(
      ({ say }) => say.key === 'crew.unwatched',
    )?.say.figures;
  const { name } = (await (await setting.facts()).of(plantersFact)).find(
    ({ id }) => id === planterId,
  )!;
  assert.deepEqual((await named())?.planters, { list: [name] });
  await setting.done('leader', 'survival.refilled', { ...set, ...event(), corrects: set.id });
  assert.deepEqual((await rates())[1].perHour, before.perHour);
  assert.equal(await named(), undefined);
});

test('a refill is over once somebody says that this was all of it, and goes on when they take it back', async () => {
  const { id: blockId } = bench();
  const { today } = await setting.facts();
  const { id, places, set } = (await refillOf(await setting.facts(), blockId))!;
  const say = (kind: 'done' | 'undone') =>
    setting.done('leader', 'calendar.task', {
      ...{ ...event(), blockId, task: refillTask(id), kind, day: today },
    });
  const stands = async () => {
    const facts = await setting.facts();
    const { refill, rows } = await inHandOf(facts, blockId);
    return {
      refill: refill?.id,
      dead: rows.reduce((sum, { dead }) => sum + dead, 0),
      called: (await blockState(facts, await now())).calls.some(
        ({ say: of }) => of.key === 'survival.refillDue',
      ),
      billed: (await refillsTakeOf(facts, blockId)).places,
    };
  };
  const going = { refill: id, dead: places - set, called: true, billed: places };
  assert.deepEqual(await stands(), going);
  await say('done');
  assert.deepEqual(await stands(), { refill: undefined, dead: 0, called: false, billed: set });
  await say('undone');
  assert.deepEqual(await stands(), going);
});

test('a tree set into a dead place is another one: no tree comes back to life, and the first ones stay dead', async () => {
  const layoutId = await layoutOf();
  const plan = (await refillingOf(await setting.facts(), bench(), 0.9))!;
  const row = plan.rows.find(({ pegs }) => pegs.length > 2)!;
  const [first, second] = row.pegs.map(({ peg }) => peg);
  const before = (await survivalFindings(await setting.facts(), bench()))!.time.curves;
  const lived = (curves: typeof before) =>
    curves.map(({ name, points }) => [name, points.at(-1)!.survival.toFixed(4)]);
  const counts = await (await setting.facts()).of(countsFact, bench().id);
  const last = counts.filter((count) => count.row === row.row).at(-1)!;
  const decided = {
    ...{ ...event(), layoutId, chance: 0.9, days: 1, nursery: 'Bank nursery', toOrder: [] },
    plantOn: addTo((await setting.facts()).today, { days: 1 }),
    rows: [{ row: row.row, pegs: row.pegs.slice(0, 1), expected: 0 }],
  };
  await setting.done('leader', 'survival.refill', decided);
  await setting.done('planter', 'survival.refilled', {
    ...{ ...event(), refillId: decided.id, row: row.row, trees: 1, corrects: null },
    speciesId: row.pegs[0].speciesId,
  });
  const among = async () => (await countedOf(await setting.facts(), await now()))!.refilled;
  // What went in after a row was counted is no part of that count.
  assert.equal(await among(), 0);
  // Counted again: the filled place lives, and so does one that nobody filled.
  const marks = [...last.marks]
    .map((mark, i) => (i + 1 === first || i + 1 === second ? '1' : mark))
    .join('');
  const done = (await setting.done('checker', 'survival.count', {
    ...{ ...event(), layoutId, row: row.row, marks, causes: [], heights: [] },
    ...{ set: last.set, alive: last.alive + 2, countedOn: (await setting.facts()).today },
  })) as { cameBack?: number[] };
  assert.deepEqual(done.cameBack, [second], 'only the one that nobody filled');
  assert.equal(await among(), 1, 'the count says of how many places it tells another tree');
  const after_ = (await survivalFindings(await setting.facts(), bench()))!.time.curves;
  const [then, now_] = [new Map(lived(before) as [string, string][]), lived(after_)];
  // The tree that was wrongly taken for dead lives again; the filled one changes nothing of its forerunner.
  const changed = now_.filter(([name, share]) => then.get(name) !== share);
  assert.ok(changed.length <= 1, JSON.stringify(changed));
});

test('a refill never goes where a tree lives, into the past, twice into one place, or by a checker', async () => {
  const facts = await setting.facts();
  const layoutId = await layoutOf();
  const counts = await facts.of(countsFact, bench().id);
  const { row, marks } = counts.at(-1)!;
  const speciesId = (await refillingOf(facts, bench(), 0.9))!.species[0].id;
  const living = [...marks].findIndex((mark) => isAlive(mark)) + 1;
  const dead = [...marks].findIndex((mark) => isDead(mark)) + 1;
  const one = {
    ...{ layoutId, chance: 0.9, plantOn: addTo(facts.today, { days: 30 }), days: 1 },
    ...{ nursery: 'Bank nursery', toOrder: [] },
    rows: [{ row, pegs: [{ peg: dead, speciesId }], expected: 0 }],
  };
  const bad = (more: object, says: RegExp, status = 409, who: 'leader' | 'checker' = 'leader') =>
    setting.refused(who, 'survival.refill', { ...event(), ...one, ...more }, status, says);
  const rowsWith = (...pegs: number[]) => ({
    rows: [{ row, pegs: pegs.map((peg) => ({ peg, speciesId })), expected: 0 }],
  });
  await bad(rowsWith(living), /no dead tree/);
  await bad(rowsWith(dead, dead), /twice/);
  await bad(rowsWith(99_999), /no dead tree/);
  await bad({ plantOn: addTo(facts.today, { days: -1 }) }, /past/);
  await bad({ rows: [] }, /at least 1/, 400);
  await bad({ rows: [{ row: 9999, pegs: [], expected: 1 }] }, /no row/i);
  await bad({}, /./, 403, 'checker');
});

test('care row by row: done once, taken back, stakes that stand too long are called', async () => {
  const layoutId = await layoutOf();
  const cared = {
    ...{ ...event(), layoutId, row: 5, kind: 'weeded' as const, trees: 20, corrects: null },
  };
  await setting.done('planter', 'tending.cared', cared);
  assert.equal((await setting.done('planter', 'tending.cared', cared)).already, true);
  const states = async () => (await careOf(await setting.facts(), bench())).states;
  const [weeded] = await states();
  assert.deepEqual([weeded.kind, weeded.rows, weeded.trees], ['weeded', [5], 20]);
  assert.ok(weeded.left.length > 10 && !weeded.left.includes(5));
  await setting.done('planter', 'tending.cared', { ...cared, ...event(), corrects: cared.id });
  assert.deepEqual(await states(), []);
  const long = new Date(Date.now() - 600 * 86_400_000).toISOString();
  await setting.done('planter', 'tending.cared', {
    ...{ ...cared, ...event(), at: long, kind: 'stakes on' as const },
  });
  const keys = async () =>
    (await blockState(await setting.facts(), bench())).calls.map(({ say }) => say.key);
  assert.ok((await keys()).includes('tending.oldStakes'));
  await setting.done('planter', 'tending.cared', {
    ...{ ...cared, ...event(), kind: 'stakes off' as const },
  });
  assert.ok(!(await keys()).includes('tending.oldStakes'));
  // All rows weeded: the calendar's task is done though nobody ticked it, and a tree of a row more makes none late.
  const weeds = async () => {
    const { tending } = await dueOf(await setting.facts(), await now());
    return [...tending.late, ...tending.now, ...tending.ahead, ...tending.done].filter(({ key }) =>
      key.startsWith('weed-'),
    );
  };
  assert.ok((await weeds()).some(({ state }) => state === 'late'));
  const { byRow } = await plantedOf(await setting.facts(), bench().id);
  for (const [row, trees] of byRow)
    if (trees > 0)
      await setting.done('planter', 'tending.cared', { ...cared, ...event(), row, trees });
  const told = (await weeds()).filter(({ elsewhere }) => elsewhere === 'tending');
  assert.ok(told.length >= 1 && told.every(({ state }) => state === 'done'));
  assert.ok((await weeds()).every(({ state }) => state !== 'late'));
  const bad = (more: object, says: RegExp, status = 409) =>
    setting.refused('planter', 'tending.cared', { ...cared, ...event(), ...more }, status, says);
  await bad({ trees: 9000 }, /places; 9/);
  await bad({ kind: 'sung to' }, /one of/, 400);
});

test('trees that were set are told in the order of their hours, whatever came first', async () => {
  const [plan] = await (await setting.facts()).of(refillPlansFact, bench().id);
  const [row] = plan.rows.filter(({ pegs }) => pegs.length);
  const [{ speciesId }] = row.pegs;
  const set = (minutesAgo: number) => ({
    ...{ ...event(), at: new Date(Date.now() - minutesAgo * 60_000).toISOString() },
    ...{ refillId: plan.id, row: row.row, speciesId, trees: 1, corrects: null },
  });
  const [late, early, middle] = [set(1), set(30), set(10)];
  for (const one of [late, early, middle]) await setting.done('planter', 'survival.refilled', one);
  const ids = [early, middle, late].map(({ id }) => id);
  const listed = await (await setting.facts()).of(refilledFact, bench().id);
  assert.deepEqual(
    listed.filter(({ id }) => ids.includes(id)).map(({ id }) => id),
    ids,
  );
  const { last } = (await refillOf(await setting.facts(), bench().id))!;
  const own = listed.filter(({ refill }) => refill === plan.id).map(({ at }) => at);
  assert.equal(last, Math.max(...own), 'the newest is the last');
});

test('trees ordered for a refill, and trees that went into dead places, are not counted for the plan', async () => {
  const { id: blockId } = bench();
  const plans = await (await setting.facts()).of(refillPlansFact, blockId);
  const { id: orderId, speciesId } = plans.flatMap(({ toOrder }) => toOrder)[0];
  const stands = async () => {
    const facts = await setting.facts();
    const { cover } = await toOrderOf(facts, await now());
    const { asked, confirmed, received, toAsk, short } = cover.find(
      ({ species }) => species === speciesId,
    )!;
    const reach = (await reachOf(facts, blockId)).find((one) => one.speciesId === speciesId)!;
    const { onHand, unclosed, ledger } = reach;
    return { asked, confirmed, received, toAsk, short, onHand, unclosed, ledger };
  };
  const before = await stands();
  const all = await (await setting.facts()).of(ordersFact, blockId);
  const own = await planLinesOf(await setting.facts(), blockId);
  assert.equal(all.length - own.length, plans.flatMap(({ toOrder }) => toOrder).length);
  assert.equal(
    before.asked,
    own
      .filter(({ species, replaces }) => (replaces ?? species) === speciesId)
      .reduce((sum, line) => sum + expectedOf(line), 0),
  );
  const lot = { id: uuid(), blockId, speciesId, code: 'R-8', orderId };
  await setting.done('leader', 'stock.lot', { ...lot, nursery: 'Bank nursery', age: 'plug' });
  const nowhere = { placeId: null, toId: null, corrects: null, closes: null, note: '' };
  const receive = { ...event(), lotId: lot.id, kind: 'receive', count: 60, planterId: null };
  await setting.done('leader', 'stock.record', { ...receive, ...nowhere });
  assert.deepEqual(await stands(), { ...before, ledger: before.ledger + 60 });
  // More set than came on such lines: the rest came out of the plan's.
  const [plan] = plans;
  const earlier = (await (await setting.facts()).of(refilledFact, blockId))
    .filter((set) => set.speciesId === speciesId)
    .reduce((sum, { trees }) => sum + trees, 0);
  const row = await setting.store.layoutRow.findOne({
    where: { layoutId: await layoutOf() },
    order: [['trees', 'DESC']],
  });
  const set = { ...event(), refillId: plan.id, row: row!.number, speciesId, corrects: null };
  await setting.done('leader', 'survival.refilled', { ...set, trees: 70 });
  const then = await stands();
  assert.equal(then.received, before.received - (earlier + 70 - Math.max(60, earlier)));
  assert.ok(then.received < before.received);
  await setting.done('leader', 'survival.refilled', {
    ...{ ...set, trees: 70 },
    ...{ ...event(), corrects: set.id },
  });
});

test('the lot that came for a refill is not told for trees that were planted before it', async () => {
  const facts = await setting.facts();
  const [lots, { lastAt }] = [
    await facts.of(lotsFact, bench().id),
    await facts.of(sownFact, bench().id),
  ];
  const [row] = [...lastAt].sort(([, a], [, b]) => a - b)[0];
  const one = lots.find(({ lot, balance }) => {
    const others = lots.filter((other) => standsFor(other.lot) === standsFor(lot));
    return balance.received > 0 && others.length === 1;
  })!;
  const told = async () =>
    (await lotTeller(await setting.facts(), bench().id))(standsFor(one.lot), row, undefined)?.id;
  assert.equal(await told(), one.lot.id);
  const lot = { id: uuid(), blockId: bench().id, speciesId: standsFor(one.lot), code: 'R-9' };
  await setting.done('leader', 'stock.lot', { ...lot, nursery: 'Bank nursery', age: 'plug' });
  await setting.done('leader', 'stock.record', {
    ...{ ...event(), lotId: lot.id, kind: 'receive', count: 90, planterId: null },
    ...{ placeId: null, toId: null, corrects: null, closes: null, note: '' },
  });
  assert.equal(await told(), one.lot.id);
});

test('trees of a refill are handed out, accounted, paid and listed as others are, for whom they were entered', async () => {
  const facts = await setting.facts();
  const block = bench();
  const { today } = facts;
  const plan = (await refillOf(facts, block.id))!;
  const [{ row }] = plan.rows;
  const { lot } = (await facts.of(lotsFact, block.id)).find((one) => one.lot.code === 'R-9')!;
  const planters = await setting.store.planter.findAll({ where: { siteId: setting.site.id } });
  const idOf = (personId: string | null) =>
    planters.find((one) => one.get('personId') === personId && !one.get('retiredOn'))!.get('id');
  const [own, other] = [idOf(setting.people.planter.id), idOf(null)];
  const issue = (planterId: string, count: number) =>
    setting.done('leader', 'stock.record', {
      ...{ ...event(), lotId: lot.id, kind: 'issue', count, planterId },
      ...{ placeId: null, toId: null, corrects: null, closes: null, note: '' },
    });
  // Handed out by mistake and taken back on the same day is not handed out.
  const mistake = { ...event(), lotId: lot.id, kind: 'issue', count: 7, planterId: own };
  const nowhere = { placeId: null, toId: null, corrects: null, closes: null, note: '' };
  await setting.done('leader', 'stock.record', { ...mistake, ...nowhere });
  await setting.done('leader', 'stock.record', {
    ...{ ...mistake, ...nowhere, ...event() },
    ...{ kind: 'correct', count: 0, planterId: null, corrects: mistake.id },
  });
  await issue(own, 10);
  await issue(other, 5);
  const paid = async (planter: string) =>
    (await paySheetOf(await setting.facts(), today, today)).find((one) => one.planter === planter)
      ?.trees ?? 0;
  const before = [await paid(own), await paid(other)];
  const sheetBefore = await tallySheetOf(await setting.facts(), block.id, today);
  const refilledBy = ({ lines }: typeof sheetBefore, id: string) =>
    lines
      .find(({ planter }) => planter === id)
      ?.refilled.filter((one) => one.row === row)
      .reduce((sum, { trees }) => sum + trees, 0);
  const set = (trees: number, more: object = {}) => ({
    ...{ ...event(), refillId: plan.id, row, speciesId: standsFor(lot), trees, corrects: null },
    ...more,
  });
  const mine = set(4);
  const theirs = set(3, { planterId: other });
  await setting.done('planter', 'survival.refilled', mine);
  await setting.refused('planter', 'survival.refilled', set(3, { planterId: other }), 409, /./);
  await setting.refused('leader', 'survival.refilled', set(3, { planterId: uuid() }), 409, /./);
  await setting.done('leader', 'survival.refilled', theirs);

  const account = async () => {
    const lines = (await dayAccount(new Reader(setting.store), block, setting.site, today)).account
      .lines;
    return [own, other].map((planter) => {
      const line = lines.find((one) => one.planter === planter && one.species === standsFor(lot))!;
      return [line.issued, line.planted, line.missing];
    });
  };
  assert.deepEqual(await account(), [
    [10, 4, 6],
    [5, 3, 2],
  ]);
  const close = { blockId: block.id, day: today };
  assert.equal((await setting.done('leader', 'stock.closeDay', close)).posted, 7);
  assert.deepEqual([await paid(own), await paid(other)], [before[0] + 4, before[1] + 3]);
  const sheet = await tallySheetOf(await setting.facts(), block.id, today);
  assert.deepEqual(
    [own, other].map((id) => (refilledBy(sheet, id) ?? 0) - (refilledBy(sheetBefore, id) ?? 0)),
    [4, 3],
  );
  assert.deepEqual(
    sheet.entries
      .filter(({ id }) => id === mine.id || id === theirs.id)
      .map(({ author, what, planter }) => [author, what.kind, planter]),
    [
      [setting.people.planter.name, 'refill', own],
      [setting.people.leader.name, 'refill', other],
    ],
  );
  // Taken back, it is planted by nobody, and the next closing writes that too.
  await setting.done('leader', 'survival.refilled', {
    ...{ ...theirs, ...event(), corrects: theirs.id },
  });
  assert.deepEqual((await account())[1], [5, 0, 5]);
  assert.equal((await setting.done('leader', 'stock.closeDay', close)).posted, -3);
  assert.equal(await paid(other), before[1]);
});
