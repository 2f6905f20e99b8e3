import { expect, test } from '@playwright/test';
import { blockPath, signIn } from './helpers';

test('a row counted without a signal, browsing seen on a walk, a row watered: all of it at the desk', async ({
  browser,
}) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  const bench = await blockPath(desk, 'North Bench');
  const field = bench.replace('/blocks/', '/field/');
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await context.newPage();
  await signIn(phone, 'checker');

  await test.step('survival says who died differently, and why', async () => {
    await desk.goto(`${bench}/survival`);
    const aspen = desk.locator('tr', { hasText: 'Aspen' }).first();
    await expect(aspen).toContainText('apart beyond chance');
    await expect(desk.locator('.why')).toContainText('anchor air');
    await desk.getByLabel('By', { exact: true }).selectOption('zone');
    await expect(desk.locator('tr', { hasText: 'Clay lens' })).toContainText('nothing chance');
  });

  await test.step('tree by tree with big keys, kept through a reload', async () => {
    await phone.goto(`${field}/count`);
    await phone.evaluate(() => navigator.serviceWorker.ready);
    await expect
      .poll(
        () =>
          phone.evaluate(
            async (wanted) =>
              (
                await Promise.all(
                  (await caches.keys()).map(async (key) =>
                    (await (await caches.open(key)).keys()).map(({ url }) => new URL(url).pathname),
                  ),
                )
              )
                .flat()
                .includes(wanted),
            `${field}/visit`,
          ),
        { timeout: 40_000 },
      )
      .toBe(true);
    await context.setOffline(true);
    const row = phone.getByRole('button', { name: /^Row 71 / });
    await row.click();
    await expect(phone.getByText('Peg 1 of 13')).toBeVisible();
    await phone.getByRole('button', { name: 'Alive', exact: true }).click();
    await phone.getByRole('button', { name: 'Dead', exact: true }).click();
    await phone.getByRole('button', { name: 'frost' }).click();
    await phone.getByRole('button', { name: 'Poor', exact: true }).click();
    await phone.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(phone.getByText('Peg 3 of 13')).toBeVisible();
    await phone.reload();
    await row.click();
    await expect(phone.getByText('Peg 3 of 13')).toBeVisible();
    await expect(phone.getByRole('button', { name: 'frost' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await phone.getByRole('button', { name: 'Ten alive' }).click();
    await phone.getByRole('button', { name: 'Browsed', exact: true }).click();
    await expect(phone.getByText('Row 71 is counted: 12 of 13 alive.')).toBeVisible();
    await phone.getByRole('button', { name: 'Hand in the row' }).click();
    await expect(row).toContainText('12 of 13 alive');
  });

  await test.step('a walk, and water, still without a signal', async () => {
    await phone.goto(`${field}/visit`);
    await phone.getByLabel('From row').fill('9');
    await phone.getByLabel('to row').fill('12');
    await phone.getByLabel('to row').press('Tab');
    await phone.getByRole('button', { name: 'browse', exact: true }).click();
    await expect(phone.getByText('Kept: browse.')).toBeVisible();
    await phone.getByRole('button', { name: 'check guards: Done' }).click();
    await phone.getByRole('button', { name: 'control weeds again: Done' }).click();
    await phone.getByRole('button', { name: 'control weeds again: Not done after all' }).click();
    // The button says so once it is kept on the phone; what is killed before that was never confirmed.
    await expect(phone.getByRole('button', { name: 'control weeds again: Done' })).toBeVisible();
    await phone.reload();
    await expect(phone.getByRole('button', { name: 'control weeds again: Done' })).toBeVisible();
    await expect(
      phone.getByRole('button', { name: 'check guards: Not done after all' }),
    ).toBeVisible();
    await phone.goto(`${field}/water`);
    await phone.getByRole('button', { name: 'Watered 5', exact: true }).click();
    await expect(phone.getByRole('button', { name: 'Not watered after all' })).toHaveCount(1);
    await context.setOffline(false);
    await expect(phone.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  });

  await test.step('what came of it', async () => {
    await desk.goto(`${bench}/tending`);
    await expect(desk.locator('.comes-to')).toContainText('browse, rows 9 to 12');
    await phone.goto(`${field}/visit`);
    const guards = phone.getByRole('button', { name: 'check guards: Not done after all' });
    await expect(guards).toBeVisible();
    await expect(phone.getByRole('button', { name: 'control weeds again: Done' })).toBeVisible();
    await desk.goto('/');
    await expect(desk.getByText(/Guard or fence against browsing on North Bench/)).toBeVisible();
    await desk.goto(`${bench}/tending/water`);
    await expect(desk.getByRole('img', { name: /^Once a week while it is short/ })).toBeVisible();
    await desk.getByLabel('Tank', { exact: true }).fill('0');
    await desk.getByLabel('Tank', { exact: true }).press('Tab');
    await expect(desk.getByLabel('Tank', { exact: true })).toHaveAttribute('aria-invalid', 'true');
    await desk.goto(`${bench}/survival`);
    await expect(desk.locator('.comes-to')).toContainText('frost');
  });
});
