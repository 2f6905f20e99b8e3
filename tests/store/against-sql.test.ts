import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { QueryTypes } from 'sequelize';
import { toPlant } from '../../src/lib/rooms/calendar/supply.server';
import { liveOf } from '../../src/lib/rooms/crew/live.server';
import { nextDay } from '../../src/lib/rooms/crew/next-day.server';
import { dayBounds } from '../../core/say/day';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { reachOf } from '../../src/lib/rooms/stock/need.server';
import { demoSetting, type Setting } from './setting';

/** What pages read of the demo, against the same asked of the database in another way. */
let setting: Setting;
before(async () => {
  setting = await demoSetting('against_sql');
});
after(() => setting.store.sequelize.close());

const ask = <Row extends object>(sql: string, replacements: object = {}) =>
  setting.store.sequelize.query<Row>(sql, {
    type: QueryTypes.SELECT,
    replacements: { ...replacements },
  });

test('the pegs of a block are driven in for what there is, and for nothing else', async () => {
  const rows = await ask<Record<string, number | string>>(
    `SELECT b.name,
       EXISTS (SELECT 1 FROM layout l WHERE l.block_id = b.id) AS ground,
       EXISTS (SELECT 1 FROM layout l WHERE l.block_id = b.id AND l.state = 'released') AS \`rows\`,
       EXISTS (SELECT 1 FROM lot JOIN stock_event e ON e.lot_id = lot.id
         WHERE lot.block_id = b.id AND e.kind = 'receive') AS stock,
       b.planting_day IS NOT NULL AS calendar,
       COALESCE((SELECT l.trees = SUM(IF(t.corrects IS NULL, t.count, -t.count)) FROM layout l
         JOIN tally t ON t.layout_id = l.id WHERE l.block_id = b.id AND l.state = 'released'), 0) AS crew,
       EXISTS (SELECT 1 FROM plot p JOIN layout l ON l.id = p.layout_id WHERE l.block_id = b.id) AS checks,
       EXISTS (SELECT 1 FROM survival_count c JOIN layout l ON l.id = c.layout_id
         WHERE l.block_id = b.id) AS survival
     FROM block b WHERE b.site_id = :siteId`,
    { siteId: setting.site.id },
  );
  const facts = await setting.facts();
  const seen = new Set<string>();
  for (const { name, ...wanted } of rows) {
    const { driven } = await blockState(facts, setting.blocks[name]);
    for (const [room, is] of Object.entries(wanted)) {
      assert.equal(driven[room as keyof typeof driven], Boolean(Number(is)), `${name}, ${room}`);
      seen.add(`${room} ${Number(is)}`);
    }
  }
  for (const room of ['rows', 'crew', 'checks', 'survival'])
    assert.ok(seen.has(`${room} 0`) && seen.has(`${room} 1`), `${room} is and is not`);
});

test('who plants: rows left, trees of today and of the last hour, on the live page', async () => {
  const block = setting.blocks['Haul Flat'];
  const facts = await setting.facts();
  const [from, to] = dayBounds(facts.today, setting.site.zone);
  const rows = await ask<{ id: string; name: string; today: string; hour: string; free: string }>(
    `SELECT p.id, p.name,
       COALESCE((SELECT SUM(IF(t.corrects IS NULL, t.count, -t.count)) FROM tally t
         LEFT JOIN tally c ON c.id = t.corrects
         WHERE t.layout_id = l.id AND t.planter_id = p.id
           AND COALESCE(c.at, t.at) >= :from AND COALESCE(c.at, t.at) < :to), 0) AS today,
       COALESCE((SELECT SUM(IF(t.corrects IS NULL, t.count, -t.count)) FROM tally t
         WHERE t.layout_id = l.id AND t.planter_id = p.id AND t.at > :since), 0) AS hour,
       (SELECT SUM(r.trees - COALESCE(d.done, 0)) FROM layout_row r
         LEFT JOIN (SELECT t.\`row_number\` AS number, SUM(IF(t.corrects IS NULL, t.count, -t.count)) AS done
           FROM tally t JOIN layout m ON m.id = t.layout_id
           WHERE m.block_id = :blockId AND m.state = 'released' GROUP BY t.\`row_number\`) d
           ON d.number = r.number
         WHERE r.layout_id = l.id AND EXISTS (SELECT 1 FROM row_share s WHERE s.layout_id = l.id
           AND s.planter_id = p.id AND r.number BETWEEN s.first_row AND s.last_row)) AS free
     FROM layout l JOIN row_share own ON own.layout_id = l.id JOIN planter p ON p.id = own.planter_id
     WHERE l.block_id = :blockId AND l.state = 'released' AND p.retired_on IS NULL
     GROUP BY p.id, p.name, l.id`,
    {
      blockId: block.id,
      ...{ from: new Date(from), to: new Date(to), since: new Date(facts.now - 3_600_000) },
    },
  );
  assert.ok(rows.length > 1);
  const live = await liveOf(facts, block);
  for (const { id, name, today, hour, free } of rows) {
    const one = live.planters.find((planter) => planter.id === id)!;
    assert.deepEqual(
      [one.name, one.today, one.lastHour, one.left],
      [name, Number(today), Number(hour), Number(free)],
    );
  }
  assert.equal(
    live.today,
    live.planters.reduce((sum, planter) => sum + planter.today, 0),
  );
});

test('what is still to plant, what there is for it, and what the next day takes', async () => {
  const facts = await setting.facts();
  for (const name of ['Haul Flat', 'Silt Margin', 'Spoil Knoll', 'Ridge Screen']) {
    const block = setting.blocks[name];
    const [{ places, done }] = await ask<{ places: string | null; done: string | null }>(
      `SELECT SUM(l.trees) AS places, (SELECT SUM(IF(t.corrects IS NULL, t.count, -t.count)) FROM tally t
         JOIN layout m ON m.id = t.layout_id
         WHERE m.block_id = :blockId AND m.state = 'released') AS done
       FROM layout l WHERE l.block_id = :blockId AND l.state = 'released'`,
      { blockId: block.id },
    );
    if (places === null) continue;
    const left = Number(places) - Number(done ?? 0);
    const own = await toPlant(facts, block);
    assert.equal(own.trees, left, name);
    const reach = await reachOf(facts, block.id);
    assert.equal(
      reach.reduce((sum, { needed }) => sum + needed, 0),
      left,
      `${name}: species by species`,
    );
    const next = await nextDay(facts, block.id);
    const open = new Map(
      (
        await ask<{ row: number; free: string }>(
          `SELECT r.number AS row, r.trees - COALESCE((SELECT SUM(IF(t.corrects IS NULL, t.count, -t.count))
             FROM tally t WHERE t.layout_id = l.id AND t.\`row_number\` = r.number), 0) AS free
           FROM layout l JOIN layout_row r ON r.layout_id = l.id
           WHERE l.block_id = :blockId AND l.state = 'released'`,
          { blockId: block.id },
        )
      ).map(({ row, free }) => [row, Number(free)]),
    );
    for (const { rate, rows } of next?.crews ?? []) {
      const trees = rows.map(({ number }) => open.get(number)!);
      assert.ok(
        trees.every((free) => free > 0),
        `${name}: only rows with places left`,
      );
      const before = trees.slice(0, -1).reduce((sum, free) => sum + free, 0);
      assert.ok(before < rate, `${name}: no row more than the day reaches`);
    }
  }
});
