import { join } from 'node:path';
import { env } from 'node:process';
import { setTimeout as wait } from 'node:timers/promises';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { Display } from './display.js';
import { DressedDesktop } from './dressed.js';

/**
 * A desktop on the server of X11 that `DISPLAY` names: it follows its settings until it is told to end. Says in a line of JSON each time
 * that it has drawn, and how often it has started. Starts again at SIGHUP.
 */

/** How often it looks whether a setting changed. Milliseconds. */
const EVERY = 200;

const display = await Display.open(env['DISPLAY'] ?? '');
const config = env['XDG_CONFIG_HOME'] ?? join(env['HOME'] ?? '', '.config');
const desktop = new DressedDesktop(display, { config, env }, loadLettering());
let drawn = 0;
let started = 0;
const told = () => process.stdout.write(`${JSON.stringify({ drawn: ++drawn, started })}\n`);
let again = false;
process.on('SIGHUP', () => (again = true));
process.on('SIGTERM', () => process.exit(0));
process.on('SIGINT', () => process.exit(0));
for (;;) {
  const isDrawn = again || started === 0 ? desktop.restart() : desktop.follow();
  if (again || started === 0) started++;
  again = false;
  if (await isDrawn) told();
  await wait(EVERY);
}
