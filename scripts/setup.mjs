// What every command needs, installed when it is missing. Uses nothing outside Node itself.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
export const dataFolder = path.join(root, '.data');
/** Where the machine stands that runs the tests: nowhere near Greenwich, nor near any site they have. */
export const TEST_ZONE = 'Pacific/Auckland';

const DEBIAN = { mariadbd: 'mariadb-server', chromium: 'chromium' };

const find = (program) =>
  [
    '/usr/sbin',
    '/usr/bin',
    '/usr/local/bin',
    '/usr/local/sbin',
    ...(process.env.PATH ?? '').split(':'),
  ]
    .map((folder) => path.join(folder, program))
    .find(existsSync);

/** Runs a command with its output shown; stops everything when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) {
    console.error(
      `\n${command} ${args.join(' ')} ended with ${done.status ?? done.error?.message}.`,
    );
    process.exit(1);
  }
}

/** Debian packages that a command needs, by the program that proves they are there. */
export function ensureDebian(...programs) {
  const missing = programs.filter((program) => !find(program));
  if (!missing.length) return;
  const packages = missing.map((program) => DEBIAN[program]).join(' ');
  const line = `apt-get update && apt-get install -y --no-install-recommends ${packages}`;
  if (process.getuid?.() !== 0) {
    console.error(
      `Missing: ${packages}. Run this once, then start again:\n\n  sudo sh -c '${line}'\n`,
    );
    process.exit(1);
  }
  console.log(`Installing ${packages} …`);
  run('sh', ['-c', `${line} >/dev/null`], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}

const HEADLESS_SHELL = 'chromium-headless-shell';

/**
 * The Chromium that the tests drive: Debian's shell without windows where it is there or can be
 * fetched, which does the same in a fifth less time, else the whole browser.
 */
export async function testBrowser() {
  if (!find(HEADLESS_SHELL) && process.getuid?.() === 0) {
    const line = `apt-get update && apt-get install -y --no-install-recommends ${HEADLESS_SHELL}`;
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    const installing = spawn('sh', ['-c', line], { stdio: 'ignore', timeout: 180_000, env });
    await new Promise((ended) => installing.once('close', ended).once('error', ended));
  }
  return find(HEADLESS_SHELL) ?? find('chromium');
}

/** Node packages as the lock file names them. */
export function ensureNodePackages() {
  const lock = readFileSync(path.join(root, 'package-lock.json'));
  const wanted = createHash('sha256').update(lock).digest('hex');
  const stamp = path.join(root, 'node_modules', '.viridane-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing Node packages …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel', 'error']);
  writeFileSync(stamp, wanted);
}

/** Newest change among the sources of the build. */
function newestSource() {
  let newest = 0;
  const look = (entry) => {
    const info = statSync(entry);
    if (info.isDirectory()) {
      for (const name of readdirSync(entry)) look(path.join(entry, name));
    } else newest = Math.max(newest, info.mtimeMs);
  };
  for (const entry of [
    'src',
    'core',
    'static',
    'package-lock.json',
    'svelte.config.js',
    'vite.config.ts',
  ]) {
    if (existsSync(path.join(root, entry))) look(path.join(root, entry));
  }
  return newest;
}

/** Builds the application when a source is newer than the last build. */
export function ensureBuild() {
  const stamp = path.join(root, 'build', '.built');
  if (existsSync(stamp) && statSync(stamp).mtimeMs > newestSource()) return;
  console.log('Building …');
  run('npx', ['--no-install', 'vite', 'build', '--logLevel', 'error']);
  // The thread that does long work lies beside the server.
  run('npx', [
    '--no-install',
    'vite',
    'build',
    '--config',
    'vite.jobs.config.ts',
    '--logLevel',
    'error',
  ]);
  writeFileSync(stamp, '');
}

export function ensureFolder(folder) {
  mkdirSync(folder, { recursive: true });
  return folder;
}
