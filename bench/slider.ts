// Dragging a spacing slider on a block of some 20 000 positions in the real page: frames a second and
// the longest hold-up of the main thread. BASE_URL names a running application with the demo.
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
// The loader names functions through a helper that the page does not have.
await page.addInitScript({ content: 'globalThis.__name = (named) => named' });
await page.goto('/sign-in');
await page.getByLabel('Sign-in name').fill('leader');
await page.getByLabel('Password', { exact: true }).fill('farrow-pit-demo');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.waitForURL((url) => url.pathname === '/');
await page.getByRole('button', { name: 'All blocks' }).click();
await page.getByRole('link', { name: 'Haul Flat', exact: true }).click();
await page.waitForURL(/\/ground$/);
await page.keyboard.press('2');
await page.getByTestId('trees').waitFor();
// A slider is dragged on a page that has come to rest.
await page.waitForLoadState('networkidle');
await page.waitForTimeout(1000);

const measured = await page.evaluate(
  () =>
    new Promise<{ frames: number; seconds: number; longest: number; redrawn: number }>(
      (resolve) => {
        const slider = document.querySelector<HTMLInputElement>(
          'input[type=range][aria-label="In the row"]',
        )!;
        const trees = document.querySelector('[data-testid=trees]')!;
        let [frames, longest, redrawn, last] = [0, 0, 0, ''];
        new PerformanceObserver((list) => {
          for (const { duration } of list.getEntries()) longest = Math.max(longest, duration);
        }).observe({ entryTypes: ['longtask'] });
        const start = performance.now();
        const frame = () => {
          const at = performance.now() - start;
          slider.value = String(2 + 0.5 * Math.sin(at / 300));
          slider.dispatchEvent(new Event('input', { bubbles: true }));
          if (trees.textContent !== last) redrawn++;
          last = trees.textContent ?? '';
          frames++;
          if (at < 4000) requestAnimationFrame(frame);
          else resolve({ frames, seconds: at / 1000, longest, redrawn });
        };
        requestAnimationFrame(frame);
      },
    ),
);
await browser.close();
const fps = measured.frames / measured.seconds;
report('slider on 20 000 positions, frames a second', fps, 'fps', fps >= 30, 'at least 30');
report(
  'plans redrawn a second meanwhile',
  measured.redrawn / measured.seconds,
  '',
  measured.redrawn / measured.seconds >= 10,
  'at least 10',
);
report('longest task on the main thread', measured.longest, 'ms', true, 'aim: under 50');
