import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import type { Written } from '@spare-coat/core/proving/wire/coat';

const ROOT = fileURLToPath(new URL('../../../', import.meta.url));

interface Cluster {
  url(database: string): string;
  stop(): Promise<void>;
  crash(): Promise<void>;
  start(): Promise<void>;
  restart(): Promise<void>;
}

/** A database that keeps what it says, a server of its own, and somebody who asks it. */
export interface Rig {
  readonly cluster: Cluster;
  readonly databaseUrl: string;
  readonly url: string;
  /** How often the server ended by itself. */
  deaths(): number;
  killServer(): Promise<void>;
  startServer(): Promise<void>;
  stop(): Promise<void>;
}

/** @param name of the database, which is made for this and dropped after it */
export async function startRig(name: string): Promise<Rig> {
  const { startCluster } = (await import(new URL('scripts/lib/cluster.mjs', `file://${ROOT}`).href)) as {
    startCluster(name: string, options: { port: number }): Promise<Cluster>;
  };
  const cluster = await startCluster('postgres-bench-kept', { port: 54860 });
  const database = `${name}_${Date.now()}`;
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: cluster.url('postgres') });
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await admin(`create database ${database}`);
  const databaseUrl = cluster.url(database);
  let child: ChildProcess | null = null;
  let port = 4840;
  let deaths = 0;
  const startServer = async () => {
    const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
      cwd: ROOT,
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        PORT: String(port),
        LOG_LEVEL: 'silent',
        REQUESTS_PER_MINUTE: '10000000',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    child = server;
    server.once('close', () => {
      if (child === server) deaths++;
    });
    const told = await new Promise<{ port: number }>((resolve, reject) => {
      createInterface({ input: server.stdout }).on('line', (line) =>
        resolve(JSON.parse(line) as { port: number }),
      );
      server.once('close', (code) => reject(new Error(`the server ended (${code})`)));
    });
    port = told.port;
  };
  const end = async (signal: NodeJS.Signals) => {
    const server = child;
    child = null;
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const ended = new Promise((resolve) => server.once('close', resolve));
    server.kill(signal);
    await ended;
  };
  await startServer();
  return {
    cluster,
    databaseUrl,
    get url() {
      return `http://127.0.0.1:${port}`;
    },
    deaths: () => deaths,
    killServer: () => end('SIGKILL'),
    startServer,
    async stop() {
      await end('SIGTERM');
      await admin(`drop database ${database} with (force)`);
      await cluster.stop();
    },
  };
}

/** What a server answers; null where it does not. */
export async function ask<T>(
  url: string,
  path: string,
  body?: unknown,
): Promise<{ readonly status: number; readonly body: T } | null> {
  try {
    const response = await fetch(
      url + path,
      body === undefined
        ? { signal: AbortSignal.timeout(15_000) }
        : {
            method: 'POST',
            headers: { 'Content-Type': 'application/json' },
            body: JSON.stringify(body),
            signal: AbortSignal.timeout(15_000),
          },
    );
    return { status: response.status, body: (await response.json()) as T };
  } catch {
    return null;
  }
}

export async function makeCoat(url: string, name: string, from?: string): Promise<string> {
  const id = randomUUID();
  const made = await ask(url, '/api/coats', { id, commandId: randomUUID(), name, from });
  if (made?.status !== 201) throw new Error(`no coat was made: ${JSON.stringify(made)}`);
  return id;
}

export const send = (url: string, id: string, revision: number, command: Command, commandId = randomUUID()) =>
  ask<Written>(url, `/api/coats/${id}/commands`, { commandId, revision, command });

/** How often each command id stands in the history of a database. */
export async function historyOf(databaseUrl: string): Promise<Map<string, number>> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query<{ command_id: string; n: string }>(
    'select command_id, count(*) as n from history group by 1',
  );
  await client.end();
  return new Map(rows.map((r) => [r.command_id, Number(r.n)]));
}
