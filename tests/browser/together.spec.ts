import { expect, test, type Browser, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { blockPath, open, signIn } from './helpers';

async function asLeader(browser: Browser): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, 'leader');
  return page;
}

test('two leaders change the same: the second sees what the first saved and decides', async ({
  browser,
}) => {
  const [first, second] = [await asLeader(browser), await asLeader(browser)];
  for (const page of [first, second]) await open(page, 'Haul Flat', 'Crew');
  const rate = (page: Page) => page.getByLabel(/^Rate of /).first();
  await rate(first).fill('710');
  await rate(first).press('Enter');
  await expect(async () => {
    await first.reload();
    await expect(rate(first)).toHaveValue('710', { timeout: 1000 });
  }).toPass();
  await rate(second).fill('820');
  await rate(second).press('Enter');
  const dialog = second.getByRole('dialog');
  await expect(dialog).toContainText('Somebody else has saved this meanwhile');
  await expect(dialog).toContainText('710');
  await expect(dialog).toContainText('820');
  await dialog.getByRole('button', { name: 'Take theirs' }).click();
  await second.reload();
  await expect(rate(second)).toHaveValue('710');
  // And the other way round, mine stands.
  await rate(first).fill('730');
  await rate(first).press('Enter');
  await expect(async () => {
    await first.reload();
    await expect(rate(first)).toHaveValue('730', { timeout: 1000 });
  }).toPass();
  await rate(second).fill('840');
  await rate(second).press('Enter');
  await dialog.getByRole('button', { name: 'Keep mine where both changed it' }).click();
  await expect(async () => {
    await first.reload();
    await expect(rate(first)).toHaveValue('840', { timeout: 1000 });
  }).toPass();
});

test('an entry that does not fit any more stays on the phone, is handed over and entered by the leader', async ({
  browser,
}) => {
  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  ).newPage();
  await signIn(phone, 'planter');
  await phone.goto('/field');
  await phone.getByRole('link', { name: /Haul Flat/ }).click();
  await expect(phone.getByText('All sent')).toBeVisible();
  // No signal where the planter stands.
  await phone.route('**/do/**', (route) => route.abort());
  const asked = phone.waitForRequest('**/do/crew.tally');
  await phone.getByRole('button', { name: '+10', exact: true }).tap();
  const entry = (await asked).postDataJSON() as { layoutId: string; row: number };

  // Meanwhile the row is filled by somebody else.
  const leader = await asLeader(browser);
  await open(leader, 'Haul Flat', 'Crew');
  const fill = (row: number, count: number) =>
    leader.request.post('/do/crew.tally', {
      headers: { origin: new URL(leader.url()).origin },
      data: { ...entry, id: uuid(), at: new Date().toISOString(), row, count },
    });
  const { said } = await (await fill(entry.row, 100_000)).json();
  const { places, planted } = said.figures as { places: number; planted: number };
  expect((await fill(entry.row, places - planted)).ok()).toBe(true);

  await phone.unroute('**/do/**');
  await phone.evaluate(() => window.dispatchEvent(new Event('online')));
  const refused = phone.getByRole('region', { name: 'An entry that was not taken' });
  await expect(refused).toContainText(`Row ${entry.row}, 10 planted`, { timeout: 20_000 });
  await phone.reload();
  await expect(refused).toContainText(`${places} places`);
  await refused.getByLabel('A word for the leader').fill('Stood in the next row');
  await refused.getByRole('button', { name: 'Hand it to the leader' }).tap();
  await expect(refused).toHaveCount(0);
  await expect(phone.getByText('All sent')).toBeVisible({ timeout: 20_000 });

  await leader.goto('/');
  await expect(leader.getByText(/handed/i).first()).toBeVisible();
  await open(leader, 'Haul Flat', 'Crew');
  const handed = leader.getByRole('region', { name: /^Handed over by/ });
  await expect(handed).toContainText('Stood in the next row');
  await handed.getByLabel('Row').fill('180');
  await handed.getByLabel('Row').press('Tab');
  await handed.getByRole('button', { name: 'Enter it so' }).click();
  await expect(handed).toHaveCount(0);
  const after = await (await fill(180, 100_000)).json();
  expect(after.said.figures.planted).toBe(10);
});

test('what somebody saves while a form is open is not written over by it', async ({ browser }) => {
  const [first, second] = [await asLeader(browser), await asLeader(browser)];
  for (const page of [first, second]) {
    await open(page, 'Haul Flat', 'Stock');
    await page.locator('.ledger .link-button').first().click();
    await page.getByRole('button', { name: 'Change the lot' }).click();
  }
  const dialog = (page: Page) => page.getByRole('dialog');
  const save = (page: Page) => dialog(page).getByRole('button', { name: 'Save', exact: true });
  await dialog(second).getByLabel('Seed lot').fill('S-204');
  await dialog(first).getByLabel('Nursery', { exact: true }).fill('Lower Mill Nursery');
  await save(first).click();
  await expect(dialog(first)).toHaveCount(0);
  // The page around the open form is read anew, as it is every minute.
  const read = second.waitForResponse(/stock\/__data\.json/);
  await second.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await read;
  await expect(dialog(second)).toHaveCount(1);
  await save(second).click();
  const asked = second.getByRole('dialog').filter({ hasText: 'Lower Mill Nursery' });
  await expect(asked).toContainText('Somebody else has saved this meanwhile');
  await asked.getByRole('button', { name: 'Keep both' }).click();
  await expect(second.getByRole('dialog')).toHaveCount(0);
  await second.getByRole('button', { name: 'Change the lot' }).click();
  await expect(dialog(second).getByLabel('Nursery', { exact: true })).toHaveValue(
    'Lower Mill Nursery',
  );
  await expect(dialog(second).getByLabel('Seed lot')).toHaveValue('S-204');
});

test('a page where nothing was changed shows what somebody else saved, and goes on from there', async ({
  browser,
}) => {
  const [first, second] = [await asLeader(browser), await asLeader(browser)];
  const moisture = (page: Page) => page.getByRole('combobox', { name: 'Moisture' });
  for (const page of [first, second]) {
    await open(page, 'Spoil Knoll', 'Ground');
    await page.getByRole('link', { name: 'Method of this block' }).click();
  }
  const was = await moisture(first).inputValue();
  const save = (page: Page) => page.getByRole('button', { name: 'Save the method' });
  await moisture(first).selectOption(was === 'wet' ? 'dry' : 'wet');
  await save(first).click();
  await expect(save(first)).toBeDisabled();
  await second.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await expect(moisture(second)).toHaveValue(was === 'wet' ? 'dry' : 'wet');
  await expect(save(second)).toBeDisabled();
  await moisture(second).selectOption('fresh');
  await save(second).click();
  await expect(save(second)).toBeDisabled();
  await expect(second.getByRole('dialog')).toHaveCount(0);
});

test('two leaders pass rows on at once: both see it, and either way of sharing out can be taken back', async ({
  browser,
}) => {
  const [first, second] = [await asLeader(browser), await asLeader(browser)];
  const block = await blockPath(first, 'Haul Flat');
  await first.goto(`${block}/crew/machine`);
  await first.getByLabel('Seats').selectOption('1');
  await expect(first.getByRole('heading', { name: /, one seat, turns/ })).toBeVisible();
  await expect(first.getByText('All saved').first()).toBeVisible();
  await first.goto(`${block}/crew`);
  const shared = first.waitForResponse('**/do/crew.share');
  await first.getByRole('button', { name: 'Share out the rows' }).click();
  expect((await shared).ok()).toBe(true);
  for (const page of [first, second]) await page.goto(`${block}/crew/today`);
  const boundary = (page: Page) => page.getByRole('slider', { name: /^Boundary between/ });
  const at = async (page: Page, which: 'first' | 'last') =>
    Number(await boundary(page)[which]().getAttribute('aria-valuenow'));
  await expect(boundary(second)).not.toHaveCount(0);
  const [left, right] = [await at(first, 'first'), await at(first, 'last')];
  const pass = async (page: Page, which: 'first' | 'last') => {
    await boundary(page)[which]().focus();
    await page.keyboard.press('ArrowRight');
    // What stands on the page stands there before it is kept: the other may only come after it.
    const answered = page.waitForResponse('**/do/crew.assign');
    await page.getByRole('button', { name: 'Keep these rows' }).click();
    await answered;
  };
  const stands = async (page: Page, one: number, other: number) => {
    await expect(boundary(page).first()).toHaveAttribute('aria-valuenow', String(one));
    await expect(boundary(page).last()).toHaveAttribute('aria-valuenow', String(other));
  };
  await pass(first, 'first');
  await stands(first, left + 1, right);
  await pass(second, 'last');
  const asked = second.getByRole('dialog');
  await expect(asked).toContainText('They changed something else than you did');
  await expect(asked.getByRole('row', { name: new RegExp(`Rows, ${left + 1} `) })).toContainText(
    /Planter \d+.*Planter \d+/,
  );
  await asked.getByRole('button', { name: 'Keep both' }).click();
  await expect(asked).toHaveCount(0);
  await stands(second, left + 1, right + 1);
  await expect(second.getByRole('button', { name: 'As they were before' })).toHaveCount(0);
  // The first has not looked since: nothing is shared out over what the second kept.
  await first.getByRole('button', { name: 'Share again from here' }).click();
  await expect(first.getByRole('alert')).toContainText('Somebody else shared out rows meanwhile');
  await stands(first, left + 1, right + 1);
  await first.getByRole('button', { name: 'Share again from here' }).click();
  await first.getByRole('button', { name: 'As they were before' }).click();
  await expect(first.getByRole('button', { name: 'As they were before' })).toHaveCount(0);
  await first.reload();
  await stands(first, left + 1, right + 1);
});

test('typing is there again after the session ended in the middle of it', async ({ browser }) => {
  const page = await asLeader(browser);
  await open(page, 'Haul Flat', 'Crew');
  const rate = page.getByLabel(/^Rate of /).last();
  await page.context().clearCookies();
  await rate.fill('655');
  await rate.press('Enter');
  const again = page.getByRole('dialog');
  await expect(again).toBeVisible();
  await again.getByLabel('Password', { exact: true }).fill('farrow-pit-demo');
  await again.getByRole('button', { name: /Sign in/ }).click();
  await expect(again).toBeHidden();
  await expect(async () => {
    await page.reload();
    await expect(rate).toHaveValue('655', { timeout: 1000 });
  }).toPass();
});
