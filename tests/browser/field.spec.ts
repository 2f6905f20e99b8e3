import { readdirSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { signIn, keptForField } from './helpers';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('a planter works without signal; everything is kept, shown as waiting, and sent once', async ({
  page,
  context,
}) => {
  await signIn(page, 'planter');
  await page.goto('/field');
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  await expect(page.getByText('All sent')).toBeVisible();
  await keptForField(page);
  // A second load passes through the service worker and is kept for the day.
  await page.reload();
  await expect(page.getByText('All sent')).toBeVisible();
  const start = Number(await page.getByTestId('planted').textContent());

  await context.setOffline(true);
  await page.getByRole('button', { name: 'Planted 25' }).tap();
  await page.getByRole('button', { name: '+10', exact: true }).tap();
  await page.getByRole('button', { name: '+1', exact: true }).tap();
  await page.getByRole('button', { name: 'Undo last' }).tap();
  await expect(page.getByTestId('planted')).toHaveText(String(start + 35));
  await expect(page.getByRole('status')).toContainText('4 entries wait, kept');

  // The phone is switched off and on in the field.
  await page.reload();
  await expect(page.getByTestId('planted')).toHaveText(String(start + 35));
  await expect(page.getByRole('status')).toContainText('4 entries wait, kept');

  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByTestId('planted')).toHaveText(String(start + 35));
  await page.reload();
  await expect(page.getByTestId('planted')).toHaveText(String(start + 35));
});

test('what was sent still counts when the phone starts again without a signal, on every page it kept', async ({
  page,
  context,
}) => {
  const broken: string[] = [];
  page.on('pageerror', ({ message }) => broken.push(message));
  await signIn(page, 'planter');
  await page.goto('/field');
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  await page.waitForURL(/\/field\/[0-9a-f-]{36}$/);
  const block = new URL(page.url()).pathname;
  // The morning at the gate: every page of the block is kept.
  const isKept = (path: string) =>
    page.evaluate(async (asked) => Boolean(await caches.match(asked)), path);
  await expect.poll(() => isKept(`${block}/tags/__data.json`), { timeout: 60_000 }).toBe(true);
  const planted = page.getByTestId('planted');
  const start = Number(await planted.textContent());

  // Trees are sent while there is a signal, and the page that stays open counts them.
  await page.getByRole('button', { name: '+10', exact: true }).tap();
  await expect(page.getByText('All sent')).toBeVisible();
  await page.getByRole('button', { name: '+1', exact: true }).tap();
  await expect(page.getByText('All sent')).toBeVisible();
  await page.waitForLoadState('networkidle');
  await expect(planted).toHaveText(String(start + 11));

  // In the gully there is none, and the phone has closed the page meanwhile.
  await context.setOffline(true);
  await page.reload();
  await expect(planted).toHaveText(String(start + 11));
  await page.getByRole('link', { name: 'Other block' }).tap();
  await page.waitForURL(/\/field$/);
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  await expect(planted).toHaveText(String(start + 11));
  await page.goBack();
  await page.waitForURL(/\/field$/);
  await page.goForward();
  await expect(planted).toHaveText(String(start + 11));

  // What the phone does not keep is no dead end, and opens by itself once there is a signal.
  await page.goto('/field');
  await page.getByRole('link', { name: 'Morning board' }).tap();
  await expect(page.getByRole('heading', { name: 'No signal here' })).toBeVisible();
  await page.getByRole('link', { name: 'Other block' }).tap();
  await expect(page.getByRole('heading', { name: 'Where do you plant?' })).toBeVisible();
  await page.getByRole('link', { name: 'Morning board' }).tap();
  await expect(page.getByRole('heading', { name: 'No signal here' })).toBeVisible();
  await context.setOffline(false);
  await page.waitForURL((url) => url.pathname === '/');
  expect(broken).toEqual([]);
});

test('targets on the field page are wide enough for a glove', async ({ page }) => {
  await signIn(page, 'planter');
  await page.goto('/field');
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  for (const button of await page.locator('main button:visible').all()) {
    const { width, height } = (await button.boundingBox())!;
    expect(Math.min(width, height), (await button.textContent()) ?? '').toBeGreaterThanOrEqual(56);
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('rows are ticked as they are sprayed, outlive a reload, and are entered once without signal', async ({
  page,
  context,
}) => {
  await signIn(page, 'leader');
  await page.goto('/field');
  await page
    .getByRole('link', { name: /Silt Margin|Haul Flat/ })
    .first()
    .click();
  await page.waitForURL(/\/field\/[0-9a-f-]{36}$/);
  const block = new URL(page.url()).pathname;
  await page.goto(`${block}/spray`);
  await expect(page.getByText('All sent')).toBeVisible();
  await keptForField(page);
  await page.reload();
  await expect(page.getByText('All sent')).toBeVisible();
  const next = page.getByRole('button', { name: /^Row\s+\d+\s+is sprayed$/ });
  const first = Number((await next.textContent())!.match(/\d+/)![0]);
  await next.tap();
  await next.tap();
  await context.setOffline(true);
  await page.reload();
  await expect(page.locator('.sum')).toContainText(new RegExp(`${first}\\D+${first + 1}: `));
  const again = page.getByRole('checkbox', { name: 'It was done all the same' });
  if (await again.count()) await again.check();
  await page.getByRole('button', { name: 'Enter what was sprayed' }).tap();
  await expect(page.getByRole('status').first()).toContainText('waits, kept');
  await expect(next).toContainText(String(first + 2));
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  await page.goto(`${block.replace('/field/', '/blocks/')}/calendar/spraying`);
  await expect(page.getByText(new RegExp(`${first}\\D{1,5}${first + 1}`)).first()).toBeVisible();
});

test('a phone whose application was renewed still opens what it kept before, until it has it anew', async ({
  page,
}) => {
  // Nobody's rows: whoever has some fetches their pages meanwhile, through a worker registered for it.
  await signIn(page, 'leader');
  await page.goto('/field');
  await page.evaluate(() => navigator.serviceWorker.ready);
  const asked = '/_app/immutable/entry/of-last-week.js';
  /** What a script of another version is answered with; the server has none of that name. */
  const answered = () => page.evaluate(async (path) => (await fetch(path)).text(), asked);
  await expect
    .poll(() => page.evaluate(() => Boolean(navigator.serviceWorker.controller)))
    .toBe(true);
  expect(await answered()).not.toBe('last week');
  await page.evaluate(async (path) => {
    for (const version of ['shell-of-last-year', 'shell-of-last-week'])
      await (
        await caches.open(version)
      ).put(path, new Response(version.slice(9).replace('-', ' ')));
  }, asked);
  // Last year's stood first, so it is found first while both are there.
  expect(await answered()).toBe('last year');
  // A worker that is begun anew keeps the version before its own, and no older one.
  await page.evaluate(async () => {
    const registration = await navigator.serviceWorker.ready;
    await registration.unregister();
  });
  await page.reload();
  const names = () => page.evaluate(() => caches.keys());
  await expect.poll(names, { timeout: 20_000 }).not.toContain('shell-of-last-year');
  expect(await names()).toContain('shell-of-last-week');
  await expect.poll(answered).toBe('last week');
});

test('a phone keeps every file that its pages ask for, and no more of the application', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await page.goto('/field');
  const block = (await page.locator('a.block').first().getAttribute('href'))!;
  await keptForField(page);
  const rooms = readdirSync('src/routes/field/[block]', { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && entry.name !== 'receiver')
    .map(({ name }) => `${block}/${name}`);
  expect(rooms.length).toBeGreaterThan(15);
  /** Files of the application that the page before us asked for, those that the phone has not kept first. */
  const asked = () =>
    page.evaluate(async () => {
      const names = performance
        .getEntriesByType('resource')
        .map(({ name }) => new URL(name).pathname)
        .filter((name) => name.startsWith('/_app/immutable/'));
      const kept = await Promise.all(names.map((name) => caches.match(name)));
      return { all: names.length, missing: names.filter((_, i) => !kept[i]) };
    });
  // What says that there is no signal leads on by itself while there is one.
  for (const path of ['/field', '/field/walk', block, ...rooms]) {
    await page.goto(path);
    await page.waitForLoadState('load');
    const { all, missing } = await asked();
    expect(all, path).toBeGreaterThan(20);
    expect(missing, path).toEqual([]);
  }
  await page.goto('/people');
  expect((await asked()).missing).not.toEqual([]);
});
