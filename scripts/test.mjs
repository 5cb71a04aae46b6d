import { mkdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { needDebianPackages, needNpmPackages } from './lib/packages.mjs';

// Every check in one command: lint, format, types, core, server, web, browser. `npm test -- core e2e` runs some.
const began = Date.now();
await needNpmPackages();
const { DATA, ROOT } = await import('./lib/folders.mjs');
const { run } = await import('./lib/run.mjs');
const { say } = await import('./lib/say.mjs');
const { startCluster } = await import('./lib/cluster.mjs');
const { browserTests } = await import('./lib/browserTests.mjs');
const { buildServer, buildTestPage } = await import('./build.mjs');
const { Tally, addPlaywright, addVitest } = await import('./lib/tally.mjs');
const { needsUnmet } = await import('./lib/needs.mjs');

const only = process.argv.slice(2);
/** What was found well formatted is looked at again only when its bytes have changed. */
const FORMAT_CACHE = [
  '--cache',
  '--cache-strategy=content',
  `--cache-location=${join(DATA, 'prettier-cache')}`,
];
const wants = (name) => only.length === 0 || only.includes(name);
const tally = new Tally();
const reports = join(DATA, 'reports');
await rm(reports, { recursive: true, force: true });
await mkdir(reports, { recursive: true });
await needDebianPackages({
  '/usr/bin/chromium': 'chromium',
  shellcheck: 'shellcheck',
  bsdtar: 'libarchive-tools',
  curl: 'curl',
  git: 'git',
  // A desktop's own settings, read and set for real.
  gsettings: 'libglib2.0-bin',
  'glib-compile-schemas': 'libglib2.0-dev-bin',
  'dbus-run-session': 'dbus',
  dconf: 'dconf-cli',
  // The keeper of settings comes with what lets programs use it.
  '/usr/libexec/dconf-service': 'dconf-gsettings-backend',
  // A real screen of X11, and what asks it for its windows.
  Xvfb: 'xvfb',
  xprop: 'x11-utils',
  // Edits of files are the same under every awk.
  mawk: 'mawk',
  gawk: 'gawk',
  busybox: 'busybox',
});

/** One check that passes or fails as a whole. */
async function check(name, words, env = process.env) {
  const from = Date.now();
  const { code, output } = await run(words, {
    quiet: true,
    cwd: ROOT,
    env: { ...env, NG_CLI_ANALYTICS: 'false' },
  });
  tally.add(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  tally.time(name, Date.now() - from);
  say(`${code === 0 ? 'passed' : 'FAILED'}  ${name} (${((Date.now() - from) / 1000).toFixed(1)} s)`);
  if (code !== 0) {
    say(output.slice(-8000));
    tally.fail(name, output.slice(-1500));
  }
}

async function vitest(project, env) {
  const file = join(reports, `${project}.json`);
  const { code } = await run(
    [
      'npx',
      'vitest',
      'run',
      '--project',
      `${project}*`,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file}`,
    ],
    { cwd: ROOT, env: { ...process.env, ...env } },
  );
  await addReport(file, addVitest, project, code);
}

async function addReport(file, add, label, code) {
  try {
    const before = tally.failed;
    add(tally, JSON.parse(await readFile(file, 'utf8')), label);
    if (code !== 0 && tally.failed === before) {
      tally.add(0, 1);
      tally.fail(label, `Every test passed, and the runner ended with ${code}.`);
    }
  } catch {
    tally.add(0, 1);
    tally.fail(label, 'No report was written.');
  }
}

let cluster = null;
/** Where the page is that the browser's tests are given. */
let page = null;
const needCluster = async () =>
  (cluster ??= await startCluster('postgres-test', { port: 54720, throwAway: true }));

try {
  await buildServer();
  // Two lanes, one core each, of about the same length: nothing in one minds what is done in the other.
  await Promise.all([
    (async () => {
      if (wants('lint')) await check('lint', ['npx', 'eslint', '.', '--max-warnings', '0']);
      if (wants('lint')) await check('styles', ['npx', 'stylelint', 'apps/web/src/**/*.scss']);
      if (wants('lint')) await check('house', ['node', 'scripts/house.mjs']);
      if (wants('e2e')) page = await buildTestPage();
      if (wants('core')) await vitest('core', {});
    })(),
    (async () => {
      if (wants('lint')) await check('format', ['npx', 'prettier', '--check', '.', ...FORMAT_CACHE]);
      if (wants('web')) await pageTests();
      if (wants('server'))
        await vitest('server', { TEST_DATABASE_URL: (await needCluster()).url('postgres') });
    })(),
  ]);
  if (wants('e2e')) await browser();
} finally {
  await cluster?.stop();
}

/** Tests of the page's own pieces. */
async function pageTests() {
  const file = join(reports, 'web.json');
  const reporters = ['--reporters=default', '--reporters=json', `--output-file=${file}`];
  const { code } = await run(['npx', 'ng', 'test', '--watch=false', ...reporters], {
    cwd: join(ROOT, 'apps/web'),
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  await addReport(file, addVitest, 'web', code);
}

async function browser() {
  const file = join(reports, 'e2e.json');
  try {
    await addReport(
      file,
      addPlaywright,
      'browser',
      await browserTests((await needCluster()).url, page, file),
    );
  } catch (error) {
    tally.add(0, 1);
    tally.fail('browser: what its tests need', String(error));
  }
}

// Every need has a test that shows it: `docs/needs.md`.
if (only.length === 0) {
  const { needs, unmet } = await needsUnmet().catch((error) => ({
    needs: [],
    unmet: [{ need: String(error) }],
  }));
  const isMet = needs.length > 0 && unmet.length === 0;
  tally.add(isMet ? 1 : 0, isMet ? 0 : 1);
  if (!isMet) tally.fail('needs', unmet.map(({ need, test }) => `${need}: ${test}`).join('\n'));
}

say('\nSlowest:');
for (const { name, ms } of tally.slowest(20)) say(`  ${(ms / 1000).toFixed(2).padStart(7)} s  ${name}`);
if (tally.failures().length > 0) say('\nFailed:');
for (const { name, why } of tally.failures()) say(`  ${name}\n${why.replace(/^/gm, '    ')}`);
say(`\nAll in ${((Date.now() - began) / 1000).toFixed(0)} s.`);
say(tally.closing());
process.exit(tally.failed === 0 && tally.passed > 0 ? 0 : 1);
