import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { treesInRow } from '../../core/rows/stored';
import { dayBounds } from '../../core/say/day';
import { plantedOf } from '../../src/lib/rooms/crew/facts.server';
import { paySheetOf } from '../../src/lib/rooms/crew/pay.server';
import { dayAsked, tallySheetOf } from '../../src/lib/rooms/crew/tally-sheet.server';
import { releasedLayout, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('tally_sheet');
});
/** Somebody of whom nothing was entered yet. */
async function newPlanter(name: string): Promise<string> {
  const id = uuid();
  await setting.done('leader', 'crew.paste', {
    ...{ siteId: setting.site.id, planters: [{ id, name }], rate: null },
  });
  return id;
}
after(() => setting.store.sequelize.close());

const HOUR = 3_600_000;

test('a day entered from paper: trees and hours are that day’s, whenever they are said or taken back', async () => {
  const block = setting.blocks['Haul Flat'];
  const facts = await setting.facts();
  const { zone } = facts.site;
  const day = addTo(facts.today, { days: -3 });
  const [from, to] = dayBounds(day, zone);
  const at = (hour: number) => ({ at: new Date(from + hour * HOUR).toISOString() });
  const layout = (await releasedLayout(facts, block.id))!;
  const done = await plantedOf(facts, block.id);
  const free = (await facts.of(rowsFact, block.id)).filter(
    (row) => treesInRow(row) - (done.byRow.get(row.number) ?? 0) >= 20,
  );
  const planterId = await newPlanter('Mara Veld');
  const tally = (row: number, count: number, hour: number, more: object = {}) => ({
    ...{ ...event(), ...at(hour), layoutId: layout.id, row, planterId, count },
    ...{ corrects: null, note: 'from paper', ...more },
  });
  const clock = (kind: 'on' | 'off', hour: number, more: object = {}) => ({
    ...{ ...event(), ...at(hour), siteId: facts.site.id, blockId: block.id, planterId, kind },
    ...{ tool: kind === 'on' ? 'spade' : '', corrects: null, ...more },
  });
  const sheetOf = async (of = day) => tallySheetOf(await setting.facts(), block.id, of);
  const mine = async () => (await sheetOf()).lines.find((line) => line.planter === planterId);
  assert.equal(await mine(), undefined);

  const wrong = tally(free[0].number, 7, 14);
  await setting.done('leader', 'crew.tally', wrong);
  await setting.done('leader', 'crew.tally', tally(free[0].number, 9, 15));
  await setting.done('checker', 'crew.tally', tally(free[1].number, 4, 0));
  await setting.done('leader', 'crew.tally', tally(free[1].number, 5, -0.001));
  await setting.done('leader', 'crew.tally', tally(free[1].number, 6, (to - from) / HOUR));
  await setting.done('leader', 'crew.clock', clock('on', 7));
  const forgotten = clock('off', 23.5);
  await setting.done('leader', 'crew.clock', forgotten);
  const cut = (await mine())!;
  assert.deepEqual([cut.hours, cut.shifts[0].cut], [12, true]);
  await setting.done('leader', 'crew.clock', clock('off', 15.5));
  await setting.done('leader', 'crew.clock', {
    ...{ ...clock('off', 0), ...event(), corrects: forgotten.id },
  });
  await setting.done('leader', 'crew.tally', { ...wrong, ...event(), corrects: wrong.id });

  const line = (await mine())!;
  assert.equal(line.hours, 8.5);
  assert.equal(line.trees, 13);
  assert.deepEqual(
    line.rows.filter(({ row }) => row === free[0].number || row === free[1].number),
    [
      { version: layout.number, row: free[0].number, trees: 9 },
      { version: layout.number, row: free[1].number, trees: 4 },
    ],
  );
  const { entries } = await sheetOf();
  const leader = setting.people.leader.name;
  const own = entries.filter((entry) => entry.planter === planterId && entry.note === 'from paper');
  assert.deepEqual(
    own.map(({ what, author, taken }) => [
      what.kind === 'trees' && what.count,
      author,
      taken?.author,
    ]),
    [
      [4, setting.people.checker.name, undefined],
      [7, leader, leader],
      [9, leader, undefined],
    ],
  );
  assert.ok(own[1].taken!.at > to, 'it was taken back today');
  assert.deepEqual(
    entries
      .filter(({ what, planter: of }) => of === planterId && what.kind !== 'trees')
      .map(({ at: when, what, taken }) => [(when - from) / HOUR, what.kind, Boolean(taken)]),
    [
      [7, 'on', false],
      [15.5, 'off', false],
      [23.5, 'off', true],
    ],
  );
  // The same trees and hours stand on the crew's other pages.
  const now = await setting.facts();
  const { sums } = await plantedOf(now, block.id);
  assert.equal(sums.byDay.get(day)!.get(planterId), line.trees);
  const pay = (await paySheetOf(now, day, day)).find(({ planter: of }) => of === planterId)!;
  assert.equal(pay.hours, line.hours);
});

test('the end of a night’s shift stands with its beginning', async () => {
  const facts = await setting.facts();
  const day = addTo(facts.today, { days: -6 });
  const [, midnight] = dayBounds(day, facts.site.zone);
  const block = setting.blocks['Haul Flat'];
  const planterId = await newPlanter('Tor Lind');
  for (const [kind, hours] of [
    ['on', -2],
    ['off', 1],
  ] as const)
    await setting.done('leader', 'crew.clock', {
      ...{ ...event(), at: new Date(midnight + hours * HOUR).toISOString() },
      ...{ siteId: facts.site.id, blockId: block.id, planterId, kind, tool: '', corrects: null },
    });
  const now = await setting.facts();
  const { lines, entries } = await tallySheetOf(now, block.id, day);
  assert.equal(lines.find((line) => line.planter === planterId)!.hours, 3);
  assert.deepEqual(
    entries.filter(({ planter: of }) => of === planterId).map(({ what }) => what.kind),
    ['on', 'off'],
  );
  const next = await tallySheetOf(now, block.id, addTo(day, { days: 1 }));
  assert.ok(!next.lines.some(({ planter: of, shifts: own }) => of === planterId && own.length));
});

test('a sheet is asked for by its day; one that is none, or still to come, is today’s', () => {
  const asked = (query: string) => dayAsked(new URL(`http://site/tally${query}`), '2026-11-24');
  assert.equal(asked('?day=2026-11-23'), '2026-11-23');
  assert.equal(asked('?day=2026-11-24'), '2026-11-24');
  for (const query of ['', '?day=2026-11-25', '?day=2026-02-30', '?day=yesterday'])
    assert.equal(asked(query), '2026-11-24');
});
