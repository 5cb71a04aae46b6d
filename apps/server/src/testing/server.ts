import { createHash, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { pino } from 'pino';
import { makeApp } from '../app.js';
import { startFigures } from '../coats/workOut.js';
import { migrate } from '../db/migrate.js';
import { openPool, type Db } from '../db/pool.js';
import { openHub } from '../events/hub.js';
import { runJobs } from '../jobs/queue.js';
import { jobWorkers } from '../jobs/workers.js';

/** A running server on a database of its own, for tests. `npm test` says where the test cluster is. */
export interface TestServer {
  readonly url: string;
  readonly db: Db;
  readonly databaseUrl: string;
  get(path: string, init?: RequestInit): Promise<{ status: number; body: unknown; headers: Headers }>;
  post(
    path: string,
    body: unknown,
    init?: RequestInit,
  ): Promise<{ status: number; body: unknown; headers: Headers }>;
  stop(): Promise<void>;
}

/** One template for each state of the migrations: a test cluster outlives a change of the schema. */
const MIGRATIONS = fileURLToPath(new URL('../db/migrations/', import.meta.url));
const STATE = createHash('sha256');
for (const file of readdirSync(MIGRATIONS).sort()) STATE.update(readFileSync(join(MIGRATIONS, file)));
const TEMPLATE = `spare_coat_template_${STATE.digest('hex').slice(0, 12)}`;

function adminUrl(): string {
  const url = process.env['TEST_DATABASE_URL'];
  if (!url) throw new Error('TEST_DATABASE_URL says where the test cluster is; `npm test` sets it.');
  return url;
}

function withDatabase(name: string): string {
  const url = new URL(adminUrl());
  url.pathname = `/${name}`;
  return url.toString();
}

/** Makes the migrated template once; whoever comes second waits for the first. */
async function needTemplate(admin: pg.Client): Promise<void> {
  await admin.query('select pg_advisory_lock(4711)');
  try {
    const known = await admin.query('select 1 from pg_database where datname = $1', [TEMPLATE]);
    if (known.rowCount) return;
    await admin.query(`create database ${TEMPLATE}_making`);
    const db = openPool(withDatabase(`${TEMPLATE}_making`), pino({ level: 'silent' }), 1);
    await migrate(db);
    await db.end();
    await admin.query(`alter database ${TEMPLATE}_making rename to ${TEMPLATE}`);
  } finally {
    await admin.query('select pg_advisory_unlock(4711)');
  }
}

/** A database of its own, migrated and with nothing in it. */
export interface TestDatabase {
  readonly url: string;
  drop(): Promise<void>;
}
export const makeTestDatabase = (): Promise<TestDatabase> => newDatabase(TEMPLATE);

/** One that is not migrated. */
export const emptyTestDatabase = (): Promise<TestDatabase> => newDatabase('template1');

async function newDatabase(template: string): Promise<TestDatabase> {
  const admin = new pg.Client({ connectionString: adminUrl() });
  await admin.connect();
  if (template === TEMPLATE) await needTemplate(admin);
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  await admin.query(`create database ${name} template ${template}`);
  return {
    url: withDatabase(name),
    async drop() {
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}

/** How a request is answered that lies about its headers: `fetch` does not let a test do that, a plain request does. */
export function rawStatus(url: string, path: string, headers: Record<string, string>): Promise<number> {
  return new Promise((resolve, reject) => {
    const req = request(url + path, { headers }, (res) => {
      res.resume();
      resolve(res.statusCode ?? 0);
    });
    req.on('error', reject);
    req.end();
  });
}

/** @param options `database`: one that outlives the server; what is older in it is upgraded */
export async function startTestServer(
  options: {
    requestsPerMinute?: number;
    listing?: string;
    mirror?: string;
    /** Where the built page is. */
    page?: string;
    database?: TestDatabase;
    accessKey?: string;
    trustedProxies?: number;
  } = {},
): Promise<TestServer> {
  const database = options.database ?? (await makeTestDatabase());
  const logger = pino({ level: 'silent' });
  const databaseUrl = database.url;
  const db = openPool(databaseUrl, logger);
  if (options.database) await migrate(db);
  const hub = openHub(databaseUrl, logger);
  const runner = runJobs(db, jobWorkers(db, options.listing ?? null), logger);
  const figures = startFigures(databaseUrl, logger);
  const app = makeApp({
    db,
    hub,
    runner,
    figures,
    logger,
    page: options.page ?? null,
    allowedHosts: [],
    requestsPerMinute: options.requestsPerMinute ?? 100_000,
    accessKey: options.accessKey ?? null,
    trustedProxies: options.trustedProxies ?? 0,
    listing: options.listing ?? null,
    mirror: options.mirror ?? null,
  });
  const server: Server = createServer(app);
  // Longer than any test is quiet: a connection that the server closes while it is taken up again would fail the request.
  server.keepAliveTimeout = 120_000;
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const ask = async (path: string, init: RequestInit) => {
    const response = await fetch(url + path, init);
    const text = await response.text();
    let body: unknown = text;
    try {
      body = JSON.parse(text);
    } catch {
      // Not JSON: the test looks at the text.
    }
    return { status: response.status, body, headers: response.headers };
  };
  return {
    url,
    db,
    databaseUrl,
    get: (path, init = {}) => ask(path, init),
    post: (path, body, init = {}) =>
      ask(path, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { 'Content-Type': 'application/json' },
        ...init,
      }),
    async stop() {
      server.closeAllConnections();
      server.close();
      await hub.stop();
      await runner.stop();
      await figures.stop();
      await db.end();
      if (!options.database) await database.drop();
    },
  };
}
