import { expect, test } from '@playwright/test';
import { blockPath, plain, readPdf, signIn } from './helpers';

test('a refill is decided at the desk, set on a phone without a signal, and ticks its own task', async ({
  browser,
}) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  const bench = await blockPath(desk, 'North Bench');
  await desk.goto(`${bench}/survival/refill`);
  const big = desk.locator('.comes-to .big');
  const ordered = async () => Number((await big.textContent())!.replace(/\D/g, ''));

  await test.step('more certainty is more trees; what died there is not planted again', async () => {
    await expect(big).toBeVisible();
    const usual = await ordered();
    await expect(
      desk.getByText(/Aspen in “Clay lens”[\s\S]*Pine goes there instead/),
    ).toBeVisible();
    const chance = desk.getByLabel('Chance that they suffice');
    await chance.fill('99');
    await chance.press('Tab');
    await expect.poll(ordered).toBeGreaterThan(usual);
    await desk.goBack();
    await expect.poll(ordered).toBe(usual);
  });

  await test.step('decided, it stands on the order and on the calendar', async () => {
    await desk.getByLabel('Nursery').fill('Upper Bank');
    const soon = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
    await desk.getByLabel('Planted from').fill(soon);
    await desk.getByRole('button', { name: /^Decide: / }).click();
    await expect(desk.getByText(/Refill 1 is on the order, on the calendar/)).toBeVisible();
    await desk.goto(`${bench}/stock/order`);
    await expect(desk.getByText('Upper Bank').first()).toBeVisible();
    await expect(desk.getByText('for refill 1').first()).toBeVisible();
    await desk.goto(`${bench}/calendar`);
    await expect(desk.getByText('Refill 1').first()).toBeVisible();
  });

  await test.step('and on row cards: every place the desk knows of is printed, and no other', async () => {
    await desk.goto(`${bench}/survival/refill`);
    const said = /(\d+) places known/.exec(plain(await desk.locator('main').innerText()))!;
    const sheet = await readPdf(desk, `${bench}/survival/refill/cards.pdf`);
    expect(sheet).toContain('refill 1');
    const species = [...sheet.matchAll(/(\d+) (?:pine|birch|whitebeam|aspen)\b/g)];
    expect(species.reduce((sum, [, trees]) => sum + Number(trees), 0)).toBe(Number(said[1]));
  });

  await test.step('on the phone, row by row, without a signal', async () => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const phone = await context.newPage();
    await signIn(phone, 'planter');
    await phone.goto(`${bench.replace('/blocks/', '/field/')}/refill`);
    await phone.waitForLoadState('networkidle');
    await context.setOffline(true);
    await phone.getByRole('button', { name: 'Row after' }).click();
    await phone.getByRole('button', { name: 'Row after' }).click();
    await expect(phone.getByRole('heading', { name: 'Row 3' })).toBeVisible();
    await expect(phone.getByText(/dead places, by their pegs/)).toBeVisible();
    await phone.getByRole('button', { name: /set ?, Whitebeam/ }).click();
    const first = phone.getByText(/\d Whitebeam set/).first();
    await expect(first).toBeVisible();
    const trees = Number((await first.textContent())!.replace(/\D/g, ''));
    await expect(phone.getByText(new RegExp(`^${trees} of [\\d\\s\u202f]+ set`))).toBeVisible();
    await expect(phone.locator('.wait')).toContainText('1');
    await context.setOffline(false);
    await expect(phone.getByText('All sent')).toBeVisible({ timeout: 20_000 });
    await desk.goto(`${bench}/survival/refill`);
    await expect(desk.getByText(new RegExp(`${trees} of .* places set`))).toBeVisible();
    await phone.getByRole('button', { name: 'Not done after all' }).click();
    await expect(phone.getByText(/^0 of /)).toBeVisible();
    await context.close();
  });

  await test.step('and from paper at the desk, species by species, taken back there', async () => {
    await desk.goto(`${bench}/crew/tally`);
    await desk.getByLabel('Set in').selectOption({ label: 'Dead places, whitebeam' });
    const rows = desk.getByLabel('Rows', { exact: true });
    await rows.fill('9999');
    await expect(desk.getByText('Row 9999: none of refill 1.')).toBeVisible();
    await rows.fill('3');
    const said = desk.getByText(/^row 3: \d+\./);
    const trees = Number(/: (\d+)/.exec((await said.textContent())!)![1]);
    await desk.getByRole('button', { name: 'Enter trees' }).click();
    await expect(
      desk.getByText(new RegExp(`^${trees} trees? of refill 1 of .* in row 3\\.$`)),
    ).toBeVisible();
    await expect(desk.getByRole('cell', { name: `3: ${trees} refilled` })).toBeVisible();
    await rows.fill('3');
    await expect(desk.getByText(/none planned there is left|not set yet/)).toBeVisible();
    await desk
      .getByRole('button', { name: /^Take back / })
      .first()
      .click();
    await expect(desk.getByText(/^Taken back: /)).toBeVisible();
    await expect(desk.getByRole('cell', { name: /refilled/ })).toHaveCount(0);
  });

  await test.step('shared out like any planting; every page has the same left', async () => {
    await desk.goto(`${bench}/survival/refill`);
    const said = /of ([\d\s]+) places set/.exec(plain(await desk.locator('main').innerText()))!;
    const places = said[1].replace(/\D/g, '');
    const figure = (page: string, label: string) =>
      expect
        .poll(async () => {
          const text = plain(await desk.locator('aside').innerText());
          return new RegExp(`${label}\\s+([\\d ]+)`).exec(text)?.[1].replace(/\D/g, '');
        }, page)
        .toBe(places);
    await desk.goto(`${bench}/crew`);
    await figure('crew', 'Left in dead places');
    await desk.getByRole('button', { name: 'Share out the rows' }).click();
    const left = desk.locator('table.ledger tbody tr td:nth-child(3)');
    await expect
      .poll(async () =>
        String(
          (await left.allTextContents()).reduce((sum, n) => sum + Number(n.replace(/\D/g, '')), 0),
        ),
      )
      .toBe(places);
    await desk.goto(`${bench}/crew/today`);
    await figure('today', 'Left to plant');
    await desk.goto(`${bench}/crew/live`);
    await figure('live', 'Left in dead places');
  });

  await test.step('whoever has set all that there was says so, or takes it back', async () => {
    await desk.goto(`${bench}/survival/refill`);
    await desk.getByRole('button', { name: 'That was all of it' }).click();
    await expect(desk.getByText('That was all of it.')).toBeVisible();
    await desk.getByRole('button', { name: 'There is more to set' }).click();
    await expect(desk.getByText(/Rows [\d ,to]+ wait\./)).toBeVisible();
  });
});

test('the season is played again in a worker: what was counted comes out, a cap saves trees', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const bench = await blockPath(page, 'North Bench');
  await page.goto(`${bench}/survival/replay`);
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: /^Play/ }).click();
  await expect(
    page.getByText(/Played again as it was, the season gives what was counted/),
  ).toBeVisible();
  await expect(page.getByText(/Nothing was changed/)).toBeVisible();
  const stock = page.locator('tr', { hasText: 'the stock' });
  const more = async () =>
    Number(
      (await stock.locator('td').nth(2).textContent())!.replace(/[^\d−]/g, '').replace('−', '-'),
    );
  expect(await more()).toBeGreaterThan(100);
  const air = page.getByLabel('Roots in the anchor air at most');
  await air.fill('12');
  await air.press('Tab');
  await page.getByRole('button', { name: /^Play/ }).click();
  await expect(page.getByRole('heading', { name: 'More trees alive' })).toBeVisible();
  const saved = Number((await page.locator('.comes-to .big').textContent())!.replace(/\D/g, ''));
  // The least any lot had is what “without the stock” means: the same trees.
  expect(Math.abs(saved - (await more()))).toBeLessThan(0.05 * saved);
  await page.getByLabel('All of it, in money').fill('1000');
  await expect(page.getByText(/a prevented death/)).toBeVisible();
  // A block that nobody has counted says so, and plays nothing.
  const margin = await blockPath(page, 'Silt Margin');
  await page.goto(`${margin}/survival/replay`);
  await expect(page.getByRole('link', { name: 'count them on the phone' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Play/ })).toHaveCount(0);
});

test('rows are pegged on a phone without a signal, and stand so at the desk', async ({ page }) => {
  await signIn(page, 'leader');
  const haul = await blockPath(page, 'Haul Flat');
  await page.goto(`${haul.replace('/blocks/', '/field/')}/pegs`);
  await page.waitForLoadState('networkidle');
  const left = page.getByText(/rows? left/);
  const before = Number((await left.textContent())!.replace(/\D/g, ''));
  await expect(page.getByText(/along the baseline, first tree/).first()).toBeVisible();
  await page.context().setOffline(true);
  const [first, second] = [0, 1].map((i) => page.getByRole('listitem').nth(i));
  const row = Number(/\d+/.exec((await first.textContent())!)![0]);
  for (const item of [first, second]) await item.getByRole('button', { name: /^Pegged/ }).click();
  await expect(left).toContainText(String(before - 2));
  await second.getByRole('button', { name: /^Pegs gone/ }).click();
  await expect(left).toContainText(String(before - 1));
  await page.context().setOffline(false);
  await expect(page.getByText('All sent')).toBeVisible({ timeout: 20_000 });
  await page.goto(`${haul}/rows`);
  await page.getByRole('tab', { name: 'Setting out' }).click();
  const pegged = page
    .locator('section', { has: page.getByRole('heading', { name: 'Pegged' }) })
    .last();
  await expect(pegged).toContainText('1 of 182 rows stand pegged');
  await pegged.getByLabel('Rows').fill(`${row}-200`);
  await expect(pegged.getByText(/has rows 1 to 182/)).toBeVisible();
  await pegged.getByLabel('Rows').fill(`${row}`);
  await pegged.getByRole('button', { name: 'Pegs are gone' }).click();
  await expect(pegged).toContainText('0 of 182 rows stand pegged');
});

test('rows are weeded on the phone, a probe and a gauge correct the balance, a counter’s file becomes tallies', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const ridge = await blockPath(page, 'Ridge Screen');
  const bench = await blockPath(page, 'North Bench');
  await page.goto(`${bench.replace('/blocks/', '/field/')}/care`);
  await page.waitForLoadState('networkidle');
  const left = page.getByText(/rows? left/);
  const before = Number((await left.textContent())!.replace(/\D/g, ''));
  await page.getByRole('button', { name: /^Done/ }).first().click();
  await expect(left).toContainText(String(before - 1));
  await expect(page.getByText('All sent')).toBeVisible();
  await page.goto(`${bench}/tending`);
  await expect(page.locator('tr', { hasText: 'Weeds cleared' })).toBeVisible();

  await page.goto(`${ridge}/tending/water`);
  await page.waitForLoadState('networkidle');
  await expect(page.getByText(/the probe of .* found/)).toBeVisible();
  await page.getByLabel('Water in the soil').fill('14,5');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByText(/14\.5 % water/)).toBeVisible();
  await page.getByLabel('Instrument', { exact: true }).selectOption('gauge');
  await page.getByLabel('The instrument’s file').setInputFiles({
    name: 'gauge.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('date;wind\n2026-01-01;3'),
  });
  await expect(page.getByText(/a column|are needed\. Found: date, wind/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).first().click();
  await expect(page.getByText(/14\.5 % water/)).toHaveCount(0);

  const haul = await blockPath(page, 'Haul Flat');
  await page.goto(`${haul}/crew/machine`);
  await page.waitForLoadState('networkidle');
  const file = (text: string) =>
    page.getByLabel('A counter’s file').setInputFiles({
      name: 'counter.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
  await file('0;0\n1;1\n2;90');
  await expect(page.getByText(/line 3/i)).toBeVisible();
  // Three marks, a stop for a stone, two more: all of one row, on the counter's own day.
  const day = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
  const at = (second: number) =>
    `${day} 09:0${Math.floor(second / 60)}:${second % 60 < 10 ? 0 : ''}${second % 60}`;
  const dated = ['time;count', ...[0, 2, 4, 60, 62].map((s, i) => `${at(s)};${i + 1}`)].join('\n');
  await file(dated);
  await expect(page.getByLabel('Happened at')).toHaveValue(`${day}T09:00`);
  // The day of one file is none of the next one's.
  await file('0;1\n2;2');
  await expect(page.getByText('Say when the counter was switched on.')).toBeVisible();
  await file(dated);
  await expect(page.getByRole('button', { name: 'Enter 5 trees' })).toBeDisabled();
  await page.getByLabel('Who sat there').selectOption({ label: 'Planter 7' });
  await expect(page.getByLabel('Happened at')).toHaveValue(`${day}T09:00`);
  const first = page.getByLabel('Row of stretch 1');
  const second = page.getByLabel('Row of stretch 2');
  expect(await second.inputValue()).toBe(await first.inputValue());
  await second.selectOption({ index: 3 });
  await expect(first).not.toHaveValue(await second.inputValue());
  await page.getByRole('button', { name: 'Enter 5 trees' }).click();
  await expect(page.getByText('5 trees entered from counter.csv.')).toBeVisible();
});
