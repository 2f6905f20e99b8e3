import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { build, transform } from 'esbuild';
import { compileModule } from 'svelte/compiler';
import { root } from './setup.mjs';

/**
 * Modules with runes, for Node: what a phone's outbox or a page's history does is tested without a browser.
 * What SvelteKit gives a page is stood in for by tests/app.ts.
 */
const svelteModules = {
  name: 'svelte modules',
  setup(bundle) {
    bundle.onResolve({ filter: /^\$app\// }, () => ({ path: path.join(root, 'tests/app.ts') }));
    bundle.onLoad({ filter: /\.svelte\.ts$/ }, async ({ path: file }) => {
      const plain = await transform(await readFile(file, 'utf8'), {
        ...{ loader: 'ts', target: 'esnext', sourcefile: file },
        tsconfigRaw: { compilerOptions: { useDefineForClassFields: true } },
      });
      const { js } = compileModule(plain.code, { filename: file, generate: 'client' });
      return { contents: js.code, loader: 'js' };
    });
  },
};

/**
 * Test files as plain JavaScript, once for all: to have each of their processes translate the same
 * modules anew took as long as the tests. They lie beside the packages, where Node finds these.
 * @param files as paths from the project's root
 * @returns a folder that mirrors the project's; whoever asked removes it
 */
export async function translated(files) {
  const folder = path.join(root, 'node_modules/.cache/viridane-tests', String(process.pid));
  await build({
    ...{ absWorkingDir: root, entryPoints: files, outbase: root, outdir: folder },
    ...{ bundle: true, splitting: true, packages: 'external', plugins: [svelteModules] },
    ...{ format: 'esm', platform: 'node', sourcemap: 'linked', logLevel: 'error' },
  });
  return folder;
}

/** Where in such a folder a test file lies. */
export const translatedFile = (folder, file) => path.join(folder, file.replace(/ts$/, 'js'));
