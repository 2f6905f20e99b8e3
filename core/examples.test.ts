import assert from 'node:assert/strict';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import test from 'node:test';
import { pathToFileURL } from 'node:url';
import { inspect, isDeepStrictEqual } from 'node:util';
import { build } from 'esbuild';

/** An example in a docstring: `call(…) // => value`, or `// ≈ value` where digits are left out. */
interface Example {
  file: string;
  line: number;
  call: string;
  about: boolean;
  value: string;
}

function examplesOf(file: string): Example[] {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/@example (.+?)(?: \*\/)?$/gm)].map(({ 1: example, index }) => {
    const line = text.slice(0, index).split('\n').length;
    const parts = /^(.+) \/\/ (=>|≈) (.+)$/.exec(example);
    assert.ok(parts, `${file}:${line}: an example says “call // => value”; found: ${example}`);
    return { file, line, call: parts[1], about: parts[2] === '≈', value: parts[3] };
  });
}

/** Half of the last digit that is written. */
const halfDigit = (written: string): number =>
  0.5000001 * 10 ** -(/\.(\d+)/.exec(written)?.[1].length ?? 0);

test('every example in a docstring of the core is true', async () => {
  const files = readdirSync('core', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => path.join('core', file));
  const examples = files.flatMap(examplesOf);
  assert.ok(examples.length > 20, 'the examples are not found any more');
  const used = [...new Set(examples.map(({ file }) => file))];
  const source = [
    ...used.map((file, i) => `import * as of${i} from './${file}';`),
    `export const found = [`,
    ...examples.map(({ file, call, value }) => {
      const names = [
        ...readFileSync(file, 'utf8').matchAll(
          /^export (?:async )?(?:const|function|class) (\w+)/gm,
        ),
      ];
      const own = names
        .map(([, name]) => name)
        .filter((name) => new RegExp(`\\b${name}\\b`).test(call));
      return `() => { const { ${own.join(', ')} } = of${used.indexOf(file)}; return [${call}, ${value}]; },`;
    }),
    `];`,
  ].join('\n');
  const folder = mkdtempSync(path.join(process.cwd(), 'node_modules/.cache-examples-'));
  try {
    const outfile = path.join(folder, 'examples.mjs');
    await build({
      ...{ stdin: { contents: source, resolveDir: process.cwd(), loader: 'ts' }, outfile },
      ...{ bundle: true, packages: 'external', format: 'esm', platform: 'node', logLevel: 'error' },
    });
    const { found } = (await import(pathToFileURL(outfile).href)) as {
      found: (() => [unknown, unknown])[];
    };
    const wrong = examples.flatMap(({ file, line, call, about, value }, i) => {
      const said = `${file}:${line}: ${call}`;
      try {
        const [got, expected] = found[i]();
        const right = about
          ? Math.abs(Number(got) - Number(expected)) <= halfDigit(value)
          : isDeepStrictEqual(got, expected);
        return right ? [] : [`${said} gives ${inspect(got)}, not ${value}`];
      } catch (error) {
        return [`${said} fails: ${String(error)}`];
      }
    });
    assert.deepEqual(wrong, []);
  } finally {
    rmSync(folder, { recursive: true });
  }
});
