import { expect, test } from '@playwright/test';
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
