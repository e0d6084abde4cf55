import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync } from 'node:zlib';
import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { build, defineConfig, type Plugin } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** Every built file by its address; those whose name does not change with what is in them carry its digest. */
function builtFiles(): { url: string; revision: string | null }[] {
  return readdirSync(here('./dist'), { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile())
    .map((f) => `${f.parentPath}/${f.name}`)
    .map((file) => {
      const url = file.slice(here('./dist').length);
      const digest = createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16);
      return { url, revision: url.startsWith('/assets/') ? null : digest };
    });
}

/** Once the app is built, the service worker that keeps all of it. */
const serviceWorker = (): Plugin => ({
  name: 'service-worker',
  apply: 'build',
  async closeBundle() {
    await build({
      configFile: false,
      logLevel: 'warn',
      publicDir: false,
      define: { PRECACHE: JSON.stringify(builtFiles()), 'process.env.NODE_ENV': '"production"' },
      build: {
        target: 'es2022',
        outDir: here('./dist'),
        emptyOutDir: false,
        lib: { entry: here('./sw/sw.ts'), formats: ['iife'], name: 'sw', fileName: () => 'sw.js' },
      },
    });
  },
});

/** Scripts and styles once more, packed as small as they get, so that no start of a page waits for it. */
const packed = (): Plugin => ({
  name: 'packed',
  apply: 'build',
  closeBundle: {
    // Not before the service worker has its list, or it would keep every file twice.
    sequential: true,
    order: 'post',
    handler() {
      for (const { url } of builtFiles())
        if (/^\/assets\/.*\.(js|css)$/.test(url))
          writeFileSync(here(`./dist${url}.br`), brotliCompressSync(readFileSync(here(`./dist${url}`))));
    },
  },
});

export default defineConfig({
  plugins: [react(), tailwind(), serviceWorker(), packed()],
  worker: { format: 'es' },
  build: { target: 'es2022', outDir: 'dist', emptyOutDir: true },
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4170', changeOrigin: false } } },
});
