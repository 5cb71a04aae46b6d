import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DATA, ROOT } from './folders.mjs';

const RUNNERS = { core: 'core', server: 'server', web: 'web', browser: 'e2e' };

/** The needs of `docs/needs.md`, each with the test that shows it, as `runner: name`. */
export async function needsTold() {
  const text = await readFile(join(ROOT, 'docs/needs.md'), 'utf8');
  return text.split('\n').flatMap((line) => {
    const cells = /^\| (.+?) +\| ((?:core|server|web|browser): .+?) +\|$/.exec(line);
    return cells ? [{ need: cells[1], test: cells[2].replaceAll('\\|', '|') }] : [];
  });
}

/** How each test went that the last run of `npm test` reported, by `runner: name`. */
async function outcomes() {
  const found = new Map();
  for (const [label, file] of Object.entries(RUNNERS)) {
    const report = JSON.parse(await readFile(join(DATA, 'reports', `${file}.json`), 'utf8'));
    for (const { assertionResults } of report.testResults ?? [])
      for (const t of assertionResults) found.set(`${label}: ${t.fullName.trim()}`, t.status === 'passed');
    const visit = (suite, path) => {
      for (const spec of suite.specs ?? [])
        found.set(`${label}: ${[...path, spec.title].join(' › ')}`, spec.ok);
      for (const child of suite.suites ?? []) visit(child, [...path, child.title]);
    };
    for (const suite of report.suites ?? []) visit(suite, [suite.title]);
  }
  return found;
}

/** Needs whose test did not run or did not pass, by the reports of the last whole run. */
export async function needsUnmet() {
  const went = await outcomes();
  const needs = await needsTold();
  return { needs, unmet: needs.filter(({ test }) => went.get(test) !== true) };
}
