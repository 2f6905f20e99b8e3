import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { IDBDatabase, IDBFactory, IDBKeyRange } from 'fake-indexeddb';
import Dexie from 'dexie';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import type { Given } from '$lib/rooms/contracts';
import { fieldWords } from '$lib/words/field';
import { clock as serverClock, momentNow } from '../parts/clock.svelte';
import { clockOff } from '../parts/server-clock';
import { Outbox } from './outbox.svelte';
import { waitingWords } from './waiting';

type Tally = Given<'crew.tally'> & { id: string };
type Sent = Record<string, unknown> & { id: string };

/** What happens to a request: done and said so, done but the answer is lost, no signal, broken, signed out. */
type Luck =
  | 'done'
  | 'answer lost'
  | 'no signal'
  | 'broken'
  | 'portal'
  | 'proxy'
  | 'signed out'
  | 'refused';

/** When servers here do what they are asked for, by their own clock. */
const DONE = Date.now();
const OURS = { 'x-answered-by': 'viridane' };

/** A server that takes each id once, over a line with the luck that it is given. */
class Server {
  taken: Sent[] = [];
  asked: { command: string; payload: Sent }[] = [];
  luck: Luck[] = [];
  refusing: (payload: Sent) => boolean = () => false;

  answer = async (url: unknown, init?: RequestInit): Promise<Response> => {
    if (url === '/clock') return this.time();
    const payload = JSON.parse(String(init!.body)) as Sent;
    const luck = this.luck.shift() ?? 'done';
    this.asked.push({ command: String(url).replace('/do/', ''), payload });
    if (luck === 'no signal') throw new TypeError('no signal');
    // Somebody else answers: a hotspot that wants to be paid first, a proxy that lets nobody through.
    if (luck === 'portal') return new Response('<html>Welcome</html>', { status: 200 });
    if (luck === 'proxy') return new Response('<html>Forbidden</html>', { status: 403 });
    if (luck === 'broken') return new Response('', { status: 502 });
    if (luck === 'signed out') return Response.json({ error: 'Sign in.' }, { status: 401 });
    if (luck === 'refused' || this.refusing(payload))
      return Response.json(
        { error: 'It does not fit.', said: { key: 'crew.noRow', figures: { row: 1 } } },
        { status: 422 },
      );
    if (!this.taken.some(({ id }) => id === payload.id)) this.taken.push(payload);
    if (luck === 'answer lost') throw new TypeError('answer lost');
    return Response.json({ ok: true }, { headers: { 'x-done-at': String(this.doneAt) } });
  };
  /** When it says that it did what it was asked for. */
  doneAt = DONE;
  time = (): Response =>
    new Response(null, { status: 204, headers: { ...OURS, 'x-read-at': String(this.doneAt) } });
}

let server: Server;
const tally = (count: number, more: Partial<Tally> = {}): Tally => ({
  ...{ id: uuid(), at: new Date().toISOString(), device: 'phone', layoutId: uuid(), row: 1 },
  ...{ planterId: uuid(), count, corrects: null, note: '' },
  ...more,
});
/** A phone that was switched on: what it kept is read, and nothing else is remembered. */
async function phone(person = 'Planter 1', block?: string): Promise<Outbox> {
  const outbox = new Outbox(person, block);
  (await outbox.start(() => {}))();
  await outbox.flush();
  return outbox;
}
/** Everything that may still be on its way has come or failed. */
async function settled(outbox: Outbox): Promise<void> {
  for (let i = 0; i < 3; i++) {
    await outbox.flush();
    do await new Promise((done) => setTimeout(done, 2));
    while (outbox['sending']);
  }
}

beforeEach(() => {
  server = new Server();
  // Each test has a device of its own.
  Object.assign(Dexie.dependencies, { indexedDB: new IDBFactory(), IDBKeyRange });
  Object.assign(globalThis, {
    window: { addEventListener: () => {}, removeEventListener: () => {} },
    fetch: server.answer,
  });
});

test('whatever the line does and however often the phone is switched off, each entry counts once, in order', async () => {
  const luck = fc.constantFrom<Luck>(
    ...(['done', 'answer lost', 'no signal', 'broken', 'portal', 'proxy', 'signed out'] as const),
  );
  const step = fc.oneof(
    fc.record({ kind: fc.constant('enter' as const), count: fc.integer({ min: 1, max: 60 }) }),
    fc.record({ kind: fc.constant('off' as const) }),
  );
  await fc.assert(
    fc.asyncProperty(
      fc.array(step, { minLength: 1, maxLength: 9 }),
      fc.array(luck, { maxLength: 14 }),
      async (steps, lucks) => {
        server.luck = [...lucks];
        const person = uuid();
        let outbox = await phone(person);
        const entered: Tally[] = [];
        for (const one of steps) {
          if (one.kind === 'off') outbox = await phone(person);
          else {
            const given = tally(one.count);
            entered.push(given);
            await outbox.add('crew.tally', given);
          }
        }
        server.luck = [];
        await settled(outbox);
        const ids = new Set(entered.map(({ id }) => id));
        assert.deepEqual(
          server.taken.filter(({ id }) => ids.has(id)).map(({ id, count }) => [id, count]),
          entered.map(({ id, count }) => [id, count]),
        );
        assert.equal(outbox.waiting, 0);
        // Until the page itself counts them, the phone does.
        assert.equal(outbox.pending('crew.tally').length, entered.length);
      },
    ),
    { numRuns: 40, seed: 6 },
  );
});

test('what is called kept is written through to the disk', async (t) => {
  const asked = t.mock.method(IDBDatabase.prototype, 'transaction');
  const outbox = await phone();
  await outbox.add('crew.tally', tally(10));
  await settled(outbox);
  const writes = asked.mock.calls.filter(({ arguments: [, mode] }) => mode === 'readwrite');
  assert.ok(writes.length);
  for (const { arguments: given } of writes) assert.deepEqual(given[2], { durability: 'strict' });
});

test('the browser is asked once to throw nothing away when memory is short', async (t) => {
  const persist = t.mock.fn(() => Promise.resolve(true));
  const navigator = { configurable: true, value: { storage: { persist } } };
  Object.defineProperty(globalThis, 'navigator', navigator);
  t.after(() => Reflect.deleteProperty(globalThis, 'navigator'));
  const outbox = await phone();
  assert.equal(persist.mock.callCount(), 0, 'nothing is kept yet');
  await outbox.add('crew.tally', tally(1));
  await outbox.add('crew.tally', tally(2));
  await settled(outbox);
  assert.equal(persist.mock.callCount(), 1);
});

test('what could not be sent at once says so when it comes, and only then', async () => {
  const outbox = await phone();
  await outbox.add('crew.tally', tally(10));
  await settled(outbox);
  assert.equal(server.taken[0].late, undefined);
  server.luck = ['no signal'];
  await outbox.add('crew.tally', tally(11));
  await settled(outbox);
  assert.deepEqual([server.taken[1].count, server.taken[1].late], [11, true]);
  const hours = new Date(Date.now() - 4 * 86_400_000).toISOString();
  await outbox.add('crew.tally', tally(12, { at: hours }));
  await settled(outbox);
  assert.deepEqual([server.taken[2].at, server.taken[2].late], [hours, true]);
});

test('what waits is tried again soon after a signal was heard of, then less often', async (t) => {
  t.mock.timers.enable({ apis: ['setTimeout'] });
  const outbox = new Outbox('Planter 1');
  const stop = await outbox.start(() => {});
  const tried = async (after: number) => {
    t.mock.timers.tick(after);
    for (let i = 0; i < 40; i++) await new Promise((done) => setImmediate(done));
    return server.asked.length;
  };
  server.luck = Array<Luck>(9).fill('no signal');
  await outbox.add('crew.tally', tally(1));
  const before = await tried(0);
  const counts: number[] = [];
  for (const second of [1, 2, 4, 8, 15, 14, 1]) counts.push((await tried(second * 1000)) - before);
  assert.deepEqual(counts, [1, 2, 3, 4, 5, 5, 6]);
  stop();
  assert.equal((await tried(60_000)) - before, 6, 'a page that is gone asks nothing');
});

test('no signal, a broken server, another’s answer and an ended session all wait', async () => {
  const outbox = await phone();
  for (const [luck, online, signedOut] of [
    ['no signal', false, false],
    ['broken', true, false],
    ['portal', false, false],
    ['proxy', false, false],
    ['signed out', true, true],
  ] as const) {
    server.luck = Array<Luck>(20).fill(luck);
    await outbox.add('crew.tally', tally(5));
    await settled(outbox);
    assert.deepEqual([outbox.online, outbox.signedOut], [online, signedOut], luck);
  }
  assert.equal(outbox.waiting, 5);
  assert.equal(server.taken.length, 0);
});

test('nobody sends what another entered on a shared phone; it waits for its author', async () => {
  const first = await phone('Planter 1');
  server.luck = Array<Luck>(20).fill('no signal');
  await first.add('crew.tally', tally(21));
  await settled(first);
  server.luck = [];
  const second = await phone('Planter 2');
  await second.add('crew.tally', tally(22));
  await settled(second);
  assert.deepEqual(
    server.taken.map(({ count }) => count),
    [22],
  );
  assert.deepEqual([second.waiting, second.entries.length], [0, 1]);
  await settled(await phone('Planter 1'));
  assert.deepEqual(
    server.taken.map(({ count }) => count),
    [22, 21],
  );
});

test('what is refused stays in words, lets others pass, and goes once it is mended', async () => {
  const outbox = await phone();
  server.refusing = ({ row }) => row === 1;
  const refused = tally(37);
  await outbox.add('crew.tally', refused);
  await outbox.add('crew.tally', tally(8, { row: 2 }));
  await settled(outbox);
  assert.deepEqual(
    server.taken.map(({ count }) => count),
    [8],
  );
  const [entry] = outbox.refused;
  assert.deepEqual(
    [entry.id, entry.reason, entry.said?.key],
    [refused.id, 'It does not fit.', 'crew.noRow'],
  );
  // A phone that was off meanwhile still has it, and does not count it as planted.
  const again = await phone();
  assert.equal(again.refused.length, 1);
  assert.equal(again.pending('crew.tally').length, 1);
  await again.change(again.refused[0], { row: 3 });
  await settled(again);
  assert.deepEqual(
    [again.refused.length, server.taken[1].id, server.taken[1].row],
    [0, refused.id, 3],
  );
  assert.equal(again.entries.find(({ id }) => id === refused.id)!.reason, undefined);
});

test('a tally that is split loses no tree and keeps its id for the first part', async () => {
  const outbox = await phone();
  server.refusing = ({ count }) => Number(count) > 32;
  const whole = tally(37, { row: 141 });
  await outbox.add('crew.tally', whole);
  await settled(outbox);
  await outbox.split(outbox.refused[0], { count: 32 }, { count: 5, row: 142 });
  await settled(outbox);
  assert.deepEqual(
    server.taken.map(({ row, count }) => [row, count]),
    [
      [141, 32],
      [142, 5],
    ],
  );
  assert.equal(server.taken[0].id, whole.id);
  assert.notEqual(server.taken[1].id, whole.id);
  assert.equal(server.taken[1].planterId, whole.planterId);
});

test('what is handed to the leader goes as it was entered, with the reason, and is no entry any more', async () => {
  const outbox = await phone();
  server.luck = ['refused'];
  const given = tally(37);
  await outbox.add('crew.tally', given);
  await settled(outbox);
  const [siteId, blockId] = [uuid(), uuid()];
  const about = { siteId, blockId, note: 'n'.repeat(400), reason: 'r'.repeat(900) };
  await outbox.hand(outbox.refused[0], about);
  await settled(outbox);
  assert.equal(outbox.refused.length, 0);
  const { command, payload } = server.asked.at(-1)!;
  assert.equal(command, 'people.hand');
  assert.deepEqual(
    [payload.command, payload.siteId, payload.blockId],
    ['crew.tally', siteId, blockId],
  );
  assert.deepEqual(payload.payload, given);
  // As long as the server takes them.
  assert.deepEqual([String(payload.note).length, String(payload.reason).length], [300, 500]);
});

test('what the page counts is not counted twice, and what it was read before is', async () => {
  const outbox = await phone();
  const [named, sent, waits] = [tally(1), tally(2), tally(3)];
  await outbox.add('crew.tally', named);
  await outbox.add('crew.tally', sent);
  await settled(outbox);
  server.luck = Array<Luck>(30).fill('no signal');
  await outbox.add('crew.tally', waits);
  await settled(outbox);
  const counts = () => outbox.pending('crew.tally').map(({ count }) => count);
  outbox.counts(0, [], new Set([named.id, waits.id]));
  assert.deepEqual(counts(), [2, 3], 'what waits is not stored, whatever the page names');
  // The server did it at that moment by its own clock: a page read before that cannot show it.
  outbox.counts(DONE, ['crew.tally']);
  assert.deepEqual(counts(), [1, 2, 3]);
  outbox.counts(DONE + 4000, ['crew.note']);
  assert.deepEqual(counts(), [1, 2, 3]);
  outbox.counts(DONE + 1, ['crew.tally']);
  assert.deepEqual(counts(), [3]);
  // The phone starts again without a signal, from the page as it was read in the morning.
  const again = await phone();
  again.counts(DONE - 1000, ['crew.tally']);
  assert.equal(again.pending('crew.tally').length, 3);
});

test('an entry is let go of once every page of its block was read after it, never before', async () => {
  const outbox = await phone('Planter 1', 'Haul Flat');
  const other = await phone('Planter 1', 'North Bench');
  await outbox.add('crew.tally', tally(1));
  await other.add('crew.tally', tally(2));
  await settled(other);
  await settled(outbox);
  server.luck = Array<Luck>(30).fill('no signal');
  await outbox.add('crew.tally', tally(3));
  await settled(outbox);
  const left = () => outbox.pending('crew.tally').map(({ count }) => count);
  await outbox.letGo(DONE);
  assert.deepEqual(left(), [1, 2, 3]);
  outbox.counts(DONE - 1000, []);
  await outbox.letGo(DONE + 1);
  assert.deepEqual(left(), [1, 2, 3], 'the page in front is older than those that are kept');
  outbox.counts(DONE + 1000, []);
  await outbox.letGo(DONE + 1);
  assert.deepEqual(left(), [2, 3], 'pages of the other block may be older');
  outbox.block = 'North Bench';
  await outbox.letGo(DONE + 1);
  assert.deepEqual(left(), [3]);
});

test('a phone that can keep nothing says so, until it keeps something again', async () => {
  const outbox = await phone();
  const words = () =>
    waitingWords(
      { say: (key) => fieldWords(key, {}, { language: 'fr', system: 'metric' }) },
      outbox,
    );
  assert.equal(words(), 'Tout est envoyé');
  const entries = outbox['database'].entries;
  const add = entries.add.bind(entries);
  entries.add = () => Promise.reject(new Error('QuotaExceededError')) as never;
  await assert.rejects(outbox.add('crew.tally', tally(25)), /Quota/);
  assert.match(words(), /^Pas gardé : la mémoire/);
  assert.deepEqual(
    [outbox.waiting, server.taken.length],
    [0, 0],
    'nothing is counted that is not kept',
  );
  entries.add = add;
  await outbox.add('crew.tally', tally(25));
  await settled(outbox);
  assert.equal(words(), 'Tout est envoyé');
});

test('what was entered while the phone’s clock was wrong is sent at the moment at which it happened', async (t) => {
  const outbox = await phone();
  const really = Date.now();
  const ahead = 2 * 3_600_000;
  // Somebody moves the phone's clock; what is entered then is thought to be two hours later than it is.
  const clock = t.mock.method(Date, 'now', () => really + ahead);
  server.time = () => new Response('', { status: 502 });
  const [now, typed] = [tally(10), tally(20)].map((one) => ({ ...one, at: momentNow() }));
  typed.at = new Date(really - 86_400_000).toISOString();
  await outbox.add('crew.tally', now);
  await outbox.add('crew.tally', typed);
  await settled(outbox);
  assert.deepEqual([server.asked.length, outbox.waiting, outbox.online], [0, 2, false]);
  // The server is back, by whose clock ten minutes went by; its first answer is lost.
  clock.mock.mockImplementation(() => really + 600_000 + ahead);
  server.time = () =>
    new Response(null, {
      status: 204,
      headers: { ...OURS, 'x-read-at': String(really + 600_000) },
    });
  server.doneAt = really + 600_000;
  server.luck = ['answer lost'];
  await outbox.flush();
  await settled(outbox);
  assert.deepEqual(
    server.asked.map(({ payload }) => [payload.count, Date.parse(String(payload.at)) - really]),
    [
      [10, 0],
      [10, 0],
      [20, -86_400_000],
    ],
  );
  assert.deepEqual(clockOff(serverClock.ahead), {
    ...{ way: 'ahead', much: 'hours', days: 0, hours: 2, minutes: 0 },
  });
  // What is entered from now on needs no mending.
  assert.equal(Date.parse(momentNow()) - really, 600_000);
});
