import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Figure } from './figure.js';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** Runs a file of tests, by its path, that writes its counts to a file. */
export function counted<T>(file: string, out: string, env: Readonly<Record<string, string>>): T {
  const folder = mkdtempSync(join(tmpdir(), 'homes-'));
  try {
    const report = join(folder, 'counts.json');
    const ran = spawnSync('npx', ['vitest', 'run', '--project', 'core', '--testTimeout=3600000', file], {
      cwd: ROOT,
      env: { ...process.env, ...env, [out]: report },
    });
    try {
      return JSON.parse(readFileSync(report, 'utf8')) as T;
    } catch {
      throw new Error(`${file} wrote no counts: ${ran.stdout.toString().slice(-2000)}`);
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Files touched outside the plan by forty things that are made to harm, with apply and undo in throw-away homes. */
export function aimed(say: (line: string) => void): Figure {
  const { things, outside, left, refused } = counted<Record<string, number>>(
    'stand-ins/src/testing/aimed.test.ts',
    'AIMED_OUT',
    {},
  );
  say(
    `${things} aimed things, ${refused} refused by what reads them, all planned all the same; ${left} files left after undo`,
  );
  return {
    id: 'aimed',
    value: outside!,
    unit: `files touched outside, ${things} things`,
    against: null,
    ratio: null,
  };
}

/** Places at which the scripts of one plan with every deed were killed, taken up or back, and left a home as it should be. */
export function killedScripts(): Figure {
  const { places, tried } = counted<{ places: number; tried: number }>(
    'stand-ins/src/mirror/scripts.test.ts',
    'KILLED_OUT',
    { KILLED_EVERY: '1' },
  );
  return {
    id: 'killed-scripts',
    value: tried,
    unit: `of ${places} places killed at, all as they should be`,
    against: null,
    ratio: null,
  };
}

/** Share of random plans, run for real on random homes, after which the home is as before: names, bytes, links, modes, times. */
export function undoHome(say: (line: string) => void): Figure {
  const { plans, held, deeds, fewest, kinds, wrong } = counted<{
    plans: number;
    held: number;
    deeds: number;
    fewest: number;
    kinds: Record<string, number>;
    wrong: string[];
  }>('stand-ins/src/testing/undoHome.test.ts', 'HOME_OUT', {
    HOME_PLANS: process.env['HOME_PLANS'] ?? '500',
  });
  for (const line of wrong.slice(0, 20)) say(line);
  say(`${plans} plans, ${deeds} deeds, at least ${fewest} each`);
  say(
    `plans by kind of deed: ${Object.entries(kinds)
      .map(([k, n]) => `${k} ${n}`)
      .join(', ')}`,
  );
  return {
    id: 'undo-home',
    value: Math.round((held / plans) * 10_000) / 100,
    unit: `% of ${plans} homes as before`,
    against: null,
    ratio: null,
  };
}
