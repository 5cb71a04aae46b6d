import { copyFile, mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
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
    await addReader(join(ROOT, 'apps/web/dist/browser'));
    await pack(join(ROOT, 'apps/web/dist/browser'));
  });
}

/** The worker that reads letters, its cores (which of them runs the machine says), and what it knows of letters. */
const READER = [
  'tesseract.js/dist/worker.min.js',
  'tesseract.js-core/tesseract-core-lstm.wasm.js',
  'tesseract.js-core/tesseract-core-simd-lstm.wasm.js',
  'tesseract.js-core/tesseract-core-relaxedsimd-lstm.wasm.js',
  '@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz',
];

/** Lays the reader of letters beside the page: it is fetched from there when somebody asks for words, and only then. */
async function addReader(folder) {
  await mkdir(join(folder, 'reader'), { recursive: true });
  for (const file of READER)
    await copyFile(join(ROOT, 'node_modules', file), join(folder, 'reader', basename(file)));
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
    await addReader(join(folder, 'browser'));
  });
  return join(folder, 'browser');
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  await buildServer();
  await buildWeb();
}
