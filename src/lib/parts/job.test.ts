import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { loadedAnew } from '../../../tests/app';
import { isTold } from '../../../core/say/told';
import { finished, job, type JobState } from './job.svelte';
import { session } from './send.svelte';

/** What the server says of the job at each look; the last of it for good. */
let answers: (Partial<JobState> | number | 'no signal')[];
let looks: { url: string; accept: string | null }[];
let seen: (number | undefined)[];

beforeEach(() => {
  [answers, looks, seen] = [[], [], []];
  loadedAnew.length = 0;
  job.running = undefined;
  Object.assign(globalThis, {
    location: { href: 'http://field.test/rows', pathname: '/rows' },
    sessionStorage: { removeItem: () => {} },
    fetch: async (url: string, init: RequestInit) => {
      seen.push(job.running?.progress);
      looks.push({ url, accept: new Headers(init.headers).get('accept') });
      const answer = answers.length > 1 ? answers.shift()! : answers[0];
      if (answer === 'no signal') throw new TypeError('no signal');
      if (typeof answer === 'number') return new Response('<html>', { status: answer });
      return Response.json({ id: 'j', progress: 0, result: null, ...answer });
    },
  });
});

test('progress is shown while it goes on, through a lost line and a broken answer, and gone at the end', async () => {
  answers = [
    { state: 'waiting' },
    { state: 'running', progress: 0.4 },
    'no signal',
    503,
    200,
    { state: 'running', progress: 0.9 },
    { state: 'done', progress: 1, result: { number: 7 } },
  ];
  assert.deepEqual(await finished('j'), { number: 7 });
  assert.deepEqual(seen, [undefined, 0, 0.4, 0.4, 0.4, 0.4, 0.9]);
  assert.equal(job.running, undefined);
  assert.deepEqual(loadedAnew, ['viridane:rows']);
  // Data is asked for: a page of the way in would be no answer.
  assert.deepEqual(new Set(looks.map(({ accept }) => accept)), new Set(['application/json']));
});

test('what failed says why, what was stopped says so, and neither is shown any longer', async () => {
  const key = async (answer: Partial<JobState>) => {
    answers = [answer];
    const error = await finished('j').catch((thrown: unknown) => thrown);
    assert.ok(isTold(error));
    assert.equal(job.running, undefined);
    return error.said.key;
  };
  const said = { key: 'rows.densityNotAboveZero' as const, figures: {} };
  assert.equal(await key({ state: 'failed', said }), 'rows.densityNotAboveZero');
  assert.equal(await key({ state: 'failed' }), 'job.stopped');
  assert.equal(await key({ state: 'cancelled' }), 'job.stopped');
  assert.deepEqual(loadedAnew, []);
});

test('an ended session is signed in again in place and waited on; what is not there is given up', async () => {
  answers = [401, { state: 'done', result: { number: 2 } }];
  const waits = finished('j');
  while (!session.ended) await new Promise((soon) => setTimeout(soon, 1));
  session.resume!(true);
  assert.deepEqual(await waits, { number: 2 });
  answers = [404];
  await assert.rejects(finished('j'), (error) => isTold(error) && error.said.key === 'job.failed');
  answers = [401];
  const left = assert.rejects(
    finished('j'),
    (error) => isTold(error) && error.said.key === 'job.goesOn',
  );
  while (!session.ended) await new Promise((soon) => setTimeout(soon, 1));
  session.resume!(false);
  await left;
});
