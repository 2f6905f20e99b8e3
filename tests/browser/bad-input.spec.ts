import { expect, test } from '@playwright/test';
import { asFile, blockPath, open, PADDOCK, signIn } from './helpers';

const ring = PADDOCK.geometry.coordinates[0];
const polygon = (coordinates: number[][]) =>
  JSON.stringify({ type: 'Polygon', coordinates: [coordinates] });

test('a bad boundary file gets a sentence and makes no block', async ({ page }) => {
  await signIn(page, 'leader');
  await page.goto('/blocks/new');
  const cases: [string, string, RegExp][] = [
    ['empty.geojson', '', /file is empty/],
    ['cut.geojson', polygon(ring).slice(0, 60), /not whole GeoJSON/],
    ['open.geojson', polygon(ring.slice(0, -1)), /does not close/],
    ['bow.geojson', polygon([ring[0], ring[2], ring[1], ring[4], ring[0]]), /crosses itself/],
    ['swapped.geojson', polygon(ring.map(([x, y]) => [y, x])), /swapped/],
    ['metres.csv', 'easting,northing\n640000,5712000\n640200,5712000\n640200,5712300', /UTM zone/],
    [
      'vast.geojson',
      polygon([
        [11, 51],
        [12, 51],
        [12, 52],
        [11, 51],
      ]),
      /at most 10.000 ha/,
    ],
    [
      'tiny.geojson',
      polygon([
        [11, 51],
        [11.00001, 51],
        [11.00001, 51.00001],
        [11, 51],
      ]),
      /at least 10 m²/,
    ],
  ];
  for (const [name, text, sentence] of cases) {
    await page.getByLabel('Drop a boundary file').setInputFiles(asFile(name, text));
    await expect(page.getByRole('alert'), name).toContainText(sentence);
    await expect(page.getByRole('button', { name: 'Make the block' })).toBeDisabled();
  }
  await page.getByLabel('Drop a boundary file').evaluate((input: HTMLInputElement) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(200 * 1024 * 1024)], 'huge.geojson'));
    input.files = transfer.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(page.getByRole('alert')).toContainText('at most 20 MB');
  await page.getByLabel('UTM zone').fill('32N');
  await page.getByLabel('Drop a boundary file').setInputFiles(asFile('metres.csv', cases[5][1]));
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(page.locator('.big')).toHaveText(/3\.0\d ha/);
});

test('a 200 MB upload, a broken body and a foreign origin are turned away by the server', async ({
  page,
  baseURL,
}) => {
  await signIn(page, 'leader');
  const cookie = (await page.context().cookies())
    .map(({ name, value }) => `${name}=${value}`)
    .join('; ');
  const post = (body: BodyInit, origin = baseURL!) =>
    fetch(`${baseURL}/do/ground.create`, {
      method: 'POST',
      body,
      headers: { cookie, origin, 'content-type': 'application/json' },
    }).then(
      (r) => r.status,
      () => 413,
    );
  expect([400, 413]).toContain(await post(new Uint8Array(200 * 1024 * 1024)));
  expect(await post('{"half":')).toBe(400);
  expect(await post('{}', 'http://elsewhere.example')).toBe(403);
  const bare = await fetch(`${baseURL}/do/ground.create`, {
    method: 'POST',
    body: '{}',
    headers: { origin: baseURL!, 'content-type': 'application/json' },
  });
  expect(bare.status).toBe(401);
});

test('spacing, setback and mix that cannot be are told at the field', async ({ page }) => {
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Rows');
  const inRow = page.getByRole('textbox', { name: 'In the row' });
  for (const wrong of ['0', '-2', 'wide', '900 m']) {
    await inRow.fill(wrong);
    await inRow.press('Enter');
    await expect(page.locator('.decide .bx--form-requirement').first()).toContainText(
      /is accepted|not a length/,
    );
  }
  await inRow.fill('8ft');
  await inRow.press('Enter');
  await expect(inRow).toHaveValue('2.44 m');
  await open(page, 'Silt Margin', 'Ground').catch(() => {});
});

test('a viewer sees and cannot change; a stranger’s block is not found', async ({
  page,
  baseURL,
}) => {
  await signIn(page, 'viewer');
  await open(page, 'Haul Flat', 'Rows');
  await expect(page.getByRole('button', { name: 'Save as a version' })).toHaveCount(0);
  const answer = await page.request.post(`${baseURL}/do/calendar.plantingDay`, {
    headers: { origin: baseURL! },
    data: { blockId: page.url().split('/')[4], day: '2027-01-01' },
  });
  expect(answer.status()).toBe(403);
  await page.goto('/blocks/0191f405-0530-7a67-832f-000000000000/ground');
  await expect(page.getByText('There is no such block among yours.')).toBeVisible();
});

test('an emptied field never shows less than what holds: it comes back, or what it held is gone', async ({
  browser,
}) => {
  const desk = await (await browser.newContext()).newPage();
  await signIn(desk, 'leader');
  const flat = await blockPath(desk, 'Haul Flat');
  await test.step('a bin holds something, whatever is wiped out', async () => {
    await desk.goto(`${flat}/crew/machine`);
    const bin = desk.getByLabel('A bin holds');
    const before = await bin.inputValue();
    await bin.fill('');
    await bin.press('Tab');
    await expect(bin).toHaveValue(before);
    await expect(bin).toHaveAttribute('aria-invalid', 'false');
  });

  await test.step('on a walk a peg that was taken out again is not in what is kept', async () => {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const phone = await context.newPage();
    await signIn(phone, 'checker');
    await phone.goto(`${flat.replace('/blocks/', '/field/')}/visit`);
    await phone.getByRole('checkbox').uncheck();
    const [row, peg] = [phone.getByLabel('From row'), phone.getByLabel('Peg, if one tree')];
    await row.fill('7');
    await peg.fill('12');
    await peg.press('Tab');
    await peg.fill('');
    await peg.press('Tab');
    await expect(peg).toHaveValue('');
    const browse = phone.getByRole('button', { name: /browse/i }).first();
    // What cannot be is said before it is kept: the server may be days away.
    await peg.fill('9999');
    await peg.press('Tab');
    await expect(phone.getByText(/^Row 7 has \d+ pegs?; there is no peg 9.?999\.$/)).toBeVisible();
    await expect(browse).toBeDisabled();
    await peg.fill('');
    await peg.press('Tab');
    const trees = phone.getByLabel(/^Trees/);
    await trees.fill('many');
    await trees.press('Tab');
    await browse.click();
    await expect(phone.getByText(/^Kept/)).toHaveCount(0);
    await expect(trees).toBeFocused();
    await trees.fill('');
    await trees.press('Tab');
    const sent = phone.waitForRequest((request) => request.url().endsWith('/do/tending.seen'));
    await browse.click();
    const payload = (await sent).postDataJSON() as { fromRow: number; peg: number | null };
    expect([payload.fromRow, payload.peg]).toEqual([7, null]);
    await phone
      .getByRole('button', { name: /undo|back/i })
      .last()
      .click();
    await context.close();
  });
});

test('what could not be read is mended before anything is sent', async ({ page }) => {
  await signIn(page, 'leader');
  await page.goto(`${await blockPath(page, 'North Bench')}/calendar/spraying`);
  const wind = page.getByLabel('Wind, km/h');
  const lines = page.getByRole('button', { name: /^Cancel/ });
  const before = await lines.count();
  await page.getByLabel('Lot number on the can').fill('L-404');
  await wind.fill('a breeze');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'a breeze' })).toBeVisible();
  await expect(wind).toBeFocused();
  await expect(wind).toHaveValue('a breeze');
  await expect(lines).toHaveCount(before);
  await wind.fill('7');
  await page.getByRole('button', { name: 'Enter it' }).click();
  await expect(page.getByText('L-404')).toBeVisible();
  await expect(lines).toHaveCount(before + 1);
  // What was sprayed ticks off work; later tests find it as it was.
  await page
    .getByRole('row', { name: /L-404/ })
    .getByRole('button', { name: /^Cancel/ })
    .click();
  await expect(lines).toHaveCount(before);
});

test('a long file is read beside the page: it is stopped, or comes in whole, a piece at a time', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await page.goto(`${await blockPath(page, 'Silt Margin')}/calendar/windows`);
  await page.waitForLoadState('networkidle');
  const hours = (count: number) =>
    [
      'time,temp C,humidity %,wind m/s',
      ...Array.from({ length: count }, (_, hour) => {
        const at = new Date(Date.UTC(2019, 0, 1, hour)).toISOString().slice(0, 16);
        return `${at.replace('T', ' ')},${(5 + Math.sin(hour)).toFixed(1)},80,3`;
      }),
    ].join('\n');
  const drop = page.getByLabel('Bring the station’s file');
  await drop.setInputFiles(asFile('years.csv', hours(90_000)));
  await expect(page.getByText('Reading years.csv …')).toBeVisible();
  // The page goes on meanwhile: a press is answered, or this would wait for the file's end.
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('nothing of the file was taken over');
  await expect(page.getByText('Reading years.csv …')).toHaveCount(0);

  // What comes in goes in pieces, so that nobody at the server waits for a season; nothing of it is kept here.
  const pieces: number[] = [];
  await page.route('**/do/calendar.hours', async (route) => {
    pieces.push((JSON.parse(route.request().postData()!) as { hours: unknown[] }).hours.length);
    await route.fulfill({ json: { ok: true } });
  });
  await drop.setInputFiles(asFile('days.csv', hours(3000)));
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText(/3.000 station readings, .* taken over/)).toBeVisible();
  expect(pieces.every((rows) => rows <= 2000)).toBe(true);
  expect(pieces.reduce((sum, rows) => sum + rows, 0)).toBe(3000);
});
