/**
 * The middle floor under load, as ratios within one run: the morning board and the pages of a block
 * against the sign-in page, and confirmed tallies against bare durable inserts of the same database.
 */
import autocannon, { type Options } from 'autocannon';
import mariadb from 'mariadb';
import { Agent, get } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { v7 as uuid } from 'uuid';
import { startApplication } from '../scripts/application.mjs';

const folder = mkdtempSync(path.join(tmpdir(), 'viridane-bench-'));
const app = (await startApplication(folder)) as {
  origin: string;
  databaseUrl: string;
  stop: () => Promise<void>;
};
const { origin } = app;

async function signIn(): Promise<string> {
  const response = await fetch(`${origin}/sign-in?/in`, {
    method: 'POST',
    headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
    body: 'name=leader&password=farrow-pit-demo',
    redirect: 'manual',
  });
  return response.headers.getSetCookie()[0].split(';')[0];
}
const cookie = await signIn();
const database = await mariadb.createConnection(app.databaseUrl);
const [block] = await database.query("SELECT id FROM block WHERE name = 'Haul Flat'");
const [layout] = await database.query(
  "SELECT id FROM layout WHERE block_id = ? AND state = 'released'",
  [block.id],
);
const planters = await database.query('SELECT id FROM planter ORDER BY position');

const run = (options: Partial<Options>) =>
  autocannon({ url: origin, duration: 4, headers: { cookie }, ...options });
const agent = new Agent({ keepAlive: true, maxSockets: 1 });
/** Milliseconds that one client waits for a page, to its last byte, over a connection that stays open. */
function wait(page: string, signed = true): Promise<number> {
  const begun = performance.now();
  return new Promise((resolve, reject) => {
    get(origin + page, { agent, headers: signed ? { cookie } : {} }, (answer) => {
      if (answer.statusCode !== 200) reject(new Error(`${page} was not answered`));
      answer.resume().once('end', () => resolve(performance.now() - begun));
    }).once('error', reject);
  });
}
const middle = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1];
const PAIRS = 60;
let signInWait = 0;
/**
 * How much longer one client waits for a page than for the sign-in page, warm: asked for in turn, the middle of each,
 * because a machine that others use too is never as quick as a second ago.
 */
async function toSignIn(page: string): Promise<number> {
  for (let i = 0; i < 8; i++) await wait(page);
  const [own, signIn]: [number[], number[]] = [[], []];
  for (let i = 0; i < PAIRS; i++) {
    signIn.push(await wait('/sign-in', false));
    own.push(await wait(page));
  }
  signInWait = middle(signIn);
  return middle(own) / signInWait;
}
const rate = async (page: string, signed = true) =>
  (
    await run({
      ...{ url: origin + page, connections: 10, headers: signed ? { cookie } : {} },
      duration: SECONDS,
    })
  ).requests.average;
const line = (what: string, value: number, bound: string) =>
  console.log(`${what.padEnd(44)} ${value.toFixed(2).padStart(8)}   ${bound}`);

line('morning board ÷ sign-in, one client', await toSignIn('/'), 'at most 5');
console.log(`the sign-in page itself: ${signInWait.toFixed(2)} ms`);
const PAGES = [
  ...['ground', 'method', 'rows', 'stock', 'stock/order', 'stock/gate', 'stock/keeping'],
  ...['stock/day', 'stock/carry', 'stock/roots', 'stock/handling', 'calendar', 'calendar/windows'],
  ...['calendar/materials', 'calendar/phases', 'calendar/finish', 'calendar/ripping'],
  ...['calendar/spraying', 'crew', 'checks', 'checks/plan', 'checks/plots', 'checks/school'],
  ...['tending', 'tending/water', 'survival', 'survival/refill', 'survival/replay'],
];
let worst = { page: '', ratio: 0 };
for (const page of PAGES) {
  const ratio = await toSignIn(`/blocks/${block.id}/${page}`);
  if (ratio > worst.ratio) worst = { page, ratio };
  if (process.argv.includes('--all')) line(page, ratio, '');
}
line(`slowest page of a block (${worst.page}) ÷ sign-in`, worst.ratio, 'at most 6');
/** Both sides of a ratio in turn, so many times, each for so many seconds: they share the machine's good seconds. */
const [TURNS, SECONDS] = [5, 2];
const ten: number[] = [];
for (let turn = 0; turn < TURNS; turn++)
  ten.push((await rate('/')) / (await rate('/sign-in', false)));
line('boards ÷ sign-in pages, ten clients', middle(ten), 'at least 0.2');

await database.query('CREATE TABLE bare (id CHAR(36) PRIMARY KEY, n INT)');
/** Bare durable inserts over one connection, a second. */
async function bareRate(): Promise<number> {
  let bare = 0;
  const until = Date.now() + SECONDS * 1000;
  for (; Date.now() < until; bare++)
    await database.query('INSERT INTO bare VALUES (?, ?)', [uuid(), bare]);
  return bare / SECONDS;
}

// More rows with places enough: a row that is full refuses, and a refusal is not a tally.
const columns = (await database.query('SHOW COLUMNS FROM layout_row'))
  .map(({ Field }: { Field: string }) => `\`${Field}\``)
  .filter((name: string) => name !== '`number`');
for (const further of [1000, 2000, 3000, 4000])
  await database.query(
    `INSERT INTO layout_row (\`number\`, ${columns.join(', ')})
     SELECT \`number\` + ?, ${columns.join(', ')} FROM layout_row WHERE layout_id = ? AND \`number\` < 1000`,
    [further, layout.id],
  );
const rows = await database.query(
  'SELECT number, trees FROM layout_row WHERE layout_id = ? AND number > 1000',
  [layout.id],
);
let sent = 0;
/** Twenty phones, each with its next tree as soon as the last one is confirmed. */
const phones = (duration: number) =>
  autocannon({
    url: `${origin}/do/crew.tally`,
    connections: 20,
    duration,
    method: 'POST',
    headers: { cookie, origin, 'content-type': 'application/json' },
    requests: [
      {
        setupRequest: (request) => {
          const n = sent++;
          const body = JSON.stringify({
            ...{ id: uuid(), at: new Date().toISOString(), device: 'bench', layoutId: layout.id },
            row: rows[n % rows.length].number,
            ...{ planterId: planters[n % planters.length].id, count: 1, corrects: null },
          });
          return { ...request, body };
        },
      },
    ],
  });
const storedTallies = async () =>
  Number((await database.query('SELECT COUNT(*) AS n FROM tally'))[0].n);
await phones(2); // Warm, as the pages were.
/** Twenty leaders' pages stay open: each asks its question, far more often than once a minute. */
const pages = setInterval(() => {
  void fetch(`${origin}/since`, { headers: { cookie } })
    .then((r) => r.arrayBuffer())
    .catch(() => undefined);
}, 1000 / 20);
const [ratios, late]: [number[], number[]] = [[], []];
for (let turn = 0; turn < TURNS; turn++) {
  const bare = await bareRate();
  const before = await storedTallies();
  const tallies = await phones(SECONDS);
  const stored = (await storedTallies()) - before;
  ratios.push(stored / SECONDS / bare);
  late.push(tallies.latency.p97_5);
  console.log(
    `tallies: ${tallies.requests.average.toFixed(0)} a second, p95 ${tallies.latency.p97_5} ms (97.5th), ` +
      `${tallies.non2xx} refused, ${tallies.errors} errors, ${stored} stored; bare inserts ${bare.toFixed(0)} a second`,
  );
}
clearInterval(pages);
line('confirmed tallies ÷ bare inserts', middle(ratios), 'at least 0.1');
line('tallies, 97.5th of a hundred waits, ms', middle(late), 'p95 under 100');
await database.end();
await app.stop();
rmSync(folder, { recursive: true, force: true });
