import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { createInterface } from 'node:readline';
import { join } from 'node:path';
import { ROOT } from './folders.mjs';
import { must, run } from './run.mjs';
import { startStandIn } from './standIns.mjs';

/** A browser at work keeps a core busy; more than this many at once are not needed for a dozen files of tests. */
const MOST_LANES = 4;
const SQL = `import pg from 'pg'; const c = new pg.Client(process.env.ADMIN); await c.connect(); await c.query(process.env.SQL); await c.end();`;

/**
 * Runs the browser's tests, a file at a time in each lane. A lane has a database with the demo, a server and stand-ins of its own, so
 * that no test sees what another lane does.
 * @param {(database: string) => string} url the address of a database of the cluster
 * @param {string} page the folder with the built page
 * @param {string} report where Playwright's JSON report goes
 * @param {string} [grep] only tests with such names
 * @returns {Promise<number>} how the runner ended
 */
export async function browserTests(url, page, report, grep = process.env.E2E_GREP) {
  const first = `e2e_${Date.now()}`;
  const databases = Array.from(
    { length: Math.min(MOST_LANES, availableParallelism()) },
    (_, i) => `${first}_${i}`,
  );
  const query = (sql) =>
    must([process.execPath, '--input-type=module', '-e', SQL], {
      cwd: ROOT,
      env: { ...process.env, ADMIN: url('postgres'), SQL: sql },
    });
  const lanes = [];
  try {
    await query(`create database ${databases[0]}`);
    await must([process.execPath, 'demo/dist/load.js'], {
      cwd: ROOT,
      env: { ...process.env, DATABASE_URL: url(databases[0]) },
    });
    for (const other of databases.slice(1)) await query(`create database ${other} template ${databases[0]}`);
    for (const [i, name] of databases.entries()) lanes.push(await startLane(url(name), page, i));
    const { code } = await run(
      ['npx', 'playwright', 'test', '--reporter=line,json', ...(grep ? ['--grep', grep] : [])],
      {
        cwd: join(ROOT, 'e2e'),
        env: {
          ...process.env,
          PAGE: page,
          E2E_LANES: JSON.stringify(lanes.map((lane) => lane.env)),
          PLAYWRIGHT_JSON_OUTPUT_NAME: report,
          PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1',
        },
      },
    );
    return code;
  } finally {
    for (const lane of lanes) await lane.stop();
    for (const name of databases) await query(`drop database if exists ${name} with (force)`);
  }
}

/** A server with its stand-ins on ports apart from those of other lanes. */
async function startLane(databaseUrl, page, i) {
  const listing = await startStandIn('listing', 4760 + 2 * i);
  const mirror = await startStandIn('mirror', 4800 + 2 * i);
  const env = { DATABASE_URL: databaseUrl, LISTING_URL: listing.url, MIRROR_URL: mirror.url };
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    env: {
      ...process.env,
      ...env,
      PAGE: page,
      PORT: String(4640 + i),
      LOG_LEVEL: 'error',
      REQUESTS_PER_MINUTE: '100000',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise((resolve) => server.once('close', resolve));
  const told = await new Promise((resolve, reject) => {
    createInterface({ input: server.stdout }).on('line', (line) => resolve(JSON.parse(line)));
    server.once('close', (code) => reject(new Error(`the server ended (${code})`)));
  });
  return {
    env: { ...env, E2E_URL: `http://127.0.0.1:${told.port}` },
    async stop() {
      server.kill('SIGTERM');
      await ended;
      await listing.stop();
      await mirror.stop();
    },
  };
}
