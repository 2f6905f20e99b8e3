// npm run test:file -- core/rows/by-peg.test.ts …: the given test files, and nothing else.
import { spawnSync } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
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
const { status } = spawnSync(
  'node',
  ['--enable-source-maps', '--test', ...files.map((file) => translatedFile(folder, file))],
  { cwd: root, stdio: 'inherit', env: { TZ: TEST_ZONE, ...process.env } },
);
rmSync(folder, { recursive: true, force: true });
process.exit(status ?? 1);
