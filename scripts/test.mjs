// npm test: sets up what is missing, then formatting, lint, types, unit, reference, store and browser
// tests. Ends with one line, "N passed, N failed".
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBuild, ensureDebian, ensureNodePackages, root } from './setup.mjs';

ensureDebian('mariadbd', 'chromium');
ensureNodePackages();
const { startMariadb } = await import('./mariadb.mjs');
const { startApplication } = await import('./application.mjs');

const only = process.argv.slice(2);
const wanted = (stage) => !only.length || only.includes(stage);
const total = { passed: 0, failed: 0 };
const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-test-'));

function stage(name, passed, failed, output = '') {
  total.passed += passed;
  total.failed += failed;
  console.log(`${failed ? '✗' : '✓'} ${name}: ${passed} passed, ${failed} failed`);
  if (failed) console.log(output);
}

/** A check that either holds or does not. */
function check(name, command, args) {
  const done = spawnSync(command, args, { cwd: root, encoding: 'utf8' });
  stage(name, done.status === 0 ? 1 : 0, done.status === 0 ? 0 : 1, done.stdout + done.stderr);
}

function filesUnder(folder, ending) {
  return readdirSync(path.join(root, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith(ending))
    .map((entry) => path.relative(root, path.join(entry.parentPath ?? entry.path, entry.name)))
    .sort();
}

/** Node's runner on a list of files; its own closing counts are taken over. */
function nodeTests(name, files, env = {}) {
  const done = spawnSync('node', ['--test', '--test-reporter=tap', '--import', 'tsx', ...files], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env },
    maxBuffer: 64 * 1024 * 1024,
  });
  const count = (word) => Number(new RegExp(`^# ${word} (\\d+)`, 'm').exec(done.stdout)?.[1] ?? 0);
  const failed = count('fail') + (done.status !== 0 && count('fail') === 0 ? 1 : 0);
  const blocks = done.stdout.split(/^(?=# Subtest)/m).filter((block) => /^\s*not ok/m.test(block));
  stage(name, count('pass'), failed, blocks.join('\n') + done.stderr);
}

try {
  if (wanted('format'))
    check('formatting', 'npx', ['--no-install', 'prettier', '--check', '--log-level', 'warn', '.']);
  if (wanted('lint')) check('lint', 'npx', ['--no-install', 'eslint', '.']);
  if (wanted('types')) {
    check('types of the core', 'npx', ['--no-install', 'tsc', '-p', 'core']);
    check('route types', 'npx', ['--no-install', 'svelte-kit', 'sync']);
    check('types of the application', 'npx', [
      '--no-install',
      'svelte-check',
      '--tsconfig',
      'tsconfig.json',
      '--fail-on-warnings',
    ]);
  }
  if (wanted('unit'))
    nodeTests('unit', [...filesUnder('core', '.test.ts'), ...filesUnder('src', '.test.ts')]);
  if (wanted('reference')) nodeTests('reference', filesUnder('tests/reference', '.test.ts'));
  if (wanted('store')) {
    const database = await startMariadb(path.join(temporary, 'store'));
    nodeTests('store', filesUnder('tests/store', '.test.ts'), { TEST_DATABASE_URL: database.url });
    await database.stop();
  }
  if (wanted('browser')) {
    ensureBuild();
    const application = await startApplication(path.join(temporary, 'browser'));
    const report = path.join(temporary, 'report.json');
    const done = spawnSync(
      'npx',
      ['--no-install', 'playwright', 'test', '-c', 'tests/browser/playwright.config.ts'],
      {
        cwd: root,
        encoding: 'utf8',
        env: { ...process.env, BASE_URL: application.origin, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
        maxBuffer: 64 * 1024 * 1024,
      },
    );
    await application.stop();
    let stats = { expected: 0, unexpected: 1 };
    try {
      ({ stats } = JSON.parse(readFileSync(report, 'utf8')));
    } catch {
      // No report at all is one failure, shown with what the runner printed.
    }
    stage(
      'browser',
      stats.expected,
      stats.unexpected + (done.status !== 0 && !stats.unexpected ? 1 : 0),
      done.stdout + done.stderr,
    );
  }
} catch (error) {
  stage('running the tests', 0, 1, String(error?.stack ?? error));
} finally {
  rmSync(temporary, { recursive: true, force: true });
}
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed || !total.passed ? 1 : 0);
