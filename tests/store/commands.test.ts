import assert from 'node:assert/strict';
import { sumMarks } from '../../core/survival/marks';
import { plotsFromNumbers, standsIn } from '../../core/rows/trial';
import { isTold } from '../../core/say/told';
import { trialPlots } from '../../src/lib/rooms/rows/trial.server';
import type { LayoutRow } from '../../src/lib/rooms/rows/tables.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { alongLongestSide } from '../../core/rows/direction';
import { progress } from '../../core/crew/progress';
import { geodesicMeasure } from '../../core/ground/polygon';
import { heightAt } from '../../core/ground/surface';
import { perform } from '../../src/lib/rooms/commands.server';
import { asTally, readTallies } from '../../src/lib/rooms/crew/sums.server';
import { planeOf, plantableOf, readSurface } from '../../src/lib/rooms/ground/facts.server';
import { morningBoard } from '../../src/lib/rooms/morning/board.server';
import type { SiteRow } from '../../src/lib/rooms/people/tables.server';
import { readRows } from '../../src/lib/rooms/rows/facts.server';
import { lotsFact } from '../../src/lib/rooms/stock/facts.server';
import { countsFact } from '../../src/lib/rooms/survival/facts.server';
import { siteAccess } from '../../src/lib/server/authorise';
import { Reader } from '../../src/lib/server/reader';
import { personOf, signIn, signOut } from '../../src/lib/server/sign-in';
import type { Store } from '../../src/lib/store';
import { words } from '../../src/lib/words';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let people: Setting['people'];
let blocks: Setting['blocks'];
let site: SiteRow;
let done: Setting['done'];
let refused: Setting['refused'];
let facts: Setting['facts'];

before(async () => {
  ({ store, people, blocks, site, done, refused, facts } = await demoSetting('commands'));
});
after(() => store.sequelize.close());

const carryOut = perform;
const lotsOf = async (blockId: string) => (await facts()).of(lotsFact, blockId);
const blockNow = async (id: string) => (await store.block.findByPk(id))!.get() as BlockRow;
const rowsOf = async (layoutId: string) =>
  (await readRows(new Reader(store), [layoutId])).get(layoutId) ?? [];
const talliesOf = async (layoutId: string) =>
  (await readTallies(new Reader(store), layoutId)).map(asTally);

const released = async (name: string) =>
  (await store.layout.findOne({ where: { blockId: blocks[name].id, state: 'released' } }))!;

test('the demo keeps its own rules: nothing below nought, no row overfull, marks as many as set', async () => {
  for (const block of Object.values(blocks)) {
    for (const { lot, balance } of await lotsOf(block.id)) {
      const { onHand, issued, returned, held } = balance;
      assert.ok(onHand >= 0 && returned <= issued, `lot ${lot.code}`);
      assert.ok(
        held.every(([, count]) => count > 0),
        `lot ${lot.code}`,
      );
    }
    const layout = await store.layout.findOne({ where: { blockId: block.id } });
    const rows = await rowsOf(layout!.id);
    const stored = await store.layoutRow.findAll({ where: { layoutId: layout!.id }, raw: true });
    assert.equal(
      stored.reduce((sum, { trees }) => sum + trees, 0),
      layout!.trees,
    );
    assert.equal(
      layout!.speciesCounts.reduce((a, b) => a + b, 0),
      layout!.trees,
    );
    rows.forEach((row, i) => {
      const inRuns = row.runs.filter((_, k) => k % 2 === 1).reduce((a, b) => a + b, 0);
      assert.equal(inRuns, stored[i].trees, `${block.name}, row ${row.number}`);
    });
    const { byRow } = progress(await talliesOf(layout!.id));
    for (const [row, planted] of byRow) assert.ok(planted <= stored[row - 1].trees, `row ${row}`);
    for (const count of await (await facts()).of(countsFact, block.id)) {
      const { set, alive } = sumMarks(count.marks);
      assert.deepEqual([set, alive], [count.set, count.alive], `count of row ${count.row}`);
      assert.ok(count.set <= byRow.get(count.row)!, `count of row ${count.row}`);
    }
    const plantable = await plantableOf(await facts(), block);
    assert.ok(Math.abs(plantable.geodesicArea / plantable.gross.value - 1) < 1e-3, block.name);
    assert.ok(Math.abs(plantable.plantable.value - layout!.plantableArea) < 1e-6, block.name);
  }
});

test('signing in: good, wrong, unknown, throttled, and out again', async () => {
  const good = await signIn(store, ' Leader ', 'farrow-pit-demo', '10.0.0.1');
  assert.ok('token' in good);
  assert.equal((await personOf(store, good.token))?.signIn, 'leader');
  const stored = await store.session.findAll({ raw: true });
  assert.ok(!JSON.stringify(stored).includes(good.token), 'the token itself is not kept');
  await signOut(store, good.token);
  assert.equal(await personOf(store, good.token), undefined);
  const said = (outcome: object) =>
    'refused' in outcome ? words((outcome as { refused: never }).refused) : '';
  for (let i = 0; i < 5; i++)
    assert.match(said(await signIn(store, 'viewer', 'guess', '10.0.0.2')), /do not belong/);
  const tooMany = await signIn(store, 'viewer', 'farrow-pit-demo', '10.0.0.2');
  assert.match(said(tooMany), /Too many attempts/);
  // A stranger’s tries close the door for the stranger’s address, never for the owner’s.
  assert.ok('token' in (await signIn(store, 'viewer', 'farrow-pit-demo', '10.0.0.3')));
  // And one address with many people behind it is not closed by one of them.
  for (let i = 0; i < 45; i++) await signIn(store, `nobody-${i}`, 'guess', '10.0.0.9');
  assert.ok('token' in (await signIn(store, 'checker', 'farrow-pit-demo', '10.0.0.9')));
  const hash = (await store.person.findOne({ where: { signIn: 'leader' } }))!.passwordHash;
  assert.match(hash, /^\$argon2id\$/);
});

test('a stranger’s ids are answered as if they did not exist', async () => {
  const block = blocks['North Bench'];
  assert.throws(
    () => siteAccess(people.stranger, site.id, 'read', 'block'),
    (error: { status: number }) => error.status === 404,
  );
  await refused(
    'stranger',
    'ground.create',
    { siteId: site.id, name: 'x', boundary: block.boundary },
    404,
    /no such site/,
  );
  await refused(
    'stranger',
    'calendar.plantingDay',
    { blockId: block.id, day: '2027-01-01' },
    404,
    /no such block/,
  );
  await refused(
    'stranger',
    'rows.release',
    { layoutId: (await released('North Bench')).id },
    404,
    /no such layout/,
  );
  await refused(
    'leader',
    'calendar.plantingDay',
    { blockId: uuid(), day: '2027-01-01' },
    404,
    /no such block/,
  );
  await refused('leader', 'nonsense.command', {}, 404, /no command/);
  await refused('leader', 'toString', {}, 404, /no command/);
});

test('each role may do its own and no more', async () => {
  const layout = await released('Haul Flat');
  const plan = { blockId: blocks['Haul Flat'].id, day: '2027-01-10' };
  for (const who of ['checker', 'planter', 'viewer'] as const) {
    await refused(who, 'calendar.plantingDay', plan, 403, /needs to be the leader/);
  }
  const planters = await store.planter.findAll({ order: [['position', 'ASC']] });
  const own = planters.find(({ personId }) => personId === people.planter.id)!;
  const tally = { layoutId: layout.id, row: 150, count: 5 };
  await done('planter', 'crew.tally', { ...event(), ...tally, planterId: own.id });
  await refused(
    'planter',
    'crew.tally',
    { ...event(), ...tally, planterId: planters[0].id },
    409,
    /your own trees/,
  );
  // Somebody who plants for another site plants nothing here, whoever says so.
  const elsewhere = (await store.site.findOne({ where: { name: 'Elsewhere' } }))!;
  const foreign = await store.planter.create({
    ...planters[0].get(),
    ...{ id: uuid(), siteId: elsewhere.id, personId: null },
  });
  await refused(
    'leader',
    'crew.tally',
    { ...event(), ...tally, planterId: foreign.id },
    409,
    /planter/,
  );
  await refused(
    'viewer',
    'crew.tally',
    { ...event(), ...tally, planterId: own.id },
    403,
    /you are a viewer/,
  );
  await refused(
    'planter',
    'checks.plot',
    {
      ...event(),
      layoutId: layout.id,
      planterId: own.id,
      row: 1,
      peg: 1,
      area: 50,
      good: 9,
      faults: {},
    },
    403,
    /checker or leader/,
  );
});

test('the two phones that issue the last box: one is told, and nothing goes below nought', async () => {
  const lotId = uuid();
  const species = await store.species.findOne({ where: { siteId: site.id } });
  await done('leader', 'stock.lot', {
    id: lotId,
    blockId: blocks['Silt Margin'].id,
    speciesId: species!.id,
    code: 'T1',
    nursery: 'Test Nursery',
    provenance: '',
    age: '1+0',
    dipFactor: 1,
  });
  const at = event().at;
  const record = (kind: string, count: number, id = uuid()) =>
    carryOut(store, people.checker, 'stock.record', {
      ...event(),
      at,
      id,
      lotId,
      kind,
      count,
      planterId: null,
      corrects: null,
      note: '',
    });
  assert.equal((await record('receive', 100)).status, 200);
  const outcomes = await Promise.all(Array.from({ length: 8 }, () => record('issue', 60)));
  assert.equal(outcomes.filter(({ status }) => status === 200).length, 1);
  for (const { body } of outcomes.filter(({ status }) => status === 409)) {
    assert.match(
      (body as { error: string }).error,
      /Lot T1 has 40 on hand in .*; 60 cannot be taken/,
    );
  }
  const id = uuid();
  const twice = await Promise.all([
    record('issue', 10, id),
    record('issue', 10, id),
    record('issue', 10, id),
  ]);
  assert.ok(twice.every(({ status }) => status === 200));
  const lot = (await lotsOf(blocks['Silt Margin'].id)).find((entry) => entry.lot.id === lotId)!;
  assert.equal(lot.balance.onHand, 30);
  await refused(
    'leader',
    'stock.record',
    {
      ...event(),
      lotId: uuid(),
      kind: 'receive',
      count: 1,
      planterId: null,
      corrects: null,
      note: '',
    },
    409,
    /no such lot/,
  );
});

test('more commands at once than the pool has connections all come through', async () => {
  const layout = await released('Haul Flat');
  const planterId = (await store.planter.findOne())!.id;
  const outcomes = await Promise.all(
    Array.from({ length: 40 }, (_, i) =>
      carryOut(store, people.leader, 'crew.tally', {
        ...event(),
        layoutId: layout.id,
        row: 155 + (i % 20),
        planterId,
        count: 1,
        corrects: null,
      }),
    ),
  );
  assert.deepEqual([...new Set(outcomes.map(({ status }) => status))], [200]);
});

test('two phones tallying the end of a row cannot fill it twice; a tally sent again counts once', async () => {
  const layout = await released('Haul Flat');
  const row = (await store.layoutRow.findOne({ where: { layoutId: layout.id, number: 182 } }))!;
  const planterId = (await store.planter.findOne())!.id;
  const { at } = event();
  const send = (count: number, id = uuid(), corrects: string | null = null) =>
    carryOut(store, people.leader, 'crew.tally', {
      ...event(),
      at,
      id,
      layoutId: layout.id,
      row: 182,
      planterId,
      count,
      corrects,
    });
  const outcomes = await Promise.all(Array.from({ length: 6 }, () => send(row.trees)));
  assert.equal(outcomes.filter(({ status }) => status === 200).length, 1);
  const planted = async () => progress(await talliesOf(layout.id)).byRow.get(182);
  assert.equal(await planted(), row.trees);
  const entered = (await store.tally.findOne({ where: { layoutId: layout.id, rowNumber: 182 } }))!;
  const back = uuid();
  for (let i = 0; i < 2; i++) assert.equal((await send(row.trees, back, entered.id)).status, 200);
  assert.equal(await planted(), undefined);
  assert.equal((await send(1, uuid(), entered.id)).status, 200, 'taken back already');
  assert.equal(await planted(), undefined);
});

test('a layout is computed by the server, numbered in turn, and its rows fixed once trees stand in them', async () => {
  const block = blocks['Silt Margin'];
  const ground = await plantableOf(await facts(), block);
  const species = await store.species.findAll({ where: { siteId: site.id }, limit: 2 });
  const parameters = {
    pattern: 'square',
    inRow: 3,
    between: 3,
    direction: alongLongestSide(ground.boundary),
    firstOffset: 1,
    firstPeg: 0,
    headland: 0,
    shortest: 0,
    mix: species.map(({ id }, i) => ({ species: id, share: i ? 25 : 75 })),
    arrangement: { kind: 'random', longest: 4, seed: 3 },
  };
  const saved = await Promise.all(
    [1, 2, 3].map(() =>
      done('leader', 'rows.save', { blockId: block.id, name: 'try', parameters }),
    ),
  );
  assert.deepEqual(saved.map(({ number }) => number).sort(), [2, 3, 4]);
  const layoutId = String(saved[0].layoutId);
  const rows = await rowsOf(layoutId);
  const layout = (await store.layout.findByPk(layoutId))!;
  const trees = rows.reduce(
    (sum, { runs }) => sum + runs.filter((_, i) => i % 2).reduce((a, b) => a + b, 0),
    0,
  );
  assert.equal(layout.trees, trees);
  assert.equal(layout.speciesCounts[0] + layout.speciesCounts[1], trees);

  // A trial keeps its plots: its tags are hung by them whatever becomes of the ground.
  const trial = { ...parameters, arrangement: { kind: 'trial', plot: 5, seed: 4 } };
  const { layoutId: trialId } = await done('leader', 'rows.save', {
    ...{ blockId: block.id, name: 'trial', parameters: trial },
  });
  const kept = (await store.layout.findByPk(String(trialId)))!;
  const trialRows = await rowsOf(String(trialId));
  const plotsOf = async (of: object, rows: typeof trialRows) =>
    trialPlots(new Reader(store), await blockNow(block.id), of as LayoutRow, rows);
  const plots = await plotsOf(kept.get(), trialRows);
  assert.ok(plots.length >= 4 && standsIn(plots, trialRows));
  assert.deepEqual(plotsFromNumbers(kept.trial), plots);
  const older = { ...kept.get(), trial: [] };
  assert.deepEqual(await plotsOf(older, trialRows), plots, 'laid anew on the same ground');
  const before = (await blockNow(block.id)).margin;
  await store.block.update({ margin: before + 6.5 }, { where: { id: block.id } });
  assert.deepEqual(await plotsOf(kept.get(), trialRows), plots, 'the ground has changed');
  await assert.rejects(
    plotsOf(older, trialRows),
    (error) => isTold(error) && error.said.key === 'rows.trialMoved',
  );
  await store.block.update({ margin: before }, { where: { id: block.id } });
  await assert.rejects(
    plotsOf(layout.get(), rows),
    (error) => isTold(error) && error.said.key === 'rows.noTrial',
  );
  await refused(
    'leader',
    'rows.save',
    {
      blockId: block.id,
      parameters: { ...parameters, mix: [{ species: species[0].id, share: 96 }] },
    },
    400,
    /adds up to 96 %/,
  );
  await refused(
    'leader',
    'rows.save',
    { blockId: block.id, parameters: { ...parameters, inRow: 0 } },
    400,
    /In the row: 0\.00.m was found; at least 0\.10.m is accepted/,
  );
  await refused(
    'leader',
    'rows.save',
    { blockId: block.id, parameters: { ...parameters, inRow: -2 } },
    400,
    /at least 0\.1/,
  );
  await refused(
    'leader',
    'rows.save',
    { blockId: block.id, parameters: { ...parameters, headland: 100 } },
    409,
    /Not one tree fits/,
  );
  await refused(
    'leader',
    'rows.save',
    { blockId: block.id, parameters: { ...parameters, mix: [{ species: uuid(), share: 100 }] } },
    409,
    /has no such species/,
  );
  // Nothing is dug, and so nothing released, before a buried service is located and marked.
  await refused('leader', 'rows.release', { layoutId }, 409, /buried drain.*not been located/);
  const keepouts = (await store.keepout.findAll({ where: { blockId: block.id } })).map((row) => {
    const { id, kind, name, shape, setback, reason, near } = row.get();
    return { id, kind, name, shape, setback, reason, near, located: '2026-11-01' };
  });
  const { name, boundary, margin } = block;
  const zones = (await store.zone.findAll({ where: { blockId: block.id } })).map((row) =>
    row.get(),
  );
  await done('leader', 'ground.save', {
    blockId: block.id,
    name,
    boundary,
    margin,
    keepouts,
    zones,
  });
  await done('leader', 'rows.release', { layoutId });
  await done('leader', 'rows.release', { layoutId: String(saved[1].layoutId) });
  assert.equal(
    (await store.layout.findByPk(layoutId))!.state,
    'withdrawn',
    'nothing was planted on it',
  );
  const planterId = (await store.planter.findOne())!.id;
  await done('leader', 'crew.tally', {
    ...event(),
    layoutId: saved[1].layoutId,
    row: 2,
    planterId,
    count: 3,
  });
  await refused(
    'leader',
    'crew.tally',
    { ...event(), layoutId: saved[2].layoutId, row: 2, planterId, count: 3 },
    409,
    /not released/,
  );
  // A row with trees in it does not change, whatever is released after it; a trial, which must be whole, is refused.
  await refused('leader', 'rows.release', { layoutId: trialId }, 409, /3 trees are entered/);
  const begun = (await rowsOf(String(saved[1].layoutId))).find(({ number }) => number === 2);
  await done('leader', 'rows.release', { layoutId: String(saved[2].layoutId) });
  assert.equal((await store.layout.findByPk(String(saved[1].layoutId)))!.state, 'released');
  assert.deepEqual(
    (await rowsOf(String(saved[1].layoutId))).find(({ number }) => number === 2),
    begun,
  );
});

test('the database itself refuses to change what happened', async () => {
  for (const table of [
    'tally',
    'stock_event',
    'plot',
    'survival_count',
    'task_event',
    'root_event',
    'layout_row',
  ]) {
    const key = table === 'layout_row' ? 'trees = trees' : "device = 'forged'";
    await assert.rejects(
      store.sequelize.query(`UPDATE ${table} SET ${key}`),
      /never changed/,
      table,
    );
    await assert.rejects(
      store.sequelize.query(`DELETE FROM ${table}`),
      /never (changed|deleted)/,
      table,
    );
  }
});

test('ground that cannot be planted changes nothing', async () => {
  const block = blocks['Ridge Screen'];
  const keepouts = (await store.keepout.findAll({ where: { blockId: block.id } })).map((row) =>
    row.get(),
  );
  const save = {
    blockId: block.id,
    name: block.name,
    boundary: block.boundary,
    margin: block.margin,
    keepouts,
  };
  await refused('leader', 'ground.save', { ...save, margin: 50 }, 409, /Nothing is left/);
  await refused(
    'leader',
    'ground.save',
    {
      ...save,
      boundary: [
        [
          [
            [11, 51],
            [11.1, 51.1],
            [11.1, 51],
            [11, 51.1],
          ],
        ],
      ],
    },
    409,
    /crosses itself/,
  );
  await refused('leader', 'ground.save', { ...save, boundary: 'everywhere' }, 400, /list of parts/);
  await refused(
    'leader',
    'ground.save',
    { ...save, keepouts: [{ ...keepouts[0], setback: -3 }] },
    400,
    /at least 0/,
  );
  await refused(
    'leader',
    'ground.create',
    {
      siteId: site.id,
      name: 'Vast',
      boundary: [
        [
          [
            [10, 50],
            [11, 50],
            [11, 51],
            [10, 51],
          ],
        ],
      ],
    },
    409,
    /at most 10.000 ha/,
  );
  assert.equal(await store.keepout.count({ where: { blockId: block.id } }), keepouts.length);
  assert.equal(await store.block.count({ where: { name: 'Vast' } }), 0);
  const tomorrow = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
  await refused(
    'leader',
    'ground.save',
    { ...save, keepouts: [{ ...keepouts[0], located: tomorrow }] },
    409,
    /still to come/,
  );
  await done('leader', 'ground.save', { ...save, keepouts: [{ ...keepouts[0], setback: 3 }] });
  assert.equal(await store.keepout.count({ where: { blockId: block.id } }), 1);
});

test('a sample at the gate is an event: whole, once, by who may record, and never changed', async () => {
  const lot = (await store.lot.findOne({ where: { blockId: blocks['Haul Flat'].id } }))!;
  const sample = {
    ...event(),
    lotId: lot.id,
    lotSize: 500,
    plan: { n: 3, c: 0 },
    trees: [
      { height: 0.4, collar: 0.005, faults: [] },
      { height: 0.35, faults: ['mould'] },
      { faults: [] },
    ],
    note: 'two boxes warm',
  };
  await refused('planter', 'stock.inspect', sample, 403, /needs to be a checker/);
  await refused(
    'checker',
    'stock.inspect',
    { ...sample, trees: [sample.trees[0], sample.trees[2]] },
    409,
    /asks for 3 trees; 2/,
  );
  // One faulty tree is too many: the answer is certain after two, and may be saved.
  await done('checker', 'stock.inspect', {
    ...sample,
    ...event(),
    trees: sample.trees.slice(0, 2),
  });
  const beyond = [...sample.trees, { faults: [] }];
  await refused(
    'checker',
    'stock.inspect',
    { ...sample, trees: beyond },
    409,
    /asks for 3 trees; 4/,
  );
  await refused('checker', 'stock.inspect', { ...sample, lotSize: 2 }, 409, /the lot has 2/);
  // All of a lot may be looked at.
  await done('checker', 'stock.inspect', { ...sample, ...event(), lotSize: 3 });
  await refused(
    'checker',
    'stock.inspect',
    { ...sample, trees: [{ faults: ['ugly'] }] },
    400,
    /one of dry-roots/,
  );
  await refused(
    'checker',
    'stock.inspect',
    { ...sample, at: new Date(Date.now() + 3_600_000).toISOString() },
    400,
    /lies in the future/,
  );
  await done('checker', 'stock.inspect', sample);
  await done('checker', 'stock.inspect', sample);
  assert.equal(await store.inspection.count({ where: { lotId: lot.id } }), 3);
  await assert.rejects(
    store.sequelize.query("UPDATE inspection SET note = 'fine'"),
    /never changed/,
  );
});

test('zones and heights are kept, refused when broken, and rows are laid on them', async () => {
  const block = blocks['Silt Margin'];
  const about = { source: 'walked.csv', minX: -120, minY: -90, cell: 20, columns: 13, rows: 10 };
  const heights = Float32Array.from({ length: 130 }, (_, i) => 100 + 1.5 * Math.floor(i / 13));
  const payload = {
    blockId: block.id,
    ...about,
    heights: Buffer.from(heights.buffer).toString('base64'),
  };
  await refused('planter', 'ground.surface', payload, 403, /needs to be the leader/);
  await refused('leader', 'ground.surface', { ...payload, rows: 11 }, 409, /130 heights came/);
  await done('leader', 'ground.surface', payload);
  const parameters = { ...(await released('North Bench')).parameters };
  const mix = (await store.layout.findOne({ where: { blockId: block.id } }))!.parameters.mix;
  const laid = (await done('leader', 'rows.save', {
    blockId: block.id,
    name: 'contour',
    parameters: { ...parameters, mix, between: 4 },
  })) as { layoutId: string };
  const rows = await rowsOf(laid.layoutId);
  assert.ok(rows.length > 10);
  // The made-up ground rises northwards, so level rows run east and west.
  for (const { line } of rows) assert.ok(Math.abs(line[1] - line[line.length - 1]) < 0.01);
  await done('leader', 'ground.dropSurface', { blockId: block.id });
  await refused(
    'leader',
    'rows.save',
    { blockId: block.id, parameters: { ...parameters, mix } },
    409,
    /Contour rows need an elevation/,
  );
});

test('a block is split by a line and joined again; not under released rows', async () => {
  const made = (await done('leader', 'ground.create', {
    siteId: site.id,
    name: 'Far Corner',
    boundary: [
      [
        [
          [11.5, 51.6],
          [11.502, 51.6],
          [11.502, 51.601],
          [11.5, 51.601],
        ],
      ],
    ],
  })) as { blockId: string };
  const line = [
    [11.5008, 51.599],
    [11.5008, 51.602],
  ];
  await refused(
    'leader',
    'ground.split',
    { blockId: blocks['North Bench'].id, line, name: 'x' },
    409,
    /released to the crew; the block cannot be split/,
  );
  await refused(
    'viewer',
    'ground.split',
    { blockId: made.blockId, line, name: 'x' },
    403,
    /leader/,
  );
  const plain = Float32Array.from({ length: 41 * 41 }, (_, i) => 80 + (i % 41));
  await done('leader', 'ground.surface', {
    blockId: made.blockId,
    source: 'plain.asc',
    minX: -200,
    minY: -200,
    cell: 10,
    columns: 41,
    rows: 41,
    heights: Buffer.from(plain.buffer).toString('base64'),
  });
  const keptOut = (id: string) =>
    store.keepout.findAll({ where: { blockId: id }, order: [['name', 'ASC']] });
  const fence = (name: string, lon: number) => ({
    ...{ id: uuid(), kind: 'fence', name, setback: 2, reason: '', near: null, located: null },
    shape: {
      type: 'LineString',
      coordinates: [
        [lon, 51.6],
        [lon, 51.601],
      ],
    },
  });
  const whole = (await store.block.findByPk(made.blockId))!;
  await done('leader', 'ground.save', {
    ...{ blockId: made.blockId, name: whole.name, boundary: whole.boundary, margin: 0 },
    keepouts: [fence('east', 11.5018), fence('on the cut', 11.5008), fence('west', 11.5002)],
    ...{ zones: [], edition: whole.edition },
  });
  const other = (await done('leader', 'ground.split', {
    blockId: made.blockId,
    line,
    name: 'Far Corner, west',
  })) as { blockId: string };
  const area = async (id: string) =>
    geodesicMeasure((await store.block.findByPk(id))!.boundary).area;
  const [a, b] = [await area(made.blockId), await area(other.blockId)];
  assert.ok(a > b && Math.abs(b / (a + b) - 0.4) < 0.001);
  const names = async (id: string) => (await keptOut(id)).map(({ name }) => name);
  assert.deepEqual(await names(made.blockId), ['east', 'on the cut']);
  assert.deepEqual(await names(other.blockId), ['on the cut', 'west']);
  // The heights go with the part that is cut off: the same height at the same place.
  const at: [number, number] = [11.5004, 51.6005];
  const [here, there] = await Promise.all(
    [made.blockId, other.blockId].map(async (id) => {
      const plane = planeOf((await store.block.findByPk(id))!.get());
      return heightAt((await readSurface(new Reader(store), id))!, ...plane.toPlane(at));
    }),
  );
  assert.ok(Math.abs(here - there) < 0.02, `${here} against ${there}`);
  await refused(
    'leader',
    'ground.join',
    { blockId: made.blockId, otherId: blocks['North Bench'].id },
    409,
    /saved layouts of its own/,
  );
  await done('leader', 'ground.join', { blockId: made.blockId, otherId: other.blockId });
  assert.ok(Math.abs((await area(made.blockId)) / (a + b) - 1) < 1e-6);
  assert.equal(await store.block.findByPk(other.blockId), null);
  assert.deepEqual(await names(made.blockId), ['east', 'on the cut', 'west'], 'as it was');
});

test('counts, plots and tasks are held against what was planted and what day it is', async () => {
  const layout = await released('North Bench');
  const row = (await store.layoutRow.findOne({ where: { layoutId: layout.id, number: 20 } }))!;
  const today = new Date().toISOString().slice(0, 10);
  const count = {
    layoutId: layout.id,
    row: 20,
    set: row.trees,
    alive: 80,
    marks: '',
    cause: '',
    countedOn: today,
  };
  await refused(
    'checker',
    'survival.count',
    { ...event(), ...count, set: row.trees + 4 },
    409,
    /is 4 too many/,
  );
  await refused(
    'checker',
    'survival.count',
    { ...event(), ...count, alive: row.trees + 1 },
    409,
    /cannot be/,
  );
  await refused(
    'checker',
    'survival.count',
    { ...event(), ...count, countedOn: '2999-01-01' },
    409,
    /still to come/,
  );
  await refused(
    'checker',
    'survival.count',
    { ...event(), ...count, marks: '1101' },
    409,
    /must agree/,
  );
  await refused(
    'checker',
    'survival.count',
    { ...event(), ...count, at: '2999-01-01T00:00:00Z' },
    400,
    /lies in the future/,
  );
  await done('checker', 'survival.count', { ...event(), ...count });
  const planterId = (await store.planter.findOne())!.id;
  const plot = {
    layoutId: layout.id,
    planterId,
    row: 20,
    peg: 3,
    area: 50,
    good: 7,
    faults: { deep: 1 },
  };
  await done('checker', 'checks.plot', { ...event(), ...plot });
  await refused(
    'checker',
    'checks.plot',
    { ...event(), ...plot, peg: row.trees + 1 },
    409,
    /there is no peg/,
  );
  await refused(
    'checker',
    'checks.plot',
    { ...event(), ...plot, faults: { wobbly: 1 } },
    400,
    /noUnknown|wobbly|kinds/,
  );
  await refused(
    'checker',
    'checks.plot',
    { ...event(), ...plot, good: 0, faults: {} },
    409,
    /no tree yet/,
  );
  const task = { blockId: blocks['North Bench'].id, task: 'guards-1' };
  await refused(
    'checker',
    'calendar.task',
    { ...event(), ...task, kind: 'done', day: '2999-01-01' },
    409,
    /still to come/,
  );
  await refused(
    'checker',
    'calendar.task',
    { ...event(), ...task, kind: 'moved', day: today },
    403,
    /the leader/,
  );
  await done('checker', 'calendar.task', { ...event(), ...task, kind: 'done', day: today });
});

test('the morning board finds what went wrong in the demo', async () => {
  const { calls } = await morningBoard(await facts());
  const said = calls.map(({ say }) => words(say)).join('\n');
  assert.match(said, /lot 43/, 'a bag is open');
  assert.match(said, /Call off \d+ more alder for Haul Flat: row \d+ runs dry/);
  assert.match(said, /Planter 5.*too deep/);
  assert.match(said, /North Bench is \d+ trees short: decide which places/);
  assert.doesNotMatch(said, /Check guards on North Bench/, 'it was ticked off');
  assert.equal(calls[0].urgency, 'stop');
});
