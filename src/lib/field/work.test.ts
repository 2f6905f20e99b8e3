import assert from 'node:assert/strict';
import { existsSync, readdirSync } from 'node:fs';
import { test } from 'node:test';
import { loadedAnew } from '../../../tests/app';
import { PAGES, readAnew, readPages } from './work.svelte';

test('every page that a phone may open of a block is with it before the signal goes', () => {
  const folder = 'src/routes/field/[block]';
  const pages = readdirSync(folder, { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && existsSync(`${folder}/${entry.name}/+page.svelte`))
    .map(({ name }) => `/${name}`);
  assert.ok(pages.length > 15);
  assert.deepEqual([...PAGES].sort(), ['', ...pages].sort());
});

test('after what waited was sent the page is read anew', async () => {
  Object.assign(globalThis, { location: { href: 'http://field.test/field' } });
  loadedAnew.length = 0;
  await readAnew();
  assert.deepEqual(loadedAnew, ['everything']);
});

test('pages count as read from the first of them on, and not at all while one is missing', async () => {
  const answers: Record<string, Response> = {};
  const set = (path: string, status: number, headers: Record<string, string>) =>
    (answers[path] = new Response('', { status, headers }));
  globalThis.fetch = (path) =>
    String(path) in answers
      ? Promise.resolve(answers[String(path)])
      : Promise.reject(new Error('away'));
  const ours = (readAt: number) => ({ 'x-answered-by': 'viridane', 'x-read-at': String(readAt) });
  set('/a', 200, ours(700));
  set('/b', 200, ours(650));
  // A block without a machine has no seat to be old.
  set('/c', 404, ours(800));
  assert.equal(await readPages(['/a', '/b', '/c']), 650);
  assert.equal(await readPages(['/a', '/away']), undefined);
  for (const [status, headers] of [
    [200, { 'x-answered-by': 'a hotspot' }],
    [503, ours(900)],
  ] as const) {
    set('/d', status, headers);
    assert.equal(await readPages(['/a', '/d']), undefined, String(status));
  }
});
