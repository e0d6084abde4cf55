import { defineConfig } from 'vite';

/** One prebuilt file, so that the command starts fast. */
export default defineConfig({
  ssr: { noExternal: true },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    minify: false,
    rollupOptions: {
      input: { mokume: new URL('./src/main.ts', import.meta.url).pathname },
      output: { entryFileNames: '[name].js' },
    },
  },
});
