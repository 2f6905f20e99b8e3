import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { blockPath, signIn } from './helpers';

test('a second site is started with the crew of the first; desk and phone go from one to the other', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const haul = await blockPath(page, 'Haul Flat');
  await page.goto('/people');
  await page.getByText('Start another site').click();
  await page.getByLabel('Name of the new site').fill('Upper Moor');
  await page.getByRole('button', { name: 'Start it' }).click();
  const blocks = page.getByRole('button', { name: /All blocks/ });
  await expect(blocks).toContainText('Upper Moor');
  await page.goto('/species');
  await expect(page.getByText('Alder').first()).toBeVisible();
  await page.goto('/people');
  await expect(page.getByRole('row', { name: /planter/ }).first()).toBeVisible();

  await test.step('an address of the first site’s block leads there, and stays there', async () => {
    await page.goto(`${haul}/crew`);
    await expect(page.getByRole('button', { name: /Haul Flat/ })).toContainText('Farrow Pit');
    await page.goto('/');
    await expect(blocks).toContainText('Farrow Pit');
  });

  await test.step('from the list of blocks, and on the phone', async () => {
    await blocks.click();
    await page.getByRole('link', { name: 'Go to Upper Moor' }).click();
    await expect(blocks).toContainText('Upper Moor');
    await page.goto('/field');
    await expect(page.getByRole('link', { name: /Haul Flat/ })).toHaveCount(0);
    await page.getByRole('link', { name: 'Go to Farrow Pit' }).click();
    await page.waitForURL(/\/field$/);
    await expect(page.getByRole('link', { name: /Haul Flat/ })).toBeVisible();
  });

  await test.step('a site that somebody does not belong to is none', async () => {
    const answer = await page.request.get('/site/01921145-0835-7772-9638-000000000000');
    expect(answer.status()).toBe(404);
  });
});

test('a leader takes all records of a site out, nobody else does', async ({ page, browser }) => {
  await signIn(page, 'leader');
  await page.goto('/people');
  const records = page.getByRole('link', { name: 'Take the records out' });
  const [download] = await Promise.all([page.waitForEvent('download'), records.click()]);
  expect(download.suggestedFilename()).toMatch(/^[\w-]+-\d{4}-\d\d-\d\d\.zip$/);
  const files = Object.keys(unzipSync(readFileSync(await download.path())));
  expect(files).toEqual(expect.arrayContaining(['about.txt', 'tally.csv', 'spraying.csv']));
  const checker = await (await browser.newContext()).newPage();
  await signIn(checker, 'checker');
  const address = (await records.getAttribute('href'))!;
  await checker.goto('/people');
  await expect(checker.getByRole('link', { name: 'Take the records out' })).toHaveCount(0);
  expect((await checker.request.get(address)).status()).toBe(403);
  // Whoever only asks, or breaks off, takes nobody's place.
  for (let times = 0; times < 3; times++) {
    expect((await page.request.head(address)).ok()).toBe(true);
    await page.evaluate(async (url) => {
      const stop = new AbortController();
      const { body } = await fetch(url, { signal: stop.signal });
      await body!.getReader().read();
      stop.abort();
    }, address);
  }
  await expect
    .poll(async () => (await page.request.get(address)).status(), { timeout: 20_000 })
    .toBe(200);
});
