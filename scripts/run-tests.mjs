// npm run test:file -- core/rows/by-peg.test.ts …: the given test files, and nothing else.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { root, TEST_ZONE } from './setup.mjs';
import { translated, translatedFile } from './translated.mjs';

const files = process.argv.slice(2);
const missing = files.filter((file) => !existsSync(path.join(root, file)));
if (!files.length || missing.length) {
  console.error(
    missing.length
      ? `There is no ${missing.join(', no ')}. Name test files from the project’s root.`
      : 'Name the test files, as in: npm run test:file -- core/rows/by-peg.test.ts',
  );
  process.exit(2);
}
const folder = await translated(files);
const env = { TZ: TEST_ZONE, ...process.env };
/** Those of the store need a database; whoever names one of their own keeps it. */
const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-test-'));
const needs = files.some((file) => file.startsWith('tests/store/')) && !env.TEST_DATABASE_URL;
const database = needs
  ? await (await import('./mariadb.mjs')).startMariadb(temporary)
  : { stop: () => undefined };
if (database.url) env.TEST_DATABASE_URL = database.url;
const { status } = spawnSync(
  'node',
  ['--enable-source-maps', '--test', ...files.map((file) => translatedFile(folder, file))],
  { cwd: root, stdio: 'inherit', env },
);
await database.stop();
for (const left of [folder, temporary]) rmSync(left, { recursive: true, force: true });
process.exit(status ?? 1);
