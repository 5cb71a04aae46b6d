import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { needDebianPackages, needNpmPackages } from './lib/packages.mjs';

// One command that starts everything with the demo in it. Everything it starts, it stops on Ctrl-C.
await needNpmPackages();
await needDebianPackages({ bsdtar: 'libarchive-tools' });
const { ROOT } = await import('./lib/folders.mjs');
const { run } = await import('./lib/run.mjs');
const { say } = await import('./lib/say.mjs');
const { startCluster } = await import('./lib/cluster.mjs');
const { startStandIn } = await import('./lib/standIns.mjs');
const { supervise } = await import('./lib/supervise.mjs');
const { buildServer, buildWeb } = await import('./build.mjs');

const WANTED_PORT = Number(process.env.PORT ?? 4620);

await buildServer();
await buildWeb();

const own = process.env.DATABASE_URL;
const cluster = own ? null : await startCluster('postgres', { port: 54620 });
const url = own ?? cluster.url('postgres');
const listing = process.env.LISTING_URL ? null : await startStandIn('listing', 4740);
const mirror = process.env.MIRROR_URL ? null : await startStandIn('mirror', 4780);
const env = {
  ...process.env,
  DATABASE_URL: url,
  LISTING_URL: process.env.LISTING_URL ?? listing.url,
  MIRROR_URL: process.env.MIRROR_URL ?? mirror.url,
};

let server;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  await server?.stop(8000);
  await listing?.stop();
  await mirror?.stop();
  await cluster?.stop();
  process.exit(code);
}
process.on('SIGINT', () => void stop(0));
process.on('SIGTERM', () => void stop(0));

const loaded = await run(['node', 'demo/dist/load.js'], { quiet: true, cwd: ROOT, env });
if (loaded.code !== 0) {
  // 3: the database is ahead of this version, which is told in a sentence.
  const told = loaded.code === 3 ? '' : `The demo could not be loaded (${loaded.code}).\n`;
  process.stderr.write(`${told}${loaded.output.trim().slice(-4000)}\n`);
  await stop(1);
}
if (loaded.output.trim()) say(loaded.output.trim());

let port = WANTED_PORT;
function startServer() {
  const child = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    env: { ...env, PORT: String(port), LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  createInterface({ input: child.stdout }).on('line', (line) => {
    let told;
    try {
      told = JSON.parse(line);
    } catch {
      return;
    }
    if (!told.ready) {
      process.stdout.write(`${line}\n`);
      return;
    }
    if (told.port !== told.wanted) say(`Port ${told.wanted} is taken; ${told.port} is used.`);
    // A server that is started again is found where it was.
    port = told.port;
    say(
      `\n  Spare Coat is ready:  http://${told.host === '0.0.0.0' ? 'localhost' : told.host}:${told.port}/\n\n  Ctrl-C stops it. Your data stays.`,
    );
  });
  return child;
}
// The database stays up meanwhile.
server = supervise(startServer, {
  tell: (how) => process.stderr.write(`The server ended by itself (${how}). It is started again.\n`),
  giveUp: () => void stop(1),
});
