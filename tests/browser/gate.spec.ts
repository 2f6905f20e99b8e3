import { expect, test } from '@playwright/test';
import { open, signIn } from './helpers';

test('a lot is sampled at the gate on a phone, kept through a reload, judged and saved', async ({
  page,
}) => {
  await signIn(page, 'checker');
  await open(page, 'Haul Flat', 'Stock');
  await page.getByRole('link', { name: 'At the gate' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByLabel('Trees in it').fill('60');
  await page.getByLabel('Trees in it').press('Enter');
  await page.getByLabel('Bad lot: faulty, %').fill('30');
  await page.getByLabel('Bad lot: faulty, %').press('Enter');
  const asked = await page.getByRole('heading', { name: /^Look at/ }).textContent();
  const [n, c] = asked!.match(/\d+/g)!.map(Number);
  expect(n).toBeLessThan(15);

  await page.getByLabel('Height, cm').fill('900000');
  await page.getByLabel('Height, cm').press('Tab');
  await expect(page.getByRole('alert')).toContainText('is accepted');
  await page.getByLabel('Height, cm').fill('42');
  await page.getByLabel('Collar diameter, mm').fill('4');
  await page.getByRole('button', { name: 'roots dry' }).click();
  await page.getByRole('button', { name: 'Faulty, next tree' }).click();
  await page.reload();
  await expect(page.locator('.comes-to .big')).toHaveText('1');
  await page.getByLabel('Trees in it').fill('60');
  await page.getByLabel('Trees in it').press('Enter');
  await page.getByLabel('Bad lot: faulty, %').fill('30');
  await page.getByLabel('Bad lot: faulty, %').press('Enter');
  await expect(page.getByText('10.5', { exact: false }).first()).toBeVisible();
  for (let i = 1; i < n; i++) await page.getByRole('button', { name: 'Good, next tree' }).click();
  await expect(page.getByRole('button', { name: 'Good, next tree' })).toBeDisabled();
  await expect(page.locator('.comes-to')).toContainText(c >= 1 ? 'Accept the lot' : 'Sort it');
  await page.getByLabel('Note').fill('box 3 warm');
  await page.getByRole('button', { name: 'Save the sample' }).click();
  await expect(page.getByRole('status').filter({ hasText: `1 of ${n} faulty` })).toBeVisible();
  await expect(page.getByText('box 3 warm')).toBeVisible();
});
