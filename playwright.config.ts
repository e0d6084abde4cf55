import { execFileSync } from 'node:child_process';
import { defineConfig } from '@playwright/test';

const chromium = execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim();

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  timeout: 60_000,
  workers: 2,
  fullyParallel: false,
  reporter: process.env['CI'] ? 'dot' : 'list',
  expect: { timeout: 10_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    // The page follows the workshop's zone, not the browser's: a browser elsewhere must show the same.
    timezoneId: 'Asia/Tokyo',
    locale: 'en-GB',
    launchOptions: {
      executablePath: chromium,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
