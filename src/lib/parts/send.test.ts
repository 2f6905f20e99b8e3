import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { isSecondPress } from './one-press';
import { newEvent, send } from './send.svelte';

/** What reached the server. */
let asked: { id: string }[] = [];
let refusing = false;

beforeEach(() => {
  asked = [];
  refusing = false;
  Object.assign(globalThis, {
    location: { href: 'http://desk.test/', pathname: '/' },
    sessionStorage: { removeItem: () => {} },
    fetch: (_url: string, { body }: RequestInit) => {
      asked.push(JSON.parse(String(body)) as { id: string });
      return Promise.resolve(
        Response.json(refusing ? { error: 'It does not fit.' } : { ok: true }, {
          status: refusing ? 422 : 200,
        }),
      );
    },
  });
});

const siteId = '0190a0a0-0000-7000-8000-000000000001';
const planterId = '0190a0a0-0000-7000-8000-000000000002';
const rate = (amount: number, moment?: string) =>
  send('crew.payRate', {
    ...newEvent(moment),
    ...{ siteId, planterId, kind: 'piece' as const, amount, fromDay: '2026-11-24' },
  });

test('a press that goes down twice is asked once, and both have its answer', async (t) => {
  t.mock.timers.enable({ apis: ['Date'], now: Date.now() });
  const both = await Promise.all([rate(0.31), rate(0.31)]);
  assert.equal(asked.length, 1);
  assert.deepEqual(both[0], both[1]);
  await rate(0.31);
  assert.equal(asked.length, 1, 'also once the first was answered');
  await rate(0.32);
  assert.equal(asked.length, 2, 'another amount is another entry');
  await rate(0.32, '2026-11-20T08:00:00.000Z');
  assert.equal(asked.length, 3, 'another day too');
});

test('what is meant twice is entered twice, and what was refused may be tried again at once', async (t) => {
  t.mock.timers.enable({ apis: ['Date', 'setTimeout'], now: Date.now() });
  await rate(0.41);
  t.mock.timers.tick(701);
  await rate(0.41);
  assert.equal(new Set(asked.map(({ id }) => id)).size, 2);
  await rate(0.42);
  await rate(0.41);
  assert.equal(asked.length, 4, 'there and back again are three words, and the last one holds');
  refusing = true;
  await assert.rejects(rate(0.5), /does not fit/);
  refusing = false;
  await rate(0.5);
  assert.equal(asked.length, 6);
});

test('a double click holds on buttons that do something once, never on a step or Undo', () => {
  const button = (...kinds: string[]) => ({
    closest: (wanted: string) =>
      kinds.some((kind) => wanted.split(', ').includes(kind)) ? ({} as Element) : null,
  });
  assert.equal(isSecondPress(2, button('button[type=submit]')), true);
  assert.equal(isSecondPress(3, button('.bx--btn--primary')), true);
  assert.equal(isSecondPress(1, button('button[type=submit]')), false);
  assert.equal(isSecondPress(2, button('.bx--btn--ghost')), false);
  assert.equal(isSecondPress(2, null), false);
});
