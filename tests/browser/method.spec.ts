import { expect, test } from '@playwright/test';
import { blockPath, signIn } from './helpers';

test('trees are planted otherwise by zone, told to the crew, and rows are drawn to compare ways', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const silt = await blockPath(page, 'Silt Margin');
  await page.goto(`${silt}/method`);
  const whose = page.getByLabel('Whose method');
  const zone = (await whose
    .locator('optgroup[label="Zones"] option')
    .first()
    .textContent())!.trim();

  await test.step('a zone asks for what its ground wants, and one answer differs from the block', async () => {
    await whose.selectOption({ label: zone });
    await expect(page.getByText('What is not chosen here is done as on the block.')).toBeVisible();
    const water = page.getByLabel('Water at planting', { exact: true });
    await expect(water.locator('option:checked')).toContainText('Same:');
    await water.selectOption({ label: '8 L' });
    await expect(page.locator('.comes-to')).toContainText(`Zone ${zone}.`);
    await expect(page.locator('.comes-to')).toContainText('8 L a tree, at once.');
    await expect(page.locator('.comes-to li', { hasText: 'water,' })).toContainText('m³');
    await expect(whose.locator('option:checked')).toHaveText(`${zone}: differs`);
    await page.keyboard.press('Control+z');
    await expect(water.locator('option:checked')).toContainText('Same:');
    await page.keyboard.press('Control+Shift+z');
    await page.reload();
    await expect(page.getByRole('status').filter({ hasText: 'as you left them' })).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: 'Save the method' })).toBeDisabled();
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(whose.locator('option', { hasText: `${zone}: differs` })).toHaveCount(1);
    await page.getByRole('button', { name: 'Save the method' }).click();
    await expect(page.getByRole('button', { name: 'Save the method' })).toBeDisabled();
  });

  await test.step('it is there again after a reload, and the bill has the water', async () => {
    await page.reload();
    await expect(whose.locator('option', { hasText: `${zone}: differs` })).toHaveCount(1);
    await page.goto(`${silt}/calendar/materials`);
    await expect(page.getByRole('row', { name: /^water/i })).toBeVisible();
  });

  await test.step('too few rows for a comparison are said; drawn rows have their letter', async () => {
    await page.goto(`${silt}/method`);
    await page.getByText('Compare ways of planting').click();
    await page.getByLabel('To row').fill('3');
    await page.getByLabel('To row').press('Tab');
    await page.getByRole('button', { name: 'Draw the rows' }).click();
    await expect(page.getByRole('alert')).toContainText('too few for two plots of each treatment');
    await page.getByLabel('To row').fill('24');
    await page.getByLabel('To row').press('Tab');
    await page.getByLabel('Ways beside A').fill('2');
    await page.getByLabel('Ways beside A').press('Tab');
    await page.getByRole('button', { name: 'Draw the rows' }).click();
    await expect(whose.locator('option:checked')).toContainText('Treatment B, 8 rows');
    await page.getByLabel('Stake', { exact: true }).selectOption({ label: 'Low, for a year' });
    await expect(page.locator('.comes-to')).toContainText('Treatment B');
    await expect(page.locator('.comes-to')).toContainText('take stakes off');
    await page.getByRole('button', { name: 'Take the comparison out' }).click();
    await expect(whose.locator('optgroup[label="Treatments"]')).toHaveCount(0);
    await whose.selectOption({ label: `${zone}: differs` });
    await page.getByLabel('Water at planting', { exact: true }).selectOption({ index: 0 });
    await page.getByRole('button', { name: 'Save the method' }).click();
    await expect(page.getByRole('button', { name: 'Save the method' })).toBeDisabled();
  });
});

test('what the label speaks against is entered only when it is said so; granules are weighed', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const silt = await blockPath(page, 'Silt Margin');
  await page.goto(`${silt}/calendar/spraying`);
  await page.getByLabel('Product', { exact: true }).selectOption('Ring grains (invented)');
  await expect(page.getByText('Shaken dry')).toBeVisible();
  await expect(page.getByText(/g a spot/)).toBeVisible();
  await page.getByLabel('Rows, when not all of them').fill('1-5, 99999');
  await expect(page.getByText(/this block has rows 1 to/)).toBeVisible();
  await page.getByLabel('Rows, when not all of them').fill('1-5');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByText('Entered in the record.')).toBeVisible();
  const record = page.getByRole('row', { name: /Ring grains/ });
  await expect(record).toContainText('rows 1–5');
  await expect(page.getByText(/Not sprayed yet this round: rows 6/)).toBeVisible();
  // The same rows again in the year: the label allows once.
  await page.getByLabel('Rows, when not all of them').fill('3');
  await expect(page.getByText(/once in \d{4} already; the label allows 1/)).toBeVisible();
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByRole('alert')).toContainText('The label speaks against it.');
  await page.getByLabel('It was done all the same, against the label').check({ force: true });
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByText('against the label', { exact: false }).first()).toBeVisible();
  await expect(record).toHaveCount(2);
  for (let left = 2; left > 0; left--) {
    await page
      .getByRole('button', { name: /^Cancel\s+Ring grains/ })
      .first()
      .click();
    await expect(record).toHaveCount(left - 1);
  }
});
