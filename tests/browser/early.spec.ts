import { expect, test, type Page } from '@playwright/test';
import { blockPath, signIn } from './helpers';

/** Pages are seen and do not listen. @returns what lets them */
async function heldBack(page: Page): Promise<() => void> {
  let release = () => {};
  const slow = new Promise<void>((resolve) => (release = resolve));
  await page.route(/_app\/immutable\/entry\//, async (route) => {
    await slow;
    await route.continue();
  });
  return release;
}

test('a press made before the page listens is made once it does, and once only', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const release = await heldBack(page);
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
  const release = await heldBack(page);
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
  const release = await heldBack(page);
  await page.goto(`${flat}/crew/machine`, { waitUntil: 'commit' });
  const bin = page.getByLabel('A bin holds');
  const before = await bin.inputValue();
  await bin.fill('');
  await bin.press('Tab');
  release();
  await expect(bin).toHaveValue(before);
});

test('of several things chosen before the page listens each one counts', async ({ page }) => {
  await signIn(page, 'leader');
  const knoll = await blockPath(page, 'Spoil Knoll');
  const release = await heldBack(page);
  await page.goto(`${knoll}/method`, { waitUntil: 'commit' });
  const [soil, browsed] = ['Soil', 'Browsed by'].map((label) =>
    page.getByLabel(label, { exact: true }),
  );
  const exposed = page.getByLabel('Exposed to wind');
  const before = {
    ...{ soil: await soil.inputValue(), browsed: await browsed.inputValue() },
    exposed: await exposed.isChecked(),
  };
  const next = {
    soil: before.soil === 'clay' ? 'sand' : 'clay',
    browsed: before.browsed === 'voles' ? 'deer' : 'voles',
  };
  await soil.selectOption(next.soil);
  await browsed.selectOption(next.browsed);
  await page.getByText('Exposed to wind', { exact: true }).click();
  release();
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  await expect(undo).toBeEnabled();
  const stands = async (of: { soil: string; browsed: string; exposed: boolean }) => {
    await expect(soil).toHaveValue(of.soil);
    await expect(browsed).toHaveValue(of.browsed);
    await expect(exposed).toBeChecked({ checked: of.exposed });
  };
  await stands({ ...next, exposed: !before.exposed });
  await expect(page.getByText('All saved')).toBeVisible();
  await page.reload();
  await stands({ ...next, exposed: !before.exposed });
});
