import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        extends: true,
        test: { name: 'core', environment: 'node', include: ['core/**/*.test.ts'], testTimeout: 600_000 },
      },
      { extends: true, test: { name: 'contract', environment: 'node', include: ['contract/**/*.test.ts'] } },
      { extends: true, test: { name: 'cli', environment: 'node', include: ['cli/**/*.test.ts'], testTimeout: 60_000 } },
      {
        extends: true,
        test: { name: 'scripts', environment: 'node', include: ['scripts/**/*.test.mjs'], testTimeout: 60_000 },
      },
      {
        extends: true,
        test: {
          name: 'web',
          environment: 'happy-dom',
          include: ['web/**/*.test.ts', 'web/**/*.test.tsx'],
          setupFiles: ['web/test/setup.ts'],
          testTimeout: 30_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          environment: 'node',
          include: ['server/**/*.test.ts'],
          globalSetup: ['server/test/globalSetup.ts'],
          fileParallelism: false,
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
