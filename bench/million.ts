// A plan of a million positions in the real page: how soon it is painted, and how smoothly it is
// dragged and zoomed. BASE_URL names a running application with the demo.
import { chromium } from '@playwright/test';
import { report } from './measure';

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox'],
});
const page = await browser.newPage({
  baseURL: process.env.BASE_URL,
  viewport: { width: 1280, height: 800 },
});
await page.addInitScript({ content: 'globalThis.__name = (named) => named' });
await page.goto('/sign-in');
await page.getByLabel('Sign-in name').fill('leader');
await page.getByLabel('Password', { exact: true }).fill('farrow-pit-demo');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL((url) => url.pathname === '/');

// Some 760 ha: at 2.5 by 3 m a little over a million trees.
const CORNERS = [
  [12.0, 51.5],
  [12.0398, 51.5],
  [12.0398, 51.5248],
  [12.0, 51.5248],
  [12.0, 51.5],
];
await page.goto('/blocks/new');
await page.getByLabel('Drop a boundary file').setInputFiles({
  name: 'wide-plain.geojson',
  mimeType: 'text/plain',
  buffer: Buffer.from(
    JSON.stringify({
      type: 'Feature',
      properties: { name: 'Wide Plain' },
      geometry: { type: 'Polygon', coordinates: [CORNERS] },
    }),
  ),
});
await page.locator('.comes-to .big').waitFor();
await page.getByRole('button', { name: 'Make the block' }).click();
await page.waitForURL(/\/ground$/);
const rows = page.url().replace(/ground$/, 'rows');

await page.goto(rows, { waitUntil: 'commit' });
const painted = await page.evaluate(
  () =>
    new Promise<{ since: number; trees: number }>((resolve) => {
      const look = () => {
        const trees = Number(
          document.querySelector('[data-testid=trees]')?.textContent?.replace(/\D/g, '') ?? 0,
        );
        if (trees > 0 && document.querySelector('.map canvas'))
          requestAnimationFrame(() => resolve({ since: performance.now(), trees }));
        else requestAnimationFrame(look);
      };
      look();
    }),
);
report('positions on the plan', painted.trees, '', painted.trees >= 1e6, 'at least 1 000 000');
report('first paint with all rows', painted.since / 1000, 's', painted.since < 1000, 'under 1');

/** Frames drawn while the mouse does something, and the longest pause between two. */
async function frames(act: () => Promise<void>): Promise<{ fps: number; longest: number }> {
  await page.evaluate(() => {
    const seen = {
      count: 0,
      longest: 0,
      last: performance.now(),
      start: performance.now(),
      on: true,
    };
    (globalThis as unknown as { seen: typeof seen }).seen = seen;
    const frame = (now: number) => {
      seen.count++;
      seen.longest = Math.max(seen.longest, now - seen.last);
      seen.last = now;
      if (seen.on) requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
  });
  await act();
  return page.evaluate(() => {
    const { seen } = globalThis as unknown as {
      seen: { count: number; longest: number; start: number; on: boolean };
    };
    seen.on = false;
    return { fps: (1000 * seen.count) / (performance.now() - seen.start), longest: seen.longest };
  });
}
const box = (await page.getByRole('application').boundingBox())!;
const middle = [box.x + box.width / 2, box.y + box.height / 2];
const drag = async () => {
  await page.mouse.move(middle[0], middle[1]);
  await page.mouse.down();
  for (let i = 0; i < 120; i++)
    await page.mouse.move(middle[0] + 90 * Math.sin(i / 9), middle[1] + 60 * Math.cos(i / 7));
  await page.mouse.up();
};
const far = await frames(drag);
const zoom = await frames(async () => {
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, i < 30 ? -120 : 120);
    await page.waitForTimeout(25);
  }
});
const near = await frames(drag);
report('dragging from afar', far.fps, 'fps', far.fps >= 30, 'at least 30');
report('zooming in and out', zoom.fps, 'fps', zoom.fps >= 30, 'at least 30');
report('dragging from near', near.fps, 'fps', near.fps >= 30, 'at least 30');
await browser.close();
