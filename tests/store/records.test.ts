import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { QueryTypes } from 'sequelize';
import { v7 as uuid } from 'uuid';
import { readBoundary } from '../../core/formats/read';
import { LEFT_OUT, recordsOf } from '../../src/lib/rooms/people/records.server';
import type { SiteRow } from '../../src/lib/rooms/people/tables.server';
import { RECORDS } from '../../src/lib/words/en/records';
import { openStore } from '../../src/lib/store';
import { demoSetting, event, PATIENCE, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('records');
});
after(() => setting.store.sequelize.close());

/** The archive, unpacked. @param between what happens after the first piece of it was read */
async function takenOut(site: SiteRow, between?: () => Promise<unknown>) {
  const pieces: Uint8Array[] = [];
  for await (const piece of recordsOf(setting.store, site, 'About these records')) {
    if (!pieces.length) await between?.();
    pieces.push(piece);
  }
  const files = unzipSync(Buffer.concat(pieces));
  const text = (name: string) => Buffer.from(files[name]).toString('utf8');
  const lines = (name: string) => {
    const { data, errors } = Papa.parse<Record<string, string>>(text(name).replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: true,
    });
    assert.deepEqual(errors, [], name);
    return data;
  };
  return { files, text, lines };
}
const counted = async (sql: string) => {
  const { sequelize } = setting.store;
  const [row] = await sequelize.query<{ n: number }>(sql, { type: QueryTypes.SELECT });
  return Number(row.n);
};
const snake = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

test('every table is taken out or left out on purpose', () => {
  const tables = Object.keys(setting.store).filter((name) => name !== 'sequelize');
  assert.deepEqual([...Object.keys(RECORDS), ...LEFT_OUT].sort(), tables.sort());
});

test('a site’s records are all there, with names beside the ids, and nothing of another site or secret', async () => {
  const { store, site, people } = setting;
  const far = (await store.site.findOne({ where: { name: 'Elsewhere' }, raw: true })) as SiteRow;
  const { id: planterId } = (await store.planter.findOne({
    where: { siteId: site.id },
    raw: true,
  }))!;
  await store.planter.update({ name: '=1+1' }, { where: { id: planterId } });
  const picture = Buffer.from([137, 80, 78, 71, 1, 2, 3]);
  const noteId = uuid();
  await store.fieldNote.create({
    ...{ ...event(), id: noteId, at: new Date('2026-07-01T03:30:00Z'), recordedAt: new Date() },
    ...{ authorId: people.planter.id, blockId: setting.blocks['Haul Flat'].id, layoutId: null },
    ...{ rowNumber: null, peg: null, body: 'Fence, “down”\nby the gate', corrects: null },
    ...{ photo: picture, photoType: 'image/png' },
  } as never);
  const { files, text, lines } = await takenOut(site);
  for (const name of Object.keys(RECORDS)) {
    const rows = lines(`${snake(name)}.csv`);
    // The other site has nothing but itself and its leader.
    const others = { site: 1, person: 1, membership: 1 }[name] ?? 0;
    const all = await counted(`SELECT COUNT(*) n FROM \`${snake(name)}\``);
    assert.equal(rows.length, all - others, name);
    assert.match(text('about.txt'), new RegExp(`^${snake(name)}\\.csv: ${rows.length}\\. `, 'm'));
  }
  assert.match(text('about.txt'), /^About these records/);
  const whole = Object.keys(files).map(text).join('\n');
  assert.ok(!whole.includes(far.id) && !whole.includes(people.stranger.id));
  assert.ok(!/argon2|password_hash|token_hash/.test(whole));

  const tallies = lines('tally.csv');
  const planted = tallies.reduce((sum, { count }) => sum + Number(count), 0);
  assert.equal(planted, await counted('SELECT SUM(count) n FROM tally'));
  assert.ok(tallies.some((one) => one.planter_id === planterId && one.planter === "'=1+1"));
  assert.match(tallies[0].layout, /^.+, version \d+$/);
  const note = lines('field_note.csv').find(({ id }) => id === noteId)!;
  assert.equal(note.body, 'Fence, “down”\nby the gate');
  assert.equal(new Date(note.at).toISOString(), '2026-07-01T03:30:00.000Z');
  assert.match(note.at, /T04:30:00\+01:00$/, 'by the site’s clock');
  assert.deepEqual(Buffer.from(files[`field_note/${noteId}.png`]), picture);

  const grounds = Object.keys(files).filter((name) => name.startsWith('ground/'));
  assert.equal(grounds.length, Object.keys(setting.blocks).length);
  const haul = grounds.find((name) => name.includes('Haul-Flat'))!;
  const { parts, keepouts } = readBoundary(text(haul), 'ground.geojson');
  const { id: blockId, boundary } = setting.blocks['Haul Flat'];
  assert.equal(parts[0][0].length, boundary[0][0].length);
  assert.equal(keepouts.length, await store.keepout.count({ where: { blockId } }));
});

test('what is entered while it is read is not in it', async () => {
  const before = await counted('SELECT COUNT(*) n FROM stock_event');
  const lot = (await setting.store.lot.findOne({ raw: true }))!;
  const { lines } = await takenOut(setting.site, () =>
    setting.done('leader', 'stock.record', {
      ...{ ...event(), lotId: lot.id, kind: 'receive', count: 7, planterId: null },
      ...{ corrects: null, note: '', placeId: null, toId: null, closes: null },
    }),
  );
  assert.equal(await counted('SELECT COUNT(*) n FROM stock_event'), before + 1);
  assert.equal(lines('stock_event.csv').length, before);
});

test('whoever stops half way holds no connection back', async () => {
  const url = new URL(process.env.TEST_DATABASE_URL!);
  url.pathname = '/viridane_records';
  const single = openStore(url.href, 1, PATIENCE);
  const pieces = recordsOf(single, setting.site, '');
  await pieces.next();
  await pieces.return(undefined);
  assert.ok((await single.site.count()) > 0);
  await single.sequelize.close();
});
