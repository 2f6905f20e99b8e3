// The short readers of requests and errors that every page leans on.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Cookies } from '@sveltejs/kit';
import { ConnectionError } from 'sequelize';
import { rowSetOf } from '../../../core/rows/rowset';
import { walkAlong } from './receiver';
import { keepSession } from './session-cookie';
import { inTurns } from './turns';
import { unitsAsked } from './units-asked';
import { isAway } from './work';

test('a session is kept out of scripts’ reach, and over TLS alone where there is TLS', () => {
  const expires = new Date(Date.UTC(2027, 0, 1));
  const kept = (address: string) => {
    const set: unknown[] = [];
    const cookies = { set: (...of: unknown[]) => set.push(of) } as unknown as Cookies;
    keepSession(cookies, new URL(address), { token: 'secret', expires });
    const [[, token, options]] = set as [[string, string, Record<string, unknown>]];
    assert.equal(token, 'secret');
    return options;
  };
  const own = { path: '/', httpOnly: true, sameSite: 'lax', expires };
  assert.deepEqual(kept('https://trees.example/'), { ...own, secure: true });
  assert.deepEqual(kept('http://127.0.0.1:4173/'), { ...own, secure: false });
});

test('a file comes in the units it is asked for in, in its reader’s where nothing is said', () => {
  const asked = (search: string, usual: 'us' | 'metric') =>
    unitsAsked(new URL(`http://x/rows.csv${search}`), usual);
  for (const usual of ['us', 'metric'] as const)
    assert.deepEqual(
      ['?units=us', '?units=metric', '', '?units=miles'].map((search) => asked(search, usual)),
      ['us', 'metric', usual, usual],
    );
});

test('a database that is away is told from one that refuses', () => {
  const withCode = (code: string, inside = false) => {
    const error = new Error('no') as Error & { code?: string; original?: { code: string } };
    if (inside) error.original = { code };
    else error.code = code;
    return error;
  };
  for (const code of ['ECONNREFUSED', 'ER_SERVER_SHUTDOWN', 'ENOENT', 'ER_SOCKET_UNEXPECTED_CLOSE'])
    for (const inside of [false, true]) assert.ok(isAway(withCode(code, inside)), code);
  assert.ok(isAway(new ConnectionError(new Error('gone'))));
  const late = new Error('no connection was free');
  late.name = 'SequelizeConnectionAcquireTimeoutError';
  assert.ok(isAway(late), 'nobody answered within the time allowed');
  for (const code of ['ER_DUP_ENTRY', 'ER_LOCK_DEADLOCK', ''])
    for (const inside of [false, true]) assert.ok(!isAway(withCode(code, inside)), code);
  assert.ok(!isAway('ECONNREFUSED') && !isAway(undefined));
  assert.ok(!isAway(new Error('ECONNREFUSED')), 'words alone are no code');
});

test('a walk goes to and fro along the rows that have trees, bends and all', () => {
  const about = { frame: { origin: [0, 0], bearing: 0, baseline: 0 } as never, straight: false };
  const row = (line: number[], stretches: number[]) => ({
    ...{ line, stretches, start: 0, step: 2, listed: false },
  });
  const rows = rowSetOf(
    { ...about, step: 2, between: 3 },
    [
      row([0, 0, 10, 0, 10, 10], [0, 9]),
      row([0, 3, 8, 3], [2, 3]),
      row([0, 6, 8, 6], []),
      row([0, 9, 8, 9], [0, 5]),
    ],
    'kept',
  );
  assert.deepEqual(walkAlong(rows), [
    // East, then north to the last tree.
    ...[
      [0, 0],
      [10, 0],
      [10, 6],
    ],
    // Back along the second, from its last tree to its first.
    ...[
      [6, 3],
      [2, 3],
    ],
    // The third was given up; the fourth is walked back again, as every second one.
    ...[
      [8, 9],
      [0, 9],
    ],
  ]);
});

test('work in turns lets whatever waits have its turn, and gives what the work gives', async () => {
  function* busy() {
    for (let step = 0; step < 40; step++) {
      const until = performance.now() + 2;
      while (performance.now() < until);
      yield;
    }
    return 'done';
  }
  let [others, over] = [0, false];
  const wait = () => {
    others++;
    if (!over) setImmediate(wait);
  };
  setImmediate(wait);
  assert.equal(await inTurns(busy()), 'done');
  over = true;
  // Eighty milliseconds of work in turns of five, ten and more on a slow machine.
  assert.ok(others >= 4 && others <= 40, `${others} turns of others`);
});
