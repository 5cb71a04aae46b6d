import { randomUUID } from 'node:crypto';
import { createServer, connect, type AddressInfo, type Server, type Socket } from 'node:net';
import { createServer as createHttp } from 'node:http';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { makeApp } from '../app.js';
import { startFigures } from '../coats/workOut.js';
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
    const figures = startFigures(direct.toString(), logger);
    const server = createHttp(
      makeApp({
        db,
        hub,
        runner,
        figures,
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
      await figures.stop();
      await db.end();
      await cable.pull();
    }
  });
});

describe('connections that the database drops', () => {
  it(
    'end no request with more than a sentence, lose no write that was answered, and the next ones are well',
    { timeout: 60_000 },
    async () => {
      const admin = openPool(base.databaseUrl, pino({ level: 'silent' }), 1);
      const id = randomUUID();
      await base.post('/api/coats', { id, commandId: randomUUID(), name: 'Dropped' });
      let writing = true;
      const acknowledged: string[] = [];
      const seen = new Set<number>();
      const writer = async () => {
        while (writing) {
          const commandId = randomUUID();
          const loaded = await base.get(`/api/coats/${id}`);
          seen.add(loaded.status);
          if (loaded.status !== 200) continue;
          const { revision } = loaded.body as { revision: number };
          const command = { type: 'coat.rename', name: `Name ${commandId}` };
          const answer = await base.post(`/api/coats/${id}/commands`, { commandId, revision, command });
          seen.add(answer.status);
          if (answer.status === 200) acknowledged.push(commandId);
          if (answer.status === 503) {
            expect(answer.body).toMatchObject({ code: 'database-away' });
            expect(answer.headers.get('retry-after')).toBe('2');
          }
        }
      };
      const writers = Array.from({ length: 4 }, writer);
      for (let drops = 0; drops < 15 || acknowledged.length < 30; drops++) {
        await new Promise((r) => setTimeout(r, 150));
        await admin.query(
          'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
        );
      }
      writing = false;
      await Promise.all(writers);
      await admin.end();
      expect([...seen].filter((s) => ![200, 409, 503].includes(s))).toEqual([]);
      const { rows } = await base.db.query<{ command_id: string }>(
        'select command_id from history where root_id = $1',
        [id],
      );
      const kept = rows.map((r) => r.command_id);
      expect(new Set(kept).size).toBe(kept.length);
      expect(acknowledged.filter((c) => !kept.includes(c))).toEqual([]);
      expect((await base.get('/api/health')).status).toBe(200);
    },
  );

  it.each([
    ['53100', 503, 'database-full', /disk/],
    ['57P03', 503, 'database-away', /does not answer/],
    ['25006', 503, 'database-away', /does not answer/],
    ['55P03', 503, 'database-busy', /too busy/],
    ['22P05', 422, 'bad-value', /outside what can be kept/],
    ['54000', 422, 'too-long', /too long/],
    ['42P01', 500, 'unexpected', /went wrong here/],
  ])('and other troubles are told apart: %s', async (code, status, name, sentence) => {
    const { id } = { id: randomUUID() };
    await base.post('/api/coats', { id, commandId: randomUUID(), name: 'Trouble' });
    await base.db.query(
      `create or replace function trouble() returns trigger language plpgsql as $$ begin
         if new.root_id = '${id}' then raise exception 'secret_table' using errcode = '${code}'; end if; return new; end $$;
       drop trigger if exists trouble on history;
       create trigger trouble before insert on history for each row execute function trouble();`,
    );
    const answer = await base.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision: 1,
      command: { type: 'coat.rename', name: 'Never' },
    });
    await base.db.query('drop trigger trouble on history');
    expect(answer).toMatchObject({
      status,
      body: { code: name, title: expect.stringMatching(sentence) as string },
    });
    expect(JSON.stringify(answer.body)).not.toContain('secret_table');
    expect(JSON.stringify((await base.get(`/api/coats/${id}`)).body)).not.toContain('Never');
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
    // Another server would do just this. The tests before have broken connections: that of the news may still be on its way back.
    const saying = setInterval(
      () => void base.db.query("select pg_notify('coat_changed', $1)", [`${id} 7`]).catch(() => undefined),
      200,
    );
    await listening.finally(() => clearInterval(saying));
    control.abort();
    expect(heard).toContain('data: {"revision":7}');
  });
});
