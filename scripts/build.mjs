import { readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';
import { must } from './lib/run.mjs';
import { DATA, ROOT } from './lib/folders.mjs';
import { say } from './lib/say.mjs';
import { whenStale } from './lib/stale.mjs';

const SOURCES = [
  'package-lock.json',
  'tsconfig.base.json',
  'packages/core',
  'apps/server',
  'demo/src',
  'demo/tsconfig.json',
  'stand-ins/src',
  'stand-ins/tsconfig.json',
];

/** Builds core, server, demo and stand-ins with tsc. */
export async function buildServer() {
  await whenStale(
    'build-server',
    SOURCES,
    ['packages/core/dist', 'apps/server/dist', 'demo/dist', 'stand-ins/dist'],
    async () => {
      say('Building core, server and stand-ins …');
      await must(['npx', 'tsc', '-b', 'packages/core', 'apps/server', 'demo', 'stand-ins'], { cwd: ROOT });
    },
  );
}

const PAGE_SOURCES = ['package-lock.json', 'packages/core', 'apps/web', 'scripts/build.mjs'];
const ng = (...words) =>
  must(['npx', 'ng', 'build', ...words], {
    cwd: `${ROOT}apps/web`,
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', CI: 'true' },
  });

/** Builds the page. */
export async function buildWeb() {
  await whenStale('build-web', PAGE_SOURCES, ['apps/web/dist/browser/index.html'], async () => {
    say('Building the page …');
    await ng();
    await pack(join(ROOT, 'apps/web/dist/browser'));
  });
}

/** What is not worth packing: it would take one packet all the same. */
const SMALL = 1024;

/** Packs scripts, styles and drawings as small as brotli can, beside themselves: a server has no time for that. */
async function pack(folder) {
  for (const name of await readdir(folder)) {
    if (!/\.(js|css|svg|json|wasm)$/.test(name)) continue;
    const bytes = await readFile(join(folder, name));
    if (bytes.length > SMALL)
      await writeFile(join(folder, `${name}.br`), await promisify(brotliCompress)(bytes));
  }
}

/** Builds the page as people get it, with the page of all controls beside it. @returns the folder in which it is */
export async function buildTestPage() {
  const folder = join(DATA, 'test-page');
  await whenStale('build-test-page', PAGE_SOURCES, ['.data/test-page/browser/index.html'], async () => {
    say('Building the page …');
    await ng('--configuration', 'production,controls', '--output-path', folder);
  });
  return join(folder, 'browser');
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  await buildServer();
  await buildWeb();
}
