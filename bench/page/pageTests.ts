import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Figure } from '../figure.js';

/** What of the page's files is a test, or only there for tests. */
const IS_TEST = /\.spec\.ts$|\/testing\/|session\/testing\.ts$/;
/** Of the page's code this much is to be tests. */
const WANTED = 20;

/** The share of tests in the page's own lines: scripts, templates and style sheets under version control, blank lines aside. */
export function pageTests(say: (line: string) => void): Figure {
  const files = execFileSync('git', ['ls-files', 'apps/web/src'], { encoding: 'utf8' })
    .split('\n')
    .filter((file) => /\.(ts|html|scss)$/.test(file));
  const lines = (of: readonly string[]) =>
    of
      .map((file) => readFileSync(file, 'utf8').split('\n'))
      .flat()
      .filter((line) => line.trim() !== '').length;
  const tests = lines(files.filter((file) => IS_TEST.test(file)));
  const all = lines(files);
  say(`${tests} of ${all} lines`);
  const share = (100 * tests) / all;
  return {
    id: 'page-tests',
    value: Math.round(share * 10) / 10,
    unit: '% of the page’s lines are tests',
    against: `${WANTED} %`,
    ratio: share / WANTED,
  };
}
