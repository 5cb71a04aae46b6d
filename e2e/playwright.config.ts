import { defineConfig } from '@playwright/test';

/** What a lane of tests has to itself: the address of its server, its database and its stand-ins, by their environment's names. */
type Lane = Readonly<Record<'E2E_URL' | 'DATABASE_URL' | 'LISTING_URL' | 'MIRROR_URL', string>>;
const LANES = JSON.parse(process.env['E2E_LANES'] ?? '[]') as Lane[];
Object.assign(process.env, LANES[Number(process.env['TEST_PARALLEL_INDEX'] ?? 0)]);

/** Drives Debian's Chromium on the real page, server and database. `npm test` starts them and says where. */
export default defineConfig({
  testDir: 'tests',
  // Generous: a busy machine with two cores draws, measures and answers at once.
  timeout: 180_000,
  expect: { timeout: 30_000 },
  fullyParallel: false,
  workers: Math.max(1, LANES.length),
  retries: 0,
  // What counts frames comes last and has the machine to itself: beside other tests it would count theirs.
  projects: [
    { name: 'walks', testIgnore: 'fluent.spec.ts' },
    { name: 'alone', testMatch: 'fluent.spec.ts', dependencies: ['walks'] },
  ],
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
