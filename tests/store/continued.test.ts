import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import type { LayoutParameters } from '../../core/rows/layout';
import { treesInRow, type StoredRow } from '../../core/rows/stored';
import { plantedOf, sharesFact } from '../../src/lib/rooms/crew/facts.server';
import { morningBoard } from '../../src/lib/rooms/morning/board.server';
import { planOfNow } from '../../src/lib/rooms/checks/facts.server';
import { compareSums } from '../../src/lib/store/sums';
import { peggedFact, readRows, releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { blockMethod, waysOfBlock } from '../../src/lib/rooms/method/facts.server';
import type { LayoutRow } from '../../src/lib/rooms/rows/tables.server';
import { Reader } from '../../src/lib/server/reader';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('continued');
});
after(() => setting.store.sequelize.close());

const haul = () => setting.blocks['Haul Flat'];
const released = async () => (await releasedLayout(await setting.facts(), haul().id))!;
const rowsOf = async (id: string): Promise<StoredRow[]> =>
  (await readRows(new Reader(setting.store), [id])).get(id)!;
const planted = async () => plantedOf(await setting.facts(), haul().id);
const layout = async (id: string) => (await setting.store.layout.findByPk(id))!.get() as LayoutRow;
/** Saves and releases the block's own parameters with some of them changed. */
async function goOnWith(change: Partial<LayoutParameters>) {
  const { parameters } = await released();
  const { layoutId } = await setting.done('leader', 'rows.save', {
    blockId: haul().id,
    parameters: { ...parameters, ...change },
  });
  await setting.done('leader', 'rows.release', { layoutId });
  return layoutId as string;
}
const tally = async (row: number, count: number, more: object = {}) => ({
  ...{ ...event(), layoutId: (await released()).id, row, count, corrects: null },
  ...{ planterId: (await setting.store.rowShare.findOne())!.planterId, note: '', ...more },
});

test('a version released over planted rows continues them, and nothing entered comes to mean another tree', async () => {
  const { store } = setting;
  const was = await released();
  const rows = await rowsOf(was.id);
  const stood = await planted();
  const begun = [...stood.byRow].filter(([, trees]) => trees > 0).map(([row]) => row);
  assert.ok(begun.length > 0 && begun.length < rows.length, 'the demo has rows of both kinds');
  await store.block.update(
    {
      differences: [
        {
          scope: { by: 'rows', letter: 'B', rows: [begun[0]], version: was.number, among: [1, 9] },
          method: { depth: 'high' },
        },
        // Of a version long gone, and of stock: neither follows the rows.
        {
          scope: { by: 'rows', letter: 'C', rows: [2], version: was.number + 70, among: [1, 9] },
          method: { depth: 'high' },
        },
        { scope: { by: 'stock', stock: 'container' }, method: { clear: 'scalp' } },
      ],
    },
    { where: { id: haul().id } },
  );
  const pegs = (await (await setting.facts()).of(peggedFact, haul().id)).total;

  const laid = await goOnWith({ inRow: was.parameters.inRow * 1.5 });
  const [now, archive] = [await released(), await layout(laid)];
  assert.equal(now.id, was.id, 'phones, tallies and plots go on meaning it');
  assert.deepEqual([now.number, now.continues], [was.number + 1, was.number]);
  assert.deepEqual([archive.number, archive.state], [was.number, 'withdrawn']);
  assert.deepEqual(await rowsOf(archive.id), rows, 'what it was is kept as it was');
  assert.equal(archive.trees, was.trees);

  await setting.done('leader', 'rows.release', { layoutId: laid });
  assert.deepEqual(await released(), now, 'sent twice it is released once');

  const then = await rowsOf(now.id);
  for (const row of begun) assert.deepEqual(then[row - 1], rows[row - 1]);
  assert.deepEqual(
    then.map(({ number }) => number),
    then.map((_, i) => i + 1),
  );
  assert.equal(
    now.trees,
    then.reduce((sum, row) => sum + treesInRow(row), 0),
  );
  assert.equal(
    now.speciesCounts.reduce((sum, trees) => sum + trees, 0),
    now.trees,
  );
  assert.ok(now.trees < was.trees, 'a wider step takes fewer trees');
  const progress = await planted();
  assert.deepEqual(progress.byRow, stood.byRow);
  assert.deepEqual([progress.planted, progress.total], [stood.planted, now.trees]);
  assert.deepEqual(await compareSums(store), []);
  const facts = await setting.facts();
  const standing = then.filter(treesInRow).map(({ number }) => number);
  const { total, left, stand } = await facts.of(peggedFact, haul().id);
  assert.equal(total, standing.length);
  assert.ok(total <= pegs + then.length - rows.length);
  for (const row of [...left, ...stand.keys()]) assert.ok(standing.includes(row));
  for (const { firstRow, lastRow } of await facts.of(sharesFact, haul().id))
    assert.ok(standing.includes(firstRow) && standing.includes(lastRow));
  const block = (await store.block.findByPk(haul().id))!.get() as ReturnType<typeof haul>;
  assert.deepEqual(
    block.differences.map(({ scope }) => (scope.by === 'rows' ? scope.version : scope)),
    [now.number, was.number + 70, { by: 'stock', stock: 'container' }],
  );
  const { differences } = await blockMethod(facts, block);
  const ofRows = differences.filter(({ scope }) => scope.by === 'rows');
  assert.deepEqual(
    ofRows.map(({ scope }) => scope.by === 'rows' && [scope.version, scope.rows]),
    [[now.number, [begun[0]]]],
    'a row that was planted otherwise still is',
  );
  assert.ok((await waysOfBlock(facts, block)).length > 1);
});

test('a plan of plots goes on: a circle stays where it lies, on the rows that are there now', async () => {
  const blockId = haul().id;
  const now = await released();
  const terms = { area: 50, plots: 30, seed: 'here', by: 'ground' };
  await setting.done('checker', 'checks.plan', { ...event(), layoutId: now.id, terms });
  const drawn = (await planOfNow(await setting.facts(), blockId))!;
  await goOnWith({ between: now.parameters.between * 1.6 });
  const after = (await planOfNow(await setting.facts(), blockId))!;
  assert.equal(after.id, drawn.id);
  const rows = await rowsOf(now.id);
  const { byRow } = await planted();
  let moved = 0;
  for (const plot of drawn.plots) {
    const own = after.plots.find(({ number }) => number === plot.number);
    const trees = own?.trees ?? [];
    assert.deepEqual(own?.centre ?? plot.centre, plot.centre);
    for (const { row, pegs } of trees)
      for (const [from, to] of pegs)
        assert.ok(from >= 1 && to <= treesInRow(rows[row - 1]), `row ${row} has peg ${to}`);
    // Where all is planted nothing has changed.
    if (plot.trees.every(({ row }) => (byRow.get(row) ?? 0) > 0)) assert.deepEqual(own, plot);
    else if (JSON.stringify(trees) !== JSON.stringify(plot.trees)) moved++;
  }
  assert.ok(moved > 0, 'some circles lay where rows were given up');
});

test('rows that nobody has are told of until they are shared out', async () => {
  const told = async () => {
    const { calls } = await morningBoard(await setting.facts());
    return calls.filter(({ say, block }) => say.key === 'crew.nobodys' && block === haul().id);
  };
  const [call] = await told();
  const { total, planted: set } = await planted();
  const shares = await (await setting.facts()).of(sharesFact, haul().id);
  const own = (row: number) => shares.some((one) => row >= one.firstRow && row <= one.lastRow);
  const { byRow } = await planted();
  const rest = (await rowsOf((await released()).id)).filter(
    (row) => treesInRow(row) > (byRow.get(row.number) ?? 0) && !own(row.number),
  );
  assert.equal(call.say.figures.count, rest.length);
  assert.ok((call.detail!.figures as { trees: number }).trees <= total - set);
  const planters = await setting.store.planter.findAll({ where: { siteId: setting.site.id } });
  await setting.done('leader', 'crew.share', {
    layoutId: (await released()).id,
    planters: planters.slice(0, 4).map(({ id }) => id),
  });
  assert.deepEqual(await told(), []);
});

test('a begun row is filled to its last place and no further; a late tally for a row given up is counted where it stands', async () => {
  const now = await released();
  const rows = await rowsOf(now.id);
  const { byRow } = await planted();
  const begun = rows.find(
    (row) => (byRow.get(row.number) ?? 0) > 0 && (byRow.get(row.number) ?? 0) < treesInRow(row),
  );
  if (begun) {
    const open = treesInRow(begun) - byRow.get(begun.number)!;
    await setting.refused(
      'leader',
      'crew.tally',
      await tally(begun.number, open + 1),
      409,
      /1 too many/,
    );
    await setting.done('leader', 'crew.tally', await tally(begun.number, open));
  }
  // An entry that was taken back leaves its row unbegun; it may still be sent again after the row is given up.
  const empty = rows.find((row) => treesInRow(row) > 4 && !byRow.get(row.number))!;
  const first = await tally(empty.number, 4);
  const back = await tally(empty.number, 4, { corrects: first.id });
  for (const one of [first, back]) await setting.done('leader', 'crew.tally', one);
  await goOnWith({ direction: { kind: 'bearing', bearing: 0.3 } as LayoutParameters['direction'] });
  assert.equal(treesInRow((await rowsOf(now.id))[empty.number - 1]), 0);
  for (const one of [first, back])
    assert.equal((await setting.done('leader', 'crew.tally', one)).already, true);
  const gone = (await rowsOf(now.id)).find((row) => !treesInRow(row))!;
  assert.ok(gone, 'another direction gives rows up');
  const stood = await planted();
  const late = await tally(gone.number, 7, { late: true });
  const answer = await setting.done('leader', 'crew.tally', late);
  assert.equal(answer.withdrawn, true);
  assert.equal((await setting.done('leader', 'crew.tally', late)).already, true, 'sent twice');
  const counted = await planted();
  assert.equal(
    counted.carried.trees + counted.carried.nowhere,
    stood.carried.trees + stood.carried.nowhere + 7,
  );
  assert.equal(counted.planted - stood.planted, counted.carried.trees - stood.carried.trees);
  await setting.done(
    'leader',
    'crew.tally',
    await tally(gone.number, 7, { corrects: late.id, planterId: late.planterId }),
  );
  assert.deepEqual((await planted()).carried, stood.carried, 'and taken back');
  assert.deepEqual(await compareSums(setting.store), []);
});

test('a trial cannot go on under planted rows', async () => {
  const { parameters } = await released();
  const { layoutId } = await setting.done('leader', 'rows.save', {
    blockId: haul().id,
    parameters,
  });
  await setting.store.layout.update(
    { trial: [1, 1, 1, 1, 0] },
    { where: { id: String(layoutId) } },
  );
  const before = await released();
  await setting.refused('leader', 'rows.release', { layoutId }, 409, /trial/i);
  assert.deepEqual(await released(), before);
  await setting.refused('checker', 'rows.release', { layoutId }, 403, /./);
  await setting.refused('stranger', 'rows.release', { layoutId: uuid() }, 404, /./);
});
