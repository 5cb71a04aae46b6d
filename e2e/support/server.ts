import { spawn, type ChildProcess } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import pg from 'pg';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** A server of its own that a test may kill, on the same database or on another. */
export interface OwnServer {
  readonly url: string;
  readonly port: number;
  kill(signal: NodeJS.Signals): Promise<void>;
}

export async function startServer(
  port: number,
  databaseUrl?: string,
  env: Readonly<Record<string, string>> = {},
): Promise<OwnServer> {
  const child: ChildProcess = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: ROOT,
    env: {
      ...process.env,
      ...(databaseUrl === undefined ? {} : { DATABASE_URL: databaseUrl }),
      PORT: String(port),
      LOG_LEVEL: 'silent',
      REQUESTS_PER_MINUTE: '100000',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
  const told = await new Promise<{ port: number }>((resolve, reject) => {
    createInterface({ input: child.stdout! }).on('line', (line) =>
      resolve(JSON.parse(line) as { port: number }),
    );
    child.once('close', (code) => reject(new Error(`the server ended (${code})`)));
  });
  return {
    url: `http://127.0.0.1:${told.port}`,
    port: told.port,
    async kill(signal) {
      child.kill(signal);
      await ended;
    },
  };
}

/** Another server on a database with nothing in it: no demo, no parts, no hosts. Both are gone after `stop`. */
export async function startFreshServer(
  port: number,
  env: Readonly<Record<string, string>> = {},
): Promise<{ readonly url: string; stop(): Promise<void> }> {
  const url = new URL(process.env['DATABASE_URL']!);
  const name = `fresh_${Date.now()}`;
  const admin = new pg.Client({ connectionString: url.toString() });
  await admin.connect();
  await admin.query(`create database ${name}`);
  url.pathname = `/${name}`;
  const server = await startServer(port, url.toString(), env);
  return {
    url: server.url,
    async stop() {
      await server.kill('SIGTERM');
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}
