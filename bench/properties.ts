import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Figure } from './figure.js';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));
/** 300 cases in `npm test` become 5,000. */
const TIMES = 5000 / 300;

interface Report {
  readonly numPassedTests: number;
  readonly numFailedTests: number;
  readonly testResults: readonly {
    readonly assertionResults: readonly {
      readonly status: string;
      readonly fullName: string;
      readonly failureMessages: readonly string[];
    }[];
  }[];
}

/** Tries every property of the core on new cases, and prints seed and counterexample of those that fail. */
export function properties(say: (line: string) => void): Figure {
  const seed = Number(process.env['PROPERTY_SEED'] ?? Date.now() % 2 ** 31);
  const folder = mkdtempSync(join(tmpdir(), 'properties-'));
  const file = join(folder, 'report.json');
  const files = spawnSync('git', ['grep', '-l', "from 'fast-check'", '--', '*.test.ts'], { cwd: ROOT })
    .stdout.toString()
    .split('\n')
    .filter((f) => f.startsWith('packages/') || f.startsWith('demo/'));
  spawnSync(
    'npx',
    [
      'vitest',
      'run',
      '--project',
      'core',
      '--testTimeout=3600000',
      '--reporter=json',
      `--outputFile=${file}`,
      ...files,
    ],
    {
      cwd: ROOT,
      stdio: 'ignore',
      env: {
        ...process.env,
        PROPERTY_SEED: String(seed),
        PROPERTY_TIMES: String(process.env['PROPERTY_TIMES'] ?? TIMES),
      },
    },
  );
  const report = JSON.parse(readFileSync(file, 'utf8')) as Report;
  rmSync(folder, { recursive: true });
  for (const { assertionResults } of report.testResults)
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === 'failed')
        say(`failed with PROPERTY_SEED=${seed}: ${fullName}\n${failureMessages.join('\n').slice(0, 1500)}`);
  say(`seed ${seed}, ${files.length} files with properties, ${report.numPassedTests} tests passed`);
  return {
    id: 'properties',
    value: report.numFailedTests,
    unit: `failed of ${report.numPassedTests + report.numFailedTests}`,
    against: null,
    ratio: null,
  };
}
