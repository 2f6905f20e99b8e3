// npm run mutate [-- count [seed [folder …]]]: changes one sign of the core or the middle floor at a time and
// looks whether a test notices. What nothing notices is printed; less than nine in ten makes it end with 1.
// With UNREACHED=1 only those are printed that no test comes to: a count of some thousands names all such places.
//
// All changes are built in at once, each asleep behind a switch; one run of all tests says which test reaches
// which change, and each change is then woken in those tests alone, the nearest and quickest first.
import { spawn } from 'node:child_process';
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
import { pathToFileURL } from 'node:url';
import ts from 'typescript';
import { dumpOf, prepareDemo } from './application.mjs';
import { startMariadb } from './mariadb.mjs';
import { root, TEST_ZONE } from './setup.mjs';

const COUNT = Number(process.argv[2] ?? 100);
const FOLDERS =
  process.argv.length > 4
    ? process.argv.slice(4)
    : ['core', 'src/lib/rooms', 'src/lib/server', 'src/lib/words'];
let state = Number(process.argv[3] ?? 1) >>> 0 || 1;
/** Marsaglia's xorshift, so that the same seed asks the same questions. */
const random = () => {
  state ^= state << 13;
  state ^= state >>> 17;
  state ^= state << 5;
  return (state >>> 0) / 2 ** 32;
};

/** What is taken for what. */
const SIGNS = {
  '<': '>=',
  '>': '<=',
  '<=': '>',
  '>=': '<',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
  '===': '!==',
  '!==': '===',
};
/** An edge is moved where whole numbers are held together; between measures no test can tell. */
const EDGES = { '<': '<=', '>': '>=', '<=': '<', '>=': '>' };
/** A map, for a function may be called as anything is, `valueOf` too. */
const EXTREMES = new Map([
  ['Math.max', 'Math.min'],
  ['Math.min', 'Math.max'],
]);
const WHOLE_BEFORE = /(\.length|\.size|\b[ijkn]|\b(at|row|peg)|[cC]ount|trees|rows|\d)$/;
const WHOLE_BEHIND = /^(-?\d+\b(?!\.\d)|[\w.[\]]*(\.length|\.size|[cC]ount|trees|rows)\b)/;

/** Every change of a file: where it stands, and what would stand there instead. */
function changesOf(file, text) {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const changes = [];
  const visit = (node) => {
    const [from, to] = [node.getStart(), node.getEnd()];
    const change = (instead) => changes.push({ file, from, to, instead });
    if (ts.isBinaryExpression(node)) {
      const sign = node.operatorToken.getText();
      const [left, right] = [
        text.slice(from, node.operatorToken.getStart()),
        text.slice(node.operatorToken.getEnd(), to),
      ];
      const joined = [node.left, node.right].some(
        (side) => ts.isStringLiteralLike(side) || ts.isTemplateExpression(side),
      );
      if (SIGNS[sign] && !(sign === '+' && joined)) change(left + SIGNS[sign] + right);
      if (EDGES[sign] && (WHOLE_BEFORE.test(left.trim()) || WHOLE_BEHIND.test(right.trim())))
        change(left + EDGES[sign] + right);
    } else if (ts.isCallExpression(node) && EXTREMES.has(node.expression.getText())) {
      change(EXTREMES.get(node.expression.getText()) + text.slice(node.expression.getEnd(), to));
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return changes;
}

const temporary = mkdtempSync(path.join(tmpdir(), 'viridane-mutate-'));
const copy = path.join(temporary, 'copy');
for (const part of ['core', 'src', 'tests', 'demo', 'scripts', 'package.json', 'tsconfig.json'])
  cpSync(path.join(root, part), path.join(copy, part), { recursive: true });
symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
cpSync(path.join(root, '.svelte-kit/tsconfig.json'), path.join(copy, '.svelte-kit/tsconfig.json'));

const under = (folder, ending) =>
  readdirSync(path.join(copy, folder), { recursive: true })
    .map((name) => path.join(folder, name))
    .filter((name) => name.endsWith(ending))
    .sort();
const texts = new Map(
  FOLDERS.flatMap((folder) => under(folder, '.ts'))
    .filter((name) => !name.endsWith('.test.ts') && !name.endsWith('.d.ts'))
    .map((file) => [file, readFileSync(path.join(copy, file), 'utf8')]),
);

/** As many changes as were asked for, drawn from all; none stands within another. */
function drawn() {
  const all = [...texts].flatMap(([file, text]) => changesOf(file, text));
  const taken = [];
  while (taken.length < COUNT && all.length) {
    const [one] = all.splice(Math.floor(random() * all.length), 1);
    if (!taken.some((it) => it.file === one.file && it.from < one.to && one.from < it.to))
      taken.push(one);
  }
  return taken.map((change, id) => ({ ...change, id }));
}

const chosen = drawn();
for (const [file, text] of texts) {
  const own = chosen.filter((change) => change.file === file).sort((a, b) => b.from - a.from);
  let built = text;
  for (const { id, from, to, instead } of own) {
    const asleep = built.slice(from, to);
    const either = `(globalThis.changed(${id}) ? (${instead}) : (${asleep}))`;
    built = built.slice(0, from) + either + built.slice(to);
  }
  if (own.length) writeFileSync(path.join(copy, file), built);
}
const preload = path.join(temporary, 'switch.mjs');
writeFileSync(
  preload,
  `import { appendFileSync } from 'node:fs';
const awake = Number(process.env.CHANGE ?? -1);
const reached = new Uint8Array(${chosen.length});
globalThis.changed = (id) => { reached[id] = 1; return id === awake; };
process.on('exit', () => {
  if (process.env.REACHED) appendFileSync(process.env.REACHED, reached.join('') + '\\n');
});
`,
);

const { translated, translatedFile } = await import(path.join(copy, 'scripts/translated.mjs'));
const tests = ['core', 'src', 'tests/reference', 'tests/store'].flatMap((folder) =>
  under(folder, '.test.ts'),
);
const folder = await translated(tests);
const demo = dumpOf(await prepareDemo(path.join(temporary, 'demo')));
/** Two tests at a time, each with a database of its own. */
const databases = await Promise.all(
  ['a', 'b'].map((name) => startMariadb(path.join(temporary, `${name}-database`))),
);

/** Whether a test file passes, and what it said. */
function outcome(test, database, seconds, env) {
  return new Promise((resolve) => {
    const run = spawn('node', ['--test', '--test-reporter=tap', translatedFile(folder, test)], {
      ...{ cwd: copy, stdio: ['ignore', 'pipe', 'ignore'] },
      // Its own group: a change that never ends is stopped with all that runs it.
      detached: true,
      env: {
        ...{ ...process.env, NODE_OPTIONS: `--import ${pathToFileURL(preload).href}` },
        ...{ TEST_DATABASE_URL: database.url, TEST_DEMO: demo, TZ: TEST_ZONE, ...env },
      },
    });
    const late = setTimeout(() => process.kill(-run.pid, 'SIGKILL'), seconds * 1000);
    let told = '';
    run.stdout.setEncoding('utf8').on('data', (text) => (told += text));
    run.once('close', (status) => {
      clearTimeout(late);
      resolve({ passed: status === 0, told });
    });
  });
}
/** Hands out one after the other to whichever database is free. */
async function each(list, work) {
  let turn = 0;
  await Promise.all(
    databases.map(async (database) => {
      for (let i = turn++; i < list.length; i = turn++) await work(list[i], database);
    }),
  );
}

/** What each test file reaches, and how long it takes. */
const known = [];
await each(tests, async (test, database) => {
  const REACHED = path.join(temporary, `reached-${known.length}-${test.replaceAll('/', '-')}`);
  const start = Date.now();
  // A second time on the same database: a test that then fails of itself would take every change for noticed.
  const times = test.startsWith('tests/store') ? 2 : 1;
  for (let time = 0; time < times; time++) {
    const { passed, told } = await outcome(test, database, 600, { REACHED });
    if (passed) continue;
    console.error(`${test} fails before anything is changed.\n${told}`);
    process.exit(2);
  }
  const lines = readFileSync(REACHED, 'utf8').trim().split('\n');
  known.push({
    test,
    seconds: (Date.now() - start) / 1000 / times,
    reaches: (id) => lines.some((line) => line[id] === '1'),
  });
});
console.log(`${chosen.length} changes, ${tests.length} test files`);
/** Where a change stands, and what it is. */
const named = ({ file, from, to, instead }) => {
  const text = texts.get(file);
  const [was, is] = [text.slice(from, to), instead].map((one) => one.replace(/\s+/g, ' '));
  return `${file}:${text.slice(0, from).split('\n').length}  ${was}  →  ${is}`;
};
async function cleared() {
  await Promise.all(databases.map((database) => database.stop()));
  for (const left of [folder, temporary]) rmSync(left, { recursive: true, force: true });
}
if (process.env.UNREACHED) {
  const unreached = chosen.filter(({ id }) => !known.some(({ reaches }) => reaches(id)));
  for (const change of unreached.sort((a, b) => (named(a) < named(b) ? -1 : 1)))
    console.log(named(change));
  await cleared();
  console.log(`${unreached.length} of ${chosen.length} not reached`);
  process.exit(0);
}

const survivors = [];
await each(chosen, async (change, database) => {
  const { id, file } = change;
  const beside = ({ test }) => path.dirname(test) === path.dirname(file);
  const own = known
    .filter(({ reaches }) => reaches(id))
    .sort((a, b) => beside(b) - beside(a) || a.seconds - b.seconds);
  let noticed = false;
  for (const { test, seconds } of own) {
    const { passed } = await outcome(test, database, 30 + 5 * seconds, { CHANGE: String(id) });
    noticed = !passed;
    if (noticed) break;
  }
  if (noticed) return void process.stdout.write('·');
  survivors.push(`${named(change)}${own.length ? '' : '  (no test comes here)'}`);
  console.log(`\n${survivors.at(-1)}`);
});
await cleared();
console.log(`\n${chosen.length - survivors.length} of ${chosen.length} noticed`);
process.exit(survivors.length > chosen.length / 10 ? 1 : 0);
