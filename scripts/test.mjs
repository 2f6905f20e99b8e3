// npm test: sets up what is missing, then formatting, lint, types, unit, reference, store and browser
// tests, two at a time. Ends with one line, "N passed, N failed".
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebian, ensureNodePackages, root } from './setup.mjs';

ensureDebian('mariadbd', 'chromium');
ensureNodePackages();
const { startMariadb } = await import('./mariadb.mjs');
const { prepareDemo, startApplication } = await import('./application.mjs');
const { translated, translatedFile } = await import('./translated.mjs');

const only = process.argv.slice(2);
const wanted = (stage) => !only.length || only.includes(stage);
const total = { passed: 0, failed: 0 };
const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-test-'));
const prepared = path.join(temporary, 'demo');

function stage(name, passed, failed, output = '') {
  total.passed += passed;
  total.failed += failed;
  console.log(`${failed ? '✗' : '✓'} ${name}: ${passed} passed, ${failed} failed`);
  if (failed) console.log(output);
}

/** Runs a command to its end without standing in the way of another. */
function ran(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env: { ...process.env, ...env } });
    let [stdout, stderr] = ['', ''];
    child.stdout.setEncoding('utf8').on('data', (text) => (stdout += text));
    child.stderr.setEncoding('utf8').on('data', (text) => (stderr += text));
    child.once('error', (error) => resolve({ status: 1, stdout, stderr: String(error) }));
    child.once('close', (status) => resolve({ status, stdout, stderr }));
  });
}

/** A check that either holds or does not. */
async function check(name, args) {
  const done = await ran('npx', ['--no-install', ...args]);
  stage(name, done.status === 0 ? 1 : 0, done.status === 0 ? 0 : 1, done.stdout + done.stderr);
}

function filesUnder(folder, ending) {
  return readdirSync(path.join(root, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith(ending))
    .map((entry) => path.relative(root, path.join(entry.parentPath ?? entry.path, entry.name)))
    .sort();
}

/** Node's runner on a list of translated files; its own closing counts are taken over. */
async function nodeTests(name, folder, files, env) {
  const scripts = files.map((file) => translatedFile(folder, file));
  const args = ['--enable-source-maps', '--test', '--test-reporter=tap', ...scripts];
  const done = await ran('node', args, env);
  const count = (word) => Number(new RegExp(`^# ${word} (\\d+)`, 'm').exec(done.stdout)?.[1] ?? 0);
  const failed = count('fail') + (done.status !== 0 && count('fail') === 0 ? 1 : 0);
  const blocks = done.stdout.split(/^(?=# Subtest)/m).filter((block) => /^\s*not ok/m.test(block));
  stage(name, count('pass'), failed, blocks.join('\n') + done.stderr);
}

/** The build, and a demo that every application of the browser tests begins from: made while other suites run. */
async function readyForBrowser() {
  if (!wanted('browser')) return;
  const built = await ran('node', [
    ...['--input-type=module', '-e'],
    `import { ensureBuild } from './scripts/setup.mjs'; ensureBuild();`,
  ]);
  if (built.status !== 0) throw new Error(`The build failed:\n${built.stdout}${built.stderr}`);
  await prepareDemo(prepared);
}

async function statics() {
  if (wanted('format'))
    await check('formatting', ['prettier', '--check', '--log-level', 'warn', '.']);
  if (wanted('lint')) await check('lint', ['eslint', '.']);
  if (wanted('types')) {
    await check('types of the core', ['tsc', '-p', 'core']);
    await check('types of the application', [
      ...['svelte-check', '--tsconfig', 'tsconfig.json', '--fail-on-warnings'],
    ]);
  }
  // After the checks, because the build writes into a folder that they read.
  await readyForBrowser();
}

async function nodeSuites() {
  const suites = Object.entries({
    unit: [...filesUnder('core', '.test.ts'), ...filesUnder('src', '.test.ts')],
    reference: filesUnder('tests/reference', '.test.ts'),
    store: filesUnder('tests/store', '.test.ts'),
  }).filter(([name]) => wanted(name));
  if (!suites.length) return;
  const folder = await translated(suites.flatMap(([, files]) => files));
  for (const [name, files] of suites) {
    const database = name === 'store' && (await startMariadb(path.join(temporary, 'store')));
    await nodeTests(name, folder, files, database ? { TEST_DATABASE_URL: database.url } : {});
    if (database) await database.stop();
  }
  rmSync(folder, { recursive: true, force: true });
}

/** Half of the browser's files, in their order, on an application of their own. */
async function browserHalf(half) {
  const application = await startApplication(path.join(temporary, `browser-${half}`), { prepared });
  const report = path.join(temporary, `report-${half}.json`);
  const done = await ran(
    'npx',
    [
      ...['--no-install', 'playwright', 'test', '-c', 'tests/browser/playwright.config.ts'],
      ...[`--shard=${half}/2`, `--output=test-results/${half}`],
    ],
    { BASE_URL: application.origin, DEMO: prepared, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  );
  await application.stop();
  let stats = { expected: 0, unexpected: 1 };
  try {
    ({ stats } = JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    // No report at all is one failure, shown with what the runner printed.
  }
  stage(
    `browser, half ${half}`,
    stats.expected,
    stats.unexpected + (done.status !== 0 && !stats.unexpected ? 1 : 0),
    done.stdout + done.stderr,
  );
}

try {
  // Both the route types and the build write into one folder that the checks read.
  if (wanted('types') || wanted('lint')) await check('route types', ['svelte-kit', 'sync']);
  // Two at a time, and neither waits for the other: one half of the browser's files goes with the node suites.
  const ready = statics();
  const half = (number) => (wanted('browser') ? browserHalf(number) : undefined);
  await Promise.all([
    ready.then(() => half(1)),
    Promise.all([nodeSuites(), ready]).then(() => half(2)),
  ]);
} catch (error) {
  stage('running the tests', 0, 1, String(error?.stack ?? error));
} finally {
  rmSync(temporary, { recursive: true, force: true });
}
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed || !total.passed ? 1 : 0);
