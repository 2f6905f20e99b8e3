// One small block from its first line to its last count: what each page's figure says at every step.
import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { orderQuantity, USUAL_TERMS } from '../../core/stock/order';
import { treesInRow, type StoredRow } from '../../core/rows/stored';
import { dayOf } from '../../core/say/day';
import { dueOf, tasksOf } from '../../src/lib/rooms/calendar/tasks.server';
import { billOf } from '../../src/lib/rooms/calendar/year.server';
import { doneElsewhere } from '../../src/lib/rooms/calendar/elsewhere.server';
import { boxesFact, rowFaultsFact } from '../../src/lib/rooms/crew/follow.server';
import { crewCalls } from '../../src/lib/rooms/crew/board.server';
import { sentencesOf } from '../../core/crew/briefing';
import { briefingOfBlock } from '../../src/lib/rooms/crew/briefing.server';
import { liveOf } from '../../src/lib/rooms/crew/live.server';
import { toPlant } from '../../src/lib/rooms/calendar/supply.server';
import { nextDay } from '../../src/lib/rooms/crew/next-day.server';
import { plantedOf, sownFact, talliesFact } from '../../src/lib/rooms/crew/facts.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { layoutsFact, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { planOfNow } from '../../src/lib/rooms/checks/facts.server';
import { countedOf, countsFact } from '../../src/lib/rooms/survival/facts.server';
import { survivalFindings } from '../../src/lib/rooms/survival/findings.server';
import { refillingOf } from '../../src/lib/rooms/survival/refilling.server';
import { treatmentsOf } from '../../src/lib/rooms/survival/treatments.server';
import { reachOf, toOrderOf } from '../../src/lib/rooms/stock/need.server';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
let blockId: string;
let layoutId: string;
let rows: StoredRow[];
let bare: string;
let potted: string;
/** Trees of each species that the layout has places for. */
let places: number[];
let planters: string[];
let total: number;
const lots: Record<string, string> = {};

before(async () => {
  setting = await demoSetting('small_block');
  ({ today } = await setting.facts());
});
after(() => setting.store.sequelize.close());

const block = async () => (await setting.store.block.findByPk(blockId))!.get() as BlockRow;
const elsewhere = async () => doneElsewhere(await setting.facts(), await block());
const toOrder = async () => toOrderOf(await setting.facts(), await block());
const standing = async () => (await blockState(await setting.facts(), await block())).standing;
let today: string;
const daysAgo = (days: number) => addTo(today, { days: -days });
/** An event at noon of one of the site's days, so that no midnight is near; today now. */
const then = (days: number, minutes = 0) => ({
  ...event(),
  ...(days && {
    at: new Date(Date.parse(`${daysAgo(days)}T11:00:00Z`) + minutes * 60_000).toISOString(),
  }),
});

const order = (speciesId: string, count: number, more: object = {}) =>
  setting.done('leader', 'stock.order', {
    ...{ id: uuid(), blockId, speciesId, nursery: 'Test Nursery', count, pack: 1 },
    ...{ state: 'asked', edition: 0, ...more },
  });
const moved = (lot: string, kind: string, count: number, days: number, more: object = {}) =>
  setting.done('leader', 'stock.record', {
    ...{ ...then(days), lotId: lots[lot], kind, count, planterId: null, placeId: null },
    ...{ toId: null, corrects: null, closes: null, note: '', ...more },
  });

test('stock is ordered once nothing is left to ask for, species by species', async () => {
  const { store, site } = setting;
  const margin = setting.blocks['Silt Margin'];
  const [west, south] = [margin.originLongitude, margin.originLatitude];
  const ring = [
    [west, south],
    [west + 0.0003, south],
    [west + 0.0003, south + 0.0002],
    [west, south + 0.0002],
    [west, south],
  ];
  ({ blockId } = (await setting.done('leader', 'ground.create', {
    ...{ siteId: site.id, name: 'Small Strip', boundary: [[ring]] },
  })) as { blockId: string });
  assert.deepEqual(
    await elsewhere(),
    {
      ...{ ordered: false, received: false, soaked: false, watered: [] },
      ...{ peggedOn: undefined, plantedOn: undefined, wateredOn: undefined, mulchedOn: undefined },
      ...{ boxesOn: undefined, checkedOn: undefined, countedOn: undefined },
      ...{ cared: [], sprayed: [], refilled: undefined },
    },
    'of a block with nothing on it nothing is done',
  );
  assert.equal((await standing()).key, 'standing.noLayout');
  const cards = await store.species.findAll({ where: { siteId: site.id }, raw: true });
  bare = cards.find(({ stock }) => stock === 'bare-root')!.id;
  potted = cards.find(({ stock }) => stock === 'container')!.id;
  const drawn = (await store.layout.findOne({ where: { blockId: margin.id } }))!.get();
  ({ layoutId } = (await setting.done('leader', 'rows.save', {
    blockId,
    parameters: {
      ...drawn.parameters,
      ...{ pattern: 'square', inRow: 2, between: 3, direction: { kind: 'east-west' } },
      ...{ mix: [bare, potted].map((species, i) => ({ species, share: [70, 30][i] })) },
      ...{ arrangement: { kind: 'rows' }, guide: undefined, moves: [] },
    },
  })) as { layoutId: string });
  const facts = await setting.facts();
  const [layout] = await facts.of(layoutsFact, blockId);
  places = layout.speciesCounts;
  total = layout.trees;
  assert.ok(total > 30 && places.every((count) => count > 5), JSON.stringify(places));
  assert.equal((await standing()).key, 'standing.draftOpen');

  const need = places.map((count) => orderQuantity(count, USUAL_TERMS).value);
  const before = await toOrder();
  assert.deepEqual(
    before.quantities.map(({ speciesId, quantity }) => [speciesId, quantity.value]),
    [bare, potted].map((id, i) => [id, need[i]]),
  );
  assert.deepEqual([before.needed, before.toAsk], [need[0] + need[1], need[0] + need[1]]);
  await order(bare, need[0]);
  assert.equal((await elsewhere()).ordered, false, 'the other species is not asked for');
  assert.deepEqual([(await toOrder()).toAsk, (await toOrder()).asked], [need[1], need[0]]);
  await order(potted, need[1], { state: 'confirmed', confirmed: need[1] });
  assert.equal((await elsewhere()).ordered, true);
  const after = await toOrder();
  assert.deepEqual([after.toAsk, after.confirmed, after.short], [0, need[1], need[0]]);
});

test('stock has come once there is a tree for every place, and is soaked once every bare root was', async () => {
  for (const [code, speciesId] of [
    ['bare', bare],
    ['potted', potted],
  ]) {
    lots[code] = uuid();
    await setting.done('leader', 'stock.lot', {
      ...{ id: lots[code], code: `small ${code}`, blockId, speciesId },
      ...{ nursery: 'Test Nursery', age: '1+0' },
    });
  }
  await moved('bare', 'receive', places[0] + 6, 6);
  assert.equal((await elsewhere()).received, false);
  await moved('potted', 'receive', places[1] - 7, 6);
  assert.equal((await elsewhere()).received, false, 'one tree is missing');
  await moved('potted', 'receive', 5, 6);
  assert.equal((await elsewhere()).received, true);
  await moved('bare', 'cull', 2, 6);
  await moved('bare', 'soak', places[0] + 3, 5);
  assert.equal((await elsewhere()).soaked, false, 'one bare root is still dry');
  await moved('bare', 'soak', 1, 5, { ...then(5, 30) });
  assert.equal((await elsewhere()).soaked, true, 'a potted tree needs no soak');
  // The bare species has six received over its places, of which two were culled; the potted two too few.
  const { cover } = await toOrder();
  assert.deepEqual(
    cover.map(({ species, received }) => [species, received]),
    [
      [bare, places[0] + 6],
      [potted, places[1] - 2],
    ],
  );
  // Where every lot came in containers nothing is put to soak.
  const { store } = setting;
  await store.lot.update({ form: 'plug' }, { where: { id: lots.bare } });
  assert.equal((await elsewhere()).soaked, false);
  await store.lot.update({ form: null }, { where: { id: lots.bare } });
});

test('rows are pegged, shared and planted: what is left, how far the stock reaches, who plants next', async () => {
  const { store, site } = setting;
  await setting.done('leader', 'rows.release', { layoutId });
  rows = await (await setting.facts()).of(rowsFact, blockId);
  assert.ok(rows.length >= 5);
  assert.equal((await standing()).key, 'standing.released');
  await setting.done('leader', 'rows.pegged', {
    ...{ ...then(4), layoutId, rows: rows.slice(1).map(({ number }) => number), stand: true },
  });
  assert.equal((await elsewhere()).peggedOn, undefined);
  await setting.done('leader', 'rows.pegged', {
    ...{ ...then(3), layoutId, rows: [rows[0].number], stand: true },
  });
  assert.equal((await elsewhere()).peggedOn, daysAgo(3));

  // Of all that stands on the ledger, none planted yet.
  const reach = async () =>
    new Map((await reachOf(await setting.facts(), blockId)).map((one) => [one.speciesId, one]));
  const first = await reach();
  assert.deepEqual(
    [first.get(bare)!.onHand, first.get(bare)!.needed, first.get(bare)!.short],
    [places[0] + 4, places[0], 0],
  );
  assert.deepEqual(
    [first.get(potted)!.onHand, first.get(potted)!.needed, first.get(potted)!.short],
    [places[1] - 2, places[1], 2],
  );
  assert.deepEqual(first.get(potted)!.lots, ['small potted']);
  assert.equal(first.get(potted)!.unclosed, 0);

  planters = (
    await store.planter.findAll({
      ...{ where: { siteId: site.id, retiredOn: null }, order: [['position', 'ASC']], raw: true },
    })
  )
    .slice(0, 2)
    .map(({ id }) => id);
  const alone = (await nextDay(await setting.facts(), blockId))!;
  assert.deepEqual(
    alone.crews.map(({ name }) => name),
    ['the crew'],
  );
  assert.deepEqual(
    alone.rows,
    rows.map(({ number }) => number),
    'a few rows are less than a day',
  );
  const half = Math.ceil(rows.length / 2);
  await setting.done('leader', 'crew.assign', {
    layoutId,
    shares: [
      { planterId: planters[0], firstRow: 1, lastRow: half },
      { planterId: planters[1], firstRow: half + 1, lastRow: rows.length },
    ],
  });
  const tally = (row: StoredRow, count: number, days: number, minutes: number) =>
    setting.done('leader', 'crew.tally', {
      ...{ ...then(days, minutes), layoutId, row: row.number, count },
      planterId: planters[row.number <= half ? 0 : 1],
    });
  await tally(rows[0], treesInRow(rows[0]), 2, 0);
  await tally(rows[1], 1, 2, 5);
  const shared = (await nextDay(await setting.facts(), blockId))!;
  assert.deepEqual(
    shared.rows,
    rows.slice(1).map(({ number }) => number),
  );
  assert.deepEqual(
    shared.crews.map(({ planter, rows: own }) => [planter, own[0].number, own[0].planted]),
    [
      [planters[0], 2, 1],
      [planters[1], half + 1, 0],
    ],
  );
  assert.equal((await standing()).key, 'standing.planting');
  const unwatched = async () =>
    (await crewCalls(await setting.facts(), await block())).filter(
      ({ say }) => say.key === 'crew.unwatched',
    );
  const [seen] = await unwatched();
  const names = await store.planter.findAll({ where: { id: planters[0] }, raw: true });
  assert.deepEqual(
    seen.say.figures.planters,
    { list: names.map(({ name }) => name) },
    'who planted and was not looked at; nobody else',
  );
  const { planted } = await plantedOf(await setting.facts(), blockId);
  assert.equal(planted, treesInRow(rows[0]) + 1);
  const later = await reach();
  const gone = [...later.values()].reduce((sum, { unclosed }) => sum + unclosed, 0);
  assert.equal(gone, planted, 'planted and still on the ledger');
  assert.equal(
    [...later.values()].reduce((sum, { needed }) => sum + needed, 0),
    total - planted,
  );
  assert.deepEqual([(await elsewhere()).ordered, (await elsewhere()).plantedOn], [true, undefined]);
  const brief = async () =>
    sentencesOf((await briefingOfBlock(await setting.facts(), await block())).items);
  const rowsOf = (items: Awaited<ReturnType<typeof brief>>) =>
    items
      .filter(({ key }) => key === 'brief.rows')
      .map(({ figures }) => [figures.rows, figures.trees]);
  const open = (from: number, to: number) =>
    rows.slice(from, to).reduce((sum, row) => sum + treesInRow(row), 0);
  assert.deepEqual(rowsOf(await brief()), [
    [`2–${half}`, open(1, half) - 1],
    [`${half + 1}–${rows.length}`, open(half, rows.length)],
  ]);
  /** Of the two who have rows here; whoever is clocked on elsewhere may stand beside them. */
  const left = async () =>
    (await liveOf(await setting.facts(), await block())).planters
      .filter(({ id }) => planters.includes(id))
      .map(({ id, left: trees, row }) => [id, trees, row]);
  assert.deepEqual(await left(), [
    [planters[0], open(1, half) - 1, 2],
    [planters[1], open(half, rows.length), half + 1],
  ]);
  assert.equal((await toPlant(await setting.facts(), await block())).trees, total - planted);
  const cards = await store.species.findAll({ where: { id: [bare, potted] }, raw: true });
  const named = (id: string) => cards.find((card) => card.id === id)!.name.toLowerCase();
  assert.deepEqual(
    (await brief())
      .filter(({ key }) => key === 'brief.lot')
      .map(({ figures }) => [figures.code, figures.species])
      .sort(),
    [
      ['small bare', named(bare)],
      ['small potted', named(potted)],
    ],
  );
  const gel = async () => (await brief()).some(({ key }) => key === 'brief.gel');
  assert.equal(await gel(), false, 'no lot was dipped');
  await moved('bare', 'dip', places[0] + 4, 2);
  assert.equal(await gel(), true);
  await tally(rows[1], treesInRow(rows[1]) - 1, 2, 10);
  assert.equal(rowsOf(await brief()).length, 2);
  for (const row of rows.slice(2, -1)) await tally(row, treesInRow(row), 2, 20 + row.number);
  assert.equal((await elsewhere()).plantedOn, undefined, 'a row is open');
  await tally(rows.at(-1)!, treesInRow(rows.at(-1)!), 1, 0);
  assert.equal((await elsewhere()).plantedOn, daysAgo(1), 'the day of the last tree');
  assert.deepEqual((await nextDay(await setting.facts(), blockId))!.rows, []);
  assert.equal((await standing()).key, 'standing.planted');
  assert.deepEqual(await unwatched(), [], 'nobody plants any more');
  assert.deepEqual(rowsOf(await brief()), [], 'nobody has a row left');
  assert.deepEqual(
    (await left()).map(([, trees, row]) => [trees, row]),
    [
      [0, null],
      [0, null],
    ],
  );
});

test('what follows the planters is done once every row has all of it, on the day of the newest entry', async () => {
  const send = (command: string, row: StoredRow, of: object, days: number) =>
    setting.done('leader', command, {
      ...{ ...then(days, 60 + row.number), layoutId, row: row.number, corrects: null, ...of },
    });
  const wave = (row: StoredRow, name: string, count: number, days: number) =>
    send('crew.wave', row, { wave: name, count }, days);
  const boxes = (row: StoredRow, count: number, kind: string, days: number) =>
    send('crew.box', row, { boxes: count, litres: 12, kind }, days);
  for (const row of rows.slice(1)) {
    await wave(row, 'water', treesInRow(row), 1);
    await boxes(row, treesInRow(row), 'set', 1);
  }
  const [first] = rows;
  await wave(first, 'water', treesInRow(first) - 1, 0);
  await boxes(first, treesInRow(first) - 1, 'set', 1);
  // A box that is filled again is no box that was set.
  await boxes(first, 1, 'refill', 1);
  const open = await elsewhere();
  assert.deepEqual([open.wateredOn, open.boxesOn], [undefined, undefined], 'one tree is left');
  await wave(first, 'water', 1, 1);
  await boxes(first, 1, 'set', 1);
  const done = await elsewhere();
  assert.equal(done.wateredOn, daysAgo(0), 'the last entry came today');
  assert.equal(done.boxesOn, daysAgo(1));
  assert.equal(done.mulchedOn, undefined, 'another wave is not this one');
  const filled = await (await setting.facts()).of(boxesFact, blockId);
  assert.equal(filled.length, rows.length + 2);
  assert.ok(
    filled.every(({ at }, i) => !i || filled[i - 1].at <= at),
    'in the order of time',
  );

  for (const [peg, days] of [
    [2, 0],
    [3, 1],
    [1, 2],
  ])
    await send('crew.fault', first, { peg, fault: 'deep', mended: false, seat: '' }, days);
  const faults = await (await setting.facts()).of(rowFaultsFact, blockId);
  assert.deepEqual(
    faults.map(({ peg }) => peg),
    [1, 3, 2],
    'in the order of time, whatever came first',
  );
});

test('plots, counts and care: each is done on the day that its pages say', async () => {
  const terms = { area: 30, plots: 6, seed: 'small', by: 'ground' };
  await setting.done('checker', 'checks.plan', { ...then(4), layoutId, terms });
  const plan = (await planOfNow(await setting.facts(), blockId))!;
  const look = ({ row, peg, number }: (typeof plan.plots)[number], days: number, minutes: number) =>
    setting.done('checker', 'checks.plot', {
      ...{ ...then(days, minutes), layoutId, row, peg, area: terms.area, good: 4, faults: {} },
      ...{ planterId: planters[0], planId: plan.id, planNumber: number },
    });
  assert.ok(plan.plots.length > 1);
  const [last, ...others] = plan.plots;
  for (const [i, plot] of others.entries()) await look(plot, 1, 200 + i);
  assert.equal((await elsewhere()).checkedOn, undefined, 'a plot is left');
  await look(last, 2, 0);
  assert.equal((await elsewhere()).checkedOn, daysAgo(1), 'since the last tree went in');

  assert.equal((await elsewhere()).countedOn, undefined);
  const count = async (row: StoredRow, days: number) =>
    setting.done('checker', 'survival.count', {
      ...{ ...event(), layoutId, row: row.number, countedOn: daysAgo(days) },
      ...{ set: treesInRow(row), alive: treesInRow(row) - 1 },
    });
  await count(rows[1], 0);
  await count(rows[0], 1);
  assert.equal((await elsewhere()).countedOn, daysAgo(0));
  const counts = await (await setting.facts()).of(countsFact, blockId);
  assert.deepEqual(
    counts.map(({ row }) => row),
    [rows[0].number, rows[1].number],
    'by the day of the count',
  );

  const care = (row: StoredRow, days: number) =>
    setting.done('planter', 'tending.cared', {
      ...{ ...then(days, 300), layoutId, row: row.number, kind: 'weeded' },
      ...{ trees: treesInRow(row), corrects: null },
    });
  for (const row of rows.slice(1)) await care(row, 1);
  assert.deepEqual((await elsewhere()).cared, [], 'a row has weeds still');
  await care(rows[0], 1);
  assert.deepEqual((await elsewhere()).cared, [{ kind: 'weeded', on: daysAgo(1) }]);
});

test('what is sprayed is on the bill as used, litres with litres and granules with nothing', async () => {
  const { store, site } = setting;
  const { conditions, method, methodEdition } = await block();
  await setting.done('leader', 'method.save', {
    ...{ blockId, conditions, method: { ...method, clear: 'herbicide' }, edition: methodEdition },
    differences: [],
  });
  // Without a planting day there is no calendar, and nothing to spray.
  await setting.done('leader', 'calendar.plantingDay', { blockId, day: daysAgo(2) });
  const products = await store.product.findAll({ where: { siteId: site.id } });
  const liquid = products.find(({ dose }) => dose.kind !== 'granules')!;
  const arranged = async () =>
    (await billOf(await setting.facts(), await block())).bill.lines.find(
      ({ key }) => key === 'herbicide',
    )?.arranged;
  const grains = uuid();
  await setting.done('leader', 'calendar.product', {
    ...{ id: grains, siteId: site.id, name: 'Test grains', water: 200, rainfast: 0 },
    ...{ dose: { kind: 'granules', kilogramsPerHectare: 20 }, beforePlanting: 0, edition: 0 },
  });
  const spray = (productId: string, litres: number) =>
    setting.done('leader', 'calendar.sprayed', {
      ...{ ...event(), blockId, productId, day: daysAgo(1), area: 100, litres, wind: 2 },
      ...{ operator: 'Test Operator', corrects: null, knowing: true },
    });
  const before = await arranged();
  assert.equal(before, 0);
  await spray(liquid.id, 0.05);
  await spray(liquid.id, 0.025);
  await spray(grains, 0.04);
  assert.ok(Math.abs((await arranged())! - 0.075) < 1e-9, String(await arranged()));
});

test('rows planted otherwise are compared with the block’s own, and stand in what the deaths are held against', async () => {
  const { conditions, method, methodEdition, differences } = await block();
  assert.deepEqual(differences, []);
  const [first, second] = rows;
  await setting.done('leader', 'method.save', {
    ...{ blockId, conditions, method, edition: methodEdition },
    differences: [
      {
        scope: { by: 'rows', letter: 'B', rows: [first.number], version: 1, among: [1, 2] },
        method: { clear: 'scalp' },
      },
    ],
  });
  const compared = await treatmentsOf(await setting.facts(), await block());
  assert.deepEqual(
    compared.map(({ letter, rows: own, row }) => [letter, own, row]),
    [
      ['A', 1, undefined],
      ['B', 1, first.number],
    ],
  );
  const share = (row: StoredRow) => 1 - 1 / treesInRow(row);
  assert.ok(Math.abs(compared[0].estimate.estimate - share(second)) < 1e-9);
  assert.ok(Math.abs(compared[1].estimate.estimate - share(first)) < 1e-9);
  const found = (await survivalFindings(await setting.facts(), await block()))!;
  assert.ok(found);
});

test('the newest word on each row counts, and a season is estimated from the rows that were counted', async () => {
  const count = (row: StoredRow, days: number, marks: string, more: object = {}) =>
    setting.done('checker', 'survival.count', {
      ...{ ...event(), layoutId, row: row.number, countedOn: daysAgo(days), marks },
      ...{ set: [...marks].filter((mark) => mark !== '-').length },
      ...{ alive: [...marks].filter((mark) => '1pb'.includes(mark)).length, ...more },
    });
  const [first, second, third] = rows;
  const all = (row: StoredRow, dead: number) => '0'.repeat(dead).padEnd(treesInRow(row), '1');
  const once = await count(third, 1, all(third, 3));
  assert.equal(once.again, false);
  const sent = { ...event(), layoutId, row: third.number, countedOn: daysAgo(0), plot: null };
  const marks = all(third, 4);
  const full = { ...sent, marks, set: marks.length, alive: marks.length - 4 };
  assert.equal((await setting.done('checker', 'survival.count', full)).again, false);
  assert.equal((await setting.done('checker', 'survival.count', full)).already, true);
  const browsed = { cause: 'drought', causes: [{ peg: 1, cause: 'browse' }] };
  const twice = await count(third, 0, all(third, 2), browsed);
  assert.equal(twice.again, true, 'twice on one day');
  const season = (await countedOf(await setting.facts(), await block()))!;
  assert.equal(season.on, daysAgo(0));
  assert.deepEqual(
    season.counts.map(({ row, set, alive }) => [row, set, alive]),
    [
      [first.number, treesInRow(first), treesInRow(first) - 1],
      [second.number, treesInRow(second), treesInRow(second) - 1],
      [third.number, treesInRow(third), treesInRow(third) - 2],
    ],
    'by row, the newest of each',
  );
  assert.equal(season.ofClusters, rows.length);
  assert.equal(season.plantedThen, total);
  const trees = [first, second, third].reduce((sum, row) => sum + treesInRow(row), 0);
  assert.ok(Math.abs(season.estimate.estimate - (trees - 4) / trees) < 1e-12);
  assert.deepEqual(
    season.again.map(({ row, counts }) => [row, counts.map(({ alive }) => alive)]),
    [[third.number, [2, 4, 3].map((dead) => treesInRow(third) - dead)]],
    'every count of it, the newest first',
  );
  const found = (await survivalFindings(await setting.facts(), await block()))!;
  assert.equal(found.counted, treesInRow(third), 'only marked trees are known one by one');
  assert.deepEqual(found.marks, {
    ...found.marks,
    set: treesInRow(third),
    alive: treesInRow(third) - 2,
  });
  assert.deepEqual(
    found.causes,
    [
      { cause: 'unknown', trees: 2 },
      { cause: 'browse', trees: 1 },
      { cause: 'drought', trees: 1 },
    ],
    'tree by tree where it was said, else the row’s word, else nobody knows',
  );
  // Of a row counted as a sum only what is true of the whole row is told.
  const told = (by: keyof typeof found.groups) =>
    found.groups[by].reduce((sum, { of, hits }) => [sum[0] + of, sum[1] + hits], [0, 0]);
  assert.equal(found.summed, 2);
  assert.deepEqual(told('planter'), [trees, trees - 4]);
  const whole = (row: StoredRow) => new Set(row.runs.filter((_, i) => i % 2 === 0)).size === 1;
  const bySpecies = [first, second].filter(whole).map(treesInRow);
  assert.equal(
    told('species')[0],
    bySpecies.reduce((sum, own) => sum + own, treesInRow(third)),
  );
  // With what a planter clocked on, day by day, where no plot says it.
  const clock = (days: number, of: number, kind: 'on' | 'off', minutes: number) =>
    setting.done('leader', 'crew.clock', {
      ...{
        ...then(days, minutes),
        siteId: setting.site.id,
        blockId,
        planterId: planters[of],
        kind,
      },
      ...{ tool: kind === 'on' ? `tool ${of} of day ${days}` : '', corrects: null },
    });
  for (const of of [0, 1])
    for (const days of [3, 2, 1]) {
      await clock(days, of, 'on', -60);
      await clock(days, of, 'off', 300);
    }
  const worked = await setting.facts();
  const { lastAt } = await worked.of(sownFact, blockId);
  const by = await worked.of(talliesFact, blockId);
  const toolsOf = [first, second, third].map(({ number }) => {
    const of = planters.indexOf(by.find(({ row }) => row === number)!.planter);
    const day = dayOf(new Date(lastAt.get(number)!).toISOString(), worked.site.zone);
    return `tool ${of} of day ${[1, 2, 3].find((ago) => daysAgo(ago) === day)}`;
  });
  const tooled = (await survivalFindings(worked, await block()))!.groups.tool;
  assert.deepEqual(tooled.map(({ group }) => group).sort(), [...new Set(toolsOf)].sort());
  // How many of its dead are wanted is known, and not where; rows nobody counted follow what both kinds say.
  await setting.done('leader', 'survival.target', { blockId, targetDensity: 10 });
  const wanted = (await refillingOf(await setting.facts(), await block(), 0.9))!;
  assert.deepEqual([wanted.need.summed, wanted.need.known], [2, 2]);
  assert.equal(wanted.need.expected, Math.round((4 / trees) * (total - trees)));
  assert.deepEqual([wanted.counted, wanted.summed, wanted.uncounted], [1, 2, rows.length - 3]);
  assert.deepEqual(
    [first, second, third].map(({ number }) => {
      const own = wanted.rows.find(({ row }) => row === number)!;
      return [own.pegs.length, own.expected];
    }),
    [
      [0, 1],
      [0, 1],
      [2, 0],
    ],
  );
  assert.equal(
    wanted.species.reduce((sum, { order }) => sum + order, 0),
    wanted.need.order.value,
  );
  await setting.done('leader', 'survival.target', { blockId, targetDensity: null });
  // One of an earlier day that comes late is held against what was counted before it, not after.
  const early = await count(third, 2, all(third, 0));
  assert.deepEqual([early.again, early.cameBack], [false, undefined]);
  const raised = await count(third, 1, all(third, 0), { plot: null });
  assert.deepEqual([raised.again, raised.cameBack], [true, undefined]);
  // A count of half a year ago is another season.
  await setting.store.survivalCount.create({
    ...{ id: uuid(), layoutId, rowNumber: rows[3].number, setTrees: 2, alive: 0, marks: '' },
    ...{ cause: '', countedOn: daysAgo(121), plot: null, why: '', causes: null, heights: null },
    ...{ late: false, at: new Date(), authorId: setting.people.leader.id, device: 'test' },
    ...{ recordedAt: new Date() },
  } as never);
  const later = (await countedOf(await setting.facts(), await block()))!;
  assert.deepEqual(
    later.counts.map(({ row }) => row),
    [first.number, second.number, third.number],
  );
});

test('planting lasted from its day to its last tree, and a buried line is to be located before anybody digs', async () => {
  const plant = (await tasksOf(await setting.facts(), await block())).find(
    ({ key }) => key === 'plant',
  )!;
  assert.deepEqual([plant.state, plant.duration], ['done', 2]);
  const margin = setting.blocks['Silt Margin'];
  const keepouts = await setting.store.keepout.findAll({ where: { blockId: margin.id } });
  const calls = async () =>
    (await blockState(await setting.facts(), margin)).calls.filter(
      ({ say }) => say.key === 'ground.locateFirst',
    );
  const [buried] = keepouts.filter(({ kind }) => kind === 'buried-service');
  const others = keepouts.filter(({ kind }) => kind !== 'buried-service');
  assert.ok(
    others.some(({ located }) => !located),
    'what lies open needs no locating',
  );
  if (buried) await buried.update({ located: daysAgo(1) });
  assert.deepEqual(await calls(), []);
  await setting.store.keepout.create({
    ...{ id: uuid(), blockId: margin.id, position: 99, kind: 'buried-service', name: 'old main' },
    ...{ shape: others[0].shape, setback: 3, reason: '', near: null, located: null },
  });
  assert.deepEqual(
    (await calls()).map(({ say }) => say.figures.keepout),
    ['old main'],
  );
});

test('once nothing of its tending is left and nothing else is to be said, the board offers to set the block aside', async () => {
  const calls = async () =>
    (await blockState(await setting.facts(), await block())).calls.map(({ say }) => say.key);
  const open = async () => {
    const { late, now, ahead } = (await dueOf(await setting.facts(), await block())).tending;
    return [...late, ...now, ...ahead];
  };
  const waiting = await open();
  assert.ok(waiting.length > 3);
  for (const { key } of waiting) {
    assert.ok(!(await calls()).includes('ground.allDone'), `${key} is left`);
    await setting.done('leader', 'calendar.task', {
      ...{ ...event(), blockId, task: key, kind: 'skipped' },
    });
  }
  assert.deepEqual(await open(), []);
  assert.deepEqual(await calls(), ['ground.allDone']);
});
