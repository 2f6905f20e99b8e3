import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mariadb from 'mariadb';
import { v7 as uuid } from 'uuid';
import { startApplication } from '../../scripts/application.mjs';
import { root } from '../../scripts/setup.mjs';

const sleep = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

const PAGES = [
  ...['ground', 'method', 'rows', 'stock', 'stock/order', 'stock/gate', 'stock/keeping'],
  ...['stock/day', 'stock/carry', 'stock/roots', 'stock/handling', 'calendar', 'calendar/windows'],
  ...['calendar/materials', 'calendar/phases', 'calendar/finish', 'calendar/ripping'],
  ...['calendar/spraying', 'crew', 'checks', 'tending', 'survival'],
];

/** So many trees at most are entered by all phones together, one at a time. */
const ENTRIES = 2400;

/** A phone that sends one entry after another, and sends again what nobody confirmed. */
class Phone {
  readonly confirmed = new Set<string>();
  readonly refused: string[] = [];
  readonly sent = new Set<string>();
  constructor(
    private readonly post: (entry: object) => Promise<Response>,
    private readonly entry: (id: string) => object,
  ) {}

  /** Sends until it is told to stop, then goes on only with the one that is not confirmed yet. */
  async work(on: () => boolean): Promise<void> {
    while (on()) {
      const id = uuid();
      const entry = this.entry(id);
      this.sent.add(id);
      for (let done = false; !done;) {
        const answer = await this.post(entry).catch(() => undefined);
        if (answer?.ok) this.confirmed.add(id);
        else if (answer && answer.status < 500) this.refused.push(await answer.text());
        done = Boolean(answer && answer.status < 500);
        if (!done) await sleep(60);
      }
    }
  }
}

test('server and database killed under load: nothing confirmed is lost, nothing counts twice', async () => {
  test.setTimeout(180_000);
  const folder = mkdtempSync(path.join(tmpdir(), 'viridane-killed-'));
  const app = await startApplication(folder, { prepared: process.env.DEMO });
  const { origin } = app;
  try {
    const answer = await fetch(`${origin}/sign-in?/in`, {
      method: 'POST',
      headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
      body: 'name=leader&password=farrow-pit-demo',
      redirect: 'manual',
    });
    const cookie = answer.headers.getSetCookie()[0].split(';')[0];
    const board = () => fetch(origin, { headers: { cookie } }).catch(() => undefined);
    const database = await mariadb.createConnection(app.databaseUrl);
    // What is expected and does not come is the error, not the database that is stopped after it.
    database.on('error', () => undefined);
    await test.step('the board, every page of a block and a field page ask at most twelve questions', async () => {
      const [{ id }] = await database.query("SELECT id FROM block WHERE name = 'Haul Flat'");
      const selects = async () =>
        Number((await database.query("SHOW GLOBAL STATUS LIKE 'Com_select'"))[0].Value);
      for (const page of ['/', ...PAGES.map((name) => `/blocks/${id}/${name}`), `/field/${id}`]) {
        let asked = Infinity;
        // The thread of long work asks for work now and then, on a slow machine within every page: of some
        // readings the smallest is the page's own.
        for (let reading = 0; reading < 6 && asked > 12; reading++) {
          // Nothing that was read before stands after the site itself has changed.
          await database.query('UPDATE site SET edition = edition + 1');
          const before = await selects();
          expect((await fetch(origin + page, { headers: { cookie } })).status, page).toBe(200);
          asked = Math.min(asked, (await selects()) - before);
        }
        expect(asked, `${page} asks ${asked}`).toBeLessThanOrEqual(12);
        expect(asked, `${page} was read anew`).toBeGreaterThan(3);
      }
    });
    const [{ id: layoutId }] = await database.query(
      `SELECT l.id FROM layout l JOIN block b ON b.id = l.block_id
       WHERE b.name = 'Haul Flat' AND l.state = 'released'`,
    );
    // Rows long enough that none is full, however fast the machine: the last ones are short.
    const rows: { number: number }[] = await database.query(
      'SELECT number FROM layout_row WHERE layout_id = ? AND number > 145 AND trees >= 80',
      [layoutId],
    );
    expect(rows.length * 80).toBeGreaterThan(ENTRIES);
    const planters: { id: string }[] = await database.query('SELECT id FROM planter');
    const [{ n: before }] = await database.query('SELECT COUNT(*) AS n FROM tally');
    await database.end();

    let going = true;
    let turn = 0;
    const phones = Array.from(
      { length: 8 },
      (_, phone) =>
        new Phone(
          (entry) =>
            fetch(`${origin}/do/crew.tally`, {
              method: 'POST',
              headers: { cookie, origin, 'content-type': 'application/json' },
              body: JSON.stringify(entry),
            }),
          (id) => ({
            ...{ id, at: new Date().toISOString(), device: 'phone', layoutId, corrects: null },
            row: rows[turn++ % rows.length].number,
            ...{ planterId: planters[phone % planters.length].id, count: 1 },
          }),
        ),
    );
    const working = phones.map((phone) => phone.work(() => going && turn < ENTRIES));

    await sleep(700);
    await app.killServer();
    await app.startServer();
    await sleep(700);

    await app.killDatabase();
    await expect.poll(async () => (await board())?.status).toBe(503);
    expect(await (await board())!.text()).toContain('database');
    await sleep(1500);
    expect(app.alive(), 'the process outlives its database').toBe(true);
    await app.startDatabase();
    const back = Date.now();
    await expect.poll(async () => (await board())?.status, { intervals: [100] }).toBe(200);
    expect(Date.now() - back, 'answers soon after the database is there').toBeLessThan(5000);

    await sleep(500);
    await Promise.all([app.killServer(), app.killDatabase()]);
    // The server is there first; its first connection failing is not for ever.
    await Promise.all([app.startServer(), sleep(1500).then(() => app.startDatabase())]);
    // Long enough for a load that is one, however slow the machine.
    const confirmedSoFar = () => phones.reduce((sum, phone) => sum + phone.confirmed.size, 0);
    await expect.poll(confirmedSoFar, { timeout: 30_000 }).toBeGreaterThan(100);
    await sleep(500);
    going = false;
    await Promise.all(working);

    const again = await mariadb.createConnection(app.databaseUrl);
    const stored: { id: string }[] = await again.query('SELECT id FROM tally');
    await again.end();
    const ids = new Set(stored.map(({ id }) => id));
    const confirmed = phones.flatMap((phone) => [...phone.confirmed]);
    const sent = new Set(phones.flatMap((phone) => [...phone.sent]));
    expect(phones.flatMap(({ refused }) => refused)).toEqual([]);
    expect(confirmed.length).toBeGreaterThan(100);
    expect(confirmed.filter((id) => !ids.has(id))).toEqual([]);
    expect([...sent].filter((id) => !ids.has(id))).toEqual([]);
    expect(stored.length).toBe(Number(before) + sent.size);
    const sums = spawnSync('node', ['--import', 'tsx', 'scripts/sums.ts'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: app.databaseUrl },
    });
    expect(sums.stdout + sums.stderr).toContain('All sums hold.');
    expect(sums.status).toBe(0);
  } finally {
    await app.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
