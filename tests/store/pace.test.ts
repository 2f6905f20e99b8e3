import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { MACHINE_KEPT } from '../../core/crew/machine';
import { paceToday } from '../../core/crew/pace';
import { holds } from '../../core/crew/share';
import { treesInRow } from '../../core/rows/stored';
import { dayBounds, dayOf } from '../../core/say/day';
import { plantedOf, sharesFact } from '../../src/lib/rooms/crew/facts.server';
import { liveOf } from '../../src/lib/rooms/crew/live.server';
import { dayOnBlock } from '../../src/lib/rooms/crew/pace.server';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import { releasedLayout, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { asPerson, demoSetting, event, type Setting } from './setting';

const HOUR = 3_600_000;
let setting: Setting;
before(async () => {
  setting = await demoSetting('pace');
});
after(() => setting.store.sequelize.close());

/** The zone in which it is between ten and eleven now, so that a morning lies behind and a day before us. */
const midMorning = (): string => {
  // From twelve hours behind to eleven ahead: there is no zone further west.
  const offset = ((10 - new Date().getUTCHours() + 36) % 24) - 12;
  return offset >= 0 ? `Etc/GMT-${offset}` : `Etc/GMT+${-offset}`;
};

test('the rest of today goes at the pace that today shows: page, stream and sharing out alike', async () => {
  const { store, blocks } = setting;
  const zone = midMorning();
  await store.site.update({ zone }, { where: { id: setting.site.id } });
  // Who is signed in brings their sites along: read again, as every request does.
  setting.people.leader = await asPerson(store, 'leader');
  const site = { ...setting.site, zone };
  const day = dayOf(Date.now(), zone);
  const mild = { day, lowest: 8, highest: 11, rain: 0, humidity: 0.8, wind: 1 };
  await setting.done('leader', 'calendar.weather', { siteId: site.id, days: [mild] });
  const { id: blockId } = blocks['Haul Flat'];
  const terms = { begin: 0, end: 24, noon: 23, pause: 0, caches: 2, headlands: 'both' as const };
  await setting.done('leader', 'calendar.terms', {
    blockId,
    terms: { day: terms, machine: { ...MACHINE_KEPT, seats: 1 } },
  });
  const block = (await store.block.findByPk(blockId))!.get() as BlockRow;
  const layout = (await releasedLayout(await setting.facts(site), blockId))!;
  const [slow, silent] = (
    await store.planter.findAll({ where: { siteId: site.id }, order: [['position', 'ASC']] })
  ).map((row) => row.get());
  const now = Date.now();
  const ago = (hours: number) => new Date(now - hours * HOUR).toISOString();
  for (const { id: planterId } of [slow, silent])
    await setting.done('leader', 'crew.clock', {
      ...{ ...event(), at: ago(3), siteId: site.id, blockId, planterId, kind: 'on', tool: 'spade' },
      corrects: null,
    });
  const open = await plantedOf(await setting.facts(site), blockId);
  const last = (await (await setting.facts(site)).of(rowsFact, blockId))
    .filter(({ number }) => !open.byRow.get(number))
    .sort((one, other) => treesInRow(other) - treesInRow(one))[0];
  for (const [hours, count] of [
    [2, 30],
    [1, 26],
  ])
    await setting.done('leader', 'crew.tally', {
      ...{ ...event(), at: ago(hours), layoutId: layout.id, row: last.number },
      ...{ planterId: slow.id, count, corrects: null },
    });

  const facts = await setting.facts(site);
  const { rates, paces, heard, words } = await dayOnBlock(facts, block, layout.id);
  const spoke = words.find(({ planter }) => planter === slow.id)!;
  const whole = (hours: number) => Math.floor((now - hours * HOUR) / HOUR) * HOUR;
  assert.deepEqual([spoke.row, spoke.hours], [last.number, [whole(2), whole(1)]]);
  const before = words.filter(({ planter }) => planter !== slow.id);
  assert.ok(before.length > 2 && before.every(({ at }) => at < now), 'all who ever planted here');
  const pace = paces.get(slow.id)!;
  // Fifty-six trees in the two hours until their last word; what came behind it nobody has told.
  const wanted = paceToday(rates.get(slow.id)!, { trees: 56, hours: 2 });
  assert.ok(Math.abs(pace.perHour.value - wanted.perHour.value) < 0.01);
  assert.ok(pace.perHour.value < 0.8 * rates.get(slow.id)!.perHour.value);
  assert.deepEqual(paces.get(silent.id), rates.get(silent.id), 'without a word nobody is slow');
  assert.ok(Math.abs(heard.get(slow.id)! - (now - HOUR)) < 1000);
  assert.ok(Math.abs(heard.get(silent.id)! - (now - 3 * HOUR)) < 1000);

  const left = treesInRow(last) - (await plantedOf(facts, blockId)).byRow.get(last.number)!;
  const told = (await liveOf(facts, block)).planters.find(({ id }) => id === slow.id)!;
  assert.equal(told.row, last.number);
  const full = Math.max(facts.now, now - HOUR + (left / pace.perHour.value) * HOUR);
  assert.ok(Math.abs(told.rowEnds! - full) < 2000, `${told.rowEnds} against ${full}`);

  const [a, b] = [slow.id, silent.id];
  await setting.done('leader', 'crew.share', {
    ...{ layoutId: layout.id, planters: [a, b], scope: 'today' },
  });
  const shared = await setting.facts(site);
  const [shares, rows, { byRow }] = await Promise.all([
    shared.of(sharesFact, blockId),
    shared.of(rowsFact, blockId),
    plantedOf(shared, blockId),
  ]);
  const own = (id: string) =>
    rows
      .filter(({ number }) => holds(shares, id, number))
      .reduce((sum, row) => sum + treesInRow(row) - (byRow.get(row.number) ?? 0), 0);
  const hours = (dayBounds(day, zone)[1] - now) / HOUR;
  const row = Math.max(...rows.map(treesInRow));
  assert.ok(own(a) <= pace.perHour.value * hours + row, `${own(a)} in ${hours} h`);
  assert.ok(own(b) > own(a), `${own(b)} against ${own(a)}`);
});

test('after the day’s end nobody’s pace is that of today: the next day is planned', async () => {
  const { store, blocks } = setting;
  const { id: blockId } = blocks['Haul Flat'];
  const terms = { begin: 0, end: 9, noon: 8, pause: 0, caches: 2, headlands: 'both' as const };
  await setting.done('leader', 'calendar.terms', { blockId, terms: { day: terms } });
  const block = (await store.block.findByPk(blockId))!.get() as BlockRow;
  const facts = await setting.facts({ ...setting.site, zone: midMorning() });
  const layout = (await releasedLayout(facts, blockId))!;
  const { rates, paces, heard } = await dayOnBlock(facts, block, layout.id);
  assert.deepEqual(paces, rates);
  assert.equal(heard.size, 0);
});
