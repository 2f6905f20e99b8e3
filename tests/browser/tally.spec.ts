import { expect, test } from '@playwright/test';
import { blockPath, signIn } from './helpers';

test('a planter’s paper of weeks ago: rows, trees and hours are entered, mended and taken back', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const haul = await blockPath(page, 'Haul Flat');
  const day = new Date(Date.now() - 45 * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`${haul}/crew/tally?day=${day}`);
  const rows = page.getByLabel('Rows', { exact: true });
  const trees = page.getByLabel(/^Trees, if not all/);
  const enter = page.getByRole('button', { name: 'Enter trees' });
  const line = page.getByRole('row', { name: /^Planter 4/ });
  await expect(line).toHaveCount(0);
  await page.getByLabel('Planter', { exact: true }).selectOption({ label: 'Planter 4' });
  await page.getByRole('button', { name: 'All of them of Planter 4' }).click();
  const [first] = /\d+/.exec(await rows.inputValue())!;

  await test.step('what cannot be is said before it is sent', async () => {
    await rows.fill('7-');
    await expect(page.getByText('“7-” names no rows')).toBeVisible();
    await rows.fill('9999');
    await expect(page.getByText('Row 9999: none of this layout.')).toBeVisible();
    await rows.fill(`${Number(first) + 1}`);
    await expect(page.getByText(/not shared out to Planter 4\./)).toBeVisible();
    await rows.fill(first);
    await expect(page.getByText(/not shared out/)).toHaveCount(0);
    await trees.fill('999');
    await trees.press('Tab');
    await expect(page.getByText(new RegExp(`999 trees in row ${first}: only`))).toBeVisible();
    await expect(enter).toBeDisabled();
  });

  await test.step('trees stand on the sheet of their day, and are taken back', async () => {
    await trees.fill('3');
    await trees.press('Tab');
    await expect(page.getByText(`row ${first}: 3.`)).toBeVisible();
    await enter.click();
    await expect(page.getByText(`3 trees of Planter 4 in row ${first}.`)).toBeVisible();
    await expect(line).toContainText(`${first}: 3`);
    await expect(rows).toBeFocused();
    await page.getByRole('button', { name: /^Take back Planter 4/ }).click();
    await expect(page.getByText(/^Taken back: Planter 4/)).toBeVisible();
    await expect(line).toHaveCount(0);
    await expect(page.getByText(/Taken back by Crew leader/)).toBeVisible();
  });

  await test.step('hours are as they are typed, and mended without a word of the old ones', async () => {
    const work = page.getByLabel('At work', { exact: true });
    const set = page.getByRole('button', { name: 'Set hours' });
    await work.fill('7-12, 11-13');
    await expect(page.getByText('“7-12, 11-13” is no time at work')).toBeVisible();
    await work.fill('7-3:30');
    await expect(page.getByText('Planter 4: 07:00–15:30, 8.50 h.')).toBeVisible();
    await set.click();
    await expect(line).toContainText('07:00–15:30');
    await expect(work).toHaveValue('07:00–15:30');
    await expect(set).toBeDisabled();
    await work.fill('7-12, 12:30-15:30');
    await set.click();
    await expect(line).toContainText('07:00–12:00, 12:30–15:30');
    await expect(line).toContainText('8.0');
    await work.fill('');
    await expect(page.getByText('Planter 4 was not at work that day.')).toBeVisible();
    await set.click();
    await expect(line).toHaveCount(0);
  });

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe(`tally-${day}.csv`);
});

test('who only looks sees the sheet, and cannot change it', async ({ page }) => {
  await signIn(page, 'viewer');
  const haul = await blockPath(page, 'Haul Flat');
  await page.goto(`${haul}/crew/tally`);
  await expect(page.getByRole('heading', { name: /^Tally sheet of .*, today$/ })).toBeVisible();
  await expect(page.getByText('From a planter’s paper')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(0);
});

test('a phone whose clock was moved an hour ahead has its trees taken, at the right time, and is told', async ({
  page,
}) => {
  await signIn(page, 'planter');
  const heard = page.waitForResponse((response) => response.url().endsWith('/clock'));
  await page.goto('/field');
  await heard;
  const hour = 3_600_000;
  const really = Date.now();
  await page.clock.install({ time: really + hour });
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  await expect(page.getByText(/^This device’s clock is 1 h 0 min ahead\./)).toBeVisible();
  const sent = page.waitForRequest((request) => request.url().endsWith('/do/crew.tally'));
  await page.getByRole('button', { name: '+1', exact: true }).click();
  const { at } = (await sent).postDataJSON() as { at: string };
  expect(Math.abs(Date.parse(at) - Date.now())).toBeLessThan(60_000);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('All sent')).toBeVisible();
  await expect(page.getByText(/refused|future/)).toHaveCount(0);
});
