import { test } from '@playwright/test';
import { expectAccessible, open, signIn } from './helpers';

test.use({ viewport: { width: 390, height: 844 } });

test('every page of the phone can be used by everybody, as far as a machine can tell', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Ground');
  const base = page
    .url()
    .replace('blocks', 'field')
    .replace(/\/ground$/, '');
  const pages = [
    ...[
      'alone',
      'behind',
      'run',
      'briefing',
      'count',
      'follow',
      'gate',
      'handling',
      'note',
      'peg',
      'plots',
    ],
    ...['school', 'seat', 'spray', 'stock', 'visit', 'water', 'care', 'refill', 'tags', 'pegs'],
  ];
  await expectAccessible(
    page,
    ['/field', '/field/walk', base, ...pages.map((one) => `${base}/${one}`)],
    [base, `${base}/plots`, `${base}/stock`],
  );
});
