import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ROOT } from './lib/folders.mjs';
import { say } from './lib/say.mjs';

// `node scripts/screenshots.mjs [address] [folder] [names …]` pictures every main view of a running Spare Coat with
// the demo in it, at 1280 × 800, into docs/screenshots unless told otherwise.
const [address = 'http://127.0.0.1:4620', folder = join(ROOT, 'docs/screenshots'), ...only] =
  process.argv.slice(2);

/** name → how to get there from the demo coat's address. */
const VIEWS = {
  coats: { path: '' },
  study: { stage: 'study' },
  host: { stage: 'host' },
  parts: { stage: 'parts' },
  match: { stage: 'match' },
  'match-dark': { stage: 'match', room: 'dark', query: 'v=dark' },
  gaps: { stage: 'gaps' },
  plan: { stage: 'plan' },
};

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
});
try {
  await mkdir(folder, { recursive: true });
  const { coats } = await (await fetch(`${address}/api/coats`)).json();
  const demo = coats.find((c) => c.name === 'Studio B, the old way');
  for (const [name, view] of Object.entries(VIEWS)) {
    if (only.length > 0 && !only.includes(name)) continue;
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      colorScheme: view.room ?? 'light',
      reducedMotion: 'reduce',
    });
    const where = view.stage ? `/coats/${demo.id}/${view.stage}?${view.query ?? ''}` : '/';
    await page.goto(address + where);
    await page.waitForLoadState('networkidle').catch(() => undefined);
    await view.act?.(page);
    await page.waitForTimeout(600);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await page.close();
    say(name);
  }
} finally {
  await browser.close();
}
