import { defineConfig } from '@playwright/test';
// @ts-expect-error -- plain JavaScript shared with the scripts, no declaration file
import { chromiumOptions } from './scripts/lib/chromium.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  // What looks at every view in turn, or does again on another screen what is done on one, is in the long run.
  ...(process.env['MOKUME_LONG'] ? {} : { grepInvert: /@long/ }),
  globalSetup: './e2e/support/globalSetup.ts',
  // Against a test that hangs, not against one that is slow: on a machine three times slower the longest takes a minute.
  timeout: 240_000,
  workers: 2,
  fullyParallel: false,
  reporter: process.env['CI'] ? 'dot' : 'list',
  expect: { timeout: 30_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    // The page follows the workshop's zone, not the browser's: a browser elsewhere must show the same.
    timezoneId: 'Asia/Tokyo',
    locale: 'en-GB',
    // It would fetch the whole app for every test; where working offline is looked at it is let in.
    serviceWorkers: 'block',
    launchOptions: chromiumOptions(),
  },
});
