import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** What a browser was given when somebody signed in, and where it went: their next browser begins so. */
const signedIn = new Map<
  string,
  { cookies: Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>; home: string }
>();

/** Signs in by the form the first time, on a device that somebody else used before, and where it was ended since. */
export async function signIn(page: Page, role: string): Promise<void> {
  const device = page.context();
  const kept = signedIn.get(role);
  if (kept && !(await device.cookies()).length) {
    await device.addCookies(kept.cookies);
    await page.goto(kept.home);
    if (new URL(page.url()).pathname === kept.home) return;
  }
  await page.goto('/sign-in');
  await page.getByLabel('Sign-in name').fill(role);
  await page.getByLabel('Password', { exact: true }).fill('farrow-pit-demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
  signedIn.set(role, { cookies: await device.cookies(), home: new URL(page.url()).pathname });
}

/** Where the list of blocks names a block. */
async function linkTo(page: Page, block: string): Promise<Locator> {
  await page.goto('/');
  const link = page.getByRole('link', { name: block, exact: true });
  // A press before the page woke up opens nothing; whoever sees nothing presses again.
  await expect(async () => {
    if (!(await link.isVisible())) await page.getByRole('button', { name: 'All blocks' }).click();
    await expect(link).toBeVisible({ timeout: 1000 });
  }).toPass();
  return link;
}

/** Opens a room of a block through the list of blocks and the string line. */
export async function open(page: Page, block: string, room: string): Promise<void> {
  await (await linkTo(page, block)).click();
  await page.waitForURL(/\/blocks\//);
  await goTo(page, room);
}

export async function goTo(page: Page, room: string): Promise<void> {
  const link = page
    .getByRole('navigation', { name: 'Steps of the job' })
    .getByRole('link', { name: room });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** A number as the screen writes it, thin spaces taken out, once it follows from what was last set. */
export async function numberIn(page: Page, testId: string): Promise<number> {
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  const text = await page.getByTestId(testId).textContent();
  return Number(text!.replace(/[^\d.]/g, ''));
}

/** The text of a figure that is worked out in a worker, once it has stopped changing. */
export async function settledText(page: Page, selector: string): Promise<string> {
  const read = async () => (await page.locator(selector).textContent())!;
  let text = await read();
  for (let same = 0; same < 3;) {
    await page.waitForTimeout(150);
    const next = await read();
    same = next === text ? same + 1 : 0;
    text = next;
  }
  return text;
}

/** A made-up paddock that no demo block resembles: an L with a bay, longitude and latitude. */
export const PADDOCK = {
  type: 'Feature',
  properties: { name: 'East Paddock' },
  geometry: {
    type: 'Polygon',
    coordinates: [
      [
        [11.44, 51.59],
        [11.4425, 51.59],
        [11.4425, 51.5907],
        [11.4413, 51.59085],
        [11.4414, 51.5914],
        [11.44, 51.5915],
        [11.44, 51.59],
      ],
    ],
  },
};

export const asFile = (name: string, text: string) => ({
  name,
  mimeType: 'text/plain',
  buffer: Buffer.from(text),
});

/** The address of a block, "/blocks/…", for pages below it. */
export async function blockPath(page: Page, block: string): Promise<string> {
  const address = await (await linkTo(page, block)).getAttribute('href');
  return /\/blocks\/[^/]+/.exec(address!)![0];
}

/**
 * Each page against WCAG 2.2 AA as far as a machine can tell, by day.
 * @param inCab those whose colours are looked at in the cab's theme too
 */
export async function expectAccessible(
  page: Page,
  urls: readonly string[],
  inCab: readonly string[],
): Promise<void> {
  for (const url of urls) {
    await page.goto(url);
    await page.waitForTimeout(200);
    // A message that nobody put into words is drawn, and read out, as this.
    expect.soft(await page.content(), url).not.toContain('[object Object]');
    // Read on a narrow phone, or four times as large, nothing but a table or a drawing is pushed sideways.
    const size = page.viewportSize()!;
    await page.setViewportSize({ width: 320, height: 720 });
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect.soft(wide, `wide at 320: ${url}`).toBeLessThanOrEqual(320);
    await page.setViewportSize(size);
    // Only colours differ between the two themes.
    // What passes is not told in full: a page of a thousand rows would take ten times as long.
    const looker = () =>
      new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
    const looks = {
      day: looker().withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']),
      ...(inCab.includes(url) ? { cab: looker().withRules(['color-contrast']) } : {}),
    };
    for (const [theme, look] of Object.entries(looks)) {
      await page.evaluate((name) => (document.documentElement.dataset.theme = name), theme);
      // A colour halfway between the two themes is nobody's.
      await page.waitForFunction(() =>
        document.getAnimations().every(({ playState }) => playState !== 'running'),
      );
      const { violations } = await look.analyze();
      const found = violations.map(
        ({ id, nodes }) =>
          `${id}: ${nodes
            .slice(0, 3)
            .map(({ html }) => html.slice(0, 160))
            .join(' | ')}`,
      );
      expect.soft(found, `${theme} ${url}`).toEqual([]);
    }
  }
}

/** Text of the page as the reader sees it, one space between words, digits without their group spaces. */
export const plain = (text: string) =>
  text
    .replace(/(?<=\d)[\u202f\u2009\u00a0](?=\d{3}(?!\d))/g, '')
    .replace(/[\s\u202f\u2009\u00a0]+/g, ' ')
    .replaceAll('\u2044', '/')
    .replaceAll('−', '-');

/** The text of a sheet as it is printed, in the words of `plain`. */
export async function readPdf(page: Page, path: string): Promise<string> {
  const body = await (await page.request.get(path)).body();
  const document = await getDocument({ data: new Uint8Array(body), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let i = 1; i <= document.numPages; i++) {
    const { items } = await (await document.getPage(i)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  return plain(pages.join(' '));
}

/** Waits until a phone's page is kept for the time without signal: its worker fetches all files of the application first. */
export const keptForField = (page: Page) =>
  page.waitForFunction(() => navigator.serviceWorker?.controller !== null, undefined, {
    // No promise to a planter: on a machine that runs all tests at once it takes what it takes.
    timeout: 90_000,
  });
