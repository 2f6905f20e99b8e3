import { expect, test, type Page } from '@playwright/test';
import { asFile, open, signIn } from './helpers';

const part = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Calendar', exact: true }).getByRole('link', { name });

test('weather is brought and refused with its reason; seasons are played; a private feed is open to calendars only by its address', async ({
  page,
  playwright,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Calendar');
  await expect(page.getByRole('img', { name: 'Weeks fit for planting' })).toBeVisible();
  await part(page, 'Windows').click();
  const file = page.locator('input[type=file]').first();
  await file.setInputFiles(asFile('w.csv', 'date,tmin,tmax,rain\n2021-02-30,1,2,0'));
  await expect(page.getByRole('alert')).toContainText('Line 2: “2021-02-30”');
  await file.setInputFiles(
    asFile('w.csv', 'date,tmin (F),tmax (F),rain\n02/03/2021,30,50,0\n02/05/2021,32,52,3'),
  );
  const understood = page.getByRole('group', { name: 'How the file was understood' });
  await expect(understood).toContainText('2 days, 2 Mar to 2 May 2021');
  await expect(understood).toContainText('lowest of the day, °F');
  await expect(understood).toContainText('The file does not say; this was assumed.');
  await understood.getByLabel('Dates are written').selectOption('month first');
  await expect(understood).toContainText('2 days, 3 Feb to 5 Feb 2021');
  await understood.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('2 days, 3 Feb to 5 Feb 2021, taken over.')).toBeVisible();
  await expect(page.getByText('1 day is missing', { exact: false })).toBeVisible();

  await part(page, 'Will we finish?').click();
  const chance = async () => {
    await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 30_000 });
    return Number((await page.getByTestId('chance').textContent())!.match(/\d+/)![0]);
  };
  await expect(page.getByTestId('chance')).toBeVisible({ timeout: 30_000 });
  const first = await chance();
  const hands = page.getByLabel('Planters', { exact: true });
  const usual = await hands.inputValue();
  const withHands = async (count: string) => {
    await hands.fill(count);
    await page.getByRole('button', { name: 'Play the seasons' }).click();
    return chance();
  };
  expect(await withHands('1')).toBeLessThanOrEqual(first);
  expect(await withHands('60')).toBeGreaterThanOrEqual(first);
  expect(await withHands(usual), 'the same question has the same answer').toBe(first);

  await part(page, 'The year').click();
  await page.getByRole('button', { name: 'Make a private address' }).click();
  const address = await page.getByLabel('Private address').inputValue();
  const calendar = await playwright.request.newContext();
  const feed = await calendar.get(address);
  expect(feed.status()).toBe(200);
  expect(await feed.text()).toContain('BEGIN:VEVENT');
  await page.getByRole('button', { name: 'Close the address' }).click();
  await expect(page.getByRole('button', { name: 'Make a private address' })).toBeVisible();
  expect((await calendar.get(address)).status()).toBe(404);
  await calendar.dispose();
});

test('a bar is tried out before it is moved; tanks, prices and phases follow the block', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Calendar');
  await page
    .getByRole('row', { name: /set out rows/ })
    .getByRole('button')
    .click();
  await expect(page.getByText(/planting still holds; \d+ days are loose/)).toBeVisible();
  const late = new Date(Date.now() + 60 * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Day', { exact: true }).fill(late);
  await expect(page.getByText(/plant on Silt Margin: .* → .*, \d+ days late/)).toBeVisible();

  await part(page, 'Spraying').click();
  await expect(page.getByText('The product’s label is the law', { exact: false })).toBeVisible();
  await page.getByLabel('Tank, L').fill('10');
  await expect(page.getByRole('row').filter({ hasText: '200 mL' }).first()).toBeVisible();
  await page.getByLabel('Lot number on the can').fill('B-12');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByRole('cell', { name: 'B-12' })).toBeVisible();

  await test.step('what soils ask for is done unless the leader says otherwise', async () => {
    await part(page, 'Ground work').click();
    const loosen = page.getByRole('checkbox', { name: 'Loosen spots' });
    await expect(loosen).toBeChecked();
    await page.getByText('Loosen spots', { exact: true }).click();
    await page.getByLabel('Metres of drain').fill('40 m');
    await page.getByLabel('Metres of drain').press('Enter');
    await page.waitForTimeout(400);
    // What was typed as soon as the page had come stands in its field: it is not offered, and moves nothing.
    await expect(page.getByText('You had typed here')).toHaveCount(0);
    await page.getByRole('button', { name: 'Keep these' }).click();
    await expect(page.getByText('Kept; tasks and materials count with it.')).toBeVisible();
    await page.reload();
    await expect(loosen).not.toBeChecked();
    await part(page, 'The year').click();
    await expect(page.getByRole('row', { name: /lay drains/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /loosen spots/ })).toHaveCount(0);
  });

  await part(page, 'Materials and money').click();
  await expect(page.getByRole('row', { name: /drain pipe/ })).toContainText('40');
  const cost = page.locator('.comes-to .big');
  const before = await cost.textContent();
  const price = page.getByLabel('Price of guards');
  const usual = await price.inputValue();
  await price.fill('2');
  await price.press('Tab');
  await expect(cost).not.toHaveText(before!);
  await expect(page.getByText('the fence is cheaper.')).toBeVisible();
  // A price that is taken out is open, and counts for nothing until somebody types one again.
  const dear = await cost.textContent();
  await price.fill('');
  await price.press('Tab');
  await expect(cost).not.toHaveText(dear!);
  await page.reload();
  await expect(price).toHaveValue('');
  await price.fill(usual);
  await price.press('Tab');
  await expect(cost).toHaveText(before!);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'CSV' }).click();
  expect((await download).suggestedFilename()).toBe('Silt-Margin-materials.csv');

  await part(page, 'Phases').click();
  await page.getByLabel('Phase of Silt Margin').fill('Margins');
  await page.getByLabel('Phase of Silt Margin').press('Tab');
  await expect(page.getByText('5 blocks in 5 phases')).toBeVisible();
});

test('a task of one’s own is hung up, repeated, paid for and taken off; a task moves with what hangs on it', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Calendar');
  await page.getByRole('button', { name: 'Add a task of your own' }).click();
  await page.getByLabel('What is to be done').fill('mow the lanes');
  await page.getByLabel('How often').fill('3');
  await page.getByLabel('Days from one time to the next').fill('21');
  await page.getByLabel(/Cost each time/).fill('85,50');
  await page.getByRole('button', { name: 'Hang it on the string' }).click();
  const rows = page.getByRole('row').filter({ hasText: 'mow the lanes' });
  await expect(rows).toHaveCount(3);
  await expect(rows.first()).toContainText('(1 of 3)');

  await test.step('moved with what hangs on it', async () => {
    await page.getByRole('button', { name: 'set out rows', exact: true }).click();
    const later = new Date(Date.now() + 250 * 86_400_000).toISOString().slice(0, 10);
    await page.getByLabel('Day', { exact: true }).fill(later);
    await expect(page.getByText('this follows:')).toBeVisible();
    const all = page.getByRole('button', { name: /^Move it and \d+ with it$/ });
    if (await all.count()) {
      await all.click();
      await expect(page.getByText(/\d+ tasks moved\./)).toBeVisible();
    } else await page.getByRole('button', { name: 'Move to it' }).click();
    await expect(page.getByRole('row').filter({ hasText: 'set out rows' })).toContainText('moved');
  });

  await test.step('in the bill, and taken off again', async () => {
    await part(page, 'Materials and money').click();
    await page.waitForURL(/materials/);
    await expect(page.getByRole('row').filter({ hasText: 'mow the lanes' })).toContainText(
      '257 EUR',
    );
    await part(page, 'The year').click();
    await page.waitForURL(/calendar$/);
    await rows.nth(1).getByRole('button').click();
    await page.getByRole('button', { name: 'Change the task' }).click();
    await page.getByRole('button', { name: 'Take it off' }).click();
    await expect(rows).toHaveCount(0);
  });
});

test('a task that planting has overtaken can be picked; nothing follows from it', async ({
  page,
}) => {
  const broken: string[] = [];
  page.on('pageerror', (error) => broken.push(error.message));
  await signIn(page, 'leader');
  await open(page, 'Spoil Knoll', 'Calendar');
  await page.getByRole('button', { name: /^soak roots/ }).click();
  await expect(page.getByText('Passed, not ticked off')).toBeVisible();
  await page.getByLabel('Day', { exact: true }).fill('2030-01-15');
  await page.getByLabel('Day', { exact: true }).blur();
  await expect(page.getByText('this follows:')).toHaveCount(0);
  expect(broken).toEqual([]);
});
