import { expect, test } from '@playwright/test';
import { blockPath, signIn } from './helpers';

test('the day is shared out: who is here, boundaries moved by keyboard, shared again, boxes placed', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const haul = await blockPath(page, 'Haul Flat');
  await page.goto(`${haul}/crew/today`);
  const end = page.getByTestId('end');
  await expect(end).toHaveText(/\d\d:\d\d|not (today|tomorrow)/);

  await test.step('a boundary is tried out and kept', async () => {
    const boundary = page.getByRole('slider', { name: /^Boundary between/ }).last();
    const row = Number(await boundary.getAttribute('aria-valuenow'));
    await boundary.focus();
    await page.keyboard.press('ArrowRight');
    await expect(boundary).toHaveAttribute('aria-valuenow', String(row + 1));
    await page.getByRole('button', { name: 'Keep these rows' }).click();
    await expect(page.getByRole('button', { name: 'Keep these rows' })).toHaveCount(0);
    await page.reload();
    await expect(boundary).toHaveAttribute('aria-valuenow', String(row + 1));
  });

  await test.step('everybody clocks on, one goes home, the rest share the rows again', async () => {
    const everybody = page.getByRole('button', { name: 'Everybody with rows is here' });
    await everybody.click();
    await expect(everybody).toHaveCount(0);
    const home = page.getByRole('button', { name: /^Goes home/ });
    await expect(home).not.toHaveCount(0);
    const many = await home.count();
    await home.last().click();
    await expect(home).toHaveCount(many - 1);
    await page.getByRole('button', { name: 'Share again from here' }).click();
    await expect(page.getByRole('img', { name: /^Until when each plants/ })).toContainText(
      /\d\d:\d\d|left/,
    );
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  await test.step('a smaller bag means more walking; one more place for boxes less', async () => {
    const carried = async () =>
      Number.parseFloat(
        (await page
          .locator('.figure', { hasText: 'Carried to bags' })
          .locator('.value')
          .textContent())!.replace(/\s/g, ''),
      );
    const bag = page.getByLabel('A bag holds');
    await bag.fill('100');
    await bag.press('Tab');
    await expect(page.getByText(/cache [AB]: /).first()).toBeVisible();
    const before = await carried();
    const places = page.getByLabel('Places for boxes');
    await places.fill('6');
    await places.press('Tab');
    await expect.poll(carried).not.toBe(before);
    await bag.fill('0');
    await bag.press('Tab');
    await expect(bag).toHaveAttribute('aria-invalid', 'true');
  });
});

test('a planter clocks on and off by phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'planter');
  await page.goto('/field');
  await page.getByRole('link', { name: /Haul Flat/ }).click();
  const begin = page.getByRole('button', { name: 'I begin work' });
  const home = page.getByRole('button', { name: 'I go home' });
  await expect(begin.or(home)).toBeVisible();
  if (await home.count()) await home.click();
  await begin.click();
  await expect(page.getByText(/^At work since \d\d:\d\d$/)).toBeVisible();
  await expect(page.getByText('All sent')).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^At work since/)).toBeVisible();
  await home.click();
  await expect(begin).toBeVisible();
});
