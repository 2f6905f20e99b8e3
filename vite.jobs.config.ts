import { defineConfig } from 'vite';

/** Bundles the thread that does long work, to lie beside the built server. */
export default defineConfig({
  build: {
    ssr: 'src/workers/job-thread.ts',
    outDir: 'build',
    emptyOutDir: false,
    target: 'node20',
    rollupOptions: { output: { entryFileNames: 'job-thread.js', format: 'es' } },
  },
});
