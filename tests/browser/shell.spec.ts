import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { open, signIn } from './helpers';

test('keys lead to the pegs, the board, the blocks and the units', async ({ page }) => {
  await signIn(page, 'leader');
  await open(page, 'North Bench', 'Survival');
  await page.keyboard.press('2');
  await page.waitForURL(/\/rows$/);
  await expect(page.locator('.comes-to')).toContainText('6.28 ha');
  await page.keyboard.press('u');
  await expect(page.locator('.comes-to')).toContainText('15.52 acres');
  await page.keyboard.press('u');
  await expect(page.locator('.comes-to')).toContainText('6.28 ha');
  await page.keyboard.press(']');
  await expect(page.locator('.scroller [aria-selected=true]')).toContainText('2');
  await page.keyboard.press('/');
  await page.keyboard.type('40');
  await page.keyboard.press('Enter');
  await expect(page.locator('.scroller [aria-selected=true]')).toContainText('40');
  await page.locator('h2').first().click();
  await page.keyboard.press('b');
  await expect(page.getByRole('link', { name: 'Ridge Screen' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('undo and redo');
  await page.keyboard.press('Escape');
  await page.keyboard.press('0');
  await page.waitForURL((url) => url.pathname === '/');
});

test('no page lets a script in from anywhere else, and cookies are out of scripts’ reach', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const response = await page.goto('/');
  const policy = response!.headers()['content-security-policy'];
  expect(policy).toContain("script-src 'self' 'nonce-");
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(await page.evaluate(() => document.cookie)).toBe('');
  const [session] = await page.context().cookies();
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
});

test('every main page holds to WCAG 2.2 AA as far as a machine can tell, by day and in the cab', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Ground');
  const base = page.url().replace(/ground$/, '');
  const rooms = [
    'ground',
    'rows',
    'stock',
    'calendar',
    'crew',
    'checks',
    'tending',
    'survival',
    'method',
  ].map((room) => base + room);
  for (const url of [
    '/',
    '/people',
    '/blocks/new',
    base.replace('blocks', 'field').replace(/\/$/, ''),
    ...['peg', 'stock', 'gate', 'handling'].map((page) => base.replace('blocks', 'field') + page),
    '/field/walk',
    '/species',
    `${base}rows/compare`,
    ...['gate', 'order', 'roots', 'keeping', 'carry', 'day', 'handling'].map(
      (page) => `${base}stock/${page}`,
    ),
    ...['windows', 'finish', 'spraying', 'ripping', 'materials', 'phases'].map(
      (page) => `${base}calendar/${page}`,
    ),
    ...rooms,
  ]) {
    await page.goto(url);
    await page.waitForTimeout(300);
    // Only colours differ between the two themes.
    const looks = {
      day: new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']),
      cab: new AxeBuilder({ page }).withRules(['color-contrast']),
    };
    for (const [theme, look] of Object.entries(looks)) {
      await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
      // A colour halfway between the two themes is nobody's.
      await page.waitForFunction(() =>
        document.getAnimations().every(({ playState }) => playState !== 'running'),
      );
      const { violations } = await look.analyze();
      const found = violations.map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .slice(0, 3)
            .map(({ html }) => html.slice(0, 160))
            .join(' | ')}`,
      );
      expect.soft(found, `${theme} ${url}`).toEqual([]);
    }
  }
});
