// npm run bench: speed and memory, as ratios measured in one run; `npm run bench -- floor phones` runs those alone.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureDebian, ensureNodePackages, root } from './setup.mjs';

ensureDebian('mariadbd', 'chromium');
ensureNodePackages();
ensureBuild();
const { startApplication } = await import('./application.mjs');
let failed = 0;
const bench = (file, env = {}) => {
  console.log(`\n${file}`);
  const done = spawnSync('node', ['--expose-gc', '--import', 'tsx', `bench/${file}`], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (done.status) failed++;
};
/** On their own, and those that ask a running application with the demo. */
const ALONE = ['lattice', 'patterns', 'finish', 'floor', 'phones', 'checked'];
const WITH_APPLICATION = ['slider', 'million', 'stock-season'];
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => ![...ALONE, ...WITH_APPLICATION].includes(name));
if (unknown.length) {
  console.error(
    `No bench ${unknown.join(', ')}; there are ${[...ALONE, ...WITH_APPLICATION].join(', ')}.`,
  );
  process.exit(2);
}
const chosen = (names) => names.filter((name) => !asked.length || asked.includes(name));
for (const name of chosen(ALONE)) bench(`${name}.ts`);
// Each has an application of its own, so that what one leaves there does not slow the next.
for (const name of chosen(WITH_APPLICATION)) {
  const folder = mkdtempSync(path.join(tmpdir(), 'viridane-bench-'));
  const application = await startApplication(folder);
  bench(`${name}.ts`, { BASE_URL: application.origin, DATABASE_URL: application.databaseUrl });
  await application.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
