// npm run bench: speed and memory, as ratios measured in one run.
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
bench('lattice.ts');
bench('patterns.ts');
bench('finish.ts');
bench('floor.ts');
bench('phones.ts');
const folder = mkdtempSync(path.join(tmpdir(), 'viridane-bench-'));
const application = await startApplication(folder);
bench('slider.ts', { BASE_URL: application.origin });
bench('million.ts', { BASE_URL: application.origin });
bench('stock-season.ts', { BASE_URL: application.origin, DATABASE_URL: application.databaseUrl });
await application.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(failed ? 1 : 0);
