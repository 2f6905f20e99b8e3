import { test } from '@playwright/test';
import { expectAccessible, open, signIn } from './helpers';

test('every page of the desk can be used by everybody, as far as a machine can tell', async ({
  page,
}) => {
  test.setTimeout(400_000);
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Ground');
  const base = page.url().replace(/ground$/, '');
  const rooms = {
    ground: [''],
    rows: ['', '/compare'],
    stock: [
      '',
      ...['gate', 'order', 'roots', 'keeping', 'carry', 'day', 'handling'].map((p) => `/${p}`),
    ],
    calendar: [
      '',
      ...['windows', 'finish', 'spraying', 'ripping', 'materials', 'phases'].map((p) => `/${p}`),
    ],
    crew: [
      '',
      ...['today', 'live', 'briefing', 'words', 'machine', 'following', 'people', 'pay'].map(
        (p) => `/${p}`,
      ),
    ],
    checks: ['', '/plan', '/plots', '/school'],
    tending: ['', '/water'],
    survival: [''],
    method: [''],
  };
  await expectAccessible(page, [
    ...['/', '/people', '/blocks/new', '/species'],
    ...Object.entries(rooms).flatMap(([room, pages]) => pages.map((one) => base + room + one)),
  ]);
});
