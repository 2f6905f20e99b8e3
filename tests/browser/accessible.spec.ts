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
      ...[
        'today',
        'live',
        'tally',
        'briefing',
        'words',
        'machine',
        'following',
        'people',
        'pay',
      ].map((p) => `/${p}`),
    ],
    checks: ['', '/plan', '/plots', '/school'],
    tending: ['', '/water'],
    survival: ['', '/refill', '/replay'],
    method: [''],
  };
  const pages = Object.entries(rooms).flatMap(([room, parts]) =>
    parts.map((part) => base + room + part),
  );
  await expectAccessible(
    page,
    ['/', '/people', '/blocks/new', '/species', ...pages],
    ['/', ...Object.keys(rooms).map((room) => base + room)],
  );
});
