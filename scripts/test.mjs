// npm test: sets up what is missing, then formatting, lint, types, unit, reference, store and browser
// tests, two at a time. Ends with one line, "N passed, N failed".
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureDebian, ensureNodePackages, root, testBrowser, TEST_ZONE } from './setup.mjs';

ensureDebian('mariadbd', 'chromium');
ensureNodePackages();
const { startMariadb } = await import('./mariadb.mjs');
const { dumpOf, prepareDemo, startApplication } = await import('./application.mjs');
const { translated, translatedFile } = await import('./translated.mjs');

const only = process.argv.slice(2);
const wanted = (stage) => !only.length || only.includes(stage);
/** For all but the browser, which stands where its site is: what a server does must not hang on its own clock. */
const { TZ: zoneOfBrowser = '' } = process.env;
process.env.TZ = TEST_ZONE;
const total = { passed: 0, failed: 0 };
const began = Date.now();
const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-test-'));
/** A demo that the store's and the browser's tests begin from copies of: to load it anew for each took longer. */
const demoLoaded =
  wanted('store') || wanted('browser')
    ? prepareDemo(path.join(temporary, 'demo'))
    : Promise.resolve(temporary);
// Whoever waits for it says that it failed.
demoLoaded.catch(() => {});

function stage(name, passed, failed, output = '') {
  total.passed += passed;
  total.failed += failed;
  const at = `${Math.round((Date.now() - began) / 1000)} s`;
  console.log(`${failed ? '✗' : '✓'} ${name}: ${passed} passed, ${failed} failed, at ${at}`);
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

/** What a file stands in for that a whole process has: such a one shares its process with no other. */
const STANDS_IN = /globalThis|mock\.timers|beforeEach|process\.env\.\w+ =/;
const SUITES = 'tests/suite.ts';

/**
 * Node's tests in a list of translated files; their own closing counts are taken over. Files that stand in for
 * nothing run in one process, one after the other: to start and to warm one for each took as long as the tests.
 */
async function nodeTests(name, folder, files, env) {
  const alone = (file) => STANDS_IN.test(readFileSync(path.join(root, file), 'utf8'));
  const of = (file) => translatedFile(folder, file);
  const together = path.join(folder, `${name}.js`);
  const shared = files.filter((file) => !alone(file));
  // Those of the store have a database each, from the first of their own tests to the last.
  const read = shared.map((file) =>
    name === 'store' ? `'${file}': () => import('${of(file)}')` : `import '${of(file)}';\n`,
  );
  writeFileSync(
    together,
    name === 'store'
      ? `import { suites } from '${of(SUITES)}';\nawait suites({ ${read.join(', ')} });\n`
      : read.join(''),
  );
  const run = ['--test', together, ...files.filter(alone).map(of)];
  const done = await ran('node', ['--enable-source-maps', '--test-reporter=tap', ...run], env);
  const count = (word) => Number(new RegExp(`^# ${word} (\\d+)`, 'm').exec(done.stdout)?.[1] ?? 0);
  const failed = count('fail') + (done.status !== 0 && count('fail') === 0 ? 1 : 0);
  const blocks = done.stdout
    .split(/^(?=\s*# Subtest)/m)
    .filter((block) => /^\s*not ok/m.test(block));
  stage(name, count('pass'), failed, blocks.join('\n') + done.stderr);
}

/** The build that the browser's tests run on. */
async function built() {
  if (!wanted('browser')) return;
  const done = await ran('node', [
    ...['--input-type=module', '-e'],
    `import { ensureBuild } from './scripts/setup.mjs'; ensureBuild();`,
  ]);
  if (done.status !== 0) throw new Error(`The build failed:\n${done.stdout}${done.stderr}`);
}

async function statics() {
  if (wanted('format')) await check('formatting', ['oxfmt', '--check']);
  if (wanted('lint')) {
    await check('lint', ['oxlint']);
    await check('lint of Svelte files', ['eslint', 'src/**/*.svelte', 'src/**/*.svelte.ts']);
  }
  if (wanted('types')) {
    await check('types of the core', ['tsgo', '-p', 'core']);
    await check('types of the application', [
      ...['svelte-check', '--tsgo', '--tsconfig', 'tsconfig.json', '--fail-on-warnings'],
    ]);
  }
  // After the checks, because the build writes into a folder that they read.
  await built();
}

async function nodeSuites() {
  const suites = Object.entries({
    core: filesUnder('core', '.test.ts'),
    unit: filesUnder('src', '.test.ts'),
    reference: filesUnder('tests/reference', '.test.ts'),
    store: filesUnder('tests/store', '.test.ts'),
  }).filter(([name]) => wanted(name));
  if (!suites.length) return;
  const folder = await translated([SUITES, ...suites.flatMap(([, files]) => files)]);
  for (const [name, files] of suites) {
    if (name !== 'store') {
      await nodeTests(name, folder, files);
      continue;
    }
    const database = await startMariadb(path.join(temporary, 'store'));
    const env = { TEST_DATABASE_URL: database.url, TEST_DEMO: dumpOf(await demoLoaded) };
    await nodeTests(name, folder, files, env);
    await database.stop();
  }
  rmSync(folder, { recursive: true, force: true });
}

/** A part of the browser's files, in their order, on an application of their own. */
async function browserPart(part) {
  const prepared = await demoLoaded;
  const application = await startApplication(path.join(temporary, `browser-${part}`), { prepared });
  const report = path.join(temporary, `report-${part}.json`);
  const done = await ran(
    'npx',
    [
      ...['--no-install', 'playwright', 'test', '-c', 'tests/browser/playwright.config.ts'],
      ...[`--shard=${part}/${BROWSER_PARTS}`, `--output=test-results/${part}`],
    ],
    {
      ...{
        TZ: zoneOfBrowser,
        BASE_URL: application.origin,
        DEMO: prepared,
        TEST_BROWSER: await browserProgram,
      },
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
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
    `browser, part ${part}`,
    stats.expected,
    stats.unexpected + (done.status !== 0 && !stats.unexpected ? 1 : 0),
    done.stdout + done.stderr,
  );
}

/** Fetched beside the first checks. */
const browserProgram = wanted('browser') ? testBrowser() : '';
const BROWSER_PARTS = 6;
const parts = wanted('browser') ? Array.from({ length: BROWSER_PARTS }, (_, i) => i + 1) : [];
/** Takes parts until none is left: whoever is free takes the next. */
async function browserParts() {
  for (let part = parts.shift(); part; part = parts.shift()) await browserPart(part);
}

try {
  // Both the route types and the build write into one folder that the checks read.
  if (wanted('types') || wanted('lint')) await check('route types', ['svelte-kit', 'sync']);
  // Two at a time, and neither waits for the other: the browser's parts begin beside the node suites.
  const ready = statics();
  await Promise.all([
    ready.then(browserParts),
    Promise.all([nodeSuites(), ready]).then(browserParts),
  ]);
} catch (error) {
  stage('running the tests', 0, 1, String(error?.stack ?? error));
} finally {
  rmSync(temporary, { recursive: true, force: true });
}
console.log(`\n${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed || !total.passed ? 1 : 0);
