import { defineConfig } from '@playwright/test';

/** Each worker starts a whole Neat Sill of its own (fixtures/stack.ts), on a database of its own. */
export default defineConfig({
  testDir: '.',
  globalSetup: './fixtures/build.ts',
  fullyParallel: false,
  workers: 2,
  retries: 0,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json']],
  outputDir: '../.data/e2e-results',
  use: {
    actionTimeout: 10_000,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'America/New_York',
    locale: 'en-US',
    launchOptions: { executablePath: '/usr/bin/chromium' },
    trace: 'retain-on-failure',
  },
  projects: [
    { name: 'journeys', testMatch: 'journeys/*.spec.ts' },
    { name: 'screenshots', testMatch: 'screenshots.ts' },
    { name: 'bench', testMatch: 'bench.ts' },
  ],
});
