import { expect, test, type Locator, type Page } from '@playwright/test';
import {
  asFile,
  blockPath,
  expectAccessible,
  goTo,
  numberIn,
  open,
  settledText,
  signIn,
} from './helpers';

/** A made-up field that slopes south, 200 m by 150 m, and its heights. */
const WEST = 11.47;
const SOUTH = 51.6;
const CORNERS = [
  [WEST, SOUTH],
  [WEST + 0.0029, SOUTH],
  [WEST + 0.0029, SOUTH + 0.00135],
  [WEST, SOUTH + 0.00135],
  [WEST, SOUTH],
];
const FIELD = {
  type: 'Feature',
  properties: { name: 'South Slope' },
  geometry: { type: 'Polygon', coordinates: [CORNERS] },
};

/** Heights every ten metres or so in degrees, falling southwards with a swell. */
function heights(): string {
  const [columns, rows, cell] = [45, 30, 0.0001];
  const values: string[] = [];
  for (let row = rows - 1; row >= 0; row--)
    for (let column = 0; column < columns; column++)
      values.push((150 + 0.9 * row + 1.2 * Math.sin(column / 7)).toFixed(2));
  return `ncols ${columns}\nnrows ${rows}\nxllcorner ${WEST - 0.0008}\nyllcorner ${SOUTH - 0.0008}\ncellsize ${cell}\nNODATA_value -9999\n${values.join(' ')}`;
}

async function makeField(page: Page): Promise<void> {
  await page.goto('/blocks/new');
  await page
    .getByLabel('Drop a boundary file')
    .setInputFiles(asFile('south-slope.geojson', JSON.stringify(FIELD)));
  await expect(page.getByLabel('Name of the block')).toHaveValue('South Slope');
  await page.getByRole('button', { name: 'Make the block' }).click();
  await page.waitForURL(/\/ground$/);
  await expect(page.locator('.big')).toHaveText(/2\.9\d ha/);
}
const planBox = async (page: Page) => (await page.getByRole('application').boundingBox())!;

test('the boundary is edited by mouse and by keyboard, undone, split and exported', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await signIn(page, 'leader');
  await makeField(page);
  const whole = await settledText(page, '.big');
  await page.getByRole('tab', { name: 'Edge' }).click();

  await test.step('a corner dragged on the plan', async () => {
    await page.getByRole('button', { name: 'Move on the plan' }).click();
    const plan = await planBox(page);
    // The plan fits the block between paddings of 40, 52, 58 and 56 pixels; so its corners are known.
    const [width, height] = [200.5, 150.2];
    const resolution = Math.max(width / (plan.width - 108), height / (plan.height - 98));
    const x = plan.x + 56 + (plan.width - 108) / 2 + width / 2 / resolution;
    const y = plan.y + 40 + (plan.height - 98) / 2 - height / 2 / resolution;
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 40, y + 30, { steps: 6 });
    await page.mouse.up();
    await expect(page.locator('.big')).not.toHaveText(whole!);
    await page.keyboard.press('Control+z');
    await expect(page.locator('.big')).toHaveText(whole!);
    await page.getByRole('button', { name: 'Done moving' }).click();
  });

  await test.step('a corner moved by arrow keys, by a leg and by degrees', async () => {
    const nudge = page.getByRole('button', { name: /Arrow keys here/ });
    await nudge.focus();
    for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowLeft');
    await expect(page.locator('.big')).not.toHaveText(whole!);
    const moved = await settledText(page, '.big');
    await page.getByRole('button', { name: 'Corner after', exact: true }).click();
    await page.getByLabel('Bearing and distance from the corner before').fill('N 88° E 150 m');
    await page.getByLabel('Bearing and distance from the corner before').press('Enter');
    await expect(page.getByLabel('Bearing and distance from the corner before')).toHaveValue(
      /N 88\.0° E 150\.00 m/,
    );
    await expect(page.locator('.big')).not.toHaveText(moved!);
    await page.getByLabel('Bearing and distance from the corner before').fill('over there');
    await page.getByLabel('Bearing and distance from the corner before').press('Enter');
    await expect(page.getByRole('alert')).toContainText('is no bearing and distance');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.locator('.big')).toHaveText(moved!);
    // Twenty presses of an arrow are one step back.
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.locator('.big')).toHaveText(whole!);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(page.locator('.big')).toHaveText(moved!);
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByRole('button', { name: 'Add a corner after' }).click();
    await expect(page.getByText(/of 5$/)).toBeVisible();
    await page.getByRole('button', { name: 'Remove it' }).click();
    await expect(page.getByText(/of 4$/)).toBeVisible();
    await expect(page.locator('.big')).toHaveText(whole!);
  });

  await test.step('taken away as KML and brought back the same', async () => {
    const href = await page.getByRole('link', { name: 'KML' }).getAttribute('href');
    const kml = await (await page.request.get(href!)).text();
    await page.getByLabel('Replace the boundary').setInputFiles(asFile('back.kml', kml));
    await expect(page.locator('.big')).toHaveText(whole!);
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  await test.step('what is changed while the ground is being saved still has to be saved', async () => {
    const margin = page.getByLabel('Free inside the edge', { exact: true });
    let answer = () => {};
    const held = new Promise<void>((resolve) => (answer = resolve));
    await page.route('**/do/ground.save', async (route) => {
      await held;
      await route.continue();
    });
    const save = page.getByRole('button', { name: 'Save the ground' });
    await save.click();
    await margin.fill('2');
    await margin.press('Tab');
    answer();
    await page.unrouteAll({ behavior: 'wait' });
    await page.waitForLoadState('networkidle');
    await expect(save).toBeEnabled();
    await expect(margin).toHaveValue(/^2/);
    await page.getByRole('button', { name: 'Undo' }).click();
  });

  await test.step('split by a drawn line', async () => {
    await expect(page.getByRole('button', { name: 'Save the ground' })).toBeDisabled();
    await page.getByRole('button', { name: 'Split by a line' }).click();
    const plan = await planBox(page);
    const x = plan.x + plan.width * 0.4;
    await page.mouse.click(x, plan.y + 60);
    await page.mouse.dblclick(x, plan.y + plan.height - 60);
    await expect(page.getByLabel('Name of the smaller part')).toBeVisible();
    await page.getByRole('button', { name: 'Leave it whole' }).click();
    // The same by keyboard.
    await page
      .getByLabel('Or type the line')
      .fill(`${WEST + 0.00115}, ${SOUTH - 0.0003}\n${WEST + 0.00115}, ${SOUTH + 0.0017}`);
    await page.getByLabel('Or type the line').press('Tab');
    await page.getByLabel('Name of the smaller part').fill('South Slope, west');
    await expect(
      page.getByText(/\d\.\d\d ha stay .*, \d\.\d\d ha become a block of their own/),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Split it' }).click();
    await expect(page.getByRole('button', { name: 'South Slope, west' })).toBeVisible();
    await expect(page.locator('.big')).toHaveText(/1\.[01]\d ha/);
  });
});

test('heights come in, zones are cut, and contour rows follow the ground', async ({ page }) => {
  test.setTimeout(150_000);
  await signIn(page, 'leader');
  await makeField(page);

  await test.step('heights: a broken grid is told, a good one is drawn', async () => {
    await page.getByRole('tab', { name: 'Heights' }).click();
    const drop = page.getByLabel('Drop an elevation file');
    await drop.setInputFiles(asFile('cut.asc', heights().slice(0, 4000)));
    await expect(page.getByRole('alert')).toContainText('The file is cut off');
    await drop.setInputFiles(asFile('slope.asc', heights()));
    await expect(page.getByText('Falls towards S')).toBeVisible();
    await expect(page.getByText('slope.asc')).toBeVisible();
    await page.getByRole('button', { name: 'Profile along a line' }).click();
    const plan = await planBox(page);
    await page.mouse.click(plan.x + plan.width * 0.5, plan.y + plan.height * 0.3);
    await page.mouse.dblclick(plan.x + plan.width * 0.5, plan.y + plan.height * 0.65);
    await expect(page.getByRole('img', { name: 'Height along the drawn line' })).toBeVisible();
    await page.getByRole('button', { name: 'Put the profile away' }).click();
  });

  await test.step('a zone cut below a level, made wet', async () => {
    await page.getByRole('tab', { name: 'Zones' }).click();
    await page.getByRole('button', { name: 'Cut the zone' }).click();
    await expect(page.getByRole('button', { name: /^Low ground/ })).toBeVisible();
    await page.getByRole('combobox', { name: 'How damp' }).selectOption('wet');
    await expect(page.getByText(/species that bear it only/)).toBeVisible();
    await page.getByRole('button', { name: 'Save the ground' }).click();
    await expect(page.getByRole('button', { name: 'Save the ground' })).toBeDisabled();
  });

  await test.step('contour rows, level to the eye, limits said with their number', async () => {
    await goTo(page, 'Rows');
    await expect.poll(() => numberIn(page, 'trees')).toBeGreaterThan(3000);
    await page.getByRole('tab', { name: 'Species' }).click();
    await page
      .locator('.decide')
      .getByRole('button', { name: /^Take .* out of the mix/ })
      .click();
    const add = page.locator('.decide').getByRole('combobox', { name: 'Add a species' });
    await add.selectOption({ label: 'Pine' });
    await page.locator('.mix input').first().fill('95');
    await page.locator('.mix input').first().press('Enter');
    await add.selectOption({ label: 'Willow' });
    await expect(page.getByText(/only willow may stand on/)).toBeVisible();
    await page.getByRole('tab', { name: 'Pattern' }).click();
    await page.getByRole('radio', { name: /^Contour/ }).click();
    await expect(page.getByText('Gaps within limits', { exact: true })).toBeVisible();
    await expect(page.locator('.scroller .row').first()).toContainText('level');
    await page.getByRole('radio', { name: /^Graded/ }).click();
    await expect(page.locator('.scroller')).toContainText('1:150');
  });

  await test.step('by hand: a tree out by mouse and by keyboard, undone; laying anew asks', async () => {
    await page.getByRole('radio', { name: /^Rectangular/ }).click();
    const before = await numberIn(page, 'trees');
    await page.getByRole('tab', { name: 'By hand' }).click();
    await page.getByRole('button', { name: 'Take a tree out' }).click();
    const plan = await planBox(page);
    await page.mouse.click(plan.x + plan.width * 0.5, plan.y + plan.height * 0.5);
    await expect.poll(() => numberIn(page, 'trees')).toBe(before - 1);
    await page.getByLabel('Peg', { exact: true }).fill('4');
    await page.getByLabel('Why').fill('stump');
    await page.getByRole('button', { name: 'Take it out' }).click();
    await expect.poll(() => numberIn(page, 'trees')).toBe(before - 2);
    await expect(page.getByText('out, stump,')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect.poll(() => numberIn(page, 'trees')).toBe(before - 1);
    const at = page.getByLabel('Add a tree at');
    const beyond = Number.parseFloat(await at.inputValue());
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect.poll(() => numberIn(page, 'trees')).toBe(before);
    await at.fill(`${beyond + 0.1} m`);
    await at.press('Enter');
    await page.getByRole('button', { name: 'Add it' }).click();
    await expect(page.getByRole('alert')).toContainText('is the least');
    await page.keyboard.press('Control+z');
    await page.getByLabel('End that moves').selectOption('first');
    const stands = page.getByLabel('It stands at');
    await stands.fill(`${Number.parseFloat(await stands.inputValue()) + 12} m`);
    await stands.press('Enter');
    await page.getByRole('button', { name: 'Move the end' }).click();
    await expect.poll(() => numberIn(page, 'trees')).toBeLessThan(before - 2);
    await expect(page.getByText('row end moved')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect.poll(() => numberIn(page, 'trees')).toBe(before - 1);
    await page.getByRole('tab', { name: 'Pattern' }).click();
    page.once('dialog', (dialog) => {
      expect(dialog.message()).toContain('1 change by hand may fit nothing');
      void dialog.dismiss();
    });
    await page.getByRole('radio', { name: /^Square/ }).click();
    await expect(page.getByRole('radio', { name: /^Rectangular/ })).toBeChecked();
  });

  await test.step('every bearing searched, one taken; crowns, setting out, earth', async () => {
    await page.getByRole('tab', { name: 'Directions' }).click();
    await page.getByRole('button', { name: 'Search every bearing' }).click();
    page.once('dialog', (dialog) => void dialog.accept());
    await page
      .getByRole('button', { name: /^Take \d+\.\d°/ })
      .first()
      .click();
    await expect(page.getByLabel('Bearing in degrees')).toBeVisible();
    await page.getByRole('tab', { name: 'Crowns' }).click();
    await page.getByLabel('Plan drawn at').fill('12');
    await expect(page.getByText('Crowns cover')).toBeVisible();
    await page.getByRole('tab', { name: 'Setting out' }).click();
    await expect(page.getByText('both diagonals read')).toBeVisible();
    await page.getByLabel('The crew’s string').fill('25 m');
    await page.getByLabel('The crew’s string').press('Enter');
    await expect(page.getByText('Strings of 25 m:')).toBeVisible();
    await page.reload();
    await page.getByRole('tab', { name: 'Setting out' }).click();
    await expect(page.getByText('Strings of 25 m:')).toBeVisible();
    await page.getByRole('tab', { name: 'Earth' }).click();
    await expect(page.getByText('Earth a metre', { exact: true })).toBeVisible();
    const keep = page.getByRole('button', { name: 'Keep with this block' });
    await keep.first().click();
    await expect(page.getByRole('button', { name: 'Kept with this block' })).toBeVisible();
  });

  await test.step('one Tab past the table of rows; arrow keys choose in it', async () => {
    await page.getByRole('tab', { name: 'Rows', exact: true }).click();
    const table = page.getByRole('listbox', { name: 'Rows with length, species and trees' });
    await table.focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('ArrowDown');
    await expect(table.getByRole('option', { selected: true })).toContainText(/^2/);
    await page.keyboard.press('Tab');
    await expect(table.getByRole('option')).not.toHaveCount(0);
    expect(await table.evaluate((list) => list.contains(document.activeElement))).toBe(false);
  });

  await test.step('two versions saved and compared', async () => {
    for (const name of ['one', 'two']) {
      await page.getByRole('textbox', { name: 'In the row' }).fill(name === 'one' ? '2' : '3');
      page.once('dialog', (dialog) => void dialog.accept());
      await page.getByRole('textbox', { name: 'In the row' }).press('Enter');
      await expect(page.getByRole('button', { name: 'Save as a version' })).toBeEnabled();
      await numberIn(page, 'trees');
      await page.getByRole('button', { name: 'Save as a version' }).click();
      await page.getByLabel('What is it, in a few words').fill(name);
      await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click();
      await expect(page.getByRole('button', { name: new RegExp(`, ${name}$`) })).toBeVisible();
      page.removeAllListeners('dialog');
    }
    await page.getByRole('tab', { name: 'Rows', exact: true }).click();
    const sheet = await page.request.get(
      (await page.getByRole('link', { name: 'Setting out' }).getAttribute('href'))!,
    );
    expect((await sheet.body()).subarray(0, 5).toString()).toBe('%PDF-');
    await page.getByRole('link', { name: 'Compare two of them' }).click();
    await expect(page.getByRole('row', { name: /^Trees/ })).toContainText('−');
    await expect(page.getByText('Nothing depends on it yet.').first()).toBeVisible();
  });
});

test('find my peg: the stand-in receiver leads to a peg on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'planter');
  await page.goto('/field');
  await page.getByRole('link', { name: /Ridge Screen/ }).click();
  // Once more, under the service worker that keeps field pages.
  await page.waitForFunction(() => navigator.serviceWorker.ready.then(() => true));
  await page.reload();
  await page.getByRole('link', { name: 'Find my peg' }).click();
  await page.getByRole('button', { name: /Play a walk/ }).click();
  await expect(page.getByText(/Nearest: row \d+, peg \d+/)).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText(/You are within \d/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Row' }).fill('99');
  await page.getByRole('button', { name: 'Lead me' }).click();
  await expect(page.getByRole('alert')).toContainText('rows 1 to 5 are laid');
  await page.getByRole('textbox', { name: 'Row' }).fill('3');
  await page.getByRole('textbox', { name: 'Peg' }).fill('120');
  await page.getByRole('button', { name: 'Lead me' }).click();
  await expect(page.getByText('To row 3, peg 120')).toBeVisible();
});

test('a boundary is walked with the phone’s own position and becomes a block', async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    geolocation: { latitude: 51.62, longitude: 11.5, accuracy: 3 },
    permissions: ['geolocation'],
  });
  const page = await context.newPage();
  await signIn(page, 'leader');
  await page.goto('/field/walk');
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Start walking' }).click();
  const corners = [
    [11.5, 51.62],
    [11.501, 51.62],
    [11.501, 51.6206],
    [11.5, 51.6206],
  ];
  for (const [i, [longitude, latitude]] of corners.entries()) {
    await context.setGeolocation({ latitude, longitude, accuracy: 3 });
    await expect(page.getByText(new RegExp(`^${i + 1} readings?`))).toBeVisible();
    await page.waitForTimeout(300);
  }
  await page.reload();
  await expect(page.getByText(/^\d+ readings/)).toContainText('4 readings');
  // Seventy metres a second is no walk: what was never walked is left out.
  await expect(page.getByText(/faster than anyone walks/)).toBeVisible();
  await context.close();
});

test('a species taken out of the mix leaves table and plan whole', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Rows');
  await page.locator('.scroller').waitFor();
  await page.getByRole('tab', { name: 'Species' }).click();
  await page.getByRole('button', { name: 'Take Aspen out of the mix' }).click();
  await page.getByRole('button', { name: 'Share out the rest' }).click();
  await expect(page.locator('[data-species=A]')).toHaveCount(0);
  await page.getByRole('combobox', { name: 'Arranged' }).selectOption('trial');
  await expect(page.getByText(/complete blocks of 2 treatments/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save as a version' })).toBeEnabled();
  expect(errors).toEqual([]);
});

test('Haul Flat in the demo keeps its rows under planted trees', async ({ page }) => {
  await signIn(page, 'viewer');
  await open(page, 'Haul Flat', 'Rows');
  await expect(page.getByRole('button', { name: 'Save as a version' })).toHaveCount(0);
});

test('a block without a file: corners as a receiver shows them, a traverse that does not close, a rectangle', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await page.goto('/blocks/new');
  const area = page.locator('.comes-to .big');

  await test.step('what a file brings along lies on the plan before the block is made', async () => {
    const corners = (x: number, y: number, wide: number, high: number) =>
      [
        [x, y],
        [x + wide, y],
        [x + wide, y + high],
        [x, y + high],
        [x, y],
      ].map(([east, north]) => [11.6 + east / 69_200, 51.7 + north / 111_260]);
    const area = (name: string, role: string, ring: number[][]) => ({
      ...{ type: 'Feature', properties: { name, role, kind: 'building' } },
      geometry: { type: 'Polygon', coordinates: [ring] },
    });
    const features = [
      area('Far Field', 'boundary', corners(0, 0, 200, 200)),
      area('Barn', 'keepout', corners(80, 80, 20, 20)),
    ];
    await page.getByLabel('Drop a boundary file').setInputFiles({
      ...{ name: 'far.geojson', mimeType: 'application/geo+json' },
      buffer: Buffer.from(JSON.stringify({ type: 'FeatureCollection', features })),
    });
    const kept = page.locator('.comes-to').getByText('to plant once what comes along');
    await expect(page.locator('.comes-to .big')).toHaveText('4.00 ha');
    const left = Number((await kept.innerText()).split(' ')[0]);
    expect(left).toBeGreaterThan(3.7);
    expect(left).toBeLessThan(3.961);
    await page.getByText('1 keep-out of the file come').click();
    await expect(kept).toHaveCount(0);
  });

  await test.step('a traverse with a leg misread names it, mended it is shared out', async () => {
    await page.getByRole('tab', { name: 'Compass' }).click();
    const book = page.getByLabel('Bearing and length of each side, one a line');
    await book.fill('0 100\n90 120\n180 100\n270 100');
    await expect(page.getByRole('alert')).toContainText('Look first at legs 2, 4');
    await page.getByLabel('Where the first corner lies').fill('51.7, 11.6');
    await book.fill('0 100\n90 104\n180 100\n270 100');
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect(page.locator('.closing')).toContainText(
      '4.0 m off after 404.0 m walked, 1 in 101',
    );
    await expect(area).toHaveText('1.02 ha');
    await book.fill('0 100\nover the brook');
    await expect(page.getByRole('alert')).toContainText('Line 2 reads “over the brook”');
    await expect(page.getByRole('button', { name: 'Make the block' })).toBeDisabled();
  });

  await test.step('sides by tape', async () => {
    await page.getByRole('tab', { name: 'Sides' }).click();
    await page.getByLabel('Where the first corner lies').fill('51.7, 11.6');
    await page.getByLabel('First side', { exact: true }).fill('250 m');
    await page.getByLabel('First side', { exact: true }).press('Enter');
    await expect(area).toHaveText('1.50 ha');
  });

  await test.step('corners, one that is wrong, then a block that lies on another', async () => {
    await page.getByRole('tab', { name: 'Corners' }).click();
    const corners = page.getByLabel('Corners, one a line');
    await corners.fill('N 51° 42.0’ E 11° 36.0’\n51.7018, 11.6\n51.7018 gate');
    await expect(page.getByRole('alert')).toContainText('Line 3 reads “51.7018 gate”');
    // In a national grid, by its code.
    await corners.fill('2600000 1200000\n2600000 1200100\n2600200 1200100\n2600200 1200000');
    await expect(page.getByRole('alert')).toContainText('need their UTM zone');
    await page.getByLabel('UTM zone or EPSG code').fill('EPSG:2056');
    await expect(area).toHaveText('2.00 ha');
    await page.getByLabel('UTM zone or EPSG code').fill('');
    await corners.fill('N 51° 42.0’ E 11° 36.0’\n51.7018, 11.6\n51.7018, 11.603\n51.7, 11.603');
    await expect(area).toHaveText(/4\.1\d ha/);
    await page.getByLabel('Name of the block').fill('Brook Corner');
    await page.getByLabel('Planted as on').selectOption({ label: 'Haul Flat' });
    await page.getByRole('button', { name: 'Make the block' }).click();
    await page.waitForURL(/\/ground$/);
    await expect(page.locator('.big')).toHaveText(/\d\.\d\d ha/);
    // As there it is planted by machine, as nobody said here.
    await page.getByRole('link', { name: 'Method of this block' }).click();
    await expect(page.getByRole('combobox', { name: 'Planted by' })).toHaveValue('machine');
    await page.goto('/blocks/new');
    await page.getByRole('tab', { name: 'Corners' }).click();
    await page
      .getByLabel('Corners, one a line')
      .fill('51.7, 11.6\n51.7009, 11.6\n51.7009, 11.603\n51.7, 11.603');
    await expect(page.locator('.comes-to')).toContainText(/lies on 2\.0\d ha of Brook Corner/);
  });
});

test('rows keep to a bank on its setback, to the next block’s row, to typed points; patterns by arrow keys', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Silt Margin', 'Rows');
  const patterns = page.getByRole('radiogroup', { name: 'Pattern' });
  const trees = page.locator('.comes-to .big').first();
  await settledText(page, '.comes-to .big');
  await patterns.getByRole('radio', { checked: true }).focus();
  await page.keyboard.press('Home');
  await expect(patterns.getByRole('radio').first()).toBeChecked();
  await expect(patterns.getByRole('radio').first()).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(patterns.getByRole('radio').last()).toBeChecked();
  await patterns.getByRole('radio', { name: /^Parallel/ }).click();
  const guide = page.getByLabel('Rows keep to');
  await guide.selectOption({ label: 'silt pond bank, first row on its setback' });
  await expect(page.getByLabel('First row in by')).toHaveValue(/^[1-9]/);
  const alongBank = await settledText(page, '.comes-to .big');
  await guide.selectOption({ label: 'the nearest row of Haul Flat' });
  await expect(page.getByText(/Keeps to row \d+ of Haul Flat\./)).toBeVisible();
  await expect(guide.locator('option:checked')).toHaveText('the line that was given');
  await expect(page.getByText('Not one row along this line')).toHaveCount(0);
  await settledText(page, '.comes-to .big');

  await test.step('points that are none are said, two make a line', async () => {
    await guide.selectOption({ label: 'a line by its points, or from a file' });
    const points = page.getByLabel('Points of the line, one a line');
    await points.fill('47.1, gate');
    await page.getByRole('button', { name: 'Keep to it' }).click();
    await expect(page.getByText(/^Line 1 reads “47.1, gate”/)).toBeVisible();
    await guide.selectOption({ label: 'the edge that is picked' });
    await settledText(page, '.comes-to .big');
  });

  await test.step('every choice can be taken back', async () => {
    await guide.selectOption({ label: 'silt pond bank, first row on its setback' });
    await expect(trees).toHaveText(alongBank);
    await page.keyboard.press('Control+z');
    await expect(guide.locator('option:checked')).toHaveText('the edge that is picked');
  });
});

test('nothing moves away under the finger while the ground is still being worked out', async ({
  page,
}) => {
  await signIn(page, 'leader');
  // One block without heights, one with: both figures and slopes come after the page.
  for (const block of ['Spoil Knoll', 'Haul Flat']) {
    await page.goto(`${await blockPath(page, block)}/ground`, { waitUntil: 'commit' });
    const link = page.getByRole('link', { name: 'Method of this block' });
    const { x, y, width, height } = (await link.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await expect(page.getByText('Inside the boundary', { exact: true })).toBeVisible();
    await page.waitForTimeout(1500);
    await page.mouse.up();
    await page.waitForURL(/\/method$/);
  }
});

test('what is pressed or typed in stands where it first stood, also when figures come after it', async ({
  page,
}) => {
  await signIn(page, 'leader');
  const path = await blockPath(page, 'Haul Flat');
  const stays = async (url: string, what: Locator) => {
    await page.goto(`${path}/${url}`, { waitUntil: 'commit' });
    await what.waitFor();
    const first = (await what.boundingBox())!;
    await page.waitForTimeout(2500);
    const moved = Math.abs((await what.boundingBox())!.y - first.y);
    // Less than a line: a font that comes late may move by a hair.
    expect(moved, url).toBeLessThan(5);
  };
  await stays('rows', page.getByRole('button', { name: 'Save as a version' }));
  await stays('calendar/finish', page.getByRole('button', { name: 'Play the seasons' }));
  await stays('ground', page.getByLabel('Kind'));
});

test('a block whose work is done is set aside, found in the list, and brought back', async ({
  page,
}) => {
  await signIn(page, 'leader');
  await open(page, 'Ridge Screen', 'Ground');
  const away = page.getByRole('button', { name: 'Set this block aside' });
  await expect(async () => {
    await page.getByRole('tab', { name: 'Edge' }).click();
    await expect(away).toBeVisible({ timeout: 1000 });
  }).toPass();
  await away.click();
  const dialog = page.getByRole('dialog', { name: 'Set Ridge Screen aside' });
  await expect(dialog).toContainText('brought back at any time');
  await dialog.getByRole('button', { name: 'Set it aside' }).click();
  const note = page.getByRole('note').filter({ hasText: 'Ridge Screen was set aside on' });
  await expect(note).toBeVisible();
  await expect(away).toHaveCount(0);
  await expectAccessible(page, [new URL(page.url()).pathname], ['/']);
  // Neither the board nor a phone lists it; both lists keep where it went.
  await page.goto('/field');
  await expect(page.getByRole('link', { name: /North Bench/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Ridge Screen/ })).toHaveCount(0);
  await page.goto('/');
  const blocks = page.locator('aside');
  await expect(blocks.getByRole('link', { name: /Haul Flat/ })).toBeVisible();
  await expect(blocks.getByRole('link', { name: /Ridge Screen/ })).toHaveCount(0);
  await blocks.getByText('1 block set aside').click();
  await expect(blocks.getByRole('link', { name: /Ridge Screen since/ })).toBeVisible();
  await page.getByRole('button', { name: 'All blocks' }).click();
  await page.getByText('Set aside (1)').click();
  await page.getByRole('link', { name: 'Ridge Screen', exact: true }).click();
  await note.getByRole('button', { name: 'Bring it back' }).click();
  await expect(note).toHaveCount(0);
  await page.goto('/');
  await expect(blocks.getByRole('link', { name: /Ridge Screen/ })).toBeVisible();
  await expect(page.getByText('set aside')).toHaveCount(0);
});
