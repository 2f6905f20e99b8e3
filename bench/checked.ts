/**
 * A block with a hundred thousand checked trees, and the sums of the last two rooms: what one client waits for
 * each page of Checks against the sign-in page, and the core's own computations in milliseconds beside it.
 */
import autocannon from 'autocannon';
import mariadb from 'mariadb';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { v7 as uuid } from 'uuid';
import { addTo } from '../core/measure/dates';
import { seededRandom } from '../core/measure/random';
import { joinsOfDead } from '../core/survival/joins';
import { logistic, type Exposed, type Fitted } from '../core/survival/logistic';
import { modelOf, replay } from '../core/survival/replay';
import { survivalBy, type CountedTree } from '../core/survival/groups';
import { waterBalance, WATER_TERMS } from '../core/tending/water';
import { startApplication } from '../scripts/application.mjs';

const line = (what: string, value: number, bound: string) =>
  console.log(`${what.padEnd(52)} ${value.toFixed(1).padStart(8)}   ${bound}`);
const timed = (run: () => void): number => {
  run();
  const start = performance.now();
  run();
  return performance.now() - start;
};

const days = Array.from({ length: 5 * 365 }, (_, i) => ({
  day: addTo('2021-01-01', { days: i }),
  ...{ lowest: 8, highest: 20 + (i % 9), rain: i % 6 ? 0 : 9, humidity: 0.6, wind: 2 },
}));
const soil = { texture: 'loam' as const, depth: 1, stones: 0.1, repellent: false };
line(
  'balance of 20 zones over 5 years, ms',
  timed(() => {
    for (let zone = 0; zone < 20; zone++)
      waterBalance({
        ...{ days, latitude: 51, terms: WATER_TERMS, today: '2025-12-31', school: 'balance' },
        rooted: { soil, ring: 'clear', plantedOn: '2021-01-01' },
        decidesFrom: '2021-01-01',
      });
  }),
  'under 100',
);
const random = seededRandom('a million trees');
const trees: CountedTree[] = Array.from({ length: 1_000_000 }, (_, i) => ({
  ...{ row: i % 5000, peg: i, species: `s${i % 6}` },
  mark: random() < 0.85 ? '1' : '0',
}));
line(
  'survival by species of a million trees, ms',
  timed(() => void survivalBy(trees, ({ species }) => species, 5000)),
  'under 2000',
);
{
  const exposed: Exposed[] = Array.from({ length: 2000 }, (_, i) => {
    const values = [(i % 5) / 2, (i % 7) / 3, i % 3 ? 0 : 1];
    const of = 40;
    const p = 1 / (1 + Math.exp(2 - 0.4 * values[0] - 0.3 * values[1]));
    let died = 0;
    for (let tree = 0; tree < of; tree++) if (random() < p) died++;
    return { cluster: `${i >> 2}`, values, died, of };
  });
  const names = ['air', 'deep', 'zone'];
  const fitted = logistic(names, exposed) as Fitted;
  line(
    'fit of 80 000 trees in 500 rows, ms',
    timed(() => void logistic(names, exposed)),
    'under 2000',
  );
  const model = modelOf(fitted, exposed);
  line(
    'replay of 1 000 seasons of them, ms',
    timed(
      () => void replay(model, exposed, [{ name: 'air', atMost: 0 }], { seasons: 1000, seed: 'b' }),
    ),
    'under 5000',
  );
  const dead = trees.map(({ mark }) => mark === '0');
  const joins = dead.slice(1).map((_, i): [number, number] => [i, i + 1]);
  line(
    'joins of a million trees, ms',
    timed(() => void joinsOfDead(dead, joins)),
    'under 2000',
  );
}

const folder = mkdtempSync(path.join(tmpdir(), 'viridane-bench-'));
const app = (await startApplication(folder)) as {
  origin: string;
  databaseUrl: string;
  stop: () => Promise<void>;
};
const { origin } = app;
const response = await fetch(`${origin}/sign-in?/in`, {
  method: 'POST',
  headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
  body: 'name=leader&password=farrow-pit-demo',
  redirect: 'manual',
});
const cookie = response.headers.getSetCookie()[0].split(';')[0];
const database = await mariadb.createConnection(app.databaseUrl);
const [block] = await database.query("SELECT id FROM block WHERE name = 'Haul Flat'");
const [pattern] = await database.query(
  `SELECT p.* FROM plot p JOIN layout l ON l.id = p.layout_id WHERE l.block_id = ? AND p.trees IS NOT NULL LIMIT 1`,
  [block.id],
);
const planters = await database.query('SELECT id FROM planter ORDER BY position');
const columns = Object.keys(pattern);
let placed = 0;
/** So many more plots like the pattern, the planters in turn. */
const addPlots = (count: number, recordedAt?: Date) =>
  database.batch(
    `INSERT INTO plot (${columns.map((name) => `\`${name}\``).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
    Array.from({ length: count }, () => {
      const planter = planters[placed++ % planters.length].id;
      return columns.map((name) => {
        if (name === 'id') return uuid();
        if (name === 'planter_id') return planter;
        if (name === 'plan_id' || name === 'plan_number' || name === 'corrects') return null;
        if (name === 'recorded_at' && recordedAt) return recordedAt;
        const value = pattern[name];
        return value && typeof value === 'object' && !(value instanceof Date)
          ? JSON.stringify(value)
          : value;
      });
    }),
  );
for (let from = 0; from < 10_000; from += 500) await addPlots(500);
// Something was decided of one planter and of a tool, so that what is told beyond it is worked out too.
const byWhom = [pattern.at, pattern.recorded_at, pattern.author_id, pattern.device];
await database.query(
  `INSERT INTO plot_decision (id, layout_id, planter_id, kind, fault, in_rows, at, recorded_at, author_id, device)
   VALUES (?, ?, ?, 'show', 'deep', '[1]', ?, ?, ?, ?)`,
  [uuid(), pattern.layout_id, planters[0].id, ...byWhom],
);
await database.query(
  `INSERT INTO suspicion_settled (id, layout_id, suspect, of_group, soil, fault, at, recorded_at, author_id, device)
   VALUES (?, ?, 'tool', 'Bar', 'clay', 'air-pocket', ?, ?, ?, ?)`,
  [uuid(), pattern.layout_id, ...byWhom],
);
const [{ n }] = await database.query('SELECT SUM(JSON_LENGTH(trees)) AS n FROM plot');
console.log(`${n} checked trees on the block`);
const wait = async (page: string, signed = true) => {
  const headers: Record<string, string> = signed ? { cookie } : {};
  const first = performance.now();
  await (await fetch(origin + page, { headers })).text();
  const cold = performance.now() - first;
  const { latency } = await autocannon({
    url: origin + page,
    connections: 1,
    headers,
    duration: 3,
  });
  return { cold, warm: latency.average };
};
const signIn = await wait('/sign-in', false);
line('sign-in page, ms', signIn.warm, '');
for (const page of ['checks', 'checks/plan', 'checks/plots', 'checks/school', '']) {
  const { cold, warm } = await wait(page ? `/blocks/${block.id}/${page}` : '/');
  line(`${page || 'morning board'}, first ms`, cold, '');
  line(`${page || 'morning board'}, ms`, warm, 'under 200');
  line(`${page || 'morning board'} ÷ sign-in`, warm / signIn.warm, '');
}
// What is waited for after one more plot: by the page itself, and by somebody who wants a page that hangs on nothing
// of it; whoever is signed in would be led from there to the board, which waits for the same figures.
const another = async (topic: string) => {
  if (topic === 'checks') await addPlots(1, new Date());
  return database.query(
    `INSERT INTO change_mark (site_id, block_id, topic, shard, count)
     SELECT b.site_id, b.id, ?, 0, 1 FROM block b WHERE b.id = ? ON DUPLICATE KEY UPDATE count = count + 1`,
    [topic, block.id],
  );
};
const fetched = async (page: string, headers: Record<string, string> = { cookie }) => {
  const start = performance.now();
  await (await fetch(origin + page, { headers })).text();
  return performance.now() - start;
};
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
async function afterChange(topic: string, page: string, bound: string) {
  const [own, others]: [number[], number[]] = [[], []];
  for (let turn = 0; turn < 7; turn++) {
    await another(topic);
    own.push(await fetched(page));
    await another(topic);
    let answered = false;
    const asked = fetched(page).then(() => (answered = true));
    let longest = 0;
    while (!answered) longest = Math.max(longest, await fetched('/sign-in', {}));
    await asked;
    others.push(longest);
  }
  line(`${page.replace(block.id, '…')} after a change, ms`, middle(own), bound);
  line('  others’ longest wait meanwhile, ms', middle(others), '');
}
for (const page of ['checks', 'checks/plan', 'checks/plots'])
  await afterChange('checks', `/blocks/${block.id}/${page}`, 'under 200');
await afterChange('checks', '/', 'under 200');
// Ten counts of every planted row, tree by tree, on every block of the site that has any.
const planted = await database.query(
  `SELECT p.layout_id AS layoutId, p.\`row_number\` AS row, p.planted, b.id AS blockId
   FROM planted_row p JOIN layout l ON l.id = p.layout_id JOIN block b ON b.id = l.block_id
   WHERE p.planted > 0 AND l.state = 'released'`,
);
const [{ id: author }] = await database.query("SELECT id FROM person WHERE sign_in = 'leader'");
const marked = seededRandom('ten counts');
let looked = 0;
const alive = new Map<string, boolean[]>();
for (let count = 0; count < 10; count++) {
  const on = addTo('2020-10-01', { months: 6 * count });
  const rows = planted.map((row: { layoutId: string; row: number; planted: number }) => {
    const key = `${row.layoutId} ${row.row}`;
    // What is dead stays dead: one tree in thirty dies between two counts.
    const lives = (alive.get(key) ?? new Array<boolean>(Number(row.planted)).fill(true)).map(
      (lived) => lived && marked() > 1 / 30,
    );
    alive.set(key, lives);
    looked += lives.length;
    const living = lives.filter(Boolean).length;
    return [
      ...[uuid(), `${on} 10:00:00`, `${on} 10:00:00`, author, 'bench', row.layoutId, row.row],
      ...[lives.length, living, lives.map((one) => (one ? '1' : '0')).join(''), 'drought', on, ''],
    ];
  });
  for (let from = 0; from < rows.length; from += 500)
    await database.batch(
      `INSERT INTO survival_count (id, at, recorded_at, author_id, device, layout_id, \`row_number\`,
         set_trees, alive, marks, cause, counted_on, why) VALUES (?,?,?,?,?,?,?,?,?,?,?,?,?)`,
      rows.slice(from, from + 500),
    );
}
console.log(`${looked} trees looked at in ten counts of the site`);
await database.query('UPDATE site SET edition = edition + 1');
for (const page of ['survival', 'survival/refill', 'survival/replay']) {
  await another('survival');
  const { cold, warm } = await wait(`/blocks/${block.id}/${page}`);
  line(`${page}, first, ms`, cold, '');
  line(`${page}, ms`, warm, 'under 300');
  await afterChange('survival', `/blocks/${block.id}/${page}`, 'under 300');
}
await database.end();
await app.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(0);
