import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { tasksOf } from '../../src/lib/rooms/calendar/tasks.server';
import { currentLayout, peggedFact } from '../../src/lib/rooms/rows/facts.server';
import { plantedOf } from '../../src/lib/rooms/crew/facts.server';
import { lotsFact } from '../../src/lib/rooms/stock/facts.server';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('pegged');
});
after(() => setting.store.sequelize.close());
const margin = () => setting.blocks['Silt Margin'];
const pegged = async () => (await setting.facts()).of(peggedFact, margin().id);
const task = async (key: string, block = margin()) => {
  const now = (await setting.store.block.findByPk(block.id))!.get() as typeof block;
  return (await tasksOf(await setting.facts(), now)).find((one) => one.key === key)!;
};

test('rows are pegged one after the other; once all stand the calendar has them set out', async () => {
  const { store } = setting;
  const drawn = (await currentLayout(await setting.facts(), margin().id))!;
  await store.keepout.update({ located: '2026-01-01' }, { where: { blockId: margin().id } });
  const word = (rows: number[], stand = true, more: object = {}) => ({
    ...{ ...event(), layoutId: drawn.id, rows, stand, ...more },
  });
  await setting.refused('planter', 'rows.pegged', word([1]), 409, /not released/i);
  await setting.done('leader', 'rows.release', { layoutId: drawn.id });
  const { total } = await pegged();
  assert.equal(total, await store.layoutRow.count({ where: { layoutId: drawn.id } }));
  const all = Array.from({ length: total }, (_, i) => i + 1);
  await setting.refused('planter', 'rows.pegged', word([total + 1]), 409, /no row/i);
  await setting.refused('viewer', 'rows.pegged', word([1]), 403, /./);
  await setting.refused('stranger', 'rows.pegged', word([1]), 404, /./);
  for (const wrong of [[], [0], [1.5], ['x']])
    await setting.refused('leader', 'rows.pegged', { ...word([1]), rows: wrong }, 400, /./);

  const first = word(all.filter((row) => row !== 3));
  await setting.done('planter', 'rows.pegged', first);
  assert.equal((await setting.done('planter', 'rows.pegged', first)).already, true);
  assert.deepEqual((await pegged()).left, [3]);
  assert.notEqual((await task('set-out')).state, 'done');
  await setting.done('leader', 'rows.pegged', word([3]));
  const set = await task('set-out');
  assert.deepEqual([set.state, set.elsewhere], ['done', 'rows']);
  // Cattle came through.
  await setting.done('leader', 'rows.pegged', word([2, 3], false));
  assert.deepEqual((await pegged()).left, [2, 3]);
  assert.notEqual((await task('set-out')).state, 'done');

  // What was said last counts, in whatever order the database hands it out.
  const turned = (id: string, stand: boolean) => word([4], stand, { id });
  await setting.done(
    'leader',
    'rows.pegged',
    turned('ffffffff-ffff-7fff-bfff-ffffffffffff', false),
  );
  await setting.done('leader', 'rows.pegged', turned('00000000-0000-7000-8000-000000000001', true));
  assert.deepEqual((await pegged()).left, [2, 3]);

  // A new version that differs in one row: pegs of all others stay, and what a phone still has for the old one comes.
  const { layoutId } = (await setting.done('leader', 'rows.save', {
    ...{ blockId: margin().id, name: 'one tree less' },
    parameters: { ...drawn.parameters, moves: [await lastTreeOf(drawn.id, 1)] },
  })) as { layoutId: string };
  await setting.done('leader', 'rows.release', { layoutId });
  assert.deepEqual((await pegged()).left, [1, 2, 3]);
  await setting.done('planter', 'rows.pegged', word([1, 2], true, { late: true }));
  assert.deepEqual((await pegged()).left, [1, 3], 'row 1 is another one now');
  await assert.rejects(store.sequelize.query('UPDATE row_pegged SET stand = 0'));
});

/** The last tree of a row as one that a leader takes out by hand. */
async function lastTreeOf(layoutId: string, number: number) {
  const { pegPosition, rowSetOf } = await import('../../core/rows/rowset');
  const layout = (await setting.store.layout.findByPk(layoutId))!.get();
  const rows = await setting.store.layoutRow.findAll({ where: { layoutId }, order: ['number'] });
  const stored = rows.map((row) => row.get());
  const { point } = pegPosition(rowSetOf(layout.rhythm, stored), number, stored[number - 1].trees)!;
  return { kind: 'out', at: point, note: '' };
}

test('what is sprayed row by row is the weeding of the calendar once no row is left', async () => {
  const bench = setting.blocks['North Bench'];
  const { store, site } = setting;
  assert.equal((await task('weed-2', bench)).state, 'late');
  const { id: productId } = (await store.product.findOne({ where: { siteId: site.id } }))!.get();
  const { today } = await setting.facts();
  const { total } = await (await setting.facts()).of(peggedFact, bench.id);
  const spray = (from: number, to: number, more: object = {}) =>
    setting.done('checker', 'calendar.sprayed', {
      ...{ ...event(), blockId: bench.id, productId, day: today, area: 100, litres: 0.01 },
      ...{ wind: 2, lotNumber: '', operator: 'T', corrects: null, note: '', knowing: true },
      sprayedRows: Array.from({ length: to - from + 1 }, (_, i) => from + i),
      ...more,
    });
  await spray(1, total - 1);
  assert.equal((await task('weed-2', bench)).state, 'late', 'a row is left');
  const last = { id: uuid() };
  await spray(total, total, last);
  const done = await task('weed-2', bench);
  assert.deepEqual([done.state, done.elsewhere, done.doneOn], ['done', 'spraying', today]);
  await spray(total, total, { corrects: last.id });
  assert.equal((await task('weed-2', bench)).state, 'late', 'taken back');
});

test('roots are soaked once every tree that came was in the water; who waters has looked for drought', async () => {
  const { store } = setting;
  const block = (await store.block.findByPk(margin().id))!.get();
  const method = { ...block.method, soak: 'soak', watering: 'dated' };
  const { id: blockId, conditions, differences } = block;
  await setting.done('leader', 'method.save', { blockId, conditions, method, differences });
  const { total } = await plantedOf(await setting.facts(), blockId);
  const speciesIn = async (stock: 'bare-root' | 'container') =>
    (await store.species.findOne({ where: { siteId: setting.site.id, stock } }))!.get().id;
  const place = (await store.place.findOne({ where: { siteId: setting.site.id } }))!.get().id;
  const lotId = uuid();
  await setting.done('leader', 'stock.lot', {
    ...{ id: lotId, code: 'soaked', blockId, speciesId: await speciesIn('bare-root') },
    ...{ nursery: 'Test Nursery', age: '1+0' },
  });
  const record = (kind: string, count: number, of = lotId) =>
    setting.done('checker', 'stock.record', {
      ...{ ...event(), lotId: of, kind, count, placeId: place },
    });
  await record('receive', total);
  await record('cull', 40);
  // Of a species in containers nothing is soaked, though nobody named the lot's form.
  const potted = await speciesIn('container');
  const pots = uuid();
  await setting.done('leader', 'stock.lot', {
    ...{ id: pots, code: 'pots', blockId, speciesId: potted, nursery: 'Test Nursery', age: '1' },
  });
  await record('receive', 60, pots);
  const others = (await (await setting.facts()).of(lotsFact, blockId)).filter(
    ({ lot, balance }) =>
      lot.id !== lotId && !lot.form && lot.speciesId !== potted && balance.onHand > 0,
  );
  for (const { balance, lot } of others) await record('soak', balance.onHand, lot.id);
  await record('soak', total - 41);
  assert.notEqual((await task('soak')).state, 'done', 'one tree is left');
  await record('soak', 1);
  const soaked = await task('soak');
  assert.deepEqual([soaked.state, soaked.elsewhere], ['done', 'stock']);
});

test('a task is ticked off on the phone, also days later, for the day on which it was done', async () => {
  const bench = setting.blocks['North Bench'];
  const { today } = await setting.facts();
  const tick = (more: object = {}) => ({
    ...{ ...event(), blockId: bench.id, task: 'guards-1', kind: 'done', day: today, ...more },
  });
  const day = addTo(today, { days: -4 });
  const late = tick({ day, at: `${day}T12:00:00.000Z` });
  await setting.refused('planter', 'calendar.task', late, 403, /./);
  await setting.refused('checker', 'calendar.task', tick({ task: 'no-such' }), 400, /./);
  const ahead = tick({ day: addTo(today, { days: 2 }) });
  await setting.refused('checker', 'calendar.task', ahead, 409, /still to come/);
  await setting.done('checker', 'calendar.task', late);
  assert.equal((await setting.done('checker', 'calendar.task', late)).already, true);
  const done = await task('guards-1', bench);
  assert.deepEqual([done?.state, done?.doneOn, done?.elsewhere], ['done', day, undefined]);
  // What is said last holds, by when it was said and not by when it came.
  const undone = (on: string) =>
    setting.done('checker', 'calendar.task', {
      ...tick({ kind: 'undone', day: null }),
      at: `${on}T12:00:00.000Z`,
    });
  await undone(addTo(day, { days: -1 }));
  assert.equal((await task('guards-1', bench))?.state, 'done');
  await undone(addTo(day, { days: 1 }));
  assert.notEqual((await task('guards-1', bench))?.state, 'done');
});
