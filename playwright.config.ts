import { defineConfig } from '@playwright/test';

const port = Number(process.env.ZUCCHINI_E2E_PORT ?? 4720);

export default defineConfig({
  testDir: 'e2e',
  testMatch: '*.spec.ts',
  // One server and one database: the tests use rigs of their own, so they may run side by side.
  fullyParallel: true,
  workers: 2,
  retries: 0,
  timeout: 180_000,
  expect: { timeout: 30_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.ZUCCHINI_E2E_JSON ?? 'test-results/e2e.json' }],
  ],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    // What a test says the server answers is what the page gets; the tests of being offline let it in again.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.ZUCCHINI_CHROMIUM ?? '/usr/bin/chromium',
    },
    // A picture, not a trace: recording every step makes the whole run a fifth longer.
    screenshot: 'only-on-failure',
  },
  webServer: {
    command: `node --import tsx tools/start.ts --port ${port} --fresh --yes --site ${process.env.ZUCCHINI_E2E_SITE ?? 'web/dist'}`,
    url: `http://127.0.0.1:${port}/api/health`,
    reuseExistingServer: false,
    timeout: 180_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 10_000 },
    env: {
      ZUCCHINI_DATA: process.env.ZUCCHINI_E2E_DATA ?? '.zucchini/e2e',
      ...(process.env.ZUCCHINI_DATABASE_URL
        ? { ZUCCHINI_DATABASE_URL: process.env.ZUCCHINI_DATABASE_URL }
        : {}),
    },
  },
});
