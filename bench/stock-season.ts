// A season of 500 lots and 200 000 events: every balance and list at the database, every page of
// stock at the server. DATABASE_URL and BASE_URL name a running application with the demo.
import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { seededRandom } from '../core/measure/random';
import { balance } from '../core/stock/ledger';
import { eventsOf, exposuresOf, lotsFact } from '../src/lib/rooms/stock/facts.server';
import { asStockEvent } from '../src/lib/rooms/stock/sums.server';
import type { LotRow, StockEventRow } from '../src/lib/rooms/stock/tables.server';
import type { SiteRow } from '../src/lib/rooms/people/tables.server';
import { Facts, forgetFacts } from '../src/lib/server/facts';
import { openStore } from '../src/lib/store';
import { mendSums } from '../src/lib/store/sums';
import { report } from './measure';

const LOTS = 500;
const EVENTS = 200_000;
const store = openStore(process.env.DATABASE_URL!);
const block = (await store.block.findOne({ where: { name: 'Haul Flat' } }))!;
const [card] = await store.species.findAll({ where: { siteId: block.siteId } });
const places = await store.place.findAll({ where: { siteId: block.siteId }, raw: true });
const planters = await store.planter.findAll({ where: { siteId: block.siteId }, raw: true });
const author = (await store.person.findOne({ where: { signIn: 'leader' } }))!;
const random = seededRandom('season');
const lots = Array.from({ length: LOTS }, (_, i): LotRow => ({
  ...{ id: randomUUID(), blockId: block.id, speciesId: card.id, code: `S${i + 1}` },
  ...{ nursery: 'Bench Beds', provenance: '', seedLot: '', age: '1+1', dipFactor: 2 },
  ...{ orderId: null, replacesId: null, liftedOn: null, undercut: false, form: null },
  ...{ volume: null, perBox: 100, treeWeight: null, edition: 0 },
}));
// A database that was filled before is measured as it is.
const filled = await store.lot.findAll({ where: { nursery: 'Bench Beds' }, raw: true });
if (filled.length) lots.splice(0, LOTS, ...filled);
else await store.lot.bulkCreate(lots);

const start = Date.now() - 120 * 86_400_000;
let batch: StockEventRow[] = [];
let entered = 0;
async function enter(lotId: string, kind: StockEventRow['kind'], count: number, more: object) {
  const at = new Date(start + (entered / EVENTS) * 119 * 86_400_000);
  batch.push({
    ...{ id: randomUUID(), at, recordedAt: at, authorId: author.id, device: 'bench' },
    ...{ lotId, kind, count, planterId: null, placeId: null, toId: null },
    ...{ corrects: null, closes: null, note: '', flag: null, ...more },
  });
  entered++;
  if (batch.length === 2000) {
    await store.stockEvent.bulkCreate(batch);
    batch = [];
  }
}
for (const { id } of filled.length ? [] : lots)
  await enter(id, 'receive', 5000, { placeId: places[0].id });
for (let i = 0; !filled.length && entered < EVENTS; i++) {
  const { id } = lots[i % LOTS];
  const planterId = planters[Math.floor(random() * planters.length)].id;
  const count = 4 + Math.floor(random() * 8);
  await enter(id, 'issue', count, { placeId: places[0].id, planterId });
  await enter(id, 'plant', count - 2, { planterId });
  await enter(id, 'return', 2, { placeId: places[0].id, planterId });
}
if (batch.length) await store.stockEvent.bulkCreate(batch);
if (!filled.length) await mendSums(store);
console.log(`${LOTS} lots, ${await store.stockEvent.count()} events`);

/** Median milliseconds of a piece of work done over and over. */
async function median(runs: number, work: () => Promise<unknown>): Promise<number> {
  await work();
  const taken: number[] = [];
  for (let run = 0; run < runs; run++) {
    const before = performance.now();
    await work();
    taken.push(performance.now() - before);
  }
  return taken.sort((a, b) => a - b)[Math.floor(runs / 2)];
}
const one = await median(21, () => store.sequelize.query('SELECT 1', { type: QueryTypes.SELECT }));
console.log(`a question to the database that asks nothing: ${one.toFixed(2)} ms`);
const site = (await store.site.findByPk(block.siteId))!.get() as SiteRow;
/** Read anew, as after a change: nothing kept from before. */
async function fresh() {
  forgetFacts();
  return Facts.read(store, site);
}
const states = await (await fresh()).of(lotsFact, block.id);
const within = (what: string, ms: number, bound: number) =>
  report(what, ms, 'ms', ms < bound, `under ${bound} ms; ${(ms / one).toFixed(0)} × nothing`);
within(
  'all 500 balances',
  await median(11, async () => (await fresh()).of(lotsFact, block.id)),
  50,
);
const air = { temperature: 10, humidity: 0.8, wind: 1 };
within('all 500 exposures', await median(11, async () => exposuresOf(states, air, Date.now())), 50);
within(
  'last 30 events of a lot',
  await median(11, async () => eventsOf(await fresh(), block.id, lots[7].id, 30)),
  50,
);
within(
  'last 2 000 events of a lot',
  await median(11, async () => eventsOf(await fresh(), block.id, lots[7].id, 2000)),
  50,
);

const events = (await store.stockEvent.findAll({ where: { lotId: lots[7].id }, raw: true })).map(
  (row) => asStockEvent(row as unknown as StockEventRow),
);
const held = states.find(({ lot }) => lot.id === lots[7].id)!.balance;
if (JSON.stringify(balance(events)) !== JSON.stringify(held))
  throw new Error('The sums are not those of the events.');

const origin = process.env.BASE_URL!;
const signedIn = await fetch(`${origin}/sign-in?/in`, {
  method: 'POST',
  redirect: 'manual',
  headers: { origin, 'content-type': 'application/x-www-form-urlencoded' },
  body: new URLSearchParams({ name: 'leader', password: 'farrow-pit-demo' }),
});
const cookie = signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
for (const page of [
  'blocks/{}/stock',
  'blocks/{}/stock/order',
  'blocks/{}/stock/gate',
  'blocks/{}/stock/roots',
  'blocks/{}/stock/keeping',
  'blocks/{}/stock/carry',
  'blocks/{}/stock/day',
  'blocks/{}/stock/handling',
  'field/{}/stock',
  'field/{}/gate',
]) {
  const url = `${origin}/${page.replace('{}', block.id)}`;
  const ms = await median(7, async () => {
    const answer = await fetch(url, { headers: { cookie }, redirect: 'manual' });
    if (answer.status !== 200) throw new Error(`${page}: ${answer.status}`);
    await answer.text();
  });
  within(page.replace('/{}', ''), ms, 200);
}
await store.sequelize.close();
