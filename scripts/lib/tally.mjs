/** Counts tests over several runners and keeps the slowest, for the closing lines. */
export class Tally {
  passed = 0;
  failed = 0;
  skipped = 0;
  #slow = [];

  add(passed, failed, skipped = 0) {
    this.passed += passed;
    this.failed += failed;
    this.skipped += skipped;
  }
  time(name, ms) {
    this.#slow.push({ name, ms });
  }
  slowest(n) {
    return this.#slow.sort((a, b) => b.ms - a.ms).slice(0, n);
  }
  closing() {
    return `${this.passed} passed, ${this.failed} failed${this.skipped ? `, ${this.skipped} skipped` : ''}`;
  }
}

/** Adds what Vitest's JSON report says. */
export function addVitest(tally, report, label) {
  for (const file of report.testResults ?? []) {
    if (file.status === 'failed' && file.assertionResults.length === 0) tally.add(0, 1);
    for (const t of file.assertionResults) {
      tally.add(
        t.status === 'passed' ? 1 : 0,
        t.status === 'failed' ? 1 : 0,
        ['skipped', 'pending', 'todo'].includes(t.status) ? 1 : 0,
      );
      tally.time(`${label}: ${t.fullName}`, t.duration ?? 0);
    }
  }
}

/** Adds what Playwright's JSON report says. */
export function addPlaywright(tally, report, label) {
  const visit = (suite, path) => {
    for (const spec of suite.specs ?? [])
      for (const t of spec.tests) {
        const { status } = t;
        tally.add(
          status === 'expected' || status === 'flaky' ? 1 : 0,
          status === 'unexpected' ? 1 : 0,
          status === 'skipped' ? 1 : 0,
        );
        tally.time(
          `${label}: ${[...path, spec.title].join(' › ')}`,
          t.results.reduce((sum, r) => sum + r.duration, 0),
        );
      }
    for (const child of suite.suites ?? []) visit(child, [...path, child.title]);
  };
  for (const suite of report.suites ?? []) visit(suite, [suite.title]);
  if ((report.errors ?? []).length > 0) tally.add(0, report.errors.length);
}
