import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import type { Figure } from './figure.js';

/**
 * The share of the needs in `docs/needs.md` whose test ran and passed, by the reports of the last whole `npm test`; where there are
 * none it is run.
 */
export function needs(): Figure {
  const reports = ['core', 'server', 'web', 'e2e'].map((name) => `.data/reports/${name}.json`);
  if (!reports.every((path) => existsSync(path)))
    execFileSync('node', ['scripts/test.mjs'], { stdio: 'inherit' });
  const told = execFileSync('node', ['scripts/needs.mjs']).toString();
  const { needs: all, unmet } = JSON.parse(told) as { needs: number; unmet: unknown[] };
  return {
    id: 'needs',
    value: Math.round((1000 * (all - unmet.length)) / all) / 10,
    unit: `% of ${all} needs`,
    against: null,
    ratio: null,
  };
}
