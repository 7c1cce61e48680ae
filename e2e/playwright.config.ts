import { defineConfig } from '@playwright/test';

/** Each worker starts a whole Neat Sill of its own (fixtures/stack.ts), on a database of its own. */
export default defineConfig({
  testDir: '.',
  globalSetup: './fixtures/build.ts',
  fullyParallel: false,
  workers: 2,
  retries: 0,
  // A guard against hanging, not a measure of speed: a busy machine takes its time.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  outputDir: '../.data/e2e-results',
  use: {
    actionTimeout: 20_000,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'America/New_York',
    locale: 'en-US',
    launchOptions: { executablePath: '/usr/bin/chromium' },
    // A trace slows every journey for the sake of one that fails; its page is written down and pictured anyway.
    trace: 'off',
    screenshot: 'only-on-failure',
  },
  projects: [
    { name: 'journeys', testMatch: 'journeys/*.spec.ts' },
    { name: 'screenshots', testMatch: 'screenshots.ts' },
    { name: 'bench', testMatch: 'bench.ts' },
  ],
});
