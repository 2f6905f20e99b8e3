import { expect, test } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { startApplication } from '../../scripts/application.mjs';

test('an empty installation: the first leader, a block in the south, rows before species, the first version', async ({
  browser,
}) => {
  const folder = mkdtempSync(path.join(tmpdir(), 'viridane-first-'));
  const app = await startApplication(folder, { demo: false });
  const context = await browser.newContext({
    baseURL: app.origin,
    timezoneId: 'Europe/Berlin',
    locale: 'en-NZ',
  });
  const page = await context.newPage();
  try {
    await test.step('whoever sets the site up is signed in; what cannot be is said', async () => {
      await page.goto('/');
      await page.getByLabel('Site').fill('Tussock Rise');
      await page.getByLabel('Your name').fill('Crew leader');
      await page.getByLabel('Sign-in name').fill('lead');
      await page.getByRole('textbox', { name: /^Password/ }).fill('short');
      const zone = page.getByRole('combobox', { name: 'Time zone' });
      await expect(zone).toHaveValue('Europe/Berlin');
      await zone.fill('auckl');
      await page.getByRole('option', { name: 'Pacific/Auckland' }).click();
      await page.getByRole('button', { name: 'Set up' }).click();
      await expect(page.getByText(/Password is too short/)).toBeVisible();
      await expect(zone).toHaveValue('Pacific/Auckland');
      await page.getByRole('textbox', { name: /^Password/ }).fill('long enough for one');
      await page.getByRole('button', { name: 'Set up' }).click();
      await expect(page.getByText('This site is empty.')).toBeVisible();
    });

    await test.step('a rectangle by its sides is a block', async () => {
      await page.getByRole('link', { name: 'A block' }).click();
      await page.getByRole('tab', { name: 'Sides' }).click();
      for (const [label, length] of [
        ['First side', '180'],
        ['Second side', '110'],
      ]) {
        await page.getByRole('textbox', { name: label, exact: true }).fill(length);
        await page.keyboard.press('Tab');
      }
      await page
        .getByRole('textbox', { name: 'Where the first corner lies' })
        .fill('41°17\'13.5"S 175°38\'32"E');
      await page.getByLabel('Name of the block').fill('Top Paddock');
      await expect(page.locator('.comes-to .big')).toHaveText('1.98 ha');
      await page.getByRole('button', { name: 'Make the block' }).click();
      await page.waitForURL(/\/ground$/);
    });
    const block = new URL(page.url()).pathname.replace('/ground', '');

    await test.step('places are counted before anybody knows of what', async () => {
      await page.goto(`${block}/rows`);
      await expect(page.getByTestId('trees')).not.toHaveText('0');
      await expect(page.getByText('Species not chosen')).toBeVisible();
      await expect(page.getByRole('button', { name: 'Save as a version' })).toBeDisabled();
      await page.getByRole('button', { name: 'Choose the species' }).click();
      await page.getByRole('link', { name: 'Make the first card' }).click();
    });

    await test.step('the letter is proposed with the name, and one that is typed stays', async () => {
      const letter = page.getByLabel('Letter on the plan');
      await page.getByLabel('Name', { exact: true }).pressSequentially('Totara');
      await expect(letter).toHaveValue('T');
      await page.getByRole('button', { name: 'Make the card' }).click();
      await expect(page.getByRole('cell', { name: 'Totara' }).first()).toBeVisible();
      await letter.fill('Q');
      await page.getByLabel('Name', { exact: true }).pressSequentially('Kanuka');
      await expect(letter).toHaveValue('Q');
      await page.getByRole('button', { name: 'Make the card' }).click();
      await expect(page.getByRole('cell', { name: 'Kanuka' }).first()).toBeVisible();
    });

    await test.step('a mix of two shares evenly, and is saved on the day it is in Auckland', async () => {
      await page.goto(`${block}/rows`);
      await page.getByRole('tab', { name: 'Species' }).click();
      await page.getByRole('combobox', { name: 'Add a species' }).selectOption({ label: 'Totara' });
      for (const at of [0, 1]) await expect(page.locator('.mix input').nth(at)).toHaveValue('50');
      await page.getByRole('button', { name: 'Save as a version' }).click();
      await page.getByRole('button', { name: 'Save', exact: true }).click();
      const today = new Intl.DateTimeFormat('en-GB', {
        ...{ timeZone: 'Pacific/Auckland', day: 'numeric', month: 'short', year: 'numeric' },
      }).format(new Date());
      await expect(page.getByText(`saved · Crew leader, ${today}`)).toBeVisible();
    });

    await test.step('the board ticks what was done and leads to what is left', async () => {
      await page.goto('/');
      await expect(page.getByText('2 of 5 things are left')).toBeVisible();
      await expect(page.getByRole('img', { name: 'done' })).toHaveCount(3);
      await page.getByRole('link', { name: 'A planting day' }).click();
      await page.waitForURL(/\/calendar$/);
    });

    await test.step('with a day that is near, what was due long ago is settled in one go', async () => {
      const near = new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);
      await page.getByLabel('Planting begins').fill(near);
      await page.getByRole('button', { name: 'Count back from it' }).click();
      const heading = page.getByRole('heading', { name: 'Due long before today' });
      await expect(heading).toBeVisible();
      await page.getByLabel(/^order stock, due/).selectOption('was done in time');
      await page.getByLabel(/^spray the first flush, due/).selectOption('we go without it');
      await page.getByRole('button', { name: 'Settle 2 tasks' }).click();
      await expect(page.getByText('2 tasks settled.')).toBeVisible();
      await expect(page.getByLabel(/^order stock, due/)).toHaveCount(0);
      await expect(
        page.getByRole('row', { name: /spray the first flush/ }).getByText('skipped'),
      ).toBeVisible();
      await expect(page.getByRole('row', { name: /order stock/ }).getByText('done')).toBeVisible();
    });
  } finally {
    await context.close();
    await app.stop();
    rmSync(folder, { recursive: true, force: true });
  }
});
