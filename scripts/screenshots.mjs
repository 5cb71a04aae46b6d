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
  coats: { path: '/' },
  rack: { path: '/rack?place=all' },
  study: { stage: 'study', act: (page) => drag(page, [2444, 6], [2554, 1434]) },
  host: { stage: 'host' },
  learn: {
    stage: 'host/learn',
    act: async (page) => {
      await page
        .locator('input[type=file]')
        .first()
        .setInputFiles(join(ROOT, 'demo/own-desktop/survey.json'));
      await page.getByRole('radio', { name: /^Sure/ }).click();
      await page.waitForTimeout(800);
    },
  },
  parts: {
    stage: 'parts',
    act: async (page) => {
      await page.getByLabel('usable').check();
      await page.getByRole('button', { name: 'Brine Hours' }).click();
      await page.waitForTimeout(600);
    },
  },
  archive: {
    stage: 'parts/listing',
    act: async (page) => {
      await page.getByRole('button', { name: 'Reedmace' }).click();
      await page.getByRole('button', { name: 'Bring in 1.4' }).click();
      await page.getByRole('heading', { name: /tar.gz/ }).waitFor();
      await page.waitForTimeout(1200);
    },
  },
  match: { stage: 'match' },
  gaps: { stage: 'gaps' },
  proposal: {
    stage: 'propose',
    act: async (page) => {
      await page.getByRole('button', { name: 'Work it out' }).click();
      await page.getByRole('heading', { name: 'Which desktop suits' }).waitFor({ timeout: 60_000 });
      await page.waitForTimeout(3000);
    },
  },
  findings: { stage: 'findings' },
  whole: { stage: 'whole', act: (page) => page.waitForTimeout(1500) },
  plan: { stage: 'plan' },
  rehearsal: { stage: 'rehearsal', act: (page) => page.waitForTimeout(3000) },
  'way-back': { stage: 'way-back' },
  readings: { stage: 'readings', act: (page) => page.waitForTimeout(800) },
  compare: {
    stage: 'compare',
    query: 'way=wipe',
    act: async (page) => {
      await page.getByRole('button', { name: 'Numbers' }).click();
      await page.waitForTimeout(1500);
    },
  },
  sheet: { stage: 'share', room: 'dark', act: (page) => page.waitForTimeout(1500) },
  'carry-over': {
    stage: 'carry-over',
    act: async (page) => {
      await page.getByLabel('Host to carry it to').click();
      await page.getByRole('option', { name: 'Ochre Row 7' }).click();
      await page.getByRole('button', { name: /^Make the coat/ }).waitFor();
    },
  },
};

/** Drags a region on the demo's picture of 2560 × 1440. */
async function drag(page, from, to) {
  const box = await page.locator('coat-picture-view img').first().boundingBox();
  const at = ([x, y]) => [box.x + (x * box.width) / 2560, box.y + (y * box.height) / 1440];
  await page.mouse.move(...at(from));
  await page.mouse.down();
  await page.mouse.move(...at(to), { steps: 4 });
  await page.mouse.up();
  await page.waitForTimeout(1200);
}

const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
});
try {
  await mkdir(folder, { recursive: true });
  const { coats } = await (await fetch(`${address}/api/coats?words=Studio`)).json();
  const demo = coats.find((c) => c.name === 'Studio B, the old way');
  for (const [name, view] of Object.entries(VIEWS)) {
    if (only.length > 0 && !only.includes(name)) continue;
    const page = await browser.newPage({
      viewport: { width: 1280, height: 800 },
      colorScheme: view.room ?? 'light',
      reducedMotion: 'reduce',
    });
    const where = view.stage ? `/coats/${demo.id}/${view.stage}?${view.query ?? ''}` : view.path;
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
