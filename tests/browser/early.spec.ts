import { expect, test } from '@playwright/test';
import { blockPath, signIn } from './helpers';

test('a press made before the page listens is made once it does, and once only', async ({
  page,
}) => {
  await signIn(page, 'leader');
  let release = () => {};
  const slow = new Promise<void>((resolve) => (release = resolve));
  await page.route(/_app\/immutable\/entry\//, async (route) => {
    await slow;
    await route.continue();
  });
  await page.goto('/blocks/new', { waitUntil: 'commit' });
  const compass = page.getByRole('tab', { name: 'Compass' });
  await compass.click();
  const menu = page.getByRole('button', { name: 'All blocks' });
  // Nothing happens, so it is pressed again: opened and shut again would be no help.
  await menu.click();
  await menu.click();
  await expect(page.getByLabel('Bearing and length of each side, one a line')).toHaveCount(0);
  release();
  await expect(page.getByLabel('Bearing and length of each side, one a line')).toBeVisible();
  await expect(compass).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('link', { name: 'North Bench', exact: true })).toBeVisible();
});

test('what is chosen and typed before the page listens is what it then goes by', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const knoll = await blockPath(page, 'Spoil Knoll');
  let release = () => {};
  const slow = new Promise<void>((resolve) => (release = resolve));
  await page.route(/_app\/immutable\/entry\//, async (route) => {
    await slow;
    await route.continue();
  });
  await page.goto(`${knoll}/survival`, { waitUntil: 'commit' });
  await page.getByLabel('Survival known to ±').fill('15');
  await page.getByLabel('Survival known to ±').press('Tab');
  await page.getByLabel('What is counted').selectOption('trees');
  const draw = page.getByRole('button', { name: 'Draw these trees' });
  await expect(draw).toHaveCount(0);
  release();
  await expect(draw).toBeVisible();
  await expect(page.getByLabel('What is counted')).toHaveValue('trees');
  await expect(page.getByLabel('Survival known to ±')).toHaveValue('15');
});

test('a field that is emptied before the page listens shows what holds, as one that is emptied after', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const flat = await blockPath(page, 'Haul Flat');
  let release = () => {};
  const slow = new Promise<void>((resolve) => (release = resolve));
  await page.route(/_app\/immutable\/entry\//, async (route) => {
    await slow;
    await route.continue();
  });
  await page.goto(`${flat}/crew/machine`, { waitUntil: 'commit' });
  const bin = page.getByLabel('A bin holds');
  const before = await bin.inputValue();
  await bin.fill('');
  await bin.press('Tab');
  release();
  await expect(bin).toHaveValue(before);
});
