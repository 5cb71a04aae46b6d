import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { test } from '@playwright/test';

/**
 * Holds a script against ShellCheck and lets it tell what it would do: as an ordinary user, with a home that is nobody's. As root
 * every script refuses.
 */
export function dryRun(script: string): string {
  const file = test.info().outputPath('script.sh');
  writeFileSync(file, script);
  execFileSync('shellcheck', ['-s', 'sh', file], { stdio: 'pipe' });
  const user = process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {};
  const env = { PATH: process.env['PATH'], HOME: '/nonexistent', LC_ALL: 'C' };
  return execFileSync('sh', ['-s', '--', '--dry-run'], { env, input: script, cwd: '/', ...user }).toString();
}
