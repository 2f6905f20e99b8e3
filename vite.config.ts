import { sveltekit } from '@sveltejs/kit/vite';
import { optimizeCss } from 'carbon-preprocess-svelte';
import { defineConfig, type Plugin } from 'vite';
import { fieldFiles } from './vite.field-files';

/** Carbon's stylesheet names fonts on a remote host; ours ship with the application. */
function withoutRemoteFonts(): Plugin {
  return {
    name: 'without-remote-fonts',
    enforce: 'pre',
    transform(code, id) {
      if (!id.includes('carbon-components-svelte/css/')) return null;
      return { code: code.replace(/@font-face\s*\{[^}]*\}/g, ''), map: null };
    },
  };
}

export default defineConfig({
  plugins: [withoutRemoteFonts(), sveltekit(), optimizeCss(), fieldFiles()],
  worker: { format: 'es' },
  ssr: { noExternal: ['carbon-components-svelte'] },
  build: { chunkSizeWarningLimit: 1200 },
});
