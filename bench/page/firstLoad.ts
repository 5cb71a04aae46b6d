import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import type { Figure } from '../figure.js';
import { startRig } from '../server/rig.js';

const ROOT = fileURLToPath(new URL('../../../', import.meta.url));
/** What the first page may take. */
const MOST_KB = 250;

/**
 * Script that a browser is sent for the first page, compressed as it comes over the wire; what a stage takes beside it is told as
 * well. 1 kB = 1,000 bytes.
 */
export async function firstLoad(say: (line: string) => void): Promise<Figure> {
  const { buildWeb } = (await import(new URL('scripts/build.mjs', `file://${ROOT}`).href)) as {
    buildWeb(): Promise<void>;
  };
  await buildWeb();
  const rig = await startRig('first_load');
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  try {
    const page = await browser.newPage();
    const network = await page.context().newCDPSession(page);
    await network.send('Network.enable');
    const scripts = new Map<string, string>();
    let bytes = 0;
    network.on('Network.responseReceived', ({ requestId, type, response }) => {
      if (type === 'Script') scripts.set(requestId, response.headers['Content-Encoding'] ?? 'none');
    });
    network.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) bytes += encodedDataLength;
    });
    const taken = async (what: string) => {
      await page.waitForLoadState('networkidle');
      const kb = bytes / 1000;
      bytes = 0;
      say(`${what}: ${kb.toFixed(1)} kB of script as sent (${[...new Set(scripts.values())].join(', ')})`);
      return kb;
    };
    await page.goto(rig.url);
    await page.getByRole('button', { name: 'New coat' }).waitFor();
    const first = await taken('the first page');
    await page.getByRole('button', { name: 'New coat' }).click();
    await page.getByLabel('Name of the coat').waitFor();
    await taken('Study, beside it');
    for (const stage of ['Match', 'Plan', 'Compare', 'Share', 'Parts', 'Host']) {
      await page
        .getByRole('navigation', { name: 'Stages' })
        .getByRole('link', { name: new RegExp(`^${stage}`) })
        .click();
      await page.waitForURL(new RegExp(stage.toLowerCase()));
      await taken(`${stage}, beside those before`);
    }
    if (first < 50) throw new Error('the page was not loaded');
    return {
      id: 'first-load',
      value: Math.round(first * 10) / 10,
      unit: 'kB of script for the first page',
      against: `${MOST_KB} kB`,
      ratio: MOST_KB / first,
    };
  } finally {
    await browser.close();
    await rig.stop();
  }
}
