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

  await test.step('two riders have rows in turn: the machine draws the line, nobody else', async () => {
    await expect(page.getByText(/^\S+ \+ \S+$/).first()).toBeVisible();
    await expect(page.getByRole('slider', { name: /^Boundary between/ })).toHaveCount(0);
  });

  await test.step('with one seat rows lie side by side', async () => {
    await page.goto(`${haul}/crew/machine`);
    await page.getByLabel('Seats').selectOption('1');
    await expect(page.getByRole('heading', { name: /, one seat, turns/ })).toBeVisible();
    await expect(page.getByText('All saved').first()).toBeVisible();
    await page.goto(`${haul}/crew`);
    // What is drawn at once is saved a moment later: whoever goes on before reads the rows as they were.
    const saved = page.waitForResponse(/\/do\/crew\.share/);
    await page.getByRole('button', { name: 'Share out the rows' }).click();
    await saved;
    // Riders in turn have more stretches of rows than are written out; whoever drives alone has one.
    await expect(page.getByRole('cell', { name: /and more$/ })).toHaveCount(0);
    await expect(page.getByRole('cell', { name: / to \d+$/ })).not.toHaveCount(0);
    await page.goto(`${haul}/crew/today`);
  });

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

  await test.step('a smaller bin means more walking; one more place for boxes less', async () => {
    const carried = async () => {
      const text = await page
        .locator('.figure', { hasText: 'Carried to bins' })
        .locator('.value')
        .textContent();
      return Number.parseFloat(text!.replace(/\s/g, '')) * (text!.includes('km') ? 1000 : 1);
    };
    await expect(page.getByText(/cache [AB]: /).first()).toBeVisible();
    const usual = await carried();
    await page.goto(`${haul}/crew/machine`);
    const bin = page.getByLabel('A bin holds');
    await bin.fill('60');
    await bin.press('Tab');
    await expect(page.getByText(/they hold 60 a seat/)).toBeVisible();
    await page.goto(`${haul}/stock/carry`);
    await expect(page.getByText(/bins of 60 trees a seat/)).toBeVisible();
    await page.goto(`${haul}/crew/today`);
    // The bin is one, for the machine, the load and the day.
    await expect.poll(carried).toBeGreaterThan(usual);
    const before = await carried();
    const places = page.getByLabel('Places for boxes');
    await places.fill('6');
    await places.press('Tab');
    await expect.poll(carried).not.toBe(before);
    await places.fill('0');
    await places.press('Tab');
    await expect(places).toHaveAttribute('aria-invalid', 'true');
  });

  await test.step('with two seats again an odd rider has no row; in pairs all rows are shared', async () => {
    await page.goto(`${haul}/crew/machine`);
    await page.getByLabel('Seats').selectOption('2');
    await expect(page.getByRole('heading', { name: /, two seats, turns/ })).toBeVisible();
    await expect(page.getByText('All saved').first()).toBeVisible();
    await page.goto(`${haul}/crew`);
    const share = page.getByRole('button', { name: 'Share out the rows' });
    const odd = page.getByText(/takes riders in pairs; \d is|takes riders in pairs; \d are/);
    const pairs = page.getByText(/left\s+Planter \d+,\s+right\s+Planter \d+/);
    await expect(odd.or(pairs)).toBeVisible();
    const oneLess = (until: typeof odd) =>
      expect(async () => {
        const ticked = page.locator('.planter', { has: page.locator('input:checked') });
        if (!(await until.isVisible())) await ticked.last().locator('label').click();
        await expect(until).toBeVisible({ timeout: 1000 });
      }).toPass();
    await oneLess(odd);
    await expect(share).toBeDisabled();
    await oneLess(pairs);
    await share.click();
    await expect(page.getByRole('cell', { name: /^\d+.*and more$/ }).first()).toBeVisible();
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

test('the machine: passes by seat, a trial that sets the wheel, and whether it pays', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const haul = await blockPath(page, 'Haul Flat');
  await page.goto(`${haul}/crew/machine`);
  await expect(
    page.getByRole('heading', { name: /two seats, turns no tighter than/ }),
  ).toBeVisible();

  await test.step('a pass shows both seats; by keyboard the one after it', async () => {
    const heading = page.getByRole('heading', { name: /^Load for pass/ });
    const first = await heading.textContent();
    await page.getByRole('button', { name: 'Pass after' }).click();
    await expect(heading).not.toHaveText(first!);
    await expect(page.locator('.load')).toHaveCount(2);
    const other = page.getByRole('button', { name: /^Pass \d+, rows/ }).nth(2);
    await other.focus();
    await page.keyboard.press('Enter');
    await expect(other).toHaveAttribute('aria-pressed', 'true');
  });

  await test.step('what the machine does not cross is said, with the rows that it cuts', async () => {
    await expect(page.getByText(/^weighbridge cuts \d+ rows/i)).toBeVisible();
  });

  await test.step('one seat makes twice the passes, but for those that have one row anyway', async () => {
    const many = async () =>
      Number(
        /of (\d+),/.exec((await page.getByRole('heading', { name: /^Passes/ }).textContent())!)![1],
      );
    const two = await many();
    await page.getByLabel('Seats').selectOption('1');
    await expect.poll(many).toBeGreaterThan(1.9 * two);
    await page.getByLabel('Seats').selectOption('2');
    await expect.poll(many).toBe(two);
  });

  await test.step('a trial: too few gaps are said, ten set slip and marks', async () => {
    const gaps = page.getByLabel(/^Gaps, m/);
    await gaps.fill('2.08 2,06');
    await expect(page.getByRole('alert')).toContainText('three are the least');
    await gaps.fill('2.08 2,06 2.1 2.08 2.07 2.09 2.08 2.08 2.08');
    await expect(page.getByText('Enough trees to know the gap.')).toBeVisible();
    await expect(page.getByText(/slip 4\.0 %/)).toBeVisible();
    await page.getByLabel(/^Depths, cm/).fill('0 1 9 0');
    await expect(page.getByText(/Out of what the method allows: tree 3\./)).toBeVisible();
    await page.getByRole('button', { name: 'Keep this slip, marks set anew' }).click();
    await expect(page.getByText(/trees a minute\s+and seat, 2\.00? m apart/)).toBeVisible();
  });

  await test.step('faster than a rider keeps up is said; dear machines pay later', async () => {
    const speed = page.getByLabel('Planting speed');
    await speed.fill('4');
    await speed.press('Tab');
    await expect(page.getByText(/A rider keeps up about 12/)).toBeVisible();
    const from = page.locator('.figure', { hasText: 'The machine pays from' }).locator('.value');
    const before = await from.textContent();
    const cost = page
      .getByLabel('The machine’s hour costs')
      .or(page.getByLabel("The machine's hour costs"));
    await cost.fill('200');
    await cost.press('Tab');
    await expect(from).not.toHaveText(before!);
  });
});
