import { defineConfig } from '@playwright/test';

/** Drives Debian's Chromium on the real page, server and database. `npm test` starts them and says where. */
export default defineConfig({
  testDir: 'tests',
  // Generous: a busy machine with two cores draws, measures and answers at once.
  timeout: 120_000,
  expect: { timeout: 10_000 },
  fullyParallel: false,
  workers: 1,
  retries: 0,
  reporter: process.env['CI'] ? [['line']] : [['list']],
  use: {
    // What cannot be pressed by then never can: no test waits for it until its own end.
    actionTimeout: 30_000,
    baseURL: process.env['E2E_URL'] ?? 'http://127.0.0.1:4620',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
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
