/** Counts tests over several runners and keeps the slowest, for the closing lines. */
export class Tally {
  passed = 0;
  failed = 0;
  skipped = 0;
  #slow = [];
  #failures = [];

  add(passed, failed, skipped = 0) {
    this.passed += passed;
    this.failed += failed;
    this.skipped += skipped;
  }
  time(name, ms) {
    this.#slow.push({ name, ms });
  }
  /** Keeps what failed and why, to be said again at the end, where it is still read. */
  fail(name, why = '') {
    this.#failures.push({ name, why: why.split('\n').slice(0, 25).join('\n').slice(0, 1500) });
  }
  failures() {
    return this.#failures;
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
    if (file.status === 'failed' && file.assertionResults.length === 0) {
      tally.add(0, 1);
      tally.fail(`${label}: ${file.name}`, file.message ?? '');
    }
    for (const t of file.assertionResults) {
      tally.add(
        t.status === 'passed' ? 1 : 0,
        t.status === 'failed' ? 1 : 0,
        ['skipped', 'pending', 'todo'].includes(t.status) ? 1 : 0,
      );
      tally.time(`${label}: ${t.fullName}`, t.duration ?? 0);
      if (t.status === 'failed') tally.fail(`${label}: ${t.fullName}`, (t.failureMessages ?? []).join('\n'));
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
        const called = `${label}: ${[...path, spec.title].join(' › ')}`;
        if (status === 'unexpected')
          tally.fail(called, t.results.map((r) => r.error?.message ?? r.status).join('\n'));
        tally.time(
          called,
          t.results.reduce((sum, r) => sum + r.duration, 0),
        );
      }
    for (const child of suite.suites ?? []) visit(child, [...path, child.title]);
  };
  for (const suite of report.suites ?? []) visit(suite, [suite.title]);
  for (const error of report.errors ?? []) {
    tally.add(0, 1);
    tally.fail(`${label}: outside any test`, error.message ?? '');
  }
}
