import { defineConfig } from '@playwright/test';
import { BROWSER } from './browser.ts';

// Whatever the machine's clock; `TZ` tries another.
process.env.TZ ??= 'UTC';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 2,
  retries: 0,
  // On a busy machine all takes several times as long; no test asserts on time.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    // A trace of every step costs a third of the time; a picture of the failure tells most of it.
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: BROWSER,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
