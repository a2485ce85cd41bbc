import { defineConfig } from '@playwright/test';

/** Each worker has a shop of its own: its address, and its data folder for what a test asks the database itself. */
const shops = JSON.parse(process.env.WRENCHWISE_SHOPS ?? '[]') as {
  url: string;
  data: string;
  log: string;
}[];
const own = shops[Number(process.env.TEST_PARALLEL_INDEX ?? 0)];
if (own) {
  process.env.BASE_URL = own.url;
  process.env.WRENCHWISE_DATA = own.data;
  process.env.SERVER_LOG = own.log;
}

export default defineConfig({
  testDir: 'tests/e2e',
  // Tests look into the database by the server's own code.
  tsconfig: './tests/e2e/tsconfig.json',
  outputDir: 'test-results',
  workers: Math.max(1, shops.length),
  timeout: 300_000,
  // A wait ends a test where nothing comes any more, on a slow machine too; how quick things come is measured elsewhere.
  expect: { timeout: 45_000 },
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'America/Denver',
    screenshot: 'only-on-failure',
    // What moves is not waited for until it stands still.
    contextOptions: { reducedMotion: 'reduce' },
    // A press that finds nothing fails by itself, long before its test would.
    actionTimeout: 45_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--disable-gpu',
        '--font-render-hinting=none',
        '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost',
      ],
    },
  },
});
