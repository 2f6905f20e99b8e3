import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { tasksOf } from '../../src/lib/rooms/calendar/tasks.server';
import { currentLayout, peggedFact } from '../../src/lib/rooms/rows/facts.server';
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
