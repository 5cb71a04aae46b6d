import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { rawStatus, startTestServer, type TestServer } from '../testing/server.js';
import { isLoopback, ownNames, readAccessKey } from './access.js';
import { boundedServer } from './sockets.js';

const KEY = 'reed, samphire and limewash';
let server: TestServer;
beforeAll(async () => {
  server = await startTestServer({ accessKey: KEY, trustedProxies: 1 });
});
afterAll(() => server.stop());

/** Each from an address of its own, as a proxy tells it. */
let client = 0;
const from = () => ({ 'X-Forwarded-For': `192.0.2.${++client % 250}`, 'Content-Type': 'application/json' });
const show = (key: unknown, headers: Record<string, string> = from()) =>
  server.get('/api/access', { method: 'POST', body: JSON.stringify({ key }), headers });

describe('an access key', () => {
  it('is asked for before anything is told, pictures, downloads and news included', async () => {
    for (const path of [
      '/api/coats',
      '/API/coats',
      '/api/coats/',
      '/api/blobs/x',
      '/api/coats/x/events',
      '/api/bundles/of/coat/x',
      '/api/nothing',
    ])
      expect([path, await server.get(path)]).toMatchObject([
        path,
        { status: 401, body: { code: 'access-needed' } },
      ]);
    expect((await server.post('/api/coats', {})).status).toBe(401);
    expect((await server.get('/api/health')).status).toBe(200);
  });

  it('gives a cookie that no script reads, and with which everything is answered', async () => {
    const { status, headers } = await show(KEY);
    expect(status).toBe(204);
    const cookie = headers.get('set-cookie')!;
    expect(cookie).toMatch(/; HttpOnly/);
    expect(cookie).toMatch(/; SameSite=Strict/);
    const value = cookie.split(';')[0]!;
    expect((await server.get('/api/coats', { headers: { Cookie: value } })).status).toBe(200);
    expect(value).not.toContain(KEY);
    const { rows } = await server.db.query<{ token: string }>('select token from access');
    expect(rows.some((r) => value.includes(r.token))).toBe(false);
    expect((await server.get('/api/coats', { headers: { Cookie: `${value.slice(0, -1)}~` } })).status).toBe(
      401,
    );
    // One that was given for another key lets nobody in.
    const other = await startTestServer({
      accessKey: 'another key than that',
      database: { url: server.databaseUrl, drop: () => Promise.resolve() },
    });
    expect((await other.get('/api/coats', { headers: { Cookie: value } })).status).toBe(401);
    await other.stop();
  });

  it('that is wrong is refused, and tried ten times a minute at most from one address', async () => {
    for (const wrong of ['', KEY.slice(1), `${KEY}x`, null, 12, { key: KEY }])
      expect((await show(wrong)).status).toBe(403);
    const here = { 'X-Forwarded-For': '198.51.100.7', 'Content-Type': 'application/json' };
    const statuses = [];
    for (let n = 0; n < 12; n++) statuses.push((await show('guess', here)).status);
    expect(statuses.filter((s) => s === 403)).toHaveLength(10);
    expect(statuses.slice(10)).toEqual([429, 429]);
    // Another server on the same database counts with it; somebody else is not held up.
    expect((await show(KEY)).status).toBe(204);
  });

  it('is needed where others can reach the server, and how it is set is said', async () => {
    expect(await readAccessKey({}, '127.0.0.1')).toBeNull();
    await expect(readAccessKey({}, '0.0.0.0')).rejects.toThrow(
      /HOST=0\.0\.0\.0 lets others .*ACCESS_KEY_FILE/,
    );
    await expect(readAccessKey({ ACCESS_KEY: 'short' }, '0.0.0.0')).rejects.toThrow('too short');
    const folder = mkdtempSync(join(tmpdir(), 'key-'));
    writeFileSync(join(folder, 'key'), `${KEY}\nand nothing else\n`);
    expect(await readAccessKey({ ACCESS_KEY_FILE: join(folder, 'key') }, '::')).toBe(KEY);
    rmSync(folder, { recursive: true });
    expect(['127.0.0.1', '127.1.2.3', '::1', 'localhost'].every(isLoopback)).toBe(true);
    expect(['0.0.0.0', '::', '192.0.2.1', 'localhost.example', '127.0.0.1.example'].some(isLoopback)).toBe(
      false,
    );
    expect(ownNames('127.0.0.1')).toEqual([]);
    expect(ownNames('studio.example')).toContain('studio.example');
  });

  it('is missing: the server ends with that sentence and a code that says not to start it again', async () => {
    const child = spawn(process.execPath, [fileURLToPath(new URL('../../dist/main.js', import.meta.url))], {
      env: { PATH: process.env['PATH'], DATABASE_URL: server.databaseUrl, HOST: '0.0.0.0', PORT: '0' },
    });
    let told = '';
    child.stderr.on('data', (d: Buffer) => (told += d.toString()));
    expect(await new Promise((resolve) => child.on('close', resolve))).toBe(2);
    expect(told).toMatch(/no access key is set\. Set ACCESS_KEY/);
  });
});

describe('behind a proxy', () => {
  it('each client has an allowance of its own, told by all servers together', async () => {
    const small = await startTestServer({ requestsPerMinute: 3, trustedProxies: 1 });
    const beside = await startTestServer({
      requestsPerMinute: 3,
      trustedProxies: 1,
      database: { url: small.databaseUrl, drop: () => Promise.resolve() },
    });
    const ask = async (at: TestServer, address: string) =>
      (await at.get('/api/health', { headers: { 'X-Forwarded-For': address } })).status;
    try {
      expect([
        await ask(small, '192.0.2.1'),
        await ask(beside, '192.0.2.1'),
        await ask(small, '192.0.2.1'),
      ]).toEqual([200, 200, 200]);
      expect(await ask(beside, '192.0.2.1')).toBe(429);
      expect(await ask(beside, '192.0.2.2')).toBe(200);
    } finally {
      await beside.stop();
      await small.stop();
    }
  });
});

describe('checks of the interface', () => {
  it('are made however its address is written', async () => {
    const open = await startTestServer();
    try {
      const site = { 'Sec-Fetch-Site': 'cross-site', Host: new URL(open.url).host };
      const ask = (path: string) => rawStatus(open.url, path, site);
      for (const path of ['/api/coats', '/API/coats', '/Api/Coats', '/api'])
        expect([path, await ask(path)]).toEqual([path, 403]);
    } finally {
      await open.stop();
    }
    expect(await rawStatus(server.url, '/API/coats', { 'Sec-Fetch-Site': 'cross-site' })).toBe(403);
  });
});

describe('sockets', () => {
  it('that send nothing are closed, and so many are taken at most', async () => {
    const bounded = boundedServer((_req, res) => res.end('well'), {
      headersMs: 300,
      requestMs: 1000,
      lookEveryMs: 50,
      most: 3,
    });
    await new Promise<void>((resolve) => bounded.listen(0, '127.0.0.1', resolve));
    const { port } = bounded.address() as AddressInfo;
    const silent = () =>
      new Promise<string>((resolve) => {
        const socket = connect(port, '127.0.0.1');
        let told = '';
        socket.on('data', (d) => (told += d.toString()));
        socket.on('error', () => undefined);
        socket.on('close', () => resolve(told));
      });
    const began = Date.now();
    const ends = await Promise.all([silent(), silent(), silent(), silent(), silent()]);
    expect(Date.now() - began).toBeLessThan(10_000);
    // Three were waited for, and then told so; two were not taken at all.
    expect(ends.filter((e) => e.includes('408'))).toHaveLength(3);
    expect(ends.filter((e) => e === '')).toHaveLength(2);
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('well');
    bounded.closeAllConnections();
    bounded.close();
  });
});

describe('answers', () => {
  it('are compressed where that is of use', async () => {
    const cookie = (await show(KEY)).headers.get('set-cookie')!.split(';')[0]!;
    const packed = await fetch(`${server.url}/api/fonts`, {
      headers: { Cookie: cookie, 'Accept-Encoding': 'gzip' },
    });
    expect(packed.headers.get('content-encoding')).toBe('gzip');
    await packed.text();
  });
});
