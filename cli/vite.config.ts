import { defineConfig } from 'vite';

/** Prebuilt, and what solves in a file of its own, so that it starts fast. */
export default defineConfig({
  ssr: { noExternal: true },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    minify: false,
    rollupOptions: {
      input: { mokume: new URL('./src/main.ts', import.meta.url).pathname },
      output: { entryFileNames: '[name].js', chunkFileNames: 'part-[hash].js' },
      // Nothing does anything by being loaded, so that what is not called need not be there.
      treeshake: { moduleSideEffects: false },
    },
  },
});
