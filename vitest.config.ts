import { defineConfig } from 'vitest/config';

const ALONE = 'web/**/*.alone.test.tsx';
const SAME_SEED = 'core/test/sameSeed.ts';
const WEB = {
  environment: 'happy-dom',
  include: ['web/**/*.test.ts', 'web/**/*.test.tsx'],
  setupFiles: ['web/test/setup.ts', SAME_SEED],
  testTimeout: 120_000,
};

export default defineConfig({
  test: {
    // By itself it leaves one core to its own process, which has next to nothing to do.
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        // Pure computation keeps nothing between files, so they share one module registry: half the time.
        test: {
          name: 'core',
          environment: 'node',
          include: ['core/**/*.test.ts'],
          setupFiles: [SAME_SEED],
          testTimeout: 600_000,
          isolate: false,
        },
      },
      { extends: true, test: { name: 'contract', environment: 'node', include: ['contract/**/*.test.ts'] } },
      {
        extends: true,
        test: { name: 'cli', environment: 'node', include: ['cli/**/*.test.ts'], testTimeout: 120_000 },
      },
      {
        extends: true,
        test: {
          name: 'scripts',
          environment: 'node',
          include: ['scripts/**/*.test.mjs'],
          globalSetup: ['scripts/builtForTests.mjs'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      // To load the screens anew for each file takes longer than all their tests. Those that put something else in the place of
      // a module are alone.
      { extends: true, test: { ...WEB, name: 'web', isolate: false, exclude: [ALONE] } },
      { extends: true, test: { ...WEB, name: 'web-alone', include: [ALONE] } },
      {
        extends: true,
        test: {
          name: 'server',
          environment: 'node',
          include: ['server/**/*.test.ts'],
          globalSetup: ['server/test/globalSetup.ts'],
          // One planning thread for all files of a process: to start one takes longer than most tests.
          isolate: false,
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
});
