import { createHash } from 'node:crypto';
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
  // Own files, the one script that stands in the page itself, and what bears this answer's nonce.
  const script = /<script>([^]*?)<\/script>/.exec(await response!.text())![1];
  const hash = createHash('sha256').update(script).digest('base64');
  expect(policy).toContain(`script-src 'self' 'sha256-${hash}' 'nonce-`);
  expect(
    policy
      .match(/script-src([^;]*)/)![1]
      .trim()
      .split(' '),
  ).toHaveLength(3);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(await page.evaluate(() => document.cookie)).toBe('');
  const [session] = await page.context().cookies();
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
});

test('a click is not called back by the minute’s look for news', async ({ page }) => {
  await page.clock.install();
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Ground');
  let asked = false;
  let answer = () => {};
  const answered = new Promise<void>((resolve) => (answer = resolve));
  await page.route('**/since', async (route) => {
    asked = true;
    await answered;
    await route.fulfill({ json: { stamp: 'something else' } });
  });
  await page.route('**/method/__data.json*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.clock.runFor(61_000);
  await expect.poll(() => asked).toBe(true);
  // The news comes while the next page is still on its way.
  await page.getByRole('link', { name: 'Method of this block' }).click({ noWaitAfter: true });
  answer();
  await expect(page).toHaveURL(/\/method$/);
  await expect(page.getByRole('combobox', { name: 'Moisture' })).toBeVisible();
});
