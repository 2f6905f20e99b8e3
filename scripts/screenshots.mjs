// npm run screenshots: remakes docs/screenshots/ from the demo data, on a made-up Tuesday morning.
import { mkdtempSync, mkdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureDebian, ensureNodePackages, root } from './setup.mjs';

ensureDebian('mariadbd', 'chromium');
ensureNodePackages();
ensureBuild();
const { startApplication } = await import('./application.mjs');
const { chromium } = await import('@playwright/test');

const folder = mkdtempSync(path.join(tmpdir(), 'viridane-pictures-'));
const out = path.join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
/** The morning that server and phone show. */
const CLOCK = '2026-11-24T05:50:00Z';
const application = await startApplication(folder, { clock: CLOCK });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox'],
});

async function signedIn(role, viewport) {
  const page = await browser.newPage({
    baseURL: application.origin,
    viewport,
    locale: 'en-GB',
    timezoneId: 'Etc/GMT-1',
  });
  await page.clock.setSystemTime(new Date(CLOCK));
  await page.goto('/sign-in');
  await page.getByLabel('Sign-in name').fill(role);
  await page.getByLabel('Password', { exact: true }).fill('farrow-pit-demo');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
  return page;
}
async function picture(page, name) {
  // A page with an open stream is never idle.
  await page.waitForLoadState('networkidle', { timeout: 4000 }).catch(() => {});
  await page.waitForTimeout(500);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  console.log(`${name}.png`);
}

const desk = await signedIn('leader', { width: 1280, height: 800 });
await desk.goto('/');
await picture(desk, 'morning');
const blocks = {};
await desk.getByRole('button', { name: 'All blocks' }).click();
for (const link of await desk.locator('.drop a').all())
  blocks[(await link.textContent()).trim()] = (await link.getAttribute('href')).split('/')[2];
const shots = [
  ['ground', 'North Bench'],
  ['rows', 'North Bench'],
  ['stock', 'Haul Flat'],
  ['calendar', 'Silt Margin'],
  ['crew/today', 'Haul Flat'],
  ['checks', 'Haul Flat'],
  ['tending/water', 'North Bench'],
  ['survival', 'North Bench'],
  ['method', 'Silt Margin'],
];
for (const [room, block] of shots) {
  await desk.goto(`/blocks/${blocks[block]}/${room}`);
  if (room === 'rows') {
    await desk.locator('.scroller').waitFor();
    await desk.getByLabel('Find a row (key /)').fill('34');
    await desk.getByLabel('Find a row (key /)').press('Enter');
  }
  await picture(desk, room.split('/')[0]);
}
await desk.goto(`/blocks/${blocks['Haul Flat']}/stock/roots`);
await picture(desk, 'roots');
await desk.goto(`/blocks/${blocks['Haul Flat']}/stock/gate`);
for (let tree = 0; tree < 24; tree++) {
  const wave = (by) => Math.abs(Math.sin(tree * by + by));
  await desk.getByLabel('Height, cm').fill(String(Math.round(30 + 22 * wave(1.7))));
  await desk.getByLabel('Collar diameter, mm').fill((4.2 + 2.4 * wave(1.9)).toFixed(1));
  await desk.getByLabel('Root length, cm').fill(String(Math.round(18 + 14 * wave(2.3))));
  await desk.getByLabel('Root length, cm').press('Tab');
  if (tree % 11 === 4) await desk.getByRole('button', { name: 'roots dry' }).click();
  await desk.getByRole('button', { name: /next tree/ }).click();
}
await picture(desk, 'gate');
await desk.goto(`/blocks/${blocks['Haul Flat']}/crew/machine`);
await picture(desk, 'machine');
await desk.goto(`/blocks/${blocks['Haul Flat']}/calendar/finish`);
await desk.getByTestId('chance').waitFor();
await picture(desk, 'finish');
await desk.goto(`/blocks/${blocks['Haul Flat']}/crew/live`);
await desk.getByText(/^Live/).waitFor();
await picture(desk, 'live');
await desk.goto(`/blocks/${blocks['North Bench']}/rows`);
await desk.locator('.scroller').waitFor();
for (let i = 0; i < 4; i++) {
  await desk.getByRole('button', { name: 'Nearer' }).click();
  await desk.waitForTimeout(250);
}
const plan = await desk.getByRole('application').boundingBox();
await desk.mouse.move(plan.x + plan.width * 0.6, plan.y + plan.height * 0.35);
await desk.evaluate(() => (document.documentElement.dataset.theme = 'cab'));
await desk.mouse.wheel(0, -1);
await picture(desk, 'rows-near-cab');

const learner = await signedIn('planter', { width: 390, height: 844 });
await learner.goto(`/field/${blocks['North Bench']}/school`);
for (let asked = 0; asked < 40; asked++) {
  const scene = await learner.locator('.scene').isVisible();
  await learner.getByRole('button', { name: 'Mend it' }).click();
  if (!scene) {
    await learner.getByRole('button', { name: 'too deep' }).click();
    await learner.getByRole('button', { name: 'That is all' }).click();
    const mend = learner.getByRole('button', { name: 'Lift while firming' });
    if (await mend.isVisible()) await mend.click();
  }
  if (/lies .* under/.test(await learner.locator('.told').innerText())) break;
  await learner.getByRole('button', { name: 'Next tree' }).click();
}
await picture(learner, 'school');

const phone = await signedIn('planter', { width: 390, height: 844 });
await phone.goto(`/field/${blocks['Haul Flat']}`);
await picture(phone, 'field');
await phone.goto(`/field/${blocks['North Bench']}/peg`);
await phone.getByRole('button', { name: /Play a walk/ }).click();
await phone.getByText(/Nearest: row/).waitFor();
await phone.waitForTimeout(3000);
await phone.screenshot({ path: path.join(out, 'peg.png') });
console.log('peg.png');
await browser.close();
await application.stop();
rmSync(folder, { recursive: true, force: true });
