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
