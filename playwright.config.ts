import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  workers: 1,
  timeout: 300_000,
  expect: { timeout: 15_000 },
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'America/Denver',
    screenshot: 'only-on-failure',
    // A press that finds nothing fails by itself, long before its test would.
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--disable-gpu',
        '--font-render-hinting=none',
        '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost',
      ],
    },
  },
});
