import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { makeApp } from './app.js';
import { forgetReadings } from './archives/store.js';
import { collectBlobs } from './blobs/store.js';
import { migrate, NewerSchema } from './db/migrate.js';
import { openPool } from './db/pool.js';
import { openHub } from './events/hub.js';
import { runJobs } from './jobs/queue.js';
import { jobWorkers } from './jobs/workers.js';

/**
 * Starts the server. Settings come from the environment:
 * DATABASE_URL, HOST (loopback unless told otherwise), PORT (the next free one is taken), ALLOWED_HOSTS, LOG_LEVEL,
 * LISTING_URL (an online listing of parts), MIRROR_URL (a package mirror).
 */
const url = process.env['DATABASE_URL'];
if (!url) throw new Error('DATABASE_URL says which database to use; `npm start` sets it.');
const host = process.env['HOST'] ?? '127.0.0.1';
const wanted = Number(process.env['PORT'] ?? 4620);
const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'info' });
/** How the server ends where the database is ahead of it: no use in starting it again. */
const NEWER = 3;
const COLLECT_MS = 15 * 60_000;

const listing = process.env['LISTING_URL'] || null;
const db = openPool(url, logger);
await migrate(db).catch((error: Error) => {
  if (!(error instanceof NewerSchema)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exit(NEWER);
});
const hub = openHub(url, logger);
const runner = runJobs(db, jobWorkers(db, listing), logger);
const collector = setInterval(() => {
  forgetReadings(db)
    .then(() => collectBlobs(db))
    .catch((error: Error) => logger.warn({ err: error.message }, 'files could not be collected'));
}, COLLECT_MS);

const app = makeApp({
  db,
  hub,
  runner,
  logger,
  page: process.env['PAGE'] ?? fileURLToPath(new URL('../../web/dist/browser/', import.meta.url)),
  allowedHosts: (process.env['ALLOWED_HOSTS'] ?? '').split(',').filter(Boolean),
  requestsPerMinute: Number(process.env['REQUESTS_PER_MINUTE'] ?? 3000),
  listing,
  mirror: process.env['MIRROR_URL'] || null,
});
const server = createServer(app);

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
  clearInterval(collector);
  server.close();
  await hub.stop();
  await runner.stop();
  server.closeAllConnections();
  await db.end();
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
process.on('SIGINT', () => void stop());
