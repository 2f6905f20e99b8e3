import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  workers: 1,
  // Against a test that hangs; how long a page may take is asked by each expectation.
  timeout: 180_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json']],
  outputDir: '../../test-results',
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.TEST_BROWSER || '/usr/bin/chromium',
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
