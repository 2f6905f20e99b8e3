import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { taskEventsFact } from '../../src/lib/rooms/calendar/task-events.server';
import { plotsFact } from '../../src/lib/rooms/checks/facts.server';
import { plantersFact, sharesFact, sownFact } from '../../src/lib/rooms/crew/facts.server';
import { blocksFact, keepoutsFact, zonesFact } from '../../src/lib/rooms/ground/facts.server';
import { findingsOf } from '../../src/lib/rooms/checks/findings.server';
import { readAhead } from '../../src/lib/rooms/morning/ahead.server';
import { layoutsFact } from '../../src/lib/rooms/rows/facts.server';
import {
  cardsFact,
  lotsFact,
  ordersFact,
  placesFact,
} from '../../src/lib/rooms/stock/facts.server';
import { survivalFindings } from '../../src/lib/rooms/survival/findings.server';
import { forgetFacts, inOrderOf, tableFact, type ListFact } from '../../src/lib/server/facts';
import { Reader } from '../../src/lib/server/reader';
import type { Store } from '../../src/lib/store';
import type { Rows } from '../../src/lib/store/rows';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
let store: Store;
before(async () => {
  setting = await demoSetting('lists');
  store = setting.store;
});
after(() => store.sequelize.close());

/** Questions that something asks of the database. */
async function questions(of: () => Promise<unknown>): Promise<string[]> {
  const asked: string[] = [];
  const { options } = store.sequelize as unknown as { options: { logging: unknown } };
  options.logging = (text: string) => asked.push(text);
  try {
    await of();
  } finally {
    options.logging = false;
  }
  return asked;
}

/** A fact of whichever table: held against all tables at once, its types would take minutes to check. */
const anyTable = tableFact as unknown as (
  name: string,
  topics: [],
  from: { table: string; by: string },
  value: (rows: object[]) => object[],
) => ListFact<object[]>;

test('a row read with others in one question is what it is when it is read alone', async () => {
  const reader = new Reader(store);
  const { tables } = reader;
  const bySite = ['block', 'place', 'tool', 'species', 'planter', 'product'] as const;
  const byBlock = ['keepout', 'zone', 'layout', 'stockOrder', 'spraying', 'lot'] as const;
  const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1);
  const compare = async (table: keyof typeof tables, by: string, ids: string[]) => {
    const whole = anyTable(`all ${table}`, [], { table, by }, (rows) => rows);
    const read = await whole.read(reader, ids);
    const together = [...read.values()].flat() as { id: string }[];
    const plain = (tables as unknown as Record<string, Rows<{ id: string }>>)[table];
    const alone = await plain.all({ where: { [by]: ids } as never });
    assert.deepEqual(together.sort(byId), alone.sort(byId), table);
    return alone.length;
  };
  let rows = 0;
  for (const table of bySite) rows += await compare(table, 'siteId', [setting.site.id]);
  const blocks = Object.values(setting.blocks).map(({ id }) => id);
  for (const table of byBlock) rows += await compare(table, 'blockId', blocks);
  assert.ok(rows > 60, `${rows} rows were compared`);
});

test('names with quotes, other scripts and backslashes, days and fractions come through', async () => {
  const id = uuid();
  const awkward = 'Peg "9" \\ it’s 樹 🌲 {"a":1}';
  await setting.done('leader', 'stock.place', {
    ...{ siteId: setting.site.id, id, name: awkward, kind: 'cold-store' },
    ...{ coolest: 0.1, warmest: 0.3, days: 20.7, logger: 'none' },
  });
  const facts = await setting.facts();
  const place = (await facts.of(placesFact)).find((one) => one.id === id);
  assert.equal(place?.name, awkward);
  assert.deepEqual([place?.coolest, place?.warmest, place?.days], [0.1, 0.3, 20.7]);
  const third = 1 / 3;
  const [keepout] = await store.keepout.findAll({ limit: 1 });
  await store.keepout.update({ setback: third }, { where: { id: keepout.id } });
  const read = await (await setting.facts()).of(keepoutsFact, keepout.blockId);
  assert.equal(read.find(({ id }) => id === keepout.id)?.setback, third);
});

test('whatever is wanted at one moment is asked for in one question, for one block or all', async () => {
  const lists = [keepoutsFact, zonesFact, layoutsFact, ordersFact, lotsFact, taskEventsFact];
  const more = [plotsFact, sownFact, sharesFact];
  const ids = Object.values(setting.blocks).map(({ id }) => id);
  const facts = await setting.facts();
  const asked = await questions(() =>
    Promise.all([
      ...[...lists, ...more].map((one) => facts.all<unknown>(one, ids)),
      ...[blocksFact, cardsFact, plantersFact].map((one) => facts.of<unknown>(one)),
    ]),
  );
  assert.equal(asked.length, 1);
  assert.deepEqual(await questions(() => facts.need(lists, ids)), [], 'and it is kept');
  // One that changed is read again, alone.
  const block = setting.blocks['Haul Flat'];
  await setting.done('leader', 'calendar.task', {
    ...{ ...event(), blockId: block.id, task: 'order', kind: 'moved', day: '2027-01-05' },
  });
  const later = await setting.facts(setting.site, true);
  const again = await questions(() => later.need(lists, ids));
  assert.equal(again.length, 1);
  assert.match(again[0], /task_event/);
  assert.doesNotMatch(again[0], /keepout|stock_order/);
  const events = await later.of(taskEventsFact, block.id);
  assert.equal(events.at(-1)?.day, '2027-01-05');
  assert.ok(!Number.isNaN(Date.parse(events.at(-1)!.at)));
});

test('a question that fails is not kept: the next page asks again', async () => {
  const facts = await setting.facts();
  const block = setting.blocks['Haul Flat'].id;
  await store.sequelize.query('RENAME TABLE zone TO zone_away');
  await assert.rejects(facts.of(zonesFact, block));
  await store.sequelize.query('RENAME TABLE zone_away TO zone');
  assert.ok(Array.isArray(await facts.of(zonesFact, block)));
});

test('rows are put in order by one column after the other, what is not known first', () => {
  const rows = [
    { day: '2027-02-01', name: 'b' },
    { day: '2027-01-01', name: 'c' },
    { day: null, name: 'd' },
    { day: '2027-02-01', name: 'a' },
  ];
  assert.deepEqual(
    rows
      .sort(inOrderOf<{ day: string | null; name: string }>('day', 'name'))
      .map(({ name }) => name),
    ['d', 'c', 'a', 'b'],
  );
});

test('what takes long is read ahead: large blocks alone, none that is set aside, and pages find it', async () => {
  const { store, blocks } = setting;
  const ids = Object.fromEntries(Object.entries(blocks).map(([name, { id }]) => [name, id]));
  assert.deepEqual(await readAhead(store, 1e6), []);
  const [most, ...others] = await readAhead(store, 25);
  assert.equal(most, ids['North Bench'], 'that with most to read first');
  assert.deepEqual(others, [ids['Haul Flat']], 'Ridge Screen has fewer');
  forgetFacts();
  await readAhead(store, 25);
  const facts = await setting.facts(undefined, true);
  const asked = await questions(async () => {
    await findingsOf(facts, blocks['Haul Flat']);
    await survivalFindings(facts, blocks['Haul Flat']);
  });
  assert.deepEqual(asked, []);
  await store.block.update({ setAside: facts.today }, { where: { id: most } });
  assert.deepEqual(await readAhead(store, 25), others);
  await store.block.update({ setAside: null }, { where: { id: most } });
});
