import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { makeApp } from './app.js';
import { startFigures } from './coats/workOut.js';
import { migrate, NewerSchema } from './db/migrate.js';
import { openPool, troubleOf, type Db } from './db/pool.js';
import { keepUp } from './db/upkeep.js';
import { openHub } from './events/hub.js';
import { ownNames, readAccessKey } from './http/access.js';
import { boundedServer } from './http/sockets.js';
import { runJobs } from './jobs/queue.js';
import { jobWorkers } from './jobs/workers.js';
import { sweepWorkFolders } from './jobs/workFolder.js';

/**
 * Starts the server. Settings come from the environment:
 * DATABASE_URL, HOST (loopback unless told otherwise), PORT (the next free one is taken), ACCESS_KEY or ACCESS_KEY_FILE (needed
 * where HOST lets others in), ALLOWED_HOSTS (names besides its own), TRUST_PROXY (how many proxies stand before it), LOG_LEVEL,
 * REQUESTS_PER_MINUTE, LISTING_URL (an online listing of parts), MIRROR_URL (a package mirror).
 */
const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL says which database to use; `npm start` sets it.');
const host = process.env['HOST'] || '127.0.0.1';
const wanted = Number(process.env['PORT'] ?? 4620);
const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'info' });
/** How the server ends where starting it again is of no use: something set is wrong, or the database is ahead of it. */
const WRONG = 2;
const NEWER = 3;
const AGAIN_MS = 500;

function giveUp(sentence: string, code: number): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(code);
}

/** Brings the schema up to date as soon as the database answers. */
async function migrated(pool: Db): Promise<void> {
  for (let told = false; ; told = true)
    try {
      await migrate(pool);
      return;
    } catch (error) {
      if (error instanceof NewerSchema) giveUp(error.message, NEWER);
      if (!troubleOf(error)) throw error;
      if (!told) logger.warn({ err: (error as Error).message }, 'the database is waited for');
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
}

const accessKey = await readAccessKey(process.env, host).catch((error: Error) =>
  giveUp(error.message, WRONG),
);
const trustedProxies = Number(process.env['TRUST_PROXY'] || 0);
if (!Number.isInteger(trustedProxies) || trustedProxies < 0)
  giveUp('TRUST_PROXY says how many proxies stand before this server: a whole number.', WRONG);

const listing = process.env['LISTING_URL'] || null;
const db = openPool(url, logger);
await migrated(db);
await sweepWorkFolders();
const hub = openHub(url, logger);
const runner = runJobs(db, jobWorkers(db, listing), logger);
const figures = startFigures(url, logger);
const stopUpkeep = keepUp(db, logger);

const app = makeApp({
  db,
  hub,
  runner,
  figures,
  logger,
  page: process.env['PAGE'] ?? fileURLToPath(new URL('../../web/dist/browser/', import.meta.url)),
  allowedHosts: [...ownNames(host), ...(process.env['ALLOWED_HOSTS'] ?? '').split(',').filter(Boolean)],
  requestsPerMinute: Number(process.env['REQUESTS_PER_MINUTE'] ?? 3000),
  accessKey,
  trustedProxies,
  listing,
  mirror: process.env['MIRROR_URL'] || null,
});
const server = boundedServer(app);

const MOST_TRIES = 20;
let port = wanted;
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EADDRINUSE' && port < wanted + MOST_TRIES) server.listen(++port, host);
  else throw error;
});
server.on('listening', () => {
  const { port: taken } = server.address() as AddressInfo;
  // One line that whoever started us can read, whatever the log level.
  process.stdout.write(`${JSON.stringify({ ready: true, host, port: taken, wanted })}\n`);
});
server.listen(port, host);

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  stopUpkeep();
  server.close();
  await hub.stop();
  await runner.stop();
  await figures.stop();
  server.closeAllConnections();
  await db.end();
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
