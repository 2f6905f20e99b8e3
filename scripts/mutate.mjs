// npm run mutate [-- count [seed]]: changes one sign of the core at a time in a copy and looks whether a
// test notices. What nothing notices is printed; less than nine in ten makes it end with 1.
import { spawnSync } from 'node:child_process';
import {
  cpSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { root } from './setup.mjs';

const COUNT = Number(process.argv[2] ?? 100);
let state = Number(process.argv[3] ?? 1) >>> 0 || 1;
/** Marsaglia's xorshift, so that the same seed asks the same questions. */
const random = () => {
  state ^= state << 13;
  state ^= state >>> 17;
  state ^= state << 5;
  return (state >>> 0) / 2 ** 32;
};
const pick = (list) => list[Math.floor(random() * list.length)];

/** What is taken for what, in code and not in types, strings or comments. */
const SIGNS = [
  [/ < /g, ' <= '],
  [/ > /g, ' >= '],
  [/ <= /g, ' < '],
  [/ >= /g, ' > '],
  [/ \+ /g, ' - '],
  [/ - /g, ' + '],
  [/ \* /g, ' / '],
  [/ \/ /g, ' * '],
  [/ && /g, ' || '],
  [/ \|\| /g, ' && '],
  [/ === /g, ' !== '],
  [/ !== /g, ' === '],
  [/Math\.max\(/g, 'Math.min('],
  [/Math\.min\(/g, 'Math.max('],
];
const NO_CODE = /^\s*(\*|\/\*|\/\/|import|export (type|interface)|interface|type)/;

const copy = mkdtempSync(path.join(tmpdir(), 'viridane-mutate-'));
for (const part of ['core', 'src', 'tests', 'package.json', 'tsconfig.json'])
  cpSync(path.join(root, part), path.join(copy, part), { recursive: true });
symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
cpSync(path.join(root, '.svelte-kit/tsconfig.json'), path.join(copy, '.svelte-kit/tsconfig.json'));

const under = (folder, ending) =>
  readdirSync(path.join(copy, folder), { recursive: true })
    .map((name) => path.join(folder, name))
    .filter((name) => name.endsWith(ending))
    .sort();
const files = under('core', '.ts').filter((name) => !name.endsWith('.test.ts'));
const places = files.flatMap((file) =>
  readFileSync(path.join(copy, file), 'utf8')
    .split('\n')
    .flatMap((line, at) =>
      NO_CODE.test(line) || /['"`]/.test(line)
        ? []
        : SIGNS.flatMap(([sign, other]) =>
            [...line.matchAll(sign)].map(({ index, 0: found }) => ({
              ...{ file, at, index, found, other },
            })),
          ),
    ),
);

const passes = (tests) =>
  spawnSync('node', ['--import', 'tsx', '--test', ...tests], {
    cwd: copy,
    stdio: 'ignore',
    timeout: 400_000,
  }).status === 0;
const all = ['core', 'src', 'tests/reference'].flatMap((folder) => under(folder, '.test.ts'));
if (!passes(all)) {
  console.error('The tests fail before anything is changed.');
  process.exit(2);
}

const survivors = [];
for (let i = 0; i < COUNT; i++) {
  const { file, at, index, found, other } = pick(places);
  const whole = path.join(copy, file);
  const text = readFileSync(whole, 'utf8');
  const lines = text.split('\n');
  lines[at] = lines[at].slice(0, index) + other + lines[at].slice(index + found.length);
  writeFileSync(whole, lines.join('\n'));
  // The room's own tests first: most changes end there.
  const own = all.filter((test) => path.dirname(test) === path.dirname(file));
  const unnoticed = (!own.length || passes(own)) && passes(all);
  if (unnoticed) survivors.push(`${file}:${at + 1}  ${lines[at].trim()}`);
  writeFileSync(whole, text);
  process.stdout.write(unnoticed ? '✗' : '·');
}
rmSync(copy, { recursive: true, force: true });
console.log(`\n${COUNT - survivors.length} of ${COUNT} noticed`);
for (const survivor of survivors) console.log(survivor);
process.exit(survivors.length > COUNT / 10 ? 1 : 0);
