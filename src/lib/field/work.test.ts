import assert from 'node:assert/strict';
import { existsSync, readdirSync } from 'node:fs';
import { test } from 'node:test';
import { loadedAnew } from '../../../tests/app';
import { PAGES, readAnew } from './work.svelte';

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
