/**
 * Two hundred phones on one machine, each entering a tree every few seconds through the real server and
 * database while the leader's live page is open; then the same with the server killed ten times in between.
 * A kill may break requests, never entries: what was confirmed is stored once, what was not is still on
 * the phone and goes out again.
 */
import autocannon from 'autocannon';
import mariadb from 'mariadb';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { v7 as uuid } from 'uuid';
import { startApplication } from '../scripts/application.mjs';

const PHONES = 200;
/** Seconds between two entries of a phone. */
const EVERY = 4;
const KILLS = 10;
/** Seconds between two kills, and after one in which answers may be slow. */
const [BETWEEN, AFTER] = [8, 5];
const P95 = 100;

const folder = mkdtempSync(path.join(tmpdir(), 'viridane-phones-'));
const app = (await startApplication(folder)) as {
  origin: string;
  databaseUrl: string;
  killServer: () => Promise<void>;
  startServer: () => Promise<void>;
  stop: () => Promise<void>;
};
const { origin } = app;
const signed = await fetch(`${origin}/sign-in?/in`, {
  method: 'POST',
  headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
  body: 'name=leader&password=farrow-pit-demo',
  redirect: 'manual',
});
const cookie = signed.headers.getSetCookie()[0].split(';')[0];
const headers = { cookie, origin, 'content-type': 'application/json' };
const database = await mariadb.createConnection(app.databaseUrl);
const [block] = await database.query("SELECT id FROM block WHERE name = 'North Bench'");
// North Bench is planted; a version of its own with all places free is what the phones plant.
const [layout] = await database.query(
  "SELECT id FROM layout WHERE block_id = ? AND state = 'released'",
  [block.id],
);
await database.query('DELETE FROM planted_row WHERE layout_id = ?', [layout.id]);
const rows: { number: number; trees: number }[] = await database.query(
  'SELECT number, trees FROM layout_row WHERE layout_id = ? ORDER BY number',
  [layout.id],
);
const planters: { id: string }[] = await database.query('SELECT id FROM planter ORDER BY position');
/** Every place once, in turn over the rows, so that no row is asked for more than it has. */
const places = function* () {
  for (let turn = 0; ; turn++) {
    let any = false;
    for (const { number, trees } of rows)
      if (turn < trees) {
        any = true;
        yield number;
      }
    if (!any) throw new Error('All places are planted; the block is too small for this bench.');
  }
};
const next = places();
const entry = (phone: number) => ({
  ...{ id: uuid(), at: new Date().toISOString(), device: `phone ${phone}`, layoutId: layout.id },
  ...{ row: next.next().value as number, planterId: planters[phone % planters.length].id },
  ...{ count: 1, corrects: null },
});

/** The leader's page, open: it reads its stream, and comes again when the line breaks. */
const leader = { words: 0, open: true };
void (async () => {
  while (leader.open) {
    try {
      const stream = await fetch(`${origin}/blocks/${block.id}/crew/live/stream`, { headers });
      for await (const _part of stream.body!) leader.words++;
    } catch {
      // The server is being killed.
    }
    await new Promise((resolve) => setTimeout(resolve, 1000));
  }
})();

const sent: string[] = [];
const calm = await autocannon({
  url: `${origin}/do/crew.tally`,
  ...{ method: 'POST', headers, connections: PHONES, overallRate: PHONES / EVERY, duration: 20 },
  requests: [
    {
      setupRequest: (request: object) => {
        const one = entry(sent.length % PHONES);
        sent.push(one.id);
        return { ...request, body: JSON.stringify(one) };
      },
    },
  ],
} as never);
const stored = async (ids: readonly string[]) => {
  let count = 0;
  for (let i = 0; i < ids.length; i += 500) {
    const part = ids.slice(i, i + 500);
    const [row] = await database.query('SELECT COUNT(*) AS n FROM tally WHERE id IN (?)', [part]);
    count += Number(row.n);
  }
  return count;
};
const confirmed = (calm as unknown as Record<string, number>)['2xx'];
console.log(
  // The generator sends all of a second's entries in its first moment: the hardest that phones could do.
  `${PHONES} phones, a second’s entries at once: ${confirmed} confirmed, p97.5 ${calm.latency.p97_5} ms, ` +
    `${calm.errors} errors, ${calm.non2xx} refused, ${await stored(sent)} stored of ${sent.length} sent, ` +
    `the live page heard ${leader.words} parts`,
);

interface Phone {
  outbox: ReturnType<typeof entry>[];
  busy: boolean;
}
const phones: Phone[] = Array.from({ length: PHONES }, () => ({ outbox: [], busy: false }));
const taken = new Set<string>();
const waits: number[] = [];
let [refused, broken, killedAt, up] = [0, 0, -Infinity, true];

/** Sends what waits, in order, until it finds no answer: as the outbox of a phone does. */
async function flush(phone: Phone) {
  if (phone.busy) return;
  phone.busy = true;
  while (phone.outbox.length) {
    const began = performance.now();
    const response = await fetch(`${origin}/do/crew.tally`, {
      ...{ method: 'POST', headers, body: JSON.stringify(phone.outbox[0]) },
    }).catch(() => undefined);
    if (!response || response.status >= 500) {
      broken++;
      break;
    }
    await response.text();
    if (began - killedAt > AFTER * 1000 && up) waits.push(performance.now() - began);
    if (response.ok) taken.add(phone.outbox[0].id);
    else refused++;
    phone.outbox.shift();
  }
  phone.busy = false;
}
const made: string[] = [];
let tick = 0;
const clock = setInterval(
  () => {
    // The phones are spread over the seconds, as people are.
    const i = tick++ % PHONES;
    const one = entry(i);
    made.push(one.id);
    phones[i].outbox.push(one);
    void flush(phones[i]);
  },
  (EVERY * 1000) / PHONES,
);
/** Seconds in which nothing is killed. */
const CALM = 20;
await new Promise((resolve) => setTimeout(resolve, CALM * 1000));
const quiet = waits.splice(0).sort((a, b) => a - b);
const calmP95 = quiet[Math.floor(quiet.length * 0.95)] ?? NaN;
console.log(
  `${PHONES} phones, an entry every ${EVERY} s each, spread as people are: p95 ${calmP95.toFixed(0)} ms of ` +
    `${quiet.length} answers (under ${P95} asked)`,
);
if (!(calmP95 < P95)) process.exitCode = 1;
for (let kill = 0; kill < KILLS; kill++) {
  await new Promise((resolve) => setTimeout(resolve, BETWEEN * 1000));
  up = false;
  await app.killServer();
  await app.startServer();
  killedAt = performance.now();
  up = true;
}
await new Promise((resolve) => setTimeout(resolve, BETWEEN * 1000));
clearInterval(clock);
for (let round = 0; round < 40 && phones.some(({ outbox }) => outbox.length); round++) {
  await Promise.all(phones.map(flush));
  await new Promise((resolve) => setTimeout(resolve, 250));
}
leader.open = false;
const left = phones.reduce((sum, { outbox }) => sum + outbox.length, 0);
const kept = await stored(made);
const lost = taken.size - (await stored([...taken]));
waits.sort((a, b) => a - b);
const p95 = waits[Math.floor(waits.length * 0.95)] ?? NaN;
console.log(
  `${PHONES} phones, the server killed ${KILLS} times: ${made.length} entered, ${taken.size} confirmed, ` +
    `${kept} stored, ${lost} lost, ${left} still on phones, ${refused} refused, ${broken} requests broken, ` +
    `p95 ${p95.toFixed(0)} ms of ${waits.length} answers outside ${AFTER} s after a kill (${P95} asked)`,
);
if (lost || kept !== taken.size || calm.errors) process.exitCode = 1;
await database.end();
await app.stop();
rmSync(folder, { recursive: true, force: true });
process.exit();
