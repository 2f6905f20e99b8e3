import { expect, test, type Page } from '@playwright/test';
import { asFile, goTo, open, signIn, keptForField } from './helpers';

const sub = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stock', exact: true }).getByRole('link', { name });

test('a day at the boxes without signal: issue, bag, soak, audit and sample are kept and sent once', async ({
  page,
  context,
}) => {
  await signIn(page, 'checker');
  await open(page, 'Haul Flat', 'Stock');
  const block = page.url().split('/')[4];
  await page.goto(`/blocks/${block}/stock`);
  const row = page.getByRole('row').filter({ hasText: 'Pine' }).first();
  const onHand = Number((await row.getByRole('cell').nth(3).textContent())!.replace(/\D/g, ''));
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/field/${block}/stock`);
  await keptForField(page);
  const kept = (path: string) =>
    page.evaluate(async (key) => Boolean(await caches.match(key)), path);
  await expect.poll(() => kept(`/field/${block}/peg/__data.json`), { timeout: 20_000 }).toBe(true);

  await context.setOffline(true);
  await page.goto(`/field/${block}/stock`);
  await page.getByRole('button', { name: /Pine/ }).first().click();
  await page.getByRole('button', { name: 'Issue' }).click();
  await page.getByLabel('Trees').fill('999999');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByRole('alert')).toContainText('999\u202f999 cannot be taken');
  await page.getByLabel('Trees').fill('40');
  await page.locator('form select').first().selectOption({ label: 'Planter 6' });
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByTestId('on-hand')).toHaveText(/\d/);
  await page.getByRole('button', { name: 'Roots out: start' }).click();
  await page.getByRole('button', { name: 'Close it' }).click();

  await page.goto(`/field/${block}/handling`);
  await page.locator('.habit').first().getByRole('button', { name: 'Seen kept' }).click();
  await page.getByRole('button', { name: 'Keep 1 marked' }).click();
  await page.goto(`/field/${block}/gate`);
  await page.getByLabel('Trees in it').fill('6');
  await page.getByLabel('Trees in it').press('Enter');
  const asked = await page.getByRole('heading', { name: /^Look at/ }).textContent();
  for (let n = Number(asked!.match(/\d+/)![0]); n > 0; n--)
    await page.getByRole('button', { name: 'Good, next tree' }).click();
  await page.getByLabel('Note').fill('looked at without signal');
  await page.getByRole('button', { name: 'Save the sample' }).click();
  await expect(page.getByRole('status').first()).toContainText('5 entries wait, kept');
  // The phone is off for the night.
  await page.reload();
  await expect(page.getByRole('status').first()).toContainText('5 entries wait, kept');

  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/blocks/${block}/stock`);
  const after = await page
    .getByRole('row')
    .filter({ hasText: 'Pine' })
    .first()
    .getByRole('cell')
    .nth(3)
    .textContent();
  expect(Number(after!.replace(/\D/g, ''))).toBe(onHand - 40);
  await page.goto(`/blocks/${block}/stock/gate`);
  await expect(page.getByText('looked at without signal')).toHaveCount(1);
  await page.goto(`/blocks/${block}/stock`);
  await expect(
    page.getByRole('row').filter({ hasText: 'Pine' }).first().getByRole('cell').nth(3),
  ).toHaveText(after!);
});

test('a bag that nobody closed yesterday asks when it was closed, at the desk and on the phone', async ({
  page,
}) => {
  const zone = 'Europe/Berlin';
  const field = (at: number) =>
    new Date(at).toLocaleString('sv', { timeZone: zone }).slice(0, 16).replace(' ', 'T');
  const opened = Date.now() - 15 * 3_600_000;
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Stock');
  const block = page.url().split('/')[4];
  const roots = page.locator('aside');
  const minutes = async () =>
    Number(
      (await page.locator('.figure').filter({ hasText: 'In the air, worst bag' }).textContent())!
        .replace(/\s/g, '')
        .match(/bag(\d+)min/)![1],
    );
  await page.goto(`/blocks/${block}/stock`);
  await page.getByRole('button', { name: '41', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Lot 41', exact: true })).toBeVisible();
  const before = await minutes();
  for (const length of [12, 20]) {
    await roots.getByRole('button', { name: 'At another time' }).click();
    await roots.getByLabel('Happened at').fill(field(opened));
    await roots.getByLabel('Happened at').press('Tab');
    await page.getByRole('button', { name: /^Open bag \d: start the clock/ }).click();
    const asked = page.getByLabel(/^Open since .* When was it closed\?$/);
    await expect(asked).toBeVisible();
    await expect.poll(minutes).toBeGreaterThan(before + 60);
    if (length === 12) {
      // A moment before it was opened is none.
      await asked.fill(field(opened - 600_000));
      await page.getByRole('button', { name: 'It was closed then' }).click();
      await expect(page.getByRole('alert')).toContainText('up to now is accepted');
      await asked.fill(field(opened + length * 60_000));
      await page.getByRole('button', { name: 'It was closed then' }).click();
      await expect(asked).toHaveCount(0);
      await roots.getByRole('button', { name: 'Now', exact: true }).click();
    }
  }
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/field/${block}/stock`);
  await page.getByRole('button', { name: /Pine/ }).first().click();
  const asked = page.getByLabel(/When was it closed\?/);
  await asked.fill(field(opened + 20 * 60_000));
  await page.getByRole('button', { name: 'It was closed then' }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/blocks/${block}/stock?lot=41`);
  await page.getByRole('button', { name: '41', exact: true }).click();
  // Of bags that were out for a quarter of an hour each, not for the night.
  await expect.poll(minutes).toBeLessThan(before + 400);
  // What is closed now is closed now, whatever moment is set for other entries.
  await roots.getByRole('button', { name: 'At another time' }).click();
  await roots.getByLabel('Happened at').fill(field(opened));
  await roots.getByLabel('Happened at').press('Tab');
  await page.getByRole('button', { name: /^Open bag \d: start the clock/ }).click();
  const closing = page.waitForRequest((request) => /"close"/.test(request.postData() ?? ''));
  await roots.getByRole('button', { name: /It is still open: close it now/ }).click();
  const at = /"at":"([^"]+)"/.exec((await closing).postData()!)![1];
  expect(Date.now() - Date.parse(at)).toBeLessThan(60_000);
});

test('a box of another block is told apart by its code; a mistyped code is told too', async ({
  page,
}) => {
  await signIn(page, 'checker');
  await open(page, 'Silt Margin', 'Stock');
  const code = (await page.locator('.code').textContent())!.trim();
  await open(page, 'Haul Flat', 'Stock');
  const block = page.url().split('/')[4];
  await page.goto(`/field/${block}/stock`);
  const box = page.getByLabel('Code on the label');
  await box.fill(code.toLowerCase());
  await box.press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    'lot 51 of Silt Margin; you are on Haul Flat',
  );
  await box.fill(code.slice(0, -1) + (code.endsWith('A') ? 'B' : 'A'));
  await box.press('Enter');
  await expect(page.getByRole('alert')).toContainText('does not check');
});

test('an order is asked for, taken out as CSV, and a bad file is refused with its line', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Stock');
  await sub(page, 'Order').click();
  await page.waitForURL(/order$/);
  await page
    .getByRole('button', { name: /^What instead/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: /^Instead of/ })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take the order out as CSV' }).click();
  const file = await (await download).createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of file) chunks.push(chunk as Buffer);
  const text = Buffer.concat(chunks).toString();
  expect(text.split('\r\n')[0]).toContain('species');
  const input = page.locator('input[type=file]');
  await input.setInputFiles(asFile('bad.csv', 'species,nursery,trees\nYew,A,5'));
  await expect(page.getByRole('alert')).toContainText('Line 2, species: “Yew”');
  // The order's own file brings nothing in twice; one figure of it changed is a change of that line.
  const before = await page.locator('table.lines tbody tr').count();
  await input.setInputFiles(asFile('same.csv', text));
  await expect(page.getByText(`0 new, 0 changed, ${before} as they stand`)).toBeVisible();
  await page.getByRole('button', { name: 'Nothing to bring in' }).click();
  // As a nursery writes it, who does not write its own name.
  await input.setInputFiles(
    asFile('o.csv', 'Confirmation 7\n\nTree species;Qty\nAspen;150\nTotal;150'),
  );
  await page.getByLabel('Nursery of these lines').fill('Far Beds');
  await page.getByRole('button', { name: 'Read the file' }).click();
  await expect(page.getByText('1 new, 0 changed, 0 as they stand')).toBeVisible();
  await page.getByRole('button', { name: 'Bring 1 in' }).click();
  const fresh = page.getByRole('cell', { name: 'Far Beds', exact: true });
  await expect(fresh).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(fresh).toHaveCount(0);
  await expect(page.locator('table.lines tbody tr')).toHaveCount(before);
});

test('roots go to tools by a rule, the cold store’s file is read, the day is closed once', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Stock');
  await sub(page, 'Roots and tools').click();
  await expect(page.getByText(/Trim to \d+ cm; \d+ % bar/)).toBeVisible();
  await expect(page.locator('figure svg[role=img]').first()).toBeVisible();
  await sub(page, 'Keeping').click();
  await expect(page.getByText(/h too warm/).first()).toBeVisible();
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles(
      asFile(
        'log.csv',
        'time,temperature °F\n2026-01-10 06:00,35.6\n2026-01-10 07:00,36.5\n2026-01-10 15:00,37.4',
      ),
    );
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('3 readings, 3 of them new.')).toBeVisible();
  await sub(page, 'The day').click();
  await page.getByRole('button', { name: 'Close the day' }).click();
  await expect(page.getByText(/planted trees written onto their lots/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Close the day' })).toHaveCount(0);
  await goTo(page, 'Stock');
});

test('a double click issues the trees once; the same again is entered again', async ({ page }) => {
  await signIn(page, 'leader');
  await open(page, 'Haul Flat', 'Stock');
  const issued = page.locator('table.events').getByRole('cell', { name: /^−\s*7$/ });
  await expect(page.locator('table.events tr').nth(1)).toBeVisible();
  const before = await issued.count();
  await page.getByLabel('Trees', { exact: true }).fill('7');
  await page.getByRole('button', { name: 'Enter it' }).dblclick();
  await expect(issued).toHaveCount(before + 1);
  await page.waitForTimeout(1000);
  await expect(issued).toHaveCount(before + 1);
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(issued).toHaveCount(before + 2);
});

test('what was asked of a nursery is not typed again when it comes', async ({ page }) => {
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Stock');
  await sub(page, 'Order').click();
  const line = page
    .getByRole('row')
    .filter({ hasText: 'Mill Lane Nursery' })
    .filter({
      has: page.getByRole('link', { name: 'Add its lot' }),
    });
  await expect(line).toHaveCount(1);
  const asked = (await line.getByRole('cell').nth(2).textContent())!.trim();
  const stands = page.locator('.stands');
  await expect(stands).toContainText(`${asked} confirmed, still to come`);
  await line.getByRole('link', { name: 'Add its lot' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Nursery')).toHaveValue('Mill Lane Nursery');
  await expect(dialog.getByLabel('It came on').locator('option:checked')).toContainText(asked);
  await dialog.getByLabel('Code on the label').fill('MILL-2');
  await dialog.getByRole('button', { name: 'Add', exact: true }).click();
  // All that is still to come is what a delivery brings, until another number is typed.
  await expect(page.getByRole('heading', { name: /Lot MILL-2, what happened/ })).toBeVisible();
  await expect(page.getByLabel('Trees', { exact: true })).toHaveValue(asked);
  await page.getByLabel('Trees', { exact: true }).fill('700');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'MILL-2' })).toContainText('700');
  await sub(page, 'Order').click();
  const came = page.getByRole('row').filter({ hasText: 'lot MILL-2' });
  await expect(came).toContainText('700 came');
  await expect(stands).toContainText(`${Number(asked.replace(/\D/g, '')) - 700} confirmed, still`);
  await came.getByRole('link', { name: 'lot MILL-2' }).click();
  await expect(page.getByRole('heading', { name: /Lot MILL-2, what happened/ })).toBeVisible();
});
