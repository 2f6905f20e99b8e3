import { expect, test } from '@playwright/test';
import { blockPath, signIn, keptForField } from './helpers';

const PHONE = { viewport: { width: 390, height: 844 } };
/** A picture of one pixel. */
const PIXEL = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

test('circles are drawn at the desk, counted on a phone without a signal, and are what the estimate rests on', async ({
  browser,
}) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  const knoll = await blockPath(desk, 'Spoil Knoll');
  await desk.goto(`${knoll}/survival`);
  await desk.getByLabel('What is counted').selectOption('plots');
  await desk.getByLabel('Circle', { exact: true }).fill('80');
  await desk.getByLabel('Survival known to ±').fill('15');
  await desk.getByLabel('Survival known to ±').press('Tab');
  await desk.getByRole('button', { name: 'Draw these circles' }).click();
  const told = desk.getByText(/^\d+ circles are drawn, with a random start/);
  await expect(told).toBeVisible();
  const circles = Number(/\d+/.exec((await told.textContent())!)![0]);

  const context = await browser.newContext(PHONE);
  const phone = await context.newPage();
  await signIn(phone, 'checker');
  await phone.goto(`${knoll.replace('/blocks/', '/field/')}/count`);
  // Reloaded once the worker is in charge: it keeps what it has seen.
  await keptForField(phone);
  await phone.reload();
  await phone.waitForFunction(async () => Boolean(await caches.match(location.href)));
  await context.setOffline(true);
  await expect(phone.getByText(`${circles} of ${circles} circles still to count`)).toBeVisible();
  await phone.getByRole('button', { name: /^Circle 1 / }).click();
  const trees = Number(/of (\d+)/.exec((await phone.getByText(/^Tree 1 of/).textContent())!)![1]);
  await phone.getByRole('button', { name: 'Dead', exact: true }).click();
  // A reload in the middle loses nothing.
  await phone.reload();
  await phone.getByRole('button', { name: /^Circle 1 / }).click();
  await expect(phone.getByText(`Tree 2 of ${trees}`)).toBeVisible();
  for (let tree = 2; tree <= trees; tree++)
    await phone.getByRole('button', { name: 'Alive', exact: true }).click();
  await expect(phone.getByText(`${trees - 1} of ${trees} alive`).first()).toBeVisible();
  await phone.getByRole('button', { name: /^Hand in/ }).click();
  await expect(
    phone.getByText(`${circles - 1} of ${circles} circles still to count`),
  ).toBeVisible();
  await context.setOffline(false);
  await expect(phone.getByText('All sent')).toBeVisible({ timeout: 20_000 });

  await desk.reload();
  await expect(desk.getByText(/1 of \d+\s+circles/)).toBeVisible();
  await expect(desk.locator('.comes-to .big').first()).toHaveText(
    `${((100 * (trees - 1)) / trees).toFixed(1)} %`,
  );
});

test('a class of volunteers has rows, its usual pace and its own words in the briefing', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const flat = await blockPath(page, 'Haul Flat');
  await page.goto(`${flat}/crew/people`);
  await page.getByLabel('Name of the group').fill('Class 7b');
  await page.getByRole('button', { name: 'Add the group' }).click();
  await expect(page.getByText(/^Class 7b is added/)).toBeVisible();
  await expect(page.getByText('usual for a volunteer, 20 people')).toBeVisible();
  await page.goto(`${flat}/crew`);
  await page.getByText('Class 7b', { exact: true }).click();
  await page.getByRole('button', { name: 'Share out the rows' }).click();
  const own = page.getByRole('row', { name: /^Class 7b/ });
  await expect(own).toBeVisible();
  await page.goto(`${flat}/crew/briefing`);
  await expect(page.getByRole('heading', { name: 'Volunteers' })).toBeVisible();
  await expect(page.getByText('Class 7b: 20 people')).toBeVisible();
});

test('a faulty tree is photographed where it stands, and stands on the crew’s plan', async ({
  browser,
}) => {
  const context = await browser.newContext(PHONE);
  const phone = await context.newPage();
  await signIn(phone, 'checker');
  const flat = await blockPath(phone, 'Haul Flat');
  await phone.goto(`${flat.replace('/blocks/', '/field/')}/plots`);
  await phone.locator('.list button').first().click();
  await phone
    .getByRole('button', { name: /^Fault/ })
    .first()
    .click();
  const place = (await phone.getByRole('heading', { level: 1 }).textContent())!;
  const [row, peg] = place.match(/\d+/g)!;
  const step = phone.getByRole('button', { name: 'To the next tree in the row +' });
  for (let i = 0; i < 12; i++) await step.click();
  await expect(phone.getByRole('button', { name: 'spacing' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await phone
    .locator('input[type=file]')
    .setInputFiles({ name: 'tree.png', mimeType: 'image/png', buffer: PIXEL });
  await expect(
    phone.getByText(`Photograph kept with row ${row}, peg ${peg}.`, { exact: false }),
  ).toBeVisible();
  await expect(phone.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  await desk.goto(`${flat}/crew`);
  const note = desk.getByRole('listitem').filter({ hasText: `Row ${row}, peg ${peg}` });
  await expect(note).toContainText('spacing');
});
