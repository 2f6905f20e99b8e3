import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';
import { optimizeImports } from 'carbon-preprocess-svelte';

/** The one script that stands in the page itself, by its hash: pages without other scripts have no nonce. */
function scriptOfPage() {
  const page = readFileSync(new URL('src/app.html', import.meta.url), 'utf8');
  const script = /<script>([^]*?)<\/script>/.exec(page)[1];
  return createHash('sha256').update(script).digest('base64');
}

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: [vitePreprocess(), optimizeImports()],
  kit: {
    adapter: adapter({ out: 'build', precompress: true }),
    alias: { $core: 'core' },
    typescript: {
      // Tests of the core, the bench and the scripts written in TypeScript are checked like the rest.
      config: (config) => ({
        ...config,
        include: [...config.include, '../core/**/*.ts', '../bench/**/*.ts'],
      }),
    },
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'script-src': ['self', `sha256-${scriptOfPage()}`],
        // Style attributes are written by charts and by Carbon; scripts never are.
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self', 'data:'],
        'connect-src': ['self'],
        'worker-src': ['self', 'blob:'],
        'object-src': ['none'],
        'base-uri': ['self'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
    serviceWorker: { register: false },
  },
  compilerOptions: {
    warningFilter: (warning) => !warning.filename?.includes('node_modules'),
  },
};
