import { randomUUID } from 'node:crypto';
import { createServer, connect, type AddressInfo, type Server, type Socket } from 'node:net';
import { createServer as createHttp } from 'node:http';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeApp } from '../app.js';
import { openHub } from '../events/hub.js';
import { runJobs } from '../jobs/queue.js';
import { startTestServer, type TestServer } from '../testing/server.js';
import { migrate } from './migrate.js';
import { openPool } from './pool.js';

/** A cable between server and database that can be pulled and put back. */
class Cable {
  private readonly sockets = new Set<Socket>();
  private server: Server | null = null;
  port = 0;
  constructor(
    private readonly host: string,
    private readonly to: number,
  ) {}
  async plug(): Promise<void> {
    const server = createServer((near) => {
      const far = connect(this.to, this.host);
      for (const socket of [near, far]) {
        this.sockets.add(socket);
        socket.on('error', () => undefined);
        socket.on('close', () => this.sockets.delete(socket));
      }
      near.pipe(far).pipe(near);
    });
    await new Promise<void>((resolve) => server.listen(this.port, '127.0.0.1', resolve));
    this.port = (server.address() as AddressInfo).port;
    this.server = server;
  }
  async pull(): Promise<void> {
    const closed = new Promise((resolve) => this.server?.close(resolve));
    for (const socket of this.sockets) socket.destroy();
    await closed;
  }
}

let base: TestServer;
beforeAll(async () => {
  base = await startTestServer();
});
afterAll(() => base.stop());

describe('a database that goes away', () => {
  it('is said in one sentence, loses nothing, and is found again', async () => {
    const direct = new URL(base.databaseUrl);
    const cable = new Cable(direct.hostname, Number(direct.port));
    await cable.plug();
    direct.port = String(cable.port);
    const logger = pino({ level: 'silent' });
    const db = openPool(direct.toString(), logger);
    const hub = openHub(direct.toString(), logger);
    const runner = runJobs(db, {}, logger);
    const server = createHttp(
      makeApp({
        db,
        hub,
        runner,
        logger,
        page: null,
        allowedHosts: [],
        requestsPerMinute: 100_000,
        accessKey: null,
        trustedProxies: 0,
        listing: null,
        mirror: null,
      }),
    );
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const ask = async (path: string, body?: object) => {
      const response = await fetch(
        url + path,
        body
          ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
          : {},
      );
      return { status: response.status, body: (await response.json()) as Record<string, unknown> };
    };
    try {
      const id = randomUUID();
      await ask('/api/coats', { id, commandId: randomUUID(), name: 'Kept' });
      expect((await ask('/api/health')).status).toBe(200);
      await cable.pull();
      expect(await ask('/api/health')).toMatchObject({ status: 503, body: { code: 'database-away' } });
      const rename = {
        commandId: randomUUID(),
        revision: 1,
        command: { type: 'coat.rename', name: 'Kept and renamed' },
      };
      expect((await ask(`/api/coats/${id}/commands`, rename)).body['title']).toMatch(
        /database does not answer/,
      );
      await cable.plug();
      await expect.poll(async () => (await ask('/api/health')).status, { timeout: 10_000 }).toBe(200);
      expect((await ask(`/api/coats/${id}/commands`, rename)).status).toBe(200);
      expect(JSON.stringify((await ask(`/api/coats/${id}`)).body)).toContain('Kept and renamed');
    } finally {
      server.closeAllConnections();
      server.close();
      await hub.stop();
      await runner.stop();
      await db.end();
      await cable.pull();
    }
  });
});

describe('migrations', () => {
  it('do nothing the second time, whoever else starts beside', async () => {
    const read = () =>
      base.db.query<{ version: number; at: Date }>('select version, at from schema_version order by version');
    const before = (await read()).rows;
    const newest = before.at(-1)!.version;
    expect(await Promise.all([migrate(base.db), migrate(base.db)])).toEqual([newest, newest]);
    expect((await read()).rows).toEqual(before);
  });
});

describe('news', () => {
  it('of a change reaches an open window, whichever server made it', async () => {
    const id = randomUUID();
    await base.post('/api/coats', { id, commandId: randomUUID(), name: 'News' });
    const control = new AbortController();
    const response = await fetch(`${base.url}/api/coats/${id}/events`, { signal: control.signal });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    let heard = '';
    const listening = (async () => {
      for await (const piece of response.body!) {
        heard += Buffer.from(piece as Uint8Array).toString();
        if (heard.includes('"revision":7')) return;
      }
    })();
    // Another server would do just this.
    await base.db.query("select pg_notify('coat_changed', $1)", [`${id} 7`]);
    await listening;
    control.abort();
    expect(heard).toContain('data: {"revision":7}');
  });
});
