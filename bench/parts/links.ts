import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Figure } from '../figure.js';

const ROOT = fileURLToPath(new URL('../../../', import.meta.url));

/** Share right of coverage answers over ten icon sets with links, each answer held against a real file system. */
export function archiveLinks(say: (line: string) => void): Figure {
  const folder = mkdtempSync(join(tmpdir(), 'links-'));
  try {
    const out = join(folder, 'counts.json');
    const ran = spawnSync(
      'npx',
      [
        'vitest',
        'run',
        '--project',
        'server',
        'apps/server/src/archives/truth.test.ts',
        '-t',
        'as a file system follows them',
      ],
      { cwd: ROOT, env: { ...process.env, LINKED_SETS: '10', LINKS_OUT: out } },
    );
    let counts: { answers: number; right: number; wrong: string[] };
    try {
      counts = JSON.parse(readFileSync(out, 'utf8')) as typeof counts;
    } catch {
      throw new Error(`No counts were written: ${ran.stdout.toString().slice(-2000)}`);
    }
    for (const line of counts.wrong.slice(0, 10)) say(line);
    say(`${counts.answers} answers over 10 sets`);
    return {
      id: 'archive-links',
      value: Math.round((counts.right / counts.answers) * 10_000) / 100,
      unit: '% of coverage answers right',
      against: null,
      ratio: null,
    };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
