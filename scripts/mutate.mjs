// npm run mutate [-- count [seed]]: changes one sign of the core or the middle floor at a time in a copy and
// looks whether a test notices. What nothing notices is printed; less than nine in ten makes it end with 1.
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { dumpOf, prepareDemo } from './application.mjs';
import { startMariadb } from './mariadb.mjs';
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
  [/ < /g, ' >= '],
  [/ > /g, ' <= '],
  [/ <= /g, ' > '],
  [/ >= /g, ' < '],
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
/** An edge is moved where whole numbers are held together; between measures no test can tell. */
const EDGES = [
  [/ < /g, ' <= '],
  [/ > /g, ' >= '],
  [/ <= /g, ' < '],
  [/ >= /g, ' > '],
];
const WHOLE_BEFORE = /(\.length|\.size|\b[ijkn]|\b(at|row|peg)|[cC]ount|trees|rows|\d)$/;
const WHOLE_BEHIND = /^(-?\d+\b(?!\.\d)|[\w.[\]]*(\.length|\.size|[cC]ount|trees|rows)\b)/;
const ofWholes = (line, { index, 0: sign }) =>
  WHOLE_BEFORE.test(line.slice(0, index)) || WHOLE_BEHIND.test(line.slice(index + sign.length));
const NO_CODE = /^\s*(\*|\/\*|\/\/|import|export (type|interface)|interface|type)/;

const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-mutate-'));
/** Two changes are tried at a time, each in a copy and with a database of its own. */
const copies = await Promise.all(
  ['a', 'b'].map(async (name) => {
    const copy = path.join(temporary, name);
    for (const part of ['core', 'src', 'tests', 'demo', 'scripts', 'package.json', 'tsconfig.json'])
      cpSync(path.join(root, part), path.join(copy, part), { recursive: true });
    symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
    cpSync(
      path.join(root, '.svelte-kit/tsconfig.json'),
      path.join(copy, '.svelte-kit/tsconfig.json'),
    );
    return { copy, database: await startMariadb(path.join(temporary, `${name}-database`)) };
  }),
);
const [{ copy: first }] = copies;

const under = (folder, ending) =>
  readdirSync(path.join(first, folder), { recursive: true })
    .map((name) => path.join(folder, name))
    .filter((name) => name.endsWith(ending))
    .sort();
const isTest = (name) => name.endsWith('.test.ts');
const files = ['core', 'src/lib/rooms', 'src/lib/server', 'src/lib/words']
  .flatMap((folder) => under(folder, '.ts'))
  .filter((name) => !isTest(name) && !name.endsWith('.d.ts'));
const places = files.flatMap((file) =>
  readFileSync(path.join(first, file), 'utf8')
    .split('\n')
    .flatMap((line, at) =>
      NO_CODE.test(line) || /['"`]/.test(line)
        ? []
        : [...SIGNS, ...EDGES].flatMap(([sign, other], which) =>
            [...line.matchAll(sign)]
              .filter((match) => which < SIGNS.length || ofWholes(line, match))
              .map(({ index, 0: found }) => ({ file, at, index, found, other })),
          ),
    ),
);

/** The files that a file imports, itself included, however far away. */
function reached(file, seen = new Set()) {
  if (seen.has(file)) return seen;
  seen.add(file);
  const text = readFileSync(path.join(first, file), 'utf8');
  for (const [, name] of text.matchAll(/(?:from|import)\s*\(?\s*'([^']+)'/g)) {
    const base = name.startsWith('.')
      ? path.join(path.dirname(file), name)
      : name.replace(/^\$core/, 'core').replace(/^\$lib/, 'src/lib');
    const found = ['', '.ts', '/index.ts'].map((ending) => base + ending);
    const next = found.find((one) => one.endsWith('.ts') && existsSync(path.join(first, one)));
    if (next) reached(next, seen);
  }
  return seen;
}
const tests = ['core', 'src', 'tests/reference', 'tests/store']
  .flatMap((folder) => under(folder, '.test.ts'))
  .map((test) => ({ test, reaches: reached(test), seconds: 0 }));

const demo = dumpOf(await prepareDemo(path.join(temporary, 'demo')));

/** Whether these test files pass; they are translated together, so that many take little longer than one. */
function passes({ copy, database }, files) {
  return new Promise((resolve) => {
    const run = spawn('node', ['scripts/run-tests.mjs', ...files], {
      cwd: copy,
      stdio: 'ignore',
      // Its own group: a change that never ends is stopped with all that runs it.
      detached: true,
      env: { ...process.env, TEST_DATABASE_URL: database.url, TEST_DEMO: demo },
    });
    const late = setTimeout(
      () => process.kill(-run.pid, 'SIGKILL'),
      60_000 + 60_000 * files.length,
    );
    run.once('exit', (status) => {
      clearTimeout(late);
      resolve(status === 0);
    });
  });
}
const ofStore = (test) => test.startsWith('tests/store');
async function unchanged(place, one) {
  const start = Date.now();
  if (!(await passes(place, [one.test]))) {
    console.error(`${one.test} fails before anything is changed.`);
    process.exit(2);
  }
  one.seconds = (Date.now() - start) / 1000;
}
// A second time on the same database: a test that then fails of itself would take every change for noticed.
await Promise.all(
  copies.map(async (place, i) => {
    const own = tests.filter((_, at) => at % copies.length === i);
    for (const one of [...own, ...own.filter(({ test }) => ofStore(test))])
      await unchanged(place, one);
  }),
);
// The quick ones first: most changes end there.
tests.sort((a, b) => a.seconds - b.seconds);

/** Those beside the changed file first, then the rest a few at a time, the store's alone. */
function inGroups(own, file) {
  const beside = own.filter(({ test }) => path.dirname(test) === path.dirname(file));
  const groups = beside.length ? [beside] : [];
  for (const one of own.filter((one) => !beside.includes(one))) {
    const last = groups.at(-1);
    const fits = last && last !== beside && last.length < 12 && !ofStore(one.test);
    if (fits && !ofStore(last[0].test)) last.push(one);
    else groups.push([one]);
  }
  return groups.map((group) => group.map(({ test }) => test));
}

const chosen = Array.from({ length: COUNT }, () => pick(places));
const survivors = [];
let turn = 0;
async function work(place) {
  for (let i = turn++; i < COUNT; i = turn++) {
    const { file, at, index, found, other } = chosen[i];
    const whole = path.join(place.copy, file);
    const text = readFileSync(whole, 'utf8');
    const lines = text.split('\n');
    lines[at] = lines[at].slice(0, index) + other + lines[at].slice(index + found.length);
    writeFileSync(whole, lines.join('\n'));
    const own = tests.filter(({ reaches }) => reaches.has(file));
    let noticed = false;
    for (const group of inGroups(own, file))
      if (!(await passes(place, group))) {
        noticed = true;
        break;
      }
    if (!noticed) survivors.push(`${file}:${at + 1}  ${lines[at].trim()}`);
    writeFileSync(whole, text);
    process.stdout.write(noticed ? '·' : `\n✗ ${survivors.at(-1)}\n`);
  }
}
await Promise.all(copies.map(work));
await Promise.all(copies.map(({ database }) => database.stop()));
rmSync(temporary, { recursive: true, force: true });
console.log(`\n${COUNT - survivors.length} of ${COUNT} noticed`);
for (const survivor of survivors) console.log(survivor);
process.exit(survivors.length > COUNT / 10 ? 1 : 0);
