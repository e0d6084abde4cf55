import { defineConfig } from 'vite';

/** The server as plain JavaScript: our own parts bundled, registry packages left where they are. */
export default defineConfig({
  ssr: { noExternal: [/^@app\//] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    minify: false,
    rollupOptions: {
      input: {
        main: new URL('./src/main.ts', import.meta.url).pathname,
        'plan.worker': new URL('./src/jobs/plan.worker.ts', import.meta.url).pathname,
      },
      output: { entryFileNames: '[name].js' },
    },
  },
});
