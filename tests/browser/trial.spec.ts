import { expect, test } from '@playwright/test';
import Papa from 'papaparse';
import { plain, signIn, keptForField } from './helpers';

test('a trial: laid out, released, and on a phone without a signal no tree goes in at another’s spot', async ({
  browser,
}) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  let block = '';

  await test.step('a small field by tape, two treatments in complete blocks', async () => {
    await desk.goto('/blocks/new');
    await desk.getByRole('tab', { name: 'Sides' }).click();
    await desk.getByLabel('Where the first corner lies').fill('51.72, 11.62');
    await desk.getByLabel('First side', { exact: true }).fill('60 m');
    await desk.getByLabel('First side', { exact: true }).press('Enter');
    await desk.getByLabel('Name of the block').fill('Trial Strip');
    await desk.getByRole('button', { name: 'Make the block' }).click();
    await desk.waitForURL(/\/blocks\/[^/]+\/ground/);
    block = new URL(desk.url()).pathname.replace(/\/ground$/, '');
    await desk.goto(`${block}/rows`);
    await desk.locator('.scroller').waitFor();
    await desk.getByRole('tab', { name: 'Species' }).click();
    await desk.getByRole('combobox', { name: 'Arranged' }).selectOption('trial');
    await expect(desk.getByText('A trial compares at least two treatments')).toBeVisible();
    await desk.getByLabel('Alder', { exact: true }).fill('50');
    await desk.getByLabel('Alder', { exact: true }).press('Tab');
    await desk.getByLabel('Add a species').selectOption({ label: 'Birch' });
    await expect(desk.getByText(/complete blocks of 2 treatments/)).toBeVisible();
    // The field asks for the next species, and not for nothing.
    await expect(desk.getByLabel('Add a species')).toHaveValue('');
    await desk.getByRole('button', { name: 'Save as a version' }).click();
    await desk.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click();
    await desk.getByRole('button', { name: 'Release', exact: true }).click();
    await desk.getByRole('dialog').getByRole('button', { name: 'Release' }).click();
    await expect(desk.getByText('with the crew').first()).toBeVisible();
  });

  const tags = await test.step('its tags as a file', async () => {
    await desk.reload();
    const href = await desk.locator('a[href$="/tags.csv"]').first().getAttribute('href');
    const text = await (await desk.request.get(href!)).text();
    return Papa.parse<Record<'tag' | 'row' | 'peg' | 'treatment', string>>(text, {
      header: true,
      skipEmptyLines: true,
    }).data;
  });
  const [here] = tags;
  const other = tags.find(({ treatment }) => treatment !== here.treatment)!;

  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await context.newPage();
  await signIn(phone, 'leader');
  await phone.goto(`${block.replace('/blocks/', '/field/')}/tags`);
  await keptForField(phone);
  await phone.reload();
  await phone.waitForFunction(async () => Boolean(await caches.match(location.href)));
  await context.setOffline(true);
  const spot = phone.getByLabel('Code at the spot');
  const tree = phone.getByLabel('Tag on the tree');
  const checked = async () =>
    Number(/(\d+) of \d+ spots checked/.exec(plain(await phone.locator('main').innerText()))![1]);

  await test.step('the wrong tree is said before it goes in, with where it belongs', async () => {
    await spot.fill(here.tag.toLowerCase());
    await tree.fill(other.tag);
    await expect(phone.getByRole('alert')).toContainText(
      `Wrong tree. It belongs to row ${other.row}, peg ${other.peg}`,
    );
    await expect(phone.getByRole('alert')).toContainText(here.treatment);
    await phone.getByRole('button', { name: 'Read again' }).click();
    expect(await checked()).toBe(0);
  });

  await test.step('a code of nothing is said; the right pair counts, and outlives a reload', async () => {
    await spot.fill('99-ZZ');
    await tree.fill(here.tag);
    await expect(phone.getByRole('alert')).toContainText('No spot of this trial is called');
    await phone.getByRole('button', { name: 'Read again' }).click();
    await spot.fill(here.tag);
    await tree.fill(here.tag);
    await expect(phone.getByRole('alert')).toContainText(`Right: row ${here.row}, peg ${here.peg}`);
    await phone.getByRole('button', { name: 'Set, next' }).click();
    expect(await checked()).toBe(1);
    await phone.reload();
    await expect.poll(checked).toBe(1);
  });
  await context.close();
});
